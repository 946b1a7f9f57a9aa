using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

/// <summary>A loop is heard on the telecoil programme, in steps and on the client's sheet; nothing about it is paired.</summary>
public class TelecoilTests
{
    private static readonly Look Wearer = Look([Optical()], Listener(wears: "aids") with { OpenToAnother = false, Telecoil = Known.Yes });

    // They join a radio as well, so that a pairing way stands on the shelf.
    private static readonly Device CoilAids = Aids("aids", "K", 2) with
    {
        Links = [.. Aids("aids", "K", 2).Links, new AirLink { Technology = LinkTechnology.InductionLoop, Transmits = false }],
        OwnVolume = false,
    };

    private static readonly Device SeatLoop = Base("seat loop", LinkTechnology.InductionLoop, "", onAxisM: 5) with { StageIds = [] };

    private static readonly Device NeckLoop = Headset("neck loop") with
    {
        Role = DeviceRole.Relay,
        Form = WearForm.None,
        Links = [.. Headset("x").Links, new AirLink { Technology = LinkTechnology.InductionLoop, Transmits = true }],
    };

    private static Rig Best(params Device[] kit) => Router.Rank(new Site(Wearer, Shelf([CoilAids, .. kit]))).Rigs[0].Rig;

    private static IReadOnlyList<string> Lines(Rig rig, string heading) =>
        ClientSheet.For(rig, []).Listeners[0].Parts.SingleOrDefault(p => p.Heading.StartsWith(heading, StringComparison.Ordinal))?.Lines ?? [];

    [Fact]
    public void A_loop_at_the_seat_is_laid_heard_on_T_and_driven_and_nothing_is_paired()
    {
        var steps = RunSheet.For(Best(SeatLoop)).Where(s => s.Phase == Phase.Pair).ToList();
        Assert.Equal(["loop-edda", "telecoil-edda", "drive-edda"], steps.Select(s => s.Id));
        Assert.Contains("400 mA/m", steps[2].Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void Without_a_control_at_the_ear_the_drive_is_what_is_turned()
    {
        var level = RunSheet.For(Best(SeatLoop)).Single(s => s.Id == "level-edda");
        Assert.StartsWith("Turn the drive of the seat loop down, with the aids worn", level.Action, StringComparison.Ordinal);
        Assert.DoesNotContain("at the ear", level.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void A_neck_loop_is_paired_and_hung_on_before_the_aids_go_to_T()
    {
        var ids = RunSheet.For(Best(Box("box"), NeckLoop)).Select(s => s.Id).ToList();
        Assert.True(ids.IndexOf("pair-ear-edda") is var paired && paired >= 0 && paired < ids.IndexOf("relay-edda")
            && ids.IndexOf("relay-edda") < ids.IndexOf("telecoil-edda"));
        Assert.DoesNotContain("loop-edda", ids);
    }

    [Fact]
    public void The_sheet_says_T_wherever_a_loop_is_heard_and_nowhere_else()
    {
        foreach (var rig in new[] { Best(SeatLoop), Best(Box("box"), NeckLoop) })
        {
            Assert.Contains("Switch your aids to T.", Lines(rig, "To listen"));
            Assert.Contains(Lines(rig, "To stop"), l => l.StartsWith("Switch your aids back from T.", StringComparison.Ordinal));
            Assert.Contains("on T?", Lines(rig, "If there is no sound")[0], StringComparison.Ordinal);
        }

        Assert.DoesNotContain(Lines(Best(SeatLoop), "The lights"), l => l.Contains("joined", StringComparison.Ordinal));
        var streamed = Best(Streamer("streamer", "K", 2));
        Assert.DoesNotContain(ClientSheet.For(streamed, []).Listeners[0].Parts.SelectMany(p => p.Lines),
            l => l.Contains(" T", StringComparison.Ordinal) && !l.Contains("TV", StringComparison.Ordinal));
        Assert.DoesNotContain(RunSheet.For(streamed), s => s.Id.StartsWith("telecoil-", StringComparison.Ordinal));
    }

    [Fact]
    public void A_broadcast_is_chosen_again_where_the_receiver_does_not_find_it()
    {
        var look = Look([Optical()], Listener(wears: "cast ear"));
        var rig = Router.Rank(new Site(look, Shelf(Cast("caster"), CastEar("cast ear")))).Rigs[0].Rig;
        Assert.Contains(Lines(rig, "To listen"), line =>
            line.StartsWith("If no sound comes by itself, choose the box by the TV in the list of broadcasts: hold button 2 for 2 seconds",
                StringComparison.Ordinal));
    }

    [Fact]
    public void Where_nothing_changes_the_loudness_it_is_heard_away_from_the_ear_first()
    {
        var look = Look([Optical() with { Level = LevelControl.Fixed }], Listener(wears: "hood") with { OpenToAnother = false });
        var level = RunSheet.For(Router.Rank(new Site(look, Shelf(Box("box"), Headset("hood", ownVolume: false)))).Rigs[0].Rig)
            .Single(s => s.Id == "level-edda");
        Assert.StartsWith("Hear it with the hood away from the ear first", level.Action, StringComparison.Ordinal);
        Assert.Contains("stop and plan again", level.Detail, StringComparison.Ordinal);
    }
}
