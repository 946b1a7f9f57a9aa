using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>
/// Two that must find each other every evening, and of which nobody has read who looks for the other: what is worn is switched off and on once, unless another
/// step shows it.
/// </summary>
internal static class ComesBackSteps
{
    /// <summary>The trials of those who are joined to one box.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="joined">Routes by one box, all joined.</param>
    public static IEnumerable<Step> For(Rig rig, IReadOnlyList<Route> joined) => joined.Where(r => IsUnread(r) && AskedAt(rig, r) == IdOf(r)).Select(route =>
    {
        var (taker, worn, box) = (Things.Taker(route.AtEar), route.AtEar.Takes, route.Feed.Transmitter!);
        return new Step
        {
            Id = IdOf(route),
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(route.AtEar.Listener, worn),
            Acts = [new Act.Switch(taker, false), new Act.Switch(taker, true), new Act.Wait(PowerBackSteps.JoinSeconds)],
            Goal = new Goal.All([new Goal.Joined(taker)]),
            Action = Say("comesBack.action", ("worn", worn.Name)),
            Detail = Say("comesBack.detail", ("worn", worn.Name), ("box", box.Name)),
            Why = Say("comesBack.why"),
            Note = Say("powerBack.note"),
            ListenerId = route.AtEar.Listener.Id,
        }.Showing(rig, SignWords.Joined(route));
    });

    /// <summary>True for a pair of which nobody has read who looks for whom.</summary>
    public static bool IsUnread(Route route) => route is { IsPairedAtBox: true, Sends.IsBluetooth: true, Feed.Transmitter.Automatic.Seeks: Seeks.NotRead }
        && route.AtEar.Takes is { Automatic.Seeks: Seeks.NotRead } worn && worn.IsPaired() && Behaviour.Of(worn).HasPowerControl;

    /// <summary>Id of the step that shows it: the power cut of its box, its coming on again after somebody else's pairing, else its own trial.</summary>
    public static string AskedAt(Rig rig, Route route)
    {
        if (PowerBackSteps.IsUnread(rig, route.Feed))
            return PowerBackSteps.IdOf(route.Feed);
        var group = rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).ToList();
        return group.Count > 1 && PairSteps.FirstOff(route) && group[^1] != route && group[^1].IsPairedAtBox ? PairSteps.FirstBackId(group[^1])
            : IdOf(route);
    }

    private static string IdOf(Route route) => $"comes-back-{route.AtEar.Listener.Id}";
}
