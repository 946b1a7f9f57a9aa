using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Something that nobody has entered yet, with every answer that it may get.</summary>
/// <param name="Field">Path of the field on Look.</param>
/// <param name="About">The thing or person one would go to for it.</param>
/// <param name="Words">What to do or whom to ask to find it out, as a question.</param>
/// <param name="Answers">The look with each answer.</param>
internal sealed record Unknown(string Field, string About, string Words, IReadOnlyList<Look> Answers);

/// <summary>Lists what is unknown at a site and may matter to its rigs.</summary>
internal static class Unknowns
{
    private const int MostAnswers = 4;

    /// <summary>Most pairs of outputs that are asked about, the less likely ones first.</summary>
    private const int MostPairs = 6;

    /// <summary>The wall that is asked about: of brick, so that the answer matters where it may.</summary>
    private static readonly Wall AskedWall = new("asked wall", "a wall", Material.Brick);

    private static bool IsUnseen(Way way) => !way.WallsEntered && way.Crossings.Count == 0;

    private const string TheSet = "The set";

    /// <summary>Sorts of sockets that a set often has, the most useful first: those that are asked for until somebody has looked.</summary>
    private static readonly SocketKind[] Usual =
    [
        SocketKind.OpticalSquare, SocketKind.Headphone35, SocketKind.PhonoPair, SocketKind.HdmiReturn, SocketKind.Coaxial, SocketKind.Bluetooth,
        SocketKind.UsbA,
    ];

    /// <summary>Every open question of a site.</summary>
    public static IEnumerable<Unknown> Of(Site site)
    {
        var look = site.Look;
        var families = site.Shelf.OfRole(DeviceRole.Receiver).SelectMany(d => d.Links)
            .Where(l => l is { Technology: LinkTechnology.PlatformSpeakers, Transmits: false, Family.Length: > 0 }).Select(l => l.Family).Distinct()
            .Order(StringComparer.Ordinal).ToList();
        foreach (var unknown in OfSockets(site, families, look.Set.Sockets, "set.sockets", null,
            (i, socket) => look with { Set = look.Set with { Sockets = Put(look.Set.Sockets, i, socket) } }))
            yield return unknown;
        foreach (var unknown in OfUnlooked(look.Set.AllSocketsSeen ? [] : Usual, look.Set.Sockets, "set.sockets", "Not looked for yet on the set",
            found => look with { Set = look.Set with { Sockets = [.. look.Set.Sockets, found] } }))
            yield return unknown;
        for (var s = 0; s < look.Sources.Count; s++)
        {
            var (at, source) = (s, look.Sources[s]);
            var about = Wording.Capital(source.Name);
            foreach (var unknown in OfSockets(site, families, source.Sockets, $"sources[{s}].sockets", source,
                (i, socket) => WithSource(source with { Sockets = Put(source.Sockets, i, socket) })))
                yield return unknown;
            foreach (var unknown in OfUnlooked(source.Watched ? SourceKinds.Of(source.Kind).LookFor : [], source.Sockets, $"sources[{s}].sockets",
                $"Not looked for yet on the {source.Name}", found => WithSource(source with { Sockets = [.. source.Sockets, found] })))
                yield return unknown;
            if (source.Kind == SourceKind.AvReceiver && source.PassesSoundOn == Known.NotYet && look.Sources.Any(o => o.PluggedInto == source.Id))
                yield return new($"sources[{s}].passesSoundOn", about, "Play something that is plugged into it: does that sound leave through its sockets too?",
                    YesNo(k => WithSource(source with { PassesSoundOn = k })));

            var kind = SourceKinds.Of(source.Kind);
            if (source is { Watched: true, BringsPicture: Known.NotYet } && kind.AskPicture)
                yield return new($"sources[{s}].bringsPicture", about, "Ask: are its pictures followed, or is only music heard?",
                    YesNo(k => WithSource(source with { BringsPicture = k })));
            if (source is { Watched: true, Network: NetworkWay.NotSaid } && kind.ByNetwork)
                yield return new($"sources[{s}].network", about, "Look into its network menu: Wi-Fi at 2.4 GHz, at 5 GHz or a lead?",
                    [WithSource(source with { Network = NetworkWay.WiFi24GHz }), WithSource(source with { Network = NetworkWay.WiFi5GHz })]);

            Look WithSource(SoundSource changed) => look with { Sources = Put(look.Sources, at, changed) };
        }

        foreach (var unknown in OfPairs(site))
            yield return unknown;
        if (look.Set.SpeakersCanBeOff == Known.NotYet && site.SetSilent is not null)
            yield return new("set.speakersCanBeOff", TheSet, "Open its sound menu: is there a choice that switches its own speakers off?",
                YesNo(k => look with { Set = look.Set with { SpeakersCanBeOff = k } }));
        if (look.Set.SpatialListed == Known.NotYet && look.Listeners.Any(l => l.SpatialRendering)
            && look.Set.Sockets.Any(s => s.Kind == SocketKind.Bluetooth && s.IsThere)
            && site.Shelf.OfRole(DeviceRole.Receiver).Any(d => d.SpatialRendering))
            yield return new("set.spatialListed", TheSet, "Read the list of what spatial rendering works with: do set and headset both stand on it?",
                YesNo(k => look with { Set = look.Set with { SpatialListed = k } }));
        if (look.Region == Region.NotSaid && site.Shelf.Devices.Any(d => d.Links.Any(l => l.BandLowMHz > 0)))
            yield return new("region", "The air", "Whose radio rules hold here: Europe or the USA?",
                [look with { Region = Region.Europe }, look with { Region = Region.UnitedStates }]);
        for (var i = 0; i < look.Listeners.Count; i++)
        {
            foreach (var unknown in OfListener(site, look.Listeners[i], $"listeners[{i}]", i))
                yield return unknown;
        }
    }

    // What may still be found on a set or a source, each as it would be if it were there and free.
    private static IEnumerable<Unknown> OfUnlooked(
        IReadOnlyList<SocketKind> kinds, IReadOnlyList<SourcePort> sockets, string path, string about, Func<SourcePort, Look> lookWith)
    {
        foreach (var kind in kinds)
        {
            if (sockets.Any(s => s.Kind == kind && s.State != SocketState.NotLooked))
                continue;
            var facts = SocketKinds.Of(kind);
            var found = new SourcePort { Id = $"asked {path} {kind}", Kind = kind, State = SocketState.Free, Direction = SocketDirection.Output };
            yield return new($"{path}.{JsonNamingPolicy.CamelCase.ConvertName(kind.ToString())}", about, $"{facts.Words}: is there one?",
                [lookWith(found), lookWith(found with { State = SocketState.NotThere })]);
        }
    }

    private static IEnumerable<Unknown> OfSockets(Site site, List<string> families, IReadOnlyList<SourcePort> sockets, string path, SoundSource? source,
        Func<int, SourcePort, Look> with)
    {
        for (var i = 0; i < sockets.Count; i++)
        {
            var (number, socket) = (i, sockets[i]);
            if (!socket.IsThere)
                continue;
            var (at, facts) = ($"{path}[{i}]", SocketKinds.Of(socket.Kind));
            var about = RouteWords.Socket(site.Look, socket);
            var direction = SocketReading.Direction(site.Look, socket);
            Unknown Ask(string field, string words, params SourcePort[] answers) =>
                new($"{at}.{field}", about, words, [.. answers.Select(answer => with(number, answer))]);
            Unknown AskYesNo(string field, string words, Func<Known, SourcePort> answer) => Ask(field, words, answer(Known.Yes), answer(Known.No));
            if (facts.CarriesSoundOut && direction == MarkingReading.Unsure)
                yield return Ask("marking", "Read the words beside the pair, or settle it by ear: an output or an input?",
                    socket with { Direction = SocketDirection.Output }, socket with { Direction = SocketDirection.Input });
            if (facts.GivesPower)
            {
                if (source is null && socket.OffInStandby == Known.NotYet)
                    yield return AskYesNo("offInStandby", "Plug in anything with a lamp and switch the set off: does the lamp go out?",
                        k => socket with { OffInStandby = k });
                if (source is null && socket.UsbMa == 0)
                    yield return Ask("usbMa", "Read the current beside it: 500 mA, 1 A or another?", socket with { UsbMa = 500 }, socket with { UsbMa = 1000 });
                if (socket.UsbSound == Known.NotYet)
                    yield return AskYesNo("usbSound", "Plug in a box that takes sound by USB: does its USB lamp light, or does a menu offer it as an output?",
                        k => socket with { UsbSound = k });
                continue;
            }

            if (!facts.CarriesSoundOut || direction != MarkingReading.Output)
                continue;
            if (source is null && socket.FollowsPicture == Known.NotYet)
                yield return AskYesNo("followsPicture",
                    "Measure it on Tune; or listen to it and change the picture mode from film to game: do lips and voice stay together?",
                    k => socket with { FollowsPicture = k });
            if (facts.Signals.Contains(Signal.SpdifPcm) && socket.Pcm == Known.NotYet)
                yield return AskYesNo("pcm", "Open the digital format menu: can PCM, stereo or uncompressed be chosen?", k => socket with { Pcm = k });
            if (socket.SilencesSpeakers == Known.NotYet
                && (site.RoomHears is null ? source is null && facts.SilencesSpeakers : site.BarSocket is null && site.LiveWithRoom(socket) != Liveness.Live))
                yield return AskYesNo("silencesSpeakers",
                    $"{(facts.SilencesSpeakers && !facts.IsRadio ? "Put a plug in" : "Use it")} for a minute: do "
                        + $"{RigOutputs.OwnSpeakers(site.Look, socket)} fall silent?",
                    k => socket with { SilencesSpeakers = k });
            if (socket.Kind == SocketKind.SecondZone && socket.ZonePasses == ZonePasses.NotYet)
                yield return Ask("zonePasses", "Play each input with the zone on. What comes out: analogue inputs only, two-channel PCM too, or everything?",
                    socket with { ZonePasses = ZonePasses.AnalogueOnly }, socket with { ZonePasses = ZonePasses.TwoChannelPcm },
                    socket with { ZonePasses = ZonePasses.Everything });
            if (socket is { Kind: SocketKind.PlatformSpeakers } && string.IsNullOrWhiteSpace(socket.SpeakerFamily) && families.Count > 0)
                yield return Ask("speakerFamily", "Look into its menu or manual: which make must the speakers be of?",
                    [.. families.Take(MostAnswers).Select(family => socket with { SpeakerFamily = family })]);
            if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersSpeakersJoin == Known.NotYet
                && site.Shelf.Devices.Any(d => EarRules.IsSpeaker(d)
                    && d.Links.Any(l => l is { Technology: LinkTechnology.BluetoothClassic, Transmits: false })))
                yield return AskYesNo("otherMakersSpeakersJoin", "Put a speaker of another make into pairing and search from the menu: does it join?",
                    k => socket with { OtherMakersSpeakersJoin = k });
            if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersJoin == Known.NotYet)
                yield return AskYesNo("otherMakersJoin", "Put a headset of another make into pairing and search from the menu: does it join?",
                    k => socket with { OtherMakersJoin = k });
        }
    }

    // What one minute at the set would settle: the pairs that several listeners, or a bar for the room, may lean on.
    private static IEnumerable<Unknown> OfPairs(Site site)
    {
        var look = site.Look;
        if (look.Listeners.Count < 2 && (site.BarSocket is null || site.RoomHears is null))
            yield break;
        foreach (var (one, other, _) in LiveOutputs.Untried(look)
            .Where(pair => look.Listeners.Count > 1 || pair.One == site.BarSocket || pair.Other == site.BarSocket).Take(MostPairs))
        {
            yield return new($"liveTogether.{one.Id}.{other.Id}", "Two outputs at once",
                $"Use both for a minute: do {RouteWords.Socket(look, one)} and {RouteWords.Socket(look, other)} sound at the same time?",
                YesNo(k => look with { LiveTogether = [.. look.LiveTogether.Where(pair => !pair.IsOf(one.Id, other.Id)), new(one.Id, other.Id, k)] }));
        }
    }

    private static IEnumerable<Unknown> OfListener(Site site, Listener listener, string at, int index)
    {
        var look = site.Look;
        Look With(Listener changed) => look with { Listeners = Put(look.Listeners, index, changed) };
        IReadOnlyList<Look> WallOrNone(double distanceM, Func<Way, Listener> with) =>
        [
            With(with(Way.Unseen with { WallsEntered = true })),
            With(with(Way.Unseen with { WallsEntered = true, Crossings = [new(AskedWall.Id, distanceM / 2)] })) with { Walls = [.. look.Walls, AskedWall] },
        ];
        if (listener.RoomWish == RoomWish.NoWish)
            yield return new($"{at}.roomWish", listener.Name, $"While {listener.Name} listens, should the room hear too?",
                [With(listener with { RoomWish = RoomWish.RoomHearsToo }), With(listener with { RoomWish = RoomWish.SetSilent })]);
        if (IsUnseen(listener.Seat))
            yield return new($"{at}.seat", listener.Name, $"Does a wall stand between the set and {listener.Name}'s seat?",
                WallOrNone(listener.SeatDistanceM, way => listener with { Seat = way }));
        for (var i = 0; listener.LeavesRoom && i < listener.Roams.Count; i++)
        {
            var (number, place) = (i, listener.Roams[i]);
            if (IsUnseen(place.Way))
                yield return new($"{at}.roams[{i}].way", listener.Name, $"Does a wall stand between the set and the {place.Name}?",
                    WallOrNone(place.DistanceM, way => listener with { Roams = Put(listener.Roams, number, place with { Way = way }) }));
        }

        if (listener.NoiseAtSeat == Known.NotYet && site.Shelf.OfRole(DeviceRole.Receiver).Any(d => !Needs.KeepsNoiseOut(d)))
            yield return new($"{at}.noiseAtSeat", listener.Name, $"Is it noisy where {listener.Name} sits: a kitchen, a street, a fan?",
                YesNo(k => With(listener with { NoiseAtSeat = k })));
        if (listener.ClearLine == Known.NotYet)
            yield return new($"{at}.clearLine", listener.Name, $"Sit where {listener.Name} sits: is the front of the set in plain sight?",
                YesNo(k => With(listener with { ClearLine = k })));
        if (listener.Telecoil == Known.NotYet && site.Shelf.Find(listener.ReceiverId) is { Form: WearForm.HearingAids } aids
            && aids.Links.Any(l => l is { Technology: LinkTechnology.InductionLoop, Transmits: false }))
            yield return new($"{at}.telecoil", listener.Name, $"Has the clinic switched on the telecoil programme of {listener.Name}'s aids?",
                YesNo(k => With(listener with { Telecoil = k })));
        if (listener.Implant == Known.NotYet && site.Shelf.Devices.Any(Abilities.ComesNearBody))
            yield return new($"{at}.implant", listener.Name, $"Does {listener.Name} carry an implant?", YesNo(k => With(listener with { Implant = k })));
        if (listener.Phone == Known.NotYet && site.Shelf.Devices.Any(d => d.App.Length > 0))
            yield return new($"{at}.phone", listener.Name, $"Does {listener.Name} carry a phone that an app may run on?",
                YesNo(k => With(listener with { Phone = k })));
    }

    private static IReadOnlyList<T> Put<T>(IReadOnlyList<T> list, int index, T changed) => [.. list.Select((one, i) => i == index ? changed : one)];

    private static IReadOnlyList<Look> YesNo(Func<Known, Look> answer) => [answer(Known.Yes), answer(Known.No)];
}
