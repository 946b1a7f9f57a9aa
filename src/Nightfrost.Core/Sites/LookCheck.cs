using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>Says what in a look cannot be right, before anything is computed from it.</summary>
public static class LookCheck
{
    /// <summary>Most listeners one rig is planned for.</summary>
    public const int MostListeners = 12;

    /// <summary>Most sockets of one source.</summary>
    public const int MostSockets = 40;

    /// <summary>Most sources beside the set.</summary>
    public const int MostSources = 12;

    /// <summary>Most walls of a site, and most crossings of one way.</summary>
    public const int MostWalls = 24;

    /// <summary>Most places one listener walks to.</summary>
    public const int MostPlaces = 6;

    /// <summary>Most combinations of delay settings that are tried together.</summary>
    public const int MostDelayCombinations = 250_000;

    /// <summary>Most devices that a clinician allows near one implant.</summary>
    public const int MostAllowed = 20;

    /// <summary>Most pairs of outputs that were tried together.</summary>
    public const int MostPairs = 200;

    /// <summary>Range of <see cref="Look.GoodEnoughPercent"/>.</summary>
    public const int LeastGoodEnoughPercent = 60, MostGoodEnoughPercent = 95;

    /// <summary>Every problem, in reading order; empty when the look can be used.</summary>
    /// <param name="look">What was entered.</param>
    public static IReadOnlyList<FieldProblem> Problems(Look look)
    {
        var check = new EntryCheck();
        if (look.Complaints.Distinct().Count() < look.Complaints.Count)
            check.Add("complaints", "One of them is entered twice.", "Enter each once.");
        check.Range("goodEnoughPercent", look.GoodEnoughPercent, LeastGoodEnoughPercent, MostGoodEnoughPercent, "%");
        CheckSet(look.Set, check);
        CheckSources(look, check);
        CheckPairs(look.LiveTogether, check);
        CheckAir(look, check);
        CheckListeners(look, check);
        check.Most("owned", look.Owned.Count, 200, "kinds of owned things", "List only what could serve here.");
        for (var i = 0; i < look.Owned.Count; i++)
        {
            check.Text($"owned[{i}].deviceId", look.Owned[i].DeviceId, PlainText.LongestId, required: true);
            check.Range($"owned[{i}].count", look.Owned[i].Count, 1, 20, "pieces");
        }

        return check.Problems;
    }

    private static void CheckSet(TelevisionSet set, EntryCheck check)
    {
        check.Text("set.model", set.Model, PlainText.LongestName);
        check.Text("set.soundOutputMenu", set.SoundOutputMenu, PlainText.LongestName);
        check.Unique("set.menuPaths", set.MenuPaths.Select(p => p.Menu.ToString()), "menu");
        for (var i = 0; i < set.MenuPaths.Count; i++)
        {
            check.Text($"set.menuPaths[{i}].path", set.MenuPaths[i].Path, PlainText.LongestName);
            if (set.MenuPaths[i].Menu == MenuOf.Output)
                check.Add($"set.menuPaths[{i}].menu", "The path to the sound output has a field of its own.", "Enter it there.");
        }

        check.Range("set.mainsOutletsFree", set.MainsOutletsFree, 0, 20, "outlets");
        CheckSockets(set.Sockets, "set.sockets", check);
        check.Unique("set.sockets", set.Sockets.Select(s => s.Id), "socket");
        check.Most("set.delaySettings", set.DelaySettings.Count, 4, "delay settings", "Keep the ones that move a socket in use.");
        for (var i = 0; i < set.DelaySettings.Count; i++)
        {
            var setting = set.DelaySettings[i];
            var at = $"set.delaySettings[{i}]";
            check.Text($"{at}.name", setting.Name, PlainText.LongestName, required: true);
            check.Most($"{at}.movesSocketIds", setting.MovesSocketIds.Count, MostSockets, "sockets", "Tick only the sockets it delays.");
            for (var s = 0; s < setting.MovesSocketIds.Count; s++)
                check.Text($"{at}.movesSocketIds[{s}]", setting.MovesSocketIds[s], PlainText.LongestId);
            check.Range($"{at}.lowMs", setting.LowMs, 0, 1000, "ms");
            check.Range($"{at}.highMs", setting.HighMs, setting.LowMs, 1000, "ms");
            check.Range($"{at}.stepMs", setting.StepMs, 1, 500, "ms");
            check.Range($"{at}.foundAtMs", setting.FoundAtMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
            check.Range($"{at}.setToMs", setting.SetToMs ?? setting.LowMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
        }

        foreach (var (twice, i) in set.DelaySettings.Select((s, i) => (s, i))
            .Where(p => set.DelaySettings.Take(p.i).Any(other => other.Name.Trim() == p.s.Name.Trim())))
            check.Add($"set.delaySettings[{i}].name", $"There is another setting called '{EntryCheck.Short(twice.Name)}'.", "Give each its own menu word.");

        CheckCombinations(set.DelaySettings, check);
    }

    private static void CheckSockets(IReadOnlyList<SourcePort> sockets, string field, EntryCheck check)
    {
        check.Most(field, sockets.Count, MostSockets, "sockets", "Enter the sockets that could carry sound or power.");
        for (var i = 0; i < sockets.Count; i++)
        {
            var socket = sockets[i];
            var at = $"{field}[{i}]";
            check.Text($"{at}.id", socket.Id, PlainText.LongestId, required: true);
            check.Text($"{at}.takenBy", socket.TakenBy, PlainText.LongestName);
            check.Text($"{at}.takenByDeviceId", socket.TakenByDeviceId, PlainText.LongestId);
            if (socket.SameSocketAs is { } same && sockets.All(s => s.Id != same || s.Id == socket.Id))
                check.Add($"{at}.sameSocketAs", $"There is no other socket '{EntryCheck.Short(same)}' here.",
                    "Tick it again at the combination socket, or take it out.");
            check.Text($"{at}.marking", socket.Marking, PlainText.LongestName);
            check.Text($"{at}.speakerFamily", socket.SpeakerFamily, DeviceCheck.LongestMark);
            check.Range($"{at}.usbMa", socket.UsbMa, 0, 5000, "mA");
            check.Range($"{at}.listenersAtOnce", socket.ListenersAtOnce, 1, MostListeners, "listeners");
        }
    }

    // A socket that was taken out again leaves its answers behind: they count for nothing.
    private static void CheckPairs(IReadOnlyList<LivePair> pairs, EntryCheck check)
    {
        check.Most("liveTogether", pairs.Count, MostPairs, "pairs of outputs", "Keep those of outputs that are still there.");
        for (var i = 0; i < pairs.Count; i++)
        {
            check.Text($"liveTogether[{i}].firstSocketId", pairs[i].FirstSocketId, PlainText.LongestId, required: true);
            check.Text($"liveTogether[{i}].secondSocketId", pairs[i].SecondSocketId, PlainText.LongestId, required: true);
            if (pairs.Take(i).Any(before => before.IsOf(pairs[i].FirstSocketId, pairs[i].SecondSocketId)))
                check.Add($"liveTogether[{i}]", "These two outputs are answered twice.", "Keep one answer.");
        }
    }

    private static void CheckCombinations(IReadOnlyList<DelaySetting> settings, EntryCheck check)
    {
        var combinations = settings.Where(s => s.StepMs > 0 && s.HighMs >= s.LowMs)
            .Aggregate(1.0, (product, s) => product * (1 + (s.HighMs - s.LowMs) / s.StepMs));
        if (combinations > MostDelayCombinations)
            check.Add("set.delaySettings",
                FormattableString.Invariant($"{combinations:0} combinations of delay settings are more than {MostDelayCombinations}."),
                "Enter a wider step, or only the settings that move a socket in use.");
    }

    private static void CheckSources(Look look, EntryCheck check)
    {
        check.Most("sources", look.Sources.Count, MostSources, "sources", "Enter those that are watched or heard here.");
        check.Unique("sources", look.Sources.Select(s => s.Id).Append(SoundSource.Television), "source");
        for (var i = 0; i < look.Sources.Count; i++)
        {
            var source = look.Sources[i];
            var at = $"sources[{i}]";
            check.Text($"{at}.id", source.Id, PlainText.LongestId, required: true);
            check.Text($"{at}.name", source.Name, PlainText.LongestName, required: true);
            if (source.PluggedInto.Length > 0 && source.PluggedInto != SoundSource.Television && look.Sources.All(s => s.Id != source.PluggedInto))
                check.Add($"{at}.pluggedInto", $"There is no source '{EntryCheck.Short(source.PluggedInto)}'.", "Choose the set, another source, or nothing.");
            else if (ComesBack(look, source))
                check.Add($"{at}.pluggedInto", $"{EntryCheck.Short(source.Name)} would be plugged into itself by way of others.",
                    "Follow the leads again: one of them ends at the set or at nothing.");
            CheckSockets(source.Sockets, $"{at}.sockets", check);
        }

        var twice = look.AllSockets().GroupBy(s => s.Id).Where(g => g.Count() > 1).Select(g => g.Key)
            .Except(look.Set.Sockets.GroupBy(s => s.Id).Where(g => g.Count() > 1).Select(g => g.Key));
        foreach (var id in twice)
            check.Add("sources", $"Two sockets carry the same id '{EntryCheck.Short(id)}'.", "Give each socket an id of its own.");
    }

    private static bool ComesBack(Look look, SoundSource from)
    {
        var seen = new HashSet<string>();
        for (var at = from; at is not null; at = look.Sources.FirstOrDefault(s => s.Id == at.PluggedInto))
        {
            if (!seen.Add(at.Id))
                return true;
        }

        return false;
    }

    private static void CheckAir(Look look, EntryCheck check)
    {
        check.Most("walls", look.Walls.Count, MostWalls, "walls", "Enter those that a way crosses.");
        check.Unique("walls", look.Walls.Select(w => w.Id), "wall");
        for (var i = 0; i < look.Walls.Count; i++)
        {
            check.Text($"walls[{i}].id", look.Walls[i].Id, PlainText.LongestId, required: true);
            check.Text($"walls[{i}].name", look.Walls[i].Name, PlainText.LongestName, required: true);
        }

        check.Range("air.routerDistanceM", look.Air.RouterDistanceM ?? 0, 0, 100, "m");
        check.Range("air.wiFiNetworks", look.Air.WiFiNetworks, 0, 3, "networks");
        check.Range("air.wiFiInHopSet", look.Air.WiFiInHopSet, 0, Math.Max(0, look.Air.WiFiNetworks), "networks");
        check.Range("air.wiFiBusy", look.Air.WiFiBusy, 0, 1, "of the time");
        check.Text("air.otherRadios", look.Air.OtherRadios, PlainText.LongestName);
    }

    private static void CheckListeners(Look look, EntryCheck check)
    {
        var listeners = look.Listeners;
        if (listeners.Count > MostListeners)
            check.Add("listeners", $"{listeners.Count} listeners are more than one rig is planned for ({MostListeners}).",
                "Split them over several cases of the same site.");
        check.Unique("listeners", listeners.Select(l => l.Id), "listener");
        for (var i = 0; i < listeners.Count; i++)
        {
            var listener = listeners[i];
            var at = $"listeners[{i}]";
            check.Text($"{at}.id", listener.Id, PlainText.LongestId, required: true);
            check.Text($"{at}.name", listener.Name, PlainText.LongestName, required: true);
            check.Text($"{at}.receiverId", listener.ReceiverId, PlainText.LongestId);
            check.Text($"{at}.knownTo", listener.KnownTo, PlainText.LongestName);
            check.Text($"{at}.aidsConfirmedBy", listener.AidsConfirmedBy, PlainText.LongestName);
            check.Text($"{at}.implantAnsweredBy", listener.ImplantAnsweredBy, PlainText.LongestName);
            check.Most($"{at}.implantAllows", listener.ImplantAllows.Count, MostAllowed, "devices", "Choose only those the clinician named.");
            for (var a = 0; a < listener.ImplantAllows.Count; a++)
                check.Text($"{at}.implantAllows[{a}]", listener.ImplantAllows[a], PlainText.LongestId, required: true);
            check.Range($"{at}.seatDistanceM", listener.SeatDistanceM, 0.3, 50, "m");
            check.Range($"{at}.roamDistanceM", listener.RoamDistanceM, 0.3, 100, "m");
            check.Range($"{at}.hoursADay", listener.HoursADay, 0, 24, "h");
            if (listener.ToleranceId is { } id && Tolerances.Find(id) is null)
                check.Add($"{at}.toleranceId", $"There is no tolerance set '{EntryCheck.Short(id)}'.",
                    $"Choose one of: {string.Join(", ", Tolerances.All.Select(t => t.Id))}.");
            CheckWay(look, listener.Seat, listener.SeatDistanceM, $"{at}.seat", check);
            check.Most($"{at}.roams", listener.Roams.Count, MostPlaces, "places", "Keep the farthest and those behind the most walls.");
            for (var r = 0; r < listener.Roams.Count; r++)
            {
                var place = listener.Roams[r];
                check.Text($"{at}.roams[{r}].name", place.Name, PlainText.LongestName, required: true);
                check.Range($"{at}.roams[{r}].distanceM", place.DistanceM, 0.3, 100, "m");
                CheckWay(look, place.Way, place.DistanceM, $"{at}.roams[{r}].way", check);
            }
        }
    }

    private static void CheckWay(Look look, Way way, double distanceM, string at, EntryCheck check)
    {
        check.Range($"{at}.bodies", way.Bodies, 0, 10, "people");
        check.Range($"{at}.offAxisDeg", way.OffAxisDeg, 0, 90, "°");
        check.Range($"{at}.turnedAwayDeg", way.TurnedAwayDeg, 0, 90, "°");
        check.Most($"{at}.crossings", way.Crossings.Count, MostWalls, "walls", "Enter those that the way crosses.");
        for (var c = 0; c < way.Crossings.Count; c++)
        {
            var crossing = way.Crossings[c];
            if (look.Walls.All(w => w.Id != crossing.WallId))
                check.Add($"{at}.crossings[{c}].wallId", $"There is no wall '{EntryCheck.Short(crossing.WallId)}'.",
                    "Enter the wall first, or take it off this way.");
            if (!(crossing.AtM >= 0 && crossing.AtM <= distanceM))
                check.Add($"{at}.crossings[{c}].atM", FormattableString.Invariant($"{crossing.AtM} m lies outside this way of {distanceM} m."),
                    FormattableString.Invariant($"Enter 0 to {distanceM} m, or correct the distance of the place."));
        }
    }
}
