using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing.Search;

/// <summary>Parts that serve the same listeners, of which none is at least as good as another while taking no more of what is scarce.</summary>
/// <param name="weighing">Compares them.</param>
/// <param name="stock">What is scarce.</param>
/// <param name="most">Most parts that are kept: the best of them where there are more.</param>
internal sealed class Front(Weighing weighing, Stock stock, int most)
{
    private readonly List<(Weight Weight, long Taken)> _weights = [];
    private readonly List<RigPart> _parts = [];

    /// <summary>The parts, until another one is added.</summary>
    public ReadOnlySpan<RigPart> Parts => CollectionsMarshal.AsSpan(_parts);

    /// <summary>True when nothing here is at least as good.</summary>
    public bool Lacks(in Weight weight, long taken)
    {
        foreach (ref readonly var p in CollectionsMarshal.AsSpan(_weights))
        {
            if (weighing.IsNoWorse(p.Weight, weight) && stock.TakesNoMore(p.Taken, taken))
                return false;
        }

        return true;
    }

    /// <summary>Adds a part that <see cref="Lacks"/> said is missing, in the place of those it is at least as good as.</summary>
    public void Add(RigPart part)
    {
        var left = 0;
        for (var i = 0; i < _weights.Count; i++)
        {
            var p = _weights[i];
            if (weighing.IsNoWorse(part.Weight, p.Weight) && stock.TakesNoMore(part.Taken, p.Taken))
                continue;
            (_weights[left], _parts[left]) = (p, _parts[i]);
            left++;
        }

        _weights.RemoveRange(left, _weights.Count - left);
        _parts.RemoveRange(left, _parts.Count - left);
        _weights.Add((part.Weight, part.Taken));
        _parts.Add(part);
        if (_parts.Count <= most)
            return;
        var worst = _parts.IndexOf(_parts.Max(Order)!);
        _weights.RemoveAt(worst);
        _parts.RemoveAt(worst);
    }

    /// <summary>Of whole rigs the better first: more gain, a lower step of the price, what counts after it, the price itself.</summary>
    public static Comparer<RigPart> Order { get; } = Comparer<RigPart>.Create((a, b) =>
    {
        var by = b.Weight.Gain.CompareTo(a.Weight.Gain);
        by = by != 0 ? by : Score.PriceStepOf(a.Weight.Cents).CompareTo(Score.PriceStepOf(b.Weight.Cents));
        by = by != 0 ? by : a.Weight.Rest.CompareTo(b.Weight.Rest);
        by = by != 0 ? by : a.Weight.Cents.CompareTo(b.Weight.Cents);
        return by != 0 ? by : a.Taken.CompareTo(b.Taken);
    });

    public void Clear()
    {
        _weights.Clear();
        _parts.Clear();
    }
}
