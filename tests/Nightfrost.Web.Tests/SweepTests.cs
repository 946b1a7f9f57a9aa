using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Web.Cases;

namespace Nightfrost.Web.Tests;

/// <summary>Bad input swept over every field and every address: always an answer that says what to do, never a broken service.</summary>
public class SweepTests(Cluster cluster) : IAsyncLifetime
{
    private NightfrostApp _app = null!;
    private Visitor _me = null!;
    private CaseDetail _lounge = null!;

    public async ValueTask InitializeAsync()
    {
        _app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        _me = await _app.Visit();
        var id = (await _me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id;
        _lounge = await _me.Read<CaseDetail>($"/api/cases/{id}");
    }

    public async ValueTask DisposeAsync()
    {
        _me.Dispose();
        await _app.DisposeAsync();
    }

    private static readonly string[] BadValues =
        ["null", "-1", "1e308", "0.5", "true", "\"x\"", "\"\"", "[]", "{}", "[null]", "\"\\u0000\"", "\"\\ud800\"", "\"<b>bold</b>\"",
            $"\"{new string('w', 5000)}\"", "99999999999999999999"];

    [Fact]
    public async Task Every_field_of_a_look_takes_bad_values_without_breaking()
    {
        var look = JsonSerializer.SerializeToNode(_lounge.Look, NightfrostApp.Json)!;
        // Ways, places, sources and walls, which the lounge has not.
        var fuller = JsonSerializer.SerializeToNode(Data.Demo.DemoCases.FlatFive, NightfrostApp.Json)!;
        foreach (var part in new[] { "sources", "walls", "air", "region" })
            look[part] = fuller[part]!.DeepClone();
        look["listeners"]![0]!["roams"] = fuller["listeners"]![0]!["roams"]!.DeepClone();
        look["listeners"]![0]!["leavesRoom"] = true;
        var places = Leaves(look, "$")
            .Where(p => !p.StartsWith("$.listeners[1]", StringComparison.Ordinal) && !p.StartsWith("$.set.sockets[2]", StringComparison.Ordinal)).ToList();
        Assert.True(places.Count > 100, $"only {places.Count} fields were found");
        var (taken, refused, version) = (0, 0, _lounge.Version);
        var (field, step) = (0, GroundTests.Long ? 1 : 8);
        foreach (var place in places)
        {
            // Every field in every run, each with every eighth value; with the switch for long runs, with all of them.
            foreach (var bad in BadValues.Where((_, i) => (i + field) % step == 0))
            {
                var changed = With(look, place, bad);
                using var answer = await _me.SendRaw(HttpMethod.Put, $"/api/cases/{_lounge.Id}/look", $$"""{"version":{{version}},"look":{{changed}}}""");
                if (answer.IsSuccessStatusCode)
                {
                    // What was taken must be workable everywhere it is used.
                    taken++;
                    version = (await Visitor.Body<CaseDetail>(answer)).Version;
                    foreach (var page in new[] { "rigs", "questions", "strips", "tune", "run-sheet", "handover" })
                        Assert.True((await _me.Get($"/api/cases/{_lounge.Id}/{page}")).IsSuccessStatusCode,
                            $"{page} broke after {place} = {bad[..Math.Min(20, bad.Length)]}");
                    continue;
                }

                refused++;
                Assert.True((int)answer.StatusCode < 500, $"{place} = {bad[..Math.Min(20, bad.Length)]} broke the service");
                var refusal = await Visitor.Refused(answer, HttpStatusCode.BadRequest);
                Assert.True(refusal.Problems.Count > 0, $"{place} = {bad[..Math.Min(20, bad.Length)]} was refused without a field");
                Assert.All(refusal.Problems, p => Assert.True(p.Field.Length > 0 && p.Reason.Length > 0 && p.Remedy.Length > 0));
            }

            field++;
        }

        Assert.True(taken > 20 && refused > 300, $"{taken} taken, {refused} refused");
    }

    [Fact]
    public async Task Every_address_that_writes_answers_any_body_without_breaking()
    {
        string[] bodies = ["", "null", "[]", "{}", "\"x\"", "7", "{\"a\":", "{\"version\":\"x\"}", "{\"version\":1,\"plan\":[{}]}", "{\"valuesMs\":[null]}",
            "{\"valuesMs\":[1e9],\"wereMs\":[0]}", new string('[', 200)];
        var walked = 0;
        foreach (var endpoint in _app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            var pattern = "/" + endpoint.RoutePattern.RawText!.Trim('/');
            if (!pattern.StartsWith("/api/", StringComparison.Ordinal) || pattern.StartsWith("/api/session", StringComparison.Ordinal))
                continue;
            foreach (var method in endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? [])
            {
                if (method is "GET" or "DELETE")
                    continue;
                var path = pattern.Replace("{caseId:guid}", _lounge.Id.ToString(), StringComparison.Ordinal)
                    .Replace("{takeId:guid}", Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace("{stepId}", "ask-alarms", StringComparison.Ordinal).Replace("{deviceId}", "pass-two", StringComparison.Ordinal);
                foreach (var body in bodies)
                {
                    using var answer = await _me.SendRaw(new HttpMethod(method), path, body);
                    Assert.True((int)answer.StatusCode < 500, $"{method} {path} broke on {body}: {await answer.Content.ReadAsStringAsync()}");
                    walked++;
                }
            }
        }

        Assert.True(walked > 100, $"only {walked} were tried");
    }

    [Theory]
    [InlineData("\\u0000")]
    [InlineData("\\ud800")]
    [InlineData("\\u0007 bell")]
    public async Task Text_that_cannot_be_stored_is_refused_wherever_it_may_be_typed(string text)
    {
        var step = "ask-alarms";
        (HttpMethod Method, string Path, string Body)[] writes =
        [
            (HttpMethod.Post, "/api/cases", $$"""{"site":"{{text}}","title":"b"}"""),
            (HttpMethod.Patch, $"/api/cases/{_lounge.Id}", $$"""{"site":"a","title":"{{text}}","wasSite":"","wasTitle":""}"""),
            (HttpMethod.Put, $"/api/cases/{_lounge.Id}/run-sheet/{step}",
                $$"""{"rigId":"{{_lounge.Rig!.RigId}}","outcome":"asExpected","was":"asExpected","note":"{{text}}","codec":null}"""),
            (HttpMethod.Patch, "/api/kit/pass-two", $$"""{"version":1,"price":null,"marks":[{"class":"vendorLowLatency","mark":"{{text}}"}]}"""),
            (HttpMethod.Post, "/api/session/sign-in", $$"""{"name":"{{text}}","password":"x"}"""),
        ];
        foreach (var (method, path, body) in writes)
            await Visitor.Refused(await _me.SendRaw(method, path, body), HttpStatusCode.BadRequest);
    }

    [Theory]
    [InlineData("/api/cases/../../etc/passwd")]
    [InlineData("/api/kit/%F0%9F%92%A3")]
    [InlineData("/api/cases/00000000-0000-0000-0000-000000000000/run-sheet/%2E%2E%2F")]
    public async Task Odd_addresses_are_unknown_and_nothing_worse(string path)
    {
        using var answer = await _me.Get(path);
        Assert.True((int)answer.StatusCode is >= 200 and < 500, $"{path} answered {(int)answer.StatusCode}");
        Assert.DoesNotContain("root:", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static IEnumerable<string> Leaves(JsonNode? node, string path) => node switch
    {
        JsonObject o => o.SelectMany(p => Leaves(p.Value, $"{path}.{p.Key}")),
        JsonArray { Count: > 0 } a => a.Take(2).SelectMany((item, i) => Leaves(item, $"{path}.{i}")),
        _ => [path],
    };

    /// <summary>The look as text with one leaf replaced by raw text, which need not be a JSON value at all.</summary>
    private static string With(JsonNode look, string path, string raw)
    {
        const string hole = "put it here";
        var root = look.DeepClone();
        var parts = path.Split('.')[1..];
        var parent = parts[..^1].Aggregate(root, (at, part) => at is JsonArray list ? list[Number(part)]! : at[part]!);
        if (parent is JsonArray items)
            items[Number(parts[^1])] = hole;
        else
            parent[parts[^1]] = hole;
        return root.ToJsonString().Replace($"\"{hole}\"", raw, StringComparison.Ordinal);
    }

    private static int Number(string part) => int.Parse(part, System.Globalization.CultureInfo.InvariantCulture);
}
