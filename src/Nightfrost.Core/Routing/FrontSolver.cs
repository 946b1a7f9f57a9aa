using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>Fronts of wishes, price and boxes for every set of listeners, under one threshold and with scarce things counted; the same recursion as <see cref="SubsetSolver"/>, kept whole instead of best only.</summary>
internal sealed partial class FrontSolver
{
    private readonly Candidates _candidates;
    private readonly Narrowed _lines;
    private readonly Threshold _threshold;
    private readonly Weights? _weights;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Stock _stock;
    private readonly Ideals _ideals;
    private readonly StepCount _steps;
    private readonly List<Front> _scratch = [];
    private readonly List<Joining>[] _ears;
    private readonly bool[] _wanted;
    private readonly long[] _most;
    private readonly (int Needs, long Cents, int Hand)[] _best;
    private readonly long[] _least;
    private readonly (int Needs, long Cents, int Hand, int Size)[] _sums;
    private readonly int _listeners;
    private readonly int _sets;
    private Front[] _lent = [];

    private FrontSolver(Candidates candidates, Stock stock, Narrowed lines, Threshold threshold, Weights? weights, IReadOnlyList<Demand> demands, Ideals ideals, StepCount steps)
    {
        (_candidates, _stock, _lines, _threshold, _weights, _demands, _ideals, _steps) = (candidates, stock, lines, threshold, weights, demands, ideals, steps);
        _listeners = candidates.Tolerances.Length;
        _sets = 1 << _listeners;
        (_wanted, _sums, _ears) = (new bool[_sets], new (int Needs, long Cents, int Hand, int Size)[_sets], new List<Joining>[_listeners]);
        (_most, _best, _least) = (new long[_listeners], new (int Needs, long Cents, int Hand)[_listeners], new long[_sets]);
        for (var i = 0; i < _listeners; i++)
            _ears[i] = [];
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
        var solver = new FrontSolver(candidates, stock, lines, threshold, weights, demands, ideals, steps);
        var fronts = solver.NewFronts();
        fronts[0]!.Add(new() { Needs = 0, Cents = 0, Hand = 0, Taken = 0 }, 0);
        var apart = weights is null ? null : solver.OfEach(lines.Sockets, cancel);
        for (var i = 0; i < lines.Sockets.Count && !steps.IsOver; i++)
        {
            cancel.ThrowIfCancellationRequested();
            solver.Merge(fronts, apart?[i] ?? solver.OfSocket(i, lines.Sockets[i]), ideals.After[i]);
        }

        var last = new Front(stock);
        for (var set = 1; set < solver._sets; set++)
        {
            if (BitOperations.PopCount((uint)set) != served)
                continue;
            foreach (var point in fronts[set] is { } front ? front.Points : [])
            {
                if (last.Lacks(point.Needs, point.Cents, point.Hand, 0))
                    last.Add(point, 0);
            }
        }

        return [.. last.Points.ToArray().OrderBy(p => p.Cents).ThenByDescending(p => p.Needs).ThenBy(p => p.Hand)];
    }

    // Side by side: one weighing is searched by itself, while thresholds are several at a time already.
    private Front?[][] OfEach(IReadOnlyList<SocketLines> sockets, CancellationToken cancel)
    {
        var fronts = new Front?[sockets.Count][];
        Parallel.For(
            0,
            fronts.Length,
            new ParallelOptions { MaxDegreeOfParallelism = BestRig.Workers, CancellationToken = cancel },
            () => new FrontSolver(_candidates, _stock, _lines, _threshold, _weights, _demands, _ideals, new(_steps.Most)),
            (i, _, solver) =>
            {
                fronts[i] = solver.OfSocket(i, sockets[i]);
                return solver;
            },
            solver =>
            {
                lock (_steps)
                    _steps.Spent += solver._steps.Spent;
            });
        return fronts;
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
    private void Merge(Front?[] fronts, Front?[] socket, Ideals.Left left)
    {
        for (var other = _sets - 1; other >= 0; other--)
        {
            if (fronts[other] is not { Points.Length: > 0 } others)
                continue;
            var free = (_sets - 1) ^ other;
            for (var sub = free & -free; sub != 0; sub = (sub - free) & free)
            {
                if (socket[sub] is { Points.Length: > 0 } mine)
                    Combine(fronts, sub | other, mine, others, left, true);
            }
        }
    }

    private void Combine(Front?[] into, int set, Front mine, Front other, Ideals.Left left, bool last)
    {
        foreach (var a in mine.Points)
        {
            foreach (var b in other.Points)
            {
                var (needs, cents, hand) = (a.Needs + b.Needs, a.Cents + b.Cents, a.Hand + b.Hand);
                _steps.Spent++;
                if (left.MayPass(set, needs, cents, hand) && Join(a.Taken, b.Taken, ref cents) is var taken and not Stock.None)
                    Put(into, set, needs, cents, hand, taken, a, b, left, last);
            }
        }
    }

    private void Put(Front?[] into, int set, int needs, long cents, int hand, long taken, FrontPoint a, FrontPoint? b, Ideals.Left left, bool last)
    {
        // Nothing is added any more to what serves everybody.
        taken = last && set == _sets - 1 ? 0 : _stock.Mattering(taken, _listeners - BitOperations.PopCount((uint)set));
        var front = into[set] ??= new(_stock);
        if (front.Lacks(needs, cents, hand, taken) && left.MayPass(set, needs, cents, hand))
            front.Add(b is null or { Line: null, Ear: null, Left: null } ? a : new() { Needs = needs, Cents = cents, Hand = hand, Taken = taken, Left = a, Right = b }, taken);
    }

    // What hangs on a splitter may be joined by more on the same socket, while a whole use of it leaves the others the sockets beside it.
    private Front?[] OfSocket(int at, SocketLines socket)
    {
        var (table, beside) = (NewFronts(), _ideals.Beside[at]);
        for (var g = 0; g < socket.Groups.Count; g++)
        {
            var (number, lines) = socket.Groups[g];
            if (_ideals.Behind[at][g] is not { } behind)
            {
                foreach (var line in lines)
                    new LineFronts(this, line).AddTo(table, beside, true);
                continue;
            }

            var groups = NewFronts();
            foreach (var line in lines)
                new LineFronts(this, line).AddTo(groups, behind[0], false);
            Split(table, _candidates.Forks[number], groups, behind, beside);
        }

        return table;
    }

    private void Split(Front?[] table, Fork fork, Front?[] groups, Ideals.Left[] behind, Ideals.Left beside)
    {
        var before = groups;
        for (var holders = 1; holders <= fork.Most; holders++)
        {
            var next = NewFronts();
            foreach (var splitter in fork.Splitters)
            {
                if (holders <= splitter.Most)
                    Stand(table, splitter, before, beside);
            }

            if (holders == fork.Most)
                break;
            for (var sub = 1; sub < _sets; sub++)
            {
                // The rest holds none of these listeners, nor any before the first of them.
                if (groups[sub] is not { Points.Length: > 0 } mine)
                    continue;
                var free = (_sets - 1) & ~(sub | ((sub & -sub) - 1));
                for (var rest = free & -free; rest != 0; rest = (rest - free) & free)
                {
                    if (before[rest] is { Points.Length: > 0 } others)
                        Combine(next, sub | rest, mine, others, behind[holders], false);
                }
            }

            before = next;
        }
    }

    private void Stand(Front?[] table, SplitterLine splitter, Front?[] behind, Ideals.Left beside)
    {
        var (own, (_, cents, more)) = (_stock.Of(splitter), Weighed(0, 0, splitter.Cents, splitter.Hand));
        for (var set = 1; set < _sets; set++)
        {
            if (behind[set] is not { } front)
                continue;
            foreach (var p in front.Points)
            {
                var whole = p.Cents + cents;
                _steps.Spent++;
                if (beside.MayPass(set, p.Needs, whole, p.Hand + more) && Join(p.Taken, own, ref whole) is var taken and not Stock.None)
                    Put(table, set, p.Needs, whole, p.Hand + more, taken, new() { Needs = p.Needs, Cents = whole, Hand = p.Hand + more, Taken = taken, Left = p, Splitter = splitter }, null, beside, true);
            }
        }
    }
}
