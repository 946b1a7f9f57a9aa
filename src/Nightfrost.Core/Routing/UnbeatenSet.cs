namespace Nightfrost.Core.Routing;

/// <summary>A rig that nothing beats on everything.</summary>
internal sealed record UnbeatenRig(Rig Rig, Score Score);

/// <summary>The rigs that nothing beats on everything.</summary>
/// <param name="Rigs">One rig for each score, in no order.</param>
/// <param name="Complete">False when the search stopped at its limit of steps: others may exist.</param>
/// <param name="Cheapest">Least that serving as many costs, for a budget that nothing fits.</param>
internal sealed record Unbeaten(IReadOnlyList<UnbeatenRig> Rigs, bool Complete, decimal Cheapest);

/// <summary>
/// Finds every score that no other rig serving as many listeners is at least as good as on all criteria. For each combination of thresholds on what is only as
/// good as the worst listener, from the strictest on, the fronts of what adds up are built set by set of listeners; what cannot lead past a rig known already is dropped.
/// </summary>
internal sealed class UnbeatenSet
{
    /// <summary>Steps after which the search stops and says so.</summary>
    public const long MostSteps = 12_000_000;

    private readonly Candidates _candidates;
    private readonly Stock _stock;
    private readonly Arrivals _arrivals;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Archive _archive;
    private readonly int _served;
    private readonly long _budgetCents;
    private readonly StepCount _steps;
    private readonly CancellationToken _cancel;
    private readonly Queue<(Threshold Threshold, Charges Charges)> _open = new();
    private readonly HashSet<string> _seen = [];
    private bool _complete = true;

    private UnbeatenSet(Candidates candidates, Stock stock, Arrivals arrivals, IReadOnlyList<Demand> demands, Archive archive, int served, long budgetCents, StepCount steps, CancellationToken cancel) =>
        (_candidates, _stock, _arrivals, _demands, _archive, _served, _budgetCents, _steps, _cancel) = (candidates, stock, arrivals, demands, archive, served, budgetCents, steps, cancel);

    /// <summary>The set.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="wanted">Budget and demands; the order of priorities does not matter here.</param>
    /// <param name="best">The best rig, which serves as many as can be served.</param>
    /// <param name="cancel">Stops the search.</param>
    public static Unbeaten Of(Candidates candidates, Arrivals arrivals, Wanted wanted, Found best, CancellationToken cancel)
    {
        var budgetCents = wanted.Limits.Budget is { } budget ? (long)Math.Floor(budget * 100) : long.MaxValue;
        var (archive, steps, complete) = (new Archive(), new StepCount(), true);
        if (best.Rig is { } rig && best.Score.Price * 100 <= budgetCents)
            archive.Offer(new(rig, best.Score));
        var stock = new Stock(candidates);
        foreach (var demands in BestRig.Assignments(candidates, wanted.Limits.MustUse))
            complete &= new UnbeatenSet(candidates, stock, arrivals, demands, archive, best.Score.Served, budgetCents, steps, cancel).Run();
        var cheapest = archive.Rigs.Count > 0 ? 0 : BestRig.For(candidates, arrivals, Priorities.Starting(Criterion.Price), wanted.Limits.MustUse, cancel).Score.Price;
        return new(archive.Rigs, complete, cheapest);
    }

    private bool Run()
    {
        var (grades, qualities, margins) = Levels();
        foreach (var grade in grades)
        {
            foreach (var quality in qualities)
            {
                foreach (var margin in margins)
                    Open(new(grade, quality, margin), Charges.None);
            }
        }

        // Every threshold is searched once before any is searched again with somebody paying, so that what the limit cuts off is the least likely to be new.
        // A few are searched side by side; what they found is entered in their order, so that the answer is the same on every machine.
        while (_open.Count > 0)
        {
            _cancel.ThrowIfCancellationRequested();
            if (_steps.Spent > MostSteps)
                return false;
            var batch = new List<(Threshold Threshold, Charges Charges)>();
            while (batch.Count < BestRig.Workers && _open.TryDequeue(out var next))
                batch.Add(next);
            var (found, steps) = (new List<FrontPoint>[batch.Count], new StepCount[batch.Count]);
            var options = new ParallelOptions { MaxDegreeOfParallelism = BestRig.Workers, CancellationToken = _cancel };
            Parallel.For(0, batch.Count, options, i => found[i] = Search(batch[i].Threshold, batch[i].Charges, steps[i] = new() { Spent = _steps.Spent }));
            var before = _steps.Spent;
            for (var i = 0; i < batch.Count; i++)
            {
                _steps.Spent += steps[i].Spent - before;
                foreach (var point in found[i])
                    Check(point, batch[i].Threshold, batch[i].Charges);
            }
        }

        return _complete;
    }

    private void Open(Threshold threshold, Charges charges)
    {
        if (_seen.Add($"{threshold} {charges.Key}"))
            _open.Enqueue((threshold, charges));
    }

    // Every level that some route has, the highest first.
    private (List<int> Grades, List<int> Qualities, List<int> Margins) Levels()
    {
        var (grades, qualities, margins) = (new bool[21], new bool[SoundQuality.Best + 1], new bool[3]);
        foreach (var line in _candidates.Lines)
        {
            foreach (var worth in line.Shape.Worths)
                (grades[worth.Grade], qualities[worth.Quality], margins[worth.Margin]) = (true, true, true);
        }

        return (Set(grades), Set(qualities), Set(margins));

        static List<int> Set(bool[] levels) => [.. Enumerable.Range(0, levels.Length).Where(level => levels[level]).Reverse()];
    }

    private List<FrontPoint> Search(Threshold threshold, Charges charges, StepCount steps)
    {
        var known = _archive.Rigs.Where(r => r.Score.Grade >= threshold.InStep && r.Score.Quality >= threshold.Quality && r.Score.Margin >= threshold.Margin).Select(r => r.Score).ToList();
        var lines = Narrowed.For(_candidates, threshold, _demands);
        steps.Spent += (long)lines.Count << _candidates.Tolerances.Length >> 2;
        return Ideals.Of(_candidates, lines, threshold, charges, _demands, _served, _budgetCents, known, _cancel) is { } ideals
            ? FrontSolver.Fronts(_candidates, _stock, lines, threshold, charges, _demands, ideals, _served, steps, _cancel) : [];
    }

    private void Check(FrontPoint point, Threshold threshold, Charges charges)
    {
        var picks = point.Picks();
        var rig = BestRig.Build(_candidates.Site, picks);
        var score = rig.Score(_arrivals);
        var cents = (long)Math.Round(score.Price * 100);
        if (cents <= _budgetCents)
            _archive.Offer(new(rig, score));
        if (cents <= point.Cents && score.NeedsMet >= point.Needs && score.Boxes <= point.Hand)
            return;
        var hoped = new Score(_served, point.Needs, threshold.InStep / 20.0, point.Cents / 100m, point.Hand, threshold.Quality, threshold.Margin);
        if (_archive.Rigs.Any(r => r.Score.IsNoWorseThan(hoped)))
            return;
        var conflict = Contention.In(_candidates, rig, picks, charges);
        if (conflict.Count == 0)
            _complete = false;
        foreach (var more in conflict.Count == 0 ? [] : charges.Split(conflict, _candidates.ThereOf(conflict[0])))
            Open(threshold, more);
    }

    /// <summary>Scores found so far, none of which another is no worse than.</summary>
    private sealed class Archive
    {
        private readonly List<UnbeatenRig> _rigs = [];

        public List<UnbeatenRig> Rigs => _rigs;

        public void Offer(UnbeatenRig rig)
        {
            if (_rigs.Any(r => r.Score.IsNoWorseThan(rig.Score)))
                return;
            _rigs.RemoveAll(r => rig.Score.IsNoWorseThan(r.Score));
            _rigs.Add(rig);
        }
    }
}

/// <summary>Steps spent by a search, the same on every machine.</summary>
internal sealed class StepCount
{
    public long Spent { get; set; }
}

/// <summary>For each set of listeners served already, the most that could still be had with the others; what cannot pass a known rig is not worth building.</summary>
internal sealed class Ideals
{
    private readonly long[] _needs;
    private readonly long[] _cents;
    private readonly long[] _hand;
    private readonly (int Needs, long Cents, int Hand)[] _known;
    private readonly long _budgetCents;

    private Ideals(long[] needs, long[] cents, long[] hand, (int, long, int)[] known, long budgetCents) =>
        (_needs, _cents, _hand, _known, _budgetCents) = (needs, cents, hand, known, budgetCents);

    /// <summary>The ideals under a threshold; null when nothing new can be found there.</summary>
    public static Ideals? Of(
        Candidates candidates, Narrowed lines, Threshold threshold, Charges charges, IReadOnlyList<Demand> demands, int served, long budgetCents, IReadOnlyList<Score> known, CancellationToken cancel)
    {
        var needs = Rest(SubsetSolver.BestOfSets(candidates, lines, new(0, 1, 0, 0), threshold, charges, demands, cancel), served, SubsetSolver.Required(demands));
        if (SubsetSolver.IsNever(needs[0]))
            return null;
        var cents = Rest(SubsetSolver.BestOfSets(candidates, lines, new(0, 0, 1, 0), threshold, charges, demands, cancel), served, SubsetSolver.Required(demands));
        var hand = Rest(SubsetSolver.BestOfSets(candidates, lines, new(0, 0, 0, 1), threshold, charges, demands, cancel), served, SubsetSolver.Required(demands));
        var ideals = new Ideals(needs, cents, hand, [.. known.Select(score => (score.NeedsMet, (long)Math.Round(score.Price * 100), score.Boxes))], budgetCents);
        return ideals.MayPass(0, 0, 0, 0) ? ideals : null;
    }

    /// <summary>True when something built on this part may still be new and within the budget.</summary>
    public bool MayPass(int set, int needs, long cents, int hand)
    {
        if (SubsetSolver.IsNever(_needs[set]))
            return false;
        var (most, least, fewest) = (needs + _needs[set], cents - _cents[set], hand - _hand[set]);
        if (least > _budgetCents)
            return false;
        foreach (var score in _known)
        {
            if (score.Cents <= least && score.Needs >= most && score.Hand <= fewest)
                return false;
        }

        return true;
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
