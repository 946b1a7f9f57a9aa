using System.Net;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>What is measured, read back and set, and what it changes elsewhere.</summary>
public class TuneTests(Cluster cluster) : OneCase(cluster)
{
    [Fact]
    public async Task The_codec_read_back_moves_the_forecast()
    {
        var chosen = await WithRig();
        var before = chosen.Rig!.View.Rows[0].Forecast!.MedianMs;
        var step = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps.Single(s => s.Step.Codecs.Count > 0);
        await Report(chosen.Id, chosen, step, StepOutcome.AsExpected, codec: new Codec(CodecClass.Sbc, ""));
        var after = await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.True(after.Rig!.View.Rows[0].Forecast!.MedianMs > before + 100);
        Assert.False(after.Rig.OutOfDate);
    }

    [Fact]
    public async Task What_was_measured_speaks_before_the_forecast_on_Route_and_a_cure_is_offered()
    {
        var chosen = await WithRig();
        Assert.True(chosen.Rig!.View.InStep > 0.3);
        for (var i = 0; i < 4; i++)
            await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig.RigId, "seat", 60, 24, false));
        var answer = await Me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs");
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
    public async Task A_delay_set_on_the_set_moves_the_measurement_and_leaves_the_rig_up_to_date()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 100, -2, false);
        var before = await Visitor.Body<TuneView>(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take));
        var set = await Visitor.Body<TuneView>(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([50], [0])));
        Assert.Equal(before.Rows[0].Measured!.SkewMs + 50, set.Rows[0].Measured!.SkewMs, 1e-6);
        Assert.Equal(before.Rows[0].Row.Forecast!.MedianMs + 50, set.Rows[0].Row.Forecast!.MedianMs, 1e-6);
        Assert.Equal(before.Rows[0].OffByMs!.Value, set.Rows[0].OffByMs!.Value, 1e-6);
        Assert.Equal(50, set.Settings.Single().StandsAtMs);

        // Filmed again at the new value: both takes agree.
        var after = await Visitor.Body<TuneView>(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take with { Frames = 3 }));
        Assert.Equal([0, 50], after.Rows[0].Takes.Select(t => t.SettingMs));
        Assert.Equal(30, after.Rows[0].Measured!.SkewMs, 1e-6);
        var detail = await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}");
        Assert.False(detail.Rig!.OutOfDate);
        Assert.Equal(50, detail.Look.Set.DelaySettings.Single().SetToMs);
        Assert.Contains((await Me.Read<HandoverView>($"/api/cases/{chosen.Id}/handover")).Sheet!.Household, p => p.Heading == "How the TV is set now");

        var stale = await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([20], [0])),
            HttpStatusCode.Conflict);
        Assert.Contains("delay stands at 50 ms.", stale.Changes);
        await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([5000], [50])), HttpStatusCode.BadRequest);
        await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([], [50])), HttpStatusCode.BadRequest);
        var back = await Visitor.Body<TuneView>(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/tune/delays", new DelaysSet([0], [50])));
        Assert.Null(back.Settings.Single().SetToMs);
    }

    [Fact]
    public async Task A_take_filmed_in_another_picture_mode_is_kept_and_does_not_count_where_that_matters()
    {
        var apart = Simple with { Set = Simple.Set with { Sockets = [Simple.Set.Sockets[0] with { FollowsPicture = Known.No }] } };
        var looked = await Save(await Open(), apart);
        var chosen = await Choose(looked, await Me.Read<RankedRigs>($"/api/cases/{looked.Id}/rigs"));
        await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false));
        var film = await Save(chosen, apart with { Set = apart.Set with { PictureMode = PictureMode.Film } });
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(film.Version, film.Rig!.RigId, film.Rig.View.Plan)));
        var row = (await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0];
        Assert.False(Assert.Single(row.Takes).Counts);
        Assert.Null(row.Measured);
    }

    [Fact]
    public async Task Delay_handles_are_judged_by_the_service()
    {
        var chosen = await WithRig();
        var judged = await Visitor.Body<Core.Timing.DelayChoice>(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict",
            new DelayValues([50])));
        Assert.Equal(50, judged.Arrivals.Single().ShiftMs);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict", new DelayValues([500])), HttpStatusCode.BadRequest);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/verdict", new DelayValues([])), HttpStatusCode.BadRequest);
    }
}
