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
/// <param name="SourceId">The source whose own radio it is; null for a thing by itself.</param>
public sealed record BenchThing(string Id, string Name, Device? Device, string? SourceId = null)
{
    /// <summary>Its behaviour; null for a rival.</summary>
    public Behaviour? Behaviour { get; } = Device is null ? null : Behaviour.Of(Device);

    /// <summary>True for what is meant for a seat, whatever it could be elsewhere.</summary>
    public bool BelongsToSeat { get; init; }

    /// <summary>True for a box at the set: what of it lies at a seat, such as a loop, is laid there by its wire.</summary>
    internal bool Stands => Device is { Role: DeviceRole.Transmitter };

    /// <summary>True for what drives a loop: it is laid, and its drive is set.</summary>
    internal bool IsLoop => Device is { Role: DeviceRole.Transmitter } && Device.Links.Any(l =>
        l is { Transmits: true, Technology: LinkTechnology.InductionLoop });

    /// <summary>True for what somebody has in their ears before anybody comes: it is on and worn, and hears the room.</summary>
    internal bool IsWornAlready => Device is { Form: WearForm.HearingAids };
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

    /// <summary>Both ends with where they belong, the one nearer the source first.</summary>
    internal IReadOnlyList<(string End, string Port)> Ends => [(NearEnd, NearPort), (FarEnd, FarPort)];
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
/// <param name="Hops">Ways across the air, from the sender on; empty for a wire.</param>
/// <param name="AtSpeaker">The lead from a box beside a speaker into that; null for none.</param>
/// <param name="Pieces">What is worn or placed: one thing, or two that are heard together.</param>
/// <param name="RivalId">The phone or set that knows what takes the link; null for none.</param>
public sealed record EarWay(
    Route Route, string SourceId, IReadOnlyList<Stretch> Stretches, BenchThing? Sender, IReadOnlyList<Hop> Hops, Stretch? AtSpeaker,
    IReadOnlyList<BenchThing> Pieces, string? RivalId)
{
    public string ListenerId => Route.AtEar.Listener.Id;

    /// <summary>What is worn or placed; of two the first.</summary>
    public BenchThing Receiver => Pieces[0];

    /// <summary>What takes the link from the sender; of two aids the first. What is worn, for a wire.</summary>
    public BenchThing Taker => Hops.Count > 0 ? Hops[0].To : Receiver;

    /// <summary>Everything behind the sender, once each.</summary>
    public IEnumerable<BenchThing> Beyond { get; } = [.. Hops.Select(h => h.To).Concat(Pieces).DistinctBy(t => t.Id)];
}

/// <summary>How two find each other across the air.</summary>
public enum HopKind
{
    /// <summary>Only whom they know: they are made to wait for each other once.</summary>
    Paired,

    /// <summary>By themselves, as units of one maker's system.</summary>
    OwnSystem,

    /// <summary>The taker chooses what it hears; the sender does not know it.</summary>
    Chosen,

    /// <summary>One is joined to the other as the second of a pair.</summary>
    AsPair,

    /// <summary>Not at all: whoever is close enough and listens hears it.</summary>
    Open,
}

/// <summary>One way across the air.</summary>
/// <param name="From">What sends.</param>
/// <param name="To">What takes.</param>
/// <param name="Sends">The sending end.</param>
/// <param name="Takes">The receiving end.</param>
/// <param name="AsPair">True from the first to the second of two that are joined as left and right.</param>
public sealed record Hop(BenchThing From, BenchThing To, AirLink Sends, AirLink Takes, bool AsPair = false)
{
    /// <summary>True from what is worn to the aids.</summary>
    public bool OnBody { get; } = From.Device!.Role == DeviceRole.Relay
        && Sends.Technology is LinkTechnology.NearField or LinkTechnology.AidRadio or LinkTechnology.InductionLoop;

    public HopKind Kind { get; } = AsPair ? HopKind.AsPair : Sends.Technology switch
    {
        LinkTechnology.LeAudioBroadcast => HopKind.Chosen,
        LinkTechnology.BluetoothClassic or LinkTechnology.LeAudioUnicast => HopKind.Paired,
        LinkTechnology.AidRadio => From.Device!.Role == DeviceRole.Relay ? HopKind.Open : HopKind.Paired,
        _ => Sends.IsOpen ? HopKind.Open : HopKind.OwnSystem,
    };
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

    /// <summary>Two speakers joined as left and right stand the wrong way round at first.</summary>
    public bool PairStandsSwapped { get; init; } = true;

    /// <summary>The set's own speakers can be switched off in its menu.</summary>
    public bool SpeakersCanBeOff { get; init; } = true;
}

/// <summary>What stands at a site and how it is meant to hang together: never changes while the Bench runs.</summary>
public sealed record BenchSite(
    Rig Rig, ImmutableDictionary<string, BenchThing> Things, ImmutableDictionary<string, BenchLead> Leads, IReadOnlyList<EarWay> Ears, RoomWay? Room,
    string RoomPlayerId, Truths Truths)
{
    public Look Look => Rig.Site.Look;

    /// <summary>The planned way to each ear.</summary>
    public IReadOnlyList<EarWay> Ears
    {
        get;
        init
        {
            field = value;
            Hops = Across(value);
        }
    } = Ears;

    /// <summary>Every way across the air, once each.</summary>
    internal IReadOnlyList<Hop> Hops { get; private init; } = Across(Ears);

    /// <summary>True for what sends to another.</summary>
    internal bool SendsTo(string fromId, string toId) => Hops.Any(h => h.From.Id == fromId && h.To.Id == toId);

    /// <summary>True when only one of two ports of a source sounds at a time in this world.</summary>
    internal bool Exclude(string onePort, string otherPort) =>
        Truths.NotTogether.Contains($"{onePort}|{otherPort}") || Truths.NotTogether.Contains($"{otherPort}|{onePort}");

    private static List<Hop> Across(IReadOnlyList<EarWay> ears) => [.. ears.SelectMany(e => e.Hops).DistinctBy(h => (h.From.Id, h.To.Id))];

    /// <summary>The name of a thing, or of a lead.</summary>
    public string NameOf(string id)
    {
        if (Things.TryGetValue(id, out var thing) && thing.BelongsToSeat && Things.Values.Any(t => t.Name == thing.Name && !t.BelongsToSeat))
            return Say("name.theAtSeat", ("what", thing.Name));
        if (thing is not null)
            return thing.Device is null || thing.SourceId is not null ? thing.Name : Say("name.the", ("what", thing.Name));
        if (Leads.TryGetValue(id, out var lead))
            return Say("name.the", ("what", lead.Name));
        if (id == Acts.Things.Stranger)
            return Say("name.stranger");
        if (id == SoundSource.Television)
            return Say("name.theSet");
        return Look.Sources.FirstOrDefault(s => s.Id == id) is { } source ? Say("name.the", ("what", source.Name)) : Say("bench.whatIsNotHere");
    }
}
