using System.Collections.Concurrent;
using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing;

/// <summary>Arrivals of one site, each worked out once: routes with the same stages share their convolution.</summary>
/// <param name="site">The site.</param>
public sealed class Arrivals(Site site)
{
    private readonly ConcurrentDictionary<string, Arrival?> _known = [];

    /// <summary>Arrival at the ear of a route; null where no picture is followed.</summary>
    public Arrival? Of(Route route) => Of(route.Feed.Socket, ChainStages(route));

    /// <summary>Probability that a route arrives inside its listener's tolerance, 0 to 1; 1 where no picture is followed.</summary>
    public double InStep(Route route) => InStep(route, null);

    /// <summary>The same if it were known whether its socket's sound waits for the picture.</summary>
    /// <param name="route">The route.</param>
    /// <param name="follows">The answer; null for what the look says.</param>
    public double InStep(Route route, Known? follows)
    {
        var tolerance = Tolerances.Find(route.AtEar.Listener.EffectiveToleranceId)!;
        var socket = follows is { } answer ? route.Feed.Socket with { FollowsPicture = answer } : route.Feed.Socket;
        return Of(socket, ChainStages(route))?.Distribution.ProbabilityInside(tolerance.EarlyMs, tolerance.LateMs) ?? 1;
    }

    /// <summary>Arrival of the room's own sound at the seat farthest from the set; null when the set is silenced or nobody is there.</summary>
    /// <param name="rig">The rig, which may cut the set's speakers, or bring others.</param>
    public Arrival? Room(Rig rig)
    {
        var distance = site.Look.Listeners.Select(l => l.SeatDistanceM).DefaultIfEmpty(0).Max();
        if (RoomSpeakers(rig) is { } room)
            return Of(room.Socket, [.. room.Speakers.StageIds.Select(StageDelays.Of), StageDelays.Air(distance)]);
        return rig.SilencesSpeakers || distance == 0 ? null : Skew.FromSpeakers(site.Look.Set, distance);
    }

    /// <summary>Own sound against the room's at this listener's ear; null when only one is heard.</summary>
    /// <param name="route">The route.</param>
    /// <param name="rig">Its rig.</param>
    public EchoForecast? Echo(Route route, Rig rig)
    {
        var (look, socket) = (site.Look, route.Feed.Socket);
        if (!route.AtEar.Receiver.OpenToRoom || site.RoomHears is null || Skew.Taps(look, socket).Count == 0)
            return null;
        var (chain, distance) = (ChainStages(route), route.AtEar.Listener.SeatDistanceM);
        if (RoomSpeakers(rig) is { } room)
            return Timing.Echo.AgainstBar(look, socket, chain, room.Socket, [.. room.Speakers.StageIds.Select(StageDelays.Of), StageDelays.Air(distance)]);
        return rig.SilencesSpeakers ? null : Timing.Echo.AgainstSpeakers(look, socket, chain, distance);
    }

    // What plays to the room beside the set's own speakers, and from which socket.
    private (SourcePort Socket, Device Speakers)? RoomSpeakers(Rig rig) =>
        rig.RoomFeed is { Room: { } half } feed ? (feed.Socket, half.Speakers) : site.BarSocket is { } socket ? (socket, site.Bar!) : null;

    /// <summary>Every stage from socket to ear, in order.</summary>
    public static IReadOnlyList<StageDelay> ChainStages(Route route) => [.. FeedStages(route.Feed), .. EarStages(route)];

    /// <summary>Stages of the adapters and the box.</summary>
    internal static IReadOnlyList<StageDelay> FeedStages(Feed feed)
    {
        List<StageDelay> stages = [];
        foreach (var box in feed.Adapters)
            stages.AddRange(box.StageIds.Select(StageDelays.Of));
        if (feed.Transmitter is { } transmitter)
            stages.AddRange(transmitter.StageIds.Select(StageDelays.Of));
        return stages;
    }

    /// <summary>Stages from the sending end to the ear. A speaker beside the seat adds no air worth counting.</summary>
    internal static IReadOnlyList<StageDelay> EarStages(Route route)
    {
        var ear = route.AtEar;
        List<StageDelay> stages = [];
        if (route.Coding.StageId is { } link)
            stages.Add(LinkStage(link, route.Sends, route.Takes));
        if (ear.Relay is { } relay)
        {
            if (ear.RelaySends is { } sends && Negotiation.Between(sends, ear.RelayReaches, false).StageId is { } second)
                stages.Add(LinkStage(second, sends, ear.RelayReaches));
            stages.AddRange(relay.StageIds.Select(StageDelays.Of));
        }

        stages.AddRange(ear.Receiver.StageIds.Select(StageDelays.Of));
        return stages;
    }

    private static StageDelay LinkStage(string id, AirLink? sends, AirLink? takes)
    {
        var stage = StageDelays.Of(id);
        return (sends?.Delay ?? takes?.Delay) is { } own ? stage.As(own) with { OfLink = true } : stage with { OfLink = true };
    }

    internal Arrival? Of(SourcePort socket, IReadOnlyList<StageDelay> chain)
    {
        var key = string.Join('|', [socket.Id, ((int)socket.FollowsPicture).ToString(CultureInfo.InvariantCulture), .. chain.Select(stage => stage.Key)]);
        return _known.GetOrAdd(key, _ => Skew.Through(site.Look, socket, chain));
    }
}
