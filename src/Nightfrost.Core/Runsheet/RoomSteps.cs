using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Speakers for the room on one end of a splitter: their lead, their power and how loud they are.</summary>
internal static class RoomSteps
{
    /// <summary>What plays to the room as the visit meets it, and so is turned down before a plug is touched.</summary>
    public static IEnumerable<string> Loud(Rig rig) => rig.Bar is null ? Things.Players(rig) : Things.Players(rig).Append(Things.Bar);

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
            Place = StepPlaces.At(splitter.Name),
            Acts =
            [
                new Act.Turn(Things.RoomSpeakers(feed), Volume.Down),
                .. LeadActs.In(Things.RoomLead(feed), half.Joint, RoomPorts.OfSpeakers(Things.Element(feed, 0), splitter),
                    Things.InPort(Things.RoomSpeakers(feed), speakers, half.Joint.To)),
            ],
            Goal = new Goal.LeadIn(Things.RoomLead(feed)),
            Action = half.Joint.Lead is { } lead
                ? Say("roomLead.action", ("lead", Wording.Capital(lead.Name)), ("splitter", splitter.Name), ("speakers", speakers.Name))
                : Say("roomLead.actionOwn", ("speakers", speakers.Name), ("splitter", splitter.Name)),
            Detail = Say("roomLead.detail", ("speakers", speakers.Name)),
            Caution = Say("roomLead.caution", ("speakers", speakers.Name)),
            OrderFree = true,
        };
        yield return new Step
        {
            Id = $"room-power-{feed.Socket.Id}",
            Phase = Phase.Power,
            Place = StepPlaces.At(speakers.Name),
            Acts =
            [
                .. speakers.Power.UsbDrawMa > 0 || speakers.Power.OwnSupply ? new Act[] { new Act.Feed(Things.RoomSpeakers(feed), Things.Mains) } : [],
                new Act.Switch(Things.RoomSpeakers(feed), true),
            ],
            Goal = new Goal.Powered(Things.RoomSpeakers(feed)),
            Action = Power.BoxPower.RunsFromUsbAlone(speakers) ? Say("boxPower.supply", ("thing", speakers.Name))
                : speakers.Power.OwnSupply ? Say("roomPower.ownSupply", ("speakers", speakers.Name)) : Say("boxPower.switchOn", ("thing", speakers.Name)),
            Detail = Wording.Sentences(Say("roomPower.detail"),
                speakers.GestureFor(GestureDoes.SwitchesPower) is { } power ? [Say("roomPower.thenOn", ("gesture", GestureWords.Of(speakers, power)))] : []),
            Caution = Wording.Sentences(Say("roomPower.caution"), speakers.Cautions),
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
        var (players, bar) = (RouteWords.Players(rig), rig.Bar);
        var what = bar is null ? players : Say("name.andBar", ("players", players), ("bar", bar.Name));
        var step = new Step
        {
            Id = room ? "room-back" : "volume-back",
            Phase = phase,
            Place = Say("place.atPlayersByHand", ("players", players)),
            Acts = [.. Up(rig)],
            Goal = room ? new Goal.RoomHears() : new Goal.RoomAsUsual(),
            Action = Say(room ? "roomBack.action" : "volumeBack.action", ("what", what)),
            Detail = Say(room ? "roomBack.detail" : "volumeBack.detail"),
            Caution = Say("roomBack.caution"),
            Why = Say(room ? "roomBack.why" : "volumeBack.why"),
        };
        return room ? step.Showing(rig, new Sign.Room(true)) : step;
    }

    /// <summary>How loud they are, once a programme plays; null for a rig without such speakers.</summary>
    public static Step? Level(Rig rig) => rig.RoomFeed is not { Room.Speakers: { } speakers } feed ? null
        : new Step
        {
            Id = $"room-level-{feed.Socket.Id}",
            Phase = Phase.Menu,
            Place = StepPlaces.At(speakers.Name),
            Acts = [.. Loud(rig).Append(Things.RoomSpeakers(feed)).Select(id => new Act.Turn(id, Volume.Usual))],
            Goal = new Goal.RoomHears(),
            Action = Say("roomLevel.action", ("speakers", speakers.Name)),
            Detail = Say(feed.Socket.Level == LevelControl.NotYet ? "roomLevel.detailUsually" : "roomLevel.detail"),
            Why = Say("roomLevel.why"),
        }.Showing(rig, new Sign.Room(true));
}
