using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Power;

public class BoxPowerTests
{
    private static TelevisionSet Set(params SourcePort[] sockets) => TelevisionSet.Unseen with { Sockets = sockets };

    private static Device Draws(string id, int ma, bool survives = true) =>
        Box(id) with { Power = new PowerNeed(ma, false, 0, 0, Known.No, survives ? Known.Yes : Known.No, false) };

    [Theory]
    [InlineData(399, true, false)]
    [InlineData(400, true, true)] // Four fifths of 500 mA and more is flagged.
    [InlineData(499, true, true)]
    [InlineData(500, false, false)]
    [InlineData(900, false, false)]
    public void A_port_carries_less_than_its_current_and_is_flagged_from_four_fifths(int ma, bool carried, bool flagged)
    {
        var choice = BoxPower.For(Set(Usb(500)), [Draws("box", ma)]).Single();
        Assert.Equal((carried, flagged, !carried), (choice.UsbSocketId is not null, choice.IsFlagged, choice.NeedsSupply));
    }

    [Fact]
    public void A_box_with_a_supply_of_its_own_leaves_a_port_that_would_be_flagged() =>
        Assert.Null(BoxPower.For(Set(Usb(500)),
            [Draws("box", 450) with { Power = new PowerNeed(450, true, 0, 0, Known.No, Known.Yes, false) }]).Single().UsbSocketId);

    [Fact]
    public void A_box_with_nothing_else_has_the_port_even_where_it_is_flagged()
    {
        var choices = BoxPower.For(Set(Usb(500)),
            [Draws("alone", 450), Draws("other", 100) with { Power = new PowerNeed(100, true, 0, 0, Known.No, Known.Yes, false) }]);
        Assert.Equal(("usb", null), (choices.Single(c => c.DeviceId == "alone").UsbSocketId, choices.Single(c => c.DeviceId == "other").UsbSocketId));
    }

    [Fact]
    public void Of_two_ports_the_one_with_room_to_spare_is_used()
    {
        var choices = BoxPower.For(Set(Usb(500, id: "weak"), Usb(900, id: "strong")), [Draws("box", 450)]);
        Assert.Equal(("strong", false), (choices.Single().UsbSocketId, choices.Single().IsFlagged));
    }

    [Fact]
    public void A_port_whose_current_nobody_has_read_is_not_planned_with() => Assert.Null(BoxPower.SocketFor(Set(Usb(0)), Draws("box", 100)));

    [Fact]
    public void A_taken_port_feeds_nothing() => Assert.Null(BoxPower.SocketFor(Set(Usb(900) with { State = SocketState.Taken }), Draws("box", 100)));

    [Fact]
    public void A_box_that_forgets_its_partner_needs_a_port_that_stays_on()
    {
        var forgetful = Draws("box", 100, survives: false);
        Assert.Null(BoxPower.SocketFor(Set(Usb(500, Known.Yes)), forgetful));
        Assert.Null(BoxPower.SocketFor(Set(Usb(500, Known.NotYet)), forgetful));
        Assert.NotNull(BoxPower.SocketFor(Set(Usb(500, Known.No)), forgetful));
    }

    [Fact]
    public void Small_boxes_take_the_weak_port_so_that_the_strong_one_is_left()
    {
        var choices = BoxPower.For(Set(Usb(900, id: "strong"), Usb(500, id: "weak")), [Draws("large", 600), Draws("small", 200)]);
        Assert.Equal("weak", choices.Single(c => c.DeviceId == "small").UsbSocketId);
        Assert.Equal("strong", choices.Single(c => c.DeviceId == "large").UsbSocketId);
    }

    [Fact]
    public void One_port_feeds_one_box_and_the_other_needs_a_supply()
    {
        var choices = BoxPower.For(Set(Usb(900)), [Draws("a", 200), Draws("b", 200)]);
        Assert.Single(choices, c => c.UsbSocketId is not null);
        Assert.Single(choices, c => c.NeedsSupply);
    }

    [Fact]
    public void The_share_of_the_port_and_what_standby_does_are_said()
    {
        var choice = BoxPower.For(Set(Usb(500)), [Draws("box", 300)]).Single();
        Assert.Contains("300 of 500 mA, 60 % of the port", choice.Words, StringComparison.Ordinal);
        Assert.True(choice.SleepsWithSet);
        Assert.Contains("sleeps with the set", choice.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_battery_is_planned_at_four_fifths_of_its_stated_hours()
    {
        var choice = BoxPower.For(Set(), [Box("box") with { Power = new PowerNeed(0, false, 10, 2, Known.Yes, Known.Yes, true) }]).Single();
        Assert.Contains("8 h a charge", choice.Words, StringComparison.Ordinal);
        Assert.False(choice.NeedsSupply);
    }

    [Fact]
    public void Every_assignment_by_hand_is_no_better_than_the_greedy_one()
    {
        var random = new Random(3);
        for (var round = 0; round < 200; round++)
        {
            var sockets = Enumerable.Range(0, random.Next(1, 4)).Select(i => Usb(random.Next(2, 12) * 100, id: $"usb{i}")).ToArray();
            var boxes = Enumerable.Range(0, random.Next(1, 4)).Select(i => Draws($"box{i}", random.Next(1, 9) * 100)).ToArray();
            var greedy = BoxPower.For(Set(sockets), boxes).Count(c => c.UsbSocketId is not null);
            Assert.Equal(Most(boxes, sockets, 0, []), greedy);
        }

        static int Most(Device[] boxes, SourcePort[] sockets, int at, HashSet<string> used)
        {
            if (at == boxes.Length)
                return 0;
            var best = Most(boxes, sockets, at + 1, used);
            foreach (var socket in sockets.Where(s => !used.Contains(s.Id) && boxes[at].Power.UsbDrawMa < s.UsbMa))
                best = Math.Max(best, 1 + Most(boxes, sockets, at + 1, [.. used, socket.Id]));
            return best;
        }
    }
}
