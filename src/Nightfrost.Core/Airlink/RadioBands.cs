using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Airlink;

/// <summary>A band that a region lets sound links use, from the shipped table.</summary>
/// <param name="Region">The region.</param>
/// <param name="LowMHz">Lower edge, MHz.</param>
/// <param name="HighMHz">Upper edge, MHz.</param>
/// <param name="Source">The public document.</param>
public sealed record RadioBand(Region Region, double LowMHz, double HighMHz, string Source);

/// <summary>Where sound may be sent. National rules differ: an answer is never more than a reason to check them.</summary>
public static class RadioBands
{
    /// <summary>Lower edge of what help pendants use in Europe, MHz: never plan on it.</summary>
    public const double PendantsLowMHz = 869.2;

    /// <summary>Upper edge of what help pendants use in Europe, MHz.</summary>
    public const double PendantsHighMHz = 869.25;

    /// <summary>Every band.</summary>
    public static IReadOnlyList<RadioBand> All { get; } = Shipped.Read<RadioBand[]>("Airlink.radio-bands.json");

    /// <summary>True when the whole band lies inside one that the region allows; also while the region is not said.</summary>
    public static bool Allows(Region region, double lowMHz, double highMHz) =>
        region == Region.NotSaid || All.Any(b => b.Region == region && lowMHz >= b.LowMHz && highMHz <= b.HighMHz);

    /// <summary>True when a band touches the one kept for help pendants.</summary>
    public static bool TouchesPendants(double lowMHz, double highMHz) => lowMHz < PendantsHighMHz && highMHz > PendantsLowMHz;
}
