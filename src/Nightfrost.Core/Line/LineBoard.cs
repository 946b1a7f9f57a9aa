using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Line;

/// <summary>Draws a rig as rows of named stations with their time threads.</summary>
public static class LineBoard
{
    public const string RoomRow = "room";

    /// <summary>A row for each listener, served or not, and one for the room when it hears the set.</summary>
    public static IReadOnlyList<LineRow> Of(Rig rig, Arrivals arrivals)
    {
        var rows = new List<LineRow>();
        foreach (var listener in rig.Site.Look.Listeners)
        {
            var route = rig.Routes.FirstOrDefault(r => r.AtEar.Listener.Id == listener.Id);
            rows.Add(route is null ? Broken(listener, Unserved.Why(rig, listener)) : Served(rig, route, arrivals));
        }

        if (Room(rig, arrivals) is { } room)
            rows.Add(room);
        return rows;
    }

    /// <summary>Row of a listener whom this rig does not serve.</summary>
    /// <param name="listener">The listener.</param>
    /// <param name="why">What refuses every way to them, or what the rest of the rig leaves no room for; null where it cannot be named.</param>
    public static LineRow Broken(Listener listener, Finding? why = null) => new(
        listener.Id, listener.Name, "not served", [new(Glyph.Set, "the set", null), new(Glyph.Headset, listener.Name, null)],
        [new(LegKind.Break, why is { RuleId: RuleList.ChannelLeft } ? "no channel left" : "no route")],
        [], null, ToleranceOf(listener), why is null ? [] : [why], [], "", "", null, null);

    private static LineRow Served(Rig rig, Route route, Arrivals arrivals)
    {
        var ear = route.AtEar;
        var look = rig.Site.Look;
        var stations = new List<Station> { SocketStation(look, route.Feed.Socket) };
        var legs = new List<Leg>();
        var boxes = route.Feed.Adapters.Select(a => new Station(Glyph.Adapter, a.Name, null)).ToList();
        if (route.Feed.Transmitter is { } transmitter)
            boxes.Add(new Station(Glyph.Box, transmitter.Name, null));
        for (var i = 0; i < boxes.Count; i++)
        {
            legs.Add(JointLeg(route.Feed, i));
            stations.Add(boxes[i]);
        }

        legs.Add(route.Sends is null ? JointLeg(route.Feed, route.Feed.Joints.Count - 1) : new Leg(LegKind.Air, LinkWords(route)));
        if (ear.Relay is { } relay)
        {
            stations.Add(new Station(relay.Role == DeviceRole.Relay ? Glyph.Relay : Glyph.Box, relay.Name, null));
            legs.Add(ear.RelaySends is { } second ? new Leg(LegKind.Air, Negotiation.Between(second, ear.RelayReaches, false).Words)
                : JointLeg(ear.RelayJoint));
        }

        stations.Add(new Station(ear.Receiver.Role == DeviceRole.RoomSpeaker ? Glyph.Bar : EarGlyph(ear.Receiver.Form),
            ear.Pieces > 1 ? $"{ear.Receiver.Name}, left and right" : ear.Receiver.Name, null));
        var arrival = arrivals.Of(route);
        var tolerance = ToleranceOf(ear.Listener);
        return new(
            ear.Listener.Id, ear.Listener.Name,
            $"{(ear.Listener.ReadsLips ? "reads lips · " : "")}{RouteWords.Form(ear.Receiver.Form)}, {(IsToBuy(rig, ear) ? "to buy" : "owned")}",
            stations, legs, arrival?.Thread ?? [], arrival is null ? null : ForecastOf(arrival, tolerance), tolerance,
            RuleList.AdviceFor(route with { Beside = [.. rig.Routes.Where(other => other != route)] }), Needs.Of(route), LoudnessOwner.Of(route),
            LinkNote(route), arrivals.Echo(route, rig), route.Feed.Socket.Id)
        {
            MusicOnly = arrival is null,
            Quality = SoundQuality.Word(SoundQuality.Of(route)),
        };
    }

    private static LineRow? Room(Rig rig, Arrivals arrivals)
    {
        var site = rig.Site;
        var wished = site.RoomHears is not null;
        if (!wished || arrivals.Room(rig) is not { } arrival)
            return null;
        var tolerance = Tolerances.Find(Tolerances.Broadcast)!;
        var metres = FormattableString.Invariant($"{site.Look.Listeners.Max(l => l.SeatDistanceM):0.0} m");
        List<Station> stations;
        List<Leg> legs;
        if (rig.RoomFeed is { Room: { } half } split)
        {
            stations = [SocketStation(site.Look, split.Socket), new(Glyph.Adapter, split.Splitter!.Name, null),
                new(Glyph.Speaker, $"{half.Speakers.Name}, {metres}", null)];
            legs = [JointLeg(split.Joints[0]), JointLeg(half.Joint)];
            return new(RoomRow, "Room", $"{half.Speakers.Name}, {(site.OwnedCount(half.Speakers.Id) > 0 ? "owned" : "to buy")}", stations, legs, arrival.Thread,
                ForecastOf(arrival, tolerance), tolerance, [], [], $"the {half.Speakers.Name}'s own control", "", null, split.Socket.Id);
        }

        if (site.BarSocket is { } socket)
        {
            var between = rig.Feeds.FirstOrDefault(f => f.Socket.Id == socket.Id);
            stations = [SocketStation(site.Look, socket)];
            legs = [];
            var wire = SocketKinds.Of(socket.Kind).Digital ? LegKind.Digital : LegKind.Analogue;
            if ((between?.Splitter ?? between?.Transmitter) is { } box)
            {
                stations.Add(new(between!.Splitter is null ? Glyph.Box : Glyph.Adapter, box.Name, null));
                legs.Add(new(wire, SocketKinds.Of(socket.Kind).InSentence));
            }

            stations.Add(new(Glyph.Bar, $"{site.Bar!.Name}, {metres}", null));
            legs.Add(new(wire, SocketKinds.Of(socket.Kind).InSentence));
        }
        else
        {
            stations = [new(Glyph.Set, "the set's speakers", null), new(Glyph.Room, $"the room, {metres}", null)];
            legs = [new(LegKind.Sound, "through the air")];
        }

        return new(RoomRow, "Room", site.Bar is null ? "the set's own speakers" : $"{site.Bar.Name}, there already", stations, legs, arrival.Thread,
            ForecastOf(arrival, tolerance), tolerance, [], [], site.Bar is null ? "the set's remote" : "the bar's remote", "", null, site.BarSocket?.Id);
    }

    /// <summary>A forecast of an arrival against a tolerance.</summary>
    public static Forecast ForecastOf(Arrival arrival, Tolerance tolerance)
    {
        var d = arrival.Distribution;
        return new(d.QuantileMs(0.05), d.MedianMs, d.QuantileMs(0.95), d.ProbabilityInside(tolerance.EarlyMs, tolerance.LateMs), RidgeOf(d));
    }

    /// <summary>The tolerance set that holds for a listener.</summary>
    public static Tolerance ToleranceOf(Listener listener) => Tolerances.Find(listener.EffectiveToleranceId) ?? Tolerances.All[0];

    private static Ridge RidgeOf(DelayDistribution d)
    {
        var (first, last) = ((int)Math.Floor(d.QuantileMs(0.001)), (int)Math.Ceiling(d.QuantileMs(0.999)));
        return new(first, [.. Enumerable.Range(first, last - first + 1)
            .Select(ms => ms < d.StartMs || ms > d.EndMs ? 0 : Math.Round(d.Mass[ms - d.StartMs], 6))]);
    }

    private static bool IsToBuy(Rig rig, Ear ear) => !ear.IsOwn && rig.Site.OwnedCount(ear.Receiver.Id) == 0;

    private static Station SocketStation(Look look, SourcePort socket)
    {
        var facts = SocketKinds.Of(socket.Kind);
        var words = facts.IsRadio ? facts.InSentence : $"{facts.InSentence} out".Replace("out out", "out", StringComparison.Ordinal);
        return new(facts.IsRadio ? Glyph.Radio : Glyph.Socket, look.SourceOf(socket) is { } source ? $"{source.Name}, {words}" : words, socket.Kind);
    }

    // The link's margin, and the place where it is weakest when that is not the seat.
    private static string LinkNote(Route route) => route.Reach is not { } reach ? ""
        : reach.Place == Places.Seat || reach.Place == Places.Away ? $"link {reach.Words}" : $"link {reach.Words} at the {reach.Place}";

    private static Leg JointLeg(Feed feed, int index)
    {
        return JointLeg(index < 0 || index >= feed.Joints.Count ? null : feed.Joints[index]);
    }

    private static Leg JointLeg(Joint? joint)
    {
        if (joint is null)
            return new(LegKind.Analogue, "wire");
        var name = joint.Lead?.Name ?? "its own lead";
        return new(joint.Digital ? LegKind.Digital : LegKind.Analogue,
            joint.From is Connector.OpticalSquare or Connector.Optical35 or Connector.CoaxialPhono ? $"{name}, PCM" : name);
    }

    private static string LinkWords(Route route) => route.Sends is { Technology: LinkTechnology.BluetoothClassic }
        ? $"Bluetooth, {route.Coding.Words}{(route.Coding.Codec is { Class: not CodecClass.Sbc } ? ", both ends" : "")}"
        : route.Coding.Words;

    private static Glyph EarGlyph(WearForm form) => form switch
    {
        WearForm.HearingAids => Glyph.Aids,
        WearForm.Earbuds => Glyph.Earbuds,
        WearForm.Neckband => Glyph.Neckband,
        WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker => Glyph.Speaker,
        _ => Glyph.Headset,
    };
}
