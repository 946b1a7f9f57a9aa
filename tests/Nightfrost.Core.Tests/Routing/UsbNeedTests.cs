using CsCheck;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests.Routing;

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

    [Fact]
    public void The_tightest_set_of_sockets_is_short_by_as_many_as_go_without() =>
        Gen.Int[1, 15].Array[0, 6].Sample(fits =>
        {
            var need = new UsbNeed(fits);
            var tight = need.Tightest();
            return need.Unfed == (tight == 0 ? 0 : need.Within(tight) - System.Numerics.BitOperations.PopCount((uint)tight));
        });

    [Fact]
    public void Whoever_must_do_with_fewer_sockets_goes_without_only_where_that_is_too_few()
    {
        var (small, both) = (new UsbNeed([0b11]), new UsbNeed([0b01, 0b11]));
        var first = Charges.None.Split([new Charge(0, Charge.OfUsb(0b11), ChargedPart.Feed)], 0).Single();
        Assert.Equal((0, 1), (small.UnfedUnder(first, 0, ChargedPart.Feed), both.UnfedUnder(first, 0, ChargedPart.Feed)));
        Assert.Equal((0, 0), (both.UnfedUnder(first, 1, ChargedPart.Feed), both.Unfed));
        Assert.Equal(1, UsbNeed.Of([small, both]).Unfed);
    }
}
