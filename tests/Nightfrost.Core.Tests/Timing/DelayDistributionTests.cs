using CsCheck;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Tests.Timing;

public class DelayDistributionTests
{
    private static readonly Gen<(double Min, double Typical, double Max)> Triangles =
        Gen.Select(Gen.Double[-200, 200], Gen.Double[0, 300], Gen.Double[0, 1]).Select((min, width, share) => (min, min + width * share, min + width));

    [Fact]
    public void The_worked_example_set_optical_and_low_latency_arrives_about_32_ms_late()
    {
        var socket = new SourcePort { Id = "o", Kind = SocketKind.OpticalSquare, State = SocketState.Free, FollowsPicture = Known.Yes };
        var skew = Skew.Through(TelevisionSet.Unseen, socket, [StageDelays.Of("a2dp-vendor-low-latency")]).Distribution;

        Assert.Equal(32, skew.MedianMs, 0.5);
        Assert.Equal(-7, skew.QuantileMs(0.05), 0.6);
        Assert.Equal(66, skew.QuantileMs(0.95), 0.6);
        Assert.Equal(0.905, skew.ProbabilityInside(-40, 60), 0.01);
    }

    [Fact]
    public void The_grid_agrees_with_a_hundred_thousand_draws()
    {
        var random = new Random(20261124);
        (double, double, double)[] stages = [(-20, 0, 20), (-60, 0, 40), (30, 38, 45), (3, 6, 10)];
        var exact = DelayDistribution.Sum(stages.Select(s => DelayDistribution.Triangular(s.Item1, s.Item2, s.Item3)));
        var inside = 0;
        const int draws = 100_000;
        for (var i = 0; i < draws; i++)
        {
            var sum = stages.Sum(s => Draw(random, s.Item1, s.Item2, s.Item3));
            inside += sum is >= -40 and <= 60 ? 1 : 0;
        }

        Assert.Equal((double)inside / draws, exact.ProbabilityInside(-40, 60), 0.006);
    }

    [Fact]
    public void A_triangle_keeps_its_mean_and_all_of_its_probability() => Triangles.Sample(t =>
    {
        var d = DelayDistribution.Triangular(t.Min, t.Typical, t.Max);
        Assert.Equal(1, d.Mass.Sum(), 1e-9);
        Assert.Equal((t.Min + t.Typical + t.Max) / 3, d.MeanMs, 1e-6);
        Assert.True(d.StartMs >= Math.Floor(t.Min) && d.EndMs <= Math.Ceiling(t.Max));
    });

    [Fact]
    public void The_mean_of_a_sum_is_the_sum_of_the_means() => Triangles.Array[1, 6].Sample(ts =>
    {
        var parts = ts.Select(t => DelayDistribution.Triangular(t.Min, t.Typical, t.Max)).ToList();
        Assert.Equal(parts.Sum(p => p.MeanMs), DelayDistribution.Sum(parts).MeanMs, 1e-6);
    }, iter: 300);

    [Fact]
    public void The_order_of_stages_does_not_matter() => Gen.Select(Triangles, Triangles).Sample((a, b) =>
    {
        var (x, y) = (DelayDistribution.Triangular(a.Min, a.Typical, a.Max), DelayDistribution.Triangular(b.Min, b.Typical, b.Max));
        Assert.Equal(x.Plus(y).MedianMs, y.Plus(x).MedianMs, 1e-6);
    }, iter: 200);

    [Fact]
    public void Quantiles_rise_and_undo_probabilities() => Gen.Select(Triangles, Gen.Double[0.01, 0.98]).Sample((t, p) =>
    {
        var d = DelayDistribution.Triangular(t.Min, t.Typical, t.Max);
        Assert.True(d.QuantileMs(p) <= d.QuantileMs(p + 0.01) + 1e-9);
        Assert.Equal(p, d.ProbabilityUpTo(d.QuantileMs(p)), 1e-9);
    });

    [Fact]
    public void Delaying_a_route_never_makes_it_earlier() => Gen.Select(Triangles, Gen.Int[0, 300], Gen.Double[-300, 300]).Sample((t, ms, limit) =>
    {
        var d = DelayDistribution.Triangular(t.Min, t.Typical, t.Max);
        Assert.True(d.ShiftedBy(ms).ProbabilityUpTo(limit) <= d.ProbabilityUpTo(limit) + 1e-12);
        Assert.Equal(d.MedianMs + ms, d.ShiftedBy(ms).MedianMs, 1e-9);
    });

    [Fact]
    public void A_mixture_lies_between_its_two_cases()
    {
        var (early, late) = (DelayDistribution.Triangular(-10, 0, 10), DelayDistribution.Triangular(100, 110, 120));
        var mixed = DelayDistribution.EvenMixture([early, late]);
        Assert.Equal(0.5, mixed.ProbabilityUpTo(50), 1e-9);
        Assert.Equal((early.MeanMs + late.MeanMs) / 2, mixed.MeanMs, 1e-9);
    }

    [Theory]
    [InlineData(10, 5, 20)]
    [InlineData(0, 30, 20)]
    [InlineData(double.NaN, 0, 1)]
    [InlineData(0, double.NaN, 1)]
    [InlineData(0, 1, 1e9)]
    public void Stages_out_of_order_or_absurd_are_refused(double min, double typical, double max) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => DelayDistribution.Triangular(min, typical, max));

    private static double Draw(Random random, double min, double typical, double max)
    {
        var (u, split) = (random.NextDouble(), (typical - min) / (max - min));
        return u < split ? min + Math.Sqrt(u * (max - min) * (typical - min)) : max - Math.Sqrt((1 - u) * (max - min) * (max - typical));
    }
}
