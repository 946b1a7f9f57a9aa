namespace Nightfrost.Core.Routing;

/// <summary>One ear on lines of one shape, with what it is worth there.</summary>
/// <param name="Ear">The ear.</param>
/// <param name="Worth">Its worth, watched programmes heard counted as wishes met.</param>
internal readonly record struct EarWorth(EarOption Ear, Worth Worth)
{
    public bool Reaches(Threshold least) => Worth.Grade >= least.InStep && Worth.Quality >= least.Quality && Worth.Margin >= least.Margin;
}

/// <summary>The ears of all lines that differ in their own price alone, for groups of each size, without those that another ear of the same listener stands in for.</summary>
/// <param name="number">Its place among the shapes of a site.</param>
/// <param name="ears">By size of the group, from 1, and listener. The last size holds for all larger groups.</param>
internal sealed class Shape(int number, EarWorth[][][] ears)
{
    public int Number { get; } = number;

    /// <summary>From this size of group on the ears stay the same.</summary>
    public int Sizes => ears.Length;

    public bool ServesAnybody { get; } = Array.Exists(ears, size => Array.Exists(size, list => list.Length > 0));

    /// <summary>Ears of a listener in a group.</summary>
    /// <param name="listener">Number of the listener.</param>
    /// <param name="size">Listeners in the group, at least 1.</param>
    public EarWorth[] Ears(int listener, int size) => ears[Math.Min(size, ears.Length) - 1][listener];
}

/// <summary>Gives lines their shapes.</summary>
/// <param name="grades">In-step grades.</param>
/// <param name="tolerances">Tolerance number of each listener.</param>
internal sealed class Shapes(InStepGrades grades, int[] tolerances)
{
    private readonly Dictionary<(EarOption[][], EarOption[][], int, sbyte[][], Brought, int, int, object?), Shape> _known = [];
    private readonly List<EarWorth> _some = [];

    /// <summary>How many there are.</summary>
    public int Count => _known.Count;

    /// <summary>The shape of a line.</summary>
    public Shape Of(FeedLine line)
    {
        var key = (line.Alone, line.Several, line.Prefix, line.Margins, line.Brings, line.Most, line.Programmes, line.InTheBox.Length == 0 ? null : (object)line.InTheBox);
        return _known.TryGetValue(key, out var known) ? known : _known[key] = new(_known.Count, EarsOf(line));
    }

    private EarWorth[][][] EarsOf(FeedLine line)
    {
        var sizes = new List<EarWorth[][]> { EarsOf(line, line.Alone, 1) };
        var grows = !(ReferenceEquals(line.Alone, line.Several) && IsTheSameFrom(line, 1));
        for (var size = 2; size <= line.Most && grows; size++)
        {
            sizes.Add(EarsOf(line, line.Several, size));
            grows = !IsTheSameFrom(line, size);
        }

        return [.. sizes];
    }

    // True when no ear drops out as its group grows from this size on.
    private static bool IsTheSameFrom(FeedLine line, int size)
    {
        foreach (var list in line.Several)
        {
            foreach (var ear in list)
            {
                if (ear.Most >= size && ear.Most < line.Most)
                    return false;
            }
        }

        return true;
    }

    private EarWorth[][] EarsOf(FeedLine line, EarOption[][] options, int size)
    {
        var all = new EarWorth[tolerances.Length][];
        for (var i = 0; i < all.Length; i++)
        {
            _some.Clear();
            foreach (var ear in options[i])
            {
                var margin = line.MarginOf(i, ear);
                if (ear.Most >= size && margin >= 0)
                    Enter(new(ear, new(ear.Scarce, line.NeedsOf(ear), ear.Cents, ear.Hand, grades.Of(line.Prefix, ear.Suffix, tolerances[i]), ear.Quality, margin)), line);
            }

            all[i] = _some.Count == 0 ? [] : [.. _some];
        }

        return all;
    }

    // What comes in the line's own box may cost less than it seems and is kept.
    private void Enter(EarWorth one, FeedLine line)
    {
        if (!IsInTheBox(line, one.Ear))
        {
            foreach (var before in _some)
            {
                if (before.Worth.StandsInFor(one.Worth))
                    return;
            }
        }

        for (var k = _some.Count - 1; k >= 0; k--)
        {
            if (one.Worth.StandsInFor(_some[k].Worth) && !IsInTheBox(line, _some[k].Ear))
                _some.RemoveAt(k);
        }

        _some.Add(one);
    }

    private static bool IsInTheBox(FeedLine line, EarOption ear)
    {
        foreach (var (id, _) in line.InTheBox)
        {
            if (ear.DeviceIds.Contains(id))
                return true;
        }

        return false;
    }
}
