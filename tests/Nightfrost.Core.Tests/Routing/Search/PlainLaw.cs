using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Routing.Search;

/// <summary>Whether routes can stand together, asked as somebody would who holds the plugs: nothing here asks the program's own judgement of a rig.</summary>
internal static class PlainLaw
{
    /// <summary>True when they can.</summary>
    /// <param name="site">The site.</param>
    /// <param name="routes">At most one route a listener, each allowed by itself.</param>
    public static bool Allows(Site site, IReadOnlyList<Route> routes)
    {
        var boxes = routes.GroupBy(r => r.Feed.Key).Select(g => g.ToList()).ToList();
        return boxes.TrueForAll(SendsToAll)
            && boxes.GroupBy(box => box[0].Feed.Socket.Id).All(plugs => HasPlace([.. plugs.Select(box => box[0].Feed)]))
            && SoundTogether(site, routes)
            && FindChannels([.. boxes.Where(box => box[0].Sends is { Channels: > 0 }).Select(box => box[0].Sends!)], []);
    }

    private static bool SendsToAll(List<Route> box)
    {
        var sends = box[0].Sends;
        if (box.Count > 1 && (sends is null || box.Exists(r => r.Sends != sends) || box.Count > sends.ListenersAtOnce))
            return false;

        // One that does otherwise with a second listener must have been looked at as what it is.
        if (sends is { ListenersAtOnce: > 1 } && sends.CodecsWithSeveral.Count > 0 && box.Exists(r => r.Several != box.Count > 1))
            return false;
        if (sends?.Technology == LinkTechnology.LeAudioBroadcast)
            return sends.Lc3RatesKHz.Any(rate => box.TrueForAll(r => r.Takes!.Lc3RatesKHz.Contains(rate)));
        return box.Count == 1 || box.Sum(r => Math.Round(1000 * LinkAirtime.Of(r))) <= Math.Round(1000 * Airtime.Most);
    }

    // Every plug needs a hole: the socket has one, a splitter as many as it has ends; what passes the sound on takes its own and gives it back.
    private static bool HasPlace(List<Feed> feeds)
    {
        var first = feeds[0];
        var holds = first.Socket.State == SocketState.Taken;
        if (first.Adapters is [{ SplitsInto: > 1 } splitter, ..])
        {
            return feeds.TrueForAll(f => f.Adapters is [var same, ..] && same.Id == splitter.Id && f.Room?.Speakers.Id == first.Room?.Speakers.Id)
                && feeds.Count + (holds ? 1 : 0) + (first.Room is null ? 0 : 1) <= splitter.SplitsInto;
        }

        return feeds.Count == 1 && (!holds || (first.Adapters.Count > 0 ? first.Adapters[0] : first.Transmitter) is { PassesThrough: true });
    }

    private static bool SoundTogether(Site site, IReadOnlyList<Route> routes)
    {
        var feeds = routes.Select(r => r.Feed).DistinctBy(f => f.Socket.Id).ToList();
        if (feeds.Exists(one => feeds.Exists(other => other.Socket.Id != one.Socket.Id && site.LiveTogether(one.Socket, other.Socket) == Liveness.Never)))
            return false;
        return !site.Look.Listeners.Any(l => l.RoomWish == RoomWish.RoomHearsToo)
            || feeds.TrueForAll(f => f.Room is not null || site.LiveWithRoom(f.Socket) != Liveness.Never);
    }

    // Every choice of a channel for every box that stays on the one it is set to.
    private static bool FindChannels(List<AirLink> ends, List<(AirLink End, int Channel)> set) =>
        ends.Count == 0 || Enumerable.Range(1, ends[0].Channels!.Value)
            .Any(channel => !set.Exists(other => other.Channel == channel && SameAir(other.End, ends[0]))
                && FindChannels([.. ends.Skip(1)], [.. set, (ends[0], channel)]));

    private static bool SameAir(AirLink one, AirLink other) => SharedAir.Of(one) is { } air && SharedAir.Of(other) == air;
}
