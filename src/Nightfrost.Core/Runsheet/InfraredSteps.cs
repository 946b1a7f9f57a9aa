using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>An emitter is turned to whoever is to hear it: what it does not see is silent.</summary>
internal static class InfraredSteps
{
    /// <summary>Aiming for one listener; empty for other links.</summary>
    public static IEnumerable<Step> Aim(Rig rig, Route route)
    {
        if (route.Sends is not { IsInfrared: true } || route.Feed.Transmitter is not { } box)
            yield break;
        var (listener, facing) = (route.AtEar.Listener, rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).ToList());
        yield return new Step
        {
            Id = $"aim-{listener.Id}",
            Phase = Phase.Pair,
            Place = StepPlaces.At(box.Name),
            Acts = [new Act.Aim(Things.Sender(route.Feed)!)],
            Goal = new Goal.Aimed(Things.Sender(route.Feed)!),
            Action = Say("aim.action", ("box", box.Name), ("who", Wording.Listed(facing.Select(r => r.AtEar.Listener.Name)))),
            Detail = Wording.Sentences(Say("aim.detail"), listener.Seat.SunOnReceiver ? Say("aim.sun") : ""),
            Caution = Say("aim.caution"),
            Why = Say("because.aim-before-heard"),
            ListenerId = listener.Id,
        };
    }
}
