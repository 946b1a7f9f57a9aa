using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What stands by itself beside the set: a hi-fi, a computer, and what the room hears of them.</summary>
public class StandsApartTests
{
    private static Rig Rig(SoundSource source, RoomWish wish, params SourcePort[] ofSet)
    {
        var look = Look(ofSet, Listener("Lea", "ear") with { OpenToAnother = false, RoomWish = wish }) with { Sources = [source] };
        return Router.Rank(new Site(look, Shelf(Parts))).Rigs
            .First(r => r.Rig.Routes[0].Feed.Socket.Id == source.Sockets[0].Id).Rig;
    }

    private static readonly AudioPort[] BoxPorts =
        [new(Connector.PhonoPair, false, [Signal.AnalogueLine], "IN"), new(Connector.UsbA, false, [Signal.UsbAudio], "USB")];

    private static readonly PowerNeed Battery = new(0, false, 30, 3, Known.Yes, Known.Yes, true);

    private static Device[] Parts =>
        [Box("box") with { Ports = BoxPorts, Power = Battery }, Lead(Connector.PhonoPair, Connector.PhonoPair), Headset("ear")];

    private static SoundSource Source(SourceKind kind, SourcePort socket) => new()
    {
        Id = "own",
        Name = kind == SourceKind.HiFi ? "hi-fi" : "computer",
        Kind = kind,
        PluggedInto = "",
        Watched = true,
        Sockets = [socket],
    };

    private static SoundSource HiFi => Source(SourceKind.HiFi, new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free });

    private static SoundSource Computer =>
        Source(SourceKind.Computer, new() { Id = "pc-usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 500, UsbSound = Known.Yes });

    [Fact]
    public void A_bar_at_the_set_is_left_alone_while_somebody_hears_the_hi_fi()
    {
        var taken = Optical("optical", SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" };
        var look = Look([taken], Listener("Lea", "ear") with { OpenToAnother = false, RoomWish = RoomWish.SetSilent }) with { Sources = [HiFi] };
        var rig = Router.Rank(new Site(look, Shelf([.. Parts, Bar("bar")]))).Rigs[0].Rig;
        Assert.NotNull(rig.Site.Bar);
        Assert.Null(rig.Bar);
        Assert.Equal(Silencing.BySource, rig.Silencing);
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Acts.Any(a => a is Act.Turn { ThingId: Things.Bar } or Act.Mute { ThingId: Things.Bar }));
        Assert.True(Proof.Of(rig, RunSheet.For(rig)).Verdict is Verdict.Proven or Verdict.ProvenBut);
    }

    [Fact]
    public void A_hi_fi_whose_output_hangs_on_its_volume_cannot_be_silenced_by_it()
    {
        var rig = Rig(HiFi with { Sockets = [HiFi.Sockets[0] with { Level = LevelControl.Variable }] }, RoomWish.SetSilent);
        Assert.Equal(Silencing.None, rig.Silencing);
    }

    [Fact]
    public void A_computer_told_to_play_elsewhere_is_silent_by_itself_and_lists_only_what_is_plugged_in()
    {
        var rig = Rig(Computer, RoomWish.SetSilent);
        Assert.Equal(Silencing.None, rig.Silencing);
        Assert.Equal(Silencing.None, Rig(Computer with { Sockets = [Computer.Sockets[0] with { Level = LevelControl.Fixed }] }, RoomWish.SetSilent).Silencing);
        var start = Core.Bench.Bench.Do(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), new Act.Play("own"));
        Assert.True(Listening.InRoom(start).IsHeard);
        var choose = new Act.Choose("own", SourceMenu.Output, "socket/pc-usb");
        Assert.Empty(Core.Bench.Bench.Do(start, choose).Sources["own"].Outputs);
        var chosen = Core.Bench.Bench.Do(Core.Bench.Bench.Do(start, new Act.Plug(Things.NearEnd(Things.Lead(rig.Feeds[0], 0)), "socket/pc-usb")), choose);
        Assert.False(Listening.InRoom(chosen).IsHeard);
        Assert.Contains(Listening.InRoom(chosen).Reasons, r => r.Contains("the computer's own speakers", StringComparison.Ordinal));
        Assert.True(Listening.InRoom(Core.Bench.Bench.Do(chosen, new Act.Choose("own", SourceMenu.Output, MenuValues.OwnSpeakers))).IsHeard);
    }

    [Fact]
    public void A_room_that_should_hear_a_computer_too_is_asked_about_before_anything_is_bought()
    {
        var rig = Rig(Computer, RoomWish.RoomHearsToo);
        Assert.Equal(Liveness.Unlikely, rig.Site.LiveWithRoom(rig.Feeds[0].Socket));
        Assert.Contains(RunSheet.For(rig), s => s.Id == "together-pc-usb-room" && s.Action.Contains("the computer's own speakers", StringComparison.Ordinal));
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Id == "speakers-on");
    }

    [Fact]
    public void No_box_of_what_stands_apart_hangs_on_the_power_of_a_set_that_may_be_off()
    {
        var apart = 0;
        foreach (var rig in Enumerable.Range(0, 150).SelectMany(seed => BenchKit.Rigs(seed, 3)))
        {
            foreach (var feed in rig.Feeds.Where(f => rig.Site.Look.StandsApart(f.Socket)))
            {
                apart++;
                var mayBeOff = rig.Site.Look.Set.Sockets.Where(s => s.OffInStandby != Known.No).Select(Things.Socket).ToList();
                var box = Things.Element(feed, feed.Adapters.Count);
                Assert.DoesNotContain(RunSheet.For(rig).SelectMany(s => s.Acts).OfType<Act.Feed>(), f => f.ThingId == box && mayBeOff.Contains(f.FromId));
            }
        }

        Assert.True(apart > 10);
    }
}
