using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Two things that a rig needs to sound at the same time.</summary>
/// <param name="One">An output in use.</param>
/// <param name="Other">Another one; null for the room, by the speakers that <see cref="RigOutputs.Room(Rig)"/> names.</param>
/// <param name="Liveness">How surely they do.</param>
public sealed record LeanedOn(SourcePort One, SourcePort? Other, Liveness Liveness);

/// <summary>Two outputs, ready to be shown and answered for.</summary>
/// <param name="OneId">One socket or built-in radio.</param>
/// <param name="One">In words.</param>
/// <param name="OtherId">The other.</param>
/// <param name="Other">In words.</param>
/// <param name="Liveness">How surely they sound at the same time.</param>
/// <param name="OfOneSource">True when both belong to one source.</param>
public sealed record OutputPair(string OneId, string One, string OtherId, string Other, Liveness Liveness, bool OfOneSource);

/// <summary>What a rig needs to sound at the same time.</summary>
public static class RigOutputs
{
    /// <summary>
    /// Every pair of outputs in use, and every output with the room where that should hear; each pair once, the least sure first. Speakers on a splitter
    /// sound as surely as the output they hang on: with them, an output that usually leaves the room its sound need not be tried with the room by itself.
    /// </summary>
    public static IReadOnlyList<LeanedOn> Of(Rig rig) => Of(rig.Site, rig.Feeds);

    /// <summary>How surely all of it sounds at the same time: the least sure of the pairs, <see cref="Liveness.Live"/> where there is none.</summary>
    public static Liveness Least(Rig rig) => Of(rig) is [var first, ..] ? first.Liveness : Liveness.Live;

    /// <summary>The pairs of a rig that nobody has tried yet.</summary>
    public static IEnumerable<LeanedOn> Untried(Rig rig) => Of(rig).Where(pair => pair.Liveness is Liveness.Likely or Liveness.Unlikely);

    /// <summary>Every pair of outputs of a look that may or may not sound at the same time.</summary>
    public static IReadOnlyList<OutputPair> Of(Look look) =>
        [.. LiveOutputs.Pairs(look)
            .Select(pair => new OutputPair(pair.One.Id, RouteWords.Socket(look, pair.One), pair.Other.Id, RouteWords.Socket(look, pair.Other), pair.Liveness,
                look.SourceOf(pair.One)?.Id == look.SourceOf(pair.Other)?.Id))];

    /// <summary>
    /// Of the pairs of one sureness, what this route's output needs to sound beside it; each pair is named by one of its two outputs only, and the room by
    /// every output.
    /// </summary>
    /// <param name="route">A route, with the others of its rig beside it.</param>
    /// <param name="liveness">How surely.</param>
    internal static IReadOnlyList<string> Beside(Route route, Liveness liveness) =>
    [
        .. Of(route.Site, FeedsWith(route)).Where(pair => pair.Liveness == liveness && pair.One.Id == route.Feed.Socket.Id)
            .Select(pair => pair.Other is { } other ? RouteWords.Socket(route.Site.Look, other) : Room(route.Site, FeedsWith(route))),
    ];

    /// <summary>Outputs of the other routes that are known not to sound beside this one's.</summary>
    internal static IReadOnlyList<string> NeverBeside(Route route) =>
        route.Beside.Count == 0 ? []
            : [.. route.Beside.Select(r => r.Feed.Socket).DistinctBy(s => s.Id).Where(s => route.Site.LiveTogether(route.Feed.Socket, s) == Liveness.Never)
                .Select(s => RouteWords.Socket(route.Site.Look, s))];

    /// <summary>What the room hears by where nothing is added for it: the bar, else the set's own speakers, and those of what stands by itself.</summary>
    internal static string OwnRoom(Site site, params IEnumerable<SourcePort> used) => Wording.Listed(used.Select(s => site.Look.StandsApart(s)
        ? OwnSpeakers(site.Look, s) : OfSet(site)).Distinct().DefaultIfEmpty(OfSet(site)));

    /// <summary>The speakers of what a socket stands on: the set's own, or those of what stands by itself.</summary>
    internal static string OwnSpeakers(Look look, SourcePort socket) =>
        look.StandsApart(socket) ? $"the {look.SourceOf(socket)!.Name}'s own speakers" : "the set's own speakers";

    private static string OfSet(Site site) => site.Bar is { } bar ? $"the {bar.Name}" : "the set's own speakers";

    /// <summary>What the room hears by in a rig: speakers on a splitter where it has them, else what was there.</summary>
    internal static string Room(Rig rig) => Room(rig.Site, rig.Feeds);

    private static string Room(Site site, IEnumerable<Feed> feeds) =>
        feeds.FirstOrDefault(f => f.Room is not null)?.Room is { Speakers: { } speakers } ? $"the {speakers.Name}"
            : OwnRoom(site, feeds.Select(f => f.Socket));

    private static IEnumerable<Feed> FeedsWith(Route route) => route.Beside.Prepend(route).Select(r => r.Feed);

    private static List<LeanedOn> Of(Site site, IEnumerable<Feed> feeds)
    {
        var bySocket = feeds.GroupBy(f => f.Socket.Id).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => g.First()).ToList();
        var used = bySocket.ConvertAll(f => f.Socket);
        var roomSplit = bySocket.Exists(f => f.Room is not null);
        var pairs = new List<LeanedOn>();
        for (var i = 0; i < used.Count; i++)
        {
            for (var k = i + 1; k < used.Count; k++)
                pairs.Add(new(used[i], used[k], site.LiveTogether(used[i], used[k])));
            if (site.RoomHears is not null && bySocket[i].Room is null && site.LiveWithRoom(used[i]) is var liveness
                && !(roomSplit && liveness > Liveness.Unlikely))
                pairs.Add(new(used[i], null, liveness));
        }

        return [.. pairs.OrderBy(pair => pair.Liveness)];
    }
}
