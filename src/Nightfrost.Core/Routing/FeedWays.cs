using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Every way to build a feed that leads and adapters make: with or without speakers for the room on its splitter, with power for each box or on one lead.
/// </summary>
internal static class FeedWays
{
    /// <param name="site">The site.</param>
    /// <param name="feeds">Finds the lead into the room's speakers.</param>
    /// <param name="feed">The feed as found.</param>
    public static IEnumerable<Feed> Of(Site site, FeedFinder feeds, Feed feed) =>
        RoomHalves.For(site, feeds, feed.Socket, feed.Splitter, Limits.None).Prepend(null)
            .Select(room => room is null ? feed : new Feed(feed.Socket, feed.Adapters, feed.Transmitter, feed.Joints, feed.Copy) { Room = room })
            .Where(way => way.MostBeside > 0)
            .SelectMany(way => PowerWays.Of(site.Shelf, way));
}
