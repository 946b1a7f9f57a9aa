using System.Collections.Concurrent;
using System.Numerics;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>
/// Counts what the parts of a rig take of things there are only so many of: so many bits of one number for each of them. Parts that are put together pay for
/// what one of them counted on and the other takes. For the set's USB sockets the boxes that are fed are kept, by the sockets they fit: which further boxes
/// could be fed hangs on these alone, since sets of boxes that can be fed side by side are a matroid.
/// </summary>
internal sealed class Stock
{
    private const int MostBits = 62;

    /// <summary>What two parts give that cannot stand in one rig.</summary>
    public const long None = -1;

    private readonly record struct Field(int Resource, int Shift, long Mask, int There, long Cents, bool Bounded, int Most);

    private readonly Candidates _candidates;
    private readonly Field[] _fields;
    private readonly Field[] _bounded;
    private readonly List<(int Fits, int Shift, long Mask)> _usb = [];
    private readonly ConcurrentDictionary<long, (long Fed, int Unfed)> _settled = [];
    private readonly long _usbMask;
    private readonly int _air = -1;
    private readonly List<(int Shift, int Most)> _boxed = [];
    private readonly long _ownMask;
    private long _boundedMask;
    private long _guards;
    private int _bits;

    /// <param name="candidates">What is planned with.</param>
    /// <param name="leaning">True where a rig may lean on outputs that are unlikely to sound together.</param>
    public Stock(Candidates candidates, bool leaning)
    {
        (_candidates, Leaning) = (candidates, leaning);
        var fields = new List<Field>();
        var fits = new HashSet<int>();
        foreach (var line in candidates.Lines)
            fits.UnionWith(line.Usb.Fits);
        foreach (var fork in candidates.Forks)
            fits.UnionWith(fork.Usb.Fits);
        var sockets = BitOperations.PopCount((uint)fits.Aggregate(0, (all, one) => all | one));
        foreach (var one in fits.Order())
        {
            if (ShiftOf(2 * sockets) is var shift and >= 0)
                _usb.Add((one, shift, MaskAt(shift)));
        }

        _usbMask = _bits == 0 ? 0 : (1L << _bits) - 1;
        if (candidates.Lines.Select(line => line.Offer).Distinct().Any(offer => offer.Worths.Any(worth => worth.Air > 0))
            && ShiftOf(2 * LinkAirtime.MostThousandths) is var air and >= 0)
        {
            (_air, _ownMask) = (air, MaskAt(air));
            fields.Add(new(-1, air, MaskAt(air), LinkAirtime.MostThousandths, 0, true, LinkAirtime.MostThousandths));
        }

        for (var sort = 0; candidates.Lines.Select(line => line.InTheBox.ElementAtOrDefault(sort).Pieces).DefaultIfEmpty(0).Max() is var pieces and > 0
            && ShiftOf(2 * pieces) is var shift and >= 0; sort++)
        {
            _boxed.Add((shift, pieces));
            _ownMask |= MaskAt(shift);
            fields.Add(new(-1, shift, MaskAt(shift), pieces, 0, true, pieces));
        }

        foreach (var resource in Enumerable.Range(0, candidates.Resources.Count).Where(r => !leaning || !candidates.Resources.CountsWhenSure(r))
            .OrderByDescending(r => candidates.Resources.IsBounded(r)).ThenByDescending(r => r == candidates.Supply))
        {
            var (there, isBounded) = (candidates.Resources.There(resource), candidates.Resources.IsBounded(resource));
            if (there > 0 && ShiftOf(2 * there + (isBounded ? 0 : 2 * sockets)) is var shift and >= 0)
            {
                fields.Add(new(resource, shift, MaskAt(shift), there, candidates.Resources.Cents(resource), isBounded, candidates.Resources.Most(resource)));
                _boundedMask |= isBounded ? MaskAt(shift) : 0;
            }
        }

        (_fields, _bounded) = ([.. fields], [.. fields.Where(field => field.Bounded)]);
    }

    /// <summary>True where a rig may lean on outputs that are unlikely to sound together.</summary>
    public bool Leaning { get; }

    /// <summary>What a feed takes; of each sort in a transmitter's box what others hold more of than its own is gone.</summary>
    public long Of(FeedLine line)
    {
        var taken = Of(line.Uses, line.Usb);
        for (var sort = 0; sort < _boxed.Count; sort++)
            taken += (long)(_boxed[sort].Most - line.InTheBox.ElementAtOrDefault(sort).Pieces) << _boxed[sort].Shift;
        return taken;
    }

    /// <summary>What a splitter takes.</summary>
    public long Of(Fork splitter) => Of(splitter.Uses, splitter.Usb);

    /// <summary>What an ear takes, from the transmitter's box and beside it, and of the air's time of that box where it feeds others too.</summary>
    public long Of(FeedLine line, EarOption ear, int fromBox, bool several)
    {
        var taken = _air >= 0 && several ? (long)line.AirOf(ear) << _air : 0L;
        for (var sort = 0; sort < _boxed.Count; sort++)
            taken += (long)(fromBox >> sort & 1) << _boxed[sort].Shift;
        for (var u = 0; u < ear.Uses.Length; u++)
            taken = With(taken, ear.Uses[u].Resource, ear.Uses[u].Pieces - EarPrice.Boxed(line, ear, u, fromBox));
        return taken;
    }

    /// <summary>What a whole group takes: the air time of its box and what comes with that are nobody else's.</summary>
    public long WithoutOwn(long taken) => taken & ~_ownMask;

    /// <summary>What two parts take together.</summary>
    /// <param name="a">What the one takes.</param>
    /// <param name="b">What the other takes.</param>
    /// <param name="weight">What they weigh together when each has all to itself; its price is raised by what one of them must pay now.</param>
    /// <returns>What they take; <see cref="None"/> when together they need more than there is of what cannot be bought.</returns>
    public long Join(long a, long b, ref Weight weight)
    {
        if (a == 0 || b == 0)
            return a | b;
        var (sum, cents) = (a + b, weight.Cents);
        if ((sum & _usbMask) is var usb and not 0)
        {
            var (fed, unfed) = Settled(usb);
            sum = sum & ~_usbMask | fed;
            if (unfed > 0)
            {
                var supply = Array.FindIndex(_fields, f => f.Resource == _candidates.Supply);
                if (supply < 0)
                    cents += unfed * _candidates.Resources.Cents(_candidates.Supply);
                else
                    sum += (long)unfed << _fields[supply].Shift;
            }
        }

        foreach (ref readonly var field in _fields.AsSpan())
        {
            var more = (int)((sum & field.Mask) >> field.Shift) - field.There;
            if (more <= 0)
                continue;
            if (field.Bounded)
                return None;
            cents += more * field.Cents;
            sum -= (long)more << field.Shift;
        }

        weight = weight with { Cents = cents };
        return sum;
    }

    /// <summary>What a part takes, without what there will be enough of in any case.</summary>
    /// <param name="taken">What it takes.</param>
    /// <param name="left">Listeners that it does not serve, and so boxes that may still come.</param>
    public long Mattering(long taken, int left)
    {
        if ((taken & _boundedMask) == 0)
            return taken;
        foreach (ref readonly var field in _bounded.AsSpan())
        {
            if ((int)((taken & field.Mask) >> field.Shift) + left * field.Most <= field.There)
                taken &= ~field.Mask;
        }

        return taken;
    }

    /// <summary>True when nothing is taken more of than in another part.</summary>
    public bool TakesNoMore(long mine, long other) => mine == 0 || (((other | _guards) - mine) & _guards) == _guards;

    private long Of(Use[] uses, UsbNeed usb)
    {
        var taken = 0L;
        foreach (var fit in usb.Fits)
        {
            var at = _usb.FindIndex(one => one.Fits == fit);
            if (at >= 0 && Settled(taken + (1L << _usb[at].Shift)) is { Unfed: 0 } more)
                taken = more.Fed;
        }

        foreach (var use in uses)
            taken = With(taken, use.Resource, use.Pieces);
        return taken;
    }

    private long With(long taken, int resource, int pieces)
    {
        foreach (ref readonly var field in _fields.AsSpan())
        {
            if (field.Resource == resource && pieces > 0)
                return taken + ((long)Math.Min(pieces, field.There) << field.Shift);
        }

        return taken;
    }

    // The boxes that are fed, as many as can be, and how many are left.
    private (long Fed, int Unfed) Settled(long usb)
    {
        if (_settled.TryGetValue(usb, out var known))
            return known;
        var (fed, unfed) = UsbNeed.Feed(_usb.SelectMany(one => Enumerable.Repeat(one.Fits, (int)((usb & one.Mask) >> one.Shift))));
        return _settled[usb] = (fed.Sum(fits => 1L << _usb.Find(one => one.Fits == fits).Shift), unfed);
    }

    // The highest bit of a field stays clear in what a part takes: two parts fit side by side, and one borrow shows which takes more.
    private int ShiftOf(int most)
    {
        var (width, shift) = (BitOperations.Log2((uint)most) + 1, _bits);
        if (shift + width > MostBits)
            return -1;
        _bits += width;
        _guards |= 1L << _bits - 1;
        return shift;
    }

    private long MaskAt(int shift) => ((1L << _bits) - 1) & ~((1L << shift) - 1);
}
