using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Nightfrost.Core;

namespace Nightfrost.Web.Hosting;

/// <summary>A refused request: RFC 9457 problem details with the fields at fault and what to do.</summary>
public sealed class Refusal : ProblemDetails
{
    /// <summary>Each field that is wrong, why, and the remedy.</summary>
    public IReadOnlyList<FieldProblem> Problems { get; init; } = [];

    /// <summary>For a stale write: what changed since, in words.</summary>
    public IReadOnlyList<string> Changes { get; init; } = [];

    /// <summary>For a stale write: the version to work from.</summary>
    public int? CurrentVersion { get; init; }

    /// <summary>For a fault of the service: stands in its log beside what happened.</summary>
    public string? Reference { get; init; }
}

/// <summary>The few ways a request is refused.</summary>
internal static class Refusals
{
    /// <summary>400: something entered cannot be right.</summary>
    public static JsonHttpResult<Refusal> Invalid(params IReadOnlyList<FieldProblem> problems) => Answer(new Refusal
    {
        Type = "urn:nightfrost:invalid",
        Title = problems.Count == 1 ? "One entry cannot be right." : $"{problems.Count} entries cannot be right.",
        Detail = string.Join(" ", problems.Take(3).Select(p => $"{p.Field}: {p.Reason} {p.Remedy}")),
        Status = StatusCodes.Status400BadRequest,
        Problems = problems,
    });

    /// <summary>404: nothing here has this id.</summary>
    public static JsonHttpResult<Refusal> Unknown(string thing) => Answer(new Refusal
    {
        Type = "urn:nightfrost:unknown",
        Title = $"There is no such {thing}.",
        Detail = $"The {thing} was deleted, or its address is mistyped. Go back to the list and open it from there.",
        Status = StatusCodes.Status404NotFound,
    });

    /// <summary>409: the thing changed since it was read.</summary>
    public static JsonHttpResult<Refusal> Stale(string thing, IReadOnlyList<string> changes, int? currentVersion) => Answer(new Refusal
    {
        Type = "urn:nightfrost:stale",
        Title = $"The {thing} was changed elsewhere.",
        Detail = changes.Count == 0 ? "Read it again, then save." : string.Join(" ", changes.Take(5)),
        Status = StatusCodes.Status409Conflict,
        Changes = changes,
        CurrentVersion = currentVersion,
    });

    /// <summary>409: it cannot be done in the state things are in.</summary>
    public static JsonHttpResult<Refusal> NotNow(string title, string remedy) => Answer(new Refusal
    {
        Type = "urn:nightfrost:not-now",
        Title = title,
        Detail = remedy,
        Status = StatusCodes.Status409Conflict,
    });

    /// <summary>413: more was sent than this address takes.</summary>
    public static JsonHttpResult<Refusal> TooLarge(UploadLimit limit)
    {
        var problem = new FieldProblem("file", $"It is larger than {limit.MostBytes / (1024 * 1024)} MB.", limit.Remedy);
        return Answer(new Refusal
        {
            Type = "urn:nightfrost:too-large",
            Title = "That is too large.",
            Detail = $"{problem.Reason} {problem.Remedy}",
            Status = StatusCodes.Status413PayloadTooLarge,
            Problems = [problem],
        });
    }

    /// <summary>503: it cannot be done now and may well be done soon; nothing was changed.</summary>
    /// <param name="context">The request; its answer says after how many seconds to try again.</param>
    /// <param name="title">What is away.</param>
    /// <param name="remedy">What to do when it stays so.</param>
    public static JsonHttpResult<Refusal> Away(HttpContext context, string title, string remedy)
    {
        context.Response.Headers.RetryAfter = "5";
        return Answer(new Refusal { Type = "urn:nightfrost:away", Title = title, Detail = remedy, Status = StatusCodes.Status503ServiceUnavailable });
    }

    /// <summary>True for an endpoint's answer that refuses.</summary>
    public static bool IsRefused(object? result) => (result is INestedHttpResult nested ? nested.Result : result) is JsonHttpResult<Refusal>;

    /// <summary>Any refusal as a problem document.</summary>
    public static JsonHttpResult<Refusal> Answer(Refusal refusal) =>
        TypedResults.Json(refusal, statusCode: refusal.Status, contentType: "application/problem+json");
}
