using System.Net;
using System.Threading.Channels;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Web.Hosting;
using Serilog.Core;
using Serilog.Events;

namespace Nightfrost.Web.Tests;

/// <summary>Requests that no page of ours would send are refused in the same words as the rest.</summary>
public class MannerTests(Cluster cluster)
{
    [Fact]
    public async Task Whatever_is_wrong_with_a_request_is_said_in_a_problem_document()
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        app.Start();
        using var me = await app.Visit();
        async Task Refused(HttpResponseMessage answer, HttpStatusCode status) => Assert.NotEmpty((await Visitor.Refused(answer, status)).Detail!);

        await Refused(await me.Send(HttpMethod.Delete, "/api/cases"), HttpStatusCode.MethodNotAllowed);
        await Refused(await me.Send(new HttpMethod("BREW"), "/api/cases"), HttpStatusCode.MethodNotAllowed);
        await Refused(await me.Get("/api/kit/compare?ids=" + new string('x', Manners.LongestAddress)), HttpStatusCode.RequestUriTooLong);
        await Refused(await me.SendAs("application/json; charset=klingon", """{"site":"a","title":"b"}"""), HttpStatusCode.UnsupportedMediaType);
        foreach (var charset in new[] { "\"utf-16\"", "utf-16", "utf-7", "\"utf-7\"", "iso-8859-1" })
            await Refused(await me.SendAs($"application/json; charset={charset}", """{"site":"a","title":"b"}"""), HttpStatusCode.UnsupportedMediaType);
        Assert.Equal(HttpStatusCode.Created,
            (await me.SendAs("application/json; charset=\"UTF-8\"", """{"site":"a","title":"b"}""")).StatusCode);
        await Refused(await me.SendAs("text/plain", """{"site":"a","title":"b"}"""), HttpStatusCode.UnsupportedMediaType);
        await Refused(await me.SendAs("application/json", $$"""{"site":"a","title":"{{new string('x', 2_000_000)}}"}"""), HttpStatusCode.RequestEntityTooLarge);
        await Refused(await me.Get("/api/no/such/address"), HttpStatusCode.NotFound);
        Assert.Equal(HttpStatusCode.Created, (await me.SendAs("application/json; charset=utf-8", """{"site":"a","title":"b"}""")).StatusCode);
    }

    [Theory]
    [InlineData("GET /api/cases%00 HTTP/1.1", 400)]
    [InlineData("GET * HTTP/1.1", 405)]
    [InlineData("GET /{long} HTTP/1.1", 414)]
    [InlineData("GET /api/cases HTTP/7.0", 505)]
    [InlineData("nonsense", 400)]
    public async Task What_the_server_itself_refuses_is_said_in_a_problem_document(string line, int status)
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        var at = app.Start();
        using var socket = new System.Net.Sockets.TcpClient(at.Host, at.Port);
        await using var stream = socket.GetStream();
        line = line.Replace("{long}", new string('x', Manners.LongestLine + 10), StringComparison.Ordinal);
        await stream.WriteAsync(System.Text.Encoding.ASCII.GetBytes($"{line}\r\nHost: {at.Authority}\r\n\r\n"));
        using var reader = new StreamReader(stream);
        string text;
        try
        {
            text = await reader.ReadToEndAsync();
        }
        catch (IOException)
        {
            // What was sent beyond the limit is still under way when the server hangs up.
            return;
        }

        var parts = text.Split("\r\n\r\n", 2);
        Assert.StartsWith($"HTTP/1.1 {status} ", parts[0], StringComparison.Ordinal);
        Assert.Contains("Content-Type: application/problem+json", parts[0], StringComparison.OrdinalIgnoreCase);
        var refusal = System.Text.Json.JsonSerializer.Deserialize<Refusal>(parts[1], NightfrostApp.Json)!;
        Assert.Equal(status, refusal.Status);
        Assert.NotEmpty(refusal.Detail!);
    }

    [Theory]
    [InlineData("/api/cases", HttpStatusCode.OK)]
    [InlineData("/api/health", HttpStatusCode.OK)]
    [InlineData("/api/cases/00000000-0000-0000-0000-000000000000", HttpStatusCode.NotFound)]
    public async Task HEAD_answers_as_GET_does_without_the_body(string path, HttpStatusCode status)
    {
        await using var app = new ServedApp(await cluster.Database(demo: true));
        app.Start();
        using var me = await app.Visit();
        using var head = await me.Send(HttpMethod.Head, path);
        using var get = await me.Get(path);
        Assert.Equal((status, status), (head.StatusCode, get.StatusCode));
        Assert.Equal(get.Content.Headers.ContentType, head.Content.Headers.ContentType);
        Assert.Empty(await head.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_refused_request_is_one_line_of_the_log_and_a_fault_is_logged_with_what_to_quote()
    {
        var log = new Lines();
        await using var app = new LoggedApp(await cluster.Database(demo: true), log);
        using var me = await app.Visit();
        await me.SendRaw(HttpMethod.Post, "/api/cases", "{\"site\":");
        LogEvent line;
        do
            line = await log.Next();
        while (!line.RenderMessage().Contains("api/cases", StringComparison.Ordinal));
        Assert.Null(line.Exception);
        Assert.Contains("400", line.RenderMessage(), StringComparison.Ordinal);

        await using (var scope = app.Services.CreateAsyncScope())
            await Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.ExecuteSqlRawAsync(
                scope.ServiceProvider.GetRequiredService<Data.NightfrostDb>().Database, "update devices set spec = '[]' where id = 'pass-two'");
        var refusal = await Visitor.Refused(await me.Get("/api/kit/pass-two"), HttpStatusCode.InternalServerError);
        // The refused request before left nothing more behind: the next line is the fault's.
        var fault = await log.Next();
        Assert.Contains(refusal.Reference!, fault.RenderMessage(), StringComparison.Ordinal);
        Assert.NotNull(fault.Exception);
        var request = await log.Next();
        Assert.Null(request.Exception);
        Assert.Contains("500", request.RenderMessage(), StringComparison.Ordinal);
    }

    private sealed class Lines : ILogEventSink
    {
        private readonly Channel<LogEvent> _said = Channel.CreateUnbounded<LogEvent>();

        // A line is written when its answer is already on its way.
        public ValueTask<LogEvent> Next() => _said.Reader.ReadAsync(TestContext.Current.CancellationToken);

        public void Emit(LogEvent logEvent) => _said.Writer.TryWrite(logEvent);
    }

    private sealed class LoggedApp(string connection, Lines log) : NightfrostApp(connection, demo: true)
    {
        protected override void ConfigureWebHost(IWebHostBuilder builder)
        {
            base.ConfigureWebHost(builder);
            builder.UseSetting("Quiet", "false");
            builder.ConfigureTestServices(services => services.AddSingleton<ILogEventSink>(log));
        }
    }
}
