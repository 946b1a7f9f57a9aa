using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Handover;

/// <summary>One thing the client does, in the client's words, with the acts it stands for.</summary>
/// <param name="Words">The sentence.</param>
/// <param name="Acts">What a lay person does who follows it; empty where it only tells or asks.</param>
public sealed record ClientLine(string Words, params IReadOnlyList<Act> Acts)
{
    /// <summary>True for what waits until everybody who shares it has stopped.</summary>
    public bool WhenAllHaveStopped { get; init; }

    /// <summary>How common the causes are that it cures and that nobody has asked about, such as a phone; 0 for none.</summary>
    public int CuresUnasked { get; init; }
}

/// <summary>How somebody starts to listen of an evening and stops again, and when things are charged.</summary>
public static class DailySteps
{
    /// <summary>Hours of an evening, where nobody has said how long (starting value).</summary>
    public const double UsualHours = 3;

    /// <summary>What one listener does to listen, in order.</summary>
    public static IEnumerable<ClientLine> Start(Rig rig, Route route)
    {
        var (takes, box, receiver, taker) = (route.AtEar.Takes, route.Feed.Transmitter, Things.Receiver(route.AtEar), Things.Taker(route.AtEar));
        var (worn, boxName) = (ClientNames.Worn(route), ClientNames.Box(rig, route));
        var on = rig.Site.Look.SourceOf(route.Feed.Socket) is { PluggedInto.Length: > 0 } between ? Say("client.both", ("other", between.Name)) : Player(route);
        yield return new(Say("client.switchOn", ("what", on)),
            [.. Things.Playing(rig).SelectMany(id => new Act[] { new Act.Standby(id, false), new Act.Play(id) })]);
        if (route.Feed.Socket.Kind == SocketKind.SecondZone && rig.Site.Look.SourceOf(route.Feed.Socket) is { } avr)
            yield return new(Say("client.zone", ("source", avr.Name)), new Act.SlideRemote(avr.Id, true),
                new Act.Choose(avr.Id, SourceMenu.ZonePower, MenuValues.On), new Act.SlideRemote(avr.Id, false));
        if (rig.Silencing == Silencing.ByMute)
            yield return new(Say("client.mute", ("what", PlaysToRoom(rig))), [.. RoomSteps.Loud(rig).Select(id => new Act.Mute(id, true))]);
        if (rig.Silencing == Silencing.BySource)
            yield return new(Say("client.sourceMute", ("source", Player(route))), [.. Things.Players(rig).Select(id => new Act.Mute(id, true))]);
        if (rig.Silencing == Silencing.ByBarMute || (rig is { Silencing: Silencing.ByMenu, Bar: not null }))
            yield return new(Say("client.mute", ("what", Say("name.the", ("what", Say("name.bar"))))), new Act.Mute(Things.Bar, true));
        else if (rig.Silencing == Silencing.ByMenu)
            yield return new(Say("client.speakersOff"), new Act.Choose(SoundSource.Television, SourceMenu.Speakers, MenuValues.Off));
        if (TakesOutput(rig, route.Feed))
            yield return new(Say("client.computerOutput", ("owner", Owner(route)), ("output", (box ?? takes).Name)),
                new Act.Choose(Things.Source(rig.Site.Look, route.Feed.Socket), SourceMenu.Output, Things.Socket(route.Feed.Socket)));
        if (ClientLoudness.Before(rig, route) is { } first)
            yield return first;
        if (IsPulled(route))
            yield return new(Say("client.plugIn", ("owner", Owner(route))),
                new Act.Plug(Things.NearEnd(Things.Lead(route.Feed, 0)), Things.Socket(route.Feed.Socket)));
        if (box is { Power.SwitchedByHand: true })
            yield return new(Wording.Sentences(Say("client.boxOn", ("box", boxName), ("how", How(box, on: true))), Lights(box, SignState.Power)),
                new Act.Switch(Things.Sender(route.Feed)!, true));
        if (HandWorks(route).Power.SwitchedByHand)
            yield return new(Wording.Sentences(Say("client.wornOn", ("worn", worn), ("how", How(HandWorks(route), on: true))),
                !ClientLoudness.IsAtEar(route) ? "" : Say(route.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds or WearForm.Neckband
                    ? "client.wornDown" : "client.speakerDown")),
                [.. Switched(route).Select(id => new Act.Switch(id, true)),
                    .. ClientLoudness.IsAtEar(route) ? new Act[] { new Act.Turn(Things.Volume(route.AtEar), Volume.Down) } : []]);
        if (route.AtEar is { Relay: { } relay, RelayJoint: null } && !relay.IsPhone())
            yield return new(Say("client.relayOn", ("relay", ClientNames.Of(relay))), new Act.PutOn(taker));
        if (route.ByTelecoil)
            yield return new(Say("client.telecoilOn"), AidSteps.Programme(route.AtEar, AidProgramme.Telecoil));
        if (route.Sends is { Technology: LinkTechnology.LeAudioBroadcast })
            yield return Broadcast(route, boxName);
        if (route.AtEar is { RelayJoint: not null, Receiver: { Power.SwitchedByHand: true } speaker })
            yield return new(Say("client.besideOn", ("box", ClientNames.Of(speaker))), new Act.Switch(receiver, true));
        if (IsRestarted(rig, route))
            yield return new(Say("client.besideRestart", ("box", worn)), new Act.Rest(taker, PowerBackSteps.RestSeconds),
                new Act.Wait(PowerBackSteps.JoinSeconds));
        if (AidSteps.IsAskedFor(route))
            yield return new(Say("client.app"), new Act.Streaming(AidSteps.Asked(route), true));
        else if (AidSteps.ChangesProgramme(route) && route.IsPairedAtBox)
            yield return box is not null && rig.PowerOf(route.Feed, box) is { SleepsWithSet: true } ? new(Say("client.aidsStreamAlone"))
                : new(Say("client.aidsStream"), AidSteps.Programme(route.AtEar, AidProgramme.Stream));
        if (route.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds or WearForm.Neckband)
            yield return new(
                Say((route.AtEar.Receiver.Form == WearForm.Earbuds, ClientLoudness.MayBeLoud(rig, route)) switch
                {
                    (true, true) => "client.putInHeard",
                    (true, false) => "client.putIn",
                    (false, true) => "client.putOnHeard",
                    _ => "client.putOn",
                }, ("worn", ClientNames.Of(route.AtEar.Receiver))),
                new Act.PutOn(receiver));
        if (route.Feed.BuiltIn && route.Sends is not { Technology: LinkTechnology.WiFiApp })
            yield return new(Say("client.answerYes", ("owner", Owner(route)), ("worn", worn)),
                new Act.Choose(Things.Source(rig.Site.Look, route.Feed.Socket), SourceMenu.Output, Things.Socket(route.Feed.Socket)));
        if (ClientLoudness.Up(route) is { } up)
            yield return up;
    }

    /// <summary>What one listener does to stop, in order; the last line gives the room its sound back.</summary>
    public static IEnumerable<ClientLine> Stop(Rig rig, Route route)
    {
        var (takes, box) = (route.AtEar.Takes, route.Feed.Transmitter);
        if (ClientLoudness.Down(route) is { } down)
            yield return down;
        if (PlaysOn(route))
            yield return new(Say("client.playsOn", ("player", Player(route))));
        if (HandWorks(route).Power.SwitchedByHand)
            yield return new(Say("client.wornOff", ("worn", ClientNames.Worn(route)), ("how", How(HandWorks(route), on: false))),
                [.. Switched(route).Select(id => new Act.Switch(id, false))]);
        if (route.AtEar is { RelayJoint: not null, Receiver: { Power.SwitchedByHand: true } speaker })
            yield return new(Say("client.besideOff", ("box", ClientNames.Of(speaker))), new Act.Switch(Things.Receiver(route.AtEar), false));
        if (route.ByTelecoil)
            yield return new(Say("client.telecoilOff"), AidSteps.Programme(route.AtEar, AidProgramme.Ordinary));
        else if (AidSteps.ChangesProgramme(route))
            yield return new(Say("client.aidsOrdinary"), AidSteps.Programme(route.AtEar, AidProgramme.Ordinary));
        if (IsPulled(route))
            yield return new(Say(route.Feed.Socket.SilencesSpeakers == Known.Yes ? "client.plugOut" : "client.plugOutUsually",
                ("turn", AfterOthers(rig, route, "client.turn")), ("owner", Owner(route)), ("ownerFirst", Wording.Capital(Owner(route)))),
                new Act.Turn(Things.Source(rig.Site.Look, route.Feed.Socket), Volume.Down), new Act.Pull(Things.NearEnd(Things.Lead(route.Feed, 0))))
            { WhenAllHaveStopped = true };
        if (box is { Power.SwitchedByHand: true } or { DisturbsWhenIdle: true })
            yield return new(Wording.Sentences(
                Say("client.boxOff", ("switch", AfterSameBox(rig, route, "client.switch")), ("box", ClientNames.Box(rig, route))),
                box.DisturbsWhenIdle ? Say("client.disturbs") : ""), new Act.Switch(Things.Sender(route.Feed)!, false))
            { WhenAllHaveStopped = true };
        if (route.Feed.BuiltIn && route.Sends is not { Technology: LinkTechnology.WiFiApp } && rig.Site.Look.SourceOf(route.Feed.Socket) is null)
            yield return OutputReturn(rig) with { WhenAllHaveStopped = true };
        yield return RoomReturn(rig, Player(route), route.Feed) with { WhenAllHaveStopped = true };
    }

    /// <summary>How calls are taken on the aids, and how the stream comes back after one; empty where no phone is known to them.</summary>
    public static IEnumerable<ClientLine> Calls(Route route)
    {
        if (!AidSteps.IsCalled(route))
            yield break;
        yield return new(Say("client.call"));
        yield return AidSteps.IsAskedFor(route) ? new(Say("client.afterCallApp"), new Act.Streaming(AidSteps.Asked(route), true))
            : new(Say("client.afterCall"), AidSteps.Programme(route.AtEar, AidProgramme.Stream));
        yield return new(Say("client.phoneMedia"));
    }

    private static ClientLine Broadcast(Route route, string boxName)
    {
        var (takes, chooses) = (route.AtEar.Takes, route.AtEar.Takes.GestureFor(GestureDoes.ChoosesBroadcast));
        var how = chooses is null ? "" : Say("client.how", ("gesture", Wording.Lower(GestureWords.ForClient(takes, chooses))));
        return new(Say("client.broadcast", ("box", boxName), ("how", how)), chooses is null ? []
            : [new Act.Wait(PowerBackSteps.JoinSeconds), .. Things.Takers(route.AtEar).Select(id => Act.Press.Of(id, chooses))]);
    }

    // Where the box at the set looks for nobody and is off by day, what stands beside a seat gives up looking for it: only a restart makes it look again.
    private static bool IsRestarted(Rig rig, Route route) => route is { Sends.IsOpen: false, Feed.Transmitter: { Automatic.Seeks: Seeks.Nobody } box }
        && SpeakerSteps.HangsOnMains(route.AtEar.Takes) && !Behaviour.Of(route.AtEar.Takes).HasPowerControl
        && (box.Power.SwitchedByHand || rig.PowerOf(route.Feed, box)?.UsbSocketId is not null);

    // After a radio of the set's own: its speakers play again, or a bar does. What others listen by is chosen with them, or it would be silent next evening.
    private static ClientLine OutputReturn(Rig rig)
    {
        if (rig.Site.BarSocket is { } held)
            return new(Say("client.roomOutputBar"), new Act.Choose(SoundSource.Television, SourceMenu.Output, Things.Socket(held)));
        var others = rig.Feeds.Where(f => !f.BuiltIn && rig.Site.Look.SourceOf(f.Socket) is null).Select(f => f.Socket)
            .Where(s => Constraints.IsChosenByMenu(rig, s)).DistinctBy(s => s.Id).ToList();
        return new(others.Count == 0 ? Say("client.roomOutput")
                : Say("client.roomOutputs", ("outputs", Wording.Listed(others.Select(s => SocketKinds.Of(s.Kind).InSentence)))),
            [new Act.Choose(SoundSource.Television, SourceMenu.Output, MenuValues.OwnSpeakers),
                .. others.Select(s => new Act.Choose(SoundSource.Television, SourceMenu.Output, Things.Socket(s)))]);
    }

    // A computer plays where it was told to: there while somebody listens, by itself again afterwards. A plug that goes in and out tells it so.
    private static bool TakesOutput(Rig rig, Feed feed) => rig.Site.Look.SourceOf(feed.Socket) is { Kind: SourceKind.Computer } computer
        && !SocketKinds.Of(feed.Socket.Kind).SilencesSpeakers
        && (rig.Silences(feed) || (computer.PluggedInto.Length > 0 && rig.Site.RoomHears is null && LiveOutputs.CutsSpeakers(rig.Site.Look, feed.Socket)));

    // Its own speakers, or the set it is plugged into, and what was muted for the listener off mute.
    private static ClientLine ComputerReturn(Rig rig, string player, IReadOnlyList<Feed> feeds)
    {
        var computers = feeds.Select(f => Things.Source(rig.Site.Look, f.Socket)).Distinct().ToList();
        var own = computers.SelectMany(id => new Act[] { new Act.Choose(id, SourceMenu.Output, MenuValues.OwnSpeakers) });
        var loud = RoomSteps.Loud(rig).SelectMany(id => new Act[] { new Act.Turn(id, Volume.Usual), new Act.Mute(id, false) });
        return new(feeds.All(f => rig.Site.Look.StandsApart(f.Socket)) ? Say("client.computerRoom", ("player", player))
            : Say("client.computerRoomSet", ("computer", rig.Site.Look.SourceOf(feeds[0].Socket)!.Name), ("what", PlaysToRoom(rig))), [.. own, .. loud]);
    }

    // What stands beside a listener with neither a switch nor a control plays as long as what it hears does.
    private static bool PlaysOn(Route route) => !ClientLoudness.IsAtEar(route) && !HandWorks(route).Power.SwitchedByHand && !IsPulled(route)
        && route.AtEar.Receiver is { Power.SwitchedByHand: false, Form: WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker };

    // What is switched each time: both of a pair.
    private static IReadOnlyList<string> Switched(Route route) =>
        HandWorks(route) == route.AtEar.Relay ? [Things.Taker(route.AtEar)] : Things.Pieces(route.AtEar);

    /// <summary>What the listener switches: what takes the link, or what a phone passes it on to.</summary>
    internal static Device HandWorks(Route route) => route.AtEar.Relay is { } relay && !relay.IsPhone() ? relay : route.AtEar.Receiver;

    /// <summary>Hours that a listener listens of an evening.</summary>
    public static double HoursOf(Listener listener) => listener.HoursADay > 0 ? listener.HoursADay : UsualHours;

    // Only what cuts the speakers while it is in goes in and out each time; any other plug stays, and so does a splitter with something else on it.
    internal static bool IsPulled(Route route) =>
        route.Feed is { Room: null, KeepsTaker: false } && route.Feed.Socket is { Kind: SocketKind.Headphone35 or SocketKind.Headphone635 } socket
            && SocketReading.SilencesSpeakers(socket);

    // Who else listens behind the same plug, or by the same box, has stopped first.
    private static string AfterOthers(Rig rig, Route route, string verb) =>
        After(rig.Routes.Where(r => r != route && r.Feed.Socket.Id == route.Feed.Socket.Id), verb);

    private static string AfterSameBox(Rig rig, Route route, string verb) => After(rig.Routes.Where(r => r != route && r.Feed.Key == route.Feed.Key), verb);

    private static string After(IEnumerable<Route> routes, string verb) => routes.Select(r => r.AtEar.Listener.Name).ToList() switch
    {
        [] => Wording.Capital(Say(verb)),
        [var one] => Say("client.onceOne", ("who", one), ("verb", Say(verb))),
        var others => Say("client.onceAll", ("who", Wording.Listed(others)), ("verb", Say(verb))),
    };

    internal static string Owner(Route route) =>
        route.Site.Look.SourceOf(route.Feed.Socket) is { } source ? Say("name.the", ("what", source.Name)) : Say("name.set");

    // What the client calls what is watched or heard.
    internal static string Player(Route route) => RouteWords.Player(route, Say("name.set"));

    // Whose mute and volume reach the ear: what the sound is taken before is left out.
    internal static string Heard(Route route) => route.Site.Look.IsBeforeSet(route.Feed.Socket) ? Owner(route) : Player(route);

    private static string PlaysToRoom(Rig rig) => rig.Bar is null ? Say("name.set") : Say("client.both", ("other", Say("name.bar")));

    /// <summary>How the room gets its sound back.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="player">What is watched, in the client's words.</param>
    /// <param name="feeds">Whose sound was taken; those of the whole rig where it is said for everybody.</param>
    internal static ClientLine RoomReturn(Rig rig, string player, params IReadOnlyList<Feed> feeds)
    {
        var bar = Say("name.the", ("what", Say("name.bar")));
        if (rig.RoomFeed is { Room.Speakers: { } speakers } feed)
            return new(Say(speakers.Power.SwitchedByHand ? "client.roomSwitchUp" : "client.roomUp",
                ("what", Say("name.the", ("what", ClientNames.Of(speakers))))),
                new Act.Switch(Things.RoomSpeakers(feed), true), new Act.Turn(Things.RoomSpeakers(feed), Volume.Usual));
        if (feeds.All(f => TakesOutput(rig, f)))
            return ComputerReturn(rig, player, feeds);
        if (rig.Silencing == Silencing.ByMute)
            return new(Say("client.roomUnmute", ("what", PlaysToRoom(rig))), [.. RoomSteps.Loud(rig).Select(id => new Act.Mute(id, false))]);
        if (rig.Silencing == Silencing.BySource)
            return new(Say("client.sourceUnmute", ("source", player)), [.. Things.Players(rig).Select(id => new Act.Mute(id, false))]);
        if (rig.Silencing is Silencing.ByBarMute or Silencing.ByMenu && rig.Bar is not null)
            return new(Say("client.roomUnmute", ("what", bar)), new Act.Mute(Things.Bar, false));
        if (rig.Bar is not null)
            return new(Say("client.roomUp", ("what", bar)), new Act.Turn(Things.Bar, Volume.Usual));
        if (rig.Silencing == Silencing.ByMenu)
            return new(Say("client.roomMenu"), new Act.Choose(SoundSource.Television, SourceMenu.Speakers, MenuValues.On),
                new Act.Mute(SoundSource.Television, false));
        return new(Say("client.roomUpUnmuted", ("what", player)),
            [.. Things.Players(rig).SelectMany(id => new Act[] { new Act.Turn(id, Volume.Usual), new Act.Mute(id, false) })]);
    }

    // How it is switched, where somebody has read it; what is set to a position is off in the other one.
    private static string How(Device device, bool on) => device.GestureFor(GestureDoes.SwitchesPower) is { } gesture && (on || gesture.To.Length == 0)
        ? Say("client.how", ("gesture", Wording.Lower(GestureWords.ForClient(device, gesture)))) : "";

    private static string Lights(Device box, SignState state) =>
        string.Join("; ", SignWords.Tells(box, state).Where(s => s.By == SignBy.Light).Select(s => s.Looks)) is { Length: > 0 } looks
            ? Say("client.waitLight", ("looks", looks)) : "";
}
