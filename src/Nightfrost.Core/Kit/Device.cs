namespace Nightfrost.Core.Kit;

/// <summary>What a thing on the shelf is for.</summary>
public enum DeviceRole
{
    Transmitter,
    Receiver,

    /// <summary>Worn on the body; takes a link and passes it on to hearing aids.</summary>
    Relay,

    /// <summary>Changes connector or signal between the socket and the transmitter.</summary>
    Adapter,

    /// <summary>A cable: two plugs and nothing between.</summary>
    Lead,

    /// <summary>A mains supply with a USB socket.</summary>
    Supply,

    /// <summary>Plays to the room from a socket of the set, or from one end of a splitter in it.</summary>
    RoomSpeaker,

    /// <summary>Takes a link and gives a wired output, in front of a speaker that lacks the link or its codec.</summary>
    LinkReceiver,
}

/// <summary>How a receiver is worn or placed.</summary>
public enum WearForm
{
    None,
    OverEar,
    Earbuds,
    HearingAids,
    Neckband,
    PersonalSpeaker,
    ChairSpeaker,
    PillowSpeaker,
}

/// <summary>Where what is known of a device comes from.</summary>
public enum Evidence
{
    MakersWord,
    SpecificationRead,
    MeasuredHere,
}

/// <summary>A wired socket of a device.</summary>
/// <param name="Connector">Its shape.</param>
/// <param name="Output">True when sound comes out of it.</param>
/// <param name="Signals">What it accepts or gives.</param>
/// <param name="Label">What is printed beside it.</param>
public sealed record AudioPort(Connector Connector, bool Output, IReadOnlyList<Signal> Signals, string Label);

/// <summary>How a device is fed with electricity.</summary>
/// <param name="UsbDrawMa">Current asked of a 5 V USB supply, mA; 0 when it takes none.</param>
/// <param name="OwnSupply">True when its own mains supply is in the box.</param>
/// <param name="BatteryHours">Hours per charge; 0 without a battery.</param>
/// <param name="ChargeHours">Hours to a full charge; 0 without a battery.</param>
/// <param name="WorksWhileCharging">May be used on the charging lead.</param>
/// <param name="PairingSurvivesPowerLoss">Finds its partner again by itself after its power was cut.</param>
/// <param name="SwitchedByHand">Someone must switch it on each time.</param>
public sealed record PowerNeed(
    int UsbDrawMa, bool OwnSupply, double BatteryHours, double ChargeHours, Known WorksWhileCharging, Known PairingSurvivesPowerLoss, bool SwitchedByHand)
{
    /// <summary>Takes no power at all.</summary>
    public static PowerNeed None { get; } = new(0, false, 0, 0, Known.NotYet, Known.NotYet, false);
}

/// <summary>What is done with the first receiver while the second one is paired.</summary>
public enum SecondListenerWay
{
    FirstOff,
    FirstStaysOn,
}

/// <summary>What a manual has first.</summary>
public enum ComesFirst
{
    /// <summary>Nobody has read it, or it says nothing of it: the usual order, leads first.</summary>
    NotSaid,
    Leads,
    Pairing,
}

/// <summary>One thing on the shelf. Everything the program does with it follows from these attributes.</summary>
public sealed record Device
{
    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Maker { get; init; }
    public required DeviceRole Role { get; init; }

    /// <summary>How it is worn; <see cref="WearForm.None"/> for anything that is not a receiver.</summary>
    public WearForm Form { get; init; }

    /// <summary>Price in the shelf's currency, not negative.</summary>
    public required decimal Price { get; init; }

    /// <summary>The day the price was read.</summary>
    public required DateOnly PricedOn { get; init; }

    /// <summary>Days from order to door, 0 to 120 (starting value until it is known).</summary>
    public int DeliveryDays { get; init; } = 3;

    public IReadOnlyList<AudioPort> Ports { get; init; } = [];
    public IReadOnlyList<AirLink> Links { get; init; } = [];
    public PowerNeed Power { get; init; } = PowerNeed.None;

    /// <summary>Delay stages inside the device besides its link, such as an aid's own processing.</summary>
    public IReadOnlyList<string> StageIds { get; init; } = [];

    /// <summary>Ids of devices and leads in its box.</summary>
    public IReadOnlyList<string> Includes { get; init; } = [];

    /// <summary>Leads: length, m. Anything else: length of its own lead, which ends in a plug; 0 for sockets alone.</summary>
    public double LengthM { get; init; }

    /// <summary>Leads: the second end is a socket, so that it lengthens a lead that ends in a plug. Any other lead has a plug at both ends.</summary>
    public bool IsExtension { get; init; }

    /// <summary>Splitters: number of equal outputs. USB power leads: sockets at the far end. 0 for anything else.</summary>
    public int SplitsInto { get; init; }

    /// <summary>Transmitters: hands the incoming digital signal on to another box.</summary>
    public bool PassesThrough { get; init; }

    /// <summary>What hands work on it.</summary>
    public IReadOnlyList<Control> Controls { get; init; } = [];

    /// <summary>What its controls make it do.</summary>
    public IReadOnlyList<Gesture> Gestures { get; init; } = [];

    /// <summary>Its lights, prompts and displays, and what they mean; what nobody has read is not among them.</summary>
    public IReadOnlyList<SignLook> Signs { get; init; } = [];

    /// <summary>What it does by itself.</summary>
    public Automatic Automatic { get; init; } = Automatic.Unread;

    /// <summary>How much its input bears, what it gives and how quiet it is.</summary>
    public Levels Levels { get; init; } = Levels.Unread;

    /// <summary>Where the codec in use can be read, in words; blank when it cannot.</summary>
    public string CodecReadback { get; init; } = "";

    public SecondListenerWay SecondListener { get; init; }

    /// <summary>What its manual has first: its leads, or its pairing.</summary>
    public ComesFirst ComesFirst { get; init; }

    /// <summary>Sound bars: how far the emitter that works the set reaches, m, 0 to 10; 0 where it has none.</summary>
    public double EmitterReachM { get; init; }

    /// <summary>Receivers: the wearer sets loudness on it without touching anybody else's.</summary>
    public bool OwnVolume { get; init; }

    /// <summary>Receivers: every control is found and told apart by touch.</summary>
    public bool FoundByTouch { get; init; }

    /// <summary>Receivers: hushes the room by sound of its own. Counts only where it was asked for.</summary>
    public bool NoiseCancelling { get; init; }

    /// <summary>Receivers: renders sound around the head with a set that lists it.</summary>
    public bool SpatialRendering { get; init; }

    /// <summary>Other modes that a wrong press leads to, in words, such as "FM radio, memory card"; blank when there are none.</summary>
    public string StrayModes { get; init; } = "";

    /// <summary>Minutes that making a personal ear profile in its app takes, 0 to 120; 0 when it has none.</summary>
    public int EarProfileMinutes { get; init; }

    /// <summary>Gives one ear everything: sums left and right, in an adapter or by a switch.</summary>
    public bool MonoSum { get; init; }

    /// <summary>Speakers: two of them join as left and right.</summary>
    public bool JoinsAsPair { get; init; }

    /// <summary>Gives a fixed level whatever it is fed with.</summary>
    public bool FixesLevel { get; init; }

    /// <summary>App it cannot do without, in words; blank for none. It needs a phone.</summary>
    public string App { get; init; } = "";

    /// <summary>Firmware it should have, as printed by its maker; blank while not known.</summary>
    public string Firmware { get; init; } = "";

    /// <summary>What to beware of, each in one short sentence.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Where these facts come from.</summary>
    public Evidence Evidence { get; init; }

    /// <summary>The day it was retired: no new rig uses it, old cases still show it. Null while in use.</summary>
    public DateOnly? RetiredOn { get; init; }

    /// <summary>Receivers: controls large and few enough for unsteady hands.</summary>
    public bool EasyControls { get; init; }

    /// <summary>Receivers: may be worn with hearing aids in place.</summary>
    public bool WornOverAids { get; init; }

    /// <summary>Receivers: lets the sounds of the room through.</summary>
    public bool OpenToRoom { get; init; }

    /// <summary>Keeps looking for its partner when idle and may wake other gear.</summary>
    public bool DisturbsWhenIdle { get; init; }

    /// <summary>A magnet, coil or transmitter worn on the body: keep away from implants until the clinician answers.</summary>
    public bool NearImplants { get; init; }

    /// <summary>Starts only when its app is told to.</summary>
    public bool StreamsOnRequest { get; init; }

    /// <summary>What so many pieces cost, in the shelf's currency.</summary>
    public decimal PriceOf(int pieces) => pieces * Price;

    /// <summary>The gesture that makes it do something; null when none does.</summary>
    public Gesture? GestureFor(GestureDoes does) => Gestures.FirstOrDefault(g => g.Does == does);

    /// <summary>
    /// True when it is told apart from units that are joined when bought: it can be made to wait for a partner, does so by itself, or is a Bluetooth box or
    /// receiver of which nobody has read how.
    /// </summary>
    public bool IsPaired() => PairingIsRead() || PairingIsUnread();

    /// <summary>True for what joins only whom it knows, and of which nobody has read how it is put into pairing.</summary>
    public bool PairingIsUnread() => !PairingIsRead()
        && Role is DeviceRole.Transmitter or DeviceRole.Receiver or DeviceRole.RoomSpeaker or DeviceRole.Relay or DeviceRole.LinkReceiver
        && Links.Any(l => l.Transmits == (Role == DeviceRole.Transmitter)
            && l.Technology is LinkTechnology.BluetoothClassic or LinkTechnology.LeAudioUnicast or LinkTechnology.AidRadio);

    private bool PairingIsRead() => GestureFor(GestureDoes.OpensPairing) is not null || OpensByItself();

    /// <summary>True when it waits for a partner without being told to.</summary>
    internal bool OpensByItself() => Automatic.Window != WindowOpens.ByHand;

    /// <summary>True for a phone that passes the sound on: it is on anyway.</summary>
    internal bool IsPhone() => Links.Any(l => l is { Transmits: false, Technology: LinkTechnology.WiFiApp });

    /// <summary>How it shows a state; empty where nobody has read it.</summary>
    public IEnumerable<SignLook> Showing(SignState state) => Signs.Where(s => s.State == state);
}
