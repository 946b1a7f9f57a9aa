namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// What lines offer: the ears of all that differ in their own price alone, for groups of each size, without those that another ear of the same
/// listener stands in for.
/// </summary>
/// <param name="listeners">How many listeners there are.</param>
/// <param name="ears">Ears by size of the group, from 1, and within it by listener. The last size holds for all larger groups.</param>
/// <param name="worths">What each is worth, watched programmes heard counted as wishes met.</param>
/// <param name="starts">Where the ears of each listener begin, size by size; the last entry is where they end.</param>
internal sealed class Offer(int listeners, EarOption[] ears, Worth[] worths, int[] starts)
{
    public EarOption[] Ears { get; } = ears;
    public Worth[] Worths { get; } = worths;
    public int[] Starts { get; } = starts;

    /// <summary>From this size of group on the ears stay the same.</summary>
    public int Sizes { get; } = (starts.Length - 1) / listeners;

    /// <summary>Whose ear stands at a place.</summary>
    public int ListenerAt(int place)
    {
        var at = 0;
        while (Starts[at + 1] <= place)
            at++;
        return at % listeners;
    }

    /// <summary>Where the ears of a listener in a group stand.</summary>
    /// <param name="listener">Number of the listener.</param>
    /// <param name="size">Listeners in the group, at least 1.</param>
    public (int From, int To) Of(int listener, int size)
    {
        var at = (Math.Min(size, Sizes) - 1) * listeners + listener;
        return (Starts[at], Starts[at + 1]);
    }

    /// <summary>True when, in groups of every size, its ears can stand in for those of another.</summary>
    /// <param name="other">The other.</param>
    public bool Covers(Offer other)
    {
        for (var at = 0; at < Math.Max(Starts.Length, other.Starts.Length) - 1; at++)
        {
            var (listener, size) = (at % listeners, 1 + at / listeners);
            var ((from, to), (otherFrom, otherTo)) = (Of(listener, size), other.Of(listener, size));
            for (var k = otherFrom; k < otherTo; k++)
            {
                var covered = false;
                for (var mine = from; mine < to && !covered; mine++)
                    covered = Worths[mine].StandsInFor(other.Worths[k]);
                if (!covered)
                    return false;
            }
        }

        return true;
    }
}

/// <summary>Gives the lines of one socket their offers.</summary>
/// <param name="inStep">In step, of every pairing.</param>
/// <param name="tolerances">Tolerance number of each listener.</param>
internal sealed class Offers(InStepTable inStep, int[] tolerances)
{
    private readonly Dictionary<(EndClass, int Prefix, Brought, bool Several, bool AirMatters, object? Box), Offer> _known = [];
    private readonly List<EarOption> _ears = [];
    private readonly List<Worth> _worths = [];

    /// <summary>The offer of a line.</summary>
    public Offer Of(FeedLine line)
    {
        var key = (line.End, line.Prefix.Number, line.Brings, line.Most > 1, line.AirMatters, line.InTheBox.Length == 0 ? null : (object)line.InTheBox);
        return _known.TryGetValue(key, out var known) ? known : _known[key] = NewOf(line);
    }

    private Offer NewOf(FeedLine line)
    {
        _ears.Clear();
        _worths.Clear();
        var (n, end) = (tolerances.Length, line.End);
        var sizes = line.Most < 2 || (ReferenceEquals(end.Alone, end.Several) && !line.AirMatters) ? 1 : 2;
        var starts = new int[sizes * n + 1];
        for (var size = 1; size <= sizes; size++)
        {
            for (var i = 0; i < n; i++)
            {
                var first = _ears.Count;
                foreach (var ear in (size == 1 ? end.Alone : end.Several)[i])
                    Enter(ear, new(ear.Scarce, line.NeedsOf(ear), line.PreferencesOf(ear), ear.Cents, ear.Effort,
                        inStep.Of(line.Prefix, ear.Suffix, tolerances[i]), ear.Quality, ear.Margin > 0 ? 1 : 0, line.AirOf(ear)), line, first);
                starts[(size - 1) * n + i + 1] = _ears.Count;
            }
        }

        return new(n, [.. _ears], [.. _worths], starts);
    }

    // What comes in the line's own box may cost less than it seems and is kept.
    private void Enter(EarOption ear, in Worth worth, FeedLine line, int first)
    {
        if (!IsInTheBox(line, ear))
        {
            for (var k = first; k < _worths.Count; k++)
            {
                if (_worths[k].StandsInFor(worth))
                    return;
            }
        }

        for (var k = _worths.Count - 1; k >= first; k--)
        {
            if (!worth.StandsInFor(_worths[k]) || IsInTheBox(line, _ears[k]))
                continue;
            _worths.RemoveAt(k);
            _ears.RemoveAt(k);
        }

        _worths.Add(worth);
        _ears.Add(ear);
    }

    private static bool IsInTheBox(FeedLine line, EarOption ear) => Array.Exists(line.InTheBox, one => ear.DeviceIds.Contains(one.DeviceId));
}
