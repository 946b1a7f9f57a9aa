using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>The air that boxes on one site share when they stay on the channel they are set to.</summary>
/// <param name="Sort">First technology of the sort: digital and analogue are one.</param>
/// <param name="Band">Place of its band in the table of bands; −1 for none of them.</param>
internal readonly record struct SharedAir(LinkTechnology Sort, int Band)
{
    /// <summary>The air of a sending end; null where nothing is set to a channel.</summary>
    public static SharedAir? Of(AirLink? sends)
    {
        if (sends is not { Transmits: true, KeepsChannel: true })
            return null;
        var sort = sends.Technology switch
        {
            LinkTechnology.InfraredAnalogue => LinkTechnology.InfraredDigital,
            LinkTechnology.UhfAnalogue => LinkTechnology.UhfDigital,
            var own => own,
        };
        return new(sort, sends.IsInfrared ? -1 : BandOf(sends.FrequencyMHz));
    }

    private static int BandOf(double frequencyMHz)
    {
        for (var band = 0; band < RadioBands.All.Count; band++)
        {
            if (frequencyMHz >= RadioBands.All[band].LowMHz && frequencyMHz <= RadioBands.All[band].HighMHz)
                return band;
        }

        return -1;
    }
}

/// <summary>
/// Channels of boxes side by side. A box with a number of channels is taken to have the first so many of its air, so all find one of their own just when,
/// whatever the number, no more boxes have that many or fewer.
/// </summary>
internal static class AirChannels
{
    /// <summary>Channel of each feed whose box is set to one, counted from 1; 0 where none is left.</summary>
    /// <param name="routes">Routes of one rig.</param>
    public static IReadOnlyDictionary<string, int> Of(IEnumerable<Route> routes)
    {
        var channels = new Dictionary<string, int>();
        foreach (var air in routes.Where(r => r.Sends is { Channels: > 0 }).DistinctBy(r => r.Feed.Key).GroupBy(r => SharedAir.Of(r.Sends)))
        {
            if (air.Key is null)
                continue;
            var next = 1;
            foreach (var route in air.OrderBy(r => r.Sends!.Channels).ThenBy(r => r.Feed.Key, StringComparer.Ordinal))
                channels[route.Feed.Key] = next > route.Sends!.Channels ? 0 : next++;
        }

        return channels;
    }

    /// <summary>True when every box of a rig that is set to a channel finds one.</summary>
    public static bool AreEnough(IReadOnlyList<Route> routes) => !routes.Any(r => r.Sends is { Channels: > 0 }) || !Of(routes).Values.Contains(0);

    /// <summary>Another box of the rig that may be on the same channel; null when none may.</summary>
    /// <param name="route">A route, with the others beside it.</param>
    public static Route? Rival(Route route) =>
        route.Beside.Count > 0 && MayClash(route) && SharedAir.Of(route.Sends) is { } air
            ? route.Beside.FirstOrDefault(o => o.Feed.Key != route.Feed.Key && MayClash(o) && SharedAir.Of(o.Sends) == air) : null;

    /// <summary>
    /// One route of every box that must keep off another's channel, with that other one and the channel it is set to; 0 where nobody has read which it has.
    /// </summary>
    /// <param name="rig">The rig.</param>
    public static IEnumerable<(Route Route, Route Rival, int Channel)> SideBySide(Rig rig)
    {
        var channels = Of(rig.Routes);
        foreach (var route in rig.Routes.DistinctBy(r => r.Feed.Key))
        {
            if (Rival(route with { Beside = [.. rig.Routes.Where(other => other != route)] }) is { } rival)
                yield return (route, rival, channels.GetValueOrDefault(route.Feed.Key));
        }
    }

    // One that finds a clear channel by itself keeps away from the others.
    private static bool MayClash(Route route) => route.Sends is { Channels: not 0 };
}
