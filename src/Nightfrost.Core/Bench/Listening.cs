using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What is heard somewhere, with every reason against it, nearest the source first.</summary>
/// <param name="Reasons">Why the planned sound is not heard, in plain words; empty when it is.</param>
public sealed record Hearing(IReadOnlyList<string> Reasons)
{
    public bool IsHeard => Reasons.Count == 0;
}

/// <summary>Which sides are heard.</summary>
public enum Sides
{
    None,
    One,
    Both,
}

/// <summary>Everything that an ear says at a moment.</summary>
/// <param name="Reasons">Why the planned sound is not heard as it should, in plain words; empty when it is.</param>
/// <param name="Sides">Which sides are heard.</param>
/// <param name="Level">Level, noise and clipping with the ear right up; null where that is not reckoned.</param>
/// <param name="Codec">The codec in use; null without a Bluetooth link.</param>
/// <param name="SkewMs">Middle of the arrival against the picture with that codec, ms, late above 0; null where nothing is heard or followed.</param>
public sealed record EarAnswer(IReadOnlyList<string> Reasons, Sides Sides, EarLevel? Level, Codec? Codec, double? SkewMs);

/// <summary>Sound is no event but a question: at any moment the planned way is walked from the source to the ear, and each joint is asked.</summary>
public static class Listening
{
    /// <summary>What a listener hears of the planned sound.</summary>
    public static Hearing AtEar(BenchState state, string listenerId)
    {
        var way = Way(state, listenerId);
        var reasons = FromReceiver(state, listenerId).ToList();
        reasons.AddRange(TooSoftOrDistorted(state, way));
        foreach (var piece in way.Pieces.Where(p => !state.Things[p.Id].Worn))
            reasons.Add(Say("bench.notWorn", ("thing", state.Site.NameOf(piece.Id)), ("who", way.Route.AtEar.Listener.Name)));
        foreach (var thing in way.Beyond.Where(t => way.Route.Devices.Any(d => d.OwnVolume) && state.Things[t.Id].Volume == Volume.Down))
            reasons.Add(Say("bench.turnedDown", ("thing", state.Site.NameOf(thing.Id))));
        if (FollowsVolume(way) && state.Sources[way.SourceId] is { } source && (source.Volume == Volume.Down || source.Muted))
            reasons.Add(Say("bench.socketFollows", ("thing", state.Site.NameOf(way.SourceId))));

        // What is so of a box is so once, however many it sends to.
        return new([.. reasons.Distinct()]);
    }

    /// <summary>Why no sound comes out of a listener's receiver, worn or not and however it is turned; empty when it does.</summary>
    public static IReadOnlyList<string> FromReceiver(BenchState state, string listenerId)
    {
        var way = Way(state, listenerId);
        return [.. ToReceiver(state, way), .. AcrossTheAir(state, way), .. way.AtSpeaker is { } last ? AtSpeaker(state, way.Taker, last) : []];
    }

    /// <summary>Everything that can be said of an ear now: heard or why not, sides, level, codec, skew.</summary>
    public static EarAnswer Answer(BenchState state, string listenerId)
    {
        var (way, reasons) = (Way(state, listenerId), AtEar(state, listenerId).Reasons);
        var joined = way.Sender is { } sender && state.Things[way.Taker.Id].TakesFrom == sender.Id;
        var now = !joined ? way.Route : way.Route with
        {
            Several = Pairing.ListenersOf(state, way.Sender!.Id) > 1,
            Sends = state.Things[way.Taker.Id].FellToSbc ? way.Route.Sends! with { Codecs = [], CodecsWithSeveral = [] } : way.Route.Sends,
        };
        var oneSide = way.Stretches.Any(s => state.HalfIn.Overlaps([s.Lead.NearEnd, s.Lead.FarEnd]));
        var sides = reasons.Count == 0 ? Sides.Both : oneSide && reasons.Count == 1 ? Sides.One
            : state.Things[way.Taker.Id].FellToSbc && reasons.Count == 1 ? Sides.Both : Sides.None;
        return new(reasons, sides, LevelAt(state, listenerId), joined && IsCoded(way) ? Negotiation.Between(now.Sends, now.Takes, now.Several).Codec : null,
            sides == Sides.None ? null : new Arrivals(state.Site.Rig.Site).Of(now)?.Distribution.MedianMs);
    }

    private static bool IsCoded(EarWay way) => way.Route.Sends is { Technology: LinkTechnology.BluetoothClassic };

    /// <summary>True for a lead that is not digital: left and right run apart in it, and a hum gets in.</summary>
    internal static bool IsAnalogue(EarWay way, Stretch stretch) =>
        !way.Route.Feed.Joints[way.Stretches.ToList().IndexOf(stretch)].Digital;

    /// <summary>Level, noise and clipping at an ear with its control right up, as everything stands; null where that is not reckoned.</summary>
    public static EarLevel? LevelAt(BenchState state, string listenerId)
    {
        var way = Way(state, listenerId);
        return RouteLevels.Of(way.Route, LevelStages.UsualVolumeDb,
            state.Sources[way.SourceId].HeadphoneLevel == MenuValues.Low ? LevelStages.HeadphoneLowDb : LevelStages.HeadphoneHighDb);
    }

    private static IEnumerable<string> TooSoftOrDistorted(BenchState state, EarWay way)
    {
        if (LevelAt(state, way.ListenerId) is not { } level)
            yield break;
        if (level.Audibility == Audibility.HardlyAnything)
            yield return Say(state.Sources[way.SourceId].HeadphoneLevel == MenuValues.Low ? "bench.headphoneLow" : "bench.tooSoft",
                ("source", state.Site.NameOf(way.SourceId)));
        if ((state.Site.Truths.LinesAreHot || state.Sources[way.SourceId].TooHot) && level.Clips is { } clips)
            yield return Say("bench.clips", ("box", clips.Box));
    }

    /// <summary>Whether sound arrives at the box a listener's sound is taken to.</summary>
    public static Hearing AtBox(BenchState state, string listenerId)
    {
        var way = Way(state, listenerId);
        return new(ToReceiver(state, way));
    }

    /// <summary>What the room hears: by a bar or speakers beside the set, as their leads now run, or by the set's own; where none sounds, why the planned
    /// one does not.</summary>
    public static Hearing InRoom(BenchState state)
    {
        var own = BySetsOwn(state);
        if (own.IsHeard || state.Site.Room is not { } room)
            return own;
        var planned = BySpeakers(state, room, room.Stretches);
        // As it was before the visit: the lead of the bar straight in the socket.
        var straight = room.Stretches[^1] with { Lead = room.Stretches[^1].Lead with { NearPort = $"socket/{room.SocketId}" } };
        return planned.IsHeard || room.Speakers.Id != Things.Bar ? planned : BySpeakers(state, room, [straight]) is { IsHeard: true } before ? before : planned;
    }

    private static Hearing BySpeakers(BenchState state, RoomWay room, IReadOnlyList<Stretch> stretches)
    {
        var reasons = Along(state, room.SourceId, room.SocketId, stretches);
        var speakers = state.Things[room.Speakers.Id];
        if (speakers.Volume == Volume.Down || speakers.Muted)
            reasons.Add(Say("bench.downOrMuted", ("thing", state.Site.NameOf(room.Speakers.Id))));
        return new(reasons);
    }

    private static Hearing BySetsOwn(BenchState state)
    {
        var (id, player) = (state.Site.RoomPlayerId, state.Sources[state.Site.RoomPlayerId]);
        var reasons = Pictures.Missing(state, id).ToList();
        if (!player.SpeakersOn)
            reasons.Add(Say("bench.speakersOff", ("thing", state.Site.NameOf(id))));
        if (player.Volume == Volume.Down || player.Muted)
            reasons.Add(Say("bench.downOrMuted", ("thing", state.Site.NameOf(id))));
        reasons.AddRange(InUse(state, id).Where(socket => state.Site.Truths.Silencing.Contains(socket.Id))
            .Select(socket => Say("bench.silences", ("socket", RouteWords.Socket(state.Site.Look, socket)),
                ("speakers", RigOutputs.OwnSpeakers(state.Site.Look, socket)))));
        return new(reasons);
    }

    /// <summary>Sockets of a source that something is taken from now: with a plug in, and, of line and digital outputs, chosen in the menu.</summary>
    private static IEnumerable<SourcePort> InUse(BenchState state, string sourceId) => state.Site.Look.SocketsOf(sourceId).Where(s =>
        SocketKinds.Of(s.Kind) is { IsRadio: var radio } kind
        && (radio || state.Plugs.ContainsValue(Things.Socket(s))) && ((kind.SilencesSpeakers && !radio)
            || state.Sources[sourceId].Outputs.Contains(Things.Socket(s))));

    private static List<string> ToReceiver(BenchState state, EarWay way)
    {
        var reasons = Along(state, way.SourceId, way.Route.Feed.Socket.Id, way.Stretches);
        if (way.Sender is { } sender && state.Things[sender.Id].Mode == BoxMode.Receive)
            reasons.Add(Say("bench.standsOnReceive", ("thing", state.Site.NameOf(sender.Id))));
        return reasons;
    }

    // From the socket through every lead and thing: each is asked, and every no is kept.
    private static List<string> Along(BenchState state, string sourceId, string socketId, IReadOnlyList<Stretch> stretches)
    {
        var (reasons, source, look) = (new List<string>(), state.Sources[sourceId], state.Site.Look);
        var socket = look.AllSockets().First(s => s.Id == socketId);
        reasons.AddRange(Pictures.NotPlaying(state, sourceId));
        if (!IsLive(state, sourceId, socket))
            reasons.Add(Say(sourceId == SoundSource.Television ? "bench.notChosen" : "bench.notChosenBy", ("socket", RouteWords.Socket(look, socket)),
                ("source", state.Site.NameOf(sourceId))));
        reasons.AddRange(OfSource(state, sourceId, socket));
        foreach (var other in InUse(state, SoundSource.Television).Where(o => o.Id != socketId && state.Site.Exclude(Things.Socket(o), Things.Socket(socket))))
            reasons.Add(Say("bench.notTogether", ("one", RouteWords.Socket(look, socket)), ("other", RouteWords.Socket(look, other))));
        for (var i = 0; i < stretches.Count; i++)
        {
            var (lead, into) = (stretches[i].Lead, stretches[i].Into);
            AskEnds(state, lead, reasons);

            // What it hands on it leaves as it came, whatever it listens to itself.
            var (thing, handsOn) = (state.Things[into.Id], into.Device!.PassesThrough && i + 1 < stretches.Count);
            if (!thing.IsOn && into.Device.Role != DeviceRole.Receiver)
                reasons.Add(Say("bench.noPowerOrOff", ("thing", state.Site.NameOf(into.Id))));
            if (thing.WokenBy is { } other)
                reasons.Add(Say("bench.wokenBy", ("thing", state.Site.NameOf(into.Id)), ("box", state.Site.NameOf(other))));
            if (thing.Hums)
                reasons.Add(Say("bench.hums", ("thing", state.Site.NameOf(into.Id))));
            if (thing.LockedUp)
                reasons.Add(Say("bench.lockedUp", ("thing", state.Site.NameOf(into.Id))));
            if (source.Format != MenuValues.Pcm && SocketReading.MayBeCoded(socket) && !CanDecode(into, lead) && !handsOn)
                reasons.Add(Say("bench.cannotDecode", ("source", state.Site.NameOf(sourceId)), ("thing", state.Site.NameOf(into.Id))));
            if ((into.Behaviour!.InputByHand || thing.Input is not null) && thing.Input != lead.FarPort && !handsOn && into.Id != Things.Bar)
                reasons.Add(Say("bench.otherInput", ("thing", state.Site.NameOf(into.Id))));
        }

        return reasons;
    }

    /// <summary>True while both ends of a lead are where they belong.</summary>
    internal static bool IsIn(BenchState state, BenchLead lead) =>
        state.Plugs.GetValueOrDefault(lead.NearEnd) == lead.NearPort && state.Plugs.GetValueOrDefault(lead.FarEnd) == lead.FarPort;

    private static void AskEnds(BenchState state, BenchLead lead, List<string> reasons)
    {
        if (state.DeadLeads.Contains(lead.Id))
            reasons.Add(Say("bench.deadLead", ("lead", state.Site.NameOf(lead.Id))));
        foreach (var (end, port) in lead.Ends)
        {
            if (state.Plugs.GetValueOrDefault(end) != port)
                reasons.Add(Say("bench.endNotInAt", ("lead", state.Site.NameOf(lead.Id)), ("at", At(state.Site, port))));
            else if (state.Crossed.Contains(end))
                reasons.Add(Say("bench.crossed", ("lead", state.Site.NameOf(lead.Id)), ("at", At(state.Site, port))));
            else if (state.HalfIn.Contains(end))
                reasons.Add(Say("bench.halfIn", ("lead", state.Site.NameOf(lead.Id)), ("at", At(state.Site, port))));
            else if (state.Caps.Contains(end))
                reasons.Add(Say("bench.capOnAt", ("lead", state.Site.NameOf(lead.Id)), ("at", At(state.Site, port))));
        }
    }

    // What is handed on untouched, and a bar that played before, take what comes; anything behind a converter gets what that makes of it.
    internal static bool CanDecode(BenchThing into, BenchLead lead) =>
        into.Device is { Role: DeviceRole.RoomSpeaker } or { SplitsInto: > 1 }
            || into.Device!.Ports.Where((p, i) => Things.Port(into.Id, i) == lead.FarPort)
                .All(p => p.Signals.Contains(Signal.SpdifBitstream)
                    || !(p.Signals.Contains(Signal.SpdifPcm) || p.Signals.Contains(Signal.HdmiReturn) || p.Signals.Contains(Signal.HdmiProgramme)));

    // A headphone socket is live while a plug is in; any other of a set or computer is, once the menu names it. Other sources have no such menu.
    private static bool IsLive(BenchState state, string sourceId, SourcePort socket) =>
        (SocketKinds.Of(socket.Kind) is { SilencesSpeakers: true, IsRadio: false } && sourceId == SoundSource.Television)
        || socket.Kind == SocketKind.AppStream || (sourceId != SoundSource.Television && state.Site.Look.SourceOf(socket) is not { Kind: SourceKind.Computer })
        || state.Sources[sourceId].Outputs.Contains(Things.Socket(socket));

    // What else of a source stands between a programme and its socket.
    private static IEnumerable<string> OfSource(BenchState state, string sourceId, SourcePort socket)
    {
        var (menus, name) = (state.Sources[sourceId].Menus, ("thing", state.Site.NameOf(sourceId)));
        if (socket.Kind == SocketKind.SecondZone)
        {
            foreach (var reason in Zones.Missing(state, sourceId))
                yield return reason;
        }

        if (socket.Kind == SocketKind.HdmiReturn && menus.GetValueOrDefault(SourceMenu.Linking) != MenuValues.On)
            yield return Say("bench.notLinked", name);
        if (state.Site.Look.SourceOf(socket) is { Kind: SourceKind.Computer } && (menus.GetValueOrDefault(SourceMenu.PlayerLevel) != MenuValues.High
            || menus.GetValueOrDefault(SourceMenu.SystemLevel) != MenuValues.High))
            yield return Say("bench.levelsLow", name);
    }

    /// <summary>Where a port is, in words.</summary>
    internal static string At(BenchSite site, string port)
    {
        var at = port.IndexOf("/port/", StringComparison.Ordinal);
        return at < 0 ? Say("bench.itsSocket") : site.NameOf(port[..at]);
    }

    private static IEnumerable<string> AcrossTheAir(BenchState state, EarWay way)
    {
        foreach (var thing in way.Beyond.Where(t => !state.Things[t.Id].IsOn && t.Behaviour is { IsPassive: false }))
            yield return Say("bench.offOrEmpty", ("thing", state.Site.NameOf(thing.Id)));
        foreach (var reason in way.Hops.SelectMany(hop => Air.Missing(state, hop)))
            yield return reason;
    }

    // From a box beside a speaker into it.
    private static List<string> AtSpeaker(BenchState state, BenchThing box, Stretch last)
    {
        var reasons = new List<string>();
        if (state.Things[box.Id].Place != Place.Seat)
            reasons.Add(Say("bench.elsewhere", ("thing", state.Site.NameOf(box.Id))));
        AskEnds(state, last.Lead, reasons);
        if (state.Things[last.Into.Id].Input is { } input && input != last.Lead.FarPort)
            reasons.Add(Say("bench.otherInput", ("thing", state.Site.NameOf(last.Into.Id))));
        return reasons;
    }

    internal static EarWay Way(BenchState state, string listenerId) => state.Site.Ears.First(e => e.ListenerId == listenerId);

    private static bool FollowsVolume(EarWay way) => SocketReading.FixedLevel(way.Route.Feed.Socket) == false;
}
