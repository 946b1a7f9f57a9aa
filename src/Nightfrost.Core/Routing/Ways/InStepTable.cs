using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>What a socket, a chain and the box at its end add.</summary>
/// <param name="Number">Tells it from the others of its site.</param>
/// <param name="Cases">The delays as the socket's sound waits for the picture, or does not, all as likely.</param>
/// <param name="ShiftMs">What delay settings stand at there, ms.</param>
internal sealed record Prefix(int Number, IReadOnlyList<(DelayDistribution Sum, bool FitsItself)> Cases, int ShiftMs);

/// <summary>
/// In step in a word, for every pairing of a feed with an ear. A skew is a sum of what comes before the link and what comes after it, so its probability of
/// lying inside two limits needs no convolution of the two: Σ p(i)·[F(late − i) − F(early − i)].
/// </summary>
/// <param name="site">The site.</param>
internal sealed class InStepTable(Site site)
{
    private readonly Dictionary<(string Chain, string Box), Prefix> _prefixes = [];
    private readonly Dictionary<(int Prefix, int Suffix, int Tolerance), int> _percents = [];
    private readonly Tolerance[] _tolerances = [.. site.Look.Listeners.Select(l => Tolerances.Find(l.EffectiveToleranceId)!).Distinct()];

    /// <summary>The stages of a socket with its adapters: the same text for the same delays.</summary>
    public static string StagesOf(SourcePort socket, IEnumerable<Device> adapters) => string.Join('|', adapters.SelectMany(a => a.StageIds).Prepend(socket.Id));

    /// <summary>What a chain and the box at its end add.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="box">The box; null for none.</param>
    public Prefix PrefixOf(Chain chain, Device? box)
    {
        var key = (chain.Stages, box is null ? "" : string.Join('|', box.StageIds));
        return _prefixes.TryGetValue(key, out var known) ? known : _prefixes[key] = NewPrefix(chain.To(box));
    }

    private Prefix NewPrefix(Feed feed)
    {
        var own = DelayDistribution.Sum(Arrivals.FeedStages(feed).Select(s => s.Distribution));
        var cases = Skew.Taps(site.Look, feed.Socket)
            .Select(tap => (DelayDistribution.Sum([own, .. tap.Before.Concat(tap.After).Select(s => s.Distribution)]), tap.FitsItself)).ToList();
        return new(_prefixes.Count, cases, DelaySettings.StandAtMs(site.Look.Set.DelaySettings, feed.Socket.Id));
    }

    /// <summary>Number of a listener's tolerance.</summary>
    public int ToleranceOf(Listener listener) => Array.IndexOf(_tolerances, Tolerances.Find(listener.EffectiveToleranceId));

    /// <summary>In step in a word, by <see cref="InStepWord"/>, of a pairing.</summary>
    public int Of(Prefix before, Suffix after, int tolerance) => (int)InStepWords.Of(PercentOf(before, after, tolerance) / 100.0, site.Look.GoodEnoughPercent);

    /// <summary>Probability that a pairing is in step, in whole per cent; 100 where no picture is followed.</summary>
    public int PercentOf(Prefix before, Suffix after, int tolerance)
    {
        var key = (before.Number, after.Number, tolerance);
        if (_percents.TryGetValue(key, out var known))
            return known;
        var (limits, inside) = (_tolerances[tolerance], before.Cases.Count > 0 ? 0 : 1.0);
        foreach (var (sum, fitsItself) in before.Cases)
            inside += sum.ProbabilityOfSumInside(fitsItself ? after.WithoutLink : after.Whole, limits.EarlyMs - before.ShiftMs,
                limits.LateMs - before.ShiftMs) / before.Cases.Count;
        return _percents[key] = (int)Math.Floor(inside * 100 + 1e-7);
    }
}
