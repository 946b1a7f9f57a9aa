using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One joint of a chain: a lead from an output to an input.</summary>
/// <param name="From">Connector of the output.</param>
/// <param name="To">Connector of the input.</param>
/// <param name="Lead">The cheapest lead that fits and is long enough; null where the device's own lead reaches.</param>
/// <param name="Digital">True when numbers run through it.</param>
/// <param name="NeedsM">Length the lead must have, m; 0 for boxes side by side.</param>
public sealed record Joint(Connector From, Connector To, Device? Lead, bool Digital, double NeedsM = 0)
{
    /// <summary>True for light in a fibre, whose ends come with caps on.</summary>
    public bool IsOptical => IsFibre(From) || IsFibre(To);

    private static bool IsFibre(Connector connector) => connector is Connector.OpticalSquare or Connector.Optical35;
}

/// <summary>From a source's socket to the box that sends: one way to tap the sound.</summary>
/// <param name="Socket">The socket or built-in radio.</param>
/// <param name="Adapters">Adapters between, at most three.</param>
/// <param name="Transmitter">The box that sends; null for a source's own radio and for a plain wire.</param>
/// <param name="Joints">The leads, in order.</param>
/// <param name="Copy">0 for the first chain of its kind; more where a splitter lets equal chains stand side by side.</param>
public sealed record Feed(SourcePort Socket, IReadOnlyList<Device> Adapters, Device? Transmitter, IReadOnlyList<Joint> Joints, int Copy = 0)
{
    private string? _key;

    /// <summary>Speakers for the room on one end of its splitter; null for none.</summary>
    public RoomHalf? Room
    {
        get;
        init
        {
            field = value;
            _key = null;
        }
    }

    /// <summary>
    /// The power lead with several ends on which all its boxes hang that run from USB alone, as one load; null where each has power of its own.
    /// </summary>
    public Device? PowerLead
    {
        get;
        init
        {
            field = value;
            _key = null;
        }
    }

    /// <summary>Stable text that tells this feed from every other.</summary>
    public string Key => _key ??= KeyOf(Socket.Id, Adapters.Select(a => a.Id), Transmitter?.Id, Copy, Room?.Speakers.Id, PowerLead?.Id);

    /// <summary>The key of a feed from the ids of its parts.</summary>
    public static string KeyOf(string socketId, IEnumerable<string> adapterIds, string? transmitterId, int copy, string? roomId, string? powerLeadId) =>
        string.Join('>', [socketId, .. adapterIds, transmitterId ?? "-"]) + (roomId is null ? "" : $"+{roomId}")
            + (powerLeadId is null ? "" : $"~{powerLeadId}") + (copy == 0 ? "" : $"#{copy}");

    /// <summary>The splitter at the head of a chain of adapters; null for none.</summary>
    internal static Device? SplitterOf(IReadOnlyList<Device> adapters) => adapters is [{ SplitsInto: > 1 } first, ..] ? first : null;

    /// <summary>Feeds that a splitter may share this one's socket with at most, this one counted.</summary>
    public int MostBeside => Splitter is null ? 1 : Splitter.SplitsInto - (Socket.State == SocketState.Taken ? 1 : 0) - (Room is null ? 0 : 1);

    /// <summary>This chain, and as many equal ones beside it as its splitter and the number of listeners allow.</summary>
    public IEnumerable<Feed> Copies(int listeners) => Enumerable.Range(0, Math.Max(0, Math.Min(listeners, MostBeside))).Select(CopyOf);

    /// <summary>The same chain once more beside it.</summary>
    /// <param name="copy">Its number; 0 for the first.</param>
    public Feed CopyOf(int copy) => copy == Copy ? this : new Feed(Socket, Adapters, Transmitter, Joints, copy) { Room = Room, PowerLead = PowerLead };

    /// <summary>The splitter that shares the socket, if the first adapter is one.</summary>
    public Device? Splitter => SplitterOf(Adapters);

    /// <summary>True when whatever holds the socket keeps its sound: passed on by the first box or adapter, or split before it.</summary>
    public bool SharesSocket =>
        Splitter is not null || Adapters is [{ PassesThrough: true }, ..] || (Transmitter is { PassesThrough: true } && Adapters.Count == 0);

    /// <summary>True when something holds the socket and goes on behind this feed: its lead is moved from the socket into the box or the splitter.</summary>
    public bool KeepsTaker => SharesSocket && Socket.State == SocketState.Taken;

    /// <summary>True for a source's own radio.</summary>
    public bool BuiltIn => SocketKinds.Of(Socket.Kind).IsRadio;

    /// <summary>True when the box draws its power from the USB socket it takes the sound from.</summary>
    public bool FedByTap => Transmitter is not null && SocketKinds.Of(Socket.Kind).GivesPower && Adapters.Count == 0;
}

/// <summary>From the link to the ear.</summary>
/// <param name="Listener">Whose ear.</param>
/// <param name="Receiver">What is worn or placed.</param>
/// <param name="Relay">What stands between the link and the receiver: a body-worn relay, a phone with its app, or a box in front of a speaker. Null for
/// most.</param>
public sealed record Ear(Listener Listener, Device Receiver, Device? Relay)
{
    /// <summary>The relay's own link to the receiver, seen from the relay; null without one.</summary>
    public AirLink? RelaySends { get; init; }

    /// <summary>The receiver's end of it.</summary>
    public AirLink? RelayReaches { get; init; }

    /// <summary>The lead from the relay to the receiver, where that is a wire.</summary>
    public Joint? RelayJoint { get; init; }

    /// <summary>The device that takes the link from the transmitter.</summary>
    public Device Takes => Relay ?? Receiver;

    /// <summary>True when this is the listener's own receiver.</summary>
    public bool IsOwn => Receiver.Id == Listener.ReceiverId;

    /// <summary>Pieces of the receiver: two where left and right are wanted and two of it join, which they do by their radio alone.</summary>
    public int Pieces => Listener.LeftAndRight && Receiver.JoinsAsPair && RelayJoint is null ? 2 : 1;

    /// <summary>True where two things are heard together: the aids of both ears, or two speakers joined as left and right.</summary>
    public bool IsTwo => Pieces > 1 || EachTakes;

    /// <summary>True where each of the two takes the link for itself, as aids do.</summary>
    public bool EachTakes => Receiver.Form == WearForm.HearingAids && Listener.Ears == HearingEars.Both;
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

    /// <summary>True when the transmitter feeds more than one listener.</summary>
    public bool Several
    {
        get;
        init
        {
            field = value;
            _negotiated = null;
        }
    } = Several;

    /// <summary>The coding the two ends will really use.</summary>
    public Negotiated Coding => _negotiated ??= ReadBack is { } read
        ? Negotiation.Between(Sends, Takes, Several) with { Words = read.Words, StageId = CodecClasses.Of(read.Class).StageId, Codec = read }
        : Negotiation.Between(Sends, Takes, Several);

    /// <summary>The last link before the ear, seen from its sender; null for a wire.</summary>
    public AirLink? LastHop => AtEar.RelaySends ?? (AtEar.RelayJoint is null ? Sends : null);

    /// <summary>True where the aids hear a loop through their telecoil: they must be on that programme, and nothing is paired.</summary>
    public bool ByTelecoil => LastHop is { Technology: LinkTechnology.InductionLoop };

    /// <summary>True where something is bought for somebody's aids, and nobody has confirmed that it fits them.</summary>
    public bool WaitsForAids => Site.WearsAids(AtEar.Listener) && AtEar.IsOwn && (AtEar.Relay is not null || Sends is { Technology: LinkTechnology.AidRadio })
        && (string.IsNullOrWhiteSpace(AtEar.Listener.AidsConfirmedBy) || AtEar.Listener.AidsConfirmedOn is null);

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

    /// <summary>Whether the link reaches the listener wherever they go; null for a wire and for links without a range of their own.</summary>
    public Reach? Reach => Sends is null || Takes is null || Ear is null ? null : Airlink.Reach.Of(Sends, Takes, Ear.Listener, Site.Look.Walls);

    /// <summary>The phone or set of the household that matters to this route: one that knows what is worn, or the one its app runs on; null for none.</summary>
    public string? Phone => Rival ?? (AtEar.Takes.App.Length > 0 && Sends is { Technology: not LinkTechnology.WiFiApp }
        ? AtEar.Listener.KnownTo.Trim() is { Length: > 0 } known ? known : Catalogue.Say("name.phoneOf", ("who", AtEar.Listener.Name)) : null);

    /// <summary>True where what takes the link is made to wait for what sends, and the other way round.</summary>
    public bool IsPairedAtBox => Sends is
    {
        IsOpen: false, Technology: not (LinkTechnology.LeAudioBroadcast or LinkTechnology.WiFiApp
        or LinkTechnology.PlatformSpeakers)
    } && AtEar.Takes.IsPaired();

    /// <summary>The other routes of its rig; empty while a route is looked at by itself.</summary>
    public IReadOnlyList<Route> Beside { get; init; } = [];

    /// <summary>The phone, tablet or set that knows what the listener wears and may take it, in words; null for none. What has an app is known to a
    /// phone.</summary>
    public string? Rival => Sends is not { Technology: LinkTechnology.BluetoothClassic or LinkTechnology.LeAudioUnicast } ? null
        : AtEar is { IsOwn: true, Relay: null } && AtEar.Listener.KnownTo.Trim() is { Length: > 0 } known ? known
        : AtEar.Takes.App.Length > 0 ? Catalogue.Say("name.phoneOf", ("who", AtEar.Listener.Name)) : null;

    /// <summary>Everything on the way, from the socket to the ear.</summary>
    public IEnumerable<Device> Devices => Feed.Adapters.Append(Feed.Transmitter).Append(Ear?.Relay).Append(Ear?.Receiver).OfType<Device>();

    /// <summary>The ear of a whole route.</summary>
    /// <exception cref="InvalidOperationException">Only the feed was given.</exception>
    public Ear AtEar => Ear ?? throw new InvalidOperationException("This rule needs a whole route.");
}
