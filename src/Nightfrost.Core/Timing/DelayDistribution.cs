namespace Nightfrost.Core.Timing;

/// <summary>
/// A delay, or a skew, as probabilities on a 1 ms grid. Sums of independent stages are convolutions, so means add exactly.
/// Between grid points the probability is spread evenly, half a millisecond to each side.
/// </summary>
public sealed class DelayDistribution
{
    private readonly double[] _mass;

    private DelayDistribution(int startMs, double[] mass)
    {
        StartMs = startMs;
        _mass = mass;
    }

    /// <summary>The first grid point, ms.</summary>
    public int StartMs { get; }

    /// <summary>Probability of each grid point from <see cref="StartMs"/> on; sums to 1.</summary>
    public IReadOnlyList<double> Mass => _mass;

    /// <summary>The last grid point, ms.</summary>
    public int EndMs => StartMs + _mass.Length - 1;

    /// <summary>No delay at all: the neutral element of <see cref="Plus"/>.</summary>
    public static DelayDistribution Zero { get; } = new(0, [1]);

    /// <summary>
    /// A triangular variable. Each grid point k takes the expectation of the hat 1 − |x − k|, so the mean (min + typical + max)/3 is kept exactly.
    /// </summary>
    /// <param name="minMs">Least value, ms, −10 000 to 10 000.</param>
    /// <param name="typicalMs">Mode, ms, between the two.</param>
    /// <param name="maxMs">Greatest value, ms.</param>
    /// <exception cref="ArgumentOutOfRangeException">The three are out of order, too large or not numbers.</exception>
    public static DelayDistribution Triangular(double minMs, double typicalMs, double maxMs)
    {
        Guard.InRange(minMs, -10_000, 10_000);
        Guard.InRange(maxMs, minMs, 10_000);
        Guard.InRange(typicalMs, minMs, maxMs);

        var start = (int)Math.Floor(minMs);
        var end = (int)Math.Ceiling(maxMs);
        var mass = new double[end - start + 1];
        for (var i = 0; i < mass.Length; i++)
        {
            double k = start + i;
            mass[i] = Math.Max(0, Excess(k + 1) - 2 * Excess(k) + Excess(k - 1));
        }

        return new DelayDistribution(start, mass);

        // E[(x − X)⁺]: the twice-integrated density.
        double Excess(double x)
        {
            if (x <= minMs)
                return 0;
            if (x >= maxMs)
                return x - (minMs + typicalMs + maxMs) / 3;
            var width = maxMs - minMs;
            if (x <= typicalMs)
                return Math.Pow(x - minMs, 3) / (3 * width * (typicalMs - minMs));
            return x - (minMs + typicalMs + maxMs) / 3 + Math.Pow(maxMs - x, 3) / (3 * width * (maxMs - typicalMs));
        }
    }

    /// <summary>The sum of two independent delays.</summary>
    public DelayDistribution Plus(DelayDistribution other)
    {
        var sum = new double[_mass.Length + other._mass.Length - 1];
        var (longer, shorter) = _mass.Length >= other._mass.Length ? (_mass, other._mass) : (other._mass, _mass);
        for (var i = 0; i < shorter.Length; i++)
        {
            if (shorter[i] == 0)
                continue;
            for (var j = 0; j < longer.Length; j++)
                sum[i + j] += shorter[i] * longer[j];
        }

        return new DelayDistribution(StartMs + other.StartMs, sum);
    }

    /// <summary>The sum of many independent delays; <see cref="Zero"/> for none.</summary>
    public static DelayDistribution Sum(IEnumerable<DelayDistribution> delays) => delays.Aggregate(Zero, (sum, next) => sum.Plus(next));

    /// <summary>Everything later by whole milliseconds; earlier when negative.</summary>
    public DelayDistribution ShiftedBy(int ms) => new(StartMs + ms, _mass);

    /// <summary>One of two cases, each as likely as the other.</summary>
    public DelayDistribution EvenMixtureWith(DelayDistribution other)
    {
        var start = Math.Min(StartMs, other.StartMs);
        var mass = new double[Math.Max(EndMs, other.EndMs) - start + 1];
        for (var i = 0; i < _mass.Length; i++)
            mass[StartMs - start + i] += _mass[i] / 2;
        for (var i = 0; i < other._mass.Length; i++)
            mass[other.StartMs - start + i] += other._mass[i] / 2;
        return new DelayDistribution(start, mass);
    }

    /// <summary>Mean, ms.</summary>
    public double MeanMs
    {
        get
        {
            var sum = 0.0;
            for (var i = 0; i < _mass.Length; i++)
                sum += _mass[i] * i;
            return StartMs + sum;
        }
    }

    /// <summary>Probability that the delay is at most <paramref name="ms"/>.</summary>
    public double ProbabilityUpTo(double ms)
    {
        var sum = 0.0;
        for (var i = 0; i < _mass.Length; i++)
        {
            var low = StartMs + i - 0.5;
            if (ms <= low)
                break;
            sum += _mass[i] * Math.Min(1, ms - low);
        }

        return Math.Min(1, sum);
    }

    /// <summary>Probability that the delay lies between two limits, both included.</summary>
    public double ProbabilityInside(double earlyMs, double lateMs) => Math.Max(0, ProbabilityUpTo(lateMs) - ProbabilityUpTo(earlyMs));

    /// <summary>The delay not exceeded with probability <paramref name="p"/>, ms.</summary>
    /// <param name="p">Strictly between 0 and 1.</param>
    public double QuantileMs(double p)
    {
        Guard.InRange(p, double.Epsilon, 1 - 1e-12);
        var below = 0.0;
        for (var i = 0; i < _mass.Length; i++)
        {
            if (below + _mass[i] >= p && _mass[i] > 0)
                return StartMs + i - 0.5 + (p - below) / _mass[i];
            below += _mass[i];
        }

        return EndMs + 0.5;
    }

    /// <summary>Median, ms.</summary>
    public double MedianMs => QuantileMs(0.5);
}
