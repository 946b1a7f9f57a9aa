using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>The ground under the screens: many at work at once, and a storm of garbage. Short in the usual run; NIGHTFROST_LONG=1 makes it long.</summary>
public class GroundTests(Cluster cluster)
{
    /// <summary>True in the long run.</summary>
    public static bool Long { get; } = Environment.GetEnvironmentVariable("NIGHTFROST_LONG") == "1";

    [Fact]
    public async Task Of_many_at_work_at_once_nothing_acknowledged_is_lost_or_there_twice()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        app.Start();
        using var me = await app.Visit();
        var (lounge, rig, before) = await Shared(me);
        var walkers = Enumerable.Range(1, 6).Select(i => new Walker(() => app.Visit(), i)).ToList();
        await Task.WhenAll(walkers.Select(w => w.Walk(lounge, rig, Long ? 400 : 12, CancellationToken.None)));
        Assert.Equal(before + walkers.Sum(w => w.Takes), await Takes(me, lounge));
        foreach (var walker in walkers)
            await walker.Check();
    }

    /// <summary>The case that every walker shares, its rig, and how many takes it has.</summary>
    internal static async Task<(Guid Case, Guid Rig, int Takes)> Shared(Visitor me)
    {
        var id = (await me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id;
        return (id, (await me.Read<CaseDetail>($"/api/cases/{id}")).Rig!.RigId, await Takes(me, id));
    }

    internal static async Task<int> Takes(Visitor me, Guid id) => (await me.Read<TuneView>($"/api/cases/{id}/tune")).Rows[0].Takes.Count;

    [Fact]
    public async Task A_storm_of_garbage_breaks_nothing_and_learns_nothing()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        var address = app.Start();
        using var me = await app.Visit();
        var random = new Random(20261128);
        var paths = app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>().Select(e => "/" + e.RoutePattern.RawText!.Trim('/'))
            .Where(p => p.StartsWith("/api/", StringComparison.Ordinal) && p is not "/api/session/sign-out" and not "/api/session/password").Distinct()
            .Order(StringComparer.Ordinal).ToList();
        var (broken, met) = (new List<string>(), new HashSet<string>());
        for (var i = 0; i < (Long ? 40_000 : 1_200); i++)
        {
            var (request, whole) = Garbage(random, me, address, paths);
            var answer = await Exchange(address, request, whole);
            var status = answer.StartsWith("HTTP/1.1 ", StringComparison.Ordinal) ? answer[9..12] : "none";
            met.Add(status);
            if (status[0] == '5' || Secrets.Any(s => answer.Contains(s, StringComparison.OrdinalIgnoreCase)))
                broken.Add($"{status}: {Encoding.UTF8.GetString(request)[..Math.Min(300, request.Length)]}\n{answer[..Math.Min(400, answer.Length)]}");
        }

        Assert.True(broken.Count == 0, string.Join("\n\n", broken.Take(5)));
        // It got past the doors, and not only to them.
        Assert.Superset(new HashSet<string> { "200", "400", "404", "405", "409", "415" }, met);
        Assert.Equal(HttpStatusCode.OK, (await me.Get("/api/cases")).StatusCode);
    }

    private static readonly string[] Secrets = ["   at Nightfrost", "Npgsql", "System.", "Exception", "Username=", "select ", "/home/", "/root/", "/work/"];

    // A request as no page would send it: wild methods, addresses, headers and bodies, cut anywhere.
    private static (byte[] Request, bool Whole) Garbage(Random random, Visitor me, Uri address, List<string> paths)
    {
        string[] words = ["", "0", "-1", "x", "%00", "%ff%fe", "..%2f..%2f", "'; drop table cases; --", "<script>", "\u0000", "𝔘𝔫𝔦", new('9', 400),
            Guid.NewGuid().ToString(), "null", "{}", "[]"];
        string[] methods = ["GET", "POST", "PUT", "PATCH", "DELETE", "HEAD", "OPTIONS", "TRACE", "BREW"];
        string[] kinds = ["application/json", "application/json; charset=utf-16", "application/json; charset=x", "text/plain", "multipart/form-data",
            "application/octet-stream", "@"];
        var path = string.Join('/', paths[random.Next(paths.Count)].Split('/').Select(part => part.StartsWith('{') ? Uri.EscapeDataString(Pick(words)) : part));
        if (random.Next(3) == 0)
            path += "?" + string.Join('&',
                Enumerable.Range(0, random.Next(4)).Select(_ => $"{Uri.EscapeDataString(Pick(words))}={Uri.EscapeDataString(Pick(words))}"));
        var body = new StringBuilder();
        for (var i = random.Next(12); i > 0; i--)
            body.Append(Pick(["{", "}", "[", "]", ",", ":", "\"version\":", "\"look\":", "\"id\"", "1e999", "-0", "\"\\ud800\"", "true", "null", "\"", "\u0000",
                "\"\u202e\""])).Append(random.Next(4) == 0 ? Pick(words) : "");
        var bytes = Encoding.UTF8.GetBytes(body.ToString());
        var head = me.Head(new HttpMethod(Pick(methods)), path, address.Authority,
            random.Next(2) == 0 ? "" : Pick(["k", "key", Guid.NewGuid().ToString(), new('k', 300)]), bytes.Length)
            .Replace("application/json", Pick(kinds), StringComparison.Ordinal);
        var (longer, cut) = (random.Next(20) == 0, random.Next(10) == 0);
        if (longer)
            head = head.Replace("Content-Length: ", "Content-Length: 9", StringComparison.Ordinal);
        byte[] all = [.. Encoding.UTF8.GetBytes(head.Replace("\r\nHost", "\r\nConnection: close\r\nHost", StringComparison.Ordinal)), .. bytes];
        return (cut ? all[..random.Next(1, all.Length)] : all, !longer && !cut);

        string Pick(string[] of) => of[random.Next(of.Length)];
    }

    // What is not whole is broken off; the service then owes no answer.
    private static async Task<string> Exchange(Uri address, byte[] request, bool whole)
    {
        using var client = new TcpClient();
        await client.ConnectAsync(address.Host, address.Port);
        var stream = client.GetStream();
        try
        {
            await stream.WriteAsync(request);
            if (!whole)
                client.Client.Shutdown(SocketShutdown.Send);
            using var reader = new StreamReader(stream, Encoding.Latin1);
            return await reader.ReadToEndAsync();
        }
        catch (IOException)
        {
            // The service hung up, as it may.
            return "";
        }
    }
}
