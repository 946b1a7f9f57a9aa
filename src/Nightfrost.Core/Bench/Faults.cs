using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Bench;

/// <summary>Faults that may befall a rig, and the site with one of them.</summary>
public static class Faults
{
    /// <summary>Every fault that may stop the sound on the way to one listener.</summary>
    public static IEnumerable<Fault> Of(BenchSite site, EarWay way) => ((IEnumerable<Fault>)
        [.. Leads(way), .. Boxes(site, way), .. Ears(way), .. AcrossTheAir(way), .. Sources(site, way)]).Distinct();

    /// <summary>Every fault by which a room hears otherwise than it is to.</summary>
    public static IEnumerable<Fault> OfRoom(BenchSite site)
    {
        var (rig, player) = (site.Rig, site.RoomPlayerId);
        if (site.Room is { Speakers: { Id: var id, Behaviour: { } behaviour } } room)
        {
            yield return new Fault.PlugOut(room.Stretches[^1].Lead.NearEnd);
            yield return new Fault.TurnedDown(id);
            yield return new Fault.Muted(id);
            if (behaviour.TakesSupply)
                yield return new Fault.NoSupply(id);
            foreach (var box in site.Things.Values.Where(t => t.Device is { DisturbsWhenIdle: true } && Waking.Woken(site, t.Id).Any(bar => bar.Id == id)))
                yield return new Fault.BarWoken(id, box.Id);
        }
        else if (rig.Site.RoomHears is not null)
        {
            yield return new Fault.TurnedDown(player);
            yield return new Fault.Muted(player);
            if (player == SoundSource.Television)
                yield return new Fault.SpeakersOff(player);
        }
        else if (rig.Silencing is Silencing.ByMenu or Silencing.ByMute && player == SoundSource.Television)
        {
            yield return new Fault.SpeakersBack(player);
        }
    }

    private static IEnumerable<Fault> Leads(EarWay way)
    {
        foreach (var stretch in way.AtSpeaker is { } last ? way.Stretches.Append(last) : way.Stretches)
        {
            yield return new Fault.DeadLead(stretch.Lead.Id);
            foreach (var end in new[] { stretch.Lead.NearEnd, stretch.Lead.FarEnd }.Where((_, i) => i == 0 || !stretch.Lead.FarFixed))
            {
                yield return new Fault.PlugOut(end);
                if (!stretch.Lead.HasCaps && way.Stretches.Contains(stretch) && Listening.IsAnalogue(way, stretch))
                    yield return new Fault.PlugHalfIn(end);
                if (IsStereo(way) && way.Stretches.Contains(stretch) && ConnectorAt(way, stretch, end) == Connector.PhonoPair)
                    yield return new Fault.ColoursCrossed(end);
                if (stretch.Lead.HasCaps)
                    yield return new Fault.CapLeftOn(end);
            }
        }
    }

    // Who hears left and right apart; what sums them, or sends one, hides it.
    private static bool IsStereo(EarWay way) => way.Route.AtEar.Listener.Ears == HearingEars.Both && way.Route.Devices.All(d => !d.MonoSum)
        && (way.Pieces.Count > 1 || way.Receiver.Device!.Form is WearForm.OverEar or WearForm.Earbuds) && way.Receiver.Device!.Form != WearForm.HearingAids;

    private static Connector ConnectorAt(EarWay way, Stretch stretch, string end) =>
        way.Route.Feed.Joints[way.Stretches.ToList().IndexOf(stretch)] is var joint && end == stretch.Lead.NearEnd ? joint.From : joint.To;

    private static IEnumerable<Fault> Boxes(BenchSite site, EarWay way)
    {
        foreach (var (id, behaviour) in way.Stretches.Select(s => s.Into).Where(t => t.Id != way.Receiver.Id && t.Behaviour is { IsPassive: false })
            .Select(t => (t.Id, t.Behaviour!)))
        {
            if (behaviour is { TakesSupply: true, HasBattery: false })
            {
                yield return new Fault.NoSupply(id);
                if (site.Rig.Power.Any(p => p.DeviceId == site.Things[id].Device!.Id && p.UsbSocketId is not null))
                {
                    yield return new Fault.WeakPort(id);
                    if (site.Things[id].Device!.Power.UsbDrawMa > Settling.HubPortMa)
                        yield return new Fault.HubBetween(id);
                }
            }

            if (behaviour.HasPowerControl)
                yield return new Fault.SwitchedOff(id);
            if (behaviour is { HasBattery: true, TakesSupply: false })
                yield return new Fault.EmptyCell(id);
            if (behaviour.TakesSupply || behaviour.HasBattery)
                yield return new Fault.LockedUp(id);
            if (behaviour.StartsOnReceive)
                yield return new Fault.OnReceive(id);
            if (behaviour.InputByHand)
                yield return new Fault.OtherInput(id);
        }
    }

    private static IEnumerable<Fault> Ears(EarWay way)
    {
        foreach (var thing in way.Beyond.Where(t => t.Behaviour is { IsPassive: false } && (t.Id == way.Taker.Id || t.Id == way.Receiver.Id)))
        {
            if (thing.Behaviour!.HasPowerControl)
                yield return new Fault.SwitchedOff(thing.Id);
            yield return SpeakersBy(thing) ? new Fault.NoSupply(thing.Id) : new Fault.EmptyCell(thing.Id);
            if (thing.Id == way.Taker.Id && way.AtSpeaker is not null && thing.Behaviour.StartsOnReceive)
                yield return new Fault.OnTransmit(thing.Id);
        }

        if (way.Route.Devices.Any(d => d.OwnVolume))
            yield return new Fault.TurnedDown(Things.Volume(way.Route.AtEar));
        yield return new Fault.TakenOff(way.Receiver.Id);
        if (way.Route.AtEar.EachTakes)
            yield return new Fault.OneAidOff(way.Pieces[1].Id);
        if (way.Route.AtEar.Pieces > 1)
        {
            yield return new Fault.MateOut(way.Pieces[1].Id);
            yield return new Fault.SidesSwapped(way.Receiver.Id);
            if (way.Receiver.Device!.StrayModes.Length > 0)
                yield return new Fault.Strays(way.Receiver.Id);
        }
    }

    private static bool SpeakersBy(BenchThing thing) => thing.Behaviour is { TakesSupply: true, HasBattery: false };

    private static IEnumerable<Fault> AcrossTheAir(EarWay way)
    {
        foreach (var hop in way.Hops)
        {
            if (hop.Kind == HopKind.Paired)
                yield return new Fault.Forgotten(hop.To.Id, hop.From.Id);
            if (hop.Sends.IsInfrared)
            {
                yield return new Fault.TurnedAway(hop.From.Id);
                yield return new Fault.LineBlocked(hop.To.Id);
            }

            if (hop.Sends.Technology == LinkTechnology.InductionLoop || hop.OnBody)
                yield return new Fault.OutOfPlace(hop.From.Id);
            if (hop.From.IsLoop)
                yield return new Fault.DriveDown(hop.From.Id);
            if (hop.To.Device!.Form == WearForm.HearingAids)
                yield return hop.Sends.Technology == LinkTechnology.InductionLoop || !hop.OnBody ? new Fault.OnOrdinary(hop.To.Id)
                    : new Fault.OnTelecoil(hop.To.Id);
            if (hop.To.Device.Form == WearForm.HearingAids && hop.Sends.Technology == LinkTechnology.AidRadio)
                yield return new Fault.OnTelecoil(hop.To.Id);
            if (Air.Asked(hop) is { } asked)
                yield return new Fault.NotAsked(asked.Id);
            if (hop.Sends.Technology == LinkTechnology.WiFiApp)
                yield return new Fault.OtherNetwork(hop.To.Id);
        }

        if (way.Hops is not [var first, ..])
            yield break;
        if (first.Sends is { IsInfrared: false, Technology: not LinkTechnology.InductionLoop })
        {
            yield return new Fault.TooFar(way.Taker.Id);
            yield return first.Sends.KeepsChannel ? new Fault.ChannelShared(first.From.Id) : new Fault.CrowdedAir(first.From.Id);
        }

        if (Negotiation.Between(first.Sends, first.Takes, way.Route.Several) is { Codec.Class: not CodecClass.Sbc } && first.Sends.IsBluetooth)
            yield return new Fault.FellToSbc(way.Taker.Id);
        if (way.RivalId is { } rival && first.Sends.IsBluetooth)
            yield return new Fault.HeldBy(way.Taker.Id, rival);
        if (first.Sends is { IsBluetooth: true } && first.Kind == HopKind.Paired)
            yield return new Fault.TakenByStranger(way.Taker.Id);
    }

    private static IEnumerable<Fault> Sources(BenchSite site, EarWay way)
    {
        var (socket, facts) = (way.Route.Feed.Socket, SocketKinds.Of(way.Route.Feed.Socket.Kind));
        yield return new Fault.OnStandby(way.SourceId);
        yield return new Fault.Paused(way.SourceId);
        if (SocketReading.FixedLevel(socket) == false)
        {
            yield return new Fault.TurnedDown(way.SourceId);
            yield return new Fault.Muted(way.SourceId);
        }

        if (SocketReading.MayBeCoded(socket) && way.Stretches.Any(s => !Listening.CanDecode(s.Into, s.Lead)))
            yield return new Fault.FormatBack(way.SourceId);
        if (way.SourceId == SoundSource.Television && (facts.IsRadio ? socket.Kind != SocketKind.AppStream : !facts.SilencesSpeakers))
            yield return new Fault.OutputBack(way.SourceId);
        if (way.SourceId == SoundSource.Television && facts is { SilencesSpeakers: true, IsRadio: false })
            yield return new Fault.HeadphoneLevelLow(way.SourceId);
        if (RouteLevels.Of(way.Route) is { Clips: not null })
            yield return new Fault.TooHot(way.SourceId);
        if (way.Stretches.FirstOrDefault(s => s.Into.Behaviour is { TakesSupply: true, HasBattery: false } && Listening.IsAnalogue(way, s)) is { } fed)
            yield return new Fault.Hums(fed.Into.Id);
        if (socket.Kind == SocketKind.SecondZone)
        {
            yield return new Fault.ZoneOff(way.SourceId);
            yield return new Fault.ZoneVolumeFree(way.SourceId);
            yield return new Fault.ZoneInputElsewhere(way.SourceId);
        }

        if (socket.Kind == SocketKind.HdmiReturn)
            yield return new Fault.LinkingOff(way.SourceId);
        if (site.Look.SourceOf(socket) is { Kind: SourceKind.Computer })
        {
            yield return new Fault.OtherDevice(way.SourceId);
            yield return new Fault.PlayerLow(way.SourceId);
            yield return new Fault.SystemLow(way.SourceId);
        }
    }

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
