namespace Nightfrost.Core.Sites;

/// <summary>Says in words how two looks differ, for a rig that is out of date and for a stale save.</summary>
public static class LookChanges
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["model"] = "model",
        ["pictureMode"] = "picture mode",
        ["speakersCanBeOff"] = "speakers can be silenced",
        ["mainsOutletsFree"] = "free mains outlets",
        ["soundOutputMenu"] = "sound output menu",
        ["path"] = "path",
        ["menu"] = "menu",
        ["state"] = "state",
        ["takenBy"] = "taken by",
        ["takenByDeviceId"] = "what takes it",
        ["sameSocketAs"] = "the same hole as another socket",
        ["marking"] = "marking",
        ["direction"] = "direction",
        ["level"] = "level",
        ["silencesSpeakers"] = "silences the speakers",
        ["followsPicture"] = "follows the picture delay",
        ["pcm"] = "PCM",
        ["glows"] = "glows",
        ["usbMa"] = "USB current, mA",
        ["usbSound"] = "sound over USB",
        ["offInStandby"] = "off in standby",
        ["otherMakersJoin"] = "other makers' headphones may join",
        ["otherMakersSpeakersJoin"] = "other makers' speakers may join",
        ["listenersAtOnce"] = "listeners at once",
        ["name"] = "name",
        ["seatDistanceM"] = "seat distance, m",
        ["receiverId"] = "receiver",
        ["knownTo"] = "known to phones",
        ["openToAnother"] = "open to another receiver",
        ["roomWish"] = "wish for the room",
        ["leavesRoom"] = "leaves the room",
        ["roamDistanceM"] = "roams to, m",
        ["readsLips"] = "reads lips",
        ["ownVolume"] = "own volume",
        ["unsteadyHands"] = "unsteady hands",
        ["clearLine"] = "clear line to the set",
        ["toleranceId"] = "tolerance",
        ["aidsConfirmedBy"] = "aids confirmed by",
        ["aidsConfirmedOn"] = "aids confirmed on",
        ["kind"] = "kind",
        ["lowMs"] = "least, ms",
        ["highMs"] = "greatest, ms",
        ["stepMs"] = "step, ms",
        ["foundAtMs"] = "found at, ms",
        ["setToMs"] = "set to, ms",
        ["movesSpeakers"] = "delays the set's speakers",
        ["movesSocketIds"] = "delays sockets",
        ["count"] = "pieces",
        ["together"] = "sound at the same time",
        ["outputMenuNamesOne"] = "menu names one output",
        ["allSocketsSeen"] = "all sockets seen",
        ["ownProgrammesWatched"] = "own programmes watched",
        ["zonePasses"] = "what the zone passes",
        ["seesBadly"] = "sees badly",
        ["nothingOnEars"] = "nothing on the ears",
        ["ears"] = "hearing ears",
        ["telecoil"] = "telecoil programme",
        ["implant"] = "implant",
        ["implantKind"] = "kind of implant",
        ["implantSide"] = "side of the implant",
        ["implantAnsweredBy"] = "implant answered for by",
        ["implantAnsweredOn"] = "implant answered for on",
        ["implantAllows"] = "allowed near the implant",
        ["leadKeepsOffWays"] = "lead keeps off the ways",
        ["goodEnoughPercent"] = "good enough from, %",
        ["phone"] = "phone carried",
        ["onRequestOnly"] = "streaming only when asked",
        ["leftAndRight"] = "left and right beside the seat",
        ["noiseCancelling"] = "noise cancelling asked for",
        ["spatialRendering"] = "spatial rendering asked for",
        ["spatialListed"] = "set and headset listed for spatial rendering",
        ["speakerFamily"] = "make of its own speakers",
        ["quality"] = "sound quality counts",
        ["hoursADay"] = "hours a day",
        ["watched"] = "watched",
        ["bringsPicture"] = "brings a picture",
        ["network"] = "how its programmes come in",
        ["noiseAtSeat"] = "noise at the seat",
        ["pluggedInto"] = "plugged into",
        ["lead"] = "lead",
        ["takesSetSound"] = "takes the set's sound",
        ["passesSoundOn"] = "passes sound on",
        ["processesSound"] = "works on the sound",
        ["material"] = "material",
        ["routerDistanceM"] = "router, m",
        ["wiFiNetworks"] = "Wi-Fi networks",
        ["wiFiInHopSet"] = "Wi-Fi networks inside the hop set",
        ["wiFiBusy"] = "Wi-Fi busy",
        ["otherRadios"] = "other radios",
        ["region"] = "region",
        ["complaints"] = "what brings us here",
        ["distanceM"] = "distance, m",
        ["crossings"] = "walls crossed",
        ["wallsEntered"] = "walls entered",
        ["bodies"] = "people in the way",
        ["offAxisDeg"] = "off the axis, °",
        ["turnedAwayDeg"] = "turned away, °",
        ["sunOnReceiver"] = "sun on the receiver",
    };

    private static readonly HashSet<string> DeviceIds = ["receiverId", "takenByDeviceId"];

    // Worked out from the others.
    private static readonly HashSet<string> Derived = ["effectiveToleranceId", "standsAtMs"];

    /// <summary>One sentence a difference, in reading order; empty when nothing differs.</summary>
    /// <param name="before">The older look.</param>
    /// <param name="after">The newer look.</param>
    /// <param name="nameOf">Name of a device of the shelf by its id.</param>
    public static IReadOnlyList<string> Between(Look before, Look after, Func<string, string> nameOf)
    {
        var changes = new List<string>();
        Compare("The set", before.Set with { Sockets = [], DelaySettings = [], MenuPaths = [] },
            after.Set with { Sockets = [], DelaySettings = [], MenuPaths = [] }, nameOf, changes);
        Match(before.Set.MenuPaths, after.Set.MenuPaths, p => p.Menu.ToString(), p => $"Menu path to the {Menus.WordsOf(p.Menu)}", nameOf, changes);
        Match(before.Set.Sockets, after.Set.Sockets, s => s.Id, s => SocketKinds.Of(s.Kind).Words, nameOf, changes);
        Match(before.Sources, after.Sources, s => s.Id, s => s.Name, nameOf, changes, s => s with { Sockets = [] }, (old, fresh) =>
            Match(old.Sockets, fresh.Sockets, s => s.Id, s => $"{fresh.Name}, {SocketKinds.Of(s.Kind).InSentence}", nameOf, changes));
        Match(before.Walls, after.Walls, w => w.Id, w => $"Wall, {w.Name}", nameOf, changes);
        Compare("The air", before.Air, after.Air, nameOf, changes);
        Compare("The site", RestOf(before), RestOf(after), nameOf, changes);
        Match(before.LiveTogether, after.LiveTogether, PairId, p => $"{SocketName(p.FirstSocketId, before, after)} beside "
            + $"{SocketName(p.SecondSocketId, before, after)}", nameOf, changes, p => p with { FirstSocketId = "", SecondSocketId = "" });
        Match(before.Set.DelaySettings, after.Set.DelaySettings, d => d.Name, d => $"Delay setting {d.Name}", nameOf, changes);
        Match(before.Listeners, after.Listeners, l => l.Id, l => l.Name, nameOf, changes, l => l with { Roams = [], Seat = Way.Unseen }, (old, fresh) =>
        {
            Compare($"{fresh.Name}, way to the seat", Said(old.Seat, before), Said(fresh.Seat, after), nameOf, changes);
            Match(old.Roams, fresh.Roams, r => r.Name, r => $"{fresh.Name}, {r.Name}", nameOf, changes, r => r with { Way = Way.Unseen }, (was, now) =>
                Compare($"{fresh.Name}, way to the {now.Name}", Said(was.Way, before), Said(now.Way, after), nameOf, changes));
        });
        foreach (var socket in after.AllSockets())
        {
            if (before.AllSockets().FirstOrDefault(s => s.Id == socket.Id) is { } old && old.Marking == socket.Marking
                && MarkingGuide.Read(old.Marking, before.Markings) != MarkingGuide.Read(socket.Marking, after.Markings))
                changes.Add($"{Wording.Capital(SocketKinds.Of(socket.Kind).Words)}: its marking is read anew.");
        }

        Match(before.Owned, after.Owned, o => o.DeviceId, o => $"Owned, {nameOf(o.DeviceId)}", nameOf, changes);
        return changes;
    }

    private static void Match<T>(
        IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> id, Func<T, string> name, Func<string, string> nameOf, List<string> changes,
        Func<T, T>? plain = null, Action<T, T>? within = null)
    {
        foreach (var old in before.Where(o => after.All(n => id(n) != id(o))))
            changes.Add($"{name(old)}: taken out.");
        foreach (var fresh in after)
        {
            if (before.FirstOrDefault(o => id(o) == id(fresh)) is not { } old)
            {
                changes.Add($"{name(fresh)}: added.");
                continue;
            }

            Compare(name(fresh), plain is null ? old : plain(old), plain is null ? fresh : plain(fresh), nameOf, changes);
            within?.Invoke(old, fresh);
        }
    }

    // Everything of the look itself that is not compared part by part: a member added later is compared without being named here. The last three are kept
    // by the service and are no answers of anybody.
    private static Look RestOf(Look look) => look with
    {
        Set = TelevisionSet.Unseen,
        Listeners = [],
        Owned = [],
        Sources = [],
        Walls = [],
        Air = new(),
        LiveTogether = [],
        Markings = [],
        KnownBefore = [],
        KnownPlaces = [],
    };

    // Which of the two was named first makes no difference.
    private static string PairId(LivePair pair) => string.Join('|', new[] { pair.FirstSocketId, pair.SecondSocketId }.Order(StringComparer.Ordinal));

    private static string SocketName(string socketId, params Look[] looks) =>
        looks.SelectMany(l => l.AllSockets()).FirstOrDefault(s => s.Id == socketId) is { } socket ? SocketKinds.Of(socket.Kind).Words : socketId;

    /// <summary>A way with its walls by name.</summary>
    private sealed record SaidWay(IReadOnlyList<string> Crossings, bool WallsEntered, int Bodies, double OffAxisDeg, double TurnedAwayDeg, bool SunOnReceiver);

    private static SaidWay Said(Way way, Look look) => new(
        [.. way.Crossings.OrderBy(c => c.AtM)
            .Select(c => FormattableString.Invariant($"{look.Walls.FirstOrDefault(w => w.Id == c.WallId)?.Name ?? c.WallId} at {c.AtM:0.##} m"))],
        way.WallsEntered, way.Bodies, way.OffAxisDeg, way.TurnedAwayDeg, way.SunOnReceiver);

    private static void Compare<T>(string subject, T before, T after, Func<string, string> nameOf, List<string> changes) =>
        changes.AddRange(FactChanges.Between(
            before, after, key => Derived.Contains(key) ? null : Words.GetValueOrDefault(key, key),
            (key, value) => DeviceIds.Contains(key) ? nameOf(value.GetValue<string>()) : null).Select(change => $"{subject}: {change}."));
}
