using System.Collections.Concurrent;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing;

/// <summary>What a way from the link to an ear adds.</summary>
/// <param name="Whole">All of it.</param>
/// <param name="WithoutLink">The same where the set makes up for its own radio's delay.</param>
internal sealed record Suffix(DelayDistribution Whole, DelayDistribution WithoutLink);

/// <summary>Numbers what ways from a link to an ear add: the same number for the same delays. May be asked from several threads.</summary>
internal sealed class Suffixes
{
    private readonly ConcurrentDictionary<(string?, OwnDelay?, int), int> _ids = [];
    private readonly Numbered<Suffix> _all = new();

    /// <summary>What has a number.</summary>
    public Suffix this[int number] => _all[number];

    /// <summary>Number of a way.</summary>
    /// <param name="linkStage">Delay stage of the link; null for a plain wire.</param>
    /// <param name="own">Delay of the link stated or measured for one of its ends; null for the typical one.</param>
    /// <param name="stages">Number of the stages behind the link.</param>
    /// <param name="route">A route with just these.</param>
    public int Of(string? linkStage, OwnDelay? own, int stages, Route route)
    {
        var key = (linkStage, own, stages);
        if (_ids.TryGetValue(key, out var known))
            return known;
        var delays = Arrivals.EarStages(route);
        var suffix = new Suffix(DelayDistribution.Sum(delays.Select(s => s.Distribution)), DelayDistribution.Sum(delays.Where(s => !s.OfLink).Select(s => s.Distribution)));
        lock (_ids)
        {
            if (_ids.TryGetValue(key, out known))
                return known;
            return _ids[key] = _all.Add(suffix);
        }
    }
}
