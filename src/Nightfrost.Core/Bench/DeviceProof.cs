using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>
/// What the Bench says of a device before any case uses it: it stands in the plainest rig there is for it, with everything else read and willing, so that
/// whatever fails or is not known lies in the device as it is described.
/// </summary>
public static class DeviceProof
{
    /// <summary>
    /// The visit and the client's week with a device, as one proof; null for what joins nothing and is worn by nobody, such as a lead, and for what no plain
    /// rig takes.
    /// </summary>
    /// <param name="device">The device, as described on the shelf.</param>
    public static Proof? Of(Device device)
    {
        List<string> missing = [.. device.Links.Take(1).Where(l => !BenchSites.IsSimulated(l)).Select(l => LinkTechnologies.Of(l.Technology).Words)];
        if (missing.Count > 0 && device.Role is DeviceRole.Transmitter or DeviceRole.Receiver or DeviceRole.Relay)
            return new(Verdict.NotCarriedOut, 0, 0, null, [], [], missing);
        if (Plainest(device) is not { } rig)
            return null;
        var steps = RunSheet.For(rig);
        var (visit, week) = (Proof.Of(rig, steps), ClientWeek.Prove(rig, steps));
        if (visit.Verdict is Verdict.Fails or Verdict.NotCarriedOut || week.Verdict == Verdict.Fails)
            return visit.Verdict is Verdict.Fails or Verdict.NotCarriedOut ? visit : week;
        List<Doubt> doubts = [.. visit.Doubts.Concat(week.Doubts).DistinctBy(d => d.Words)];
        return visit with { Minutes = 0, Verdict = doubts.Count == 0 ? Verdict.Proven : Verdict.ProvenBut, Doubts = doubts };
    }

    // One listener, a silent room, a set of which everything is known.
    private static Rig? Plainest(Device device)
    {
        if (Beside(device) is not var (socket, worn, others))
            return null;
        List<Device> shelf = [worn, .. others, .. Leads(socket, others.FirstOrDefault(d => d.Role == DeviceRole.Transmitter) ?? worn)];
        var look = Look.Empty with
        {
            Set = TelevisionSet.Unseen with
            {
                AllSocketsSeen = true,
                SpeakersCanBeOff = Known.Yes,
                MainsOutletsFree = 3,
                Sockets =
                [
                    new() { Id = "out", Kind = socket.Kind, State = SocketState.Free, Direction = SocketDirection.Output, Pcm = Known.Yes,
                        FollowsPicture = Known.Yes, SilencesSpeakers = socket.SilencesSpeakers ? Known.Yes : Known.No },
                    new() { Id = "usb", Kind = SocketKind.UsbA, State = SocketState.Free, UsbMa = 2000, UsbSound = Known.No, OffInStandby = Known.Yes },
                ],
            },
            Owned = [.. shelf.Select(d => new OwnedThing(d.Id, 1))],
            Listeners =
            [
                new() { Id = "listener", Name = Say("name.listener"), SeatDistanceM = 2, ReceiverId = worn.Id, OpenToAnother = false,
                    RoomWish = RoomWish.SetSilent, ClearLine = Known.Yes, Telecoil = Known.Yes, Phone = Known.Yes },
            ],
        };
        return Router.Rank(new Site(look, new(shelf))).Rigs.Select(r => r.Rig)
            .FirstOrDefault(rig => rig.Routes.Any(r => r.Devices.Any(d => d.Id == device.Id)));
    }

    // Where its sound comes from, what is worn, and what stands between: a box, and a relay before aids.
    private static (SocketFacts Socket, Device Worn, IReadOnlyList<Device> Others)? Beside(Device device)
    {
        var optical = SocketKinds.Of(SocketKind.OpticalSquare);
        return device switch
        {
            { Role: DeviceRole.Transmitter } when device.Links.FirstOrDefault(l => l.Transmits) is { } sends && SocketOf(device) is { } socket =>
                (socket, PlainEar(sends), [device]),
            { Role: DeviceRole.Receiver } when device.Links.FirstOrDefault(l => !l.Transmits) is { } takes =>
                takes.Technology == LinkTechnology.NearField ? (optical, device, [PlainBox(Classic), PlainRelay(takes)]) : (optical, device, [PlainBox(takes)]),
            { Role: DeviceRole.Receiver, Links.Count: 0 } when SocketOf(device) is { } socket => (socket, device, []),
            { Role: DeviceRole.Relay } when device.Links.FirstOrDefault(l => !l.Transmits) is { IsBluetooth: true } takes
                && device.Links.FirstOrDefault(l => l.Transmits) is { IsBluetooth: false } onward => (optical, PlainEar(onward), [PlainBox(takes), device]),
            { Role: DeviceRole.LinkReceiver } when device.Links.FirstOrDefault(l => !l.Transmits) is { IsBluetooth: true } takes
                && device.Ports.FirstOrDefault(p => p.Output) is { } gives => (optical, PlainSpeaker(gives), [PlainBox(takes), device]),
            _ => null,
        };
    }

    private static Device PlainSpeaker(AudioPort gives) => Plain("plain-speaker", "name.PersonalSpeaker", DeviceRole.Receiver, null) with
    {
        Form = WearForm.PersonalSpeaker,
        Ports = [gives with { Output = false }],
        LengthM = 1,
        OwnVolume = true,
    };

    private static SocketFacts? SocketOf(Device device) => device.Ports.Where(p => !p.Output)
        .Select(port => SocketKinds.All.FirstOrDefault(s => IsPlain(s.Kind) && s.Connector == port.Connector)).OfType<SocketFacts>()
        .FirstOrDefault();

    private static bool IsPlain(SocketKind kind) => kind is SocketKind.OpticalSquare or SocketKind.Optical35 or SocketKind.Coaxial or SocketKind.PhonoPair
        or SocketKind.Headphone35 or SocketKind.Headphone635;

    private static Device PlainEar(AirLink sends) =>
        IsForAids(sends) ? PlainAids(sends) : Plain("plain-ear", "name.OverEar", DeviceRole.Receiver, sends.IsBluetooth ? "power-button" : "sold-with-box") with
        {
            Form = WearForm.OverEar,
            Links = [sends with { Transmits = false, ListenersAtOnce = 1 }],
            Power = new(0, false, 20, 2, Known.No, Known.Yes, true),
            OwnVolume = true,
            Gestures = [.. ReadyMade.All.First(m => m.Id == (sends.IsBluetooth ? "power-button" : "sold-with-box")).Gestures,
                .. sends.Technology == LinkTechnology.LeAudioBroadcast ? new[] { Chooses } : []],
        };

    private static Gesture Chooses => new(GestureDoes.ChoosesBroadcast, ReadyMade.All.First(m => m.Id == "power-button").Controls[0].Name, PowerFrom.On, 0,
        0, 2, "", "", "");

    private static bool IsForAids(AirLink sends) => sends.Technology is LinkTechnology.AidRadio or LinkTechnology.NearField or LinkTechnology.InductionLoop;

    private static Device PlainAids(AirLink sends) => Plain("plain-aids", "name.HearingAids", DeviceRole.Receiver, null) with
    {
        Form = WearForm.HearingAids,
        Links = [sends with { Transmits = false, ListenersAtOnce = 1 }],
        OwnVolume = true,
        Controls = [new(Say("name.drawers"), ControlKind.Lid, "")],
        Gestures = [new(GestureDoes.OpensPairing, Say("name.drawers"), PowerFrom.Off, 0, 0, 1, "", "", "")],
        Automatic = new() { WindowSeconds = 180, Seeks = Seeks.EveryPartner, IdleOffMinutes = 0 },
    };

    private static AirLink Classic => new() { Technology = LinkTechnology.BluetoothClassic, Transmits = false };

    private static Device PlainRelay(AirLink reaches) => Plain("plain-relay", "name.relay", DeviceRole.Relay, "power-button") with
    {
        Links = [Classic, reaches with { Transmits = true }],
        Power = new(0, false, 20, 2, Known.No, Known.Yes, true),
        OwnVolume = true,
    };

    private static Device PlainBox(AirLink takes) => Plain("plain-box", "name.plainBox", DeviceRole.Transmitter, takes.IsBluetooth
        || takes.Technology == LinkTechnology.AidRadio ? "one-button" : null) with
    {
        Ports = [new(Connector.OpticalSquare, false, [Signal.SpdifPcm], "")],
        Links = [takes with { Transmits = true, ListenersAtOnce = 1, TransmitDbm = 4, OnAxisRangeM = takes.IsInfrared ? 8 : takes.OnAxisRangeM }],
        Power = new(0, true, 0, 0, Known.No, Known.Yes, false),
    };

    private static Device Plain(string id, string nameId, DeviceRole role, string? madeLike)
    {
        var like = ReadyMade.All.FirstOrDefault(m => m.Id == madeLike);
        return new()
        {
            Id = id,
            Name = Say(nameId),
            Maker = "",
            Role = role,
            Price = 0,
            PricedOn = default,
            Controls = like?.Controls ?? [],
            Gestures = like?.Gestures ?? [],
            Automatic = (like?.Automatic ?? Automatic.Unread) with { IdleOffMinutes = 0, Seeks = Seeks.EveryPartner },
        };
    }

    // A lead to every input there is; what ends in a plug of its own needs none.
    private static IEnumerable<Device> Leads(SocketFacts from, Device to) =>
        to.Ports.Where(p => !p.Output).Select(p => p.Connector).Distinct().Select((connector, i) => new Device
        {
            Id = $"plain-lead-{i}",
            Name = Say("name.plainLead"),
            Maker = "",
            Role = DeviceRole.Lead,
            Price = 0,
            PricedOn = default,
            LengthM = 10,
            Ports = [new(from.Connector!.Value, false, [], ""), new(connector, true, [], "")],
        });
}
