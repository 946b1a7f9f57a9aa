using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Channels as things there are only so many of, so that the search never puts more boxes on an air than find one each: of the boxes with c channels or fewer
/// there may be c at most, for every c that some box has. None can be bought.
/// </summary>
internal sealed class ChannelStock
{
    private readonly Dictionary<SharedAir, int[]> _counts;
    private readonly Dictionary<(SharedAir, int), Use[]> _uses = [];
    private readonly Resources _resources;

    /// <param name="transmitters">Boxes that may stand here.</param>
    /// <param name="listeners">Listeners, and so boxes at most.</param>
    /// <param name="resources">Where they are counted.</param>
    public ChannelStock(IEnumerable<Device> transmitters, int listeners, Resources resources)
    {
        _resources = resources;
        _counts = transmitters.SelectMany(t => t.Links).Where(l => l.Channels > 0 && l.Channels < listeners && SharedAir.Of(l) is not null)
            .GroupBy(l => SharedAir.Of(l)!.Value).ToDictionary(air => air.Key, air => air.Select(l => l.Channels!.Value).Distinct().Order().ToArray());
    }

    /// <summary>What a sending end takes of them; nothing where there are always enough.</summary>
    public Use[] Of(AirLink? sends)
    {
        if (sends is not { Channels: > 0 and var own } || SharedAir.Of(sends) is not { } air || !_counts.TryGetValue(air, out var counts))
            return [];
        return _uses.TryGetValue((air, own), out var known) ? known
            : _uses[(air, own)] = [.. counts.Where(count => count >= own)
                .Select(count => new Use(_resources.OfBounded($"channels {air.Sort} {air.Band} {count}", count), 1))];
    }
}
