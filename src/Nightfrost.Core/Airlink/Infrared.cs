namespace Nightfrost.Core.Airlink;

/// <summary>How far an infrared sender carries off its axis.</summary>
public static class Infrared
{
    /// <summary>Share of the distance that is left with sun on the receiver (starting value).</summary>
    public const double SunShare = 0.5;

    /// <summary>Usable distance, m: r₀·√(cosᵐ θ · cos ψ) with m = −ln 2 / ln cos Φ½; half of it with sun on the receiver.</summary>
    /// <param name="onAxisM">r₀: usable distance on the axis, m, 0 to 100.</param>
    /// <param name="halfPowerDeg">Φ½: angle at which half the power is left, 5 to 85°.</param>
    /// <param name="offAxisDeg">θ: off the emitter's axis, 0 to 90°.</param>
    /// <param name="turnedAwayDeg">ψ: off the receiver's axis, 0 to 90°.</param>
    /// <param name="sun">Sun falls on the receiver.</param>
    /// <exception cref="ArgumentOutOfRangeException">A value lies outside its range or is not a number.</exception>
    public static double UsableM(double onAxisM, double halfPowerDeg, double offAxisDeg, double turnedAwayDeg, bool sun)
    {
        Guard.InRange(onAxisM, 0, 100);
        var half = Radians(Guard.InRange(halfPowerDeg, 5, 85));
        var (theta, psi) = (Radians(Guard.InRange(offAxisDeg, 0, 90)), Radians(Guard.InRange(turnedAwayDeg, 0, 90)));
        var order = -Math.Log(2) / Math.Log(Math.Cos(half));
        var power = Math.Pow(Math.Max(0, Math.Cos(theta)), order) * Math.Max(0, Math.Cos(psi));
        return onAxisM * Math.Sqrt(power) * (sun ? SunShare : 1);
    }

    private static double Radians(double degrees) => degrees * Math.PI / 180;
}
