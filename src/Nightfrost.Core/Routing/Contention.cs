namespace Nightfrost.Core.Routing;

/// <summary>Finds what a relaxed solution uses more of than there is.</summary>
internal static class Contention
{
    /// <summary>Users of one such thing, of whom at least one must pay for one piece more; empty when there is enough of everything.</summary>
    /// <param name="candidates">What was planned with.</param>
    /// <param name="rig">The rig of the solution.</param>
    /// <param name="picks">The solution.</param>
    /// <param name="charges">What its users pay already.</param>
    public static IReadOnlyList<Charge> In(Candidates candidates, Rig rig, IReadOnlyList<Pick> picks, Charges charges)
    {
        var users = Users(picks).ToList();
        foreach (var group in users.Where(u => u.Charge.Resource >= 0).GroupBy(u => u.Charge.Resource).OrderBy(g => g.Key))
        {
            var there = candidates.Resources.There(group.Key);
            var free = group.Select(u => (u.Charge, Pieces: Math.Min(u.Pieces, Math.Max(0, there - charges.Of(u.Charge))))).Where(u => u.Pieces > 0).ToList();
            if (free.Sum(u => u.Pieces) > there)
                return [.. free.Select(u => u.Charge).Distinct()];
        }

        var usb = UsbUsers(picks).ToList();
        var certain = users.Where(u => u.Charge.Resource == candidates.Supply).Sum(u => u.Pieces);
        var paid = usb.Sum(u => u.Need.UnfedUnder(charges, u.First, u.Part) - u.Need.Unfed);
        if (rig.Power.Count(p => p.NeedsSupply) <= certain + paid)
            return [];

        // More boxes fit nothing but these sockets than there are: of those who count on one, one at least has one less.
        var tight = UsbNeed.Of(usb.Select(u => u.Need)).Tightest();
        return [.. usb.Where(u => u.Need.Within(tight) > u.Need.UnfedUnder(charges, u.First, u.Part)).Select(u => new Charge(u.First, Charge.OfUsb(tight), u.Part)).Distinct()];
    }

    private static IEnumerable<(int First, ChargedPart Part, UsbNeed Need)> UsbUsers(IReadOnlyList<Pick> picks)
    {
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            if (group.First().Line.Usb is { Any: true } need)
                yield return (group.Min(p => p.Listener), ChargedPart.Feed, need);
        }

        foreach (var behind in picks.Where(p => p.Splitter is not null).GroupBy(p => (p.Splitter!, p.Line.Fork)))
        {
            if (behind.Key.Item1.Usb is { Any: true } need)
                yield return (behind.Min(p => p.Listener), ChargedPart.Splitter, need);
        }
    }

    private static IEnumerable<(Charge Charge, int Pieces)> Users(IReadOnlyList<Pick> picks)
    {
        foreach (var group in picks.GroupBy(p => p.Group))
        {
            var (line, first) = (group.First().Line, group.Min(p => p.Listener));
            foreach (var use in line.Uses)
                yield return (new(first, use.Resource, ChargedPart.Feed), use.Pieces);
            foreach (var pick in group)
            {
                for (var u = 0; u < pick.Ear.Uses.Length; u++)
                {
                    var pieces = pick.Ear.Uses[u].Pieces - ChargedPrice.Boxed(line, pick.Ear, u, pick.FromBox);
                    if (pieces > 0)
                        yield return (new(pick.Listener, pick.Ear.Uses[u].Resource, ChargedPart.Ear), pieces);
                }
            }
        }

        foreach (var behind in picks.Where(p => p.Splitter is not null).GroupBy(p => (p.Splitter!, p.Line.Fork)))
        {
            var first = behind.Min(p => p.Listener);
            foreach (var use in behind.Key.Item1.Uses)
                yield return (new(first, use.Resource, ChargedPart.Splitter), use.Pieces);
        }
    }
}
