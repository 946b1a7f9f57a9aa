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

    /// <summary>A lead is broken inside, or bent too far: it looks as it should.</summary>
    public sealed record DeadLead(string LeadId) : Fault;

    /// <summary>The USB port it hangs on gives nothing, or too little, though its plug is in.</summary>
    public sealed record WeakPort(string ThingId) : Fault;

    /// <summary>A hub without a supply of its own stands between it and its USB port.</summary>
    public sealed record HubBetween(string ThingId) : Fault;

    /// <summary>A box that looks for its partner has woken a bar, which listens to it now.</summary>
    public sealed record BarWoken(string BarId, string BoxId) : Fault;

    /// <summary>Runs on, and hums with its supply.</summary>
    public sealed record Hums(string ThingId) : Fault;

    public sealed record OnReceive(string ThingId) : Fault;

    /// <summary>A receiver box stands on transmit.</summary>
    public sealed record OnTransmit(string ThingId) : Fault;

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

    /// <summary>A key has stopped the programme.</summary>
    public sealed record Paused(string SourceId) : Fault;

    /// <summary>What is driven is driven too hard.</summary>
    public sealed record TooHot(string SourceId) : Fault;

    /// <summary>Somebody else's box or set has taken the receiver.</summary>
    public sealed record TakenByStranger(string ReceiverId) : Fault;

    /// <summary>A router, an LED strip, a watch: the air beside the box is full.</summary>
    public sealed record CrowdedAir(string SenderId) : Fault;

    /// <summary>Another box sends on its channel.</summary>
    public sealed record ChannelShared(string SenderId) : Fault;

    /// <summary>Carried to where the link does not reach.</summary>
    public sealed record TooFar(string ReceiverId) : Fault;

    /// <summary>An emitter was turned, or put behind something.</summary>
    public sealed record TurnedAway(string SenderId) : Fault;

    /// <summary>Somebody or something stands in the line, or the sun falls into it.</summary>
    public sealed record LineBlocked(string ReceiverId) : Fault;

    /// <summary>The loop lies elsewhere, or the relay hangs on its hook.</summary>
    public sealed record OutOfPlace(string ThingId) : Fault;

    /// <summary>The drive of a loop is down.</summary>
    public sealed record DriveDown(string ThingId) : Fault;

    /// <summary>Aids were left on their ordinary programme.</summary>
    public sealed record OnOrdinary(string ReceiverId) : Fault;

    /// <summary>Aids were left on T.</summary>
    public sealed record OnTelecoil(string ReceiverId) : Fault;

    /// <summary>One of two aids is empty or shut away.</summary>
    public sealed record OneAidOff(string ThingId) : Fault;

    /// <summary>Nobody has asked it to stream.</summary>
    public sealed record NotAsked(string ThingId) : Fault;

    /// <summary>Another network than the one that it plays from.</summary>
    public sealed record OtherNetwork(string ThingId) : Fault;

    /// <summary>The second of two speakers has left the pair.</summary>
    public sealed record MateOut(string ThingId) : Fault;

    /// <summary>Left stands right.</summary>
    public sealed record SidesSwapped(string ThingId) : Fault;

    /// <summary>A wrong press: it plays its radio, a card or its cable.</summary>
    public sealed record Strays(string ThingId) : Fault;

    public sealed record ZoneOff(string SourceId) : Fault;

    public sealed record ZoneVolumeFree(string SourceId) : Fault;

    public sealed record ZoneInputElsewhere(string SourceId) : Fault;

    /// <summary>HDMI linking was switched off.</summary>
    public sealed record LinkingOff(string SourceId) : Fault;

    /// <summary>A computer plays on another device than was chosen.</summary>
    public sealed record OtherDevice(string SourceId) : Fault;

    public sealed record PlayerLow(string SourceId) : Fault;

    public sealed record SystemLow(string SourceId) : Fault;
}
