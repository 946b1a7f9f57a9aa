using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Kit;

public class ShelfTests
{
    [Fact]
    public void The_cheapest_lead_with_both_ends_is_taken_whichever_way_round()
    {
        var shelf = new Shelf([Lead(Connector.PhonoPair, Connector.Jack35, 6) with { Id = "dear" },
            Lead(Connector.Jack35, Connector.PhonoPair, 4) with { Id = "cheap" }]);
        Assert.Equal("cheap", shelf.Lead(Connector.PhonoPair, Connector.Jack35)!.Id);
        Assert.Equal("cheap", shelf.Lead(Connector.Jack35, Connector.PhonoPair)!.Id);
        Assert.Null(shelf.Lead(Connector.OpticalSquare, Connector.Jack35));
    }

    [Fact]
    public void Two_devices_with_one_id_are_refused() => Assert.Throws<ArgumentException>(() => new Shelf([Box("same"), Headset("same")]));

    [Fact]
    public void A_device_is_called_by_its_name_and_by_its_id_once_it_is_gone()
    {
        var shelf = Shelf(Box("box") with { Name = "Pass Two box" });
        Assert.Equal("Pass Two box", shelf.NameOf("box"));
        Assert.Equal("gone", shelf.NameOf("gone"));
        Assert.Null(shelf.Find("gone"));
        Assert.Null(shelf.Find(null));
    }

    [Fact]
    public void The_cheapest_supply_is_planned_with()
    {
        Assert.Equal(5, new Shelf([Supply(9), Supply(5) with { Id = "other" }]).CheapestSupply!.Price);
        Assert.Null(new Shelf([Box("box")]).CheapestSupply);
    }

    [Fact]
    public void A_shelf_lists_the_same_whatever_order_it_was_filled_in() =>
        Assert.Equal(new Shelf([Box("b"), Box("a"), Headset("c")]).Devices.Select(d => d.Id),
            new Shelf([Headset("c"), Box("a"), Box("b")]).Devices.Select(d => d.Id));

    [Fact]
    public void A_codec_is_called_by_the_standard_or_by_class_and_mark()
    {
        Assert.Equal("SBC", Sbc.Words);
        Assert.Equal("vendor low-latency (Swift)", Swift.Words);
        Assert.Equal("vendor low-latency", new Codec(CodecClass.VendorLowLatency, "  ").Words);
        Assert.True(new Codec(CodecClass.VendorLowLatency, " ").MarkUnknown);
        Assert.False(Sbc.MarkUnknown);
    }
}
