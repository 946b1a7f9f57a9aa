using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Nightfrost.Core;
using Nightfrost.Data.Demo;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Session;
using Npgsql;

namespace Nightfrost.Web.Tests;

/// <summary>The real service on a database of its own.</summary>
public class NightfrostApp(string connection, bool demo) : WebApplicationFactory<Program>
{
    public static readonly JsonSerializerOptions Json = CoreJson.Configure(new(JsonSerializerDefaults.Web));

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("Connection", connection);
        builder.UseSetting("Demo", demo ? "true" : "false");
        builder.UseSetting("Quiet", "true");
    }

    /// <summary>Ends the service and its connections: the server has a limit, and every test a database.</summary>
    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        await using var any = new NpgsqlConnection(connection);
        NpgsqlConnection.ClearPool(any);
        GC.SuppressFinalize(this);
    }

    /// <summary>A visitor with a token, signed in or not.</summary>
    public async Task<Visitor> Visit(bool signedIn = true)
    {
        var cookies = new CookieContainer();
        var visitor = new Visitor(CreateDefaultClient(new CookieContainerHandler(cookies)), cookies);
        await visitor.RefreshToken();
        if (signedIn)
            await visitor.SignIn(DemoData.SignInName, DemoData.Password);
        return visitor;
    }
}

/// <summary>Someone with a browser: cookies, a token, JSON.</summary>
public sealed class Visitor(HttpClient client, CookieContainer? cookies = null) : IDisposable
{
    private string _token = "";

    /// <summary>The lines before the body of a write, for whoever sends it over a socket of its own.</summary>
    public string Head(HttpMethod method, string path, string host, string key, int length) =>
        $"{method} {path} HTTP/1.1\r\nHost: {host}\r\nCookie: {cookies!.GetCookieHeader(new Uri($"http://{host}"))}\r\n{Hosting.Walls.TokenHeader}: "
            + $"{_token}\r\n{Hosting.RepeatedWrites.Header}: {key}\r\nContent-Type: application/json\r\nContent-Length: {length}\r\n\r\n";

    /// <summary>Somebody who copied this visitor's cookies as they are now.</summary>
    public Visitor Copied(NightfrostApp app)
    {
        var copy = new CookieContainer();
        foreach (Cookie cookie in cookies!.GetAllCookies())
            copy.Add(new Cookie(cookie.Name, cookie.Value, cookie.Path, cookie.Domain));
        return new(app.CreateDefaultClient(new CookieContainerHandler(copy)), copy);
    }

    public async Task RefreshToken()
    {
        var session = await client.GetFromJsonAsync<SessionState>("/api/session", NightfrostApp.Json);
        _token = session!.Token;
    }

    public async Task<HttpResponseMessage> SignIn(string name, string password)
    {
        var answer = await Send(HttpMethod.Post, "/api/session/sign-in", new SignIn(name, password));
        await RefreshToken();
        return answer;
    }

    public Task<HttpResponseMessage> Get(string path, CancellationToken cancel = default) => client.GetAsync(new Uri(path, UriKind.Relative), cancel);

    public Task<HttpResponseMessage> Send(HttpMethod method, string path, object? body = null, string? key = null) =>
        SendRaw(method, path, body is null ? null : JsonSerializer.Serialize(body, NightfrostApp.Json), key);

    public async Task<HttpResponseMessage> SendRaw(HttpMethod method, string path, string? body, string? key = null, bool token = true)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
            request.Content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        if (token)
            request.Headers.Add(Hosting.Walls.TokenHeader, _token);
        if (key is not null)
            request.Headers.Add(Hosting.RepeatedWrites.Header, key);
        return await client.SendAsync(request);
    }

    /// <summary>Opens a case with a body of a given media type.</summary>
    public async Task<HttpResponseMessage> SendAs(string mediaType, string body)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/cases") { Content = new ByteArrayContent(System.Text.Encoding.UTF8.GetBytes(body)) };
        request.Content.Headers.TryAddWithoutValidation("Content-Type", mediaType);
        request.Headers.Add(Hosting.Walls.TokenHeader, _token);
        return await client.SendAsync(request);
    }

    /// <summary>Sends a file as it is.</summary>
    public async Task<HttpResponseMessage> SendBytes(HttpMethod method, string path, byte[] file)
    {
        using var request = new HttpRequestMessage(method, path) { Content = new ByteArrayContent(file) };
        request.Content.Headers.ContentType = new("application/octet-stream");
        request.Headers.Add(Hosting.Walls.TokenHeader, _token);
        return await client.SendAsync(request);
    }

    /// <summary>The list of cases.</summary>
    public async Task<IReadOnlyList<CaseSummary>> Cases() => (await Read<CaseList>("/api/cases")).Cases;

    public async Task<T> Read<T>(string path)
    {
        using var answer = await Get(path);
        return await Body<T>(answer);
    }

    /// <summary>The body of an answer that must have gone well.</summary>
    public static async Task<T> Body<T>(HttpResponseMessage answer)
    {
        Assert.True(answer.IsSuccessStatusCode, $"{(int)answer.StatusCode}: {await answer.Content.ReadAsStringAsync()}");
        return (await answer.Content.ReadFromJsonAsync<T>(NightfrostApp.Json))!;
    }

    /// <summary>The refusal of an answer that must have been refused with this status.</summary>
    public static async Task<Hosting.Refusal> Refused(HttpResponseMessage answer, HttpStatusCode status)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == status, $"{(int)answer.StatusCode}: {text}");
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        return JsonSerializer.Deserialize<Hosting.Refusal>(text, NightfrostApp.Json)!;
    }

    public void Dispose() => client.Dispose();
}
