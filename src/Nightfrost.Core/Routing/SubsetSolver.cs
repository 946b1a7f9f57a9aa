namespace Nightfrost.Core.Routing;

/// <summary>
/// The best rig when everything at hand may be used by everybody: exact over feeds, splitters, sockets, modes and ears, by dynamic programming over sets of listeners.
/// It never underrates a rig. See docs/routing.md.
/// </summary>
internal sealed partial class SubsetSolver
{
    /// <summary>Stands for what nothing serves; two of them add up without overflowing.</summary>
    public const long Never = long.MinValue / 4;

    private readonly Candidates _candidates;
    private readonly Narrowed _lines;
    private readonly Weights _weights;
    private readonly Threshold _threshold;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly int _listeners;
    private readonly int _sets;
    private readonly CancellationToken _cancel;

    private SubsetSolver(Candidates candidates, Narrowed lines, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands, CancellationToken cancel)
    {
        (_candidates, _lines, _weights, _threshold, _demands, _cancel) = (candidates, lines, weights, threshold, demands, cancel);
        _listeners = candidates.Tolerances.Length;
        _sets = 1 << _listeners;
    }

    /// <summary>The best relaxed solution; it may serve nobody.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="lines">Its lines that the weights and the threshold need.</param>
    /// <param name="weights">What counts.</param>
    /// <param name="threshold">Least that every route must reach.</param>
    /// <param name="demands">What must stand in whose route.</param>
    /// <param name="cancel">Stops the work.</param>
    public static Solution Best(
        Candidates candidates, Narrowed lines, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands, CancellationToken cancel) =>
        new SubsetSolver(candidates, lines, weights, threshold, demands, cancel).Run();

    /// <summary>The best keys alone.</summary>
    public static Bests BestOfSets(
        Candidates candidates, Narrowed lines, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands, CancellationToken cancel) =>
        new SubsetSolver(candidates, lines, weights, threshold, demands, cancel).Fill([]);

    /// <summary>The listeners whose routes must hold something.</summary>
    public static int Required(IReadOnlyList<Demand> demands) => demands.Aggregate(0, (set, demand) => set | 1 << demand.Listener);

    /// <summary>True for a key that stands for nothing.</summary>
    public static bool IsNever(long key) => key <= Never / 2;

    private Solution Run()
    {
        var taken = new List<(SocketTable Table, int[] Part)>();
        var bests = Fill(taken);
        var (best, served, required) = (bests.OfSets, -1, Required(_demands));
        for (var set = 0; set < _sets; set++)
        {
            if ((set & required) == required && !IsNever(best[set]) && (served < 0 || best[set] > best[served]))
                served = set;
        }

        return served <= 0 ? new(Never, 0, [], bests) : new(best[served], served, Trace(taken, served), bests);
    }

    private Bests Fill(List<(SocketTable Table, int[] Part)> taken)
    {
        // best[set]: the best way to serve exactly this set by the sockets so far.
        var best = Bests.OfNothing(_sets);
        foreach (var socket in _lines.Sockets)
        {
            _cancel.ThrowIfCancellationRequested();
            var (table, part) = (TableOf(socket), new int[_sets]);
            best = Bests.With(best, table.Key, part);
            taken.Add((table, part));
        }

        return new(best, [.. taken.Select(one => new SocketBests(one.Table.Key, one.Table.Forks))]);
    }

    private List<Pick> Trace(List<(SocketTable Table, int[] Part)> taken, int set)
    {
        var (picks, groups) = (new List<Pick>(), 0);
        for (var i = taken.Count - 1; i >= 0; i--)
        {
            var (table, part) = taken[i];
            var mine = part[set];
            if (mine == 0)
                continue;
            set ^= mine;
            foreach (var (line, group, splitter) in table.Groups(mine))
            {
                new GroupSolver(this, line).Best(group, picks, groups, splitter);
                groups++;
            }
        }

        return [.. picks.OrderBy(p => p.Listener)];
    }

    private SocketTable TableOf(SocketLines socket)
    {
        var table = new SocketTable(_sets);
        foreach (var (number, lines) in socket.Groups)
        {
            var keys = new long[_sets];
            Array.Fill(keys, Never);
            var at = new FeedLine[_sets];
            foreach (var line in lines)
                new GroupSolver(this, line).FillInto(keys, at);
            if (number >= 0)
            {
                Split(table, _candidates.Forks[number], keys, at);
                continue;
            }

            table.Take(keys, at);
            table.Forks.Add(null);
        }

        return table;
    }

    // A splitter stands once for all groups behind it, at most as many as it has outputs left.
    private void Split(SocketTable table, Fork fork, long[] group, FeedLine[] lines)
    {
        var ways = new List<(long[] Key, int[] Part)> { (group, Enumerable.Range(0, _sets).ToArray()) };
        for (var holders = 2; holders <= fork.Most; holders++)
        {
            var (before, key, part) = (ways[^1].Key, new long[_sets], new int[_sets]);
            Array.Fill(key, Never);
            for (var set = 1; set < _sets; set++)
            {
                var lowest = set & -set;
                for (var sub = set; sub > 0; sub = (sub - 1) & set)
                {
                    if ((sub & lowest) == 0 || sub == set)
                        continue;
                    var sum = group[sub] + before[set ^ sub];
                    if (sum > key[set])
                        (key[set], part[set]) = (sum, sub);
                }
            }

            ways.Add((key, part));
        }

        var most = new long[ways.Count];
        Array.Fill(most, Never);
        foreach (var splitter in fork.Splitters)
        {
            var own = _weights.KeyOf(0, 0, splitter.Cents, splitter.Hand);
            table.Take(splitter, ways, lines, own);
            for (var holders = 1; holders <= splitter.Most; holders++)
                most[holders - 1] = Math.Max(most[holders - 1], own);
        }

        table.Forks.Add(new([.. ways.Select(way => way.Key)], most));
    }
}
