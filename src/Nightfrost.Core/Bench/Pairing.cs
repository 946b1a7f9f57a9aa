using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>How radios find, join and leave each other.</summary>
internal static class Pairing
{
    /// <summary>After power comes, so long until a device has looked for the partner it knows, ms (starting value).</summary>
    internal const int SeekMs = 3_000;

    /// <summary>So long a device goes on looking for a partner that it lost, ms (starting value).</summary>
    internal const int LostMs = 60_000;

    /// <summary>A control is held, or pressed: what that does is told by the device's gestures.</summary>
    public static BenchState Press(BenchState state, Act.Press press)
    {
        if (!state.Things.TryGetValue(press.ThingId, out var thing) || state.Site.Things[press.ThingId].Device is not { } device)
            return Doing.Missing(state, press.ThingId);
        var name = state.Site.NameOf(press.ThingId);
        var ofControl = device.Gestures.Where(g => g.Worked == press.Control).ToList();
        if (ofControl.Count == 0)
            return Doing.Wrong(state, Say("bench.noControl", ("thing", name), ("control", press.Control)));
        if (!Settling.HasPower(state, press.ThingId, thing))
            return Doing.Wrong(state, Say("bench.noPowerNothing", ("thing", name)));
        // The longest hold that was kept counts.
        var answering = ofControl.Where(g => g.Answers(press.HoldSeconds, press.Presses, press.To)).OrderByDescending(g => g.HoldSeconds).ToList();
        if (answering.Count == 0)
            return Doing.Wrong(state, ofControl.Min(g => g.HoldSeconds) is var least && press.HoldSeconds < least
                ? Say("bench.heldTooShort", ("thing", name), ("held", Seconds(press.HoldSeconds)), ("wants", Seconds(least)))
                : Say("bench.noGesture", ("thing", name), ("control", press.Control), ("held", Seconds(press.HoldSeconds))));
        if (answering.FirstOrDefault(g => g.From == PowerFrom.NotRead || (g.From == PowerFrom.On) == thing.IsOn) is not { } gesture)
            return Doing.Wrong(state, Say(thing.IsOn ? "bench.worksFromOff" : "bench.worksFromOn", ("thing", name)));
        if (device.Controls.FirstOrDefault(c => c.Name == gesture.Control) is { Kind: ControlKind.App } && !IsInApp(state, press.ThingId))
            return Doing.Wrong(state, Say("bench.notInApp", ("thing", name)));
        return gesture.Does switch
        {
            GestureDoes.JoinsPair => JoinedAsPair(state, press.ThingId),
            GestureDoes.ChoosesBroadcast => ChoseBroadcast(state, press.ThingId),
            GestureDoes.OpensPairing or GestureDoes.OpensSecondPairing => Opened(state, press.ThingId, gesture.Does == GestureDoes.OpensSecondPairing),
            GestureDoes.SwitchesPower => Doing.Carry(state, new Act.Switch(press.ThingId, !thing.SwitchedOn)),
            GestureDoes.Transmits => Doing.Carry(state, new Act.Slide(press.ThingId, BoxMode.Transmit)),
            GestureDoes.Receives => Doing.Carry(state, new Act.Slide(press.ThingId, BoxMode.Receive)),
            _ => NextInput(state, press.ThingId, device),
        };
    }

    private static BenchState Opened(BenchState state, string thingId, bool second)
    {
        var (thing, device, name) = (state.Things[thingId], state.Site.Things[thingId].Device!, state.Site.NameOf(thingId));
        if (thing.Mode == BoxMode.Receive && state.Site.Things[thingId].Behaviour!.StartsOnReceive && !IsTaker(state, thingId))
            return Open(state, thingId).Say(Wording.Sentence(Say("bench.onReceive", ("thing", name))), wentWrong: true);
        if (second && device.SecondListener == SecondListenerWay.FirstOff && thing.SendsTo.Count > 0)
            return Doing.Wrong(state, Say("bench.refusesSecond", ("thing", name)));
        if (second && device.SecondListener == SecondListenerWay.FirstStaysOn && thing.SendsTo.Count == 0)
            return Doing.Wrong(state, Say("bench.wantsFirst", ("thing", name)));
        // The first control is the first listener's: whoever holds it is let go.
        if (!second)
            state = thing.Joined.Where(partner => !IsMate(state, thingId, partner)).Aggregate(state, (now, partner) =>
                Part(now, thingId, partner, seekAgain: false));
        return Open(state.With(thingId, t => t with { SwitchedOn = true, IsOn = true }), thingId);
    }

    // An app works what a phone knows whose Bluetooth is on.
    private static bool IsInApp(BenchState state, string thingId) =>
        state.Things[thingId].Knows.Any(id => state.Site.Things[id].Device is null && state.Things[id].RadioOn);

    // The press that joins two lets go of what the first was joined to.
    private static BenchState JoinedAsPair(BenchState state, string thingId)
    {
        if (state.Site.Hops.FirstOrDefault(h => h.Kind == HopKind.AsPair && h.From.Id == thingId) is not { } hop)
            return Doing.Wrong(state, Say("bench.noMate", ("thing", state.Site.NameOf(thingId))));
        state = state.Things[thingId].TakesFrom is { } source ? Part(state, thingId, source, seekAgain: false) : state;
        var (first, second) = (state.Things[thingId], state.Things[hop.To.Id]);
        return second is { IsOn: true, Strays: false, TakesFrom: null } && !first.Strays ? Join(state, hop)
            : Doing.Wrong(state, Say("bench.mateStaysOut", ("thing", state.Site.NameOf(hop.To.Id))));
    }

    private static BenchState ChoseBroadcast(BenchState state, string thingId)
    {
        var hop = state.Site.Hops.FirstOrDefault(h => h.Kind == HopKind.Chosen && h.To.Id == thingId);
        if (hop is not null && state.Things[thingId].TakesFrom == hop.From.Id)
            return GoesOver(state, hop);
        return hop is null || !CanJoin(state, hop) ? Doing.Wrong(state, Say("bench.noBroadcast", ("thing", state.Site.NameOf(thingId)))) : Join(state, hop);
    }

    // A press goes one input on, and round.
    private static BenchState NextInput(BenchState state, string thingId, Device device)
    {
        List<string> inputs = [.. device.Ports.Select((port, i) => (port, i)).Where(p => !p.port.Output).Select(p => Things.Port(thingId, p.i))];
        var at = inputs.IndexOf(state.Things[thingId].Input ?? "");
        return Doing.Carry(state, new Act.ChooseInput(thingId, inputs[(at + 1) % inputs.Count]));
    }

    private static string Seconds(double seconds) => FormattableString.Invariant($"{seconds:0.#}");

    /// <summary>A thing waits for a partner from now on.</summary>
    public static BenchState Open(BenchState state, string thingId)
    {
        var seconds = state.Site.Things[thingId].Device!.Automatic.WindowSeconds;
        return state.With(thingId, t => t with
        {
            WaitsUntilMs = seconds > 0 ? state.NowMs + (long)(seconds * 1000) : long.MaxValue,
            SeeksAtMs = null,
        }).Tell(thingId, SignState.Waiting);
    }

    /// <summary>A thing that came on looks for whom it knows, a moment later.</summary>
    public static BenchState Woke(BenchState state, string thingId)
    {
        var (thing, device) = (state.Things[thingId], state.Site.Things[thingId].Device!);
        if (device.Automatic.Window == WindowOpens.WithPower || (device.Automatic.Window == WindowOpens.WhileNobodyIsKnown && thing.Knows.IsEmpty))
            state = Open(state, thingId);
        return (thing.WaitsUntilMs is null || device.OpensByItself()) && device.Links.Count > 0 && SeeksOf(state, thingId) != Seeks.Nobody
            ? state.With(thingId, t => t with { SeeksAtMs = state.NowMs + SeekMs }) : state;
    }

    /// <summary>A thing that went off: nobody is joined to it any more, and nobody waits.</summary>
    public static BenchState Slept(BenchState state, string thingId)
    {
        state = Release(state, thingId);
        var (thing, truths) = (state.Site.Things[thingId], state.Site.Truths);
        var unread = truths.UnreadForgets && thing.Device!.Power.PairingSurvivesPowerLoss == Known.NotYet;
        var forgets = (thing.Behaviour!.ForgetsWithoutPower || unread)
            && (truths.SwitchForgets || !Settling.HasPower(state, thingId, state.Things[thingId]));
        return state.With(thingId, t => t with { WaitsUntilMs = null, SeeksAtMs = null, LockedUp = false, Streams = false, Knows = forgets ? [] : t.Knows });
    }

    /// <summary>A thing looks for whom it knows: its box, or a phone; which of the two gets it is one of the things nobody knows.</summary>
    public static BenchState Seek(BenchState state, string thingId)
    {
        state = state.With(thingId, t => t with { SeeksAtMs = null });
        state = state.Site.Truths.RivalsWin ? SeekBox(TakenByRival(state, thingId), thingId) : TakenByRival(SeekBox(state, thingId), thingId);
        var next = state.NowMs + SeekMs;
        return state.Things[thingId] is { Joined.Count: 0 } lost && next <= lost.SeeksUntilMs
            ? state.With(thingId, t => t with { SeeksAtMs = next }) : state;
    }

    private static BenchState SeekBox(BenchState state, string thingId)
    {
        foreach (var hop in state.Site.Hops.Where(h => h.From.Id == thingId || h.To.Id == thingId))
        {
            if (CanJoin(state, hop) && IsKnown(state, hop) && IsSought(state, thingId, thingId == hop.To.Id ? hop.From.Id : hop.To.Id))
                state = Join(state, hop).With(thingId, t => t with { WaitsUntilMs = null });
        }

        return state;
    }

    private static bool IsSought(BenchState state, string thingId, string partnerId) =>
        SeeksOf(state, thingId) != Seeks.LastPartner || state.Things[thingId].Knows.IsEmpty
            || state.Things[thingId].Knows[0] == partnerId;

    // A phone looks for what it knows.
    private static Seeks SeeksOf(BenchState state, string thingId) => state.Site.Things[thingId].Device?.Automatic.Seeks switch
    {
        Seeks.NotRead when state.Site.Truths.UnreadSeeksNobody => Seeks.Nobody,
        var read => read ?? Seeks.EveryPartner,
    };

    private static BenchState TakenByRival(BenchState state, string thingId) => state.Site.Hops.Any(h => h.To.Id == thingId && h.Sends.IsBluetooth)
        && state.Things[thingId] is { IsOn: true, TakesFrom: null, SendsTo.Count: 0, WaitsUntilMs: null } free
            && free.Knows.FirstOrDefault(id => state.Site.Things[id].Device is null && state.Things[id].RadioOn) is { } rival
            ? Bind(state, rival, thingId).Say(
                Wording.Sentence(Say("bench.takes", ("rival", state.Site.NameOf(rival)), ("thing", state.Site.NameOf(thingId)))), wentWrong: true)
            : state;

    /// <summary>Somebody's phone has taken a receiver from its box.</summary>
    public static BenchState Take(BenchState state, string receiverId, string rivalId) =>
        Bind(Release(state, receiverId).With(rivalId, t => t with { RadioOn = true }), rivalId, receiverId);

    /// <summary>Two that knew each other do no more.</summary>
    public static BenchState Forget(BenchState state, string receiverId, string senderId) => Release(state, receiverId)
        .With(receiverId, t => t with { Knows = t.Knows.Remove(senderId) }).With(senderId, t => t with { Knows = t.Knows.Remove(receiverId) });

    /// <summary>A thing that leaves whoever it is joined to; what it was joined to looks for it again.</summary>
    public static BenchState Release(BenchState state, string thingId) =>
        state.Things[thingId].Joined.Aggregate(state, (now, partner) => Part(now, thingId, partner, seekAgain: true));

    /// <summary>A thing that lost whom it took from, and looks for it as long as such things do.</summary>
    public static BenchState Lose(BenchState state, string thingId) => state.Things[thingId].TakesFrom is { } from
        ? Part(state, thingId, from, seekAgain: true)
            .With(thingId, t => t with { SeeksAtMs = state.NowMs + SeekMs, SeeksUntilMs = state.NowMs + LostMs })
        : state;

    /// <summary>Whoever waits at both ends joins.</summary>
    public static BenchState JoinWaiting(BenchState state)
    {
        foreach (var hop in state.Site.Hops.Where(h => h.Kind == HopKind.Paired))
        {
            var (from, to) = (state.Things[hop.From.Id], state.Things[hop.To.Id]);
            if (from is not { WaitsUntilMs: not null, Mode: BoxMode.Transmit } || to.WaitsUntilMs is null || from.Place != to.Place || !CanJoin(state, hop))
                continue;
            state = Join(state, hop).With(hop.To.Id, t => t with { WaitsUntilMs = null });

            // Of two aids the other may still come.
            if (!state.Site.Ears.Any(e => e.Hops.Contains(hop) && e.Hops.Any(h => h.From.Id == hop.From.Id && state.Things[h.To.Id].TakesFrom != h.From.Id)))
                state = state.With(hop.From.Id, t => t with { WaitsUntilMs = null });
        }

        return state;
    }

    // Units of one maker's system find each other by themselves; anything else only whom it knows.
    private static bool IsKnown(BenchState state, Hop hop) => hop.Kind == HopKind.OwnSystem
        || (hop.Kind == HopKind.Chosen && state.Things[hop.To.Id].Knows.Contains(hop.From.Id))
        || (state.Things[hop.From.Id].Knows.Contains(hop.To.Id) && state.Things[hop.To.Id].Knows.Contains(hop.From.Id));

    // What passes on to the other of a pair, or to what a phone feeds, stays as it is.
    private static bool IsMate(BenchState state, string thingId, string partnerId) => IsTaker(state, thingId) && state.Site.SendsTo(thingId, partnerId);

    private static bool IsTaker(BenchState state, string thingId) => state.Site.Hops.Any(h => h.To.Id == thingId);

    private static bool CanJoin(BenchState state, Hop hop)
    {
        var (from, to) = (state.Things[hop.From.Id], state.Things[hop.To.Id]);
        return hop.Kind != HopKind.Open && from.IsOn && to.IsOn && to.TakesFrom is null
            && !to.TooFar && from.Mode == BoxMode.Transmit && (to.Mode == BoxMode.Receive || !hop.To.Behaviour!.StartsOnReceive)
            && !to.Strays && (hop.Sends.Technology != LinkTechnology.WiFiApp || to.InNetwork) && HasRoom(state, hop)
                && (hop.Sends.Technology == LinkTechnology.BluetoothClassic || Negotiation.FamilyFits(hop.Sends, hop.Takes))
            && (from.Place == to.Place || Ways(state, hop).All(way => RouteReach.AtSeat(way.Route) is not { Grade: 0 }));
    }

    // Both aids of a listener count as one.
    private static bool HasRoom(BenchState state, Hop hop) => Ways(state, hop).Any(way =>
        way.Hops.Any(h => state.Things[hop.From.Id].SendsTo.Contains(h.To.Id)))
        || ListenersOf(state, hop.From.Id) < Math.Max(1, hop.Sends.ListenersAtOnce);

    /// <summary>Listeners that a box sends to now.</summary>
    internal static int ListenersOf(BenchState state, string senderId) =>
        state.Site.Ears.Count(e => e.Hops.Any(h => h.From.Id == senderId && state.Things[senderId].SendsTo.Contains(h.To.Id)));

    private static IEnumerable<EarWay> Ways(BenchState state, Hop hop) => state.Site.Ears.Where(e => e.Hops.Contains(hop));

    private static BenchState Join(BenchState state, Hop hop)
    {
        var joined = Bind(state, hop.From.Id, hop.To.Id)
            .Say(Wording.Sentence(Say("bench.joins", ("receiver", state.Site.NameOf(hop.To.Id)), ("sender", state.Site.NameOf(hop.From.Id)))))
            .Tell(hop.From.Id, SignState.Joined).Tell(hop.To.Id, SignState.Joined);
        return GoesOver(joined, hop);
    }

    // Aids go over to what comes, unless it comes only when asked for.
    private static BenchState GoesOver(BenchState state, Hop hop) => hop.To.Device!.Form == WearForm.HearingAids && Air.Asked(hop) is null
        ? state.With(hop.To.Id, t => t with { Programme = AidProgramme.Stream }) : state;

    private static BenchState Bind(BenchState state, string senderId, string receiverId) => state
        .With(senderId, t => t with { SendsTo = t.SendsTo.Add(receiverId), Knows = t.Knows.Remove(receiverId).Insert(0, receiverId) })
        .With(receiverId, t => t with { TakesFrom = senderId, Knows = t.Knows.Remove(senderId).Insert(0, senderId), SeeksAtMs = null, FellToSbc = false });

    private static BenchState Part(BenchState state, string thingId, string partnerId, bool seekAgain)
    {
        var parted = Unbind(Unbind(state, thingId, partnerId), partnerId, thingId);
        if (!seekAgain || partnerId == Things.Stranger || !state.Things[partnerId].IsOn || SeeksOf(state, partnerId) == Seeks.Nobody)
            return parted;
        parted = parted.With(partnerId, t => t with { SeeksAtMs = state.NowMs + SeekMs, SeeksUntilMs = state.NowMs + LostMs });
        return state.Things[partnerId].TakesFrom == thingId
            ? parted.Say(Wording.Sentence(Say("bench.loses", ("receiver", state.Site.NameOf(partnerId)), ("sender", state.Site.NameOf(thingId))))) : parted;
    }

    // What is streamed only when asked is asked for anew.
    private static BenchState Unbind(BenchState state, string thingId, string partnerId) => thingId == Things.Stranger ? state
        : state.With(thingId, t => t.TakesFrom == partnerId
        ? t with { TakesFrom = null, Streams = false, Programme = AidProgramme.Ordinary } : t with { SendsTo = t.SendsTo.Remove(partnerId) });
}
