using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Kit;

/// <summary>Gestures and signs of a device, in words.</summary>
public static class GestureWords
{
    /// <summary>What to do, one sentence without its full stop.</summary>
    public static string Of(Device device, Gesture gesture) => Of(device, gesture, Seconds(gesture.HoldSeconds) + " s");

    /// <summary>The same with the unit written out, for who is not of the trade.</summary>
    public static string ForClient(Device device, Gesture gesture) =>
        Of(device, gesture, Say(gesture.HoldSeconds == 1 ? "seconds.one" : "seconds.many", ("seconds", Seconds(gesture.HoldSeconds))));

    private static string Of(Device device, Gesture gesture, string held)
    {
        if (gesture.Words.Length > 0)
            return gesture.Words.TrimEnd('.');
        var control = device.Controls.FirstOrDefault(c => c.Name == gesture.Control) ?? new(gesture.Control, ControlKind.Button, "");
        var name = control.Printed.Length > 0 ? Say("control.printed", ("control", control.Name), ("printed", control.Printed)) : control.Name;
        return control.Kind switch
        {
            ControlKind.Slide => Say("gesture.slide", ("control", name), ("to", gesture.To)),
            ControlKind.Display => Say("gesture.choose", ("control", name), ("to", gesture.To)),
            ControlKind.Knob => Say("gesture.turn", ("control", name)),
            ControlKind.App => Say("gesture.app", ("app", device.App.Length > 0 ? device.App : Say("gesture.itsApp")), ("entry", name)),
            ControlKind.Lid => Say("gesture.open", ("control", name)),
            _ when gesture is { HoldSeconds: > 0, Presses: > 1 } => Say("gesture.holdOften", ("control", name), ("held", held),
                ("times", Times(gesture.Presses))),
            _ when gesture.HoldSeconds > 0 => Say("gesture.hold", ("control", name), ("held", held)),
            _ when gesture.Presses > 1 => Say("gesture.pressOften", ("control", name), ("times", Times(gesture.Presses))),
            _ => Say("gesture.press", ("control", name)),
        };
    }

    /// <summary>How a gesture starts: from on or off, and what else must be so; blank where nobody has read it.</summary>
    public static string Start(Gesture gesture)
    {
        var power = gesture.From switch { PowerFrom.On => Say("from.on"), PowerFrom.Off => Say("from.off"), _ => "" };
        return string.Join(", ", new[] { power, gesture.StartsFrom }.Where(w => w.Length > 0));
    }

    /// <summary>How long a device waits for a partner; blank where it waits without end.</summary>
    internal static string Window(Device device, string id) =>
        device.Automatic.WindowSeconds > 0 ? Say(id, ("seconds", Seconds(device.Automatic.WindowSeconds))) : "";

    /// <summary>How a state shows, in words; blank where nobody has read it.</summary>
    public static string Shows(Device device, SignState state) => string.Join("; ", device.Showing(state).Select(s => s.Looks));

    /// <summary>What a sign means.</summary>
    public static string Means(SignLook sign) => sign.State == SignState.Other ? sign.Means : Of(sign.State);

    /// <summary>A state in words.</summary>
    public static string Of(SignState state) => Say($"state.{state}");

    private static string Seconds(double seconds) => FormattableString.Invariant($"{seconds:0.#}");

    private static string Times(int presses) => presses switch
    {
        2 => Say("times.two"),
        3 => Say("times.three"),
        _ => Say("times.many", ("times", FormattableString.Invariant($"{presses}"))),
    };
}
