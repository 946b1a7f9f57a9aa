using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Speakers for the room on one end of a splitter: their lead, their power and how loud they are.</summary>
internal static class RoomSteps
{
    /// <summary>Lead and power; empty for a feed without such speakers.</summary>
    public static IEnumerable<Step> Wires(Feed feed)
    {
        if (feed is not { Room: { } half, Splitter: { } splitter })
            yield break;
        var speakers = half.Speakers;
        yield return new Step
        {
            Id = $"room-lead-{feed.Socket.Id}",
            Phase = Phase.Wire,
            Place = $"At the {splitter.Name}",
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
            Action = Power.BoxPower.RunsFromUsbAlone(speakers) ? $"Feed the {speakers.Name} from a mains supply"
                : speakers.Power.OwnSupply ? $"Plug in the mains supply of the {speakers.Name}" : $"Switch the {speakers.Name} on",
            Detail = Step.With("Not from the set's USB: loudspeakers ask for more than it is made for.",
                speakers.PowerSwitch.Length > 0 ? [$"Then switch on: {speakers.PowerSwitch}."] : []),
            Expect = speakers.PowerLight,
            Caution = Step.With("Right voltage and plug, nothing wet.", speakers.Cautions),
        };
    }

    /// <summary>How loud they are, once a programme plays; null for a rig without such speakers.</summary>
    public static Step? Level(Rig rig) => rig.RoomFeed is not { Room.Speakers: { } speakers } feed ? null
        : new Step
        {
            Id = $"room-level-{feed.Socket.Id}",
            Phase = Phase.Menu,
            Place = $"At the {speakers.Name}",
            Action = $"With a programme playing, turn the {speakers.Name} up until the room hears it well",
            Detail = $"The set's volume {(feed.Socket.Level == Sites.LevelControl.NotYet ? "usually " : "")}moves this and the listeners together; set the set "
                + "first, the room by this control.",
            Expect = $"sound from the {speakers.Name}",
            Why = "A room that sounds proves the splitter before a listener is added.",
        };
}
