namespace Nightfrost.Core.Kit;

/// <summary>Says what in a device's controls, gestures, signs and habits cannot be right.</summary>
internal static class GestureCheck
{
    public const int MostControls = 12;
    public const int MostGestures = 16;
    public const int MostSigns = 20;
    private const int MostPresses = 5;
    private const int LongestWords = 200;

    /// <summary>Adds every problem, in reading order.</summary>
    public static void Add(Device device, EntryCheck check)
    {
        check.Most("controls", device.Controls.Count, MostControls, "controls", "List those that are used on a visit or of an evening.");
        for (var i = 0; i < device.Controls.Count && i < MostControls; i++)
        {
            check.Text($"controls[{i}].name", device.Controls[i].Name, DeviceCheck.LongestMark, required: true);
            check.Text($"controls[{i}].printed", device.Controls[i].Printed, DeviceCheck.LongestMark);
            if (device.Controls.Take(i).Any(c => Same(c.Name, device.Controls[i].Name)))
                check.Add($"controls[{i}].name", $"Two controls are called '{EntryCheck.Short(device.Controls[i].Name)}'.",
                    "Say which is which, such as button 1.");
        }

        check.Most("gestures", device.Gestures.Count, MostGestures, "gestures", "List those that are used on a visit or of an evening.");
        for (var i = 0; i < device.Gestures.Count && i < MostGestures; i++)
            AddGesture(device, i, check);
        check.Most("signs", device.Signs.Count, MostSigns, "signs", "List those that help on a visit.");
        for (var i = 0; i < device.Signs.Count && i < MostSigns; i++)
            AddSign(device.Signs[i], $"signs[{i}]", check);
        check.Range("automatic.windowSeconds", device.Automatic.WindowSeconds, 0, 3600, "s");
        if (device.Automatic.IdleOffMinutes is { } idle)
            check.Range("automatic.idleOffMinutes", idle, 0, 600, "minutes");
        check.Text("automatic.fallsBackTo", device.Automatic.FallsBackTo, DeviceCheck.LongestMark);
        if (device.Automatic.FallsBackTo.Length > 0 && !device.Ports.Any(p => !p.Output && Same(p.Label, device.Automatic.FallsBackTo)))
            check.Add("automatic.fallsBackTo", $"No input is marked '{EntryCheck.Short(device.Automatic.FallsBackTo)}'.",
                "Enter the mark of one of its inputs, or leave it empty.");
        foreach (var (field, level, lo, hi, unit) in new[]
        {
            ("clipDbV", device.Levels.ClipDbV, -40.0, 20.0, "dBV"), ("fullScaleDbV", device.Levels.FullScaleDbV, -40, 20, "dBV"),
            ("noiseBelowDb", device.Levels.NoiseBelowDb, 20, 130, "dB"), ("loudestDbSpl", device.Levels.LoudestDbSpl, 60, 130, "dB SPL"),
        })
        {
            if (level is { } value)
                check.Range($"levels.{field}", value, lo, hi, unit);
        }
    }

    private static void AddGesture(Device device, int i, EntryCheck check)
    {
        var (gesture, at) = (device.Gestures[i], $"gestures[{i}]");
        check.Text($"{at}.control", gesture.Control, DeviceCheck.LongestMark);
        check.Text($"{at}.to", gesture.To, DeviceCheck.LongestMark);
        check.Text($"{at}.startsFrom", gesture.StartsFrom, LongestWords);
        check.Text($"{at}.words", gesture.Words, LongestWords);
        check.Range($"{at}.holdSeconds", gesture.HoldSeconds, 0, 60, "s");
        check.Range($"{at}.presses", gesture.Presses, 1, MostPresses, "times");
        if (gesture.HoldAtMostSeconds != 0)
            check.Range($"{at}.holdAtMostSeconds", gesture.HoldAtMostSeconds, Math.Max(0, gesture.HoldSeconds), 60, "s");
        var control = device.Controls.FirstOrDefault(c => c.Name == gesture.Control);
        if (gesture.Control.Length > 0 && control is null)
            check.Add($"{at}.control", $"It has no control called '{EntryCheck.Short(gesture.Control)}'.", "Enter that control, or choose one that is there.");
        if (gesture is { Control.Length: 0, Words.Length: 0 })
            check.Add($"{at}.control", "Nobody would know what to do.", "Choose the control, or say it in words.");
        if (control is { Kind: ControlKind.Slide or ControlKind.Display } && gesture is { To.Length: 0, Words.Length: 0 })
            check.Add($"{at}.to", "It does not say which position or entry is chosen.", "Enter it as it is printed.");
        if (gesture.Does == GestureDoes.OpensSecondPairing && !device.Links.Any(l => l is { Transmits: true, ListenersAtOnce: > 1 }))
            check.Add($"{at}.does", "It feeds one listener only.", "Take it out, or enter how many its link feeds at once.");
        if (gesture.Does == GestureDoes.JoinsPair && !device.JoinsAsPair)
            check.Add($"{at}.does", "It is not said to be joined with a second one as left and right.",
                "Say that two are joined, or choose what else it does.");
        if (gesture.Does == GestureDoes.ChoosesBroadcast && !device.Links.Any(l => l is { Transmits: false, Technology: LinkTechnology.LeAudioBroadcast }))
            check.Add($"{at}.does", "It receives no broadcast.", "Enter that link, or choose what else it does.");
        for (var other = 0; other < i; other++)
        {
            if (device.Gestures[other] is var before && before.Does != gesture.Does && Collide(before, gesture))
                check.Add($"{at}.holdSeconds", $"Gesture {other + 1} is worked the same way and does something else.",
                    "Tell them apart by how long or how often, or by whether it is on or off.");
        }
    }

    private static void AddSign(SignLook sign, string at, EntryCheck check)
    {
        check.Text($"{at}.looks", sign.Looks, LongestWords, required: true);
        check.Text($"{at}.colour", sign.Colour, DeviceCheck.LongestMark);
        check.Text($"{at}.means", sign.Means, DeviceCheck.LongestMark, required: sign.State == SignState.Other);
        if (sign.By != SignBy.Light && (sign.Colour.Length > 0 || sign.Rhythm != Rhythm.NotRead))
            check.Add($"{at}.colour", "Only a light has a colour and a rhythm.", "Leave both empty, or choose light.");
    }

    private static bool Collide(Gesture one, Gesture other) => one.Control.Length > 0 && one.Control == other.Control && one.To == other.To
        && one.Presses == other.Presses && (one.From == other.From || one.From == PowerFrom.NotRead || other.From == PowerFrom.NotRead)
        && Ends(one) >= other.HoldSeconds && Ends(other) >= one.HoldSeconds
        // Without an upper end the longer hold is told from the shorter by letting go.
        && (one.HoldSeconds == other.HoldSeconds || (one.HoldAtMostSeconds > 0 && other.HoldAtMostSeconds > 0));

    private static double Ends(Gesture gesture) => gesture.HoldAtMostSeconds > 0 ? gesture.HoldAtMostSeconds : double.MaxValue;

    private static bool Same(string one, string other) => string.Equals(one.Trim(), other.Trim(), StringComparison.OrdinalIgnoreCase);
}
