using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What stands beside a listener: its own supply, two of it joined as left and right, a receiver box in front of it.</summary>
internal static class SpeakerSteps
{
    /// <summary>True for what runs from a supply alone.</summary>
    public static bool HangsOnMains(Device device) => Behaviour.Of(device) is { TakesSupply: true, HasBattery: false };

    /// <summary>The supply of what stands at a seat and is joined from there.</summary>
    public static IEnumerable<Step> Power(Rig rig) => rig.Routes.Where(r => r is { Sends: not null, AtEar.Relay: null } && HangsOnMains(r.AtEar.Receiver)
        && !r.AtEar.Receiver.IsPaired()).Select(route => new Step
        {
            Id = $"ear-power-{route.AtEar.Listener.Id}",
            Phase = Phase.Power,
            Place = Say("place.seatOf", ("who", route.AtEar.Listener.Name)),
            Acts = [.. Things.Pieces(route.AtEar).Select(id => new Act.Feed(id, Things.Mains))],
            Goal = Behaviour.Of(route.AtEar.Receiver).HasPowerControl ? new Goal.Fed(Things.Receiver(route.AtEar))
                : new Goal.Powered(Things.Receiver(route.AtEar)),
            Action = SupplyWords(route.AtEar.Receiver),
            Detail = route.Sends!.IsInfrared ? Say("earPower.detailInfrared") : "",
            Caution = Say("speakerPower.caution"),
            Why = Say("boxPower.why"),
            ListenerId = route.AtEar.Listener.Id,
        }.Showing(rig, Behaviour.Of(route.AtEar.Receiver).HasPowerControl ? []
            : SignWords.Telling(Things.Receiver(route.AtEar), route.AtEar.Receiver, SignState.Power)));

    /// <summary>Two joined as left and right, before either is joined to a box: the press that joins them lets go of that.</summary>
    public static IEnumerable<Step> AsPair(Rig rig, Route route, IReadOnlyList<string> charged)
    {
        var (ear, id, speaker) = (route.AtEar, route.AtEar.Listener.Id, route.AtEar.Receiver);
        if (ear.Pieces < 2 || speaker.GestureFor(GestureDoes.JoinsPair) is not { } joins)
            yield break;
        var (first, both) = (Things.Receiver(ear), Things.Pieces(ear));
        yield return new Step
        {
            Id = $"pair-join-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(ear.Listener, speaker),
            Acts =
            [
                .. both.Select(each => new Act.Switch(each, true)),
                .. speaker.StrayModes.Length > 0 ? both.Select(each => new Act.ToBluetooth(each)) : [],
                Act.Press.Of(first, joins),
            ],
            Goal = new Goal.PairJoined(first),
            Action = Say("pairJoin.action", ("worn", speaker.Name), ("gesture", Wording.Lower(GestureWords.Of(speaker, joins)))),
            Detail = Wording.Sentences(speaker.StrayModes.Length > 0 ? Say("pairJoin.modes", ("modes", speaker.StrayModes)) : "", Say("pairJoin.detail")),
            HoldSeconds = joins.HoldSeconds,
            Why = Say("because.pair-before-box"),
            Needs = charged,
            ListenerId = id,
        }.Showing(rig, [.. both.SelectMany(each => SignWords.Telling(each, speaker, SignState.Joined))]);
    }

    /// <summary>Which of the two is the left one is heard, and seen by their lamps.</summary>
    public static Step? Sides(Rig rig, Route route)
    {
        var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
        return ear.Pieces < 2 ? null : new Step
        {
            Id = $"sides-{id}",
            Phase = Phase.Listen,
            Place = Say("place.seat", ("who", ear.Listener.Name)),
            Acts = [.. Things.Pieces(ear).Select(each => new Act.PutOn(each)), new Act.SetSides(Things.Receiver(ear))],
            Goal = new Goal.SidesRight(Things.Receiver(ear)),
            Action = Say("sides.action", ("worn", ear.Receiver.Name)),
            Detail = Say("sides.detail"),
            Caution = Say("speakerPower.caution"),
            ListenerId = id,
        };
    }

    /// <summary>What is joined at the set and stands elsewhere: its power there, and receive where it sends or receives by a switch.</summary>
    public static IEnumerable<Step> AtTheSet(Rig rig, Route route)
    {
        var (ear, takes, id, taker) = (route.AtEar, route.AtEar.Takes, route.AtEar.Listener.Id, Things.Taker(route.AtEar));
        if (HangsOnMains(takes))
            yield return new Step
            {
                Id = $"speaker-power-{id}",
                Phase = Phase.Pair,
                Place = StepPlaces.At(takes.Name),
                Acts = [.. Things.Takers(ear).Select(each => new Act.Feed(each, Things.Mains))],
                Goal = Behaviour.Of(takes).HasPowerControl ? new Goal.Fed(taker) : new Goal.Powered(taker),
                Action = SupplyWords(takes),
                Detail = Say("speakerPower.detail", ("box", takes.Name)),
                Caution = Wording.Sentences(Say("speakerPower.caution"), takes.Cautions),
                ListenerId = id,
            }.Showing(rig, Behaviour.Of(takes).HasPowerControl ? [] : SignWords.Telling(taker, takes, SignState.Power));
        if (ear.Relay is { Role: DeviceRole.LinkReceiver or DeviceRole.Transmitter } box && box.GestureFor(GestureDoes.Transmits) is { } sends)
            yield return new Step
            {
                Id = $"speaker-receive-{id}",
                Phase = Phase.Pair,
                Place = StepPlaces.At(box.Name),
                Acts = [new Act.Slide(taker, BoxMode.Receive)],
                Goal = new Goal.OnReceive(taker),
                Action = box.GestureFor(GestureDoes.Receives) is { } receives
                    ? Say("speakerReceive.action", ("gesture", GestureWords.Of(box, receives))) : Say("speakerReceive.actionPlain"),
                Detail = box.GestureFor(GestureDoes.Receives) is null ? Say("speakerReceive.detail", ("gesture", GestureWords.Of(box, sends))) : "",
                Why = Say("speakerReceive.why"),
                ListenerId = id,
            };
    }

    /// <summary>Once joined it goes to its place, and is wired to the speaker there.</summary>
    public static IEnumerable<Step> Carry(Rig rig, Route route)
    {
        var (ear, takes, id, taker) = (route.AtEar, route.AtEar.Takes, route.AtEar.Listener.Id, Things.Taker(route.AtEar));
        if (HangsOnMains(takes) || ear.RelayJoint is not null)
            yield return new Step
            {
                Id = $"speaker-place-{id}",
                Phase = Phase.Pair,
                Place = Say("place.seatOf", ("who", ear.Listener.Name)),
                Acts =
                [
                    new Act.Bring(taker, Place.Seat),
                    .. HangsOnMains(takes) ? new Act[] { new Act.Feed(taker, Things.Mains) } : [],
                    .. HangsOnMains(takes) && Behaviour.Of(takes).HasPowerControl ? new Act[] { new Act.Switch(taker, true) } : [],
                    new Act.Wait(PowerBackSteps.JoinSeconds),
                ],
                Goal = new Goal.All([new Goal.At(taker, Place.Seat), new Goal.Joined(taker)]),
                Action = Say(HangsOnMains(takes) ? "speakerPlace.action" : "speakerPlace.actionCell", ("box", takes.Name),
                    ("where", ear.Relay is null ? Say("place.theSeat") : Say("name.the", ("what", ear.Receiver.Name)))),
                Detail = HangsOnMains(takes) ? Say("speakerPlace.detail") : "",
                Caution = Say("speakerPower.caution"),
                Note = takes.Power.PairingSurvivesPowerLoss == Known.NotYet && HangsOnMains(takes) ? Say("powerBack.note") : "",
                ListenerId = id,
            }.Showing(rig, HangsOnMains(takes) ? SignWords.Telling(taker, takes, SignState.Joined) : []);
        if (ear is { RelayJoint: { } joint, Relay: { } box })
        {
            foreach (var step in Wired(route, joint, box))
                yield return step;
        }
    }

    private static IEnumerable<Step> Wired(Route route, Joint joint, Device box)
    {
        var (ear, id, speaker) = (route.AtEar, route.AtEar.Listener.Id, Things.Receiver(route.AtEar));
        var behaviour = Behaviour.Of(ear.Receiver);
        yield return new Step
        {
            Id = $"speaker-lead-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.At(ear.Receiver.Name),
            Acts =
            [
                .. LeadActs.In(Things.SpeakerLead(ear.Listener), joint, Things.OutPort(Things.Relay(ear.Listener), box, joint.From),
                    Things.InPort(speaker, ear.Receiver, joint.To)),
                .. HangsOnMains(ear.Receiver) ? new Act[] { new Act.Feed(speaker, Things.Mains) } : [],
                .. behaviour.HasPowerControl ? new Act[] { new Act.Switch(speaker, true) } : [],
            ],
            Goal = new Goal.LeadIn(Things.SpeakerLead(ear.Listener)),
            Action = joint.Lead is { } lead
                ? Say("speakerLead.action", ("lead", Wording.Capital(lead.Name)), ("box", box.Name), ("worn", ear.Receiver.Name))
                : Say("speakerLead.actionOwn", ("worn", ear.Receiver.Name), ("box", box.Name)),
            Detail = Wording.Sentences(Say("speakerLead.detail", ("box", box.Name), ("worn", ear.Receiver.Name)),
                behaviour.HasPowerControl ? Say("gesture.onThen", ("thing", ear.Receiver.Name)) : ""),
            Caution = Say("speakerLead.caution"),
            ListenerId = id,
        };
        if (ear.Receiver.GestureFor(GestureDoes.ChoosesInput) is { } input)
            yield return new Step
            {
                Id = $"speaker-input-{id}",
                Phase = Phase.Pair,
                Place = StepPlaces.At(ear.Receiver.Name),
                Acts = [new Act.ChooseInput(speaker, Things.InPort(speaker, ear.Receiver, joint.To))],
                Goal = new Goal.InputChosen(speaker, Things.InPort(speaker, ear.Receiver, joint.To)),
                Action = PowerSteps.InputWords(ear.Receiver, joint.To),
                Detail = Wording.Sentence(GestureWords.Of(ear.Receiver, input)),
                Why = Say("input.why"),
                ListenerId = id,
            };
    }

    private static string SupplyWords(Device device) => Say(BoxPower.NeedsSupplyAtSpeaker(device) ? "boxPower.supply" : "boxPower.ownSupply",
        ("thing", device.Name));
}
