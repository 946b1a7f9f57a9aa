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
        return Airtime.Classic(CodecClasses.Of(codec).RateKbps, sends.ThreeMegabit && takes.ThreeMegabit, LossOf(route.Site.Look.AirInUse));
    }

    /// <summary>Of all that the box of a route sends, in thousandths: the sum over its listeners, or one stream for all of a broadcast.</summary>
    /// <param name="route">One route of the box, with the others of its rig beside it.</param>
    public static int ThousandthsOfBox(Route route) =>
        route.Beside.Count == 0 ? Thousandths(route) : ThousandthsOf(route.Beside.Prepend(route).Where(r => r.Feed.Key == route.Feed.Key));

    /// <summary>The same for routes of one box.</summary>
    public static int ThousandthsOf(IEnumerable<Route> box)
    {
        var (sum, most) = (0, 0);
        foreach (var route in box)
        {
            var share = Thousandths(route);
            (sum, most) = (route.Sends is { Technology: LinkTechnology.LeAudioBroadcast } ? 0 : sum + share, Math.Max(most, share));
        }

        return Math.Max(sum, most);
    }

    /// <summary>Of one stream, in thousandths: sums of these decide.</summary>
    public static int Thousandths(Route route) => (int)Math.Round(1000 * Of(route));

    /// <summary>What one listener adds to what a box for several sends already, in thousandths; 0 for a broadcast, which is one stream for all.</summary>
    public static int Added(Route route) => route.Sends is { Technology: LinkTechnology.LeAudioBroadcast } ? 0 : Thousandths(route);

    /// <summary>Most that one box may send, in thousandths.</summary>
    public static readonly int MostThousandths = (int)Math.Round(1000 * Airtime.Most);

    /// <summary>
    /// Of all that one box of a rig sends, with what the other Bluetooth boxes there cost it: each hops by itself, so they share no time, but packets are
    /// lost where two meet.
    /// </summary>
    /// <param name="route">One route of the box, with the others of its rig beside it.</param>
    public static double BesideOthers(Route route)
    {
        var air = route.Site.Look.AirInUse;
        var (own, kept) = (0.0, 1.0);
        foreach (var box in route.Beside.Prepend(route).Where(r => r.Sends is { IsBluetooth: true }).GroupBy(r => r.Feed.Key))
        {
            // A broadcast is one stream for everybody on it, any other link one for each listener.
            var share = box.First().Sends is { Technology: LinkTechnology.LeAudioBroadcast } ? box.Max(Of) : box.Sum(Of);
            if (box.Key == route.Feed.Key)
                own = share;
            else
                kept *= 1 - Airtime.LossBeside(share, air.WiFiNetworks, air.WiFiInHopSet);
        }

        return own / kept;
    }

    private static double LossOf(Sites.AirAround air) => Airtime.Loss(air.WiFiNetworks, air.WiFiInHopSet, air.WiFiBusy);

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
