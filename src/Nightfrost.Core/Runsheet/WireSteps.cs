using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>Leads of every box, then power and switches, so that one goes behind the set once.</summary>
internal static class WireSteps
{
    public static IEnumerable<Step> For(Rig rig) => BoxByBox(rig).OrderBy(step => step.Phase == Phase.Power);

    private static IEnumerable<Step> BoxByBox(Rig rig)
    {
        var (splitterDone, roomDone) = (new HashSet<string>(), new HashSet<string>());
        var power = rig.Power.ToList();
        foreach (var feed in rig.Feeds.Where(f => !f.BuiltIn))
        {
            foreach (var step in Leads(rig, feed, splitterDone))
                yield return step;
            foreach (var step in feed.Room is not null && roomDone.Add(feed.Socket.Id) ? RoomSteps.Wires(rig, feed) : [])
                yield return step;
            foreach (var box in feed.Adapters.Append(feed.Transmitter).OfType<Device>())
            {
                var choice = power.FirstOrDefault(p => p.DeviceId == box.Id);
                if (choice is null)
                    continue;
                power.Remove(choice);
                if ((box.Power.UsbDrawMa > 0 || box.Power.OwnSupply) && !BoxPower.RunsFromCell(choice, box))
                    yield return PowerSteps.Electricity(rig, feed, box, choice);
            }

            foreach (var step in PowerSteps.Switches(rig, feed))
                yield return step;
        }

        foreach (var route in rig.Routes.Where(r => r.AtEar.RelayJoint is not null))
        {
            foreach (var step in AtSpeaker(route))
                yield return step;
        }
    }

    // A receiver box in front of a speaker stands there, with a lead, power and switches of its own.
    private static IEnumerable<Step> AtSpeaker(Route route)
    {
        var (ear, box, id) = (route.AtEar, route.AtEar.Relay!, route.AtEar.Listener.Id);
        yield return new Step
        {
            Id = $"speaker-lead-{id}",
            Phase = Phase.Wire,
            Place = $"At the {ear.Receiver.Name}",
            Action = ear.RelayJoint!.Lead is { } lead ? $"{Wording.Capital(lead.Name)}: from the {box.Name} to the {ear.Receiver.Name}"
                : $"Plug the lead of the {ear.Receiver.Name} into the {box.Name}",
            Detail = $"The {box.Name} stands beside the {ear.Receiver.Name} and listens for the box at the set.",
            Caution = "Turn the speaker down before a plug goes in.",
            ListenerId = id,
            OrderFree = true,
        };
        yield return new Step
        {
            Id = $"speaker-power-{id}",
            Phase = Phase.Power,
            Place = $"At the {ear.Receiver.Name}",
            Action = BoxPower.NeedsSupplyAtSpeaker(box) ? $"Feed the {box.Name} from a mains supply"
                : box.Power.OwnSupply ? $"Plug in the {box.Name}'s own supply" : $"Switch the {box.Name} on",
            Detail = BoxPower.AtSpeaker(box).Words,
            Expect = GestureWords.Shows(box, SignState.Power),
            Caution = Step.With("Right voltage and plug for this box, nothing wet. No lead across a path.", box.Cautions),
            ListenerId = id,
        };
        if (box.GestureFor(GestureDoes.Transmits) is { } sends)
            yield return new Step
            {
                Id = $"speaker-receive-{id}",
                Phase = Phase.Power,
                Place = $"At the {box.Name} beside the {ear.Receiver.Name}",
                Action = box.GestureFor(GestureDoes.Receives) is { } receives ? $"Set it to receive: {GestureWords.Of(box, receives)}" : "Set it to receive",
                Detail = box.GestureFor(GestureDoes.Receives) is null ? $"It sends by: {GestureWords.Of(box, sends)}. Here it must stand the other way." : "",
                Why = "Two boxes that both send never find each other.",
                ListenerId = id,
            };
        if (ear.Receiver.GestureFor(GestureDoes.ChoosesInput) is { } input)
            yield return new Step
            {
                Id = $"speaker-input-{id}",
                Phase = Phase.Power,
                Place = $"At the {ear.Receiver.Name}",
                Action = "Choose the input the lead is in: "
                    + $"{ear.Receiver.Ports.FirstOrDefault(p => !p.Output && p.Connector == ear.RelayJoint!.To)?.Label ?? "the one in use"}",
                Detail = $"{GestureWords.Of(ear.Receiver, input)}.",
                Why = "A wrong input sounds just like a broken wire.",
                ListenerId = id,
            };
    }

    private static IEnumerable<Step> Leads(Rig rig, Feed feed, HashSet<string> splitterDone)
    {
        var boxes = feed.Adapters.Append(feed.Transmitter).OfType<Device>().Select(b => b.Name).ToList();
        if (boxes.Count < feed.Joints.Count)
            boxes.Add(rig.Routes.First(r => r.Feed.Key == feed.Key).AtEar.Receiver.Name);
        var bar = rig.Site.BarSocket?.Id == feed.Socket.Id ? rig.Site.Bar : null;
        var taker = bar is not null ? $"the {bar.Name}" : feed.KeepsTaker ? RouteWords.Taker(feed.Socket, "what is plugged in") : null;
        var taken = feed.KeepsTaker ? RoomPorts.OfTaker(Things.Element(feed, 0), feed.Adapters.Append(feed.Transmitter).OfType<Device>().First()) : "";
        for (var i = 0; i < feed.Joints.Count; i++)
        {
            if (i == 0 && feed.Splitter is not null && !splitterDone.Add(feed.Socket.Id))
                continue;
            if (i == 0 && taker is not null)
                yield return new Step
                {
                    Id = $"free-{feed.Socket.Id}",
                    Phase = Phase.Wire,
                    Place = $"At the {SourceName(rig, feed)}, {SocketName(feed.Socket)}",
                    Acts = [new Act.Pull(Things.NearEnd(Things.TakerLead(feed.Socket)))],
                    Goal = new Goal.EndFree(Things.NearEnd(Things.TakerLead(feed.Socket))),
                    Action = $"Pull the lead of {taker} out of the {SourceName(rig, feed)}",
                    Detail = $"It goes into the {boxes[0]} instead, so {(bar is null ? "it keeps its signal" : "the room keeps its sound")}.",
                    Caution = "Turn the set down first. Some boxes fall silent or change input when a plug is pulled.",
                };
            yield return Lead(rig, feed, i, i == 0 ? $"the {SourceName(rig, feed)}, {SocketName(feed.Socket)}" : $"the {boxes[i - 1]}", $"the {boxes[i]}");
            if (i == 0 && taker is not null)
                yield return new Step
                {
                    Id = $"pass-{feed.Socket.Id}",
                    Phase = Phase.Wire,
                    Place = $"At the {boxes[0]}",
                    Acts = [new Act.Plug(Things.NearEnd(Things.TakerLead(feed.Socket)), taken)],
                    Goal = new Goal.EndIn(Things.NearEnd(Things.TakerLead(feed.Socket)), taken),
                    Action = $"Plug the lead of {taker} into {(feed.Splitter is null ? "the output" : "a free end")} of the {boxes[0]}",
                    Detail = NeedsPower(feed) ? $"It works again once the {boxes[0]} has power." : "",
                    Expect = NeedsPower(feed) || bar is not null ? ""
                        : feed.Socket.Kind == SocketKind.HdmiOut ? $"picture on {taker} again" : $"{taker} works as before",
                    Why = bar is null ? "What worked before this visit works after it."
                        : "A room speaker that sounds proves the feed before a headset is added.",
                };
        }
    }

    // How the plugs of an optical lead go in: the square one only one way round, the small one like a headphone plug.
    private static string OpticalPlugs(Joint joint)
    {
        const string Square = "one corner side is cut: turn the plug until it matches, push until it clicks.";
        return (joint.From, joint.To) switch
        {
            (Connector.Optical35, Connector.Optical35) => "The plug is round: push it fully in.",
            (Connector.Optical35, _) => $"The round end goes fully into the source. At the square end {Square}",
            (_, Connector.Optical35) => $"The round end goes fully into the box. At the square end {Square}",
            _ => Wording.Capital(Square),
        };
    }

    private static Step Lead(Rig rig, Feed feed, int index, string from, string to)
    {
        var joint = feed.Joints[index];
        var optical = joint.From is Connector.OpticalSquare or Connector.Optical35 || joint.To is Connector.OpticalSquare or Connector.Optical35;
        var phono = joint.From == Connector.PhonoPair || joint.To == Connector.PhonoPair;
        var headphone = index == 0 && feed.Socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635;
        var firstPlug = headphone && feed.Socket.State != SocketState.Taken;
        return new Step
        {
            Id = $"lead-{feed.Key}-{index}",
            Phase = Phase.Wire,
            Place = Wording.Capital(from),
            Acts = LeadActs.In(Things.Lead(feed, index), joint, NearPort(rig, feed, index), FarPort(rig, feed, index)),
            Goal = new Goal.LeadIn(Things.Lead(feed, index)),
            Action = joint.Lead is { IsExtension: true } longer ? $"{Wording.Capital(longer.Name)}: into {from}, and the lead of {to} into it"
                : joint.Lead is { } lead ? $"{Wording.Capital(lead.Name)}: from {from} to {to}" : $"Plug the lead of {to} into {from}",
            Detail = optical ? $"{OpticalPlugs(joint)} The glow is safe to see; do not stare into it."
                : phono ? "White to white is left, red to red is right."
                : headphone ? "Push the plug fully in." : "",
            Ticks = optical ? [index == 0 ? "Cap off at the source's end" : "Cap off at the first end", "Cap off at the box's end",
                joint.From == Connector.Optical35 || joint.To == Connector.Optical35 ? "Both ends fully in" : "It clicked at both ends"] : [],
            Expect = firstPlug && feed.Socket.SilencesSpeakers == Known.Yes ? "the set's own speakers fall silent"
                : firstPlug && feed.Socket.SilencesSpeakers == Known.NotYet ? "the set's own speakers usually fall silent: note whether they do" : "",
            Caution = headphone ? "Turn the set down before this plug goes in or out." : "Lay the lead clear of where people walk.",
            OrderFree = index == 0,
        };
    }

    // True where what held the socket waits for the electricity of the first box.
    private static bool NeedsPower(Feed feed) => ElementOf(feed, 0) is { } through && !Behaviour.Of(through).IsPassive;

    internal static Device? ElementOf(Feed feed, int index) => feed.Adapters.Append(feed.Transmitter).OfType<Device>().ElementAtOrDefault(index);

    private static string NearPort(Rig rig, Feed feed, int index) => index == 0 ? Things.Socket(feed.Socket)
        : Things.OutPort(Things.Element(feed, index - 1), ElementOf(feed, index - 1)!, feed.Joints[index].From,
            index == 1 ? Things.EndOf(rig, feed) : 0);

    // A wire's last lead goes to what is worn.
    private static string FarPort(Rig rig, Feed feed, int index)
    {
        if (ElementOf(feed, index) is { } box)
            return Things.InPort(Things.Element(feed, index), box, feed.Joints[index].To);
        var ear = rig.Routes.First(r => r.Feed.Key == feed.Key).AtEar;
        return Things.InPort(Things.Receiver(ear), ear.Receiver, feed.Joints[index].To);
    }

    private static string SourceName(Rig rig, Feed feed) => rig.Site.Look.SourceOf(feed.Socket)?.Name ?? "set";

    private static string SocketName(SourcePort socket) =>
        socket.Marking.Length > 0 ? $"{SocketKinds.Of(socket.Kind).InSentence} ({socket.Marking})" : SocketKinds.Of(socket.Kind).InSentence;
}
