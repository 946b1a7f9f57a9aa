using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>A box whose manual begins with the pairing: it gets power and is paired before its leads are laid.</summary>
internal static class PairingFirst
{
    /// <summary>True where the usual order of the parts of a visit gives way: its leads, and the menus for them, wait for its pairing.</summary>
    public static bool Exempts(Rig rig, Step first, Step then) => first.Phase is Phase.Wire or Phase.Menu && then.Phase is Phase.Power or Phase.Pair
        && rig.Routes.Any(r => Begins(r) && (then.Phase == Phase.Pair ? then.ListenerId is null || then.ListenerId == r.AtEar.Listener.Id : Powers(r, then)));

    /// <summary>True for what joins by such a box, before its leads.</summary>
    public static bool IsBefore(Rig rig, Step first, Step then) => then.Phase == Phase.Wire && first.Phase == Phase.Pair
        && first.Goal is Goal.Joined or Goal.WindowOpen && rig.Routes.Any(r => Begins(r) && first.ListenerId == r.AtEar.Listener.Id && IsLeadOf(r, then));

    private static bool Begins(Route route) => route is { IsPairedAtBox: true, Feed.Transmitter.ComesFirst: ComesFirst.Pairing };

    private static bool Powers(Route route, Step step) => Things.Sender(route.Feed) is { } box
        && (step.Acts.OfType<Act.Feed>().Any(feed => feed.ThingId == box) || step.Goal is Goal.Powered powered && powered.ThingId == box
            || step.Goal is Goal.OnTransmit sends && sends.ThingId == box);

    private static bool IsLeadOf(Route route, Step step) => step.Goal switch
    {
        Goal.LeadIn lead => Enumerable.Range(0, route.Feed.Joints.Count).Any(i => Things.Lead(route.Feed, i) == lead.LeadId),
        Goal.EndFree or Goal.EndIn => step.Acts.OfType<Act.Pull>().Any(pull => pull.EndId == Things.NearEnd(Things.TakerLead(route.Feed.Socket)))
            || step.Acts.OfType<Act.Plug>().Any(plug => plug.EndId == Things.NearEnd(Things.TakerLead(route.Feed.Socket))),
        _ => false,
    };
}
