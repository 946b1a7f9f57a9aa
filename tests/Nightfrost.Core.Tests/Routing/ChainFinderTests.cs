using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

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
        var (pieces, grades) = (new PieceCounter(site), new InStepGrades(site, new Suffixes()));
        var forks = new Forks(pieces, site.Look.Listeners.Count, _ => false);
        var dominance = new Dominance(pieces, grades, [.. site.Look.Listeners.Select(grades.ToleranceOf)], _ => false);
        return (site, new ChainFinder(site, new FeedFinder(site.Shelf, forks.FirstOfEach(site.Shelf.OfRole(DeviceRole.Adapter))), forks, pieces, grades, dominance, Limits.None), pieces);
    }

    private static IEnumerable<(SourcePort Socket, Device Box)> Pairs(Site site) =>
        from socket in site.Look.AllSockets()
        where !SocketKinds.Of(socket.Kind).IsRadio && socket.State != SocketState.NotThere
        from box in site.Shelf.OfRole(DeviceRole.Transmitter)
        select (socket, box);

    private static bool Stands(Site site, Feed feed) => Rules.RefusingChain(new Route(site, feed, null, null, null, false)) is null;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_chain_is_a_feed_that_no_rule_refuses(int seed)
    {
        foreach (var (site, chains, _) in Sites(seed))
        {
            foreach (var (socket, box) in Pairs(site))
            {
                var finder = new FeedFinder(site.Shelf);
                var all = finder.Between(socket, box, false).SelectMany(feed => FeedWays.Of(site, finder, feed)).Where(feed => Stands(site, feed)).Select(feed => feed.Key).ToHashSet();
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
            Shelf(Box("one", 20), Box("other", 90, [Sbc]), Box("passing", passes: true), Box("plug", input: Connector.Jack35), Box("with lead") with { Includes = ["lead-OpticalSquare-OpticalSquare"] }, Converter())));
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
    public void A_chain_of_the_same_stages_that_costs_more_is_left_out_and_one_that_asks_less_of_the_set_stays()
    {
        var thirsty = Converter("thirsty", 10) with { Power = new PowerNeed(400, false, 0, 0, false, true, false) };
        var dear = Converter("dear", 40) with { Power = new PowerNeed(100, false, 0, 0, false, true, false) };
        var dearest = Converter("dearest", 60) with { Power = new PowerNeed(300, false, 0, 0, false, true, false) };
        var (site, chains, _) = Of(new Site(Look([Optical(), Usb()], Listener()), Shelf(Box("plug", input: Connector.Jack35), thirsty, dear, dearest)));
        Assert.Equal(["dear", "thirsty"], chains.Of(site.Look.Set.Sockets[0], site.Shelf.Find("plug")!).Chains.Select(chain => chain.Adapters[0].Id).Order(StringComparer.Ordinal));
    }
}
