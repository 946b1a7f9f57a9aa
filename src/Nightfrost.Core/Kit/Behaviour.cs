namespace Nightfrost.Core.Kit;

/// <summary>What a device does by itself and what its controls make it do, read from its attributes: what the Bench carries out and the steps count
/// on.</summary>
/// <param name="HasBattery">Runs from a cell of its own.</param>
/// <param name="TakesSupply">Has a lead for a supply, for running or for charging.</param>
/// <param name="IsPassive">Needs no electricity at all.</param>
/// <param name="HasPowerControl">Somebody must switch it on; otherwise it starts with its supply.</param>
/// <param name="StartsOnReceive">Sends or receives by a switch, and nobody knows how it stands.</param>
/// <param name="InputByHand">Its input is chosen by hand.</param>
/// <param name="InputNeedsPower">That takes a press, and so power; a slide does not.</param>
/// <param name="PairsFromOff">Its way into pairing starts from off, or from its case, or is that it is switched on.</param>
/// <param name="ForgetsWithoutPower">Is known to lose its partners when power is cut.</param>
public sealed record Behaviour(
    bool HasBattery, bool TakesSupply, bool IsPassive, bool HasPowerControl, bool StartsOnReceive, bool InputByHand, bool InputNeedsPower,
    bool PairsFromOff, bool ForgetsWithoutPower)
{
    /// <summary>
    /// Reads it from a device. Where nobody has read something, what makes the visit harder is taken: on receive, not on the wanted input, pairing from on.
    /// </summary>
    public static Behaviour Of(Device device)
    {
        var power = device.Power;
        var battery = power.BatteryHours > 0;
        var takesSupply = power.UsbDrawMa > 0 || power.OwnSupply;
        // What is worn is charged, and its cell keeps its memory; aids have cells that nobody charges here.
        var cellOfItsOwn = battery || (device.Role is DeviceRole.Receiver or DeviceRole.Relay && device.Links.Count > 0 && !takesSupply);
        var switched = device.GestureFor(GestureDoes.SwitchesPower) is not null || power.SwitchedByHand;
        var input = device.GestureFor(GestureDoes.ChoosesInput);
        return new(
            cellOfItsOwn,
            takesSupply,
            IsPassive: !cellOfItsOwn && !takesSupply && device.Links.Count == 0,
            HasPowerControl: switched,
            StartsOnReceive: device.GestureFor(GestureDoes.Transmits) is not null,
            InputByHand: input is not null && !device.Automatic.SensesInput && device.Ports.Count(p => !p.Output) > 1,
            InputNeedsPower: device.Controls.FirstOrDefault(c => c.Name == input?.Control) is not { Kind: ControlKind.Slide },
            PairsFromOff: device.GestureFor(GestureDoes.OpensPairing) is { } way ? way.From == PowerFrom.Off
                : switched && device.Automatic.Window != WindowOpens.ByHand,
            ForgetsWithoutPower: power.PairingSurvivesPowerLoss == Known.No);
    }
}
