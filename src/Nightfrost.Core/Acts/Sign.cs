using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Acts;

/// <summary>What can be seen or heard at a moment: data that the Bench answers. Things are named by id, never by words.</summary>
public abstract record Sign
{
    private Sign()
    {
    }

    /// <summary>A thing shows a state by its lights, prompts or display.</summary>
    /// <param name="Stands">True where it came into that state before: a prompt has passed by then.</param>
    public sealed record Shows(string ThingId, SignState State, bool Stands = false) : Sign;

    /// <summary>A listener hears the planned sound.</summary>
    public sealed record Heard(string ListenerId) : Sign;

    /// <summary>A listener goes on hearing it on the way to a place.</summary>
    public sealed record HeardAt(string ListenerId, string PlaceName) : Sign;

    /// <summary>The planned sound comes out of a receiver, wherever that is.</summary>
    public sealed record AtReceiver(string ListenerId) : Sign;

    /// <summary>Two outputs sound side by side.</summary>
    /// <param name="Both">What is true while they do.</param>
    public sealed record Together(Goal Both) : Sign;

    /// <summary>The room hears a programme, or nothing.</summary>
    public sealed record Room(bool Sounds) : Sign;

    /// <summary>The picture of what the sound is taken before is there.</summary>
    public sealed record Picture(string SocketId) : Sign;

    /// <summary>The codec that was planned is shown.</summary>
    public sealed record CodecShown(string ListenerId) : Sign;
}
