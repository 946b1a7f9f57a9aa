using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Boxes that the set's USB could feed, each by the set of sockets it fits. How many must go without follows from Hall's theorem: the most, over all sets of sockets,
/// of the boxes that fit nothing else less the sockets there are.
/// </summary>
internal sealed class UsbNeed
{
    private readonly int[] _fits;
    private readonly (int Sockets, int Boxes)[] _tight;

    /// <param name="fits">For each box, its sockets as bits; none of them 0.</param>
    public UsbNeed(IEnumerable<int> fits)
    {
        _fits = [.. fits];
        _tight = [.. Unions(_fits).Select(sockets => (sockets, Within(sockets)))];
        Unfed = UnfedWith(_ => 0, []);
    }

    /// <summary>No boxes.</summary>
    public static UsbNeed None { get; } = new([]);

    /// <summary>The sockets of each box, as bits.</summary>
    public IReadOnlyList<int> Fits => _fits;

    public bool Any => _fits.Length > 0;

    /// <summary>How many boxes.</summary>
    public int Boxes => _fits.Length;

    /// <summary>Boxes left without a socket when nobody else draws from the set.</summary>
    public int Unfed { get; }

    /// <summary>All boxes together.</summary>
    public static UsbNeed Of(IEnumerable<UsbNeed> needs) => new(needs.SelectMany(need => need._fits));

    /// <summary>Boxes that fit no socket outside a set.</summary>
    public int Within(int sockets) => _fits.Count(fit => (fit & ~sockets) == 0);

    /// <summary>Boxes left without a socket when a user may have only so many of each set of sockets.</summary>
    /// <param name="charges">Who goes without.</param>
    /// <param name="listener">First listener of the user's group.</param>
    /// <param name="part">The user's part.</param>
    public int UnfedUnder(Charges charges, int listener, ChargedPart part) =>
        _fits.Length == 0 || charges.UsbSets.Count == 0 ? Unfed : UnfedWith(sockets => charges.Of(new(listener, Charge.OfUsb(sockets), part)), charges.UsbSets);

    /// <summary>The set of sockets that is short by most; 0 when every box can be fed.</summary>
    public int Tightest() => _tight.Where(t => t.Boxes > BitOperations.PopCount((uint)t.Sockets))
        .OrderByDescending(t => t.Boxes - BitOperations.PopCount((uint)t.Sockets)).ThenBy(t => t.Sockets).Select(t => t.Sockets).FirstOrDefault();

    private int UnfedWith(Func<int, int> given, IReadOnlyCollection<int> more)
    {
        var most = 0;
        foreach (var (sockets, boxes) in _tight)
            most = Math.Max(most, Short(sockets, boxes));
        foreach (var sockets in more)
            most = Math.Max(most, Short(sockets, Within(sockets)));
        return most;

        int Short(int sockets, int boxes) => boxes - Math.Max(0, BitOperations.PopCount((uint)sockets) - given(sockets));
    }

    private static HashSet<int> Unions(int[] fits)
    {
        var unions = new HashSet<int>();
        foreach (var fit in fits.Distinct())
            unions.UnionWith([.. unions.Select(union => union | fit), fit]);
        return unions;
    }
}
