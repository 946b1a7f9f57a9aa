using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Power;

/// <summary>Two boxes of one sort are two boxes: one may hang on the set's USB, and the other may not.</summary>
public class PowerOfTests
{
    [Fact]
    public void Of_two_boxes_of_one_sort_each_has_its_own_electricity()
    {
        var box = Box("box") with
        {
            Ports = [new(Connector.OpticalSquare, false, [Signal.SpdifPcm], "OPT"), new(Connector.CoaxialPhono, false, [Signal.SpdifPcm], "COAX")],
        };
        var coaxial = Optical("coaxial") with { Kind = SocketKind.Coaxial };
        var look = Look([Optical(), coaxial, Usb()], Listener("Edda", "ear") with { OpenToAnother = false },
            Listener("Tobias", "ear") with { OpenToAnother = false });
        var rig = Router.Rank(new Site(look, Shelf(box, Lead(Connector.CoaxialPhono, Connector.CoaxialPhono), Headset("ear")))).Rigs
            .Select(r => r.Rig).First(r => r.Feeds.Select(f => f.Socket.Id).Distinct().Count() == 2);
        var choices = rig.Feeds.Select(f => (Feed: f, Power: rig.PowerOf(f, f.Transmitter!)!)).ToList();
        var (byUsb, byMains) = (choices.Single(c => c.Power.UsbSocketId == "usb"), choices.Single(c => c.Power.NeedsSupply));
        Assert.NotEqual(byUsb.Feed.Key, byMains.Feed.Key);
        Assert.True(byUsb.Power.SleepsWithSet);
        Assert.False(byMains.Power.SleepsWithSet);
        var fed = RunSheet.For(rig).SelectMany(s => s.Acts).OfType<Act.Feed>().ToList();
        Assert.Contains(new Act.Feed(Things.Sender(byUsb.Feed)!, "socket/usb"), fed);
        Assert.Contains(new Act.Feed(Things.Sender(byMains.Feed)!, Things.Mains), fed);
        Assert.Null(rig.PowerOf(byUsb.Feed, Headset("ear")));
    }
}
