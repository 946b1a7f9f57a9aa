using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>Leaves out lines of one socket that another line replaces in any rig: it keeps the rig legal and makes nothing worse, and uses no more of what there is only so much of.</summary>
/// <param name="pieces">What is at hand.</param>
/// <param name="grades">In-step grades.</param>
/// <param name="tolerances">Tolerance number of each listener.</param>
/// <param name="isNamed">True for what is asked for by name.</param>
internal sealed class Dominance(PieceCounter pieces, InStepGrades grades, int[] tolerances, Func<string, bool> isNamed)
{
    private readonly Dictionary<(EarOption[][], int, int), bool> _noWorse = [];

    /// <summary>Of lines with the same sort of sending end, those that are best in something.</summary>
    /// <param name="lines">Lines of one socket.</param>
    public IEnumerable<FeedLine> Without(List<FeedLine> lines)
    {
        foreach (var group in lines.GroupBy(l => (l.Alone, Several: l.Several.All(s => s.Length == 0) ? null : l.Several, l.Splitter, l.Brings, l.RateKHz)))
        {
            var kept = new List<FeedLine>();
            foreach (var line in group.OrderBy(l => l.Cents).ThenBy(l => l.Feed.Adapters.Count))
            {
                if (line.Rivalry.Apart || !kept.Exists(k => IsNoWorse(k, line) && ReachesAsFar(k, line) && IsInStepAsOften(k, line)))
                    kept.Add(line);
            }

            foreach (var line in kept)
                yield return line;
        }
    }

    /// <summary>Of plain wires of one listener on one socket, those that are best in something.</summary>
    public IEnumerable<FeedLine> WithoutWires(List<FeedLine> lines, int listener)
    {
        foreach (var group in lines.GroupBy(l => l.Splitter))
        {
            var kept = new List<FeedLine>();
            foreach (var line in group.OrderBy(l => l.Cents + Ear(l).Cents).ThenByDescending(l => l.NeedsOf(Ear(l))).ThenBy(l => l.Feed.Adapters.Count).ThenBy(l => Ear(l).DeviceIds[0], StringComparer.Ordinal))
            {
                if (IsApart(line) || !kept.Exists(k => !IsApart(k) && IsNoWorse(k, line, Ear(k).Hand, Ear(line).Hand) && k.NeedsOf(Ear(k)) >= line.NeedsOf(Ear(line)) && GradeOf(k) >= GradeOf(line)))
                    kept.Add(line);
            }

            foreach (var line in kept)
                yield return line;
        }

        EarOption Ear(FeedLine line) => line.Alone[listener][0];
        bool IsApart(FeedLine line) => line.Rivalry.Apart || Ear(line).Scarce != 0;
        int GradeOf(FeedLine line) => grades.Of(line.Prefix, Ear(line).Suffix, tolerances[listener]);
    }

    /// <summary>What a line asks of things there are only so many of.</summary>
    /// <param name="feed">Its feed.</param>
    /// <param name="uses">What it needs.</param>
    /// <param name="usb">Boxes that the set's USB could feed.</param>
    /// <param name="cents">Its price with everything at hand used freely, in hundredths.</param>
    /// <param name="hasBox">Receivers or relays come in its box.</param>
    public Rivalry RivalryOf(Feed feed, Use[] uses, UsbNeed usb, long cents, bool hasBox)
    {
        var apart = hasBox || (feed.Transmitter is { } t && isNamed(t.Id));
        for (var i = 0; i < feed.Adapters.Count && !apart; i++)
            apart = feed.Adapters[i].Power is { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 } || isNamed(feed.Adapters[i].Id);
        var draws = Draws(feed, usb);
        return new(
            apart, draws, draws.Length > 0 && feed.Transmitter is { Power: { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 } },
            pieces.IsPlenty(uses) ? [] : [.. uses.Where(u => pieces.Resources.There(u.Resource) > 0)], cents - (usb.Unfed > 0 ? pieces.Resources.CentsOf(new(pieces.Supply, usb.Unfed), 0) : 0));
    }

    private static bool IsNoWorse(FeedLine k, FeedLine mine, int kHand = 0, int mineHand = 0) =>
        k.Hand + kHand <= mine.Hand + mineHand && k.Most >= mine.Most && k.Rivalry.StandsInFor(mine.Rivalry);

    private static bool ReachesAsFar(FeedLine k, FeedLine line)
    {
        for (var i = 0; i < line.Margins.Length; i++)
        {
            for (var s = 0; s < line.Margins[i].Length; s++)
            {
                if (k.Margins[i][s] < line.Margins[i][s])
                    return false;
            }
        }

        return true;
    }

    private bool IsInStepAsOften(FeedLine k, FeedLine line)
    {
        if (k.Prefix == line.Prefix)
            return true;
        if (_noWorse.TryGetValue((line.Alone, k.Prefix, line.Prefix), out var known))
            return known;
        var noWorse = true;
        for (var i = 0; i < tolerances.Length && noWorse; i++)
        {
            foreach (var ear in line.Alone[i].Concat(line.Several[i]))
                noWorse &= grades.Of(k.Prefix, ear.Suffix, tolerances[i]) >= grades.Of(line.Prefix, ear.Suffix, tolerances[i]);
        }

        return _noWorse[(line.Alone, k.Prefix, line.Prefix)] = noWorse;
    }

    private static int[] Draws(Feed feed, UsbNeed usb)
    {
        if (!usb.Any)
            return [];
        List<int> draws = [];
        for (var i = feed.Splitter is null ? 0 : 1; i < feed.Adapters.Count; i++)
            Count(feed.Adapters[i]);
        if (feed.Transmitter is { } transmitter && !feed.FedByTap)
            Count(transmitter);
        if (draws.Count > 1)
            draws.Sort((a, b) => b.CompareTo(a));
        return [.. draws];

        void Count(Device box)
        {
            if (PieceCounter.CouldUseUsb(box))
                draws.Add(box.Power.UsbDrawMa);
        }
    }
}
