namespace Nightfrost.Core.Kit;

/// <summary>What a control is.</summary>
public enum ControlKind
{
    Button,
    Slide,
    Knob,

    /// <summary>An entry on the device's own display.</summary>
    Display,

    /// <summary>A drawer, a case, a charger: what is opened, shut or left.</summary>
    Lid,

    /// <summary>An entry in its app, on a phone that it is joined to.</summary>
    App,
}

/// <summary>Something on a device that hands work.</summary>
/// <param name="Name">What people call it, such as "the round button"; one of a kind on its device.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Printed">What stands beside it; blank for nothing.</param>
public sealed record Control(string Name, ControlKind Kind, string Printed);

/// <summary>What a gesture makes a device do.</summary>
public enum GestureDoes
{
    /// <summary>Switches it on, and off again.</summary>
    SwitchesPower,

    /// <summary>Makes it wait for a partner.</summary>
    OpensPairing,

    /// <summary>Makes it wait for a second listener's receiver.</summary>
    OpensSecondPairing,

    /// <summary>Makes it send.</summary>
    Transmits,

    /// <summary>Makes it receive.</summary>
    Receives,

    /// <summary>Chooses the input it listens to.</summary>
    ChoosesInput,

    /// <summary>Joins another of its kind to it as left and right.</summary>
    JoinsPair,

    /// <summary>Chooses a broadcast to hear.</summary>
    ChoosesBroadcast,
}

/// <summary>The power state a gesture starts from.</summary>
public enum PowerFrom
{
    /// <summary>Nobody has read which.</summary>
    NotRead,

    /// <summary>Switched on.</summary>
    On,

    /// <summary>Switched off, or in its case.</summary>
    Off,
}

/// <summary>What hands do to a device, and what that makes it do.</summary>
/// <param name="Does">What it makes it do.</param>
/// <param name="Control">Name of the control; blank where only <paramref name="Words"/> say what is done.</param>
/// <param name="From">Power state it starts from.</param>
/// <param name="HoldSeconds">Least time it is held, s; 0 for a press.</param>
/// <param name="HoldAtMostSeconds">Longest time after which it still does this, s; 0 for any.</param>
/// <param name="Presses">How often it is pressed or held, 1 and more.</param>
/// <param name="To">Position or entry that is chosen, as printed; blank for none.</param>
/// <param name="StartsFrom">What else must be so before, in words, such as "no light blinking"; blank for nothing.</param>
/// <param name="Words">The whole of it in words, where data says too little; blank where it says all.</param>
public sealed record Gesture(
    GestureDoes Does, string Control, PowerFrom From, double HoldSeconds, double HoldAtMostSeconds, int Presses, string To, string StartsFrom, string Words)
{
    /// <summary>What tells it from other controls: the control, or the words where no control is named.</summary>
    internal string Worked => Control.Length > 0 ? Control : Words;

    /// <summary>True when so much holding, so many presses and that position or entry are this gesture.</summary>
    internal bool Answers(double holdSeconds, int presses, string to) =>
        to == To && presses == Presses && holdSeconds >= HoldSeconds && (HoldAtMostSeconds <= 0 || holdSeconds <= HoldAtMostSeconds);
}
