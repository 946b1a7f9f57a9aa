namespace Nightfrost.Core.Routing.Search;

/// <summary>What a part of a rig weighs: three sums, of which <see cref="Gain"/> is better the more it is, and the others the less.</summary>
/// <param name="Gain">What counts before the price.</param>
/// <param name="Cents">Price of what is not at hand, in hundredths.</param>
/// <param name="Rest">What counts after the price.</param>
internal readonly record struct Weight(long Gain, long Cents, long Rest)
{
    public static Weight operator +(in Weight a, in Weight b) => new(a.Gain + b.Gain, a.Cents + b.Cents, a.Rest + b.Rest);
}

/// <summary>
/// Turns what adds up over listeners and boxes (needs, preferences, price, effort) into weights. Criteria before the price are one number, those after it
/// another, each compared place by place; the price stays by itself, since it is compared in steps of the whole sum.
/// </summary>
internal sealed class Weighing
{
    // Widths of the places, in bits: more than any rig can fill.
    private const int Wishes = 10, Hands = 10, Neatness = 14;
    private const long BothGuards = 1L << (Wishes - 1) | 1L << (2 * Wishes - 1);

    private readonly long _guards;
    private bool _pays = true;
    private (long Needs, long Preferences, long Hand) _gain;
    private (long Needs, long Preferences, long Hand) _rest;

    private Weighing(long guards) => _guards = guards;

    /// <summary>Everything at once: no weight is better than another unless it is no worse in needs, in preferences, in price and in effort.</summary>
    public static Weighing OfEverything { get; } = new(BothGuards) { _gain = (1L << Wishes, 1, 0), _rest = (0, 0, 1L << Neatness) };

    /// <summary>By the first criteria of an order of priorities. Those that are only as good as the worst listener's are left to thresholds.</summary>
    /// <param name="order">What counts; without the price, what anything costs does not.</param>
    public static Weighing Of(IReadOnlyList<Criterion> order) => new(0)
    {
        _pays = order.Contains(Criterion.Price),
        _gain = Places(order.TakeWhile(c => c != Criterion.Price), 1),
        _rest = Places(order.SkipWhile(c => c != Criterion.Price), 1L << Neatness),
    };

    /// <summary>The weight of a part.</summary>
    /// <param name="needs">Needs met, programmes counted.</param>
    /// <param name="preferences">Preferences met.</param>
    /// <param name="cents">Price, in hundredths.</param>
    /// <param name="effort">By <see cref="Effort"/>.</param>
    public Weight Of(int needs, int preferences, long cents, int effort)
    {
        var hand = Effort.ToSwitchOn(effort);
        return new(
            _gain.Needs * needs + _gain.Preferences * preferences - _gain.Hand * hand, cents,
            _rest.Hand * hand - _rest.Needs * needs - _rest.Preferences * preferences + Effort.Neatness(effort));
    }

    /// <summary>
    /// True when one weight is at least as good as another in everything that counts. In an order, what comes before the price decides alone where it
    /// differs.
    /// </summary>
    public bool IsNoWorse(in Weight one, in Weight other) =>
        _guards == 0 && one.Gain != other.Gain ? one.Gain > other.Gain
        : !_pays || (one.Cents <= other.Cents && one.Rest <= other.Rest && (_guards == 0 || ((one.Gain | _guards) - other.Gain & _guards) == _guards));

    /// <summary>The best of both in each sum.</summary>
    public Weight Best(in Weight one, in Weight other) => new(
        _guards == 0 ? Math.Max(one.Gain, other.Gain) : Math.Max(one.Gain >> Wishes, other.Gain >> Wishes) << Wishes
            | Math.Max(Preferences(one.Gain), Preferences(other.Gain)),
        Math.Min(one.Cents, other.Cents), Math.Min(one.Rest, other.Rest));

    private static long Preferences(long gain) => gain & ((1L << Wishes) - 1);

    private static (long Needs, long Preferences, long Hand) Places(IEnumerable<Criterion> order, long last)
    {
        var (needs, preferences, hand, weight) = (0L, 0L, 0L, last);
        foreach (var criterion in order.Reverse())
        {
            (needs, preferences, hand, weight) = criterion switch
            {
                Criterion.Needs => (weight, preferences, hand, weight << Wishes),
                Criterion.Preferences => (needs, weight, hand, weight << Wishes),
                Criterion.Boxes => (needs, preferences, weight, weight << Hands),
                _ => (needs, preferences, hand, weight),
            };
        }

        return (needs, preferences, hand);
    }
}
