using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One route as it is kept: by ids.</summary>
public sealed record PlannedRoute(
    string ListenerId, string SocketId, IReadOnlyList<string> AdapterIds, string? TransmitterId, LinkTechnology? Technology, string? RelayId, string ReceiverId,
    bool Several)
{
    /// <summary>Which of equal chains side by side on a splitter; 0 for the first.</summary>
    public int Copy { get; init; }

    /// <summary>Speakers for the room on its splitter; null for none.</summary>
    public string? RoomId { get; init; }

    /// <summary>The power lead that its boxes share; null for none.</summary>
    public string? PowerLeadId { get; init; }

    /// <summary>The codec read off the box after pairing; null until then.</summary>
    public Codec? ReadBack { get; init; }

    /// <summary>True when both are the same way to the same ear, whatever was read back.</summary>
    public bool IsSameWayAs(PlannedRoute other) =>
        AdapterIds.SequenceEqual(other.AdapterIds) && this with { AdapterIds = other.AdapterIds, ReadBack = other.ReadBack } == other;
}

/// <summary>A rig fixed to a case: its routes, and the site and devices it was planned on.</summary>
/// <param name="Routes">The routes.</param>
/// <param name="Look">The look at the time.</param>
/// <param name="Devices">Every device the rig needs, as it was at the time.</param>
/// <param name="Currency">Currency of the prices.</param>
public sealed record RigPlan(IReadOnlyList<PlannedRoute> Routes, Look Look, IReadOnlyList<Device> Devices, string Currency)
{
    /// <summary>Fixes a rig with everything needed to show it again, whatever becomes of the shelf.</summary>
    public static RigPlan Of(Rig rig)
    {
        var site = rig.Site;
        var parts = Parts.Of(rig).Select(p => p.DeviceId).ToList();
        var ids = parts.Concat(parts.SelectMany(id => site.Shelf.Find(id)?.Includes ?? []))
            .Concat(site.Look.Listeners.Select(l => l.ReceiverId))
            .Concat(site.Look.Owned.Select(o => o.DeviceId))
            .Append(site.Bar?.Id)
            .Concat(rig.Feeds.SelectMany(f => f.Joints.Append(f.Room?.Joint).Select(j => j?.Lead?.Id)))
            .OfType<string>().Distinct().ToHashSet();
        return new(
            [.. rig.Routes.Select(Keep)], site.Look,
            [.. site.Shelf.Devices.Where(d => ids.Contains(d.Id))], site.Shelf.Currency);
    }

    /// <summary>The rig again, or null when the plan no longer fits together.</summary>
    /// <param name="asItWas">True to show what was planned once, by the joints of its day where today's do not hold it; false where it must hold today.</param>
    public Rig? Rebuild(bool asItWas = true)
    {
        var site = new Site(Look, new Shelf(Devices, Currency));
        return Rebuild(site, new(site.Shelf)) ?? (asItWas ? Rebuild(site, new(site.Shelf, asItWas: true)) : null);
    }

    private Rig? Rebuild(Site site, FeedFinder finder)
    {
        var feeds = new Dictionary<string, (Feed Feed, AirLink? Sends)>();
        var routes = new List<Route>();
        foreach (var planned in Routes)
        {
            if (Restore(planned, site, finder, feeds) is not { } route)
                return null;
            routes.Add(route);
        }

        return new Rig(site, routes);
    }

    /// <summary>True when both plans hold the same ways, so that what was ticked and measured on one holds for the other.</summary>
    public bool HasSameRoutesAs(RigPlan other) =>
        Routes.Count == other.Routes.Count && Routes.Zip(other.Routes).All(pair => pair.First.IsSameWayAs(pair.Second));

    /// <summary>The same plan with what was read back on another one.</summary>
    public RigPlan WithReadBackOf(RigPlan other) =>
        this with { Routes = [.. Routes.Select(r => r with { ReadBack = other.Routes.FirstOrDefault(r.IsSameWayAs)?.ReadBack })] };

    /// <summary>Names of devices of the plan's routes that the shelf no longer holds; their ids where the plan does not know the name.</summary>
    public IReadOnlyList<string> MissingFrom(Shelf shelf) =>
    [
        .. Routes.SelectMany(r => r.AdapterIds.Append(r.TransmitterId).Append(r.RelayId).Append(r.ReceiverId).Append(r.RoomId).Append(r.PowerLeadId))
            .OfType<string>().Distinct()
            .Where(id => shelf.Find(id) is null)
            .Select(id => Devices.FirstOrDefault(d => d.Id == id)?.Name ?? id),
    ];

    private static PlannedRoute Keep(Route route) => new(
        route.AtEar.Listener.Id, route.Feed.Socket.Id, [.. route.Feed.Adapters.Select(a => a.Id)], route.Feed.Transmitter?.Id,
        route.Sends?.Technology, route.AtEar.Relay?.Id, route.AtEar.Receiver.Id, route.Several)
    {
        Copy = route.Feed.Copy,
        RoomId = route.Feed.Room?.Speakers.Id,
        PowerLeadId = route.Feed.PowerLead?.Id,
        ReadBack = route.ReadBack,
    };

    private static Route? Restore(PlannedRoute planned, Site site, FeedFinder finder, Dictionary<string, (Feed Feed, AirLink? Sends)> feeds)
    {
        var shelf = site.Shelf;
        if (site.Look.Listeners.FirstOrDefault(l => l.Id == planned.ListenerId) is not { } listener
            || site.Look.AllSockets().FirstOrDefault(s => s.Id == planned.SocketId) is not { } socket
            || shelf.Find(planned.ReceiverId) is not { } receiver
            || (planned.RelayId is not null && shelf.Find(planned.RelayId) is null)
            || new EarFinder(site).Find(listener, receiver, shelf.Find(planned.RelayId)) is not { } ear)
            return null;
        var key = Feed.KeyOf(socket.Id, planned.AdapterIds, planned.TransmitterId, planned.Copy, planned.RoomId, planned.PowerLeadId);
        if (!feeds.TryGetValue(key, out var known))
        {
            var transmitter = shelf.Find(planned.TransmitterId);
            var feed = SocketKinds.Of(socket.Kind).IsRadio
                ? new Feed(socket, [], null, [])
                : finder.Between(socket, transmitter ?? receiver, transmitter is null, listener.SeatDistanceM).SelectMany(f => FeedWays.Of(site, finder, f))
                .SelectMany(f => f.Copies(site.Look.Listeners.Count)).FirstOrDefault(f => f.Key == key);
            if (feed is null)
                return null;
            var sends = planned.Technology is not { } technology ? null
                : feed.BuiltIn ? BuiltInRadio.Of(socket)
                : transmitter?.Links.FirstOrDefault(l => l.Transmits && l.Technology == technology);
            feeds[key] = known = (feed, sends);
        }

        // A sending end that is not there, or one that was not planned, is no wire.
        if (planned.Technology is null != known.Sends is null || (known.Sends is null && known.Feed.Transmitter is not null))
            return null;

        var (tap, end) = known;
        var takes = end is null ? null : ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == end.Technology && Negotiation.FamilyFits(end, l));
        return end is not null && takes is null ? null : new Route(site, tap, ear, end, takes, planned.Several) { ReadBack = planned.ReadBack };
    }
}

/// <summary>The sending end of a source's own radio, of which nobody states more than the standard demands.</summary>
internal static class BuiltInRadio
{
    /// <summary>The largest power of class 2, dBm (Bluetooth Core Specification).</summary>
    private const double ClassTwoDbm = 4;

    /// <summary>Power of a platform's own link, dBm (starting value).</summary>
    private const double PlatformDbm = 14;

    public static AirLink Of(SourcePort socket) => socket.Kind switch
    {
        SocketKind.AppStream => new() { Technology = LinkTechnology.WiFiApp, Transmits = true },
        SocketKind.PlatformSpeakers =>
            new()
            {
                Technology = LinkTechnology.PlatformSpeakers,
                Transmits = true,
                Family = socket.SpeakerFamily.Trim(),
                ListenersAtOnce = socket.ListenersAtOnce,
                TransmitDbm = PlatformDbm
            },
        _ => new()
        {
            Technology = LinkTechnology.BluetoothClassic,
            Transmits = true,
            Codecs = [new Codec(CodecClass.Sbc, "")],
            ListenersAtOnce = socket.ListenersAtOnce,
            TransmitDbm = ClassTwoDbm,
            RefusesHeadphones = socket.OtherMakersJoin == Known.No,
            RefusesSpeakers = socket.OtherMakersSpeakersJoin == Known.No,
        },
    };
}
