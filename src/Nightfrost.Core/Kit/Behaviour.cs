namespace Nightfrost.Core.Kit;

/// <summary>Whether a device must be on or off before it is brought into pairing.</summary>
public enum PairsFrom
{
    /// <summary>Switched on.</summary>
    On,

    /// <summary>Switched off, or in its case.</summary>
    Off,
}

/// <summary>What a device does by itself and what its controls make it do, read from its attributes: what the Bench carries out and the steps count
/// on.</summary>
/// <param name="HasBattery">Runs from a cell of its own.</param>
/// <param name="TakesSupply">Has a lead for a supply, for running or for charging.</param>
/// <param name="IsPassive">Needs no electricity at all.</param>
/// <param name="HasPowerControl">Somebody must switch it on; otherwise it starts with its supply.</param>
/// <param name="StartsOnReceive">Sends or receives by a switch, and nobody knows how it stands.</param>
/// <param name="InputByHand">Its input is chosen by hand.</param>
/// <param name="InputNeedsPower">That takes a press, and so power; a slide does not.</param>
/// <param name="PairsFrom">State its way into pairing starts from.</param>
/// <param name="PairHoldSeconds">Least time the pairing control is held, s; 0 for a press.</param>
/// <param name="WindowSeconds">How long it waits for a partner, s; 0 without end.</param>
/// <param name="OpensWithPower">Waits for a partner by itself once it has power.</param>
/// <param name="ForgetsWithoutPower">Loses its partners when power is cut.</param>
public sealed record Behaviour(
    bool HasBattery, bool TakesSupply, bool IsPassive, bool HasPowerControl, bool StartsOnReceive, bool InputByHand, bool InputNeedsPower,
    PairsFrom PairsFrom, double PairHoldSeconds, double WindowSeconds, bool OpensWithPower, bool ForgetsWithoutPower)
{
    /// <summary>
    /// Reads it from a device. Where its words leave something open, what makes the visit harder is taken: on receive, not on the wanted input, no window
    /// by itself.
    /// </summary>
    public static Behaviour Of(Device device)
    {
        var (power, way) = (device.Power, device.Pairing);
        var battery = power.BatteryHours > 0;
        var takesSupply = power.UsbDrawMa > 0 || power.OwnSupply;
        // What is worn is charged, and its cell keeps its memory; aids have cells that nobody charges here.
        var cellOfItsOwn = battery || (device.Role is DeviceRole.Receiver or DeviceRole.Relay && device.Links.Count > 0 && !takesSupply);
        return new(
            cellOfItsOwn,
            takesSupply,
            IsPassive: !cellOfItsOwn && !takesSupply && device.Links.Count == 0,
            HasPowerControl: device.PowerSwitch.Length > 0 || power.SwitchedByHand,
            StartsOnReceive: device.TwoWaySwitch.Length > 0,
            InputByHand: device.InputSwitch.Length > 0 && !Says(device.InputSwitch, "senses") && device.Ports.Count(p => !p.Output) > 1,
            InputNeedsPower: !Says(device.InputSwitch, "slide"),
            way is not null && !Begins(way.FromState, "on") && (Says(way.FromState, "off") || Says(way.FromState, "case")) ? PairsFrom.Off : PairsFrom.On,
            way?.HoldSeconds ?? 0,
            way?.WindowSeconds ?? 0,
            OpensWithPower: way is not null && way.HoldSeconds <= 0 && Says(way.FromState, "powered"),
            ForgetsWithoutPower: !power.PairingSurvivesPowerLoss);
    }

    private static bool Says(string words, string word) => Words(words).Contains(word, StringComparer.OrdinalIgnoreCase);

    // "On, its light off" starts from on.
    private static bool Begins(string words, string word) => Words(words) is [var first, ..] && first.Equals(word, StringComparison.OrdinalIgnoreCase);

    private static string[] Words(string words) => words.Split([' ', ',', '.', ';', ':', '/'], StringSplitOptions.RemoveEmptyEntries);
}
