using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nightfrost.Core;
using Nightfrost.Data.Demo;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Session;

/// <summary>Who is signed in, and the token that writes must carry.</summary>
/// <param name="Name">Sign-in name; null when nobody is signed in.</param>
/// <param name="Token">Antiforgery token of this visitor.</param>
/// <param name="MustChoosePassword">Signed in with a one-time password: an own one must be chosen first.</param>
/// <param name="Demo">The demo sign-in; only in demo mode.</param>
public sealed record SessionState(string? Name, string Token, bool MustChoosePassword, DemoSignIn? Demo);

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
        var session = app.MapGroup("api/session").WithTags("Session").ProducesProblem(StatusCodes.Status400BadRequest).ProducesProblem(StatusCodes.Status401Unauthorized);
        session.MapGet("", State).AllowAnonymous().WithSummary("Who is signed in, with the token for writes.");
        session.MapPost("sign-in", Enter).AllowAnonymous().WithSummary("Signs in.");
        session.MapPost("sign-out", Leave).AllowAnonymous().WithSummary("Signs out.");
        session.MapPut("password", Change).RequireAuthorization(OneTimePasswords.AnyPassword).WithSummary("Changes the password of whoever is signed in.");
    }

    private static Ok<SessionState> State(HttpContext context, IAntiforgery antiforgery, Mode mode) =>
        TypedResults.Ok(new SessionState(
            context.User.Identity?.IsAuthenticated == true ? context.User.FindFirstValue(ClaimTypes.Name) : null,
            antiforgery.GetAndStoreTokens(context).RequestToken ?? "",
            context.User.MustChoosePassword(),
            mode.Demo ? new(DemoData.SignInName, DemoData.Password) : null));

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Enter(SignIn typed, SignInManager<Person> signIn)
    {
        if ((PlainText.Problem("name", typed.Name, 100) ?? PlainText.Problem("password", typed.Password, 200)) is { } problem)
            return Refusals.Invalid(problem);
        var result = await signIn.PasswordSignInAsync(typed.Name.Trim(), typed.Password, isPersistent: false, lockoutOnFailure: true);
        if (result.Succeeded)
            return TypedResults.NoContent();
        return Refusals.Answer(new Refusal
        {
            Type = "urn:nightfrost:sign-in",
            Title = result.IsLockedOut ? "Too many tries." : "Name and password do not match.",
            Detail = result.IsLockedOut ? "Wait five minutes, then try again." : "Check both, and whether capitals are locked. After five tries the name is closed for five minutes.",
            Status = StatusCodes.Status401Unauthorized,
        });
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Change(NewPassword typed, HttpContext context, UserManager<Person> people, SignInManager<Person> signIn, Mode mode)
    {
        if (mode.Demo)
            return Refusals.NotNow("The demo's password stays as it is.", "Everybody who opens the demo signs in with it.");
        if (typed.Fresh.Length is < 12 or > 200)
            return Refusals.Invalid(new FieldProblem("fresh", $"{typed.Fresh.Length} characters are not 12 to 200.", "Take at least 12: three or four plain words are easy to keep."));
        if (typed.Fresh == typed.Current)
            return Refusals.Invalid(new FieldProblem("fresh", "It is the same as before.", "Choose another one."));
        if (await people.GetUserAsync(context.User) is not { } person)
            return Refusals.Unknown("sign-in");
        if (await people.IsLockedOutAsync(person))
            return Refusals.NotNow("Too many tries.", "Wait five minutes, then try again.");
        if (!await people.CheckPasswordAsync(person, typed.Current))
        {
            await people.AccessFailedAsync(person);
            return Refusals.Invalid(new FieldProblem("current", "It does not match.", "Check whether capitals are locked. After five tries the name is closed for five minutes."));
        }

        var changed = await people.ChangePasswordAsync(person, typed.Current, typed.Fresh);
        if (!changed.Succeeded)
            return Refusals.Invalid([.. changed.Errors.Select(e => new FieldProblem("fresh", e.Description, "Choose another one."))]);
        person.PasswordIsOneTime = false;
        await people.UpdateAsync(person);
        await signIn.RefreshSignInAsync(person);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> Leave(SignInManager<Person> signIn)
    {
        await signIn.SignOutAsync();
        return TypedResults.NoContent();
    }
}
