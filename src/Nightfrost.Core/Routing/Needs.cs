using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One need or preference of a listener, and whether it is met.</summary>
/// <param name="Words">In a few words.</param>
/// <param name="Met">True when it is.</param>
/// <param name="IsPreference">True for what is pleasant to have, and comes after being in step and a link that holds.</param>
public sealed record Need(string Words, bool Met, bool IsPreference)
{
    /// <summary>True for what is not counted as met only because nobody knows.</summary>
    public bool IsUnknown { get; init; }
}

/// <summary>What a listener needs and prefers, as far as a route may fail it without being refused for it.</summary>
public static class Needs
{
    /// <summary>A lead up to this long is no trouble wherever it runs, m (starting value).</summary>
    public const double ShortLeadM = 1.5;

    /// <summary>Words of a preference that everybody has.</summary>
    public const string NoLead = "no lead across the floor";

    /// <summary>Words of one that everybody has, and that is met without more ado where it is quiet.</summary>
    public const string NoNoise = "keeping out the noise at the seat";

    internal sealed record Wish(string Words, bool IsPreference, Func<Listener, bool> Asked, Func<Route, bool> Met);

    // Of these the search counts apart what looks at the socket, the lead, the adapters or the link.
    private static readonly Wish[] Wishes =
    [
        new("own volume", false, l => l.OwnVolume, r => r.AtEar.Receiver.OwnVolume || r.AtEar.Relay is { OwnVolume: true }),
        new("easy controls", false, l => l.UnsteadyHands, r => r.AtEar.Receiver.EasyControls || r.AtEar.Relay is { EasyControls: true }),
        new("controls found by touch", false, l => l.SeesBadly, r => r.AtEar.Receiver.FoundByTouch || r.AtEar.Relay is { FoundByTouch: true }),
        new("streaming only when asked", false, l => l.OnRequestOnly, r => IsOnRequest(r.AtEar) || r.Feed.Transmitter is { StreamsOnRequest: true }),
        new("both channels in one ear", false, AsksMono, SumsToMono),
        new("left and right beside the seat", true, l => l.LeftAndRight, r => r.AtEar.Pieces == 2),
        new("noise cancelling", true, l => l.NoiseCancelling, r => r.AtEar.Receiver.NoiseCancelling),
        new(NoNoise, true, _ => true, r => r.AtEar.Listener.NoiseAtSeat != Known.Yes || KeepsNoiseOut(r.AtEar.Receiver)),
        new("spatial rendering", true, l => l.SpatialRendering, r => CouldBeSpatial(r) && IsSetsOwnRadio(r.Site, r.Feed)),
    ];

    private static readonly Wish[] OfTheWay =
    [
        new(NoLead, true, _ => true, r => r.Sends is not null || LeadIsNoTrouble(r.AtEar)),
        new("good sound", true, l => l.Quality == QualityWeight.Important, r => SoundsGood(r.AtEar.Listener, SoundQuality.Of(r))),
    ];

    /// <summary>How many of this listener's needs the route meets, each watched programme that is heard counted as one.</summary>
    public static int Met(Route route) => route.Site.Passing(route.Feed.Socket).Count + Met(route, AskedBy(route.AtEar.Listener), false);

    /// <summary>How many of this listener's preferences the route meets.</summary>
    public static int PreferencesMet(Route route) =>
        Met(route, AskedBy(route.AtEar.Listener), true) + Met(route, [.. OfTheWay.Where(wish => wish.Asked(route.AtEar.Listener))], true);

    /// <summary>The same for wishes picked already.</summary>
    internal static int Met(Route route, Wish[] asked, bool preferences)
    {
        var met = 0;
        foreach (var wish in asked)
        {
            if (wish.IsPreference == preferences && wish.Met(route))
                met++;
        }

        return met;
    }

    /// <summary>What a listener asked for, without what hangs on the lead and the link.</summary>
    internal static Wish[] AskedBy(Listener listener) => [.. Wishes.Where(wish => wish.Asked(listener))];

    /// <summary>
    /// Each need and preference of the listener with the answer. What is watched, and a lead that is no trouble, are shown only where something is missed.
    /// </summary>
    public static IReadOnlyList<Need> Of(Route route)
    {
        var (passing, listener) = (route.Site.Passing(route.Feed.Socket), route.AtEar.Listener);
        return
        [
            .. Wishes.Concat(OfTheWay).Where(w => w.Asked(listener) && (w.Words != NoNoise || listener.NoiseAtSeat == Known.Yes))
                .Select(w => new Need(w.Words, w.Met(route),
                    w.IsPreference) { IsUnknown = w.Words == NoLead && listener.LeadKeepsOffWays == Known.NotYet && !w.Met(route) })
                .Where(need => !need.Met || need.Words != NoLead),
            .. passing.Count == route.Site.Watched.Count ? []
                : route.Site.Watched.Select(p =>
                    new Need($"sound of {p.Words}", passing.Contains(p), false) { IsUnknown = !passing.Contains(p) && MayPass(route, p) }),
        ];
    }

    /// <summary>True for a programme that may come past a route's socket, and nobody has said that it does not.</summary>
    internal static bool MayPass(Route route, Programme programme) =>
        Programmes.MayPass(route.Site.Look, route.Site.Look.SourceOf(route.Feed.Socket)?.Id ?? SoundSource.Television).Contains(programme);

    /// <summary>True where a wire to this ear crosses no open floor: it is short, or is known to keep off the ways people walk.</summary>
    internal static bool LeadIsNoTrouble(Ear ear) =>
        StandsAtSet(ear.Receiver) || ear.Listener.SeatDistanceM <= ShortLeadM || ear.Listener.LeadKeepsOffWays == Known.Yes;

    /// <summary>True for a sound bar: it stands at the set, wherever they sit who listen.</summary>
    internal static bool StandsAtSet(Device receiver) => receiver.Role == DeviceRole.RoomSpeaker;

    /// <summary>True where good sound is important to a listener, and this is.</summary>
    internal static bool SoundsGood(Listener listener, int quality) => listener.Quality == QualityWeight.Important && quality >= SoundQuality.Good;

    /// <summary>True when something on the way, or the way of wearing, gives one ear everything.</summary>
    public static bool SumsToMono(Route route) =>
        SumsAtEar(route.AtEar) || route.Feed.Adapters.Any(a => a.MonoSum) || route.Feed.Transmitter is { MonoSum: true };

    internal static bool IsOnRequest(Ear ear) => ear.Receiver.StreamsOnRequest || ear.Relay is { StreamsOnRequest: true };

    /// <summary>True when the receiver renders sound around the head and it and the set are known to be listed for it.</summary>
    internal static bool CouldBeSpatial(Route route) => route.AtEar.Receiver.SpatialRendering && route.Site.Look.Set.SpatialListed == Known.Yes;

    /// <summary>True for the set's own Bluetooth, over which alone its special features work.</summary>
    internal static bool IsSetsOwnRadio(Site site, Feed feed) =>
        feed.Socket is { Kind: SocketKind.Bluetooth, Id.Length: > 0 } && site.Look.SourceOf(feed.Socket) is null;

    /// <summary>True for what closes the ear, or cancels noise.</summary>
    internal static bool KeepsNoiseOut(Device receiver) =>
        receiver.NoiseCancelling || (receiver.Form is WearForm.OverEar or WearForm.Earbuds && !receiver.OpenToRoom);

    internal static bool AsksMono(Listener listener) => listener.Ears != HearingEars.Both;

    // A speaker in the room reaches whichever ear hears.
    internal static bool SumsAtEar(Ear ear) =>
        ear.Receiver.MonoSum || ear.Relay is { MonoSum: true }
            || ear.Receiver.Form is WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker || ear.Receiver.Role == DeviceRole.RoomSpeaker;
}
