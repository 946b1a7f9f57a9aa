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
    /// <summary>So long two outputs are heard side by side before they are counted on, s (starting value).</summary>
    private const double TogetherSeconds = 60;

    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var pair in RigOutputs.Untried(rig))
            yield return Together(rig, pair);
        foreach (var route in rig.Routes)
        {
            var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
            if (SpeakerSteps.Sides(rig, route) is { } sides)
                yield return sides;
            yield return new Step
            {
                Id = $"level-{id}",
                Phase = Phase.Listen,
                Place = Say("place.seat", ("who", ear.Listener.Name)),
                Acts = Raised(route),
                Goal = new Goal.EarHears(id),
                Action = LevelAction(route),
                Detail = Wording.Sentences(LevelWords(route), Reckoned(route), IsOnByWire(route) ? Say("level.onByWire", ("worn", ear.Receiver.Name)) : "",
                    AdviceRules.Strays(route) is { } strays ? Say("level.strays", ("thing", strays.Name), ("modes", strays.StrayModes)) : ""),
                Caution = Wording.Sentences(Say("level.caution"), ear.Receiver.Cautions),
                ListenerId = id,
            }.Showing(rig, new Sign.Heard(id));
            if (AidSteps.Ordinary(rig, route) is { } ordinary)
                yield return ordinary;
            if (ProfileSteps.Heard(route) is { } profile)
                yield return profile;
            if (ear.Listener.OwnVolume)
                yield return new Step
                {
                    Id = $"owner-{id}",
                    Phase = Phase.Listen,
                    Place = Say("place.remote", ("source", Wording.Capital(RouteWords.Source(route)))),
                    Action = Say("owner.action"),
                    Detail = Say("owner.detail", ("planned", LoudnessOwner.Of(route))),
                    Note = Say("owner.note"),
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
                Place = Say("place.seat", ("who", ear.Listener.Name)),
                Action = Say("lips.action"),
                Detail = Wording.Sentences(Say("lips.detail"), rig.Site.Look.Set.PathTo(MenuOf.Delay) is { Length: > 0 } delay
                    ? Say("lips.delay", ("menu", delay)) : ""),
                Note = Say("lips.note"),
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
                Place = Say("place.between", ("players", RouteWords.Players(rig))),
                Action = Say("wireSafe.action"),
                Caution = Say("wireSafe.caution"),
            };
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "fix-box",
                Phase = Phase.Leave,
                Place = Say("place.behind", ("players", RouteWords.Players(rig))),
                Action = Say("fixBox.action"),
                Ticks =
                [
                    .. rig.Routes.Select(r => Say("fixBox.tick", ("who", r.AtEar.Listener.Name))),
                    .. BoxLabels.Of(rig).Select(l => Say("fixBox.label",
                        ("number", FormattableString.Invariant($"{l.Number}")), ("box", l.Feed.Transmitter!.Name),
                        ("who", Wording.Listed(rig.Routes.Where(r => r.Feed.Key == l.Feed.Key).Select(r => r.AtEar.Listener.Name))))),
                ],
            };
    }

    // Reckoned is not heard: whoever goes to the kitchenette goes there once before the box is fixed.
    private static Step Walked(Rig rig, Route route, string place, int number) => new Step
    {
        Id = $"walk-{route.AtEar.Listener.Id}-{number}",
        Phase = Phase.Listen,
        Place = Say("place.walk", ("who", route.AtEar.Listener.Name), ("place", place)),
        Goal = new Goal.EarHearsAt(route.AtEar.Listener.Id, place),
        Action = Say("walk.action", ("place", place)),
        Detail = Wording.Sentences(RouteReach.At(route, place) is { } there ? Say("walk.reckoned", ("left", there.Words)) : "",
            Say("walk.detail", ("box", route.Feed.Transmitter is { } box ? Say("name.the", ("what", box.Name)) : RouteWords.Box(route)))),
        Why = Say("walk.why"),
        Caution = Say("walk.caution"),
        ListenerId = route.AtEar.Listener.Id,
    }.Showing(rig, new Sign.HeardAt(route.AtEar.Listener.Id, place));

    // Before anything is fixed, and before time is spent on levels and lips: two outputs that nobody has tried together.
    private static Step Together(Rig rig, LeanedOn pair)
    {
        var (one, other) = (At(pair.One), pair.Other is null ? Say("together.room", ("speakers", RigOutputs.Room(rig))) : At(pair.Other));
        var both = new Goal.All([.. SoundAt(pair.One), .. pair.Other is null ? [new Goal.RoomHears()] : SoundAt(pair.Other)]);
        return new Step
        {
            Id = $"together-{pair.One.Id}-{pair.Other?.Id ?? LineBoard.RoomRow}",
            Phase = Phase.Listen,
            Place = Say("place.atPlayers", ("players", RouteWords.Players(rig))),
            Acts = [new Act.Wait(TogetherSeconds)],
            Goal = both,
            Action = Say("together.action", ("one", one), ("other", other)),
            Detail = Wording.Sentences(Say(pair.Liveness == Liveness.Unlikely ? "together.seldom" : "together.usually"), Say("together.detail")),
            Caution = Say("together.caution"),
            Why = Say("together.why"),
            Mandatory = true,
        }.Showing(rig, new Sign.Together(both));

        IEnumerable<Goal> SoundAt(SourcePort socket) =>
            rig.Routes.Where(r => r.Feed.Socket.Id == socket.Id).Select(r => new Goal.SoundAt(r.AtEar.Listener.Id));

        string At(SourcePort socket) =>
            Say("together.at", ("who", Wording.Listed(rig.Routes.Where(r => r.Feed.Socket.Id == socket.Id).Select(r => r.AtEar.Listener.Name))),
                ("socket", RouteWords.Socket(rig.Site.Look, socket)));
    }

    // Down, on, up: and a source that was turned down for the visit comes up as far as its socket follows it.
    private static IReadOnlyList<Act> Raised(Route route)
    {
        var (receiver, loud) = (Things.Receiver(route.AtEar), Things.Volume(route.AtEar));
        var source = Things.Source(route.Site.Look, route.Feed.Socket);
        return
        [
            .. IsOnByWire(route) ? new Act[] { new Act.Switch(receiver, true) } : [],
            new Act.Turn(loud, Volume.Down), .. IsWornAlready(route) ? [] : Things.Pieces(route.AtEar).Select(piece => new Act.PutOn(piece)),
            .. SocketReading.FixedLevel(route.Feed.Socket) == false ? new Act[] { new Act.Turn(source, Volume.Usual) } : [],
            new Act.Turn(loud, Volume.Usual),
        ];
    }

    // Aids stay in, or were given back; two speakers were set up for their sides.
    private static bool IsWornAlready(Route route) => route.AtEar is { Receiver.Form: WearForm.HearingAids } or { Pieces: > 1 };

    // Nobody has read whether what has a cell of its own plays by a wire while it is off.
    private static bool IsOnByWire(Route route) => route.Sends is null && route.AtEar.Receiver.Power.SwitchedByHand;

    // What is turned is what has a control: at the ear, else the loop's drive, else the set.
    private static string LevelAction(Route route)
    {
        var ear = route.AtEar;
        var control = ear.Takes.OwnVolume ? ear.Takes : ear.Receiver;
        var ready = ear.Receiver.Form switch
        {
            WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker or WearForm.None => Say("level.sit", ("who", ear.Listener.Name)),
            WearForm.HearingAids => Say("level.aidsWorn"),
            _ => ReferenceEquals(control, ear.Receiver) && !EarRules.LacksVolume(ear) ? Say("level.putOn")
                : Say("level.putOnWorn", ("worn", ear.Receiver.Name)),
        };
        if (!EarRules.LacksVolume(ear))
            return Say("level.actionEar", ("control", control.Name), ("ready", ready));
        if (route.Sends is { Technology: LinkTechnology.InductionLoop })
            return Say("level.actionDrive", ("box", route.Feed.Transmitter!.Name), ("ready", ready));
        if (ear.Receiver.Form == WearForm.HearingAids && SocketReading.FixedLevel(route.Feed.Socket) == true)
            return Say("level.actionAidsFixed", ("who", ear.Listener.Name));
        return SocketReading.FixedLevel(route.Feed.Socket) == true ? Say("level.actionFixed", ("worn", ear.Receiver.Name))
            : Say("level.action", ("control", RouteWords.Source(route)), ("ready", ready));
    }

    private static string Reckoned(Route route) => RouteLevels.Of(route) is not { } level ? ""
        : Wording.Sentences(Say("level.reckoned", ("speech", Wording.Whole(level.AtEar.SpeechDb)), ("under", Wording.Whole(level.AtEar.SpeechOverNoiseDb)),
            ("loud", Say($"level.{level.Audibility}")), ("clear", Say($"level.{level.Clarity}"))),
            level.Clips is { } clips ? Say("level.clips", ("box", clips.Box)) : "");

    private static string LevelWords(Route route)
    {
        var (usually, lacks) = (route.Feed.Socket.Level == LevelControl.NotYet, EarRules.LacksVolume(route.AtEar));
        return SocketReading.FixedLevel(route.Feed.Socket) switch
        {
            false when lacks => Say(usually ? "level.keysUsuallyOnly" : "level.keysOnly", ("source", RouteWords.Source(route))),
            false => Say(usually ? "level.keysUsuallyReach" : "level.keysReach", ("source", RouteWords.Source(route))),
            true => Wording.Sentences(Say(usually ? "level.usuallyFixed" : "level.fixed"), Say(!lacks ? "level.setAtEar"
                : route.Sends is { Technology: LinkTechnology.InductionLoop } ? "level.setByDrive" : "level.setNowhere")),
            null => Say("level.unread"),
        };
    }
}
