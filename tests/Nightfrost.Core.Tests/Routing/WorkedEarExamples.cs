using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.Routing.ExampleSites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Sites a specialist meets, and what must come out of codecs, aids, walls and bands. docs/worked-examples.md tells all eighteen in words.</summary>
public class WorkedEarExamples
{
    [Fact]
    public void Example_2_without_the_codec_the_delay_of_SBC_is_forecast_and_a_radio_set_comes_first()
    {
        var lips = Listener(wears: "ear") with { ReadsLips = true };
        Device[] kit = [Box("box"), Headset("ear", codecs: [Aac, Sbc]), Base("uhf", LinkTechnology.UhfDigital, "U", includes: ["uhf ear"]),
            FamilyHeadset("uhf ear", LinkTechnology.UhfDigital, "U")];
        var kept = Best(Look([Optical()], lips with { OpenToAnother = false }), kit);
        Assert.Contains(kept.Rows[0].Findings, f => f.RuleId == "codec-both-ends");
        Assert.True(kept.Rows[0].Forecast!.MedianMs > 150);
        Assert.Equal("uhf", Best(Look([Optical()], lips), kit).Plan[0].TransmitterId);
    }

    [Fact]
    public void Example_5_a_box_that_leaves_low_latency_with_two_is_beaten()
    {
        Look Two(params Listener[] who) => Look([Optical()], who);
        Device[] kit = [Box("leaves", 30, withSeveral: [Duet, Sbc], atOnce: 2), Headset("ear", codecs: [Swift, Duet, Sbc])];
        var alone = Best(Two(Wears("ear"), Wears("ear", "Tobias")), kit);
        Assert.All(alone.Rows, r => Assert.Contains(r.Findings, f => f.RuleId == "low-latency-with-two"));
        Assert.Equal("keeps", Best(Two(Wears("ear"), Wears("ear", "Tobias")),
            [.. kit, Box("keeps", 80, withSeveral: [Swift, Sbc], atOnce: 2)]).Plan[0].TransmitterId);
        Assert.Equal("cast", Best(Two(Wears("bud"), Wears("bud", "Tobias")), [.. kit, Cast("cast"), CastEar("bud")]).Plan[0].TransmitterId);
        var split = Best(Two(Wears("ear"), Wears("ear", "Tobias")), [.. kit, Splitter()]);
        Assert.Equal(2, split.Parts.Single(p => p.DeviceId == "leaves").Needed);
    }

    [Fact]
    public void Example_6_aids_take_only_their_own_family_and_generation_and_the_telecoil_stands_beside()
    {
        var aids = Aids("aids", "K",
            2) with
        { Links = [.. Aids("aids", "K", 2).Links, new AirLink { Technology = LinkTechnology.InductionLoop, Transmits = false }] };
        var loop = Base("loop", LinkTechnology.InductionLoop, "", 70, onAxisM: 5);
        var answer = Rank(Look([Optical()], Wears("aids") with { Telecoil = Known.Yes }), Streamer("first", "K", 1), Streamer("second", "K", 2),
            Streamer("other", "M", 2), aids, loop);
        var boxes = answer.Rigs.Select(r => r.Rig.Feeds[0].Transmitter!.Id).ToList();
        Assert.Contains("second", boxes);
        Assert.Contains("loop", boxes);
        Assert.Contains(answer.RuledOut, r => r.Subject.Id == "first" && r.Finding.RuleId == "aid-family");
        Assert.Contains(answer.RuledOut, r => r.Subject.Id == "other" && r.Finding.RuleId == "aid-family");
    }

    [Fact]
    public void Example_7_relay_aids_put_the_relay_into_the_chain()
    {
        var aids = Aids("aids", "R") with { Links = [new AirLink { Technology = LinkTechnology.NearField, Transmits = false, Family = "R" }] };
        var relay = Headset("relay") with
        {
            Role = DeviceRole.Relay,
            Form = WearForm.None,
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [Swift, Sbc] },
                new AirLink { Technology = LinkTechnology.NearField, Transmits = true, Family = "R" }],
        };
        var view = Best(Look([Optical()], Wears("aids")), Box("box"), aids, relay);
        Assert.Equal("relay", view.Plan[0].RelayId);
        Assert.Contains(view.Rows[0].Thread, s => s.Id == "relay-near-field");
        var rig = Rank(Look([Optical()], Wears("aids")), Box("box"), aids, relay).Rigs[0].Rig;
        Assert.Contains(RunSheet.For(rig),
            s => s.Action.Contains("charge", StringComparison.OrdinalIgnoreCase) && s.Action.Contains("relay", StringComparison.Ordinal));
    }

    [Fact]
    public void Example_9_behind_brick_infrared_is_out_Bluetooth_by_its_margin_and_UHF_in()
    {
        var away = Listener() with
        {
            LeavesRoom = true,
            Roams = [new("kitchenette", 14, new Way { Crossings = [new("brick", 4), new("yard", 9), new("store", 11)] })],
            Seat = new Way { WallsEntered = true }
        };
        var look = Look([Optical()],
            away) with
        {
            Walls = [new("brick", "brick wall", Material.Brick), new("yard", "yard wall", Material.Concrete),
                new("store", "store wall", Material.Concrete)]
        };
        Device[] kit =
        [
            Base("infrared", LinkTechnology.InfraredDigital, "I"), FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I"), Box("weak", 20, dbm: -20),
            Headset("ear", codecs: [Swift, Sbc]),
            Base("uhf", LinkTechnology.UhfDigital, "U", 90, includes: ["uhf ear"]), FamilyHeadset("uhf ear", LinkTechnology.UhfDigital, "U"),
        ];
        var answer = Rank(look, kit);
        Assert.Equal("uhf", answer.Rigs[0].Rig.Feeds[0].Transmitter!.Id);
        Assert.Contains(answer.RuledOut, r => r.Subject.Id == "infrared" && r.Finding.RuleId == "stays-in-room");
        Assert.Contains(answer.RuledOut, r => r.Subject.Id == "weak" && r.Finding.RuleId == "in-range");
        // A stronger box is in, and its margin is said for the kitchenette.
        Assert.Contains("at the kitchenette", Best(look, Box("strong", 20, dbm: 20), Headset("ear")).Rows[0].Link, StringComparison.Ordinal);
    }

    [Fact]
    public void Example_15_a_lamp_in_the_line_stops_the_infrared_chair_speaker()
    {
        Device[] kit = [Base("infrared", LinkTechnology.InfraredAnalogue, "G"),
            FamilyHeadset("chair", LinkTechnology.InfraredAnalogue, "G") with { Form = WearForm.ChairSpeaker }];
        var seat = Listener() with { NothingOnEars = true };
        Assert.Equal("chair", Best(Look([Optical()], seat), kit).Plan[0].ReceiverId);
        var answer = Rank(Look([Optical()], seat with { ClearLine = Known.No }), kit);
        Assert.Empty(answer.Rigs);
        Assert.Contains(answer.RuledOut, r => r.Finding is { RuleId: "clear-line", Remedy: "Move the emitter or the obstacle, or use radio." });
    }

    [Fact]
    public void Example_16_open_aids_with_room_sound_are_told_of_the_echo_and_what_helps()
    {
        var relayless = (Aids("aids", "", []) with
        {
            Links = [new AirLink { Technology = LinkTechnology.LeAudioBroadcast, Transmits = false, Codecs = [Lc3] }],
        }).With(GestureDoes.ChoosesBroadcast, hold: 2, from: PowerFrom.On);
        var view = Best(Look([Optical()], Wears("aids") with { RoomWish = RoomWish.RoomHearsToo }), Cast("cast"), relayless);
        Assert.NotNull(view.Rows[0].Echo);
        Assert.Contains(view.Reasons,
            r => r.Sentence.Contains("Delay the earlier one on Tune", StringComparison.Ordinal)
                && r.Sentence.Contains("close the ear", StringComparison.Ordinal));
    }

    [Fact]
    public void Example_18_a_band_not_allowed_here_is_refused_with_the_national_rule()
    {
        var far = Base("far", LinkTechnology.UhfDigital,
            "F") with
        {
            Links = [new AirLink { Technology = LinkTechnology.UhfDigital, Transmits = true, Family = "F", TransmitDbm = 10, BandLowMHz = 902,
                BandHighMHz = 928 }]
        };
        var answer = Rank(Look([Optical()], Listener()) with { Region = Region.Europe }, far, FamilyHeadset("far ear", LinkTechnology.UhfDigital, "F"));
        Assert.Contains(answer.RuledOut,
            r => r.Subject.Id == "far" && r.Finding.RuleId == "band-allowed"
                && r.Finding.Sentence.Contains("Check the national rule", StringComparison.Ordinal));
        Assert.NotEmpty(Rank(Look([Optical()], Listener()) with { Region = Region.UnitedStates }, far,
            FamilyHeadset("far ear", LinkTechnology.UhfDigital, "F")).Rigs);
    }
}
