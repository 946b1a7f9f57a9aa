using Nightfrost.Core.Bench;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Whoever leaves the room while listening goes there once before the box is fixed.</summary>
public class WalkTests
{
    private static Rig RigOf(double placeM, bool leaves = true, double dbm = 4) => Router.Rank(new Site(
        Look([Optical()], Listener("Edda", "ear") with
        {
            OpenToAnother = false,
            LeavesRoom = leaves,
            Roams = [new("kitchenette", placeM, Way.Unseen)],
        }), Shelf(Box("box", dbm: dbm), Headset("ear")))).Rigs[0].Rig;

    private static Step? Walk(Rig rig) => RunSheet.For(rig).SingleOrDefault(s => s.Id == "walk-edda-0");

    [Fact]
    public void The_kitchenette_is_tried_on_foot_after_the_level_and_before_the_box_is_fixed()
    {
        var ids = RunSheet.For(RigOf(6)).Select(s => s.Id).ToList();
        Assert.True(ids.IndexOf("level-edda") < ids.IndexOf("walk-edda-0") && ids.IndexOf("walk-edda-0") < ids.IndexOf("fix-box"));
        Assert.Null(Walk(RigOf(6, leaves: false)));
        Assert.Equal("Walk to the kitchenette and back, listening", Walk(RigOf(6))!.Action);
    }

    [Fact]
    public void A_place_that_is_well_reached_is_proven()
    {
        var rig = RigOf(3);
        Assert.Equal(Verdict.Proven, Proof.Of(rig, RunSheet.For(rig)).Verdict);
    }

    [Fact]
    public void A_place_that_is_hardly_reached_is_a_doubt_that_the_walk_settles()
    {
        var rig = Enumerable.Range(4, 60).Select(m => RigOf(m)).First(r => RouteReach.At(r.Routes[0], "kitchenette") is { Grade: 0, Usable: true });
        var proof = Proof.Of(rig, RunSheet.For(rig));
        var doubt = Assert.Single(proof.Doubts);
        Assert.StartsWith("The link may not reach the kitchenette", doubt.Words, StringComparison.Ordinal);
        Assert.Equal(("walk-edda-0", Verdict.ProvenBut), (doubt.AskedAt, proof.Verdict));
        Assert.Contains("out of reach in the kitchenette", doubt.ThenFails, StringComparison.Ordinal);
        Assert.Equal(Verdict.Proven, proof.After(new HashSet<string> { "walk-edda-0" }).Verdict);
    }

    [Fact]
    public void What_lies_out_of_reach_fails_there_and_not_at_the_seat()
    {
        var state = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(RigOf(6), Worlds.Of(RigOf(6)).Likely)), RunSheet.For(RigOf(6))).End;
        Assert.Empty(Goals.Missing(state, new Acts.Goal.EarHearsAt("edda", "kitchenette")));
        var far = RigOf(6) is var rig ? Worlds.Of(rig).Likely with { OutOfReach = [new("edda", "kitchenette")] } : null;
        var there = state with { Site = state.Site with { Truths = far! } };
        Assert.NotEmpty(Goals.Missing(there, new Acts.Goal.EarHearsAt("edda", "kitchenette")));
        Assert.Empty(Goals.Missing(there, new Acts.Goal.EarHears("edda")));
    }

    [Fact]
    public void A_headset_of_which_nobody_has_read_when_it_switches_itself_off_is_no_doubt_where_it_makes_no_difference()
    {
        var rig = RigOf(3);
        Assert.Null(rig.Routes[0].AtEar.Receiver.Automatic.IdleOffMinutes);
        Assert.Empty(Proof.Of(rig, RunSheet.For(rig)).Doubts);
    }
}
