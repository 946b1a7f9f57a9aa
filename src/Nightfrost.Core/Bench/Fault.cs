using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Bench;

/// <summary>Something that is not as it should be: a changed state, never a scripted answer.</summary>
public abstract record Fault
{
    private Fault()
    {
    }

    public sealed record CapLeftOn(string EndId) : Fault;

    public sealed record PlugOut(string EndId) : Fault;

    /// <summary>An analogue plug is in, but not all the way.</summary>
    public sealed record PlugHalfIn(string EndId) : Fault;

    /// <summary>Its supply or power lead is out.</summary>
    public sealed record NoSupply(string ThingId) : Fault;

    public sealed record SwitchedOff(string ThingId) : Fault;

    public sealed record EmptyCell(string ThingId) : Fault;

    /// <summary>Lit, and deaf to everything until it has been without power.</summary>
    public sealed record LockedUp(string ThingId) : Fault;

    public sealed record OnReceive(string ThingId) : Fault;

    public sealed record OtherInput(string ThingId) : Fault;

    /// <summary>An update of the set has put its digital format back.</summary>
    public sealed record FormatBack(string SourceId) : Fault;

    /// <summary>An update of the set has put its sound output back to its own speakers.</summary>
    public sealed record OutputBack(string SourceId) : Fault;

    public sealed record HeadphoneLevelLow(string SourceId) : Fault;

    /// <summary>A phone, tablet or other set has taken the receiver.</summary>
    public sealed record HeldBy(string ReceiverId, string RivalId) : Fault;

    /// <summary>Box and receiver do not know each other any more.</summary>
    public sealed record Forgotten(string ReceiverId, string SenderId) : Fault;

    public sealed record TurnedDown(string ThingId) : Fault;

    public sealed record Muted(string ThingId) : Fault;

    public sealed record TakenOff(string ReceiverId) : Fault;

    public sealed record OnStandby(string SourceId) : Fault;
}

/// <summary>Faults that may befall a rig, and the site with one of them.</summary>
public static class Faults
{
    /// <summary>Every fault that may stop the sound on the way to one listener.</summary>
    public static IEnumerable<Fault> Of(BenchSite site, EarWay way)
    {
        var socket = way.Route.Feed.Socket;
        foreach (var stretch in way.Stretches)
        {
            foreach (var end in new[] { stretch.Lead.NearEnd, stretch.Lead.FarEnd }.Where((_, i) => i == 0 || !stretch.Lead.FarFixed))
            {
                yield return new Fault.PlugOut(end);
                if (!stretch.Lead.HasCaps && Listening.CarriesSides(way, stretch))
                    yield return new Fault.PlugHalfIn(end);
                if (stretch.Lead.HasCaps)
                    yield return new Fault.CapLeftOn(end);
            }

            if (stretch.Into is not { Id: var id, Behaviour: { IsPassive: false } behaviour } || id == way.Receiver.Id)
                continue;
            if (behaviour.TakesSupply && !behaviour.HasBattery)
                yield return new Fault.NoSupply(id);
            if (behaviour.HasPowerControl)
                yield return new Fault.SwitchedOff(id);
            if (behaviour is { HasBattery: true, TakesSupply: false })
                yield return new Fault.EmptyCell(id);
            yield return new Fault.LockedUp(id);
            if (behaviour.StartsOnReceive)
                yield return new Fault.OnReceive(id);
            if (behaviour.InputByHand)
                yield return new Fault.OtherInput(id);
        }

        if (way.Receiver.Behaviour is { IsPassive: false } worn)
        {
            if (worn.HasPowerControl)
                yield return new Fault.SwitchedOff(way.Receiver.Id);
            yield return new Fault.EmptyCell(way.Receiver.Id);
        }

        foreach (var hop in way.Hops.Where(h => h.Kind == HopKind.Paired))
            yield return new Fault.Forgotten(hop.To.Id, hop.From.Id);
        if (way.RivalId is { } rival)
            yield return new Fault.HeldBy(way.Taker.Id, rival);
        if (way.Route.Devices.Any(d => d.OwnVolume))
            yield return new Fault.TurnedDown(way.Receiver.Id);
        yield return new Fault.TakenOff(way.Receiver.Id);
        yield return new Fault.OnStandby(way.SourceId);
        if (SocketReading.FixedLevel(socket) == false)
        {
            yield return new Fault.TurnedDown(way.SourceId);
            yield return new Fault.Muted(way.SourceId);
        }

        if (SocketKinds.Of(socket.Kind).Signals.Contains(Signal.SpdifPcm) && way.Stretches.Any(s => !Listening.CanDecode(s.Into, s.Lead)))
            yield return new Fault.FormatBack(way.SourceId);
        if (way.SourceId == SoundSource.Television && !SocketKinds.Of(socket.Kind).SilencesSpeakers)
            yield return new Fault.OutputBack(way.SourceId);
        if (way.SourceId == SoundSource.Television && SocketKinds.Of(socket.Kind).SilencesSpeakers)
            yield return new Fault.HeadphoneLevelLow(way.SourceId);
    }

    /// <summary>The same moment with a fault.</summary>
    public static BenchState With(this BenchState state, Fault fault) => Settling.Settle(fault switch
    {
        Fault.CapLeftOn cap => state with { Caps = state.Caps.Add(cap.EndId) },
        Fault.PlugOut plug => state with { Plugs = state.Plugs.Remove(plug.EndId) },
        Fault.PlugHalfIn half => state with { HalfIn = state.HalfIn.Add(half.EndId) },
        Fault.NoSupply supply => state.With(supply.ThingId, t => t with { FedFrom = null }),
        Fault.SwitchedOff off => state.With(off.ThingId, t => t with { SwitchedOn = false }),
        Fault.EmptyCell cell => state.With(cell.ThingId, t => t with { Charge = 0 }),
        Fault.LockedUp locked => state.With(locked.ThingId, t => t with { LockedUp = true }),
        Fault.OnReceive receive => state.With(receive.ThingId, t => t with { Mode = BoxMode.Receive }),
        Fault.OtherInput input => state.With(input.ThingId, t => t with { Input = null }),
        Fault.FormatBack format => state.WithSource(format.SourceId, s => s with { Format = MenuValues.Automatic }),
        Fault.OutputBack output => state.WithSource(output.SourceId, s => s with { Outputs = [] }),
        Fault.HeadphoneLevelLow level => state.WithSource(level.SourceId, s => s with { HeadphoneLevel = MenuValues.Low }),
        Fault.HeldBy held => Pairing.Take(state, held.ReceiverId, held.RivalId),
        Fault.Forgotten pair => Pairing.Forget(state, pair.ReceiverId, pair.SenderId),
        Fault.TurnedDown down => state.Sources.ContainsKey(down.ThingId) ? state.WithSource(down.ThingId, s => s with { Volume = Volume.Down })
            : state.With(down.ThingId, t => t with { Volume = Volume.Down }),
        Fault.Muted muted => state.Sources.ContainsKey(muted.ThingId) ? state.WithSource(muted.ThingId, s => s with { Muted = true })
            : state.With(muted.ThingId, t => t with { Muted = true }),
        Fault.TakenOff worn => state.With(worn.ReceiverId, t => t with { Worn = false }),
        _ => state.WithSource(((Fault.OnStandby)fault).SourceId, s => s with { Standby = true }),
    });
}
