using System.Buffers;

namespace Nightfrost.Core.Routing;

/// <summary>Worths of a line's ears, with where those of each listener begin, size by size of the group, as in <see cref="Shape.Starts"/>.</summary>
/// <param name="All">The worths.</param>
/// <param name="Starts">Where those of each listener begin.</param>
/// <param name="Bests">The best of each list in everything at once.</param>
internal readonly record struct WorthList<T>(T[] All, int[] Starts, T[] Bests)
    where T : struct, IWorth<T>
{
    public static WorthList<T> Of(T[] all, int[] starts)
    {
        var bests = new T[starts.Length - 1];
        for (var at = 0; at < bests.Length; at++)
        {
            for (var k = starts[at]; k < starts[at + 1]; k++)
                bests[at] = k == starts[at] ? all[k] : bests[at].BestWith(all[k]);
        }

        return new(all, starts, bests);
    }

    public bool IsTheSameAs(in WorthList<T> other) => Starts.AsSpan().SequenceEqual(other.Starts) && All.AsSpan().SequenceEqual(other.All);

    /// <summary>Where the lists for groups of a size begin.</summary>
    /// <param name="size">Listeners in the group, at least 1.</param>
    /// <param name="listeners">How many there are.</param>
    public int FirstOf(int size, int listeners) => (Math.Min(size, Bests.Length / listeners) - 1) * listeners;

    /// <summary>True where a list is empty.</summary>
    public bool IsEmpty(int at) => Starts[at] == Starts[at + 1];

    public ReadOnlySpan<T> Of(int at) => All.AsSpan(Starts[at]..Starts[at + 1]);
}

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

    /// <summary>How many listeners there are.</summary>
    public int Listeners { get; } = listeners;

    /// <summary>True when in groups of every size the ears of one line can stand in for those of another.</summary>
    /// <param name="mine">Worths of the one, as <see cref="Of"/> gives them.</param>
    /// <param name="others">Worths of the other.</param>
    /// <param name="otherMost">Most listeners of the other line at once.</param>
    public bool Cover(in WorthList<T> mine, in WorthList<T> others, int otherMost)
    {
        if (ReferenceEquals(mine.All, others.All))
            return true;
        var (mySizes, otherSizes) = (mine.Bests.Length / Listeners, others.Bests.Length / Listeners);
        var sizes = Math.Min(otherMost, Math.Max(mySizes, otherSizes));

        // Most often the best of some listener's ears tells already.
        foreach (var whole in (ReadOnlySpan<bool>)[false, true])
        {
            for (var size = 1; size <= sizes; size++)
            {
                var (at, atOther) = ((Math.Min(size, mySizes) - 1) * Listeners, (Math.Min(size, otherSizes) - 1) * Listeners);
                for (var i = 0; i < Listeners; i++)
                {
                    if (others.IsEmpty(atOther + i))
                        continue;
                    if (whole ? !Cover(mine.Of(at + i), others.Of(atOther + i)) : mine.IsEmpty(at + i) || !mine.Bests[at + i].IsNoWorseThan(others.Bests[atOther + i]))
                        return false;
                }
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

    /// <summary>What the ears of a line are worth.</summary>
    public WorthList<T> Of(FeedLine line)
    {
        if (byLine)
            return _ofLines.TryGetValue(line, out var own) ? own : _ofLines[line] = listOf(line);
        return _ofShapes[line.Shape.Number] ??= listOf(line);
    }
}

/// <summary>Works out what is left of a line's ears under a threshold.</summary>
/// <typeparam name="T">The worth of one.</typeparam>
/// <param name="listeners">How many listeners there are.</param>
/// <param name="threshold">Least that every route must reach.</param>
/// <param name="demands">What must stand in whose route.</param>
/// <param name="worthOf">The worth of one ear.</param>
/// <param name="within">What is left under a lower threshold and the same demands, where it is known: an ear that is not left there is not needed here either.</param>
internal sealed class WorthsAt<T>(int listeners, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf, LineWorths<Worth>? within = null)
    where T : struct, IWorth<T>
{
    /// <summary>What is left: all of it where the line has a box that may make an ear cheaper. May be asked from several threads.</summary>
    public WorthList<T> Of(FeedLine line)
    {
        var shape = line.Shape;
        var (some, from) = within?.Of(line) is { } known ? (known.All, known.Starts) : (shape.Worths, shape.Starts);
        var (starts, left, count) = (new int[from.Length], ArrayPool<T>.Shared.Rent(some.Length), 0);
        for (var at = 0; at + 1 < starts.Length; at++)
        {
            var first = count;
            for (var k = from[at]; k < from[at + 1]; k++)
            {
                if (!some[k].Reaches(threshold) || (within is null && !EarPrice.Holds(demands, line, at % listeners, shape.Ears[k])))
                    continue;
                if (line.InTheBox.Length > 0)
                    left[count++] = worthOf(some[k]);
                else
                    count = first + Enter(worthOf(some[k]), left.AsSpan(first), count - first);
            }

            starts[at + 1] = count;
        }

        var all = left[..count];
        ArrayPool<T>.Shared.Return(left);
        return WorthList<T>.Of(all, starts);
    }

    // How many there are with it, or in its place without those that it stands in for.
    private static int Enter(T worth, Span<T> some, int count)
    {
        for (var k = 0; k < count; k++)
        {
            if (some[k].StandsInFor(worth))
                return count;
        }

        var kept = 0;
        for (var k = 0; k < count; k++)
        {
            if (!worth.StandsInFor(some[k]))
                some[kept++] = some[k];
        }

        some[kept] = worth;
        return kept + 1;
    }
}
