using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>Speakers for the room on one end of a splitter: their lead, their power and how loud they are.</summary>
internal static class RoomSteps
{
    /// <summary>What plays to the room as the visit meets it, and so is turned down before a plug is touched.</summary>
    public static IEnumerable<string> Loud(Rig rig) => rig.Site.Bar is null ? Things.Players(rig) : Things.Players(rig).Append(Things.Bar);

    /// <summary>All of it turned up again.</summary>
    public static IEnumerable<Act> Up(Rig rig) => Loud(rig).Select(id => new Act.Turn(id, Volume.Usual));

    /// <summary>Lead and power; empty for a feed without such speakers.</summary>
    public static IEnumerable<Step> Wires(Rig rig, Feed feed)
    {
        if (feed is not { Room: { } half, Splitter: { } splitter })
            yield break;
        var speakers = half.Speakers;
        yield return new Step
        {
            Id = $"room-lead-{feed.Socket.Id}",
            Phase = Phase.Wire,
            Place = $"At the {splitter.Name}",
            Acts =
            [
                new Act.Turn(Things.RoomSpeakers(feed), Volume.Down),
                .. LeadActs.In(Things.RoomLead(feed), half.Joint, RoomPorts.OfSpeakers(Things.Element(feed, 0), splitter),
                    Things.InPort(Things.RoomSpeakers(feed), speakers, half.Joint.To)),
            ],
            Goal = new Goal.LeadIn(Things.RoomLead(feed)),
            Action = half.Joint.Lead is { } lead ? $"{Wording.Capital(lead.Name)}: from a free end of the {splitter.Name} to the {speakers.Name}"
                : $"Plug the lead of the {speakers.Name} into a free end of the {splitter.Name}",
            Detail = $"Put the {speakers.Name} beside the set: the room hears by them in place of the set's own speakers.",
            Caution = $"Turn the {speakers.Name} right down before the plug goes in. Lay the lead clear of where people walk.",
            OrderFree = true,
        };
        yield return new Step
        {
            Id = $"room-power-{feed.Socket.Id}",
            Phase = Phase.Power,
            Place = $"At the {speakers.Name}",
            Acts =
            [
                .. speakers.Power.UsbDrawMa > 0 || speakers.Power.OwnSupply ? new Act[] { new Act.Feed(Things.RoomSpeakers(feed), Things.Mains) } : [],
                new Act.Switch(Things.RoomSpeakers(feed), true),
            ],
            Goal = new Goal.Powered(Things.RoomSpeakers(feed)),
            Action = Power.BoxPower.RunsFromUsbAlone(speakers) ? $"Feed the {speakers.Name} from a mains supply"
                : speakers.Power.OwnSupply ? $"Plug in the mains supply of the {speakers.Name}" : $"Switch the {speakers.Name} on",
            Detail = Step.With("Not from the set's USB: loudspeakers ask for more than it is made for.",
                speakers.GestureFor(GestureDoes.SwitchesPower) is { } power ? [$"Then switch on: {GestureWords.Of(speakers, power)}."] : []),
            Caution = Step.With("Right voltage and plug, nothing wet.", speakers.Cautions),
        }.Showing(rig, SignWords.Telling(Things.RoomSpeakers(feed), speakers, SignState.Power));
    }

    /// <summary>
    /// What was turned down for the visit comes up again: as soon as a programme plays where the room should hear, else at the end. Null where that is not its
    /// part.
    /// </summary>
    public static Step? Back(Rig rig, Phase phase)
    {
        var room = rig.Site.RoomHears is not null;
        // What is silenced by hand was turned up before, so that its silence tells something.
        if (rig.RoomFeed is not null || (phase == Phase.Menu) != room || rig.Silencing != Silencing.None)
            return null;
        var (players, bar) = (RouteWords.Players(rig), rig.Site.Bar);
        var what = bar is null ? players : $"{players} and the {bar.Name}";
        var step = new Step
        {
            Id = room ? "room-back" : "volume-back",
            Phase = phase,
            Place = $"At {players}, by remote or by hand",
            Acts = [.. Up(rig)],
            Goal = room ? new Goal.RoomHears() : new Goal.RoomAsUsual(),
            Action = room ? $"Turn {what} up again until the room hears it as before" : $"Put the volume of {what} back to what was found",
            Detail = room ? "The value was noted before it was turned down." : "Where the listener's loudness hangs on it, leave it as the listener likes it.",
            Caution = "Raise it slowly.",
            Why = room ? "A room that is heard now is not searched for later." : "What was turned down for the visit is not left so.",
        };
        return room ? step.Showing(rig, new Sign.Room(true)) : step;
    }

    /// <summary>How loud they are, once a programme plays; null for a rig without such speakers.</summary>
    public static Step? Level(Rig rig) => rig.RoomFeed is not { Room.Speakers: { } speakers } feed ? null
        : new Step
        {
            Id = $"room-level-{feed.Socket.Id}",
            Phase = Phase.Menu,
            Place = $"At the {speakers.Name}",
            Acts = [.. Loud(rig).Append(Things.RoomSpeakers(feed)).Select(id => new Act.Turn(id, Volume.Usual))],
            Goal = new Goal.RoomHears(),
            Action = $"With a programme playing, turn the {speakers.Name} up until the room hears it well",
            Detail = $"The set's volume {(feed.Socket.Level == LevelControl.NotYet ? "usually " : "")}moves this and the listeners together; set the set "
                + "first, the room by this control.",
            Why = "A room that sounds proves the splitter before a listener is added.",
        }.Showing(rig, new Sign.Room(true));
}
