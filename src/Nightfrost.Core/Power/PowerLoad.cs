using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Power;

/// <summary>What hangs on one plug: a box, or the boxes of one feed on a power lead.</summary>
/// <param name="Boxes">One box or more.</param>
public sealed record PowerLoad(IReadOnlyList<Device> Boxes)
{
    /// <summary>Stable text that orders loads of the same draw.</summary>
    public string Id => Boxes[0].Id;

    /// <summary>Current of all of them together, mA.</summary>
    public int DrawMa => Boxes.Sum(box => box.Power.UsbDrawMa);

    /// <summary>True when none of them forgets its partner while the power is cut.</summary>
    public bool PairingSurvivesPowerLoss => Boxes.All(box => box.Power.PairingSurvivesPowerLoss);

    /// <summary>True when it can do without the set's USB and without a supply of the shelf.</summary>
    public bool HasOther => Boxes.All(BoxPower.HasOther);

    /// <summary>Loads of a feed, without its splitter: one for each box, and one for those on its power lead.</summary>
    public static IEnumerable<PowerLoad> Of(Feed feed)
    {
        var boxes = BoxesOf(feed).ToList();
        if (feed.PowerLead is null)
            return boxes.Select(box => new PowerLoad([box]));
        var shared = OnUsbAlone(feed);
        return boxes.Except(shared).Select(box => new PowerLoad([box])).Prepend(new(shared));
    }

    /// <summary>Boxes of a feed that run from USB alone, and so may share a power lead; the splitter left out.</summary>
    public static IReadOnlyList<Device> OnUsbAlone(Feed feed) => [.. BoxesOf(feed).Where(BoxPower.RunsFromUsbAlone)];

    // What takes its power with its sound is fed already.
    private static IEnumerable<Device> BoxesOf(Feed feed) =>
        (feed.Splitter is null ? feed.Adapters : feed.Adapters.Skip(1)).Concat(feed.Transmitter is null || feed.FedByTap ? [] : [feed.Transmitter]);
}
