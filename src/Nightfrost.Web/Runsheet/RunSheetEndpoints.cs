using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Runsheet;

/// <summary>A step with how it went.</summary>
/// <param name="AheadBecause">Why it was done ahead of its turn; blank where it was not.</param>
/// <param name="BeforeId">The open step that comes before it; null when it is this one's turn.</param>
/// <param name="Recovery">What to do now, where it went otherwise; null for any other.</param>
public sealed record StepState(Step Step, StepOutcome Outcome, string Note, string AheadBecause, string? BeforeId, Recovery? Recovery);

/// <summary>The run sheet of a case.</summary>
/// <param name="RigId">The rig it is derived from; null while none is chosen.</param>
/// <param name="Steps">In order.</param>
/// <param name="Proof">What the Bench says of them, without what was seen to hold since; null while no rig is chosen.</param>
public sealed record RunSheetView(Guid? RigId, IReadOnlyList<StepState> Steps, Proof? Proof);

/// <summary>How a step went.</summary>
/// <param name="RigId">The rig whose run sheet it is.</param>
/// <param name="Outcome">As expected or not; open takes the tick back.</param>
/// <param name="Was">What it stood at when it was read.</param>
/// <param name="Note">What was seen or written down.</param>
/// <param name="Codec">The codec read off the box, for the step that asks for it.</param>
/// <param name="AheadBecause">Why it is done although one before it is open; left out for a step in its turn.</param>
/// <param name="WasNote">The note that was read; left out by writes that were kept on a device before notes were named.</param>
public sealed record StepReport(Guid RigId, StepOutcome Outcome, StepOutcome Was, string Note, Codec? Codec, string? WasNote = null,
    string? AheadBecause = null);

internal static class RunSheetEndpoints
{
    public static void MapRunSheet(this RouteGroupBuilder cases)
    {
        cases.MapGet("{caseId:guid}/run-sheet", Read).WithTags("Connect").WithSummary("The ordered steps of the visit, with what was ticked.");
        cases.MapPut("{caseId:guid}/run-sheet/{stepId}", Report).WritesCase().WithTags("Connect").WithSummary("Says how a step went.");
    }

    private static async Task<Results<Ok<RunSheetView>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(View(state, clock.GetUtcNow())) : Refusals.Unknown("case");

    private static RunSheetView View(CaseState state, DateTimeOffset now) =>
        new(state.Rig is null ? null : state.Row.RigId,
            [.. state.Steps.Select(s => new StepState(s, state.WentHow(s.Id), state.Outcome(s.Id)?.Note ?? "", state.Outcome(s.Id)?.AheadBecause ?? "",
                Before(state, s)?.Id, Recovered(state, s, now)))],
            state.Rig is { } rig ? Proof.Of(rig, AsDone(state)).After(state.WentWell) : null);

    // From where the visit stands: what was done in the order in which it was, then the rest in its own.
    private static List<Step> AsDone(CaseState state) => [.. state.Steps.OrderBy(s => state.WentHow(s.Id) == StepOutcome.AsExpected ? 0 : 1)
        .ThenBy(s => state.WentHow(s.Id) == StepOutcome.AsExpected ? state.Outcome(s.Id)!.At : DateTimeOffset.MaxValue)];

    private static Recovery? Recovered(CaseState state, Step step, DateTimeOffset now) =>
        state.Rig is not { } rig || state.WentHow(step.Id) != StepOutcome.NotAsExpected ? null
            : Recovery.From(rig, state.Steps,
                [.. state.Steps.Select(s => state.Outcome(s.Id)).Where(mark => mark is { Outcome: not StepOutcome.Open })
                    .Select(mark => new DoneStep(mark!.StepId, mark.At, mark.Outcome == StepOutcome.AsExpected))], step.Id, now);

    private static Step? Before(CaseState state, Step step) => StepOrder.BeforeIt(state.Steps, step, s => state.WentHow(s.Id) == StepOutcome.Open);

    private static async Task<Results<Ok<RunSheetView>, JsonHttpResult<Refusal>>> Report(Guid caseId, string stepId, StepReport typed, NightfrostDb db,
        TimeProvider clock, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        var step = state.Steps.FirstOrDefault(s => s.Id == stepId);
        if (state.Row.RigId == typed.RigId && step is null)
            return Refusals.Unknown("step");
        if (typed.Codec is { } codec && step?.Codecs.Any(c => c.Class == codec.Class) == false)
            return Refusals.Invalid(new FieldProblem("codec", "This step has no such codec.", "Choose one of those listed at the step."));
        if (typed.Outcome == StepOutcome.AsExpected
            && state.Steps.FirstOrDefault(s => step?.Needs.Contains(s.Id) == true && state.Outcome(s.Id)?.Outcome != StepOutcome.AsExpected) is { } before)
            return Refusals.NotNow($"First: {before.Action}.", "Mark that step as expected, then this one.");
        var ahead = step is not null && typed.Outcome == StepOutcome.AsExpected && state.Outcome(stepId)?.Outcome != StepOutcome.AsExpected
            ? Before(state, step) : null;
        if (ahead is not null && string.IsNullOrWhiteSpace(typed.AheadBecause))
            return Refusals.NotNow($"Ahead of its turn: “{ahead.Action}” is still open.",
                "Do that step first, or say why this one goes ahead; the reason is kept.");
        if (PlainText.Problem("aheadBecause", typed.AheadBecause ?? "", PlainText.LongestNote, lines: true) is { } unfit)
            return Refusals.Invalid(unfit);
        if (StepMarks.Put(db, state,
            new(stepId, typed.RigId, typed.Outcome, typed.Was, typed.Note, typed.WasNote) { AheadBecause = ahead is null ? null : typed.AheadBecause!.Trim() },
            clock.GetUtcNow()) is { } refused)
            return refused;
        state.Row.HandedOverInPart = state.IsHandedOverInPart;
        if (step?.Codecs.Count > 0 && state.Plan is { } plan)
            state.Row.Rig = plan with
            {
                Routes =
                [.. plan.Routes.Select(r => r.ListenerId == step.ListenerId
                    ? r with { ReadBack = typed.Outcome == StepOutcome.Open ? null : typed.Codec } : r)]
            };
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View((await CaseState.Load(db, caseId, cancel))!, clock.GetUtcNow()));
    }
}
