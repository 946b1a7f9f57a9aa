using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>The best weighed sums behind one fork of a socket, without the splitter.</summary>
/// <param name="ByHolders">Of each set of listeners, by exactly one feed, exactly two, and so on.</param>
/// <param name="Splitter">For each number of feeds, from one, the most that a splitter with as many outputs left adds; less than nothing where it costs.</param>
internal sealed record ForkBests(IReadOnlyList<long[]> ByHolders, long[] Splitter);

/// <summary>The best weighed sums of one socket.</summary>
/// <param name="OfSets">Of each set of listeners.</param>
/// <param name="Forks">Those behind its forks, in the order of the groups of its lines; null where a group hangs on none.</param>
internal sealed record SocketBests(long[] OfSets, IReadOnlyList<ForkBests?> Forks);

/// <summary>The best weighed sums when everything at hand may be used by everybody.</summary>
/// <param name="OfSets">Of each set of listeners served exactly, by number of the set; <see cref="SubsetSolver.IsNever"/> where nothing serves it.</param>
/// <param name="OfSockets">The same by each socket alone, in the order of the lines' sockets.</param>
internal sealed record Bests(long[] OfSets, IReadOnlyList<SocketBests> OfSockets)
{
    /// <summary>The best of each set before any socket is used: only that of nobody can be had, for nothing.</summary>
    /// <param name="sets">Sets of listeners.</param>
    public static long[] OfNothing(int sets)
    {
        var best = new long[sets];
        Array.Fill(best, SubsetSolver.Never);
        best[0] = 0;
        return best;
    }

    /// <summary>The best of each set by what serves it already and one more socket.</summary>
    /// <param name="best">Best without that socket, 0 for the empty set.</param>
    /// <param name="socket">Best by that socket alone.</param>
    /// <param name="part">Takes the listeners that the socket serves; null where nobody asks.</param>
    public static long[] With(long[] best, long[] socket, int[]? part = null)
    {
        var next = (long[])best.Clone();
        for (var set = 1; set < next.Length; set++)
        {
            for (var sub = set; sub > 0; sub = (sub - 1) & set)
            {
                var key = socket[sub] + best[set ^ sub];
                if (key <= next[set])
                    continue;
                next[set] = key;
                if (part is not null)
                    part[set] = sub;
            }
        }

        return next;
    }
}

/// <summary>For each set of listeners served already, the most that the others could still add, by what is left for them.</summary>
/// <param name="Beside">Any socket but one, in the order of the lines' sockets.</param>
/// <param name="Behind">Any socket but one and more feeds behind a fork of that one, whose splitter is still to be paid: by socket, group of its lines, and feeds behind the fork already, from one; null where a group hangs on no fork.</param>
/// <param name="After">The sockets after one.</param>
internal sealed record Rests(long[][] Beside, IReadOnlyList<long[][]?[]> Behind, long[][] After)
{
    /// <summary>Works them out.</summary>
    /// <param name="bests">The best of sets and sockets.</param>
    /// <param name="served">Listeners to serve.</param>
    /// <param name="required">Listeners who must be among them.</param>
    public static Rests Of(Bests bests, int served, int required)
    {
        var sockets = bests.OfSockets;
        var (before, after) = (Bests.OfNothing(bests.OfSets.Length), new long[sockets.Count + 1][]);
        after[sockets.Count] = Bests.OfNothing(bests.OfSets.Length);
        for (var i = sockets.Count - 1; i > 0; i--)
            after[i] = Bests.With(after[i + 1], sockets[i].OfSets);
        var (beside, later) = (new long[sockets.Count][], new long[sockets.Count][]);
        var behind = new List<long[][]?[]>();
        for (var i = 0; i < sockets.Count; i++)
        {
            var others = Bests.With(after[i + 1], before);
            beside[i] = Of(others, served, required);
            behind.Add([.. sockets[i].Forks.Select(fork => fork is null ? null : LeftBehind(fork, others, served, required))]);
            later[i] = Of(after[i + 1], served, required);
            before = Bests.With(before, sockets[i].OfSets);
        }

        return new(beside, behind, later);
    }

    // From most feeds to one: the more are behind the fork already, the fewer may follow.
    private static long[][] LeftBehind(ForkBests fork, long[] others, int served, int required)
    {
        var (left, more) = (new long[fork.ByHolders.Count][], Bests.OfNothing(others.Length));
        for (var holders = left.Length; holders > 0; holders--)
        {
            left[holders - 1] = Of(Bests.With(others, more), served, required);
            for (var set = 0; set < others.Length; set++)
            {
                left[holders - 1][set] = SubsetSolver.IsNever(left[holders - 1][set]) ? SubsetSolver.Never : left[holders - 1][set] + fork.Splitter[holders - 1];
                more[set] = Math.Max(more[set], fork.ByHolders[left.Length - holders][set]);
            }
        }

        return left;
    }

    /// <summary>The best over every set of others that makes up the number served.</summary>
    /// <param name="best">The best of each set by what is left.</param>
    /// <param name="served">Listeners to serve.</param>
    /// <param name="required">Listeners who must be among them.</param>
    public static long[] Of(long[] best, int served, int required)
    {
        var rest = new long[best.Length];
        var all = best.Length - 1;
        for (var set = 0; set < best.Length; set++)
        {
            var (missing, others) = (served - BitOperations.PopCount((uint)set), all ^ set);
            rest[set] = missing == 0 && (set & required) == required ? 0 : SubsetSolver.Never;
            if (missing <= 0)
                continue;
            if (missing == BitOperations.PopCount((uint)others))
            {
                rest[set] = best[others];
                continue;
            }

            for (var sub = others; sub > 0; sub = (sub - 1) & others)
            {
                if (((set | sub) & required) == required && BitOperations.PopCount((uint)sub) == missing && best[sub] > rest[set])
                    rest[set] = best[sub];
            }
        }

        return rest;
    }
}
