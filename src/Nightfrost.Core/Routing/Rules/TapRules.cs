using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Routing.RouteWords;

namespace Nightfrost.Core.Routing.Rules;

/// <summary>What refuses a tap: the socket, the chain of adapters and the box.</summary>
internal static class TapRules
{
    public static IReadOnlyList<Rule> Refusing { get; } =
    [
        Refuses("output-to-input", "{socket} is an input: no sound comes out of it.", "Use a socket marked audio out, line out, variable out or AV out.",
            r => Direction(r) == MarkingReading.Input, r => Say(("socket", Socket(r)))),
        Refuses("direction-unread", "{socket} may be an input: its marking has not been read.", "Read the words beside it and enter them on Look.",
            r => Direction(r) == MarkingReading.Unsure, r => Say(("socket", Socket(r)))),
        Refuses("no-light", "{socket} shows no light with the set on: nothing comes out of it as it stands.",
            "Switch its digital output on in the sound menu and look again; enter what you see on Look.",
            r => r.Feed.Socket is { Kind: SocketKind.OpticalSquare or SocketKind.Optical35, Glows: Known.No }, r => Say(("socket", Socket(r)))),
        Refuses("carries-what-is-watched", "{socket} carries nothing that is watched here.",
            "Take the sound from the set, or say on Look what is watched and what is plugged into what.",
            r => r.Site.WatchesSomething && r.Site.Passing(r.Feed.Socket).Count == 0, r => Say(("socket", Socket(r)))),
        Refuses("zone-analogue-only", "{socket} lets only analogue inputs through, and {programmes} come in digitally.",
            "Join that source to the receiver with an analogue lead as well, or use the headphone socket.",
            r => r.Feed.Socket is { Kind: SocketKind.SecondZone, ZonePasses: ZonePasses.AnalogueOnly } && !HasAnalogueInput(r),
            r => Say(("socket", Socket(r)), ("programmes", Wording.Listed(r.Site.Passing(r.Feed.Socket).Select(p => p.Words))))),
        Refuses("other-makers-join", "{socket} refuses headphones and speakers of other makers.", "Use a transmitter on a socket instead.",
            r => r.Feed.BuiltIn && r.Feed.Socket is { OtherMakersJoin: Known.No, OtherMakersSpeakersJoin: Known.No }, r => Say(("socket", Socket(r)))),
        Refuses("usb-sound", "{socket} is not known to pass sound, only power.", "Plug the box in and see whether its USB input lamp lights; enter it on Look.",
            r => SocketKinds.Of(r.Feed.Socket.Kind).GivesPower && r.Feed.Socket.UsbSound != Known.Yes, r => Say(("socket", Socket(r)))),
        Refuses(RuleList.SocketTaken, "{socket} is taken by {taker}, and {box} does not pass its sound on.",
            "Use a box with pass-through{splitter}, or free the socket.",
            r => r.Feed.Socket.State == SocketState.Taken && !r.Feed.SharesSocket,
            r => Say(("socket", Socket(r)), ("taker", Taker(r.Feed.Socket)), ("box", Box(r)),
                ("splitter", r.Feed.Socket.Kind is SocketKind.HdmiReturn or SocketKind.HdmiPlain or SocketKind.HdmiOut ? "" : ", a splitter"))),
        Refuses("same-hole-taken", "{socket} is the same hole as the {other}, which is taken by {taker}.", "Free it, or use another socket.",
            r => r.Site.Look.OtherUseOf(r.Feed.Socket) is { State: SocketState.Taken },
            r => Say(("socket", Socket(r)), ("other", SocketKinds.Of(r.Site.Look.OtherUseOf(r.Feed.Socket)!.Kind).InSentence),
                ("taker", Taker(r.Site.Look.OtherUseOf(r.Feed.Socket)!)))),
        Refuses(RuleList.ConnectorFit, "Nothing on the shelf joins {socket} to {box} with at most three adapters.", "{missing}, or use another socket.",
            r => !r.Feed.BuiltIn && r.Feed.Joints.Count == 0,
            r => Say(("socket", Socket(r)), ("box", Box(r)),
                ("missing", MissingPart.Of(r) is { Length: > 0 } part ? $"{part} would join them: add it to the shelf" : "Add what joins them to the shelf"))),
        Refuses("pcm-for-digital", "{socket} sends no PCM, and {box} cannot decode anything else.",
            "Use an analogue socket, or a box that decodes the set's format.",
            r => r.Feed.Socket.Pcm == Known.No && TakesPcmOnly(r.Feed), r => Say(("socket", Socket(r)), ("box", Box(r)))),
        Refuses("room-hears", "{socket} silences {room}, and the room should hear ({who}).", "{instead}.",
            r => r.Site.RoomHears is not null && r.Feed.Room is null && r.Site.LiveWithRoom(r.Feed.Socket) == Liveness.Never,
            r => Say(("socket", Socket(r)), ("room", RigOutputs.OwnRoom(r.Site, r.Feed.Socket)), ("who", r.Site.RoomHears!),
                ("instead", InsteadOf(r.Feed.Socket)))),
        Refuses("set-silent", "The set must be silent ({who}); its speakers cannot be switched off, and {socket} leaves them on.",
            "Use a socket that silences the set, such as the headphone socket.",
            r => r.Site.SetSilent is not null && r.Site.Look.Set.SpeakersCanBeOff == Known.No && !r.Site.Look.IsBeforeSet(r.Feed.Socket)
                && !SocketReading.SilencesSpeakers(r.Feed.Socket),
            r => Say(("socket", Socket(r)), ("who", r.Site.SetSilent!))),
    ];

    private static Rule Refuses(string id, string sentence, string remedy, Func<Route, bool> breaks, Func<Route, IReadOnlyDictionary<string, string>> values) =>
        new(id, RuleEffect.Refuses, RuleScope.Tap, sentence, remedy, "practice", breaks, values);

    // What cannot be split is not told to be.
    private static string InsteadOf(SourcePort socket) => SocketKinds.Of(socket.Kind) is { IsRadio: false, Digital: false }
        ? "Use a socket that leaves the room its sound; or add a splitter that fits this one, and speakers for the room on its other end, to the shelf"
        : "Use a socket that leaves the room its sound, with a transmitter";

    private static MarkingReading Direction(Route r) => SocketReading.Direction(r.Site.Look, r.Feed.Socket);

    private static bool HasAnalogueInput(Route r)
    {
        var owner = r.Site.Look.SourceOf(r.Feed.Socket);
        return r.Site.Look.Sources.Any(s => s.Watched && s.Lead == SourceLead.Analogue && s.PluggedInto == owner?.Id);
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
}
