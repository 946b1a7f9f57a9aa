using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

public class NegotiationTests
{
    private static Negotiated Between(Codec[] mine, Codec[] theirs, Codec[]? withSeveral = null, bool several = false) =>
        Negotiation.Between(Box("b", codecs: mine, withSeveral: withSeveral, atOnce: 2).Links[0], Headset("h", codecs: theirs).Links[0], several);

    [Fact]
    public void The_first_codec_both_ends_have_is_used_in_the_transmitters_order()
    {
        var wide = new Codec(CodecClass.VendorHighDefinition, "Wide");
        Assert.Equal(wide, Between([wide, Swift, Sbc], [Swift, wide, Sbc]).Codec);
    }

    [Fact]
    public void A_headset_without_the_transmitters_codec_falls_back_to_SBC_and_says_what_was_missed()
    {
        var result = Between([Swift, Sbc], [Aac, Sbc]);
        Assert.Equal(CodecClass.Sbc, result.Codec!.Class);
        Assert.Equal(Swift, result.Missed);
        Assert.False(result.MarkUnknown);
    }

    [Fact]
    public void A_route_that_is_looked_at_with_others_on_its_box_is_negotiated_anew()
    {
        var (box, ear) = (Box("box", codecs: [Swift, Sbc], withSeveral: [Duet, Sbc], atOnce: 2), Headset("ear", codecs: [Swift, Duet, Sbc]));
        var alone = new Route(new Site(Look([Optical()], Listener()), Shelf(box, ear)), new Feed(Optical(), [], box, []), new Ear(Listener(), ear, null),
            box.Links[0], ear.Links[0], false);
        Assert.Equal(Swift, alone.Coding.Codec);
        Assert.Equal(Duet, (alone with { Several = true }).Coding.Codec);
    }

    [Fact]
    public void Two_marks_match_only_when_they_are_the_same_mark() =>
        Assert.Equal(CodecClass.Sbc, Between([Swift, Sbc], [new(CodecClass.VendorLowLatency, "Other"), Sbc]).Codec!.Class);

    [Fact]
    public void Spaces_and_capitals_in_a_mark_do_not_matter() =>
        Assert.Equal(CodecClass.VendorLowLatency, Between([Swift, Sbc], [new(CodecClass.VendorLowLatency, " swift "), Sbc]).Codec!.Class);

    [Fact]
    public void A_blank_mark_is_planned_as_SBC_and_asked_for() =>
        Assert.True(Between([Swift, Sbc], [new(CodecClass.VendorLowLatency, ""), Sbc]).MarkUnknown);

    [Fact]
    public void A_second_listener_may_cost_the_low_latency_codec()
    {
        var alone = Between([Swift, Sbc], [Swift, Duet, Sbc], [Duet, Sbc]);
        var two = Between([Swift, Sbc], [Swift, Duet, Sbc], [Duet, Sbc], several: true);
        Assert.Equal(Swift, alone.Codec);
        Assert.Equal(Duet, two.Codec);
        Assert.Equal(Swift, two.LostToSecond);
    }

    [Fact]
    public void Nothing_shared_is_still_SBC_because_A2DP_demands_it() => Assert.Equal(CodecClass.Sbc, Between([Aac], [Swift]).Codec!.Class);

    [Fact]
    public void A_codec_read_back_stands_above_the_planned_one()
    {
        var site = new Core.Sites.Site(Look([Optical()], Listener()), Shelf(Box("box"), Headset("ear")));
        var route = Router.Rank(site).Rigs[0].Rig.Routes[0];
        var arrivals = new Arrivals(site);
        var read = route with { ReadBack = Sbc };
        Assert.Equal("SBC", read.Coding.Words);
        Assert.True(arrivals.Of(read)!.Distribution.MedianMs > arrivals.Of(route)!.Distribution.MedianMs + 100);
    }
}
