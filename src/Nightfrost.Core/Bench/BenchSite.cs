using System.Collections.Immutable;
using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>A simulated thing.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Device">What it can do; null for a phone or set that knows somebody's receiver.</param>
public sealed record BenchThing(string Id, string Name, Device? Device)
{
    /// <summary>Its behaviour; null for a rival.</summary>
    public Behaviour? Behaviour { get; } = Device is null ? null : Behaviour.Of(Device);
}

/// <summary>A lead with two ends.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What it is, in words.</param>
/// <param name="NearPort">Where the end nearer the source belongs.</param>
/// <param name="FarPort">Where the other end belongs.</param>
/// <param name="FarFixed">True for a device's own lead: its far end is never out.</param>
/// <param name="HasCaps">True for optical leads, whose ends come with caps.</param>
public sealed record BenchLead(string Id, string Name, string NearPort, string FarPort, bool FarFixed, bool HasCaps)
{
    public string NearEnd { get; } = Things.NearEnd(Id);
    public string FarEnd { get; } = Things.FarEnd(Id);
}

/// <summary>One stretch of a way: a lead into a thing.</summary>
/// <param name="Lead">The lead.</param>
/// <param name="Into">The thing behind it.</param>
public sealed record Stretch(BenchLead Lead, BenchThing Into);

/// <summary>The planned way to one ear.</summary>
/// <param name="Route">The route it stands for.</param>
/// <param name="SourceId">Where the sound comes from.</param>
/// <param name="Stretches">Leads and things, from the socket on.</param>
/// <param name="Sender">What sends; null for a wire.</param>
/// <param name="Receiver">What is worn or placed.</param>
/// <param name="RivalId">The phone or set that knows the receiver; null for none.</param>
public sealed record EarWay(
    Route Route, string SourceId, IReadOnlyList<Stretch> Stretches, BenchThing? Sender, BenchThing Receiver, string? RivalId)
{
    public string ListenerId => Route.AtEar.Listener.Id;
}

/// <summary>Speakers for the room behind leads: a bar that was there, or speakers of the rig.</summary>
/// <param name="SourceId">Where their sound comes from.</param>
/// <param name="SocketId">The socket they are fed from.</param>
/// <param name="Stretches">Leads and things up to the speakers, as planned; before the visit a bar hangs on the socket itself.</param>
public sealed record RoomWay(string SourceId, string SocketId, IReadOnlyList<Stretch> Stretches)
{
    public BenchThing Speakers => Stretches[^1].Into;
}

/// <summary>What nobody can know beforehand, as it is in one simulated world.</summary>
public sealed record Truths
{
    /// <summary>Sockets that silence the set's own speakers while in use.</summary>
    public ImmutableHashSet<string> Silencing { get; init; } = [];

    /// <summary>Pairs of ports of which only one sounds at a time, as "one|other".</summary>
    public ImmutableHashSet<string> NotTogether { get; init; } = [];

    /// <summary>Digital outputs leave as a bitstream until the menu is told otherwise.</summary>
    public bool StartsAsBitstream { get; init; } = true;

    /// <summary>USB ports of the set whose power goes off with it.</summary>
    public ImmutableHashSet<string> UsbOffInStandby { get; init; } = [];

    /// <summary>Of a phone and a box that both know a headset, the phone gets it when it comes on.</summary>
    public bool RivalsWin { get; init; } = true;

    /// <summary>What forgets its partners without electricity forgets them too when its own switch is put off.</summary>
    public bool SwitchForgets { get; init; }

    /// <summary>What nobody has read it of forgets its partners without electricity.</summary>
    public bool UnreadForgets { get; init; }

    /// <summary>Of what nobody has read whom it looks for, it looks for nobody.</summary>
    public bool UnreadSeeksNobody { get; init; }

    /// <summary>Minutes without sound after which things switch themselves off of which nobody has read it; 0 for never.</summary>
    public int UnreadIdleMinutes { get; init; }

    /// <summary>Outputs are as hot as usual line outputs are: inputs that bear less are driven too hard.</summary>
    public bool LinesAreHot { get; init; }

    /// <summary>Places that a listener goes to and that the link does not reach.</summary>
    public ImmutableHashSet<Acts.Goal.EarHearsAt> OutOfReach { get; init; } = [];

    /// <summary>The set's own speakers can be switched off in its menu.</summary>
    public bool SpeakersCanBeOff { get; init; } = true;
}

/// <summary>What stands at a site and how it is meant to hang together: never changes while the Bench runs.</summary>
public sealed record BenchSite(
    Rig Rig, ImmutableDictionary<string, BenchThing> Things, ImmutableDictionary<string, BenchLead> Leads, IReadOnlyList<EarWay> Ears, RoomWay? Room,
    string RoomPlayerId, Truths Truths)
{
    public Look Look => Rig.Site.Look;

    /// <summary>True when only one of two ports of a source sounds at a time in this world.</summary>
    internal bool Exclude(string onePort, string otherPort) =>
        Truths.NotTogether.Contains($"{onePort}|{otherPort}") || Truths.NotTogether.Contains($"{otherPort}|{onePort}");

    /// <summary>The name of a thing, or of a lead.</summary>
    public string NameOf(string id)
    {
        if (Things.TryGetValue(id, out var thing))
            return thing.Device is null ? thing.Name : Say("name.the", ("what", thing.Name));
        if (Leads.TryGetValue(id, out var lead))
            return Say("name.the", ("what", lead.Name));
        if (id == SoundSource.Television)
            return Say("name.theSet");
        return Look.Sources.FirstOrDefault(s => s.Id == id) is { } source ? Say("name.the", ("what", source.Name)) : Say("bench.whatIsNotHere");
    }
}
