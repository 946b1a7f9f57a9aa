namespace Nightfrost.Core.Routing;

/// <summary>Worths of a line's ears, with where those of each listener begin, size by size of the group, as in <see cref="Shape.Starts"/>.</summary>
/// <param name="All">The worths.</param>
/// <param name="Starts">Where those of each listener begin.</param>
/// <param name="Bests">The best of each list in everything at once.</param>
internal readonly record struct WorthList(Worth[] All, int[] Starts, Worth[] Bests)
{
    public static WorthList Of(Worth[] all, int[] starts)
    {
        var bests = new Worth[starts.Length - 1];
        for (var at = 0; at < bests.Length; at++)
        {
            for (var k = starts[at]; k < starts[at + 1]; k++)
                bests[at] = k == starts[at] ? all[k] : bests[at].BestWith(all[k]);
        }

        return new(all, starts, bests);
    }

    public bool IsTheSameAs(in WorthList other) => Starts.AsSpan().SequenceEqual(other.Starts) && All.AsSpan().SequenceEqual(other.All);

    /// <summary>Where the lists for groups of a size begin.</summary>
    /// <param name="size">Listeners in the group, at least 1.</param>
    /// <param name="listeners">How many there are.</param>
    public int FirstOf(int size, int listeners) => (Math.Min(size, Bests.Length / listeners) - 1) * listeners;

    /// <summary>True where a list is empty.</summary>
    public bool IsEmpty(int at) => Starts[at] == Starts[at + 1];

    public ReadOnlySpan<Worth> Of(int at) => All.AsSpan(Starts[at]..Starts[at + 1]);
}

/// <summary>What the ears of lines are worth to each listener in groups of each size, worked out once for lines of the same shape.</summary>
/// <param name="listeners">How many there are.</param>
/// <param name="shapes">One more than the greatest number of a shape.</param>
internal sealed class LineWorths(int listeners, int shapes)
{
    private readonly WorthList?[] _ofShapes = new WorthList?[shapes];

    /// <summary>How many listeners there are.</summary>
    public int Listeners { get; } = listeners;

    /// <summary>True when in groups of every size the ears of one line can stand in for those of another.</summary>
    /// <param name="mine">Worths of the one, as <see cref="Of"/> gives them.</param>
    /// <param name="others">Worths of the other.</param>
    /// <param name="otherMost">Most listeners of the other line at once.</param>
    public bool Cover(in WorthList mine, in WorthList others, int otherMost)
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

    private static bool Cover(ReadOnlySpan<Worth> mine, ReadOnlySpan<Worth> others)
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
    public WorthList Of(FeedLine line) => _ofShapes[line.Shape.Number] ??= WorthList.Of(line.Shape.Worths, line.Shape.Starts);
}
