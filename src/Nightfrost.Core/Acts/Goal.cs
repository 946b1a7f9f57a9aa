namespace Nightfrost.Core.Acts;

/// <summary>What is true once a step has gone well: one closed vocabulary, answered by the Bench.</summary>
public abstract record Goal
{
    private Goal()
    {
    }

    /// <summary>A thing has power and is on.</summary>
    public sealed record Powered(string ThingId) : Goal;

    /// <summary>A thing hangs on its supply, whether it is on or not.</summary>
    public sealed record Fed(string ThingId) : Goal;

    /// <summary>A receiver is switched off.</summary>
    public sealed record IsOff(string ThingId) : Goal;

    /// <summary>A box stands on transmit.</summary>
    public sealed record OnTransmit(string ThingId) : Goal;

    /// <summary>A box stands on receive.</summary>
    public sealed record OnReceive(string ThingId) : Goal;

    /// <summary>A box listens to the input its lead is in.</summary>
    public sealed record InputChosen(string ThingId, string PortId) : Goal;

    /// <summary>Both ends of a lead are home, without caps.</summary>
    public sealed record LeadIn(string LeadId) : Goal;

    /// <summary>An end is in a socket.</summary>
    public sealed record EndIn(string EndId, string PortId) : Goal;

    /// <summary>An end is in no socket.</summary>
    public sealed record EndFree(string EndId) : Goal;

    /// <summary>A menu stands at a value.</summary>
    public sealed record MenuAt(string SourceId, SourceMenu Menu, string Value) : Goal;

    /// <summary>A thing waits for a partner.</summary>
    public sealed record WindowOpen(string ThingId) : Goal;

    /// <summary>A receiver is joined to its box.</summary>
    public sealed record Joined(string ThingId) : Goal;

    /// <summary>Aids listen to something.</summary>
    public sealed record ListensTo(string ThingId, AidProgramme Programme) : Goal;

    /// <summary>What streams only when asked has been asked.</summary>
    public sealed record Streams(string ThingId) : Goal;

    /// <summary>A phone knows a thing that its app works.</summary>
    public sealed record KnownTo(string ThingId, string PhoneId) : Goal;

    /// <summary>A thing is in the household's network.</summary>
    public sealed record InNetwork(string ThingId) : Goal;

    /// <summary>An emitter faces whoever is to hear it.</summary>
    public sealed record Aimed(string ThingId) : Goal;

    /// <summary>Two speakers are joined as left and right.</summary>
    public sealed record PairJoined(string ThingId) : Goal;

    /// <summary>The left of two speakers stands on the left.</summary>
    public sealed record SidesRight(string ThingId) : Goal;

    /// <summary>The slide of an AV receiver's remote is back on the main zone.</summary>
    public sealed record RemoteOnMain(string SourceId) : Goal;

    /// <summary>A thing's own level is up.</summary>
    public sealed record TurnedUp(string ThingId) : Goal;

    /// <summary>A relay hangs where it is worn, or a loop lies where it is heard.</summary>
    public sealed record InPlace(string ThingId) : Goal;

    /// <summary>A thing is somewhere.</summary>
    public sealed record At(string ThingId, Place Place) : Goal;

    /// <summary>A cell is charged.</summary>
    public sealed record Charged(string ThingId) : Goal;

    /// <summary>No phone, tablet or set of the household can take a receiver, or all may again.</summary>
    public sealed record RadiosAre(bool On) : Goal;

    /// <summary>Sound arrives at the box it is taken to.</summary>
    public sealed record SoundAt(string ListenerId) : Goal;

    /// <summary>The link uses the codec that was planned.</summary>
    public sealed record CodecAsPlanned(string ListenerId) : Goal;

    /// <summary>The listener hears the planned sound.</summary>
    public sealed record EarHears(string ListenerId) : Goal;

    /// <summary>The listener hears it in a place they go to, too.</summary>
    public sealed record EarHearsAt(string ListenerId, string PlaceName) : Goal;

    /// <summary>A source gives its picture.</summary>
    public sealed record PictureOf(string SourceId) : Goal;

    /// <summary>The room hears a programme.</summary>
    public sealed record RoomHears : Goal;

    /// <summary>The room hears nothing.</summary>
    public sealed record RoomSilent : Goal;

    /// <summary>Nothing that was turned down for the visit still is; what is muted or switched off as planned stays so.</summary>
    public sealed record RoomAsUsual : Goal;

    /// <summary>All of them.</summary>
    public sealed record All(IReadOnlyList<Goal> Goals) : Goal;
}
