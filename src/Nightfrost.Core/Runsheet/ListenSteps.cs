using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>First sound, level, lips, and leaving the place safe.</summary>
internal static class ListenSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var pair in RigOutputs.Untried(rig))
            yield return Together(rig, pair);
        foreach (var route in rig.Routes)
        {
            var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
            yield return new Step
            {
                Id = $"level-{id}",
                Phase = Phase.Listen,
                Place = $"{ear.Listener.Name}, at the seat",
                Acts = Raised(route),
                Goal = new Goal.EarHears(id),
                Action = LevelAction(route),
                Detail = Step.With(LevelWords(route), Reckoned(route))
                    + (IsOnByWire(route) ? $" Switch the {ear.Receiver.Name} on: not every one plays by a wire while it is off." : "")
                    + (AdviceRules.Strays(route) is { } strays
                        ? $" If nothing is heard, the {strays.Name} may have strayed into another mode ({strays.StrayModes}): step back to "
                            + "the right one." : ""),
                Caution = Step.With("Start low, raise slowly. Sudden loss, pain, dizziness or new ringing: stop, and send to a doctor.", ear.Receiver.Cautions),
                ListenerId = id,
            }.Showing(rig, new Sign.Heard(id));
            if (ear.Listener.OwnVolume)
                yield return new Step
                {
                    Id = $"owner-{id}",
                    Phase = Phase.Listen,
                    Place = $"{Wording.Capital(RouteWords.Source(route))}'s remote",
                    Action = "Press volume up once and ask what changed",
                    Detail = $"Planned: {LoudnessOwner.Of(route)}.",
                    Note = "Who owns the loudness",
                    ListenerId = id,
                };
            foreach (var walk in RouteReach.Places(route).Select((place, i) => Walked(rig, route, place, i)))
                yield return walk;
            if (Skew.Taps(rig.Site.Look, route.Feed.Socket).Count == 0)
                continue;
            yield return new Step
            {
                Id = $"lips-{id}",
                Phase = Phase.Listen,
                Place = $"{ear.Listener.Name}, at the seat",
                Action = "Watch a speaking face: are lips and voice together?",
                Detail = "Ask the listener, and keep the answer. Measure it on Tune.",
                Note = "What the listener says",
                ListenerId = id,
            };
        }

        if (RoomSteps.Back(rig, Phase.Leave) is { } back)
            yield return back;
        if (rig.Routes.Any(r => r.Sends is null))
            yield return new Step
            {
                Id = "wire-safe",
                Phase = Phase.Leave,
                Place = $"Between {RouteWords.Players(rig)} and the seat",
                Action = "Lay the long lead along the wall",
                Caution = "A lead across a path trips. Leads and pillow speakers are not worn asleep.",
            };
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "fix-box",
                Phase = Phase.Leave,
                Place = $"Behind {RouteWords.Players(rig)}",
                Action = "Fix the box where it worked",
                Ticks =
                [
                    .. rig.Routes.Select(r => $"{r.AtEar.Listener.Name} still hears it from the seat"),
                    .. BoxLabels.Of(rig).Select(l => $"Label {l.Number} stuck on the {l.Feed.Transmitter!.Name} of "
                        + Wording.Listed(rig.Routes.Where(r => r.Feed.Key == l.Feed.Key).Select(r => r.AtEar.Listener.Name))),
                ],
            };
    }

    // Reckoned is not heard: whoever goes to the kitchenette goes there once before the box is fixed.
    private static Step Walked(Rig rig, Route route, string place, int number) => new Step
    {
        Id = $"walk-{route.AtEar.Listener.Id}-{number}",
        Phase = Phase.Listen,
        Place = $"With {route.AtEar.Listener.Name}, from the seat to the {place}",
        Goal = new Goal.EarHearsAt(route.AtEar.Listener.Id, place),
        Action = $"Walk to the {place} and back, listening",
        Detail = (RouteReach.At(route, place) is { } there ? $"Reckoned there: {there.Words}. " : "")
            + $"Where it breaks off, move {(route.Feed.Transmitter is { } box ? $"the {box.Name}" : RouteWords.Box(route))} higher or further from metal and "
            + "router, and walk again.",
        Why = "What is heard at the seat need not be heard there, and the box is not fixed yet.",
        Caution = "Nothing on the floor to trip over on the way.",
        ListenerId = route.AtEar.Listener.Id,
    }.Showing(rig, new Sign.HeardAt(route.AtEar.Listener.Id, place));

    // Before anything is fixed, and before time is spent on levels and lips: two outputs that nobody has tried together.
    private static Step Together(Rig rig, LeanedOn pair)
    {
        var (one, other) = (At(pair.One), pair.Other is null ? $"the room, from {RigOutputs.Room(rig)}" : At(pair.Other));
        return new()
        {
            Id = $"together-{pair.One.Id}-{pair.Other?.Id ?? LineBoard.RoomRow}",
            Phase = Phase.Listen,
            Place = "At the set",
            Action = $"Play a programme for a minute and hear both: {one}, and {other}",
            Detail = $"Nobody has tried this here; such outputs {(pair.Liveness == Liveness.Unlikely ? "seldom" : "usually")} sound at the same time. If one "
                + "falls silent, look in the sound menu for a choice that names both; if there is none, stop, enter it on Look and plan again.",
            Expect = "both sound the whole minute",
            Caution = "Turn down first: what comes back, comes back at full level.",
            Why = "Nothing is fixed and no time is spent on levels before this holds.",
            Mandatory = true,
        };

        string At(SourcePort socket) =>
            $"{Wording.Listed(rig.Routes.Where(r => r.Feed.Socket.Id == socket.Id).Select(r => r.AtEar.Listener.Name))} by "
                + $"{RouteWords.Socket(rig.Site.Look, socket)}";
    }

    // Down, on, up: and a source that was turned down for the visit comes up as far as its socket follows it.
    private static IReadOnlyList<Act> Raised(Route route)
    {
        var receiver = Things.Receiver(route.AtEar);
        var source = Things.Source(route.Site.Look, route.Feed.Socket);
        return
        [
            .. IsOnByWire(route) ? new Act[] { new Act.Switch(receiver, true) } : [],
            new Act.Turn(receiver, Volume.Down), new Act.PutOn(receiver),
            .. SocketReading.FixedLevel(route.Feed.Socket) == false ? new Act[] { new Act.Turn(source, Volume.Usual) } : [],
            new Act.Turn(receiver, Volume.Usual),
        ];
    }

    // Nobody has read whether what has a cell of its own plays by a wire while it is off.
    private static bool IsOnByWire(Route route) => route.Sends is null && route.AtEar.Receiver.Power.SwitchedByHand;

    // What is turned is what has a control: at the ear, else the loop's drive, else the set.
    private static string LevelAction(Route route)
    {
        var ear = route.AtEar;
        var control = ear.Takes.OwnVolume ? ear.Takes : ear.Receiver;
        var ready = ear.Receiver.Form switch
        {
            WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker or WearForm.None => $"sit where {ear.Listener.Name} sits",
            WearForm.HearingAids => "with the aids worn",
            _ => ReferenceEquals(control, ear.Receiver) && !EarRules.LacksVolume(ear) ? "put it on" : $"put the {ear.Receiver.Name} on",
        };
        if (!EarRules.LacksVolume(ear))
            return $"Turn the {control.Name} down, {ready}, then raise it slowly";
        if (route.Sends is { Technology: LinkTechnology.InductionLoop })
            return $"Turn the drive of the {route.Feed.Transmitter!.Name} down, {ready}, then raise it slowly";
        return SocketReading.FixedLevel(route.Feed.Socket) == true
            ? $"Hear it with the {ear.Receiver.Name} away from the ear first: nothing there changes how loud it is"
            : $"Turn {RouteWords.Source(route)} down, {ready}, then raise {RouteWords.Source(route)} slowly";
    }

    private static string Reckoned(Route route) => RouteLevels.Of(route) is not { } level ? ""
        : Step.With(Say("level.reckoned", ("speech", Whole(level.AtEar.SpeechDb)), ("under", Whole(level.AtEar.SpeechOverNoiseDb)),
            ("loud", Say($"level.{level.Audibility}")), ("clear", Say($"level.{level.Clarity}"))),
            level.Clips is { } clips ? Say("level.clips", ("box", clips.Box)) : "");

    private static string Whole(double db) => FormattableString.Invariant($"{db:0}");

    private static string LevelWords(Route route) => SocketReading.FixedLevel(route.Feed.Socket) switch
    {
        false when EarRules.LacksVolume(route.AtEar) =>
            $"The volume keys of {RouteWords.Source(route)} are {(route.Feed.Socket.Level == LevelControl.NotYet ? "usually " : "")}its only control.",
        false => $"{(route.Feed.Socket.Level == LevelControl.NotYet ? "The volume keys usually reach this socket: keep" : "Keep")} {RouteWords.Source(route)} "
            + "high and the ear low; the other way round gives hiss.",
        true => $"The socket is {(route.Feed.Socket.Level == LevelControl.NotYet ? "usually " : "")}at a fixed level: "
            + (!EarRules.LacksVolume(route.AtEar) ? "loudness is set at the ear."
                : route.Sends is { Technology: LinkTechnology.InductionLoop } ? "loudness is set by the drive." : "if it is too loud, stop and plan again."),
        null => "Nobody knows yet whether the volume keys reach this socket: press one and listen.",
    };
}
