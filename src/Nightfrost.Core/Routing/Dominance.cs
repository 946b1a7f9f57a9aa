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
            var kept = new List<Rival>();
            foreach (var line in group.OrderBy(l => l.Cents).ThenBy(l => l.Feed.Adapters.Count).ThenBy(l => l.Feed.Key, StringComparer.Ordinal))
            {
                var mine = RivalOf(line, line.InTheBox.Length > 0);
                if (mine.Apart || !kept.Any(k => IsNoWorse(k, mine) && ReachesAsFar(k.Line, line) && IsInStepAsOften(k.Line, line)))
                    kept.Add(mine);
            }

            foreach (var rival in kept)
                yield return rival.Line;
        }
    }

    /// <summary>Of plain wires of one listener on one socket, those that are best in something.</summary>
    public IEnumerable<FeedLine> WithoutWires(List<FeedLine> lines, int listener)
    {
        foreach (var group in lines.GroupBy(l => l.Splitter))
        {
            var kept = new List<Rival>();
            foreach (var line in group.OrderBy(l => l.Cents + Ear(l).Cents).ThenByDescending(l => l.NeedsOf(Ear(l))).ThenBy(l => l.Feed.Adapters.Count).ThenBy(l => Ear(l).DeviceIds[0], StringComparer.Ordinal))
            {
                var mine = RivalOf(line, !pieces.IsPlenty(Ear(line).Uses) || Ear(line).DeviceIds.Any(isNamed));
                if (mine.Apart || !kept.Any(k => IsNoWorse(k, mine, Ear(k.Line).Hand, Ear(line).Hand) && k.Line.NeedsOf(Ear(k.Line)) >= line.NeedsOf(Ear(line)) && GradeOf(k.Line) >= GradeOf(line)))
                    kept.Add(mine);
            }

            foreach (var rival in kept)
                yield return rival.Line;
        }

        EarOption Ear(FeedLine line) => line.Alone[listener][0];
        int GradeOf(FeedLine line) => grades.Of(line.Prefix, Ear(line).Suffix, tolerances[listener]);
    }

    /// <summary>A line with what it is weighed by.</summary>
    private readonly record struct Rival(bool Apart, int[] Draws, Use[] Scarce, FeedLine Line);

    private Rival RivalOf(FeedLine line, bool apart)
    {
        var feed = line.Feed;
        var forgets = feed.Adapters.Any(a => a.Power is { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 });
        var named = (feed.Transmitter is { } t && isNamed(t.Id)) || feed.Adapters.Any(a => isNamed(a.Id));
        return new(apart || forgets || named, Draws(line), pieces.IsPlenty(line.Uses) ? [] : [.. line.Uses.Where(u => pieces.Resources.There(u.Resource) > 0)], line);
    }

    private static bool IsNoWorse(Rival k, Rival mine, int kHand = 0, int mineHand = 0) =>
        !k.Apart && (!Forgets(k) || Forgets(mine)) && k.Line.Hand + kHand <= mine.Line.Hand + mineHand && k.Line.Most >= mine.Line.Most && Outlets.AskNoMore(k.Draws, mine.Draws)
        && Array.TrueForAll(k.Scarce, use => Array.Exists(mine.Scarce, other => other.Resource == use.Resource && other.Pieces >= use.Pieces));

    // A box that forgets its partner fits fewer of the set's USB sockets.
    private static bool Forgets(Rival rival) => rival.Draws.Length > 0 && rival.Line.Feed.Transmitter is { Power: { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 } };

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

    private static int[] Draws(FeedLine line)
    {
        if (!line.Usb.Any)
            return [];
        List<int> draws = [];
        foreach (var adapter in line.Feed.Adapters.Skip(line.Feed.Splitter is null ? 0 : 1))
            Count(adapter);
        if (line.Feed.Transmitter is { } transmitter && !line.Feed.FedByTap)
            Count(transmitter);
        return [.. draws.OrderDescending()];

        void Count(Device box)
        {
            if (PieceCounter.CouldUseUsb(box))
                draws.Add(box.Power.UsbDrawMa);
        }
    }
}
