namespace Nightfrost.Core.Bench;

/// <summary>Something that is not as it should be: a changed state, never a scripted answer.</summary>
public abstract record Fault
{
    private Fault(string id) => Id = id;

    /// <summary>Id of the thing, end, lead or source that it befalls.</summary>
    public string Id { get; }

    public sealed record CapLeftOn(string EndId) : Fault(EndId);

    public sealed record PlugOut(string EndId) : Fault(EndId);

    /// <summary>An analogue plug is in, but not all the way.</summary>
    public sealed record PlugHalfIn(string EndId) : Fault(EndId);

    /// <summary>Red is in white's socket and white in red's.</summary>
    public sealed record ColoursCrossed(string EndId) : Fault(EndId);

    /// <summary>Its supply or power lead is out.</summary>
    public sealed record NoSupply(string ThingId) : Fault(ThingId);

    public sealed record SwitchedOff(string ThingId) : Fault(ThingId);

    public sealed record EmptyCell(string ThingId) : Fault(ThingId);

    /// <summary>Lit, and deaf to everything until it has been without power.</summary>
    public sealed record LockedUp(string ThingId) : Fault(ThingId);

    /// <summary>A lead is broken inside, or bent too far: it looks as it should.</summary>
    public sealed record DeadLead(string LeadId) : Fault(LeadId);

    /// <summary>The USB port it hangs on gives nothing, or too little, though its plug is in.</summary>
    public sealed record WeakPort(string ThingId) : Fault(ThingId);

    /// <summary>A hub without a supply of its own stands between it and its USB port.</summary>
    public sealed record HubBetween(string ThingId) : Fault(ThingId);

    /// <summary>A box that looks for its partner has woken a bar, which listens to it now.</summary>
    public sealed record BarWoken(string BarId, string BoxId) : Fault(BarId);

    /// <summary>Runs on, and hums with its supply.</summary>
    public sealed record Hums(string ThingId) : Fault(ThingId);

    public sealed record OnReceive(string ThingId) : Fault(ThingId);

    /// <summary>A receiver box stands on transmit.</summary>
    public sealed record OnTransmit(string ThingId) : Fault(ThingId);

    public sealed record OtherInput(string ThingId) : Fault(ThingId);

    /// <summary>An update of the set has put its digital format back.</summary>
    public sealed record FormatBack(string SourceId) : Fault(SourceId);

    /// <summary>An update of the set has put its sound output back to its own speakers.</summary>
    public sealed record OutputBack(string SourceId) : Fault(SourceId);

    public sealed record HeadphoneLevelLow(string SourceId) : Fault(SourceId);

    /// <summary>A phone, tablet or other set has taken the receiver.</summary>
    public sealed record HeldBy(string ReceiverId, string RivalId) : Fault(ReceiverId);

    /// <summary>The link runs by SBC though both ends have a faster codec: sound comes late.</summary>
    public sealed record FellToSbc(string ReceiverId) : Fault(ReceiverId);

    /// <summary>A room that was to be silent hears the set's own speakers.</summary>
    public sealed record SpeakersBack(string SourceId) : Fault(SourceId);

    /// <summary>A room that was to hear has the set's own speakers switched off.</summary>
    public sealed record SpeakersOff(string SourceId) : Fault(SourceId);

    /// <summary>Box and receiver do not know each other any more.</summary>
    public sealed record Forgotten(string ReceiverId, string SenderId) : Fault(ReceiverId);

    public sealed record TurnedDown(string ThingId) : Fault(ThingId);

    public sealed record Muted(string ThingId) : Fault(ThingId);

    public sealed record TakenOff(string ReceiverId) : Fault(ReceiverId);

    public sealed record OnStandby(string SourceId) : Fault(SourceId);

    /// <summary>A key has stopped the programme.</summary>
    public sealed record Paused(string SourceId) : Fault(SourceId);

    /// <summary>What is driven is driven too hard.</summary>
    public sealed record TooHot(string SourceId) : Fault(SourceId);

    /// <summary>Somebody else's box or set has taken the receiver.</summary>
    public sealed record TakenByStranger(string ReceiverId) : Fault(ReceiverId);

    /// <summary>A router, an LED strip, a watch: the air beside the box is full.</summary>
    public sealed record CrowdedAir(string SenderId) : Fault(SenderId);

    /// <summary>Another box sends on its channel.</summary>
    public sealed record ChannelShared(string SenderId) : Fault(SenderId);

    /// <summary>Carried to where the link does not reach.</summary>
    public sealed record TooFar(string ReceiverId) : Fault(ReceiverId);

    /// <summary>An emitter was turned, or put behind something.</summary>
    public sealed record TurnedAway(string SenderId) : Fault(SenderId);

    /// <summary>Somebody or something stands in the line, or the sun falls into it.</summary>
    public sealed record LineBlocked(string ReceiverId) : Fault(ReceiverId);

    /// <summary>The loop lies elsewhere, or the relay hangs on its hook.</summary>
    public sealed record OutOfPlace(string ThingId) : Fault(ThingId);

    /// <summary>The drive of a loop is down.</summary>
    public sealed record DriveDown(string ThingId) : Fault(ThingId);

    /// <summary>Aids were left on their ordinary programme.</summary>
    public sealed record OnOrdinary(string ReceiverId) : Fault(ReceiverId);

    /// <summary>Aids were left on T.</summary>
    public sealed record OnTelecoil(string ReceiverId) : Fault(ReceiverId);

    /// <summary>One of two aids is empty or shut away.</summary>
    public sealed record OneAidOff(string ThingId) : Fault(ThingId);

    /// <summary>Nobody has asked it to stream.</summary>
    public sealed record NotAsked(string ThingId) : Fault(ThingId);

    /// <summary>Another network than the one that it plays from.</summary>
    public sealed record OtherNetwork(string ThingId) : Fault(ThingId);

    /// <summary>The second of two speakers has left the pair.</summary>
    public sealed record MateOut(string ThingId) : Fault(ThingId);

    /// <summary>Left stands right.</summary>
    public sealed record SidesSwapped(string ThingId) : Fault(ThingId);

    /// <summary>A wrong press: it plays its radio, a card or its cable.</summary>
    public sealed record Strays(string ThingId) : Fault(ThingId);

    public sealed record ZoneOff(string SourceId) : Fault(SourceId);

    public sealed record ZoneVolumeFree(string SourceId) : Fault(SourceId);

    public sealed record ZoneInputElsewhere(string SourceId) : Fault(SourceId);

    /// <summary>HDMI linking was switched off.</summary>
    public sealed record LinkingOff(string SourceId) : Fault(SourceId);

    /// <summary>A computer plays on another device than was chosen.</summary>
    public sealed record OtherDevice(string SourceId) : Fault(SourceId);

    public sealed record PlayerLow(string SourceId) : Fault(SourceId);

    public sealed record SystemLow(string SourceId) : Fault(SourceId);
}
