namespace Nightfrost.Core.Loudness;

/// <summary>Speech, its peaks and the noise under it at one point of a way: in dBV where it is analogue, in dB below digital full scale where it is digital,
/// in dB SPL at the ear.</summary>
/// <param name="SpeechDb">Long-term level of speech.</param>
/// <param name="PeakDb">Its highest peak.</param>
/// <param name="NoiseDb">Noise of everything so far, added as power.</param>
public readonly record struct LevelPoint(double SpeechDb, double PeakDb, double NoiseDb)
{
    /// <summary>A broadcast programme at digital full scale: −23 LUFS, peaks to −1 dB (EBU R 128), 16 bit.</summary>
    public static LevelPoint Programme { get; } = new(-23, -1, -96);

    /// <summary>How far the noise lies below speech, dB.</summary>
    public double SpeechOverNoiseDb => SpeechDb - NoiseDb;

    /// <summary>Everything louder by some dB, or softer by as many.</summary>
    public LevelPoint Raised(double db) => new(SpeechDb + db, PeakDb + db, NoiseDb + db);

    /// <summary>The same with noise that a stage adds, on this point's own scale.</summary>
    public LevelPoint WithNoise(double noiseDb) =>
        this with { NoiseDb = 10 * Math.Log10(Math.Pow(10, NoiseDb / 10) + Math.Pow(10, noiseDb / 10)) };
}
