using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One wish and whether it is met.</summary>
public sealed record Need(string Words, bool Met);

/// <summary>The wishes of a listener that a route may fail without being refused for it.</summary>
public static class Needs
{
    internal sealed record Wish(string Words, Func<Listener, bool> Asked, Func<Route, bool> Met);

    // None of these looks at the socket or the adapters but the mono sum and spatial rendering, which the search counts apart.
    private static readonly Wish[] Wishes =
    [
        new("own volume", l => l.OwnVolume, r => r.AtEar.Receiver.OwnVolume || r.AtEar.Relay is { OwnVolume: true }),
        new("easy controls", l => l.UnsteadyHands, r => r.AtEar.Receiver.EasyControls || r.AtEar.Relay is { EasyControls: true }),
        new("controls found by touch", l => l.SeesBadly, r => r.AtEar.Receiver.FoundByTouch || r.AtEar.Relay is { FoundByTouch: true }),
        new("left and right beside the seat", l => l.LeftAndRight, r => r.AtEar.Pieces == 2),
        new("streaming only when asked", l => l.OnRequestOnly, r => IsOnRequest(r.AtEar) || r.Feed.Transmitter is { StreamsOnRequest: true }),
        new("noise cancelling", l => l.NoiseCancelling, r => r.AtEar.Receiver.NoiseCancelling),
        new("spatial rendering", l => l.SpatialRendering, r => CouldBeSpatial(r) && IsSetsOwnRadio(r.Site, r.Feed)),
        new("both channels in one ear", AsksMono, SumsToMono),
    ];

    /// <summary>How many of this listener's wishes the route meets, each watched programme that is heard counted as one.</summary>
    public static int Met(Route route) => route.Site.Passing(route.Feed.Socket).Count + WishesMet(route);

    /// <summary>The same without the programmes.</summary>
    internal static int WishesMet(Route route) => WishesMet(route, AskedBy(route.AtEar.Listener));

    /// <summary>The same for wishes picked already.</summary>
    internal static int WishesMet(Route route, Wish[] asked)
    {
        var met = 0;
        foreach (var wish in asked)
        {
            if (wish.Met(route))
                met++;
        }

        return met;
    }

    /// <summary>What a listener asked for.</summary>
    internal static Wish[] AskedBy(Listener listener) => [.. Wishes.Where(wish => wish.Asked(listener))];

    /// <summary>Each wish of the listener with the answer. What is watched is shown only where something is missed.</summary>
    public static IReadOnlyList<Need> Of(Route route)
    {
        var passing = route.Site.Passing(route.Feed.Socket);
        return
        [
            .. Wishes.Where(w => w.Asked(route.AtEar.Listener)).Select(w => new Need(w.Words, w.Met(route))),
            .. passing.Count == route.Site.Watched.Count ? [] : route.Site.Watched.Select(p => new Need($"sound of {p.Words}", passing.Contains(p))),
        ];
    }

    /// <summary>True when something on the way, or the way of wearing, gives one ear everything.</summary>
    public static bool SumsToMono(Route route) =>
        SumsAtEar(route.AtEar) || route.Feed.Adapters.Any(a => a.MonoSum) || route.Feed.Transmitter is { MonoSum: true };

    internal static bool IsOnRequest(Ear ear) => ear.Receiver.StreamsOnRequest || ear.Relay is { StreamsOnRequest: true };

    /// <summary>True when the receiver renders sound around the head and it and the set are known to be listed for it.</summary>
    internal static bool CouldBeSpatial(Route route) => route.AtEar.Receiver.SpatialRendering && route.Site.Look.Set.SpatialListed == Known.Yes;

    /// <summary>True for the set's own Bluetooth, over which alone its special features work.</summary>
    internal static bool IsSetsOwnRadio(Site site, Feed feed) => feed.Socket is { Kind: SocketKind.Bluetooth, Id.Length: > 0 } && site.Look.SourceOf(feed.Socket) is null;

    internal static bool AsksMono(Listener listener) => listener.Ears != HearingEars.Both;

    // A speaker in the room reaches whichever ear hears.
    internal static bool SumsAtEar(Ear ear) =>
        ear.Receiver.MonoSum || ear.Relay is { MonoSum: true } || ear.Receiver.Form is WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker || ear.Receiver.Role == DeviceRole.RoomSpeaker;
}
