using System.Numerics;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Thresholds that are passed over hold nothing that a stricter one did not.</summary>
public class ThresholdsTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(700, 4)];

    private sealed record Fronts(Candidates Candidates, Thresholds Thresholds, int Served)
    {
        private readonly Stock _stock = new(Candidates);

        public List<FrontPoint> At(Threshold threshold)
        {
            var lines = Thresholds.At(threshold);
            return Ideals.Of(Candidates, lines, threshold, [], Served, long.MaxValue, [], default) is { } ideals
                ? FrontSolver.Fronts(Candidates, _stock, lines, threshold, null, [], ideals, Served, new StepCount(long.MaxValue), default)
                : [];
        }
    }

    private static IEnumerable<Fronts> Sites(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 20; round++)
        {
            var candidates = CandidateFinder.For(RandomSites.Draw(random), Limits.None, default);
            var weights = Weights.Of(Priorities.Usual.Order);
            var relaxed = SubsetSolver.Best(candidates, Narrowed.For(candidates, weights, Threshold.None, []), weights, Threshold.None, [], default);
            if (relaxed.Served > 0)
                yield return new(candidates, new(candidates, []), BitOperations.PopCount((uint)relaxed.Served));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_is_no_news_was_found_under_a_stricter_threshold(int seed)
    {
        var (news, none) = (0, 0);
        foreach (var site in Sites(seed))
        {
            var found = new List<(Threshold Under, FrontPoint Point)>();
            foreach (var threshold in site.Thresholds.All)
            {
                var points = site.At(threshold);
                if (site.Thresholds.IsNews(threshold))
                {
                    news++;
                    found.AddRange(points.Select(point => (threshold, point)));
                    continue;
                }

                none++;
                var stricter = found.Where(f => f.Under.InStep >= threshold.InStep && f.Under.Quality >= threshold.Quality && f.Under.Margin >= threshold.Margin).Select(f => f.Point).ToList();
                Assert.All(points, point => Assert.Contains(stricter, before => before.Needs >= point.Needs && before.Cents <= point.Cents && before.Hand <= point.Hand));
            }
        }

        Assert.True(news > 20 && none > 20, $"{news} and {none}");
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_was_let_go_of_is_worked_out_again_to_the_same(int seed)
    {
        foreach (var site in Sites(seed))
        {
            var (kept, fresh) = (site.Thresholds, new Thresholds(site.Candidates, []));
            foreach (var threshold in kept.All)
            {
                Assert.Equal(fresh.IsNews(threshold), kept.IsNews(threshold));
                kept.LetGoAbove(threshold);
            }

            foreach (var threshold in kept.All)
                Assert.Equal(fresh.At(threshold).Sockets.SelectMany(s => s.Groups).SelectMany(g => g.Lines), kept.At(threshold).Sockets.SelectMany(s => s.Groups).SelectMany(g => g.Lines));
        }
    }

    [Fact]
    public void What_comes_in_a_box_is_news_though_something_bought_beside_it_is_cheaper_and_reaches_farther()
    {
        // Bought by itself the headset in the box is no better in anything; out of the box it costs nothing.
        var site = new Site(
            Look([Optical()], Listener(metres: 8)),
            Shelf(Box("box", 20) with { Includes = ["near"] }, Headset("near", 50, sensitivityDbm: -70), Headset("far", 40, sensitivityDbm: -95)));
        foreach (var first in new[] { Criterion.Price, Criterion.Margin })
        {
            var answer = Router.Rank(site, Wanted.Usual with { Priorities = Priorities.Starting(first) });
            Assert.Equal(2, answer.Unbeaten);
            Assert.Equal(["far", "near"], answer.Rigs.Select(rig => rig.Rig.Routes[0].AtEar.Receiver.Id).Order(StringComparer.Ordinal));
        }
    }
}
