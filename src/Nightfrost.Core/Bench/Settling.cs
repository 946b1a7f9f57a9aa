using Nightfrost.Core.Acts;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What follows from a change by itself: power that comes or goes, windows that lapse, partners that are sought.</summary>
internal static class Settling
{
    // Each round may wake one thing more: there are never as many rounds as things.
    private const int MostRounds = 50;

    /// <summary>Settles what is derived, in bounded rounds.</summary>
    public static BenchState Settle(BenchState state)
    {
        for (var round = 0; round < MostRounds; round++)
        {
            var before = state;
            foreach (var (id, what) in state.Site.Things)
            {
                if (what.Behaviour is null)
                    continue;
                var on = IsOn(state, what, state.Things[id]);
                if (on == state.Things[id].IsOn)
                    continue;
                state = state.With(id, t => t with { IsOn = on });
                state = on ? Pairing.Woke(state, id) : Pairing.Slept(state, id);
            }

            state = Pairing.JoinWaiting(state);
            if (ReferenceEquals(before, state))
                break;
        }

        return Waking.Watch(WatchIdle(state));
    }

    // What has neither sound nor anything to wait for counts the minutes until it switches itself off.
    private static BenchState WatchIdle(BenchState state)
    {
        foreach (var (id, what) in state.Site.Things)
        {
            if (what.Behaviour is not { HasPowerControl: true } || IdleMinutes(state, what) is not (> 0 and var minutes))
                continue;
            var thing = state.Things[id];
            var counts = thing is { IsOn: true, WaitsUntilMs: null } && !Signs.HasSound(state, id);
            if (counts != thing.IdleOffAtMs is not null)
                state = state.With(id, t => t with { IdleOffAtMs = counts ? state.NowMs + minutes * 60_000L : null });
        }

        return state;
    }

    private static int IdleMinutes(BenchState state, BenchThing what) =>
        what.Device!.Automatic.IdleOffMinutes ?? (what.Device.Links.Count > 0 ? state.Site.Truths.UnreadIdleMinutes : 0);

    /// <summary>When something next happens by itself, ms; null for never.</summary>
    public static long? NextDueMs(BenchState state)
    {
        long? next = null;
        foreach (var thing in state.Things.Values)
        {
            foreach (var due in (ReadOnlySpan<long?>)[thing.WaitsUntilMs, thing.SeeksAtMs, thing.IdleOffAtMs, thing.WakesOthersAtMs])
            {
                if (due is { } at and < long.MaxValue && !(at >= next))
                    next = at;
            }
        }

        return next;
    }

    /// <summary>Carries out what is due at this moment.</summary>
    public static BenchState Fall(BenchState state)
    {
        foreach (var (id, thing) in state.Things)
        {
            if (thing.WaitsUntilMs <= state.NowMs)
                state = state.With(id, t => t with { WaitsUntilMs = null })
                    .Say(Wording.Sentence(Say("bench.stopsWaiting", ("thing", state.Site.NameOf(id)))),
                        wentWrong: !state.Site.Things[id].Device!.OpensByItself());
            if (state.Things[id].SeeksAtMs <= state.NowMs)
                state = Pairing.Seek(state, id);
            if (state.Things[id].WakesOthersAtMs <= state.NowMs)
                state = Waking.Wake(state, id);
            if (state.Things[id].IdleOffAtMs <= state.NowMs)
                state = state.With(id, t => t with { IdleOffAtMs = null, SwitchedOn = false })
                    .Say(Wording.Sentence(Say("bench.idleOff", ("thing", state.Site.NameOf(id)))), wentWrong: true);
        }

        return Settle(state);
    }

    /// <summary>True when electricity is there for it, from a supply or its own cell.</summary>
    public static bool HasPower(BenchState state, string thingId, ThingState thing)
    {
        var behaviour = state.Site.Things[thingId].Behaviour!;
        return behaviour.IsPassive || thing.Charge > 0 || IsFedByTap(state, thingId)
            || (IsFed(state, thing) && !thing.IsStarved && !(thing.BehindHub && IsTooMuchForHub(state.Site.Things[thingId])));
    }

    /// <summary>True for what asks for more than a hub without a supply of its own gives.</summary>
    internal static bool IsTooMuchForHub(BenchThing what) => what.Device!.Power.UsbDrawMa > HubPortMa;

    /// <summary>What a hub without a supply of its own gives each socket, mA (USB 2.0, one unit load).</summary>
    internal const int HubPortMa = 100;

    // A stub in a USB socket lives on what it takes its sound from.
    private static bool IsFedByTap(BenchState state, string thingId) => state.Site.Ears.Any(way => way.Sender?.Id == thingId && way.Route.Feed.FedByTap
        && way.Stretches.All(s => Listening.IsIn(state, s.Lead)) && (way.SourceId == SoundSource.Television
            ? Gives(state, Things.Socket(way.Route.Feed.Socket)) : !state.Sources[way.SourceId].Standby));

    /// <summary>True when something outside feeds it now.</summary>
    public static bool IsFed(BenchState state, ThingState thing) => thing.FedFrom is { } from && Gives(state, from);

    private static bool IsOn(BenchState state, BenchThing what, ThingState thing) => what.SourceId is { } source ? !state.Sources[source].Standby
        : HasPower(state, what.Id, thing) && (!what.Behaviour!.HasPowerControl || thing.SwitchedOn)
            && (thing.SwitchedOn || !what.Behaviour.HasBattery || thing.FedFrom is not null || what.Behaviour.IsPassive);

    private static bool Gives(BenchState state, string from) => from is Things.Mains or Things.OtherSupply
        || (state.Site.Look.Set.Sockets.Any(s => s.IsThere && Things.Socket(s) == from && SocketKinds.Of(s.Kind).GivesPower)
            && !(state.Sources[SoundSource.Television].Standby && state.Site.Truths.UsbOffInStandby.Contains(from)));
}
