using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;

namespace Nightfrost.Web.Hosting;

/// <summary>Turns whatever was thrown into a problem document: unreadable bodies name the field, the rest says nothing of the inside.</summary>
internal sealed class BadRequests(ILogger<BadRequests> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        var refusal = exception switch
        {
            BadHttpRequestException { InnerException: JsonException json } => Unreadable(json),
            JsonException json => Unreadable(json),
            BadHttpRequestException bad => new Refusal
            {
                Type = "urn:nightfrost:invalid",
                Title = bad.StatusCode == StatusCodes.Status413PayloadTooLarge ? "The request is too large." : "The request could not be read.",
                Detail = bad.StatusCode == StatusCodes.Status413PayloadTooLarge ? "Send less than 1 MB." : "Send a JSON body with every field it needs, and ids that exist.",
                Status = bad.StatusCode,
            },
            OperationCanceledException when context.RequestAborted.IsCancellationRequested => null,
            _ => Broken(exception),
        };
        if (refusal is null)
            return true;
        await Refusals.Answer(refusal).ExecuteAsync(context);
        return true;
    }

    private Refusal Broken(Exception exception)
    {
        log.LogError(exception, "A request failed");
        return new Refusal
        {
            Type = "urn:nightfrost:broken",
            Title = "Something went wrong in the service.",
            Detail = "Nothing was changed. Try again; if it stays, run ./nightfrost doctor.",
            Status = StatusCodes.Status500InternalServerError,
        };
    }

    private static Refusal Unreadable(JsonException json)
    {
        var field = (json.Path ?? "$").TrimStart('$').TrimStart('.');
        var missing = json.Message.Contains("missing required", StringComparison.Ordinal);
        var name = field.Length == 0 ? "body" : field;
        var (reason, remedy) = missing
            ? (json.Message.Split('.')[0] is var said && said.Contains("including:", StringComparison.Ordinal) ? $"A field is missing: {said[(said.IndexOf("including:", StringComparison.Ordinal) + 10)..].Trim().TrimEnd('.')}." : "A field is missing.", "Send every field of this form.")
            : json.InnerException is FormatException or InvalidOperationException || field.Length > 0
                ? ("The value is of the wrong kind, or not one of those allowed.", "Enter a number where a number belongs, and choose from the list where there is one.")
                : ("The body is not well-formed JSON.", "Send the form again from the page.");
        return new Refusal
        {
            Type = "urn:nightfrost:invalid",
            Title = "The request could not be read.",
            Detail = $"{name}: {reason} {remedy}",
            Status = StatusCodes.Status400BadRequest,
            Problems = [new(name, reason, remedy)],
        };
    }
}
