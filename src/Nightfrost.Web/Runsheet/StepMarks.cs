using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Runsheet;

/// <summary>How one step, or one thing to prepare, went.</summary>
/// <param name="Id">Its id.</param>
/// <param name="RigId">The rig it belongs to.</param>
/// <param name="Outcome">As expected or not; open takes the mark back.</param>
/// <param name="Was">What it stood at when it was read.</param>
/// <param name="Note">What was seen or written down.</param>
/// <param name="WasNote">The note that was read; null when that was not said.</param>
internal sealed record StepMark(string Id, Guid RigId, StepOutcome Outcome, StepOutcome Was, string Note, string? WasNote)
{
    /// <summary>Why it was done ahead of its turn; null where it was not.</summary>
    public string? AheadBecause { get; init; }
}

/// <summary>Marks steps and things to prepare, the same way for both.</summary>
internal static class StepMarks
{
    /// <summary>Puts a mark on a case; returns why not, or null.</summary>
    public static JsonHttpResult<Refusal>? Put(NightfrostDb db, CaseState state, StepMark mark, DateTimeOffset now)
    {
        if (state.Row.RigId != mark.RigId)
            return Refusals.Stale("rig", ["Another rig was chosen: its lists are new."], state.Row.LookVersion);
        if (PlainText.Problem("note", mark.Note, PlainText.LongestNote, lines: true) is { } problem)
            return Refusals.Invalid(problem);
        var row = state.Outcome(mark.Id);
        var (current, note) = (row?.Outcome ?? StepOutcome.Open, row?.Note ?? "");
        // Without the note that was read nobody knows what this one was meant to replace: it is taken only where none stands.
        var noteStandsInTheWay = mark.WasNote is null && note.Length > 0 && note != mark.Note;
        var stale = (current, note) != (mark.Was, mark.WasNote ?? note) && (current, note) != (mark.Outcome, mark.Note);
        if (stale || noteStandsInTheWay)
            return Refusals.Stale("step",
                [
                    $"It was marked {(current == StepOutcome.AsExpected ? "as expected" : current == StepOutcome.NotAsExpected ? "not as expected" : "open")}"
                        + $"{(note.Length > 0 ? $": {note}" : "")}.",
                    .. noteStandsInTheWay ? new[] { mark.Note.Length > 0 ? $"Your note says: {mark.Note}." : "You have no note." } : [],
                ], state.Row.LookVersion);
        if (row is null)
        {
            row = new StepRow { CaseId = state.Row.Id, RigId = mark.RigId, StepId = mark.Id };
            db.Steps.Add(row);
        }

        row.Outcome = mark.Outcome;
        row.Note = mark.Note;
        row.AheadBecause = mark.Outcome == StepOutcome.AsExpected ? mark.AheadBecause ?? row.AheadBecause : "";
        row.At = state.Row.ChangedAt = now;
        return null;
    }
}
