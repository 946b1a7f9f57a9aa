namespace Nightfrost.Core.Kit;

/// <summary>How usual devices are worked, to start a description from; what stands in it is then corrected from the device's manual.</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Words">What it looks like, in a few words.</param>
/// <param name="Worn">True for what is worn or stands beside a listener, false for boxes at the set.</param>
/// <param name="Controls">Its controls.</param>
/// <param name="Gestures">What they do.</param>
/// <param name="Automatic">What it does by itself.</param>
public sealed record ReadyMade(
    string Id, string Words, bool Worn, IReadOnlyList<Control> Controls, IReadOnlyList<Gesture> Gestures, Automatic Automatic)
{
    /// <summary>Hold and window times are starting values.</summary>
    public static IReadOnlyList<ReadyMade> All { get; } =
    [
        new("one-button", "One button, held to pair", false, [Button("the button")], [Pairs("the button", PowerFrom.On, 3)], Waits(60)),
        new("button-and-slide", "One button to pair, one slide to send or receive", false,
            [Button("the button"), new("the slide", ControlKind.Slide, "TX / RX")],
            [Slides(GestureDoes.Transmits, "TX"), Slides(GestureDoes.Receives, "RX"), Pairs("the button", PowerFrom.On, 3)], Waits(60)),
        new("two-buttons", "Two numbered buttons, one for each listener", false, [Button("button 1"), Button("button 2")],
            [Pairs("button 1", PowerFrom.On, 3), Pairs("button 2", PowerFrom.On, 3) with { Does = GestureDoes.OpensSecondPairing }], Waits(60)),
        new("waits-with-power", "Nothing to press: it waits once it has power", false, [], [], Waits(180) with { Window = WindowOpens.WithPower }),
        new("power-button", "A power button, held longer to pair", true, [Button("the power button")],
            [
                Pairs("the power button", PowerFrom.NotRead, 2) with { Does = GestureDoes.SwitchesPower, HoldAtMostSeconds = 4 },
                Pairs("the power button", PowerFrom.Off, 5),
            ], Waits(60)),
        new("case-button", "In a case with a button", true, [Button("the case button")],
            [Pairs("the case button", PowerFrom.Off, 3) with { StartsFrom = "in the open case" }], Waits(60)),
        new("sold-with-box", "Nothing to pair, a power button: sold together with its box", true, [Button("the power button")],
            [Pairs("the power button", PowerFrom.NotRead, 2) with { Does = GestureDoes.SwitchesPower }], Automatic.Unread),
    ];

    private static Control Button(string name) => new(name, ControlKind.Button, "");

    private static Gesture Pairs(string control, PowerFrom from, double hold) => new(GestureDoes.OpensPairing, control, from, hold, 0, 1, "", "", "");

    private static Gesture Slides(GestureDoes does, string to) => new(does, "the slide", PowerFrom.NotRead, 0, 0, 1, to, "", "");

    private static Automatic Waits(double seconds) => new() { WindowSeconds = seconds };
}
