using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Web.Hosting;

/// <summary>
/// Turns whatever was thrown into a problem document. Bodies that cannot be read name the field; a fault of ours is logged with a reference to quote and says
/// nothing of the inside.
/// </summary>
internal sealed partial class Thrown(ILogger<Thrown> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        IResult? answer = exception switch
        {
            // Whoever asked is gone.
            _ when context.RequestAborted.IsCancellationRequested || exception is ConnectionResetException or ConnectionAbortedException => null,
            BadHttpRequestException { InnerException: JsonException json } => UnreadableBodies.Answer(json),
            BadHttpRequestException bad => UnreadableBodies.Answer(bad, context),
            DbUpdateConcurrencyException => Refusals.Stale("thing", ["It was changed at the same moment. Read it again, then repeat what you did."], null),
            _ when Outages.DiskIsFull(exception) =>
                Away(exception, context, "The disk of the service is full.", "What you typed is kept here. Free some room on that disk; it is sent by itself."),
            _ when Outages.DatabaseIsAway(exception) =>
                Away(exception, context, "The database does not answer.",
                    "What you typed is kept here and sent when it is back. If it stays so, run ./nightfrost doctor."),
            _ => Fault(exception),
        };
        if (answer is null)
            context.Response.StatusCode = StatusCodes.Status499ClientClosedRequest;
        else
            await answer.ExecuteAsync(context);
        return true;
    }

    private JsonHttpResult<Refusal> Away(Exception exception, HttpContext context, string title, string remedy)
    {
        LogAway(title, exception.GetBaseException().GetType().Name);
        return Refusals.Away(context, title, remedy);
    }

    private JsonHttpResult<Refusal> Fault(Exception exception)
    {
        var reference = $"{RandomNumberGenerator.GetHexString(4)}-{RandomNumberGenerator.GetHexString(4)}";
        LogFault(exception, reference);
        var kept = exception is UnreadableDocumentException;
        return Refusals.Answer(new Refusal
        {
            Type = kept ? "urn:nightfrost:unreadable" : "urn:nightfrost:broken",
            Title = kept ? "What is kept of this is damaged." : "Something went wrong in the service.",
            Detail = "Nothing was changed. "
                + $"{(kept ? "Everything else works; restore this from a backup, or delete it." : "Try again; if it stays, run ./nightfrost doctor.")} Its log "
                + $"says more at {reference}.",
            Status = StatusCodes.Status500InternalServerError,
            Reference = reference,
        });
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "A request failed, {Reference}")]
    private partial void LogFault(Exception exception, string reference);

    [LoggerMessage(Level = LogLevel.Warning, Message = "{What} ({Kind})")]
    private partial void LogAway(string what, string kind);
}
