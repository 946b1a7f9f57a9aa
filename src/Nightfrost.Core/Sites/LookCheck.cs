using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Sites;

/// <summary>Says what in a look cannot be right, before anything is computed from it.</summary>
public static class LookCheck
{
    /// <summary>Most listeners one rig is planned for.</summary>
    public const int MostListeners = 12;

    /// <summary>Most sockets of one set.</summary>
    public const int MostSockets = 40;

    /// <summary>Most combinations of delay settings that are tried together.</summary>
    public const int MostDelayCombinations = 250_000;

    /// <summary>Every problem, in reading order; empty when the look can be used.</summary>
    /// <param name="look">What was entered.</param>
    public static IReadOnlyList<FieldProblem> Problems(Look look)
    {
        var check = new EntryCheck();
        CheckSet(look.Set, check);
        CheckListeners(look.Listeners, check);
        if (look.Owned.Count > 200)
            check.Add("owned", $"{look.Owned.Count} kinds of owned things are more than 200.", "List only what could serve here.");
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
        check.Range("set.mainsOutletsFree", set.MainsOutletsFree, 0, 20, "outlets");
        if (set.Sockets.Count > MostSockets)
            check.Add("set.sockets", $"{set.Sockets.Count} sockets are more than {MostSockets}.", "Enter the sockets that could carry sound or power.");
        check.Unique("set.sockets", set.Sockets.Select(s => s.Id), "socket");
        for (var i = 0; i < set.Sockets.Count; i++)
        {
            var socket = set.Sockets[i];
            var at = $"set.sockets[{i}]";
            check.Text($"{at}.id", socket.Id, PlainText.LongestId, required: true);
            check.Text($"{at}.takenBy", socket.TakenBy, PlainText.LongestName);
            check.Text($"{at}.takenByDeviceId", socket.TakenByDeviceId, PlainText.LongestId);
            check.Text($"{at}.marking", socket.Marking, PlainText.LongestName);
            check.Range($"{at}.usbMa", socket.UsbMa, 0, 5000, "mA");
            check.Range($"{at}.listenersAtOnce", socket.ListenersAtOnce, 1, MostListeners, "listeners");
        }

        if (set.DelaySettings.Count > 4)
            check.Add("set.delaySettings", $"{set.DelaySettings.Count} delay settings are more than 4.", "Keep the ones that move a socket in use.");
        for (var i = 0; i < set.DelaySettings.Count; i++)
        {
            var setting = set.DelaySettings[i];
            var at = $"set.delaySettings[{i}]";
            check.Text($"{at}.name", setting.Name, PlainText.LongestName, required: true);
            if (setting.MovesSocketIds.Count > MostSockets)
                check.Add($"{at}.movesSocketIds", $"{setting.MovesSocketIds.Count} sockets are more than {MostSockets}.", "Tick only the sockets it delays.");
            for (var s = 0; s < setting.MovesSocketIds.Count; s++)
                check.Text($"{at}.movesSocketIds[{s}]", setting.MovesSocketIds[s], PlainText.LongestId);
            check.Range($"{at}.lowMs", setting.LowMs, 0, 1000, "ms");
            check.Range($"{at}.highMs", setting.HighMs, setting.LowMs, 1000, "ms");
            check.Range($"{at}.stepMs", setting.StepMs, 1, 500, "ms");
            check.Range($"{at}.foundAtMs", setting.FoundAtMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
            check.Range($"{at}.setToMs", setting.SetToMs ?? setting.LowMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
        }

        foreach (var (twice, i) in set.DelaySettings.Select((s, i) => (s, i)).Where(p => set.DelaySettings.Take(p.i).Any(other => other.Name.Trim() == p.s.Name.Trim())))
            check.Add($"set.delaySettings[{i}].name", $"There is another setting called '{EntryCheck.Short(twice.Name)}'.", "Give each its own menu word.");

        CheckCombinations(set.DelaySettings, check);
    }

    private static void CheckCombinations(IReadOnlyList<DelaySetting> settings, EntryCheck check)
    {
        var combinations = settings.Where(s => s.StepMs > 0 && s.HighMs >= s.LowMs).Aggregate(1.0, (product, s) => product * (1 + (s.HighMs - s.LowMs) / s.StepMs));
        if (combinations > MostDelayCombinations)
            check.Add("set.delaySettings", FormattableString.Invariant($"{combinations:0} combinations of delay settings are more than {MostDelayCombinations}."), "Enter a wider step, or only the settings that move a socket in use.");
    }

    private static void CheckListeners(IReadOnlyList<Listener> listeners, EntryCheck check)
    {
        if (listeners.Count > MostListeners)
            check.Add("listeners", $"{listeners.Count} listeners are more than one rig is planned for ({MostListeners}).", "Split them over several cases of the same site.");
        check.Unique("listeners", listeners.Select(l => l.Id), "listener");
        for (var i = 0; i < listeners.Count; i++)
        {
            var listener = listeners[i];
            var at = $"listeners[{i}]";
            check.Text($"{at}.id", listener.Id, PlainText.LongestId, required: true);
            check.Text($"{at}.name", listener.Name, PlainText.LongestName, required: true);
            check.Text($"{at}.receiverId", listener.ReceiverId, PlainText.LongestId);
            check.Text($"{at}.aidsConfirmedBy", listener.AidsConfirmedBy, PlainText.LongestName);
            check.Range($"{at}.seatDistanceM", listener.SeatDistanceM, 0.3, 50, "m");
            check.Range($"{at}.roamDistanceM", listener.RoamDistanceM, 0.3, 100, "m");
            if (listener.ToleranceId is { } id && Tolerances.Find(id) is null)
                check.Add($"{at}.toleranceId", $"There is no tolerance set '{EntryCheck.Short(id)}'.", $"Choose one of: {string.Join(", ", Tolerances.All.Select(t => t.Id))}.");
        }
    }
}
