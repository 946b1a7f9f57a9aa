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

    // Thresholds whose lines are looked for together: those of some two in-step grades, so that both workers find enough to do.
    private const int Ahead = 24;

    private readonly Candidates _candidates;
    private readonly Stocks _stocks;
    private readonly Thresholds _lines;
    private readonly Arrivals _arrivals;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Archive _archive;
    private readonly int _served;
    private readonly long _budgetCents;
    private readonly StepCount _steps;
    private readonly CancellationToken _cancel;
    private bool _complete = true;

    private UnbeatenSet(Candidates candidates, Stocks stocks, Arrivals arrivals, IReadOnlyList<Demand> demands, Archive archive, int served, long budgetCents, StepCount steps, CancellationToken cancel)
    {
        (_candidates, _stocks, _arrivals, _demands, _archive, _served, _budgetCents, _steps, _cancel) = (candidates, stocks, arrivals, demands, archive, served, budgetCents, steps, cancel);
        _lines = new(candidates, demands);
    }

    /// <summary>The set.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="wanted">Budget and demands; the order of priorities does not matter here.</param>
    /// <param name="best">The best rig, which serves as many as can be served.</param>
    /// <param name="cancel">Stops the search.</param>
    public static Unbeaten Of(Candidates candidates, Arrivals arrivals, Wanted wanted, Found best, CancellationToken cancel)
    {
        var budgetCents = wanted.Limits.Budget is { } budget ? (long)Math.Floor(budget * 100) : long.MaxValue;
        var (archive, steps, complete) = (new Archive(), new StepCount(MostSteps), true);
        if (best.Rig is { } rig && best.Score.Price * 100 <= budgetCents)
            archive.Offer(new(rig, best.Score));
        var stocks = new Stocks(candidates);
        foreach (var demands in BestRig.Assignments(candidates, wanted.Limits.MustUse))
            complete &= new UnbeatenSet(candidates, stocks, arrivals, demands, archive, best.Score.Served, budgetCents, steps, cancel).Run();
        var cheapest = archive.Rigs.Count > 0 ? 0 : BestRig.For(candidates, arrivals, Priorities.Starting(Criterion.Price), wanted.Limits.MustUse, cancel).Score.Price;
        return new(archive.Rigs, complete, cheapest);
    }

    // What is news is told for many thresholds at once. They are searched a few at a time, the strictest first, and what they found is entered in their order, so that the answer is
    // the same on every machine.
    private bool Run()
    {
        foreach (var some in _lines.All.Chunk(Ahead))
        {
            _cancel.ThrowIfCancellationRequested();
            var news = new bool[some.Length];
            Parallel.For(0, some.Length, Workers, i => news[i] = !_steps.IsOver && _lines.IsNews(some[i]));
            foreach (var batch in some.Where((_, i) => news[i]).Chunk(BestRig.Workers))
            {
                if (_steps.IsOver)
                    return false;
                Search(batch);
            }

            _lines.LetGoAbove(some[0]);
        }

        return _complete && !_steps.IsOver;
    }

    private void Search(Threshold[] batch)
    {
        var (found, steps) = (new List<FrontPoint>[batch.Length], new StepCount[batch.Length]);
        Parallel.For(0, batch.Length, Workers, i => found[i] = Search(batch[i], steps[i] = new(_steps.Most) { Spent = _steps.Spent }));
        var before = _steps.Spent;
        for (var i = 0; i < batch.Length; i++)
        {
            _steps.Spent += steps[i].Spent - before;
            foreach (var point in found[i])
                Check(point, batch[i]);
        }
    }

    private ParallelOptions Workers => new() { MaxDegreeOfParallelism = BestRig.Workers, CancellationToken = _cancel };

    private List<FrontPoint> Search(Threshold threshold, StepCount steps)
    {
        var known = _archive.Rigs.Where(r => r.Score.Grade >= threshold.InStep && r.Score.Quality >= threshold.Quality && r.Score.Margin >= threshold.Margin).Select(r => r.Score);
        var lines = _lines.At(threshold);
        steps.Spent += (long)lines.Count << _candidates.Tolerances.Length >> 2;
        if (Ideals.Of(_candidates, lines, threshold, _demands, _served, _budgetCents, known, _cancel) is not { } ideals)
            return [];
        var found = FrontsWith(_stocks.WithoutChannels);
        return steps.IsOver || found.TrueForAll(point => AirChannels.AreEnough(BestRig.Build(_candidates.Site, point.Picks()).Routes)) ? found : FrontsWith(_stocks.WithChannels);

        List<FrontPoint> FrontsWith(Stock stock) => FrontSolver.Fronts(_candidates, stock, lines, threshold, null, _demands, ideals, _served, steps, _cancel);
    }

    private void Check(FrontPoint point, Threshold threshold)
    {
        var rig = BestRig.Build(_candidates.Site, point.Picks());
        if (!AirChannels.AreEnough(rig.Routes))
        {
            _complete = false;
            return;
        }

        var score = rig.Score(_arrivals);
        var cents = (long)Math.Round(score.Price * 100);
        if (cents <= _budgetCents)
            _archive.Offer(new(rig, score));
        if (cents <= point.Cents && score.NeedsMet >= point.Needs && score.Boxes <= point.Hand)
            return;

        // More sorts of things are scarce than are counted: something as good may have been missed.
        var hoped = new Score(_served, point.Needs, threshold.InStep / 20.0, point.Cents / 100m, point.Hand, threshold.Quality, threshold.Margin);
        _complete &= _archive.Rigs.Any(r => r.Score.IsNoWorseThan(hoped));
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
