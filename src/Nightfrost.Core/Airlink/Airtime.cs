namespace Nightfrost.Core.Airlink;

/// <summary>How much of the air's time a Bluetooth sender needs.</summary>
public static class Airtime
{
    /// <summary>Above this share stutter is likely (starting value).</summary>
    public const double Stutters = 0.7;

    /// <summary>Above this share a link is not planned (starting value).</summary>
    public const double Most = 0.9;

    /// <summary>Rate of the largest 2 Mb/s packets one way, kb/s (2-DH5, Core Specification).</summary>
    public const double TwoMegabitKbps = 1448.5;

    /// <summary>Rate of the largest 3 Mb/s packets one way, kb/s (3-DH5, Core Specification).</summary>
    public const double ThreeMegabitKbps = 2178.1;

    private const int Channels = 79;
    private const int WiFiChannels = 22;
    private const int FewestHops = 20;

    /// <summary>
    /// Share of packets lost to Wi-Fi, 0 to 1: u·k/N, with k channels of the hop set N still under a network. Adaptive hopping keeps at least 20 channels.
    /// </summary>
    /// <param name="networks">2.4 GHz networks on channels that do not overlap, 0 to 3.</param>
    /// <param name="inside">How many of them hopping does not avoid, 0 to <paramref name="networks"/>.</param>
    /// <param name="busy">u: share of time they are busy, 0 to 1.</param>
    public static double Loss(int networks, int inside, double busy)
    {
        Guard.InRange(busy, 0, 1);
        var hops = Hops(networks, inside);
        return busy * Math.Max(0, hops - Clean(networks)) / hops;
    }

    /// <summary>
    /// Share of packets lost to another Bluetooth sender close by, 0 to 1: 2·share/N, with N channels hopped over. The two are not in step, so each packet
    /// may meet two of the other's, and each of those is on the same channel once in N (hopping of the Bluetooth Core Specification; that hops meet by chance
    /// is a starting assumption).
    /// </summary>
    /// <param name="share">Share of time the other sends, 0 and up; above 1 it sends all the time.</param>
    /// <param name="networks">2.4 GHz networks on channels that do not overlap, 0 to 3.</param>
    /// <param name="inside">How many of them hopping does not avoid, 0 to <paramref name="networks"/>.</param>
    public static double LossBeside(double share, int networks, int inside) => 2 * Math.Min(1, Math.Max(0, share)) / Hops(networks, inside);

    /// <summary>Share of time one Bluetooth classic stream needs: rate / packet rate / (1 − loss).</summary>
    /// <param name="rateKbps">Rate of the codec, kb/s.</param>
    /// <param name="threeMegabit">True when both ends state 3-DH5.</param>
    /// <param name="loss">Share of packets lost, 0 to below 1.</param>
    public static double Classic(double rateKbps, bool threeMegabit, double loss) =>
        Guard.InRange(rateKbps, 0, 3000) / (threeMegabit ? ThreeMegabitKbps : TwoMegabitKbps) / (1 - Guard.InRange(loss, 0, 0.99));

    /// <summary>
    /// Share of time one LE Audio stream of two channels needs: Σ subevents × (packet + 150 µs + acknowledgement + 150 µs) / interval, at 2 Mb/s, 10 ms, two
    /// subevents a channel. A broadcast has no acknowledgement and always sends its repeats (BAP; subevents are a starting value).
    /// </summary>
    /// <param name="channelKbps">Rate of one channel, kb/s.</param>
    /// <param name="broadcast">True for a broadcast.</param>
    public static double LowEnergy(double channelKbps, bool broadcast)
    {
        const double IntervalUs = 10_000, GapUs = 150, AckUs = 44, OverheadBytes = 14;
        const int Subevents = 2, ChannelsOfSound = 2;
        var packetUs = (Guard.InRange(channelKbps, 8, 400) * 10 / 8 + OverheadBytes) * 8 / 2;
        return ChannelsOfSound * Subevents * (packetUs + GapUs + (broadcast ? 0 : AckUs + GapUs)) / IntervalUs;
    }

    private static int Clean(int networks) => Channels - WiFiChannels * (int)Guard.InRange(networks, 0, 3);

    private static int Hops(int networks, int inside) => Math.Max(FewestHops, Clean(networks - (int)Guard.InRange(inside, 0, networks)));
}
