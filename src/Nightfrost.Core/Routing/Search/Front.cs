using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing.Search;

/// <summary>Parts that serve the same listeners, of which none is at least as good as another while taking no more of what is scarce.</summary>
/// <param name="weighing">Compares them.</param>
/// <param name="stock">What is scarce.</param>
internal sealed class Front(Weighing weighing, Stock stock)
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
    }

    public void Clear()
    {
        _weights.Clear();
        _parts.Clear();
    }
}
