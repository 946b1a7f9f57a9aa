using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A sound bar that somebody is to hear by: its own supply, the set's own help, and one remote for both.</summary>
internal static class BarSteps
{
    /// <summary>Its electricity.</summary>
    public static IEnumerable<Step> Power(Rig rig) => Bars(rig).Where(r => Behaviour.Of(r.AtEar.Receiver).TakesSupply).Select(route => new Step
    {
        Id = $"bar-power-{route.AtEar.Listener.Id}",
        Phase = Phase.Power,
        Place = StepPlaces.At(route.AtEar.Receiver.Name),
        Acts =
        [
            new Act.Feed(Things.Receiver(route.AtEar), Things.Mains),
            .. Behaviour.Of(route.AtEar.Receiver).HasPowerControl ? new Act[] { new Act.Switch(Things.Receiver(route.AtEar), true) } : [],
        ],
        Goal = new Goal.Powered(Things.Receiver(route.AtEar)),
        Action = Say("barPower.action", ("bar", route.AtEar.Receiver.Name)),
        Detail = Say("barPower.detail"),
        Caution = Wording.Sentences(Say("boxPower.caution"), route.AtEar.Receiver.Cautions),
        Why = Say("boxPower.why"),
        ListenerId = route.AtEar.Listener.Id,
    }.Showing(rig, SignWords.Telling(Things.Receiver(route.AtEar), route.AtEar.Receiver, SignState.Power)));

    /// <summary>What the set offers by itself, and the trial of remote codes.</summary>
    public static IEnumerable<Step> Menus(Rig rig)
    {
        foreach (var route in Bars(rig).Where(r => r.Feed.Socket.Kind == SocketKind.HdmiReturn))
        {
            var (bar, id) = (route.AtEar.Receiver, route.AtEar.Listener.Id);
            yield return new Step
            {
                Id = $"guide-{id}",
                Phase = Phase.Menu,
                Place = Say("place.menuOutput"),
                Action = Say("guide.action"),
                Detail = Say("guide.detail"),
                Note = Say("guide.note"),
                ListenerId = id,
            };
            if (bar.EmitterReachM <= 0)
                continue;
            yield return new Step
            {
                Id = $"emitter-{id}",
                Phase = Phase.Menu,
                Place = StepPlaces.At(bar.Name),
                Action = Say("emitter.action", ("bar", bar.Name), ("metres", FormattableString.Invariant($"{bar.EmitterReachM:0.#}"))),
                Detail = Say("emitter.detail"),
                ListenerId = id,
            };
            yield return new Step
            {
                Id = $"codes-{id}",
                Phase = Phase.Menu,
                Place = Say("place.remoteOfSet"),
                Action = Say("codes.action", ("bar", bar.Name)),
                Detail = Say("codes.detail"),
                Note = Say("codes.note"),
                ListenerId = id,
            };
        }
    }

    /// <summary>True for a lead straight into a bar, which decodes whatever comes.</summary>
    public static bool IsStraight(Rig rig, Feed feed) => feed is { Transmitter: null, Adapters.Count: 0 } && Bars(rig).Any(r => r.Feed.Key == feed.Key);

    private static IEnumerable<Route> Bars(Rig rig) => rig.Routes.Where(r => r is
    {
        Sends: null,
        AtEar: { Relay: null, Receiver.Role: DeviceRole.RoomSpeaker }
    });
}
