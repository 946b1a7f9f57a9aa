using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>Joining one receiver to what sends to it, each link and device in its own way.</summary>
internal static class JoinSteps
{
    /// <summary>Joins one listener's receiver.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="route">The listener's route.</param>
    /// <param name="earlier">Routes by the same box that are joined before.</param>
    public static IEnumerable<Step> For(Rig rig, Route route, List<Route> earlier)
    {
        var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
        var (box, takes, taker, takers) = (route.Feed.Transmitter, ear.Takes, Things.Taker(ear), Things.Takers(ear));
        var sendName = box?.Name ?? route.Site.Look.SourceOf(route.Feed.Socket)?.Name ?? Say("name.setHere");
        List<string> charged = [.. new[] { ear.Relay, ear.Receiver }.OfType<Device>().Where(d => d.Power.ChargeHours > 0).DistinctBy(d => d.Id)
            .Select(d => BeforeSteps.ChargedId(route, d))];
        var own = route.Sends!.Technology switch
        {
            LinkTechnology.InductionLoop => LoopSteps.For(route, charged),
            LinkTechnology.LeAudioBroadcast => BroadcastSteps.Choose(rig, route, charged),
            LinkTechnology.WiFiApp => PhoneSteps.Relay(route, charged),
            LinkTechnology.PlatformSpeakers => BuiltInSteps.Platform(rig, route),
            _ => takes.IsPaired() ? null : ByItself(rig, route, charged),
        };
        foreach (var step in SpeakerSteps.AsPair(rig, route, charged).Concat(own ?? []))
            yield return step;
        if (own is not null)
            yield break;

        var second = earlier.Count > 0 ? box?.GestureFor(GestureDoes.OpensSecondPairing) : null;
        var opens = second ?? box?.GestureFor(GestureDoes.OpensPairing);
        var firstOff = PairSteps.FirstOff(route);
        if (earlier.Count > 0)
        {
            // Those before stay off until all have joined.
            List<Route> seenTo = firstOff ? [earlier[^1]] : earlier;
            var (others, pulled) = (PairSteps.Named(seenTo), firstOff && !PairSteps.IsSwitched(earlier[^1]));
            yield return new Step
            {
                Id = $"second-{id}",
                Phase = Phase.Pair,
                Place = others,
                Acts = firstOff ? [.. PairSteps.Off(earlier[^1])] : [],
                Goal = new Goal.All([.. seenTo.Select(r => Things.Taker(r.AtEar))
                    .Select(first => firstOff ? (Goal)new Goal.IsOff(first) : new Goal.Joined(first))]),
                Action = Say(pulled ? "second.actionPull" : firstOff ? "second.actionOff" : "second.actionStays", ("others", others)),
                Detail = Say("second.detail"),
                Why = Say(firstOff ? "second.whyOff" : "second.whyStays"),
                ListenerId = id,
            }.Showing(rig, firstOff ? [] : [.. seenTo.SelectMany(r => SignWords.Standing(Things.Taker(r.AtEar), r.AtEar.Takes, SignState.Joined))]);
        }

        var joins = takes.GestureFor(GestureDoes.OpensPairing);
        yield return new Step
        {
            Id = $"near-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.At(sendName),
            Acts = [.. Near(ear).SelectMany(each => AidSteps.OpensLid(takes) ? new Act[] { new Act.Bring(each, Place.AtSet), new Act.Switch(each, false) }
                : [new Act.Bring(each, Place.AtSet)])],
            Goal = new Goal.At(taker, Place.AtSet),
            Action = Say("near.action", ("worn", takes.Name), ("thing", sendName)),
            Ticks = [.. NearTicks(takes, joins), .. (box?.GestureFor(GestureDoes.Transmits) is not null ? new[] { Say("near.transmits") } : []),
                .. box is not null && Behaviour.Of(box).PairsFromOff ? Array.Empty<string>() : [Say("near.power", ("thing", sendName))]],
            Why = Say("because.near-before-pairing"),
            Needs = charged,
            ListenerId = id,
        };
        foreach (var step in SpeakerSteps.AtTheSet(rig, route))
            yield return step;
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
            yield return BuiltInSteps.Search(rig, route, sendName);

        // What pairs from on, and nobody has switched on yet.
        var onFirst = joins is { From: PowerFrom.On } && Behaviour.Of(takes).HasPowerControl;
        yield return new Step
        {
            Id = $"pair-ear-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(ear.Listener, takes),
            Acts = [.. takers.SelectMany(each => onFirst ? [new Act.Switch(each, true), .. Opens(each, takes, joins)] : Opens(each, takes, joins))],
            Goal = new Goal.Joined(taker),
            Action = OpensWords(takes, joins),
            Detail = Wording.Sentences(onFirst ? Say("gesture.onFirst", ("thing", takes.Name)) : "", AidSteps.OpensLid(takes) ? "" : Started(joins),
                GestureWords.Window(takes, "window.ear"),
                GestureWords.Shows(takes, SignState.Waiting) is { Length: > 0 } shows ? Say("sign.whileWaiting", ("looks", shows)) : "",
                Untold(takes, SignState.Joined)),
            HoldSeconds = joins?.HoldSeconds ?? 0,
            Caution = ear.Receiver.Form == WearForm.HearingAids
                ? Say("pairEar.caution") : "",
            ListenerId = id,
        }.Showing(rig,
            [
                .. SignWords.Joined(route),

                // One light for all slots tells of the first only.
                .. box is not null && earlier.Count == 0 ? SignWords.Telling(Things.Sender(route.Feed)!, box, SignState.Joined) : [],
            ]);
        if (box is null && BuiltInSteps.Answer(route) is { } answer)
            yield return answer;
        foreach (var step in SpeakerSteps.Carry(rig, route).Concat(AidSteps.AfterPairing(rig, route)))
            yield return step;
    }

    // Units of one system join once both have power; what sees infrared needs not even that.
    private static IEnumerable<Step> ByItself(Rig rig, Route route, IReadOnlyList<string> charged)
    {
        var (ear, id, taker) = (route.AtEar, route.AtEar.Listener.Id, Things.Taker(route.AtEar));
        foreach (var step in InfraredSteps.Aim(rig, route))
            yield return step;
        var stays = SpeakerSteps.HangsOnMains(ear.Takes) || route.Sends!.IsOpen;
        yield return new Step
        {
            Id = $"joined-{id}",
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(ear.Listener, ear.Takes),
            Acts = [.. stays ? Array.Empty<Act>() : [new Act.Bring(taker, Place.AtSet)], new Act.Switch(taker, true), new Act.Wait(PowerBackSteps.JoinSeconds)],
            Goal = new Goal.Joined(taker),
            Action = Say("joined.action", ("worn", ear.Takes.Name)),
            Detail = Say(route.Sends!.IsInfrared ? "joined.detailInfrared" : "joined.detail"),
            Needs = charged,
            ListenerId = id,
        }.Showing(rig, new Sign.AtReceiver(id));
        foreach (var step in AidSteps.AfterPairing(rig, route))
            yield return step;
    }

    // Of two that are joined both come along.
    private static IReadOnlyList<string> Near(Ear ear) => ear.Relay is null ? Things.Pieces(ear) : [Things.Taker(ear)];

    private static IEnumerable<string> NearTicks(Device takes, Gesture? joins)
    {
        if (takes.Power.ChargeHours > 0 || takes.Form == WearForm.HearingAids)
            yield return Say(takes.Power.ChargeHours > 0 ? "near.charged" : "near.cells", ("worn", takes.Name));
        if (AidSteps.OpensLid(takes) && joins!.StartsFrom.Length > 0)
            yield return Wording.Capital(joins.StartsFrom);
    }

    // A window that only power opens is opened anew when it is needed: the one from first power-on has lapsed by then, or is about to.
    internal static Act[] Opens(string thingId, Device device, Gesture? gesture) => gesture is not null ? [Act.Press.Of(thingId, gesture)]
        : device.PairingIsUnread() ? []
        : Behaviour.Of(device).HasPowerControl ? [new Act.Switch(thingId, true)] : [new Act.Rest(thingId, PowerBackSteps.RestSeconds)];

    internal static string OpensWords(Device device, Gesture? gesture) => gesture is not null ? GestureWords.Of(device, gesture)
        : device.PairingIsUnread() ? Say("gesture.notRead", ("thing", device.Name))
        : Say(Behaviour.Of(device).HasPowerControl ? "gesture.on" : "gesture.powerRest", ("thing", device.Name), ("seconds", $"{PowerBackSteps.RestSeconds}"));

    private static string Started(Gesture? gesture) =>
        gesture is not null && GestureWords.Start(gesture) is { Length: > 0 } from ? Say("gesture.startFrom", ("from", from)) : "";

    // What nobody has read, or what looks the same as something else, is said to tell nothing.
    private static string Untold(Device device, SignState state) => SignWords.Tells(device, state).Any() ? ""
        : Say(device.Showing(state).Any() ? "sign.ambiguous" : "sign.notRead", ("thing", device.Name));
}
