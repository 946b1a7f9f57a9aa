using CsCheck;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Channels of boxes that stay on the one they are set to.</summary>
public class AirChannelsTests
{
    private static readonly Site Anywhere = new(Look([Optical()], Listener()), Shelf());

    private static Device BaseOn(string id, int? channels, LinkTechnology technology = LinkTechnology.UhfDigital, double lowMHz = 0, double highMHz = 0)
    {
        var box = Base(id, technology, "U", channels: channels);
        return box with { Links = [box.Links[0] with { BandLowMHz = lowMHz, BandHighMHz = highMHz }] };
    }

    private static Route From(Device box) => new(Anywhere, new Feed(Optical(), [], box, []), null, box.Links[0], null, false);

    private static List<Route> Boxes(params int?[] channels) => [.. channels.Select((count, i) => From(BaseOn($"box{i}", count)))];

    // Every choice of channels, tried one after the other.
    private static bool CanAllBeSet(int[] counts, int at = 0, int used = 0) =>
        at == counts.Length || Enumerable.Range(0, counts[at]).Any(channel => (used >> channel & 1) == 0 && CanAllBeSet(counts, at + 1, used | 1 << channel));

    [Fact]
    public void Boxes_find_a_channel_each_just_when_some_choice_gives_them_one() =>
        Gen.Int[1, 5].Array[1, 6].Sample(counts => AirChannels.AreEnough(Boxes([.. counts.Select(c => (int?)c)])) == CanAllBeSet(counts));

    [Fact]
    public void Each_box_gets_a_channel_it_has_and_no_other_box_gets() => Gen.Int[1, 5].Array[1, 6].Sample(counts =>
    {
        var routes = Boxes([.. counts.Select(c => (int?)c)]);
        var channels = AirChannels.Of(routes);
        Assert.Equal(routes.Count, channels.Count);
        Assert.All(routes, route => Assert.InRange(channels[route.Feed.Key], 0, route.Sends!.Channels!.Value));
        var set = channels.Values.Where(channel => channel > 0).ToList();
        Assert.Equal(set.Count, set.Distinct().Count());
    });

    [Fact]
    public void The_search_counts_channels_as_a_rig_does() => Gen.Select(Gen.Int[1, 5].Array[1, 6], Gen.Int[2, 6]).Sample((counts, listeners) =>
    {
        // No more boxes than listeners.
        int[] some = [.. counts.Take(listeners)];
        var (stock, parts) = Of(some, listeners);
        var (taken, weight) = (0L, default(Weight));
        foreach (var part in parts)
            taken = taken == Stock.None ? taken : stock.Join(taken, part, ref weight);
        Assert.Equal(0, weight.Cents);
        Assert.Equal(CanAllBeSet(some), taken != Stock.None);
    });

    [Fact]
    public void What_there_will_be_enough_of_in_any_case_changes_nothing_later() =>
        Gen.Select(Gen.Int[1, 5].Array[2, 6], Gen.Int[0, 2]).Sample((counts, spare) =>
    {
        // Dropped after each box, with as many boxes still to come as listeners are left.
        var listeners = counts.Length + spare;
        var (stock, parts) = Of(counts, listeners);
        var (taken, left, weight) = (0L, listeners, default(Weight));
        foreach (var part in parts)
            taken = taken == Stock.None ? taken : stock.Join(taken, part, ref weight) is var joined and not Stock.None ? stock.Mattering(joined, --left)
                : Stock.None;
        Assert.Equal(CanAllBeSet(counts), taken != Stock.None);
        Assert.True(left > 0 || taken <= 0);
    });

    private static (Stock Stock, List<long> Parts) Of(int[] counts, int listeners)
    {
        var boxes = counts.Select((count, i) => BaseOn($"box{i}", count)).ToList();
        var resources = new Resources();
        var channels = new ChannelStock(boxes, listeners, resources);
        var parts = boxes.ConvertAll(box =>
            new Fork { Number = 0, Socket = 0, Most = 1, Effort = 0, Uses = channels.Of(box.Links[0]), Usb = UsbNeed.None, Cents = 0 });
        var stock = new Stock(new Candidates
        {
            Site = Anywhere,
            BySocket = [],
            Resources = resources,
            InStep = new InStepTable(Anywhere),
            Forks = parts,
            Tolerances = [.. Enumerable.Repeat(0, listeners)],
            Supply = -1,
        }, false);
        return (stock, parts.ConvertAll(stock.Of));
    }

    [Theory]
    [InlineData(LinkTechnology.UhfDigital, 863, 865, LinkTechnology.UhfAnalogue, 863, 865, false)]
    [InlineData(LinkTechnology.UhfDigital, 0, 0, LinkTechnology.UhfAnalogue, 863, 865, false)]
    [InlineData(LinkTechnology.UhfDigital, 863, 865, LinkTechnology.UhfDigital, 902, 928, true)]
    [InlineData(LinkTechnology.InfraredAnalogue, 0, 0, LinkTechnology.InfraredDigital, 0, 0, false)]
    [InlineData(LinkTechnology.Digital24GHz, 0, 0, LinkTechnology.Digital5GHz, 0, 0, true)]
    [InlineData(LinkTechnology.Digital24GHz, 0, 0, LinkTechnology.InfraredDigital, 0, 0, true)]
    [InlineData(LinkTechnology.InductionLoop, 0, 0, LinkTechnology.InductionLoop, 0, 0, true)]
    public void Only_boxes_on_one_air_need_channels_of_their_own(LinkTechnology first, double low, double high, LinkTechnology second, double otherLow,
        double otherHigh, bool both) =>
        Assert.Equal(both, AirChannels.AreEnough([From(BaseOn("one", 1, first, low, high)), From(BaseOn("other", 1, second, otherLow, otherHigh))]));

    [Fact]
    public void A_box_that_finds_a_clear_channel_or_that_nobody_has_read_takes_none()
    {
        Assert.True(AirChannels.AreEnough(Boxes(1, 0, null, 0)));
        Assert.Equal([1], AirChannels.Of(Boxes(1, 0, null, 0)).Values);
        Assert.False(AirChannels.AreEnough(Boxes(1, 0, 1)));
    }

    [Fact]
    public void Two_owners_of_sets_on_one_channel_are_served_by_another_way_or_one_of_them_is_not()
    {
        Device[] kit =
        [
            Base("one", LinkTechnology.UhfDigital, "U", channels: 1), FamilyHeadset("ear", LinkTechnology.UhfDigital, "U"),
            Base("other", LinkTechnology.UhfDigital, "V", channels: 1), FamilyHeadset("second", LinkTechnology.UhfDigital, "V"),
        ];
        var look = Look([Optical(), Phones()], Listener("Agnes", "ear") with { OpenToAnother = false },
            Listener("Piet", "second") with { OpenToAnother = false });
        var only = Router.Rank(new Site(look, Shelf(kit)));
        Assert.Equal(1, only.Rigs[0].Score.Served);
        var broken = LineBoard.Of(only.Rigs[0].Rig, only.Arrivals).Single(row => row.Forecast is null);
        Assert.Equal("no channel left", broken.Legs.Single().Label);
        var why = broken.Findings.Single();
        Assert.Equal((RuleList.ChannelLeft, RuleEffect.Refuses), (why.RuleId, why.Effect));
        Assert.Contains("no channel is left for both", why.Sentence, StringComparison.Ordinal);

        var open = look with { Listeners = [look.Listeners[0], look.Listeners[1] with { OpenToAnother = true }] };
        var best = Router.Rank(new Site(open, Shelf([.. kit, Box("radio"), Headset("free ear")]))).Rigs[0];
        Assert.Equal(2, best.Score.Served);
        Assert.True(best.Proven);
        Assert.Contains(best.Rig.Routes, route => route.Sends is { IsBluetooth: true });
        Assert.True(best.Rig.IsLegal());
    }

    [Fact]
    public void A_second_box_of_one_kind_is_not_advised_where_no_channel_is_left_for_it()
    {
        var look = Look([Optical(), Phones()], Listener("Agnes", "ear") with { OpenToAnother = false }, Listener("Piet", "ear") with { OpenToAnother = false });
        Finding? WhyOne(int channels)
        {
            var site = new Site(look,
                Shelf(Base("base", LinkTechnology.UhfDigital, "U", channels: channels), FamilyHeadset("ear", LinkTechnology.UhfDigital, "U")));
            var rig = Router.Rank(site).Rigs[0].Rig;
            return Unserved.Why(rig with { Routes = [rig.Routes[0]] }, look.Listeners.Single(l => l.Id != rig.Routes[0].AtEar.Listener.Id));
        }

        Assert.Contains("base has 1 and another base has 1", WhyOne(1)!.Sentence, StringComparison.Ordinal);
        Assert.Null(WhyOne(2));
    }
}
