using Nightfrost.Core.Acts;

namespace Nightfrost.Core.Bench;

/// <summary>A moment with a fault in it.</summary>
public static class FaultStates
{
    /// <summary>The same moment with a fault.</summary>
    public static BenchState With(this BenchState state, Fault fault) => Settling.Settle(fault switch
    {
        Fault.CapLeftOn cap => state with { Caps = state.Caps.Add(cap.EndId) },
        Fault.PlugOut plug => state with { Plugs = state.Plugs.Remove(plug.EndId) },
        Fault.ColoursCrossed colours => state with { Crossed = state.Crossed.Add(colours.EndId) },
        Fault.FellToSbc slow => state.With(slow.ReceiverId, t => t with { FellToSbc = true }),
        Fault.SpeakersBack back => state.WithSource(back.SourceId, s => s with { SpeakersOn = true, Muted = false, Volume = Volume.Usual }),
        Fault.SpeakersOff off => state.WithSource(off.SourceId, s => s with { SpeakersOn = false }),
        Fault.PlugHalfIn half => state with { HalfIn = state.HalfIn.Add(half.EndId) },
        Fault.DeadLead lead => state with { DeadLeads = state.DeadLeads.Add(lead.LeadId) },
        Fault.NoSupply supply => state.With(supply.ThingId, t => t with { FedFrom = null }),
        Fault.HubBetween hub => state.With(hub.ThingId, t => t with { BehindHub = true }),
        Fault.BarWoken woken => Waking.ByBox(state, woken.BarId, woken.BoxId),
        Fault.WeakPort weak => state.With(weak.ThingId, t => t with { IsStarved = true }),
        Fault.Hums hums => state.With(hums.ThingId, t => t with { Hums = true }),
        Fault.SwitchedOff off => state.With(off.ThingId, t => t with { SwitchedOn = false }),
        Fault.EmptyCell cell => state.With(cell.ThingId, t => t with { Charge = 0 }),
        Fault.OneAidOff one => state.With(one.ThingId, t => t with { Charge = 0 }),
        Fault.LockedUp locked => state.With(locked.ThingId, t => t with { LockedUp = true }),
        Fault.OnReceive receive => state.With(receive.ThingId, t => t with { Mode = BoxMode.Receive }),
        Fault.OnTransmit transmit => Pairing.Release(state.With(transmit.ThingId, t => t with { Mode = BoxMode.Transmit }), transmit.ThingId),
        Fault.OtherInput input => state.With(input.ThingId, t => t with { Input = null }),
        Fault.FormatBack format => state.WithSource(format.SourceId, s => s with { Format = MenuValues.Automatic }),
        Fault.OutputBack output => state.WithSource(output.SourceId, s => s with { Outputs = [] }),
        Fault.OtherDevice other => state.WithSource(other.SourceId, s => s with { Outputs = [] }),
        Fault.HeadphoneLevelLow level => state.WithSource(level.SourceId, s => s with { HeadphoneLevel = MenuValues.Low }),
        Fault.HeldBy held => Pairing.Take(state, held.ReceiverId, held.RivalId),
        Fault.TakenByStranger taken => Pairing.Release(state, taken.ReceiverId).With(taken.ReceiverId, t =>
            t with { TakesFrom = Things.Stranger, SeeksAtMs = null }),
        Fault.Forgotten pair => Pairing.Forget(state, pair.ReceiverId, pair.SenderId),
        Fault.TurnedDown down => state.Sources.ContainsKey(down.ThingId) ? state.WithSource(down.ThingId, s => s with { Volume = Volume.Down })
            : state.With(down.ThingId, t => t with { Volume = Volume.Down }),
        Fault.Muted muted => state.Sources.ContainsKey(muted.ThingId) ? state.WithSource(muted.ThingId, s => s with { Muted = true })
            : state.With(muted.ThingId, t => t with { Muted = true }),
        Fault.TakenOff worn => state.With(worn.ReceiverId, t => t with { Worn = false }),
        Fault.OnStandby off => state.WithSource(off.SourceId, s => s with { Standby = true }),
        Fault.Paused paused => state.WithSource(paused.SourceId, s => s with { Playing = false }),
        Fault.TooHot hot => state.WithSource(hot.SourceId, s => s with { TooHot = true }),
        _ => WithEar(state, fault),
    });

    private static BenchState WithEar(BenchState state, Fault fault) => fault switch
    {
        Fault.CrowdedAir crowded => state.With(crowded.SenderId, t => t with { Crowded = true }),
        Fault.ChannelShared shared => state.With(shared.SenderId, t => t with { ChannelShared = true }),
        Fault.TooFar far => Pairing.Lose(state.With(far.ReceiverId, t => t with { TooFar = true }), far.ReceiverId),
        Fault.TurnedAway away => state.With(away.SenderId, t => t with { Aimed = false }),
        Fault.LineBlocked blocked => state.With(blocked.ReceiverId, t => t with { LineBlocked = true }),
        Fault.OutOfPlace place => state.With(place.ThingId, t => t with { Worn = false }),
        Fault.DriveDown drive => state.With(drive.ThingId, t => t with { Volume = Volume.Down }),
        Fault.OnOrdinary ordinary => state.With(ordinary.ReceiverId, t => t with { Programme = AidProgramme.Ordinary }),
        Fault.OnTelecoil telecoil => state.With(telecoil.ReceiverId, t => t with { Programme = AidProgramme.Telecoil }),
        Fault.NotAsked asked => Doing.Carry(state, new Act.Streaming(asked.ThingId, false)),
        Fault.OtherNetwork network => Pairing.Release(state.With(network.ThingId, t => t with { InNetwork = false }), network.ThingId)
            .With(network.ThingId, t => t with { SeeksAtMs = null }),
        Fault.MateOut mate => Pairing.Release(state, mate.ThingId).With(mate.ThingId, t => t with { SeeksAtMs = null }),
        Fault.SidesSwapped sides => state.With(sides.ThingId, t => t with { SidesSwapped = true }),
        Fault.Strays strays => Pairing.Lose(state.With(strays.ThingId, t => t with { Strays = true }), strays.ThingId),
        Fault.ZoneOff zone => Menu(state, zone.SourceId, SourceMenu.ZonePower, MenuValues.Off),
        Fault.ZoneVolumeFree zone => Menu(state, zone.SourceId, SourceMenu.ZoneVolume, MenuValues.Variable),
        Fault.ZoneInputElsewhere zone => Menu(state, zone.SourceId, SourceMenu.ZoneInput, MenuValues.Other),
        Fault.LinkingOff linking => Menu(state, linking.SourceId, SourceMenu.Linking, MenuValues.Off),
        Fault.PlayerLow player => Menu(state, player.SourceId, SourceMenu.PlayerLevel, MenuValues.Low),
        Fault.SystemLow system => Menu(state, system.SourceId, SourceMenu.SystemLevel, MenuValues.Low),
        _ => state,
    };

    private static BenchState Menu(BenchState state, string sourceId, SourceMenu menu, string value) =>
        state.WithSource(sourceId, s => s with { Menus = s.Menus.SetItem(menu, value) });
}
