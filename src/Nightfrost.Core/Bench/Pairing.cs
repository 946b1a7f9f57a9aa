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
        return gesture.Does switch
        {
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
        if (thing.Mode == BoxMode.Receive && state.Site.Things[thingId].Behaviour!.StartsOnReceive)
            return Open(state, thingId).Say(Wording.Sentence(Say("bench.onReceive", ("thing", name))), wentWrong: true);
        if (second && device.SecondListener == SecondListenerWay.FirstOff && thing.Joined.Count > 0)
            return Doing.Wrong(state, Say("bench.refusesSecond", ("thing", name)));
        if (second && device.SecondListener == SecondListenerWay.FirstStaysOn && thing.Joined.Count == 0)
            return Doing.Wrong(state, Say("bench.wantsFirst", ("thing", name)));
        // The first control is the first listener's: whoever holds it is let go.
        if (!second)
            state = thing.Joined.Aggregate(state, (now, partner) => Part(now, thingId, partner, seekAgain: false));
        return Open(state.With(thingId, t => t with { SwitchedOn = true, IsOn = true }), thingId);
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
        return state.With(thingId, t => t with { WaitsUntilMs = null, SeeksAtMs = null, LockedUp = false, Knows = forgets ? [] : t.Knows });
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
        foreach (var way in state.Site.Ears.Where(e => e.Sender?.Id == thingId || e.Receiver.Id == thingId))
        {
            if (CanJoin(state, way) && IsKnown(state, way) && IsSought(state, thingId, thingId == way.Receiver.Id ? way.Sender!.Id : way.Receiver.Id))
                state = Join(state, way).With(thingId, t => t with { WaitsUntilMs = null });
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

    private static BenchState TakenByRival(BenchState state, string thingId) =>
        state.Things[thingId] is { IsOn: true, Joined.Count: 0, WaitsUntilMs: null } free
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

    /// <summary>Whoever waits at both ends joins.</summary>
    public static BenchState JoinWaiting(BenchState state)
    {
        foreach (var way in state.Site.Ears)
        {
            if (way.Sender is { } sender && IsBluetooth(way) && state.Things[sender.Id].WaitsUntilMs is not null
                && state.Things[way.Receiver.Id].WaitsUntilMs is not null && state.Things[sender.Id].Mode == BoxMode.Transmit
                && state.Things[sender.Id].Place == state.Things[way.Receiver.Id].Place && CanJoin(state, way))
                state = Join(state, way).With(sender.Id, t => t with { WaitsUntilMs = null }).With(way.Receiver.Id, t => t with { WaitsUntilMs = null });
        }

        return state;
    }

    /// <summary>True for a link that must be paired before it joins.</summary>
    public static bool IsBluetooth(EarWay way) => way.Route.Sends is { Technology: LinkTechnology.BluetoothClassic };

    // Units of one maker's system find each other by themselves; Bluetooth only whom it knows.
    private static bool IsKnown(BenchState state, EarWay way) => !IsBluetooth(way)
        || (state.Things[way.Sender!.Id].Knows.Contains(way.Receiver.Id) && state.Things[way.Receiver.Id].Knows.Contains(way.Sender.Id));

    private static bool CanJoin(BenchState state, EarWay way)
    {
        if (way.Sender is null || way.Route is not { Sends: { } sends, Takes: { } takes })
            return false;
        var (sender, receiver) = (state.Things[way.Sender.Id], state.Things[way.Receiver.Id]);
        return sender.IsOn && receiver.IsOn && receiver.Joined.Count == 0 && sender.Mode == BoxMode.Transmit
            && (sender.Joined.Count < Math.Max(1, sends.ListenersAtOnce))
            && (IsBluetooth(way) || Negotiation.FamilyFits(sends, takes))
            && (sender.Place == receiver.Place || way.Route.Reach is not { Grade: 0 });
    }

    private static BenchState Join(BenchState state, EarWay way) => Bind(state, way.Sender!.Id, way.Receiver.Id)
        .Say(Wording.Sentence(Say("bench.joins", ("receiver", state.Site.NameOf(way.Receiver.Id)), ("sender", state.Site.NameOf(way.Sender.Id)))))
        .Tell(way.Sender.Id, SignState.Joined).Tell(way.Receiver.Id, SignState.Joined);

    private static BenchState Bind(BenchState state, string senderId, string receiverId) => state
        .With(senderId, t => t with { Joined = t.Joined.Add(receiverId), Knows = t.Knows.Remove(receiverId).Insert(0, receiverId) })
        .With(receiverId, t => t with { Joined = [senderId], Knows = t.Knows.Remove(senderId).Insert(0, senderId), SeeksAtMs = null });

    private static BenchState Part(BenchState state, string thingId, string partnerId, bool seekAgain)
    {
        var parted = state.With(thingId, t => t with { Joined = t.Joined.Remove(partnerId) })
            .With(partnerId, t => t with { Joined = t.Joined.Remove(thingId) });
        if (!seekAgain || !state.Things[partnerId].IsOn || SeeksOf(state, partnerId) == Seeks.Nobody)
            return parted;
        parted = parted.With(partnerId, t => t with { SeeksAtMs = state.NowMs + SeekMs, SeeksUntilMs = state.NowMs + LostMs });
        return state.Site.Ears.Any(e => e.Receiver.Id == partnerId)
            ? parted.Say(Wording.Sentence(Say("bench.loses", ("receiver", state.Site.NameOf(partnerId)), ("sender", state.Site.NameOf(thingId))))) : parted;
    }
}
