using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Search;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Counts packed into one number compare as the counts themselves do.</summary>
public class WorthTests
{
    private sealed record Plain(int Needs, int Preferences, long Cents, int Effort, int Step, int Quality, int Link, int Air)
    {
        public Worth Packed => new(0, Needs, Preferences, Cents, Effort, Step, Quality, Link, Air);

        public bool IsNoWorseThan(Plain other) =>
            Needs >= other.Needs && Preferences >= other.Preferences && Cents <= other.Cents && Effort <= other.Effort && Step >= other.Step && Quality >= other.Quality && Link >= other.Link && Air <= other.Air;
    }

    private static IEnumerable<Plain> Draw(int count)
    {
        // Few values of each, so that every order of two occurs, and the ends of what fits.
        var random = new Random(7);
        for (var i = 0; i < count; i++)
            yield return new(One(0, 1, 255), One(0, 1, 255), One(0, 1, 50_000), One(0, 1, 2, 1_048_575), One(0, 1, 2), One(0, 2, 4), One(0, 1), One(0, 226, 1023));

        int One(params int[] values) => values[random.Next(values.Length)];
    }

    [Fact]
    public void It_gives_back_what_was_put_in() =>
        Assert.All(Draw(500), one => Assert.Equal(one, new Plain(one.Packed.Needs, one.Packed.Preferences, one.Packed.Cents, one.Packed.Effort, one.Packed.Step, one.Packed.Quality, one.Packed.Link, one.Packed.Air)));

    [Fact]
    public void It_compares_as_its_counts_do()
    {
        var (all, better) = (Draw(400).ToList(), 0);
        foreach (var one in all)
        {
            foreach (var other in all)
            {
                Assert.Equal(one.IsNoWorseThan(other), one.Packed.IsNoWorseThan(other.Packed));
                better += one != other && one.IsNoWorseThan(other) ? 1 : 0;
            }
        }

        Assert.True(better > 50);
    }

    [Fact]
    public void The_best_of_two_is_no_worse_than_either_and_no_better_than_what_beats_both()
    {
        var all = Draw(60).ToList();
        foreach (var one in all)
        {
            foreach (var other in all)
            {
                var best = one.Packed.BestWith(other.Packed);
                Assert.True(best.IsNoWorseThan(one.Packed) && best.IsNoWorseThan(other.Packed));
                Assert.All(all.Where(third => third.IsNoWorseThan(one) && third.IsNoWorseThan(other)), third => Assert.True(third.Packed.IsNoWorseThan(best)));
            }
        }
    }

    [Fact]
    public void A_threshold_looks_at_what_is_only_as_good_as_the_worst_listener()
    {
        foreach (var one in Draw(300))
        {
            foreach (var least in Draw(20).Select(o => new Threshold(o.Step, o.Link, o.Quality)))
                Assert.Equal(one.Step >= least.Step && one.Quality >= least.Quality && one.Link >= least.Link, one.Packed.Reaches(least));
        }
    }

    [Theory]
    [InlineData(-1, 0, 0, 0, 0, 0)]
    [InlineData(256, 0, 0, 0, 0, 0)]
    [InlineData(0, 256, 0, 0, 0, 0)]
    [InlineData(0, 0, -1, 0, 0, 0)]
    [InlineData(0, 0, 1_048_576, 0, 0, 0)]
    [InlineData(0, 0, 0, 8, 0, 0)]
    [InlineData(0, 0, 0, 0, 8, 0)]
    [InlineData(0, 0, 0, 0, 0, -1)]
    public void A_count_that_does_not_fit_is_refused(int needs, int preferences, int effort, int step, int quality, int link) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => new Worth(0, needs, preferences, 0, effort, step, quality, link));
}
