using CsCheck;
using Nightfrost.Core.Power;

namespace Nightfrost.Core.Tests.Power;

public class UsbNeedTests
{
    /// <summary>Most boxes that can each have a socket of their own, by trying everything.</summary>
    private static int Fed(ReadOnlySpan<int> fits, int free)
    {
        if (fits.Length == 0)
            return 0;
        var best = Fed(fits[1..], free);
        for (var socket = 0; socket < 4; socket++)
        {
            if ((fits[0] & free & 1 << socket) != 0)
                best = Math.Max(best, 1 + Fed(fits[1..], free & ~(1 << socket)));
        }

        return best;
    }

    [Fact]
    public void What_goes_without_is_what_no_pairing_of_boxes_and_sockets_can_feed() =>
        Gen.Int[1, 15].Array[0, 6].Sample(fits => new UsbNeed(fits).Unfed == fits.Length - Fed(fits, 15));
}
