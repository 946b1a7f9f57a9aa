using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Timing;

/// <summary>One arrival that delay settings may move.</summary>
/// <param name="Id">Listener, or the room.</param>
/// <param name="Name">Whose arrival.</param>
/// <param name="SocketId">The socket it comes through; null for the set's own speakers.</param>
/// <param name="Predicted">Forecast with the settings as they stand.</param>
/// <param name="Measured">Measurement with the settings as they stand; null until there is one. It replaces the forecast.</param>
/// <param name="Tolerance">What holds here.</param>
/// <param name="IsRoom">True for the room's own sound: somebody watches by it, but no listener of the case.</param>
/// <param name="HearsRoom">True when the room's sound reaches this ear beside its own.</param>
public sealed record MovableArrival(
    string Id, string Name, string? SocketId, DelayDistribution Predicted, Measured? Measured, Tolerance Tolerance, bool IsRoom, bool HearsRoom)
{
    /// <summary>Median skew when shifted, ms.</summary>
    public double MedianMs(int shiftMs) => (Measured?.SkewMs ?? Predicted.MedianMs) + shiftMs;

    /// <summary>Probability of being inside when shifted.</summary>
    public double InStep(int shiftMs) =>
        Measured?.ProbabilityInside(Tolerance, shiftMs) ?? Predicted.ProbabilityInside(Tolerance.EarlyMs - shiftMs, Tolerance.LateMs - shiftMs);

    /// <summary>
    /// Once measured, the verdict of the whole interval. While predicted: inside from 80 %, else by the median, or not to be told when the median alone is
    /// inside.
    /// </summary>
    public SkewVerdict Verdict(int shiftMs) => Measured is { } m ? FrameMeasurement.Against(m, Tolerance, shiftMs)
        : InStep(shiftMs) >= LikelyInside ? SkewVerdict.Inside
        : MedianMs(shiftMs) < Tolerance.EarlyMs ? SkewVerdict.Early
        : MedianMs(shiftMs) > Tolerance.LateMs ? SkewVerdict.Late
        : SkewVerdict.CannotTell;

    /// <summary>Probability from which a forecast counts as inside.</summary>
    public const double LikelyInside = 0.8;
}

/// <summary>What one choice of delay settings does to one arrival.</summary>
/// <param name="Id">Listener, or the room.</param>
/// <param name="ShiftMs">How far it moves from where it stands, ms.</param>
/// <param name="MedianMs">Skew then, ms.</param>
/// <param name="InStep">Probability of being inside.</param>
/// <param name="Verdict">Inside, early, late, or not to be told.</param>
/// <param name="EchoMs">Its own sound minus the room's at this ear, ms; null when only one is heard.</param>
public sealed record MovedArrival(string Id, int ShiftMs, double MedianMs, double InStep, SkewVerdict Verdict, double? EchoMs)
{
    /// <summary>True when it counts as in step.</summary>
    public bool Inside => Verdict == SkewVerdict.Inside;
}

/// <summary>One choice of delay settings.</summary>
/// <param name="ValuesMs">A value for each setting, in the set's order.</param>
/// <param name="Arrivals">What it does.</param>
/// <param name="Inside">Listeners inside.</param>
/// <param name="Listeners">Listeners in all.</param>
/// <param name="Sentences">What it achieves, and what it cannot reach and what would.</param>
public sealed record DelayChoice(IReadOnlyList<int> ValuesMs, IReadOnlyList<MovedArrival> Arrivals, int Inside, int Listeners, IReadOnlyList<string> Sentences);

/// <summary>Chooses delay settings for all listeners together. A setting only makes sound later.</summary>
public static class DelaySettings
{
    /// <summary>Room and own sound closer than this fuse, ms (after Haas 1951; starting value).</summary>
    public const double FusedMs = 30;

    /// <summary>Delay added on the way through a socket by the settings as they stand, ms.</summary>
    /// <param name="settings">The set's settings.</param>
    /// <param name="socketId">The socket; null for the set's own speakers.</param>
    public static int StandAtMs(IReadOnlyList<DelaySetting> settings, string? socketId) => settings.Where(s => s.Moves(socketId)).Sum(s => s.StandsAtMs);

    /// <summary>What given values do.</summary>
    /// <param name="settings">The set's settings.</param>
    /// <param name="valuesMs">One value for each.</param>
    /// <param name="arrivals">What they may move.</param>
    public static DelayChoice Try(IReadOnlyList<DelaySetting> settings, IReadOnlyList<int> valuesMs, IReadOnlyList<MovableArrival> arrivals)
    {
        var moved = Move(settings, valuesMs, arrivals);
        var inside = Enumerable.Range(0, arrivals.Count).Count(i => !arrivals[i].IsRoom && moved[i].Inside);
        var listeners = arrivals.Count(a => !a.IsRoom);
        return new(valuesMs, moved, inside, listeners, []);
    }

    /// <summary>
    /// The best values, exactly: most arrivals inside, the room's included; then the worst probability highest, in steps of 1 %; then most room and own
    /// sounds less than 30 ms apart; then the largest |median skew| least; then the fewest settings moved.
    /// </summary>
    public static DelayChoice Best(IReadOnlyList<DelaySetting> settings, IReadOnlyList<MovableArrival> arrivals)
    {
        var values = settings.Select(s => s.StandsAtMs).ToArray();
        var best = (int[])values.Clone();
        Merit? bestMerit = null;
        Search(0);
        var choice = Try(settings, best, arrivals);
        return choice with { Sentences = Explain(settings, choice, arrivals) };

        void Search(int at)
        {
            if (at == settings.Count)
            {
                var merit = MeritOf(settings, values, arrivals);
                if (bestMerit is null || merit.CompareTo(bestMerit.Value) > 0)
                    (bestMerit, best) = (merit, (int[])values.Clone());
                return;
            }

            var setting = settings[at];
            for (var ms = setting.LowMs; ms <= setting.HighMs; ms += setting.StepMs)
            {
                values[at] = ms;
                Search(at + 1);
            }

            // The values met and set may lie off the step grid; they are always allowed.
            foreach (var ms in new[] { setting.FoundAtMs, setting.StandsAtMs }.Distinct().Where(ms => (ms - setting.LowMs) % setting.StepMs != 0))
            {
                values[at] = ms;
                Search(at + 1);
            }
        }
    }

    internal static Merit MeritOf(IReadOnlyList<DelaySetting> settings, IReadOnlyList<int> values, IReadOnlyList<MovableArrival> arrivals)
    {
        var moved = Move(settings, values, arrivals);
        var (inside, worst, fused, largest) = (0, 1.0, 0, 0.0);
        for (var i = 0; i < arrivals.Count; i++)
        {
            inside += moved[i].Inside ? 1 : 0;
            worst = Math.Min(worst, moved[i].InStep);
            fused += moved[i].EchoMs is { } echo && Math.Abs(echo) < FusedMs ? 1 : 0;
            largest = Math.Max(largest, Math.Abs(moved[i].MedianMs));
        }

        return new(inside, (int)Math.Floor(worst * 100 + 1e-9), fused, -Math.Round(largest, 6), -settings.Where((s, i) => values[i] != s.StandsAtMs).Count());
    }

    internal readonly record struct Merit(int Inside, int WorstPercent, int Fused, double LargestNegated, int MovedNegated) : IComparable<Merit>
    {
        public int CompareTo(Merit other) =>
            (Inside, WorstPercent, Fused, LargestNegated, MovedNegated)
                .CompareTo((other.Inside, other.WorstPercent, other.Fused, other.LargestNegated, other.MovedNegated));
    }

    private static MovedArrival[] Move(IReadOnlyList<DelaySetting> settings, IReadOnlyList<int> values, IReadOnlyList<MovableArrival> arrivals)
    {
        var moved = new MovedArrival[arrivals.Count];
        var room = -1;
        for (var i = 0; i < arrivals.Count; i++)
        {
            var shift = 0;
            for (var s = 0; s < settings.Count; s++)
            {
                if (settings[s].Moves(arrivals[i].SocketId))
                    shift += values[s] - settings[s].StandsAtMs;
            }

            moved[i] = new(arrivals[i].Id, shift, arrivals[i].MedianMs(shift), arrivals[i].InStep(shift), arrivals[i].Verdict(shift), null);
            if (arrivals[i].IsRoom)
                room = i;
        }

        for (var i = 0; room >= 0 && i < arrivals.Count; i++)
        {
            if (arrivals[i].HearsRoom)
                moved[i] = moved[i] with { EchoMs = moved[i].MedianMs - moved[room].MedianMs };
        }

        return moved;
    }

    private static List<string> Explain(IReadOnlyList<DelaySetting> settings, DelayChoice choice, IReadOnlyList<MovableArrival> arrivals)
    {
        var sentences = new List<string>();
        for (var i = 0; i < arrivals.Count; i++)
        {
            if (!arrivals[i].IsRoom && !choice.Arrivals[i].Inside)
                sentences.Add(OutOfReach(arrivals[i], choice.Arrivals[i]));
        }

        var changes = settings.Select((s, i) => (Setting: s, To: choice.ValuesMs[i])).Where(c => c.To != c.Setting.StandsAtMs).ToList();
        if (settings.Count == 0)
            sentences.Add("No delay setting has been entered for this set. Enter its range on Look if its menu has one.");
        else if (changes.Count == 0)
            sentences.Add("Leave the delay as it stands: no other value does better.");
        foreach (var (setting, to) in changes)
        {
            var stands = setting.SetToMs is null ? "It was" : $"It stands at {setting.StandsAtMs} ms, and was";
            sentences.Add($"Set {setting.Name} to {to} ms. {stands} found at {setting.FoundAtMs} ms; the value found is kept, so that it can be put back.");
        }

        for (var i = 0; i < arrivals.Count; i++)
        {
            if (choice.Arrivals[i].EchoMs is { } echo && Math.Abs(echo) >= FusedMs)
                sentences.Add(FormattableString.Invariant($"{arrivals[i].Name} hears the room {Math.Abs(echo):0} ms ")
                    + $"{(echo > 0 ? "before" : "after")} the receiver: an echo. Turn one of the two down, or close the ear.");
            else if (choice.Arrivals[i].EchoMs is { } close && changes.Count > 0)
                sentences.Add(FormattableString.Invariant($"Then {arrivals[i].Name} hears room and receiver {Math.Abs(close):0} ms apart: they fuse."));
        }

        return sentences;
    }

    private static string OutOfReach(MovableArrival arrival, MovedArrival moved)
    {
        var kind = arrival.Measured is null ? "forecast" : "measured";
        if (moved.Verdict == SkewVerdict.Late)
            return $"{arrival.Name} stays late ({kind}). A delay setting only makes sound later: a faster link, another port, or a slower picture mode where "
                + "the port does not follow would help.";
        if (moved.Verdict == SkewVerdict.Early)
            return $"{arrival.Name} stays early ({kind}). More delay than the set offers is needed, or a faster picture mode.";
        return arrival.Measured is null
            ? $"{arrival.Name} is not sure to be inside: {FormattableString.Invariant($"{moved.InStep * 100:0}")} %. Measure it."
            : $"{arrival.Name} may be inside, but the measurement is too wide to say. Take more, at more frames a second.";
    }
}
