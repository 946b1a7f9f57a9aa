using System.Runtime.CompilerServices;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Why a rig leaves somebody out: what refuses every way to them, or what the rest of the rig leaves no room for.</summary>
internal static class Unserved
{
    private sealed record Ways(Candidates Candidates, RefusalLog Log);

    private static readonly ConditionalWeakTable<Site, Ways> BySite = [];

    /// <summary>The rule, with its values; null where none can be named.</summary>
    /// <param name="rig">The rig without the listener.</param>
    /// <param name="listener">The listener.</param>
    public static Finding? Why(Rig rig, Listener listener)
    {
        var ways = BySite.GetValue(rig.Site, Found);
        var at = rig.Site.Look.Listeners.ToList().FindIndex(l => l.Id == listener.Id);
        (Rule Rule, Route Route)? nearest = null;
        foreach (var route in WaysOf(ways.Candidates, rig, at))
        {
            // Where one could join the rig as it stands, no rule can be named; else what refuses nearest to the ear is said.
            if (RuleList.RefusingRoute(route) is not { } rule)
                return null;
            if (nearest is not { } before || rule.Order > before.Rule.Order)
                nearest = (rule, route);
        }

        return nearest is { } met ? met.Rule.Ask(met.Route) : ways.Log.RoutesFound[at] == 0 ? ways.Log.FarthestOf(listener) : null;
    }

    private static Ways Found(Site site)
    {
        var log = new RefusalLog(site.Look.Listeners.Count);
        return new(CandidateFinder.For(site, Limits.None, default, log), log);
    }

    // Every way to a listener, with the rig beside it: on a box that stands in the rig with those it feeds, on any other alone.
    private static IEnumerable<Route> WaysOf(Candidates candidates, Rig rig, int listener)
    {
        foreach (var line in candidates.Lines)
        {
            var joins = line.Sends is not null && rig.Routes.Any(r => r.Feed.Key == line.Feed.Key);
            IReadOnlyList<Route> beside = joins ? [.. rig.Routes.Select(r => r.Feed.Key == line.Feed.Key ? r with { Several = true } : r)] : rig.Routes;
            foreach (var ear in (joins && line.Most > 1 ? line.End.Several : line.End.Alone)[listener])
                yield return ear.RouteOn(candidates.Site, line.Feed, line.Sends) with { Several = joins, Beside = beside };
        }
    }
}
