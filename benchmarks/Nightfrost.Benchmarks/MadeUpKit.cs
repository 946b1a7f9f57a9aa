using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Benchmarks;

/// <summary>
/// Kits and sites drawn from a seed: three tenths transmitters, four tenths receivers, the rest adapters, relays and leads, at a site with walls and two
/// sources.
/// </summary>
public static class MadeUpKit
{
    private const int Families = 6;
    private static readonly DateOnly Day = new(2026, 10, 2);
    private static readonly Signal[] Line = [Signal.AnalogueLine, Signal.AnalogueHeadphone];
    private static readonly Connector[] LeadEnds = [Connector.OpticalSquare, Connector.PhonoPair, Connector.Jack35, Connector.CoaxialPhono, Connector.Hdmi];

    /// <summary>A site.</summary>
    /// <param name="devices">Devices on the shelf, leads included.</param>
    /// <param name="listeners">1 to 12.</param>
    /// <param name="seed">The same seed draws the same site.</param>
    public static Site Site(int devices, int listeners, int seed)
    {
        var random = new Random(seed);
        var kit = new List<Device>();
        foreach (var a in LeadEnds)
            kit.AddRange(LeadEnds.Where(b => b >= a).Select(b => Lead(a, b, random)));
        while (kit.Count < devices)
            kit.Add(Draw(random, kit.Count));
        return new Site(Look(kit, listeners, random), new Shelf(kit));
    }

    private static Look Look(List<Device> kit, int listeners, Random random)
    {
        var receivers = kit.Where(d => d.Role == DeviceRole.Receiver).ToList();
        SourcePort[] sockets =
        [
            new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, FollowsPicture = Known.Yes },
            new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, FollowsPicture = Known.NotYet },
            new() { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = "AUDIO OUT", FollowsPicture = Known.No },
            new() { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Free, FollowsPicture = Known.Yes },
            new() { Id = "radio", Kind = SocketKind.Bluetooth, State = SocketState.Free, FollowsPicture = Known.Yes },
            new() { Id = "usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 500, OffInStandby = Known.Yes, UsbSound = Known.No },
        ];
        SoundSource disc = new()
        {
            Id = "disc",
            Name = "disc player",
            Kind = SourceKind.DiscPlayer,
            Sockets = [new() { Id = "disc pair", Kind = SocketKind.PhonoPair, State = SocketState.Free },
                new() { Id = "disc coaxial", Kind = SocketKind.Coaxial, State = SocketState.Free }],
        };
        var walls = Enumerable.Range(0, 12).Select(i => new Wall($"wall{i}", $"wall {i}", (Material)random.Next(8))).ToArray();
        return new Look(TelevisionSet.Unseen with { Sockets = sockets, SpeakersCanBeOff = Known.Yes }, [.. Enumerable.Range(0, listeners).Select(Person)],
            [new(receivers[0].Id, 1), new(kit[0].Id, 1)])
        {
            Sources = [disc],
            Walls = walls,
            Air = new AirAround { WiFiNetworks = 2, RouterDistanceM = 2 },
            Region = Region.Europe,
        };

        Listener Person(int i) => new()
        {
            Id = $"l{i}",
            Name = $"L{i}",
            SeatDistanceM = 2 + 0.4 * i,
            ReceiverId = i % 2 == 0 ? receivers[random.Next(receivers.Count)].Id : null,
            ReadsLips = i % 3 == 1,
            OwnVolume = i % 2 == 1,
            UnsteadyHands = i % 4 == 2,
            LeavesRoom = i % 5 == 4,
            ClearLine = i % 3 == 0 ? Known.Yes : Known.NotYet,
            Quality = (QualityWeight)(i % 3),
            Seat = new Way { WallsEntered = true, Bodies = i % 2, OffAxisDeg = 5 * i },
            Roams = i % 5 == 4 ? [new("kitchenette", 9, new Way { Crossings = [new(walls[i % 12].Id, 3), new(walls[(i + 1) % 12].Id, 6)] })] : [],
        };
    }

    private static Device Lead(Connector a, Connector b, Random random) =>
        new()
        {
            Id = $"lead-{a}-{b}",
            Name = "lead",
            Maker = "made up",
            Role = DeviceRole.Lead,
            Price = random.Next(3, 9),
            PricedOn = Day,
            LengthM = 5,
            Ports = [new(a, false, [], ""), new(b, true, [], "")]
        };

    private static Device Draw(Random random, int i) => random.Next(10) switch
    {
        < 3 => Thing(random, i, "box", DeviceRole.Transmitter, random.Next(20, 180)) with
        {
            Ports = [Input(random.Next(4)), .. random.Next(2) == 0 ? new[] { Input(2) } : []],
            Links = [Link(random, true)],
            Power = new(random.Next(1, 9) * 100, random.Next(2) == 0, 0, 0, Known.No, random.Next(3) > 0 ? Known.Yes : Known.No, random.Next(2) == 0),
            Includes = random.Next(4) == 0 ? [$"lead-{Connector.OpticalSquare}-{Connector.OpticalSquare}"] : [],
        },
        < 7 => Thing(random, i, "ear", DeviceRole.Receiver, random.Next(15, 120)) with
        {
            Form = random.Next(4) == 0 ? WearForm.Earbuds : WearForm.OverEar,
            Links = [Link(random, false), .. random.Next(4) == 0 ? new[] { Link(random, false) } : []],
            Ports = random.Next(5) == 0 ? [new(Connector.Jack35, false, Line, "AUX")] : [],
            OwnVolume = random.Next(3) > 0,
            EasyControls = random.Next(2) == 0,
            Power = new(0, false, 20, 2, Known.No, Known.Yes, random.Next(4) > 0),
        },
        7 => Thing(random, i, "relay", DeviceRole.LinkReceiver, random.Next(15, 70)) with
        {
            Links = [Link(random, false)],
            Ports = [new(Connector.Jack35, true, [Signal.AnalogueLine], "OUT")]
        },
        _ => Adapter(random, i),
    };

    private static Device Adapter(Random random, int i) => Thing(random, i, "adapter", DeviceRole.Adapter, random.Next(5, 40)) with
    {
        StageIds = random.Next(3) == 0 ? [] : ["converter"],
        Power = random.Next(2) == 0 ? PowerNeed.None : new(random.Next(1, 4) * 100, false, 0, 0, Known.No, Known.Yes, false),
        SplitsInto = 0,
        Ports = random.Next(5) switch
        {
            0 => [new(Connector.OpticalSquare, false, [Signal.SpdifPcm], ""), new(Connector.PhonoPair, true, [Signal.AnalogueLine], "")],
            1 => [new(Connector.Hdmi, false, [Signal.HdmiReturn], ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], ""),
                new(Connector.PhonoPair, true, [Signal.AnalogueLine], "")],
            2 => [new(Connector.CoaxialPhono, false, [Signal.SpdifPcm], ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], "")],
            3 => [new(Connector.PhonoPair, false, Line, ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], "")],
            _ => [new(Connector.OpticalSquare, false, [Signal.SpdifPcm], ""), new(Connector.OpticalSquare, true, [Signal.SpdifPcm], "")],
        },
    } is var adapter && adapter.Ports[0].Connector == adapter.Ports[1].Connector ? adapter with { SplitsInto = random.Next(2, 4), StageIds = [] } : adapter;

    private static Device Thing(Random random, int i, string word, DeviceRole role, decimal price) =>
        new() { Id = $"{word}{i}", Name = $"{word} {i}", Maker = "made up", Role = role, Price = price + random.Next(100) / 100m, PricedOn = Day };

    private static AudioPort Input(int sort) => sort switch
    {
        0 or 1 => new(Connector.OpticalSquare, false, [Signal.SpdifPcm], "OPT"),
        2 => new(Connector.Jack35, false, Line, "AUX"),
        _ => new(Connector.PhonoPair, false, Line, "LINE"),
    };

    private static AirLink Link(Random random, bool sends)
    {
        var technology = random.Next(8) switch
        {
            0 => LinkTechnology.Digital24GHz,
            1 => LinkTechnology.UhfDigital,
            2 => LinkTechnology.InfraredDigital,
            3 => LinkTechnology.LeAudioBroadcast,
            _ => LinkTechnology.BluetoothClassic,
        };
        var own = technology is LinkTechnology.Digital24GHz or LinkTechnology.UhfDigital or LinkTechnology.InfraredDigital;
        var family = own ? random.Next(Families) : 0;
        var codecs = technology == LinkTechnology.LeAudioBroadcast ? [new Codec(CodecClass.Lc3, "")] : own ? [] : Codecs(random);
        var several = !own && sends && random.Next(2) == 0 ? (Codec[])[new(CodecClass.VendorDualListener, "Duet"), new(CodecClass.Sbc, "")] : [];
        return new()
        {
            Technology = technology,
            Transmits = sends,
            Family = own ? $"F{family}" : "",

            // One family is unread, one finds a clear channel by itself, the others have one to four.
            Channels = own && sends && family > 0 ? family - 1 : null,
            Codecs = codecs,
            CodecsWithSeveral = technology == LinkTechnology.BluetoothClassic ? several : [],
            ListenersAtOnce = technology == LinkTechnology.LeAudioBroadcast ? 100 : random.Next(1, 5),
            TransmitDbm = random.Next(0, 5) * 4,
            OnAxisRangeM = 8,
        };
    }

    private static Codec[] Codecs(Random random)
    {
        var list = new List<Codec>();
        if (random.Next(2) == 0)
            list.Add(new(CodecClass.VendorLowLatency, $"Swift {random.Next(2)}"));
        if (random.Next(3) == 0)
            list.Add(new(CodecClass.VendorDualListener, "Duet"));
        if (random.Next(3) == 0)
            list.Add(new(CodecClass.VendorHighDefinition, "Fine"));
        if (random.Next(2) == 0)
            list.Add(new(CodecClass.Aac, ""));
        list.Add(new(CodecClass.Sbc, ""));
        return [.. list];
    }
}
