using Nightfrost.Core.Airlink;

namespace Nightfrost.Core.Routing;

/// <summary>What is left of a link at the places a listener goes to.</summary>
public static class RouteReach
{
    /// <summary>The places away from the seat that a listener goes to while listening, by radio; empty for a wire, and for who stays.</summary>
    public static IEnumerable<string> Places(Route route) =>
        route is { Sends: { IsInfrared: false, FrequencyMHz: > 0 }, AtEar.Listener: { LeavesRoom: true } listener } ? listener.Roams.Select(r => r.Name) : [];

    /// <summary>What is left at the seat; null where the link has no range of its own.</summary>
    public static Reach? AtSeat(Route route) => route is { Sends: { } sends, Takes: { } takes, AtEar.Listener: { } listener }
        ? Reach.At(sends, takes, new(Airlink.Places.Seat, listener.SeatDistanceM, listener.Seat), route.Site.Look.Walls) : null;

    /// <summary>What is left at one of them; null where the link has no range of its own.</summary>
    public static Reach? At(Route route, string place) => route is { Sends: { } sends, Takes: { } takes }
        && route.AtEar.Listener.Roams.FirstOrDefault(r => r.Name == place) is { } roam
            ? Reach.At(sends, takes, new(roam.Name, roam.DistanceM, roam.Way), route.Site.Look.Walls) : null;
}
