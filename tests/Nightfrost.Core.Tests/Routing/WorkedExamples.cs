using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.Routing.ExampleSites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>
/// Sites a specialist meets, and what must come out: which socket, which boxes, which power. Those of the air and the ear are beside these;
/// docs/worked-examples.md tells all eighteen in words.
/// </summary>
public class WorkedExamples
{
    [Fact]
    public void Example_1_optical_low_latency_and_a_silent_set()
    {
        var look = Look([Optical()], Wears("ear") with { RoomWish = RoomWish.SetSilent });
        var view = Best(look, Box("box"), Headset("ear"));
        Assert.Contains("PCM", view.Rows[0].Legs[0].Label, StringComparison.Ordinal);
        Assert.Contains("vendor low-latency", view.Rows[0].Legs[1].Label, StringComparison.Ordinal);
        var rig = Rank(look, Box("box"), Headset("ear")).Rigs[0].Rig;
        Assert.Contains(RunSheet.For(rig), s => s.Action == "Turn the set up to what was found, then switch its own speakers off");
    }

    [Fact]
    public void Example_3_a_bar_on_the_optical_socket_is_passed_on_or_split_both_counted()
    {
        var look = Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }],
            Wears("ear") with { RoomWish = RoomWish.RoomHearsToo });
        Device[] kit = [Box("pass", 60, passes: true), Box("plain", 40), Splitter(), Headset("ear"), Bar()];
        var pass = WhyNot.Ask(new Site(look, Shelf(kit)), Wanted.Usual, "pass").WithIt!;
        var split = WhyNot.Ask(new Site(look, Shelf(kit)), Wanted.Usual, "splitter").WithIt!;
        Assert.Equal(2, Parts.Of(pass.Rig).Where(p => p.Role == DeviceRole.Lead).Sum(p => p.Needed));
        Assert.Equal(3, Parts.Of(split.Rig).Where(p => p.Role == DeviceRole.Lead).Sum(p => p.Needed));
        Assert.NotEmpty(Comparison.Differences(pass.Score, split.Score, "GBP"));
    }

    [Fact]
    public void Example_4_HDMI_only_takes_the_return_channel_or_one_box_in_the_line()
    {
        var arc = Converter("arc extractor") with
        {
            StageIds = ["hdmi-extractor"],
            Ports = [new AudioPort(Connector.Hdmi, false, [Signal.HdmiReturn], "IN"), new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT")]
        };
        var inLine = arc with
        {
            Id = "in-line extractor",
            Name = "in-line extractor",
            PassesThrough = true,
            Ports = [new AudioPort(Connector.Hdmi, false, [Signal.HdmiProgramme], "IN"), new AudioPort(Connector.Hdmi, true, [Signal.HdmiProgramme], "OUT"),
                arc.Ports[1]]
        };
        SourcePort returns = new() { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Free, FollowsPicture = Known.Yes };
        Assert.Equal(["arc extractor"], Best(Look([returns], Wears("ear")), arc, inLine, Box("box"), Headset("ear")).Plan[0].AdapterIds);

        var without = Look([new SourcePort { Id = "in", Kind = SocketKind.HdmiPlain, State = SocketState.Taken }], Wears("ear")) with
        {
            Sources = [new() { Id = "stb", Name = "set-top box", Kind = SourceKind.SetTopBox,
                Sockets = [new() { Id = "out", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }] }],
        };
        var view = Best(without, arc, inLine, Box("box"), Headset("ear"));
        Assert.Equal(["in-line extractor"], view.Plan[0].AdapterIds);
        Assert.Contains(view.Rows[0].Findings,
            f => f.RuleId == "in-line-extractor" && f.Sentence.Contains("own tuner and apps are lost", StringComparison.Ordinal));
        Assert.Contains(view.Rows[0].Findings, f => f.RuleId == "sources-missed");
        // Counted before the set: the set's picture delay is taken away.
        Assert.Contains(view.Rows[0].Thread, s => s.Id == "minus-picture-standard");
        // The lead to the set goes on from the extractor: two more leads are needed than boxes.
        Assert.Equal(2, view.Parts.Single(p => p.DeviceId.StartsWith("lead-Hdmi", StringComparison.Ordinal)).Needed);
    }

    [Fact]
    public void Example_8_an_AV_receiver_gives_its_second_zone_before_its_headphone_socket()
    {
        var look = Look([], Wears("ear") with { RoomWish = RoomWish.RoomHearsToo }) with
        {
            Sources =
            [
                new()
                {
                    Id = "avr", Name = "AV receiver", Kind = SourceKind.AvReceiver, TakesSetSound = true,
                    Sockets = [new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free },
                        new() { Id = "big", Kind = SocketKind.Headphone635, State = SocketState.Free, SilencesSpeakers = Known.No }],
                },
            ],
        };
        var view = Best(look, Box("box", input: Connector.Jack35), Headset("ear"));
        Assert.Equal("zone", view.Plan[0].SocketId);
        Assert.Contains(view.Rows[0].Findings,
            f => f.RuleId == "zone-to-switch-on" && f.Remedy.Contains("fixed", StringComparison.Ordinal)
                && f.Remedy.Contains("follow the main zone", StringComparison.Ordinal));
        Assert.Contains(Rank(look, Box("box", input: Connector.Jack35), Headset("ear")).RoutesFound, n => n >= 2);
        Assert.NotNull(WhyNot.Ask(new Site(look, Shelf([Box("box", input: Connector.Jack35), Headset("ear"), .. OtherLeads])), Wanted.Usual, "big").WithIt);
    }

    [Fact]
    public void Example_10_coaxial_only_and_no_free_USB_takes_a_converter_with_a_mains_supply()
    {
        SourcePort coaxial = new() { Id = "coaxial", Kind = SocketKind.Coaxial, State = SocketState.Free, FollowsPicture = Known.Yes };
        var converter = Converter() with
        {
            Ports =
            [new AudioPort(Connector.CoaxialPhono, false, [Signal.SpdifPcm], "COAX"), new AudioPort(Connector.Jack35, true, [Signal.AnalogueLine], "OUT")]
        };
        var view = Best(Look([coaxial], Wears("ear")), converter,
            Box("box", input: Connector.Jack35) with { Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false) }, Headset("ear"));
        Assert.Equal(["converter"], view.Plan[0].AdapterIds);
        Assert.True(view.Power.Single(p => p.DeviceId == "converter").NeedsSupply);
        Assert.Contains(view.Parts, p => p.DeviceId == "supply" && p.ToBuy == 1);
    }

    [Fact]
    public void Example_11_inputs_only_gives_no_rig_and_says_what_to_look_for()
    {
        var answer = Rank(Look([Pair("COMPONENT IN"), new SourcePort { Id = "hdmi", Kind = SocketKind.HdmiPlain, State = SocketState.Free }], Listener()),
            Box("box"), Headset("ear"));
        Assert.Empty(answer.Rigs);
        Assert.Contains("lets sound out", answer.Obstacle!.Reason, StringComparison.Ordinal);
        Assert.Contains("small door", answer.Obstacle.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void Example_12_a_sticks_own_Bluetooth_feeds_one_and_the_second_is_told_the_remedy()
    {
        var look = Look([], Wears("ear"),
            Wears("ear", "Tobias")) with
        {
            Sources =
                [new() { Id = "stick", Name = "streaming stick", Kind = SourceKind.StreamingStick, Sockets = [Bluetooth()] }]
        };
        var answer = Rank(look, Headset("ear"));
        var view = RigViews.Of(answer.Rigs[0], answer.Arrivals);
        Assert.Equal(1, view.Served);
        Assert.Contains(view.Reasons,
            r => r.Sentence.Contains("has no route in this rig. The streaming stick's own radio feeds one listener at once", StringComparison.Ordinal));
        Assert.Contains(view.Reasons, r => r.Remedy.Contains("stated simultaneous output", StringComparison.Ordinal));
    }

    [Fact]
    public void Example_13_hi_fi_to_a_bar_has_no_delay_to_count_and_a_better_codec_costs_one_more_box()
    {
        var fine = new Codec(CodecClass.VendorHighDefinition, "Fine");
        var bar = (Bar() with
        {
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [Sbc] }],
            Power = new(0, true, 0, 0, Known.No, Known.Yes, false),
        }).PairedBy(PowerFrom.On, "the source button", 3, 120);
        var look = Look([], Wears("bar", "The bar")) with
        {
            Set = TelevisionSet.Unseen with { OwnProgrammesWatched = false },
            Sources = [new() { Id = "hifi", Name = "hi-fi", Kind = SourceKind.HiFi, PluggedInto = "",
                Sockets = [new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free }] }],
        };
        var end = LinkBox("fine end") with
        {
            Ports = [new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT")],
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [fine, Sbc] }]
        };
        var answer = Rank(look, Box("box", codecs: [fine, Sbc], input: Connector.Jack35), bar, end);
        Assert.All(answer.Rigs, r => Assert.Equal(1, r.Score.InStep));
        Assert.True(RigViews.Of(answer.Rigs[0], answer.Arrivals).Rows[0].MusicOnly);
        var better = answer.Rigs.Single(r => r.Rig.Routes[0].AtEar.Relay?.Id == "fine end");
        var plain = answer.Rigs.Single(r => r.Rig.Routes[0].AtEar.Relay is null);
        Assert.Equal("Best sound", better.Title);
        Assert.Equal(25 + 5, better.Score.Price - plain.Score.Price);
    }

    [Fact]
    public void Example_14_a_computer_gives_sound_and_power_over_USB()
    {
        var usb = Usb(900, id: "computer usb") with { UsbSound = Known.Yes };
        var look = Look([], Wears("ear")) with
        {
            Sources =
            [new() { Id = "computer", Name = "computer", Kind = SourceKind.Computer, PluggedInto = "", Sockets = [usb] }],
            Set = TelevisionSet.Unseen with { OwnProgrammesWatched = false }
        };
        var view = Best(look, Box("stub", input: Connector.UsbA) with { Ports = [new AudioPort(Connector.UsbA, false, [Signal.UsbAudio], "plug")] },
            Headset("ear"));
        Assert.Equal("From the USB socket its sound comes from.", view.Power.Single().Words);
        Assert.Contains(view.Rows[0].Thread, s => s.Id == "usb-out");
        Assert.DoesNotContain(view.Parts, p => p.Role == DeviceRole.Supply);
    }

    [Fact]
    public void Example_17_a_box_that_takes_all_of_the_port_and_forgets_its_partner_goes_on_the_mains_or_gives_way()
    {
        var greedy = Box("greedy", 30, usbMa: 500) with { Power = new PowerNeed(500, false, 0, 0, Known.No, Known.No, false) };
        var look = Look([Optical(), Usb(500, Known.Yes)], Wears("ear"));
        var view = Best(look, greedy, Headset("ear"));
        Assert.True(view.Power.Single().NeedsSupply);
        Assert.Contains(view.Rows[0].Findings, f => f.RuleId == "usb-current");
        Assert.Contains(view.Rows[0].Findings, f => f.RuleId == "pairing-lost-in-standby");
        Assert.Equal("modest", Best(look, greedy, Box("modest", 35, usbMa: 100), Headset("ear")).Plan[0].TransmitterId);
    }
}
