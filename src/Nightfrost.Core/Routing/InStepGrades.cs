using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing;

/// <summary>
/// In step in a word, for every pairing of a feed with an ear. A skew is a sum of what comes before the link and what comes after it, so its probability of lying inside
/// two limits needs no convolution of the two: Σ p(i)·[F(late − i) − F(early − i)].
/// </summary>
/// <param name="site">The site.</param>
/// <param name="suffixes">What ways from a link to an ear add.</param>
internal sealed class InStepGrades(Site site, Suffixes suffixes)
{
    private const int MostTolerances = 8;

    // Above every number of a socket or of a box's stages.
    private const int FirstJoined = 1 << 20;

    private sealed record Prefix(IReadOnlyList<(DelayDistribution Sum, bool FitsItself)> Cases, int ShiftMs);

    private readonly Dictionary<string, int> _prefixIds = [];
    private readonly Dictionary<(int, int), int> _chainIds = [];
    private readonly Dictionary<int, int> _prefixOfChain = [];
    private readonly Dictionary<string, int> _partIds = [];
    private readonly Dictionary<object, int> _numberOf = new(ReferenceEqualityComparer.Instance);
    private readonly Numbered<Prefix> _prefixes = new();
    private readonly Numbered<sbyte[]> _grades = new();
    private readonly List<Tolerance> _tolerances = [];

    /// <summary>Number of a socket with its adapters: the same for the same stages.</summary>
    public int ChainOf(SourcePort socket, IReadOnlyList<Device> adapters)
    {
        var chain = NumberOf(socket, socket.Id);
        for (var i = 0; i < adapters.Count; i++)
            chain = Joined(chain, adapters[i]);
        return chain;
    }

    /// <summary>Number of what a chain and the box at its end add.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="box">The box; null for none.</param>
    public int PrefixOf(Chain chain, Device? box)
    {
        var stages = box is null ? chain.Stages : Joined(chain.Stages, box);
        return _prefixOfChain.TryGetValue(stages, out var known) ? known : _prefixOfChain[stages] = NewPrefix(chain.To(box));
    }

    // A chain's number is that of the chain before it and of the stages of its last box; a box without stages adds nothing.
    private int Joined(int chain, Device box)
    {
        if (box.StageIds.Count == 0)
            return chain;
        var key = (chain, NumberOf(box, string.Join('|', box.StageIds)));
        return _chainIds.TryGetValue(key, out var known) ? known : _chainIds[key] = FirstJoined + _chainIds.Count;
    }

    private int NumberOf(object part, string key)
    {
        if (_numberOf.TryGetValue(part, out var known))
            return known;
        if (!_partIds.TryGetValue(key, out var number))
            _partIds[key] = number = _partIds.Count;
        return _numberOf[part] = number;
    }

    private int NewPrefix(Feed feed)
    {
        var stages = Arrivals.FeedStages(feed);
        var key = feed.Socket.Id + "|" + string.Join('|', stages.Select(s => s.Key));
        if (_prefixIds.TryGetValue(key, out var id))
            return id;
        var own = DelayDistribution.Sum(stages.Select(s => s.Distribution));
        var cases = Skew.Taps(site.Look, feed.Socket)
            .Select(tap => (DelayDistribution.Sum([own, .. tap.Before.Concat(tap.After).Select(s => s.Distribution)]), tap.FitsItself)).ToList();
        _grades.Add([]);
        return _prefixIds[key] = _prefixes.Add(new(cases, DelaySettings.StandAtMs(site.Look.Set.DelaySettings, feed.Socket.Id)));
    }

    /// <summary>Number of a listener's tolerance.</summary>
    public int ToleranceOf(Listener listener)
    {
        var tolerance = Tolerances.Find(listener.EffectiveToleranceId)!;
        var at = _tolerances.IndexOf(tolerance);
        if (at >= 0)
            return at;
        _tolerances.Add(tolerance);
        return _tolerances.Count - 1;
    }

    /// <summary>In step in a word, by <see cref="InStepWord"/>, of a pairing.</summary>
    public int Of(int prefix, int suffix, int tolerance) => (int)InStepWords.Of(PercentOf(prefix, suffix, tolerance) / 100.0, site.Look.GoodEnoughPercent);

    /// <summary>Probability that a pairing is in step, in whole per cent; 100 where no picture is followed. May be asked from several threads: what one of them loses is worked out again, to the same value.</summary>
    public int PercentOf(int prefix, int suffix, int tolerance)
    {
        var known = _grades[prefix];
        var at = suffix * MostTolerances + tolerance;
        if (at < known.Length && known[at] >= 0)
            return known[at];
        if (at >= known.Length)
        {
            var more = new sbyte[Math.Max(at + 1, Math.Max(64, 2 * known.Length))];
            Array.Fill(more, (sbyte)-1);
            known.CopyTo(more, 0);
            _grades[prefix] = known = more;
        }

        var (before, after, limits) = (_prefixes[prefix], suffixes[suffix], _tolerances[tolerance]);
        var inside = 1.0;
        if (before.Cases.Count > 0)
        {
            inside = 0;
            foreach (var (sum, fitsItself) in before.Cases)
                inside += sum.ProbabilityOfSumInside(fitsItself ? after.WithoutLink : after.Whole, limits.EarlyMs - before.ShiftMs, limits.LateMs - before.ShiftMs) / before.Cases.Count;
        }

        return known[at] = (sbyte)Math.Floor(inside * 100 + 1e-7);
    }
}
