using System.Numerics;

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

/// <summary>What could still be had with the listeners who are not served yet, by the sockets left for them; what cannot pass a known rig with that is not worth building.</summary>
internal sealed class Ideals
{
    private Ideals(Rests needs, Rests cents, Rests hand, KnownRigs known)
    {
        Beside = [.. cents.Beside.Select((_, i) => new Left(known, needs.Beside[i], cents.Beside[i], hand.Beside[i]))];
        Behind = [.. cents.Behind.Select((groups, i) => groups.Select((group, g) => group?.Select((_, h) => new Left(known, needs.Behind[i][g]![h], cents.Behind[i][g]![h], hand.Behind[i][g]![h])).ToArray()).ToArray())];
        After = [.. cents.After.Select((_, i) => new Left(known, needs.After[i], cents.After[i], hand.After[i]))];
    }

    private Ideals(Rests rests, long? known)
    {
        Beside = [.. rests.Beside.Select(rest => new Left(rest, known))];
        Behind = [.. rests.Behind.Select(groups => groups.Select(group => group?.Select(rest => new Left(rest, known)).ToArray()).ToArray())];
        After = [.. rests.After.Select(rest => new Left(rest, known))];
    }

    /// <summary>With any socket but one, in the order of the lines' sockets.</summary>
    public Left[] Beside { get; }

    /// <summary>With any socket but one and more feeds behind a fork of that one, by group of its lines and feeds behind the fork already, from one.</summary>
    public IReadOnlyList<Left[]?[]> Behind { get; }

    /// <summary>With the sockets after one.</summary>
    public Left[] After { get; }

    /// <summary>The ideals under a threshold; null when nothing new can be found there.</summary>
    public static Ideals? Of(
        Candidates candidates, Narrowed lines, Threshold threshold, IReadOnlyList<Demand> demands, int served, long budgetCents, IEnumerable<Score> known, CancellationToken cancel)
    {
        var required = SubsetSolver.Required(demands);
        var needs = Best(new(0, 1, 0, 0));
        var most = Rests.Of(needs.OfSets, served, required)[0];
        if (SubsetSolver.IsNever(most))
            return null;
        var (cents, hand) = (Best(new(0, 0, 1, 0)), Best(new(0, 0, 0, 1)));
        var rigs = new KnownRigs([.. known], budgetCents);
        return rigs.MayBeNew((int)most, -Rests.Of(cents.OfSets, served, required)[0], (int)-Rests.Of(hand.OfSets, served, required)[0])
            ? new Ideals(Rests.Of(needs, served, required), Rests.Of(cents, served, required), Rests.Of(hand, served, required), rigs)
            : null;

        Bests Best(Weights weights) => SubsetSolver.BestOfSets(candidates, lines, weights, threshold, demands, cancel);
    }

    /// <summary>The ideals of one weighing, which stands in the place of the price; only what is better than a rig known already may pass.</summary>
    /// <param name="rests">What others could add when everything at hand may be used by everybody.</param>
    /// <param name="known">Weighed sum of the rig known already; null for none.</param>
    public static Ideals Of(Rests rests, long? known) => new(rests, known);

    /// <summary>For each set of listeners served already, the most that could still be had with the others.</summary>
    public sealed class Left
    {
        // More than any weighed sum, and still far from overflowing when added up over listeners.
        private const long Dear = long.MaxValue >> 6;

        private readonly KnownRigs? _known;
        private readonly (int Needs, int Hand, long Cents)[] _rests = [];

        // Of one weighing: what a part must weigh less than.
        private readonly long[]? _limits;

        internal Left(KnownRigs known, long[] needs, long[] cents, long[] hand)
        {
            (_known, _rests) = (known, new (int Needs, int Hand, long Cents)[cents.Length]);
            for (var set = 0; set < cents.Length; set++)
                _rests[set] = SubsetSolver.IsNever(cents[set]) ? (0, 0, SubsetSolver.Never) : ((int)needs[set], (int)hand[set], cents[set]);
        }

        internal Left(long[] rest, long? known)
        {
            _limits = new long[rest.Length];
            for (var set = 0; set < rest.Length; set++)
                _limits[set] = SubsetSolver.IsNever(rest[set]) ? long.MinValue : known is { } sum ? rest[set] - sum : long.MaxValue;
        }

        /// <summary>True when something built on this part may still be new and within the budget.</summary>
        public bool MayPass(int set, int needs, long cents, int hand)
        {
            if (_limits is { } limits)
                return cents < limits[set];
            ref readonly var rest = ref _rests[set];
            return _known!.MayBeNew(needs + rest.Needs, cents - rest.Cents, hand - rest.Hand);
        }

        /// <summary>False when of one weighing no set of listeners on a feed may pass.</summary>
        /// <param name="feed">What the feed weighs; less is better.</param>
        /// <param name="most">The most that each listener adds; the least number there is for one who cannot.</param>
        /// <param name="sums">Room for a number for each set.</param>
        public bool MayAny(long feed, ReadOnlySpan<long> most, long[] sums)
        {
            var (limits, width) = (_limits!, Vector<long>.Count);
            sums[0] = feed;
            for (var i = 0; i < most.Length; i++)
            {
                var (one, size, set) = (most[i] == long.MinValue ? Dear : -most[i], 1 << i, 0);
                for (var ones = new Vector<long>(one); set + width <= size; set += width)
                    (new Vector<long>(sums, set) + ones).CopyTo(sums, size + set);
                for (; set < size; set++)
                    sums[size + set] = sums[set] + one;
            }

            // Nobody on it is of no use.
            sums[0] = long.MaxValue;
            var at = 0;
            for (; at + width <= limits.Length; at += width)
            {
                if (Vector.LessThanAny(new Vector<long>(sums, at), new Vector<long>(limits, at)))
                    return true;
            }

            for (; at < limits.Length; at++)
            {
                if (sums[at] < limits[at])
                    return true;
            }

            return false;
        }
    }
}
