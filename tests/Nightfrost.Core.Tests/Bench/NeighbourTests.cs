using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What stands near a rig: a bar that an idle box wakes, a set that follows it, a hub on the port.</summary>
public class NeighbourTests
{
    private const string Sort = "a bar that its neighbour may wake";

    private static Device BluetoothBar => Bar() with
    {
        Ports = [new AudioPort(Connector.Hdmi, false, [Signal.HdmiReturn], "ARC"), new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "IN")],
        Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [Sbc] }],
        Power = new(0, true, 0, 0, Known.No, Known.Yes, false),
    };

    // The box on, its listener gone.
    private static (BenchState State, string Box) Idle()
    {
        var after = SortScene.After(Sort);
        var way = SortScene.Way(after);
        return (SortScene.Do(after, new Act.Switch(way.Receiver.Id, false)), way.Sender!.Id);
    }

    [Fact]
    public void An_idle_box_wakes_the_bar_which_listens_to_it_until_its_input_is_chosen_anew()
    {
        var (idle, box) = Idle();
        Assert.True(Listening.InRoom(idle).IsHeard);
        Assert.True(Listening.InRoom(Core.Bench.Bench.Let(idle, Waking.WakesAfterMs - 1)).IsHeard);
        var woken = Core.Bench.Bench.Let(idle, Waking.WakesAfterMs + 1000);
        Assert.Equal(box, woken.Things[Things.Bar].WokenBy);
        Assert.Contains("wakes", SortScene.LastWrong(woken), StringComparison.Ordinal);
        Assert.Contains("was woken by", Assert.Single(Listening.InRoom(woken).Reasons), StringComparison.Ordinal);

        // Its own remote, not the box, brings the set's sound back; and it does not last while the box is on.
        Assert.False(Listening.InRoom(SortScene.Do(woken, new Act.Switch(box, false))).IsHeard);
        var put = SortScene.Do(woken, new Act.ChooseInput(Things.Bar, woken.Site.Room!.Stretches[^1].Lead.FarPort));
        Assert.True(Listening.InRoom(put).IsHeard);
        Assert.False(Listening.InRoom(Core.Bench.Bench.Let(put, Waking.WakesAfterMs + 1000)).IsHeard);
    }

    [Fact]
    public void A_box_that_has_its_listener_waits_for_one_or_is_off_wakes_nobody()
    {
        var after = SortScene.After(Sort);
        Assert.Null(Core.Bench.Bench.Let(after, 3 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);
        var (idle, box) = Idle();
        Assert.Null(Core.Bench.Bench.Let(SortScene.Do(idle, new Act.Switch(box, false)), 3 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);
        var quiet = after.Site.Things[box] with { Device = after.Site.Things[box].Device! with { DisturbsWhenIdle = false } };
        var calm = after with { Site = after.Site with { Things = after.Site.Things.SetItem(box, quiet) } };
        Assert.Null(Core.Bench.Bench.Let(SortScene.Do(calm, new Act.Switch(SortScene.Way(after).Receiver.Id, false)), 3 * Waking.WakesAfterMs)
            .Things[Things.Bar].WokenBy);

        // A bar without power, or without Bluetooth, does not answer.
        var unfed = idle with { Things = idle.Things.SetItem(Things.Bar, idle.Things[Things.Bar] with { FedFrom = null }) };
        Assert.Null(Core.Bench.Bench.Let(unfed, 2 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);
        var bar = idle.Site.Things[Things.Bar];
        var deaf = idle with { Site = idle.Site with { Things = idle.Site.Things.SetItem(Things.Bar, bar with { Device = bar.Device! with { Links = [] } }) } };
        Assert.Null(Core.Bench.Bench.Let(deaf, 2 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);
    }

    [Fact]
    public void A_client_who_leaves_the_box_on_finds_the_room_silent_the_next_evening()
    {
        var taken = Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" };
        var box = Box("box", input: Connector.Jack35) with { DisturbsWhenIdle = true, Power = new(100, true, 0, 0, Known.No, Known.Yes, true) };
        var rig = RehearsalTests.Best(Look([taken, Phones() with { SilencesSpeakers = Known.No }], Listener("Edda", "ear") with { OpenToAnother = false }),
            box.With(GestureDoes.SwitchesPower, ControlKind.Slide, to: "ON"), Headset("ear"), BluetoothBar);
        var after = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig)).End;
        Assert.Empty(ClientWeek.Run(after));
        var line = DailySteps.Stop(after.Site.Rig, after.Site.Rig.Routes[0]).Single(l => l.Words.Contains("Switch off the box", StringComparison.Ordinal));
        Assert.Contains("it may wake other speakers", line.Words, StringComparison.Ordinal);
        Assert.Contains("woken by", ClientWeek.Run(after, l => l.Words != line.Words)[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_box_that_waits_for_a_partner_wakes_nobody_and_neither_does_one_for_its_own_bar()
    {
        var taken = Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" };
        var endless = Box("box", input: Connector.Jack35).PairedBy(PowerFrom.On, "the button", 3, 0) with { DisturbsWhenIdle = true };
        var rig = RehearsalTests.Best(Look([taken, Phones() with { SilencesSpeakers = Known.No }], Listener("Edda", "ear") with { OpenToAnother = false }),
            endless, Headset("ear"), BluetoothBar);
        var met = Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely));
        var box = met.Site.Ears[0].Sender!.Id;
        var on = SortScene.Do(met, new Act.Feed(box, Things.Mains));
        Assert.NotNull(Core.Bench.Bench.Let(on, 2 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);
        Assert.Null(Core.Bench.Bench.Let(SortScene.Do(on, new Act.Press(box, "the button", 3, 1)), 2 * Waking.WakesAfterMs).Things[Things.Bar].WokenBy);

        var bar = (BluetoothBar with { Ports = [] }).PairedBy(PowerFrom.On, "the source button", 3, 120);
        var own = RehearsalTests.Best(Look([Optical()], Listener("Everyone", "bar") with { OpenToAnother = false }),
            Box("box", codecs: [Sbc]) with { DisturbsWhenIdle = true }, bar);
        var site = BenchSites.Of(own, Worlds.Of(own).Likely);
        Assert.Contains(site.Ears[0].Hops, h => h.To.Device!.Role == DeviceRole.RoomSpeaker);
        Assert.Empty(Waking.Woken(site, site.Ears[0].Sender!.Id));
    }

    [Theory]
    [InlineData(SocketKind.HdmiReturn, MenuValues.On, true)]
    [InlineData(SocketKind.HdmiReturn, MenuValues.Off, false)]
    [InlineData(SocketKind.OpticalSquare, MenuValues.On, false)]
    public void A_woken_bar_wakes_the_set_over_HDMI_while_power_follows(SocketKind by, string following, bool wakes)
    {
        var taken = new SourcePort { Id = "taken", Kind = by, State = SocketState.Taken, TakenBy = "the bar", TakenByDeviceId = "bar" };
        var rig = RehearsalTests.Best(Look([taken, Phones() with { SilencesSpeakers = Known.No }], Listener("Edda", "ear") with { OpenToAnother = false }),
            Box("box", input: Connector.Jack35) with { DisturbsWhenIdle = true }, Headset("ear"), BluetoothBar);
        var idle = Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely));
        var box = idle.Site.Ears[0].Sender!.Id;
        idle = SortScene.Do(idle, new Act.Feed(box, Things.Mains), new Act.Choose(Scene.Set, SourceMenu.PowerFollowing, following),
            new Act.Standby(Scene.Set, true));
        var later = Core.Bench.Bench.Let(idle, 2 * Waking.WakesAfterMs);
        Assert.Equal(box, later.Things[Things.Bar].WokenBy);
        Assert.Equal(wakes, !later.Sources[Scene.Set].Standby);
    }

    [Theory]
    [InlineData(100, true)]
    [InlineData(101, false)]
    public void Behind_a_hub_runs_what_asks_for_one_unit_load_and_no_more(int usbMa, bool runs)
    {
        var rig = RehearsalTests.Best(Look([Optical(), Usb(900, Known.No)], Listener("Edda", "ear") with { OpenToAnother = false }), Box("box", usbMa: usbMa),
            Headset("ear"));
        var after = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), RunSheet.For(rig)).End;
        var way = SortScene.Way(after);
        Assert.Contains(rig.Power, p => p.UsbSocketId is not null);
        Assert.Equal(!runs, Faults.Of(after.Site, way).OfType<Fault.HubBetween>().Any());
        var hubbed = after.With(new Fault.HubBetween(way.Sender!.Id));
        Assert.Equal(runs, hubbed.Things[way.Sender.Id].IsOn);
        if (runs)
            return;
        Assert.Contains("no power", SortScene.Why(hubbed)[0], StringComparison.Ordinal);

        // Straight into the port again, it runs as before.
        var straight = SortScene.Do(hubbed, new Act.Feed(way.Sender.Id, after.Things[way.Sender.Id].FedFrom!));
        Assert.True(Listening.AtEar(Core.Bench.Bench.Let(straight, 10_000), way.ListenerId).IsHeard);
    }
}
