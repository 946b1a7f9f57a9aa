using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Acts;

/// <summary>Where a thing or a person is, as far as it matters to a visit.</summary>
public enum Place
{
    /// <summary>Where the listener sits.</summary>
    Seat,

    /// <summary>At the set, within an arm's length of the boxes.</summary>
    AtSet,
}

/// <summary>Which way a two-way box works.</summary>
public enum BoxMode
{
    Transmit,
    Receive,
}

/// <summary>A choice in the menu of a set or another source.</summary>
public enum SourceMenu
{
    /// <summary>The output sound goes to; the value is a port.</summary>
    Output,

    /// <summary>Coding of its digital outputs: <see cref="MenuValues.Pcm"/> or <see cref="MenuValues.Automatic"/>.</summary>
    DigitalFormat,

    /// <summary>Its own speakers: <see cref="MenuValues.On"/> or <see cref="MenuValues.Off"/>.</summary>
    Speakers,

    /// <summary>Level of its headphone socket: <see cref="MenuValues.High"/> or <see cref="MenuValues.Low"/>.</summary>
    HeadphoneLevel,

    /// <summary>Linking over HDMI: <see cref="MenuValues.On"/> or <see cref="MenuValues.Off"/>.</summary>
    Linking,

    /// <summary>Whether a bar on its HDMI wakes it: <see cref="MenuValues.On"/>, as it comes, or <see cref="MenuValues.Off"/>; linking stays.</summary>
    PowerFollowing,

    /// <summary>AV receivers: what its spare amplifiers are for; <see cref="MenuValues.Plain"/> lets the second zone be.</summary>
    ZoneAssignment,

    /// <summary>AV receivers: the second zone's volume, <see cref="MenuValues.Fixed"/> or <see cref="MenuValues.Variable"/>.</summary>
    ZoneVolume,

    /// <summary>AV receivers: the second zone itself, <see cref="MenuValues.On"/> or <see cref="MenuValues.Off"/>.</summary>
    ZonePower,

    /// <summary>AV receivers: what the second zone plays, <see cref="MenuValues.AsMain"/> or another input.</summary>
    ZoneInput,

    /// <summary>Computers: the level of the player, <see cref="MenuValues.High"/> or <see cref="MenuValues.Low"/>.</summary>
    PlayerLevel,

    /// <summary>Computers: the level of the system.</summary>
    SystemLevel,
}

/// <summary>Values that menus take.</summary>
public static class MenuValues
{
    public const string Pcm = "PCM";
    public const string Automatic = "automatic";
    public const string On = "on";
    public const string Off = "off";
    public const string High = "high";
    public const string Low = "low";
    public const string OwnSpeakers = "own-speakers";
    public const string Plain = "plain";
    public const string Fixed = "fixed";
    public const string Variable = "variable";
    public const string AsMain = "as-main";
    public const string Other = "another";
}

/// <summary>What aids listen to.</summary>
public enum AidProgramme
{
    /// <summary>The room, by their microphones.</summary>
    Ordinary,

    /// <summary>What is streamed to them.</summary>
    Stream,

    /// <summary>A loop, by their telecoil.</summary>
    Telecoil,
}

/// <summary>How loud something is set.</summary>
public enum Volume
{
    /// <summary>Turned right down: nothing is heard.</summary>
    Down,

    /// <summary>As before anybody came, or as the listener likes it.</summary>
    Usual,
}

/// <summary>What somebody does at a site: data that the Bench carries out. Things, ends and ports are named by id (<see cref="Things"/>), never by
/// words.</summary>
public abstract record Act
{
    private Act()
    {
    }

    /// <summary>Puts one end of a lead into a socket.</summary>
    public sealed record Plug(string EndId, string PortId) : Act;

    /// <summary>Pulls one end of a lead out.</summary>
    public sealed record Pull(string EndId) : Act;

    /// <summary>Takes the protective cap off an end.</summary>
    public sealed record Uncap(string EndId) : Act;

    /// <summary>Connects a thing to its electricity: <see cref="Things.Mains"/> or a USB port.</summary>
    public sealed record Feed(string ThingId, string FromId) : Act;

    /// <summary>Takes a thing's electricity away until it is fed again.</summary>
    public sealed record Unfeed(string ThingId) : Act;

    /// <summary>Takes a thing's electricity away for a while, and gives it back.</summary>
    public sealed record Rest(string ThingId, double Seconds) : Act;

    /// <summary>Works a thing's own power control.</summary>
    public sealed record Switch(string ThingId, bool On) : Act;

    /// <summary>Sets a two-way box.</summary>
    public sealed record Slide(string ThingId, BoxMode Mode) : Act;

    /// <summary>Chooses a box's input.</summary>
    public sealed record ChooseInput(string ThingId, string PortId) : Act;

    /// <summary>Holds a control of a thing, 0 s for a short press, or puts it to a position or entry; what that does is told by its gestures.</summary>
    public sealed record Press(string ThingId, string Control, double HoldSeconds, int Presses, string To = "") : Act
    {
        /// <summary>A gesture as its device wants it.</summary>
        public static Press Of(string thingId, Gesture gesture) => new(thingId, gesture.Worked, gesture.HoldSeconds, gesture.Presses, gesture.To);
    }

    /// <summary>Chooses in the menu of a source.</summary>
    public sealed record Choose(string SourceId, SourceMenu Menu, string Value) : Act;

    /// <summary>Carries a thing somewhere.</summary>
    public sealed record Bring(string ThingId, Place Place) : Act;

    /// <summary>Sets how loud a thing is by its own control.</summary>
    public sealed record Turn(string ThingId, Volume Volume) : Act;

    /// <summary>Mutes a source or a speaker, or takes it off mute.</summary>
    public sealed record Mute(string ThingId, bool On) : Act;

    /// <summary>Puts a receiver where its listener hears it: on the head, in the ears or beside them; hangs a relay on, lays a loop.</summary>
    public sealed record PutOn(string ThingId) : Act;

    /// <summary>Chooses what aids listen to.</summary>
    public sealed record Listen(string ThingId, AidProgramme Programme) : Act;

    /// <summary>Starts or ends a stream in an app or by a key, for what streams only when asked.</summary>
    public sealed record Streaming(string ThingId, bool On) : Act;

    /// <summary>A phone's call comes to what is worn, or is over.</summary>
    public sealed record Call(string ThingId, bool On) : Act;

    /// <summary>Starts a programme on a source.</summary>
    public sealed record Play(string SourceId) : Act;

    /// <summary>Puts a source on standby, or wakes it.</summary>
    public sealed record Standby(string SourceId, bool On) : Act;

    /// <summary>Switches the Bluetooth of a phone, tablet or set of the household.</summary>
    public sealed record Radio(string ThingId, bool On) : Act;

    /// <summary>Joins a thing to the phone its app is on, with the app open and both up to date.</summary>
    public sealed record ToPhone(string ThingId, string PhoneId) : Act;

    /// <summary>Puts a phone or a speaker into the household's network.</summary>
    public sealed record JoinNetwork(string ThingId) : Act;

    /// <summary>Lets a source or a phone look for headphones: the list in its menu is open.</summary>
    public sealed record Search(string ThingId) : Act;

    /// <summary>Turns an emitter towards whoever is to hear it, and keeps the way clear.</summary>
    public sealed record Aim(string ThingId) : Act;

    /// <summary>Puts another lead in the place of one.</summary>
    public sealed record Replace(string LeadId) : Act;

    /// <summary>Clears the air beside a box: away from the router, strips off, another channel.</summary>
    public sealed record ClearAir(string ThingId) : Act;

    /// <summary>Lowers a source's line output, or puts an attenuator before what hangs on it.</summary>
    public sealed record TurnOutputDown(string SourceId) : Act;

    /// <summary>Takes a speaker out of its radio, card or cable mode.</summary>
    public sealed record ToBluetooth(string ThingId) : Act;

    /// <summary>Puts the left of two speakers on the left, as it is heard.</summary>
    public sealed record SetSides(string ThingId) : Act;

    /// <summary>Puts the slide of an AV receiver's remote on its second zone, or back on the main one.</summary>
    public sealed record SlideRemote(string SourceId, bool ToZone) : Act;

    /// <summary>Steps the second zone's input by the remote until its display shows it: the display must be lit, a first press only lights it.</summary>
    public sealed record StepZoneInput(string SourceId, string Value) : Act;

    /// <summary>Sees that a thing is charged.</summary>
    public sealed record Charge(string ThingId) : Act;

    /// <summary>Lets time pass.</summary>
    public sealed record Wait(double Seconds) : Act;
}

/// <summary>How long acts take a practised person, ms (starting values). What a device asks for, such as a hold, comes on top and is the same for
/// everybody.</summary>
public static class ActTimes
{
    /// <summary>The share that depends on the person, ms.</summary>
    public static int HandsMs(Act act) => act switch
    {
        Act.Plug or Act.Feed => 12_000,
        Act.Choose => 25_000,
        Act.Radio or Act.JoinNetwork => 15_000,
        Act.ToPhone => 60_000,
        Act.StepZoneInput => 0,
        Act.Bring or Act.Play or Act.PutOn or Act.Call or Act.Listen or Act.Streaming => 8_000,
        Act.Wait or Act.Charge => 0,
        _ => 4_000,
    };

    /// <summary>The share that a device or the act itself asks for, ms.</summary>
    public static int FixedMs(Act act) => act switch
    {
        Act.Press press => (int)(press.HoldSeconds * 1000),
        Act.Wait wait => (int)(wait.Seconds * 1000),
        Act.Rest rest => (int)(rest.Seconds * 1000),
        Act.StepZoneInput => 2_000,
        _ => 0,
    };
}
