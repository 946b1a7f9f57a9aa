namespace Nightfrost.Core.Routing;

/// <summary>What one listener may wear, before any sending end is looked at.</summary>
/// <param name="Ear">The ear.</param>
/// <param name="Needs">Wishes met at the ear.</param>
/// <param name="Lacks">Wishes a feed may still meet.</param>
/// <param name="Hand">Things to switch on.</param>
/// <param name="Uses">Pieces there are only so many of.</param>
/// <param name="Cents">Price with everything at hand used freely, in hundredths.</param>
internal sealed record EarBase(Ear Ear, int Needs, Brought Lacks, int Hand, Use[] Uses, long Cents);

/// <summary>Leaves out ears that another one replaces at every sending end.</summary>
internal static class EarBases
{
    /// <summary>
    /// Of ears that sending ends and rules cannot tell apart, those that are best in wishes, price or switching on. What is owned, comes in a box or is asked for by name stays.
    /// </summary>
    /// <param name="bases">Ears of one listener.</param>
    /// <param name="keyOf">What they are told apart by.</param>
    /// <param name="isKept">True for an ear that must stay.</param>
    public static EarBase[] WorthTrying(IEnumerable<EarBase> bases, Func<Ear, string> keyOf, Func<EarBase, bool> isKept)
    {
        var kept = new Dictionary<string, List<EarBase>>();
        foreach (var one in bases.OrderBy(b => b.Cents).ThenByDescending(b => b.Needs).ThenBy(b => b.Hand).ThenBy(b => b.Ear.Receiver.Id, StringComparer.Ordinal).ThenBy(b => b.Ear.Relay?.Id, StringComparer.Ordinal))
        {
            var key = keyOf(one.Ear);
            if (!kept.TryGetValue(key, out var alike))
                kept[key] = alike = [];
            if (isKept(one) || !alike.Any(k => !isKept(k) && k.Cents <= one.Cents && k.Needs >= one.Needs && k.Hand <= one.Hand && k.Lacks == one.Lacks))
                alike.Add(one);
        }

        return [.. kept.Values.SelectMany(list => list)];
    }

    /// <summary>What a plain wire sees of an ear.</summary>
    public static string KeyOfWired(Ear ear) => string.Join('|',
        ear.IsOwn, ear.Receiver.Role, ear.Receiver.Form, ear.Receiver.WornOverAids, ear.Receiver.NearImplants, ear.Receiver.App.Length > 0, string.Join(',', ear.Receiver.StageIds), Wires(ear));

    /// <summary>Everything that rules, links and delays see of an ear.</summary>
    public static string KeyOf(Ear ear) => string.Join('|',
        Likeness.KeyOfTaking(ear.Takes), ear.IsOwn, ear.Receiver.Role, ear.Receiver.Form, ear.Receiver.WornOverAids, ear.Receiver.NearImplants, ear.Relay?.NearImplants,
        ear.Receiver.App.Length > 0, ear.Relay?.App.Length > 0, ear.Relay is null, ear.RelaySends?.Technology, ear.RelaySends is null ? "" : Negotiation.Between(ear.RelaySends, ear.RelayReaches, false).ToString(), ear.RelaySends?.Delay, ear.RelayReaches?.Delay,
        string.Join(',', ear.Receiver.StageIds), string.Join(',', ear.Relay?.StageIds ?? []));

    private static string Wires(Ear ear) => string.Join('/', ear.Receiver.Ports.Where(p => !p.Output).Select(p => $"{p.Connector} {string.Join(',', p.Signals)}")) + FormattableString.Invariant($" {ear.Receiver.LengthM} ") + string.Join(',', ear.Receiver.Includes);
}
