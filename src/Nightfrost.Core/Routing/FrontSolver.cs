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
    private readonly Charges _charges;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Stock _stock;
    private readonly Ideals _ideals;
    private readonly StepCount _steps;
    private readonly List<Front> _scratch = [];
    private readonly int _listeners;
    private readonly int _sets;
    private Front[] _lent = [];

    private FrontSolver(Candidates candidates, Stock stock, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, Ideals ideals, StepCount steps)
    {
        (_candidates, _stock, _threshold, _charges, _demands, _ideals, _steps) = (candidates, stock, threshold, charges, demands, ideals, steps);
        _listeners = candidates.Tolerances.Length;
        _sets = 1 << _listeners;
    }

    /// <summary>Every point that serves as many listeners and may be new.</summary>
    public static List<FrontPoint> Fronts(
        Candidates candidates, Stock stock, Narrowed lines, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, Ideals ideals, int served, StepCount steps, CancellationToken cancel)
    {
        var solver = new FrontSolver(candidates, stock, threshold, charges, demands, ideals, steps);
        var fronts = solver.NewFronts();
        fronts[0]!.Add(new() { Needs = 0, Cents = 0, Hand = 0, Taken = 0 }, 0);
        foreach (var socket in lines.Sockets)
        {
            cancel.ThrowIfCancellationRequested();
            if (steps.Spent > UnbeatenSet.MostSteps)
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

    // Fronts for the groups of one line, used again for the next one.
    private Front[] Scratch(int count)
    {
        while (_scratch.Count < count)
            _scratch.Add(new(_stock));
        return _scratch.Count == _lent.Length ? _lent : _lent = [.. _scratch];
    }

    private void Merge(Front?[] fronts, Front?[] socket)
    {
        for (var set = _sets - 1; set > 0; set--)
        {
            for (var sub = set; sub > 0; sub = (sub - 1) & set)
            {
                if (socket[sub] is { } mine && fronts[set ^ sub] is { } before)
                    Combine(fronts, set, mine, before, true);
            }
        }
    }

    private void Combine(Front?[] into, int set, Front mine, Front other, bool last)
    {
        foreach (var a in mine.Points)
        {
            foreach (var b in other.Points)
            {
                var cents = a.Cents + b.Cents;
                var taken = _stock.Join(a.Taken, b.Taken, ref cents);
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
            for (var set = 1; set < _sets; set++)
            {
                var lowest = set & -set;
                for (var sub = set; sub > 0; sub = (sub - 1) & set)
                {
                    if ((sub & lowest) != 0 && sub != set && groups[sub] is { } mine && before[set ^ sub] is { } rest)
                        Combine(next, set, mine, rest, false);
                }
            }

            before = next;
        }
    }

    private void Stand(Front?[] table, SplitterLine splitter, Front?[] behind)
    {
        var own = _stock.Of(splitter);
        for (var set = 1; set < _sets; set++)
        {
            if (behind[set] is not { } front)
                continue;
            var cents = ChargedPrice.Of(_candidates, _charges, splitter.Uses, splitter.Cents, splitter.Usb, BitOperations.TrailingZeroCount(set), ChargedPart.Splitter);
            foreach (var p in front.Points)
            {
                var whole = p.Cents + cents;
                var taken = _stock.Join(p.Taken, own, ref whole);
                Put(table, set, p.Needs, whole, p.Hand + splitter.Hand, taken, new() { Needs = p.Needs, Cents = whole, Hand = p.Hand + splitter.Hand, Taken = taken, Left = p, Splitter = splitter }, null, true);
            }
        }
    }

    /// <summary>One ear that may join a group.</summary>
    private readonly record struct Joining(int Ear, long Cents, int Takes, long Taken);

    /// <summary>Fronts of one line.</summary>
    private readonly struct LineFronts(FrontSolver solver, FeedLine line)
    {
        public void AddTo(Front?[] table, bool last)
        {
            var (n, taken) = (solver._listeners, solver._stock.Of(line));
            var feeds = new FrontPoint[n];
            for (var first = 0; first < n; first++)
            {
                var cents = ChargedPrice.Of(solver._candidates, solver._charges, line.Uses, line.Cents, line.Usb, first, ChargedPart.Feed);
                feeds[first] = new FrontPoint { Needs = 0, Cents = cents, Hand = line.Hand, Taken = taken, Line = line };
            }

            AddTo(table, last, feeds, 1, 1);
            for (var size = 2; size <= line.Most; size++)
            {
                var largest = size >= line.Shape.Sizes ? line.Most : size;
                AddTo(table, last, feeds, size, largest);
                size = largest;
            }
        }

        private void AddTo(Front?[] table, bool last, FrontPoint[] feeds, int smallest, int largest)
        {
            var ears = new List<Joining>[feeds.Length];
            for (var i = 0; i < ears.Length; i++)
                ears[i] = Ears(i, smallest);
            for (var first = 0; first < feeds.Length; first++)
            {
                if (ears[first].Count > 0 && MayBeNew(feeds[first], first, largest, ears))
                    Grow(table, feeds[first], first, smallest, largest, ears, last);
            }
        }

        // True when some set of listeners, each with the best of every criterion at once, could still lead to a new rig.
        private bool MayBeNew(FrontPoint feed, int first, int largest, List<Joining>[] ears)
        {
            var n = solver._listeners;
            Span<(int Needs, long Cents, int Hand)> best = stackalloc (int, long, int)[n];
            for (var i = first; i < n; i++)
            {
                best[i] = (-1, long.MaxValue, int.MaxValue);
                foreach (var one in ears[i])
                {
                    ref readonly var worth = ref line.Shape.Worths[one.Ear];
                    best[i] = (Math.Max(best[i].Needs, worth.Needs), Math.Min(best[i].Cents, one.Cents), Math.Min(best[i].Hand, worth.Hand));
                }
            }

            for (var set = 1 << first; set < solver._sets; set += 1 << (first + 1))
            {
                if (BitOperations.PopCount((uint)set) > largest)
                    continue;
                solver._steps.Spent++;
                var (needs, cents, hand, all) = (0, feed.Cents, feed.Hand, true);
                for (var rest = set; rest != 0 && all; rest &= rest - 1)
                {
                    var one = best[BitOperations.TrailingZeroCount(rest)];
                    all = one.Needs >= 0;
                    if (all)
                        (needs, cents, hand) = (needs + one.Needs, cents + one.Cents, hand + one.Hand);
                }

                if (all && solver._ideals.MayPass(set, needs, cents, hand))
                    return true;
            }

            return false;
        }

        // Set by set, kept as fronts for each state of the box. Only whole groups are held against the ideals: a part may be joined without paying the feed again.
        private void Grow(Front?[] table, FrontPoint feed, int first, int smallest, int largest, List<Joining>[] ears, bool last)
        {
            var states = line.InTheBox.Aggregate(1, (product, box) => product * (box.Pieces + 1));
            var fronts = solver.Scratch(solver._sets * states);
            for (var set = 1 << first; set < solver._sets; set += 1 << (first + 1))
            {
                var size = BitOperations.PopCount((uint)set);
                if (size > largest)
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

                for (var state = 0; state < states && size >= smallest; state++)
                {
                    foreach (var whole in fronts[set * states + state].Points)
                        solver.Put(table, set, whole.Needs, whole.Cents, whole.Hand, whole.Taken, whole, null, last);
                }
            }
        }

        private void Join(FrontPoint at, int state, ReadOnlySpan<Front> into, int listener, List<Joining> ears)
        {
            foreach (var (ear, price, takes, own) in ears)
            {
                solver._steps.Spent++;
                if (BoxState.After(line.InTheBox, state, takes) is not { } used)
                    continue;
                ref readonly var worth = ref line.Shape.Worths[ear];
                var (needs, cents, hand) = (at.Needs + worth.Needs, at.Cents + price, at.Hand + worth.Hand);
                var taken = solver._stock.Join(at.Taken, own, ref cents);
                if (into[used].Lacks(needs, cents, hand, taken))
                    into[used].Add(new() { Needs = needs, Cents = cents, Hand = hand, Taken = taken, Left = at, Ear = line.Shape.Ears[ear], Listener = listener, FromBox = takes }, taken);
            }
        }

        private bool Reaches(int listener, int ear) => line.Shape.Worths[ear].Reaches(solver._threshold) && ChargedPrice.Holds(solver._demands, line, listener, line.Shape.Ears[ear]);

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
                    var one = new Joining(k, ChargedPrice.Of(solver._candidates, solver._charges, line, listener, ear, takes), takes, solver._stock.Of(line, ear, takes));
                    if (line.InTheBox.Length > 0 || IsMissing(found, worth, one))
                        found.Add(one);
                }
            }

            return found;
        }

        private bool IsMissing(List<Joining> found, in Worth worth, Joining one)
        {
            foreach (var before in found)
            {
                ref readonly var other = ref line.Shape.Worths[before.Ear];
                if (before.Cents <= one.Cents && other.Needs >= worth.Needs && other.Hand <= worth.Hand && solver._stock.TakesNoMore(before.Taken, one.Taken))
                    return false;
            }

            return true;
        }
    }
}
