namespace Nightfrost.Core.Kit;

/// <summary>The way through the air.</summary>
public enum LinkTechnology
{
    BluetoothClassic,
    LeAudioUnicast,
    LeAudioBroadcast,
    Digital24GHz,
    UhfDigital,
    UhfAnalogue,
    InfraredDigital,
    InfraredAnalogue,
    AidRadio,

    /// <summary>Near-field magnetics from a body-worn relay to the aids.</summary>
    NearField,
}

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

    /// <summary>Infrared: usable distance on the axis, m; other links: 0.</summary>
    public double OnAxisRangeM { get; init; }

    public bool IsInfrared => Technology is LinkTechnology.InfraredAnalogue or LinkTechnology.InfraredDigital;

    public bool IsBluetooth => Technology is LinkTechnology.BluetoothClassic or LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast;
}

/// <summary>What a link technology brings, from the shipped table.</summary>
/// <param name="Technology">The technology.</param>
/// <param name="Words">Its name in a sentence.</param>
/// <param name="StageId">Delay stage when no codec decides it; blank when the codec does.</param>
/// <param name="FrequencyMHz">Carrier, MHz; 0 where path loss does not apply.</param>
public sealed record LinkFacts(LinkTechnology Technology, string Words, string StageId, double FrequencyMHz);

/// <summary>The shipped table of link technologies.</summary>
public static class LinkTechnologies
{
    public static IReadOnlyList<LinkFacts> All { get; } = Shipped.Read<LinkFacts[]>("Kit.link-technologies.json");

    public static LinkFacts Of(LinkTechnology technology) => All.First(row => row.Technology == technology);
}
