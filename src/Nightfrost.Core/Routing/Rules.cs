using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using static Nightfrost.Core.Routing.RuleEffect;
using static Nightfrost.Core.Routing.RuleScope;

namespace Nightfrost.Core.Routing;

/// <summary>The one list of rules. Refusing rules stand in the order a specialist would meet them, from the socket to the ear.</summary>
public static class Rules
{
    public const string SocketTaken = "socket-taken";
    public const string ConnectorFit = "connector-fit";
    public const string OwnReceiver = "own-receiver-only";
    public const string ListenersAtOnce = "listeners-at-once";

    /// <summary>Every rule.</summary>
    public static IReadOnlyList<Rule> All { get; } =
    [
        new("output-to-input", Refuses, Tap, "{socket} is an input: no sound comes out of it.", "Use a socket marked audio out, line out, variable out or AV out.", "practice",
            r => SocketReading.Direction(r.Feed.Socket) == MarkingReading.Input ? Say(("socket", Socket(r))) : null),
        new("direction-unread", Refuses, Tap, "{socket} may be an input: its marking has not been read.", "Read the words beside it and enter them on Look.", "practice",
            r => SocketReading.Direction(r.Feed.Socket) == MarkingReading.Unsure ? Say(("socket", Socket(r))) : null),
        new("other-makers-join", Refuses, Tap, "{socket} refuses headphones of other makers.", "Use a transmitter on a socket instead.", "practice",
            r => r.Feed.BuiltIn && r.Feed.Socket.OtherMakersJoin == Known.No ? Say(("socket", Socket(r))) : null),
        new("usb-sound", Refuses, Tap, "{socket} is not known to pass sound, only power.", "Plug the box in and see whether its USB input lamp lights; enter it on Look.", "practice",
            r => SocketKinds.Of(r.Feed.Socket.Kind).GivesPower && r.Feed.Socket.UsbSound != Known.Yes ? Say(("socket", Socket(r))) : null),
        new(SocketTaken, Refuses, Tap, "{socket} is taken by {taker}, and {box} does not pass its sound on.", "Use a box with pass-through, a splitter, or free the socket.", "practice",
            r => r.Feed.Socket.State == SocketState.Taken && !r.Feed.SharesSocket ? Say(("socket", Socket(r)), ("taker", Taker(r)), ("box", Box(r))) : null),
        new(ConnectorFit, Refuses, Tap, "Nothing on the shelf joins {socket} to {box} with at most two adapters.", "Add the adapter to the shelf, or use another socket.", "practice",
            r => !r.Feed.BuiltIn && r.Feed.Joints.Count == 0 ? Say(("socket", Socket(r)), ("box", Box(r))) : null),
        new("pcm-for-digital", Refuses, Tap, "{socket} sends no PCM, and {box} cannot decode anything else.", "Use an analogue socket, or a box that decodes the set's format.", "practice",
            r => r.Feed.Socket.Pcm == Known.No && TakesPcmOnly(r.Feed) ? Say(("socket", Socket(r)), ("box", Box(r))) : null),
        new("room-hears", Refuses, Tap, "{socket} silences the set, and the room should hear ({who}).", "Use a socket that leaves the room its sound, such as optical.", "practice",
            r => Wishes(r.Site.Look, RoomWish.RoomHearsToo) is { } who && SocketReading.SilencesSpeakers(r.Feed.Socket) ? Say(("socket", Socket(r)), ("who", who)) : null),
        new("set-silent", Refuses, Tap, "The set must be silent ({who}); its speakers cannot be switched off, and {socket} leaves them on.", "Use a socket that silences the set, such as the headphone socket.", "practice",
            r => Wishes(r.Site.Look, RoomWish.SetSilent) is { } who && r.Site.Look.Set.SpeakersCanBeOff == Known.No && !SocketReading.SilencesSpeakers(r.Feed.Socket) ? Say(("socket", Socket(r)), ("who", who)) : null),

        new("aids-stay-in", Refuses, WholeWay, "{who} wears hearing aids; {receiver} cannot be worn with them.", "Use the aids' own streamer, a relay, or a receiver worn over aids.", "practice",
            r => WearsAids(r) && !r.AtEar.IsOwn && !r.AtEar.Receiver.WornOverAids ? Say(("who", Who(r)), ("receiver", r.AtEar.Receiver.Name)) : null),
        new(OwnReceiver, Refuses, WholeWay, "{who} keeps to what is worn now.", "Tick 'open to another receiver' on Look if something else may be tried.", "practice",
            r => !r.AtEar.IsOwn && !r.AtEar.Listener.OpenToAnother ? Say(("who", Who(r))) : null),
        new("same-link", Refuses, WholeWay, "{box} and {receiver} share no link.", "Take two ends that speak the same technology.", "practice",
            r => r.Sends is not null && r.Takes is null ? Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name)) : null),
        new("aid-family", Refuses, WholeWay, "{box} is for {sends}; {receiver} is {takes}.", "Order only the streamer or relay of the aids' own family and generation, confirmed by the clinic.", "practice",
            r => r.Sends is { } s && r.Takes is { } t && !FamilyFits(s, t)
                ? Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name), ("sends", FamilyWords(s)), ("takes", FamilyWords(t))) : null),
        new(ListenersAtOnce, Refuses, WholeWay, "{box} feeds {limit} at once; remembering more is not feeding more.", "Use a box with a stated simultaneous output for this number, or a second box.", "practice",
            r => r is { Several: true, Sends.ListenersAtOnce: 1 } ? Say(("box", Box(r)), ("limit", "one listener")) : null),
        new("clear-line", Refuses, WholeWay, "{who} has something in the line; {box} sends infrared.", "Move the emitter or the obstacle, or use radio.", "practice",
            r => r.Sends is { IsInfrared: true } && r.AtEar.Listener.ClearLine == Known.No ? Say(("who", Who(r)), ("box", Box(r))) : null),
        new("stays-in-room", Refuses, WholeWay, "{who} leaves the room; infrared does not.", "Use radio: Bluetooth by its margin, 2.4 GHz or UHF.", "practice",
            r => r.Sends is { IsInfrared: true } && r.AtEar.Listener.LeavesRoom ? Say(("who", Who(r)), ("box", Box(r))) : null),
        new("wire-tethers", Refuses, WholeWay, "{who} leaves the room; a wire does not follow.", "Use a wireless link.", "practice",
            r => r.Sends is null && r.AtEar.Listener.LeavesRoom ? Say(("who", Who(r))) : null),
        new("in-range", Refuses, WholeWay, "{who} goes {distance} away: {box} is out of reach ({margin}).", "Use a box with more power, or UHF.", "ITU-R P.1238",
            r => Reach.Of(r) is { Usable: false } reach ? Say(("who", Who(r)), ("box", Box(r)), ("distance", Metres(reach.DistanceM)), ("margin", reach.Words)) : null),

        new("codec-both-ends", Advises, WholeWay, "Falls back to SBC: {receiver} has no {codec}. Both ends need it.", "Choose ends that share the codec, or a 2.4 GHz or UHF set when the lips matter.", "A2DP",
            r => r.Coding is { Missed: { } missed, MarkUnknown: false } ? Say(("receiver", r.AtEar.Takes.Name), ("codec", missed.Words)) : null),
        new("mark-unread", Advises, WholeWay, "Planned as SBC: the codec mark of {box} or {receiver} has not been read.", "Read the mark on the box or in its manual and enter it in Kit.", "practice",
            r => r.Coding.MarkUnknown ? Say(("box", Box(r)), ("receiver", r.AtEar.Takes.Name)) : null),
        new("low-latency-with-two", Advises, WholeWay, "With two listeners {box} leaves {codec} (about {alone} over the air) and uses {mode} (about {shared}).", "One listener alone keeps it; so does a box that states it for two, or two boxes.", "practice",
            r => r.Coding.LostToSecond is { } lost ? Say(("box", Box(r)), ("codec", lost.Words), ("mode", r.Coding.Words), ("alone", LinkMs(lost)), ("shared", LinkMs(r.Coding.Codec!))) : null),
        new("headphone-level", Advises, Tap, "{socket} carries the set's headphone level, often low.", "Turn the set's headphone level up first, then the ear, so that no hiss is heard.", "practice",
            r => r.Feed.Socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635 ? Say(("socket", Socket(r))) : null),
        new("level-fixed", Advises, Tap, "{socket} is at a fixed level: the set's volume keys do nothing to it.", "Loudness is set at the ear or at the box.", "practice",
            r => SocketReading.FixedLevel(r.Feed.Socket) == true ? Say(("socket", Socket(r))) : null),
        new("usb-current", Advises, Tap, "{box} asks {draw} mA; no free USB socket of the set gives that with a fifth to spare.", "Feed it from a mains supply of the right voltage.", "USB-IF",
            r => r.Feed.Transmitter is { Power: { UsbDrawMa: > 0, OwnSupply: false } } box && BoxPower.SocketFor(r.Site.Look.Set, box) is null && HasUsb(r.Site.Look.Set)
                ? Say(("box", box.Name), ("draw", box.Power.UsbDrawMa.ToString(CultureInfo.InvariantCulture))) : null),
        new("pairing-lost-in-standby", Advises, Tap, "{box} forgets its pairing when power is cut, and the set's USB goes off with it.", "Feed it from a mains supply.", "practice",
            r => r.Feed.Transmitter is { Power: { UsbDrawMa: > 0, PairingSurvivesPowerLoss: false } } box && HasUsb(r.Site.Look.Set) && UsbSockets(r.Site.Look.Set).All(s => s.OffInStandby != Known.No)
                ? Say(("box", box.Name)) : null),
        new("link-poor", Advises, WholeWay, "The link to {who} is poor at {distance}: {margin}.", "Raise the box, keep it 1 m from the router, or use UHF.", "ITU-R P.1238",
            r => Reach.Of(r) is { Usable: true, MarginDb: < 10 } reach ? Say(("who", Who(r)), ("distance", Metres(reach.DistanceM)), ("margin", reach.Words)) : null),
        new("aids-unconfirmed", Advises, WholeWay, "Nobody has confirmed that {box} fits {who}'s aids.", "Ask the clinic or the dealer, and enter who said so and when. The order waits for it.", "practice",
            r => WearsAids(r) && r.AtEar.IsOwn && (r.AtEar.Relay is not null || r.Sends is { Technology: LinkTechnology.AidRadio }) && (string.IsNullOrWhiteSpace(r.AtEar.Listener.AidsConfirmedBy) || r.AtEar.Listener.AidsConfirmedOn is null)
                ? Say(("box", r.AtEar.Relay?.Name ?? Box(r)), ("who", Who(r))) : null),
        new("line-not-seen", Advises, WholeWay, "Nobody has checked the line from the set to {who}; infrared needs it clear.", "Sit there and look; keep the sun off the receiver.", "practice",
            r => r.Sends is { IsInfrared: true } && r.AtEar.Listener.ClearLine == Known.NotYet ? Say(("who", Who(r))) : null),
        new("tether", Advises, WholeWay, "{who} is tied to the set by a wire.", "Lay it clear of the walking path; measure {distance} and some slack.", "practice",
            r => r.Sends is null ? Say(("who", Who(r)), ("distance", Metres(r.AtEar.Listener.SeatDistanceM))) : null),
    ];

    private static readonly Rule[] FeedRefusals = [.. All.Where(r => r is { Effect: Refuses, Scope: Tap })];
    private static readonly Rule[] RouteRefusals = [.. All.Where(r => r is { Effect: Refuses, Scope: WholeWay })];
    private static readonly Rule[] Advice = [.. All.Where(r => r.Effect == Advises)];
    private static readonly Dictionary<string, int> Order = All.Select((rule, index) => (rule.Id, index)).ToDictionary(p => p.Id, p => p.index);

    /// <summary>The first rule that refuses this feed, or null.</summary>
    public static Finding? RefusesFeed(Route route) => First(FeedRefusals, route);

    /// <summary>The first rule that refuses the way from feed to ear, or null.</summary>
    public static Finding? RefusesRoute(Route route) => First(RouteRefusals, route);

    /// <summary>Everything that must be known or done about a route that works.</summary>
    public static IReadOnlyList<Finding> AdviceFor(Route route) => [.. Advice.Select(rule => rule.Ask(route)).OfType<Finding>()];

    /// <summary>How far along the way a rule is met; a larger number is nearer to the ear.</summary>
    public static int Position(string ruleId) => Order[ruleId];

    /// <summary>Names of the listeners with a wish, joined; null when nobody has it.</summary>
    internal static string? Wishes(Look look, RoomWish wish)
    {
        string? names = null;
        foreach (var listener in look.Listeners)
        {
            if (listener.RoomWish == wish)
                names = names is null ? listener.Name : $"{names} and {listener.Name}";
        }

        return names;
    }

    internal static bool FamilyFits(AirLink sends, AirLink takes) =>
        string.Equals(sends.Family, takes.Family, StringComparison.OrdinalIgnoreCase)
        && (sends.Generations.Count == 0 || takes.Generations.Count == 0 || sends.Generations.Intersect(takes.Generations).Any());

    private static Finding? First(Rule[] rules, Route route)
    {
        foreach (var rule in rules)
        {
            if (rule.Ask(route) is { } finding)
                return finding;
        }

        return null;
    }

    private static Dictionary<string, string> Say(params ReadOnlySpan<(string Name, string Value)> values)
    {
        var said = new Dictionary<string, string>(values.Length);
        foreach (var (name, value) in values)
            said[name] = value;
        return said;
    }

    // Follows the digital signal until something turns it into analogue; whatever it meets must take bitstream.
    private static bool TakesPcmOnly(Feed feed)
    {
        if (!SocketKinds.Of(feed.Socket.Kind).Signals.Contains(Signal.SpdifPcm))
            return false;
        foreach (var box in feed.Adapters.Append(feed.Transmitter).OfType<Device>())
        {
            if (!box.Ports.Any(p => !p.Output && p.Signals.Contains(Signal.SpdifBitstream)))
                return true;
            if (!box.Ports.Any(p => p.Output && p.Signals.Contains(Signal.SpdifBitstream)))
                return false;
        }

        return false;
    }

    private static bool WearsAids(Route r) => r.Site.WearsAids(r.AtEar.Listener);

    private static IEnumerable<SetSocket> UsbSockets(TelevisionSet set) => set.Sockets.Where(s => s.State == SocketState.Free && SocketKinds.Of(s.Kind).GivesPower);

    private static bool HasUsb(TelevisionSet set) => UsbSockets(set).Any();

    private static string FamilyWords(AirLink link) => link.Family.Length == 0 ? "no family"
        : link.Generations.Count == 0 ? $"family {link.Family}" : $"family {link.Family}, generation {string.Join(", ", link.Generations)}";

    private static string Socket(Route r) => SocketKinds.Of(r.Feed.Socket.Kind).Words is var words && r.Feed.Socket.Marking.Length > 0 ? $"{words} ({r.Feed.Socket.Marking})" : words;

    private static string Taker(Route r) => string.IsNullOrWhiteSpace(r.Feed.Socket.TakenBy) ? "something" : r.Feed.Socket.TakenBy;

    private static string Box(Route r) => r.Feed.Transmitter?.Name ?? (r.Feed.BuiltIn ? "the set's own Bluetooth" : r.Ear?.Receiver.Name ?? "a wired headset");

    private static string Who(Route r) => r.AtEar.Listener.Name;

    private static string LinkMs(Codec codec) => FormattableString.Invariant($"{StageDelays.Of(CodecClasses.Of(codec.Class).StageId).Distribution.MedianMs:0} ms");

    private static string Metres(double m) => FormattableString.Invariant($"{m:0.0} m");
}
