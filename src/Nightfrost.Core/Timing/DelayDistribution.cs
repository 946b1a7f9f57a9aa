namespace Nightfrost.Core.Timing;

/// <summary>
/// A delay, or a skew, as probabilities on a 1 ms grid. Sums of independent stages are convolutions, so means add exactly.
/// Between grid points the probability is spread evenly, half a millisecond to each side.
/// </summary>
public sealed class DelayDistribution
{
    private readonly double[] _mass;
    private double[]? _below;

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

    /// <summary>Several cases, each as likely as the others.</summary>
    /// <param name="cases">At least one.</param>
    /// <exception cref="ArgumentException">There is no case.</exception>
    public static DelayDistribution EvenMixture(IReadOnlyList<DelayDistribution> cases)
    {
        if (cases.Count == 0)
            throw new ArgumentException("A mixture needs a case.", nameof(cases));
        if (cases.Count == 1)
            return cases[0];
        var (start, end) = (cases.Min(c => c.StartMs), cases.Max(c => c.EndMs));
        var mass = new double[end - start + 1];
        foreach (var one in cases)
        {
            for (var i = 0; i < one._mass.Length; i++)
                mass[one.StartMs - start + i] += one._mass[i] / cases.Count;
        }

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

    /// <summary>Probability that this delay and another, independent one sum to a value between two limits, without convolving the two.</summary>
    public double ProbabilityOfSumInside(DelayDistribution other, double earlyMs, double lateMs)
    {
        var inside = 0.0;
        for (var i = 0; i < _mass.Length; i++)
        {
            if (_mass[i] > 0)
                inside += _mass[i] * (other.Cumulative(lateMs - StartMs - i) - other.Cumulative(earlyMs - StartMs - i));
        }

        return Math.Max(0, inside);
    }

    // As ProbabilityUpTo, from running sums.
    private double Cumulative(double ms)
    {
        if (_below is null)
        {
            var below = new double[_mass.Length + 1];
            for (var i = 0; i < _mass.Length; i++)
                below[i + 1] = below[i] + _mass[i];
            _below = below;
        }

        var at = ms - StartMs + 0.5;
        if (at <= 0)
            return 0;
        var whole = (int)Math.Floor(at);
        return whole >= _mass.Length ? Math.Min(1, _below[^1]) : _below[whole] + _mass[whole] * (at - whole);
    }

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
