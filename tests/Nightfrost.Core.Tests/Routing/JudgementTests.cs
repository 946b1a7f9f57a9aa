using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing.Search;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>
/// What a good specialist would say of a rig: nothing in it that nobody needs, good enough before cheap, cheap before better than good enough.
/// </summary>
public class JudgementTests
{
    [Fact]
    public void A_converter_is_bought_once_at_most_and_never_to_come_back_to_where_the_sound_was()
    {
        // Only an optical socket, and an analogue-only base that is owned.
        var site = new Site(
            Look([Optical()], Listener(wears: "own ear") with { OpenToAnother = false }) with { Owned = [new("own", 1)] },
            Shelf(Base("own", LinkTechnology.Digital24GHz, "T") with { Ports = Box("jack", input: Connector.Jack35).Ports },
                FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T"), ToAnalogue("to analogue"), ToAnalogue("other to analogue"), Converter()));
        foreach (var shown in Router.Rank(site).Rigs)
            Assert.Single(shown.Rig.Feeds[0].Adapters);
    }

    [Fact]
    public void An_extractor_in_the_line_feeds_an_analogue_box_by_its_own_analogue_output()
    {
        Signal[] line = [Signal.AnalogueLine];
        var extractor = Converter("extractor", 40) with
        {
            StageIds = ["hdmi-extractor"],
            PassesThrough = true,
            Ports =
            [
                new AudioPort(Connector.Hdmi, false, [Signal.HdmiProgramme], "IN"), new AudioPort(Connector.Hdmi, true, [Signal.HdmiProgramme], "OUT"),
                new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT"), new AudioPort(Connector.Jack35, true, line, "L/R"),
            ],
        };
        var backwards = Converter("digitiser",
            5) with
        { Ports = [new AudioPort(Connector.Jack35, false, line, "IN"), new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT")] };
        var look = Look([new SourcePort { Id = "in", Kind = SocketKind.HdmiPlain, State = SocketState.Taken }], Listener(wears: "ear")) with
        {
            Set = TelevisionSet.Unseen with
            {
                OwnProgrammesWatched = false,
                Sockets = [new SourcePort { Id = "in", Kind = SocketKind.HdmiPlain, State = SocketState.Taken }]
            },
            Sources = [new() { Id = "stb", Name = "set-top box", Kind = SourceKind.SetTopBox,
                Sockets = [new() { Id = "out", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }] }],
        };
        foreach (var rig in Router.Rank(new Site(look,
            Shelf(extractor, backwards, Converter("analogue out", 5), Box("box", input: Connector.Jack35), Headset("ear"),
                Lead(Connector.Hdmi, Connector.Hdmi)))).Rigs)
        {
            Assert.Equal(["extractor"], rig.Rig.Feeds[0].Adapters.Select(a => a.Id));
            Assert.False(rig.Rig.Feeds[0].Joints[^1].Digital);
        }
    }


    [Fact]
    public void Infrared_out_of_reach_says_both_distances()
    {
        var emitter = Base("infrared", LinkTechnology.InfraredAnalogue, "G", onAxisM: 6.4);
        var answer = Router.Rank(new Site(Look([Optical()], Listener(metres: 6.6)),
            Shelf(emitter, FamilyHeadset("eyes", LinkTechnology.InfraredAnalogue, "G"))));
        Assert.Empty(answer.Rigs);
        Assert.All(["infrared", "eyes"],
            id => Assert.Contains(answer.RuledOut,
                r => r.Subject.Id == id && r.Finding.Sentence == "Edda sits 6.6 m away; the emitter of infrared reaches 6.4 m at that angle."
                    && !r.Finding.Remedy.Contains("radio", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_hole_for_an_optical_and_a_headphone_plug_is_used_either_way_and_never_both()
    {
        var hole = Optical("hole") with { Kind = SocketKind.Optical35 };
        SourcePort[] both = [hole, Phones() with { SameSocketAs = "hole", SilencesSpeakers = Known.NotYet }];
        Device[] kit = [Box("box"), Headset("ear"), Wired(), Lead(Connector.Optical35, Connector.OpticalSquare)];
        Assert.Equal("hole", Router.Rank(new Site(Look(both, Listener(wears: "ear") with { OpenToAnother = false }),
            Shelf(kit))).Rigs[0].Rig.Feeds[0].Socket.Id);
        Assert.Equal("phones", Router.Rank(new Site(Look(both, Listener(wears: "wired") with { OpenToAnother = false }),
            Shelf(kit))).Rigs[0].Rig.Feeds[0].Socket.Id);
        var two = new Site(Look(both, Listener("Edda", "ear") with { OpenToAnother = false }, Listener("Tobias", "wired") with { OpenToAnother = false }),
            Shelf(kit));
        Assert.All(Router.Rank(two).Rigs, r => Assert.Single(r.Rig.Routes));
        Assert.Empty(LiveOutputs.Pairs(two.Look));
        Assert.All(Exhaustive.Rigs(two), r => Assert.Single(r.Rig.Routes));
    }

    [Fact]
    public void A_lead_that_keeps_off_the_ways_beats_a_box_and_one_across_the_floor_does_not()
    {
        Site With(Known keepsOff, double metres) =>
            new(Look([Phones()], Listener("Ebbe", metres: metres) with { LeadKeepsOffWays = keepsOff }),
                Shelf(Box("box", 60, input: Connector.Jack35), Headset("ear"), Wired(price: 15)));
        Assert.Null(Best(With(Known.Yes, 3)).Rig.Routes[0].Sends);
        Assert.Null(Best(With(Known.NotYet, 0.6)).Rig.Routes[0].Sends);
        Assert.NotNull(Best(With(Known.No, 3)).Rig.Routes[0].Sends);
    }

    [Fact]
    public void The_wire_stays_among_what_is_shown_though_its_lead_crosses_the_floor()
    {
        var site = new Site(Look([Phones()], Listener("Ebbe") with { LeadKeepsOffWays = Known.No }),
            Shelf(Box("box", 60, input: Connector.Jack35), Headset("ear"), Wired(price: 15)));
        Assert.Contains(Router.Rank(site).Rigs, r => r.Rig.Routes[0].Sends is null);
    }

    [Fact]
    public void Whoever_reads_lips_is_in_step_before_the_lead_is_looked_at_and_the_cheapest_of_those_wins()
    {
        var late = Box("late", 20, [Sbc], input: Connector.Jack35);
        var fast = Base("fast", LinkTechnology.UhfAnalogue, "U", 90) with { Ports = late.Ports };
        var site = new Site(
            Look([Phones()], Listener("Ebbe") with { ReadsLips = true, LeadKeepsOffWays = Known.No }),
            Shelf(late, Headset("ear", 20, [Sbc]), fast, FamilyHeadset("fast ear", LinkTechnology.UhfAnalogue, "U"), Wired(price: 25)));
        var rigs = Router.Rank(site).Rigs;
        Assert.All(rigs, r => Assert.True(r.Score.Step <= rigs[0].Score.Step));
        Assert.NotEqual("late", rigs[0].Rig.Feeds[0].Transmitter?.Id);
        Assert.DoesNotContain(rigs,
            r => r.Score.Step == rigs[0].Score.Step && r.Score.PreferencesMet >= rigs[0].Score.PreferencesMet && r.Score.Price
                + Score.PriceStep <= rigs[0].Score.Price);
    }

    [Fact]
    public void Beside_a_relay_wearer_somebody_with_a_wired_headset_and_a_lead_that_is_fine_gets_the_plain_lead()
    {
        var aids = Aids("aids", "R") with { Links = [new AirLink { Technology = LinkTechnology.NearField, Transmits = false, Family = "R" }] };
        var relay = Headset("relay") with
        {
            Role = DeviceRole.Relay,
            Form = WearForm.None,
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [Swift, Duet, Sbc] },
                new AirLink { Technology = LinkTechnology.NearField, Transmits = true, Family = "R" }],
        };
        var look = Look([Optical(), Phones() with { SilencesSpeakers = Known.No }], Listener("Edda", "aids") with { OpenToAnother = false },
            Listener("Ivo", "wired") with { LeadKeepsOffWays = Known.Yes });
        var rig = Best(new Site(look,
            Shelf(Box("box", codecs: [Swift, Sbc], withSeveral: [Duet, Sbc], atOnce: 2), aids, relay, Wired(),
                Headset("ear", codecs: [Swift, Duet, Sbc])))).Rig;
        Assert.Equal("relay", rig.Routes.Single(r => r.AtEar.Listener.Id == "edda").AtEar.Relay!.Id);
        var ivo = rig.Routes.Single(r => r.AtEar.Listener.Id == "ivo");
        Assert.Equal((null, "wired", "phones"), (ivo.Sends, ivo.AtEar.Receiver.Id, ivo.Feed.Socket.Id));
    }

    [Fact]
    public void What_is_good_enough_here_decides_whether_more_is_paid_for()
    {
        Device Lasting(string id, decimal price, double highMs) =>
            Base(id, LinkTechnology.Digital24GHz, "T", price) with
            {
                StageIds = [],
                Links = [.. Base(id, LinkTechnology.Digital24GHz, "T").Links.Select(l => l with { Delay = new(10, 20, highMs, false) })]
            };
        Site With(int goodEnough, params Device[] boxes) => new(
            Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false }) with { GoodEnoughPercent = goodEnough },
            Shelf([.. boxes, FamilyHeadset("ear", LinkTechnology.Digital24GHz, "T")]));
        var (cheap, dear) = (Lasting("cheap", 20, 140), Lasting("dear", 90, 24));
        var (less, more) = (Best(With(80, cheap)).Score.InStep, Best(With(80, dear)).Score.InStep);
        var between = (int)Math.Ceiling(less * 100) + 1;
        Assert.True(less >= 0.6 && between / 100.0 <= more, $"{less} and {more}");
        Assert.Equal("cheap", Best(With((int)Math.Floor(less * 100), cheap, dear)).Rig.Feeds[0].Transmitter!.Id);
        Assert.Equal("dear", Best(With(between, cheap, dear)).Rig.Feeds[0].Transmitter!.Id);
    }

    [Fact]
    public void Nothing_with_a_loop_a_coil_or_a_magnet_comes_near_an_implant_until_the_clinician_has_answered()
    {
        Device[] kit = [Base("loop", LinkTechnology.InductionLoop, ""),
            Aids("coil aids", "K", 2) with { Links = [new AirLink { Technology = LinkTechnology.InductionLoop, Transmits = false }] }];
        var edda = Listener(wears: "coil aids") with { OpenToAnother = false, Implant = Known.Yes, Telecoil = Known.Yes };
        Assert.Empty(Router.Rank(new Site(Look([Optical()], edda), Shelf(kit))).Rigs);
        var half = edda with { ImplantAnsweredBy = "Dr Holm", ImplantAnsweredOn = new(2026, 2, 10) };
        Assert.Empty(Router.Rank(new Site(Look([Optical()], half), Shelf(kit))).Rigs);
        Assert.Empty(Router.Rank(new Site(Look([Optical()], half with { ImplantAllows = ["another loop"] }), Shelf(kit))).Rigs);
        var whole = half with { ImplantAllows = ["loop"] };
        var rig = Best(new Site(Look([Optical()], whole), Shelf(kit))).Rig;
        Assert.Contains(RuleList.AdviceFor(rig.Routes[0]), f => f.RuleId == "implant-answered");
        Assert.Contains(ClientSheet.For(rig, []).Listeners[0].Parts,
            part => part.Lines.Any(line => line.Contains("Dr Holm allowed the loop near it", StringComparison.Ordinal)));
    }

    [Fact]
    public void What_a_clinician_allowed_is_not_stood_in_for_by_something_cheaper_that_nobody_did()
    {
        var edda = Listener() with { Implant = Known.Yes, ImplantAnsweredBy = "Dr Holm", ImplantAnsweredOn = new(2026, 2, 10) };
        var (ear, dearEar) = (Headset("ear", 20) with { NearImplants = true }, Headset("allowed ear", 30) with { NearImplants = true });
        Assert.Equal("allowed ear",
            Best(new Site(Look([Optical()], edda with { ImplantAllows = ["allowed ear"] }), Shelf(Box("box"), ear, dearEar))).Rig.Routes[0].AtEar.Receiver.Id);

        // The same of two boxes, whichever was looked at first.
        Device[] boxes = [Box("a box", 20) with { NearImplants = true }, Box("box", 30) with { NearImplants = true },
            Box("c box", 20) with { NearImplants = true }];
        Assert.Equal("box", Best(new Site(Look([Optical()], edda with { ImplantAllows = ["box"] }),
            Shelf([.. boxes, Headset("ear")]))).Rig.Feeds[0].Transmitter!.Id);

        // Of two loops with something in their box, so that neither stands for the other, the one allowed.
        Device[] held = [.. boxes.Select(box => box with { Includes = ["lead-OpticalSquare-OpticalSquare"] })];
        Assert.Equal("box", Best(new Site(Look([Optical()], edda with { ImplantAllows = ["box"] }),
            Shelf([.. held, Headset("ear")]))).Rig.Feeds[0].Transmitter!.Id);
    }

    private static Device ToAnalogue(string id) =>
        Converter(id, 15) with
        {
            Ports =
            [new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], ""), new AudioPort(Connector.Jack35, true, [Signal.AnalogueLine], "")]
        };

    private static RankedRig Best(Site site) => Router.Rank(site).Rigs[0];

    // A set with a headphone socket and an optical one, and somebody for each: outputs of one set are not taken for granted.
    [Fact]
    public void Two_outputs_of_one_set_are_asked_about_and_tried_before_anything_is_fixed()
    {
        var site = new Site(Look([Optical(), Phones()], Listener("Ebbe", "wired") with { OpenToAnother = false },
            Listener("Tove", "ear") with { OpenToAnother = false }), Shelf(Box("box"), Headset("ear"), Wired()));
        var best = Best(site);
        Assert.Equal(2, best.Score.Served);
        Assert.Equal((Liveness.Likely, false), (RigOutputs.Least(best.Rig), best.Score.LeansOnUnlikely));
        Assert.Contains(RigViews.Of(best, new Arrivals(site)).Reasons,
            r => r.Sentence == "Optical and Headphone, 3.5 mm usually sound at the same time, but nobody has tried it here.");
        Assert.Contains(Questions.Rank(site), q => q is { Field: "liveTogether.optical.phones", Decides: true });
        var steps = Core.Runsheet.RunSheet.For(best.Rig);
        var test = steps.ToList().FindIndex(s => s.Id == "together-optical-phones");
        Assert.True(steps[test] is { Mandatory: true } && steps.Skip(test).Any(s => s.Id == "fix-box")
            && steps.Take(test).All(s => s.Phase < Core.Runsheet.Phase.Listen));

        // What was found not to sound together is not planned together; what was found to is not asked again.
        Site Tried(Known together) => new(site.Look with { LiveTogether = [new("phones", "optical", together)] }, site.Shelf);
        Assert.Equal(1, Best(Tried(Known.No)).Score.Served);
        Assert.DoesNotContain(Core.Runsheet.RunSheet.For(Best(Tried(Known.Yes)).Rig), s => s.Id.StartsWith("together", StringComparison.Ordinal));
    }

    // A stick with a radio of its own, in a set with an optical socket.
    [Fact]
    public void A_rig_that_leans_on_what_is_unlikely_comes_after_every_other_that_serves_as_many_and_before_serving_fewer()
    {
        var stick = new SoundSource { Id = "stick", Name = "stick", Kind = SourceKind.StreamingStick, Sockets = [Bluetooth() with { Id = "stick radio" }] };
        Site With(params Device[] more) => new(
            Look([Optical()], Listener("Ebbe", "ear") with { OpenToAnother = false },
                Listener("Tove", "ear") with { OpenToAnother = false }) with
            {
                Sources = [stick],
                Set = Look([Optical()]).Set with { OwnProgrammesWatched = false }
            },
            Shelf([Box("box", 40), Headset("ear"), .. more]));

        // One box for one listener, and the radio for the other: the only way for both, and said to be unlikely.
        var leaning = Best(With());
        Assert.Equal((2, true), (leaning.Score.Served, leaning.Score.LeansOnUnlikely));
        Assert.Contains(RigViews.Of(leaning, new Arrivals(leaning.Rig.Site)).Reasons,
            r => r.Sentence.Contains("seldom sound at the same time", StringComparison.Ordinal));
        Assert.Contains(Questions.Rank(With()), q => q.Field == "liveTogether.optical.stick radio" && q.Decides);

        // A box for two costs more, meets no more, and comes first all the same; nothing that leans is shown beside it.
        var sure = With(Box("two", 190, withSeveral: [Sbc], atOnce: 2));
        Assert.All(Router.Rank(sure).Rigs, r => Assert.False(r.Score.LeansOnUnlikely));
        Assert.Contains(Best(sure).Rig.Feeds, f => f.Transmitter?.Id == "two");

        // Unless it may not cost so much.
        Assert.True(Router.Rank(sure, new Wanted(Priorities.Usual, Limits.None with { Budget = 60 })).Rigs[0].Score.LeansOnUnlikely);
    }
}
