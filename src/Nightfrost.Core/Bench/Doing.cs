using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What each act changes at once; what follows from it is settled afterwards.</summary>
internal static class Doing
{
    public static BenchState Carry(BenchState state, Act act) => act switch
    {
        Act.Plug plug => Plugged(state, plug),
        Act.Pull pull => Pulled(state, pull),
        Act.Uncap uncap => state.Caps.Contains(uncap.EndId) ? state with { Caps = state.Caps.Remove(uncap.EndId) } : state,
        Act.Feed feed => Of(state, feed.ThingId, t => t with
        {
            FedFrom = feed.FromId,
            BehindHub = false,
            // Only another supply is another supply.
            IsStarved = t.IsStarved && feed.FromId != Things.OtherSupply,
            Hums = t.Hums && feed.FromId != Things.OtherSupply,
        }),
        Act.Unfeed unfeed => Of(state, unfeed.ThingId, t => t with { FedFrom = null }),
        Act.Rest rest => Rested(state, rest),
        Act.Switch power => Switched(state, power),
        Act.Slide slide => Of(state, slide.ThingId, t => t with { Mode = slide.Mode }),
        Act.ChooseInput choose => Of(state, choose.ThingId, t => t with { Input = choose.PortId, WokenBy = null },
            needsPower: state.Site.Things.GetValueOrDefault(choose.ThingId)?.Behaviour is { InputNeedsPower: true }),
        Act.Press press => Pairing.Press(state, press),
        Act.Choose choose => Chosen(state, choose),
        Act.Bring bring => Of(state, bring.ThingId, t => t with
        {
            TooFar = false,
            // What is carried elsewhere leaves its supply behind.
            FedFrom = t.Place == bring.Place ? t.FedFrom : null,
            Place = bring.Place,
            Worn = t.Worn && bring.Place == Place.Seat,
        }),
        Act.Turn turn => Turned(state, turn),
        Act.Mute mute => state.Sources.ContainsKey(mute.ThingId) ? state.WithSource(mute.ThingId, s => s with { Muted = mute.On })
            : Of(state, mute.ThingId, t => t with { Muted = mute.On }),
        Act.PutOn put => Of(state, put.ThingId, t => t with { Worn = true, Place = state.Site.Things[put.ThingId].Stands ? t.Place : Place.Seat }),
        Act.Listen listen => Of(state, listen.ThingId, t => t with { Programme = listen.Programme }, needsPower: true),
        Act.Streaming stream => Streamed(state, stream),
        Act.Call call => Called(state, call),
        Act.ToPhone phone => ToldThePhone(state, phone),
        Act.JoinNetwork network => Of(state, network.ThingId, t => t with { InNetwork = true, SeeksAtMs = state.NowMs + Pairing.SeekMs }, needsPower: true),
        Act.Search search => state.Things.GetValueOrDefault(search.ThingId) is { IsOn: true } ? Pairing.Open(state, search.ThingId)
            : Wrong(state, Say("bench.noPowerNothing", ("thing", state.Site.NameOf(search.ThingId)))),
        Act.Aim aim => Aimed(state, aim),
        Act.Replace replace => state with { DeadLeads = state.DeadLeads.Remove(replace.LeadId) },
        Act.ClearAir clear => Of(state, clear.ThingId, t => t with { Crowded = false, ChannelShared = false }),
        Act.TurnOutputDown down => state.Sources.ContainsKey(down.SourceId) ? state.WithSource(down.SourceId, s => s with { TooHot = false })
            : Missing(state, down.SourceId),
        Act.ToBluetooth mode => Of(state, mode.ThingId, t => t with { Strays = false, SeeksAtMs = t.Strays ? state.NowMs + Pairing.SeekMs : t.SeeksAtMs },
            needsPower: true),
        Act.SetSides sides => Of(state, sides.ThingId, t => t with { SidesSwapped = false }),
        Act.SlideRemote slide => Zones.Slid(state, slide),
        Act.StepZoneInput step => Zones.Stepped(state, step),
        Act.Play play => state.Sources.ContainsKey(play.SourceId) ? state.WithSource(play.SourceId, s => s with { Playing = true })
            : Missing(state, play.SourceId),
        Act.Standby standby => state.Sources.ContainsKey(standby.SourceId) ? state.WithSource(standby.SourceId, s => s with
        {
            Standby = standby.On,
            // A second zone goes off with its receiver, and does not come on with it.
            Menus = standby.On && s.Menus.ContainsKey(SourceMenu.ZonePower) ? s.Menus.SetItem(SourceMenu.ZonePower, MenuValues.Off) : s.Menus,
        })
            : Missing(state, standby.SourceId),
        Act.Radio radio => Radioed(state, radio),
        Act.Charge charge => Of(state, charge.ThingId, t => t with { Charge = 1 }),
        _ => state,
    };

    internal static BenchState Wrong(BenchState state, string words) => state.Say(Wording.Sentence(words), wentWrong: true);

    internal static BenchState Missing(BenchState state, string id) => Wrong(state, Say("bench.notHere", ("thing", state.Site.NameOf(id))));

    private static BenchState Of(BenchState state, string thingId, Func<ThingState, ThingState> change, bool needsPower = false)
    {
        if (!state.Things.TryGetValue(thingId, out var thing))
            return Missing(state, thingId);
        return needsPower && !thing.IsOn ? Wrong(state, Say("bench.noPowerNothing", ("thing", state.Site.NameOf(thingId)))) : state.With(thingId, change);
    }

    private static string Lead(BenchState state, string endId) => state.Site.NameOf(endId[..endId.LastIndexOf('/')]);

    private static BenchState Plugged(BenchState state, Act.Plug plug)
    {
        var lead = state.Site.Leads.GetValueOrDefault(plug.EndId[..plug.EndId.LastIndexOf('/')]);
        if (lead is null)
            return Missing(state, plug.EndId);
        if (state.Plugs.FirstOrDefault(p => p.Value == plug.PortId) is { Key: { } other } && other != plug.EndId)
            return Wrong(state, Say("bench.socketTaken", ("lead", Lead(state, other))));
        state = state with
        {
            Plugs = state.Plugs.SetItem(plug.EndId, plug.PortId),
            HalfIn = state.HalfIn.Remove(plug.EndId),
            Crossed = state.Crossed.Remove(plug.EndId),
        };
        return BoxOf(state, plug.PortId) is { Device: { Automatic.SensesInput: true } } box ? state.With(box.Id, t => t with { Input = null }) : state;
    }

    // The thing that a port belongs to; null for a socket.
    private static BenchThing? BoxOf(BenchState state, string port) =>
        port.IndexOf("/port/", StringComparison.Ordinal) is > 0 and var at ? state.Site.Things.GetValueOrDefault(port[..at]) : null;

    // A box may go over to another input once the plug in use is out; one that senses its input comes back with the plug.
    private static BenchState Pulled(BenchState state, Act.Pull pull)
    {
        if (!state.Plugs.TryGetValue(pull.EndId, out var port))
            return Wrong(state, Say("bench.inNoSocket", ("lead", Lead(state, pull.EndId))));
        state = state with { Plugs = state.Plugs.Remove(pull.EndId) };
        if (BoxOf(state, port) is not { } box || box.Device is not { Automatic.FallsBackTo: { Length: > 0 } label } device
            || (box.Behaviour!.InputByHand && state.Things[box.Id].Input != port))
            return state;
        var index = device.Ports.ToList().FindIndex(p => !p.Output && string.Equals(p.Label, label, StringComparison.OrdinalIgnoreCase));
        return index < 0 ? state : state.With(box.Id, t => t with { Input = Things.Port(box.Id, index) })
            .Say(Wording.Sentence(Say("bench.fallsBack", ("thing", state.Site.NameOf(box.Id)), ("input", label))));
    }

    // What is taken off the air lets go of what it held.
    private static BenchState Radioed(BenchState state, Act.Radio radio)
    {
        if (!state.Things.ContainsKey(radio.ThingId))
            return Missing(state, radio.ThingId);
        var switched = state.With(radio.ThingId, t => t with { RadioOn = radio.On });
        return radio.On ? switched : Pairing.Release(switched, radio.ThingId);
    }

    // An emitter is turned, and what stood in the line is taken out of it.
    private static BenchState Aimed(BenchState state, Act.Aim aim) => state.Site.Hops.Where(h => h.From.Id == aim.ThingId)
        .Aggregate(Of(state, aim.ThingId, t => t with { Aimed = true }), (now, hop) => now.With(hop.To.Id, t => t with { LineBlocked = false }));

    // An update may make it forget whom it knew: the phone comes first.
    private static BenchState ToldThePhone(BenchState state, Act.ToPhone phone)
    {
        if (!state.Things.TryGetValue(phone.ThingId, out var thing) || !state.Things.TryGetValue(phone.PhoneId, out var known))
            return Missing(state, phone.ThingId);
        if (!known.RadioOn || !Settling.HasPower(state, phone.ThingId, thing))
            return Wrong(state, Say("bench.phoneFindsNot", ("phone", state.Site.NameOf(phone.PhoneId)), ("thing", state.Site.NameOf(phone.ThingId))));
        return Pairing.Release(state, phone.ThingId).With(phone.ThingId, t => t with { Knows = [phone.PhoneId] })
            .With(phone.PhoneId, t => t with { Knows = t.Knows.Remove(phone.ThingId).Insert(0, phone.ThingId) });
    }

    // An app finds what it starts only where that is on and joined.
    private static BenchState Streamed(BenchState state, Act.Streaming stream)
    {
        if (!state.Things.TryGetValue(stream.ThingId, out var thing))
            return Missing(state, stream.ThingId);
        if (stream.On && (!thing.IsOn || thing.Joined.Count == 0))
            return Wrong(state, Say("bench.nothingToStream", ("thing", state.Site.NameOf(stream.ThingId))));
        state = state.With(stream.ThingId, t => t with { Streams = stream.On });
        var programme = stream.On ? AidProgramme.Stream : AidProgramme.Ordinary;
        return state.Site.Hops.Where(h => (h.From.Id == stream.ThingId || h.To.Id == stream.ThingId) && h.To.Device!.Form == WearForm.HearingAids)
            .Aggregate(state, (now, hop) => now.With(hop.To.Id, t => t with { Programme = programme }));
    }

    // Nobody has read whether a stream comes back after a call: taken so that it does not.
    private static BenchState Called(BenchState state, Act.Call call) => call.On
        ? Of(state, call.ThingId, t => t with { OnCall = true }, needsPower: true)
        : Of(state.Site.Hops.Where(h => h.To.Id == call.ThingId && Air.Asked(h) is not null)
            .Aggregate(state, (now, hop) => now.With(Air.Asked(hop)!.Id, t => t with { Streams = false })),
            call.ThingId, t => t with { OnCall = false, Programme = t.Programme == AidProgramme.Stream ? AidProgramme.Ordinary : t.Programme });

    private static BenchState Rested(BenchState state, Act.Rest rest)
    {
        if (!state.Things.TryGetValue(rest.ThingId, out var thing))
            return Missing(state, rest.ThingId);
        var without = Bench.Let(Settling.Settle(state.With(rest.ThingId, t => t with { FedFrom = null })), ActTimes.FixedMs(rest));
        return without.With(rest.ThingId, t => t with { FedFrom = thing.FedFrom });
    }

    private static BenchState Switched(BenchState state, Act.Switch power)
    {
        if (!state.Things.TryGetValue(power.ThingId, out var thing))
            return Missing(state, power.ThingId);
        if (power.On && !Settling.HasPower(state, power.ThingId, thing))
            return Wrong(state, Say("bench.staysDark", ("thing", state.Site.NameOf(power.ThingId))));
        return state.With(power.ThingId, t => t with { SwitchedOn = power.On });
    }

    // A computer lists what is plugged into it, and nothing else.
    private static bool IsListed(BenchState state, Act.Choose choose) => choose.Menu != SourceMenu.Output
        || state.Site.Look.SocketsOf(choose.SourceId).FirstOrDefault(s => Things.Socket(s) == choose.Value) is not { } socket
        || state.Site.Look.SourceOf(socket) is not { Kind: SourceKind.Computer } || SocketKinds.Of(socket.Kind).Connector is null
        || state.Plugs.ContainsValue(choose.Value);

    private static BenchState Chosen(BenchState state, Act.Choose choose)
    {
        if (!state.Sources.ContainsKey(choose.SourceId))
            return Missing(state, choose.SourceId);
        if (choose.Menu == SourceMenu.Speakers && !state.Site.Truths.SpeakersCanBeOff)
            return Wrong(state, Say("bench.noSuchChoice", ("thing", state.Site.NameOf(choose.SourceId))));
        if (!IsListed(state, choose))
            return Wrong(state, Say("bench.notListed", ("thing", state.Site.NameOf(choose.SourceId))));
        if (Zones.Hides(state, choose))
            return Wrong(state, Say("bench.zoneHidden", ("thing", state.Site.NameOf(choose.SourceId))));
        return state.WithSource(choose.SourceId, s => choose.Menu switch
        {
            SourceMenu.Output when choose.Value == MenuValues.OwnSpeakers => s with { Outputs = [] },
            SourceMenu.Output => s with { Outputs = [.. s.Outputs.Where(o => !state.Site.Exclude(o, choose.Value)), choose.Value] },
            SourceMenu.DigitalFormat => s with { Format = choose.Value },
            SourceMenu.Speakers => s with { SpeakersOn = choose.Value == MenuValues.On },
            SourceMenu.HeadphoneLevel => s with { HeadphoneLevel = choose.Value },
            _ => s with { Menus = s.Menus.SetItem(choose.Menu, choose.Value) },
        });
    }

    private static BenchState Turned(BenchState state, Act.Turn turn) =>
        state.Sources.ContainsKey(turn.ThingId) ? state.WithSource(turn.ThingId, s => s with { Volume = turn.Volume })
            : Of(state, turn.ThingId, t => t with { Volume = turn.Volume });
}
