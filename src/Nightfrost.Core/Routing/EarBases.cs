namespace Nightfrost.Core.Routing;

/// <summary>What one listener may wear, before any sending end is looked at.</summary>
/// <param name="Ear">The ear.</param>
/// <param name="Needs">Needs met at the ear.</param>
/// <param name="Preferences">Preferences met at the ear.</param>
/// <param name="Lacks">What a feed may still meet of both.</param>
/// <param name="Effort">Things to switch on and boxes, by <see cref="Search.Effort"/>.</param>
/// <param name="Uses">Pieces there are only so many of.</param>
/// <param name="Cents">Price with everything at hand used freely, in hundredths.</param>
internal sealed record EarBase(Ear Ear, int Needs, int Preferences, Brought Lacks, int Effort, Use[] Uses, long Cents)
{
    /// <summary>The rule that refuses what is worn by whoever wears it, whatever sends; null for none.</summary>
    public required Rule? Refused { get; init; }

    /// <summary>Number of all that rules, links and delays see of the receiver and the relay.</summary>
    public required int Key { get; init; }

    /// <summary>Number of all that a plain wire sees of the receiver; −1 with a relay.</summary>
    public required int WiredKey { get; init; }

    /// <summary>Number of the receiving ends of what takes the link: the same for all that sending ends cannot tell apart.</summary>
    public required int Taking { get; init; }

    /// <summary>Number of the stages behind the link.</summary>
    public required int Stages { get; init; }

    /// <summary>Quality that a relay leaves, 1 to 4.</summary>
    public required int RelayQuality { get; init; }

    /// <summary>Number of what it uses of things at hand, the same for the same pieces; 0 for nothing, below 0 where something was asked for by name.</summary>
    public required int Scarce { get; init; }

    /// <summary>Ids of the receiver and the relay.</summary>
    public required string[] DeviceIds { get; init; }

    /// <summary>It stays whatever else there is, and nothing stays out because of it.</summary>
    public required bool Apart { get; init; }

    /// <summary>A loudness of one's own was asked for and nothing at the ear changes it: refused where the level is known to be fixed.</summary>
    public bool IsTooQuiet { get; } = Ear.Listener.OwnVolume && EarRules.LacksVolume(Ear);
}

/// <summary>Leaves out ears that another one replaces at every sending end.</summary>
internal static class EarBases
{
    /// <summary>
    /// Of ears that sending ends and rules cannot tell apart, those that are best in wishes, price or switching on. What is owned, comes in a box or is asked for by name stays.
    /// </summary>
    /// <param name="bases">Ears of one listener.</param>
    /// <param name="keyOf">What they are told apart by.</param>
    public static EarBase[] WorthTrying(IEnumerable<EarBase> bases, Func<EarBase, int> keyOf)
    {
        var kept = new Dictionary<int, List<EarBase>>();
        var left = new List<EarBase>();
        foreach (var one in InOrder(bases))
        {
            var key = keyOf(one);
            if (!kept.TryGetValue(key, out var alike))
                kept[key] = alike = [];
            if (!one.Apart && IsReplaced(one, alike))
                continue;
            alike.Add(one);
            left.Add(one);
        }

        return [.. left];
    }

    private static bool IsReplaced(EarBase one, List<EarBase> alike)
    {
        foreach (var k in alike)
        {
            if (!k.Apart && k.Cents <= one.Cents && k.Needs >= one.Needs && k.Preferences >= one.Preferences && k.Effort <= one.Effort && k.Lacks == one.Lacks && (!k.IsTooQuiet || one.IsTooQuiet))
                return true;
        }

        return false;
    }

    // Cheapest first, then what is better in wishes and switching on.
    private static List<EarBase> InOrder(IEnumerable<EarBase> bases)
    {
        List<EarBase> all = [.. bases];
        all.Sort((a, b) =>
            a.Cents != b.Cents ? a.Cents.CompareTo(b.Cents) : a.Needs != b.Needs ? b.Needs.CompareTo(a.Needs) : a.Preferences != b.Preferences ? b.Preferences.CompareTo(a.Preferences) : a.Effort != b.Effort ? a.Effort.CompareTo(b.Effort)
            : string.CompareOrdinal(a.Ear.Receiver.Id, b.Ear.Receiver.Id) is var first and not 0 ? first : string.CompareOrdinal(a.Ear.Relay?.Id, b.Ear.Relay?.Id));
        return all;
    }

    /// <summary>What delays see of an ear behind its link.</summary>
    public static string KeyOfStages(KeyText text, Ear ear)
    {
        if (ear.RelaySends is { } sends)
            text.Add(Negotiation.Between(sends, ear.RelayReaches, false).StageId ?? "").Add(sends.Delay ?? ear.RelayReaches?.Delay);
        return text.Add(ear.Relay?.StageIds ?? []).Add(ear.Receiver.StageIds).Take();
    }

    /// <summary>What a plain wire sees of an ear but whether it is one's own.</summary>
    public static string KeyOfWired(KeyText text, Ear ear) =>
        AddWorn(text.Add("wired"), ear).Add(ear.Receiver.Ports, false).Add(ear.Receiver.LengthM).Add(ear.Receiver.Includes).Take();

    /// <summary>Everything that rules, links and delays see of an ear but whether it is one's own.</summary>
    /// <param name="text">Empty.</param>
    /// <param name="ear">The ear.</param>
    /// <param name="ends">Receiving ends of what takes the link.</param>
    public static string KeyOf(KeyText text, Ear ear, TakingEnd[] ends)
    {
        if (ends.Length > 1)
            ends = [.. ends.OrderBy(end => end.Number)];
        text.Add(ends.Length);
        foreach (var end in ends)
            text.Add(end.Number);
        AddWorn(text, ear).Add(ear.Receiver.Power is { OwnSupply: true, BatteryHours: 0 }, ear.Relay is null, ear.Relay is { NearImplants: true }, ear.Relay?.App.Length > 0, ear.RelaySends is null);
        if (ear.RelaySends is { } sends)
            text.Add((int)sends.Technology).Add(Negotiation.Between(sends, ear.RelayReaches, false).ToString()).Add(sends.Delay).Add(ear.RelayReaches?.Delay);
        return text.Add(ear.Relay?.StageIds ?? []).Take();
    }

    private static KeyText AddWorn(KeyText text, Ear ear) =>
        text.Add((int)ear.Receiver.Role).Add((int)ear.Receiver.Form).Add(ear.Receiver.WornOverAids, ear.Receiver.NearImplants, ear.Receiver.App.Length > 0).Add(ear.Receiver.StageIds);
}
