using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Speakers that play to the room from one end of a splitter, where the socket itself leaves the room without its sound.</summary>
/// <param name="Speakers">The speakers.</param>
/// <param name="Joint">The lead from the splitter into them.</param>
public sealed record RoomHalf(Device Speakers, Joint Joint);

/// <summary>Finds the speakers that can keep the room's sound behind a splitter.</summary>
internal static class RoomHalves
{
    /// <summary>
    /// Worth trying on a splitter at a socket: what the household has, what is asked for by name, and the cheapest of the rest; empty where the room keeps
    /// its sound anyway or nobody asks for it.
    /// </summary>
    /// <param name="site">The site.</param>
    /// <param name="feeds">Finds the lead.</param>
    /// <param name="socket">The socket.</param>
    /// <param name="splitter">The splitter in it; null for none.</param>
    /// <param name="limits">What must not be used, and what must.</param>
    public static IReadOnlyList<RoomHalf> For(Site site, FeedFinder feeds, SourcePort socket, Device? splitter, Limits limits)
    {
        if (splitter is null || site.RoomHears is null || site.LiveWithRoom(socket) > Liveness.Unlikely
            || splitter.Ports.FirstOrDefault(p => p.Output) is not { } end)
            return [];
        var fitting = site.Shelf.OfRole(DeviceRole.RoomSpeaker)
            .Where(s => s.Id != site.Bar?.Id && !limits.MustNotUse.Contains(s.Id))
            .Select(s => feeds.Into(s, end.Connector, end.Signals) is { } joint ? new RoomHalf(s, joint) : null)
            .OfType<RoomHalf>().OrderBy(half => Price(site, half)).ThenBy(half => half.Speakers.Id, StringComparer.Ordinal).ToList();
        return [.. fitting.Where((half, at) => at == 0 || site.OwnedCount(half.Speakers.Id) > 0 || limits.MustUse.Contains(half.Speakers.Id))];
    }

    private static decimal Price(Site site, RoomHalf half) =>
        half.Speakers.Price + (half.Joint.Lead?.Price ?? 0) + (Power.BoxPower.RunsFromUsbAlone(half.Speakers) ? site.Shelf.CheapestSupply?.Price ?? 0 : 0);
}
