using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>The best weighed sums when everything at hand may be used by everybody.</summary>
/// <param name="OfSets">Of each set of listeners served exactly, by number of the set; <see cref="SubsetSolver.IsNever"/> where nothing serves it.</param>
/// <param name="OfSockets">The same by each socket alone, in the order of the lines' sockets.</param>
internal sealed record Bests(long[] OfSets, IReadOnlyList<long[]> OfSockets)
{
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

/// <summary>For each set of listeners served already, the most that the others could still add, by the sockets that are left for them.</summary>
/// <param name="Anywhere">By any socket.</param>
/// <param name="Beside">By any socket but one, in the order of the lines' sockets.</param>
/// <param name="After">By the sockets after one.</param>
internal sealed record Rests(long[] Anywhere, long[][] Beside, long[][] After)
{
    // Below every sum that can be had.
    private const long Least = long.MinValue / 4;

    /// <summary>Works them out.</summary>
    /// <param name="bests">The best of sets and sockets.</param>
    /// <param name="served">Listeners to serve.</param>
    /// <param name="required">Listeners who must be among them.</param>
    public static Rests Of(Bests bests, int served, int required)
    {
        var sockets = bests.OfSockets;
        var (before, after) = (Nothing(bests.OfSets.Length), new long[sockets.Count + 1][]);
        after[sockets.Count] = Nothing(bests.OfSets.Length);
        for (var i = sockets.Count - 1; i > 0; i--)
            after[i] = Bests.With(after[i + 1], sockets[i]);
        var (beside, later) = (new long[sockets.Count][], new long[sockets.Count][]);
        for (var i = 0; i < sockets.Count; i++)
        {
            beside[i] = Of(Bests.With(after[i + 1], before), served, required);
            later[i] = Of(after[i + 1], served, required);
            before = Bests.With(before, sockets[i]);
        }

        return new(Of(bests.OfSets, served, required), beside, later);
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
            rest[set] = missing == 0 && (set & required) == required ? 0 : Least;
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

    private static long[] Nothing(int sets)
    {
        var best = new long[sets];
        Array.Fill(best, Least);
        best[0] = 0;
        return best;
    }
}
