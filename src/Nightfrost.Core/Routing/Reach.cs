using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>Whether a link reaches its listener wherever they go.</summary>
/// <param name="DistanceM">Farthest place, m.</param>
/// <param name="MarginDb">What is left there, dB; for infrared 20·log₁₀ of usable distance over distance.</param>
/// <param name="Usable">True from 0 dB.</param>
public sealed record Reach(double DistanceM, double MarginDb, bool Usable)
{
    /// <summary>The number and its word.</summary>
    public string Words => FormattableString.Invariant($"{MarginDb.ToString("+0;−0;0", System.Globalization.CultureInfo.InvariantCulture)} dB, {LinkMargin.Word(MarginDb)}");

    /// <summary>The reach of a route, or null for a wire or near field.</summary>
    public static Reach? Of(Route route)
    {
        if (route.Sends is not { } sends || route.Takes is not { } takes || route.Ear is not { } ear)
            return null;
        var distance = ear.Listener.LeavesRoom ? Math.Max(ear.Listener.SeatDistanceM, ear.Listener.RoamDistanceM) : ear.Listener.SeatDistanceM;
        var frequency = LinkTechnologies.Of(sends.Technology).FrequencyMHz;
        double margin;
        if (sends.IsInfrared)
            margin = 20 * Math.Log10(Math.Max(sends.OnAxisRangeM, 0.01) / distance);
        else if (frequency > 0)
            margin = LinkMargin.Db(sends.TransmitDbm, takes.SensitivityDbm, frequency, distance);
        else
            return null;
        return new(distance, margin, margin >= 0);
    }
}
