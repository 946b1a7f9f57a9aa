using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

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

    /// <summary>
    /// Farthest place walked to, m from the set, walls not known; 0.3 to 100. Counts only with <see cref="LeavesRoom"/> while no place is entered.
    /// </summary>
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

    /// <summary>
    /// True for a device that a clinician, known by name and day, allowed near this person's implant. Nothing else with a magnet, coil or transmitter comes
    /// near it.
    /// </summary>
    public bool MayComeNear(string deviceId) =>
        !string.IsNullOrWhiteSpace(ImplantAnsweredBy) && ImplantAnsweredOn is not null && ImplantAllows.Contains(deviceId);

    /// <summary>The tolerance set that holds for this person.</summary>
    public string EffectiveToleranceId => ToleranceId ?? (ReadsLips ? Tolerances.LipReader : Tolerances.Broadcast);
}
