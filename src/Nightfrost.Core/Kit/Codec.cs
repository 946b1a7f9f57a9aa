namespace Nightfrost.Core.Kit;

/// <summary>What sort of coding a radio link uses. Standards by name, makers' codecs by class.</summary>
public enum CodecClass
{
    Sbc,
    Aac,
    Lc3,
    VendorStandard,
    VendorLowLatency,
    VendorAdaptiveLowLatency,
    VendorHighDefinition,
    VendorHighRate,
    VendorDualListener,
}

/// <summary>A codec as one device states it.</summary>
/// <param name="Class">Gives the delay and the rate.</param>
/// <param name="Mark">What is printed on the box; only for makers' codecs, where two ends match by mark. Blank means not known.</param>
public sealed record Codec(CodecClass Class, string Mark)
{
    /// <summary>True for the codecs an open standard defines; they match by name alone.</summary>
    public bool IsStandard => Class is CodecClass.Sbc or CodecClass.Aac or CodecClass.Lc3;

    /// <summary>True for a maker's codec whose printed mark nobody has read yet.</summary>
    public bool MarkUnknown => !IsStandard && string.IsNullOrWhiteSpace(Mark);

    /// <summary>The words shown for this codec: the standard's name, or the class with its mark.</summary>
    public string Words => IsStandard || string.IsNullOrWhiteSpace(Mark) ? CodecClasses.Of(Class).Words : $"{CodecClasses.Of(Class).Words} ({Mark.Trim()})";

    /// <summary>True when both ends surely speak the same codec.</summary>
    public bool Matches(Codec other) =>
        IsStandard ? Class == other.Class
        : Class == other.Class && !MarkUnknown && string.Equals(Mark.Trim(), other.Mark.Trim(), StringComparison.OrdinalIgnoreCase);
}

/// <summary>What a codec class brings: words for it and the delay stage it stands for.</summary>
/// <param name="Class">The class.</param>
/// <param name="Words">Its name in a sentence.</param>
/// <param name="StageId">Its row in the stage delays.</param>
/// <param name="RateKbps">Typical rate for two channels, kb/s.</param>
/// <param name="Quality">Sound quality, 1 to 4 (starting value).</param>
public sealed record CodecClassFacts(CodecClass Class, string Words, string StageId, double RateKbps, int Quality);

/// <summary>The shipped table of codec classes.</summary>
public static class CodecClasses
{
    /// <summary>Every class, one row each.</summary>
    public static IReadOnlyList<CodecClassFacts> All { get; } = Shipped.Read<CodecClassFacts[]>("Kit.codec-classes.json");

    /// <summary>The row of one class.</summary>
    public static CodecClassFacts Of(CodecClass codecClass) => ByClass[(int)codecClass];

    private static readonly CodecClassFacts[] ByClass = [.. Enum.GetValues<CodecClass>().Select(c => All.First(row => row.Class == c))];
}
