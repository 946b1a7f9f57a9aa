using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Joining each receiver to its box, first listener before second, each device in its own way.</summary>
internal static class PairSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var step in ChannelSteps.For(rig))
            yield return step;
        var wireless = rig.Routes.Where(r => r.Sends is not null).ToList();
        var radios = wireless.Any(r => r.Sends!.IsBluetooth && r.AtEar.Takes.IsPaired());
        if (radios)
            yield return new Step
            {
                Id = "release-rivals",
                Phase = Phase.Pair,
                Place = Say("place.room"),
                Acts = [.. Known(wireless).Select(id => new Act.Radio(id, false))],
                Goal = new Goal.RadiosAre(false),
                Action = Rivals(wireless) is { Length: > 0 } rivals ? Say("releaseRivals.actionKnown", ("rivals", rivals))
                    : Say("releaseRivals.action"),
                Detail = Say(Rivals(wireless).Length > 0 ? "releaseRivals.detailKnown" : "releaseRivals.detail"),
                Caution = Say("releaseRivals.caution"),
                Note = Say("releaseRivals.note"),
                Why = Say("because.rivals-off-before-switching-on"),
                Mandatory = true,
            };
        foreach (var group in wireless.GroupBy(r => r.Feed.Key))
        {
            var joined = new List<Route>();
            foreach (var route in group)
            {
                foreach (var step in Join(rig, route, joined))
                    yield return step;
                joined.Add(route);
            }

            if (BackOn(rig, joined) is { } back)
                yield return back;

            if (PowerBackSteps.For(rig, joined) is { } tried)
                yield return tried;
            foreach (var step in ComesBackSteps.For(rig, joined))
                yield return step;
            foreach (var step in group.Where(r => r.AtEar.Takes.IsPaired()).SelectMany(r => ReadCodec(rig, r)))
                yield return step;
        }

        if (radios)
            yield return new Step
            {
                Id = "restore-rivals",
                Phase = Phase.Pair,
                Place = Say("place.room"),
                Acts = [.. Known(wireless).Select(id => new Act.Radio(id, true))],
                Goal = new Goal.All([new Goal.RadiosAre(true), .. wireless.Select(r => new Goal.Joined(Things.Receiver(r.AtEar)))]),
                Action = Say("restoreRivals.action"),
                Detail = Say("restoreRivals.detail"),
                Ticks = [Say("restoreRivals.tick")],
                Mandatory = true,
            };
    }

    private static IEnumerable<Step> Join(Rig rig, Route route, List<Route> earlier)
    {
        var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
        var (box, takes) = (route.Feed.Transmitter, route.AtEar.Takes);
        var sendName = box?.Name ?? route.Site.Look.SourceOf(route.Feed.Socket)?.Name ?? Say("name.setHere");
        List<string> charged = [.. new[] { ear.Relay, ear.Receiver }.OfType<Device>().Where(d => d.Power.ChargeHours > 0).DistinctBy(d => d.Id)
            .Select(d => BeforeSteps.ChargedId(route, d))];
        if (route.Sends is { Technology: LinkTechnology.InductionLoop })
        {
            foreach (var step in LoopSteps.For(route, charged))
                yield return step;
            yield break;
        }

        if (!takes.IsPaired())
        {
            yield return new Step
            {
                Id = $"joined-{id}",
                Phase = Phase.Pair,
                Place = StepPlaces.Whose(ear.Listener, takes),
                Acts = [new Act.Bring(Things.Receiver(ear), Place.AtSet), new Act.Switch(Things.Receiver(ear), true), new Act.Wait(PowerBackSteps.JoinSeconds)],
                Goal = new Goal.Joined(Things.Receiver(ear)),
                Action = Say("joined.action", ("worn", takes.Name)),
                Detail = Say("joined.detail"),
                Needs = charged,
                ListenerId = id,
            }.Showing(rig, new Sign.AtReceiver(id));
            yield break;
        }

        var second = earlier.Count > 0 ? box?.GestureFor(GestureDoes.OpensSecondPairing) : null;
        var opens = second ?? box?.GestureFor(GestureDoes.OpensPairing);
        var firstOff = FirstOff(route);
        if (earlier.Count > 0)
        {
            // Those before stay off until all have joined.
            List<Route> seenTo = firstOff ? [earlier[^1]] : earlier;
            var others = Named(seenTo);
            yield return new Step
            {
                Id = $"second-{id}",
                Phase = Phase.Pair,
                Place = others,
                Acts = firstOff ? [.. seenTo.Select(r => new Act.Switch(Things.Receiver(r.AtEar), false))] : [],
                Goal = new Goal.All([.. seenTo.Select(r => Things.Receiver(r.AtEar))
                    .Select(receiver => firstOff ? (Goal)new Goal.IsOff(receiver) : new Goal.Joined(receiver))]),
                Action = Say(firstOff ? "second.actionOff" : "second.actionStays", ("others", others)),
                Detail = Say("second.detail"),
                Why = Say(firstOff ? "second.whyOff" : "second.whyStays"),
                ListenerId = id,
            }.Showing(rig, firstOff ? [] : [.. seenTo.SelectMany(r => SignWords.Standing(Things.Receiver(r.AtEar), r.AtEar.Takes, SignState.Joined))]);
        }

        yield return new Step
        {
            Id = $"near-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.At(sendName),
            Acts = [new Act.Bring(Things.Receiver(ear), Place.AtSet)],
            Goal = new Goal.At(Things.Receiver(ear), Place.AtSet),
            Action = Say("near.action", ("worn", takes.Name), ("thing", sendName)),
            Ticks = [Say("near.charged", ("worn", takes.Name)), .. (box?.GestureFor(GestureDoes.Transmits) is not null ? new[] { Say("near.transmits") } : []),
                .. box is not null && Behaviour.Of(box).PairsFromOff ? Array.Empty<string>() : [Say("near.power", ("thing", sendName))]],
            Why = Say("because.near-before-pairing"),
            Needs = charged,
            ListenerId = id,
        };
        if (box is not null && box.IsPaired())
        {
            var thing = Things.Sender(route.Feed)!;
            yield return new Step
            {
                Id = $"pair-box-{id}",
                Phase = Phase.Pair,
                Place = StepPlaces.At(sendName),
                Acts = Opens(thing, box, opens),
                Goal = new Goal.WindowOpen(thing),
                Action = OpensWords(box, opens),
                Detail = Wording.Sentences(Started(opens), GestureWords.Window(box, opens is null && box.OpensByItself() ? "window.withPower" : "window.box"),
                    Untold(box, SignState.Waiting)),
                HoldSeconds = opens?.HoldSeconds ?? 0,
                ListenerId = id,
            }.Showing(rig, SignWords.Telling(thing, box, SignState.Waiting));
        }
        else if (box is null)
            yield return new Step
            {
                Id = $"pair-box-{id}",
                Phase = Phase.Pair,
                Place = Say("place.menuAccessories", ("thing", sendName)),
                Action = Say("pairBox.action"),
                Detail = Say("pairBox.detail", ("thing", sendName)),
                Expect = Say("pairBox.expect", ("worn", takes.Name)),
                ListenerId = id,
            };
        var (receiver, joins) = (Things.Receiver(ear), takes.GestureFor(GestureDoes.OpensPairing));

        // What pairs from on, and nobody has switched on yet.
        var onFirst = joins is { From: PowerFrom.On } && Behaviour.Of(takes).HasPowerControl;
        yield return new Step
        {
            Id = $"pair-ear-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(ear.Listener, takes),
            Acts = [.. onFirst ? new Act[] { new Act.Switch(receiver, true) } : [], .. Opens(receiver, takes, joins)],
            Goal = new Goal.Joined(receiver),
            Action = OpensWords(takes, joins),
            Detail = Wording.Sentences(onFirst ? Say("gesture.onFirst", ("thing", takes.Name)) : "", Started(joins), GestureWords.Window(takes, "window.ear"),
                GestureWords.Shows(takes, SignState.Waiting) is { Length: > 0 } shows ? Say("sign.whileWaiting", ("looks", shows)) : "",
                Untold(takes, SignState.Joined)),
            HoldSeconds = joins?.HoldSeconds ?? 0,
            Caution = ear.Receiver.Form == WearForm.HearingAids
                ? Say("pairEar.caution") : "",
            ListenerId = id,
        }.Showing(rig,
            [
                .. SignWords.Telling(receiver, takes, SignState.Joined),

                // One light for all slots tells of the first only.
                .. box is not null && earlier.Count == 0 ? SignWords.Telling(Things.Sender(route.Feed)!, box, SignState.Joined) : [],
            ]);
        if (ear is { Relay: { } relay, RelayJoint: null })
            yield return new Step
            {
                Id = $"relay-{id}",
                Phase = Phase.Pair,
                Place = Say("place.person", ("who", ear.Listener.Name)),
                Action = Say("relay.action", ("relay", relay.Name)),
                Caution = Wording.Sentences(Say("relay.caution"), relay.Cautions),
                Expect = route.ByTelecoil ? "" : Say("relay.expect"),
                ListenerId = id,
            };
        if (route.ByTelecoil)
            yield return LoopSteps.Telecoil(route, []);
    }

    // Who was switched off so that another could be paired comes on again once all have.
    private static Step? BackOn(Rig rig, List<Route> group)
    {
        if (group.Count < 2 || !FirstOff(group[0]) || group[^1] is not { } last || !last.AtEar.Takes.IsPaired())
            return null;
        var off = group[..^1];
        return new Step
        {
            Id = FirstBackId(last),
            Phase = Phase.Pair,
            Place = Named(off),
            Acts = [.. off.Select(r => new Act.Switch(Things.Receiver(r.AtEar), true)), new Act.Wait(PowerBackSteps.JoinSeconds)],
            Goal = new Goal.All([.. group.Select(r => new Goal.Joined(Things.Receiver(r.AtEar)))]),
            Action = Say("firstBack.action", ("others", Named(off))),
            ListenerId = last.AtEar.Listener.Id,
        }.Showing(rig, [.. off.SelectMany(r => SignWords.Telling(Things.Receiver(r.AtEar), r.AtEar.Takes, SignState.Joined))]);
    }

    /// <summary>The step after which everybody by one box is on again.</summary>
    internal static string FirstBackId(Route last) => $"first-back-{last.AtEar.Listener.Id}";

    /// <summary>True for a box that takes a second listener only while the first is off.</summary>
    internal static bool FirstOff(Route route) => route.Feed.Transmitter?.SecondListener != SecondListenerWay.FirstStaysOn;

    private static string Named(IEnumerable<Route> routes) => Wording.Listed(routes.Select(r => StepPlaces.Whose(r.AtEar.Listener, r.AtEar.Takes)));

    // What is read says something only once everybody has joined who will listen.
    private static IEnumerable<Step> ReadCodec(Rig rig, Route route)
    {
        var (ear, id, box, takes) = (route.AtEar, route.AtEar.Listener.Id, route.Feed.Transmitter, route.AtEar.Takes);
        var sendName = box?.Name ?? route.Site.Look.SourceOf(route.Feed.Socket)?.Name ?? Say("name.setHere");
        if (route.Sends is { Technology: LinkTechnology.BluetoothClassic } sends && (box?.CodecReadback.Length > 0 || takes.CodecReadback.Length > 0))
            yield return new Step
            {
                Id = $"codec-{id}",
                Phase = Phase.Pair,
                Place = box?.CodecReadback.Length > 0 ? StepPlaces.At(sendName) : StepPlaces.Whose(ear.Listener, takes),
                Goal = new Goal.CodecAsPlanned(id),
                Action = route.Several ? Say("codec.actionFor", ("who", ear.Listener.Name)) : Say("codec.action"),
                Detail = box?.CodecReadback.Length > 0 ? box.CodecReadback : takes.CodecReadback,
                Codecs = [.. sends.Codecs.Concat(sends.CodecsWithSeveral).Append(new Codec(CodecClass.Sbc, ""))
                    .DistinctBy(c => (c.Class, c.Mark.Trim().ToUpperInvariant()))],
                Why = Say("codec.why"),
                ListenerId = id,
            }.Showing(rig, new Sign.CodecShown(id));
    }

    // Those that the Bench knows by name: phones, tablets and sets that know what is worn.
    private static IEnumerable<string> Known(List<Route> routes) =>
        routes.Where(r => r.Rival is not null).Select(r => Things.Rival(r.AtEar.Listener));

    private static string Rivals(List<Route> routes) => Wording.Listed(routes.Select(r => r.Rival).OfType<string>().Distinct());

    // A window that only power opens is opened anew when it is needed: the one from first power-on has lapsed by then, or is about to.
    private static Act[] Opens(string thingId, Device device, Gesture? gesture) => gesture is not null ? [Act.Press.Of(thingId, gesture)]
        : device.PairingIsUnread() ? []
        : Behaviour.Of(device).HasPowerControl ? [new Act.Switch(thingId, true)] : [new Act.Rest(thingId, PowerBackSteps.RestSeconds)];

    private static string OpensWords(Device device, Gesture? gesture) => gesture is not null ? GestureWords.Of(device, gesture)
        : device.PairingIsUnread() ? Say("gesture.notRead", ("thing", device.Name))
        : Say(Behaviour.Of(device).HasPowerControl ? "gesture.on" : "gesture.powerRest", ("thing", device.Name), ("seconds", $"{PowerBackSteps.RestSeconds}"));

    private static string Started(Gesture? gesture) =>
        gesture is not null && GestureWords.Start(gesture) is { Length: > 0 } from ? Say("gesture.startFrom", ("from", from)) : "";

    // What nobody has read, or what looks the same as something else, is said to tell nothing.
    private static string Untold(Device device, SignState state) => SignWords.Tells(device, state).Any() ? ""
        : Say(device.Showing(state).Any() ? "sign.ambiguous" : "sign.notRead", ("thing", device.Name));
}
