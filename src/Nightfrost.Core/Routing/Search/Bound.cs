using System.Numerics;

namespace Nightfrost.Core.Routing.Search;

/// <summary>Says which parts are not worth building, since not even the most that the listeners left could add makes them part of a rig that is wanted.</summary>
internal interface IBound
{
    /// <summary>True unless a part cannot lead to a rig that is wanted.</summary>
    /// <param name="set">The listeners it serves.</param>
    /// <param name="weight">What it weighs.</param>
    bool MayPass(int set, in Weight weight);

    /// <summary>True unless an ear cannot lead there in a group with others, who may cost less beside it than by themselves.</summary>
    /// <param name="listener">Whose ear.</param>
    /// <param name="weight">What it weighs.</param>
    bool MayJoin(int listener, in Weight weight);
}

/// <summary>Lets everything pass.</summary>
internal sealed class NoBound : IBound
{
    public static NoBound Instance { get; } = new();

    public bool MayPass(int set, in Weight weight) => true;

    public bool MayJoin(int listener, in Weight weight) => true;
}

/// <summary>
/// The least that the listeners left cost in any case, by the set of those served: everything at hand is free for everybody. It holds for whole groups: what these share with the others, a
/// splitter, is in what the others cost by themselves, so the sum of both is never more than the whole. Of one ear in a group it says nothing: with others on its feed it may have a codec that it
/// has not by itself.
/// </summary>
internal sealed class LeastCents
{
    // Less than half of the greatest number, so that sums stay numbers.
    private const long Never = long.MaxValue / 4;

    private readonly long[] _left;

    /// <param name="candidates">What may be planned with.</param>
    /// <param name="threshold">Least that every route must reach.</param>
    /// <param name="served">Listeners to serve in all.</param>
    /// <param name="cancel">Stops the work.</param>
    public LeastCents(Candidates candidates, Threshold threshold, int served, CancellationToken cancel)
    {
        var fronts = RigFronts.Of(candidates, Stock.OfNothing(candidates), Weighing.OfPrice, threshold, [], NoBound.Instance, new(long.MaxValue), cancel);
        _left = new long[fronts.Length];
        for (var set = 0; set < _left.Length; set++)
        {
            var (others, missing, least) = (_left.Length - 1 ^ set, served - BitOperations.PopCount((uint)set), Never);
            for (var sub = others; missing > 0; sub = (sub - 1) & others)
            {
                if (BitOperations.PopCount((uint)sub) == missing && fronts[sub] is { } front)
                {
                    foreach (var part in front.Parts)
                        least = Math.Min(least, part.Weight.Cents);
                }

                if (sub == 0)
                    break;
            }

            _left[set] = missing == 0 ? 0 : least;
        }
    }

    /// <summary>What they cost, in hundredths; more than any price where they cannot be served.</summary>
    public long Left(int set) => _left[set];
}

/// <summary>Lets pass what may still come to a gain and a price when everybody is served: what is left can add no more than the best ear of each.</summary>
internal sealed class GainBound : IBound
{
    private readonly long[] _left;
    private readonly long _least;
    private readonly LeastCents? _cents;
    private readonly long _mostCents;

    /// <param name="most">The most gain that each listener can have.</param>
    /// <param name="missing">How much of the sum of these a rig may lack.</param>
    /// <param name="cents">What those left cost at least; null where the price does not matter.</param>
    /// <param name="mostCents">Most that a rig may cost, in hundredths.</param>
    public GainBound(long[] most, long missing, LeastCents? cents = null, long mostCents = long.MaxValue)
    {
        (_cents, _mostCents, _left) = (cents, mostCents, new long[1 << most.Length]);
        for (var set = _left.Length - 1; set >= 0; set--)
        {
            for (var i = 0; i < most.Length; i++)
                _left[set] += (set >> i & 1) == 0 ? most[i] : 0;
        }

        _least = _left[0] - missing;
    }

    public bool MayPass(int set, in Weight weight) =>
        weight.Gain + _left[set] >= _least && (_cents is null || weight.Cents + _cents.Left(set) <= _mostCents);

    public bool MayJoin(int listener, in Weight weight) => weight.Gain + _left[1 << listener] >= _least;
}

/// <summary>Lets pass what stays within a budget.</summary>
/// <param name="cents">What those left cost at least.</param>
/// <param name="budgetCents">Most that a rig may cost, in hundredths.</param>
internal sealed class BudgetBound(LeastCents cents, long budgetCents) : IBound
{
    public bool MayPass(int set, in Weight weight) => weight.Cents + cents.Left(set) <= budgetCents;

    public bool MayJoin(int listener, in Weight weight) => true;
}
