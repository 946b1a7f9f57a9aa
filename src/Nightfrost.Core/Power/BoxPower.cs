using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Power;

/// <summary>Where a box gets its electricity.</summary>
/// <param name="DeviceId">The box.</param>
/// <param name="UsbSocketId">USB socket of the set; null when fed from the mains or a battery.</param>
/// <param name="NeedsSupply">True when a mains supply must be found or bought.</param>
/// <param name="SleepsWithSet">True when the box goes off with the set.</param>
/// <param name="Words">The choice in a sentence.</param>
public sealed record PowerChoice(string DeviceId, string? UsbSocketId, bool NeedsSupply, bool SleepsWithSet, string Words)
{
    /// <summary>True for a box that stands beside a speaker and needs its outlet there.</summary>
    public bool AtSpeaker { get; init; }
}

/// <summary>Feeds each box from a USB socket of the set where its current allows, else from the mains.</summary>
public static class BoxPower
{
    /// <summary>Largest share of a port's current that is planned with (USB-IF figures are maxima).</summary>
    public const double UsableShare = 0.8;

    /// <summary>Share of a maker's stated battery hours that is planned with (starting value).</summary>
    public const double RunTimeShare = 0.8;

    /// <summary>True when a socket gives what a box draws with a fifth to spare.</summary>
    public static bool IsEnough(SourcePort socket, Device box) => box.Power.UsbDrawMa < socket.UsbMa * UsableShare;

    /// <summary>The weakest USB socket of the set that carries this box, or null.</summary>
    public static SourcePort? SocketFor(TelevisionSet set, Device box) => Fits(set, box).FirstOrDefault();

    /// <summary>The USB sockets of the set that carry this box, as bits in the set's order of sockets that give power; the first 30 count.</summary>
    internal static int SocketsFor(TelevisionSet set, Device box)
    {
        if (box.Power.UsbDrawMa == 0)
            return 0;
        var ids = set.Sockets.Where(s => SocketKinds.Of(s.Kind).GivesPower).Take(30).Select(s => s.Id).ToList();
        return Fits(set, box).Select(s => ids.IndexOf(s.Id)).Where(at => at >= 0).Aggregate(0, (fits, at) => fits | 1 << at);
    }

    /// <summary>A box that takes its power from the USB socket its sound comes from.</summary>
    public static PowerChoice ByTap(Routing.Feed feed) =>
        new(feed.Transmitter!.Id, feed.Socket.Id, false, feed.Socket.OffInStandby == Known.Yes, "From the USB socket its sound comes from.");

    /// <summary>A receiver box in front of a speaker: it stands there, away from the set's USB.</summary>
    public static PowerChoice AtSpeaker(Device box) => Choose(TelevisionSet.Unseen, box, null) with { AtSpeaker = true };

    /// <summary>True for a box beside a speaker that needs a supply of the shelf.</summary>
    public static bool NeedsSupplyAtSpeaker(Device box) => box.Power.UsbDrawMa > 0 && !HasOther(box);

    /// <summary>
    /// Power for every box of a rig. One USB socket feeds one box. Boxes that have nothing else come first, the smallest draw before larger ones,
    /// and earlier ones make room where that feeds one more: no more boxes can be fed, and a further box never frees a socket for another.
    /// </summary>
    public static IReadOnlyList<PowerChoice> For(TelevisionSet set, IEnumerable<Device> boxes)
    {
        var order = boxes.OrderBy(HasOther).ThenBy(b => b.Power.UsbDrawMa).ThenBy(b => b.Id, StringComparer.Ordinal).ToList();
        var holders = new Dictionary<string, int>();
        for (var i = 0; i < order.Count; i++)
            Seat(i, []);
        var seats = holders.ToDictionary(pair => pair.Value, pair => pair.Key);
        return [.. order.Select((box, i) => Choose(set, box, seats.GetValueOrDefault(i)))];

        bool Seat(int box, HashSet<string> tried)
        {
            if (order[box].Power.UsbDrawMa == 0)
                return false;
            foreach (var socket in Fits(set, order[box]))
            {
                if (!tried.Add(socket.Id))
                    continue;
                if (!holders.TryGetValue(socket.Id, out var holder) || Seat(holder, tried))
                {
                    holders[socket.Id] = box;
                    return true;
                }
            }

            return false;
        }
    }

    /// <summary>True when a box can do without the set's USB and without a supply of the shelf.</summary>
    internal static bool HasOther(Device box) => box.Power.OwnSupply || box.Power.BatteryHours > 0;

    private static PowerChoice Choose(TelevisionSet set, Device box, string? socketId)
    {
        var power = box.Power;
        if (set.Sockets.FirstOrDefault(s => s.Id == socketId) is { } socket)
        {
            var share = 100.0 * power.UsbDrawMa / socket.UsbMa;
            var sleeps = socket.OffInStandby == Known.Yes;
            return new(box.Id, socket.Id, false, sleeps, FormattableString.Invariant(
                $"{SocketKinds.Of(socket.Kind).Words} of the set: {power.UsbDrawMa} of {socket.UsbMa} mA, {share:0} % of the port. {StandbyWords(socket.OffInStandby)}"));
        }

        if (power.OwnSupply)
            return new(box.Id, null, false, false, "Its own mains supply, in the box.");
        if (power.BatteryHours > 0)
            return new(box.Id, null, false, false, FormattableString.Invariant($"Battery: {power.BatteryHours * RunTimeShare:0} h a charge{(power.WorksWhileCharging ? ", may play while charging" : "")}."));
        return power.UsbDrawMa > 0
            ? new(box.Id, null, true, false, FormattableString.Invariant($"A mains supply, 5 V, at least {power.UsbDrawMa} mA."))
            : new(box.Id, null, false, false, "Needs none.");
    }

    private static string StandbyWords(Known offInStandby) => offInStandby switch
    {
        Known.Yes => "Starts and sleeps with the set.",
        Known.No => "Stays on in standby.",
        _ => "Nobody knows yet whether it stays on in standby.",
    };

    // A USB socket that goes off, or may, is no good for a box that then forgets its partner. One that passes sound is kept for a box that takes it.
    private static IEnumerable<SourcePort> Fits(TelevisionSet set, Device box) =>
        set.Sockets
            .Where(s => s.State == SocketState.Free && SocketKinds.Of(s.Kind).GivesPower && s.UsbSound != Known.Yes
                && IsEnough(s, box)
                && (box.Power.PairingSurvivesPowerLoss || s.OffInStandby == Known.No))
            .OrderBy(s => s.UsbMa).ThenBy(s => s.Id, StringComparer.Ordinal);
}
