namespace Nightfrost.Core.Routing;

/// <summary>What an ear, or a feed alone, is worth, so that one can be held against another.</summary>
/// <typeparam name="T">The worth itself.</typeparam>
internal interface IWorth<T>
    where T : struct
{
    /// <summary>True when it can stand in for another, whatever is at hand and whoever else wants it.</summary>
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

    public bool Reaches(Threshold least) => Grade >= least.InStep && Quality >= least.Quality && Margin >= least.Margin;

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

/// <summary>Worths of a line's ears, with where those of each listener begin, size by size of the group, as in <see cref="Shape.Starts"/>.</summary>
internal readonly record struct WorthList<T>(T[] All, int[] Starts);

/// <summary>What the ears of lines are worth to each listener in groups of each size, worked out once for lines of the same shape.</summary>
/// <typeparam name="T">The worth of one.</typeparam>
/// <param name="listeners">How many there are.</param>
/// <param name="shapes">One more than the greatest number of a shape.</param>
/// <param name="byLine">True when lines of one shape differ.</param>
/// <param name="listOf">Works the worths out.</param>
internal sealed class LineWorths<T>(int listeners, int shapes, bool byLine, Func<FeedLine, WorthList<T>> listOf)
    where T : struct, IWorth<T>
{
    private readonly WorthList<T>?[] _ofShapes = new WorthList<T>?[byLine ? 0 : shapes];
    private readonly Dictionary<FeedLine, WorthList<T>> _ofLines = new(ReferenceEqualityComparer.Instance);

    public bool ServesAnybody(FeedLine line) => Of(line).All.Length > 0;

    /// <summary>True when in groups of every size the ears of one line can stand in for those of another.</summary>
    public bool Cover(FeedLine line, FeedLine other)
    {
        if (!byLine && ReferenceEquals(line.Shape, other.Shape))
            return true;
        var (mine, others) = (Of(line), Of(other));
        var (mySizes, otherSizes) = (line.Shape.Sizes, other.Shape.Sizes);
        for (var size = 1; size <= Math.Min(other.Most, Math.Max(mySizes, otherSizes)); size++)
        {
            var (at, atOther) = ((Math.Min(size, mySizes) - 1) * listeners, (Math.Min(size, otherSizes) - 1) * listeners);
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

    private WorthList<T> Of(FeedLine line)
    {
        if (byLine)
            return _ofLines.TryGetValue(line, out var own) ? own : _ofLines[line] = listOf(line);
        return _ofShapes[line.Shape.Number] ??= listOf(line);
    }
}

/// <summary>Works out what is left of a line's ears under a threshold.</summary>
/// <typeparam name="T">The worth of one.</typeparam>
/// <param name="listeners">How many there are.</param>
/// <param name="threshold">Least that every route must reach.</param>
/// <param name="demands">What must stand in whose route.</param>
/// <param name="worthOf">The worth of one ear.</param>
internal sealed class WorthsAt<T>(int listeners, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf)
    where T : struct, IWorth<T>
{
    private readonly List<T> _all = [];

    public WorthList<T> Of(FeedLine line)
    {
        _all.Clear();
        var shape = line.Shape;
        var starts = new int[shape.Starts.Length];
        for (var at = 0; at + 1 < starts.Length; at++)
        {
            var first = _all.Count;
            for (var k = shape.Starts[at]; k < shape.Starts[at + 1]; k++)
            {
                if (shape.Worths[k].Reaches(threshold) && EarPrice.Holds(demands, line, at % listeners, shape.Ears[k]))
                    Enter(worthOf(shape.Worths[k]), first);
            }

            starts[at + 1] = _all.Count;
        }

        return new([.. _all], starts);
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
