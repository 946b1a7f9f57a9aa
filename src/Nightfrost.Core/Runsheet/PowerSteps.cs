using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

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
            Place = socket is null ? $"At the {box.Name}" : $"At the set, {SocketKinds.Of(socket.Kind).Words}",
            Acts = [new Act.Feed(thingId, socket is null ? Things.Mains : Things.Socket(socket))],
            Goal = Behaviour.Of(box).HasPowerControl ? null : new Goal.Powered(thingId),
            Action = choice.OnPowerLead ? $"Plug the {box.Name}'s power plug into another end of the power lead"
                : socket is null ? (choice.NeedsSupply ? $"Feed the {box.Name} from a mains supply" : $"Plug in the {box.Name}'s own supply")
                : $"Feed the {box.Name} from the set's {SocketKinds.Of(socket.Kind).Words} socket",
            Detail = choice.Words + (choice.SleepsWithSet && box.Links.Count > 0 && box.Power.PairingSurvivesPowerLoss ? " Its pairing survives that." : "")
                + (box.Power.WorksWhileCharging ? " It may play while it charges: its charging light is not its link light." : ""),
            Caution = Step.With(choice.UsbSocketId is null
                ? "Right voltage and plug for this box, nothing wet. A larger current is fine, a higher voltage never. Free no outlet you cannot name."
                : "A box takes only the current it asks for; keep sound bars off USB."
                    + (choice.IsFlagged ? " This port is nearly full: if a box restarts or crackles, give it a mains supply of its own." : ""), box.Cautions),
            Why = "A dark light says nothing on a dead box.",
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
                Place = $"At the {box.Name}",
                Acts = [new Act.Switch(thing, true)],
                Goal = new Goal.Powered(thing),
                Action = box.GestureFor(GestureDoes.SwitchesPower) is { } power ? $"Switch the {box.Name} on: {Inside(box, power)}"
                    : $"Switch the {box.Name} on",
            }.Showing(rig, SignWords.Telling(thing, box, SignState.Power));
        if (box.GestureFor(GestureDoes.Transmits) is { } sends)
            yield return new Step
            {
                Id = $"transmit-{feed.Key}",
                Phase = Phase.Power,
                Place = $"At the {box.Name}",
                Acts = [new Act.Slide(thing, BoxMode.Transmit)],
                Goal = new Goal.OnTransmit(thing),
                Action = $"Set it to transmit: {Inside(box, sends)}",
                Why = "A box on receive waits to be found and finds no headset.",
            };
        if (box.GestureFor(GestureDoes.ChoosesInput) is { } input && feed.Joints.Count > 0)
            yield return new Step
            {
                Id = $"input-{feed.Key}",
                Phase = Phase.Power,
                Place = $"At the {box.Name}",
                Acts = [new Act.ChooseInput(thing, Things.InPort(thing, box, feed.Joints[^1].To))],
                Goal = new Goal.InputChosen(thing, Things.InPort(thing, box, feed.Joints[^1].To)),
                Action = "Choose the input the lead is in: "
                    + $"{box.Ports.FirstOrDefault(p => !p.Output && p.Connector == feed.Joints[^1].To)?.Label ?? "the one in use"}",
                Detail = $"{GestureWords.Of(box, input)}.",
                Why = "A wrong input sounds just like a broken wire.",
            };
    }

    // A gesture after a colon; what was read in words stays as it was.
    private static string Inside(Device box, Gesture gesture) =>
        gesture.Words.Length > 0 ? GestureWords.Of(box, gesture) : Wording.Lower(GestureWords.Of(box, gesture));
}
