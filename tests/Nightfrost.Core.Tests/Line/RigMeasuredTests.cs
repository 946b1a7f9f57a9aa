using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Line;

public class RigMeasuredTests
{
    private static readonly MeasuredEar Late = new("edda", 220, 0.01), Early = new("edda", -120, 0.02);

    // A chain that is forecast late, and a wire that is not.
    private static (RouterAnswer Answer, RankedRig Worn) Ranked(Func<Look, Look>? with = null, params Device[] kit)
    {
        var look = Look([Optical(), Phones()], Listener(wears: "ear"));
        var answer = Router.Rank(new Site((with ?? (l => l))(look), Shelf([Box("box"), Headset("ear"), .. kit])));
        return (answer, answer.Rigs.First(r => r.Rig.Routes[0].Sends is not null));
    }

    private static string CureOf((RouterAnswer Answer, RankedRig Worn) ranked, MeasuredEar measured, bool others = true) =>
        RigMeasured.Cure(ranked.Worn.Rig.Routes[0], measured, ranked.Worn.Score.Served, others ? [.. ranked.Answer.Rigs.Where(r => r != ranked.Worn)] : null);

    [Fact]
    public void A_measurement_stands_above_the_forecast_of_its_listener_only()
    {
        var look = Look([Optical()], Listener(wears: "ear"), Listener("Tobias", wears: "other"));
        var answer = Router.Rank(new Site(look,
            Shelf(Box("box", atOnce: 2, codecs: [Swift, Sbc], withSeveral: [Swift, Sbc]), Headset("ear", codecs: [Swift, Sbc]),
                Headset("other", codecs: [Swift, Sbc]))));
        var rig = answer.Rigs[0];
        Assert.Equal(0.01, RigMeasured.Apply(rig, answer.Arrivals, [Late]).Score.InStep, 1e-9);
        Assert.Equal(answer.Arrivals.InStep(rig.Rig.Routes.Single(r => r.AtEar.Listener.Id == "tobias")),
            RigMeasured.Apply(rig, answer.Arrivals, [new("edda", 0, 1)]).Score.InStep, 1e-9);
        Assert.Same(rig, RigMeasured.Apply(rig, answer.Arrivals, []));
    }

    [Fact]
    public void A_delay_setting_is_moved_before_anything_is_bought()
    {
        var set = (int standsAt) =>
            (Look look) => look with { Set = look.Set with { DelaySettings = [new("audio delay", 0, 200, 10, standsAt, false, ["optical"])] } };
        Assert.Equal("Make the sound later by audio delay, on Tune.", CureOf(Ranked(set(0)), Early));
        Assert.Equal("Lower audio delay first, on Tune.", CureOf(Ranked(set(80)), Late));
    }

    [Fact]
    public void Another_way_that_is_forecast_in_step_is_named_with_its_price()
    {
        var ranked = Ranked(null, Wired("wired", 24));
        var cure = CureOf(ranked, Late);
        Assert.StartsWith("By forecast this would cure it: ", cure, StringComparison.Ordinal);
        var named = Assert.Single(ranked.Answer.Rigs, r => cure.Contains(RigNames.Of(r.Rig), StringComparison.Ordinal));
        Assert.True(named.Rig.Routes[0].Sends is null && named.Score.Step == InStepWord.InStep);
    }

    [Fact]
    public void Nothing_is_said_of_rigs_that_nobody_looked_for()
    {
        Assert.Equal("Look on Route for a rig that is forecast to cure it.", CureOf(Ranked(null, Wired()), Late, others: false));
        Assert.StartsWith("None of the rigs found", CureOf(Ranked(), Late), StringComparison.Ordinal);
    }

    [Fact]
    public void What_was_measured_is_not_assumed_any_more()
    {
        var (answer, worn) = Ranked(l => l with { Set = l.Set with { Sockets = [.. l.Set.Sockets.Select(s => s with { FollowsPicture = Known.NotYet })] } });
        bool Assumes(params MeasuredEar[] measured) =>
            RigViews.Of(worn, answer.Arrivals,
                measured: measured).Reasons.Any(r => r.Kind == ReasonKind.Assumed && r.Sentence.Contains("waits for the picture", StringComparison.Ordinal));
        Assert.True(Assumes());
        Assert.False(Assumes(Early));
    }
}
