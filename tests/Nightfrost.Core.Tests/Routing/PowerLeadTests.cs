using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Boxes that share one USB socket of the set are one load, and their sum is what counts.</summary>
public class PowerLeadTests
{
    private static readonly Device Box250 = Box("box", input: Connector.Jack35, usbMa: 250);

    private static Device Converter200 => Converter() with { Power = new PowerNeed(200, false, 0, 0, Known.No, Known.Yes, false) };

    private static RankedRig Best(SourcePort[] usb, params Device[] more) =>
        Router.Rank(new Site(Look([Optical(), .. usb], Listener(wears: "ear")), Shelf([Box250, Converter200, Headset("ear"), .. more]))).Rigs[0];

    [Fact]
    public void A_box_of_250_and_a_converter_of_200_on_500_mA_are_90_percent_and_flagged()
    {
        var best = Best([Usb(500)], PowerLead(price: 2));
        var choice = Assert.Single(best.Rig.Power, p => p.UsbSocketId is not null && !p.OnPowerLead);
        Assert.Equal((90, true), (choice.PercentOfPort, choice.IsFlagged));
        Assert.Contains("450 of 500 mA, 90 % of the port", choice.Words, StringComparison.Ordinal);
        Assert.Equal(0, Parts.Of(best.Rig).Where(p => p.Role == DeviceRole.Supply).Sum(p => p.Needed));
        Assert.Contains(RigViews.Of(best, new Arrivals(best.Rig.Site)).Reasons,
            r => r.Kind == ReasonKind.Against && r.Sentence.Contains("90 % of the port", StringComparison.Ordinal)
                && r.Remedy.Contains("mains supply", StringComparison.Ordinal));
        var power = RunSheet.For(best.Rig).Where(s => s.Phase == Phase.Power && s.Id.StartsWith("power-", StringComparison.Ordinal)).ToList();
        Assert.Contains(power, s => s.Caution.Contains("nearly full", StringComparison.Ordinal));
        Assert.Contains(power, s => s.Action.Contains("another end of the power lead", StringComparison.Ordinal));
    }

    [Fact]
    public void From_the_whole_current_on_another_supply_is_planned()
    {
        var rig = Best([Usb(450)], PowerLead(price: 2)).Rig;
        Assert.Single(rig.Power, p => p.NeedsSupply);
        Assert.DoesNotContain(rig.Power, p => p.PercentOfPort >= 100);
    }

    [Fact]
    public void Two_free_sockets_need_no_power_lead()
    {
        var rig = Best([Usb(500), Usb(500, id: "usb2")], PowerLead(price: 2)).Rig;
        Assert.Null(rig.Feeds[0].PowerLead);
        Assert.Equal(2, rig.Power.Count(p => p.UsbSocketId is not null));
    }

    [Fact]
    public void Without_a_power_lead_on_the_shelf_one_box_has_the_socket_and_the_other_a_supply()
    {
        var rig = Best([Usb(500)]).Rig;
        Assert.Single(rig.Power, p => p.UsbSocketId is not null);
        Assert.Equal(1, Parts.Of(rig).Where(p => p.Role == DeviceRole.Supply).Sum(p => p.Needed));
    }

    [Fact]
    public void A_box_that_forgets_its_partner_keeps_the_pair_off_a_socket_that_goes_off()
    {
        var forgetful = Box250 with { Id = "other", Name = "other", Price = 10, Power = Box250.Power with { PairingSurvivesPowerLoss = Known.No } };
        var rig = Router.Rank(new Site(Look([Optical(), Usb(900)], Listener(wears: "ear")),
            Shelf(forgetful, Converter200, Headset("ear"), PowerLead(price: 2)))).Rigs[0].Rig;
        Assert.DoesNotContain(rig.Power, p => p.DeviceId == "other" && p.UsbSocketId is not null);
    }

    [Fact]
    public void A_plan_with_a_power_lead_is_rebuilt_as_it_was()
    {
        var rig = Best([Usb(500)], PowerLead(price: 2)).Rig;
        var again = RigPlan.Of(rig).Rebuild()!;
        Assert.Equal("power lead", again.Feeds[0].PowerLead?.Id);
        Assert.Equal(rig.Power, again.Power);
    }

    [Fact]
    public void An_extension_for_USB_is_no_power_lead_and_a_power_lead_no_extension()
    {
        var shelf = Shelf(PowerLead(), Lead(Connector.UsbA, Connector.UsbA) with { Id = "longer", IsExtension = true });
        Assert.Equal(("power lead", "longer"), (shelf.PowerLead!.Id, shelf.Extension(Connector.UsbA, Connector.UsbA)!.Id));
    }

    [Fact]
    public void Random_sites_meet_power_leads_and_speakers_for_the_room()
    {
        var random = new Random(77);
        var rigs = Enumerable.Range(0, 400).SelectMany(_ => Router.Rank(RandomSites.Draw(random)).Rigs.Take(1)).Select(r => r.Rig).ToList();
        Assert.Contains(rigs, r => r.RoomFeed is not null);
        Assert.Contains(rigs, r => r.Feeds.Any(f => f.PowerLead is not null));
    }
}
