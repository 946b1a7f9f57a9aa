using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests;

/// <summary>Small devices and sites to build worked examples from.</summary>
internal static class TestKit
{
    public static readonly DateOnly Priced = new(2026, 10, 2);
    public static readonly Codec Sbc = new(CodecClass.Sbc, "");
    public static readonly Codec Aac = new(CodecClass.Aac, "");
    public static readonly Codec Swift = new(CodecClass.VendorLowLatency, "Swift");
    public static readonly Codec Duet = new(CodecClass.VendorDualListener, "Duet");
    public static readonly Codec Rich = new(CodecClass.VendorHighRate, "Broad");
    public static readonly Codec Lc3 = new(CodecClass.Lc3, "");
    private static readonly Signal[] Line = [Signal.AnalogueLine, Signal.AnalogueHeadphone];

    public static Device Box(string id, decimal price = 50, Codec[]? codecs = null, Codec[]? withSeveral = null, int atOnce = 1,
        Connector input = Connector.OpticalSquare, bool passes = false, int usbMa = 100, double dbm = 4) => new Device
        {
            Id = id,
            Name = id,
            Maker = "test",
            Role = DeviceRole.Transmitter,
            Price = price,
            PricedOn = Priced,
            PassesThrough = passes,
            Ports = [Input(input)],
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = true, Codecs = codecs ?? [Swift, Sbc],
            CodecsWithSeveral = withSeveral ?? [], ListenersAtOnce = atOnce, TransmitDbm = dbm }],
            Power = new PowerNeed(usbMa, false, 0, 0, Known.No, Known.Yes, false),
            CodecReadback = "A light names it.",
        }.PairedBy(PowerFrom.On, $"the button of {id}", 3, 30).WithSecond(atOnce);

    /// <summary>A device that pairs by holding a button, and blinks until it is joined.</summary>
    public static Device PairedBy(this Device device, PowerFrom from, string control, double hold, double window) => device with
    {
        Controls = [new(control, ControlKind.Button, "")],
        Gestures = [new(GestureDoes.OpensPairing, control, from, hold, 0, 1, "", "", "")],
        Signs = [Light(SignState.Waiting, "blinks"), Light(SignState.Joined, "steady")],
        Automatic = new() { WindowSeconds = window, Seeks = Seeks.EveryPartner },
    };

    public static SignLook Light(SignState state, string looks) => new(state, SignBy.Light, looks, "", Rhythm.NotRead, "");

    /// <summary>The same with a slide, a button or a power switch more.</summary>
    public static Device With(this Device device, GestureDoes does, ControlKind kind = ControlKind.Button, string to = "", double hold = 0,
        PowerFrom from = PowerFrom.NotRead)
    {
        var control = does switch
        {
            GestureDoes.SwitchesPower => "the power button",
            GestureDoes.Transmits or GestureDoes.Receives => "the slide",
            GestureDoes.ChoosesInput => "the input switch",
            _ => "button 2",
        };
        return device with
        {
            Controls = [.. device.Controls.Where(c => c.Name != control), new(control, kind, "")],
            Gestures = [.. device.Gestures.Where(g => g.Does != does), new(does, control, from, hold, 0, 1, to, "", "")],
        };
    }

    /// <summary>A second listener's button, on a box that feeds so many.</summary>
    private static Device WithSecond(this Device device, int atOnce) =>
        atOnce > 1 ? device.With(GestureDoes.OpensSecondPairing, hold: 3, from: PowerFrom.On) : device;

    public static Device Base(string id, LinkTechnology technology, string family, decimal price = 80, int atOnce = 1, double onAxisM = 8,
        string[]? includes = null, int? channels = null) => new()
        {
            Id = id,
            Name = id,
            Maker = "test",
            Role = DeviceRole.Transmitter,
            Price = price,
            PricedOn = Priced,
            Ports = [Input(Connector.OpticalSquare), Input(Connector.Jack35)],
            Links =
            [
                new AirLink
                {
                    Technology = technology, Transmits = true, Family = family, ListenersAtOnce = atOnce, TransmitDbm = 10, OnAxisRangeM = onAxisM,
                    Channels = channels,
                },
            ],
            Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false),
            Includes = includes ?? [],
        };

    public static Device Headset(string id, decimal price = 40, Codec[]? codecs = null, bool ownVolume = true, bool easy = false,
        double sensitivityDbm = -90) => new Device
        {
            Id = id,
            Name = id,
            Maker = "test",
            Role = DeviceRole.Receiver,
            Form = WearForm.OverEar,
            Price = price,
            PricedOn = Priced,
            OwnVolume = ownVolume,
            EasyControls = easy,
            Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = codecs ?? [Swift, Sbc],
            SensitivityDbm = sensitivityDbm }],
            Power = new PowerNeed(0, false, 20, 2, Known.No, Known.Yes, true),
        }.PairedBy(PowerFrom.Off, "power", 5, 60);

    public static Device FamilyHeadset(string id, LinkTechnology technology, string family, decimal price = 40) => Headset(id, price) with
    {
        Links = [new AirLink { Technology = technology, Transmits = false, Family = family }],
        Controls = [],
        Gestures = [],
        Signs = [],
        Automatic = Automatic.Unread,
    };

    /// <summary>A speaker that only a platform's own link reaches.</summary>
    public static Device PlatformSpeaker(string id, decimal price = 60, string family = "Harbour") => Speaker(id, price) with
    {
        Links = [new AirLink { Technology = LinkTechnology.PlatformSpeakers, Transmits = false, Family = family }],
    };

    public static SourcePort PlatformLink(string family) =>
        new() { Id = "platform", Kind = SocketKind.PlatformSpeakers, State = SocketState.Free, SpeakerFamily = family };

    public static Device Aids(string id, string family, params int[] generations) => new Device
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.Receiver,
        Form = WearForm.HearingAids,
        Price = 0,
        PricedOn = Priced,
        OpenToRoom = true,
        StageIds = ["aid-processing"],
        Links = [new AirLink { Technology = LinkTechnology.AidRadio, Transmits = false, Family = family, Generations = generations }],
        Gestures = [new(GestureDoes.OpensPairing, "", PowerFrom.NotRead, 0, 0, 1, "", "drawers open", "Shut the drawers")],
        Signs = [new(SignState.Joined, SignBy.Prompt, "a tune", "", Rhythm.NotRead, "")],
        Automatic = new() { WindowSeconds = 180 },
    };

    public static Device Streamer(string id, string family, int generation, decimal price = 150) => Base(id, LinkTechnology.AidRadio, family, price) with
    {
        Links = [new AirLink { Technology = LinkTechnology.AidRadio, Transmits = true, Family = family, Generations = [generation], TransmitDbm = 4 }],
    };

    public static Device Wired(string id = "wired", decimal price = 20) => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.Receiver,
        Form = WearForm.OverEar,
        Price = price,
        PricedOn = Priced,
        OwnVolume = true,
        Ports = [new AudioPort(Connector.Jack35, false, Line, "plug")],
    };

    public static Device Lead(Connector from, Connector to, decimal price = 5) => new()
    {
        Id = $"lead-{from}-{to}",
        Name = $"lead {from} {to}",
        Maker = "test",
        Role = DeviceRole.Lead,
        Price = price,
        PricedOn = Priced,
        LengthM = 8,
        Ports = [new AudioPort(from, false, [], ""), new AudioPort(to, true, [], "")],
    };

    public static Device Splitter(string id = "splitter", decimal price = 9) => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.Adapter,
        Price = price,
        PricedOn = Priced,
        SplitsInto = 2,
        Ports = [new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "IN"),
            new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OUT")],
    };

    /// <summary>One small plug, two small sockets.</summary>
    public static Device JackSplitter(string id = "jack splitter", decimal price = 4) => Splitter(id, price) with
    {
        Ports = [new AudioPort(Connector.Jack35, false, Line, "IN"), new AudioPort(Connector.Jack35, true, Line, "OUT")],
    };

    /// <summary>Speakers for a room, with an input for a small plug.</summary>
    public static Device RoomSpeakers(string id = "room speakers", decimal price = 35, bool ownSupply = true) => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.RoomSpeaker,
        Price = price,
        PricedOn = Priced,
        Power = new PowerNeed(ownSupply ? 0 : 600, ownSupply, 0, 0, Known.No, Known.Yes, false),
        Ports = [Input(Connector.Jack35)],
    };

    /// <summary>Shares one USB socket between two boxes.</summary>
    public static Device PowerLead(decimal price = 4) =>
        Lead(Connector.UsbA, Connector.UsbA, price) with { Id = "power lead", Name = "power lead", SplitsInto = 2, IsExtension = true, LengthM = 0.3 };

    public static Device Converter(string id = "converter", decimal price = 18) => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.Adapter,
        Price = price,
        PricedOn = Priced,
        StageIds = ["converter"],
        Power = new PowerNeed(150, false, 0, 0, Known.No, Known.Yes, false),
        Ports = [new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "OPT"), new AudioPort(Connector.Jack35, true, [Signal.AnalogueLine], "OUT")],
    };

    /// <summary>Sums left and right between two small plugs.</summary>
    public static Device MonoSum(decimal price = 6) => new()
    {
        Id = "mono",
        Name = "mono",
        Maker = "test",
        Role = DeviceRole.Adapter,
        Price = price,
        PricedOn = Priced,
        MonoSum = true,
        Ports = [new AudioPort(Connector.Jack35, false, Line, "IN"), new AudioPort(Connector.Jack35, true, [Signal.AnalogueLine], "OUT")],
    };

    public static Device Cast(string id, decimal price = 60, int[]? rates = null, bool encrypts = true) =>
        Base(id, LinkTechnology.LeAudioBroadcast, "", price, 1000) with
        {
            Links = [new AirLink { Technology = LinkTechnology.LeAudioBroadcast, Transmits = true, Codecs = [Lc3], ListenersAtOnce = 1000, TransmitDbm = 8,
            Lc3RatesKHz = rates ?? [16, 24, 48], Encrypts = encrypts }],
        };

    public static Device CastEar(string id, decimal price = 30, int[]? rates = null) => (Headset(id, price) with
    {
        Links = [new AirLink { Technology = LinkTechnology.LeAudioBroadcast, Transmits = false, Codecs = [Lc3], Lc3RatesKHz = rates ?? [16, 24, 48] }],
    }).With(GestureDoes.ChoosesBroadcast, hold: 2, from: PowerFrom.On);

    /// <summary>A box in front of a speaker: takes the low-latency codec, gives a line.</summary>
    public static Device LinkBox(string id = "link box", decimal price = 25) => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.LinkReceiver,
        Price = price,
        PricedOn = Priced,
        Ports = [new AudioPort(Connector.Jack35, true, [Signal.AnalogueLine], "OUT")],
        Links = [new AirLink { Technology = LinkTechnology.BluetoothClassic, Transmits = false, Codecs = [Swift, Sbc] }],
        Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false),
    };

    /// <summary>A personal speaker with its own Bluetooth, SBC alone, and a line input; two of it join.</summary>
    public static Device Speaker(string id = "speaker", decimal price = 40) => Headset(id, price, [Sbc]) with
    {
        Form = WearForm.PersonalSpeaker,
        JoinsAsPair = true,
        StageIds = ["personal-speaker"],
        Ports = [new AudioPort(Connector.Jack35, false, Line, "AUX")],
    };

    public static Device Bar(string id = "bar") => new()
    {
        Id = id,
        Name = id,
        Maker = "test",
        Role = DeviceRole.RoomSpeaker,
        Price = 0,
        PricedOn = Priced,
        StageIds = ["sound-bar"],
        Ports = [new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "IN")],
    };

    public static Device Supply(decimal price = 9) =>
        new() { Id = "supply", Name = "supply", Maker = "test", Role = DeviceRole.Supply, Price = price, PricedOn = Priced };

    /// <summary>Leads for every pair of ends used here.</summary>
    public static readonly Device[] Leads =
        [Lead(Connector.OpticalSquare, Connector.OpticalSquare), Lead(Connector.Jack35, Connector.Jack35, 3), Lead(Connector.PhonoPair, Connector.Jack35, 4),
            Lead(Connector.UsbA, Connector.UsbA, 2)];

    public static Shelf Shelf(params Device[] devices) => new([.. devices, .. Leads, Supply()]);

    public static SourcePort Optical(string id = "optical", SocketState state = SocketState.Free) =>
        new() { Id = id, Kind = SocketKind.OpticalSquare, State = state, FollowsPicture = Known.Yes, Pcm = Known.Yes };

    public static SourcePort Phones(string id = "phones") =>
        new() { Id = id, Kind = SocketKind.Headphone35, State = SocketState.Free, FollowsPicture = Known.Yes, SilencesSpeakers = Known.Yes };

    public static SourcePort Pair(string marking, string id = "pair") =>
        new() { Id = id, Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = marking, FollowsPicture = Known.Yes };

    public static SourcePort Usb(int ma = 500, Known off = Known.Yes, string id = "usb") =>
        new() { Id = id, Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = ma, OffInStandby = off, UsbSound = Known.No };

    public static SourcePort Bluetooth(int atOnce = 1) =>
        new() { Id = "bluetooth", Kind = SocketKind.Bluetooth, State = SocketState.Free, FollowsPicture = Known.Yes, ListenersAtOnce = atOnce };

    /// <summary>Nothing to try when there is no sound: where a test reads the rest of a sheet.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<ClientLine>> Untried(Rig rig) =>
        rig.Routes.ToDictionary(r => r.AtEar.Listener.Id, _ => (IReadOnlyList<ClientLine>)[]);

    public static Listener Listener(string name = "Edda", string? wears = null, double metres = 2.8) =>
        new() { Id = name.ToLowerInvariant(), Name = name, SeatDistanceM = metres, ReceiverId = wears, ClearLine = Known.Yes };

    public static Look Look(SourcePort[] sockets, params Listener[] listeners) =>
        new(TelevisionSet.Unseen with { Sockets = sockets, AllSocketsSeen = true, SpeakersCanBeOff = Known.Yes }, listeners, []);

    private static AudioPort Input(Connector connector) => new(connector, false, connector switch
    {
        Connector.OpticalSquare or Connector.CoaxialPhono => [Signal.SpdifPcm],
        Connector.UsbA => [Signal.UsbAudio],
        _ => Line,
    }, connector.ToString());
}
