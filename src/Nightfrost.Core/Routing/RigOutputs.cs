using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Two things that a rig needs to sound at the same time.</summary>
/// <param name="One">An output in use.</param>
/// <param name="Other">Another one; null for the room, by the bar or by the set's own speakers.</param>
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
    /// <summary>Every pair of outputs in use, and every output with the room where that should hear; each pair once, the least sure first.</summary>
    public static IReadOnlyList<LeanedOn> Of(Rig rig) => Of(rig.Site, rig.Feeds);

    /// <summary>How surely all of it sounds at the same time: the least sure of the pairs, <see cref="Liveness.Live"/> where there is none.</summary>
    public static Liveness Least(Rig rig) => Of(rig) is [var first, ..] ? first.Liveness : Liveness.Live;

    /// <summary>The pairs of a rig that nobody has tried yet.</summary>
    public static IEnumerable<LeanedOn> Untried(Rig rig) => Of(rig).Where(pair => pair.Liveness is Liveness.Likely or Liveness.Unlikely);

    /// <summary>Every pair of outputs of a look that may or may not sound at the same time.</summary>
    public static IReadOnlyList<OutputPair> Of(Look look) =>
        [.. LiveOutputs.Pairs(look).Select(pair => new OutputPair(pair.One.Id, RuleWords.Socket(look, pair.One), pair.Other.Id, RuleWords.Socket(look, pair.Other), pair.Liveness, look.SourceOf(pair.One)?.Id == look.SourceOf(pair.Other)?.Id))];

    /// <summary>Of the pairs of one sureness, what this route's output needs to sound beside it; each pair is named by one of its two outputs only, and the room by every output.</summary>
    /// <param name="route">A route, with the others of its rig beside it.</param>
    /// <param name="liveness">How surely.</param>
    internal static IReadOnlyList<string> Beside(Route route, Liveness liveness) =>
    [
        .. Of(route.Site, route.Beside.Prepend(route).Select(r => r.Feed)).Where(pair => pair.Liveness == liveness && pair.One.Id == route.Feed.Socket.Id).Select(pair => Words(route.Site, pair.Other)),
    ];

    /// <summary>Outputs of the other routes that are known not to sound beside this one's.</summary>
    internal static IReadOnlyList<string> NeverBeside(Route route) =>
        route.Beside.Count == 0 ? [] : [.. route.Beside.Select(r => r.Feed.Socket).DistinctBy(s => s.Id).Where(s => route.Site.LiveTogether(route.Feed.Socket, s) == Liveness.Never).Select(s => Words(route.Site, s))];

    /// <summary>The other side of a pair in words.</summary>
    internal static string Words(Site site, SourcePort? output) => output is not null ? RuleWords.Socket(site.Look, output) : site.Bar is { } bar ? $"the {bar.Name}" : "the set's own speakers";

    private static List<LeanedOn> Of(Site site, IEnumerable<Feed> feeds)
    {
        var bySocket = feeds.GroupBy(f => f.Socket.Id).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => g.First()).ToList();
        var used = bySocket.ConvertAll(f => f.Socket);
        var pairs = new List<LeanedOn>();
        for (var i = 0; i < used.Count; i++)
        {
            for (var k = i + 1; k < used.Count; k++)
                pairs.Add(new(used[i], used[k], site.LiveTogether(used[i], used[k])));
            if (site.RoomHears is not null && bySocket[i].Room is null)
                pairs.Add(new(used[i], null, site.LiveWithRoom(used[i])));
        }

        return [.. pairs.OrderBy(pair => pair.Liveness)];
    }
}
