namespace Nightfrost.Core.Routing;

/// <summary>Tells which of the lines on one socket and fork can stand in for which, whatever the rig and whatever else it takes of things at hand.</summary>
/// <param name="lines">The lines.</param>
/// <param name="worths">What their ears are worth.</param>
internal sealed class StandIns(FeedLine[] lines, LineWorths worths)
{
    private readonly Worth[] _feeds = new Worth[lines.Length];
    private readonly int[] _most = new int[lines.Length];
    private readonly WorthList[] _lists = new WorthList[lines.Length];

    // The best of each listener's ears for a feed of their own, side by side, and the set of listeners who have none.
    private readonly Worth[] _bests = new Worth[lines.Length * worths.Listeners];
    private readonly uint[] _without = new uint[lines.Length];

    // The listener whose ears told the last two lines apart.
    private int _telling;

    /// <summary>Makes a line known.</summary>
    /// <param name="at">Its place.</param>
    /// <returns>False when nobody can wear anything on it.</returns>
    public bool Enter(int at)
    {
        var list = _lists[at] = worths.Of(lines[at]);
        if (list.All.Length == 0)
            return false;
        (_feeds[at], _most[at]) = (new(0, 0, 0, lines[at].Cents, lines[at].Effort, 0, 0, 0), lines[at].Most);
        for (var i = 0; i < worths.Listeners; i++)
            _without[at] |= list.IsEmpty(i) ? 1u << i : 0;
        list.Bests.AsSpan(0, worths.Listeners).CopyTo(_bests.AsSpan(at * worths.Listeners));
        return true;
    }

    /// <summary>True when one known line can stand in for another.</summary>
    public bool StandsIn(int one, int other) =>
        _feeds[one].StandsInFor(_feeds[other]) && _most[one] >= _most[other] && (_without[one] & ~_without[other]) == 0 && AreNoWorse(one, other)
        && worths.Cover(_lists[one], _lists[other], _most[other]) && lines[one].Rivalry.StandsInFor(lines[other].Rivalry);

    private bool AreNoWorse(int one, int other)
    {
        var n = worths.Listeners;
        ReadOnlySpan<Worth> mine = _bests.AsSpan(one * n, n), others = _bests.AsSpan(other * n, n);
        if (IsWorse(mine, others, other, _telling))
            return false;
        for (var i = 0; i < n; i++)
        {
            if (!IsWorse(mine, others, other, i))
                continue;
            _telling = i;
            return false;
        }

        return true;
    }

    private bool IsWorse(ReadOnlySpan<Worth> mine, ReadOnlySpan<Worth> others, int other, int i) => (_without[other] >> i & 1) == 0 && !mine[i].IsNoWorseThan(others[i]);
}
