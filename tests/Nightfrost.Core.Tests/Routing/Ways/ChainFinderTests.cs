using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>Chains that are joined once for all boxes of a sort, against every feed that leads and adapters allow.</summary>
public class ChainFinderTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(300, 6)];

    private static IEnumerable<(Site Site, ChainFinder Chains, PieceCounter Pieces)> Sites(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 25; round++)
            yield return Of(RandomSites.Draw(random));
    }

    private static (Site, ChainFinder, PieceCounter) Of(Site site)
    {
        var pieces = new PieceCounter(site);
        return (site, new ChainFinder(site, new FeedFinder(site.Shelf), pieces, Limits.None), pieces);
    }

    private static IEnumerable<(SourcePort Socket, Device Box)> Pairs(Site site) =>
        from socket in site.Look.AllSockets()
        where !SocketKinds.Of(socket.Kind).IsRadio && socket.State != SocketState.NotThere
        from box in site.Shelf.OfRole(DeviceRole.Transmitter)
        select (socket, box);

    private static bool Stands(Site site, Feed feed) => RuleList.RefusingChain(new Route(site, feed, null, null, null, false)) is null;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_chain_is_a_feed_that_no_rule_refuses(int seed)
    {
        foreach (var (site, chains, _) in Sites(seed))
        {
            foreach (var (socket, box) in Pairs(site))
            {
                var finder = new FeedFinder(site.Shelf);
                var all = finder.Between(socket, box, false).SelectMany(feed => FeedWays.Of(site, finder, feed)).Where(feed => Stands(site, feed))
                    .Select(feed => feed.Key).ToHashSet();
                Assert.All(chains.Of(socket, box).Chains, chain => Assert.Contains(chain.To(box).Key, all));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Whatever_can_be_fed_is_fed_and_never_for_more(int seed)
    {
        foreach (var (site, chains, pieces) in Sites(seed))
        {
            foreach (var (socket, box) in Pairs(site))
            {
                var feeds = new FeedFinder(site.Shelf).Between(socket, box, false).Where(feed => Stands(site, feed) && feed.Splitter is null).ToList();
                var joining = chains.Of(socket, box);
                var direct = joining.Chains.Where(chain => chain.Splitter is null).ToList();
                Assert.Equal(feeds.Count > 0, direct.Count > 0);
                if (feeds.Count == 0)
                    continue;
                long Cents(Feed feed) => pieces.OfLine(pieces.OfChain(feed, null), box, feed.FedByTap, []).Cents;
                Assert.Equal(feeds.Min(Cents), direct.Min(chain => Cents(chain.To(box))));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_a_chain_refuses_a_rule_refuses(int seed)
    {
        foreach (var (site, chains, _) in Sites(seed))
        {
            foreach (var (socket, box) in Pairs(site))
            {
                foreach (var (outlet, joints, rule) in chains.Of(socket, box).Refused)
                    Assert.True(rule.Breaks(new Route(site, new Feed(socket, outlet.Adapters, box, joints), null, null, null, false)));
            }
        }
    }

    [Fact]
    public void Boxes_alike_in_what_a_tap_sees_are_joined_once()
    {
        var (site, chains, _) = Of(new Site(
            Look([Optical(), Phones()], Listener()),
            Shelf(Box("one", 20), Box("other", 90, [Sbc]), Box("passing", passes: true), Box("plug", input: Connector.Jack35),
                Box("with lead") with { Includes = ["lead-OpticalSquare-OpticalSquare"] }, Converter())));
        var optical = site.Look.Set.Sockets[0];
        Joining Of_(string id) => chains.Of(optical, site.Shelf.Find(id)!);
        Assert.Same(Of_("one"), Of_("other"));
        Assert.NotSame(Of_("one"), Of_("passing"));
        Assert.NotSame(Of_("one"), Of_("plug"));
        Assert.NotSame(Of_("one"), Of_("with lead"));
        Assert.Equal("converter", Assert.Single(Of_("plug").Chains).Adapters.Single().Id);
        Assert.Equal(0, Of_("with lead").Chains[0].Need.Cents);
        Assert.Equal(500, Of_("one").Chains[0].Need.Cents);
        Assert.True(chains.Of(site.Look.Set.Sockets[1], site.Shelf.Find("one")!).IsEmpty);
    }

    [Fact]
    public void Of_lines_that_serve_alike_the_cheapest_stays_and_one_on_the_sets_USB_stands_in_only_for_what_costs_no_less_without_it()
    {
        Device At(string id, decimal price, int ma) => Converter(id, price) with { Power = new PowerNeed(ma, false, 0, 0, Known.No, Known.Yes, false) };
        string[] Left(params Device[] converters) =>
            [.. CandidateFinder.For(new Site(Look([Optical(), Usb(), Usb(id: "other usb")], Listener()),
                Shelf([Box("plug", input: Connector.Jack35), Headset("ear"), .. converters])), Limits.None,
                default).Lines.Select(line => line.Feed.Adapters[0].Id)];
        Assert.Equal(["cheap"], Left(At("cheap", 10, 400), At("dear", 40, 400)));
        Assert.Equal(["cheap"], Left(At("cheap", 10, 400), At("passive", 40, 0)));
        Assert.Equal(["cheap", "passive"], Left(At("cheap", 10, 400), At("passive", 12, 0)));
    }

    [Fact]
    public void A_box_for_more_is_not_stood_in_for_by_a_cheaper_one_that_is_the_same_but_for_that()
    {
        var site = new Site(Look([Optical()], Listener(), Listener("Tobias"), Listener("Maud")),
            Shelf(Box("two", 20, atOnce: 2), Box("three", 30, atOnce: 3), Headset("ear")));
        Assert.Equal(["three", "two"],
            CandidateFinder.For(site, Limits.None, default).Lines.Select(line => line.Feed.Transmitter!.Id).Order(StringComparer.Ordinal));
        var rig = Router.Rank(site).Rigs[0].Rig;
        Assert.Equal((3, "three"), (rig.Routes.Count, rig.Feeds[0].Transmitter!.Id));
    }
}
