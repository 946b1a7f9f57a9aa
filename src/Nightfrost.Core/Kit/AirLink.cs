using System.Text.Json.Serialization;

namespace Nightfrost.Core.Kit;

/// <summary>The way through the air.</summary>
public enum LinkTechnology
{
    BluetoothClassic,
    LeAudioUnicast,
    LeAudioBroadcast,
    Digital24GHz,
    Digital19GHz,
    Digital5GHz,
    UhfDigital,
    UhfAnalogue,
    InfraredDigital,
    InfraredAnalogue,
    AidRadio,

    /// <summary>Near-field magnetics from a body-worn relay to the aids.</summary>
    NearField,

    /// <summary>A loop around a room, a cushion or a neck, heard through a telecoil.</summary>
    InductionLoop,

    /// <summary>Over the household's Wi-Fi to an app on a phone.</summary>
    WiFiApp,

    /// <summary>A platform's own link to speakers of its own make.</summary>
    PlatformSpeakers,

    /// <summary>Over the household's network to a speaker, from whatever can cast to it.</summary>
    NetworkCast,
}

/// <summary>A delay stated or measured for one device, in place of the typical one.</summary>
/// <param name="MinMs">Least, ms.</param>
/// <param name="TypicalMs">Most likely, ms.</param>
/// <param name="MaxMs">Greatest, ms.</param>
/// <param name="MeasuredHere">True when measured by the specialist, false when the maker states it.</param>
public sealed record OwnDelay(double MinMs, double TypicalMs, double MaxMs, bool MeasuredHere);

/// <summary>One radio, infrared or magnetic end of a device.</summary>
public sealed record AirLink
{
    public required LinkTechnology Technology { get; init; }

    /// <summary>True when this end sends, false when it receives. A two-way box has one link of each.</summary>
    public required bool Transmits { get; init; }

    /// <summary>Codecs in the order this end prefers; empty where the technology has just one coding of its own.</summary>
    public IReadOnlyList<Codec> Codecs { get; init; } = [];

    /// <summary>Codecs left when a second listener joins; empty means the same as <see cref="Codecs"/>.</summary>
    public IReadOnlyList<Codec> CodecsWithSeveral { get; init; } = [];

    /// <summary>Listeners fed at the same moment, as the specification states; at least 1. Only for a sending end.</summary>
    public int ListenersAtOnce { get; init; } = 1;

    /// <summary>Devices remembered, which is not the same as fed.</summary>
    public int Remembers { get; init; } = 1;

    /// <summary>Maker's system or hearing-aid family both ends must share; blank for open standards.</summary>
    public string Family { get; init; } = "";

    /// <summary>Generations of the family this end works with; empty means any.</summary>
    public IReadOnlyList<int> Generations { get; init; } = [];

    /// <summary>Power sent, dBm, for radio ends.</summary>
    public double TransmitDbm { get; init; }

    /// <summary>Sensitivity, dBm, for receiving radio ends.</summary>
    public double SensitivityDbm { get; init; } = -90;

    /// <summary>Infrared and loops: usable distance on the axis, m; other links: 0.</summary>
    public double OnAxisRangeM { get; init; }

    /// <summary>Infrared senders: angle off the axis at which half the power is left, 5 to 85°.</summary>
    public double HalfPowerDeg { get; init; } = 60;

    /// <summary>LE Audio: sample rates this end works with, kHz.</summary>
    public IReadOnlyList<int> Lc3RatesKHz { get; init; } = [16, 24, 48];

    /// <summary>Bluetooth: states packets of 3 Mb/s (3-DH5).</summary>
    public bool ThreeMegabit { get; init; }

    /// <summary>Lower edge of the band it uses, MHz; 0 for the technology's usual band.</summary>
    public double BandLowMHz { get; init; }

    /// <summary>Upper edge of the band it uses, MHz; 0 for the technology's usual band.</summary>
    public double BandHighMHz { get; init; }

    /// <summary>
    /// Sending ends that stay on the channel they are set to: channels to choose from, so that several boxes stand side by side. 0 where it finds a clear one
    /// by itself; null while nobody has read it.
    /// </summary>
    public int? Channels { get; init; }

    /// <summary>Lets the specialist choose whom it joins; otherwise it takes whatever answers first.</summary>
    public bool SelectsDestination { get; init; }

    /// <summary>Broadcasts: can be closed with a code.</summary>
    public bool Encrypts { get; init; }

    /// <summary>Delay stated or measured for this device; null takes the typical one.</summary>
    public OwnDelay? Delay { get; init; }

    /// <summary>A source's own radio that is known to refuse headphones of other makers.</summary>
    [JsonIgnore]
    public bool RefusesHeadphones { get; init; }

    /// <summary>A source's own radio that is known to refuse speakers of other makers.</summary>
    [JsonIgnore]
    public bool RefusesSpeakers { get; init; }

    /// <summary>Carrier for path loss, MHz: the middle of its own band, or the technology's.</summary>
    [JsonIgnore]
    public double FrequencyMHz => BandLowMHz > 0 ? (BandLowMHz + BandHighMHz) / 2 : LinkTechnologies.Of(Technology).FrequencyMHz;

    [JsonIgnore]
    public bool IsInfrared => Technology is LinkTechnology.InfraredAnalogue or LinkTechnology.InfraredDigital;

    /// <summary>True for a way on which a box may stay on the channel it is set to.</summary>
    [JsonIgnore]
    public bool KeepsChannel => LinkTechnologies.KeepsChannel(Technology);

    /// <summary>True where nothing joins: whoever is close enough, or sees it, hears it.</summary>
    [JsonIgnore]
    public bool IsOpen => IsInfrared || Technology is LinkTechnology.InductionLoop or LinkTechnology.NearField;

    [JsonIgnore]
    public bool IsBluetooth => Technology is LinkTechnology.BluetoothClassic or LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast;
}

/// <summary>What a link technology brings, from the shipped table.</summary>
/// <param name="Technology">The technology.</param>
/// <param name="Words">Its name in a sentence.</param>
/// <param name="StageId">Delay stage when no codec decides it; blank when the codec does.</param>
/// <param name="FrequencyMHz">Carrier, MHz; 0 where path loss does not apply.</param>
/// <param name="Quality">Sound quality it allows, 1 to 4, when no codec decides it (starting value).</param>
public sealed record LinkFacts(LinkTechnology Technology, string Words, string StageId, double FrequencyMHz, int Quality);

/// <summary>The shipped table of link technologies.</summary>
public static class LinkTechnologies
{
    public static IReadOnlyList<LinkFacts> All { get; } = Shipped.Read<LinkFacts[]>("Kit.link-technologies.json");

    private static readonly LinkFacts[] ByTechnology = [.. Enum.GetValues<LinkTechnology>().Select(t => All.First(row => row.Technology == t))];

    public static LinkFacts Of(LinkTechnology technology) => ByTechnology[(int)technology];

    /// <summary>True where a box may stay on the channel it is set to: infrared, and makers' own digital and analogue radio.</summary>
    public static bool KeepsChannel(LinkTechnology technology) => technology is LinkTechnology.InfraredAnalogue or LinkTechnology.InfraredDigital
        or LinkTechnology.Digital24GHz or LinkTechnology.Digital19GHz or LinkTechnology.Digital5GHz or LinkTechnology.UhfDigital or LinkTechnology.UhfAnalogue;
}
