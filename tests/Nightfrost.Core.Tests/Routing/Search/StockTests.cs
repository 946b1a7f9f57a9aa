using CsCheck;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Search;

/// <summary>Parts put together in any order pay just what a parts list of all of them would.</summary>
public class StockTests
{
    private const int Supply = 0;

    /// <summary>A part: pieces of two things, and boxes by the USB sockets they fit.</summary>
    private sealed record Part(int First, int Second, int[] Fits);

    private sealed record Case(int[] There, Part[] Parts)
    {
        public override string ToString() =>
            $"there {string.Join(' ', There)}; {string.Join("; ", Parts.Select(p => $"{p.First} {p.Second} [{string.Join(' ', p.Fits)}]"))}";
    }

    private static readonly Gen<Case> Cases =
        from there in Gen.Int[0, 3].Array[3]
        from parts in Gen.Select(Gen.Int[0, 2], Gen.Int[0, 2], Gen.Int[1, 7].Array[0, 2], (first, second, fits) => new Part(first, second, fits)).Array[1, 5]
        select new Case(there, parts);

    private static readonly long[] Prices = [700, 1100, 1300];

    private static (Stock Stock, List<Fork> Parts) Of(Case one)
    {
        var resources = new Resources();
        for (var r = 0; r < Prices.Length; r++)
            resources.Of($"thing {r}", one.There[r], Prices[r] / 100m);
        var parts = one.Parts.Select(part =>
        {
            var usb = new UsbNeed(part.Fits);
            Use[] uses = [.. new Use[] { new(1, part.First), new(2, part.Second), new(Supply, usb.Unfed) }.Where(use => use.Pieces > 0)];
            return new Fork { Number = 0, Socket = 0, Most = 1, Effort = 0, Uses = uses, Usb = usb, Cents = resources.CentsOf(uses) };
        }).ToList();
        var site = new Site(Look([Optical()], Listener()), Shelf());
        var candidates = new Candidates
        {
            Site = site,
            BySocket = [],
            Resources = resources,
            InStep = new InStepTable(site),
            Forks = parts,
            Tolerances = [0],
            Supply = Supply,
        };
        return (new Stock(candidates, false), parts);
    }

    private static long PriceOfAll(Case one)
    {
        int[] wanted = [new UsbNeed(one.Parts.SelectMany(part => part.Fits)).Unfed, one.Parts.Sum(part => part.First), one.Parts.Sum(part => part.Second)];
        return Enumerable.Range(0, Prices.Length).Sum(r => Prices[r] * Math.Max(0, wanted[r] - one.There[r]));
    }

    private static Weight PriceOf(IEnumerable<Fork> parts) => new(0, parts.Sum(part => part.Cents), 0);

    [Fact]
    public void Parts_pay_together_what_their_sum_costs() => Cases.Sample(one =>
    {
        var (stock, parts) = Of(one);
        var (taken, weight) = (0L, PriceOf(parts));
        foreach (var part in parts)
            taken = stock.Join(taken, stock.Of(part), ref weight);
        return weight.Cents == PriceOfAll(one);
    });

    [Fact]
    public void Halves_put_together_pay_the_same() => Cases.Sample(one =>
    {
        var (stock, parts) = Of(one);
        var weight = PriceOf(parts);
        long All(IEnumerable<Fork> some) => some.Aggregate(0L, (taken, part) => stock.Join(taken, stock.Of(part), ref weight));
        var (left, right) = (All(parts.Take(parts.Count / 2)), All(parts.Skip(parts.Count / 2)));
        _ = stock.Join(left, right, ref weight);
        return weight.Cents == PriceOfAll(one);
    });

    [Fact]
    public void What_takes_no_more_never_makes_what_follows_dearer() => Cases.Where(one => one.Parts.Length >= 3).Sample(one =>
    {
        var (stock, parts) = Of(one);
        var (a, b) = (stock.Of(parts[0]), stock.Of(parts[1]));
        if (!stock.TakesNoMore(a, b))
            return true;
        var (withA, withB, takenA, takenB) = (default(Weight), default(Weight), a, b);
        foreach (var part in parts.Skip(2))
            (takenA, takenB) = (stock.Join(takenA, stock.Of(part), ref withA), stock.Join(takenB, stock.Of(part), ref withB));
        return withA.Cents <= withB.Cents;
    });
}
