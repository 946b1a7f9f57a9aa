using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>Leaves out lines of one socket that another line replaces in any rig: it keeps the rig legal and makes nothing worse, and uses no more of what there is only so much of.</summary>
/// <param name="pieces">What is at hand.</param>
/// <param name="grades">In-step grades.</param>
/// <param name="tolerances">Tolerance number of each listener.</param>
/// <param name="isNamed">True for what is asked for by name.</param>
internal sealed class Dominance(PieceCounter pieces, InStepGrades grades, int[] tolerances, Func<string, bool> isNamed)
{
    // By the number of the end and those of two prefixes, none of which comes near the bits left for it.
    private readonly Dictionary<long, bool> _noWorse = [];

    /// <summary>Of lines with the same sort of sending end, those that are best in something.</summary>
    /// <param name="lines">Lines of one socket.</param>
    public IEnumerable<FeedLine> Without(List<FeedLine> lines)
    {
        foreach (var group in lines.GroupBy(l => (l.End.Number, l.Fork, l.Brings, l.RateKHz)))
        {
            var kept = new List<FeedLine>();
            foreach (var line in group.OrderBy(l => l.Cents).ThenBy(l => l.Feed.Adapters.Count).ThenByDescending(Sureness))
            {
                if (line.Rivalry.Apart || !kept.Exists(k => IsNoWorse(k, line) && k.Margins.AreNoWorseThan(line.Margins) && IsInStepAsOften(k, line)))
                    kept.Add(line);
            }

            foreach (var line in kept)
                yield return line;
        }
    }

    /// <summary>Of plain wires of one listener on one socket, those that are best in something.</summary>
    public IEnumerable<FeedLine> WithoutWires(List<FeedLine> lines, int listener)
    {
        foreach (var group in lines.GroupBy(l => l.Fork))
        {
            var kept = new List<FeedLine>();
            foreach (var line in group.OrderBy(l => l.Cents + Ear(l).Cents).ThenByDescending(l => l.NeedsOf(Ear(l))).ThenBy(l => l.Feed.Adapters.Count).ThenByDescending(Sureness).ThenBy(l => Ear(l).DeviceIds[0], StringComparer.Ordinal))
            {
                if (IsApart(line) || !kept.Exists(k => !IsApart(k) && IsNoWorse(k, line, Ear(k).Effort, Ear(line).Effort) && k.NeedsOf(Ear(k)) >= line.NeedsOf(Ear(line)) && k.PreferencesOf(Ear(k)) >= line.PreferencesOf(Ear(line)) && StepOf(k) >= StepOf(line)))
                    kept.Add(line);
            }

            foreach (var line in kept)
                yield return line;
        }

        EarOption Ear(FeedLine line) => line.End.Alone[listener][0];
        bool IsApart(FeedLine line) => line.Rivalry.Apart || Ear(line).Scarce != 0;
        int StepOf(FeedLine line) => grades.Of(line.Prefix, Ear(line).Suffix, tolerances[listener]);
    }

    /// <summary>How surely each listener is in step with what suits them best on a line, added up: of lines that are equal, the surer one is kept.</summary>
    public int Sureness(FeedLine line)
    {
        var sum = 0;
        for (var i = 0; i < tolerances.Length; i++)
        {
            var best = 0;
            foreach (var ear in line.End.Alone[i])
                best = Math.Max(best, grades.PercentOf(line.Prefix, ear.Suffix, tolerances[i]));
            sum += best;
        }

        return sum;
    }

    /// <summary>What a line asks of things there are only so many of.</summary>
    /// <param name="box">Its box; null for none.</param>
    /// <param name="need">What it needs.</param>
    /// <param name="apart">It is kept whatever else there is.</param>
    public Rivalry RivalryOf(Device? box, LineNeed need, bool apart) => new(
        apart || (box is not null && isNamed(box.Id)), need.Draws, need.Draws.Length > 0 && box is { Power: { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 } },
        ScarceOf(need.Uses), need.BareCents);

    /// <summary>Pieces of what is at hand.</summary>
    public Use[] ScarceOf(Use[] uses) => pieces.IsPlenty(uses) ? [] : [.. uses.Where(u => pieces.Resources.There(u.Resource) > 0)];

    private static bool IsNoWorse(FeedLine k, FeedLine mine, int kHand = 0, int mineHand = 0) =>
        k.Effort + kHand <= mine.Effort + mineHand && k.Most >= mine.Most && k.Rivalry.StandsInFor(mine.Rivalry);

    private bool IsInStepAsOften(FeedLine k, FeedLine line) => IsInStepAsOften(k.Prefix, line.Prefix, line.End);

    /// <summary>True when what one feed adds leaves every ear in step as often as what another adds.</summary>
    /// <param name="first">The one, by <see cref="InStepGrades.PrefixOf"/>.</param>
    /// <param name="second">The other.</param>
    /// <param name="end">The ears.</param>
    public bool IsInStepAsOften(int first, int second, EndClass end)
    {
        if (first == second)
            return true;
        var key = (long)end.Number << 42 | (long)first << 21 | (uint)second;
        if (_noWorse.TryGetValue(key, out var known))
            return known;
        var noWorse = true;
        for (var i = 0; i < tolerances.Length && noWorse; i++)
            noWorse = AreAsOften(end.Alone[i], i) && (ReferenceEquals(end.Alone[i], end.Several[i]) || AreAsOften(end.Several[i], i));
        return _noWorse[key] = noWorse;

        bool AreAsOften(EarOption[] ears, int listener)
        {
            foreach (var ear in ears)
            {
                if (grades.Of(first, ear.Suffix, tolerances[listener]) < grades.Of(second, ear.Suffix, tolerances[listener]))
                    return false;
            }

            return true;
        }
    }
}
