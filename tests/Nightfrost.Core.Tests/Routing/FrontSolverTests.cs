using System.Numerics;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>The recursion that counts scarce things, against the relaxed one, against itself under one weighing, and against the rigs it describes.</summary>
public class FrontSolverTests
{
    private static readonly Weights[] Weighings = [Weights.Of(Priorities.Usual.Order), Weights.Of([Criterion.Price, Criterion.Needs, Criterion.Boxes]), Weights.Of([Criterion.Boxes, Criterion.Price])];

    public static TheoryData<int> Seeds => [.. Enumerable.Range(900, 8)];

    private sealed record Case(Candidates Candidates, Stock Stock, Threshold Threshold, int Served);

    private static IEnumerable<Case> Cases(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 20; round++)
        {
            var candidates = CandidateFinder.For(RandomSites.Draw(random), Limits.None, default);
            foreach (var threshold in new[] { Threshold.None, new(random.Next(16), random.Next(4), random.Next(2)) })
            {
                var relaxed = SubsetSolver.Best(candidates, Narrowed.For(candidates, Weighings[0], threshold, []), Weighings[0], threshold, [], default);
                var stock = new Stock(candidates);

                // As many as can be served once channels are counted.
                for (var served = BitOperations.PopCount((uint)relaxed.Served); relaxed.Served > 0 && served > 0; served--)
                {
                    var one = new Case(candidates, stock, threshold, served);
                    if (Fronts(one).Count == 0)
                        continue;
                    yield return one;
                    break;
                }
            }
        }
    }

    private static List<FrontPoint> Fronts(Case one)
    {
        var lines = new Thresholds(one.Candidates, []).At(one.Threshold);
        var ideals = Ideals.Of(one.Candidates, lines, one.Threshold, [], one.Served, long.MaxValue, [], default);
        Assert.NotNull(ideals);
        return FrontSolver.Fronts(one.Candidates, one.Stock, lines, one.Threshold, null, [], ideals, one.Served, new StepCount(long.MaxValue), default);
    }

    /// <summary>The best weighed sum with scarce things counted, when a rig of this sum is known; the known one when nothing is better.</summary>
    private static long Exact(Case one, Weights weights, long known)
    {
        var lines = Narrowed.For(one.Candidates, weights, one.Threshold, []);
        var relaxed = SubsetSolver.Best(one.Candidates, lines, weights, one.Threshold, [], default);
        var points = FrontSolver.Fronts(one.Candidates, one.Stock, lines, one.Threshold, weights, [], Ideals.Of(Rests.Of(relaxed.Bests, one.Served, 0), known), one.Served, new StepCount(long.MaxValue), default);
        return points.Count == 0 ? known : -points[0].Cents;
    }

    private static long KeyOf(Weights weights, Case one, FrontPoint point) => weights.KeyOf(one.Served, point.Needs, point.Cents, point.Hand);

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_point_is_worth_what_its_rig_is_worth(int seed)
    {
        foreach (var one in Cases(seed))
        {
            var arrivals = new Arrivals(one.Candidates.Site);
            foreach (var point in Fronts(one))
            {
                var rig = BestRig.Build(one.Candidates.Site, point.Picks());
                var score = rig.Score(arrivals);
                Assert.True(rig.IsLegal());
                Assert.Equal((one.Served, point.Needs, point.Cents, point.Hand), (score.Served, score.NeedsMet, (long)Math.Round(score.Price * 100), score.Boxes));
                Assert.True(score.Grade >= one.Threshold.InStep && score.Quality >= one.Threshold.Quality && score.Margin >= one.Threshold.Margin);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void No_point_of_a_front_is_as_good_as_another(int seed)
    {
        foreach (var points in Cases(seed).Select(Fronts))
        {
            foreach (var point in points)
                Assert.DoesNotContain(points, other => other != point && other.Needs >= point.Needs && other.Cents <= point.Cents && other.Hand <= point.Hand);
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void One_weighing_finds_the_best_of_the_whole_front(int seed)
    {
        foreach (var one in Cases(seed))
        {
            var points = Fronts(one);
            Assert.All(Weighings, weights => Assert.Equal(points.Max(point => KeyOf(weights, one, point)), Exact(one, weights, long.MinValue / 8)));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_known_rig_cuts_off_only_what_is_no_better(int seed)
    {
        foreach (var one in Cases(seed))
        {
            var best = Exact(one, Weighings[0], long.MinValue / 8);
            Assert.Equal(best, Exact(one, Weighings[0], best));
            Assert.Equal(best, Exact(one, Weighings[0], best - 1));
            Assert.Equal(best + 1, Exact(one, Weighings[0], best + 1));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Using_everything_freely_never_underrates(int seed)
    {
        foreach (var one in Cases(seed))
        {
            foreach (var weights in Weighings)
            {
                var relaxed = SubsetSolver.Best(one.Candidates, Narrowed.For(one.Candidates, weights, one.Threshold, []), weights, one.Threshold, [], default);
                var exact = Exact(one, weights, long.MinValue / 8);
                Assert.True(relaxed.Key >= exact);
                var nothingScarce = Enumerable.Range(0, one.Candidates.Resources.Count).All(r => one.Candidates.Resources.There(r) == 0) && one.Candidates.Lines.All(line => !line.Usb.Any);
                if (nothingScarce)
                    Assert.Equal(relaxed.Key, exact);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_could_still_be_had_is_never_less_than_what_is_had(int seed)
    {
        foreach (var one in Cases(seed))
        {
            var lines = new Thresholds(one.Candidates, []).At(one.Threshold);
            foreach (var point in Fronts(one))
            {
                // A rig that is known and worse on one thing must let the point pass; the point itself must not.
                Score Known(int needs, long cents, int hand) => new(one.Served, needs, 1, cents / 100m, hand, SoundQuality.Best, 2);
                bool Passes(Score known) => Ideals.Of(one.Candidates, lines, one.Threshold, [], one.Served, long.MaxValue, [known], default) is not null;
                Assert.True(Passes(Known(point.Needs - 1, point.Cents, point.Hand)));
                Assert.True(Passes(Known(point.Needs, point.Cents + 1, point.Hand)));
                Assert.True(Passes(Known(point.Needs, point.Cents, point.Hand + 1)));
            }
        }
    }

    [Fact]
    public void A_budget_below_every_rig_leaves_nothing_to_build()
    {
        var one = Cases(901).First();
        var lines = new Thresholds(one.Candidates, []).At(one.Threshold);
        var least = Fronts(one).Min(point => point.Cents);
        Assert.NotNull(Ideals.Of(one.Candidates, lines, one.Threshold, [], one.Served, least, [], default));
        Assert.Null(Ideals.Of(one.Candidates, lines, one.Threshold, [], one.Served, -1, [], default));
    }
}
