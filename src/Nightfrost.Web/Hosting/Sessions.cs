using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;
using Nightfrost.Data.Identity;

namespace Nightfrost.Web.Hosting;

/// <summary>Sign-ins as the database knows them: one that has ended there is over everywhere at once, whoever holds its cookie.</summary>
internal static class Sessions
{
    /// <summary>Longest a session lasts, however often it is used.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromDays(30);

    private const string Mark = "nightfrost:session";

    /// <summary>Begins a session of this person and hands out its cookie.</summary>
    public static async Task Begin(NightfrostDb db, SignInManager<Person> signIn, Person person, TimeProvider clock)
    {
        var row = new SessionRow { Id = Guid.NewGuid(), PersonId = person.Id, StartedAt = clock.GetUtcNow() };
        db.Sessions.Add(row);
        await db.SaveChangesAsync();
        await signIn.SignInWithClaimsAsync(person, isPersistent: false, [new Claim(Mark, row.Id.ToString())]);
    }

    /// <summary>Ends the session of whoever asks.</summary>
    public static async Task End(NightfrostDb db, SignInManager<Person> signIn, ClaimsPrincipal visitor)
    {
        if (IdOf(visitor) is { } id)
            await db.Sessions.Where(s => s.Id == id).ExecuteDeleteAsync();
        await signIn.SignOutAsync();
    }

    /// <summary>Ends every session of a person.</summary>
    public static Task EndAll(NightfrostDb db, Guid personId) => db.Sessions.Where(s => s.PersonId == personId).ExecuteDeleteAsync();

    /// <summary>Asked with every request of the service: a cookie whose session has ended is no sign-in.</summary>
    public static async Task Validate(CookieValidatePrincipalContext context)
    {
        var http = context.HttpContext;
        // The pages themselves are open to all, and are there while the database is away.
        if (!http.Request.Path.StartsWithSegments("/api"))
            return;
        var oldest = http.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow() - Longest;
        var db = http.RequestServices.GetRequiredService<NightfrostDb>();
        if (IdOf(context.Principal) is { } id && await db.Sessions.AnyAsync(s => s.Id == id && s.StartedAt > oldest, http.RequestAborted))
            return;
        context.RejectPrincipal();
        await http.SignOutAsync(context.Scheme.Name);
    }

    private static Guid? IdOf(ClaimsPrincipal? visitor) => Guid.TryParse(visitor?.FindFirstValue(Mark), out var id) ? id : null;
}
