using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;

namespace Nightfrost.Web.Hosting;

/// <summary>
/// Writes of one thing, one after the other: an endpoint reads and saves it while no other write of it can. What only adds then merges, and what
/// replaces is held against what truly stands there. A refusal changes nothing. Tokens, checked by the database in the save, hold whatever passes this by.
/// </summary>
internal static class InTurn
{
    // Any numbers, as long as they differ.
    private const long Shelf = 7_301;
    private const long Manuals = 7_302;

    /// <summary>The endpoint writes the case of its address.</summary>
    public static RouteHandlerBuilder WritesCase(this RouteHandlerBuilder endpoint) =>
        endpoint.After(http => $"select 1 from cases where id = {Guid.Parse((string)http.Request.RouteValues["caseId"]!)} for update");

    /// <summary>The endpoint writes the shelf.</summary>
    public static RouteHandlerBuilder WritesShelf(this RouteHandlerBuilder endpoint) => endpoint.After(_ => $"select pg_advisory_xact_lock({Shelf})");

    /// <summary>The endpoint writes the manuals.</summary>
    public static RouteHandlerBuilder WritesManuals(this RouteHandlerBuilder endpoint) => endpoint.After(_ => $"select pg_advisory_xact_lock({Manuals})");

    /// <summary>The endpoint's own saves, and those of what it calls, are there together or not at all.</summary>
    public static RouteHandlerBuilder WritesWhole(this RouteHandlerBuilder endpoint) => endpoint.After(null);

    private static RouteHandlerBuilder After(this RouteHandlerBuilder endpoint, Func<HttpContext, FormattableString>? turn) =>
        endpoint.AddEndpointFilter(async (context, next) =>
    {
        var (http, cancel) = (context.HttpContext, context.HttpContext.RequestAborted);
        var db = http.RequestServices.GetRequiredService<NightfrostDb>();
        // A write with a key already has its transaction; it is ended there.
        await using var own = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        if (turn is not null)
            await db.Database.ExecuteSqlAsync(turn(http), cancel);
        var result = await next(context);
        if (own is not null && !Refusals.IsRefused(result))
            await own.CommitAsync(CancellationToken.None);
        return result;
    });
}
