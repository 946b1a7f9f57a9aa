using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Power for a box, and what is set on it before anything is judged.</summary>
internal static class PowerSteps
{
    /// <summary>Gives a box its electricity.</summary>
    public static Step Electricity(Rig rig, Feed feed, Device box, PowerChoice choice)
    {
        var thingId = Things.Element(feed, feed.Adapters.Append(feed.Transmitter).OfType<Device>().ToList().IndexOf(box));
        var socket = rig.Site.Look.Set.Sockets.FirstOrDefault(s => s.Id == choice.UsbSocketId);
        var step = new Step
        {
            Id = $"power-{feed.Key}-{box.Id}",
            Phase = Phase.Power,
            Place = socket is null ? StepPlaces.At(box.Name) : Say("place.atSetSocket", ("socket", SocketKinds.Of(socket.Kind).Words)),
            Acts = [new Act.Feed(thingId, socket is null ? Things.Mains : Things.Socket(socket))],
            Goal = Behaviour.Of(box).HasPowerControl ? null : new Goal.Powered(thingId),
            Action = choice.OnPowerLead ? Say("boxPower.onPowerLead", ("box", box.Name))
                : socket is null ? (choice.NeedsSupply ? Say("boxPower.supply", ("thing", box.Name)) : Say("boxPower.ownSupply", ("thing", box.Name)))
                : Say("boxPower.usb", ("box", box.Name), ("socket", SocketKinds.Of(socket.Kind).Words)),
            Detail = Wording.Sentences(choice.Words,
                choice.SleepsWithSet && box.Links.Count > 0 && box.Power.PairingSurvivesPowerLoss == Known.Yes ? Say("boxPower.pairingSurvives") : "",
                box.Power.WorksWhileCharging == Known.Yes ? Say("boxPower.playsCharging") : ""),
            Caution = Wording.Sentences(Say(choice.UsbSocketId is null ? "boxPower.caution" : "boxPower.cautionUsb"),
                [choice.IsFlagged ? Say("boxPower.portNearlyFull") : "", .. box.Cautions]),
            Why = Say("boxPower.why"),
        };
        return step.Showing(rig, [.. PowerSigns(feed, box, thingId)]);
    }

    // A box with a switch of its own is dark until that is on. What stands in the way of a picture gives it back with its power.
    private static IEnumerable<Sign> PowerSigns(Feed feed, Device box, string thingId)
    {
        foreach (var sign in Behaviour.Of(box).HasPowerControl ? [] : SignWords.Telling(thingId, box, SignState.Power))
            yield return sign;
        if (feed is { KeepsTaker: true, Socket.Kind: SocketKind.HdmiOut } && WireSteps.ElementOf(feed, 0) == box)
            yield return new Sign.Picture(feed.Socket.Id);
    }

    /// <summary>Its own switches: on, transmit, input.</summary>
    public static IEnumerable<Step> Switches(Rig rig, Feed feed)
    {
        if (feed.Transmitter is not { } box)
            yield break;
        var thing = Things.Sender(feed)!;
        // What pairs from off is switched on by that.
        if (Behaviour.Of(box) is { HasPowerControl: true, PairsFromOff: false })
            yield return new Step
            {
                Id = $"switch-on-{feed.Key}",
                Phase = Phase.Power,
                Place = StepPlaces.At(box.Name),
                Acts = [new Act.Switch(thing, true)],
                Goal = new Goal.Powered(thing),
                Action = box.GestureFor(GestureDoes.SwitchesPower) is { } power
                    ? Say("boxPower.switchOnBy", ("thing", box.Name), ("gesture", Inside(box, power)))
                    : Say("boxPower.switchOn", ("thing", box.Name)),
            }.Showing(rig, SignWords.Telling(thing, box, SignState.Power));
        if (box.GestureFor(GestureDoes.Transmits) is { } sends)
            yield return new Step
            {
                Id = $"transmit-{feed.Key}",
                Phase = Phase.Power,
                Place = StepPlaces.At(box.Name),
                Acts = [new Act.Slide(thing, BoxMode.Transmit)],
                Goal = new Goal.OnTransmit(thing),
                Action = Say("transmit.action", ("gesture", Inside(box, sends))),
                Why = Say("because.transmit-before-pairing"),
            };
        if (box.GestureFor(GestureDoes.ChoosesInput) is { } input && feed.Joints.Count > 0)
            yield return new Step
            {
                Id = $"input-{feed.Key}",
                Phase = Phase.Power,
                Place = StepPlaces.At(box.Name),
                Acts = [new Act.ChooseInput(thing, Things.InPort(thing, box, feed.Joints[^1].To))],
                Goal = new Goal.InputChosen(thing, Things.InPort(thing, box, feed.Joints[^1].To)),
                Action = InputWords(box, feed.Joints[^1].To),
                Detail = Wording.Sentence(GestureWords.Of(box, input)),
                Why = Say("input.why"),
            };
    }

    /// <summary>Which input to choose, by what is printed at it.</summary>
    internal static string InputWords(Device box, Connector lead) =>
        Say("input.action", ("input", box.Ports.FirstOrDefault(p => !p.Output && p.Connector == lead)?.Label ?? Say("input.inUse")));

    // A gesture after a colon; what was read in words stays as it was.
    private static string Inside(Device box, Gesture gesture) =>
        gesture.Words.Length > 0 ? GestureWords.Of(box, gesture) : Wording.Lower(GestureWords.Of(box, gesture));
}
