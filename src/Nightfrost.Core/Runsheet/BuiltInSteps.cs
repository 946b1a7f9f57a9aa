using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A source's own radio: the list it keeps in its menu, and the question it asks.</summary>
internal static class BuiltInSteps
{
    /// <summary>Opening the list, so that it looks for headphones.</summary>
    public static Step Search(Rig rig, Route route, string sendName) => new()
    {
        Id = $"pair-box-{route.AtEar.Listener.Id}",
        Phase = Phase.Pair,
        Place = Say("place.menuAccessories", ("thing", sendName)),
        Acts = [new Act.Search(Things.Radio(route.Feed.Socket))],
        Goal = new Goal.WindowOpen(Things.Radio(route.Feed.Socket)),
        Action = Say("pairBox.action"),
        Detail = Wording.Sentences(IsOfSet(route) ? MenuSteps.OnThisSet(rig, MenuOf.BluetoothList) : "", Say("pairBox.detail")),
        Expect = Say("pairBox.expect", ("worn", route.AtEar.Takes.Name)),
        ListenerId = route.AtEar.Listener.Id,
    };

    /// <summary>The set's question whether to use what it found; null for sources that ask nothing.</summary>
    public static Step? Answer(Route route) => IsOfSet(route) ? new()
    {
        Id = $"answer-{route.AtEar.Listener.Id}",
        Phase = Phase.Pair,
        Place = Say("place.atSet"),
        Acts = [new Act.Choose(SoundSource.Television, SourceMenu.Output, Things.Socket(route.Feed.Socket))],
        Goal = new Goal.MenuAt(SoundSource.Television, SourceMenu.Output, Things.Socket(route.Feed.Socket)),
        Action = Say("answer.action", ("worn", route.AtEar.Takes.Name)),
        Detail = Say("answer.detail"),
        Expect = WireSteps.Silence(route.Site.Look, route.Feed.Socket),
        ListenerId = route.AtEar.Listener.Id,
    } : null;

    /// <summary>Speakers of the source's own make: added in its menu, without a window.</summary>
    public static IEnumerable<Step> Platform(Rig rig, Route route)
    {
        var (ear, id, taker) = (route.AtEar, route.AtEar.Listener.Id, Things.Taker(route.AtEar));
        yield return new Step
        {
            Id = $"joined-{id}",
            Phase = Phase.Pair,
            Place = Say("place.menuSpeakersOf", ("thing", Wording.Capital(RouteWords.Source(route)))),
            Acts = [.. Behaviour.Of(ear.Takes).HasPowerControl ? new Act[] { new Act.Switch(taker, true) } : [], new Act.Wait(PowerBackSteps.JoinSeconds),
                new Act.Choose(Things.Source(route.Site.Look, route.Feed.Socket), SourceMenu.Output, Things.Socket(route.Feed.Socket))],
            Goal = new Goal.All([new Goal.Joined(taker), new Goal.MenuAt(Things.Source(route.Site.Look, route.Feed.Socket), SourceMenu.Output,
                Things.Socket(route.Feed.Socket))]),
            Action = Say("platform.action", ("worn", ear.Takes.Name)),
            Detail = Wording.Sentences(Say("platform.detail"), Silence(route)),
            Note = MenuSteps.ValueFound,
            ListenerId = id,
        }.Showing(rig, new Sign.AtReceiver(id));
    }

    /// <summary>The step from which on a radio of the set sounds, and so shows whether the set's own speakers fall silent.</summary>
    public static string UseId(Route route) => route.Sends!.Technology switch
    {
        LinkTechnology.PlatformSpeakers => $"joined-{route.AtEar.Listener.Id}",
        LinkTechnology.LeAudioBroadcast => BroadcastSteps.ChooseId(route),
        _ => $"answer-{route.AtEar.Listener.Id}",
    };

    /// <summary>What the set's own speakers do from then on, as a sentence; blank for a radio of another source.</summary>
    public static string Silence(Route route) => IsOfSet(route) && WireSteps.Silence(route.Site.Look, route.Feed.Socket) is { Length: > 0 } silence
        ? Wording.Sentence(silence) : "";

    private static bool IsOfSet(Route route) => route.Site.Look.SourceOf(route.Feed.Socket) is null;
}
