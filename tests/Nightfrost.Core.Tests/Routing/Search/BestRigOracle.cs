using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Search;

/// <summary>The best rig against trying everything, on small random sites, under three orders of priorities each.</summary>
public class BestRigOracle
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    private const int LargerSites = 2;
    private const long LargerCombinations = 60_000;

    /// <summary>Sites a seed on which the best rig is held against trying everything: 504 in all, and 10,000 in the long run.</summary>
    private static readonly int SitesASeed = Environment.GetEnvironmentVariable("NIGHTFROST_LONG") == "1" ? 834 : 42;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_search_finds_what_trying_everything_finds(int seed)
    {
        var random = new Random(seed);
        var cases = Enumerable.Range(0, SitesASeed).Select(round => (Round: round, Site: Draw(random, round), Orders: Orders(random).ToList())).ToList();
        Parallel.ForEach(cases, one =>
        {
            var scores = Exhaustive.Scores(one.Site);
            foreach (var priorities in one.Orders)
            {
                var found = BestRig.For(CandidateFinder.For(one.Site, Limits.None, default), new Arrivals(one.Site), priorities, [], default);
                Assert.True(found.Proven);
                if (scores.Count == 0)
                {
                    Assert.Null(found.Rig);
                    continue;
                }

                var best = scores.Aggregate((a, b) => b.Against(a, priorities) > 0 ? b : a);
                Assert.NotNull(found.Rig);
                Assert.True(found.Score.Against(best, priorities) == 0,
                    $"seed {seed}, site {one.Round}, {string.Join(' ', priorities.Order)}: {found.Score} against {best}");
            }
        });
    }

    [Fact]
    public void A_search_that_runs_out_of_steps_still_serves_somebody_and_says_that_nothing_is_proven()
    {
        var random = new Random(40);
        for (var round = 0; round < 60; round++)
        {
            var site = RandomSites.DrawSmall(random);
            var whole = BestRig.For(CandidateFinder.For(site, Limits.None, default), new Arrivals(site), Priorities.Usual, [], default);
            var narrow = BestRig.For(CandidateFinder.For(site, Limits.None, default), new Arrivals(site), Priorities.Usual, [], default, new StepCount(0));
            Assert.Equal(whole.Rig is null, narrow.Rig is null);
            if (narrow.Rig is null)
                continue;
            Assert.False(narrow.Proven);
            Assert.True(narrow.Rig.IsLegal());
            Assert.True(narrow.Score.Against(whole.Score, Priorities.Usual) <= 0);
        }
    }

    [Fact]
    public void A_receiver_of_ones_own_frees_nothing_in_a_box_for_somebody_else()
    {
        var look = Look([Optical(), Bluetooth(2)], Listener("Edda", "ear") with { OpenToAnother = false }, Listener("Tobias"));
        var site = new Site(look, Shelf(Box("box", codecs: [Swift, Sbc]) with { Includes = ["ear"] }, Headset("ear", price: 70)));
        var scores = Exhaustive.Scores(site);
        foreach (var first in Enum.GetValues<Criterion>())
        {
            var order = Priorities.Starting(first);
            var found = BestRig.For(CandidateFinder.For(site, Limits.None, default), new Arrivals(site), order, [], default);
            Assert.Equal(0, found.Score.Against(scores.Aggregate((a, b) => b.Against(a, order) > 0 ? b : a), order));
        }
    }

    // The first sites of a seed may be larger; the others are small enough that all of them are tried in minutes.
    private static Site Draw(Random random, int round) =>
        round % 4 == 3 && RandomSites.DrawTwins(random) is var twins && Exhaustive.Combinations(twins) <= RandomSites.FewCombinations ? twins
        : RandomSites.DrawSmall(random, round < LargerSites ? LargerCombinations : RandomSites.FewCombinations);

    private static IEnumerable<Priorities> Orders(Random random)
    {
        yield return Priorities.Usual;
        yield return Priorities.Starting(Criterion.Price);
        var order = Enum.GetValues<Criterion>();
        random.Shuffle(order);
        yield return new(order);
    }
}
