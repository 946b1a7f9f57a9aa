using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Cases;

/// <summary>Writes of one case, one after the other.</summary>
internal static class CaseWrites
{
    /// <summary>
    /// The endpoint reads and saves the case of its address while no other write of it can: what only adds then merges, and what replaces is held
    /// against what truly stands there. A refusal changes nothing. The row token, checked in the save, holds whatever passes this by.
    /// </summary>
    public static RouteHandlerBuilder WritesCase(this RouteHandlerBuilder endpoint) => endpoint.AddEndpointFilter(async (context, next) =>
    {
        var (http, cancel) = (context.HttpContext, context.HttpContext.RequestAborted);
        var db = http.RequestServices.GetRequiredService<NightfrostDb>();
        var caseId = Guid.Parse((string)http.Request.RouteValues["caseId"]!);
        // A write with a key already has its transaction; it is ended there.
        await using var own = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        await db.Database.ExecuteSqlAsync($"select 1 from cases where id = {caseId} for update", cancel);
        var result = await next(context);
        if (own is not null && !Refusals.IsRefused(result))
            await own.CommitAsync(CancellationToken.None);
        return result;
    });
}
