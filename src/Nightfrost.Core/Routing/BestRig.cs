using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <summary>What a search found.</summary>
/// <param name="Rig">The best rig, or null when nobody can be served.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">True when nothing better exists; false when the search stopped at its limit.</param>
internal sealed record Found(Rig? Rig, Score Score, bool Proven);

/// <summary>
/// The exact best rig under an order of priorities: relax, check, count. The relaxed problem lets everything at hand be used by everybody; where its answer uses more
/// than there is, it is solved again with what is scarce counted, and the first answer tells what is not worth building.
/// </summary>
internal sealed class BestRig
{
    /// <summary>Steps after which a search stops and says that its answer is not proven.</summary>
    public const long MostSteps = 100_000_000;

    // A first hope leaves out all but this part of the way from what is known to the most that can be had.
    private const int Near = 4;

    /// <summary>Threads that a plan may use.</summary>
    internal const int Workers = 2;

    /// <summary>A rig with what it weighs.</summary>
    private sealed record Reached(Rig Rig, Score Score, long Key);

    private readonly Candidates _candidates;
    private readonly Arrivals _arrivals;
    private readonly IReadOnlyList<Demand> _demands;
    private readonly CancellationToken _cancel;
    private Stocks? _stocks;
    private int[][]? _highest;
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
                .Where(i => candidates.Lines.Any(line => line.HoldsFor(i, id))).ToList();
            all = [.. all.SelectMany(before => users.Select(i => (IReadOnlyList<Demand>)[.. before, new Demand(id, i)]))];
        }

        return all;
    }

    // Places that add up are weighed together; for each place that is only as good as the worst listener, the highest threshold is kept that costs nothing before it.
    private Found Run(Priorities priorities)
    {
        var (threshold, before) = (Threshold.None, new List<Criterion>());
        Reached? best = null;
        foreach (var criterion in priorities.Order)
        {
            if (criterion is Criterion.Needs or Criterion.Price or Criterion.Boxes)
            {
                before.Add(criterion);
                best = null;
                continue;
            }

            best ??= AtOnce(Weights.Of(before), threshold, criterion) ?? Solve(Weights.Of(before), threshold);
            if (best is null)
                return new(null, default, _proven);
            best = Raised(Weights.Of(before), threshold, criterion, best);
            threshold = With(threshold, criterion, Level(best.Score, criterion));
        }

        best ??= Solve(Weights.Of(before), threshold);
        return best is null ? new(null, default, _proven) : new(best.Rig, best.Score, _proven);
    }

    // While only wishes are weighed: where every listener's most wishes can be had at the highest level of the next place, nothing is better, and one search is saved.
    private Reached? AtOnce(Weights weights, Threshold threshold, Criterion criterion)
    {
        if (weights is not { Cents: 0, Hand: 0 })
            return null;
        var wishes = Highest[3];
        var goal = weights.KeyOf(wishes.Length, wishes.Sum(), 0, 0);
        return Solve(weights, With(threshold, criterion, HighestLevel(criterion, wishes.Length)), goal) is { } found && found.Key >= goal ? found : null;
    }

    // The best rig of one weighing that is also best in one more place. Most often the highest level that the listeners' ears allow can be had, so it is tried first.
    private Reached Raised(Weights weights, Threshold threshold, Criterion criterion, Reached best)
    {
        var (high, middle) = (HighestLevel(criterion, best.Score.Served), 0);
        for (var low = Level(best.Score, criterion); low < high; low = Level(best.Score, criterion))
        {
            middle = middle == 0 ? high : (low + high + 1) / 2;
            if (Solve(weights, With(threshold, criterion, middle), best.Key) is { } tried && tried.Key >= best.Key)
                best = tried;
            else
                high = middle - 1;
        }

        return best;
    }

    // No rig that serves everybody is better than the best ear of the listener whose best is worst.
    private int HighestLevel(Criterion criterion, int served)
    {
        var highest = Highest[criterion switch { Criterion.InStep => 0, Criterion.Quality => 1, _ => 2 }];
        return served == highest.Length ? highest.Min() : highest.Max();
    }

    // The best level of each listener, in step, in quality, in margin and in wishes met.
    private int[][] Highest => _highest ??= HighestLevels();

    private int[][] HighestLevels()
    {
        var n = _candidates.Tolerances.Length;
        int[][] highest = [new int[n], new int[n], new int[n], new int[n]];
        var seen = new bool[_candidates.Shapes];
        foreach (var line in _candidates.Lines)
        {
            var shape = line.Shape;
            if (seen[shape.Number])
                continue;
            seen[shape.Number] = true;
            for (var at = 0; at + 1 < shape.Starts.Length; at++)
            {
                var (grade, quality, margin, wishes) = (0, 0, 0, 0);
                for (var k = shape.Starts[at]; k < shape.Starts[at + 1]; k++)
                {
                    ref readonly var worth = ref shape.Worths[k];
                    (grade, quality, margin, wishes) = (Math.Max(grade, worth.Grade), Math.Max(quality, worth.Quality), Math.Max(margin, worth.Margin), Math.Max(wishes, worth.Needs));
                }

                var i = at % n;
                (highest[0][i], highest[1][i], highest[2][i], highest[3][i]) = (Math.Max(highest[0][i], grade), Math.Max(highest[1][i], quality), Math.Max(highest[2][i], margin), Math.Max(highest[3][i], wishes));
            }
        }

        return highest;
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

    // The exact optimum of one weighing; null when nobody can be served, or when nothing reaches the goal. At first everything at hand may be used by everybody, and no box minds
    // another's channel, which never underrates a rig. Where the rig that this gives is worth less than it seemed, or cannot stand, scarce things are counted.
    private Reached? Solve(Weights weights, Threshold threshold, long goal = long.MinValue)
    {
        _cancel.ThrowIfCancellationRequested();
        var lines = Narrowed.For(_candidates, weights, threshold, _demands);
        var relaxed = SubsetSolver.Best(_candidates, lines, weights, threshold, _demands, _cancel);
        if (relaxed.Served == 0 || relaxed.Key < goal)
            return null;
        var first = Priced(weights, relaxed.Picks);
        if (first is not null && first.Key >= relaxed.Key)
            return first;
        var known = first ?? Standing(weights, threshold, lines, relaxed);
        long? least = goal == long.MinValue ? known?.Key : Math.Max(known?.Key ?? long.MinValue, goal - 1);

        // Where not all that seemed to be served can be, fewer are; never to reach a goal, which a rig that serves fewer is below.
        for (var served = BitOperations.PopCount((uint)relaxed.Served); served >= (known?.Score.Served ?? 1); served--)
        {
            if (Counted(weights, threshold, lines, relaxed, served, least, goal == long.MinValue, first is null) is { } found && found.Key > (known?.Key ?? long.MinValue))
                return found;
            if (goal > long.MinValue)
                break;
        }

        return known;
    }

    // Some rig in which every box finds a channel, so that the search need not build what is no better: with the boxes of the first rig that found one, else without any that is set to one.
    private Reached? Standing(Weights weights, Threshold threshold, Narrowed lines, Solution relaxed)
    {
        var channels = AirChannels.Of(Build(_candidates.Site, relaxed.Picks).Routes);
        var set = relaxed.Picks.Select(pick => pick.Line).Where(line => channels.GetValueOrDefault(line.Feed.Key) > 0).ToHashSet();
        foreach (var kept in new Func<FeedLine, bool>[] { line => line.Sends is not { Channels: > 0 } || set.Contains(line), line => line.Sends is not { Channels: > 0 } })
        {
            var some = SubsetSolver.Best(_candidates, lines.Where(kept), weights, threshold, _demands, _cancel);
            if (some.Served > 0 && Priced(weights, some.Picks) is { } standing)
                return standing;
        }

        return null;
    }

    // The best rig for a number of listeners with scarce things counted, channels at once where they are short already; null when none is better than what is known.
    private Reached? Counted(Weights weights, Threshold threshold, Narrowed lines, Solution relaxed, int served, long? known, bool mayHope, bool channelsShort)
    {
        _stocks ??= new(_candidates);
        var required = SubsetSolver.Required(_demands);
        var (most, rests) = (Rests.Of(relaxed.Bests.OfSets, served, required)[0], Rests.Of(relaxed.Bests, served, required));
        foreach (var stock in channelsShort ? [_stocks.WithChannels] : _stocks.InTurn)
        {
            FrontPoint? best = null;
            foreach (var least in mayHope ? Hopes(most, known) : [known])
            {
                var steps = new StepCount(MostSteps);
                best = FrontSolver.Fronts(_candidates, stock, lines, threshold, weights, _demands, Ideals.Of(rests, least), served, steps, _cancel).FirstOrDefault();
                _proven &= !steps.IsOver;
                if (best is not null)
                    break;
            }

            if (best is null)
                return null;
            most = -best.Cents;
            if (Priced(weights, best.Picks()) is not { } found)
                continue;
            _proven &= found.Key >= most;
            return found;
        }

        // More sorts of things are scarce than are counted.
        _proven = false;
        return null;
    }

    // What must be passed: at first a sum near the most that can be had, since the less is hoped for, the more is built; then what is known.
    private static IEnumerable<long?> Hopes(long most, long? known)
    {
        if (known is { } sum && most - sum > Near)
            yield return most - (most - sum) / Near;
        yield return known;
    }

    // Null where some box finds no channel of its own.
    private Reached? Priced(Weights weights, IReadOnlyList<Pick> picks)
    {
        var rig = Build(_candidates.Site, picks);
        if (!AirChannels.AreEnough(rig.Routes))
            return null;
        var score = rig.Score(_arrivals);
        return new(rig, score, weights.KeyOf(score.Served, score.NeedsMet, (long)Math.Round(score.Price * 100), score.Boxes));
    }

    /// <summary>The rig of a solution: equal chains on one splitter get their numbers, a box that changes with a second listener its mode.</summary>
    internal static Rig Build(Sites.Site site, IReadOnlyList<Pick> picks)
    {
        var copies = new Dictionary<string, int>();
        var feeds = new Dictionary<int, Feed>();
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            var feed = group.First().Feed;
            var copy = copies.GetValueOrDefault(feed.Key);
            copies[feed.Key] = copy + 1;
            feeds[group.Key] = copy == 0 ? feed : new Feed(feed.Socket, feed.Adapters, feed.Transmitter, feed.Joints, copy);
        }

        return new Rig(site, [.. picks.OrderBy(p => p.Listener).Select(p => p.Ear.RouteOn(site, feeds[p.Group], p.Line.Sends))]);
    }
}
