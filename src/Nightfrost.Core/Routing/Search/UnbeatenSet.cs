using System.Numerics;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>A rig that nothing beats on everything.</summary>
internal sealed record UnbeatenRig(Rig Rig, Score Score);

/// <summary>The rigs that nothing beats on everything.</summary>
/// <param name="Rigs">One rig for each score, in no order.</param>
/// <param name="Complete">False when the search stopped at its limit of steps: others may exist.</param>
/// <param name="Cheapest">Least that serving as many costs, for a budget that nothing fits.</param>
internal sealed record Unbeaten(IReadOnlyList<UnbeatenRig> Rigs, bool Complete, decimal Cheapest);

/// <summary>
/// Finds every score that no other rig serving as many listeners is at least as good as on all criteria: under each threshold on what is only as good as the
/// worst listener's, from the strictest on, the fronts of what adds up.
/// </summary>
internal sealed class UnbeatenSet
{
    /// <summary>Steps after which the search stops and says so.</summary>
    public const long MostSteps = 5_000_000;

    private readonly Candidates _candidates;
    private readonly Arrivals _arrivals;
    private readonly int _served;
    private readonly long _budgetCents;
    private readonly Pace _pace;
    private readonly List<UnbeatenRig> _rigs = [];
    private readonly StepCount _steps = new(MostSteps);
    private bool _complete = true;

    private UnbeatenSet(Candidates candidates, Arrivals arrivals, int served, long budgetCents, Pace pace) =>
        (_candidates, _arrivals, _served, _budgetCents, _pace) = (candidates, arrivals, served, budgetCents, pace);

    /// <summary>The set.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="wanted">Budget and demands; the order of priorities tells apart only what is equal on every criterion.</param>
    /// <param name="best">The best rig, which serves as many as can be served.</param>
    /// <param name="pace">Stops the search, or holds it.</param>
    /// <param name="steps">Steps left of the whole answer. They are spent on the best rig for each criterion where the set is not complete; null gives each
    /// of these searches a budget of its own.</param>
    public static Unbeaten Of(Candidates candidates, Arrivals arrivals, Wanted wanted, Found best, Pace pace,
        StepCount? steps = null)
    {
        var budgetCents = wanted.Limits.Budget is { } budget ? (long)Math.Floor(budget * 100) : long.MaxValue;
        var set = new UnbeatenSet(candidates, arrivals, best.Score.Served, budgetCents, pace);
        if (best.Rig is not null)
            set.Enter(new(best.Rig, best.Score));
        // What is unlikely to sound together is shown only where nothing surer serves as many within the budget.
        foreach (var leaning in best.Score.LeansOnUnlikely ? new[] { true } : candidates.MayLean ? [false, true] : [false])
        {
            if (set._rigs.Count > 0 && leaning && !best.Score.LeansOnUnlikely)
                break;
            var stock = new Stock(candidates, leaning);
            foreach (var demands in BestRig.Assignments(candidates, wanted.Limits.MustUse))
                set.Run(stock, demands);
        }

        if (!set._complete)
            set.AddEnds(wanted, best.Score, steps);
        var cheapest = set._rigs.Count > 0 ? 0
            : BestRig.For(candidates, arrivals, Priorities.Starting(Criterion.Price), wanted.Limits.MustUse, pace).Score.Price;
        return new(set._rigs, set._complete, cheapest);
    }

    private void Run(Stock stock, IReadOnlyList<Demand> demands)
    {
        var searched = new List<(Threshold Threshold, int Ears)>();
        var bound = new Bound(_candidates, Weighing.OfEverything, Threshold.None);
        if (_served == _candidates.Tolerances.Length)
            bound.AskFor(null, _budgetCents);
        foreach (var threshold in Threshold.All())
        {
            _pace.Check();

            // A threshold that leaves no more ears than a stricter one leaves the same, and has nothing new.
            var ears = EarsAt(threshold);
            if (searched.Exists(before => before.Ears == ears && before.Threshold.IsNoLessThan(threshold)))
                continue;
            searched.Add((threshold, ears));
            var fronts = RigFronts.Of(new(_candidates, stock, Weighing.OfEverything, threshold, demands, bound, _steps, _pace));

            // What a search that was stopped has found hangs on which worker was first, and is left.
            if (_steps.IsOver)
            {
                _complete = false;
                return;
            }

            for (var set = 1; set < fronts.Length; set++)
            {
                if (BitOperations.PopCount((uint)set) != _served || !BestRig.HoldsAll(demands, set))
                    continue;
                foreach (var part in fronts[set] is { } front ? front.Parts : [])
                    Check(part, stock);
            }
        }
    }

    // Where not all can be found, the best on each criterion are, so that nobody misses the cheapest or the surest: unless the best rig is that already.
    private void AddEnds(Wanted wanted, Score best, StepCount? steps)
    {
        foreach (var criterion in wanted.Priorities.Order.Skip(1))
        {
            if (criterion == Criterion.Boxes ? best.Boxes == 0 : Threshold.IsOn(criterion) && best.LevelOf(criterion) == Threshold.Highest(criterion))
                continue;
            if (BestRig.For(_candidates, _arrivals, wanted.Priorities.With(criterion), wanted.Limits.MustUse, _pace, steps) is { Rig: not null } end
                && end.Score.Served == _served)
                Enter(new(end.Rig, end.Score));
        }
    }

    private int EarsAt(Threshold threshold) =>
        _candidates.Lines.Select(line => line.Offer).Distinct().Sum(offer => offer.Worths.Count(worth => threshold.IsReachedBy(worth)));

    // Where more sorts of things are scarce than are counted, something as good may have been missed.
    private void Check(RigPart part, Stock stock)
    {
        var found = BestRig.Build(part, _candidates, _arrivals, stock);
        _complete &= found is { Proven: true };
        if (found is { Rig: { } rig })
            Enter(new(rig, found.Score));
    }

    // Of rigs that are equal on every criterion, the one that is better in what tells them apart.
    private void Enter(UnbeatenRig rig)
    {
        if (rig.Score.Price * 100 > _budgetCents
            || _rigs.Any(r => r.Score.IsNoWorseThan(rig.Score) && (!rig.Score.IsNoWorseThan(r.Score) || r.Score.Neatness(rig.Score) >= 0)))
            return;
        _rigs.RemoveAll(r => rig.Score.IsNoWorseThan(r.Score));
        _rigs.Add(rig);
    }
}
