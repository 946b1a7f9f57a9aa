using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Sites;

/// <summary>A look to be saved.</summary>
/// <param name="Version">Version it was made from.</param>
/// <param name="Look">The whole look.</param>
public sealed record SaveLook(int Version, Look Look);

internal static class LookEndpoints
{
    /// <summary>Older versions kept to say what changed since.</summary>
    private const int VersionsKept = 50;

    public static void MapLook(this RouteGroupBuilder cases)
    {
        cases.MapPut("{caseId:guid}/look", Save).WithTags("Look").WithSummary("Saves the look of a case.");
        cases.MapGet("{caseId:guid}/strips", Strips).WithTags("Look").WithSummary("The way to each seat and place, with what is left of each sort of link.");
        cases.MapGet("{caseId:guid}/questions", Questions).WithTags("Look").WithSummary("What is still unknown, most decisive first.");
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Save(Guid caseId, SaveLook typed, NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (LookCheck.Problems(typed.Look) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var row = state.Row;
        if (row.Version != typed.Version)
            return await Stale(db, state, typed.Version, cancel);
        if (LookChanges.Between(row.Look, typed.Look, state.Shelf.NameOf).Count > 0 && !await Keep(db, state, typed.Look, clock, cancel))
            return await Stale(db, state, typed.Version, cancel);
        return TypedResults.Ok(state.Detail());
    }

    /// <summary>Saves a look as a new version and lets the oldest go; false when somebody else saved at the same moment.</summary>
    public static async Task<bool> Keep(NightfrostDb db, CaseState state, Look look, TimeProvider clock, CancellationToken cancel)
    {
        var row = state.Row;
        row.Look = look;
        row.Version++;
        row.ChangedAt = clock.GetUtcNow();
        db.Revisions.Add(new CaseRevision { CaseId = row.Id, Version = row.Version, Look = row.Look, SavedAt = row.ChangedAt });
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException e) when (e.IsConflict())
        {
            db.ChangeTracker.Clear();
            return false;
        }

        await db.Revisions.Where(r => r.CaseId == row.Id && r.Version <= row.Version - VersionsKept).ExecuteDeleteAsync(cancel);
        return true;
    }

    /// <summary>409: the look was saved elsewhere since this version, and what changed.</summary>
    public static async Task<JsonHttpResult<Refusal>> Stale(NightfrostDb db, CaseState state, int version, CancellationToken cancel)
    {
        var caseId = state.Row.Id;
        var current = await db.Cases.AsNoTracking().FirstAsync(c => c.Id == caseId, cancel);
        var before = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.CaseId == caseId && r.Version == version, cancel);
        return Refusals.Stale("look", before is null ? ["The version it was made from is no longer kept."] : LookChanges.Between(before.Look, current.Look, state.Shelf.NameOf), current.Version);
    }

    private static async Task<Results<Ok<IReadOnlyList<SightStrip>>, JsonHttpResult<Refusal>>> Strips(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(SightStrips.Of(state.Row.Look)) : Refusals.Unknown("case");

    private static async Task<Results<Ok<IReadOnlyList<OpenQuestion>>, JsonHttpResult<Refusal>>> Questions(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state
            ? TypedResults.Ok(Core.Routing.Questions.Rank(new Site(state.Row.Look, state.Shelf), cancel))
            : Refusals.Unknown("case");
}
