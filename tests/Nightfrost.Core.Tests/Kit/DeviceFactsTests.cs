using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Kit;

public class DeviceFactsTests
{
    private static string Fact(Device device, string name) => DeviceFacts.Of(device, id => $"the {id}", "GBP").Single(f => f.Name == name).Words;

    [Fact]
    public void A_device_says_in_words_what_it_can_do()
    {
        var box = Box("box", atOnce: 2, withSeveral: [Duet, Sbc]) with { Includes = ["lead"] };
        Assert.Equal("£50.00, read 2 Oct 2026", Fact(box, "Price"));
        Assert.Equal("optical (OpticalSquare)", Fact(box, "Inputs"));
        Assert.Equal("vendor low-latency (Swift), SBC", Fact(box, "Codecs, in its order"));
        Assert.Equal("vendor dual-listener mode (Duet), SBC", Fact(box, "Codecs with two listeners"));
        Assert.Equal("2", Fact(box, "Listeners at once"));
        Assert.Equal("+4 dBm", Fact(box, "Power sent or range"));
        Assert.Equal("USB, 100 mA", Fact(box, "Power"));
        Assert.Equal("the lead", Fact(box, "In the box"));
        Assert.Equal("K, generation 2, 3", Fact(Aids("aids", "K", 2, 3), "Family"));
        Assert.Equal("8 m on its axis", Fact(Base("ir", LinkTechnology.InfraredDigital, "I"), "Power sent or range"));
        Assert.Equal("20 h, charged in 2 h, does not play while it charges", Fact(Headset("ear"), "Battery"));
        Assert.Equal("vendor low-latency, mark unread, SBC", Fact(Headset("ear", codecs: [new(CodecClass.VendorLowLatency, ""), Sbc]), "Codecs, in its order"));
        Assert.Equal("optical to 3.5 mm", Fact(Lead(Connector.OpticalSquare, Connector.Jack35), "Inputs"));
    }

    [Fact]
    public void A_line_of_the_shelf_says_what_tells_a_device_from_its_neighbours()
    {
        Assert.Equal(["Bluetooth", "vendor low-latency (Swift)", "feeds 2 at once", "passes the signal on", "100 mA"],
            DeviceFacts.InShort(Box("box", atOnce: 2, passes: true)));
        Assert.Equal(["splits into 2"], DeviceFacts.InShort(Splitter()));
        Assert.Contains("vendor low-latency, mark unread", DeviceFacts.InShort(Headset("ear", codecs: [new(CodecClass.VendorLowLatency, ""), Sbc])));
        Assert.Contains("family K, generation 2", DeviceFacts.InShort(Aids("aids", "K", 2))[0], StringComparison.Ordinal);
    }

    [Fact]
    public void Side_by_side_what_differs_comes_first_and_what_nobody_has_is_left_out()
    {
        var facts = DeviceFacts.Compare([Box("a", 50), Box("b", 60), Box("c", 50, atOnce: 2)], id => id, "GBP");
        Assert.Equal(facts.OrderByDescending(f => f.Differs).Select(f => f.Name), facts.Select(f => f.Name));
        Assert.True(facts.Single(f => f.Name == "Price").Differs);
        Assert.True(facts.Single(f => f.Name == "Listeners at once").Differs);
        Assert.False(facts.Single(f => f.Name == "Power").Differs);
        Assert.DoesNotContain(facts, f => f.Name == "Battery");
        Assert.All(facts, f => Assert.Equal(3, f.Values.Count));
    }

    [Fact]
    public void Every_device_has_the_same_attributes_in_the_same_order()
    {
        var names = DeviceFacts.Of(Box("box"), id => id, "GBP").Select(f => f.Name).ToList();
        Assert.Equal(names.Count, names.Distinct().Count());
        foreach (var device in new[] { Headset("ear"), Aids("aids", "K"), Wired(), Splitter(), Converter(), Bar(), Supply(), Leads[0] })
            Assert.Equal(names, DeviceFacts.Of(device, id => id, "GBP").Select(f => f.Name));
    }

    [Theory]
    [InlineData("bluetooth", true, false)]
    [InlineData("low-latency", true, false)]
    [InlineData("several", true, false)]
    [InlineData("usb-power", true, false)]
    [InlineData("infrared", false, true)]
    [InlineData("passes-on", true, false)]
    public void Abilities_follow_from_attributes(string ability, bool box, bool infrared)
    {
        var has = Abilities.All.Single(a => a.Id == ability).Has;
        Assert.Equal(box, has(Box("box", atOnce: 2, passes: true)));
        Assert.Equal(infrared, has(Base("ir", LinkTechnology.InfraredDigital, "I")));
    }

    [Fact]
    public void Every_ability_has_an_id_of_its_own_and_words()
    {
        Assert.Equal(Abilities.All.Count, Abilities.All.DistinctBy(a => a.Id).Count());
        Assert.All(Abilities.All, a => Assert.NotEmpty(a.Words));
        Assert.Equal(["bluetooth", "optical", "low-latency", "usb-power"], Abilities.Of(Box("box")));
    }
}
