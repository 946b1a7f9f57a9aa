using System.Text.Json.Serialization;

namespace Nightfrost.Core.Sites;

/// <summary>Everything the first stage finds out about one site: the set, who listens, what is owned.</summary>
/// <param name="Set">The television.</param>
/// <param name="Listeners">One entry for each person to be served.</param>
/// <param name="Owned">Things of the shelf that the household already has, beside what the listeners wear.</param>
public sealed record Look(TelevisionSet Set, IReadOnlyList<Listener> Listeners, IReadOnlyList<OwnedThing> Owned)
{
    /// <summary>Sources beside the set.</summary>
    public IReadOnlyList<SoundSource> Sources { get; init; } = [];

    /// <summary>Walls that ways cross.</summary>
    public IReadOnlyList<Wall> Walls { get; init; } = [];

    /// <summary>What else is on the air.</summary>
    public AirAround Air { get; init; } = new();

    /// <summary>What brings the client to ask, as far as it was asked.</summary>
    public IReadOnlyList<Complaint> Complaints { get; init; } = [];

    /// <summary>Pairs of outputs that somebody has tried, or read about: whether they sound at the same time.</summary>
    public IReadOnlyList<LivePair> LiveTogether { get; init; } = [];

    /// <summary>Words beside sockets that the workshop knows beyond the usual ones, as they were when this was kept.</summary>
    public IReadOnlyList<MarkingWords> Markings { get; init; } = [];

    /// <summary>What an earlier case of the site had found out and nobody has changed since. Kept by the service, whatever is sent.</summary>
    public IReadOnlyList<KnownBefore> KnownBefore { get; init; } = [];

    /// <summary>Places of the site known from earlier cases, with the ways to them: offered to whoever sits or walks there. Kept by the service.</summary>
    public IReadOnlyList<RoamPlace> KnownPlaces { get; init; } = [];

    /// <summary>Whose radio rules hold here.</summary>
    public Region Region { get; init; }

    /// <summary>From which probability of being in step on a route is good enough here, %, 60 to 95 (starting value).</summary>
    public int GoodEnoughPercent { get; init; } = 80;

    /// <summary>What is on the air while a programme plays: also the Wi-Fi at 2.4 GHz that a source in use takes it by.</summary>
    [JsonIgnore]
    public AirAround AirInUse =>
        Air.WiFiNetworks == 0 && Sources.Any(s => s is { Watched: true, Network: NetworkWay.WiFi24GHz }) ? Air with { WiFiNetworks = 1 } : Air;

    /// <summary>Sockets of the set and of every source, the set's first.</summary>
    public IEnumerable<SourcePort> AllSockets() => Set.Sockets.Concat(Sources.SelectMany(s => s.Sockets));

    /// <summary>The source a socket belongs to; null for the set.</summary>
    public SoundSource? SourceOf(SourcePort socket) => Sources.FirstOrDefault(s => s.Sockets.Any(own => own.Id == socket.Id));

    /// <summary>The sockets of a source, or of the set; none for an id that is neither's.</summary>
    public IReadOnlyList<SourcePort> SocketsOf(string sourceId) =>
        sourceId == SoundSource.Television ? Set.Sockets : Sources.FirstOrDefault(s => s.Id == sourceId)?.Sockets ?? [];

    /// <summary>True for a socket of a source that stands by itself, without the set.</summary>
    public bool StandsApart(SourcePort socket) => SourceOf(socket) is { PluggedInto.Length: 0, TakesSetSound: false };

    /// <summary>True where the sound is taken before it comes to the set: whatever the set does to its own, mute included, leaves it as it is.</summary>
    public bool IsBeforeSet(SourcePort socket) => SourceOf(socket) is { TakesSetSound: false };

    /// <summary>The other use of the same hole; null for most.</summary>
    public SourcePort? OtherUseOf(SourcePort socket) =>
        AllSockets().FirstOrDefault(s => s.Id != socket.Id && (s.Id == socket.SameSocketAs || s.SameSocketAs == socket.Id));

    /// <summary>A site nobody has looked at yet.</summary>
    public static Look Empty { get; } = new(TelevisionSet.Unseen, [], []);
}

/// <summary>So many of one device, already there.</summary>
/// <param name="DeviceId">The device on the shelf.</param>
/// <param name="Count">1 to 20.</param>
public sealed record OwnedThing(string DeviceId, int Count);
