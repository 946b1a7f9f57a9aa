namespace Nightfrost.Core.Loudness;

/// <summary>How much of speech there is at an ear.</summary>
public enum Audibility
{
    HardlyAnything,
    Quiet,
    LoudEnough,
}

/// <summary>How much noise is under it.</summary>
public enum Clarity
{
    Hiss,
    Fair,
    Clear,
}

/// <summary>An input that gets more than it is known to bear.</summary>
/// <param name="Box">Name of the device.</param>
/// <param name="PeakDbV">Peaks that come to it, dBV.</param>
/// <param name="ClipDbV">Where it clips, dBV.</param>
public sealed record Overdriven(string Box, double PeakDbV, double ClipDbV);

/// <summary>Speech at an ear with every control right up, as it is reckoned from source to ear.</summary>
/// <param name="AtEar">Speech, peaks and noise, dB SPL.</param>
/// <param name="Clips">The first input that clips; null where none is known to.</param>
public sealed record EarLevel(LevelPoint AtEar, Overdriven? Clips)
{
    /// <summary>What speech is listened to at, dB SPL (starting value).</summary>
    public const double ComfortableDbSpl = 70;

    /// <summary>Below this hardly anything is heard, dB SPL (starting value).</summary>
    public const double FaintDbSpl = 60;

    public Audibility Audibility => AtEar.SpeechDb >= ComfortableDbSpl ? Audibility.LoudEnough
        : AtEar.SpeechDb >= FaintDbSpl ? Audibility.Quiet : Audibility.HardlyAnything;

    /// <summary>50 dB and more under speech is clear, below 40 dB it is heard as hiss.</summary>
    public Clarity Clarity => AtEar.SpeechOverNoiseDb >= 50 ? Clarity.Clear : AtEar.SpeechOverNoiseDb >= 40 ? Clarity.Fair : Clarity.Hiss;
}
