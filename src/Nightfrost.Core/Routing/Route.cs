using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One joint of a chain: a lead from an output to an input.</summary>
/// <param name="From">Connector of the output.</param>
/// <param name="To">Connector of the input.</param>
/// <param name="Lead">The cheapest lead that fits.</param>
/// <param name="Digital">True when numbers run through it.</param>
public sealed record Joint(Connector From, Connector To, Device Lead, bool Digital);

/// <summary>From a socket of the set to the box that sends: one way to tap the sound.</summary>
/// <param name="Socket">The socket or built-in radio.</param>
/// <param name="Adapters">Adapters between, at most two.</param>
/// <param name="Transmitter">The box that sends; null for the set's own radio and for a plain wire.</param>
/// <param name="Joints">The leads, in order.</param>
/// <param name="Copy">0 for the first chain of its kind; more where a splitter lets equal chains stand side by side.</param>
public sealed record Feed(SetSocket Socket, IReadOnlyList<Device> Adapters, Device? Transmitter, IReadOnlyList<Joint> Joints, int Copy = 0)
{
    /// <summary>Stable text that tells this feed from every other.</summary>
    public string Key { get; } = KeyOf(Socket.Id, Adapters.Select(a => a.Id), Transmitter?.Id, Copy);

    /// <summary>The key of a feed from the ids of its parts.</summary>
    public static string KeyOf(string socketId, IEnumerable<string> adapterIds, string? transmitterId, int copy) =>
        string.Join('>', [socketId, .. adapterIds, transmitterId ?? "-"]) + (copy == 0 ? "" : $"#{copy}");

    /// <summary>This chain, and as many equal ones beside it as its splitter and the number of listeners allow.</summary>
    public IEnumerable<Feed> Copies(int listeners)
    {
        var most = Splitter is null ? 1 : Math.Min(listeners, Splitter.SplitsInto - (Socket.State == SocketState.Taken ? 1 : 0));
        return Enumerable.Range(0, most).Select(copy => copy == 0 ? this : new Feed(Socket, Adapters, Transmitter, Joints, copy));
    }

    /// <summary>The splitter that shares the socket, if the first adapter is one.</summary>
    public Device? Splitter => Adapters is [{ SplitsInto: > 1 } first, ..] ? first : null;

    /// <summary>True when whatever holds the socket keeps its sound: passed on by the box, or split before it.</summary>
    public bool SharesSocket => Splitter is not null || (Transmitter is { PassesThrough: true } && Adapters.Count == 0);

    /// <summary>True for the set's own radio.</summary>
    public bool BuiltIn => Socket.Kind == SocketKind.Bluetooth;
}

/// <summary>From the link to the ear.</summary>
/// <param name="Listener">Whose ear.</param>
/// <param name="Receiver">What is worn or placed.</param>
/// <param name="Relay">A body-worn relay before it; null for most.</param>
public sealed record Ear(Listener Listener, Device Receiver, Device? Relay)
{
    /// <summary>The device that takes the link from the transmitter.</summary>
    public Device Takes => Relay ?? Receiver;

    /// <summary>True when this is the listener's own receiver.</summary>
    public bool IsOwn => Receiver.Id == Listener.ReceiverId;
}

/// <summary>A way from socket to ear that the rules are asked about.</summary>
/// <param name="Site">The site.</param>
/// <param name="Feed">How the sound is tapped.</param>
/// <param name="Ear">Where it arrives; null while only the feed is judged.</param>
/// <param name="Sends">Sending end of the link; null for a wire.</param>
/// <param name="Takes">Receiving end of the link; null for a wire or when no end fits.</param>
/// <param name="Several">True when the transmitter feeds more than one listener.</param>
public sealed record Route(Site Site, Feed Feed, Ear? Ear, AirLink? Sends, AirLink? Takes, bool Several)
{
    private Negotiated? _negotiated;

    /// <summary>The coding the two ends will really use.</summary>
    public Negotiated Coding => _negotiated ??= ReadBack is { } read
        ? Negotiation.Between(Sends, Takes, Several) with { Words = read.Words, StageId = CodecClasses.Of(read.Class).StageId, Codec = read }
        : Negotiation.Between(Sends, Takes, Several);

    /// <summary>The codec read off the box after pairing; it stands above the planned one.</summary>
    public Codec? ReadBack
    {
        get;
        init
        {
            field = value;
            _negotiated = null;
        }
    }

    /// <summary>The ear of a whole route.</summary>
    /// <exception cref="InvalidOperationException">Only the feed was given.</exception>
    public Ear AtEar => Ear ?? throw new InvalidOperationException("This rule needs a whole route.");
}
