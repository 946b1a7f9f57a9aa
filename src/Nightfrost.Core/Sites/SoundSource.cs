using System.Text.Json.Serialization;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>A thing beside the set that makes sound.</summary>
public enum SourceKind
{
    SetTopBox,
    StreamingStick,
    DiscPlayer,
    GamesConsole,
    AvReceiver,
    HiFi,
    Computer,
}

/// <summary>How a source is joined to what it is plugged into.</summary>
public enum SourceLead
{
    Hdmi,
    Digital,
    Analogue,
}

/// <summary>How a source takes its programmes from the household's network.</summary>
public enum NetworkWay
{
    NotSaid,
    WiFi24GHz,
    WiFi5GHz,

    /// <summary>By a lead, or not from a network at all.</summary>
    NotByWiFi,
}

/// <summary>A source beside the set, with its own sockets and radios.</summary>
public sealed record SoundSource
{
    /// <summary>Unique in its look, and never <see cref="Television"/>.</summary>
    public required string Id { get; init; }
    public required string Name { get; init; }
    public required SourceKind Kind { get; init; }

    /// <summary>Somebody watches or hears it while a receiver is worn.</summary>
    public bool Watched { get; init; } = true;

    /// <summary>It brings a picture that is followed; while not said, what is usual for its sort.</summary>
    public Known BringsPicture { get; init; }

    /// <summary>How its programmes come in: Wi-Fi at 2.4 GHz is on the air that Bluetooth hops over.</summary>
    public NetworkWay Network { get; init; }

    /// <summary><see cref="Television"/>, the id of another source, or blank when it is plugged into nothing.</summary>
    public string PluggedInto { get; init; } = Television;

    /// <summary>The lead between them.</summary>
    public SourceLead Lead { get; init; }

    /// <summary>AV receivers: the set's sound comes back to it.</summary>
    public bool TakesSetSound { get; init; }

    /// <summary>What others plug into it leaves through it with its sound.</summary>
    public Known PassesSoundOn { get; init; }

    /// <summary>AV receivers: works on the sound (surround, room correction) instead of passing it straight.</summary>
    public bool ProcessesSound { get; init; }

    public IReadOnlyList<SourcePort> Sockets { get; init; } = [];

    /// <summary>True when nobody follows a picture with it.</summary>
    [JsonIgnore]
    public bool MusicOnly => BringsPicture switch { Known.Yes => false, Known.No => true, _ => SourceKinds.Of(Kind).MusicOnly };

    /// <summary>What <see cref="PluggedInto"/> says for the set itself.</summary>
    public const string Television = "set";
}

/// <summary>What a sort of source normally is, from the shipped table.</summary>
/// <param name="Kind">The sort.</param>
/// <param name="Words">Its name.</param>
/// <param name="MusicOnly">True when usually nobody watches a picture with it.</param>
/// <param name="AskPicture">True where it may as well bring music as pictures.</param>
/// <param name="ByNetwork">True when it usually takes its programmes from a network.</param>
/// <param name="OwnScreen">True when its picture is its own and not the set's, unless it is plugged into the set.</param>
/// <param name="UsuallyOutputs">True when an unmarked red and white pair on it is usually an output.</param>
/// <param name="LookFor">Sockets such a source often has.</param>
/// <param name="Hint">What to look for, and what it cannot do.</param>
public sealed record SourceFacts(
    SourceKind Kind, string Words, bool MusicOnly, bool AskPicture, bool ByNetwork, bool OwnScreen, bool UsuallyOutputs, IReadOnlyList<SocketKind> LookFor,
    string Hint);

/// <summary>The shipped table of sources.</summary>
public static class SourceKinds
{
    /// <summary>Every sort, in the order they are offered.</summary>
    public static IReadOnlyList<SourceFacts> All { get; } = Shipped.Read<SourceFacts[]>("Sites.source-kinds.json");

    public static SourceFacts Of(SourceKind kind) => All.First(row => row.Kind == kind);
}
