using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

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
            var worn = rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).Select(r => StepPlaces.Whose(r.AtEar.Listener, r.AtEar.Takes)).Distinct();
            yield return new Step
            {
                Id = $"channel-{route.Feed.Key}",
                Phase = Phase.Pair,
                Place = Say("place.atBoxOf", ("box", RouteWords.BoxOf(route))),
                Action = set ? Say("channel.action", ("box", RouteWords.Box(route)), ("channel", FormattableString.Invariant($"{channel}")))
                    : Say("channel.actionOwn", ("box", RouteWords.Box(route))),
                Detail = set
                    ? Say("channel.detail", ("worn", Wording.Listed(worn)))
                    : Say("channel.detailOwn"),
                Note = set ? "" : Say("channel.note"),
                Why = Say("channel.why", ("other", RouteWords.BoxOf(rival)), ("way", RouteWords.Shared(route, rival))),
            };
        }
    }
}
