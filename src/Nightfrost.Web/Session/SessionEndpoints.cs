using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nightfrost.Core.Sites;
using Nightfrost.Data.Demo;
using Nightfrost.Data.Identity;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Session;

/// <summary>Who is signed in, and the token that writes must carry.</summary>
/// <param name="Name">Sign-in name; null when nobody is signed in.</param>
/// <param name="Token">Antiforgery token of this visitor.</param>
/// <param name="Demo">The demo sign-in; only in demo mode.</param>
public sealed record SessionState(string? Name, string Token, DemoSignIn? Demo);

/// <summary>The demo sign-in.</summary>
public sealed record DemoSignIn(string Name, string Password);

/// <summary>What is typed to sign in.</summary>
public sealed record SignIn(string Name, string Password);

/// <summary>Whether this is a demo.</summary>
public sealed record Mode(bool Demo);

internal static class SessionEndpoints
{
    public static void MapSession(this RouteGroupBuilder api)
    {
        var session = api.MapGroup("session").WithTags("Session").AllowAnonymous();
        session.MapGet("", State).WithSummary("Who is signed in, with the token for writes.");
        session.MapPost("sign-in", Enter).WithSummary("Signs in.");
        session.MapPost("sign-out", Leave).WithSummary("Signs out.");
    }

    private static Ok<SessionState> State(HttpContext context, IAntiforgery antiforgery, Mode mode) =>
        TypedResults.Ok(new SessionState(
            context.User.Identity?.IsAuthenticated == true ? context.User.FindFirstValue(ClaimTypes.Name) : null,
            antiforgery.GetAndStoreTokens(context).RequestToken ?? "",
            mode.Demo ? new(DemoData.SignInName, DemoData.Password) : null));

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Enter(SignIn typed, SignInManager<Person> signIn)
    {
        if (typed.Name.Length > 100 || typed.Password.Length > 200)
            return Refusals.Invalid(new FieldProblem("name", "Name or password is too long.", "Check what was pasted."));
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

    private static async Task<NoContent> Leave(SignInManager<Person> signIn)
    {
        await signIn.SignOutAsync();
        return TypedResults.NoContent();
    }
}
