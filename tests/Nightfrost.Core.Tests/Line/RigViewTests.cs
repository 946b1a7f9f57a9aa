using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Line;

/// <summary>What a specialist reads of a rig: headline, line board, loudness, parts, reasons.</summary>
public class RigViewTests
{
    private static RigView Best(Look look, params Device[] kit)
    {
        var answer = Router.Rank(new Site(look, Shelf(kit)));
        return RigViews.Of(answer.Rigs[0], answer.Arrivals, answer.Rigs.ElementAtOrDefault(1));
    }

    [Fact]
    public void The_headline_says_who_is_served_and_how_much_is_to_buy()
    {
        var owned = Look([Optical()], Listener(wears: "ear")) with { Owned = [new("box", 1), new("supply", 1)] };
        Assert.Equal("Edda served, one lead to buy", Best(owned, Box("box"), Headset("ear")).Headline);
        Assert.Equal("Both served, three things to buy",
            Best(Look([Optical()], Listener(wears: "ear"), Listener("Tobias")), Box("box", atOnce: 2), Headset("ear")).Headline);
        Assert.Equal("1 of 2 served, two things to buy",
            Best(Look([Optical()], Listener(wears: "ear"), Listener("Tobias") with { OpenToAnother = false }), Box("box"), Headset("ear")).Headline);
    }

    [Fact]
    public void What_takes_an_output_and_nobody_has_named_may_be_what_the_room_hears_by()
    {
        var taken = new SourcePort { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Taken, TakenBy = "the bar" };
        bool Asked(RoomWish wish, SourcePort socket, params Device[] more) => Best(Look([Optical(), socket], Listener(wears: "ear") with { RoomWish = wish }),
            [Box("box"), Headset("ear"), .. more]).Reasons.Any(r => r.Kind == ReasonKind.Assumed
                && r.Sentence.Contains("room hears by", StringComparison.Ordinal));
        Assert.True(Asked(RoomWish.RoomHearsToo, taken));
        Assert.True(Asked(RoomWish.SetSilent, taken));
        Assert.False(Asked(RoomWish.NoWish, taken));
        Assert.False(Asked(RoomWish.RoomHearsToo, taken with { TakenByDeviceId = "bar" }, Bar()));
        Assert.False(Asked(RoomWish.RoomHearsToo, taken with { State = SocketState.Free }));
        Assert.False(Asked(RoomWish.RoomHearsToo, taken with { Kind = SocketKind.HdmiPlain }));
    }

    [Fact]
    public void The_line_board_names_every_station_from_socket_to_ear()
    {
        var row = Best(Look([Optical(), Phones()], Listener(wears: "wired")), Converter(), Wired()).Rows[0];
        Assert.Equal(row.Stations.Count - 1, row.Legs.Count);
        Assert.Equal(Glyph.Headset, row.Stations[^1].Glyph);

        var air = Best(Look([Optical()], Listener(wears: "ear")), Box("box"), Headset("ear")).Rows[0];
        Assert.Equal(["optical out", "box", "ear"], air.Stations.Select(s => s.Label));
        Assert.Equal([LegKind.Digital, LegKind.Air], air.Legs.Select(l => l.Kind));
        Assert.Contains("both ends", air.Legs[1].Label, StringComparison.Ordinal);
    }

    [Fact]
    public void A_listener_without_a_route_has_a_broken_line()
    {
        var row = Best(Look([Optical()], Listener(wears: "ear"), Listener("Tobias") with { OpenToAnother = false }), Box("box"), Headset("ear")).Rows[1];
        Assert.Null(row.Forecast);
        Assert.Equal(LegKind.Break, Assert.Single(row.Legs).Kind);
    }

    [Fact]
    public void The_thread_ends_about_where_the_forecast_stands()
    {
        var row = Best(Look([Optical()], Listener(wears: "ear")), Box("box"), Headset("ear")).Rows[0];
        Assert.Equal(row.Forecast!.MedianMs, row.Thread.Sum(s => s.MedianMs), 3.0);
        Assert.Equal(1, row.Forecast.Ridge.Mass.Sum(), 0.005);
        Assert.True(row.Forecast.P05Ms < row.Forecast.MedianMs && row.Forecast.MedianMs < row.Forecast.P95Ms);
    }

    [Fact]
    public void A_row_for_the_room_stands_only_where_the_room_should_hear()
    {
        Assert.Single(Best(Look([Optical()], Listener(wears: "ear")), Box("box"), Headset("ear")).Rows);
        var room = Best(Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.RoomHearsToo }), Box("box"), Headset("ear")).Rows[1];
        Assert.Equal(LineBoard.RoomRow, room.ListenerId);
        Assert.Contains("2.8 m of air", room.Thread.Select(s => s.Words));
    }

    [Theory]
    [InlineData(LevelControl.Fixed, true, "ear alone")]
    [InlineData(LevelControl.Variable, true, "set's remote as well")]
    [InlineData(LevelControl.Fixed, false, "nobody")]
    [InlineData(LevelControl.Variable, false, "the set's remote alone")]
    public void Loudness_has_an_owner(LevelControl level, bool ownVolume, string words)
    {
        var look = Look([Optical() with { Level = level }], Listener(wears: "ear"));
        Assert.Contains(words, Best(look, Box("box"), Headset("ear", ownVolume: ownVolume)).Rows[0].Loudness, StringComparison.Ordinal);
    }

    [Fact]
    public void Wishes_that_are_not_met_are_said()
    {
        var view = Best(Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false, UnsteadyHands = true }), Box("box"), Headset("ear"));
        Assert.Equal((0, 1), (view.NeedsMet, view.NeedsAsked));
        Assert.Contains(view.Reasons, r => r.Kind == ReasonKind.Against && r.Sentence.Contains("easy controls", StringComparison.Ordinal));
    }

    [Fact]
    public void The_first_rig_is_weighed_against_the_next_and_what_is_assumed_is_said()
    {
        var view = Best(Look([Optical() with { FollowsPicture = Known.NotYet }], Listener(wears: "ear")), Box("dear", 90), Box("cheap", 20, codecs: [Sbc]),
            Headset("ear"));
        Assert.Contains(view.Reasons,
            r => r.Kind == ReasonKind.For
                && r.Sentence.StartsWith("Against Bluetooth headset on the optical socket: in step (88 %) against out of step", StringComparison.Ordinal));
        Assert.Contains(view.Reasons, r => r.Kind == ReasonKind.Assumed && r.Sentence.Contains("waits for the picture", StringComparison.Ordinal));
        Assert.Contains(view.Reasons, r => r.Kind == ReasonKind.Assumed && r.Sentence.Contains("not measured", StringComparison.Ordinal));
    }

    [Fact]
    public void Parts_add_up_to_what_is_to_pay()
    {
        var random = new Random(17);
        for (var round = 0; round < 60; round++)
        {
            foreach (var ranked in Router.Rank(RouterProperties.RandomSite(random)).Rigs)
            {
                var parts = Parts.Of(ranked.Rig);
                Assert.Equal(ranked.Score.Price, parts.Sum(p => p.ToPay));
                Assert.All(parts, p => Assert.Equal(p.Needed, p.InTheBox + p.Owned + p.ToBuy));
                Assert.All(parts, p => Assert.True(p.InTheBox >= 0 && p.Owned >= 0 && p.ToBuy >= 0));
                Assert.Equal(ranked.Rig.Routes.Sum(r => r.AtEar.Pieces), parts.Where(p => p.Role == DeviceRole.Receiver).Sum(p => p.Needed));
            }
        }
    }

    [Fact]
    public void A_box_with_a_switch_of_its_own_is_switched_on_whatever_feeds_it()
    {
        var byHand = Box("box") with { Power = new PowerNeed(100, false, 0, 0, Known.No, Known.Yes, true) };
        var mains = Best(Look([Optical()], Listener(wears: "ear")), byHand, Headset("ear"));
        var usb = Best(Look([Optical(), Usb(500)], Listener(wears: "ear")), byHand, Headset("ear"));
        Assert.Equal(2, mains.Boxes);
        Assert.Equal(2, usb.Boxes);
    }

    [Fact]
    public void Two_equal_boxes_may_share_a_splitter_and_are_both_bought()
    {
        var look = Look([Optical()], Listener("Edda", "ear"), Listener("Tobias", "ear"));
        var view = Best(look, Box("box"), Splitter(), Headset("ear"));
        Assert.Equal(2, view.Served);
        Assert.Equal(2, view.Parts.Single(p => p.DeviceId == "box").ToBuy);
        Assert.Equal(1, view.Parts.Single(p => p.DeviceId == "splitter").ToBuy);
        Assert.Equal(3, view.Leads);
        Assert.NotNull(new RigPlan(view.Plan, look, Shelf(Box("box"), Splitter(), Headset("ear")).Devices, "GBP").Rebuild());
    }

    [Fact]
    public void A_leg_of_the_trip_farther_than_the_seat_decides_the_margin()
    {
        var seated = Best(Look([Optical()], Listener(wears: "ear")), Box("box"), Headset("ear")).Rows[0].Link;
        var roaming = Best(Look([Optical()], Listener(wears: "ear") with { LeavesRoom = true, RoamDistanceM = 15 }), Box("box"), Headset("ear")).Rows[0].Link;
        Assert.Contains("good", seated, StringComparison.Ordinal);
        Assert.Contains("fair", Best(Look([Optical()], Listener(wears: "ear") with { LeavesRoom = true, RoamDistanceM = 20 }), Box("box", dbm: 0),
            Headset("ear")).Rows[0].Link, StringComparison.Ordinal);
        Assert.NotEqual(seated, roaming);
    }

    [Theory]
    [InlineData(2, 3, "channel-shared", "Before pairing, set one to channel 1 and set other to channel 2.")]
    [InlineData(3, 1, "channel-shared", "Before pairing, set one to channel 2 and leave other on its only channel.")]
    [InlineData(2, null, "channel-unread",
        "Read it in the manual and enter it in Kit. Where neither has a choice, use one box for both, or another link for one.")]
    [InlineData(0, 1, null, null)]
    [InlineData(0, null, null, null)]
    public void Two_boxes_on_one_air_say_so_in_both_rows(int? first, int? second, string? ruleId, string? remedy)
    {
        var two = Best(TwoOwners,
            [Base("one", LinkTechnology.UhfDigital, "U", channels: first), Base("other", LinkTechnology.UhfDigital, "V", channels: second), .. OwnEars]);
        Assert.Equal(2, two.Served);
        Assert.All(two.Rows, row => Assert.Equal(ruleId, row.Findings.SingleOrDefault(f => f.RuleId is "channel-shared" or "channel-unread")?.RuleId));
        var said = two.Rows[0].Findings.SingleOrDefault(f => f.RuleId == ruleId)?.Remedy;

        // Which box hangs on which socket, and so comes first, is the same to both listeners.
        if (ruleId == "channel-shared")
            Assert.Equal(remedy![16..].TrimEnd('.').Split(" and ").Order(StringComparer.Ordinal),
                said![16..].TrimEnd('.').Split(" and ").Order(StringComparer.Ordinal));
        else
            Assert.Equal(remedy, said);
    }

    [Fact]
    public void One_box_for_both_shares_its_channel_with_nobody()
    {
        var one = Best(TwoOwners,
            [Base("one", LinkTechnology.UhfDigital, "U", atOnce: 2, channels: 1), OwnEars[0], OwnEars[1] with { Links = OwnEars[0].Links }]);
        Assert.Equal(2, one.Served);
        Assert.All(one.Rows, row =>
            Assert.DoesNotContain(row.Findings, f => f.RuleId.StartsWith("channel", StringComparison.Ordinal) || f.RuleId == "air-shared"));
    }

    [Fact]
    public void Two_equal_boxes_on_one_band_are_told_apart_in_words()
    {
        var look = Look([Optical()], Listener("Agnes", "ear") with { OpenToAnother = false }, Listener("Piet", "ear") with { OpenToAnother = false });
        var view = Best(look, Base("base", LinkTechnology.UhfDigital, "U", channels: 2), FamilyHeadset("ear", LinkTechnology.UhfDigital, "U"), Splitter());
        Assert.Contains("Base and another base both send by UHF digital", view.Rows[0].Findings.Single(f => f.RuleId == "channel-shared").Sentence,
            StringComparison.Ordinal);
    }

    private static Look TwoOwners =>
        Look([Optical(), Phones()], Listener("Agnes", "ear") with { OpenToAnother = false }, Listener("Piet", "second") with { OpenToAnother = false });

    private static Device[] OwnEars => [FamilyHeadset("ear", LinkTechnology.UhfDigital, "U"), FamilyHeadset("second", LinkTechnology.UhfDigital, "V")];

    [Fact]
    public void Boxes_cost_each_other_packets_and_a_broadcast_is_one_stream()
    {
        Codec rich = new(CodecClass.VendorHighRate, "Broad");
        var site = new Site(Look([Optical()], Listener("Agnes"), Listener("Piet")),
            Shelf(Box("one", codecs: [rich, Sbc]), Headset("ear", codecs: [rich, Sbc]), Cast("cast"), CastEar("bud")));
        Route To(string box, string ear, int listener, int copy) => new(
            site, new Feed(site.Look.Set.Sockets[0], [], site.Shelf.Find(box), [], copy), new Ear(site.Look.Listeners[listener], site.Shelf.Find(ear)!, null),
            site.Shelf.Find(box)!.Links[0], site.Shelf.Find(ear)!.Links[0], false);
        var (first, second) = (To("one", "ear", 0, 0), To("one", "ear", 1, 1));
        var share = LinkAirtime.Of(first);

        // 79 channels to hop over, each packet may meet two of the other's.
        Assert.Equal(share / (1 - 2 * share / 79), LinkAirtime.BesideOthers(first with { Beside = [second] }), 1e-9);
        var (here, there) = (To("cast", "bud", 0, 0), To("cast", "bud", 1, 0));
        Assert.Equal(LinkAirtime.Of(here), LinkAirtime.BesideOthers(here with { Beside = [there] }), 1e-9);
        Assert.Equal(LinkAirtime.Of(here) / (1 - 2 * share / 79), LinkAirtime.BesideOthers(here with { Beside = [there, first] }), 1e-9);
    }
}
