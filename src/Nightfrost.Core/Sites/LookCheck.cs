using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Sites;

/// <summary>Something entered that cannot be right.</summary>
/// <param name="Field">Path of the field, such as "listeners[0].seatDistanceM".</param>
/// <param name="Reason">What is wrong with it.</param>
/// <param name="Remedy">What to do.</param>
public sealed record FieldProblem(string Field, string Reason, string Remedy);

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
        var problems = new List<FieldProblem>();
        CheckSet(look.Set, problems);
        CheckListeners(look.Listeners, problems);
        if (look.Owned.Count > 200)
            problems.Add(new("owned", $"{look.Owned.Count} kinds of owned things are more than 200.", "List only what could serve here."));
        for (var i = 0; i < look.Owned.Count; i++)
        {
            Text(problems, $"owned[{i}].deviceId", look.Owned[i].DeviceId, PlainText.LongestId, required: true);
            Range(problems, $"owned[{i}].count", look.Owned[i].Count, 1, 20, "pieces");
        }

        return problems;
    }

    private static void CheckSet(TelevisionSet set, List<FieldProblem> problems)
    {
        Text(problems, "set.model", set.Model, PlainText.LongestName);
        Text(problems, "set.soundOutputMenu", set.SoundOutputMenu, PlainText.LongestName);
        Range(problems, "set.mainsOutletsFree", set.MainsOutletsFree, 0, 20, "outlets");
        if (set.Sockets.Count > MostSockets)
            problems.Add(new("set.sockets", $"{set.Sockets.Count} sockets are more than {MostSockets}.", "Enter the sockets that could carry sound or power."));
        Unique(problems, "set.sockets", set.Sockets.Select(s => s.Id), "socket");
        for (var i = 0; i < set.Sockets.Count; i++)
        {
            var socket = set.Sockets[i];
            var at = $"set.sockets[{i}]";
            Text(problems, $"{at}.id", socket.Id, PlainText.LongestId, required: true);
            Text(problems, $"{at}.takenBy", socket.TakenBy, PlainText.LongestName);
            Text(problems, $"{at}.takenByDeviceId", socket.TakenByDeviceId, PlainText.LongestId);
            Text(problems, $"{at}.marking", socket.Marking, PlainText.LongestName);
            Range(problems, $"{at}.usbMa", socket.UsbMa, 0, 5000, "mA");
            Range(problems, $"{at}.listenersAtOnce", socket.ListenersAtOnce, 1, MostListeners, "listeners");
        }

        if (set.DelaySettings.Count > 4)
            problems.Add(new("set.delaySettings", $"{set.DelaySettings.Count} delay settings are more than 4.", "Keep the ones that move a socket in use."));
        for (var i = 0; i < set.DelaySettings.Count; i++)
        {
            var setting = set.DelaySettings[i];
            var at = $"set.delaySettings[{i}]";
            Text(problems, $"{at}.name", setting.Name, PlainText.LongestName, required: true);
            if (setting.MovesSocketIds.Count > MostSockets)
                problems.Add(new($"{at}.movesSocketIds", $"{setting.MovesSocketIds.Count} sockets are more than {MostSockets}.", "Tick only the sockets it delays."));
            for (var s = 0; s < setting.MovesSocketIds.Count; s++)
                Text(problems, $"{at}.movesSocketIds[{s}]", setting.MovesSocketIds[s], PlainText.LongestId);
            Range(problems, $"{at}.lowMs", setting.LowMs, 0, 1000, "ms");
            Range(problems, $"{at}.highMs", setting.HighMs, setting.LowMs, 1000, "ms");
            Range(problems, $"{at}.stepMs", setting.StepMs, 1, 500, "ms");
            Range(problems, $"{at}.foundAtMs", setting.FoundAtMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
            Range(problems, $"{at}.setToMs", setting.SetToMs ?? setting.LowMs, setting.LowMs, Math.Max(setting.LowMs, setting.HighMs), "ms");
        }

        foreach (var (twice, i) in set.DelaySettings.Select((s, i) => (s, i)).Where(p => set.DelaySettings.Take(p.i).Any(other => other.Name.Trim() == p.s.Name.Trim())))
            problems.Add(new($"set.delaySettings[{i}].name", $"There is another setting called '{Short(twice.Name)}'.", "Give each its own menu word."));

        CheckCombinations(set.DelaySettings, problems);
    }

    private static void CheckCombinations(IReadOnlyList<DelaySetting> settings, List<FieldProblem> problems)
    {
        var combinations = settings.Where(s => s.StepMs > 0 && s.HighMs >= s.LowMs).Aggregate(1.0, (product, s) => product * (1 + (s.HighMs - s.LowMs) / s.StepMs));
        if (combinations > MostDelayCombinations)
            problems.Add(new("set.delaySettings", FormattableString.Invariant($"{combinations:0} combinations of delay settings are more than {MostDelayCombinations}."), "Enter a wider step, or only the settings that move a socket in use."));
    }

    private static void CheckListeners(IReadOnlyList<Listener> listeners, List<FieldProblem> problems)
    {
        if (listeners.Count > MostListeners)
            problems.Add(new("listeners", $"{listeners.Count} listeners are more than one rig is planned for ({MostListeners}).", "Split them over several cases of the same site."));
        Unique(problems, "listeners", listeners.Select(l => l.Id), "listener");
        for (var i = 0; i < listeners.Count; i++)
        {
            var listener = listeners[i];
            var at = $"listeners[{i}]";
            Text(problems, $"{at}.id", listener.Id, PlainText.LongestId, required: true);
            Text(problems, $"{at}.name", listener.Name, PlainText.LongestName, required: true);
            Text(problems, $"{at}.receiverId", listener.ReceiverId, PlainText.LongestId);
            Text(problems, $"{at}.aidsConfirmedBy", listener.AidsConfirmedBy, PlainText.LongestName);
            Range(problems, $"{at}.seatDistanceM", listener.SeatDistanceM, 0.3, 50, "m");
            Range(problems, $"{at}.roamDistanceM", listener.RoamDistanceM, 0.3, 100, "m");
            if (listener.ToleranceId is { } id && Tolerances.Find(id) is null)
                problems.Add(new($"{at}.toleranceId", $"There is no tolerance set '{Short(id)}'.", $"Choose one of: {string.Join(", ", Tolerances.All.Select(t => t.Id))}."));
        }
    }

    private static void Unique(List<FieldProblem> problems, string field, IEnumerable<string> ids, string thing)
    {
        foreach (var twice in ids.GroupBy(id => id).Where(group => group.Count() > 1))
            problems.Add(new(field, $"Two entries carry the same id '{Short(twice.Key)}'.", $"Give each {thing} an id of its own."));
    }

    private static void Text(List<FieldProblem> problems, string field, string? text, int longest, bool required = false)
    {
        if (PlainText.Problem(field, text, longest, required) is { } problem)
            problems.Add(problem);
    }

    private static void Range(List<FieldProblem> problems, string field, double value, double low, double high, string unit)
    {
        if (!(value >= low && value <= high))
            problems.Add(new(field, FormattableString.Invariant($"{value} {unit} lies outside {low} to {high} {unit}."), FormattableString.Invariant($"Enter {low} to {high} {unit}.")));
    }

    private static string Short(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
