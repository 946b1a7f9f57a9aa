using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Shapes;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Rigs to carry out: random rooms and people on the shelf that a workshop has.</summary>
internal static class BenchKit
{
    /// <summary>A shelf of about a hundred made-up things.</summary>
    public static Shelf Shelf { get; } =
        new([.. Corpus.Of(DocumentShapes.Ours.Version, "devices").Select(d => DocumentShapes.Ours.Read<Device>(DocumentKind.Device, d))]);

    // The same where nobody has read whether a box knows its partners after a power cut.
    private static readonly Shelf Unread =
        new([.. Shelf.Devices.Select(d => d with { Power = d.Power with { PairingSurvivesPowerLoss = Known.NotYet } })]);

    // Everything that is worn or stands beside somebody, headsets more often.
    private static readonly string[] Worn =
        [.. Shelf.OfRole(DeviceRole.Receiver).Select(d => d.Id), "fulmer-over", "petrick-over", "unmarked-over", "broad-over", "tarn-headset",
            "hulver-headset", "marram-headset", "wire-over"];

    private static readonly SocketKind[] Radios = [SocketKind.Bluetooth, SocketKind.AppStream, SocketKind.PlatformSpeakers];

    // Boxes for two, each with its own way to a second listener; a household may have one.
    private static readonly string[] ForTwo = ["pass-two", "duo-low", "reach-long", "ferry-two"];

    /// <summary>Rigs of random sites that the Bench can carry out, each with its seed.</summary>
    public static IEnumerable<Rig> Rigs(int seed, int most) =>
        Router.Rank(new Site(Draw(new Random(seed)), seed % 3 == 0 ? Unread : Shelf)).Rigs
            .Select(r => r.Rig).Where(r => BenchSites.NotSimulated(r).Count == 0).Take(most);

    private static Look Draw(Random random)
    {
        var bar = random.Next(4) == 0;
        List<SourcePort> sockets =
        [
            new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = bar ? SocketState.Taken : SocketState.Free, Pcm = Known.Yes,
                TakenBy = bar ? "the bar" : "", TakenByDeviceId = bar ? "quay-bar" : null },
        ];
        if (random.Next(2) == 0)
            sockets.Add(new() { Id = "phones", Kind = SocketKind.Headphone35, State = SocketState.Free, SilencesSpeakers = (Known)random.Next(3) });
        if (random.Next(3) == 0)
            sockets.Add(new() { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free, Direction = SocketDirection.Output });
        if (random.Next(3) == 0)
            sockets.Add(new() { Id = "coaxial", Kind = SocketKind.Coaxial, State = SocketState.Free, Pcm = Known.Yes });
        if (random.Next(2) == 0)
            sockets.Add(new()
            {
                Id = "usb",
                Kind = SocketKind.UsbA,
                State = SocketState.Free,
                UsbMa = random.Next(2) == 0 ? 500 : 1000,
                UsbSound = Known.No,
                OffInStandby = (Known)random.Next(3)
            });
        if (random.Next(4) == 0)
        {
            var linked = !bar && random.Next(2) == 0;
            sockets.Add(new()
            {
                Id = "arc",
                Kind = SocketKind.HdmiReturn,
                State = linked ? SocketState.Taken : SocketState.Free,
                Pcm = Known.Yes,
                TakenBy = linked ? "the bar" : "",
                TakenByDeviceId = linked ? "pier-bar" : null,
            });
        }

        if (random.Next(5) == 0)
            sockets.Add(new() { Id = "radio", Kind = Radios[random.Next(Radios.Length)], State = SocketState.Free, SpeakerFamily = "Harbour" });
        if (random.Next(4) > 0 && !bar && sockets.Count > 1)
            sockets.RemoveAt(0);
        var wish = (RoomWish)random.Next(3);
        var owned = random.Next(8);
        return Look.Empty with
        {
            Region = Region.Europe,
            Owned = owned < ForTwo.Length ? [new(ForTwo[owned], 1)] : [],
            Set = TelevisionSet.Unseen with { Sockets = sockets, AllSocketsSeen = true, SpeakersCanBeOff = (Known)random.Next(3), MainsOutletsFree = 3 },
            Sources = Beside(random),
            Listeners = [.. Enumerable.Range(0, random.Next(1, 4)).Select(i => new Listener
            {
                Id = $"listener{i}",
                Name = $"Seat {i + 1}",
                SeatDistanceM = 1.5 + random.Next(6) / 2.0,
                ReceiverId = Worn[random.Next(Worn.Length)],
                OpenToAnother = random.Next(3) == 0,
                KnownTo = random.Next(3) == 0 ? "a phone" : "",
                RoomWish = i == 0 ? wish : RoomWish.NoWish,
                ClearLine = Known.Yes,
                LeftAndRight = random.Next(4) == 0,
                Ears = random.Next(6) == 0 ? HearingEars.LeftOnly : HearingEars.Both,
                AidsConfirmedBy = "the clinic",
                AidsConfirmedOn = new DateOnly(2026, 11, 1),
                Telecoil = Known.Yes,
                Phone = (Known)random.Next(3),
            })],
        };
    }

    private static SoundSource[] Beside(Random random) => random.Next(12) switch
    {
        0 or 1 or 2 =>
        [
            new() { Id = "decoder", Name = "decoder", Kind = SourceKind.SetTopBox,
                Sockets = [new() { Id = "decoder-optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, Pcm = Known.Yes }] },
        ],
        3 or 4 =>
        [
            new() { Id = "decoder", Name = "decoder", Kind = SourceKind.SetTopBox,
                Sockets = [new() { Id = "decoder-hdmi", Kind = SocketKind.HdmiOut, State = SocketState.Taken, TakenBy = "the set" }] },
        ],
        5 =>
        [
            new() { Id = "avr", Name = "AV receiver", Kind = SourceKind.AvReceiver, PassesSoundOn = Known.Yes,
                Sockets = [new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free }] },
        ],
        6 =>
        [
            new() { Id = "hifi", Name = "hi-fi", Kind = SourceKind.HiFi, PluggedInto = "",
                Sockets = [new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free }] },
        ],
        7 =>
        [
            new() { Id = "computer", Name = "computer", Kind = SourceKind.Computer, PluggedInto = "",
                Sockets = [new() { Id = "computer-usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 500, UsbSound = Known.Yes }] },
        ],
        _ => [],
    };
}
