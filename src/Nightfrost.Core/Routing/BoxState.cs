namespace Nightfrost.Core.Routing;

/// <summary>Which pieces of a transmitter's box have been given out, as one number.</summary>
internal static class BoxState
{
    /// <summary>The state after an ear has taken its pieces; null when the box holds no more of one.</summary>
    /// <param name="box">What is in the box.</param>
    /// <param name="state">The state before.</param>
    /// <param name="takes">Set of the sorts taken.</param>
    public static int? After((string DeviceId, int Pieces)[] box, int state, int takes)
    {
        var (next, scale, rest) = (state, 1, state);
        for (var b = 0; b < box.Length; b++)
        {
            var most = box[b].Pieces;
            var used = rest % (most + 1);
            rest /= most + 1;
            if ((takes >> b & 1) == 1)
            {
                if (used == most)
                    return null;
                next += scale;
            }

            scale *= most + 1;
        }

        return next;
    }

    /// <summary>True when an ear could use every sort taken; it takes at most one piece of a sort.</summary>
    public static bool Wants((string DeviceId, int Pieces)[] box, EarOption ear, int takes)
    {
        for (var b = 0; b < box.Length; b++)
        {
            if ((takes >> b & 1) == 1 && !ear.DeviceIds.Contains(box[b].DeviceId))
                return false;
        }

        return true;
    }
}
