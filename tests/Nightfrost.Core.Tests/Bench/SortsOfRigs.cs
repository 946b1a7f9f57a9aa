using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>One rig of every sort of link and device, from the shelf that a workshop has.</summary>
internal static class SortsOfRigs
{
    public static Dictionary<string, Func<Rig>> All { get; } = new()
    {
        ["aids by their streamer"] = () => Of(Set(Optical, Usb), Who("Maud", "kelda-aids-2")),
        ["one aid by its streamer"] = () => Of(Set(Optical, Usb), Who("Tilda", "kelda-aids-2") with { Ears = HearingEars.RightOnly }),
        ["aids that are started in their app"] = () => Of(Set(Optical, Usb), Who("Vera", "samphire-aids") with { OnRequestOnly = true }),
        ["aids by a relay round the neck"] = () => Of(Set(Optical, Usb), Who("Oda", "morwen-aids")),
        ["aids by a neck loop"] = () => Find(Without("ring-loop", "many-cast"), Set(Optical, Usb),
            r => r.AtEar.Relay?.Id == "neck-ring", Who("Rolf", "selby-aids")),
        ["aids by a loop at the seat"] = () => Find(Set(Optical, Usb), r => r.Feed.Transmitter?.Id == "ring-loop", Who("Rolf", "selby-aids")),
        ["aids and a headset by one box"] = () => Of(Set(Optical, Usb), Who("Ada", "morwen-aids"), Who("Ben", "fulmer-over")),
        ["earbuds with an app"] = () => Of(Set(Optical, Usb), Who("Jori", "sandwort-buds")),
        ["the return channel of HDMI"] = () => Of(Set(Return), Who("Gus", "fulmer-over")),
        ["an HDMI lead with an extractor in it"] = () => Of(Set(Plain) with { Sources = [Decoder] }, Who("Gus", "fulmer-over")),
        ["a bar on the return channel"] = () => Of(Set(Return), Who("Everyone", "pier-bar")),
        ["the second zone"] = () => Find(Set(Plain) with { Sources = [Receiver], Set = Set(Plain).Set with { OwnProgrammesWatched = false } },
            r => r.Feed.Socket.Id == "zone", Who("Hanno", "hulver-headset")),
        ["a receiver box before a pillow"] = () => Find(Set(Optical, Usb), r => r.AtEar.Relay?.Id == "swift-end", Who("Sol", "pillow-thin")),
        ["two like boxes, one each way"] = () => Find(Without("swift-end", "coax-dac", "dac-small"), Set(Optical, Usb),
            r => r.Feed.Transmitter?.Id == "ferry-two" && r.AtEar.Relay?.Id == "ferry-two", Who("Sol", "pillow-thin")),
        ["a hi-fi's tape output and a pair"] = () => Find(Set() with { Sources = [HiFi] }, r => r.AtEar.Pieces > 1,
            Who("Lea", "cove-speaker") with { LeftAndRight = true }),
        ["a pair left and right of the seat"] = () => Find(Set(Optical, Usb), r => r.AtEar.Pieces > 1, Who("Wim", "cove-speaker") with { LeftAndRight = true }),
        ["infrared"] = () => Of(Set(Optical), Who("Bo", "lamp-headset") with { RoomWish = RoomWish.RoomHearsToo }),
        ["a chair speaker by infrared"] = () => Of(Set(Optical, Usb), Who("Nan", "glow-chair")),
        ["a speaker on a radio of its own"] = () => Of(Set(Optical), Who("Ylva", "clear-speaker")),
        ["a broadcast for three"] = () => Of(Set(Optical, Usb), Who("Ann", "quill-buds"), Who("Bea", "quill-buds"), Who("Cid", "selby-aids")),
        ["LE Audio for one"] = () => Find(Set(Optical, Usb), r => r.Feed.Transmitter?.Id == "near-one", Who("Kai", "quill-near")),
        ["the set's own Bluetooth"] = () => Of(Set(Radio(SocketKind.Bluetooth)), Who("Ria", "fulmer-over")),
        ["speakers of the platform's own"] = () => Of(
            Set(Radio(SocketKind.PlatformSpeakers) with { SpeakerFamily = "Harbour" }), Who("Ole", "harbour-speaker")),
        ["a phone that passes it on"] = () => Of(Set(Radio(SocketKind.AppStream)), Who("Zoe", "fulmer-over")),
        ["a bar that plays over the return channel already"] = () => Of(
            Set(Return with { State = SocketState.Taken, TakenBy = "the bar", TakenByDeviceId = "pier-bar" }, Optical, Usb),
            Who("Wendela", "kelda-aids-2") with { RoomWish = RoomWish.RoomHearsToo }),
        ["a hi-fi in a room that is to be silent"] = () => Of(
            Set() with { Sources = [HiFi] }, Who("Lea", "fulmer-over") with { RoomWish = RoomWish.SetSilent }),
        ["the set's own speakers' link beside a bar"] = () => Of(
            Set(Radio(SocketKind.PlatformSpeakers) with { SpeakerFamily = "Harbour" },
                Optical with { State = SocketState.Taken, TakenBy = "the bar", TakenByDeviceId = "quay-bar" }), Who("Ole", "harbour-speaker")),
        ["a bar that its neighbour may wake"] = () => Find(
            Set(Optical with { State = SocketState.Taken, TakenBy = "the bar", TakenByDeviceId = "quay-bar" },
                new SourcePort
                {
                    Id = "phones",
                    Kind = SocketKind.Headphone35,
                    State = SocketState.Free,
                    SilencesSpeakers = Known.No,
                    FollowsPicture = Known.Yes
                }),
            r => r.Feed.Transmitter?.DisturbsWhenIdle == true, Who("Ida", "unmarked-over")),
        ["a neckband with an ear profile"] = () => Of(new Shelf([.. Workshop.Devices, Neckband]),
            Set(Radio(SocketKind.Bluetooth)) with
            {
                Set = Set(Radio(SocketKind.Bluetooth)).Set with
                { SpatialListed = Known.Yes }
            }, Who("Aune", "mantle-neck") with { SpatialRendering = true }),
        ["a streamer for one who listens longer, a box on its cell for another"] = () => Find(
            Set(Optical, new SourcePort { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, SilencesSpeakers = Known.No }, Usb),
            r => r.Feed.Transmitter?.Id is "samphire-stream" or "plain-one",
            Who("Hedda", "samphire-aids") with { HoursADay = 4 }, Who("Timo", "unmarked-over")),
        ["aids started by their app, at a streamer nobody has read about"] = () => Find(
            new Shelf([.. Workshop.Devices.Select(d => d with { Power = d.Power with { PairingSurvivesPowerLoss = Known.NotYet } })]), Set(Optical, Usb),
            r => r.Feed.Transmitter?.Id == "samphire-stream", Who("Hedda", "samphire-aids") with { OnRequestOnly = true }),
        ["a headset by the set's own radio, another at its line output"] = () => Find(
            Set(Radio(SocketKind.Bluetooth),
                new SourcePort { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Direction = SocketDirection.Output }),
            r => r.Feed.BuiltIn || r.Feed.Socket.Id == "pair", Who("Ida", "fulmer-over"), Who("Jost", "marram-headset")),
        ["two at one box, the first without a switch"] = () => Find(
            Set(Optical, Usb) with { Owned = [new("pass-two", 1)] }, r => r is { Feed.Transmitter.Id: "pass-two", AtEar: var ear }
                && (ear.Listener.Id != "sol" || ear.Relay?.Id == "swift-end"), Who("Sol", "pillow-thin"), Who("Una", "collar-speaker")),
        ["a phone and two speakers left and right"] = () => Of(
            Set(Radio(SocketKind.AppStream)), Who("Wim", "cove-speaker") with { LeftAndRight = true }),
        ["a computer in a room that is to be silent"] = () => Of(
            Set() with { Sources = [Computer] }, Who("Max", "fulmer-over") with { RoomWish = RoomWish.SetSilent }),
        ["a computer plugged into a set that is to be silent"] = () => Find(
            Set() with { Sources = [Computer with { PluggedInto = SoundSource.Television }] }, r => r.Feed.Socket.Id == "computer-usb",
            Who("Max", "fulmer-over") with { RoomWish = RoomWish.SetSilent }),
        ["a computer"] = () => Of(Set() with { Sources = [Computer] }, Who("Max", "fulmer-over")),
        ["a box that bears little"] = () => RehearsalTests.Best(
            TestKit.Look([TestKit.Pair("AUDIO OUT") with { Direction = SocketDirection.Output }],
                TestKit.Listener("Edda", "ear") with { OpenToAnother = false, KnownTo = "a phone" }),
            TestKit.Box("box") with
            {
                Ports = [new AudioPort(Connector.PhonoPair, false, [Signal.AnalogueLine, Signal.AnalogueHeadphone], "LINE")],
                LengthM = 1.5,
                Levels = new() { ClipDbV = -10 },
            }, TestKit.Headset("ear")),
        ["a box whose manual begins with the pairing"] = () => Of(new Shelf([.. Workshop.Devices.Select(d => d with
            { ComesFirst = ComesFirst.Pairing })]), Set(Optical, Usb), Who("Edda", "fulmer-over")),
    };

    private static Device Neckband => Workshop.Find("collar-speaker")! with
    {
        Id = "mantle-neck",
        Name = "Mantle neckband speaker",
        App = "Mantle",
        EarProfileMinutes = 15,
        SpatialRendering = true,
    };

    private static SourcePort Optical => new()
    {
        Id = "optical",
        Kind = SocketKind.OpticalSquare,
        State = SocketState.Free,
        Pcm = Known.Yes,
        FollowsPicture = Known.Yes,
        SilencesSpeakers = Known.No,
    };

    private static SourcePort Usb => new()
    {
        Id = "usb",
        Kind = SocketKind.UsbA,
        State = SocketState.Free,
        UsbMa = 1000,
        UsbSound = Known.No,
        OffInStandby = Known.Yes,
    };

    private static SourcePort Return => new() { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Free, Pcm = Known.Yes };

    private static SourcePort Plain => new() { Id = "hdmi1", Kind = SocketKind.HdmiPlain, State = SocketState.Taken, TakenBy = "a box" };

    private static SoundSource Decoder => new()
    {
        Id = "decoder",
        Name = "decoder",
        Kind = SourceKind.SetTopBox,
        Sockets = [new() { Id = "decoder-hdmi", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }],
    };

    private static SoundSource Receiver => new()
    {
        Id = "avr",
        Name = "AV receiver",
        Kind = SourceKind.AvReceiver,
        PassesSoundOn = Known.Yes,
        Sockets = [new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free }],
    };

    private static SoundSource HiFi => new()
    {
        Id = "hifi",
        Name = "hi-fi",
        Kind = SourceKind.HiFi,
        PluggedInto = "",
        Sockets = [new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free }],
    };

    private static SoundSource Computer => new()
    {
        Id = "computer",
        Name = "computer",
        Kind = SourceKind.Computer,
        PluggedInto = "",
        Sockets = [new() { Id = "computer-usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 500, UsbSound = Known.Yes }],
    };

    private static SourcePort Radio(SocketKind kind) => new() { Id = "radio", Kind = kind, State = SocketState.Free };

    private static Look Set(params SourcePort[] sockets) => Look.Empty with
    {
        Region = Region.Europe,
        Set = TelevisionSet.Unseen with { Sockets = sockets, AllSocketsSeen = true, SpeakersCanBeOff = Known.Yes, MainsOutletsFree = 4 },
    };

    private static Listener Who(string name, string wears) => new()
    {
        Id = name.ToLowerInvariant(),
        Name = name,
        SeatDistanceM = 2.6,
        ReceiverId = wears,
        OpenToAnother = false,
        ClearLine = Known.Yes,
        AidsConfirmedBy = "the clinic",
        AidsConfirmedOn = new DateOnly(2026, 11, 1),
        Telecoil = Known.Yes,
        Phone = Known.Yes,
        KnownTo = "a phone",
    };

    // What was put on the shelf for tests of the service can do everything: no sort of device would be met beside it.
    private static Shelf Workshop => new([.. BenchKit.Shelf.Devices.Where(d => !d.Id.StartsWith("quayside", StringComparison.Ordinal))]);

    private static Shelf Without(params string[] ids) => new([.. Workshop.Devices.Where(d => !ids.Contains(d.Id))]);

    private static Rig Of(Look look, params Listener[] listeners) => Of(Workshop, look, listeners);

    private static Rig Of(Shelf shelf, Look look, params Listener[] listeners) => Router.Rank(new Site(look with { Listeners = listeners }, shelf)).Rigs[0].Rig;

    // The best rig that goes a certain way, without what would be better.
    private static Rig Find(Look look, Func<Route, bool> way, params Listener[] listeners) => Find(Workshop, look, way, listeners);

    private static Rig Find(Shelf shelf, Look look, Func<Route, bool> way, params Listener[] listeners)
    {
        var rigs = Router.Rank(new Site(look with { Listeners = listeners }, shelf)).Rigs.Select(r => r.Rig).ToList();
        return rigs.FirstOrDefault(rig => rig.Routes.All(way)) ?? throw new InvalidOperationException(
            $"No rig of {listeners[0].Name} goes that way, only by {string.Join("; ", rigs.SelectMany(r => r.Routes).Select(r => r.Feed.Key))}.");
    }
}
