using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A broadcast is closed once and chosen by each who is to hear it: nothing is paired.</summary>
internal static class BroadcastSteps
{
    /// <summary>Naming and closing it, once for a box.</summary>
    public static Step? Close(Feed feed, AirLink sends) => feed.Transmitter is not { } box || sends.Technology != LinkTechnology.LeAudioBroadcast ? null
        : new Step
        {
            Id = CloseId(feed),
            Phase = Phase.Pair,
            Place = StepPlaces.At(box.Name),
            Action = Say(sends.Encrypts ? "cast.action" : "cast.actionOpen", ("box", box.Name)),
            Detail = Say(sends.Encrypts ? "cast.detail" : "cast.detailOpen"),
            Caution = Say("cast.caution"),
            Note = Say(sends.Encrypts ? "cast.note" : "cast.noteOpen"),
        };

    /// <summary>Id of that step.</summary>
    internal static string CloseId(Feed feed) => $"cast-{feed.Key}";

    internal static string ChooseId(Route route) => $"choose-{route.AtEar.Listener.Id}";

    /// <summary>Choosing it, for one listener.</summary>
    public static IEnumerable<Step> Choose(Rig rig, Route route, IReadOnlyList<string> charged)
    {
        var (ear, id, takes, taker) = (route.AtEar, route.AtEar.Listener.Id, route.AtEar.Takes, Things.Taker(route.AtEar));
        var gesture = takes.GestureFor(GestureDoes.ChoosesBroadcast);
        yield return new Step
        {
            Id = ChooseId(route),
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(ear.Listener, takes),
            Acts = [.. gesture is null ? [] : Things.Takers(ear).SelectMany(each => Behaviour.Of(takes).HasPowerControl
                ? new Act[] { new Act.Switch(each, true), Act.Press.Of(each, gesture) } : [Act.Press.Of(each, gesture)])],
            Goal = new Goal.Joined(taker),
            Action = gesture is null ? Say("gesture.broadcastNotRead", ("thing", takes.Name)) : GestureWords.Of(takes, gesture),
            Detail = Wording.Sentences(Behaviour.Of(takes).HasPowerControl ? Say("gesture.onFirst", ("thing", takes.Name)) : "",
                Say("choose.detail", ("box", route.Feed.Transmitter?.Name ?? RouteWords.Source(route))),
                route.Sends is { Encrypts: true } ? Say("choose.code") : "",
                route.Feed.BuiltIn ? BuiltInSteps.Silence(route) : ""),
            HoldSeconds = gesture?.HoldSeconds ?? 0,
            Caution = takes.Form == WearForm.HearingAids ? Say("pairEar.caution") : "",
            Needs = charged,
            ListenerId = id,
        }.Showing(rig, [.. SignWords.Telling(taker, takes, SignState.Joined), new Sign.AtReceiver(id)]);
        foreach (var step in AidSteps.AfterPairing(rig, route))
            yield return step;
    }
}
