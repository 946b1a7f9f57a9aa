using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Routing;

/// <summary>The rigs of a case, best first.</summary>
/// <param name="Version">Version of the look they were planned on.</param>
/// <param name="Order">The order of priorities in force.</param>
/// <param name="Rigs">The best and at most six others that nothing beats on everything.</param>
/// <param name="Unbeaten">How many rigs nothing beats on everything.</param>
/// <param name="UnbeatenProven">True when that set is complete.</param>
/// <param name="RuledOut">What stands in no working route, and why.</param>
/// <param name="RoutesFound">Working routes of each listener.</param>
/// <param name="Obstacle">Why there is no rig; null when there is one.</param>
/// <param name="TryFirst">What to try before anything is bought.</param>
/// <param name="DeadWays">Ways through the air that no working route uses, and why.</param>
public sealed record RankedRigs(
    int Version, IReadOnlyList<Criterion> Order, IReadOnlyList<RigView> Rigs, int Unbeaten, bool UnbeatenProven, IReadOnlyList<RuledOut> RuledOut,
    IReadOnlyList<ListenerRoutes> RoutesFound, FieldProblem? Obstacle, IReadOnlyList<FreeRemedy> TryFirst, IReadOnlyList<DeadWay> DeadWays);

/// <summary>Why a thing was not chosen.</summary>
/// <param name="Words">The thing.</param>
/// <param name="Answer">In one sentence.</param>
/// <param name="Findings">Rules it breaks, nearest to the ear first.</param>
/// <param name="WithIt">The best rig that holds it; null when none can.</param>
public sealed record WhyNotView(string Words, string Answer, IReadOnlyList<Finding> Findings, RigView? WithIt);

/// <summary>How many working routes one listener has.</summary>
public sealed record ListenerRoutes(string Name, int Routes);

/// <summary>The rig to fix to a case.</summary>
/// <param name="Version">Version of the look it was planned on.</param>
/// <param name="Replaces">The rig in use when it was chosen; null for none.</param>
/// <param name="Plan">Its routes, as they were sent.</param>
public sealed record ChooseRig(int Version, Guid? Replaces, IReadOnlyList<PlannedRoute> Plan);

internal static class RoutingEndpoints
{
    public static void MapRouting(this RouteGroupBuilder cases)
    {
        cases.MapGet("{caseId:guid}/rigs", Rank).WithTags("Route").WithSummary("Ranks the rigs that serve the listeners of a case.");
        cases.MapGet("{caseId:guid}/why-not/{thingId}", AskWhyNot).WithTags("Route")
            .WithSummary("Why a socket or device was not chosen, and the best rig that holds it.");
        cases.MapPut("{caseId:guid}/rig", Choose).WritesCase().WithTags("Route").WithSummary("Fixes a rig to a case.");
    }

    private static async Task<Results<Ok<RankedRigs>, JsonHttpResult<Refusal>>> Rank(Guid caseId, [AsParameters] WantedQuery query, NightfrostDb db,
        Planning planning, ClaimsPrincipal visitor, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (query.Read(out var wanted) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var answer = await planning.InTurn(visitor, pace => Router.Rank(new Site(state.Look, state.Shelf), wanted, pace), cancel);
        return TypedResults.Ok(new RankedRigs(
            state.Row.LookVersion,
            wanted.Priorities.Order,
            Shown(state, answer),
            answer.Unbeaten,
            answer.UnbeatenProven,
            answer.RuledOut,
            [.. answer.RoutesFound.Select((count, i) => new ListenerRoutes(state.Look.Listeners[i].Name, count))],
            answer.Obstacle,
            FreeRemedies.For(state.Look),
            answer.DeadWays));
    }

    // What was measured with the rig in use stands above its forecast, here and in every comparison with it.
    private static IReadOnlyList<RigView> Shown(CaseState state, RouterAnswer answer)
    {
        var inUse = state.Plan is { } plan && LookChanges.Between(plan.Look, state.Look, state.Shelf.NameOf).Count == 0 ? plan : null;
        var measured = answer.Rigs.Select(rig => inUse is not null && RigPlan.Of(rig.Rig).HasSameRoutesAs(inUse) ? state.MeasuredEars() : []).ToList();
        var rigs = answer.Rigs.Select((rig, i) => RigMeasured.Apply(rig, answer.Arrivals, measured[i])).ToList();
        return [.. rigs.Select((rig, i) =>
            RigViews.Of(rig, answer.Arrivals, i == 0 ? rigs.ElementAtOrDefault(1) : rigs[0], measured[i], [.. rigs.Where(other => other != rig)]))];
    }

    private static async Task<Results<Ok<WhyNotView>, JsonHttpResult<Refusal>>> AskWhyNot(Guid caseId, string thingId, [AsParameters] WantedQuery query,
        NightfrostDb db, Planning planning, ClaimsPrincipal visitor, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (query.Read(out var wanted) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        if (state.Shelf.Find(thingId) is null && state.Look.AllSockets().All(s => s.Id != thingId))
            return Refusals.Unknown("socket or device");
        var answer = await planning.InTurn(visitor, pace => WhyNot.Ask(new Site(state.Look, state.Shelf), wanted, thingId, pace), cancel);
        return TypedResults.Ok(new WhyNotView(answer.Words, answer.Answer, answer.Findings,
            answer.WithIt is null ? null : RigViews.Of(answer.WithIt, answer.Arrivals, answer.Best)));
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Choose(Guid caseId, ChooseRig typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        var row = state.Row;
        if (row.LookVersion != typed.Version)
            return Refusals.Stale("look", ["The look changed since this rig was worked out."], row.LookVersion);
        if (typed.Plan.Count is 0 or > LookCheck.MostListeners)
            return Refusals.Invalid(new FieldProblem("plan", "It holds no route, or more than there can be listeners.",
                "Choose one of the rigs shown on Route."));

        var whole = new RigPlan([.. typed.Plan.Select(p => p with { ReadBack = null })], state.Look, state.Shelf.Devices, state.Shelf.Currency);
        if (whole.Rebuild(asItWas: false) is not { } rig || !rig.IsLegal()
            || rig.Routes.Any(r => RuleList.RefusesFeed(r) is not null || RuleList.RefusesRoute(r) is not null))
            return Refusals.NotNow("This rig does not hold any more.", whole.MissingFrom(state.Shelf) is { Count: > 0 } missing
                ? $"No longer on the shelf: {string.Join(", ", missing)}. Work the rigs out again."
                : "A device was changed or taken off the shelf. Work the rigs out again.");

        // The same ways again: what was ticked and measured on them still holds.
        var (fresh, old) = (RigPlan.Of(rig), state.Plan);
        var same = old is not null && fresh.HasSameRoutesAs(old);
        if (row.RigId != typed.Replaces)
            return Refusals.Stale("rig",
                same ? ["This rig is in use already."] : ["Another rig was chosen meanwhile.", .. old is null ? [] : RigChanges.Between(fresh, old)],
                row.LookVersion);
        row.Rig = same ? fresh.WithReadBackOf(old!) : fresh;
        if (!same && row.RigId is { } before)
        {
            row.RigId = Guid.CreateVersion7();
            KeepMarks(db, state, rig, before);
        }
        else
            row.RigId ??= Guid.CreateVersion7();
        row.RigChosenAt = row.ChangedAt = clock.GetUtcNow();
        (row.HandedOverAt, row.HandedOverInPart) = (null, false);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok((await CaseState.Load(db, caseId, cancel))!.Detail());
    }

    // In the middle of a visit what stays true stays ticked: nobody plugs the same lead twice.
    private static void KeepMarks(NightfrostDb db, CaseState state, Rig rig, Guid before)
    {
        HashSet<string> kept = [.. KeptSteps.Of(state.Steps, RunSheet.For(rig)), .. KeptSteps.Of(state.Preparation, Preparation.For(rig, state.Visit))];
        foreach (var mark in state.Row.Steps.Where(s => s.RigId == before && s.Outcome == StepOutcome.AsExpected && kept.Contains(s.StepId)).ToList())
            db.Steps.Add(new StepRow
            {
                CaseId = state.Row.Id,
                RigId = state.Row.RigId!.Value,
                StepId = mark.StepId,
                Outcome = mark.Outcome,
                Note = mark.Note,
                AheadBecause = mark.AheadBecause,
                At = mark.At,
            });
    }
}
