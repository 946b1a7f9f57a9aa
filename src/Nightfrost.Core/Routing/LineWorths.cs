using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing;

/// <summary>What an ear, or a feed alone, is worth. Under one weighing the price alone is used, for the whole.</summary>
internal readonly record struct Worth(int Scarce, int Needs, long Cents, int Hand, int Grade, int Quality, int Margin)
{
    /// <summary>True when it can stand in for another, whoever must pay for things at hand.</summary>
    public bool StandsInFor(in Worth other) => (Scarce == 0 || Scarce == other.Scarce) && IsNoWorseThan(other);

    public bool IsNoWorseThan(in Worth other) =>
        Cents <= other.Cents && Needs >= other.Needs && Hand <= other.Hand && Grade >= other.Grade && Quality >= other.Quality && Margin >= other.Margin;
}

/// <summary>What the ears of lines are worth to each listener in groups of each size, worked out once for lines of the same shape.</summary>
/// <param name="grades">In-step grades.</param>
/// <param name="tolerances">Tolerance number of each listener.</param>
/// <param name="shapes">One more than the greatest <see cref="FeedLine.Shape"/>.</param>
/// <param name="threshold">Least that every route must reach; null compares grades, quality and margin instead.</param>
/// <param name="demands">What must stand in whose route.</param>
/// <param name="weights">One weighing; null for all of them.</param>
internal sealed class LineWorths(InStepGrades grades, int[] tolerances, int shapes, Threshold? threshold, IReadOnlyList<Demand> demands, Weights? weights)
{
    /// <summary>For each size of group, from 1: where the worths of each listener begin, and where the last end. The last entry holds for all larger groups.</summary>
    private readonly int[][]?[] _starts = new int[shapes][][];
    // What is demanded tells lines of one shape apart.
    private readonly Dictionary<FeedLine, int[][]> _startsOfLines = new(ReferenceEqualityComparer.Instance);
    private readonly List<Worth> _all = [];
    private readonly List<Worth> _some = [];

    /// <summary>What a feed is worth by itself.</summary>
    public Worth OfFeed(FeedLine line) => Weighed(0, 0, line.Cents, line.Hand, 0);

    public bool ServesAnybody(FeedLine line) => Array.Exists(StartsOf(line), starts => starts[^1] > starts[0]);

    /// <summary>True when in groups of every size the ears of one line can stand in for those of another.</summary>
    public bool Cover(FeedLine line, FeedLine other)
    {
        var (mine, others) = (StartsOf(line), StartsOf(other));
        for (var size = 0; size < other.Most; size++)
        {
            if (!Cover(mine[Math.Min(size, mine.Length - 1)], others[Math.Min(size, others.Length - 1)]))
                return false;
            if (size >= mine.Length - 1 && size >= others.Length - 1)
                break;
        }

        return true;
    }

    private bool Cover(int[] mine, int[] others)
    {
        if (ReferenceEquals(mine, others))
            return true;
        var all = CollectionsMarshal.AsSpan(_all);
        for (var i = 0; i < tolerances.Length; i++)
        {
            var own = all[mine[i]..mine[i + 1]];
            foreach (ref readonly var worth in all[others[i]..others[i + 1]])
            {
                var covered = false;
                for (var k = 0; k < own.Length && !covered; k++)
                    covered = own[k].StandsInFor(worth);
                if (!covered)
                    return false;
            }
        }

        return true;
    }

    private Worth Weighed(int scarce, int needs, long cents, int hand, int served) =>
        weights is { } w ? new(scarce, 0, w.Cents * cents + w.Hand * hand - w.Needs * needs - w.Served * served, 0, 0, 0, 0) : new(scarce, needs, cents, hand, 0, 0, 0);

    private int[][] StartsOf(FeedLine line)
    {
        if (demands.Count > 0)
            return _startsOfLines.TryGetValue(line, out var own) ? own : _startsOfLines[line] = NewStartsOf(line);
        return _starts[line.Shape] ??= NewStartsOf(line);
    }

    private int[][] NewStartsOf(FeedLine line)
    {
        var sizes = new List<int[]> { StartsOf(line, line.Alone, 1) };
        for (var size = 2; size <= line.Most; size++)
        {
            sizes.Add(StartsOf(line, line.Several, size));
            if (line.IsTheSameFrom(size))
                break;
        }

        return [.. sizes];
    }

    private int[] StartsOf(FeedLine line, EarOption[][] options, int size)
    {
        var starts = new int[tolerances.Length + 1];
        for (var i = 0; i < tolerances.Length; i++)
        {
            starts[i] = _all.Count;
            _some.Clear();
            foreach (var ear in options[i])
            {
                if (ear.Most >= size && WorthOf(line, i, ear) is { } worth)
                    Enter(worth);
            }

            _all.AddRange(_some);
        }

        starts[^1] = _all.Count;
        return starts;
    }

    private Worth? WorthOf(FeedLine line, int listener, EarOption ear)
    {
        if (threshold is { } least)
            return ChargedPrice.Reaches(grades, tolerances, least, demands, line, listener, ear) ? Weighed(ear.Scarce, line.NeedsOf(ear), ear.Cents, ear.Hand, 1) : null;
        var margin = line.MarginOf(listener, ear);
        return margin < 0 ? null : new(ear.Scarce, line.NeedsOf(ear), ear.Cents, ear.Hand, grades.Of(line.Prefix, ear.Suffix, tolerances[listener]), ear.Quality, margin);
    }

    private void Enter(Worth worth)
    {
        foreach (var before in _some)
        {
            if (before.StandsInFor(worth))
                return;
        }

        for (var k = _some.Count - 1; k >= 0; k--)
        {
            if (worth.StandsInFor(_some[k]))
                _some.RemoveAt(k);
        }

        _some.Add(worth);
    }
}
