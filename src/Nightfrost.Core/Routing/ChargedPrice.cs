namespace Nightfrost.Core.Routing;

/// <summary>Prices when some users must pay for what would otherwise be at hand, and what an ear must reach.</summary>
internal static class ChargedPrice
{
    /// <summary>Price of a feed's or splitter's own things, in hundredths.</summary>
    /// <param name="candidates">What is planned with.</param>
    /// <param name="charges">Pieces that users must pay.</param>
    /// <param name="uses">What is needed.</param>
    /// <param name="free">The price when nobody must pay.</param>
    /// <param name="usb">Boxes that the set's USB could feed.</param>
    /// <param name="first">First listener of the group, who stands for it.</param>
    /// <param name="part">Feed or splitter.</param>
    public static long Of(Candidates candidates, Charges charges, Use[] uses, long free, UsbNeed usb, int first, ChargedPart part)
    {
        if (!Concern(candidates, charges, uses, usb))
            return free;
        var resources = candidates.Resources;
        var supplies = usb.UnfedUnder(charges, first, part) - usb.Unfed;
        var cents = 0L;
        foreach (var use in uses)
        {
            var more = use.Resource == candidates.Supply ? supplies : 0;
            supplies -= more;
            cents += resources.CentsOf(use with { Pieces = use.Pieces + more }, Free(use.Resource));
        }

        return supplies > 0 ? cents + resources.CentsOf(new(candidates.Supply, supplies), Free(candidates.Supply)) : cents;

        int Free(int resource) => Math.Max(0, resources.There(resource) - charges.Of(new(first, resource, part)));
    }

    /// <summary>Price at one ear, in hundredths, less what it takes from the transmitter's box.</summary>
    /// <param name="candidates">What is planned with.</param>
    /// <param name="charges">Pieces that users must pay.</param>
    /// <param name="line">The feed, for what is in its box.</param>
    /// <param name="listener">The listener.</param>
    /// <param name="ear">The ear.</param>
    /// <param name="fromBox">Set of the sorts taken from the box.</param>
    public static long Of(Candidates candidates, Charges charges, FeedLine line, int listener, EarOption ear, int fromBox)
    {
        if (fromBox == 0 && (charges.IsEmpty || !Concern(charges, ear.Uses)))
            return ear.Cents;
        var (cents, resources) = (0L, candidates.Resources);
        for (var u = 0; u < ear.Uses.Length; u++)
        {
            var use = ear.Uses[u];
            var free = Math.Max(0, resources.There(use.Resource) - charges.Of(new(listener, use.Resource, ChargedPart.Ear)));
            cents += resources.CentsOf(use with { Pieces = use.Pieces - Boxed(line, ear, u, fromBox) }, free);
        }

        return cents;
    }

    /// <summary>True when somebody must pay for something that a feed or splitter needs.</summary>
    public static bool Concern(Candidates candidates, Charges charges, Use[] uses, UsbNeed usb) =>
        !charges.IsEmpty && (Concern(charges, uses) || (usb.Any && (charges.UsbSets.Count > 0 || charges.Concerns(candidates.Supply))));

    private static bool Concern(Charges charges, Use[] uses)
    {
        foreach (var use in uses)
        {
            if (charges.Concerns(use.Resource))
                return true;
        }

        return false;
    }

    /// <summary>1 when a use of an ear is covered by what is taken from the box. Uses stand in the order receiver (unless one's own), relay, lead.</summary>
    public static int Boxed(FeedLine line, EarOption ear, int use, int fromBox)
    {
        if (fromBox == 0)
            return 0;
        var at = ear.Ear;
        var device = (at.IsOwn ? use + 1 : use) switch { 0 => at.Receiver.Id, 1 => at.Relay?.Id, _ => null };
        for (var b = 0; b < line.InTheBox.Length; b++)
        {
            if ((fromBox >> b & 1) == 1 && line.InTheBox[b].DeviceId == device)
                return 1;
        }

        return 0;
    }

    /// <summary>True when a route of this line and ear holds what is demanded of its listener.</summary>
    public static bool Holds(IReadOnlyList<Demand> demands, FeedLine line, int listener, EarOption ear)
    {
        for (var i = 0; i < demands.Count; i++)
        {
            if (demands[i].Listener == listener && !Holds(line, ear, demands[i].Id))
                return false;
        }

        return true;
    }

    /// <summary>True when a route of this line and ear holds a socket or device.</summary>
    public static bool Holds(FeedLine line, EarOption ear, string id)
    {
        if (line.Feed.Socket.Id == id || line.Feed.Transmitter?.Id == id || ear.DeviceIds.Contains(id))
            return true;
        foreach (var adapter in line.Feed.Adapters)
        {
            if (adapter.Id == id)
                return true;
        }

        return false;
    }
}
