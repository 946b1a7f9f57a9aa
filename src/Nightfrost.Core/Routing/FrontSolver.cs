using System.Numerics;
using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing;

/// <summary>A part of a rig on a front, with what it is made of.</summary>
internal sealed class FrontPoint
{
    public required int Needs { get; init; }
    public required long Cents { get; init; }
    public required int Hand { get; init; }

    /// <summary>What it takes of things there are only so many of, by <see cref="Stock"/>.</summary>
    public required long Taken { get; init; }

    /// <summary>Two parts put together.</summary>
    public FrontPoint? Left { get; init; }
    public FrontPoint? Right { get; init; }

    /// <summary>The feed that begins a group, or the ear that joins the group before it.</summary>
    public FeedLine? Line { get; init; }
    public EarOption? Ear { get; init; }
    public int Listener { get; init; }

    /// <summary>The splitter that all of it hangs on; null for none.</summary>
    public SplitterLine? Splitter { get; init; }
    public int FromBox { get; init; }

    /// <summary>The routes it is made of.</summary>
    public List<Pick> Picks()
    {
        var (picks, groups) = (new List<Pick>(), 0);
        Gather(this, null);
        return [.. picks.OrderBy(p => p.Listener)];

        void Gather(FrontPoint? point, SplitterLine? splitter)
        {
            if (point is null)
                return;
            if (point.Ear is null && point.Line is null)
            {
                Gather(point.Left, point.Splitter ?? splitter);
                Gather(point.Right, point.Splitter ?? splitter);
                return;
            }

            // A chain of ears back to the feed they share.
            var members = new List<FrontPoint>();
            var at = point;
            for (; at.Ear is not null; at = at.Left!)
                members.Add(at);
            picks.AddRange(members.Select(m => new Pick(m.Listener, at.Line!, groups, m.Ear!, m.FromBox, splitter)));
            groups++;
        }
    }
}

/// <summary>Points of which none is at least as good as another in wishes, price and boxes while taking no more of what is scarce.</summary>
/// <param name="stock">What is scarce.</param>
internal sealed class Front(Stock stock)
{
    private readonly List<(int Needs, int Hand, long Cents, long Taken)> _worths = [];
    private readonly List<FrontPoint> _points = [];

    public IReadOnlyList<FrontPoint> Points => _points;

    /// <summary>True when nothing here is at least as good.</summary>
    public bool Lacks(int needs, long cents, int hand, long taken)
    {
        foreach (ref readonly var p in CollectionsMarshal.AsSpan(_worths))
        {
            if (p.Cents <= cents && p.Needs >= needs && p.Hand <= hand && stock.TakesNoMore(p.Taken, taken))
                return false;
        }

        return true;
    }

    /// <summary>Adds a point that <see cref="Lacks"/> said is missing.</summary>
    /// <param name="point">The point.</param>
    /// <param name="taken">What it is compared by of scarce things.</param>
    public void Add(FrontPoint point, long taken)
    {
        var left = 0;
        for (var i = 0; i < _worths.Count; i++)
        {
            var p = _worths[i];
            if (point.Needs >= p.Needs && point.Cents <= p.Cents && point.Hand <= p.Hand && stock.TakesNoMore(taken, p.Taken))
                continue;
            if (left < i)
                (_worths[left], _points[left]) = (p, _points[i]);
            left++;
        }

        _worths.RemoveRange(left, _worths.Count - left);
        _points.RemoveRange(left, _points.Count - left);
        _worths.Add((point.Needs, point.Hand, point.Cents, taken));
        _points.Add(point);
    }

    public void Clear()
    {
        _worths.Clear();
        _points.Clear();
    }
}

/// <summary>Fronts of wishes, price and boxes for every set of listeners, under one threshold; the same recursion as <see cref="SubsetSolver"/>, kept whole instead of best only.</summary>
internal sealed class FrontSolver
{
    private readonly Candidates _candidates;
    private readonly Threshold _threshold;
    private readonly Weights? _weights;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Stock _stock;
    private readonly Ideals _ideals;
    private readonly StepCount _steps;
    private readonly List<Front> _scratch = [];
    private readonly bool[] _wanted;
    private readonly (int Needs, long Cents, int Hand, int Size)[] _sums;
    private readonly int _listeners;
    private readonly int _sets;
    private Front[] _lent = [];

    private FrontSolver(Candidates candidates, Stock stock, Threshold threshold, Weights? weights, IReadOnlyList<Demand> demands, Ideals ideals, StepCount steps)
    {
        (_candidates, _stock, _threshold, _weights, _demands, _ideals, _steps) = (candidates, stock, threshold, weights, demands, ideals, steps);
        _listeners = candidates.Tolerances.Length;
        _sets = 1 << _listeners;
        (_wanted, _sums) = (new bool[_sets], new (int, long, int, int)[_sets]);
    }

    /// <summary>Every point that serves as many listeners and may be new.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="stock">What is scarce.</param>
    /// <param name="lines">Its lines that the threshold needs, and the weighing if there is one.</param>
    /// <param name="threshold">Least that every route must reach.</param>
    /// <param name="weights">Compares by one weighed sum, less of which is better, in the place of the price; null compares by wishes, price and switching on.</param>
    /// <param name="demands">What must stand in whose route.</param>
    /// <param name="ideals">What could be had with the others.</param>
    /// <param name="served">Listeners to serve.</param>
    /// <param name="steps">Counts the work.</param>
    /// <param name="cancel">Stops it.</param>
    public static List<FrontPoint> Fronts(
        Candidates candidates, Stock stock, Narrowed lines, Threshold threshold, Weights? weights, IReadOnlyList<Demand> demands, Ideals ideals, int served, StepCount steps, CancellationToken cancel)
    {
        var solver = new FrontSolver(candidates, stock, threshold, weights, demands, ideals, steps);
        var fronts = solver.NewFronts();
        fronts[0]!.Add(new() { Needs = 0, Cents = 0, Hand = 0, Taken = 0 }, 0);
        foreach (var socket in lines.Sockets)
        {
            cancel.ThrowIfCancellationRequested();
            if (steps.IsOver)
                break;
            solver.Merge(fronts, solver.OfSocket(socket));
        }

        var last = new Front(stock);
        for (var set = 1; set < solver._sets; set++)
        {
            if (BitOperations.PopCount((uint)set) != served)
                continue;
            foreach (var point in fronts[set]?.Points ?? [])
            {
                if (last.Lacks(point.Needs, point.Cents, point.Hand, 0))
                    last.Add(point, 0);
            }
        }

        return [.. last.Points.OrderBy(p => p.Cents).ThenByDescending(p => p.Needs).ThenBy(p => p.Hand)];
    }

    private Front?[] NewFronts()
    {
        var fronts = new Front?[_sets];
        fronts[0] = new Front(_stock);
        return fronts;
    }

    // How a part is compared: by itself, or by its weighed sum alone.
    private (int Needs, long Cents, int Hand) Weighed(int served, int needs, long cents, int hand) => _weights is { } w ? (0, -w.KeyOf(served, needs, cents, hand), 0) : (needs, cents, hand);

    private long Join(long a, long b, ref long cents)
    {
        if (_weights is not { } weights)
            return _stock.Join(a, b, ref cents);
        var more = 0L;
        var taken = _stock.Join(a, b, ref more);
        cents += weights.Cents * more;
        return taken;
    }

    // Fronts for the groups of one line, used again for the next one.
    private Front[] Scratch(int count)
    {
        while (_scratch.Count < count)
            _scratch.Add(new(_stock));
        return _scratch.Count == _lent.Length ? _lent : _lent = [.. _scratch];
    }

    // From the largest set down, so that no set is read that this socket has added to already.
    private void Merge(Front?[] fronts, Front?[] socket)
    {
        var (mine, others) = (Filled(socket), Filled(fronts, 0));
        for (var k = others.Count - 1; k >= 0; k--)
        {
            foreach (var sub in mine)
            {
                if ((sub & others[k]) == 0)
                    Combine(fronts, sub | others[k], socket[sub]!, fronts[others[k]]!, true);
            }
        }
    }

    private static List<int> Filled(Front?[] fronts, int from = 1)
    {
        var filled = new List<int>();
        for (var set = from; set < fronts.Length; set++)
        {
            if (fronts[set] is { Points.Count: > 0 })
                filled.Add(set);
        }

        return filled;
    }

    private void Combine(Front?[] into, int set, Front mine, Front other, bool last)
    {
        foreach (var a in mine.Points)
        {
            foreach (var b in other.Points)
            {
                var cents = a.Cents + b.Cents;
                var taken = Join(a.Taken, b.Taken, ref cents);
                Put(into, set, a.Needs + b.Needs, cents, a.Hand + b.Hand, taken, a, b, last);
            }
        }
    }

    private void Put(Front?[] into, int set, int needs, long cents, int hand, long taken, FrontPoint a, FrontPoint? b, bool last)
    {
        _steps.Spent++;

        // Nothing is added any more to what serves everybody.
        if (last && set == _sets - 1)
            taken = 0;
        var front = into[set] ??= new(_stock);
        if (front.Lacks(needs, cents, hand, taken) && _ideals.MayPass(set, needs, cents, hand))
            front.Add(b is null or { Line: null, Ear: null, Left: null } ? a : new() { Needs = needs, Cents = cents, Hand = hand, Taken = taken, Left = a, Right = b }, taken);
    }

    private Front?[] OfSocket(SocketLines socket)
    {
        var table = NewFronts();
        foreach (var (number, lines) in socket.Groups)
        {
            if (number < 0)
            {
                foreach (var line in lines)
                    new LineFronts(this, line).AddTo(table, true);
                continue;
            }

            var groups = NewFronts();
            foreach (var line in lines)
                new LineFronts(this, line).AddTo(groups, false);
            Split(table, _candidates.Forks[number], groups);
        }

        return table;
    }

    private void Split(Front?[] table, Fork fork, Front?[] groups)
    {
        var before = groups;
        for (var holders = 1; holders <= fork.Most; holders++)
        {
            var next = NewFronts();
            foreach (var splitter in fork.Splitters)
            {
                if (holders <= splitter.Most)
                    Stand(table, splitter, before);
            }

            if (holders == fork.Most)
                break;
            var rests = Filled(before);
            foreach (var sub in Filled(groups))
            {
                foreach (var rest in rests)
                {
                    if ((sub & rest) == 0 && (sub & -sub) < (rest & -rest))
                        Combine(next, sub | rest, groups[sub]!, before[rest]!, false);
                }
            }

            before = next;
        }
    }

    private void Stand(Front?[] table, SplitterLine splitter, Front?[] behind)
    {
        var (own, (_, cents, more)) = (_stock.Of(splitter), Weighed(0, 0, splitter.Cents, splitter.Hand));
        for (var set = 1; set < _sets; set++)
        {
            if (behind[set] is not { } front)
                continue;
            foreach (var p in front.Points)
            {
                var whole = p.Cents + cents;
                var taken = Join(p.Taken, own, ref whole);
                Put(table, set, p.Needs, whole, p.Hand + more, taken, new() { Needs = p.Needs, Cents = whole, Hand = p.Hand + more, Taken = taken, Left = p, Splitter = splitter }, null, true);
            }
        }
    }

    /// <summary>One ear that may join a group.</summary>
    private readonly record struct Joining(int Ear, int Needs, long Cents, int Hand, int Takes, long Taken);

    /// <summary>Fronts of one line.</summary>
    private readonly struct LineFronts(FrontSolver solver, FeedLine line)
    {
        public void AddTo(Front?[] table, bool last)
        {
            var (_, cents, hand) = solver.Weighed(0, 0, line.Cents, line.Hand);
            var feed = new FrontPoint { Needs = 0, Cents = cents, Hand = hand, Taken = solver._stock.Of(line), Line = line };
            AddTo(table, last, feed, 1, 1);
            for (var size = 2; size <= line.Most; size++)
            {
                var largest = size >= line.Shape.Sizes ? line.Most : size;
                AddTo(table, last, feed, size, largest);
                size = largest;
            }
        }

        private void AddTo(Front?[] table, bool last, FrontPoint feed, int smallest, int largest)
        {
            var ears = new List<Joining>[solver._listeners];
            for (var i = 0; i < ears.Length; i++)
                ears[i] = Ears(i, smallest);
            if (!Want(feed, smallest, largest, ears))
                return;
            for (var first = 0; first < ears.Length; first++)
            {
                if (solver._wanted[1 << first])
                    Grow(table, feed, first, smallest, ears, last);
            }
        }

        // Marks the sets of listeners that, each with the best of every criterion at once, could still lead to a new rig, and the parts that such sets grow from.
        private bool Want(FrontPoint feed, int smallest, int largest, List<Joining>[] ears)
        {
            var n = solver._listeners;
            Span<(int Needs, long Cents, int Hand)> best = stackalloc (int, long, int)[n];
            for (var i = 0; i < n; i++)
            {
                best[i] = (int.MinValue, long.MaxValue, int.MaxValue);
                foreach (var one in ears[i])
                    best[i] = (Math.Max(best[i].Needs, one.Needs), Math.Min(best[i].Cents, one.Cents), Math.Min(best[i].Hand, one.Hand));
            }

            var (wanted, sums, any) = (solver._wanted, solver._sums, false);
            sums[0] = (feed.Needs, feed.Cents, feed.Hand, 0);
            solver._steps.Spent += solver._sets;
            for (var set = 1; set < solver._sets; set++)
            {
                var (rest, one) = (sums[set & (set - 1)], best[BitOperations.TrailingZeroCount(set)]);
                var fits = rest.Size >= 0 && rest.Size < largest && one.Needs > int.MinValue;
                sums[set] = fits ? (rest.Needs + one.Needs, rest.Cents + one.Cents, rest.Hand + one.Hand, rest.Size + 1) : (0, 0, 0, -1);
                any |= wanted[set] = fits && rest.Size + 1 >= smallest && solver._ideals.MayPass(set, sums[set].Needs, sums[set].Cents, sums[set].Hand);
            }

            for (var set = solver._sets - 1; set > 0 && any; set--)
            {
                if (wanted[set])
                    wanted[set ^ 1 << BitOperations.Log2((uint)set)] = true;
            }

            return any;
        }

        // Set by set, kept as fronts for each state of the box. Only whole groups are held against the ideals: a part may be joined without paying the feed again.
        private void Grow(Front?[] table, FrontPoint feed, int first, int smallest, List<Joining>[] ears, bool last)
        {
            var states = line.InTheBox.Aggregate(1, (product, box) => product * (box.Pieces + 1));
            var fronts = solver.Scratch(solver._sets * states);
            for (var set = 1 << first; set < solver._sets; set += 1 << (first + 1))
            {
                if (!solver._wanted[set])
                    continue;
                var highest = BitOperations.Log2((uint)set);
                for (var state = 0; state < states; state++)
                    fronts[set * states + state].Clear();
                for (var state = 0; state < states; state++)
                {
                    if (highest != first)
                    {
                        foreach (var at in fronts[(set ^ 1 << highest) * states + state].Points)
                            Join(at, state, fronts.AsSpan(set * states, states), highest, ears[highest]);
                    }
                    else if (state == 0)
                    {
                        Join(feed, 0, fronts.AsSpan(set * states, states), highest, ears[highest]);
                    }
                }

                for (var state = 0; state < states && BitOperations.PopCount((uint)set) >= smallest; state++)
                {
                    foreach (var whole in fronts[set * states + state].Points)
                        solver.Put(table, set, whole.Needs, whole.Cents, whole.Hand, whole.Taken, whole, null, last);
                }
            }
        }

        private void Join(FrontPoint at, int state, ReadOnlySpan<Front> into, int listener, List<Joining> ears)
        {
            foreach (var one in ears)
            {
                solver._steps.Spent++;
                if (BoxState.After(line.InTheBox, state, one.Takes) is not { } used)
                    continue;
                var (needs, cents, hand) = (at.Needs + one.Needs, at.Cents + one.Cents, at.Hand + one.Hand);
                var taken = solver.Join(at.Taken, one.Taken, ref cents);
                if (into[used].Lacks(needs, cents, hand, taken))
                    into[used].Add(new() { Needs = needs, Cents = cents, Hand = hand, Taken = taken, Left = at, Ear = line.Shape.Ears[one.Ear], Listener = listener, FromBox = one.Takes }, taken);
            }
        }

        private bool Reaches(int listener, int ear) => line.Shape.Worths[ear].Reaches(solver._threshold) && EarPrice.Holds(solver._demands, line, listener, line.Shape.Ears[ear]);

        private List<Joining> Ears(int listener, int size)
        {
            var found = new List<Joining>();
            var (k, end) = line.Shape.Of(listener, size);
            for (; k < end; k++)
            {
                if (!Reaches(listener, k))
                    continue;
                var (ear, worth) = (line.Shape.Ears[k], line.Shape.Worths[k]);
                for (var takes = 0; takes < 1 << line.InTheBox.Length; takes++)
                {
                    if (!BoxState.Wants(line.InTheBox, ear, takes))
                        continue;
                    var (needs, cents, hand) = solver.Weighed(1, worth.Needs, EarPrice.Of(solver._candidates.Resources, line, ear, takes), worth.Hand);
                    var one = new Joining(k, needs, cents, hand, takes, solver._stock.Of(line, ear, takes));
                    if (line.InTheBox.Length > 0 || IsMissing(found, one))
                        found.Add(one);
                }
            }

            return found;
        }

        private bool IsMissing(List<Joining> found, Joining one)
        {
            foreach (var before in found)
            {
                if (before.Cents <= one.Cents && before.Needs >= one.Needs && before.Hand <= one.Hand && solver._stock.TakesNoMore(before.Taken, one.Taken))
                    return false;
            }

            return true;
        }
    }
}
