using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Acts;

/// <summary>Ids of the things of a rig, of their ports and of the ends of their leads: what steps and the Bench both go by.</summary>
public static class Things
{
    /// <summary>The household's mains.</summary>
    public const string Mains = "mains";

    /// <summary>A mains supply other than the one that was there.</summary>
    public const string OtherSupply = "other-supply";

    /// <summary>Somebody else's box or set, beyond a wall.</summary>
    public const string Stranger = "stranger";

    /// <summary>The bar that was there before.</summary>
    public const string Bar = "bar";

    /// <summary>The set, or another source.</summary>
    public static string Source(Look look, SourcePort socket) => look.SourceOf(socket)?.Id ?? SoundSource.Television;

    /// <summary>What plays to the room: the set, or a source that stands by itself; the set first.</summary>
    public static IReadOnlyList<string> Players(Rig rig) =>
        [.. rig.Routes.Select(r => RouteWords.StandsAlone(r)?.Id ?? SoundSource.Television).Distinct().OrderBy(id => id != SoundSource.Television)];

    /// <summary>Where a programme is started, so that it is heard in the room and comes past every socket in use.</summary>
    public static IReadOnlyList<string> Playing(Rig rig) => [.. rig.Feeds.Select(f => Source(rig.Site.Look, f.Socket)).Concat(Players(rig)).Distinct()];

    /// <summary>Which of the ends of a splitter a feed hangs on, counted from 0; 0 for a feed without one.</summary>
    public static int EndOf(Rig rig, Feed feed) =>
        feed.Splitter is null ? 0 : rig.Feeds.Where(f => f.Socket.Id == feed.Socket.Id).Select(f => f.Key).ToList().IndexOf(feed.Key);

    public static string Socket(SourcePort socket) => $"socket/{socket.Id}";

    /// <summary>What stands on the way from the socket, counted from 0: adapters, then the transmitter. A splitter is one thing for all its feeds.</summary>
    public static string Element(Feed feed, int index) =>
        index == 0 && feed.Splitter is not null ? $"splitter/{feed.Socket.Id}" : $"{feed.Key}/{index}";

    /// <summary>What sends: a box, or a source's own radio; null for a wire.</summary>
    public static string? Sender(Feed feed) => feed.BuiltIn ? Radio(feed.Socket) : feed.Transmitter is null ? null : Element(feed, feed.Adapters.Count);

    /// <summary>A source's own radio.</summary>
    public static string Radio(SourcePort port) => $"radio/{port.Id}";

    public static string RoomSpeakers(Feed feed) => $"room/{feed.Socket.Id}";

    public static string Receiver(Ear ear) => $"receiver/{ear.Listener.Id}";

    /// <summary>What stands between the link and what a listener hears: a body-worn relay, a phone, a box in front of a speaker.</summary>
    public static string Relay(Listener listener) => $"relay/{listener.Id}";

    /// <summary>What takes the link from the box at the set; of two aids the first.</summary>
    public static string Taker(Ear ear) => ear.Relay is null ? Receiver(ear) : Relay(ear.Listener);

    /// <summary>Everything that joins the box at the set: two where each of a pair of aids does so for itself.</summary>
    public static IReadOnlyList<string> Takers(Ear ear) => ear is { Relay: null, EachTakes: true } ? Pieces(ear) : [Taker(ear)];

    /// <summary>What a listener hears by: one thing, or two of a pair.</summary>
    public static IReadOnlyList<string> Pieces(Ear ear) => ear.IsTwo ? [Receiver(ear), $"{Receiver(ear)}/other"] : [Receiver(ear)];

    /// <summary>What has the control of how loud it is at the ear.</summary>
    public static string Volume(Ear ear) => ear.Takes.OwnVolume ? Taker(ear) : Receiver(ear);

    /// <summary>The lead from a box beside a speaker to that speaker.</summary>
    public static string SpeakerLead(Listener listener) => $"lead/speaker/{listener.Id}";

    /// <summary>The phone, tablet or set that knows what a listener wears.</summary>
    public static string Rival(Listener listener) => $"rival/{listener.Id}";

    /// <summary>The lead into an element; that into a shared splitter is one for all its feeds.</summary>
    public static string Lead(Feed feed, int index) => $"lead/{(index == 0 && feed.Splitter is not null ? feed.Socket.Id : $"{feed.Key}/{index}")}";

    public static string RoomLead(Feed feed) => $"lead/room/{feed.Socket.Id}";

    /// <summary>The lead of whatever held the socket before.</summary>
    public static string TakerLead(SourcePort socket) => $"lead/taker/{socket.Id}";

    /// <summary>The end nearer the source.</summary>
    public static string NearEnd(string leadId) => $"{leadId}/near";

    public static string FarEnd(string leadId) => $"{leadId}/far";

    /// <summary>A socket of a device.</summary>
    public static string Port(string thingId, int index) => $"{thingId}/port/{index}";

    /// <summary>The input of a device that a connector fits, or its only one.</summary>
    public static string InPort(string thingId, Device box, Connector connector) =>
        Port(thingId, IndexOf(box, p => !p.Output && p.Connector == connector));

    /// <summary>The n-th output of a device that a connector fits; past the last the ends of a splitter go on.</summary>
    public static string OutPort(string thingId, Device box, Connector connector, int nth = 0)
    {
        var first = IndexOf(box, p => p.Output && p.Connector == connector);
        return nth == 0 ? Port(thingId, first) : $"{Port(thingId, first)}/{nth}";
    }

    /// <summary>The device behind an id; null for what is no device of the rig, such as a phone.</summary>
    public static Device? DeviceOf(Rig rig, string thingId)
    {
        foreach (var feed in rig.Feeds)
        {
            var elements = feed.Adapters.Append(feed.Transmitter).OfType<Device>().ToList();
            for (var i = 0; i < elements.Count; i++)
            {
                if (Element(feed, i) == thingId)
                    return elements[i];
            }

            if (feed.Room is { } half && RoomSpeakers(feed) == thingId)
                return half.Speakers;
        }

        if (thingId == Bar)
            return rig.Bar;
        return rig.Routes.FirstOrDefault(r => Pieces(r.AtEar).Contains(thingId))?.AtEar.Receiver
            ?? rig.Routes.FirstOrDefault(r => Relay(r.AtEar.Listener) == thingId)?.AtEar.Relay;
    }

    private static int IndexOf(Device device, Predicate<AudioPort> fits)
    {
        for (var i = 0; i < device.Ports.Count; i++)
        {
            if (fits(device.Ports[i]))
                return i;
        }

        return device.Ports.Count;
    }
}
