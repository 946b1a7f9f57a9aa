namespace Nightfrost.Core.Routing;

/// <summary>What an ear, or a feed alone, is worth, so that one can be held against another.</summary>
/// <typeparam name="T">The worth itself.</typeparam>
internal interface IWorth<T>
    where T : struct
{
    /// <summary>True when it can stand in for another, whoever must pay for things at hand.</summary>
    bool StandsInFor(in T other);
}

/// <summary>What an ear, or a feed alone, is worth under any weighing.</summary>
/// <param name="Scarce">Number of what it uses of things at hand: 0 for nothing, below 0 where something was asked for by name.</param>
/// <param name="Needs">Wishes met.</param>
/// <param name="Cents">Price, in hundredths.</param>
/// <param name="Hand">Things to switch on.</param>
/// <param name="Grade">In-step grade.</param>
/// <param name="Quality">Grade of the sound quality.</param>
/// <param name="Margin">Grade of the link margin.</param>
internal readonly record struct Worth(int Scarce, int Needs, long Cents, int Hand, int Grade, int Quality, int Margin) : IWorth<Worth>
{
    public bool StandsInFor(in Worth other) => Weighed.MayStandIn(Scarce, other.Scarce) && IsNoWorseThan(other);

    public bool IsNoWorseThan(in Worth other) =>
        Cents <= other.Cents && Needs >= other.Needs && Hand <= other.Hand && Grade >= other.Grade && Quality >= other.Quality && Margin >= other.Margin;
}

/// <summary>The same under one weighing.</summary>
/// <param name="Scarce">As in <see cref="Worth.Scarce"/>.</param>
/// <param name="Key">The weighed sum; more is better.</param>
internal readonly record struct Weighed(int Scarce, long Key) : IWorth<Weighed>
{
    public bool StandsInFor(in Weighed other) => MayStandIn(Scarce, other.Scarce) && Key >= other.Key;

    /// <summary>True unless what is used of things at hand, or asked for by name, forbids that one stands in for another.</summary>
    public static bool MayStandIn(int mine, int other) => mine == other || (mine == 0 && other > 0);
}

/// <summary>What the ears of lines are worth to each listener in groups of each size, worked out once for lines of the same shape.</summary>
/// <typeparam name="T">The worth of one.</typeparam>
/// <param name="listeners">How many there are.</param>
/// <param name="shapes">One more than the greatest number of a shape.</param>
/// <param name="threshold">Least that every route must reach.</param>
/// <param name="demands">What must stand in whose route.</param>
/// <param name="worthOf">The worth of one ear.</param>
/// <param name="tells">True when this worth tells apart all ears that a shape keeps.</param>
internal sealed class LineWorths<T>(int listeners, int shapes, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf, bool tells = false)
    where T : struct, IWorth<T>
{
    private readonly (T[] All, int[] Starts)?[] _known = new (T[], int[])?[shapes];

    // What is demanded tells lines of one shape apart.
    private readonly Dictionary<FeedLine, (T[] All, int[] Starts)> _ofLines = new(ReferenceEqualityComparer.Instance);
    private readonly List<T> _all = [];

    public bool ServesAnybody(FeedLine line) => Of(line).All.Length > 0;

    /// <summary>True when in groups of every size the ears of one line can stand in for those of another.</summary>
    public bool Cover(FeedLine line, FeedLine other)
    {
        if (ReferenceEquals(line.Shape, other.Shape) && demands.Count == 0)
            return true;
        var (mine, others) = (Of(line), Of(other));
        var sizes = Math.Min(other.Most, Math.Max(line.Shape.Sizes, other.Shape.Sizes));
        for (var size = 1; size <= sizes; size++)
        {
            var (at, atOther) = ((Math.Min(size, line.Shape.Sizes) - 1) * listeners, (Math.Min(size, other.Shape.Sizes) - 1) * listeners);
            for (var i = 0; i < listeners; i++)
            {
                if (!Cover(mine.All.AsSpan(mine.Starts[at + i]..mine.Starts[at + i + 1]), others.All.AsSpan(others.Starts[atOther + i]..others.Starts[atOther + i + 1])))
                    return false;
            }
        }

        return true;
    }

    private static bool Cover(ReadOnlySpan<T> mine, ReadOnlySpan<T> others)
    {
        foreach (ref readonly var worth in others)
        {
            var covered = false;
            for (var k = 0; k < mine.Length && !covered; k++)
                covered = mine[k].StandsInFor(worth);
            if (!covered)
                return false;
        }

        return true;
    }

    private (T[] All, int[] Starts) Of(FeedLine line)
    {
        if (demands.Count > 0)
            return _ofLines.TryGetValue(line, out var own) ? own : _ofLines[line] = NewOf(line);
        return _known[line.Shape.Number] ??= NewOf(line);
    }

    private (T[] All, int[] Starts) NewOf(FeedLine line)
    {
        _all.Clear();
        var starts = new int[line.Shape.Sizes * listeners + 1];
        for (var size = 1; size <= line.Shape.Sizes; size++)
        {
            for (var i = 0; i < listeners; i++)
            {
                var first = _all.Count;
                foreach (var ear in line.Shape.Ears(i, size))
                {
                    if (!ear.Reaches(threshold) || !ChargedPrice.Holds(demands, line, i, ear.Ear))
                        continue;
                    if (tells)
                        _all.Add(worthOf(ear.Worth));
                    else
                        Enter(worthOf(ear.Worth), first);
                }

                starts[(size - 1) * listeners + i + 1] = _all.Count;
            }
        }

        return ([.. _all], starts);
    }

    private void Enter(T worth, int first)
    {
        for (var k = first; k < _all.Count; k++)
        {
            if (_all[k].StandsInFor(worth))
                return;
        }

        for (var k = _all.Count - 1; k >= first; k--)
        {
            if (worth.StandsInFor(_all[k]))
                _all.RemoveAt(k);
        }

        _all.Add(worth);
    }
}
