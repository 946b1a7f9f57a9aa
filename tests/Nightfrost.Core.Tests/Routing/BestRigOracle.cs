using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>The best rig against trying everything, on small random sites, under three orders of priorities each.</summary>
public class BestRigOracle
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    /// <summary>Sites a seed on which the best rig is held against trying everything: 504 in all, or as many as NIGHTFROST_SITES asks for.</summary>
    private static readonly int SitesASeed = int.TryParse(Environment.GetEnvironmentVariable("NIGHTFROST_SITES"), out var sites) ? (sites + 11) / 12 : 42;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_search_finds_what_trying_everything_finds(int seed)
    {
        var random = new Random(seed);
        var cases = Enumerable.Range(0, SitesASeed).Select(round => (Round: round, Site: RandomSites.Draw(random), Orders: Orders(random).ToList())).ToList();
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
                Assert.True(found.Score.Against(best, priorities) == 0, $"seed {seed}, site {one.Round}, {string.Join(' ', priorities.Order)}: {found.Score} against {best}");
            }
        });
    }

    private static IEnumerable<Priorities> Orders(Random random)
    {
        yield return Priorities.Usual;
        yield return Priorities.Starting(Criterion.Price);
        var order = Enum.GetValues<Criterion>();
        random.Shuffle(order);
        yield return new(order);
    }
}
