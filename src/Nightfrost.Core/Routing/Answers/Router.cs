using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>One rig with its score and what it is good at.</summary>
/// <param name="Title">What it is, in a few words.</param>
/// <param name="Rig">The rig.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">Of the best rig: true when nothing better exists under the priorities. Of the others: true when the unbeaten set is complete.</param>
public sealed record RankedRig(string Title, Rig Rig, Score Score, bool Proven);

/// <summary>The answer of the router.</summary>
/// <param name="Rigs">The best rig first, then at most six others that nothing beats on everything, spread over that set.</param>
/// <param name="Unbeaten">How many rigs nothing beats on everything, equal scores counted once.</param>
/// <param name="UnbeatenProven">True when that set is complete.</param>
/// <param name="RuledOut">Sockets and devices that stand in no working route, and why.</param>
/// <param name="RoutesFound">Working routes of each listener, in the look's order.</param>
/// <param name="Obstacle">Why there is no rig; null when there is one.</param>
/// <param name="Arrivals">Arrivals of this site, for whoever shows the rigs.</param>
public sealed record RouterAnswer(
    IReadOnlyList<RankedRig> Rigs, int Unbeaten, bool UnbeatenProven, IReadOnlyList<RuledOut> RuledOut, IReadOnlyList<int> RoutesFound, FieldProblem? Obstacle,
    Arrivals Arrivals)
{
    /// <summary>Ways through the air that no working route uses, and why.</summary>
    public IReadOnlyList<DeadWay> DeadWays { get; init; } = [];
}

/// <summary>Finds the best rig for a site among all that the shelf allows, and those that nothing beats on everything.</summary>
public static class Router
{
    /// <summary>Most rigs that are shown.</summary>
    public const int MostShown = 7;

    /// <summary>Ranks rigs under the usual priorities.</summary>
    /// <param name="site">A look without problems (<see cref="LookCheck.Problems"/>), and the shelf.</param>
    /// <param name="pace">Stops the search.</param>
    /// <exception cref="OperationCanceledException">The search was stopped.</exception>
    public static RouterAnswer Rank(Site site, Pace pace = default) => Rank(site, Wanted.Usual, pace);

    /// <summary>Ranks rigs: listeners served, then the criteria in the order wanted.</summary>
    /// <param name="site">A look without problems, and the shelf.</param>
    /// <param name="wanted">Priorities and limits.</param>
    /// <param name="pace">Stops the search.</param>
    /// <exception cref="OperationCanceledException">The search was stopped.</exception>
    public static RouterAnswer Rank(Site site, Wanted wanted, Pace pace = default)
    {
        var arrivals = new Arrivals(site);
        if (WhyNoRig.Before(site) is { } early)
            return new([], 0, true, [], [], early, arrivals);

        var log = new RefusalLog(site.Look.Listeners.Count);
        var candidates = CandidateFinder.For(site, wanted.Limits, pace, log);
        var ruledOut = log.RuledOut();
        var deadWays = Answers.DeadWays.Of(site, log);
        var budget = new StepCount(BestRig.MostSteps);
        var best = BestRig.For(candidates, arrivals, wanted.Priorities, wanted.Limits.MustUse, pace, budget);
        if (best.Rig is null)
            return new([], 0, true, ruledOut, log.RoutesFound, WhyNoRig.After(site, wanted.Limits), arrivals) { DeadWays = deadWays };

        var unbeaten = UnbeatenSet.Of(candidates, arrivals, wanted, best, pace, budget);
        if (unbeaten.Rigs.Count == 0)
            return new([], 0, unbeaten.Complete, ruledOut, log.RoutesFound, WhyNoRig.OverBudget(site, wanted.Limits, unbeaten.Cheapest),
                arrivals)
            { DeadWays = deadWays };
        return new(Spread.Choose(unbeaten.Rigs, wanted.Priorities, best.Proven, unbeaten.Complete), unbeaten.Rigs.Count, unbeaten.Complete, ruledOut,
            log.RoutesFound, null, arrivals)
        { DeadWays = deadWays };
    }

    /// <summary>The best rig alone under the usual priorities, for questions that only compare.</summary>
    public static Score? BestScore(Site site, Pace pace = default) => BestScore(site, null, pace);

    /// <summary>The same where the part before the sockets may be known.</summary>
    /// <param name="site">The site.</param>
    /// <param name="side">That part; null where it is not known, or not of this site.</param>
    /// <param name="pace">Stops the search.</param>
    internal static Score? BestScore(Site site, EarSide? side, Pace pace)
    {
        if (WhyNoRig.Before(site) is not null)
            return null;
        var found = BestRig.For(CandidateFinder.For(site, side ?? new EarSide(site, Limits.None), pace), new Arrivals(site), Priorities.Usual, [], pace);
        return found.Rig is null ? null : found.Score;
    }
}
