using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Acts;

/// <summary>What can be seen or heard at a moment: data that the Bench answers. Things are named by id, never by words.</summary>
public abstract record Sign
{
    private Sign()
    {
    }

    /// <summary>A thing shows a state by its lights, prompts or display.</summary>
    public sealed record Shows(string ThingId, SignState State) : Sign;

    /// <summary>A listener hears the planned sound.</summary>
    public sealed record Heard(string ListenerId) : Sign;

    /// <summary>The room hears a programme, or nothing.</summary>
    public sealed record Room(bool Sounds) : Sign;

    /// <summary>The picture of what the sound is taken before is there.</summary>
    public sealed record Picture(string SocketId) : Sign;

    /// <summary>The codec that was planned is shown.</summary>
    public sealed record CodecShown(string ListenerId) : Sign;
}
