using System.Collections.Immutable;
using Nightfrost.Core.Acts;

namespace Nightfrost.Core.Bench;

/// <summary>Something that was seen or heard in passing, or that went otherwise than meant.</summary>
/// <param name="AtMs">When, on the Bench's clock.</param>
/// <param name="Words">What happened, in plain words.</param>
/// <param name="WentWrong">True when an act did not do what it is for.</param>
public sealed record BenchEvent(long AtMs, string Words, bool WentWrong = false);

/// <summary>How one simulated thing stands.</summary>
public sealed record ThingState
{
    /// <summary>Where its electricity comes from; null for none.</summary>
    public string? FedFrom { get; init; }

    /// <summary>What its cell holds, 0 to 1.</summary>
    public double Charge { get; init; }

    /// <summary>Its own power control stands on.</summary>
    public bool SwitchedOn { get; init; }

    /// <summary>It had power and was on when last looked at: what tells an edge from a state.</summary>
    public bool IsOn { get; init; }

    /// <summary>Lit, and deaf to everything until it has been without power.</summary>
    public bool LockedUp { get; init; }

    /// <summary>Its plug is in, and gives too little; another supply helps.</summary>
    public bool IsStarved { get; init; }

    /// <summary>A hub stands between it and its port, and gives each of its sockets little.</summary>
    public bool BehindHub { get; init; }

    /// <summary>It hums with its supply; another supply helps.</summary>
    public bool Hums { get; init; }

    /// <summary>The air beside it is full.</summary>
    public bool Crowded { get; init; }

    /// <summary>Another box sends on its channel.</summary>
    public bool ChannelShared { get; init; }

    /// <summary>What takes a Bluetooth link: it fell back to SBC, until it joins anew.</summary>
    public bool FellToSbc { get; init; }

    /// <summary>It is where the link does not reach.</summary>
    public bool TooFar { get; init; }

    /// <summary>Something stands in its line, or the sun falls on it.</summary>
    public bool LineBlocked { get; init; }
    public BoxMode Mode { get; init; }
    public string? Input { get; init; }
    public Place Place { get; init; }
    public Volume Volume { get; init; } = Volume.Usual;
    public bool Muted { get; init; }
    public bool Worn { get; init; }

    /// <summary>Phones, tablets and other sets: Bluetooth is on.</summary>
    public bool RadioOn { get; init; }

    /// <summary>Partners it remembers, the last one first.</summary>
    public ImmutableList<string> Knows { get; init; } = [];

    /// <summary>Whom it takes sound from now; null for nobody.</summary>
    public string? TakesFrom { get; init; }

    /// <summary>Whom it sends to now.</summary>
    public ImmutableList<string> SendsTo { get; init; } = [];

    /// <summary>Everybody it is joined to now.</summary>
    public IReadOnlyList<string> Joined => TakesFrom is { } from ? [from, .. SendsTo] : SendsTo;

    /// <summary>Phones and network speakers: it is in the household's network.</summary>
    public bool InNetwork { get; init; }

    /// <summary>Emitters: it faces whoever is to hear it.</summary>
    public bool Aimed { get; init; }

    /// <summary>Speakers: it plays its radio, a card or its cable instead.</summary>
    public bool Strays { get; init; }

    /// <summary>The first of two speakers: left and right stand the wrong way round.</summary>
    public bool SidesSwapped { get; init; }

    /// <summary>Aids: a call is heard in them.</summary>
    public bool OnCall { get; init; }

    /// <summary>Aids: the programme they are on.</summary>
    public AidProgramme Programme { get; init; }

    /// <summary>What streams only when asked: it was asked to.</summary>
    public bool Streams { get; init; }

    /// <summary>Until when it waits for a partner, ms; null while it does not.</summary>
    public long? WaitsUntilMs { get; init; }

    /// <summary>When it next looks for a partner it knows, ms; null when it does not.</summary>
    public long? SeeksAtMs { get; init; }

    /// <summary>How long it goes on looking for a partner that it lost, ms; past for one that it has not lost.</summary>
    public long SeeksUntilMs { get; init; }

    /// <summary>Bars: what woke it, and what it listens to since; null for nothing.</summary>
    public string? WokenBy { get; init; }

    /// <summary>When it next wakes what answers it, ms; null while it does not.</summary>
    public long? WakesOthersAtMs { get; init; }

    /// <summary>When it switches itself off for want of sound, ms; null while it does not.</summary>
    public long? IdleOffAtMs { get; init; }
}

/// <summary>How a source stands.</summary>
public sealed record SourceState
{
    public bool Playing { get; init; }

    /// <summary>Its line output is driven too hard for what hangs on it.</summary>
    public bool TooHot { get; init; }

    /// <summary>Off by its remote; only its standby light is on.</summary>
    public bool Standby { get; init; }
    public bool Muted { get; init; }
    public Volume Volume { get; init; } = Volume.Usual;

    /// <summary>Ports its menu sends sound to, beside its own speakers.</summary>
    public ImmutableHashSet<string> Outputs { get; init; } = [];
    public string Format { get; init; } = MenuValues.Automatic;
    public bool SpeakersOn { get; init; } = true;
    public string HeadphoneLevel { get; init; } = MenuValues.Low;

    /// <summary>Where its other menus stand; what is not among them stands as it came.</summary>
    public ImmutableDictionary<SourceMenu, string> Menus { get; init; } = ImmutableDictionary<SourceMenu, string>.Empty;

    /// <summary>AV receivers: the slide of the remote is on the second zone.</summary>
    public bool RemoteOnZone { get; init; }

    /// <summary>AV receivers: until when the display shows the second zone, ms.</summary>
    public long ZoneShownUntilMs { get; init; }
}

/// <summary>A moment on the Bench. Nothing in it is ever changed: an earlier moment stays what it was.</summary>
/// <param name="Site">What stands here and how it is meant to hang together.</param>
/// <param name="NowMs">The virtual clock, ms.</param>
/// <param name="Plugs">Ports by the ends that are in them.</param>
/// <param name="Caps">Ends with their cap on.</param>
/// <param name="Things">Every thing.</param>
/// <param name="Sources">The set and other sources.</param>
/// <param name="Log">What happened, in order.</param>
public sealed record BenchState(
    BenchSite Site, long NowMs, ImmutableDictionary<string, string> Plugs, ImmutableHashSet<string> Caps,
    ImmutableDictionary<string, ThingState> Things, ImmutableDictionary<string, SourceState> Sources, ImmutableList<BenchEvent> Log)
{
    /// <summary>Analogue ends that are in, but not all the way: one side alone comes through.</summary>
    public ImmutableHashSet<string> HalfIn { get; init; } = [];

    /// <summary>Ends with a red and a white plug whose plugs are in each other's socket.</summary>
    public ImmutableHashSet<string> Crossed { get; init; } = [];

    /// <summary>Leads that are broken inside.</summary>
    public ImmutableHashSet<string> DeadLeads { get; init; } = [];

    internal BenchState With(string thingId, Func<ThingState, ThingState> change) => this with { Things = Things.SetItem(thingId, change(Things[thingId])) };

    internal BenchState WithSource(string sourceId, Func<SourceState, SourceState> change) =>
        this with { Sources = Sources.SetItem(sourceId, change(Sources[sourceId])) };

    internal BenchState Say(string words, bool wentWrong = false) => this with { Log = Log.Add(new(NowMs, words, wentWrong)) };
}
