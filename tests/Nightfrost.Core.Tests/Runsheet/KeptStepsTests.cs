using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

/// <summary>What of a visit stays true when the rig is changed in the middle of it.</summary>
public class KeptStepsTests
{
    private static Rig RigOf(params Device[] kit) => Router.Rank(new Site(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }),
        Shelf(kit))).Rigs[0].Rig;

    [Fact]
    public void The_same_rig_keeps_every_step()
    {
        var steps = RunSheet.For(RigOf(Box("box"), Headset("ear")));
        Assert.Equal(steps.Count, KeptSteps.Of(steps, RunSheet.For(RigOf(Box("box"), Headset("ear")))).Count);
    }

    [Fact]
    public void Another_box_keeps_what_was_asked_and_the_menu_and_nothing_that_was_done_to_the_first_box()
    {
        var kept = KeptSteps.Of(RunSheet.For(RigOf(Box("box"), Headset("ear"))), RunSheet.For(RigOf(Box("other"), Headset("ear"))));
        Assert.Superset(new HashSet<string> { "ask-alarms", "prove-sound", "turn-down", "charged-edda-ear" }, kept.ToHashSet());
        Assert.DoesNotContain(kept, id => id.StartsWith("power-", StringComparison.Ordinal) || id.StartsWith("pair-box", StringComparison.Ordinal)
            || id.StartsWith("lead-", StringComparison.Ordinal));
    }

    [Fact]
    public void A_gesture_that_is_worked_otherwise_is_not_the_same()
    {
        var longer = Headset("ear").PairedBy(PowerFrom.Off, "power", 8, 60);
        var kept = KeptSteps.Of(RunSheet.For(RigOf(Box("box"), Headset("ear"))), RunSheet.For(RigOf(Box("box"), longer)));
        Assert.DoesNotContain("pair-ear-edda", kept);
        Assert.Contains("pair-box-edda", kept);
    }

    [Fact]
    public void Things_to_prepare_stay_where_they_are_the_same()
    {
        var (one, other) = (Preparation.For(RigOf(Box("box"), Headset("ear")), null), Preparation.For(RigOf(Box("other"), Headset("ear")), null));
        var kept = KeptSteps.Of(one, other);
        Assert.NotEmpty(kept);
        Assert.All(kept, id => Assert.DoesNotContain("box", one.Items.Single(i => i.Id == id).Words, StringComparison.Ordinal));
    }
}
