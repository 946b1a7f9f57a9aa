using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Handover;

/// <summary>One thing the client does, in the client's words, with the acts it stands for.</summary>
/// <param name="Words">The sentence.</param>
/// <param name="Acts">What a lay person does who follows it; empty where it only tells or asks.</param>
public sealed record ClientLine(string Words, params IReadOnlyList<Act> Acts);

/// <summary>How somebody starts to listen of an evening and stops again, and when things are charged.</summary>
public static class DailySteps
{
    /// <summary>Hours of an evening, where nobody has said how long (starting value).</summary>
    public const double UsualHours = 3;

    /// <summary>What one listener does to listen, in order.</summary>
    public static IEnumerable<ClientLine> Start(Rig rig, Route route)
    {
        var (worn, box, receiver) = (route.AtEar.Takes, route.Feed.Transmitter, Things.Receiver(route.AtEar));
        var on = rig.Site.Look.SourceOf(route.Feed.Socket) is { PluggedInto.Length: > 0 } between ? $"the TV and the {between.Name}" : Player(route);
        yield return new($"Switch {on} on.", [.. Things.Playing(rig).SelectMany(id => new Act[] { new Act.Standby(id, false), new Act.Play(id) })]);
        if (rig.Silencing == Silencing.ByMute)
            yield return new($"Mute {PlaysToRoom(rig)}. You still hear everything.", [.. PlayersToRoom(rig).Select(id => new Act.Mute(id, true))]);
        if (rig.Silencing == Silencing.ByBarMute || (rig is { Silencing: Silencing.ByMenu, Site.Bar: not null }))
            yield return new($"Mute the {rig.Site.Bar!.Name}. You still hear everything.", new Act.Mute(Things.Bar, true));
        else if (rig.Silencing == Silencing.ByMenu)
            yield return new("If the room hears the TV, switch the TV's own speakers off in its sound menu.",
                new Act.Choose(SoundSource.Television, SourceMenu.Speakers, MenuValues.Off));
        if (IsPulled(route))
            yield return new($"Put the plug in the headphone socket of {Owner(route)}, all the way.",
                new Act.Plug(Things.NearEnd(Things.Lead(route.Feed, 0)), Things.Socket(route.Feed.Socket)));
        if (box is { Power.SwitchedByHand: true })
            yield return new($"Switch on the {box.Name}. {Sentence(box.PowerLight, "Wait for")}".Trim(), new Act.Switch(Things.Sender(route.Feed)!, true));
        if (worn.Power.SwitchedByHand)
            yield return new($"Turn the {worn.Name} down. Then switch it on.", new Act.Turn(receiver, Volume.Down), new Act.Switch(receiver, true));
        if (route.AtEar is { Relay: { } relay, RelayJoint: null })
            yield return new($"Hang the {relay.Name} on. Your aids must be in and on.");
        if (route.ByTelecoil)
            yield return new("Switch your aids to T.");
        if (route.Sends is { Technology: LinkTechnology.LeAudioBroadcast })
            yield return new($"If no sound comes by itself, choose the {box?.Name ?? "TV"} in the list of broadcasts.");
        if (route.AtEar is { Relay: { Power.SwitchedByHand: true } beside, RelayJoint: not null })
            yield return new($"Switch on the {beside.Name} beside the {route.AtEar.Receiver.Name}.");
        if (worn.StreamsOnRequest || box is { StreamsOnRequest: true })
            yield return new("Open the app on your phone and press start. You do this every time.");
        if (route.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds or WearForm.Neckband)
            yield return new($"Put on the {route.AtEar.Receiver.Name}.", new Act.PutOn(receiver));
        if (route.Feed.BuiltIn)
            yield return new($"If {Owner(route)} asks about a headset it has found, answer yes.");
        yield return new("Turn it up slowly until it is right.",
            [new Act.Turn(receiver, Volume.Usual), .. SocketReading.FixedLevel(route.Feed.Socket) == false
                ? new Act[] { new Act.Turn(Things.Source(rig.Site.Look, route.Feed.Socket), Volume.Usual) } : []]);
    }

    /// <summary>What one listener does to stop, in order; the last line gives the room its sound back.</summary>
    public static IEnumerable<ClientLine> Stop(Rig rig, Route route)
    {
        var (worn, box, receiver) = (route.AtEar.Takes, route.Feed.Transmitter, Things.Receiver(route.AtEar));
        yield return new("Turn the sound down first.", new Act.Turn(receiver, Volume.Down));
        if (worn.Power.SwitchedByHand)
            yield return new($"Switch off the {worn.Name}.", new Act.Switch(receiver, false));
        if (route.ByTelecoil)
            yield return new("Switch your aids back from T. On T you may not hear people, the door or an alarm.");
        if (IsPulled(route))
            yield return new($"{AfterOthers(rig, route)}{Owner(route)} down. Pull the plug out of the headphone socket. {Wording.Capital(Owner(route))} "
                + $"{(route.Feed.Socket.SilencesSpeakers == Known.Yes ? "stays" : "usually stays")} silent while it is in.",
                new Act.Turn(Things.Source(rig.Site.Look, route.Feed.Socket), Volume.Down), new Act.Pull(Things.NearEnd(Things.Lead(route.Feed, 0))));
        if (box is { Power.SwitchedByHand: true })
            yield return new($"{Once(rig, route, "switch")} off the {box.Name}.{(box.DisturbsWhenIdle ? " Left on, it may wake other speakers." : "")}",
                new Act.Switch(Things.Sender(route.Feed)!, false));
        else if (box is { DisturbsWhenIdle: true })
            yield return new($"Switch off the {box.Name}. Left on, it may wake other speakers.", new Act.Switch(Things.Sender(route.Feed)!, false));
        yield return RoomReturn(rig, Player(route));
    }

    /// <summary>What of a route has a cell that somebody charges.</summary>
    public static IEnumerable<Device> Charged(Rig rig, Route route) =>
        new[] { route.AtEar.Takes, route.Feed.Transmitter }.OfType<Device>().Where(d => d.Power is { BatteryHours: > 0, ChargeHours: > 0 }
            && (d == route.AtEar.Takes || rig.Power.Any(choice => choice.DeviceId == d.Id && BoxPower.RunsFromCell(choice, d))));

    /// <summary>How often a thing is charged.</summary>
    public static ClientLine ChargeLine(Rig rig, Route route, Device device)
    {
        var thing = device == route.AtEar.Takes ? Things.Receiver(route.AtEar) : Things.Sender(route.Feed)!;
        return new(EveningsPerCharge(rig, route, device) switch
        {
            <= 1 => "Charge it after every evening.",
            2 => "Charge it after every second evening at the latest.",
            var n => $"Charge it once in {n} evenings at the latest.",
        }, new Act.Charge(thing));
    }

    /// <summary>Evenings that one charge lasts, at least 1.</summary>
    public static int EveningsPerCharge(Rig rig, Route route, Device device)
    {
        // A box runs as long as anybody listens by it.
        var hours = device == route.AtEar.Takes ? HoursOf(route.AtEar.Listener)
            : rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).Max(r => HoursOf(r.AtEar.Listener));
        // It must not be empty as the last evening ends.
        return Math.Max(1, (int)Math.Ceiling(device.Power.BatteryHours * BoxPower.RunTimeShare / hours) - 1);
    }

    /// <summary>Hours that a listener listens of an evening.</summary>
    public static double HoursOf(Listener listener) => listener.HoursADay > 0 ? listener.HoursADay : UsualHours;

    // Only what cuts the speakers while it is in goes in and out each time; any other plug stays, and so does a splitter with something else on it.
    internal static bool IsPulled(Route route) =>
        route.Feed is { Room: null, KeepsTaker: false } && route.Feed.Socket is { Kind: SocketKind.Headphone35 or SocketKind.Headphone635 } socket
            && SocketReading.SilencesSpeakers(socket);

    // Who else listens behind the same plug, or by the same box, has stopped first.
    private static string AfterOthers(Rig rig, Route route) =>
        After(rig.Routes.Where(r => r != route && r.Feed.Socket.Id == route.Feed.Socket.Id), "turn") + " ";

    private static string Once(Rig rig, Route route, string verb) => After(rig.Routes.Where(r => r != route && r.Feed.Key == route.Feed.Key), verb);

    private static string After(IEnumerable<Route> routes, string verb) =>
        routes.Select(r => r.AtEar.Listener.Name).ToList() is { Count: > 0 } others
            ? $"Once {Wording.Listed(others)} {(others.Count > 1 ? "have" : "has")} stopped too, {verb}" : Wording.Capital(verb);

    internal static string Owner(Route route) => route.Site.Look.SourceOf(route.Feed.Socket) is { } source ? $"the {source.Name}" : "the TV";

    // What the client calls what is watched or heard.
    internal static string Player(Route route) => RouteWords.Player(route, "the TV");

    // Whose mute and volume reach the ear: what the sound is taken before is left out.
    internal static string Heard(Route route) => route.Site.Look.IsBeforeSet(route.Feed.Socket) ? Owner(route) : Player(route);

    private static string PlaysToRoom(Rig rig) => rig.Site.Bar is { } bar ? $"the TV and the {bar.Name}" : "the TV";

    private static IEnumerable<string> PlayersToRoom(Rig rig) => rig.Site.Bar is null ? Things.Players(rig) : Things.Players(rig).Append(Things.Bar);

    /// <summary>How the room gets its sound back.</summary>
    internal static ClientLine RoomReturn(Rig rig, string player)
    {
        if (rig.RoomFeed is { Room.Speakers: { } speakers } feed)
            return new($"For sound in the room, turn up the {speakers.Name}{(speakers.Power.SwitchedByHand ? ", once switched on" : "")}.",
                new Act.Switch(Things.RoomSpeakers(feed), true), new Act.Turn(Things.RoomSpeakers(feed), Volume.Usual));
        if (rig.Silencing == Silencing.ByMute)
            return new($"For sound in the room, take {PlaysToRoom(rig)} off mute.", [.. PlayersToRoom(rig).Select(id => new Act.Mute(id, false))]);
        if (rig.Silencing is Silencing.ByBarMute or Silencing.ByMenu && rig.Site.Bar is { } muted)
            return new($"For sound in the room, take the {muted.Name} off mute.", new Act.Mute(Things.Bar, false));
        if (rig.Site.Bar is { } bar)
            return new($"For sound in the room, turn up the {bar.Name}.", new Act.Turn(Things.Bar, Volume.Usual));
        if (rig.Silencing == Silencing.ByMenu)
            return new("For sound in the room, switch the TV's own speakers on in its sound menu. Check that mute is off.",
                new Act.Choose(SoundSource.Television, SourceMenu.Speakers, MenuValues.On), new Act.Mute(SoundSource.Television, false));
        return new($"For sound in the room, turn up {player}. Check that mute is off.",
            [.. Things.Players(rig).SelectMany(id => new Act[] { new Act.Turn(id, Volume.Usual), new Act.Mute(id, false) })]);
    }

    private static string Sentence(string light, string verb) => light.Length == 0 ? "" : $"{verb} its light: {light}.";
}
