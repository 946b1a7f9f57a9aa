using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Keeping boxes on one air apart before anything is joined to them.</summary>
internal static class ChannelSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        var channels = AirChannels.Of(rig.Routes);
        foreach (var group in rig.Routes.Where(r => r.Feed.Transmitter is not null).GroupBy(r => r.Feed.Key))
        {
            var route = group.First();
            if (AirChannels.Rival(route with { Beside = [.. rig.Routes.Where(other => other != route)] }) is not { } rival)
                continue;
            var (box, place) = (route.Feed.Transmitter!.Name, PlaceOf(route));
            var (set, why) = (channels.TryGetValue(group.Key, out var channel), $"On one channel each disturbs the other: {Of(rival)} sends by {RuleWords.Shared(route, rival)} too.");
            yield return new Step
            {
                Id = $"channel-{group.Key}",
                Phase = Phase.Pair,
                Place = place,
                Action = set ? FormattableString.Invariant($"Set the {box} to channel {channel}") : $"Set the {box} to a channel of its own",
                Detail = set
                    ? $"Channels may be marked A, B, C: count from the first. Then {RuleWords.Listed(group.Select(r => $"{r.AtEar.Listener.Name}'s {r.AtEar.Takes.Name}").Distinct())} to the same one, if it has a switch."
                    : "Read in its manual whether it has a channel switch. If it has none, say so before going on: the other box must give way.",
                Note = set ? "" : "Channel set",
                Why = why,
            };
        }
    }

    private static string PlaceOf(Route route) => $"At {Of(route)}";

    // Two of one kind are told apart by who listens through them.
    private static string Of(Route route) => $"{route.AtEar.Listener.Name}'s {route.Feed.Transmitter?.Name ?? RuleWords.Box(route)}";
}
