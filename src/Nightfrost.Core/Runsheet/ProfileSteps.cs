using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A personal ear profile: made on the phone by photographs, fetched by a set that lists what is worn, and judged by its wearer. The Bench does not
/// carry it out.</summary>
internal static class ProfileSteps
{
    /// <summary>Made once the phone knows what is worn; shown to the set once that is joined.</summary>
    public static IEnumerable<Step> Made(Route route)
    {
        if (route.AtEar is not { Receiver: { EarProfileMinutes: > 0 } worn, Listener: { Id: var id, Name: var who } })
            yield break;
        yield return new Step
        {
            Id = OnPhone(id),
            Phase = Phase.Pair,
            Place = Say("place.phone", ("phone", route.Phone ?? Say("name.phoneOf", ("who", who)))),
            Action = Say("profile.action", ("who", who), ("app", worn.App)),
            Detail = Say("profile.detail", ("minutes", FormattableString.Invariant($"{worn.EarProfileMinutes}"))),
            Caution = Say("profile.caution"),
            Ticks = [Say("profile.tickConsent", ("who", who)), Say("profile.tickRight"), Say("profile.tickLeft")],
            ListenerId = id,
        };
        if (IsFetched(route))
            yield return new Step
            {
                Id = BySet(id),
                Phase = Phase.Pair,
                Place = Say("place.menuOutput"),
                Action = Say("profileSet.action", ("worn", worn.Name)),
                Detail = Say("profileSet.detail"),
                Caution = Say("phone.caution"),
                Note = Say("profileSet.note"),
                Why = Say("because.profile-before-set"),
                ListenerId = id,
            };
    }

    /// <summary>Heard with it and without; null for what has none.</summary>
    public static Step? Heard(Route route) => route.AtEar is not { Receiver.EarProfileMinutes: > 0, Listener: var listener } ? null : new()
    {
        Id = $"profile-heard-{listener.Id}",
        Phase = Phase.Listen,
        Place = Say("place.seat", ("who", listener.Name)),
        Action = Say("profileHeard.action"),
        Detail = Say("profileHeard.detail", ("who", listener.Name)),
        Note = Say("profileHeard.note"),
        ListenerId = listener.Id,
    };

    /// <summary>Id of the step that makes a profile on the phone.</summary>
    internal static string OnPhone(string listenerId) => $"profile-phone-{listenerId}";

    /// <summary>Id of the step by which the set fetches it.</summary>
    internal static string BySet(string listenerId) => $"profile-set-{listenerId}";

    // A set fetches only for what is joined to it, and only a profile of what it renders for.
    private static bool IsFetched(Route route) => route is { Feed.BuiltIn: true, AtEar: { Relay: null, Receiver.SpatialRendering: true } }
        && route.Site.Look.SourceOf(route.Feed.Socket) is null && route.Site.Look.Set.SpatialListed != Kit.Known.No;
}
