using System.Net;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Nightfrost.Web.Tests;

public class WallTests(Cluster cluster)
{
    [Fact]
    public async Task Every_address_but_sign_in_and_health_demands_a_signed_in_user()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var stranger = await app.Visit(signedIn: false);
        var walked = 0;
        foreach (var endpoint in app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            var pattern = "/" + endpoint.RoutePattern.RawText!.Trim('/');
            if (!pattern.StartsWith("/api", StringComparison.Ordinal)
                || pattern is "/api/session" or "/api/session/sign-in" or "/api/session/sign-out" or "/api/health")
                continue;
            var path = string.Join('/',
                pattern.Split('/').Select(part => part.Contains(":guid", StringComparison.Ordinal) ? Guid.NewGuid().ToString() : part.StartsWith('{')
                    ? "x" : part));
            foreach (var method in endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"])
            {
                using var answer = await stranger.SendRaw(new HttpMethod(method), path, method == "GET" ? null : "{}");
                Assert.True(answer.StatusCode == HttpStatusCode.Unauthorized, $"{method} {pattern} answered {(int)answer.StatusCode} to a stranger");
                walked++;
            }
        }

        Assert.True(walked >= 20, $"only {walked} addresses were walked");
    }

    [Fact]
    public async Task Health_asks_the_database()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var stranger = await app.Visit(signedIn: false);
        Assert.Equal("Healthy", await (await stranger.Get("/api/health")).Content.ReadAsStringAsync());

        await using var broken = new NightfrostApp("Host=127.0.0.1;Port=1;Username=x;Database=x;Timeout=1", demo: true);
        using var client = broken.CreateClient();
        Assert.Equal(HttpStatusCode.ServiceUnavailable, (await client.GetAsync(new Uri("/api/health", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_write_without_its_token_is_refused()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var visitor = await app.Visit();
        using var answer = await visitor.SendRaw(HttpMethod.Post, "/api/cases", """{"site":"a","title":"b"}""", token: false);
        Assert.Equal("urn:nightfrost:token", (await Visitor.Refused(answer, HttpStatusCode.BadRequest)).Type);
    }

    [Fact]
    public async Task The_cookie_is_closed_to_scripts_and_signing_out_ends_it()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var visitor = await app.Visit(signedIn: false);
        using var signedIn = await visitor.SignIn("specialist", Data.Demo.DemoData.Password);
        var cookie = string.Join(';', signedIn.Headers.GetValues("Set-Cookie"));
        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(HttpStatusCode.OK, (await visitor.Get("/api/cases")).StatusCode);
        await visitor.Send(HttpMethod.Post, "/api/session/sign-out");
        Assert.Equal(HttpStatusCode.Unauthorized, (await visitor.Get("/api/cases")).StatusCode);
    }

    [Theory]
    [InlineData("https://nightfrost.example", true)]
    [InlineData("http://nightfrost.example", true)]
    [InlineData("http://127.0.0.1", false)]
    public async Task Off_loopback_every_cookie_is_secure(string address, bool secure)
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var client = app.CreateClient(new() { BaseAddress = new Uri(address), HandleCookies = false });
        using var visitor = new Visitor(client);
        using var answer = await visitor.Get("/api/session");
        Assert.All(answer.Headers.GetValues("Set-Cookie"), c => Assert.Equal(secure, c.Contains("; secure", StringComparison.OrdinalIgnoreCase)));
    }

    [Fact]
    public async Task Every_answer_carries_the_security_headers_and_no_inline_script_is_allowed()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        using var visitor = await app.Visit();
        using var answer = await visitor.Get("/api/cases");
        var policy = string.Join(';', answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self';", policy, StringComparison.Ordinal);
        Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
        Assert.Equal(["nosniff"], answer.Headers.GetValues("X-Content-Type-Options"));
        Assert.Contains("no-store", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_one_time_password_opens_nothing_but_the_choice_of_an_own_one()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: false), demo: false);
        var password = await OneTimePassword(app);
        using var visitor = await app.Visit(signedIn: false);
        await visitor.SignIn("administrator", password);
        Assert.True((await visitor.Read<Session.SessionState>("/api/session")).MustChoosePassword);
        Assert.Equal("urn:nightfrost:own-password", (await Visitor.Refused(await visitor.Get("/api/cases"), HttpStatusCode.Forbidden)).Type);

        await Visitor.Refused(await visitor.Send(HttpMethod.Put, "/api/session/password", new Session.NewPassword(password, "short")),
            HttpStatusCode.BadRequest);
        await Visitor.Refused(await visitor.Send(HttpMethod.Put, "/api/session/password", new Session.NewPassword("not the old one", "three plain words")),
            HttpStatusCode.BadRequest);
        Assert.Equal(HttpStatusCode.NoContent,
            (await visitor.Send(HttpMethod.Put, "/api/session/password", new Session.NewPassword(password, "three plain words"))).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await visitor.Get("/api/cases")).StatusCode);

        using var later = await app.Visit(signedIn: false);
        await Visitor.Refused(await later.SignIn("administrator", password), HttpStatusCode.Unauthorized);
        await later.SignIn("administrator", "three plain words");
        Assert.Equal(HttpStatusCode.OK, (await later.Get("/api/cases")).StatusCode);
    }

    [Fact]
    public async Task A_lost_password_is_replaced_by_a_new_one_time_password()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: false), demo: false);
        var (lost, fresh) = (await OneTimePassword(app), await OneTimePassword(app));
        using var visitor = await app.Visit(signedIn: false);
        await Visitor.Refused(await visitor.SignIn("administrator", lost), HttpStatusCode.Unauthorized);
        await visitor.SignIn("administrator", fresh);
        Assert.True((await visitor.Read<Session.SessionState>("/api/session")).MustChoosePassword);
    }

    /// <summary>What `start --new-password` prints.</summary>
    private static async Task<string> OneTimePassword(NightfrostApp app)
    {
        var said = new StringWriter();
        await Hosting.Prepare.Run(app.Services, demo: false, newPassword: true, said);
        return said.ToString().Trim().Split(' ')[^1];
    }

    [Fact]
    public async Task The_demo_sign_in_is_offered_in_demo_mode_only()
    {
        await using var app = new NightfrostApp(await cluster.Database(demo: false), demo: false);
        using var visitor = await app.Visit(signedIn: false);
        Assert.Null((await visitor.Read<Session.SessionState>("/api/session")).Demo);
        await Visitor.Refused(await visitor.SignIn("specialist", Data.Demo.DemoData.Password), HttpStatusCode.Unauthorized);
    }
}
