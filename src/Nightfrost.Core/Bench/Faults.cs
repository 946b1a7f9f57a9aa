using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Bench;

/// <summary>Faults that may befall a rig.</summary>
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
                if (site.Rig.Feeds.Any(f => f.Socket.Id == way.Route.Feed.Socket.Id
                    && site.Rig.PowerOf(f, site.Things[id].Device!)?.UsbSocketId is not null))
                {
                    yield return new Fault.WeakPort(id);
                    if (Settling.IsTooMuchForHub(site.Things[id]))
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

        if (Negotiation.Between(first.Sends, first.Takes, way.Route.Several) is { Codec.Class: not CodecClass.Sbc })
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
}
