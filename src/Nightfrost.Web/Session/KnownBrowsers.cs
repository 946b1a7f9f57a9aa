using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;

namespace Nightfrost.Web.Session;

/// <summary>
/// Remembers, in a sealed cookie, that a browser has signed in with a name. It opens nothing: it only keeps strangers' failed tries from slowing its
/// owner. The cookie holds no name anybody could read.
/// </summary>
internal sealed class KnownBrowsers(IDataProtectionProvider protection, TimeProvider clock)
{
    private static readonly TimeSpan Kept = TimeSpan.FromDays(180);
    private readonly ITimeLimitedDataProtector _seal = protection.CreateProtector("Nightfrost.KnownBrowser").ToTimeLimitedDataProtector();

    /// <summary>Id of the browser for this name; null for one that has not signed in with it, or too long ago.</summary>
    public string? Find(HttpContext context, string name)
    {
        if (context.Request.Cookies[CookieOf(name)] is not { } sealedId)
            return null;
        try
        {
            var parts = _seal.Unprotect(sealedId).Split(' ', 2);
            return parts.Length == 2 && parts[1] == Folded(name) ? parts[0] : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Remembers that the browser has signed in with this name.</summary>
    public void Remember(HttpContext context, string name) => context.Response.Cookies.Append(CookieOf(name),
        _seal.Protect($"{Find(context, name) ?? Guid.NewGuid().ToString("N")} {Folded(name)}", clock.GetUtcNow() + Kept),
        new CookieOptions
        {
            HttpOnly = true,
            SameSite = SameSiteMode.Strict,
            MaxAge = Kept,
            Path = "/api/session",
            IsEssential = true,
            Secure = context.Request.IsHttps,
        });

    private static string CookieOf(string name) => $"nightfrost-known-{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Folded(name)))[..6])}";

    private static string Folded(string name) => name.Trim().ToUpperInvariant();
}
