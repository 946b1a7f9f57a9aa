using System.Net;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

public class JourneyTests(Cluster cluster) : IAsyncLifetime
{
    private NightfrostApp _app = null!;
    private Visitor _me = null!;

    private static readonly Look Simple = new(
        TelevisionSet.Unseen with
        {
            SpeakersCanBeOff = Known.Yes,
            Sockets = [new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, FollowsPicture = Known.Yes, Pcm = Known.Yes }],
            DelaySettings = [new("delay", 0, 100, 10, 0, false, ["optical"])]
        },
        [new() { Id = "seat", Name = "Seat 1", SeatDistanceM = 2.5, ReceiverId = "fulmer-over", OpenToAnother = false, ClearLine = Known.Yes }], []);

    public async ValueTask InitializeAsync()
    {
        _app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        _me = await _app.Visit();
    }

    public async ValueTask DisposeAsync()
    {
        _me.Dispose();
        await _app.DisposeAsync();
    }

    [Fact]
    public async Task One_case_goes_from_look_to_hand_over()
    {
        var made = await Open();
        Assert.Equal(Stage.Look, made.Next.Stage);
        var looked = await Save(made, Simple);
        Assert.Equal(2, looked.Version);
        Assert.Contains("PCM", looked.Meanings.Single().Sentence, StringComparison.Ordinal);

        var rigs = await _me.Read<RankedRigs>($"/api/cases/{made.Id}/rigs");
        Assert.Equal("Seat 1 served, two things to buy", rigs.Rigs[0].Headline);
        var chosen = await Choose(looked, rigs);
        Assert.NotNull(chosen.Rig);
        Assert.False(chosen.Rig.OutOfDate);

        var preparation = await _me.Read<PreparationView>($"/api/cases/{made.Id}/preparation");
        foreach (var item in preparation.Items)
            await Visitor.Body<PreparationView>(await _me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/preparation/{item.Item.Id}",
                new PrepareReport(chosen.Rig.RigId, StepOutcome.AsExpected, StepOutcome.Open, "", "")));
        var sheet = await _me.Read<RunSheetView>($"/api/cases/{made.Id}/run-sheet");
        foreach (var step in sheet.Steps)
        {
            var codec = step.Step.Codecs.Count == 0 ? null : step.Step.Codecs[0];
            sheet = await Visitor.Body<RunSheetView>(await Report(made.Id, chosen, step, StepOutcome.AsExpected, codec: codec));
        }

        Assert.All(sheet.Steps, s => Assert.Equal(StepOutcome.AsExpected, s.Outcome));
        TuneView? tune = null;
        for (var i = 0; i < 3; i++)
            tune = await Visitor.Body<TuneView>(await _me.Send(HttpMethod.Post, $"/api/cases/{made.Id}/tune/takes",
                new NewTake(chosen.Rig.RigId, "seat", 240, 8, false)));
        var row = tune!.Rows.Single();
        Assert.Equal(33.3, row.Measured!.SkewMs, 0.1);
        Assert.True(row.Measured.PlusMinusMs > 0);
        Assert.Equal(row.Measured.SkewMs - row.Row.Forecast!.MedianMs, row.OffByMs!.Value, 1e-6);
        Assert.Equal(5, row.Verdicts.Count);

        var handed = await Visitor.Body<HandoverView>(await _me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/handover", new HandoverMark(true, false)));
        Assert.NotNull(handed.HandedOverAt);
        var after = await _me.Read<CaseDetail>($"/api/cases/{made.Id}");
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
        Assert.Equal(HttpStatusCode.NoContent, (await _me.Send(HttpMethod.Delete, $"/api/kit/{box}")).StatusCode);
        var now = await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.Single(now.Rig!.MissingDevices);
        Assert.NotEmpty(now.Rig.View.Rows[0].Stations);
        Assert.NotEmpty((await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps);

        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(now.Version, now.Rig.RigId, now.Rig.View.Plan)), HttpStatusCode.Conflict);
        Assert.Contains("No longer on the shelf", refusal.Detail, StringComparison.Ordinal);
        await _me.Send(HttpMethod.Post, $"/api/kit/{box}/restore");
        Assert.Empty((await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Rig!.MissingDevices);
    }

    [Fact]
    public async Task Two_tabs_that_edit_one_case_never_write_over_each_other_unseen()
    {
        var made = await Open();
        await Save(made, Simple);
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look",
            new SaveLook(made.Version, Simple with { Owned = [new("supply-5v", 1)] })), HttpStatusCode.Conflict);
        Assert.Equal("urn:nightfrost:stale", refusal.Type);
        Assert.Contains("Optical: added.", refusal.Changes);
        Assert.Equal(2, refusal.CurrentVersion);
        Assert.Equal(Simple.Set.Sockets[0].Id, (await _me.Read<CaseDetail>($"/api/cases/{made.Id}")).Look.Set.Sockets.Single().Id);
    }

    [Fact]
    public async Task Two_saves_at_the_same_moment_leave_one_winner_and_one_refusal()
    {
        var made = await Open();
        using var other = await _app.Visit();
        var answers = await Task.WhenAll(
            _me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look", new SaveLook(1, Simple)),
            other.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look", new SaveLook(1, Simple with { Owned = [new("supply-5v", 2)] })));
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Conflict], answers.Select(a => a.StatusCode).Order());
    }

    [Fact]
    public async Task A_repeated_write_with_the_same_key_does_nothing_twice()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false);
        var first = await (await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-1")).Content.ReadAsStringAsync();
        var again = await (await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-1")).Content.ReadAsStringAsync();
        Assert.Equal(first, again);
        Assert.Single((await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("a", "b"), "key-1"), HttpStatusCode.Conflict);
        await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-2");
        Assert.Equal(2, (await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes.Count);
    }

    [Fact]
    public async Task Ten_repeats_at_once_still_count_once()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false);
        await Task.WhenAll(Enumerable.Range(0, 10).Select(_ => _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "same")));
        Assert.Single((await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
    }

    [Fact]
    public async Task A_deleted_case_can_be_put_back_with_everything_in_it()
    {
        var chosen = await WithRig();
        await _me.Send(HttpMethod.Delete, $"/api/cases/{chosen.Id}");
        await Visitor.Refused(await _me.Get($"/api/cases/{chosen.Id}"), HttpStatusCode.NotFound);
        Assert.DoesNotContain(await _me.Cases(), c => c.Id == chosen.Id);
        var back = await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/restore"));
        Assert.Equal(chosen.Rig!.RigId, back.Rig!.RigId);
    }

    [Fact]
    public async Task A_case_is_renamed_unless_somebody_renamed_it_meanwhile()
    {
        var made = await Open();
        var renamed = await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Patch, $"/api/cases/{made.Id}",
            new RenameCase("Saltern Row 4", "New words", made.Site, made.Title)));
        Assert.Equal(("Saltern Row 4", "New words"), (renamed.Site, renamed.Title));
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Patch, $"/api/cases/{made.Id}", new RenameCase("x", "y", made.Site, made.Title)),
            HttpStatusCode.Conflict);
        Assert.Contains("New words", refusal.Changes.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_codec_read_back_moves_the_forecast()
    {
        var chosen = await WithRig();
        var before = chosen.Rig!.View.Rows[0].Forecast!.MedianMs;
        var step = (await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps.Single(s => s.Step.Codecs.Count > 0);
        await Report(chosen.Id, chosen, step, StepOutcome.AsExpected, codec: new Codec(CodecClass.Sbc, ""));
        var after = await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.True(after.Rig!.View.Rows[0].Forecast!.MedianMs > before + 100);
        Assert.False(after.Rig.OutOfDate);
    }

    [Fact]
    public async Task A_step_ticked_elsewhere_is_not_unticked_unseen()
    {
        var chosen = await WithRig();
        var step = (await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps[0];
        await Report(chosen.Id, chosen, step, StepOutcome.NotAsExpected, "no answer");
        var refusal = await Visitor.Refused(await Report(chosen.Id, chosen, step, StepOutcome.AsExpected), HttpStatusCode.Conflict);
        Assert.Contains("no answer", refusal.Changes.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nothing_is_handed_over_before_somebody_answered_who_hears_alarms()
    {
        var chosen = await WithRig();
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/handover", new HandoverMark(true, false)),
            HttpStatusCode.Conflict);
        Assert.Contains("alarms", refusal.Title, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_new_rig_starts_a_new_run_sheet_and_new_takes()
    {
        var chosen = await WithRig();
        await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var other = await _me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs?mustNotUse={chosen.Rig.View.Plan[0].TransmitterId}");
        var again = await Choose(chosen, other);
        Assert.NotEqual(chosen.Rig.RigId, again.Rig!.RigId);
        Assert.Empty((await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig.RigId, "seat", 60, 2, false)),
            HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_step_ahead_of_its_turn_needs_a_reason_that_is_kept_and_gone_with_the_tick()
    {
        var chosen = await WithRig();
        var path = $"/api/cases/{chosen.Id}/run-sheet";
        var steps = (await _me.Read<RunSheetView>(path)).Steps;
        var late = steps.First(s => s.Step.Phase == Phase.Wire && s.Step.Needs.Count == 0);
        Assert.Equal(BeforeSteps.AskAlarms, late.BeforeId);
        Task<HttpResponseMessage> Tick(StepState step, StepOutcome outcome, string? because) =>
            _me.Send(HttpMethod.Put, $"{path}/{Uri.EscapeDataString(step.Step.Id)}",
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
        var (sheet, path) = ((await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps, $"/api/cases/{chosen.Id}/handover");
        await Report(chosen.Id, chosen, sheet.Single(s => s.Step.Id == BeforeSteps.AskAlarms), StepOutcome.AsExpected);
        var left = sheet.Where(s => s.Step.Mandatory && s.Step.Id != BeforeSteps.AskAlarms).ToList();
        Assert.NotEmpty(left);
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Put, path, new HandoverMark(true, false)), HttpStatusCode.Conflict);
        Assert.All(left, s => Assert.Contains(s.Step.Action, refusal.Title, StringComparison.Ordinal));
        var part = await Visitor.Body<HandoverView>(await _me.Send(HttpMethod.Put, path, new HandoverMark(true, false, true)));
        Assert.NotNull(part.HandedOverAt);
        Assert.Equal(left.Select(s => s.Step.Action), part.OpenMandatory);
        var next = (await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Next;
        Assert.StartsWith("Handed over in part", next.Words, StringComparison.Ordinal);
        foreach (var step in left)
            await Report(chosen.Id, chosen, step, StepOutcome.AsExpected);
        Assert.Empty((await _me.Read<HandoverView>(path)).OpenMandatory);
        Assert.Equal("Handed over: call again", (await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).Next.Words);
    }

    [Fact]
    public async Task What_was_measured_speaks_before_the_forecast_on_Route_and_a_cure_is_offered()
    {
        var chosen = await WithRig();
        Assert.True(chosen.Rig!.View.InStep > 0.3);
        for (var i = 0; i < 4; i++)
            await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig.RigId, "seat", 60, 24, false));
        var answer = await _me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs");
        var same = answer.Rigs.Single(r => r.Plan.SequenceEqual(chosen.Rig.View.Plan, PlanComparer.Instance));
        Assert.Contains("measured out of step", same.Headline, StringComparison.Ordinal);
        Assert.True(same is { InStep: < 0.01, Step: InStepWord.OutOfStep, InStepMeasured: true });
        Assert.Contains(same.Reasons, r => r.Sentence.Contains("ms late, in step under 1 % where", StringComparison.Ordinal) && r.Remedy.Length > 0);
        Assert.DoesNotContain(same.Reasons, r => r.Sentence.StartsWith("Weakest point", StringComparison.Ordinal));
        Assert.All(answer.Rigs.Where(r => r != same), r => Assert.False(r.InStepMeasured));
    }

    private sealed class PlanComparer : IEqualityComparer<PlannedRoute>
    {
        public static PlanComparer Instance { get; } = new();

        public bool Equals(PlannedRoute? x, PlannedRoute? y) => x is not null && y is not null && x.IsSameWayAs(y);

        public int GetHashCode(PlannedRoute route) => route.ListenerId.GetHashCode(StringComparison.Ordinal);
    }

    [Fact]
    public async Task Choosing_the_same_routes_again_keeps_what_was_ticked_read_and_measured()
    {
        var chosen = await WithRig();
        await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var steps = (await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps;
        await Report(chosen.Id, chosen, steps[0], StepOutcome.AsExpected);
        await Report(chosen.Id, chosen, steps.Single(s => s.Step.Codecs.Count > 0), StepOutcome.AsExpected, codec: new Codec(CodecClass.Sbc, ""));
        var moved = await Save(await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}"),
            Simple with { Listeners = [Simple.Listeners[0] with { SeatDistanceM = 4 }] });
        Assert.True(moved.Rig!.OutOfDate);
        var again = await Choose(moved, await _me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs"));
        Assert.Equal(chosen.Rig.RigId, again.Rig!.RigId);
        Assert.False(again.Rig.OutOfDate);
        Assert.Equal(CodecClass.Sbc, again.Rig.View.Plan[0].ReadBack!.Class);
        Assert.Equal(2, (await _me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps.Count(s => s.Outcome == StepOutcome.AsExpected));
        Assert.Single((await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
    }

    [Fact]
    public async Task A_delay_set_on_the_set_moves_the_measurement_and_leaves_the_rig_up_to_date()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 100, -2, false);
        var before = await Visitor.Body<TuneView>(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take));
        var set = await Visitor.Body<TuneView>(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([50], [0])));
        Assert.Equal(before.Rows[0].Measured!.SkewMs + 50, set.Rows[0].Measured!.SkewMs, 1e-6);
        Assert.Equal(before.Rows[0].Row.Forecast!.MedianMs + 50, set.Rows[0].Row.Forecast!.MedianMs, 1e-6);
        Assert.Equal(before.Rows[0].OffByMs!.Value, set.Rows[0].OffByMs!.Value, 1e-6);
        Assert.Equal(50, set.Settings.Single().StandsAtMs);

        // Filmed again at the new value: both takes agree.
        var after = await Visitor.Body<TuneView>(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take with { Frames = 3 }));
        Assert.Equal([0, 50], after.Rows[0].Takes.Select(t => t.SettingMs));
        Assert.Equal(30, after.Rows[0].Measured!.SkewMs, 1e-6);
        var detail = await _me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.False(detail.Rig!.OutOfDate);
        Assert.Equal(50, detail.Look.Set.DelaySettings.Single().SetToMs);
        Assert.Contains((await _me.Read<HandoverView>($"/api/cases/{chosen.Id}/handover")).Sheet!.Household, p => p.Heading == "How the TV is set now");

        var stale = await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([20], [0])),
            HttpStatusCode.Conflict);
        Assert.Contains("delay stands at 50 ms.", stale.Changes);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([5000], [50])), HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([], [50])), HttpStatusCode.BadRequest);
        var back = await Visitor.Body<TuneView>(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([0], [50])));
        Assert.Null(back.Settings.Single().SetToMs);
    }

    [Fact]
    public async Task A_take_filmed_in_another_picture_mode_is_kept_and_does_not_count_where_that_matters()
    {
        var apart = Simple with { Set = Simple.Set with { Sockets = [Simple.Set.Sockets[0] with { FollowsPicture = Known.No }] } };
        var looked = await Save(await Open(), apart);
        var chosen = await Choose(looked, await _me.Read<RankedRigs>($"/api/cases/{looked.Id}/rigs"));
        await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var film = await Save(chosen, apart with { Set = apart.Set with { PictureMode = PictureMode.Film } });
        await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(film.Version, film.Rig!.RigId, film.Rig.View.Plan)));
        var row = (await _me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0];
        Assert.False(Assert.Single(row.Takes).Counts);
        Assert.Null(row.Measured);
    }

    [Fact]
    public async Task Delay_handles_are_judged_by_the_service()
    {
        var chosen = await WithRig();
        var judged = await Visitor.Body<Core.Timing.DelayChoice>(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict",
            new DelayValues([50])));
        Assert.Equal(50, judged.Arrivals.Single().ShiftMs);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict", new DelayValues([500])), HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict", new DelayValues([])), HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_printed_mark_typed_once_is_seen_everywhere()
    {
        var shelf = await _me.Read<Kit.ShelfView>("/api/kit");
        var unmarked = shelf.Devices.Single(d => d.Device.Id == "unmarked-over");
        var answer = await _me.Send(HttpMethod.Patch, "/api/kit/unmarked-over",
            new Kit.DeviceCorrection(unmarked.Version, 21.50m, [new(CodecClass.VendorLowLatency, " Swift 40 ")]));
        var corrected = await Visitor.Body<Kit.ShelfEntry>(answer);
        Assert.Equal("Swift 40", corrected.Device.Links[0].Codecs[0].Mark);
        Assert.Equal(21.50m, corrected.Device.Price);
        await Visitor.Refused(await _me.Send(HttpMethod.Patch, "/api/kit/unmarked-over", new Kit.DeviceCorrection(unmarked.Version, 5, [])),
            HttpStatusCode.Conflict);
        await Visitor.Refused(await _me.Send(HttpMethod.Patch, "/api/kit/unmarked-over", new Kit.DeviceCorrection(corrected.Version, -5, [])),
            HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task The_demo_cases_show_what_they_are_meant_to()
    {
        var cases = await _me.Cases();
        Assert.Equal(7, cases.Count);
        Assert.Equal(6, cases.DistinctBy(c => c.Site).Count());
        Assert.Contains(cases, c => c.Next.Words == "Not in step: Maud");
        var lounge = cases.Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal));
        Assert.Equal(["edda", "tobias", "room"], lounge.Rows.Select(r => r.ListenerId));
        var radios = cases.Single(c => c.Title.StartsWith("Two UHF sets", StringComparison.Ordinal));
        var best = (await _me.Read<RankedRigs>($"/api/cases/{radios.Id}/rigs")).Rigs[0];
        Assert.Equal(2, best.Served);
        Assert.Contains(best.Reasons,
            reason => reason.Remedy == "Before pairing, set Marram analogue UHF base to channel 1 and set Hulver UHF base to channel 2.");
        Assert.True(Data.Demo.DemoKit.All.Count >= 60);
    }

    private async Task<CaseDetail> Open() =>
        await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("Saltern Row 4", "A test of the way")));

    private async Task<CaseDetail> Save(CaseDetail detail, Look look) =>
        await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/look", new SaveLook(detail.Version, look)));

    private async Task<CaseDetail> Choose(CaseDetail detail, RankedRigs rigs) =>
        await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/rig",
            new ChooseRig(detail.Version, detail.Rig?.RigId, rigs.Rigs[0].Plan)));

    private async Task<CaseDetail> WithRig()
    {
        var looked = await Save(await Open(), Simple);
        return await Choose(looked, await _me.Read<RankedRigs>($"/api/cases/{looked.Id}/rigs"));
    }

    private Task<HttpResponseMessage> Report(Guid id, CaseDetail detail, StepState step, StepOutcome outcome, string note = "", Codec? codec = null) =>
        _me.Send(HttpMethod.Put, $"/api/cases/{id}/run-sheet/{Uri.EscapeDataString(step.Step.Id)}",
            new StepReport(detail.Rig!.RigId, outcome, step.Outcome, note, codec, step.Note, "out of order in this test"));
}
