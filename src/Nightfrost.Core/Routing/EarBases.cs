namespace Nightfrost.Core.Routing;

/// <summary>What one listener may wear, before any sending end is looked at.</summary>
/// <param name="Ear">The ear.</param>
/// <param name="Needs">Wishes met at the ear.</param>
/// <param name="Lacks">Wishes a feed may still meet.</param>
/// <param name="Hand">Things to switch on.</param>
/// <param name="Uses">Pieces there are only so many of.</param>
/// <param name="Cents">Price with everything at hand used freely, in hundredths.</param>
internal sealed record EarBase(Ear Ear, int Needs, Brought Lacks, int Hand, Use[] Uses, long Cents)
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

    /// <summary>Cheapest first, then what is better in wishes and switching on.</summary>
    public static IEnumerable<EarBase> InOrder(IEnumerable<EarBase> bases) =>
        bases.OrderBy(b => b.Cents).ThenByDescending(b => b.Needs).ThenBy(b => b.Hand).ThenBy(b => b.Ear.Receiver.Id, StringComparer.Ordinal).ThenBy(b => b.Ear.Relay?.Id, StringComparer.Ordinal);
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
        foreach (var one in EarBase.InOrder(bases))
        {
            var key = keyOf(one);
            if (!kept.TryGetValue(key, out var alike))
                kept[key] = alike = [];
            if (one.Apart || !alike.Exists(k => !k.Apart && k.Cents <= one.Cents && k.Needs >= one.Needs && k.Hand <= one.Hand && k.Lacks == one.Lacks))
                alike.Add(one);
        }

        return [.. EarBase.InOrder(kept.Values.SelectMany(list => list))];
    }

    /// <summary>What delays see of an ear behind its link.</summary>
    public static string KeyOfStages(Ear ear) => string.Join('|',
        ear.RelaySends is null ? "" : $"{Negotiation.Between(ear.RelaySends, ear.RelayReaches, false).StageId} {ear.RelaySends.Delay ?? ear.RelayReaches?.Delay}", string.Join(',', ear.Relay?.StageIds ?? []), string.Join(',', ear.Receiver.StageIds));

    /// <summary>What a plain wire sees of an ear but whether it is one's own.</summary>
    public static string KeyOfWired(Ear ear) => string.Join('|',
        ear.Receiver.Role, ear.Receiver.Form, ear.Receiver.WornOverAids, ear.Receiver.NearImplants, ear.Receiver.App.Length > 0, string.Join(',', ear.Receiver.StageIds), Wires(ear));

    /// <summary>Everything that rules, links and delays see of an ear but whether it is one's own.</summary>
    public static string KeyOf(Ear ear) => string.Join('|',
        Likeness.KeyOfTaking(ear.Takes), ear.Receiver.Role, ear.Receiver.Form, ear.Receiver.WornOverAids, ear.Receiver.NearImplants, ear.Relay?.NearImplants,
        ear.Receiver.Power is { OwnSupply: true, BatteryHours: 0 }, ear.Receiver.App.Length > 0, ear.Relay?.App.Length > 0, ear.Relay is null, ear.RelaySends?.Technology, ear.RelaySends is null ? "" : Negotiation.Between(ear.RelaySends, ear.RelayReaches, false).ToString(), ear.RelaySends?.Delay, ear.RelayReaches?.Delay,
        string.Join(',', ear.Receiver.StageIds), string.Join(',', ear.Relay?.StageIds ?? []));

    private static string Wires(Ear ear) => string.Join('/', ear.Receiver.Ports.Where(p => !p.Output).Select(p => $"{p.Connector} {string.Join(',', p.Signals)}")) + FormattableString.Invariant($" {ear.Receiver.LengthM} ") + string.Join(',', ear.Receiver.Includes);
}
