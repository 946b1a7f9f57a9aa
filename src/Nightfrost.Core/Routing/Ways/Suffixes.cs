using System.Collections.Concurrent;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>What a way from the link to an ear adds.</summary>
/// <param name="Number">Tells it from the others of its site.</param>
/// <param name="Whole">All of it.</param>
/// <param name="WithoutLink">The same where the set makes up for its own radio's delay.</param>
internal sealed record Suffix(int Number, DelayDistribution Whole, DelayDistribution WithoutLink);

/// <summary>Knows what ways from a link to an ear add, once for the same delays. May be asked from several threads.</summary>
internal sealed class Suffixes
{
    private readonly ConcurrentDictionary<(string?, OwnDelay?, string), Lazy<Suffix>> _known = [];
    private int _count;

    /// <summary>What the way of a route adds.</summary>
    /// <param name="stages">The stages behind the link, by <see cref="EarBase.Stages"/>.</param>
    /// <param name="route">The route.</param>
    public Suffix Of(string stages, Route route) =>
        _known.GetOrAdd((route.Coding.StageId, route.Sends?.Delay ?? route.Takes?.Delay, stages),
            static (_, at) => new(() => New(at.route, Interlocked.Increment(ref at.all._count))), (route, all: this)).Value;

    private static Suffix New(Route route, int number)
    {
        var delays = Arrivals.EarStages(route);
        return new(number, DelayDistribution.Sum(delays.Select(s => s.Distribution)),
            DelayDistribution.Sum(delays.Where(s => !s.OfLink).Select(s => s.Distribution)));
    }
}
