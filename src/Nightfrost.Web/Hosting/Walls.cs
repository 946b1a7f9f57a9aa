using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.CookiePolicy;

namespace Nightfrost.Web.Hosting;

/// <summary>What stands around every request: security headers, and antiforgery on writes.</summary>
internal static class Walls
{
    /// <summary>Header that carries the antiforgery token.</summary>
    public const string TokenHeader = "X-Nightfrost-Token";

    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; connect-src 'self'; manifest-src "
            + "'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    // Set when the answer starts: one that failed half-way is emptied and begun anew.
    public static IApplicationBuilder UseSecurityHeaders(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = Policy;
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "no-referrer";
            headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            if (context.Request.Path.StartsWithSegments("/api"))
                headers.CacheControl = "no-store";
            return Task.CompletedTask;
        });
        return next(context);
    });

    /// <summary>Off loopback every cookie travels over HTTPS alone, whatever the request came by.</summary>
    public static void SecureOffLoopback(AppendCookieContext cookie)
    {
        var host = cookie.Context.Request.Host.Host;
        var loopback = host == "localhost" || (System.Net.IPAddress.TryParse(host, out var address) && System.Net.IPAddress.IsLoopback(address));
        cookie.CookieOptions.Secure |= !loopback;
    }

    public static IApplicationBuilder UseTokenOnWrites(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        var method = context.Request.Method;
        if (context.Request.Path.StartsWithSegments("/api") && !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && !HttpMethods.IsOptions(method)
            && !await context.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(context))
        {
            await Refusals.Answer(new Refusal
            {
                Type = "urn:nightfrost:token",
                Title = "This page is out of date.",
                Detail = "Load the page again, then repeat what you did. What you typed is kept.",
                Status = StatusCodes.Status400BadRequest,
            }).ExecuteAsync(context);
            return;
        }

        await next(context);
    });
}
