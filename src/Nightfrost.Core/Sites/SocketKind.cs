using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>A sort of socket, or built-in radio, found on a set.</summary>
public enum SocketKind
{
    OpticalSquare,
    Optical35,
    Coaxial,
    PhonoPair,
    Headphone35,
    Headphone635,
    HdmiReturn,
    HdmiPlain,
    UsbA,
    UsbC,
    MicroUsb,
    Barrel,
    SpeakerTerminals,
    Bluetooth,

    /// <summary>HDMI towards the set, on a box: an in-line extractor may stand in it.</summary>
    HdmiOut,

    /// <summary>Line output of an AV receiver's second zone.</summary>
    SecondZone,

    /// <summary>Tape or record output of a hi-fi.</summary>
    TapeOut,

    /// <summary>Sends its sound to an app on a phone, over Wi-Fi.</summary>
    AppStream,

    /// <summary>A platform's own link to speakers of its own make.</summary>
    PlatformSpeakers,
}

/// <summary>What a sort of socket normally is and does, from the shipped table.</summary>
/// <param name="Kind">The sort.</param>
/// <param name="Words">Its name on the wall.</param>
/// <param name="Connector">Its shape; null for a radio.</param>
/// <param name="Signals">What comes out of it when it is an output; empty when no sound ever does.</param>
/// <param name="StageId">Delay relative to the set's speakers.</param>
/// <param name="Digital">True when sound leaves as numbers.</param>
/// <param name="FixedLevel">True, false, or null when it depends on the set.</param>
/// <param name="SilencesSpeakers">True when a plug normally cuts the set's speakers.</param>
/// <param name="TakesOver">True when, in use, it seldom leaves any other output of its source live.</param>
/// <param name="Meaning">What it means to the specialist, when free and an output.</param>
/// <param name="Hint">Where to look and how to tell it apart.</param>
public sealed record SocketFacts(
    SocketKind Kind, string Words, Connector? Connector, IReadOnlyList<Signal> Signals, string StageId, bool Digital, bool? FixedLevel,
    bool SilencesSpeakers, bool TakesOver, string Meaning, string Hint)
{
    /// <summary>True when sound can leave through this sort of socket at all.</summary>
    public bool CarriesSoundOut => Signals.Count > 0 || IsRadio;

    /// <summary>True for a radio built into the source: nothing is plugged.</summary>
    public bool IsRadio => Kind is SocketKind.Bluetooth or SocketKind.AppStream or SocketKind.PlatformSpeakers;

    /// <summary>Its name in the middle of a sentence: "optical", but "HDMI" and "USB-A" as they are.</summary>
    public string InSentence => Words.Length > 1 && char.IsUpper(Words[1]) ? Words : char.ToLowerInvariant(Words[0]) + Words[1..];

    /// <summary>True for a USB socket that may feed a box.</summary>
    public bool GivesPower => Kind is SocketKind.UsbA or SocketKind.UsbC;
}

/// <summary>The shipped table of sockets.</summary>
public static class SocketKinds
{
    /// <summary>Every sort, in the order of the socket wall.</summary>
    public static IReadOnlyList<SocketFacts> All { get; } = Shipped.Read<SocketFacts[]>("Sites.socket-kinds.json");

    private static readonly SocketFacts[] ByKind = [.. Enum.GetValues<SocketKind>().Select(kind => All.First(row => row.Kind == kind))];

    public static SocketFacts Of(SocketKind kind) => ByKind[(int)kind];
}
