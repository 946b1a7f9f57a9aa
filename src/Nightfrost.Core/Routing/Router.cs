using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One rig with its score and what it is good at.</summary>
/// <param name="Title">What it is, in a few words.</param>
/// <param name="Rig">The rig.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">True when nothing better exists under its aim.</param>
public sealed record RankedRig(string Title, Rig Rig, Score Score, bool Proven);

/// <summary>The answer of the router.</summary>
/// <param name="Rigs">The best rig first, then up to two others that are best in another way.</param>
/// <param name="RuledOut">Sockets and devices that stand in no working route, and why.</param>
/// <param name="RoutesFound">Working routes of each listener, in the look's order.</param>
/// <param name="Obstacle">Why there is no rig; null when there is one.</param>
/// <param name="Arrivals">Arrivals of this site, for whoever shows the rigs.</param>
public sealed record RouterAnswer(
    IReadOnlyList<RankedRig> Rigs, IReadOnlyList<RuledOut> RuledOut, IReadOnlyList<int> RoutesFound, FieldProblem? Obstacle, Arrivals Arrivals);

/// <summary>Finds the best rig for a site among all that the shelf allows.</summary>
public static class Router
{
    /// <summary>Ranks rigs: listeners served, needs met, in-step probability in 5 % steps, price of what is not owned, boxes to switch on.</summary>
    /// <param name="site">A look without problems (<see cref="LookCheck.Problems"/>), and the shelf.</param>
    /// <param name="cancel">Stops the search.</param>
    /// <exception cref="OperationCanceledException">The search was stopped.</exception>
    public static RouterAnswer Rank(Site site, CancellationToken cancel = default)
    {
        var arrivals = new Arrivals(site);
        if (Obstacle(site) is { } early)
            return new([], [], [], early, arrivals);

        var book = new RouteBook(site, arrivals, cancel);
        var counts = book.Options.Select(o => o.Count).ToList();
        var ruledOut = book.Refusals.RuledOut();
        var best = RigSearch.Best(site, book, arrivals, Aim.Balanced, _ => true, cancel);
        if (best.Rig is null)
            return new([], ruledOut, counts, NoRig(site), arrivals);

        var rigs = new List<RankedRig> { new("Best", best.Rig, best.Score, best.Proven) };
        Consider("Least to pay", RigSearch.Best(site, book, arrivals, Aim.Cheapest, _ => true, cancel));
        Consider("Surest in step", RigSearch.Best(site, book, arrivals, Aim.Surest, _ => true, cancel));
        foreach (var feed in best.Rig.Feeds)
        {
            if (rigs.Count < 3)
                Consider(feed.Transmitter is null ? "With a box" : $"Without the {feed.Transmitter.Name}",
                    RigSearch.Best(site, book, arrivals, Aim.Balanced, o => feed.Transmitter is null ? o.Route.Feed.Transmitter is not null : o.Route.Feed.Transmitter?.Id != feed.Transmitter.Id, cancel));
        }

        return new(rigs, ruledOut, counts, null, arrivals);

        void Consider(string title, Found found)
        {
            if (rigs.Count < 3 && found.Rig is { } rig && rigs.All(r => Signature(r.Rig) != Signature(rig)))
                rigs.Add(new(title, rig, found.Score, found.Proven));
        }
    }

    /// <summary>The best rig alone, for questions that only compare.</summary>
    public static Score? BestScore(Site site, CancellationToken cancel = default)
    {
        if (Obstacle(site) is not null)
            return null;
        var arrivals = new Arrivals(site);
        var found = RigSearch.Best(site, new RouteBook(site, arrivals, cancel), arrivals, Aim.Balanced, _ => true, cancel);
        return found.Rig is null ? null : found.Score;
    }

    private static string Signature(Rig rig) => string.Join(';', rig.Routes.Select(r => $"{r.AtEar.Listener.Id}:{r.Feed.Key}:{r.AtEar.Relay?.Id}:{r.AtEar.Receiver.Id}"));

    private static FieldProblem? Obstacle(Site site)
    {
        var look = site.Look;
        if (look.Set.Sockets.All(s => s.State == SocketState.NotThere))
            return new("set.sockets", "No socket has been entered.", "Look behind the set, at its sides and underneath, and enter what you see on Look.");
        if (look.Listeners.Count == 0)
            return new("listeners", "Nobody listens yet.", "Enter who listens on Look.");
        if (Rules.Wishes(look, RoomWish.RoomHearsToo) is { } hears && Rules.Wishes(look, RoomWish.SetSilent) is { } silent)
            return new("listeners", $"The room should hear ({hears}), and the set must be silent ({silent}).", "Ask which comes first, or plan two cases for two evenings.");
        return null;
    }

    private static FieldProblem NoRig(Site site)
    {
        var outputs = site.Look.Set.Sockets.Where(s => s.State != SocketState.NotThere && SocketReading.Direction(s) == MarkingReading.Output
            && (s.Kind == SocketKind.Bluetooth || !SocketKinds.Of(s.Kind).GivesPower || s.UsbSound == Known.Yes)).ToList();
        if (outputs.Count == 0)
            return new("set.sockets", "None of the sockets entered lets sound out.",
                "Look for an optical socket behind a small door, a headphone socket on the side, HDMI marked ARC, a red and white pair marked audio out, or built-in Bluetooth in the menu. A box in front of the set may have an output of its own.");
        var missing = site.Look.Listeners.FirstOrDefault(l => l.ReceiverId is null && !l.OpenToAnother);
        if (missing is not null)
            return new("listeners", $"{missing.Name} has no receiver, and none may be bought.", "Say on Look what is worn, or tick 'open to another receiver'.");
        return new("set.sockets", $"{(outputs.Count == 1 ? "One output was" : $"{outputs.Count} outputs were")} found, but nothing on the shelf carries their sound to a listener.", "Read what is ruled out below; free a socket, add a device to the shelf, or open a listener to another receiver.");
    }
}
