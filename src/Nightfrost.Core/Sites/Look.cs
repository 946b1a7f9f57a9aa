using System.Text.Json.Serialization;
using Nightfrost.Core.Kit;

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

    /// <summary>Whose radio rules hold here.</summary>
    public Region Region { get; init; }

    /// <summary>From which probability of being in step on a route is good enough here, %, 60 to 95 (starting value).</summary>
    public int GoodEnoughPercent { get; init; } = 80;

    /// <summary>What is on the air while a programme plays: also the Wi-Fi at 2.4 GHz that a source in use takes it by.</summary>
    [JsonIgnore]
    public AirAround AirInUse => Air.WiFiNetworks == 0 && Sources.Any(s => s is { Watched: true, Network: NetworkWay.WiFi24GHz }) ? Air with { WiFiNetworks = 1 } : Air;

    /// <summary>Sockets of the set and of every source, the set's first.</summary>
    public IEnumerable<SourcePort> AllSockets() => Set.Sockets.Concat(Sources.SelectMany(s => s.Sockets));

    /// <summary>The source a socket belongs to; null for the set.</summary>
    public SoundSource? SourceOf(SourcePort socket) => Sources.FirstOrDefault(s => s.Sockets.Any(own => own.Id == socket.Id));

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

/// <summary>How much the set works on its picture, which decides how late the picture is.</summary>
public enum PictureMode
{
    Game,
    Standard,
    Film,
}

/// <summary>The television as found.</summary>
/// <param name="Model">As printed on the rating label; blank while unread.</param>
/// <param name="PictureMode">Mode in use.</param>
/// <param name="SpeakersCanBeOff">Its own speakers can be silenced by menu.</param>
/// <param name="MainsOutletsFree">Free mains outlets at the set, 0 to 20.</param>
/// <param name="SoundOutputMenu">Menu path to the sound output on this set, once found.</param>
/// <param name="Sockets">Sockets and radios seen.</param>
/// <param name="DelaySettings">Delay settings in its menu.</param>
public sealed record TelevisionSet(
    string Model, PictureMode PictureMode, Known SpeakersCanBeOff, int MainsOutletsFree, string SoundOutputMenu,
    IReadOnlyList<SourcePort> Sockets, IReadOnlyList<DelaySetting> DelaySettings)
{
    /// <summary>Its own tuner and apps are watched.</summary>
    public bool OwnProgrammesWatched { get; init; } = true;

    /// <summary>Its sound-output menu names one output at a time.</summary>
    public Known OutputMenuNamesOne { get; init; }

    /// <summary>The set and the headset both stand on the list of what spatial rendering works with.</summary>
    public Known SpatialListed { get; init; }

    /// <summary>The same set with delay settings put to new values, by name; a setting at the value found counts as never moved.</summary>
    public TelevisionSet WithDelays(IReadOnlyDictionary<string, int> valuesMs) => this with
    {
        DelaySettings = [.. DelaySettings.Select(s => valuesMs.TryGetValue(s.Name, out var ms) ? s with { SetToMs = ms == s.FoundAtMs ? null : ms } : s)],
    };

    public static TelevisionSet Unseen { get; } = new("", PictureMode.Standard, Known.NotYet, 0, "", [], []);
}

/// <summary>Whether a socket exists and is open to us.</summary>
public enum SocketState
{
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

    /// <summary>What is plugged in, in words.</summary>
    public string TakenBy { get; init; } = "";

    /// <summary>What is plugged in, if it stands on the shelf.</summary>
    public string? TakenByDeviceId { get; init; }

    /// <summary>Id of another socket of the same owner that is the same hole: a headphone socket that takes an optical plug too. Only one of the two is used at a time; null for most.</summary>
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

/// <summary>A setting of the set that makes sound later. Nothing makes it earlier.</summary>
/// <param name="Name">Its menu word.</param>
/// <param name="LowMs">Least delay, ms, 0 to 1000.</param>
/// <param name="HighMs">Greatest delay, ms, up to 1000.</param>
/// <param name="StepMs">Step, ms, 1 to 500.</param>
/// <param name="FoundAtMs">Value met on arrival, so that it can be put back.</param>
/// <param name="MovesSpeakers">Delays the set's own speakers.</param>
/// <param name="MovesSocketIds">Sockets it delays.</param>
public sealed record DelaySetting(string Name, int LowMs, int HighMs, int StepMs, int FoundAtMs, bool MovesSpeakers, IReadOnlyList<string> MovesSocketIds)
{
    /// <summary>Value set on the visit, ms; null while it stands as found.</summary>
    public int? SetToMs { get; init; }

    /// <summary>Value it stands at now, ms.</summary>
    public int StandsAtMs => SetToMs ?? FoundAtMs;

    /// <summary>True when this setting delays a socket, or the set's own speakers for null.</summary>
    public bool Moves(string? socketId) => socketId is null ? MovesSpeakers : MovesSocketIds.Contains(socketId);
}

/// <summary>What a listener wants of the room.</summary>
public enum RoomWish
{
    NoWish,

    /// <summary>Others in the room should hear the set too.</summary>
    RoomHearsToo,

    /// <summary>The set must be silent.</summary>
    SetSilent,
}

/// <summary>Sorts of implants that magnets, loops or transmitters may disturb.</summary>
public enum ImplantKind
{
    NotSaid,
    Pacemaker,
    Defibrillator,
    CochlearImplant,
    InsulinPump,
    Shunt,
    Other,
}

/// <summary>A side of the body.</summary>
public enum BodySide
{
    NotSaid,
    Left,
    Right,
}

/// <summary>Which ears hear.</summary>
public enum HearingEars
{
    Both,
    LeftOnly,
    RightOnly,
}

/// <summary>How much sound quality counts for a listener.</summary>
public enum QualityWeight
{
    /// <summary>As usual: better is better where nothing else differs.</summary>
    Normal,

    /// <summary>Any quality serves.</summary>
    Unimportant,

    /// <summary>Good sound is asked for.</summary>
    Important,
}

/// <summary>One person to be served.</summary>
public sealed record Listener
{
    /// <summary>Unique in its case.</summary>
    public required string Id { get; init; }

    /// <summary>How the specialist calls this person or seat.</summary>
    public required string Name { get; init; }

    /// <summary>Seat to set, m, 0.3 to 50.</summary>
    public required double SeatDistanceM { get; init; }

    /// <summary>What is worn or placed today; null when nothing yet.</summary>
    public string? ReceiverId { get; init; }

    /// <summary>Phones and tablets that know what is worn and may take it, in words; blank while nobody has asked.</summary>
    public string KnownTo { get; init; } = "";

    /// <summary>Something else may be bought for this person.</summary>
    public bool OpenToAnother { get; init; } = true;
    public RoomWish RoomWish { get; init; }

    /// <summary>Walks off during a programme.</summary>
    public bool LeavesRoom { get; init; }

    /// <summary>Farthest place walked to, m from the set, walls not known; 0.3 to 100. Counts only with <see cref="LeavesRoom"/> while no place is entered.</summary>
    public double RoamDistanceM { get; init; } = 8;

    /// <summary>Places walked to. Count only with <see cref="LeavesRoom"/>.</summary>
    public IReadOnlyList<RoamPlace> Roams { get; init; } = [];

    /// <summary>The way to the seat.</summary>
    public Way Seat { get; init; } = Way.Unseen;
    public bool ReadsLips { get; init; }

    /// <summary>Needs a loudness of their own.</summary>
    public bool OwnVolume { get; init; }

    /// <summary>Hands that need large, few controls.</summary>
    public bool UnsteadyHands { get; init; }

    /// <summary>Sees badly: controls must be found by touch.</summary>
    public bool SeesBadly { get; init; }

    /// <summary>Nothing may stand on, in or over the ears.</summary>
    public bool NothingOnEars { get; init; }

    /// <summary>Which ears hear. With one, nothing may be lost with the other channel.</summary>
    public HearingEars Ears { get; init; }

    /// <summary>The aids' telecoil programme has been switched on by the clinic.</summary>
    public Known Telecoil { get; init; }

    /// <summary>Carries an implant that magnets, loops or transmitters may disturb.</summary>
    public Known Implant { get; init; }

    /// <summary>What sort it is.</summary>
    public ImplantKind ImplantKind { get; init; }

    /// <summary>On which side of the body.</summary>
    public BodySide ImplantSide { get; init; }

    /// <summary>Which clinician answered what may come near it; blank while nobody has.</summary>
    public string ImplantAnsweredBy { get; init; } = "";

    /// <summary>When that was.</summary>
    public DateOnly? ImplantAnsweredOn { get; init; }

    /// <summary>Ids of the devices that the clinician allowed near it.</summary>
    public IReadOnlyList<string> ImplantAllows { get; init; } = [];

    /// <summary>Has a phone that may run an app, and carries it.</summary>
    public Known Phone { get; init; }

    /// <summary>Wants to be streamed to only when asked.</summary>
    public bool OnRequestOnly { get; init; }

    /// <summary>Wants left and right beside the seat.</summary>
    public bool LeftAndRight { get; init; }

    /// <summary>Asks for noise cancelling.</summary>
    public bool NoiseCancelling { get; init; }

    /// <summary>Asks for sound rendered around the head.</summary>
    public bool SpatialRendering { get; init; }

    /// <summary>How much sound quality counts.</summary>
    public QualityWeight Quality { get; init; }

    /// <summary>A lead from the source to this seat would keep off the ways people walk: along a wall, behind furniture.</summary>
    public Known LeadKeepsOffWays { get; init; }

    /// <summary>Hours of listening a day, 0 to 24; 0 while not known.</summary>
    public double HoursADay { get; init; }

    /// <summary>It is noisy at the seat: a kitchen, a street, a fan.</summary>
    public Known NoiseAtSeat { get; init; }

    /// <summary>Nothing stands between the set and this seat.</summary>
    public Known ClearLine { get; init; }

    /// <summary>Tolerance set chosen for this person; null takes the lip-reader's or the broadcast one.</summary>
    public string? ToleranceId { get; init; }

    /// <summary>Who at the clinic or dealer confirmed which streamer fits the aids; blank while nobody has.</summary>
    public string AidsConfirmedBy { get; init; } = "";

    /// <summary>When it was confirmed.</summary>
    public DateOnly? AidsConfirmedOn { get; init; }

    /// <summary>True for a device that a clinician, known by name and day, allowed near this person's implant. Nothing else with a magnet, coil or transmitter comes near it.</summary>
    public bool MayComeNear(string deviceId) => !string.IsNullOrWhiteSpace(ImplantAnsweredBy) && ImplantAnsweredOn is not null && ImplantAllows.Contains(deviceId);

    /// <summary>The tolerance set that holds for this person.</summary>
    public string EffectiveToleranceId => ToleranceId ?? (ReadsLips ? Tolerances.LipReader : Tolerances.Broadcast);
}
