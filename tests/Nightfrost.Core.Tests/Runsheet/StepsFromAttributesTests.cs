using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

/// <summary>Each attribute of a device or a socket puts its own step on the run sheet, and its absence leaves it away.</summary>
public class StepsFromAttributesTests
{
    private static IReadOnlyList<Step> Steps(Look look, params Device[] kit) => RunSheet.For(Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig);

    private static readonly Look One = Look([Optical()], Listener(wears: "ear"));

    private static Step? Find(IReadOnlyList<Step> steps, string idStart) => steps.FirstOrDefault(s => s.Id.StartsWith(idStart, StringComparison.Ordinal));

    [Theory]
    [InlineData(true, "green; picture on the set again")]
    [InlineData(false, "picture on the set again")]
    public void What_stands_in_the_way_of_a_picture_gives_it_back_with_its_power(bool startsWithSupply, string expect)
    {
        var extractor = Converter("extractor") with
        {
            PassesThrough = true,
            Signs = [Light(SignState.Power, "green")],
            Gestures = startsWithSupply ? [] : [new(GestureDoes.SwitchesPower, "", PowerFrom.NotRead, 0, 0, 1, "", "", "press")],
            Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false),
            Ports =
            [
                new AudioPort(Connector.Hdmi, false, [Signal.HdmiProgramme], "IN"), new AudioPort(Connector.Hdmi, true, [Signal.HdmiProgramme], "OUT"),
                new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT"),
            ],
        };
        var look = Look([], Listener(wears: "ear")) with
        {
            Sources = [new() { Id = "stb", Name = "set-top box", Kind = SourceKind.SetTopBox,
                Sockets = [new() { Id = "out", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }] }],
        };
        var steps = Steps(look, [extractor, Box("box"), Headset("ear"), .. ExampleSites.OtherLeads]);
        Assert.Equal(expect, steps.Single(s => s.Id.StartsWith("power-", StringComparison.Ordinal)
            && s.Id.EndsWith("extractor", StringComparison.Ordinal)).Expect);
    }

    [Theory]
    [InlineData("transmit-", "Set it to transmit: set the slide to TX")]
    [InlineData("input-", "Choose the input the lead is in: OpticalSquare")]
    [InlineData("switch-on-", "Switch the box on: press the power button")]
    public void A_switch_of_the_box_is_a_step_of_its_own(string id, string action)
    {
        var box = Box("box").With(GestureDoes.Transmits, ControlKind.Slide, "TX").With(GestureDoes.ChoosesInput, ControlKind.Slide, "OPT")
            .With(GestureDoes.SwitchesPower);
        Assert.Equal(action, Find(Steps(One, box, Headset("ear")), id)!.Action);
        Assert.Null(Find(Steps(One, Box("box"), Headset("ear")), id));
    }

    [Fact]
    public void Power_from_the_set_says_the_share_of_the_port_and_what_standby_does()
    {
        var look = Look([Optical(), Usb(500)], Listener(wears: "ear"));
        var step = Find(Steps(look, Box("box", usbMa: 300), Headset("ear")), "power-")!;
        Assert.Equal("At the set, USB-A", step.Place);
        Assert.Contains("300 of 500 mA, 60 % of the port", step.Detail, StringComparison.Ordinal);
        Assert.Contains("Its pairing survives that", step.Detail, StringComparison.Ordinal);
        Assert.Contains("only the current it asks for", step.Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void Of_a_converter_nothing_is_said_about_pairing()
    {
        var look = Look([Optical(), Usb(500)], Listener(wears: "wired") with { OpenToAnother = false });
        var steps = Steps(look, Converter() with { Power = Converter().Power with { UsbDrawMa = 100, OwnSupply = false } }, Wired());
        var step = steps.Single(s => s.Id.StartsWith("power-", StringComparison.Ordinal));
        Assert.Contains("100 of 500 mA", step.Detail, StringComparison.Ordinal);
        Assert.DoesNotContain("pairing", step.Detail, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void Power_from_the_mains_warns_of_the_voltage_and_of_other_peoples_plugs()
    {
        var step = Find(Steps(One, Box("box", usbMa: 300), Headset("ear")), "power-")!;
        Assert.Contains("Free no outlet you cannot name", step.Caution, StringComparison.Ordinal);
        Assert.Contains("a higher voltage never", step.Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void A_converter_is_powered_before_the_programme_is_played()
    {
        var steps = Steps(One, Box("jack box", input: Connector.Jack35), Converter(), Headset("ear"));
        var ids = steps.Select(s => s.Id).ToList();
        Assert.Contains(ids, id => id.StartsWith("power-", StringComparison.Ordinal) && id.EndsWith("converter", StringComparison.Ordinal));
        Assert.True(ids.FindIndex(i => i.EndsWith("converter", StringComparison.Ordinal)) < ids.IndexOf("programme-on"));
        Assert.Equal(2, steps.Count(s => s.Id.StartsWith("lead-", StringComparison.Ordinal)));
    }

    [Fact]
    public void PCM_is_set_on_a_digital_socket_and_not_on_an_analogue_one()
    {
        Assert.NotNull(Find(Steps(One, Box("box"), Headset("ear")), "pcm-"));
        Assert.Null(Find(Steps(Look([Pair("AUDIO OUT")], Listener(wears: "ear")), Box("jack box", input: Connector.Jack35), Headset("ear")), "pcm-"));
    }

    [Fact]
    public void The_headphone_socket_is_turned_up_first_and_never_unplugged_loud()
    {
        var steps = Steps(Look([Phones()], Listener(wears: "wired")), Wired());
        Assert.NotNull(Find(steps, "headphone-level-"));
        var lead = Find(steps, "lead-")!;
        Assert.Equal("Turn the set down before this plug goes in or out.", lead.Caution);
        Assert.Equal("the set's own speakers fall silent", lead.Expect);
    }

    [Fact]
    public void The_sets_speakers_are_switched_off_or_left_on_as_the_site_wants()
    {
        Assert.NotNull(Find(Steps(Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }), Box("box"), Headset("ear")),
            "speakers-off"));
        Assert.NotNull(Find(Steps(Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.RoomHearsToo }), Box("box"), Headset("ear")),
            "speakers-on"));
        Assert.Null(Find(Steps(One, Box("box"), Headset("ear")), "speakers-"));
        // A socket that silences the set by itself needs no menu for it.
        Assert.Null(Find(Steps(Look([Phones()], Listener(wears: "wired") with { RoomWish = RoomWish.SetSilent }), Wired()), "speakers-off"));
    }

    [Fact]
    public void What_is_taken_before_the_set_leaves_it_to_be_muted_whatever_its_menu_can_do()
    {
        var stick = new SoundSource { Id = "stick", Name = "stick", Kind = SourceKind.StreamingStick, Watched = true, Sockets = [Bluetooth()] };
        var look = Look([], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }) with { Sources = [stick] };
        foreach (var off in Enum.GetValues<Known>())
        {
            var steps = Steps(look with { Set = look.Set with { SpeakersCanBeOff = off } }, Headset("ear"));
            Assert.NotNull(Find(steps, "set-muted"));
            Assert.Null(Find(steps, "speakers-off"));
            Assert.StartsWith("The stick's menu", Find(steps, "pair-box-")!.Place, StringComparison.Ordinal);
            Assert.EndsWith("of the stick", Find(steps, "near-")!.Action, StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Nobody_is_sent_into_the_menu_for_what_the_set_is_known_not_to_do(int seed)
    {
        var random = new Random(seed + 7000);
        for (var round = 0; round < 60; round++)
        {
            var drawn = RandomSites.Draw(random);
            var look = drawn.Look with
            {
                Set = drawn.Look.Set with { SpeakersCanBeOff = Known.No },
                Listeners = [.. drawn.Look.Listeners.Select(l => l with { RoomWish = RoomWish.SetSilent })],
            };
            foreach (var rig in Router.Rank(new Site(look, drawn.Shelf)).Rigs)
                Assert.DoesNotContain(RunSheet.For(rig.Rig), step => step.Id == "speakers-off");
        }
    }

    [Fact]
    public void Every_menu_step_asks_for_the_value_found_so_that_it_can_be_put_back() =>
        Assert.All(Steps(Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }), Box("box"), Headset("ear"))
            .Where(s => s.Id.StartsWith("output-", StringComparison.Ordinal) || s.Id.StartsWith("pcm-", StringComparison.Ordinal) || s.Id == "speakers-off"),
            s => Assert.Equal(MenuSteps.ValueFound, s.Note));

    [Fact]
    public void The_sets_own_radio_is_joined_from_its_menu_without_leads_or_boxes()
    {
        var steps = Steps(Look([Bluetooth()], Listener(wears: "ear")), Headset("ear"));
        Assert.Equal("Open the list of Bluetooth headphones", Find(steps, "pair-box-")!.Action);
        Assert.DoesNotContain(steps, s => s.Phase is Phase.Wire or Phase.Power || s.Id is "place-box" or "fix-box");
    }

    [Fact]
    public void A_magnet_or_coil_on_the_body_is_asked_about_before_anything_else_is_done()
    {
        var steps = Steps(One, Box("box"), Headset("ear") with { NearImplants = true });
        var ask = Find(steps, "ask-implants")!;
        Assert.True(ask.Mandatory);
        Assert.Contains("15 cm", ask.Caution, StringComparison.Ordinal);
        Assert.Equal(Phase.Before, ask.Phase);
        Assert.Null(Find(Steps(One, Box("box"), Headset("ear")), "ask-implants"));
    }

    [Fact]
    public void Aids_are_joined_in_their_own_way_and_their_programming_is_left_alone()
    {
        var step = Find(Steps(Look([Optical()], Listener(wears: "aids")), Streamer("streamer", "K", 2), Aids("aids", "K", 2)), "pair-ear-")!;
        Assert.Equal("Shut the drawers", step.Action);
        Assert.Contains("Start from: drawers open", step.Detail, StringComparison.Ordinal);
        Assert.Contains("belongs to their hearing professional", step.Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void A_hold_time_of_the_device_runs_on_the_timer()
    {
        var steps = Steps(One, Box("box"), Headset("ear"));
        Assert.Equal((3.0, 5.0), (Find(steps, "pair-box-")!.HoldSeconds, Find(steps, "pair-ear-")!.HoldSeconds));
    }

    [Fact]
    public void A_wish_for_an_own_volume_is_tried_out_with_the_sets_remote()
    {
        Assert.NotNull(Find(Steps(Look([Optical()], Listener(wears: "ear") with { OwnVolume = true }), Box("box"), Headset("ear")), "owner-"));
        Assert.Null(Find(Steps(One, Box("box"), Headset("ear")), "owner-"));
    }

    [Fact]
    public void One_splitter_is_plugged_in_once_for_two_boxes()
    {
        var look = Look([Optical()], Listener("Edda", "ear"), Listener("Tobias", "ear"));
        var steps = Steps(look, Box("box"), Splitter(), Headset("ear"));
        Assert.Equal(3, steps.Count(s => s.Id.StartsWith("lead-", StringComparison.Ordinal)));
        Assert.Single(steps, s => s.Id.StartsWith("lead-", StringComparison.Ordinal) && s.Place.StartsWith("The set", StringComparison.Ordinal));
        Assert.Equal(2, steps.Count(s => s.Id.StartsWith("pair-box-", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData(true, false, 0, 0, 0, Stage.Route, "Choose a rig")]
    [InlineData(true, true, 2, 0, 1, Stage.Connect, "2 steps to do")]
    [InlineData(true, true, 1, 0, 1, Stage.Connect, "One step to do")]
    [InlineData(true, true, 4, 1, 0, Stage.Connect, "One step went wrong: look at it")]
    [InlineData(true, true, 0, 3, 0, Stage.Connect, "3 steps went wrong: look at them")]
    [InlineData(true, true, 0, 0, 2, Stage.Tune, "Measure the lips")]
    [InlineData(true, true, 0, 0, 0, Stage.HandOver, "Hand over")]
    public void The_next_action_says_what_is_left(bool looked, bool chosen, int open, int failed, int unmeasured, Stage stage, string words)
    {
        var next = NextAction.Of(new Progress(looked ? One : Core.Sites.Look.Empty, chosen, false, 2, 1, open, failed, unmeasured, [], false));
        Assert.Equal((stage, words), (next.Stage, next.Words));
    }

    [Fact]
    public void A_listener_out_of_step_is_named_and_an_outdated_rig_comes_first()
    {
        Assert.Equal("Not in step: Edda, Tobias", NextAction.Of(new Progress(One, true, false, 0, 0, 0, 0, 0, ["Edda", "Tobias"], false)).Words);
        Assert.Equal((Stage.Prepare, "4 things to prepare"),
            (NextAction.Of(new Progress(One, true, false, 4, 0, 9, 0, 1, [], false)) is var next ? next.Stage : default, next.Words));
        Assert.Equal(Stage.Route, NextAction.Of(new Progress(One, true, true, 0, 0, 0, 0, 0, [], true)).Stage);
        Assert.Equal("Handed over: call again", NextAction.Of(new Progress(One, true, false, 5, 0, 3, 0, 1, [], true)).Words);
    }
}
