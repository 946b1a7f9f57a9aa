using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Power;

/// <summary>Where a box gets its electricity.</summary>
/// <param name="DeviceId">The box.</param>
/// <param name="UsbSocketId">USB socket of the set; null when fed from the mains or a battery.</param>
/// <param name="NeedsSupply">True when a mains supply must be found or bought.</param>
/// <param name="SleepsWithSet">True when the box goes off with the set.</param>
/// <param name="Words">The choice in a sentence.</param>
public sealed record PowerChoice(string DeviceId, string? UsbSocketId, bool NeedsSupply, bool SleepsWithSet, string Words)
{
    /// <summary>Key of the feed the box belongs to; blank for what stands beside a speaker.</summary>
    public string FeedKey { get; init; } = "";

    /// <summary>True for a box that stands beside a speaker and needs its outlet there.</summary>
    public bool AtSpeaker { get; init; }

    /// <summary>True for a box on a further end of a power lead, which is counted with the first one.</summary>
    public bool OnPowerLead { get; init; }

    /// <summary>Share of the set's USB socket that all on this plug take together, %; null for what hangs elsewhere.</summary>
    public int? PercentOfPort { get; init; }

    /// <summary>True from <see cref="BoxPower.FlaggedShare"/> of the port.</summary>
    public bool IsFlagged { get; init; }
}

/// <summary>Feeds each box from a USB socket of the set where its current allows, else from the mains.</summary>
public static class BoxPower
{
    /// <summary>Share of a port's current from which its use is flagged (USB-IF figures are maxima).</summary>
    public const double FlaggedShare = 0.8;

    /// <summary>Share of a maker's stated battery hours that is planned with (starting value).</summary>
    public const double RunTimeShare = 0.8;

    /// <summary>True when a socket gives what a box draws.</summary>
    public static bool IsEnough(SourcePort socket, Device box) => box.Power.UsbDrawMa < socket.UsbMa;

    /// <summary>The USB socket of the set that suits this box best, or null.</summary>
    public static SourcePort? SocketFor(TelevisionSet set, Device box) => Fits(set, new([box])).FirstOrDefault();

    /// <summary>The USB sockets of the set that carry this load, as bits in the set's order of sockets that give power; the first 30 count.</summary>
    internal static int SocketsFor(TelevisionSet set, PowerLoad load)
    {
        if (load.DrawMa == 0)
            return 0;
        var ids = set.Sockets.Where(s => SocketKinds.Of(s.Kind).GivesPower).Take(30).Select(s => s.Id).ToList();
        return Fits(set, load).Select(s => ids.IndexOf(s.Id)).Where(at => at >= 0).Aggregate(0, (fits, at) => fits | 1 << at);
    }

    /// <summary>A receiver box in front of a speaker: it stands there, away from the set's USB.</summary>
    public static PowerChoice AtSpeaker(Device box) => Choose(TelevisionSet.Unseen, new([box]), null).Single() with { AtSpeaker = true };

    /// <summary>True for a box beside a speaker that needs a supply of the shelf.</summary>
    public static bool NeedsSupplyAtSpeaker(Device box) => box.Power.UsbDrawMa > 0 && !HasOther(box);

    /// <summary>Power for every box of a rig, each on a plug of its own.</summary>
    public static IReadOnlyList<PowerChoice> For(TelevisionSet set, IEnumerable<Device> boxes) => For(set, boxes.Select(box => new PowerLoad([box])));

    /// <summary>
    /// Power for every load of a rig. One USB socket feeds one load. Loads that have nothing else come first, the smallest draw before larger ones, and
    /// earlier ones make room where that feeds one more: no more can be fed, and a further load never frees a socket for another. Sockets with a fifth to
    /// spare are filled before those that would be flagged.
    /// </summary>
    public static IReadOnlyList<PowerChoice> For(TelevisionSet set, IEnumerable<PowerLoad> loads)
    {
        var order = loads.OrderBy(load => load.HasOther).ThenBy(load => load.DrawMa).ThenBy(load => load.Id, StringComparer.Ordinal).ToList();
        var holders = new Dictionary<string, int>();
        foreach (var (hasOther, flagged) in (ReadOnlySpan<(bool, bool)>)[(false, false), (false, true), (true, false)])
        {
            for (var i = 0; i < order.Count; i++)
            {
                if (order[i].HasOther == hasOther && !holders.ContainsValue(i))
                    Seat(i, flagged, []);
            }
        }

        var seats = holders.ToDictionary(pair => pair.Value, pair => pair.Key);
        return [.. order.SelectMany((load, i) => Choose(set, load, seats.GetValueOrDefault(i)))];

        bool Seat(int load, bool flagged, HashSet<string> tried)
        {
            if (order[load].DrawMa == 0)
                return false;
            foreach (var socket in Fits(set, order[load]))
            {
                if ((!flagged && IsFlagged(order[load].DrawMa, socket)) || !tried.Add(socket.Id))
                    continue;
                if (!holders.TryGetValue(socket.Id, out var holder) || Seat(holder, flagged, tried))
                {
                    holders[socket.Id] = load;
                    return true;
                }
            }

            return false;
        }
    }

    /// <summary>True when a box can do without the set's USB and without a supply of the shelf.</summary>
    internal static bool HasOther(Device box) => box.Power.OwnSupply || box.Power.BatteryHours > 0;

    /// <summary>True for a box that runs from its cell alone, as it was chosen: nothing is plugged in, and somebody charges it.</summary>
    public static bool RunsFromCell(PowerChoice choice, Device box) =>
        box.Power is { BatteryHours: > 0, OwnSupply: false } && choice is { UsbSocketId: null, NeedsSupply: false, OnPowerLead: false };

    /// <summary>True for a box that needs a supply unless a USB socket feeds it.</summary>
    internal static bool RunsFromUsbAlone(Device box) => box.Role != DeviceRole.Lead && box.Power.UsbDrawMa > 0 && !HasOther(box);

    private static bool IsFlagged(int drawMa, SourcePort socket) => drawMa >= socket.UsbMa * FlaggedShare;

    private static IEnumerable<PowerChoice> Choose(TelevisionSet set, PowerLoad load, string? socketId)
    {
        var first = ChooseFirst(set, load, socketId) with { FeedKey = load.FeedKey };
        return load.Boxes.Select((box, at) => at == 0 ? first
            : first with { DeviceId = box.Id, NeedsSupply = false, OnPowerLead = true, PercentOfPort = null, Words = Say("supply.onPowerLead") });
    }

    private static PowerChoice ChooseFirst(TelevisionSet set, PowerLoad load, string? socketId)
    {
        var (power, id) = (load.Boxes[0].Power, load.Boxes[0].Id);
        var both = load.Boxes.Count > 1 ? Say("supply.byPowerLead", ("boxes", Wording.Listed(load.Boxes.Select(box => box.Name)))) : "";
        if (set.Sockets.FirstOrDefault(s => s.Id == socketId) is { } socket)
        {
            var share = (int)Math.Round(100.0 * load.DrawMa / socket.UsbMa);
            var usb = Say("supply.usb", ("socket", SocketKinds.Of(socket.Kind).Words),
                ("draw", Wording.Whole(load.DrawMa)), ("gives", Wording.Whole(socket.UsbMa)), ("share", Wording.Whole(share)));
            return new(id, socket.Id, false, socket.OffInStandby == Known.Yes, Wording.Sentences(both, usb, StandbyWords(socket.OffInStandby)))
            { PercentOfPort = share, IsFlagged = IsFlagged(load.DrawMa, socket) };
        }

        if (load.Boxes.Count > 1)
            return new(id, null, true, false, Wording.Sentences(both, Wording.Lower(Mains(load.DrawMa))));
        if (power.OwnSupply)
            return new(id, null, false, false, Say("supply.own"));
        if (power.BatteryHours > 0)
            return new(id, null, false, false,
                Say(power.WorksWhileCharging == Known.Yes ? "supply.cellPlaysCharging" : "supply.cell",
                    ("hours", Wording.Whole(power.BatteryHours * RunTimeShare))));
        return power.UsbDrawMa > 0
            ? new(id, null, true, false, Mains(power.UsbDrawMa))
            : new(id, null, false, false, Say("supply.none"));
    }

    private static string StandbyWords(Known offInStandby) => Say(offInStandby switch
    {
        Known.Yes => "supply.sleepsWithSet",
        Known.No => "supply.staysOn",
        _ => "supply.standbyUnread",
    });

    private static string Mains(int drawMa) => Say("supply.mains", ("draw", Wording.Whole(drawMa)));

    // A USB socket that goes off, or may, is no good for a box that then forgets its partner. One that passes sound is kept for a box that takes it.
    // Loudspeakers keep off the set's USB; what has power of its own leaves it where it would be flagged.
    private static IEnumerable<SourcePort> Fits(TelevisionSet set, PowerLoad load)
    {
        var (draw, hasOther) = (load.DrawMa, load.HasOther);
        return load.Boxes.Any(box => box.Role == DeviceRole.RoomSpeaker) ? [] : set.Sockets
            .Where(s => s.State == SocketState.Free && SocketKinds.Of(s.Kind).GivesPower && s.UsbSound != Known.Yes
                && draw < s.UsbMa && (!hasOther || !IsFlagged(draw, s))
                && ((load.PairingSurvivesPowerLoss && !load.IsApart) || s.OffInStandby == Known.No))
            .OrderBy(s => IsFlagged(draw, s)).ThenBy(s => s.UsbMa).ThenBy(s => s.Id, StringComparer.Ordinal);
    }
}
