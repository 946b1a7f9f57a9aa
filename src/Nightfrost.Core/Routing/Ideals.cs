namespace Nightfrost.Core.Routing;

/// <summary>Steps spent by a search, the same on every machine.</summary>
/// <param name="most">Steps after which the search stops.</param>
internal sealed class StepCount(long most)
{
    public long Most { get; } = most;
    public long Spent { get; set; }

    /// <summary>True when the search must stop and say so.</summary>
    public bool IsOver => Spent > Most;
}

/// <summary>For each set of listeners served already, the most that could still be had with the others; what cannot pass a known rig is not worth building.</summary>
internal sealed class Ideals
{
    private readonly long[] _needs;
    private readonly long[] _cents;
    private readonly long[] _hand;
    private readonly (int Needs, long Cents, int Hand)[] _known;
    private readonly long _budgetCents;

    private Ideals(long[] needs, long[] cents, long[] hand, IEnumerable<(int, long, int)> known, long budgetCents) =>
        (_needs, _cents, _hand, _known, _budgetCents) = (needs, cents, hand, Undominated(known), budgetCents);

    /// <summary>The ideals under a threshold; null when nothing new can be found there.</summary>
    public static Ideals? Of(
        Candidates candidates, Narrowed lines, Threshold threshold, IReadOnlyList<Demand> demands, int served, long budgetCents, IEnumerable<Score> known, CancellationToken cancel)
    {
        var needs = Best(new(0, 1, 0, 0));
        if (SubsetSolver.IsNever(needs[0]))
            return null;
        var ideals = new Ideals(needs, Best(new(0, 0, 1, 0)), Best(new(0, 0, 0, 1)), known.Select(score => (score.NeedsMet, (long)Math.Round(score.Price * 100), score.Boxes)), budgetCents);
        return ideals.MayPass(0, 0, 0, 0) ? ideals : null;

        long[] Best(Weights weights) => Rest(SubsetSolver.BestOfSets(candidates, lines, weights, threshold, demands, cancel), served, SubsetSolver.Required(demands));
    }

    /// <summary>The ideals of one weighing, which stands in the place of the price; only what is better than a rig known already may pass.</summary>
    /// <param name="relaxed">The best of every set when everything at hand may be used by everybody.</param>
    /// <param name="demands">What must stand in whose route.</param>
    /// <param name="served">Listeners to serve.</param>
    /// <param name="known">Weighed sum of the rig known already; null for none.</param>
    public static Ideals Of(Solution relaxed, IReadOnlyList<Demand> demands, int served, long? known)
    {
        var rest = Rest(relaxed.OfSets, served, SubsetSolver.Required(demands));
        return new(new long[rest.Length], rest, new long[rest.Length], known is { } sum ? [(0, -sum, 0)] : [], long.MaxValue);
    }

    /// <summary>True when something built on this part may still be new and within the budget.</summary>
    public bool MayPass(int set, int needs, long cents, int hand)
    {
        if (SubsetSolver.IsNever(_needs[set]) || SubsetSolver.IsNever(_cents[set]))
            return false;
        var (most, least, fewest) = (needs + _needs[set], cents - _cents[set], hand - _hand[set]);
        if (least > _budgetCents)
            return false;
        foreach (var score in _known)
        {
            if (score.Cents > least)
                break;
            if (score.Needs >= most && score.Hand <= fewest)
                return false;
        }

        return true;
    }

    // Of the rigs known those that no other is as good as, the cheapest first: no more are needed to tell what passes them.
    private static (int Needs, long Cents, int Hand)[] Undominated(IEnumerable<(int Needs, long Cents, int Hand)> known)
    {
        var kept = new List<(int Needs, long Cents, int Hand)>();
        foreach (var one in known.OrderBy(k => k.Cents).ThenByDescending(k => k.Needs).ThenBy(k => k.Hand))
        {
            if (!kept.Exists(k => k.Needs >= one.Needs && k.Hand <= one.Hand))
                kept.Add(one);
        }

        return [.. kept];
    }

    // The best over every set of others that makes up the number served.
    private static long[] Rest(long[] best, int served, int required)
    {
        var rest = new long[best.Length];
        var all = best.Length - 1;
        for (var set = 0; set < best.Length; set++)
        {
            var missing = served - System.Numerics.BitOperations.PopCount((uint)set);
            rest[set] = missing == 0 && (set & required) == required ? 0 : long.MinValue / 4;
            if (missing <= 0)
                continue;
            var others = all ^ set;
            for (var sub = others; sub > 0; sub = (sub - 1) & others)
            {
                if (((set | sub) & required) == required && System.Numerics.BitOperations.PopCount((uint)sub) == missing && best[sub] > rest[set])
                    rest[set] = best[sub];
            }
        }

        return rest;
    }
}
