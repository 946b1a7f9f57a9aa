using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Line;

/// <summary>Mains outlets at the set: what a rig needs against what was found free.</summary>
public static class MainsOutlets
{
    /// <summary>One for each supply, its own or to be bought, and for each battery box there.</summary>
    public static int Needed(Rig rig)
    {
        var boxes = rig.Boxes().DistinctBy(b => b.Id).ToDictionary(b => b.Id);
        return rig.Power.Count(p => p is { UsbSocketId: null, AtSpeaker: false }
            && (p.NeedsSupply || (boxes.GetValueOrDefault(p.DeviceId) is { } box && (box.Power.OwnSupply || box.Power.BatteryHours > 0))));
    }

    /// <summary>True when more are needed than Look names as free.</summary>
    public static bool AreShort(Rig rig) => Needed(rig) > rig.Site.Look.Set.MainsOutletsFree;

    /// <summary>Both in a sentence.</summary>
    public static string Words(Rig rig)
    {
        var (needed, free) = (Needed(rig), rig.Site.Look.Set.MainsOutletsFree);
        return $"{Wording.Capital(Wording.Count(needed, "mains outlet is", "mains outlets are"))} needed at the set; "
            + FormattableString.Invariant($"Look names {(free == 0 ? "none" : free)} free.");
    }
}
