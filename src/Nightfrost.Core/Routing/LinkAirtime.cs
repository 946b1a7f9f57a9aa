using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>Share of the air's time a route's link needs for one listener.</summary>
internal static class LinkAirtime
{
    /// <summary>Of one stream, 0 and up; 0 for links that are not Bluetooth.</summary>
    public static double Of(Route route)
    {
        if (route.Sends is not { IsBluetooth: true } sends || route.Takes is not { } takes)
            return 0;
        if (sends.Technology != LinkTechnology.BluetoothClassic)
            return Airtime.LowEnergy(Lc3KbpsAt(sends, takes), sends.Technology == LinkTechnology.LeAudioBroadcast);
        var codec = route.Coding.Codec?.Class ?? CodecClass.Sbc;
        return Airtime.Classic(CodecClasses.Of(codec).RateKbps, sends.ThreeMegabit && takes.ThreeMegabit, Airtime.Loss(route.Site.Look.Air.WiFiNetworks, route.Site.Look.Air.WiFiBusy));
    }

    /// <summary>Of the fewest streams the route stands for: two where its box feeds several, each as demanding as this one.</summary>
    public static double OfAll(Route route) => route is { Several: true, Sends.Technology: not LinkTechnology.LeAudioBroadcast } ? 2 * Of(route) : Of(route);

    /// <summary>Of all that one box of a rig sends, with what the other Bluetooth boxes there cost it: each hops by itself, so they share no time, but packets are lost where two meet.</summary>
    /// <param name="route">One route of the box, with the others of its rig beside it.</param>
    public static double BesideOthers(Route route)
    {
        var air = route.Site.Look.Air;
        var (own, kept) = (0.0, 1.0);
        foreach (var box in route.Beside.Prepend(route).Where(r => r.Sends is { IsBluetooth: true }).GroupBy(r => r.Feed.Key))
        {
            // A broadcast is one stream for everybody on it, any other link one for each listener.
            var share = box.First().Sends is { Technology: LinkTechnology.LeAudioBroadcast } ? box.Max(Of) : box.Sum(Of);
            if (box.Key == route.Feed.Key)
                own = share;
            else
                kept *= 1 - Airtime.LossBeside(share, air.WiFiNetworks);
        }

        return own / kept;
    }

    /// <summary>Most listeners one box may feed when every stream is as demanding as this one. A broadcast is one stream for all.</summary>
    public static int MostListeners(Route route) => Math.Min(route.Sends?.ListenersAtOnce ?? 1, MostByAir(route));

    /// <summary>The same by the air alone, whatever the box states.</summary>
    public static int MostByAir(Route route)
    {
        var share = Of(route);
        return route.Sends is { Technology: LinkTechnology.LeAudioBroadcast } || share <= 0 ? int.MaxValue : (int)Math.Floor(Airtime.Most / share + 1e-9);
    }

    // Rate of one channel at the best sample rate both have: 32, 48 and 80 kb/s at 16, 24 and 48 kHz (BAP).
    private static double Lc3KbpsAt(AirLink sends, AirLink takes)
    {
        var best = 0;
        for (var i = 0; i < sends.Lc3RatesKHz.Count; i++)
        {
            if (takes.Lc3RatesKHz.Contains(sends.Lc3RatesKHz[i]))
                best = Math.Max(best, sends.Lc3RatesKHz[i]);
        }

        return best switch
        {
            >= 48 => 80,
            >= 24 => 48,
            _ => 32,
        };
    }
}
