using System.Numerics;
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
/// The best rig under an order of priorities. What adds up is weighed in that order; what is only as good as the worst listener's is asked for as a threshold, from the highest level down, and
/// kept at the first level that costs nothing before it.
/// </summary>
internal sealed class BestRig
{
    /// <summary>Steps after which the exact search stops, and a narrow one that keeps few parts takes its place: its answer is not proven.</summary>
    public const long MostSteps = 20_000_000;

    // Parts that the narrow search keeps for a set of listeners.
    private const int NarrowParts = 2;

    /// <summary>Threads that a plan may use.</summary>
    internal const int Workers = 2;

    private readonly Candidates _candidates;
    private readonly Arrivals _arrivals;
    private readonly Priorities _priorities;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly Stock _stock;
    private readonly StepCount _steps;
    private LeastCents? _leastCents;
    private readonly CancellationToken _cancel;
    private bool _proven = true;

    private BestRig(Candidates candidates, Arrivals arrivals, Priorities priorities, IReadOnlyList<Demand> demands, bool leaning, long mostSteps, CancellationToken cancel) =>
        (_candidates, _arrivals, _priorities, _demands, _stock, _steps, _cancel) = (candidates, arrivals, priorities, demands, new(candidates, leaning), new(mostSteps), cancel);

    /// <summary>The best rig.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="priorities">Order of the criteria.</param>
    /// <param name="demanded">Ids of what must stand in the rig, in any route.</param>
    /// <param name="cancel">Stops the search.</param>
    /// <param name="mostSteps">Steps after which the narrow search takes over.</param>
    public static Found For(Candidates candidates, Arrivals arrivals, Priorities priorities, IReadOnlyList<string> demanded, CancellationToken cancel, long mostSteps = MostSteps)
    {
        var (best, proven) = (new Found(null, default, true), true);
        var all = Assignments(candidates, demanded).ToList();

        // What is unlikely to sound together is leaned on only where that serves more.
        foreach (var leaning in candidates.MayLean ? new[] { false, true } : [false])
        {
            if (leaning && best.Score.Served == candidates.Tolerances.Length)
                break;
            foreach (var demands in all)
            {
                var found = new BestRig(candidates, arrivals, priorities, demands, leaning, mostSteps, cancel).Run();
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

    /// <summary>The rig of a part: equal chains on one splitter get their numbers.</summary>
    internal static Rig Build(Sites.Site site, IReadOnlyList<Pick> picks)
    {
        var copies = new Dictionary<string, int>();
        var feeds = new Dictionary<int, Feed>();
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            var feed = group.First().Feed;
            var copy = copies.GetValueOrDefault(feed.Key);
            copies[feed.Key] = copy + 1;
            feeds[group.Key] = feed.CopyOf(copy);
        }

        return new Rig(site, [.. picks.OrderBy(p => p.Listener).Select(p => p.Ear.RouteOn(site, feeds[p.Group], p.Line.Sends))]);
    }

    /// <summary>True when a rig is legal, and its outputs sound together as surely as is asked for: always, unless more sorts of things are scarce than are counted.</summary>
    internal static bool StandsTogether(Rig rig, Stock stock) => rig.IsLegal() && RigOutputs.Least(rig) >= (stock.Leaning ? Liveness.Unlikely : Liveness.Likely);

    /// <summary>True when a set of listeners has all whose routes must hold something.</summary>
    internal static bool HoldsAll(IReadOnlyList<Demand> demands, int set) => demands.All(demand => (set >> demand.Listener & 1) == 1);

    // Criteria that add up are weighed together; for each other one the highest level is kept that costs nothing before it.
    private Found Run()
    {
        var (threshold, before) = (Threshold.None, new List<Criterion>());
        Found? best = null, last = null;
        int? served = null;
        foreach (var criterion in _priorities.Order)
        {
            if (!Threshold.IsOn(criterion))
            {
                before.Add(criterion);
                best = null;
                continue;
            }

            best ??= Solve(before, threshold, served);
            if (best is null)
                break;
            served = best.Score.Served;
            last = best = Raised(before, threshold, criterion, best);
            threshold = threshold.With(criterion, best.Score.LevelOf(criterion));
        }

        // A narrow search may miss what one before it found.
        best ??= Solve(before, threshold, served) ?? last;
        return (best ?? new(null, default, true)) with { Proven = _proven };
    }

    private Found Raised(List<Criterion> before, Threshold threshold, Criterion criterion, Found best)
    {
        for (var level = Threshold.Highest(criterion); level > best.Score.LevelOf(criterion); level--)
        {
            if (Solve(before, threshold.With(criterion, level), best.Score.Served, best) is { } higher && before.TrueForAll(c => higher.Score.On(c, best.Score) >= 0))
                return higher;
        }

        return best;
    }

    // The best under a threshold by what adds up; null when nobody can be served, or not as many as are asked for. Most often everybody can have the most there is for them, or everything needed:
    // that is tried first, since little needs to be built for it. Where a rig is known, only what is as good is looked for.
    private Found? Solve(List<Criterion> before, Threshold threshold, int? served, Found? known = null)
    {
        var (weighing, all, pays) = (Weighing.Of(before), _candidates.Tolerances.Length, before.IndexOf(Criterion.Price));
        if ((served ?? all) < all)
            return Solve(weighing, threshold, served, NoBound.Instance);
        if (MostGain(weighing, threshold) is not { } most)
            return served is null ? Solve(weighing, threshold, served, NoBound.Instance) : null;
        if (pays >= 0 && known is null)
        {
            // The price first; of what costs no more than its step, the rest.
            known = Solve(Weighing.Of(before[..(pays + 1)], tellsEqualsApart: false), threshold, all, most);
            if (known is null)
                return Solve(weighing, threshold, served, NoBound.Instance);

            // Stricter thresholds make nothing cheaper, so that this holds for them too.
            _leastCents = new(_candidates, threshold, all, _cancel);
        }

        if (known is null)
            return Solve(weighing, threshold, all, most) ?? Solve(weighing, threshold, served, NoBound.Instance);

        return Solve(weighing, threshold, all, new GainBound(most, most.Sum() - known.Gain(weighing), pays < 0 ? null : _leastCents, known.Score.MostCents));
    }

    // For everybody: with the most gain there is for each, else with every need met.
    private Found? Solve(Weighing weighing, Threshold threshold, int all, long[] most) =>
        Solve(weighing, threshold, all, new GainBound(most, 0)) ?? Solve(weighing, threshold, all, new GainBound(most, weighing.BelowOneNeed)) ?? Solve(weighing, threshold, all, NoBound.Instance);

    private Found? Solve(Weighing weighing, Threshold threshold, int? served, IBound bound)
    {
        _cancel.ThrowIfCancellationRequested();
        var fronts = _steps.IsOver ? null : RigFronts.Of(_candidates, _stock, weighing, threshold, _demands, bound, _steps, _cancel);
        if (fronts is null || _steps.IsOver)
        {
            // What a stopped search has found hangs on which worker was first, and may be nothing at all.
            _proven = false;
            fronts = RigFronts.Of(_candidates, _stock, weighing, threshold, _demands, bound, new(long.MaxValue), _cancel, NarrowParts);
        }

        for (var count = served ?? _candidates.Tolerances.Length; count >= (served ?? 1); count--)
        {
            var parts = Enumerable.Range(1, fronts.Length - 1).Where(set => BitOperations.PopCount((uint)set) == count && HoldsAll(_demands, set)).SelectMany(set => fronts[set]?.Parts.ToArray() ?? [])
                .Order(Front.Order);
            foreach (var part in parts)
            {
                var rig = Build(_candidates.Site, part.Picks());
                if (StandsTogether(rig, _stock))
                {
                    var score = rig.Score(_arrivals);
                    _proven &= (long)Math.Round(score.Price * 100) <= part.Weight.Cents;
                    return new(rig, score, true);
                }

                // More sorts of things are scarce than are counted.
                _proven = false;
            }
        }

        return null;
    }

    // The most gain that each listener can have under a threshold; null where somebody can have nothing.
    private long[]? MostGain(Weighing weighing, Threshold threshold)
    {
        var most = new long[_candidates.Tolerances.Length];
        Array.Fill(most, long.MinValue);
        foreach (var shape in _candidates.Lines.Select(line => line.Shape).Distinct())
        {
            for (var at = 0; at + 1 < shape.Starts.Length; at++)
            {
                for (var k = shape.Starts[at]; k < shape.Starts[at + 1]; k++)
                {
                    ref readonly var worth = ref shape.Worths[k];
                    if (worth.Reaches(threshold) && weighing.Of(worth.Needs, worth.Preferences, 0, worth.Effort).Gain is var gain && gain > most[at % most.Length])
                        most[at % most.Length] = gain;
                }
            }
        }

        return most.Contains(long.MinValue) ? null : most;
    }
}
