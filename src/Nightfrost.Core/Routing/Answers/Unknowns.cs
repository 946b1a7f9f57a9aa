using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Something that nobody has entered yet, with every answer that it may get.</summary>
/// <param name="Field">Path of the field on Look.</param>
/// <param name="Words">The question as one would ask it.</param>
/// <param name="Answers">The look with each answer.</param>
internal sealed record Unknown(string Field, string Words, IReadOnlyList<Look> Answers);

/// <summary>Lists what is unknown at a site and may matter to its rigs.</summary>
internal static class Unknowns
{
    private const int MostAnswers = 4;

    /// <summary>Most pairs of outputs that are asked about, the less likely ones first.</summary>
    private const int MostPairs = 6;

    /// <summary>The wall that is asked about: of brick, so that the answer matters where it may.</summary>
    private static readonly Wall AskedWall = new("asked wall", "a wall", Material.Brick);

    private static bool IsUnseen(Way way) => !way.WallsEntered && way.Crossings.Count == 0;

    /// <summary>Every open question of a site.</summary>
    public static IEnumerable<Unknown> Of(Site site)
    {
        var look = site.Look;
        var families = site.Shelf.OfRole(DeviceRole.Receiver).SelectMany(d => d.Links)
            .Where(l => l is { Technology: LinkTechnology.PlatformSpeakers, Transmits: false, Family.Length: > 0 }).Select(l => l.Family).Distinct()
            .Order(StringComparer.Ordinal).ToList();
        foreach (var unknown in OfSockets(site, families, look.Set.Sockets, "set.sockets", "", null,
            (i, socket) => look with { Set = look.Set with { Sockets = Put(look.Set.Sockets, i, socket) } }))
            yield return unknown;
        for (var s = 0; s < look.Sources.Count; s++)
        {
            var (at, source) = (s, look.Sources[s]);
            foreach (var unknown in OfSockets(site, families, source.Sockets, $"sources[{s}].sockets", $" of the {source.Name}", source,
                (i, socket) => WithSource(source with { Sockets = Put(source.Sockets, i, socket) })))
                yield return unknown;
            if (source.Kind == SourceKind.AvReceiver && source.PassesSoundOn == Known.NotYet && look.Sources.Any(o => o.PluggedInto == source.Id))
                yield return new($"sources[{s}].passesSoundOn", $"Does the sound of what is plugged into the {source.Name} leave through its sockets too?",
                    YesNo(k => WithSource(source with { PassesSoundOn = k })));

            var kind = SourceKinds.Of(source.Kind);
            if (source is { Watched: true, BringsPicture: Known.NotYet } && kind.AskPicture)
                yield return new($"sources[{s}].bringsPicture", $"Does the {source.Name} bring pictures that are followed, or only music?",
                    YesNo(k => WithSource(source with { BringsPicture = k })));
            if (source is { Watched: true, Network: NetworkWay.NotSaid } && kind.ByNetwork)
                yield return new($"sources[{s}].network", $"Does the {source.Name} take its programmes by Wi-Fi at 2.4 GHz, at 5 GHz or by a lead?",
                    [WithSource(source with { Network = NetworkWay.WiFi24GHz }), WithSource(source with { Network = NetworkWay.WiFi5GHz })]);

            Look WithSource(SoundSource changed) => look with { Sources = Put(look.Sources, at, changed) };
        }

        foreach (var unknown in OfPairs(site))
            yield return unknown;
        if (look.Set.SpeakersCanBeOff == Known.NotYet && site.SetSilent is not null)
            yield return new("set.speakersCanBeOff", "Can the set's own speakers be switched off in its menu?",
                YesNo(k => look with { Set = look.Set with { SpeakersCanBeOff = k } }));
        if (look.Set.SpatialListed == Known.NotYet && look.Listeners.Any(l => l.SpatialRendering)
            && look.Set.Sockets.Any(s => s.Kind == SocketKind.Bluetooth && s.State != SocketState.NotThere)
            && site.Shelf.OfRole(DeviceRole.Receiver).Any(d => d.SpatialRendering))
            yield return new("set.spatialListed", "Do the set and the headset both stand on the list of what spatial rendering works with?",
                YesNo(k => look with { Set = look.Set with { SpatialListed = k } }));
        if (look.Region == Region.NotSaid && site.Shelf.Devices.Any(d => d.Links.Any(l => l.BandLowMHz > 0)))
            yield return new("region", "Whose radio rules hold here: Europe or the USA?",
                [look with { Region = Region.Europe }, look with { Region = Region.UnitedStates }]);
        for (var i = 0; i < look.Listeners.Count; i++)
        {
            foreach (var unknown in OfListener(site, look.Listeners[i], $"listeners[{i}]", i))
                yield return unknown;
        }
    }

    private static IEnumerable<Unknown> OfSockets(Site site, List<string> families, IReadOnlyList<SourcePort> sockets, string path, string owner,
        SoundSource? source, Func<int, SourcePort, Look> with)
    {
        for (var i = 0; i < sockets.Count; i++)
        {
            var (number, socket) = (i, sockets[i]);
            if (socket.State == SocketState.NotThere)
                continue;
            var (at, facts) = ($"{path}[{i}]", SocketKinds.Of(socket.Kind));
            var name = facts.InSentence;
            Look Put(SourcePort changed) => with(number, changed);
            var direction = SocketReading.Direction(site.Look, socket);
            if (facts.CarriesSoundOut && direction == MarkingReading.Unsure)
                yield return new($"{at}.marking", $"What is printed beside the {name} pair{owner}: an output or an input?",
                    [Put(socket with { Direction = SocketDirection.Output }), Put(socket with { Direction = SocketDirection.Input })]);
            if (facts.GivesPower)
            {
                if (source is null && socket.OffInStandby == Known.NotYet)
                    yield return new($"{at}.offInStandby", $"Does the {facts.Words} socket lose its power when the set is off?",
                        YesNo(k => Put(socket with { OffInStandby = k })));
                if (source is null && socket.UsbMa == 0)
                    yield return new($"{at}.usbMa", $"Which current is printed beside the {facts.Words} socket?",
                        [Put(socket with { UsbMa = 500 }), Put(socket with { UsbMa = 1000 })]);
                if (socket.UsbSound == Known.NotYet)
                    yield return new($"{at}.usbSound", $"Does the {facts.Words} socket{owner} pass sound as well as power?",
                        YesNo(k => Put(socket with { UsbSound = k })));
                continue;
            }

            if (!facts.CarriesSoundOut || direction != MarkingReading.Output)
                continue;
            if (source is null && socket.FollowsPicture == Known.NotYet)
                yield return new($"{at}.followsPicture", $"Does the sound from the {name} socket wait for the picture?",
                    YesNo(k => Put(socket with { FollowsPicture = k })));
            if (facts.Signals.Contains(Signal.SpdifPcm) && socket.Pcm == Known.NotYet)
                yield return new($"{at}.pcm",
                    source is null ? $"Can the set send PCM from the {name} socket?" : $"Can the {source.Name} send PCM from its {name} socket?",
                    YesNo(k => Put(socket with { Pcm = k })));
            if (socket.SilencesSpeakers == Known.NotYet
                && (site.RoomHears is null ? source is null && facts.SilencesSpeakers : site.BarSocket is null && site.LiveWithRoom(socket) != Liveness.Live))
                yield return new($"{at}.silencesSpeakers", $"Use the {name}{owner} for a minute: do the set's speakers fall silent?",
                    YesNo(k => Put(socket with { SilencesSpeakers = k })));
            if (socket.Kind == SocketKind.SecondZone && socket.ZonePasses == ZonePasses.NotYet)
                yield return new($"{at}.zonePasses", $"What does the second zone{owner} let through: analogue inputs only, two-channel PCM too, or everything?",
                    [Put(socket with { ZonePasses = ZonePasses.AnalogueOnly }), Put(socket with { ZonePasses = ZonePasses.TwoChannelPcm }),
                        Put(socket with { ZonePasses = ZonePasses.Everything })]);
            if (socket is { Kind: SocketKind.PlatformSpeakers } && string.IsNullOrWhiteSpace(socket.SpeakerFamily) && families.Count > 0)
                yield return new($"{at}.speakerFamily", $"Which make of speakers does the {name}{owner} take?",
                    [.. families.Take(MostAnswers).Select(family => Put(socket with { SpeakerFamily = family }))]);
            if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersSpeakersJoin == Known.NotYet
                && site.Shelf.Devices.Any(d => EarRules.IsSpeaker(d)
                    && d.Links.Any(l => l is { Technology: LinkTechnology.BluetoothClassic, Transmits: false })))
                yield return new($"{at}.otherMakersSpeakersJoin",
                    source is null ? "Does the set accept speakers of other makers?" : $"Does the {source.Name} accept speakers of other makers?",
                    YesNo(k => Put(socket with { OtherMakersSpeakersJoin = k })));
            if (socket.Kind == SocketKind.Bluetooth && socket.OtherMakersJoin == Known.NotYet)
                yield return new($"{at}.otherMakersJoin",
                    source is null ? "Does the set accept headphones of other makers?" : $"Does the {source.Name} accept headphones of other makers?",
                    YesNo(k => Put(socket with { OtherMakersJoin = k })));
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
            yield return new($"liveTogether.{one.Id}.{other.Id}",
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
            yield return new($"{at}.roomWish", $"While {listener.Name} listens, should the room hear too?",
                [With(listener with { RoomWish = RoomWish.RoomHearsToo }), With(listener with { RoomWish = RoomWish.SetSilent })]);
        if (IsUnseen(listener.Seat))
            yield return new($"{at}.seat", $"Does a wall stand between the set and {listener.Name}'s seat?",
                WallOrNone(listener.SeatDistanceM, way => listener with { Seat = way }));
        for (var i = 0; listener.LeavesRoom && i < listener.Roams.Count; i++)
        {
            var (number, place) = (i, listener.Roams[i]);
            if (IsUnseen(place.Way))
                yield return new($"{at}.roams[{i}].way", $"Does a wall stand between the set and the {place.Name}?",
                    WallOrNone(place.DistanceM, way => listener with { Roams = Put(listener.Roams, number, place with { Way = way }) }));
        }

        if (listener.NoiseAtSeat == Known.NotYet && site.Shelf.OfRole(DeviceRole.Receiver).Any(d => !Needs.KeepsNoiseOut(d)))
            yield return new($"{at}.noiseAtSeat", $"Is it noisy where {listener.Name} sits: a kitchen, a street, a fan?",
                YesNo(k => With(listener with { NoiseAtSeat = k })));
        if (listener.ClearLine == Known.NotYet)
            yield return new($"{at}.clearLine", $"Is the line from the set to {listener.Name} clear?", YesNo(k => With(listener with { ClearLine = k })));
        if (listener.Telecoil == Known.NotYet && site.Shelf.Find(listener.ReceiverId) is { Form: WearForm.HearingAids } aids
            && aids.Links.Any(l => l is { Technology: LinkTechnology.InductionLoop, Transmits: false }))
            yield return new($"{at}.telecoil", $"Has the clinic switched on the telecoil programme of {listener.Name}'s aids?",
                YesNo(k => With(listener with { Telecoil = k })));
        if (listener.Implant == Known.NotYet && site.Shelf.Devices.Any(Abilities.ComesNearBody))
            yield return new($"{at}.implant", $"Does {listener.Name} carry an implant?", YesNo(k => With(listener with { Implant = k })));
        if (listener.Phone == Known.NotYet && site.Shelf.Devices.Any(d => d.App.Length > 0))
            yield return new($"{at}.phone", $"Does {listener.Name} carry a phone that an app may run on?", YesNo(k => With(listener with { Phone = k })));
    }

    private static IReadOnlyList<T> Put<T>(IReadOnlyList<T> list, int index, T changed) => [.. list.Select((one, i) => i == index ? changed : one)];

    private static IReadOnlyList<Look> YesNo(Func<Known, Look> answer) => [answer(Known.Yes), answer(Known.No)];
}
