using BenchmarkDotNet.Attributes;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Benchmarks;

/// <summary>Ranking rigs on made-up kits: the size asked for is 100 devices and 4 listeners.</summary>
[MemoryDiagnoser]
public class RoutingFigures
{
    private Site _site = null!;

    [Params(100)]
    public int Devices { get; set; }

    [Params(1, 2, 4)]
    public int Listeners { get; set; }

    [GlobalSetup]
    public void Make() => _site = MadeUpKit.Site(Devices, Listeners, seed: 11);

    [Benchmark(Description = "rank rigs")]
    public int Rank()
    {
        var answer = Router.Rank(_site);
        if (answer.Rigs.Any(r => !r.Proven))
            throw new InvalidOperationException("The search stopped before it could prove its answer.");
        return answer.Rigs.Count;
    }
}

/// <summary>Kits drawn from a seed: a third transmitters, a third receivers, the rest adapters, with every lead.</summary>
public static class MadeUpKit
{
    private static readonly Codec Sbc = new(CodecClass.Sbc, "");
    private static readonly Codec Low = new(CodecClass.VendorLowLatency, "Swift");
    private static readonly DateOnly Day = new(2026, 10, 2);

    public static Site Site(int devices, int listeners, int seed)
    {
        var random = new Random(seed);
        var kit = new List<Device>();
        foreach (var (a, b) in new[] { (Connector.OpticalSquare, Connector.OpticalSquare), (Connector.PhonoPair, Connector.PhonoPair), (Connector.PhonoPair, Connector.Jack35), (Connector.Jack35, Connector.Jack35), (Connector.Hdmi, Connector.Hdmi) })
            kit.Add(new Device { Id = $"lead-{a}-{b}", Name = "lead", Maker = "made up", Role = DeviceRole.Lead, Price = random.Next(3, 9), PricedOn = Day, Ports = [new(a, false, [], ""), new(b, true, [], "")] });
        while (kit.Count < devices)
            kit.Add(Draw(random, kit.Count));
        var owned = kit.Where(d => d.Role == DeviceRole.Receiver).ToList();
        SourcePort[] sockets =
        [
            new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, FollowsPicture = Known.Yes },
            new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, FollowsPicture = Known.NotYet },
            new() { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Free, FollowsPicture = Known.Yes },
            new() { Id = "usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 500, OffInStandby = Known.Yes },
        ];
        var look = new Look(
            TelevisionSet.Unseen with { Sockets = sockets, SpeakersCanBeOff = Known.Yes },
            [.. Enumerable.Range(0, listeners).Select(i => new Listener { Id = $"l{i}", Name = $"L{i}", SeatDistanceM = 2 + i, ReceiverId = i % 2 == 0 ? owned[i].Id : null, ReadsLips = i == 1, OwnVolume = i == 2, ClearLine = Known.Yes })], []);
        return new Site(look, new Shelf(kit));
    }

    private static Device Draw(Random random, int i) => (i % 3) switch
    {
        0 => new()
        {
            Id = $"box{i}",
            Name = $"box {i}",
            Maker = "made up",
            Role = DeviceRole.Transmitter,
            Price = random.Next(20, 180),
            PricedOn = Day,
            Ports = [random.Next(2) == 0 ? new(Connector.OpticalSquare, false, [Signal.SpdifPcm], "OPT") : new(Connector.Jack35, false, [Signal.AnalogueLine, Signal.AnalogueHeadphone], "AUX")],
            Links = [Link(random, true)],
            Power = new(random.Next(1, 9) * 100, random.Next(2) == 0, 0, 0, false, random.Next(3) > 0, random.Next(2) == 0),
        },
        1 => new()
        {
            Id = $"ear{i}",
            Name = $"ear {i}",
            Maker = "made up",
            Role = DeviceRole.Receiver,
            Form = WearForm.OverEar,
            Price = random.Next(15, 120),
            PricedOn = Day,
            Links = [Link(random, false)],
            OwnVolume = random.Next(3) > 0,
            EasyControls = random.Next(2) == 0,
            Power = new(0, false, 20, 2, false, true, true),
        },
        _ => random.Next(3) switch
        {
            0 => Adapter(random, i, new(Connector.OpticalSquare, false, [Signal.SpdifPcm], ""), new(Connector.PhonoPair, true, [Signal.AnalogueLine], "")),
            1 => Adapter(random, i, new(Connector.Hdmi, false, [Signal.HdmiReturn], ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], "")),
            _ => Adapter(random, i, new(Connector.OpticalSquare, false, [Signal.SpdifPcm], ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], "")) with { SplitsInto = 2 },
        },
    };

    private static Device Adapter(Random random, int i, AudioPort from, AudioPort to) =>
        new() { Id = $"adapter{i}", Name = $"adapter {i}", Maker = "made up", Role = DeviceRole.Adapter, Price = random.Next(5, 40), PricedOn = Day, Ports = [from, to], StageIds = ["converter"] };

    private static AirLink Link(Random random, bool sends) => random.Next(3) switch
    {
        0 => new() { Technology = LinkTechnology.Digital24GHz, Transmits = sends, Family = $"F{random.Next(4)}", ListenersAtOnce = random.Next(1, 4), TransmitDbm = 10 },
        _ => new() { Technology = LinkTechnology.BluetoothClassic, Transmits = sends, Codecs = random.Next(2) == 0 ? [Low, Sbc] : [Sbc], CodecsWithSeveral = random.Next(2) == 0 ? [Sbc] : [], ListenersAtOnce = random.Next(1, 3), TransmitDbm = 8 },
    };
}
