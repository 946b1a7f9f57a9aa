using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>How the boxes of one feed get their power.</summary>
internal static class PowerWays
{
    /// <summary>Each box by itself; and on one power lead, where the shelf has one with enough ends and at least two of them run from USB alone.</summary>
    public static IEnumerable<Feed> Of(Shelf shelf, Feed feed)
    {
        yield return feed;
        if (shelf.PowerLead is { } lead && OnUsbAlone(feed).Count is >= 2 and var boxes && boxes <= lead.SplitsInto)
            yield return new Feed(feed.Socket, feed.Adapters, feed.Transmitter, feed.Joints, feed.Copy) { Room = feed.Room, PowerLead = lead };
    }

    /// <summary>What hangs on each plug, without the splitter: one load for each box, and one for those on the power lead.</summary>
    public static IEnumerable<PowerLoad> LoadsOf(Look look, Feed feed)
    {
        var (boxes, apart) = (BoxesOf(feed).ToList(), look.StandsApart(feed.Socket));
        var shared = feed.PowerLead is null ? [] : OnUsbAlone(feed);
        var each = boxes.Except(shared).Select(box => (IReadOnlyList<Device>)[box]);
        return (shared.Count > 0 ? each.Prepend(shared) : each).Select(load => new PowerLoad(load) { IsApart = apart, FeedKey = feed.Key });
    }

    /// <summary>Boxes that run from USB alone, and so may share a power lead; the splitter left out.</summary>
    public static IReadOnlyList<Device> OnUsbAlone(Feed feed) => [.. BoxesOf(feed).Where(BoxPower.RunsFromUsbAlone)];

    /// <summary>The power of a box that takes it from the USB socket its sound comes from.</summary>
    public static PowerChoice ByTap(Feed feed) =>
        new(feed.Transmitter!.Id, feed.Socket.Id, false, feed.Socket.OffInStandby == Known.Yes, "From the USB socket its sound comes from.")
        { FeedKey = feed.Key };

    // What takes its power with its sound is fed already.
    private static IEnumerable<Device> BoxesOf(Feed feed) =>
        (feed.Splitter is null ? feed.Adapters : feed.Adapters.Skip(1)).Concat(feed.Transmitter is null || feed.FedByTap ? [] : [feed.Transmitter]);
}
