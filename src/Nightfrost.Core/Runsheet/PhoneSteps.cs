using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What goes through a phone: an app that comes before any pairing, and a phone that passes the sound on.</summary>
internal static class PhoneSteps
{
    /// <summary>What has an app is joined to its phone and brought up to date first; null for what has none, and for a phone itself.</summary>
    public static Step? First(Route route)
    {
        var (ear, takes) = (route.AtEar, route.AtEar.Takes);
        if (route.Phone is not { } phone || takes.App.Length == 0)
            return null;
        return new Step
        {
            Id = $"phone-{ear.Listener.Id}",
            Phase = Phase.Pair,
            Place = Say("place.phone", ("phone", phone)),
            Acts = [.. Things.Takers(ear).Select(each => new Act.ToPhone(each, Things.Rival(ear.Listener)))],
            Goal = new Goal.KnownTo(Things.Taker(ear), Things.Rival(ear.Listener)),
            Action = Say("phone.action", ("worn", takes.Name), ("phone", phone), ("app", takes.App)),
            Detail = Wording.Sentences(takes.Firmware.Length > 0 ? Say("phone.firmware", ("firmware", takes.Firmware)) : "", Say("phone.detail")),
            Why = Say("because.phone-before-box"),
            Caution = Say("phone.caution"),
            ListenerId = ear.Listener.Id,
        };
    }

    /// <summary>A phone that takes the sound over the network and passes it on.</summary>
    public static IEnumerable<Step> Relay(Route route, IReadOnlyList<string> charged)
    {
        var (ear, id, phone, worn) = (route.AtEar, route.AtEar.Listener.Id, Things.Relay(route.AtEar.Listener), Things.Receiver(route.AtEar));
        yield return new Step
        {
            Id = $"network-{id}",
            Phase = Phase.Pair,
            Place = Say("place.phoneOf", ("who", ear.Listener.Name)),
            Acts = [new Act.Switch(phone, true), new Act.JoinNetwork(phone), new Act.Wait(PowerBackSteps.JoinSeconds)],
            Goal = new Goal.Joined(phone),
            Action = Say("network.action", ("source", RouteWords.Source(route))),
            Detail = Say("network.detail"),
            Needs = charged,
            ListenerId = id,
        };
        if (ear.RelaySends is { Technology: LinkTechnology.BluetoothClassic } && ear.Receiver.GestureFor(GestureDoes.OpensPairing) is { } joins)
            yield return new Step
            {
                Id = $"phone-ear-{id}",
                Phase = Phase.Pair,
                Place = Say("place.phoneOf", ("who", ear.Listener.Name)),
                Acts = [.. joins.From == PowerFrom.On && Behaviour.Of(ear.Receiver).HasPowerControl ? new Act[] { new Act.Switch(worn, true) } : [],
                    new Act.Search(phone), Act.Press.Of(worn, joins)],
                Goal = new Goal.Joined(worn),
                Action = Say("phoneEar.action", ("worn", ear.Receiver.Name), ("gesture", Wording.Lower(GestureWords.Of(ear.Receiver, joins)))),
                Detail = Wording.Sentences(GestureWords.Window(ear.Receiver, "window.ear")),
                HoldSeconds = joins.HoldSeconds,
                Needs = charged,
                ListenerId = id,
            };
        yield return new Step
        {
            Id = $"app-{id}",
            Phase = Phase.Pair,
            Place = Say("place.phoneOf", ("who", ear.Listener.Name)),
            Acts = [new Act.Streaming(phone, true)],
            Goal = new Goal.Streams(phone),
            Action = Say("app.action", ("app", ear.Relay!.App), ("source", RouteWords.Source(route))),
            Detail = Say("app.detail"),
            Caution = Say("app.caution"),
            ListenerId = id,
        };
    }
}
