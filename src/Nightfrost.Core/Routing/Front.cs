using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing;

/// <summary>A part of a rig on a front, with what it is made of.</summary>
internal sealed class FrontPoint
{
    public required int Needs { get; init; }
    public required long Cents { get; init; }
    public required int Hand { get; init; }

    /// <summary>What it takes of things there are only so many of, by <see cref="Stock"/>.</summary>
    public required long Taken { get; init; }

    /// <summary>Two parts put together.</summary>
    public FrontPoint? Left { get; init; }
    public FrontPoint? Right { get; init; }

    /// <summary>The feed that begins a group, or the ear that joins the group before it.</summary>
    public FeedLine? Line { get; init; }
    public EarOption? Ear { get; init; }
    public int Listener { get; init; }

    /// <summary>The splitter that all of it hangs on; null for none.</summary>
    public SplitterLine? Splitter { get; init; }
    public int FromBox { get; init; }

    /// <summary>The routes it is made of.</summary>
    public List<Pick> Picks()
    {
        var (picks, groups) = (new List<Pick>(), 0);
        Gather(this, null);
        return [.. picks.OrderBy(p => p.Listener)];

        void Gather(FrontPoint? point, SplitterLine? splitter)
        {
            if (point is null)
                return;
            if (point.Ear is null && point.Line is null)
            {
                Gather(point.Left, point.Splitter ?? splitter);
                Gather(point.Right, point.Splitter ?? splitter);
                return;
            }

            // A chain of ears back to the feed they share.
            var members = new List<FrontPoint>();
            var at = point;
            for (; at.Ear is not null; at = at.Left!)
                members.Add(at);
            picks.AddRange(members.Select(m => new Pick(m.Listener, at.Line!, groups, m.Ear!, m.FromBox, splitter)));
            groups++;
        }
    }
}

/// <summary>Points of which none is at least as good as another in wishes, price and boxes while taking no more of what is scarce.</summary>
/// <param name="stock">What is scarce.</param>
internal sealed class Front(Stock stock)
{
    private readonly List<(int Needs, int Hand, long Cents, long Taken)> _worths = [];
    private readonly List<FrontPoint> _points = [];

    /// <summary>The points, until another one is added.</summary>
    public ReadOnlySpan<FrontPoint> Points => CollectionsMarshal.AsSpan(_points);

    /// <summary>True when nothing here is at least as good.</summary>
    public bool Lacks(int needs, long cents, int hand, long taken)
    {
        foreach (ref readonly var p in CollectionsMarshal.AsSpan(_worths))
        {
            if (p.Cents <= cents && p.Needs >= needs && p.Hand <= hand && stock.TakesNoMore(p.Taken, taken))
                return false;
        }

        return true;
    }

    /// <summary>Adds a point that <see cref="Lacks"/> said is missing.</summary>
    /// <param name="point">The point.</param>
    /// <param name="taken">What it is compared by of scarce things.</param>
    public void Add(FrontPoint point, long taken)
    {
        var left = 0;
        for (var i = 0; i < _worths.Count; i++)
        {
            var p = _worths[i];
            if (point.Needs >= p.Needs && point.Cents <= p.Cents && point.Hand <= p.Hand && stock.TakesNoMore(taken, p.Taken))
                continue;
            if (left < i)
                (_worths[left], _points[left]) = (p, _points[i]);
            left++;
        }

        _worths.RemoveRange(left, _worths.Count - left);
        _points.RemoveRange(left, _points.Count - left);
        _worths.Add((point.Needs, point.Hand, point.Cents, taken));
        _points.Add(point);
    }

    public void Clear()
    {
        _worths.Clear();
        _points.Clear();
    }
}
