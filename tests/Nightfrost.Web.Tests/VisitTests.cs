using System.Net;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Runsheet;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;

namespace Nightfrost.Web.Tests;

/// <summary>A visit that does not go as it was written.</summary>
/// <param name="cluster">The database server.</param>
public class VisitTests(Cluster cluster) : OneCase(cluster)
{
    private async Task<IReadOnlyList<StepState>> Steps(CaseDetail detail) => (await Me.Read<RunSheetView>($"/api/cases/{detail.Id}/run-sheet")).Steps;

    [Fact]
    public async Task A_step_that_went_otherwise_says_what_to_do_now_until_it_goes_well()
    {
        var chosen = await WithRig();
        var steps = await Steps(chosen);
        Assert.All(steps, s => Assert.Null(s.Recovery));
        var pairs = steps.Single(s => s.Step.Id == "pair-ear-seat");
        foreach (var before in steps.TakeWhile(s => s.Step.Id != pairs.Step.Id))
            await Report(chosen.Id, chosen, before, StepOutcome.AsExpected);
        await Report(chosen.Id, chosen, pairs, StepOutcome.NotAsExpected, "no tone");
        var failed = (await Steps(chosen)).Single(s => s.Step.Id == pairs.Step.Id);
        Assert.NotEmpty(failed.Recovery!.Again);
        Assert.All(failed.Recovery.Again, again => Assert.Contains(steps, s => s.Step.Id == again.StepId));
        await Report(chosen.Id, chosen, failed, StepOutcome.AsExpected, "no tone");
        Assert.All(await Steps(chosen), s => Assert.Null(s.Recovery));
    }

    [Fact]
    public async Task A_rig_that_is_changed_in_the_middle_of_a_visit_keeps_what_stays_true()
    {
        var chosen = await WithRig();
        var steps = await Steps(chosen);
        foreach (var step in steps.Where(s => s.Step.Phase is Phase.Before or Phase.Wire))
            await Report(chosen.Id, chosen, step, StepOutcome.AsExpected, step.Step.Note.Length > 0 ? "written down" : "");
        var other = await Me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs?mustNotUse={chosen.Rig!.View.Plan[0].TransmitterId}");
        var again = await Choose(chosen, other);
        Assert.NotEqual(chosen.Rig.RigId, again.Rig!.RigId);
        var now = await Steps(again);
        var kept = now.Where(s => s.Outcome == StepOutcome.AsExpected).Select(s => s.Step.Id).ToList();
        Assert.Contains(BeforeSteps.AskAlarms, kept);
        Assert.Equal("written down", now.Single(s => s.Step.Id == "turn-down").Note);
        // Nothing that is of the other box, and nothing that nobody did.
        Assert.All(kept, id => Assert.Contains(steps, s => s.Step.Id == id && s.Step.Phase is Phase.Before or Phase.Wire));
        Assert.DoesNotContain(now, s => s.Step.Phase == Phase.Power && s.Outcome == StepOutcome.AsExpected);
        Assert.Contains((await Me.Read<RunSheetView>($"/api/cases/{again.Id}/run-sheet")).Proof!.Verdict, new[] { Verdict.Proven, Verdict.ProvenBut });
    }

    [Fact]
    public async Task A_visit_is_watched_step_by_step_once_there_is_a_rig()
    {
        var bare = await Save(await Open(), Simple);
        await Visitor.Refused(await Me.Send(HttpMethod.Get, $"/api/cases/{bare.Id}/watched", null), HttpStatusCode.Conflict);
        await Visitor.Refused(await Me.Send(HttpMethod.Get, $"/api/cases/{bare.Id}/faults", null), HttpStatusCode.Conflict);
        var chosen = await Choose(bare, await Me.Read<RankedRigs>($"/api/cases/{bare.Id}/rigs"));
        var watched = await Me.Read<WatchedVisit>($"/api/cases/{chosen.Id}/watched");
        Assert.Equal((await Steps(chosen)).Select(s => s.Step.Id), watched.Steps.Select(s => s.StepId));
        var ear = Assert.Single(watched.Steps[^1].Hears);
        Assert.Equal("Seat 1", ear.Who);
        Assert.Matches(@"^\S.*, about \d+ ms late, speech up to \d+ dB SPL with noise \d+ dB under it$", ear.How);
        Assert.All(watched.Steps, s => Assert.Empty(s.Problems));
        var faults = (await Me.Read<FaultReport>($"/api/cases/{chosen.Id}/faults")).Ears[0];
        Assert.Equal(ear.Who, faults.Who);
        Assert.InRange(faults.Seen.Count, 1, faults.Causes - 2);
        Assert.All(faults.Alike, alike => Assert.NotEmpty(alike.Tries));
        Assert.Contains(watched.Steps, s => s.Shows.Count > 0);
        Assert.Contains(watched.Steps, s => s.Events.Any(e => e.Contains("joins", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task The_limits_of_the_Bench_are_said_with_its_starting_values()
    {
        var limits = await Me.Read<BenchLimits>("/api/bench/limits");
        Assert.Contains(limits.CarriedOut, line => line.Contains("Hearing aids", StringComparison.Ordinal));
        Assert.Contains(limits.StartingValues, v => v.Value == "+6 dBV");
        Assert.All(limits.StartingValues, v => Assert.Contains(v.Value, char.IsDigit));
    }

    [Fact]
    public async Task No_sheet_of_the_demo_fails_on_the_Bench()
    {
        var carriedOut = 0;
        foreach (var one in await Me.Cases())
        {
            if ((await Me.Read<RunSheetView>($"/api/cases/{one.Id}/run-sheet")).Proof is not { } proof)
                continue;
            Assert.True(proof.Verdict != Verdict.Fails, $"{one.Title}: {string.Join(" ", proof.Problems)}");
            var week = (await Me.Read<HandoverView>($"/api/cases/{one.Id}/handover")).Week!;
            Assert.True(week.Verdict != Verdict.Fails, $"{one.Title}, the week: {string.Join(" ", week.Problems)}");
            carriedOut += proof.Verdict == Verdict.NotCarriedOut ? 0 : 1;
        }

        Assert.True(carriedOut >= 2);
    }
}
