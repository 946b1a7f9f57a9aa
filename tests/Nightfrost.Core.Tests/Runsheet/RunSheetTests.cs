using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

public class RunSheetTests
{
    private static Rig Lounge(SecondListenerWay way = SecondListenerWay.FirstOff)
    {
        var look = Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }, Usb(900)],
            Listener("Edda", "ear") with { RoomWish = RoomWish.RoomHearsToo, OwnVolume = true }, Listener("Tobias", "ear"));
        var box = Box("box", passes: true, atOnce: 2).With(GestureDoes.Transmits, ControlKind.Slide, "TX")
            .With(GestureDoes.ChoosesInput, ControlKind.Slide, "OPT").With(GestureDoes.SwitchesPower) with
        {
            SecondListener = way,
        };
        box = box with { Signs = [.. box.Signs, Light(SignState.Power, "green"), Light(SignState.Sound, "blue")] };
        return Router.Rank(new Site(look, Shelf(box, Headset("ear"), Bar()))).Rigs[0].Rig;
    }

    private static int At(IReadOnlyList<Step> steps, string idStart) =>
        steps.Select((s, i) => (s, i)).First(p => p.s.Id.StartsWith(idStart, StringComparison.Ordinal)).i;

    [Theory]
    [InlineData("prove-sound", "free-")] // Present sound before anything is moved.
    [InlineData("turn-down", "free-")] // Turned down before a plug is pulled.
    [InlineData("ask-alarms", "release-rivals")] // Alarms before any Bluetooth goes off.
    [InlineData("power-", "transmit-")] // Power before switches and lights.
    [InlineData("transmit-", "pair-box-")] // Transmit before pairing.
    [InlineData("output-", "programme-on")] // Output menu before a verdict of no signal.
    [InlineData("pcm-", "programme-on")] // PCM before an optical link is condemned.
    [InlineData("release-rivals", "pair-box-")] // Rivals off before pairing.
    [InlineData("near-", "pair-box-")] // Close before pairing.
    [InlineData("pair-box-edda", "pair-box-tobias")] // First listener before second.
    [InlineData("pair-ear-tobias", "level-")] // Pairing before level.
    [InlineData("level-edda", "lips-edda")] // Level before lips.
    [InlineData("place-box", "fix-box")] // Provisional place before fixing.
    public void The_order_of_the_trade_is_kept(string first, string then)
    {
        var steps = RunSheet.For(Lounge());
        Assert.True(At(steps, first) < At(steps, then), $"{first} must stand before {then}");
    }

    [Fact]
    public void Ids_are_unique_and_stay_the_same_for_the_same_rig()
    {
        var ids = RunSheet.For(Lounge()).Select(s => s.Id).ToList();
        Assert.Equal(ids.Count, ids.Distinct().Count());
        Assert.Equal(ids, RunSheet.For(Lounge()).Select(s => s.Id));
        Assert.All(ids, id => Assert.True(id.Length <= 300));
    }

    [Fact]
    public void Every_optical_lead_has_a_tick_for_each_cap_and_the_click()
    {
        var lead = RunSheet.For(Lounge()).Single(s => s.Id.StartsWith("lead-", StringComparison.Ordinal));
        Assert.Equal(3, lead.Ticks.Count);
    }

    [Fact]
    public void Switching_Bluetooth_back_on_cannot_be_skipped()
    {
        var steps = RunSheet.For(Lounge());
        Assert.True(steps.Single(s => s.Id == "restore-rivals").Mandatory);
        Assert.True(steps.Single(s => s.Id == "ask-alarms").Mandatory);
    }

    [Fact]
    public void The_second_listener_follows_the_devices_way()
    {
        Assert.Contains(RunSheet.For(Lounge()), s => s.Id == "first-back-tobias");
        var stays = RunSheet.For(Lounge(SecondListenerWay.FirstStaysOn));
        Assert.DoesNotContain(stays, s => s.Id == "first-back-tobias");
        Assert.Contains(stays, s => s.Id == "second-tobias" && s.Action.StartsWith("Leave", StringComparison.Ordinal));
        Assert.Equal("Hold button 2 for 3 s", RunSheet.For(Lounge()).Single(s => s.Id == "pair-box-tobias").Action);
    }

    [Fact]
    public void The_codec_step_expects_what_was_planned_and_offers_SBC()
    {
        var step = RunSheet.For(Lounge()).First(s => s.Id.StartsWith("codec-", StringComparison.Ordinal));
        Assert.Equal("vendor low-latency (Swift)", step.Expect);
        Assert.Contains(step.Codecs, c => c.Class == CodecClass.Sbc);
    }

    [Fact]
    public void Units_bought_as_one_set_are_not_paired()
    {
        var look = Look([Optical()], Listener());
        var rig = Router.Rank(new Site(look,
            Shelf(Base("own", LinkTechnology.Digital24GHz, "T", includes: ["own ear"]),
                FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T")))).Rigs[0].Rig;
        var steps = RunSheet.For(rig);
        Assert.Contains(steps, s => s.Id == "joined-edda");
        Assert.DoesNotContain(steps, s => s.Id.StartsWith("pair-", StringComparison.Ordinal) || s.Id == "release-rivals");
    }

    [Fact]
    public void Cautions_stand_at_their_steps()
    {
        var steps = RunSheet.For(Lounge());
        Assert.Contains("Start low", steps.First(s => s.Id.StartsWith("level-", StringComparison.Ordinal)).Caution, StringComparison.Ordinal);
        Assert.Contains("trips", RunSheet.For(WiredRig()).Single(s => s.Id == "wire-safe").Caution, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_random_rig_has_a_run_sheet_and_a_sheet_for_the_client()
    {
        var random = new Random(5);
        for (var round = 0; round < 80; round++)
        {
            foreach (var ranked in Router.Rank(RouterProperties.RandomSite(random)).Rigs)
            {
                var steps = RunSheet.For(ranked.Rig);
                Assert.Equal(steps.Count, steps.DistinctBy(s => s.Id).Count());
                Assert.All(steps, s => Assert.True(s.Place.Length > 0 && s.Action.Length > 0));
                var sheet = ClientSheet.For(ranked.Rig, []);
                Assert.Equal(ranked.Rig.Routes.Count, sheet.Listeners.Count);
                Assert.All(sheet.Listeners, l => Assert.True(l.Parts.Count >= 4));
            }
        }
    }

    [Fact]
    public void The_clients_sheet_reads_in_short_sentences()
    {
        var sheet = ClientSheet.For(Lounge(), [new("Sound output", "TV speakers")]);
        var lines = sheet.Listeners.SelectMany(l => l.Parts).Concat(sheet.Household).SelectMany(p => p.Lines).ToList();
        var sentences = lines.SelectMany(l => l.Split(['.', '?', ':'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)).ToList();
        Assert.All(sentences, s => Assert.True(s.Split(' ').Length <= 16, s));
        Assert.True(sentences.Average(s => s.Split(' ').Length) < 9);
        Assert.Contains(lines, l => l.Contains("TV speakers", StringComparison.Ordinal));
    }

    [Fact]
    public void Three_things_are_tried_and_loudness_has_an_owner()
    {
        var parts = ClientSheet.For(Lounge(), []).Listeners[0].Parts;
        Assert.Equal(3, parts.Single(p => p.Heading.Contains("three", StringComparison.Ordinal)).Lines.Count);
        Assert.Contains(parts.Single(p => p.Heading == "How loud").Lines, l => l.Contains("only what you hear", StringComparison.Ordinal));
    }

    [Fact]
    public void The_rooms_loudness_is_given_to_the_bar_where_there_is_one()
    {
        var beside = ClientSheet.For(Lounge(), []).Listeners[0].Parts.Single(p => p.Heading == "How loud").Lines;
        Assert.Contains(beside, l => l.Contains("own control", StringComparison.Ordinal) && l.Contains("bar", StringComparison.OrdinalIgnoreCase));
        Assert.DoesNotContain(beside, l => l.Contains("It changes the room", StringComparison.Ordinal));
    }

    [Fact]
    public void A_delay_set_on_the_visit_stands_on_the_sheet_with_the_value_found()
    {
        var rig = Lounge();
        var set = rig.Site.Look.Set with { DelaySettings = [new("audio delay", 0, 200, 10, 20, false, ["optical"]) { SetToMs = 60 }] };
        var sheet = ClientSheet.For(rig with { Site = new Site(rig.Site.Look with { Set = set }, rig.Site.Shelf) }, []);
        Assert.Contains("60 ms", sheet.Household.Single(p => p.Heading == "How the TV is set now").Lines[0], StringComparison.Ordinal);
        Assert.Contains("20 ms", sheet.Household.Single(p => p.Heading == "How the TV was set before").Lines[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_headphone_plug_must_be_pulled_to_stop() =>
        Assert.Contains(ClientSheet.For(WiredRig(), []).Listeners[0].Parts.Single(p => p.Heading == "To stop").Lines,
            l => l.Contains("Pull the plug", StringComparison.Ordinal));

    [Theory]
    [InlineData(false, false, 0, 0, Stage.Look)]
    [InlineData(true, false, 0, 0, Stage.Route)]
    [InlineData(true, true, 3, 0, Stage.Connect)]
    [InlineData(true, true, 0, 1, Stage.Tune)]
    [InlineData(true, true, 0, 0, Stage.HandOver)]
    public void The_next_action_is_the_first_thing_not_done(bool looked, bool chosen, int open, int unmeasured, Stage expected) =>
        Assert.Equal(expected, NextAction.Of(new Progress(looked ? Look([Optical()], Listener()) : Core.Sites.Look.Empty, chosen, false, 0, 1, open, 0,
            unmeasured, [], false)).Stage);

    private static Rig WiredRig() => Router.Rank(new Site(Look([Phones()], Listener(wears: "wired")), Shelf(Wired()))).Rigs[0].Rig;

    [Theory]
    [InlineData(Connector.OpticalSquare, Connector.OpticalSquare, true, false)]
    [InlineData(Connector.Optical35, Connector.OpticalSquare, true, true)]
    [InlineData(Connector.Optical35, Connector.Optical35, false, true)]
    public void A_cut_corner_is_spoken_of_where_a_plug_has_one_and_a_round_end_where_one_is_round(Connector set, Connector box, bool square, bool round)
    {
        var socket = Optical() with { Kind = set == Connector.Optical35 ? SocketKind.Optical35 : SocketKind.OpticalSquare };
        var sender = Box("box", input: box) with { Ports = [new AudioPort(box, false, [Signal.SpdifPcm], "IN")] };
        Device[] kit = set == box && square ? [sender, Headset("ear")] : [sender, Headset("ear"), Lead(set, box)];
        var site = new Site(Look([socket], Listener("Edda", "ear")), Shelf(kit));
        var step = RunSheet.For(Router.Rank(site).Rigs[0].Rig).Single(s => s.Id.StartsWith("lead-", StringComparison.Ordinal));
        Assert.Equal((square, round), (step.Detail.Contains("corner", StringComparison.Ordinal), step.Detail.Contains("round", StringComparison.Ordinal)));
        Assert.Equal(!round, step.Ticks.Contains("It clicked at both ends"));
    }
}
