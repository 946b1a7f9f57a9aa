using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Data.Demo;

/// <summary>Made-up sites and people: an almshouse by the sea and a boatyard.</summary>
public static class DemoCases
{
    private static readonly SourcePort UsbSmall =
        new()
        {
            Id = "usb",
            Kind = SocketKind.UsbA,
            State = SocketState.Free,
            Marking = "USB 5 V 0.5 A",
            UsbMa = 500,
            UsbSound = Known.No,
            OffInStandby = Known.Yes
        };

    /// <summary>The residents' lounge: a bar holds the optical socket, two listeners, the room should hear.</summary>
    public static Look Lounge { get; } = new(
        new TelevisionSet("LQ 55-8", PictureMode.Standard, Known.Yes, 2, "Sound, speakers, optical and TV",
            [
                new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Taken, TakenBy = "the sound bar", TakenByDeviceId = "quay-bar",
                    Marking = "DIGITAL AUDIO OUT", Glows = Known.Yes, FollowsPicture = Known.Yes, Pcm = Known.Yes },
                new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, Marking = "phones", SilencesSpeakers = Known.Yes,
                    FollowsPicture = Known.Yes },
                new() { Id = "component", Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = "COMPONENT IN" },
                UsbSmall,
            ],
            [new DelaySetting("audio delay", 0, 200, 10, 0, false, ["optical"])])
        { AllSocketsSeen = true },
        [
            new() { Id = "edda", Name = "Edda", SeatDistanceM = 2.8, ReceiverId = "fulmer-over", OpenToAnother = false, RoomWish = RoomWish.RoomHearsToo,
                OwnVolume = true, ClearLine = Known.Yes },
            new() { Id = "tobias", Name = "Tobias", SeatDistanceM = 3.1, ReceiverId = "fulmer-over", OpenToAnother = false, ReadsLips = true, OwnVolume = true,
                UnsteadyHands = true, RoomWish = RoomWish.RoomHearsToo, ClearLine = Known.No },
        ],
        []);

    /// <summary>Flat 3: an aid wearer of one family, a companion who hears the room.</summary>
    public static Look FlatThree { get; } = new(
        new TelevisionSet("Vell 43", PictureMode.Film, Known.Yes, 1, "",
            [
                new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, Marking = "OPTICAL OUT", Glows = Known.Yes,
                    FollowsPicture = Known.Yes, Pcm = Known.Yes },
                new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, Marking = "side, left" },
                new() { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = "AV" },
                new() { Id = "usb", Kind = SocketKind.UsbA, State = SocketState.Free, Marking = "USB 5 V 1 A", UsbMa = 1000, UsbSound = Known.NotYet,
                    OffInStandby = Known.NotYet },
            ],
            [new DelaySetting("A/V sync", 0, 150, 5, 0, true, [])])
        { AllSocketsSeen = true },
        [
            new() { Id = "maud", Name = "Maud", SeatDistanceM = 2.4, ReceiverId = "kelda-aids-2", OpenToAnother = false, RoomWish = RoomWish.RoomHearsToo,
                OwnVolume = true, ClearLine = Known.Yes, AidsConfirmedBy = "Quayside hearing clinic", AidsConfirmedOn = new DateOnly(2026, 11, 12) },
        ],
        [new("lead-optical-15", 1)]);

    /// <summary>The spring case of the same flat: a wired headset, handed over.</summary>
    public static Look FlatThreeSpring { get; } = FlatThree with
    {
        Set = FlatThree.Set with { DelaySettings = [] },
        Listeners = [new() { Id = "maud", Name = "Maud", SeatDistanceM = 2.4, ReceiverId = "wire-over", OpenToAnother = false, RoomWish = RoomWish.NoWish,
            ClearLine = Known.Yes }],
        Owned = [],
    };

    /// <summary>The boatyard's bunkroom: HDMI only, silence wanted, one walks to the galley.</summary>
    public static Look Bunkroom { get; } = new(
        new TelevisionSet("Orle 32", PictureMode.Game, Known.Yes, 1, "",
            [
                new() { Id = "arc", Kind = SocketKind.HdmiReturn, State = SocketState.Free, Marking = "HDMI 2 ARC", FollowsPicture = Known.NotYet,
                    Pcm = Known.Yes },
                new() { Id = "hdmi1", Kind = SocketKind.HdmiPlain, State = SocketState.Taken, TakenBy = "the set-top box", Marking = "HDMI 1" },
            ],
            [])
        { AllSocketsSeen = true },
        [
            new() { Id = "ivo", Name = "Ivo", SeatDistanceM = 3.5, LeavesRoom = true, RoamDistanceM = 12, RoomWish = RoomWish.SetSilent, OwnVolume = true,
                ClearLine = Known.Yes },
            new() { Id = "runa", Name = "Runa", SeatDistanceM = 2.2, ReceiverId = "petrick-over", RoomWish = RoomWish.SetSilent, ClearLine = Known.Yes },
        ],
        []);

    /// <summary>Flat 5: set, disc player and a walk to the kitchenette behind brick; one hears with one ear.</summary>
    public static Look FlatFive { get; } = new(
        new TelevisionSet("Orle 40", PictureMode.Standard, Known.Yes, 2, "",
            [
                new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, Marking = "OPTICAL", Glows = Known.Yes,
                    FollowsPicture = Known.Yes, Pcm = Known.Yes },
                new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, Marking = "side, right", SilencesSpeakers = Known.Yes,
                    FollowsPicture = Known.Yes },
                new() { Id = "usb", Kind = SocketKind.UsbA, State = SocketState.Free, Marking = "USB 5 V 1 A", UsbMa = 1000, UsbSound = Known.No,
                    OffInStandby = Known.Yes },
                new() { Id = "own-speakers", Kind = SocketKind.PlatformSpeakers, State = SocketState.Free, SpeakerFamily = "Harbour",
                    SilencesSpeakers = Known.Yes },
            ],
            [])
        { AllSocketsSeen = true },
        [
            new()
            {
                Id = "agnes", Name = "Agnes", SeatDistanceM = 2.6, OwnVolume = true, UnsteadyHands = true, ReadsLips = true, LeavesRoom = true,
                ClearLine = Known.Yes, HoursADay = 5, Seat = new Way { WallsEntered = true, OffAxisDeg = 15 },
                Roams = [new("kitchenette", 6.4, new Way { Crossings = [new("brick", 3.1), new("door", 3.1)], WallsEntered = true })],
            },
            new() { Id = "piet", Name = "Piet", SeatDistanceM = 3.2, ReceiverId = "fulmer-over", Ears = HearingEars.RightOnly, ClearLine = Known.Yes,
                HoursADay = 3, Seat = new Way { WallsEntered = true, Bodies = 1, OffAxisDeg = 25 } },
        ],
        [])
    {
        Complaints = [Complaint.TooQuietForOne],
        Sources =
        [
            new()
            {
                Id = "disc", Name = "disc player", Kind = SourceKind.DiscPlayer,
                Sockets = [new() { Id = "disc-pair", Kind = SocketKind.PhonoPair, State = SocketState.Free },
                    new() { Id = "disc-hdmi", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }],
            },
        ],
        Walls = [new("brick", "kitchen wall", Material.Brick), new("door", "kitchen door", Material.WoodenDoor)],
        Air = new AirAround { RouterDistanceM = 0.5, WiFiNetworks = 2 },
        Region = Region.Europe,
    };

    /// <summary>Flat 2: two people, each with a UHF set of their own on the same band.</summary>
    public static Look FlatTwo { get; } = new(
        new TelevisionSet("Vell 40", PictureMode.Standard, Known.Yes, 2, "Sound, output",
            [
                new() { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Marking = "AUDIO OUT", FollowsPicture = Known.Yes },
                new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, Marking = "side, left", SilencesSpeakers = Known.Yes,
                    FollowsPicture = Known.Yes },
                UsbSmall,
            ],
            [])
        { AllSocketsSeen = true },
        [
            new() { Id = "solveig", Name = "Solveig", SeatDistanceM = 2.3, ReceiverId = "hulver-headset", OpenToAnother = false, OwnVolume = true,
                LeavesRoom = true, RoamDistanceM = 9, RoomWish = RoomWish.SetSilent, ClearLine = Known.Yes, HoursADay = 4 },
            new() { Id = "bram", Name = "Bram", SeatDistanceM = 2.7, ReceiverId = "marram-headset", OpenToAnother = false, OwnVolume = true,
                RoomWish = RoomWish.SetSilent, ClearLine = Known.Yes, HoursADay = 4 },
        ],
        [new("hulver-base", 1), new("marram-base", 1)])
    {
        Complaints = [Complaint.TooQuietForOne],
        Region = Region.Europe,
    };

    /// <summary>The reading room: an AV receiver feeds the set, its digital sockets are inputs, its second zone is free.</summary>
    public static Look ReadingRoom { get; } = new(
        new TelevisionSet("LQ 65-2", PictureMode.Film, Known.Yes, 1, "",
            [new() { Id = "hdmi1", Kind = SocketKind.HdmiPlain, State = SocketState.Taken, TakenBy = "the AV receiver", Marking = "HDMI 1" }],
            [])
        { AllSocketsSeen = true, OwnProgrammesWatched = false },
        [
            new() { Id = "hanno", Name = "Hanno", SeatDistanceM = 3.4, ReceiverId = "hulver-headset", OwnVolume = true, RoomWish = RoomWish.RoomHearsToo,
                ClearLine = Known.Yes, Quality = QualityWeight.Important },
            new() { Id = "seat-2", Name = "Window seat", SeatDistanceM = 4.1, NothingOnEars = true, RoomWish = RoomWish.RoomHearsToo, ClearLine = Known.Yes,
                Seat = new Way { WallsEntered = true, OffAxisDeg = 35, SunOnReceiver = true } },
        ],
        [])
    {
        Sources =
        [
            new()
            {
                Id = "avr", Name = "AV receiver", Kind = SourceKind.AvReceiver, Watched = false, PassesSoundOn = Known.Yes,
                Sockets =
                [
                    new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free, Marking = "ZONE 2 PRE OUT" },
                    new() { Id = "avr-phones", Kind = SocketKind.Headphone635, State = SocketState.Free, Marking = "PHONES" },
                ],
            },
            new() { Id = "player", Name = "disc player", Kind = SourceKind.DiscPlayer, PluggedInto = "avr" },
            new() { Id = "box", Name = "set-top box", Kind = SourceKind.SetTopBox, PluggedInto = "avr", Lead = SourceLead.Analogue },
        ],
        Region = Region.Europe,
    };
}
