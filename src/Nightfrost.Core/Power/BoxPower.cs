using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Power;

/// <summary>Where a box gets its electricity.</summary>
/// <param name="DeviceId">The box.</param>
/// <param name="UsbSocketId">USB socket of the set; null when fed from the mains or a battery.</param>
/// <param name="NeedsSupply">True when a mains supply must be found or bought.</param>
/// <param name="SleepsWithSet">True when the box goes off with the set.</param>
/// <param name="Words">The choice in a sentence.</param>
public sealed record PowerChoice(string DeviceId, string? UsbSocketId, bool NeedsSupply, bool SleepsWithSet, string Words);

/// <summary>Feeds each box from a USB socket of the set where its current allows, else from the mains.</summary>
public static class BoxPower
{
    /// <summary>Largest share of a port's current that is planned with (USB-IF figures are maxima).</summary>
    public const double UsableShare = 0.8;

    /// <summary>Share of a maker's stated battery hours that is planned with (starting value).</summary>
    public const double RunTimeShare = 0.8;

    /// <summary>The weakest USB socket of the set that carries this box, or null.</summary>
    public static SetSocket? SocketFor(TelevisionSet set, Device box) => Fits(set, box).FirstOrDefault();

    /// <summary>
    /// Power for every box of a rig. One USB socket feeds one box; boxes with the smallest draw choose the weakest socket that carries them,
    /// which feeds the most boxes possible.
    /// </summary>
    public static IReadOnlyList<PowerChoice> For(TelevisionSet set, IEnumerable<Device> boxes)
    {
        var used = new HashSet<string>();
        return [.. boxes.OrderBy(b => b.Power.UsbDrawMa).ThenBy(b => b.Id, StringComparer.Ordinal).Select(box => Choose(set, box, used))];
    }

    private static PowerChoice Choose(TelevisionSet set, Device box, HashSet<string> used)
    {
        var power = box.Power;
        if (power.UsbDrawMa > 0 && Fits(set, box).FirstOrDefault(s => !used.Contains(s.Id)) is { } socket)
        {
            used.Add(socket.Id);
            var share = 100.0 * power.UsbDrawMa / socket.UsbMa;
            var sleeps = socket.OffInStandby == Known.Yes;
            return new(box.Id, socket.Id, false, sleeps, FormattableString.Invariant(
                $"{SocketKinds.Of(socket.Kind).Words} of the set: {power.UsbDrawMa} of {socket.UsbMa} mA, {share:0} % of the port. {(sleeps ? "Starts and sleeps with the set." : "Stays on in standby.")}"));
        }

        if (power.OwnSupply)
            return new(box.Id, null, false, false, "Its own mains supply, in the box.");
        if (power.BatteryHours > 0)
            return new(box.Id, null, false, false, FormattableString.Invariant($"Battery: {power.BatteryHours * RunTimeShare:0} h a charge{(power.WorksWhileCharging ? ", may play while charging" : "")}."));
        return power.UsbDrawMa > 0
            ? new(box.Id, null, true, false, FormattableString.Invariant($"A mains supply, 5 V, at least {power.UsbDrawMa} mA."))
            : new(box.Id, null, false, false, "Needs none.");
    }

    // A USB socket that goes off, or may, is no good for a box that then forgets its partner.
    private static IEnumerable<SetSocket> Fits(TelevisionSet set, Device box) =>
        set.Sockets
            .Where(s => s.State == SocketState.Free && SocketKinds.Of(s.Kind).GivesPower
                && box.Power.UsbDrawMa < s.UsbMa * UsableShare
                && (box.Power.PairingSurvivesPowerLoss || s.OffInStandby == Known.No))
            .OrderBy(s => s.UsbMa).ThenBy(s => s.Id, StringComparer.Ordinal);
}
