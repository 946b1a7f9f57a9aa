using System.Numerics;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Search;

/// <summary>What a search found.</summary>
/// <param name="Rig">The best rig, or null when nobody can be served.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">True when nothing better exists; false when the search stopped at its limit.</param>
internal sealed record Found(Rig? Rig, Score Score, bool Proven)
{
    /// <summary>What it gains by a weighing.</summary>
    public long Gain(Weighing weighing) => weighing.Of(Score.NeedsMet, Score.PreferencesMet, 0, Effort.Of(Score.Boxes, 0, 0)).Gain;
}

/// <summary>
/// The best rig under an order of priorities. What adds up is weighed in that order; what is only as good as the worst listener's is asked for as a
/// threshold, from the highest level down, and kept at the first level that costs nothing before it.
/// </summary>
internal sealed class BestRig
{
    /// <summary>
    /// Steps of a whole answer, however many searches it takes: after them the exact search stops, and a narrow one that keeps few parts takes its place. Its
    /// answer is not proven. The same number on every machine, so that a plan can be repeated.
    /// </summary>
    public const long MostSteps = 40_000_000;

    // Parts that the narrow search keeps for a set of listeners.
    private const int NarrowParts = 2;

    private readonly Candidates _candidates;
    private readonly Arrivals _arrivals;
    private readonly Priorities _priorities;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Stock _stock;
    private readonly StepCount _steps;
    private readonly Pace _pace;
    private bool _proven = true;

    private BestRig(Candidates candidates, Arrivals arrivals, Priorities priorities, IReadOnlyList<Demand> demands, bool leaning, StepCount steps,
        Pace pace) =>
        (_candidates, _arrivals, _priorities, _demands, _stock, _steps, _pace) =
            (candidates, arrivals, priorities, demands, new(candidates, leaning), steps, pace);

    /// <summary>The best rig.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="priorities">Order of the criteria.</param>
    /// <param name="demanded">Ids of what must stand in the rig, in any route.</param>
    /// <param name="pace">Stops the search.</param>
    /// <param name="steps">The budget of the whole answer, after which the narrow search takes over; null for one of its own.</param>
    public static Found For(Candidates candidates, Arrivals arrivals, Priorities priorities, IReadOnlyList<string> demanded, Pace pace,
        StepCount? steps = null)
    {
        steps ??= new(MostSteps);
        var (best, proven) = (new Found(null, default, true), true);
        var all = Assignments(candidates, demanded).ToList();

        // What is unlikely to sound together is leaned on only where that serves more.
        foreach (var leaning in candidates.MayLean ? new[] { false, true } : [false])
        {
            if (leaning && best.Score.Served == candidates.Tolerances.Length)
                break;
            foreach (var demands in all)
            {
                var found = new BestRig(candidates, arrivals, priorities, demands, leaning, steps, pace).Run();
                proven &= found.Proven;
                if (found.Rig is not null && (best.Rig is null || found.Score.Against(best.Score, priorities) > 0))
                    best = found;
            }
        }

        return best with { Proven = proven };
    }

    /// <summary>Every way to say in whose route each demanded thing stands.</summary>
    internal static IEnumerable<IReadOnlyList<Demand>> Assignments(Candidates candidates, IReadOnlyList<string> demanded)
    {
        IEnumerable<IReadOnlyList<Demand>> all = [[]];
        foreach (var id in demanded)
        {
            var users = Enumerable.Range(0, candidates.Tolerances.Length)
                .Where(i => candidates.Lines.Any(line => line.HoldsFor(i, id))).ToList();
            all = [.. all.SelectMany(before => users.Select(i => (IReadOnlyList<Demand>)[.. before, new Demand(id, i)]))];
        }

        return all;
    }

    /// <summary>
    /// The rig of a part, proven where it costs no more than was counted; null where it cannot stand, or its outputs do not sound together as surely as is
    /// asked for. Both fail only where more sorts of things are scarce than are counted.
    /// </summary>
    internal static Found? Build(RigPart part, Candidates candidates, Arrivals arrivals, Stock stock)
    {
        // Equal chains on one splitter get their numbers.
        var (picks, copies, feeds) = (part.Picks(), new Dictionary<string, int>(), new Dictionary<int, Feed>());
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            var feed = group.First().Line.Feed;
            var copy = copies.GetValueOrDefault(feed.Key);
            copies[feed.Key] = copy + 1;
            feeds[group.Key] = feed.CopyOf(copy);
        }

        var rig = new Rig(candidates.Site, [.. picks.Select(p => p.Ear.RouteOn(candidates.Site, feeds[p.Group], p.Line.Sends))]);
        if (!rig.IsLegal() || RigOutputs.Least(rig) < (stock.Leaning ? Liveness.Unlikely : Liveness.Likely))
            return null;
        var score = rig.Score(arrivals);
        return new(rig, score, (long)Math.Round(score.Price * 100) <= part.Weight.Cents);
    }

    /// <summary>True when a set of listeners has all whose routes must hold something.</summary>
    internal static bool HoldsAll(IReadOnlyList<Demand> demands, int set) => demands.All(demand => (set >> demand.Listener & 1) == 1);

    // Criteria that add up are weighed together; for each other one the highest level is kept that costs nothing before it.
    private Found Run()
    {
        var (threshold, before, isNew) = (Threshold.None, new List<Criterion>(), true);
        Found? best = null;
        foreach (var criterion in _priorities.Order)
        {
            if (!Threshold.IsOn(criterion))
            {
                before.Add(criterion);
                isNew = true;
                continue;
            }

            Settle();
            if (best is null)
                break;
            for (var level = Threshold.Highest(criterion); level > best.Score.LevelOf(criterion); level--)
            {
                if (Solve(before, threshold.With(criterion, level), best, isNew: false) is { } higher
                    && before.TrueForAll(c => higher.Score.On(c, best.Score) >= 0))
                    best = higher;
            }

            threshold = threshold.With(criterion, best.Score.LevelOf(criterion));
        }

        Settle();
        return (best ?? new(null, default, true)) with { Proven = _proven };

        void Settle() => (best, isNew) = (isNew ? Solve(before, threshold, best, isNew: true) ?? best : best, false);
    }

    // The best under a threshold by what adds up, of those that serve as many and are as good as what is known; null where there is none. What a narrow
    // search finds tells the exact one what is not worth building, and stands where that takes too long. It is not needed where what is known is the best by
    // the same criteria.
    private Found? Solve(List<Criterion> before, Threshold threshold, Found? known, bool isNew)
    {
        var (weighing, all, pays) = (Weighing.Of(before), _candidates.Tolerances.Length, before.Contains(Criterion.Price));
        var bound = new Bound(_candidates, weighing, threshold);
        if (known?.Score.Served == all && !bound.ServesAll)
            return null;
        Limit(known);
        var narrow = isNew || _steps.IsOver ? Search(new(long.MaxValue), NarrowParts) : null;
        Limit(narrow ?? known);
        var exact = _steps.IsOver ? null : Search(_steps, int.MaxValue);
        if (_steps.IsOver)
        {
            // A narrow search may miss what was known before.
            _proven = false;
            narrow ??= Search(new(long.MaxValue), NarrowParts);
            return isNew && known is not null && narrow?.Score.Against(known.Score, _priorities) < 0 ? known : narrow;
        }

        _proven &= exact?.Proven ?? true;
        return exact;

        void Limit(Found? least)
        {
            if (least?.Score.Served == all)
                bound.AskFor(least.Gain(weighing), pays ? least.Score.MostCents : long.MaxValue);
        }

        Found? Search(StepCount steps, int most) =>
            FirstOf(RigFronts.Of(new(_candidates, _stock, weighing, threshold, _demands, bound, steps, _pace, most)), known?.Score.Served ?? 1);
    }

    private Found? FirstOf(Front?[] fronts, int served)
    {
        _pace.Check();
        var proven = true;
        for (var count = _candidates.Tolerances.Length; count >= served; count--)
        {
            var parts = Enumerable.Range(1, fronts.Length - 1).Where(set => BitOperations.PopCount((uint)set) == count && HoldsAll(_demands, set))
                .SelectMany(set => fronts[set]?.Parts.ToArray() ?? [])
                .Order(Front.Order);
            foreach (var part in parts)
            {
                if (Build(part, _candidates, _arrivals, _stock) is { } found)
                    return found with { Proven = proven && found.Proven };
                proven = false;
            }
        }

        return null;
    }
}
