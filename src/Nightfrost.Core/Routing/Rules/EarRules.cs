using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Routing.RouteWords;

namespace Nightfrost.Core.Routing.Rules;

/// <summary>What refuses the way from a sending end, or a plain wire, to one ear.</summary>
internal static class EarRules
{
    public static IReadOnlyList<Rule> Refusing { get; } =
    [
        RefusesWorn("aids-stay-in", "{who} wears hearing aids; {receiver} cannot be worn with them.",
            "Use the aids' own streamer, a relay, or a receiver worn over aids.",
            r => r.Site.WearsAids(r.AtEar.Listener) && !r.AtEar.IsOwn && !r.AtEar.Receiver.WornOverAids
                && r.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds or WearForm.HearingAids,
            r => Say(("who", Who(r)), ("receiver", r.AtEar.Receiver.Name))),
        RefusesWorn("nothing-on-ears", "{who} wants nothing on the ears; {receiver} is worn there.", "Take a neckband, or a chair, pillow or personal speaker.",
            r => r.AtEar.Listener.NothingOnEars && r.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds,
            r => Say(("who", Who(r)), ("receiver", r.AtEar.Receiver.Name))),
        RefusesWorn("speaker-stays", "{receiver} stands where its mains lead reaches; {who} leaves the room.",
            "Take something worn, or a speaker with a battery that is carried along.",
            r => r.AtEar.Listener.LeavesRoom
                && r.AtEar.Receiver is { Form: WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker,
                    Power: { OwnSupply: true, BatteryHours: 0 } }, r => Say(("receiver", r.AtEar.Receiver.Name), ("who", Who(r)))),
        RefusesWorn("chair-or-pillow-asked", "{receiver} is for a chair or a pillow; {who} has not asked for nothing on the ears.",
            "Tick 'wants nothing on the ears' on Look if a speaker close by is wanted.",
            r => r.AtEar.Receiver.Form is WearForm.ChairSpeaker or WearForm.PillowSpeaker && !r.AtEar.IsOwn && !r.AtEar.Listener.NothingOnEars,
            r => Say(("who", Who(r)), ("receiver", r.AtEar.Receiver.Name))),
        RefusesWorn(RuleList.OwnReceiver, "{who} keeps to what is worn now.", "Tick 'open to another receiver' on Look if something else may be tried.",
            r => !r.AtEar.IsOwn && !r.AtEar.Listener.OpenToAnother, r => Say(("who", Who(r)))),
        Refuses(RuleList.SameLink, "{box} and {receiver} share no link.", "Take two ends that speak the same technology.",
            r => r.Sends is not null && r.Takes is null, r => Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name))),
        Refuses("pair-by-radio", "Two of {receiver} join as left and right by their radio alone; a lead feeds one.",
            "Take a box that sends by Bluetooth, or untick left and right on Look.",
            r => r.Sends is null && r.AtEar.Pieces > 1, r => Say(("receiver", r.AtEar.Receiver.Name))),
        Refuses("other-makers-headphones", "{box} refuses headphones of other makers, and {receiver} is one.", "Use a transmitter on a socket instead.",
            r => r.Sends is { RefusesHeadphones: true } && !IsSpeaker(r.AtEar.Receiver), r => Say(("box", Box(r)), ("receiver", r.AtEar.Receiver.Name))),
        Refuses("other-makers-speakers", "{box} refuses speakers of other makers, and {receiver} is one.",
            "Use a transmitter on a socket instead, or headphones.",
            r => r.Sends is { RefusesSpeakers: true } && IsSpeaker(r.AtEar.Receiver), r => Say(("box", Box(r)), ("receiver", r.AtEar.Receiver.Name))),
        Refuses("platform-family", "{box} reaches speakers of its own make ({sends}); {receiver} is {takes}.",
            "Read the platform's make and enter it on Look, or take another socket.",
            r => r.Sends is { Technology: LinkTechnology.PlatformSpeakers } s && r.Takes is { } t && !Negotiation.FamilyFits(s, t),
            r => Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name), ("sends", FamilyWords(r.Sends!)), ("takes", FamilyWords(r.Takes!)))),
        Refuses("aid-family", "{box} is for {sends}; {receiver} is {takes}.",
            "Order only the streamer or relay of the aids' own family and generation, confirmed by the clinic.",
            r => r.Sends is { } s && r.Takes is { } t && !Negotiation.FamilyFits(s, t),
            r => Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name), ("sends", FamilyWords(r.Sends!)), ("takes", FamilyWords(r.Takes!)))),
        Refuses("broadcast-rate", "{box} and {receiver} share no sample rate ({sends} against {takes}).",
            "Take a receiver, or a setting of the box, with a rate both have.",
            r => r is { Sends.Technology: LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast, Takes: not null }
                && !r.Sends.Lc3RatesKHz.Intersect(r.Takes.Lc3RatesKHz).Any(),
            r => Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name), ("sends", Rates(r.Sends!)), ("takes", Rates(r.Takes!))), "BAP"),
        Refuses("band-allowed", "{box} uses {band}, which is not listed for {region}. Check the national rule.", "Take a set made for this region.",
            r => r.Sends is { BandLowMHz: > 0 } s && !RadioBands.Allows(r.Site.Look.Region, s.BandLowMHz, s.BandHighMHz),
            r => Say(("box", Box(r)), ("band", Band(r.Sends!)), ("region", RegionWords(r.Site.Look.Region))), "CEPT ERC/REC 70-03; 47 CFR 15"),
        Refuses("pendant-band", "{box} uses {band}, where help pendants call. Check the national rule.",
            "Take a set on another band: a pendant may go unheard.",
            r => r.Sends is { BandLowMHz: > 0 } s && r.Site.Look.Region != Region.UnitedStates && RadioBands.TouchesPendants(s.BandLowMHz, s.BandHighMHz),
            r => Say(("box", Box(r)), ("band", Band(r.Sends!))), "CEPT ERC/REC 70-03"),
        Refuses(RuleList.ListenersAtOnce, "{box} feeds {limit} at once; remembering more is not feeding more.",
            "Use a box with a stated simultaneous output for this number, or a second box.",
            r => r is { Several: true, Sends: { } sends } && Math.Max(2, 1 + OnSameBox(r)) > sends.ListenersAtOnce,
            r => Say(("box", Box(r)), ("limit", Wording.Count(r.Sends!.ListenersAtOnce, "listener", "listeners")))),
        Refuses("airtime", "{box} would need {share} of the air's time for {streams}: more than {most}.",
            "Take a codec of a lower rate or a second box, or put the Wi-Fi on 5 GHz.",
            r => LinkAirtime.ThousandthsOfBox(r) > LinkAirtime.MostThousandths,
            r => Say(("box", Box(r)), ("share", FormattableString.Invariant($"{LinkAirtime.ThousandthsOfBox(r) / 10.0:0} %")), ("streams", Streams(r)),
                ("most", Wording.Percent(Airtime.Most))), "Bluetooth Core Specification"),
        Refuses("output-in-use", "{socket} is in use for {who} already, and nothing at hand shares it.",
            "Add a splitter, a box that passes its sound on or one for several listeners to the shelf, or use another output.",
            r => InUseBy(r) is not null, r => Say(("socket", Socket(r)), ("who", InUseBy(r)!))),
        Refuses("outputs-never-together", "{socket} and {others} do not sound at the same time here.",
            "Take both listeners' sound from one output, by a splitter or a box for several.",
            r => RigOutputs.NeverBeside(r).Count > 0, r => Say(("socket", Socket(r)), ("others", Wording.Listed(RigOutputs.NeverBeside(r))))),
        Refuses(RuleList.ChannelLeft, "{box} and {other} both send by {link}, and no channel is left for both: {counts}.",
            "Use one box for both, or another link for one: tick 'open to another receiver' on Look.",
            r => AirChannels.Rival(r) is not null && !AirChannels.AreEnough([r, .. r.Beside]),
            r => Say(("box", Box(r)), ("other", Beside(r, AirChannels.Rival(r)!)), ("link", Shared(r, AirChannels.Rival(r)!)), ("counts", ChannelCounts(r)))),
        Refuses("phone-for-app", "{what} needs a phone with its app, and {who} carries none.", "Take a way without an app.",
            r => r.AtEar.Listener.Phone == Known.No && NeedsApp(r) is not null, r => Say(("what", NeedsApp(r)!.Name), ("who", Who(r)))),
        Refuses("telecoil-off", "{who}'s aids have no telecoil programme switched on; {box} is heard only through one.",
            "Ask the clinic whether the telecoil can be switched on.",
            r => r.AtEar.Listener.Telecoil == Known.No && r.ByTelecoil, r => Say(("who", Who(r)), ("box", r.AtEar.Relay?.Name ?? Box(r)))),
        Refuses("implant-distance", "{who} carries {implant}; {worn} has a magnet, coil or transmitter close to the body.",
            "Keep it 15 cm away and take another way. Where a clinician has allowed it, enter on Look who that was, when, and which device.",
            r => NotAllowed(r) is not null, r => Say(("who", Who(r)), ("worn", NotAllowed(r)!.Name), ("implant", ImplantWords(r.AtEar.Listener)))),
        Refuses("clear-line", "{who} has {what} in the line; {box} sends infrared.", "Move the emitter or the obstacle, or use radio.",
            r => r.Sends is { IsInfrared: true } && InTheLine(r) is not null, r => Say(("who", Who(r)), ("box", Box(r)), ("what", InTheLine(r)!))),
        Refuses("own-loudness", "{who} asked for a loudness of their own; {socket} is at a fixed level, and nothing at the ear changes it.",
            "Take a receiver or relay with a volume of its own, or a socket that follows the volume keys.",
            r => r.AtEar.Listener.OwnVolume && r.Feed.Socket.Level == LevelControl.Fixed && LacksVolume(r.AtEar),
            r => Say(("who", Who(r)), ("socket", Socket(r)))),
        Refuses("stays-in-room", "{who} leaves the room; {link} does not.", "Use radio: Bluetooth by its margin, 2.4 GHz or UHF.",
            r => r.Sends is { } s && (s.IsInfrared || s.Technology == LinkTechnology.InductionLoop) && r.AtEar.Listener.LeavesRoom,
            r => Say(("who", Who(r)), ("box", Box(r)), ("link", r.Sends!.IsInfrared ? "infrared" : "a loop"))),
        Refuses("wire-tethers", "{who} leaves the room; a wire does not follow.", "Use a wireless link.",
            r => r.Sends is null && r.AtEar.Listener.LeavesRoom, r => Say(("who", Who(r)))),
        Refuses("infrared-range", "{who} sits {distance} away; the emitter of {box} reaches {usable} at that angle{sun}.",
            "Turn or move the emitter towards the seat, clear the line, keep the sun off the receiver, or add a second emitter.",
            r => r.Sends is { IsInfrared: true } && r.Reach is { Usable: false },
            r => Say(("who", Who(r)), ("box", Box(r)), ("distance", Metres(r.Reach!.DistanceM)), ("usable", Metres(r.Reach!.UsableM!.Value)),
                ("sun", r.AtEar.Listener.Seat.SunOnReceiver ? " with sun on the receiver" : ""))),
        Refuses("in-range", "{who} goes {distance} away: {box} is out of reach ({margin}).", "{instead}.",
            r => r.Reach is { Usable: false, UsableM: null },
            r => Say(("who", Who(r)), ("box", Box(r)), ("distance", Metres(r.Reach!.DistanceM)), ("margin", r.Reach!.Words),
                ("instead", IsUhf(r) ? "Bring the box nearer by a longer lead, or use one with more power" : "Use a box with more power, or UHF")),
            "ITU-R P.1238"),
    ];

    /// <summary>The device on the way that cannot do without an app on a phone; null when none.</summary>
    public static Device? NeedsApp(Route r) =>
        r.AtEar.Receiver.App.Length > 0 ? r.AtEar.Receiver
        : r.AtEar.Relay is { App.Length: > 0 } relay ? relay
        : r.Feed.Transmitter is { App.Length: > 0 } box ? box : null;

    /// <summary>
    /// What on a way is worn or lies at the body and is kept from implants: receiver, relay, and a box whose loop lies around the neck or under the seat.
    /// </summary>
    public static IEnumerable<Device> AtBody(Route r)
    {
        if (r.AtEar.Receiver.NearImplants)
            yield return r.AtEar.Receiver;
        if (r.AtEar.Relay is { } relay && (relay.NearImplants || r.AtEar.RelaySends is { Technology: LinkTechnology.InductionLoop }))
            yield return relay;
        if (r.Feed.Transmitter is { } box && (box.NearImplants || r.Sends is { Technology: LinkTechnology.InductionLoop }))
            yield return box;
    }

    private static Device? NotAllowed(Route r) =>
        r.AtEar.Listener.Implant == Known.Yes ? AtBody(r).FirstOrDefault(d => !r.AtEar.Listener.MayComeNear(d.Id)) : null;

    /// <summary>An implant in words.</summary>
    public static string ImplantWords(Listener listener) => listener.ImplantKind switch
    {
        ImplantKind.Pacemaker => "a pacemaker",
        ImplantKind.Defibrillator => "a defibrillator",
        ImplantKind.CochlearImplant => "a cochlear implant",
        ImplantKind.InsulinPump => "an insulin pump",
        ImplantKind.Shunt => "a shunt",
        _ => "an implant",
    } + (listener.ImplantSide switch { BodySide.Left => " on the left", BodySide.Right => " on the right", _ => "" });

    /// <summary>True where nothing worn or placed changes the loudness. A bar has its own remote.</summary>
    public static bool LacksVolume(Ear ear) => ear is { Receiver: { OwnVolume: false, Role: not DeviceRole.RoomSpeaker }, Relay: not { OwnVolume: true } };

    public static bool IsSpeaker(Device receiver) =>
        receiver.Role == DeviceRole.RoomSpeaker || receiver.Form is WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker;

    private static int OnSameBox(Route r) => r.Beside.Count(o => o.Feed.Key == r.Feed.Key);

    // Names of those whose feed leaves no room on the socket of this one.
    private static string? InUseBy(Route r)
    {
        if (r.Beside.Count == 0)
            return null;
        var others = r.Beside.Where(o => o.Feed.Key != r.Feed.Key && o.Feed.Socket.Id == r.Feed.Socket.Id).ToList();
        return others.Count == 0 || Rig.Share([.. others.Select(o => o.Feed).Append(r.Feed).DistinctBy(f => f.Key)]) ? null
            : Wording.Listed(others.Select(Who));
    }

    // Such as "SBC to Edda and AAC to Tobias".
    private static string Streams(Route r) =>
        Wording.Listed(r.Beside.Prepend(r).Where(o => o.Feed.Key == r.Feed.Key).GroupBy(o => o.Coding.Words).OrderBy(same => same.Key, StringComparer.Ordinal)
            .Select(same => $"{same.Key} to {Wording.Listed(same.Select(Who).Order(StringComparer.Ordinal))}"));

    private static string ChannelCounts(Route r)
    {
        var air = SharedAir.Of(r.Sends);
        return Wording.Listed(r.Beside.Prepend(r).Where(o => o.Sends is { Channels: > 0 } && SharedAir.Of(o.Sends) == air).DistinctBy(o => o.Feed.Key)
            .Select(o => $"{(o.Feed.Key == r.Feed.Key ? Box(r) : Beside(r, o))} has {o.Sends!.Channels}"));
    }

    private static string? InTheLine(Route r) =>
        r.AtEar.Listener.ClearLine == Known.No ? "something" : Obstacles.StopsInfrared(r.AtEar.Listener.Seat, r.Site.Look.Walls);

    private static Rule Refuses(string id, string sentence, string remedy, Func<Route, bool> breaks, Func<Route, IReadOnlyDictionary<string, string>> values,
        string source = "practice") =>
        new(id, RuleEffect.Refuses, RuleScope.WholeWay, sentence, remedy, source, breaks, values);

    private static Rule RefusesWorn(string id, string sentence, string remedy,
        Func<Route, bool> breaks, Func<Route, IReadOnlyDictionary<string, string>> values) =>
        Refuses(id, sentence, remedy, breaks, values) with { SeesWornAlone = true };
}
