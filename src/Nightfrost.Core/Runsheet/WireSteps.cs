using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

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
                var choice = power.FirstOrDefault(p => p.FeedKey == feed.Key && p.DeviceId == box.Id);
                if (choice is null)
                    continue;
                power.Remove(choice);
                if ((box.Power.UsbDrawMa > 0 || box.Power.OwnSupply) && !BoxPower.RunsFromCell(choice, box))
                    yield return PowerSteps.Electricity(rig, feed, box, choice);
            }

            foreach (var step in PowerSteps.Switches(rig, feed))
                yield return step;
        }

        foreach (var step in SpeakerSteps.Power(rig).Concat(BarSteps.Power(rig)))
            yield return step;
    }

    private static IEnumerable<Step> Leads(Rig rig, Feed feed, HashSet<string> splitterDone)
    {
        var boxes = feed.Adapters.Append(feed.Transmitter).OfType<Device>().Select(b => b.Name).ToList();
        if (boxes.Count < feed.Joints.Count)
            boxes.Add(rig.Routes.First(r => r.Feed.Key == feed.Key).AtEar.Receiver.Name);
        var bar = rig.Site.BarSocket?.Id == feed.Socket.Id ? rig.Site.Bar : null;
        var taker = bar is not null ? Say("name.the", ("what", bar.Name)) : feed.KeepsTaker ? RouteWords.Taker(feed.Socket, Say("taker.unnamed")) : null;
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
                    Place = Say("place.atSocket", ("thing", SourceName(rig, feed)), ("socket", SocketName(feed.Socket))),
                    Acts = [new Act.Pull(Things.NearEnd(Things.TakerLead(feed.Socket)))],
                    Goal = new Goal.EndFree(Things.NearEnd(Things.TakerLead(feed.Socket))),
                    Action = Say("free.action", ("taker", taker), ("source", SourceName(rig, feed))),
                    Detail = Say(bar is null ? "free.detail" : "free.detailBar", ("box", boxes[0])),
                    Caution = Say("free.caution", ("player", PlayerName(rig, feed))),
                };
            var from = i > 0 ? Say("name.the", ("what", boxes[i - 1]))
                : Say("lead.atSocket", ("thing", SourceName(rig, feed)), ("socket", SocketName(feed.Socket)));
            yield return Lead(rig, feed, i, from, Say("name.the", ("what", boxes[i])));
            if (i == 0 && taker is not null)
                yield return new Step
                {
                    Id = $"pass-{feed.Socket.Id}",
                    Phase = Phase.Wire,
                    Place = StepPlaces.At(boxes[0]),
                    Acts = [new Act.Plug(Things.NearEnd(Things.TakerLead(feed.Socket)), taken)],
                    Goal = new Goal.EndIn(Things.NearEnd(Things.TakerLead(feed.Socket)), taken),
                    Action = Say(feed.Splitter is null ? "pass.action" : "pass.actionSplitter", ("taker", taker), ("box", boxes[0])),
                    Detail = NeedsPower(feed) ? Say("pass.detail", ("box", boxes[0])) : "",
                    Expect = NeedsPower(feed) || bar is not null ? ""
                        : feed.Socket.Kind == SocketKind.HdmiOut ? Say("sign.picture", ("on", taker)) : Say("pass.works", ("taker", taker)),
                    Why = Say(bar is null ? "pass.why" : "pass.whyBar"),
                };
        }
    }

    // How the plugs of an optical lead go in: the square one only one way round, the small one like a headphone plug.
    private static string OpticalPlugs(Joint joint)
    {
        return Say((joint.From, joint.To) switch
        {
            (Connector.Optical35, Connector.Optical35) => "lead.opticalRound",
            (Connector.Optical35, _) => "lead.opticalRoundNear",
            (_, Connector.Optical35) => "lead.opticalRoundFar",
            _ => "lead.opticalSquare",
        });
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
            Action = joint.Lead is not { } lead ? Say("lead.actionOwn", ("to", to), ("from", from))
                : Say(lead.IsExtension ? "lead.actionExtension" : "lead.action", ("lead", Wording.Capital(lead.Name)), ("from", from), ("to", to)),
            Detail = optical ? Wording.Sentences(OpticalPlugs(joint), Say("lead.opticalGlow"))
                : phono ? Say("lead.phono")
                : headphone ? Say("lead.headphone") : "",
            Ticks = optical ? [Say(index == 0 ? "lead.capNear" : "lead.capFirst"), Say("lead.capFar"),
                Say(joint.From == Connector.Optical35 || joint.To == Connector.Optical35 ? "lead.bothIn" : "lead.clicked")] : [],
            Expect = firstPlug ? Silence(rig.Site.Look, feed.Socket) : "",
            Caution = headphone ? Say("lead.cautionHeadphone", ("player", PlayerName(rig, feed))) : Say("lead.caution"),
            OrderFree = index == 0,
        };
    }

    /// <summary>What the speakers of a set, or of what stands by itself, do when a socket is taken into use that may cut them; blank for any other.</summary>
    internal static string Silence(Look look, SourcePort socket) => !LiveOutputs.CutsSpeakers(look, socket) ? ""
        : Say(socket.SilencesSpeakers == Known.Yes ? "lead.silences" : "lead.usuallySilences", ("speakers", RigOutputs.OwnSpeakers(look, socket)));

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

    // What plays to the room: the set, unless the source stands by itself.
    private static string PlayerName(Rig rig, Feed feed) => rig.Site.Look.StandsApart(feed.Socket) ? SourceName(rig, feed) : Say("name.setHere");

    private static string SourceName(Rig rig, Feed feed) => rig.Site.Look.SourceOf(feed.Socket)?.Name ?? Say("name.setHere");

    private static string SocketName(SourcePort socket) =>
        socket.Marking.Length == 0 ? SocketKinds.Of(socket.Kind).InSentence
            : Say("lead.marked", ("socket", SocketKinds.Of(socket.Kind).InSentence), ("marking", socket.Marking));
}
