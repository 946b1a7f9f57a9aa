using System.Globalization;
using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Routing.RouteWords;
using static Nightfrost.Core.Routing.Rules.RuleScope;

namespace Nightfrost.Core.Routing.Rules;

/// <summary>What must be known or done about a route that works.</summary>
internal static class AdviceRules
{
    /// <summary>Least distance between a box and a Wi-Fi router, m.</summary>
    private const double RouterClearM = 1;

    public static IReadOnlyList<Rule> All { get; } =
    [
        Advises("sources-missed", Tap, "{socket} {not} carry {missed}.",
            "Take the sound from the set when several sources are watched, or agree with the client that this one alone is heard.",
            r => Missed(r).Any(), r =>
                Say(("socket", Socket(r)), ("not", Missed(r).All(p => Needs.MayPass(r, p)) ? "is not known to" : "does not"),
                    ("missed", Wording.Listed(Missed(r).Select(p => p.Words))))),
        Advises("in-line-extractor", Tap,
            "An extractor in the line serves the {source} alone: the set's own tuner and apps are lost to it, and it may change the picture format.",
            "Note the picture format before and after; count the sound as taken before the set.",
            r => r.Feed.Socket.Kind == SocketKind.HdmiOut, r => Say(("source", r.Site.Look.SourceOf(r.Feed.Socket)?.Name ?? "box"))),
        Advises("unmarked-on-box", Tap, "{socket} is unmarked; on such a source it is usually an output.", "Settle it by ear before anything is fixed.",
            r => r.Site.Look.SourceOf(r.Feed.Socket) is { } source && r.Feed.Socket is { Kind: SocketKind.PhonoPair, Direction: SocketDirection.AsMarked } port
                && MarkingGuide.Read(port.Marking, r.Site.Look.Markings) == MarkingReading.Unsure && SourceKinds.Of(source.Kind).UsuallyOutputs,
            r => Say(("socket", Socket(r)))),
        Advises("zone-to-switch-on", Tap, "{socket} is off until the zone is switched on, each time apart from the main one.",
            "Set the amplifier's assignment to plain, the zone's volume to fixed, its source to follow the main zone; then switch it on.",
            r => r.Feed.Socket.Kind == SocketKind.SecondZone, r => Say(("socket", Socket(r)))),
        Advises("zone-passes-unknown", Tap, "Nobody knows yet what {socket} lets through; many zones pass analogue or two-channel PCM only.",
            "Play each source and listen at the zone, or read it in the manual; enter it on Look.",
            r => r.Feed.Socket is { Kind: SocketKind.SecondZone, ZonePasses: ZonePasses.NotYet }, r => Say(("socket", Socket(r)))),
        Advises("zone-two-channel", Tap, "{socket} passes two-channel PCM only.", "Set every source that is watched to PCM, two channels.",
            r => r.Feed.Socket is { Kind: SocketKind.SecondZone, ZonePasses: ZonePasses.TwoChannelPcm }, r => Say(("socket", Socket(r)))),
        Advises("converter-level", Tap, "The {converter} gives a fixed, often quiet level; the volume keys of {source} do nothing to it.",
            "Set the loudness at the ear or at the box; take a converter that amplifies if it stays quiet.",
            r => r.Feed.Adapters.Any(a => a.FixesLevel), r => Say(("converter", r.Feed.Adapters.First(a => a.FixesLevel).Name), ("source", Source(r)))),
        Advises("no-say-over-radio", Tap, "{box} gives no say over codec, delay or a second listener.", "Measure it first on Tune: it costs nothing.",
            r => r.Feed.BuiltIn, r => Say(("box", Box(r)))),
        Advises("app-stream", Tap, "{socket} reaches one phone, only as well as the Wi-Fi, and is often late.",
            "Use it where nothing may be bought; measure it on Tune.", r => r.Feed.Socket.Kind == SocketKind.AppStream, r => Say(("socket", Socket(r)))),

        Advises("codec-both-ends", WholeWay, "Falls back to SBC: {receiver} has no {codec}. Both ends need it.",
            "Choose ends that share the codec, or a 2.4 GHz or UHF set when the lips matter.",
            r => r.Coding is { Missed: not null, MarkUnknown: false }, r => Say(("receiver", r.AtEar.Takes.Name), ("codec", r.Coding.Missed!.Words)), "A2DP"),
        Advises("mark-unread", WholeWay, "Planned as SBC: the codec mark of {box} or {receiver} has not been read.",
            "Read the mark on the box or in its manual and enter it in Kit.",
            r => r.Coding.MarkUnknown, r => Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name))),
        Advises("low-latency-with-two", WholeWay, "With two listeners {box} leaves {codec} (about {alone} over the air) and uses {mode} (about {shared}).",
            "One listener alone keeps it; so does a box that states it for two, or two boxes.",
            r => r.Coding.LostToSecond is not null,
            r => Say(("box", Box(r)), ("codec", r.Coding.LostToSecond!.Words), ("mode", r.Coding.Words), ("alone", LinkMs(r.Coding.LostToSecond)),
                ("shared", LinkMs(r.Coding.Codec!)))),
        Advises("headphone-level", Tap, "{socket} carries a headphone level, often low.", "Turn that level up first, then the ear, so that no hiss is heard.",
            r => r.Feed.Socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635, r => Say(("socket", Socket(r)))),
        Advises("input-too-hot", WholeWay,
            "{socket} may drive the input of {box} too hard: at a usual line level peaks come to {peak}, and it clips at {clip}.",
            "Turn its level down where it has one, or put a line attenuator before it.",
            r => RouteLevels.Of(r) is { Clips: not null }, r => Say(("socket", Socket(r)), ("box", RouteLevels.Of(r)!.Clips!.Box),
                ("peak", DbV(RouteLevels.Of(r)!.Clips!.PeakDbV)), ("clip", DbV(RouteLevels.Of(r)!.Clips!.ClipDbV)))),
        Advises("level-fixed", Tap, "{socket} is {known}at a fixed level: the volume keys of {source} do nothing to it.",
            "Loudness is set at the ear or at the box.",
            r => SocketReading.FixedLevel(r.Feed.Socket) == true,
            r => Say(("socket", Socket(r)), ("source", Source(r)), ("known", r.Feed.Socket.Level == LevelControl.NotYet ? "usually " : ""))),
        Advises("usb-current", Tap, "{box} asks {draw} mA; no free USB socket of the set gives that much.", "Feed it from a mains supply of the right voltage.",
            r => r.Feed.Transmitter is { Power: { UsbDrawMa: > 0, OwnSupply: false } } box && !r.Feed.FedByTap
                && BoxPower.SocketFor(r.Site.Look.Set, box) is null && HasUsb(r.Site.Look.Set)
                && !UsbSockets(r.Site.Look.Set).Any(s => BoxPower.IsEnough(s, box)),
            r => Say(("box", Box(r)), ("draw", r.Feed.Transmitter!.Power.UsbDrawMa.ToString(CultureInfo.InvariantCulture))), "USB-IF"),
        Advises("pairing-lost-in-standby", Tap, "{box} forgets its pairing when power is cut, and the set's USB {goes} off with it.",
            "Feed it from a mains supply.",
            r => r.Feed.Transmitter is { Power: { UsbDrawMa: > 0, PairingSurvivesPowerLoss: Known.No } } && HasUsb(r.Site.Look.Set)
                && UsbSockets(r.Site.Look.Set).All(s => s.OffInStandby != Known.No),
            r => Say(("box", Box(r)), ("goes", UsbSockets(r.Site.Look.Set).All(s => s.OffInStandby == Known.Yes) ? "goes" : "may go"))),
        Advises("no-choice-of-destination", Tap, "{box} joins whatever answers first, and {count} Bluetooth receivers live here.",
            "Switch the others off while pairing, or take a box that lets you choose.",
            r => r.Feed.Transmitter is not null && r.Sends is { Technology: LinkTechnology.BluetoothClassic, SelectsDestination: false }
                && r.Site.BluetoothReceivers > 1, r => Say(("box", Box(r)), ("count", r.Site.BluetoothReceivers.ToString(CultureInfo.InvariantCulture)))),
        Advises("router-near", Tap, "The router stands {distance} from the place of {box}.", "Keep them 1 m apart, and put the Wi-Fi on 5 GHz if it can.",
            r => r.Site.Look.Air.RouterDistanceM is < RouterClearM && r.Sends is { IsInfrared: false, FrequencyMHz: > 2000 and < 3000 },
            r => Say(("distance", Metres(r.Site.Look.Air.RouterDistanceM!.Value)), ("box", Box(r)))),
        Advises("source-on-crowded-band", Tap, "{source} takes its programme by Wi-Fi at 2.4 GHz, the air that {box} sends on.",
            "Put it on 5 GHz or on a lead; until then keep the two a metre apart.",
            r => SourceOnBand(r) is not null, r => Say(("source", Wording.Capital($"the {SourceOnBand(r)!.Name}")), ("box", Box(r)))),
        Advises("other-radios-near", Tap, "{others} close to the place of {box} may disturb it.", "Keep the box half a metre away from them.",
            r => !string.IsNullOrWhiteSpace(r.Site.Look.Air.OtherRadios) && r.Sends is { IsInfrared: false },
            r => Say(("others", r.Site.Look.Air.OtherRadios.Trim()), ("box", Box(r)))),
        Advises("check-national-rule", Tap, "{box} uses {band}.", "Check the national rule before it is switched on.",
            r => r.Sends is { BandLowMHz: > 0 }, r => Say(("box", Box(r)), ("band", Band(r.Sends!))), "CEPT ERC/REC 70-03; 47 CFR 15"),

        Advises("airtime-high", WholeWay, "{box} needs {share} of the air's time for {who}: stutter is likely.",
            "Take a codec of a lower rate, or put the Wi-Fi on 5 GHz.",
            r => OtherBluetooth(r) is null && LinkAirtime.ThousandthsOfBox(r) is var share && share > 1000 * Airtime.Stutters
                && share <= LinkAirtime.MostThousandths,
            r => Say(("box", Box(r)), ("share", Wording.Percent(LinkAirtime.ThousandthsOfBox(r) / 1000.0)),
                ("who", Wording.Listed(r.Beside.Prepend(r).Where(o => o.Feed.Key == r.Feed.Key).Select(Who).Order(StringComparer.Ordinal)))),
            "Bluetooth Core Specification"),
        Advises("outputs-unlikely-together", WholeWay, "{socket} and {others} seldom sound at the same time, and nobody has tried it here.",
            "Try it for a minute before anything is bought: play a programme, use both, and enter on Look what you hear.",
            r => RigOutputs.Beside(r, Liveness.Unlikely).Count > 0,
            r => Say(("socket", Socket(r)), ("others", Wording.Listed(RigOutputs.Beside(r, Liveness.Unlikely))))),
        Advises("outputs-likely-together", WholeWay, "{socket} and {others} usually sound at the same time, but nobody has tried it here.",
            "Try it for a minute before anything is fixed, and enter it on Look.",
            r => RigOutputs.Beside(r, Liveness.Likely).Count > 0,
            r => Say(("socket", Socket(r)), ("others", Wording.Listed(RigOutputs.Beside(r, Liveness.Likely))))),
        Advises("air-shared", WholeWay, "{box} and {other} hop over the same air: {box} then needs {share} of its time, and stutter is likely.",
            "Stand them a metre apart, take a codec of a lower rate, or move one listener to UHF or a wire.",
            r => OtherBluetooth(r) is not null && LinkAirtime.BesideOthers(r) > Airtime.Stutters,
            r => Say(("box", Box(r)), ("other", Beside(r, OtherBluetooth(r)!)), ("share", Wording.Percent(LinkAirtime.BesideOthers(r)))),
            "Bluetooth Core Specification"),
        Advises("channel-shared", WholeWay, "{box} and {other} both send by {link}: on one channel each disturbs the other.",
            "Before pairing, {setting} and {otherSetting}.", r => AirChannels.Rival(r) is { } o && !IsUnread(r) && !IsUnread(o),
            r => OfPair(r, (box, other) =>
                Say(("box", Box(box)), ("other", Beside(box, other)), ("link", Shared(box, other)), ("setting", Setting(r, box, Box(box))),
                    ("otherSetting", Setting(r, other, Beside(box, other)))))),
        Advises("channel-unread", WholeWay, "{box} and {other} both send by {link}, and nobody has read which channels {unread} can be set to.",
            "Read it in the manual and enter it in Kit. Where neither has a choice, use one box for both, or another link for one.",
            r => AirChannels.Rival(r) is { } o && (IsUnread(r) || IsUnread(o)),
            r => OfPair(r, (box, other) =>
                Say(("box", Box(box)), ("other", Beside(box, other)), ("link", Shared(box, other)),
                    ("unread", Wording.Listed(new[] { box, other }.Where(IsUnread).Select(Box).Distinct()))))),
        Advises("link-poor", WholeWay, "The link to {who} is poor at {distance}: {margin}.", "Raise the box, keep it 1 m from the router{or}.",
            r => r.Reach is { Usable: true, UsableM: null, Grade: 0 },
            r => Say(("who", Who(r)), ("distance", Metres(r.Reach!.DistanceM)), ("margin", r.Reach!.Words),
                ("or", IsUhf(r) ? ", and bring it nearer by a longer lead" : ", or use UHF")), "ITU-R P.1238"),
        Advises("infrared-near-limit", WholeWay, "{who} sits {distance} away; the emitter of {box} reaches {usable} at that angle.",
            "Turn the emitter towards the seat, keep the line clear, and keep the sun off the receiver.",
            r => r.Sends is { IsInfrared: true } && r.Reach is { Usable: true, Grade: 0 },
            r => Say(("who", Who(r)), ("box", Box(r)), ("distance", Metres(r.Reach!.DistanceM)), ("usable", Metres(r.Reach!.UsableM!.Value)))),
        Advises("loop-at-seat", WholeWay, "{box} serves {who} only where its loop lies.",
            "Lay the loop at the seat and set its drive by the field strength at the ear.",
            r => r.Sends is { Technology: LinkTechnology.InductionLoop }, r => Say(("who", Who(r)), ("box", Box(r))), "IEC 60118-4"),
        Advises(RuleList.AidsUnconfirmed, WholeWay, "Nobody has confirmed that {box} fits {who}'s aids.",
            "Ask the clinic or the dealer, and enter who said so and when. The order waits for it.", r => r.WaitsForAids,
            r => Say(("box", r.AtEar.Relay?.Name ?? Box(r)), ("who", Who(r)))),
        Advises("line-not-seen", WholeWay, "Nobody has checked the line from the set to {who}; infrared needs it clear.",
            "Sit there and look; keep the sun off the receiver.",
            r => r.Sends is { IsInfrared: true } && r.AtEar.Listener.ClearLine == Known.NotYet && !r.AtEar.Listener.Seat.WallsEntered,
            r => Say(("who", Who(r)))),
        Advises("sun-on-receiver", WholeWay, "Sun falls on {who}'s receiver: infrared reaches about half as far.", "Draw the curtain or turn the seat.",
            r => r.Sends is { IsInfrared: true } && r.AtEar.Listener.Seat.SunOnReceiver, r => Say(("who", Who(r)))),
        Advises("loop-spills", WholeWay, "The loop of {box} can be heard in the next rooms, by anybody with a telecoil.",
            "Keep it to the seat, or ask the neighbours with aids.",
            r => r.Sends is { Technology: LinkTechnology.InductionLoop }, r => Say(("box", Box(r))), "IEC 60118-4"),
        Advises("telecoil-unknown", WholeWay, "Nobody knows yet whether {who}'s telecoil programme is switched on.",
            "Ask the clinic; the programme is theirs to set.", r => r.AtEar.Listener.Telecoil == Known.NotYet && r.ByTelecoil, r => Say(("who", Who(r)))),
        Advises("broadcast-open", WholeWay, "{box} broadcasts without a code: anybody in reach can listen.",
            "Agree on that with the household, or take a box that closes it with a code.",
            r => r.Sends is { Technology: LinkTechnology.LeAudioBroadcast, Encrypts: false }, r => Say(("box", Box(r))), "BAP"),
        Advises("broadcast-chosen", WholeWay, "{who} must find {box} on the receiver each time and enter its code once.",
            "Show how, and leave the name and the code on the sheet.",
            r => r.Sends is { Technology: LinkTechnology.LeAudioBroadcast, Encrypts: true }, r => Say(("who", Who(r)), ("box", Box(r))), "BAP"),
        Advises("implant-unknown", WholeWay, "{worn} has a magnet, coil or transmitter close to the body, and nobody has asked {who} about implants.",
            "Ask first. Keep it 15 cm from any implant until the clinician answers.",
            r => r.AtEar.Listener.Implant == Known.NotYet && EarRules.AtBody(r).Any(), r => Say(("who", Who(r)), ("worn", AtBody(r)))),
        Advises("implant-answered", WholeWay, "{who} carries {implant}; {by} allowed {worn} near it on {on}.",
            "Keep to what was allowed; anything else waits for a new answer.", r => r.AtEar.Listener.Implant == Known.Yes && EarRules.AtBody(r).Any(),
            r => Say(("who", Who(r)), ("implant", EarRules.ImplantWords(r.AtEar.Listener)), ("worn", AtBody(r)),
                ("by", r.AtEar.Listener.ImplantAnsweredBy.Trim()), ("on", $"{r.AtEar.Listener.ImplantAnsweredOn:yyyy-MM-dd}"))),
        Advises("no-own-loudness", WholeWay, "Nobody can change how loud it is at {who}'s ear: the level is fixed and nothing there has a control.",
            "Take a receiver or a box with a control of its own, or a socket whose level follows the remote.",
            r => SocketReading.FixedLevel(r.Feed.Socket) == true && EarRules.LacksVolume(r.AtEar), r => Say(("who", Who(r)))),
        Advises("app-needed", WholeWay, "{what} works only with its app: {app}.", "Check {who}'s phone and account, and get the app before the visit.",
            r => EarRules.NeedsApp(r) is not null, r => Say(("what", EarRules.NeedsApp(r)!.Name), ("app", EarRules.NeedsApp(r)!.App), ("who", Who(r)))),
        Advises("battery-short", WholeWay, "The battery of {what} lasts {hours} of {who}'s {wanted} a day.",
            "Charge it in the break, or take one that plays while it charges.",
            r => ShortBattery(r) is not null,
            r => Say(("what", ShortBattery(r)!.Name), ("who", Who(r)), ("hours", Hours(ShortBattery(r)!.Power.BatteryHours * BoxPower.RunTimeShare)),
                ("wanted", Hours(r.AtEar.Listener.HoursADay)))),
        Advises("platform-bound", WholeWay, "{receiver} fits {socket} without a box or a lead, and plays from that platform alone; {idle}.",
            "Say both to the client: neat now, bound to one platform later.",
            r => r.Sends is { Technology: LinkTechnology.PlatformSpeakers },
            r => Say(("receiver", r.AtEar.Receiver.Name), ("socket", Socket(r)), ("idle", IdleWords(r)))),
        Advises("spatial-unlisted", WholeWay,
            "Spatial rendering is not counted for {who}: nobody has seen {receiver} and the set both on the list of what it works with.",
            "Look it up in the set's manual and on the headset's list; enter it on Look.",
            r => r.AtEar.Listener.SpatialRendering && r.AtEar.Receiver.SpatialRendering && r.Site.Look.Set.SpatialListed == Known.NotYet,
            r => Say(("who", Who(r)), ("receiver", r.AtEar.Receiver.Name))),
        Advises("stray-modes", WholeWay, "{what} has other modes too ({modes}): a wrong press leads there, and nothing is heard.",
            "Show the right mode at the handover; when nothing is heard, step through the modes first.",
            r => Strays(r) is not null, r => Say(("what", Strays(r)!.Name), ("modes", Strays(r)!.StrayModes))),
        Advises("one-ear-loses", WholeWay, "{who} hears with one ear, and nothing on the way sums left and right.",
            "Add a stereo-to-mono adapter, or a receiver with a mono switch.",
            r => r.AtEar.Listener.Ears != HearingEars.Both && !Needs.SumsToMono(r), r => Say(("who", Who(r)))),
        Advises("tether", WholeWay, "{who} is tied to the set by a wire.", "Lay it clear of the walking path; measure {distance} and some slack.",
            r => r.Sends is null, r => Say(("who", Who(r)), ("distance", Metres(r.AtEar.Listener.SeatDistanceM)))),
    ];

    private static Route? OtherBluetooth(Route r) =>
        r.Sends is { IsBluetooth: true } ? r.Beside.FirstOrDefault(o => o.Sends is { IsBluetooth: true } && o.Feed.Key != r.Feed.Key) : null;

    // The two boxes in the same order in both rows, so that both say the same.
    private static Dictionary<string, string> OfPair(Route r, Func<Route, Route, Dictionary<string, string>> values) =>
        AirChannels.Rival(r)! is var other && string.CompareOrdinal(r.Feed.Key, other.Feed.Key) < 0 ? values(r, other) : values(other, r);

    private static bool IsUnread(Route r) => r.Sends is { Channels: null };

    private static string Setting(Route r, Route of, string box) =>
        of.Sends is { Channels: 1 } ? $"leave {box} on its only channel"
            : FormattableString.Invariant($"set {box} to channel {AirChannels.Of([r, .. r.Beside])[of.Feed.Key]}");

    private static Rule Advises(string id, RuleScope scope, string sentence, string remedy,
        Func<Route, bool> breaks, Func<Route, IReadOnlyDictionary<string, string>> values, string source = "practice") =>
        new(id, RuleEffect.Advises, scope, sentence, remedy, source, breaks, values);

    private static string AtBody(Route r) => Wording.Listed(EarRules.AtBody(r).Select(d => d.Name));

    private static IEnumerable<Programme> Missed(Route r) => r.Site.Watched.Except(r.Site.Passing(r.Feed.Socket));

    private static Device? ShortBattery(Route r) => r.AtEar.Listener.HoursADay is > 0 and var hours
        ? new[] { r.AtEar.Receiver, r.AtEar.Relay, OnItsCell(r) }.OfType<Device>()
        .FirstOrDefault(d => d.Power is { BatteryHours: > 0, WorksWhileCharging: not Known.Yes } && d.Power.BatteryHours * BoxPower.RunTimeShare < hours)
        : null;

    // A box with a cell that no socket of the set feeds.
    private static Device? OnItsCell(Route r) => r.Feed.Transmitter is { Power: { BatteryHours: > 0, OwnSupply: false } } box
        && BoxPower.SocketFor(r.Site.Look.Set, box) is null ? box : null;

    /// <summary>What on a way has other modes to stray into; null when nothing has.</summary>
    public static Device? Strays(Route r) =>
        new[] { r.AtEar.Receiver, r.AtEar.Relay, r.Feed.Transmitter }.OfType<Device>().FirstOrDefault(d => d.StrayModes.Length > 0);

    // Speakers that the household has already and this route leaves out.
    private static string IdleWords(Route r)
    {
        var site = r.Site;
        var idle = new[] { site.Bar }.Concat(site.Look.Owned.Select(o => site.Shelf.Find(o.DeviceId))).Append(site.Shelf.Find(r.AtEar.Listener.ReceiverId))
            .OfType<Device>()
            .Where(d => (d.Role == DeviceRole.RoomSpeaker || d.Form == WearForm.PersonalSpeaker) && d.Id != r.AtEar.Receiver.Id).Select(d => d.Name)
            .Distinct().ToList();
        return idle.Count == 0 ? "nothing owned stays idle for it" : $"{Wording.Listed(idle)}, owned already, {(idle.Count == 1 ? "stays" : "stay")} idle";
    }

    private static string DbV(double level) => FormattableString.Invariant($"{level:+0.#;−0.#;0} dBV");

    private static string Hours(double hours) => FormattableString.Invariant($"{hours:0.#} h");

    private static SoundSource? SourceOnBand(Route r) =>
        r.Sends is { IsInfrared: false, FrequencyMHz: > 2000 and < 3000 }
            ? r.Site.Look.Sources.FirstOrDefault(s => s is { Watched: true, Network: NetworkWay.WiFi24GHz }) : null;

    private static IEnumerable<SourcePort> UsbSockets(TelevisionSet set) =>
        set.Sockets.Where(s => s.State == SocketState.Free && SocketKinds.Of(s.Kind).GivesPower);

    private static bool HasUsb(TelevisionSet set) => UsbSockets(set).Any();
}
