using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Loudness;

/// <summary>What each stage of a way does to a level. Where nobody has read a device's own, starting values stand in.</summary>
public static class LevelStages
{
    /// <summary>A line output at full scale, dBV: 2 V (starting value).</summary>
    public const double LineFullScaleDbV = 6;

    /// <summary>A headphone socket at full scale, dBV: 0.7 V (starting value).</summary>
    public const double HeadphoneFullScaleDbV = -3;

    /// <summary>What a set's volume, as households have it, takes off an output that follows it, dB (starting value).</summary>
    public const double UsualVolumeDb = -6;

    /// <summary>A headphone level in the menu at three quarters, and as sets come, dB (starting values).</summary>
    public const double HeadphoneHighDb = -3, HeadphoneLowDb = -26;

    /// <summary>A line input clips there, dBV (starting value).</summary>
    public const double LineClipDbV = 6;

    /// <summary>Noise of an analogue output whatever its volume, dBV (starting value).</summary>
    public const double OutputNoiseDbV = -95;

    /// <summary>Noise of a converter or an input below its full scale, dB (starting value).</summary>
    public const double ConverterNoiseDb = 90;

    /// <summary>Noise of a link that is not digital, below full scale, dB (starting value).</summary>
    public const double AnalogueLinkNoiseDb = 60;

    /// <summary>What a receiver gives at full scale, or a wired one at 1 V, with its control right up, dB SPL (starting values).</summary>
    public const double ReceiverDbSpl = 105, WiredDbSplAt1V = 115;

    /// <summary>A socket that gives an analogue level.</summary>
    /// <param name="fullScaleDbV">Its level at full scale, dBV.</param>
    /// <param name="turnedDb">What volume and menu take off, dB, not above 0. The noise behind them stays.</param>
    public static LevelPoint Output(double fullScaleDbV, double turnedDb) =>
        LevelPoint.Programme.Raised(fullScaleDbV + Guard.InRange(turnedDb, -200, 0)).WithNoise(OutputNoiseDbV);

    /// <summary>Analogue into a box: dBV becomes dB below its full scale, where peaks above 0 clip.</summary>
    public static LevelPoint Input(LevelPoint analogue, Levels box) =>
        analogue.Raised(-(box.ClipDbV ?? LineClipDbV)).WithNoise(-(box.NoiseBelowDb ?? ConverterNoiseDb));

    /// <summary>Digital into a converter: dB below full scale becomes dBV.</summary>
    public static LevelPoint Converted(LevelPoint digital, Levels converter)
    {
        var fullScale = converter.FullScaleDbV ?? LineFullScaleDbV;
        return digital.Raised(fullScale).WithNoise(fullScale - (converter.NoiseBelowDb ?? ConverterNoiseDb));
    }

    /// <summary>Across the air: a digital link adds nothing, another one its hiss.</summary>
    public static LevelPoint Link(LevelPoint sent, bool isDigital) => isDigital ? sent : sent.WithNoise(-AnalogueLinkNoiseDb);

    /// <summary>At the ear, with its control right up.</summary>
    /// <param name="taken">What the receiver takes: dB below full scale, or dBV by a wire.</param>
    /// <param name="receiver">Its levels.</param>
    /// <param name="byWire">It takes a wire.</param>
    public static LevelPoint Ear(LevelPoint taken, Levels receiver, bool byWire)
    {
        var loudest = receiver.LoudestDbSpl ?? (byWire ? WiredDbSplAt1V : ReceiverDbSpl);
        return (byWire ? taken : taken.WithNoise(-(receiver.NoiseBelowDb ?? ConverterNoiseDb))).Raised(loudest);
    }
}
