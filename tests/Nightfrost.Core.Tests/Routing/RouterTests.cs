using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

public class RouterTests
{
    private static RouterAnswer Rank(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit)));

    [Fact]
    public void Why_there_is_no_rig_is_said_by_its_cause()
    {
        var hears = Listener() with { RoomWish = RoomWish.RoomHearsToo };
        var silenced = Router.Rank(new Site(Look([Phones()], hears), Shelf(Wired()))).Obstacle!;
        Assert.Equal("The only output silences the set's own speakers, and the room should hear (Edda).", silenced.Reason);
        var unread = Router.Rank(new Site(Look([Pair("")], Listener()), Shelf(Wired()))).Obstacle!;
        Assert.Equal("Nobody has read whether Red and white is an output.", unread.Reason);
        var silent = Look([Optical()], Listener() with { RoomWish = RoomWish.SetSilent });
        var loud = Router.Rank(new Site(silent with { Set = silent.Set with { SpeakersCanBeOff = Known.No } }, Shelf(Box("box"), Headset("ear")))).Obstacle!;
        Assert.StartsWith("The set must be silent (Edda)", loud.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void Optical_free_and_the_codec_at_both_ends_gives_optical_with_low_latency()
    {
        var best = Rank(Look([Optical(), Phones()], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }), Box("box"), Headset("ear")).Rigs[0];
        var route = Assert.Single(best.Rig.Routes);
        Assert.Equal("optical", route.Feed.Socket.Id);
        Assert.Equal(CodecClass.VendorLowLatency, route.Coding.Codec!.Class);
        Assert.Equal(50, Parts.Of(best.Rig).Single(p => p.DeviceId == "box").ToPay);
    }

    [Fact]
    public void Without_the_codec_a_2_4_GHz_set_ranks_first_for_a_lip_reader()
    {
        var look = Look([Optical()], Listener(wears: "ear") with { ReadsLips = true });
        var best = Rank(look, Box("box"), Headset("ear", codecs: [Aac, Sbc]), Base("own", LinkTechnology.Digital24GHz, "T", includes: ["own ear"]),
            FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T")).Rigs[0];
        Assert.Equal("own", best.Rig.Routes[0].Feed.Transmitter!.Id);
        Assert.Equal(1, Parts.Of(best.Rig).Single(p => p.DeviceId == "own ear").InTheBox);
    }

    [Fact]
    public void A_sound_bar_on_the_optical_socket_keeps_its_sound_by_pass_through_or_splitter()
    {
        var look = Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }],
            Listener(wears: "ear") with { RoomWish = RoomWish.RoomHearsToo });
        var passing = Rank(look, Box("pass", passes: true), Headset("ear"), Bar()).Rigs[0];
        Assert.Equal(2, Parts.Of(passing.Rig).Single(p => p.Role == DeviceRole.Lead).Needed);
        Assert.Equal(1, Parts.Of(passing.Rig).Single(p => p.Role == DeviceRole.Lead).ToBuy);
        Assert.Contains(LineBoard.Of(passing.Rig, new Arrivals(passing.Rig.Site)), r => r.ListenerId == LineBoard.RoomRow && r.Stations.Count == 3);

        var split = Rank(look, Box("box"), Splitter(), Headset("ear"), Bar()).Rigs[0];
        Assert.Equal("splitter", split.Rig.Feeds[0].Splitter!.Id);
        Assert.Equal(3, Parts.Of(split.Rig).Single(p => p.Role == DeviceRole.Lead).Needed);
    }

    [Fact]
    public void Two_listeners_are_fed_by_the_box_that_keeps_the_codec_with_two()
    {
        var look = Look([Optical()], Listener("Edda", "ear"), Listener("Tobias", "ear"));
        var keeps = Box("keeps", 90, atOnce: 2);
        var leaves = Box("leaves", 40, withSeveral: [Duet, Sbc], atOnce: 2);
        var best = Rank(look, keeps, leaves, Headset("ear", codecs: [Swift, Duet, Sbc])).Rigs[0];
        Assert.Equal("keeps", Assert.Single(best.Rig.Feeds).Transmitter!.Id);
        Assert.True(best.Proven);
    }

    [Fact]
    public void The_two_listener_mode_is_what_two_listeners_are_predicted_with()
    {
        var look = Look([Optical()], Listener("Edda", "ear"), Listener("Tobias", "ear"));
        var best = Rank(look, Box("leaves", 40, withSeveral: [Duet, Sbc], atOnce: 2), Headset("ear", codecs: [Swift, Duet, Sbc])).Rigs[0];
        Assert.All(best.Rig.Routes, r => Assert.Equal(CodecClass.VendorDualListener, r.Coding.Codec!.Class));
        Assert.All(best.Rig.Routes, r => Assert.Contains(RuleList.AdviceFor(r), f => f.RuleId == "low-latency-with-two"));
    }

    [Fact]
    public void Aids_take_only_the_streamer_of_their_family_and_generation_and_the_order_waits_for_the_clinic()
    {
        var look = Look([Optical()], Listener(wears: "aids"));
        var best = Rank(look, Streamer("one", "K", 1, 50), Streamer("two", "K", 2, 150), Streamer("other", "M", 2, 20), Aids("aids", "K", 2)).Rigs[0];
        Assert.Equal("two", best.Rig.Feeds[0].Transmitter!.Id);
        Assert.StartsWith("Wait:", Parts.Of(best.Rig).Single(p => p.DeviceId == "two").HeldBecause, StringComparison.Ordinal);

        var confirmed = look with { Listeners = [look.Listeners[0] with { AidsConfirmedBy = "the clinic", AidsConfirmedOn = new(2026, 11, 1) }] };
        Assert.Equal("", Parts.Of(Rank(confirmed, Streamer("two", "K", 2), Aids("aids", "K", 2)).Rigs[0].Rig).Single(p => p.DeviceId == "two").HeldBecause);
    }

    [Fact]
    public void Nobody_is_sold_hearing_aids() => Assert.Empty(Rank(Look([Optical()], Listener()), Streamer("s", "K", 2), Aids("aids", "K", 2)).Rigs);

    [Fact]
    public void A_strong_enough_USB_socket_saves_the_supply_and_a_weak_one_does_not()
    {
        static int Supplies(int ma) =>
            Parts.Of(Rank(Look([Optical(), Usb(ma)], Listener(wears: "ear")), Box("box", usbMa: 400), Headset("ear")).Rigs[0].Rig)
                .Where(p => p.Role == DeviceRole.Supply).Sum(p => p.ToBuy);
        Assert.Equal(0, Supplies(900));
        Assert.Equal(0, Supplies(500));
        Assert.Equal(1, Supplies(400));
    }

    [Fact]
    public void Built_in_Bluetooth_costs_nothing_and_feeds_one()
    {
        var two = Rank(Look([Bluetooth()], Listener("Edda", "ear"), Listener("Tobias", "ear")), Headset("ear"));
        Assert.Equal(1, two.Rigs[0].Score.Served);
        Assert.Equal(0, two.Rigs[0].Score.Price);
    }

    [Fact]
    public void What_is_owned_is_not_bought_again()
    {
        var look = Look([Optical()], Listener(wears: "ear")) with { Owned = [new("box", 1), new("supply", 1), new("lead-OpticalSquare-OpticalSquare", 1)] };
        Assert.Equal(0, Rank(look, Box("box"), Headset("ear")).Rigs[0].Score.Price);
    }

    [Fact]
    public void One_listeners_headset_is_not_lent_to_another()
    {
        var look = Look([Bluetooth(2)], Listener("Edda", "ear"), Listener("Tobias"));
        Assert.Equal(40, Rank(look, Headset("ear")).Rigs[0].Score.Price);
    }

    [Theory]
    [InlineData("no socket")]
    [InlineData("no listener")]
    [InlineData("contradiction")]
    [InlineData("inputs only")]
    [InlineData("no receiver")]
    public void Where_there_is_no_rig_it_says_why_and_what_to_do(string which)
    {
        var look = which switch
        {
            "no socket" => Look([], Listener()),
            "no listener" => Look([Optical()]),
            "contradiction" => Look([Optical()], Listener() with { RoomWish = RoomWish.RoomHearsToo },
                Listener("Tobias") with { RoomWish = RoomWish.SetSilent }),
            "inputs only" => Look([Pair("COMPONENT IN"), new SourcePort { Id = "h", Kind = SocketKind.HdmiPlain, State = SocketState.Free }], Listener()),
            _ => Look([Optical()], Listener() with { OpenToAnother = false }),
        };
        var answer = Rank(look, Box("box"), Headset("ear"));
        Assert.Empty(answer.Rigs);
        Assert.NotNull(answer.Obstacle);
        Assert.NotEmpty(answer.Obstacle.Remedy);
        if (which == "inputs only")
            Assert.Contains("headphone socket", answer.Obstacle.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void Twelve_listeners_are_answered_and_a_search_can_be_stopped()
    {
        var look = Look([Optical(), Phones()], [.. Enumerable.Range(0, 12).Select(i => Listener($"L{i}"))]);
        Device[] kit = [Box("two", atOnce: 2), Base("uhf", LinkTechnology.UhfDigital, "U", atOnce: 12), FamilyHeadset("u", LinkTechnology.UhfDigital, "U"),
            Headset("ear")];
        Assert.Equal(12, Rank(look, kit).Rigs[0].Score.Served);
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.Throws<OperationCanceledException>(() => Router.Rank(new Site(look, Shelf(kit)), cancel.Token));
    }

    [Fact]
    public void A_plan_rebuilds_to_the_same_rig_without_the_shelf()
    {
        var look = Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }, Usb(900)], Listener("Edda", "ear"),
            Listener("Tobias"));
        var best = Rank(look, Box("pass", passes: true, atOnce: 2), Headset("ear"), Bar()).Rigs[0];
        var plan = RigPlan.Of(best.Rig);
        var again = plan.Rebuild();
        Assert.NotNull(again);
        Assert.Equal(best.Score, again.Score(new Arrivals(again.Site)));
        Assert.Equal(["pass"], plan.MissingFrom(Shelf(Headset("ear"), Bar())));
    }

    [Fact]
    public void What_works_nowhere_is_named_with_the_rule_nearest_to_the_ear()
    {
        var answer = Rank(Look([Optical(), Pair("COMPONENT IN")], Listener(wears: "ear") with { ClearLine = Known.No }),
            Box("box"), Headset("ear"), Base("infrared", LinkTechnology.InfraredDigital, "I"), FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I"));
        Assert.Contains(answer.RuledOut, r => r.Subject.IsSocket && r.Finding.RuleId == "output-to-input");
        Assert.Contains(answer.RuledOut, r => r.Subject.Id == "infrared" && r.Finding.RuleId == "clear-line");
        Assert.DoesNotContain(answer.RuledOut, r => r.Subject.Id == "box");
    }

    [Fact]
    public void Questions_are_ranked_by_what_the_answer_would_change()
    {
        var look = Look([Optical() with { Pcm = Known.NotYet, FollowsPicture = Known.Yes }], Listener(wears: "ear") with { ClearLine = Known.NotYet });
        var questions = Questions.Rank(new Site(look, Shelf(Box("box"), Headset("ear"))));
        Assert.Equal("set.sockets[0].pcm", questions[0].Field);
        Assert.True(questions[0].Decides);
        Assert.Contains(questions, q => q.Field == "listeners[0].clearLine" && !q.Decides);
    }
}
