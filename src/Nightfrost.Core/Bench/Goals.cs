using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Bench;

/// <summary>Answers whether something is true at a moment on the Bench.</summary>
public static class Goals
{
    /// <summary>Why a goal is not met, in plain words; empty when it is.</summary>
    public static IReadOnlyList<string> Missing(BenchState state, Goal goal) => goal switch
    {
        Goal.All all => [.. all.Goals.SelectMany(each => Missing(state, each))],
        Goal.Powered powered => If(Thing(state, powered.ThingId) is { IsOn: true }, $"{state.Site.NameOf(powered.ThingId)} is dark"),
        Goal.IsOff off => If(Thing(state, off.ThingId) is { IsOn: false }, $"{state.Site.NameOf(off.ThingId)} is still on"),
        Goal.OnTransmit transmit =>
            If(Thing(state, transmit.ThingId) is { Mode: BoxMode.Transmit }, $"{state.Site.NameOf(transmit.ThingId)} stands on receive"),
        Goal.InputChosen input => If(state.Site.Things.GetValueOrDefault(input.ThingId) is { Behaviour.InputByHand: false }
            || Thing(state, input.ThingId)?.Input == input.PortId, $"{state.Site.NameOf(input.ThingId)} listens to another input"),
        Goal.LeadIn lead => LeadMissing(state, lead.LeadId),
        Goal.EndIn end => If(state.Plugs.GetValueOrDefault(end.EndId) == end.PortId, "the plug is not in its socket"),
        Goal.EndFree free => If(!state.Plugs.ContainsKey(free.EndId), "the plug is still in"),
        Goal.MenuAt menu => If(IsAt(state, menu), $"the menu of {state.Site.NameOf(menu.SourceId)} does not stand at it"),
        Goal.WindowOpen window => If(Thing(state, window.ThingId) is { } t && (t.WaitsUntilMs is not null || t.Joined.Count > 0),
            $"{state.Site.NameOf(window.ThingId)} does not wait for a partner"),
        Goal.Joined joined => If(state.Site.Ears.Any(e => e.Receiver.Id == joined.ThingId && e.Sender is { } s
            && Thing(state, joined.ThingId)!.Joined.Contains(s.Id)),
            $"{state.Site.NameOf(joined.ThingId)} is not joined to its box"),
        Goal.At at => If(Thing(state, at.ThingId)?.Place == at.Place, $"{state.Site.NameOf(at.ThingId)} is elsewhere"),
        Goal.Charged charged => If(Thing(state, charged.ThingId) is { Charge: > 0 }, $"{state.Site.NameOf(charged.ThingId)} is empty"),
        Goal.RadiosAre radios => If(state.Site.Things.Values.Where(t => t.Device is null).All(t => state.Things[t.Id].RadioOn == radios.On),
            radios.On ? "a Bluetooth that was switched off still is" : "a phone or set may still take a receiver"),
        Goal.SoundAt sound => Listening.AtBox(state, sound.ListenerId).Reasons,
        Goal.CodecAsPlanned codec => CodecMissing(state, codec.ListenerId),
        Goal.EarHears ear => Listening.AtEar(state, ear.ListenerId).Reasons,
        Goal.RoomHears => Listening.InRoom(state).Reasons,
        Goal.RoomSilent => If(!Listening.InRoom(state).IsHeard, "the room still hears the programme"),
        _ => AsUsual(state),
    };

    private static IReadOnlyList<string> If(bool holds, string otherwise) => holds ? [] : [otherwise];

    private static ThingState? Thing(BenchState state, string id) => state.Things.GetValueOrDefault(id);

    private static IReadOnlyList<string> LeadMissing(BenchState state, string leadId)
    {
        if (!state.Site.Leads.TryGetValue(leadId, out var lead))
            return ["there is no such lead here"];
        return [.. new[] { (lead.NearEnd, lead.NearPort), (lead.FarEnd, lead.FarPort) }.SelectMany(end =>
            state.Plugs.GetValueOrDefault(end.Item1) != end.Item2 ? new[] { $"an end of {state.Site.NameOf(leadId)} is not in" }
                : state.Caps.Contains(end.Item1) ? [$"a cap is on {state.Site.NameOf(leadId)}"] : [])];
    }

    private static bool IsAt(BenchState state, Goal.MenuAt menu) => state.Sources.TryGetValue(menu.SourceId, out var source) && menu.Menu switch
    {
        SourceMenu.Output => source.Outputs.Contains(menu.Value),
        SourceMenu.DigitalFormat => source.Format == menu.Value,
        SourceMenu.Speakers => source.SpeakersOn == (menu.Value == MenuValues.On),
        _ => source.HeadphoneLevel == menu.Value,
    };

    // The codec shows what was planned only once as many have joined as will listen.
    private static IReadOnlyList<string> CodecMissing(BenchState state, string listenerId)
    {
        var way = Listening.Way(state, listenerId);
        if (way.Sender is null || !state.Things[way.Receiver.Id].Joined.Contains(way.Sender.Id))
            return [$"{state.Site.NameOf(way.Receiver.Id)} is not joined, so no codec shows"];
        var shown = Negotiation.Between(way.Route.Sends, way.Route.Takes, state.Things[way.Sender.Id].Joined.Count > 1);
        var planned = Negotiation.Between(way.Route.Sends, way.Route.Takes, way.Route.Several);
        var everybody = state.Site.Ears.Count(e => e.Sender?.Id == way.Sender.Id);
        return [.. If(shown.Codec == planned.Codec, $"it shows {shown.Words} where {planned.Words} was planned"),
            .. If(state.Things[way.Sender.Id].Joined.Count >= everybody, "not everybody who will listen has joined yet: the codec may still change")];
    }

    private static List<string> AsUsual(BenchState state)
    {
        var missing = state.Sources.Where(s => s.Value.Volume == Volume.Down).Select(s => $"{state.Site.NameOf(s.Key)} is still turned down").ToList();
        missing.AddRange(state.Things.Where(t => state.Site.Things[t.Key].Device is { Role: DeviceRole.RoomSpeaker } && t.Value.Volume == Volume.Down)
            .Select(t => $"{state.Site.NameOf(t.Key)} is still turned down"));
        return missing;
    }
}
