using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A loop is laid, driven and heard through the telecoil: nothing is paired.</summary>
internal static class LoopSteps
{
    /// <summary>Laying, choosing the programme, driving.</summary>
    /// <param name="route">A route whose box drives the loop.</param>
    /// <param name="charged">Ids of the steps that see to charged aids.</param>
    public static IEnumerable<Step> For(Route route, IReadOnlyList<string> charged)
    {
        var (listener, box) = (route.AtEar.Listener, route.Feed.Transmitter!);
        yield return new Step
        {
            Id = $"loop-{listener.Id}",
            Phase = Phase.Pair,
            Place = Say("place.seatOf", ("who", listener.Name)),
            Acts = [new Act.PutOn(Things.Sender(route.Feed)!)],
            Goal = new Goal.InPlace(Things.Sender(route.Feed)!),
            Action = Say("loop.action", ("box", box.Name), ("who", listener.Name)),
            Detail = Say("loop.detail"),
            Caution = Wording.Sentences(Say("loop.caution"), box.Cautions),
            ListenerId = listener.Id,
        };
        yield return Telecoil(route, charged);
        yield return new Step
        {
            Id = $"drive-{listener.Id}",
            Phase = Phase.Pair,
            Place = StepPlaces.At(box.Name),
            Acts = [new Act.Turn(Things.Sender(route.Feed)!, Volume.Usual)],
            Goal = new Goal.TurnedUp(Things.Sender(route.Feed)!),
            Action = Say("drive.action", ("who", listener.Name)),
            Detail = Say("drive.detail"),
            Expect = GestureWords.Shows(box, SignState.Sound) is { Length: > 0 } shows ? shows : Say("drive.expect"),
            Note = Say("drive.note"),
            Why = Say("drive.why"),
            ListenerId = listener.Id,
        };
    }

    /// <summary>Choosing the programme that hears a loop.</summary>
    public static Step Telecoil(Route route, IReadOnlyList<string> charged)
    {
        var listener = route.AtEar.Listener;
        return new()
        {
            Id = $"telecoil-{listener.Id}",
            Phase = Phase.Pair,
            Place = StepPlaces.Whose(listener, route.AtEar.Receiver),
            Acts = AidSteps.Programme(route.AtEar, AidProgramme.Telecoil),
            Goal = new Goal.ListensTo(Things.Receiver(route.AtEar), AidProgramme.Telecoil),
            Action = Say("telecoil.action"),
            Detail = Say("telecoil.detail"),
            Expect = Say("telecoil.expect"),
            Caution = Say("telecoil.caution"),
            Needs = charged,
            ListenerId = listener.Id,
        };
    }
}
