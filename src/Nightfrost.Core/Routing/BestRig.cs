namespace Nightfrost.Core.Routing;

/// <summary>What a search found.</summary>
/// <param name="Rig">The best rig, or null when nobody can be served.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">True when nothing better exists; false when the search stopped at its limit.</param>
internal sealed record Found(Rig? Rig, Score Score, bool Proven);

/// <summary>
/// The exact best rig under an order of priorities: relax, check, split. The relaxed problem lets everything at hand be used by everybody; where its answer uses more
/// than there is, one of the users must pay, and each possibility is solved in turn, the most promising first.
/// </summary>
internal sealed class BestRig
{
    /// <summary>Splits after which a search stops and says that its answer is not proven.</summary>
    public const int MostSplits = 400;

    /// <summary>Cases solved at the same time.</summary>
    internal const int Workers = 2;

    private readonly Candidates _candidates;
    private readonly Arrivals _arrivals;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly CancellationToken _cancel;
    private bool _proven = true;

    private BestRig(Candidates candidates, Arrivals arrivals, IReadOnlyList<Demand> demands, CancellationToken cancel) =>
        (_candidates, _arrivals, _demands, _cancel) = (candidates, arrivals, demands, cancel);

    /// <summary>The best rig.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="arrivals">Arrivals of the same site.</param>
    /// <param name="priorities">Order of the criteria.</param>
    /// <param name="demanded">Ids of what must stand in the rig, in any route.</param>
    /// <param name="cancel">Stops the search.</param>
    public static Found For(Candidates candidates, Arrivals arrivals, Priorities priorities, IReadOnlyList<string> demanded, CancellationToken cancel)
    {
        Found? best = null;
        var proven = true;
        foreach (var demands in Assignments(candidates, demanded))
        {
            var found = new BestRig(candidates, arrivals, demands, cancel).Run(priorities);
            proven &= found.Proven;
            if (found.Rig is not null && (best?.Rig is null || found.Score.Against(best.Score, priorities) > 0))
                best = found;
        }

        return (best ?? new(null, default, true)) with { Proven = proven };
    }

    /// <summary>Every way to say in whose route each demanded thing stands.</summary>
    internal static IEnumerable<IReadOnlyList<Demand>> Assignments(Candidates candidates, IReadOnlyList<string> demanded)
    {
        IEnumerable<IReadOnlyList<Demand>> all = [[]];
        foreach (var id in demanded)
        {
            var users = Enumerable.Range(0, candidates.Tolerances.Length)
                .Where(i => candidates.Lines.Any(line => line.Ears(i).Any(one => ChargedPrice.Holds(line, one.Ear, id)))).ToList();
            all = [.. all.SelectMany(before => users.Select(i => (IReadOnlyList<Demand>)[.. before, new Demand(id, i)]))];
        }

        return all;
    }

    // Places that add up are weighed together; for each place that is only as good as the worst listener, the highest threshold is kept that costs nothing before it.
    private Found Run(Priorities priorities)
    {
        var threshold = Threshold.None;
        var before = new List<Criterion>();
        foreach (var criterion in priorities.Order)
        {
            if (criterion is Criterion.Needs or Criterion.Price or Criterion.Boxes)
            {
                before.Add(criterion);
                continue;
            }

            var weights = Weights.Of(before);
            var (reference, _) = Solve(weights, threshold);
            if (reference is null)
                return new(null, default, _proven);
            var (low, high) = (Level(reference.Value.Score, criterion), criterion switch { Criterion.InStep => 20, Criterion.Quality => SoundQuality.Best, _ => 2 });
            var goal = reference.Value.Key;
            while (low < high)
            {
                var middle = (low + high + 1) / 2;
                var (tried, _) = Solve(weights, With(threshold, criterion, middle), goal);
                if (tried is { } t && t.Key >= goal)
                    low = Math.Max(middle, Level(t.Score, criterion));
                else
                    high = middle - 1;
            }

            threshold = With(threshold, criterion, low);
        }

        var (last, proven) = Solve(Weights.Of(before), threshold);
        return last is { } best ? new(best.Rig, best.Score, proven && _proven) : new(null, default, _proven);
    }

    private static int Level(Score score, Criterion criterion) => criterion switch
    {
        Criterion.InStep => score.Grade,
        Criterion.Quality => score.Quality,
        _ => score.Margin,
    };

    private static Threshold With(Threshold threshold, Criterion criterion, int level) => criterion switch
    {
        Criterion.InStep => threshold with { InStep = level },
        Criterion.Quality => threshold with { Quality = level },
        _ => threshold with { Margin = level },
    };

    // The exact optimum of one weighing; null when nobody can be served, or when nothing reaches the goal.
    private ((Rig Rig, Score Score, long Key)? Best, bool Proven) Solve(Weights weights, Threshold threshold, long goal = long.MinValue)
    {
        var open = new PriorityQueue<(Solution Solution, Charges Charges), long>();
        var lines = Narrowed.For(_candidates, weights, threshold, _demands);
        Push([Charges.None]);
        (Rig Rig, Score Score, long Key)? best = null;
        for (var splits = 0; open.TryDequeue(out var node, out _); splits++)
        {
            _cancel.ThrowIfCancellationRequested();
            if (node.Solution.Served == 0 || node.Solution.Key < goal)
                return (best, true);
            if (best is { } known && known.Key >= node.Solution.Key)
                return (best, true);
            var rig = Build(_candidates.Site, node.Solution.Picks);
            var score = rig.Score(_arrivals);
            var key = weights.Served * score.Served + weights.Needs * score.NeedsMet - weights.Cents * (long)Math.Round(score.Price * 100) - weights.Hand * score.Boxes;
            if (best is null || key > best.Value.Key)
                best = (rig, score, key);
            if (key >= node.Solution.Key)
                return (best, true);
            var conflict = Contention.In(_candidates, rig, node.Solution.Picks, node.Charges);
            if (conflict.Count == 0 || splits >= MostSplits)
            {
                _proven = false;
                return (best, false);
            }

            Push([.. node.Charges.Split(conflict, _candidates.ThereOf(conflict[0]))]);
        }

        return (best, true);

        // The cases are solved side by side and entered in their order, so that the answer does not hang on which is done first.
        void Push(Charges[] cases)
        {
            var solutions = new Solution[cases.Length];
            if (cases.Length == 1)
                solutions[0] = SubsetSolver.Best(_candidates, lines, weights, threshold, cases[0], _demands, _cancel);
            else
                Parallel.For(0, cases.Length, new ParallelOptions { MaxDegreeOfParallelism = Workers, CancellationToken = _cancel },
                    i => solutions[i] = SubsetSolver.Best(_candidates, lines, weights, threshold, cases[i], _demands, _cancel));
            for (var i = 0; i < cases.Length; i++)
                open.Enqueue((solutions[i], cases[i]), -solutions[i].Key);
        }
    }

    /// <summary>The rig of a solution: equal chains on one splitter get their numbers, a box that changes with a second listener its mode.</summary>
    internal static Rig Build(Sites.Site site, IReadOnlyList<Pick> picks)
    {
        var copies = new Dictionary<string, int>();
        var feeds = new Dictionary<int, Feed>();
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            var feed = group.First().Line.Feed;
            var copy = copies.GetValueOrDefault(feed.Key);
            copies[feed.Key] = copy + 1;
            feeds[group.Key] = copy == 0 ? feed : new Feed(feed.Socket, feed.Adapters, feed.Transmitter, feed.Joints, copy);
        }

        return new Rig(site, [.. picks.OrderBy(p => p.Listener).Select(p => p.Ear.RouteOn(site, feeds[p.Group], p.Line.Sends))]);
    }
}
