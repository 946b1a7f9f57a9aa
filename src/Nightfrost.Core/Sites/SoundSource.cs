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

/// <summary>A source beside the set, with its own sockets and radios.</summary>
public sealed record SoundSource
{
    /// <summary>Unique in its look, and never <see cref="Television"/>.</summary>
    public required string Id { get; init; }
    public required string Name { get; init; }
    public required SourceKind Kind { get; init; }

    /// <summary>Somebody watches or hears it while a receiver is worn.</summary>
    public bool Watched { get; init; } = true;

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

    /// <summary>What <see cref="PluggedInto"/> says for the set itself.</summary>
    public const string Television = "set";
}

/// <summary>What a sort of source normally is, from the shipped table.</summary>
/// <param name="Kind">The sort.</param>
/// <param name="Words">Its name.</param>
/// <param name="MusicOnly">True when nobody watches a picture with it.</param>
/// <param name="OwnScreen">True when its picture is its own and not the set's, unless it is plugged into the set.</param>
/// <param name="UsuallyOutputs">True when an unmarked red and white pair on it is usually an output.</param>
/// <param name="LookFor">Sockets such a source often has.</param>
/// <param name="Hint">What to look for, and what it cannot do.</param>
public sealed record SourceFacts(
    SourceKind Kind, string Words, bool MusicOnly, bool OwnScreen, bool UsuallyOutputs, IReadOnlyList<SocketKind> LookFor, string Hint);

/// <summary>The shipped table of sources.</summary>
public static class SourceKinds
{
    /// <summary>Every sort, in the order they are offered.</summary>
    public static IReadOnlyList<SourceFacts> All { get; } = Shipped.Read<SourceFacts[]>("Sites.source-kinds.json");

    public static SourceFacts Of(SourceKind kind) => All.First(row => row.Kind == kind);
}
