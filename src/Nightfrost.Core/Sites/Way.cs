namespace Nightfrost.Core.Sites;

/// <summary>What a wall, floor or door is made of.</summary>
public enum Material
{
    Plasterboard,
    WoodenDoor,
    ClearGlass,
    CoatedGlass,
    Brick,
    Concrete,
    Metal,
    TimberFloor,
}

/// <summary>A wall of the site, crossed by one or more ways. Changing it changes every way that crosses it.</summary>
/// <param name="Id">Unique in its look.</param>
/// <param name="Name">How the specialist calls it.</param>
/// <param name="Material">What it is made of.</param>
public sealed record Wall(string Id, string Name, Material Material);

/// <summary>A wall met on a way.</summary>
/// <param name="WallId">The wall.</param>
/// <param name="AtM">Where the way meets it, m from the transmitter; 0 to the way's length.</param>
public sealed record Crossing(string WallId, double AtM);

/// <summary>The straight way from the transmitter to one place, unrolled.</summary>
public sealed record Way
{
    /// <summary>Walls crossed, in any order.</summary>
    public IReadOnlyList<Crossing> Crossings { get; init; } = [];

    /// <summary>True when every wall on the way has been entered, also when there is none.</summary>
    public bool WallsEntered { get; init; }

    /// <summary>People usually sitting or standing in the way, 0 to 10.</summary>
    public int Bodies { get; init; }

    /// <summary>Angle off the axis in which the set, and an emitter on it, looks; 0 to 90°.</summary>
    public double OffAxisDeg { get; init; }

    /// <summary>Angle between the receiver's front and the line to the emitter; 0 to 90°.</summary>
    public double TurnedAwayDeg { get; init; }

    /// <summary>Sun falls on the receiver's place while it is used.</summary>
    public bool SunOnReceiver { get; init; }

    /// <summary>Nothing known but the distance.</summary>
    public static Way Unseen { get; } = new();
}

/// <summary>A place somebody goes to during a programme.</summary>
/// <param name="Name">How it is called.</param>
/// <param name="DistanceM">From the transmitter, m, 0.3 to 100.</param>
/// <param name="Way">What stands between.</param>
public sealed record RoamPlace(string Name, double DistanceM, Way Way);

/// <summary>What else is on the air at the set.</summary>
public sealed record AirAround
{
    /// <summary>Router to the place of the transmitter, m, 0 to 100; null while not known.</summary>
    public double? RouterDistanceM { get; init; }

    /// <summary>Wi-Fi networks heard at 2.4 GHz on channels that do not overlap, 0 to 3.</summary>
    public int WiFiNetworks { get; init; }

    /// <summary>How many of them Bluetooth does not hop around, 0 to <see cref="WiFiNetworks"/>: its channels stay inside the hop set.</summary>
    public int WiFiInHopSet { get; init; }

    /// <summary>Share of time they are busy, 0 to 1.</summary>
    public double WiFiBusy { get; init; } = 0.3;

    /// <summary>LED strips or other radios within half a metre of the transmitter's place, in words; blank for none.</summary>
    public string OtherRadios { get; init; } = "";
}

/// <summary>Whose national rules hold for radio.</summary>
public enum Region
{
    NotSaid,
    Europe,
    UnitedStates,
}
