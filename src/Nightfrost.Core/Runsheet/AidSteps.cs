using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What aids and what passes on to them ask for besides pairing: hung on, put in, asked to stream, and back to the ordinary programme.</summary>
internal static class AidSteps
{
    /// <summary>True for what pairs as it starts, by a drawer or a charger: it is opened or put in before.</summary>
    public static bool OpensLid(Device device) => device.GestureFor(GestureDoes.OpensPairing) is { From: PowerFrom.Off } gesture
        && !Behaviour.Of(device).HasPowerControl && device.Controls.FirstOrDefault(c => c.Name == gesture.Control) is { Kind: ControlKind.Lid };

    /// <summary>True where sound comes only once somebody asks for it.</summary>
    public static bool IsAskedFor(Route route) => route.AtEar.Takes.StreamsOnRequest || route.Feed.Transmitter is { StreamsOnRequest: true };

    /// <summary>Id of what is asked to stream.</summary>
    public static string Asked(Route route) => route.AtEar.Takes.StreamsOnRequest ? Things.Taker(route.AtEar) : Things.Sender(route.Feed)!;

    /// <summary>True where aids take the link themselves and change programme for it.</summary>
    public static bool ChangesProgramme(Route route) => route.AtEar is { Relay: null, Receiver.Form: WearForm.HearingAids } && route.Sends is { IsOpen: false };

    /// <summary>True where a phone knows the aids, so that its calls come to them.</summary>
    public static bool IsCalled(Route route) => ChangesProgramme(route) && (route.Phone is not null || route.AtEar.Listener.KnownTo.Trim().Length > 0);

    /// <summary>Once joined: the relay hung on, the aids in again, the programme or the stream chosen.</summary>
    public static IEnumerable<Step> AfterPairing(Rig rig, Route route)
    {
        var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
        if (ear is { Relay: { } relay, RelayJoint: null })
            yield return new Step
            {
                Id = $"relay-{id}",
                Phase = Phase.Pair,
                Place = Say("place.person", ("who", ear.Listener.Name)),
                Acts = [new Act.PutOn(Things.Relay(ear.Listener))],
                Goal = new Goal.InPlace(Things.Relay(ear.Listener)),
                Action = Say("relay.action", ("relay", relay.Name)),
                Detail = Say("relay.detail"),
                Caution = Wording.Sentences(Say("relay.caution"), relay.Cautions),
                Expect = route.ByTelecoil ? "" : Say("relay.expect"),
                ListenerId = id,
            };
        if (route.ByTelecoil)
            yield return LoopSteps.Telecoil(route, []);
        if (ear is { Relay: null, Receiver.Form: WearForm.HearingAids } && route.IsPairedAtBox)
            yield return new Step
            {
                Id = $"aids-in-{id}",
                Phase = Phase.Pair,
                Place = Say("place.person", ("who", ear.Listener.Name)),
                Acts = [.. Things.Pieces(ear).Select(piece => new Act.PutOn(piece))],
                Goal = new Goal.All([.. Things.Pieces(ear).Select(piece => new Goal.InPlace(piece))]),
                Action = Say("aidsIn.action", ("who", ear.Listener.Name)),
                Detail = Say("aidsIn.detail"),
                ListenerId = id,
            };
        if (IsAskedFor(route))
            yield return new Step
            {
                Id = $"stream-{id}",
                Phase = Phase.Pair,
                Place = Say("place.appOf", ("who", ear.Listener.Name)),
                Acts = [new Act.Streaming(Asked(route), true)],
                Goal = ChangesProgramme(route) ? new Goal.ListensTo(Things.Receiver(ear), AidProgramme.Stream) : new Goal.Streams(Asked(route)),
                Action = Say("stream.action", ("thing", (ear.Takes.StreamsOnRequest ? ear.Takes : route.Feed.Transmitter!).Name)),
                Detail = Say("stream.detail"),
                Why = Say("stream.why"),
                ListenerId = id,
            };
    }

    /// <summary>How one hears the room again without taking anything off; null where aids change no programme for the set.</summary>
    public static Step? Ordinary(Rig rig, Route route)
    {
        if (!ChangesProgramme(route))
            return null;
        var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
        return new Step
        {
            Id = $"ordinary-{id}",
            Phase = Phase.Listen,
            Place = StepPlaces.Whose(ear.Listener, ear.Receiver),
            Acts = [.. Programme(ear, AidProgramme.Ordinary), .. IsAskedFor(route) ? [new Act.Streaming(Asked(route), true)]
                : Programme(ear, AidProgramme.Stream)],
            Goal = new Goal.EarHears(id),
            Action = Say(IsAskedFor(route) ? "ordinary.actionAsked" : "ordinary.action", ("who", ear.Listener.Name)),
            Detail = IsCalled(route) ? Say("ordinary.detail") : "",
            Note = IsCalled(route) ? Say("ordinary.note") : "",
            Why = Say("ordinary.why"),
            Caution = Say("pairEar.caution"),
            ListenerId = id,
        }.Showing(rig, new Sign.Heard(id));
    }

    /// <summary>Both aids on one programme.</summary>
    public static IReadOnlyList<Act> Programme(Ear ear, AidProgramme programme) => [.. Things.Pieces(ear).Select(piece => new Act.Listen(piece, programme))];
}
