using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Power;

/// <summary>What hangs on one plug: a box, or the boxes of one feed on a power lead.</summary>
/// <param name="Boxes">One box or more.</param>
public sealed record PowerLoad(IReadOnlyList<Device> Boxes)
{
    /// <summary>Key of the feed it belongs to: two boxes of one sort are told apart by it. Blank where nobody asks.</summary>
    public string FeedKey { get; init; } = "";

    /// <summary>True where what it is heard from stands by itself: the set may be off all evening, and its USB with it.</summary>
    public bool IsApart { get; init; }

    /// <summary>Stable text that orders loads of the same draw.</summary>
    public string Id => Boxes[0].Id;

    /// <summary>Current of all of them together, mA.</summary>
    public int DrawMa => Boxes.Sum(box => box.Power.UsbDrawMa);

    /// <summary>True when none of them is known to forget its partner while the power is cut.</summary>
    public bool PairingSurvivesPowerLoss => Boxes.All(box => box.Power.PairingSurvivesPowerLoss != Known.No);

    /// <summary>True when it can do without the set's USB and without a supply of the shelf.</summary>
    public bool HasOther => Boxes.All(BoxPower.HasOther);
}
