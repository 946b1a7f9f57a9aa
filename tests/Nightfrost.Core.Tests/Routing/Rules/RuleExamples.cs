using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.Routing.Rules.RuleSites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Rules;

/// <summary>One worked example for every rule: a site where it bites, and words its sentence must hold.</summary>
public class RuleExamples
{
    private sealed record Example(Look Look, Device[] Kit, string Words);

    private static readonly Device Plain = Box("box");
    private static readonly Device Ear = Headset("ear");

    private static readonly Dictionary<string, Example> All = new()
    {
        ["output-to-input"] = new(Look([Pair("COMPONENT IN")], Listener()), [Plain, Ear], "no sound comes out"),
        ["direction-unread"] = new(Look([Pair("")], Listener()), [Plain, Ear], "has not been read"),
        ["other-makers-join"] = new(Look([Bluetooth() with { OtherMakersJoin = Known.No, OtherMakersSpeakersJoin = Known.No }], Listener()), [Ear],
            "refuses headphones and speakers of other makers"),
        ["other-makers-headphones"] =
            new(Look([Bluetooth() with { OtherMakersJoin = Known.No }], Listener()), [Ear],
                "The set's own Bluetooth refuses headphones of other makers, and ear is one"),
        ["other-makers-speakers"] =
            new(Look([Bluetooth() with { OtherMakersSpeakersJoin = Known.No }], Listener()), [Speaker("speaker") with { Links = Ear.Links }],
                "refuses speakers of other makers, and speaker is one"),
        ["no-light"] = new(Look([Optical() with { Glows = Known.No }], Listener()), [Plain, Ear], "Optical shows no light with the set on"),
        ["usb-sound"] = new(Look([Usb()], Listener()), [Box("stub", input: Connector.UsbA), Ear], "not known to pass sound"),
        ["socket-taken"] = new(Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar" }], Listener()), [Plain, Ear], "taken by the bar"),
        ["connector-fit"] = new(Look([Optical()], Listener()), [Box("jack box", input: Connector.Jack35), Ear], "Nothing on the shelf joins"),
        ["pcm-for-digital"] = new(Look([Optical() with { Pcm = Known.No }], Listener()), [Plain, Ear], "sends no PCM"),
        ["same-hole-taken"] = new(Look([Optical("hole", SocketState.Taken) with { Kind = SocketKind.Optical35, TakenBy = "the old box" },
            Phones() with { SameSocketAs = "hole" }], Listener()), [Wired()],
            "the same hole as the optical, 3.5 mm combination, which is taken by the old box"),
        ["room-hears"] = new(Look([Phones() with { SilencesSpeakers = Known.Yes }], Listener() with { RoomWish = RoomWish.RoomHearsToo }),
            [Box("jack box", input: Connector.Jack35), Ear], "silences the set's own speakers, and the room should hear (Edda)"),
        ["outputs-unlikely-together"] =
            new(Look([Phones() with { SilencesSpeakers = Known.NotYet }], Listener() with { RoomWish = RoomWish.RoomHearsToo }),
                [Box("jack box", input: Connector.Jack35), Ear], "Headphone, 3.5 mm and the set's own speakers seldom sound at the same time"),
        ["outputs-likely-together"] =
            new(Look([Optical()], Listener() with { RoomWish = RoomWish.RoomHearsToo }), [Plain, Ear],
                "Optical and the set's own speakers usually sound at the same time"),
        ["set-silent"] = new(Silent(Look([Optical()], Listener() with { RoomWish = RoomWish.SetSilent })), [Plain, Ear], "cannot be switched off"),
        ["aids-stay-in"] = new(Look([Optical()], Listener(wears: "aids")), [Plain, Ear, Aids("aids", "K", 2)], "wears hearing aids"),
        ["own-receiver-only"] = new(Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false }), [Plain, Ear, Headset("other")],
            "keeps to what is worn"),
        ["same-link"] = new(Look([Optical()], Listener()), [Base("uhf", LinkTechnology.UhfDigital, "U"), Ear], "share no link"),
        ["aid-family"] = new(Look([Optical()], Listener(wears: "aids")), [Streamer("streamer", "K", 1), Aids("aids", "K", 2)], "family K, generation 1"),
        ["speaker-stays"] = new(Look([Optical()], Listener() with { LeavesRoom = true }),
            [Plain, Speaker("speaker") with { Links = Ear.Links, Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false) }],
            "stands where its mains lead reaches; Edda leaves the room"),
        ["platform-family"] = new(Look([PlatformLink("Harbour")], Listener()), [PlatformSpeaker("other", family: "Island")],
            "of its own make (family Harbour); other is family Island"),
        ["platform-bound"] = new(Look([PlatformLink("Harbour")], Listener()) with { Owned = [new("speaker", 1)] },
            [PlatformSpeaker("pair"), Speaker("speaker")], "plays from that platform alone; speaker, owned already, stays idle"),
        ["spatial-unlisted"] = new(Look([Bluetooth()], Listener() with { SpatialRendering = true }), [Ear with { SpatialRendering = true }],
            "Spatial rendering is not counted for Edda"),
        ["stray-modes"] = new(Look([Optical()], Listener()), [Plain, Ear with { StrayModes = "FM radio" }], "ar has other modes too (FM radio)"),
        ["listeners-at-once"] = new(Look([Optical()], Listener(), Listener("Tobias")), [Plain, Ear], "feeds one listener at once"),
        ["clear-line"] = new(Look([Optical()], Listener() with { ClearLine = Known.No }), Infrared(), "something in the line"),
        ["stays-in-room"] = new(Look([Optical()], Listener() with { LeavesRoom = true }), Infrared(), "leaves the room; infrared does not"),
        ["wire-tethers"] = new(Look([Phones()], Listener() with { LeavesRoom = true }), [Wired()], "a wire does not follow"),
        ["in-range"] = new(Look([Optical()], Listener(metres: 50)), [Box("weak", dbm: -10), Headset("deaf", sensitivityDbm: -70)], "out of reach"),
        ["codec-both-ends"] = new(Look([Optical()], Listener()), [Plain, Headset("ear", codecs: [Aac, Sbc])], "Falls back to SBC"),
        ["mark-unread"] = new(Look([Optical()], Listener()), [Plain, Headset("ear", codecs: [new(CodecClass.VendorLowLatency, ""), Sbc])], "has not been read"),
        ["low-latency-with-two"] =
            new(Look([Optical()], Listener(), Listener("Tobias")),
                [Box("two", codecs: [Swift, Sbc], withSeveral: [Duet, Sbc], atOnce: 2), Headset("ear", codecs: [Swift, Duet, Sbc])], "With two listeners"),
        ["headphone-level"] = new(Look([Phones()], Listener()), [Wired()], "often low"),
        ["input-too-hot"] = new(Look([Pair("AUDIO OUT") with { Level = LevelControl.Fixed }], Listener()),
            [Box("jack box", input: Connector.Jack35) with { Levels = new() { ClipDbV = 0 } }, Ear], "peaks come to +5 dBV, and it clips at 0 dBV"),
        ["level-fixed"] = new(Look([Optical()], Listener()), [Plain, Ear], "volume keys of the set do nothing"),
        ["usb-current"] = new(Look([Optical(), Usb(500)], Listener()), [Box("hungry", usbMa: 550), Ear], "asks 550 mA"),
        ["pairing-lost-in-standby"] =
            new(Look([Optical(), Usb(500)], Listener()), [Plain with { Power = Plain.Power with { PairingSurvivesPowerLoss = Known.No } }, Ear],
                "forgets its pairing"),
        ["link-poor"] = new(Look([Optical()], Listener(metres: 30)), [Box("weak", dbm: 4), Headset("ear", sensitivityDbm: -80)], "poor"),
        ["infrared-range"] = new(Look([Optical()], Listener(metres: 9) with { Seat = new Way { WallsEntered = true, SunOnReceiver = true } }), Infrared(),
            "Edda sits 9.0 m away; the emitter of infrared reaches 4.0 m at that angle with sun on the receiver"),
        ["infrared-near-limit"] =
            new(Look([Optical()], Listener(metres: 7.5) with { Seat = new Way { WallsEntered = true } }), Infrared(),
                "Edda sits 7.5 m away; the emitter of infrared reaches 8.0 m at that angle"),
        ["loop-at-seat"] = new(Look([Optical()], Listener(wears: "coil aids") with { Telecoil = Known.Yes }), Loop(),
            "oop serves Edda only where its loop lies"),
        ["implant-answered"] = new(Look([Optical()], Answered), [Plain, Ear with { NearImplants = true }],
            "Edda carries a pacemaker on the left; Dr Holm allowed ear near it on 2026-02-10"),
        ["no-own-loudness"] = new(Look([Optical() with { Level = LevelControl.Fixed }], Listener()), [Plain, Headset("mute ear", ownVolume: false)],
            "Nobody can change how loud it is at Edda's ear"),
        ["aids-unconfirmed"] = new(Look([Optical()], Listener(wears: "aids")), [Streamer("streamer", "K", 2), Aids("aids", "K", 2)], "Nobody has confirmed"),
        ["line-not-seen"] = new(Look([Optical()], Listener() with { ClearLine = Known.NotYet }), Infrared(), "Nobody has checked the line"),
        ["carries-what-is-watched"] =
            new(OneBox(Pair("TAPE OUT", "tape"), SourceKind.HiFi,
                plugged: "") with
            { Sources = [Source(Pair("TAPE OUT", "tape"), SourceKind.HiFi, "") with { Watched = false }] },
                [Plain, Box("jack box", input: Connector.Jack35), Ear], "carries nothing that is watched"),
        ["zone-analogue-only"] =
            new(OneBox(Zone() with { ZonePasses = ZonePasses.AnalogueOnly }, SourceKind.AvReceiver), [Box("jack box", input: Connector.Jack35), Ear],
                "lets only analogue inputs through"),
        ["pair-by-radio"] = new(Look([Phones()], Listener() with { LeftAndRight = true }),
            [Speaker() with { Ports = [new AudioPort(Connector.Jack35, false, [Signal.AnalogueLine, Signal.AnalogueHeadphone], "AUX")] }],
            "join as left and right by their radio alone"),
        ["nothing-on-ears"] = new(Look([Optical()], Listener() with { NothingOnEars = true }), [Plain, Ear], "wants nothing on the ears"),
        ["chair-or-pillow-asked"] = new(Look([Phones()], Listener()), [Wired() with { Form = WearForm.PillowSpeaker }], "for a chair or a pillow"),
        ["broadcast-rate"] = new(Look([Optical()], Listener()), [Cast("cast", rates: [48]), CastEar("bud", rates: [16, 24])],
            "share no sample rate (48 kHz against 16, 24 kHz)"),
        ["band-allowed"] = new(Look([Optical()], Listener()) with { Region = Region.Europe }, Banded(902, 928),
            "902–928 MHz, which is not listed for Europe. Check the national rule"),
        ["pendant-band"] = new(Look([Optical()], Listener()), Banded(868, 870), "where help pendants call"),
        ["air-shared"] = new(Look([Optical()], Listener(), Listener("Tobias")) with { Air = new AirAround { WiFiNetworks = 3, WiFiBusy = 0.9 } },
            [Box("one", codecs: [Rich, Sbc]), Box("other", codecs: [Rich, Sbc]), Headset("ear", codecs: [Rich, Sbc])],
            "hop over the same air: one then needs 71 % of its time"),
        ["channel-shared"] = new(Look([Optical()], Listener(), Listener("Tobias")), TwoUhf(2, 3), "both send by UHF digital: on one channel"),
        ["channel-unread"] = new(Look([Optical()], Listener(), Listener("Tobias")), TwoUhf(2, null), "nobody has read which channels other can be set to"),
        ["channel-left"] = new(Look([Optical()], Listener(), Listener("Tobias")), TwoUhf(1, 1), "no channel is left for both: one has 1 and other has 1"),
        ["airtime"] = new(Look([Optical()], Listener(), Listener("Tobias")),
            [Box("rich", codecs: [Rich, Sbc], withSeveral: [Rich, Sbc], atOnce: 2), Headset("ear", codecs: [Rich, Sbc])],
            "91 % of the air's time for vendor high-rate (Broad) to Edda and Tobias"),
        ["output-in-use"] = new(Look([Optical()], Listener(), Listener("Tobias")), [Box("one"), Box("other"), Headset("ear")],
            "Optical is in use for Edda already"),
        ["outputs-never-together"] =
            new(Look([Optical(), Bluetooth()], Listener(), Listener("Tobias")) with { LiveTogether = [new("optical", "bluetooth", Known.No)] }, [Plain, Ear],
                "Built-in Bluetooth and Optical do not sound at the same time here"),
        ["own-loudness"] = new(Look([Optical() with { Level = LevelControl.Fixed }], Listener() with { OwnVolume = true }),
            [Plain, Headset("mute ear", ownVolume: false)], "Edda asked for a loudness of their own; Optical is at a fixed level"),
        ["phone-for-app"] = new(Look([Optical()], Listener() with { Phone = Known.No }), [Plain, Ear with { App = "Ebbweir" }], "carries none"),
        ["telecoil-off"] = new(Look([Optical()], Listener(wears: "coil aids") with { Telecoil = Known.No }), Loop(), "no telecoil programme"),
        ["implant-distance"] = new(Look([Optical()], Listener() with { Implant = Known.Yes }), [Plain, Ear with { NearImplants = true }], "carries an implant"),
        ["sources-missed"] = new(OneBox(Optical("box optical"), SourceKind.DiscPlayer), [Plain, Ear], "does not carry the set's own programmes"),
        ["in-line-extractor"] = new(OneBox(new SourcePort { Id = "out", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" },
            SourceKind.SetTopBox), [InLine(), Plain, Ear, Lead(Connector.Hdmi, Connector.Hdmi)], "serves the box alone"),
        ["unmarked-on-box"] = new(OneBox(Pair("", "box pair"), SourceKind.DiscPlayer), [Box("jack box", input: Connector.Jack35), Ear],
            "is unmarked; on such a source"),
        ["zone-to-switch-on"] = new(OneBox(Zone(), SourceKind.AvReceiver), [Box("jack box", input: Connector.Jack35), Ear],
            "off until the zone is switched on"),
        ["zone-passes-unknown"] = new(OneBox(Zone(), SourceKind.AvReceiver), [Box("jack box", input: Connector.Jack35), Ear], "Nobody knows yet what"),
        ["zone-two-channel"] = new(OneBox(Zone() with { ZonePasses = ZonePasses.TwoChannelPcm }, SourceKind.AvReceiver),
            [Box("jack box", input: Connector.Jack35), Ear], "two-channel PCM only"),
        ["converter-level"] = new(Look([Optical()], Listener()), [Converter() with { FixesLevel = true }, Box("jack box", input: Connector.Jack35), Ear],
            "fixed, often quiet level"),
        ["no-say-over-radio"] = new(Look([Bluetooth()], Listener()), [Ear], "no say over codec"),
        ["app-stream"] = new(Look([new SourcePort { Id = "app", Kind = SocketKind.AppStream, State = SocketState.Free }], Listener()), [Ear],
            "reaches one phone"),
        ["no-choice-of-destination"] =
            new(Look([Optical()], Listener(wears: "ear")) with { Owned = [new("ear", 1)] }, [Plain, Ear],
                "joins whatever answers first, and 2 Bluetooth receivers live here"),
        ["router-near"] = new(Look([Optical()], Listener()) with { Air = new AirAround { RouterDistanceM = 0.4 } }, [Plain, Ear], "The router stands 0.4 m"),
        ["source-on-crowded-band"] =
            new(Look([Optical()], Listener()) with
            {
                Sources =
                [new() { Id = "stick", Name = "stick", Kind = SourceKind.StreamingStick, Network = NetworkWay.WiFi24GHz }]
            }, [Plain, Ear],
                "The stick takes its programme by Wi-Fi at 2.4 GHz"),
        ["other-radios-near"] = new(Look([Optical()], Listener()) with { Air = new AirAround { OtherRadios = "An LED strip" } }, [Plain, Ear],
            "An LED strip close to"),
        ["check-national-rule"] = new(Look([Optical()], Listener()), Banded(863, 865), "863–865 MHz"),
        ["airtime-high"] = new(Look([Optical()], Listener()) with { Air = new AirAround { WiFiNetworks = 3, WiFiBusy = 1 } },
            [Box("rich", codecs: [Rich, Sbc]), Headset("ear", codecs: [Rich, Sbc])], "stutter is likely"),
        ["sun-on-receiver"] = new(Look([Optical()], Listener() with { Seat = new Way { SunOnReceiver = true } }), Infrared(), "about half as far"),
        ["loop-spills"] = new(Look([Optical()], Listener(wears: "coil aids") with { Telecoil = Known.Yes }), Loop(), "next rooms"),
        ["telecoil-unknown"] = new(Look([Optical()], Listener(wears: "coil aids")), Loop(), "telecoil programme is switched on"),
        ["broadcast-open"] = new(Look([Optical()], Listener()), [Cast("cast", encrypts: false), CastEar("bud")], "anybody in reach can listen"),
        ["broadcast-chosen"] = new(Look([Optical()], Listener()), [Cast("cast"), CastEar("bud")], "must find cast"),
        ["implant-unknown"] = new(Look([Optical()], Listener()), [Plain, Ear with { NearImplants = true }], "nobody has asked Edda about implants"),
        ["app-needed"] = new(Look([Optical()], Listener()), [Plain, Ear with { App = "Ebbweir" }], "works only with its app: Ebbweir"),
        ["battery-short"] = new(Look([Optical()], Listener() with { HoursADay = 18 }), [Plain, Ear], "lasts 16 h of Edda's 18 h a day"),
        ["one-ear-loses"] = new(Look([Optical()], Listener() with { Ears = HearingEars.LeftOnly }), [Plain, Ear], "hears with one ear"),
        ["tether"] = new(Look([Phones()], Listener()), [Wired()], "tied to the set"),
    };

    public static TheoryData<string> Rules => [.. RuleList.All.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Rules))]
    public void Every_rule_bites_where_it_should_and_says_why(string ruleId)
    {
        Assert.True(All.TryGetValue(ruleId, out var example), $"The rule {ruleId} has no worked example.");
        var rule = RuleList.All.Single(r => r.Id == ruleId);
        var finding = Findings(new Site(example.Look, Shelf(example.Kit))).FirstOrDefault(f => f.RuleId == ruleId);
        Assert.NotNull(finding);
        Assert.Contains(example.Words, finding.Sentence, StringComparison.Ordinal);
        Assert.DoesNotContain("{", finding.Sentence + finding.Remedy, StringComparison.Ordinal);
        Assert.Equal(rule.Effect, finding.Effect);
    }

    [Theory]
    [MemberData(nameof(Rules))]
    public void Every_rule_is_silent_on_a_site_without_trouble(string ruleId)
    {
        // Optical free, PCM, one listener close by with a headset that shares the codec, power from the mains.
        var site = new Site(Look([Optical()], Listener(wears: "ear")), Shelf(Plain with { Power = PowerNeed.None }, Ear));
        if (ruleId == "level-fixed")
            return;
        Assert.DoesNotContain(Findings(site), f => f.RuleId == ruleId);
    }

    [Fact]
    public void The_cell_of_a_box_is_as_short_as_that_of_what_is_worn_unless_the_set_feeds_it()
    {
        var box = Plain with { Power = new PowerNeed(100, false, 6, 3, Known.NotYet, Known.Yes, true) };
        var listener = Listener() with { HoursADay = 7 };
        Assert.Equal("The battery of box lasts 4.8 h of Edda's 7 h a day.", Short(Look([Optical()], listener)));
        Assert.Null(Short(Look([Optical(), Usb(500)], listener)));

        string? Short(Look look) => Findings(new Site(look, Shelf(box, Ear))).FirstOrDefault(f => f.RuleId == "battery-short")?.Sentence;
    }

    [Fact]
    public void Ids_are_unique_and_every_rule_has_a_remedy_and_a_source()
    {
        Assert.Equal(RuleList.All.Count, RuleList.All.DistinctBy(r => r.Id).Count());
        Assert.All(RuleList.All, r => Assert.True(r.Remedy.Length > 0 && r.Source.Length > 0, r.Id));
    }
}
