using System.Globalization;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nightfrost.Core;
using Nightfrost.Data;
using Nightfrost.Data.Demo;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Session;

/// <summary>Who is signed in, and the token that writes must carry.</summary>
/// <param name="Name">Sign-in name; null when nobody is signed in.</param>
/// <param name="Token">Antiforgery token of this visitor.</param>
/// <param name="MustChoosePassword">Signed in with a one-time password: an own one must be chosen first.</param>
/// <param name="Demo">The demo sign-in; only in demo mode.</param>
/// <param name="Device">What this person's unsent writes are kept with; null when nobody is signed in.</param>
/// <param name="PasswordRule">What a password of one's own must be.</param>
public sealed record SessionState(string? Name, string Token, bool MustChoosePassword, DemoSignIn? Demo, DeviceKeeping? Device, string PasswordRule);

/// <summary>How unsent writes of one person are kept on a device, so that nobody else reads them there.</summary>
/// <param name="Owner">Id of the person.</param>
/// <param name="Key">Key for AES-GCM, 32 bytes in Base64. It is never kept on the device.</param>
public sealed record DeviceKeeping(Guid Owner, string Key);

/// <summary>The demo sign-in.</summary>
public sealed record DemoSignIn(string Name, string Password);

/// <summary>What is typed to sign in.</summary>
public sealed record SignIn(string Name, string Password);

/// <summary>A password of one's own.</summary>
/// <param name="Current">The password so far.</param>
/// <param name="Fresh">The new one, 12 to 200 characters.</param>
public sealed record NewPassword(string Current, string Fresh);

/// <summary>Whether this is a demo.</summary>
public sealed record Mode(bool Demo);

internal static class SessionEndpoints
{
    public static void MapSession(this IEndpointRouteBuilder app)
    {
        var session = app.MapGroup("api/session").WithTags("Session").ProducesProblem(StatusCodes.Status400BadRequest)
            .ProducesProblem(StatusCodes.Status401Unauthorized);
        session.MapGet("", State).AllowAnonymous().WithSummary("Who is signed in, with the token for writes.");
        session.MapPost("sign-in", Enter).AllowAnonymous().WithSummary("Signs in.");
        session.MapPost("sign-out", Leave).AllowAnonymous().WithSummary("Signs out.");
        session.MapPut("password", Change).WritesWhole().RequireAuthorization(OneTimePasswords.AnyPassword)
            .WithSummary("Changes the password of whoever is signed in.");
    }

    private static async Task<Ok<SessionState>> State(HttpContext context, IAntiforgery antiforgery, UserManager<Person> people, Mode mode)
    {
        var person = context.User.Identity?.IsAuthenticated == true ? await people.GetUserAsync(context.User) : null;
        return TypedResults.Ok(new SessionState(
            person?.UserName,
            antiforgery.GetAndStoreTokens(context).RequestToken ?? "",
            context.User.MustChoosePassword(),
            mode.Demo ? new(DemoData.SignInName, DemoData.Password) : null,
            person is null ? null : new(person.Id, Convert.ToBase64String(person.DeviceKey)),
            PasswordRule.Words));
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Enter(
        SignIn typed, HttpContext context, NightfrostDb db, UserManager<Person> people, SignInManager<Person> signIn, SignInTries tries, Strangers strangers,
        KnownBrowsers browsers, TimeProvider clock, CancellationToken cancel)
    {
        if ((PlainText.Problem("name", typed.Name, 100) ?? PasswordRule.Unusable("password", typed.Password)) is { } problem)
            return Refusals.Invalid(problem);
        Person? person = null;
        var (passed, wait) = await tries.Try(new(context.Connection.RemoteIpAddress, browsers.Find(context, typed.Name)), typed.Name, async () =>
        {
            person = await people.FindByNameAsync(typed.Name.Trim());
            return person is null ? strangers.Check(typed.Password) : await people.CheckPasswordAsync(person, typed.Password);
        }, cancel);
        if (wait > TimeSpan.Zero)
            return TooManyTries(context, wait);
        if (passed)
        {
            await Sessions.Begin(db, signIn, person!, clock);
            browsers.Remember(context, typed.Name);
            return TypedResults.NoContent();
        }

        return Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:sign-in",
            Title = "Name and password do not match.",
            Detail = "Check both, and whether capitals are locked. After five tries in a row each further one waits five seconds.",
            Status = StatusCodes.Status401Unauthorized,
        });
    }

    private static JsonHttpResult<Refusal> TooManyTries(HttpContext context, TimeSpan wait)
    {
        var seconds = (int)Math.Ceiling(wait.TotalSeconds);
        context.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
        return Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:too-many-tries",
            Title = "Too many tries.",
            Detail = $"Wait {seconds} s, then try again.",
            Status = StatusCodes.Status429TooManyRequests,
        });
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Change(
        NewPassword typed, HttpContext context, NightfrostDb db, UserManager<Person> people, SignInManager<Person> signIn, SignInTries tries,
        TimeProvider clock, Mode mode, CancellationToken cancel)
    {
        if (mode.Demo)
            return Refusals.NotNow("The demo's password stays as it is.", "Everybody who opens the demo signs in with it.");
        if (await people.GetUserAsync(context.User) is not { UserName: { } name } person)
            return Refusals.Unknown("sign-in");
        if ((PasswordRule.Unusable("current", typed.Current) ?? PasswordRule.Problem(typed.Fresh, name)) is { } weak)
            return Refusals.Invalid(weak);
        if (typed.Fresh == typed.Current)
            return Refusals.Invalid(new FieldProblem("fresh", "It is the same as before.", "Choose another one."));
        var (passed, wait) = await tries.Try(new(context.Connection.RemoteIpAddress, $"signed in {person.Id}"), name,
            () => people.CheckPasswordAsync(person, typed.Current), cancel);
        if (wait > TimeSpan.Zero)
            return TooManyTries(context, wait);
        if (!passed)
            return Refusals.Invalid(new FieldProblem("current", "It does not match.",
                "Check whether capitals are locked. After five tries in a row each further one waits five seconds."));

        person.PasswordIsOneTime = false;
        var changed = await people.ChangePasswordAsync(person, typed.Current, typed.Fresh);
        if (!changed.Succeeded)
            return Refusals.Stale("password", ["It was changed at the same moment."], null);
        await Sessions.EndAll(db, person.Id);
        await Sessions.Begin(db, signIn, person, clock);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> Leave(HttpContext context, NightfrostDb db, SignInManager<Person> signIn)
    {
        await Sessions.End(db, signIn, context.User);
        return TypedResults.NoContent();
    }
}
