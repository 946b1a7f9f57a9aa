using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Sites;

/// <summary>A look to be saved.</summary>
/// <param name="Version">Version it was made from.</param>
/// <param name="Look">The whole look.</param>
public sealed record SaveLook(int Version, Look Look);

internal static class LookEndpoints
{
    public static void MapLook(this RouteGroupBuilder cases)
    {
        cases.MapPut("{caseId:guid}/look", Save).WritesCase().WithTags("Look").WithSummary("Saves the look of a case.");
        cases.MapGet("{caseId:guid}/strips", Strips).WithTags("Look").WithSummary("The way to each seat and place, with what is left of each sort of link.");
        cases.MapGet("{caseId:guid}/questions", Questions).WithTags("Look")
            .WithSummary("What is still unknown and how much hangs on it, a few at a time: ask again from where the answer ended.");
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Save(Guid caseId, SaveLook typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (LookCheck.Problems(typed.Look) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        var look = typed.Look with
        {
            Markings = state.Look.Markings,
            KnownPlaces = state.Look.KnownPlaces,
            KnownBefore = SiteMemory.StillSo(state.Look, typed.Look),
        };
        // The same look again is no conflict with oneself: its first answer was lost.
        if (DocumentShapes.AreSame(state.Look, look))
            return TypedResults.Ok(state.Detail());
        if (state.Row.LookVersion != typed.Version)
            return await Stale(db, state, typed.Version, cancel);
        await LookVersions.Add(db, state.Row, look, clock, cancel);
        return TypedResults.Ok((await CaseState.Load(db, caseId, cancel))!.Detail());
    }

    private static async Task<JsonHttpResult<Refusal>> Stale(NightfrostDb db, CaseState state, int version, CancellationToken cancel)
    {
        var before = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.CaseId == state.Row.Id && r.Version == version, cancel);
        return Refusals.Stale("look",
            before is null ? ["The version it was made from is no longer kept."] : LookChanges.Between(before.Look.Value, state.Look, state.Shelf.NameOf),
            state.Row.LookVersion);
    }

    private static async Task<Results<Ok<IReadOnlyList<SightStrip>>, JsonHttpResult<Refusal>>> Strips(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(SightStrips.Of(state.Look)) : Refusals.Unknown("case");

    // A few at a time: whoever asks goes on from where this answer ends, and sees how far it has come.
    private static async Task<Results<Ok<WeighedQuestions>, JsonHttpResult<Refusal>>> Questions(Guid caseId, int? from, NightfrostDb db, Planning planning,
        ClaimsPrincipal visitor, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state
            ? TypedResults.Ok(await planning.PieceInTurn(visitor, (enough, pace) =>
                Core.Routing.Answers.Questions.Weigh(new Site(state.Look, state.Shelf), from ?? 0, pace, enough), cancel))
            : Refusals.Unknown("case");
}
