using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Handover;

/// <summary>The client's sheet, and whether it was handed over.</summary>
/// <param name="Sheet">The sheet; null while no rig is chosen.</param>
/// <param name="OpenSteps">Steps of the run sheet still open.</param>
/// <param name="OpenMandatory">Of these, what must not be passed over.</param>
/// <param name="AlarmsAnswered">Who hears alarms was asked and ticked.</param>
/// <param name="HandedOverAt">When it was handed over, UTC.</param>
/// <param name="Week">What the Bench says of the sheet, followed for a week; null while no rig is chosen.</param>
public sealed record HandoverView(
    HandoverSheet? Sheet, int OpenSteps, IReadOnlyList<string> OpenMandatory, bool AlarmsAnswered, DateTimeOffset? HandedOverAt, Proof? Week);

/// <summary>Marks a case as handed over, or takes the mark back.</summary>
/// <param name="HandedOver">True for handed over.</param>
/// <param name="Was">What it stood at when it was read.</param>
/// <param name="InPart">True where steps that must not be passed over are known to be open.</param>
public sealed record HandoverMark(bool HandedOver, bool Was, bool InPart = false);

internal static class HandoverEndpoints
{
    public static void MapHandover(this RouteGroupBuilder cases)
    {
        cases.MapGet("{caseId:guid}/handover", Read).WithTags("Hand over").WithSummary("The large-print sheet of a case.");
        cases.MapPut("{caseId:guid}/handover", Mark).WritesCase().WithTags("Hand over").WithSummary("Marks the case as handed over.");
    }

    private static async Task<Results<Ok<HandoverView>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(View(state)) : Refusals.Unknown("case");

    private static async Task<Results<Ok<HandoverView>, JsonHttpResult<Refusal>>> Mark(Guid caseId, HandoverMark typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Rig is null)
            return Refusals.NotNow("No rig is chosen.", "Choose one on Route first.");
        if (typed.HandedOver && !AlarmsAnswered(state))
            return Refusals.NotNow("Nobody has answered who hears the alarms.",
                "Ask what warns each listener of fire, the door or a call for help, and tick that step on Connect.");
        if (typed is { HandedOver: true, InPart: false } && OpenMandatory(state) is { Count: > 0 } open)
            return Refusals.NotNow($"Still open, and not to be passed over: {string.Join("; ", open)}.",
                "Do what is open on Connect, or hand over in part: it stays listed.");
        var handed = state.Row.HandedOverAt is not null;
        if (handed != typed.Was)
            return Refusals.Stale("hand-over", [handed ? "It was handed over meanwhile." : "The mark was taken back meanwhile."], state.Row.LookVersion);
        state.Row.HandedOverAt = typed.HandedOver ? clock.GetUtcNow() : null;
        state.Row.HandedOverInPart = state.IsHandedOverInPart;
        state.Row.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(state));
    }

    private static HandoverView View(CaseState state)
    {
        if (state.Rig is not { } rig)
            return new(null, 0, [], false, state.Row.HandedOverAt, null);
        var found = state.Steps
            .Where(s => s.Note == MenuSteps.ValueFound && state.Outcome(s.Id) is { Note.Length: > 0 })
            .Select(s => new FoundValue(s.Place, state.Outcome(s.Id)!.Note.TrimEnd('.'))).ToList();
        return new(ClientSheet.For(rig, found), state.Steps.Count(s => state.WentHow(s.Id) == StepOutcome.Open), OpenMandatory(state), AlarmsAnswered(state),
            state.Row.HandedOverAt, ClientWeek.Prove(rig, state.Steps).After(state.WentWell));
    }

    // What is done but went wrong is not open: its note says what happened.
    private static IReadOnlyList<string> OpenMandatory(CaseState state) => [.. state.OpenMandatory.Select(s => s.Action)];

    private static bool AlarmsAnswered(CaseState state) => state.Outcome(BeforeSteps.AskAlarms)?.Outcome == StepOutcome.AsExpected;
}
