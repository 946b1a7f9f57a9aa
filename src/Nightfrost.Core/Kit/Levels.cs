namespace Nightfrost.Core.Kit;

/// <summary>Levels of a device, each null while nobody has read it: starting values stand in.</summary>
public sealed record Levels
{
    /// <summary>Nothing that anybody has read.</summary>
    public static Levels Unread { get; } = new();

    /// <summary>Peak at which its line input clips, dBV, −40 to 20.</summary>
    public double? ClipDbV { get; init; }

    /// <summary>What its analogue output gives at digital full scale, dBV, −40 to 20.</summary>
    public double? FullScaleDbV { get; init; }

    /// <summary>How far its own noise lies below full scale, dB, 20 to 130.</summary>
    public double? NoiseBelowDb { get; init; }

    /// <summary>Receivers: what full scale gives at the ear with its control right up, dB SPL, 60 to 130.</summary>
    public double? LoudestDbSpl { get; init; }
}
