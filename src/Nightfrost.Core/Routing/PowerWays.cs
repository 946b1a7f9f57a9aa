using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;

namespace Nightfrost.Core.Routing;

/// <summary>The ways in which the boxes of one feed may get their power.</summary>
internal static class PowerWays
{
    /// <summary>Each box by itself; and on one power lead, where the shelf has one with enough ends and at least two of them run from USB alone.</summary>
    public static IEnumerable<Feed> Of(Shelf shelf, Feed feed)
    {
        yield return feed;
        if (shelf.PowerLead is { } lead && PowerLoad.OnUsbAlone(feed).Count is >= 2 and var boxes && boxes <= lead.SplitsInto)
            yield return new Feed(feed.Socket, feed.Adapters, feed.Transmitter, feed.Joints, feed.Copy) { Room = feed.Room, PowerLead = lead };
    }
}
