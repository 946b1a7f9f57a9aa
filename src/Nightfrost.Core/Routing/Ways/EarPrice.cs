namespace Nightfrost.Core.Routing.Ways;

/// <summary>What an ear costs on a line, and what a route holds.</summary>
internal static class EarPrice
{
    /// <summary>Price at one ear, in hundredths, less what it takes from the transmitter's box; everything at hand used freely.</summary>
    /// <param name="resources">What is at hand.</param>
    /// <param name="line">The feed, for what is in its box.</param>
    /// <param name="ear">The ear.</param>
    /// <param name="fromBox">Set of the sorts taken from the box.</param>
    public static long Of(Resources resources, FeedLine line, EarOption ear, int fromBox)
    {
        if (fromBox == 0)
            return ear.Cents;
        var cents = 0L;
        for (var u = 0; u < ear.Uses.Length; u++)
        {
            var use = ear.Uses[u];
            cents += resources.CentsOf(use with { Pieces = use.Pieces - Boxed(line, ear, u, fromBox) }, resources.There(use.Resource));
        }

        return cents;
    }

    /// <summary>True when an ear could use every sort that is taken from the box; it takes at most one piece of a sort.</summary>
    public static bool MayTake(FeedLine line, EarOption ear, int fromBox)
    {
        for (var b = 0; b < line.InTheBox.Length; b++)
        {
            if ((fromBox >> b & 1) == 1 && !ear.DeviceIds.Contains(line.InTheBox[b].DeviceId))
                return false;
        }

        return true;
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

    /// <summary>True when a route of this line and ear holds a socket or device.</summary>
    public static bool Holds(FeedLine line, EarOption ear, string id)
    {
        if (line.Feed.Socket.Id == id || line.Feed.Transmitter?.Id == id || line.Feed.Room?.Speakers.Id == id || ear.DeviceIds.Contains(id))
            return true;
        foreach (var adapter in line.Feed.Adapters)
        {
            if (adapter.Id == id)
                return true;
        }

        return false;
    }
}
