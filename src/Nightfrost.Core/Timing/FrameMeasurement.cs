using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Timing;

/// <summary>One take of the flash-and-click clip, filmed with the camera's microphone at the ear.</summary>
/// <param name="FramesPerSecond">Frame rate, 10 to 1000 a second.</param>
/// <param name="Frames">Frames from flash to click; negative when the click came first.</param>
/// <param name="ClickOnWaveform">True when the click was read on the waveform instead of counted in frames.</param>
public sealed record FrameTake(double FramesPerSecond, double Frames, bool ClickOnWaveform)
{
    /// <summary>Delay settings on this way when it was filmed, less what they stand at now, ms.</summary>
    public int DelayedMs { get; init; }

    /// <summary>Skew of this take, ms: 1000·n/f.</summary>
    public double SkewMs => 1000 * Frames / FramesPerSecond;

    /// <summary>What the same take would be with the delay settings as they stand now, ms.</summary>
    public double SkewNowMs => SkewMs - DelayedMs;

    /// <summary>
    /// Standard uncertainty of counting, ms: 1000/(f√6) when both ends are counted in frames, 1000/(f√12) when the click is read on the waveform.
    /// </summary>
    public double CountingMs => 1000 / (FramesPerSecond * Math.Sqrt(ClickOnWaveform ? 12 : 6));

    /// <summary>What cannot be right about a take; empty when it can be used.</summary>
    public static IReadOnlyList<FieldProblem> Problems(FrameTake take)
    {
        var problems = new List<FieldProblem>();
        if (!(take.FramesPerSecond is >= 10 and <= 1000))
            problems.Add(new("framesPerSecond", FormattableString.Invariant($"{take.FramesPerSecond} frames a second lies outside 10 to 1000."),
                "Enter the frame rate the camera filmed with, such as 30, 60 or 240."));
        else if (!(Math.Abs(take.SkewMs) <= 2000))
            problems.Add(new("frames", FormattableString.Invariant($"{take.Frames} frames at {take.FramesPerSecond} a second are more than 2 s."),
                "Count from one flash to its own click; negative when the click came first."));
        return problems;
    }
}

/// <summary>A measured skew with its uncertainty.</summary>
/// <param name="SkewMs">Median of the takes less the camera's offset, with the delay settings as they stand, ms; positive is late.</param>
/// <param name="PlusMinusMs">± at 95 % (k = 2), ms; never 0.</param>
/// <param name="Takes">How many takes.</param>
public sealed record Measured(double SkewMs, double PlusMinusMs, int Takes)
{
    /// <summary>How far a forecast was off: measured minus forecast median, ms; null where nothing was forecast.</summary>
    public double? OffByMs(double? forecastMs) => SkewMs - forecastMs;

    /// <summary>Probability that the true skew lies inside a tolerance, for a normal error.</summary>
    public double ProbabilityInside(Tolerance tolerance, double shiftMs = 0)
    {
        var u = PlusMinusMs / 2;
        return Normal.CDF(SkewMs + shiftMs, u, tolerance.LateMs) - Normal.CDF(SkewMs + shiftMs, u, tolerance.EarlyMs);
    }
}

/// <summary>Inside, outside, or not to be told from this measurement.</summary>
public enum SkewVerdict
{
    Inside,
    Early,
    Late,
    CannotTell,
}

/// <summary>Works out a skew from takes counted in frames.</summary>
public static class FrameMeasurement
{
    // Efficiency of the median against the mean, and MAD to standard deviation, both for a normal error.
    private const double MedianEfficiency = 1.2533;
    private const double MadToSigma = 1.4826;

    /// <summary>
    /// Skew and its ± of several takes: u² = (1.2533·1.4826·MAD)²/n + σ² + u_cal². The counting error σ is not divided by n, because equal takes share it.
    /// </summary>
    /// <param name="takes">At least one take without problems.</param>
    /// <param name="cameraOffsetMs">The camera's own skew, taken off, ms.</param>
    /// <param name="cameraUncertaintyMs">Standard uncertainty of that offset, ms, 0 or more.</param>
    /// <exception cref="ArgumentException">There is no take.</exception>
    public static Measured Of(IReadOnlyList<FrameTake> takes, double cameraOffsetMs = 0, double cameraUncertaintyMs = 0)
    {
        if (takes.Count == 0)
            throw new ArgumentException("A measurement needs at least one take.", nameof(takes));
        var skews = takes.Select(t => t.SkewNowMs).ToArray();
        var median = skews.Median();
        var mad = skews.Select(s => Math.Abs(s - median)).Median();
        var counting = takes.Max(t => t.CountingMs);
        var scatter = MedianEfficiency * MadToSigma * mad / Math.Sqrt(takes.Count);
        var u = Math.Sqrt(scatter * scatter + counting * counting + cameraUncertaintyMs * cameraUncertaintyMs);
        return new(median - cameraOffsetMs, 2 * u, takes.Count);
    }

    /// <summary>The verdict of a measurement against one tolerance: the whole interval must agree.</summary>
    public static SkewVerdict Against(Measured measured, Tolerance tolerance, double shiftMs = 0)
    {
        var (low, high) = (measured.SkewMs + shiftMs - measured.PlusMinusMs, measured.SkewMs + shiftMs + measured.PlusMinusMs);
        return high < tolerance.EarlyMs ? SkewVerdict.Early
            : low > tolerance.LateMs ? SkewVerdict.Late
            : low >= tolerance.EarlyMs && high <= tolerance.LateMs ? SkewVerdict.Inside
            : SkewVerdict.CannotTell;
    }

    /// <summary>True when ± is more than half the way to the nearest limit, so that more takes or more frames a second are worth it.</summary>
    public static bool TooWide(Measured measured, Tolerance tolerance) =>
        measured.PlusMinusMs > Math.Min(Math.Abs(measured.SkewMs - tolerance.EarlyMs), Math.Abs(tolerance.LateMs - measured.SkewMs)) / 2;
}
