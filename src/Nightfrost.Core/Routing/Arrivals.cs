using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing;

/// <summary>Arrivals of one site, each worked out once: routes with the same stages share their convolution.</summary>
/// <param name="site">The site.</param>
public sealed class Arrivals(Site site)
{
    private readonly Dictionary<string, Arrival> _known = [];

    /// <summary>Arrival at the ear of a route.</summary>
    public Arrival Of(Route route) => Of(route.Feed.Socket, ChainStages(route));

    /// <summary>Probability that a route arrives inside its listener's tolerance, 0 to 1.</summary>
    public double InStep(Route route)
    {
        var tolerance = Tolerances.Find(route.AtEar.Listener.EffectiveToleranceId)!;
        return Of(route).Distribution.ProbabilityInside(tolerance.EarlyMs, tolerance.LateMs);
    }

    /// <summary>Arrival of the room's own sound at the seat farthest from the set; null when the set is silenced or nobody is there.</summary>
    /// <param name="speakersSilenced">True when a route in use cuts the set's speakers.</param>
    public Arrival? Room(bool speakersSilenced)
    {
        var distance = site.Look.Listeners.Select(l => l.SeatDistanceM).DefaultIfEmpty(0).Max();
        if (site.BarSocket is { } socket)
            return Of(socket, [.. site.Bar!.StageIds.Select(StageDelays.Of), StageDelays.Air(distance)]);
        return speakersSilenced || distance == 0 ? null : Skew.FromSpeakers(site.Look.Set, distance);
    }

    /// <summary>Own sound against the room's at this listener's ear; null when only one is heard.</summary>
    /// <param name="route">The route.</param>
    /// <param name="speakersSilenced">True when a route in use cuts the set's speakers.</param>
    public EchoForecast? Echo(Route route, bool speakersSilenced)
    {
        if (!route.AtEar.Receiver.OpenToRoom || Rules.Wishes(site.Look, RoomWish.RoomHearsToo) is null)
            return null;
        var (set, socket, chain, distance) = (site.Look.Set, route.Feed.Socket, ChainStages(route), route.AtEar.Listener.SeatDistanceM);
        if (site.BarSocket is { } barSocket)
            return Timing.Echo.AgainstBar(set, socket, chain, barSocket, [.. site.Bar!.StageIds.Select(StageDelays.Of), StageDelays.Air(distance)]);
        return speakersSilenced ? null : Timing.Echo.AgainstSpeakers(set, socket, chain, distance);
    }

    /// <summary>Every stage from socket to ear, in order.</summary>
    public static IReadOnlyList<StageDelay> ChainStages(Route route)
    {
        var ear = route.AtEar;
        List<StageDelay> stages = [];
        foreach (var box in route.Feed.Adapters)
            stages.AddRange(box.StageIds.Select(StageDelays.Of));
        if (route.Feed.Transmitter is { } transmitter)
            stages.AddRange(transmitter.StageIds.Select(StageDelays.Of));
        if (route.Coding.StageId is { } link)
            stages.Add(StageDelays.Of(link));
        if (ear.Relay is not null)
            stages.Add(StageDelays.Of(LinkTechnologies.Of(LinkTechnology.NearField).StageId));
        stages.AddRange(ear.Receiver.StageIds.Select(StageDelays.Of));
        return stages;
    }

    private Arrival Of(SetSocket socket, IReadOnlyList<StageDelay> chain)
    {
        var key = string.Join('|', [socket.Id, .. chain.Select(stage => stage.Words)]);
        if (!_known.TryGetValue(key, out var arrival))
            _known[key] = arrival = Skew.Through(site.Look.Set, socket, chain);
        return arrival;
    }
}
