using System.Text.Json.Serialization;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>Whether a socket exists and is open to us.</summary>
public enum SocketState
{
    /// <summary>Nobody has looked for it yet.</summary>
    NotLooked,

    /// <summary>Looked for, and there is none.</summary>
    NotThere,
    Free,
    Taken,
}

/// <summary>Which way sound runs through a socket.</summary>
public enum SocketDirection
{
    /// <summary>As its marking says.</summary>
    AsMarked,
    Output,
    Input,
}

/// <summary>Whether the set's volume keys reach an output.</summary>
public enum LevelControl
{
    NotYet,
    Fixed,
    Variable,
}

/// <summary>What a second zone lets through.</summary>
public enum ZonePasses
{
    NotYet,
    AnalogueOnly,
    TwoChannelPcm,
    Everything,
}

/// <summary>One socket, or built-in radio, that sound may be taken from: of the set or of another source.</summary>
public sealed record SourcePort
{
    /// <summary>Unique in its look.</summary>
    public required string Id { get; init; }
    public required SocketKind Kind { get; init; }
    public required SocketState State { get; init; }

    /// <summary>Seen, free or not.</summary>
    [JsonIgnore]
    public bool IsThere => State is SocketState.Free or SocketState.Taken;

    /// <summary>What is plugged in, in words.</summary>
    public string TakenBy { get; init; } = "";

    /// <summary>What is plugged in, if it stands on the shelf.</summary>
    public string? TakenByDeviceId { get; init; }

    /// <summary>
    /// Id of another socket of the same owner that is the same hole: a headphone socket that takes an optical plug too. Only one of the two is used at a
    /// time; null for most.
    /// </summary>
    public string? SameSocketAs { get; init; }

    /// <summary>Words printed beside it.</summary>
    public string Marking { get; init; } = "";
    public SocketDirection Direction { get; init; }
    public LevelControl Level { get; init; }
    public Known SilencesSpeakers { get; init; }

    /// <summary>Sound leaves here as late as the picture is: its delay follows the picture's.</summary>
    public Known FollowsPicture { get; init; }

    /// <summary>Digital outputs: two-channel PCM can be chosen.</summary>
    public Known Pcm { get; init; }

    /// <summary>Optical: seen to glow with the set on.</summary>
    public Known Glows { get; init; }

    /// <summary>USB: current printed beside it, mA; 0 while unread.</summary>
    public int UsbMa { get; init; }

    /// <summary>USB: passes sound as well as power.</summary>
    public Known UsbSound { get; init; }

    /// <summary>Power goes off with the set.</summary>
    public Known OffInStandby { get; init; }

    /// <summary>Second zones: what of the inputs they let through.</summary>
    public ZonePasses ZonePasses { get; init; }

    /// <summary>Built-in Bluetooth: headphones of other makers may join.</summary>
    public Known OtherMakersJoin { get; init; }

    /// <summary>Built-in Bluetooth: speakers of other makers may join.</summary>
    public Known OtherMakersSpeakersJoin { get; init; }

    /// <summary>Links to a platform's own speakers: the make they must be of; blank while not known.</summary>
    public string SpeakerFamily { get; init; } = "";

    /// <summary>Built-in Bluetooth: listeners fed at the same moment, 1 to 12.</summary>
    public int ListenersAtOnce { get; init; } = 1;
}
