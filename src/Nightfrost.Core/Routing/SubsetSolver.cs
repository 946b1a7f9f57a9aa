using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>Least a rig must reach on what is only as good as its worst listener.</summary>
internal readonly record struct Threshold(int InStep, int Quality, int Margin)
{
    public static Threshold None { get; } = new(0, 0, 0);
}

/// <summary>How much each place that adds up over listeners counts, so that a sum of longs compares like the places one after the other.</summary>
internal readonly record struct Weights(long Served, long Needs, long Cents, long Hand)
{
    /// <summary>The weights of an order of priorities. Places that do not add up over listeners are left to thresholds.</summary>
    /// <param name="order">Criteria that count, the first one first.</param>
    public static Weights Of(IEnumerable<Criterion> order)
    {
        var (needs, cents, hand, weight) = (0L, 0L, 0L, 1L);
        foreach (var criterion in order.Reverse())
        {
            switch (criterion)
            {
                case Criterion.Needs:
                    (needs, weight) = (weight, weight << 9);
                    break;
                case Criterion.Price:
                    (cents, weight) = (weight, weight << 31);
                    break;
                case Criterion.Boxes:
                    (hand, weight) = (weight, weight << 9);
                    break;
            }
        }

        return new(weight, needs, cents, hand);
    }
}

/// <summary>Something that must pay for a piece that would otherwise be free: there are not enough for all.</summary>
/// <param name="Listener">Listener at whose ear it is, or the first listener of the group whose feed needs it.</param>
/// <param name="Resource">The resource; <see cref="UsbSockets"/> for the set's USB sockets.</param>
/// <param name="At">At the ear, in the feed or in the splitter before it.</param>
internal readonly record struct Charge(int Listener, int Resource, ChargedPart At)
{
    public const int UsbSockets = -2;
}

/// <summary>The part of a rig that needs a piece.</summary>
internal enum ChargedPart
{
    Ear,
    Feed,
    Splitter,
}

/// <summary>A listener whose route must hold a thing.</summary>
internal readonly record struct Demand(string Id, int Listener);

/// <summary>One route of a solution.</summary>
/// <param name="Listener">Number of the listener.</param>
/// <param name="Line">The feed.</param>
/// <param name="Group">Routes with the same number share the feed.</param>
/// <param name="Ear">What is worn.</param>
/// <param name="FromBox">Set of the sorts of things taken from the transmitter's box.</param>
internal readonly record struct Pick(int Listener, FeedLine Line, int Group, EarOption Ear, int FromBox);

/// <summary>A solution of the relaxed problem.</summary>
/// <param name="Key">Its weighed sum.</param>
/// <param name="Served">Set of listeners served.</param>
/// <param name="Picks">Their routes.</param>
internal sealed record Solution(long Key, int Served, IReadOnlyList<Pick> Picks);

/// <summary>
/// The best rig when everything at hand may be used by everybody: exact over feeds, splitters, sockets, modes and ears, by dynamic programming over sets of listeners.
/// It never underrates a rig. See docs/routing.md.
/// </summary>
internal sealed class SubsetSolver
{
    private const long Never = long.MinValue / 4;

    private readonly Candidates _candidates;
    private readonly Weights _weights;
    private readonly Threshold _threshold;
    private readonly Charges _charges;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly int _listeners;
    private readonly int _sets;
    private readonly CancellationToken _cancel;

    private SubsetSolver(Candidates candidates, Weights weights, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, CancellationToken cancel)
    {
        (_candidates, _weights, _threshold, _charges, _demands, _cancel) = (candidates, weights, threshold, charges, demands, cancel);
        _listeners = candidates.Tolerances.Length;
        _sets = 1 << _listeners;
    }

    /// <summary>The best relaxed solution; it may serve nobody.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="weights">What counts.</param>
    /// <param name="threshold">Least that every route must reach.</param>
    /// <param name="charges">How many pieces each user must pay although they are at hand.</param>
    /// <param name="demands">What must stand in whose route.</param>
    /// <param name="cancel">Stops the work.</param>
    public static Solution Best(
        Candidates candidates, Weights weights, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, CancellationToken cancel) =>
        new SubsetSolver(candidates, weights, threshold, charges, demands, cancel).Run();

    /// <summary>The best key of each set of listeners served exactly, by number of the set; <see cref="IsNever"/> where nothing serves it.</summary>
    public static long[] BestOfSets(
        Candidates candidates, Weights weights, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, CancellationToken cancel) =>
        new SubsetSolver(candidates, weights, threshold, charges, demands, cancel).Fill([]);

    /// <summary>The listeners whose routes must hold something.</summary>
    public static int Required(IReadOnlyList<Demand> demands) => demands.Aggregate(0, (set, demand) => set | 1 << demand.Listener);

    /// <summary>True for a key that stands for nothing.</summary>
    public static bool IsNever(long key) => key <= Never / 2;

    private Solution Run()
    {
        var taken = new List<(SocketTable Table, int[] Part)>();
        var best = Fill(taken);
        var (served, required) = (-1, Required(_demands));
        for (var set = 0; set < _sets; set++)
        {
            if ((set & required) == required && !IsNever(best[set]) && (served < 0 || best[set] > best[served]))
                served = set;
        }

        return served <= 0 ? new(Never, 0, []) : new(best[served], served, Trace(taken, served));
    }

    private long[] Fill(List<(SocketTable Table, int[] Part)> taken)
    {
        var perSocket = new SocketTable?[_candidates.Sockets];
        foreach (var group in _candidates.Lines.GroupBy(l => l.Socket))
        {
            _cancel.ThrowIfCancellationRequested();
            perSocket[group.Key] = TableOf(group);
        }

        // best[set]: the best way to serve exactly this set by the sockets so far.
        var best = new long[_sets];
        Array.Fill(best, Never);
        best[0] = 0;
        foreach (var table in perSocket)
        {
            if (table is null)
                continue;
            var (next, part) = ((long[])best.Clone(), new int[_sets]);
            for (var set = 1; set < _sets; set++)
            {
                for (var sub = set; sub > 0; sub = (sub - 1) & set)
                {
                    var key = table.Key[sub] + best[set ^ sub];
                    if (key > next[set])
                        (next[set], part[set]) = (key, sub);
                }
            }

            taken.Add((table, part));
            best = next;
        }

        return best;
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
            foreach (var (line, group) in table.Groups(mine))
            {
                new GroupSolver(this, line).Best(group, picks, groups);
                groups++;
            }
        }

        return [.. picks.OrderBy(p => p.Listener)];
    }

    private SocketTable TableOf(IEnumerable<FeedLine> lines)
    {
        var table = new SocketTable(_sets);
        foreach (var bySplitter in lines.GroupBy(l => l.Splitter).OrderBy(g => g.Key))
        {
            var keys = new long[_sets];
            Array.Fill(keys, Never);
            var at = new FeedLine[_sets];
            foreach (var line in bySplitter)
                new GroupSolver(this, line).FillInto(keys, at);
            if (bySplitter.Key < 0)
                table.Take(keys, at);
            else
                Split(table, _candidates.Splitters[bySplitter.Key], keys, at);
        }

        return table;
    }

    // A splitter stands once for all groups behind it, at most as many as it has outputs left.
    private void Split(SocketTable table, SplitterLine splitter, long[] group, FeedLine[] lines)
    {
        var ways = new List<(long[] Key, int[] Part)> { (group, Enumerable.Range(0, _sets).ToArray()) };
        for (var holders = 2; holders <= splitter.Most; holders++)
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

        table.Take(splitter, ways, lines, lowest => -_weights.Cents * ChargedPrice.Of(_candidates, _charges, splitter.Uses, splitter.Cents, splitter.UsbBoxes, lowest, ChargedPart.Splitter) - _weights.Hand * splitter.Hand);
    }

    /// <summary>The best of one line for each set of listeners.</summary>
    private readonly struct GroupSolver(SubsetSolver solver, FeedLine line)
    {
        /// <summary>Raises the keys that this line betters.</summary>
        public void FillInto(long[] keys, FeedLine[] at)
        {
            if (line.InTheBox.Length > 0)
            {
                for (var set = 1; set < keys.Length; set++)
                {
                    if (BitOperations.PopCount((uint)set) <= line.Most && BestInBox(set, null, 0) is var key && key > keys[set])
                        (keys[set], at[set]) = (key, line);
                }

                return;
            }

            var n = solver._listeners;
            Span<long> own = stackalloc long[n];
            for (var size = 1; size <= line.Most; size++)
            {
                var any = false;
                for (var i = 0; i < n; i++)
                {
                    own[i] = BestEar(i, size, out _);
                    any |= own[i] > Never;
                }

                if (!any)
                    continue;
                if (size == 1)
                {
                    for (var i = 0; i < n; i++)
                        Raise(keys, at, 1 << i, own[i] > Never ? own[i] + FeedKey(i) : Never);
                }
                else if (SameFrom(size))
                {
                    FillFrom(size, own, keys, at);
                    return;
                }
                else
                {
                    for (var set = 1; set < keys.Length; set++)
                    {
                        if (BitOperations.PopCount((uint)set) == size)
                            Raise(keys, at, set, SumOf(set, own));
                    }
                }
            }
        }

        /// <summary>The best routes of one set, in the order of its listeners.</summary>
        public void Best(int set, List<Pick> into, int group)
        {
            if (line.InTheBox.Length > 0)
            {
                BestInBox(set, into, group);
                return;
            }

            var size = BitOperations.PopCount((uint)set);
            for (var rest = set; rest != 0; rest &= rest - 1)
            {
                var i = BitOperations.TrailingZeroCount(rest);
                BestEar(i, size, out var ear);
                into.Add(new(i, line, group, ear!, 0));
            }
        }

        private void Raise(long[] keys, FeedLine[] at, int set, long key)
        {
            if (key > keys[set])
                (keys[set], at[set]) = (key, line);
        }

        private void FillFrom(int size, ReadOnlySpan<long> own, long[] keys, FeedLine[] at)
        {
            Span<long> sums = keys.Length <= 4096 ? stackalloc long[keys.Length] : new long[keys.Length];
            sums[0] = 0;
            for (var set = 1; set < keys.Length; set++)
            {
                var lowest = BitOperations.TrailingZeroCount(set);
                var rest = sums[set & (set - 1)];
                sums[set] = rest <= Never || own[lowest] <= Never ? Never : rest + own[lowest];
                var count = BitOperations.PopCount((uint)set);
                if (sums[set] > Never && count >= size && count <= line.Most && sums[set] + FeedKey(lowest) is var key && key > keys[set])
                    (keys[set], at[set]) = (key, line);
            }
        }

        private long SumOf(int set, ReadOnlySpan<long> own)
        {
            var sum = FeedKey(BitOperations.TrailingZeroCount(set));
            for (var rest = set; rest != 0; rest &= rest - 1)
            {
                var one = own[BitOperations.TrailingZeroCount(rest)];
                if (one <= Never)
                    return Never;
                sum += one;
            }

            return sum;
        }

        // True when no ear of the larger groups drops out as the group grows.
        private bool SameFrom(int size)
        {
            foreach (var list in line.Several)
            {
                foreach (var ear in list)
                {
                    if (ear.Most >= size && ear.Most < line.Most)
                        return false;
                }
            }

            return true;
        }

        private long FeedKey(int first) =>
            -solver._weights.Cents * ChargedPrice.Of(solver._candidates, solver._charges, line.Uses, line.Cents, line.UsbBoxes, first, ChargedPart.Feed) - solver._weights.Hand * line.Hand;

        private long BestEar(int listener, int size, out EarOption? best)
        {
            best = null;
            var (key, list) = (Never, size == 1 ? line.Alone[listener] : line.Several[listener]);
            foreach (var ear in list)
            {
                if (ear.Most < size || !Reaches(listener, ear))
                    continue;
                var mine = KeyOf(ear, CentsOf(listener, ear, 0));
                if (mine > key)
                    (key, best) = (mine, ear);
            }

            return key;
        }

        private bool Reaches(int listener, EarOption ear) => ChargedPrice.Reaches(solver._candidates, solver._threshold, solver._demands, line, listener, ear);

        private long KeyOf(EarOption ear, long cents) =>
            solver._weights.Served + solver._weights.Needs * line.NeedsOf(ear) - solver._weights.Cents * cents - solver._weights.Hand * ear.Hand;

        private long CentsOf(int listener, EarOption ear, int fromBox) => ChargedPrice.Of(solver._candidates, solver._charges, line, listener, ear, fromBox);

        // Exact with what is in the box: who gets each piece is tried, sort by sort, beside going without.
        private long BestInBox(int set, List<Pick>? into, int group)
        {
            var kinds = line.InTheBox.Length;
            var states = 1;
            foreach (var (_, pieces) in line.InTheBox)
                states *= pieces + 1;
            var members = new List<int>();
            for (var rest = set; rest != 0; rest &= rest - 1)
                members.Add(BitOperations.TrailingZeroCount(rest));
            var keys = new long[members.Count + 1, states];
            var picks = new (EarOption? Ear, int From, int Takes)[members.Count + 1, states];
            for (var s = 1; s < states; s++)
                keys[0, s] = Never;
            for (var m = 0; m < members.Count; m++)
            {
                for (var s = 0; s < states; s++)
                    keys[m + 1, s] = Never;
                var list = members.Count == 1 ? line.Alone[members[m]] : line.Several[members[m]];
                foreach (var ear in list)
                {
                    if (ear.Most < members.Count || !Reaches(members[m], ear))
                        continue;
                    for (var takes = 0; takes < 1 << kinds; takes++)
                    {
                        if (!BoxState.Wants(line.InTheBox, ear, takes))
                            continue;
                        var mine = KeyOf(ear, CentsOf(members[m], ear, takes));
                        for (var s = 0; s < states; s++)
                        {
                            if (keys[m, s] > Never && BoxState.After(line.InTheBox, s, takes) is { } next && keys[m, s] + mine > keys[m + 1, next])
                                (keys[m + 1, next], picks[m + 1, next]) = (keys[m, s] + mine, (ear, s, takes));
                        }
                    }
                }
            }

            var (best, end) = (Never, 0);
            for (var s = 0; s < states; s++)
            {
                if (keys[members.Count, s] > best)
                    (best, end) = (keys[members.Count, s], s);
            }

            if (best <= Never)
                return Never;
            for (var m = members.Count; into is not null && m > 0; m--)
            {
                var (ear, from, takes) = picks[m, end];
                into.Add(new(members[m - 1], line, group, ear!, takes));
                end = from;
            }

            return best + FeedKey(members[0]);
        }
    }

    /// <summary>The best use of one socket for each set of listeners.</summary>
    private sealed class SocketTable
    {
        private readonly FeedLine?[] _line;
        private readonly (List<(long[] Key, int[] Part)> Ways, FeedLine[] Lines, int Holders)?[] _split;

        public SocketTable(int sets)
        {
            Key = new long[sets];
            Array.Fill(Key, Never);
            (_line, _split) = (new FeedLine?[sets], new (List<(long[], int[])>, FeedLine[], int)?[sets]);
        }

        public long[] Key { get; }

        public void Take(long[] keys, FeedLine[] lines)
        {
            for (var set = 1; set < Key.Length; set++)
            {
                if (keys[set] > Key[set])
                    (Key[set], _line[set], _split[set]) = (keys[set], lines[set], null);
            }
        }

        public void Take(SplitterLine splitter, List<(long[] Key, int[] Part)> ways, FeedLine[] lines, Func<int, long> cost)
        {
            for (var set = 1; set < Key.Length; set++)
            {
                var own = cost(BitOperations.TrailingZeroCount(set));
                for (var holders = 1; holders <= ways.Count; holders++)
                {
                    var key = ways[holders - 1].Key[set];
                    if (key > Never && key + own > Key[set])
                        (Key[set], _line[set], _split[set]) = (key + own, null, (ways, lines, holders));
                }
            }
        }

        public IEnumerable<(FeedLine Line, int Set)> Groups(int set)
        {
            if (_split[set] is not { } split)
            {
                yield return (_line[set]!, set);
                yield break;
            }

            for (var holders = split.Holders; holders >= 1; holders--)
            {
                var part = split.Ways[holders - 1].Part[set];
                yield return (split.Lines[part], part);
                set ^= part;
            }
        }
    }
}
