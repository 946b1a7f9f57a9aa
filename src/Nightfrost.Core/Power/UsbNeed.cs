using System.Numerics;

namespace Nightfrost.Core.Power;

/// <summary>
/// Boxes that the set's USB could feed, each by the set of sockets it fits. How many must go without follows from Hall's theorem: the most, over all sets of
/// sockets, of the boxes that fit nothing else less the sockets there are.
/// </summary>
internal sealed class UsbNeed
{
    private readonly int[] _fits;

    /// <param name="fits">For each box, its sockets as bits; none of them 0.</param>
    public UsbNeed(IEnumerable<int> fits)
    {
        _fits = [.. fits.Order()];
        Unfed = MostLeft(_fits);
    }

    /// <summary>No boxes.</summary>
    public static UsbNeed None { get; } = new([]);

    /// <summary>The sockets of each box, as bits, in order.</summary>
    public IReadOnlyList<int> Fits => _fits;

    public bool Any => _fits.Length > 0;

    /// <summary>How many boxes.</summary>
    public int Boxes => _fits.Length;

    /// <summary>Boxes left without a socket when nobody else draws from the set.</summary>
    public int Unfed { get; }

    /// <summary>Of boxes in order, each that can be fed beside those before it, and how many cannot. However they are ordered, as many are fed.</summary>
    /// <param name="fits">For each box, its sockets as bits; none of them 0.</param>
    public static (IReadOnlyList<int> Fed, int Unfed) Feed(IEnumerable<int> fits)
    {
        var (fed, unfed) = (new List<int>(), 0);
        foreach (var box in fits)
        {
            if (MostLeft([.. fed, box]) == 0)
                fed.Add(box);
            else
                unfed++;
        }

        return (fed, unfed);
    }

    private static int MostLeft(int[] fits)
    {
        var most = 0;
        foreach (var sockets in Unions(fits))
            most = Math.Max(most, fits.Count(fit => (fit & ~sockets) == 0) - BitOperations.PopCount((uint)sockets));
        return most;
    }

    private static HashSet<int> Unions(int[] fits)
    {
        var unions = new HashSet<int>();
        foreach (var fit in fits.Distinct())
            unions.UnionWith([.. unions.Select(union => union | fit), fit]);
        return unions;
    }
}
