using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Answers whether something is true at a moment on the Bench.</summary>
public static class Goals
{
    /// <summary>Why a goal is not met, in plain words; empty when it is.</summary>
    public static IReadOnlyList<string> Missing(BenchState state, Goal goal) => goal switch
    {
        Goal.All all => [.. all.Goals.SelectMany(each => Missing(state, each))],
        Goal.Powered powered => If(Thing(state, powered.ThingId) is { IsOn: true }, Say("bench.dark", ("thing", state.Site.NameOf(powered.ThingId)))),
        Goal.Fed fed => If(Thing(state, fed.ThingId) is { FedFrom: not null }, Say("bench.noSupply", ("thing", state.Site.NameOf(fed.ThingId)))),
        Goal.IsOff off => If(Thing(state, off.ThingId) is { IsOn: false }, Say("bench.stillOn", ("thing", state.Site.NameOf(off.ThingId)))),
        Goal.OnTransmit transmit =>
            If(Thing(state, transmit.ThingId) is { Mode: BoxMode.Transmit }, Say("bench.standsOnReceive", ("thing", state.Site.NameOf(transmit.ThingId)))),
        Goal.OnReceive receive =>
            If(Thing(state, receive.ThingId) is { Mode: BoxMode.Receive }, Say("bench.standsOnTransmit", ("thing", state.Site.NameOf(receive.ThingId)))),
        Goal.InputChosen input => If(state.Site.Things.GetValueOrDefault(input.ThingId) is { Behaviour.InputByHand: false }
            || Thing(state, input.ThingId)?.Input == input.PortId, Say("bench.otherInput", ("thing", state.Site.NameOf(input.ThingId)))),
        Goal.LeadIn lead => LeadMissing(state, lead.LeadId),
        Goal.EndIn end => If(state.Plugs.GetValueOrDefault(end.EndId) == end.PortId, Say("bench.plugOut")),
        Goal.EndFree free => If(!state.Plugs.ContainsKey(free.EndId), Say("bench.plugIn")),
        Goal.MenuAt menu => If(IsAt(state, menu), Say("bench.menuElsewhere", ("thing", state.Site.NameOf(menu.SourceId)))),
        Goal.WindowOpen window => If(Thing(state, window.ThingId) is { } t && (t.WaitsUntilMs is not null || t.Joined.Count > 0),
            Say("bench.doesNotWait", ("thing", state.Site.NameOf(window.ThingId)))),
        Goal.Joined joined => [.. Joining(state, joined.ThingId).Where(h => !Air.Joins(state, h))
            .Select(h => Say("bench.notJoinedToBox", ("thing", state.Site.NameOf(h.To.Id))))],
        Goal.ListensTo to => If(Thing(state, to.ThingId) is { } aid && aid.Programme == to.Programme,
            Say($"bench.notOn{to.Programme}", ("thing", state.Site.NameOf(to.ThingId)))),
        Goal.Streams stream => If(Thing(state, stream.ThingId) is { Streams: true }, Say("bench.notAsked", ("thing", state.Site.NameOf(stream.ThingId)))),
        Goal.KnownTo known => If(Thing(state, known.ThingId) is { } t && t.Knows.Contains(known.PhoneId),
            Say("bench.phoneKnowsNot", ("phone", state.Site.NameOf(known.PhoneId)), ("thing", state.Site.NameOf(known.ThingId)))),
        Goal.InNetwork network => If(Thing(state, network.ThingId) is { InNetwork: true },
            Say("bench.otherNetwork", ("thing", state.Site.NameOf(network.ThingId)))),
        Goal.Aimed aimed => If(Thing(state, aimed.ThingId) is { Aimed: true }, Say("bench.notAimed", ("thing", state.Site.NameOf(aimed.ThingId)))),
        Goal.PairJoined pair => [.. state.Site.Hops.Where(h => h.Kind == HopKind.AsPair && h.From.Id == pair.ThingId && !Air.Joins(state, h))
            .Select(h => Say("bench.mateStaysOut", ("thing", state.Site.NameOf(h.To.Id))))],
        Goal.SidesRight sides => [.. If(Thing(state, sides.ThingId) is { SidesSwapped: false },
            Say("bench.sidesSwapped", ("thing", state.Site.NameOf(sides.ThingId)))), .. OfPair(state, sides.ThingId)],
        Goal.RemoteOnMain remote => If(state.Sources.GetValueOrDefault(remote.SourceId) is { RemoteOnZone: false },
            Say("bench.remoteOnZone", ("thing", state.Site.NameOf(remote.SourceId)))),
        Goal.TurnedUp up => If(Thing(state, up.ThingId) is { Volume: not Volume.Down }, Say("bench.stillDown", ("thing", state.Site.NameOf(up.ThingId)))),
        Goal.InPlace at => If(Thing(state, at.ThingId) is { Worn: true }, Say("bench.notInPlace", ("thing", state.Site.NameOf(at.ThingId)))),
        Goal.At at => If(Thing(state, at.ThingId)?.Place == at.Place, Say("bench.elsewhere", ("thing", state.Site.NameOf(at.ThingId)))),
        Goal.Charged charged => If(Thing(state, charged.ThingId) is { Charge: > 0 }, Say("bench.empty", ("thing", state.Site.NameOf(charged.ThingId)))),
        Goal.RadiosAre radios => If(state.Site.Ears.Where(e => e is { Route.Rival: not null, RivalId: not null }).All(e =>
            state.Things[e.RivalId!].RadioOn == radios.On),
            radios.On ? Say("bench.radioStillOff") : Say("bench.radioStillOn")),
        Goal.PictureOf picture => Pictures.Missing(state, picture.SourceId),
        Goal.SoundAt sound => Listening.AtBox(state, sound.ListenerId).Reasons,
        Goal.CodecAsPlanned codec => CodecMissing(state, codec.ListenerId),
        Goal.EarHears ear => Listening.AtEar(state, ear.ListenerId).Reasons,
        Goal.EarHearsAt there => [.. Listening.AtEar(state, there.ListenerId).Reasons, .. OutOfReach(state, there)],
        Goal.RoomHears => Listening.InRoom(state).Reasons,
        Goal.RoomSilent => If(!Listening.InRoom(state).IsHeard, Say("bench.roomStillHears")),
        _ => AsUsual(state),
    };

    // Both aids join, or neither has.
    private static IEnumerable<Hop> Joining(BenchState state, string takerId) =>
        state.Site.Hops.FirstOrDefault(h => h.To.Id == takerId) is not { } to ? [] : state.Site.Hops.Where(h => h == to
            || (h.From == to.From && h.Kind == to.Kind && state.Site.Ears.Any(e => e.Route.AtEar.EachTakes && e.Hops.Contains(to) && e.Hops.Contains(h))));

    private static IReadOnlyList<string> If(bool holds, string otherwise) => holds ? [] : [otherwise];

    // What reaches the seat may not reach the place somebody goes to; what is reckoned not to is never planned.
    private static IEnumerable<string> OutOfReach(BenchState state, Goal.EarHearsAt there)
    {
        var way = Listening.Way(state, there.ListenerId);
        if (state.Site.Truths.OutOfReach.Contains(there))
            yield return Say("bench.outOfReach", ("thing", state.Site.NameOf(way.Taker.Id)), ("place", there.PlaceName));
    }

    // Which one is left is heard.
    private static IEnumerable<string> OfPair(BenchState state, string pieceId) => state.Site.Ears
        .Where(e => e.Pieces.Any(p => p.Id == pieceId)).SelectMany(e => Listening.FromReceiver(state, e.ListenerId));

    private static ThingState? Thing(BenchState state, string id) => state.Things.GetValueOrDefault(id);

    private static IReadOnlyList<string> LeadMissing(BenchState state, string leadId)
    {
        if (!state.Site.Leads.TryGetValue(leadId, out var lead))
            return [Say("bench.noSuchLead")];
        return [.. new[] { (lead.NearEnd, lead.NearPort), (lead.FarEnd, lead.FarPort) }.SelectMany(end =>
            state.Plugs.GetValueOrDefault(end.Item1) != end.Item2 ? new[] { Say("bench.endNotIn", ("lead", state.Site.NameOf(leadId))) }
                : state.Caps.Contains(end.Item1) ? [Say("bench.capOn", ("lead", state.Site.NameOf(leadId)))] : [])];
    }

    private static bool IsAt(BenchState state, Goal.MenuAt menu) => state.Sources.TryGetValue(menu.SourceId, out var source) && menu.Menu switch
    {
        SourceMenu.Output => source.Outputs.Contains(menu.Value),
        SourceMenu.DigitalFormat => source.Format == menu.Value,
        SourceMenu.Speakers => source.SpeakersOn == (menu.Value == MenuValues.On),
        SourceMenu.HeadphoneLevel => source.HeadphoneLevel == menu.Value,
        _ => source.Menus.GetValueOrDefault(menu.Menu) == menu.Value,
    };

    // The codec shows what was planned only once as many have joined as will listen.
    private static IReadOnlyList<string> CodecMissing(BenchState state, string listenerId)
    {
        var way = Listening.Way(state, listenerId);
        if (way.Sender is null || state.Things[way.Taker.Id].TakesFrom != way.Sender.Id)
            return [Say("bench.noCodecYet", ("thing", state.Site.NameOf(way.Taker.Id)))];
        var joined = Pairing.ListenersOf(state, way.Sender.Id);
        var shown = Negotiation.Between(way.Route.Sends, way.Route.Takes, joined > 1);
        var planned = Negotiation.Between(way.Route.Sends, way.Route.Takes, way.Route.Several);
        var everybody = state.Site.Ears.Count(e => e.Sender?.Id == way.Sender.Id);
        return [.. If(shown.Codec == planned.Codec, Say("bench.otherCodec", ("shown", shown.Words), ("planned", planned.Words))),
            .. If(joined >= everybody, Say("bench.notAllJoined"))];
    }

    private static List<string> AsUsual(BenchState state)
    {
        var missing = state.Sources.Where(s => s.Value.Volume == Volume.Down).Select(s => Say("bench.stillDown", ("thing", state.Site.NameOf(s.Key)))).ToList();
        missing.AddRange(state.Things.Where(t => state.Site.Things[t.Key].Device is { Role: DeviceRole.RoomSpeaker } && t.Value.Volume == Volume.Down)
            .Select(t => Say("bench.stillDown", ("thing", state.Site.NameOf(t.Key)))));
        return missing;
    }
}
