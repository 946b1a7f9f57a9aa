using System.Net;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>One case from what is found to what is handed over.</summary>
public class JourneyTests(Cluster cluster) : OneCase(cluster)
{
    [Fact]
    public async Task One_case_goes_from_look_to_hand_over()
    {
        var made = await Open();
        Assert.Equal(Stage.Look, made.Next.Stage);
        var looked = await Save(made, Simple);
        Assert.Equal(2, looked.Version);
        Assert.Contains("PCM", looked.Meanings.Single().Sentence, StringComparison.Ordinal);

        var rigs = await Me.Read<RankedRigs>($"/api/cases/{made.Id}/rigs");
        Assert.Equal("Seat 1 served, two things to buy", rigs.Rigs[0].Headline);
        var chosen = await Choose(looked, rigs);
        Assert.NotNull(chosen.Rig);
        Assert.False(chosen.Rig.OutOfDate);

        var preparation = await Me.Read<PreparationView>($"/api/cases/{made.Id}/preparation");
        foreach (var item in preparation.Items)
            await Visitor.Body<PreparationView>(await Me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/preparation/{item.Item.Id}",
                new PrepareReport(chosen.Rig.RigId, StepOutcome.AsExpected, StepOutcome.Open, "", "")));
        var sheet = await Me.Read<RunSheetView>($"/api/cases/{made.Id}/run-sheet");
        foreach (var step in sheet.Steps)
        {
            var codec = step.Step.Codecs.Count == 0 ? null : step.Step.Codecs[0];
            sheet = await Visitor.Body<RunSheetView>(await Report(made.Id, chosen, step, StepOutcome.AsExpected, codec: codec));
        }

        Assert.All(sheet.Steps, s => Assert.Equal(StepOutcome.AsExpected, s.Outcome));
        TuneView? tune = null;
        for (var i = 0; i < 3; i++)
            tune = await Visitor.Body<TuneView>(await Me.Send(HttpMethod.Post, $"/api/cases/{made.Id}/tune/takes",
                new NewTake(chosen.Rig.RigId, "seat", 240, 8, false)));
        var row = tune!.Rows.Single();
        Assert.Equal(33.3, row.Measured!.SkewMs, 0.1);
        Assert.True(row.Measured.PlusMinusMs > 0);
        Assert.Equal(row.Measured.SkewMs - row.Row.Forecast!.MedianMs, row.OffByMs!.Value, 1e-6);
        Assert.Equal(5, row.Verdicts.Count);

        var handed = await Visitor.Body<HandoverView>(await Me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/handover", new HandoverMark(true, false)));
        Assert.NotNull(handed.HandedOverAt);
        var after = await Me.Read<CaseDetail>($"/api/cases/{made.Id}");
        Assert.All(after.Stages, s => Assert.True(s.Done, s.Stage.ToString()));
    }

    [Fact]
    public async Task A_change_of_the_look_marks_the_rig_out_of_date_and_says_what_changed()
    {
        var chosen = await WithRig();
        var changed = await Save(chosen, Simple with { Listeners = [Simple.Listeners[0] with { SeatDistanceM = 4 }] });
        Assert.Equal(["Seat 1: seat distance, m was 2.5, now 4."], changed.Rig!.Changes);
        Assert.Equal("The rig is out of date: check it", changed.Next.Words);
        var back = await Save(changed, Simple);
        Assert.False(back.Rig!.OutOfDate);
    }

    [Fact]
    public async Task A_rig_whose_device_was_taken_off_the_shelf_is_still_shown_and_says_so()
    {
        var chosen = await WithRig();
        var box = chosen.Rig!.View.Plan[0].TransmitterId!;
        Assert.Equal(HttpStatusCode.NoContent, (await Me.Send(HttpMethod.Delete, $"/api/kit/{box}")).StatusCode);
        var now = await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.Single(now.Rig!.MissingDevices);
        Assert.NotEmpty(now.Rig.View.Rows[0].Stations);
        Assert.NotEmpty((await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps);

        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(now.Version, now.Rig.RigId, now.Rig.View.Plan)), HttpStatusCode.Conflict);
        Assert.Contains("No longer on the shelf", refusal.Detail, StringComparison.Ordinal);
        await Me.Send(HttpMethod.Post, $"/api/kit/{box}/restore");
        Assert.Empty((await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Rig!.MissingDevices);
    }

    [Fact]
    public async Task Nothing_is_handed_over_before_somebody_answered_who_hears_alarms()
    {
        var chosen = await WithRig();
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/handover", new HandoverMark(true, false)),
            HttpStatusCode.Conflict);
        Assert.Contains("alarms", refusal.Title, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_new_rig_starts_a_new_run_sheet_and_new_takes()
    {
        var chosen = await WithRig();
        await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var other = await Me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs?mustNotUse={chosen.Rig.View.Plan[0].TransmitterId}");
        var again = await Choose(chosen, other);
        Assert.NotEqual(chosen.Rig.RigId, again.Rig!.RigId);
        Assert.Empty((await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig.RigId, "seat", 60, 2, false)),
            HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_step_ahead_of_its_turn_needs_a_reason_that_is_kept_and_gone_with_the_tick()
    {
        var chosen = await WithRig();
        var path = $"/api/cases/{chosen.Id}/run-sheet";
        var steps = (await Me.Read<RunSheetView>(path)).Steps;
        var late = steps.First(s => s.Step.Phase == Phase.Wire && s.Step.Needs.Count == 0);
        Assert.Equal(BeforeSteps.AskAlarms, late.BeforeId);
        Task<HttpResponseMessage> Tick(StepState step, StepOutcome outcome, string? because) =>
            Me.Send(HttpMethod.Put, $"{path}/{Uri.EscapeDataString(step.Step.Id)}",
                new StepReport(chosen.Rig!.RigId, outcome, step.Outcome, "", null, step.Note, because));
        foreach (var nothing in new[] { null, " " })
            Assert.Contains("Ask what warns each listener",
                (await Visitor.Refused(await Tick(late, StepOutcome.AsExpected, nothing), HttpStatusCode.Conflict)).Title, StringComparison.Ordinal);
        async Task<StepState> After(Task<HttpResponseMessage> tick) =>
            (await Visitor.Body<RunSheetView>(await tick)).Steps.Single(s => s.Step.Id == late.Step.Id);
        var done = await After(Tick(late, StepOutcome.AsExpected, " nobody at home yet "));
        Assert.Equal((StepOutcome.AsExpected, "nobody at home yet"), (done.Outcome, done.AheadBecause));
        var back = await After(Tick(done, StepOutcome.Open, null));
        Assert.Equal((StepOutcome.Open, ""), (back.Outcome, back.AheadBecause));

        // In its turn nothing is asked, and no reason is kept.
        Assert.Equal("", (await Visitor.Body<RunSheetView>(await Tick(steps[0], StepOutcome.AsExpected, "out of habit"))).Steps[0].AheadBecause);
    }

    [Fact]
    public async Task What_must_not_be_passed_over_keeps_a_hand_over_in_part_and_is_listed()
    {
        var chosen = await WithRig();
        var (sheet, path) = ((await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps, $"/api/cases/{chosen.Id}/handover");
        await Report(chosen.Id, chosen, sheet.Single(s => s.Step.Id == BeforeSteps.AskAlarms), StepOutcome.AsExpected);
        var left = sheet.Where(s => s.Step.Mandatory && s.Step.Id != BeforeSteps.AskAlarms).ToList();
        Assert.NotEmpty(left);
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, path, new HandoverMark(true, false)), HttpStatusCode.Conflict);
        Assert.All(left, s => Assert.Contains(s.Step.Action, refusal.Title, StringComparison.Ordinal));
        var part = await Visitor.Body<HandoverView>(await Me.Send(HttpMethod.Put, path, new HandoverMark(true, false, true)));
        Assert.NotNull(part.HandedOverAt);
        Assert.Equal(left.Select(s => s.Step.Action), part.OpenMandatory);
        var next = (await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Next;
        Assert.StartsWith("Handed over in part", next.Words, StringComparison.Ordinal);
        foreach (var step in left)
            await Report(chosen.Id, chosen, step, StepOutcome.AsExpected);
        Assert.Empty((await Me.Read<HandoverView>(path)).OpenMandatory);
        Assert.Equal("Handed over: call again", (await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Next.Words);
    }

    [Fact]
    public async Task Choosing_the_same_routes_again_keeps_what_was_ticked_read_and_measured()
    {
        var chosen = await WithRig();
        await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var steps = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps;
        await Report(chosen.Id, chosen, steps[0], StepOutcome.AsExpected);
        await Report(chosen.Id, chosen, steps.Single(s => s.Step.Codecs.Count > 0), StepOutcome.AsExpected, codec: new Codec(CodecClass.Sbc, ""));
        var moved = await Save(await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}"),
            Simple with { Listeners = [Simple.Listeners[0] with { SeatDistanceM = 4 }] });
        Assert.True(moved.Rig!.OutOfDate);
        var again = await Choose(moved, await Me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs"));
        Assert.Equal(chosen.Rig.RigId, again.Rig!.RigId);
        Assert.False(again.Rig.OutOfDate);
        Assert.Equal(CodecClass.Sbc, again.Rig.View.Plan[0].ReadBack!.Class);
        Assert.Equal(2, (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps.Count(s => s.Outcome == StepOutcome.AsExpected));
        Assert.Single((await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
    }

    [Fact]
    public async Task A_printed_mark_typed_once_is_seen_everywhere()
    {
        var shelf = await Me.Read<Kit.ShelfView>("/api/kit");
        var unmarked = shelf.Devices.Single(d => d.Device.Id == "unmarked-over");
        var answer = await Me.Send(HttpMethod.Patch, "/api/kit/unmarked-over",
            new Kit.DeviceCorrection(unmarked.Version, 21.50m, [new(CodecClass.VendorLowLatency, " Swift 40 ")]));
        var corrected = await Visitor.Body<Kit.ShelfEntry>(answer);
        Assert.Equal("Swift 40", corrected.Device.Links[0].Codecs[0].Mark);
        Assert.Equal(21.50m, corrected.Device.Price);
        await Visitor.Refused(await Me.Send(HttpMethod.Patch, "/api/kit/unmarked-over", new Kit.DeviceCorrection(unmarked.Version, 5, [])),
            HttpStatusCode.Conflict);
        await Visitor.Refused(await Me.Send(HttpMethod.Patch, "/api/kit/unmarked-over", new Kit.DeviceCorrection(corrected.Version, -5, [])),
            HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task The_demo_cases_show_what_they_are_meant_to()
    {
        var cases = await Me.Cases();
        Assert.Equal(7, cases.Count);
        Assert.Equal(6, cases.DistinctBy(c => c.Site).Count());
        Assert.Contains(cases, c => c.Next.Words == "Not in step: Maud");
        var lounge = cases.Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal));
        Assert.Equal(["edda", "tobias", "room"], lounge.Rows.Select(r => r.ListenerId));
        var radios = cases.Single(c => c.Title.StartsWith("Two UHF sets", StringComparison.Ordinal));
        var best = (await Me.Read<RankedRigs>($"/api/cases/{radios.Id}/rigs")).Rigs[0];
        Assert.Equal(2, best.Served);
        Assert.Contains(best.Reasons,
            reason => reason.Remedy == "Before pairing, set Marram analogue UHF base to channel 1 and set Hulver UHF base to channel 2.");
        Assert.True(Data.Demo.DemoKit.All.Count >= 60);
    }
}
