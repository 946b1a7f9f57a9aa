using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Keeping boxes on one air apart before anything is joined to them.</summary>
internal static class ChannelSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var (route, rival, channel) in AirChannels.SideBySide(rig))
        {
            // Nothing to set: the others keep off it.
            if (route.Sends is { Channels: 1 })
                continue;
            var set = channel > 0;
            var worn = rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).Select(r => $"{r.AtEar.Listener.Name}'s {r.AtEar.Takes.Name}").Distinct();
            yield return new Step
            {
                Id = $"channel-{route.Feed.Key}",
                Phase = Phase.Pair,
                Place = $"At {RouteWords.BoxOf(route)}",
                Action = set ? FormattableString.Invariant($"Set the {RouteWords.Box(route)} to channel {channel}")
                    : $"Set the {RouteWords.Box(route)} to a channel of its own",
                Detail = set
                    ? $"Channels may be marked A, B, C: count from the first. Then {Wording.Listed(worn)} to the same one, if it has a switch."
                    : "Read in its manual whether it has a channel switch. If it has none, say so before going on: the other box must give way.",
                Note = set ? "" : "Channel set",
                Why = $"On one channel each disturbs the other: {RouteWords.BoxOf(rival)} sends by {RouteWords.Shared(route, rival)} too.",
            };
        }
    }
}
