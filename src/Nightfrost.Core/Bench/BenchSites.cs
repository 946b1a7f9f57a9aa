using System.Collections.Immutable;
using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Sets a rig up on the Bench.</summary>
public static class BenchSites
{
    /// <summary>So long a source's own radio looks for headphones once its list is open, s (starting value).</summary>
    internal const double SearchSeconds = 120;

    // Where a lead ends that goes to something nobody here works on.
    private const string Elsewhere = "elsewhere";

    /// <summary>What of a rig the Bench cannot carry out, each in a few words; empty when it can carry out all of it.</summary>
    public static IReadOnlyList<string> NotSimulated(Rig rig)
    {
        var missing = new List<string>();
        foreach (var route in rig.Routes)
        {
            missing.AddRange(new[] { route.Sends, route.AtEar.RelaySends }.OfType<AirLink>().Where(sends => !IsSimulated(sends))
                .Select(sends => LinkTechnologies.Of(sends.Technology).Words));
            if (route.Sends is { Technology: LinkTechnology.LeAudioBroadcast })
            {
                if (route.AtEar.Takes.GestureFor(GestureDoes.ChoosesBroadcast) is null)
                    missing.Add(Say("bench.choosingUnread", ("thing", route.AtEar.Takes.Name)));
            }
            else if (route.Sends is { IsOpen: false })
            {
                missing.AddRange(new[] { route.Feed.Transmitter, route.AtEar.Takes }.OfType<Device>().Where(d => d.PairingIsUnread())
                    .Select(d => Say("bench.pairingUnread", ("thing", d.Name))));
            }

            if (route.AtEar.Pieces > 1 && route.AtEar.Receiver.GestureFor(GestureDoes.JoinsPair) is null)
                missing.Add(Say("bench.joiningUnread", ("what", route.AtEar.Receiver.Name)));
        }

        return [.. missing.Distinct()];
    }

    internal static bool IsSimulated(AirLink sends) => sends.Technology is LinkTechnology.BluetoothClassic or LinkTechnology.Digital24GHz
        or LinkTechnology.Digital19GHz or LinkTechnology.Digital5GHz or LinkTechnology.UhfDigital or LinkTechnology.UhfAnalogue
        or LinkTechnology.AidRadio or LinkTechnology.NearField or LinkTechnology.InductionLoop or LinkTechnology.InfraredAnalogue
        or LinkTechnology.InfraredDigital or LinkTechnology.LeAudioUnicast or LinkTechnology.LeAudioBroadcast or LinkTechnology.WiFiApp
        or LinkTechnology.PlatformSpeakers;

    /// <summary>The site as the visit meets it, in one of the worlds it may be.</summary>
    public static BenchSite Of(Rig rig, Truths truths)
    {
        var things = ImmutableDictionary.CreateBuilder<string, BenchThing>();
        var leads = ImmutableDictionary.CreateBuilder<string, BenchLead>();
        var ears = rig.Routes.Select(Ear).ToList();
        var room = Room();
        foreach (var way in ears.Where(e => e.Route.Feed.KeepsTaker))
        {
            var (socket, through) = (way.Route.Feed.Socket, way.Stretches[0].Into);
            var id = Acts.Things.TakerLead(socket);
            if (!leads.ContainsKey(id))
                leads[id] = new(id, Say("bench.leadOf", ("what", RouteWords.Taker(socket, Say("taker.unnamed")))),
                    RoomPorts.OfTaker(through.Id, through.Device!), Elsewhere, true, false);
        }

        return new(rig, things.ToImmutable(), leads.ToImmutable(), ears, room, Acts.Things.Players(rig)[0], truths);

        BenchThing Thing(string id, Device device, bool atSeat = false) =>
            things.TryGetValue(id, out var known) ? known : things[id] = new(id, device.Name, device) { BelongsToSeat = atSeat };

        BenchLead Lead(string id, Joint joint, string near, string far) => leads.TryGetValue(id, out var known) ? known
            : leads[id] = new(id, joint.Lead?.Name ?? "lead", near, far, joint.Lead is null, joint.IsOptical);

        EarWay Ear(Route route)
        {
            var (feed, ear) = (route.Feed, route.AtEar);
            var stretches = new List<Stretch>();
            var before = Acts.Things.Socket(feed.Socket);
            List<BenchThing> pieces = [.. Acts.Things.Pieces(ear).Select((id, i) => Piece(ear, id, i))];
            List<Device> elements = [.. feed.Adapters, .. feed.Transmitter is null ? [] : new[] { feed.Transmitter }];
            for (var i = 0; i < feed.Joints.Count; i++)
            {
                var joint = feed.Joints[i];
                var into = i < elements.Count ? Thing(Acts.Things.Element(feed, i), elements[i]) : pieces[0];
                var lead = Lead(Acts.Things.Lead(feed, i), joint, before, Acts.Things.InPort(into.Id, into.Device!, joint.To));
                stretches.Add(new(lead, into));
                if (i + 1 < feed.Joints.Count)
                    before = Acts.Things.OutPort(into.Id, into.Device!, feed.Joints[i + 1].From, i == 0 ? Acts.Things.EndOf(rig, feed) : 0);
            }

            string? rival = null;
            if (route.Phone is { } known)
                things[rival = Acts.Things.Rival(ear.Listener)] = new(rival, known, null);
            var sender = Acts.Things.Sender(feed) is { } id ? feed.BuiltIn ? Radio(id, route) : things[id] : null;
            var relay = ear.Relay is { } between ? Thing(Acts.Things.Relay(ear.Listener), between, atSeat: true) : null;
            return new(route, Acts.Things.Source(rig.Site.Look, feed.Socket), stretches, sender, Hops(route, sender, relay, pieces),
                AtSpeaker(ear, relay, pieces[0]), pieces, rival);
        }

        // A source's own radio: on whenever the source is; how it is worked stands in the source's menu.
        BenchThing Radio(string id, Route route) => things.TryGetValue(id, out var known) ? known : things[id] = new(id, RouteWords.Box(route), new()
        {
            Id = id,
            Name = RouteWords.Box(route),
            Maker = "",
            Role = DeviceRole.Transmitter,
            Price = 0,
            PricedOn = default,
            Links = [route.Sends!],
            Automatic = new() { WindowSeconds = SearchSeconds, Seeks = Seeks.EveryPartner },
        }, Acts.Things.Source(rig.Site.Look, route.Feed.Socket));

        // Of two each has a name of its own.
        BenchThing Piece(Ear ear, string id, int number) => things.TryGetValue(id, out var known) ? known
            : things[id] = new(id, !ear.IsTwo ? ear.Receiver.Name
                : Say(ear.EachTakes ? (number == 0 ? "name.leftOf" : "name.rightOf") : number == 0 ? "name.firstOf" : "name.secondOf",
                    ("what", ear.Receiver.Name)), ear.Receiver);

        static IReadOnlyList<Hop> Hops(Route route, BenchThing? sender, BenchThing? relay, IReadOnlyList<BenchThing> pieces)
        {
            if (sender is null || route is not { Sends: { } sends, Takes: { } takes })
                return [];
            if (relay is null)
                return [.. ToEar(sender, sends, takes)];
            var first = new Hop(sender, relay, sends, takes);
            return route.AtEar is { RelaySends: { } onward, RelayReaches: { } ends } ? [first, .. ToEar(relay, onward, ends)] : [first];

            // Each of two hears it for itself, or the first hands it on to the second.
            IEnumerable<Hop> ToEar(BenchThing from, AirLink sent, AirLink taken) => pieces.Select((piece, i) =>
                i == 0 || route.AtEar.EachTakes ? new Hop(from, piece, sent, taken) : new Hop(pieces[0], piece, taken, taken, AsPair: true));
        }

        Stretch? AtSpeaker(Ear ear, BenchThing? relay, BenchThing speaker)
        {
            if (relay is null || ear.RelayJoint is not { } joint)
                return null;
            return new(Lead(Acts.Things.SpeakerLead(ear.Listener), joint, Acts.Things.OutPort(relay.Id, relay.Device!, joint.From),
                Acts.Things.InPort(speaker.Id, speaker.Device!, joint.To)), speaker);
        }

        RoomWay? Room()
        {
            if (rig.RoomFeed is { Room: { } half } feed)
            {
                var splitter = things[Acts.Things.Element(feed, 0)];
                var speakers = Thing(Acts.Things.RoomSpeakers(feed), half.Speakers);
                var lead = Lead(Acts.Things.RoomLead(feed), half.Joint, RoomPorts.OfSpeakers(splitter.Id, splitter.Device!),
                    Acts.Things.InPort(speakers.Id, half.Speakers, half.Joint.To));
                var first = ears.First(e => e.Route.Feed.Key == feed.Key).Stretches[0];
                return new(Acts.Things.Source(rig.Site.Look, feed.Socket), feed.Socket.Id, [first, new(lead, speakers)]);
            }

            if (rig is not { Bar: { } bar, Site.BarSocket: { } socket })
                return null;
            var thing = Thing(Acts.Things.Bar, bar);
            var facts = SocketKinds.Of(socket.Kind);
            var sharing = ears.FirstOrDefault(e => e.Route.Feed is { KeepsTaker: true } f && f.Socket.Id == socket.Id);
            var taker = new BenchLead(Acts.Things.TakerLead(socket), Say("bench.leadOf", ("what", Say("name.the", ("what", bar.Name)))),
                sharing is null ? Acts.Things.Socket(socket) : RoomPorts.OfTaker(sharing.Stretches[0].Into.Id, sharing.Stretches[0].Into.Device!),
                Acts.Things.InPort(thing.Id, bar, facts.Connector ?? Connector.OpticalSquare), true, false);
            leads[taker.Id] = taker;
            return new(Acts.Things.Source(rig.Site.Look, socket), socket.Id,
                sharing is null ? [new(taker, thing)] : [sharing.Stretches[0], new(taker, thing)]);
        }
    }
}
