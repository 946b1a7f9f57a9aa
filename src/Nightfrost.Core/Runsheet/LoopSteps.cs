using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

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
            Place = $"{listener.Name}'s seat",
            Action = $"Lay the loop of the {box.Name} at {listener.Name}'s seat",
            Detail = "It is heard inside the loop and close above it, nowhere else.",
            Caution = Step.With("Its wire lies along the wall or under the seat, never across a path.", box.Cautions),
            ListenerId = listener.Id,
        };
        yield return Telecoil(route, charged);
        yield return new Step
        {
            Id = $"drive-{listener.Id}",
            Phase = Phase.Pair,
            Place = $"At the {box.Name}",
            Action = $"With speech playing, set the drive for {listener.Name}'s ears",
            Detail = "By meter at the height of the head: peaks near 400 mA/m. Without a meter: raise it until speech is clear, and no further.",
            Expect = GestureWords.Shows(box, SignState.Sound) is { Length: > 0 } shows ? shows : "clear speech in the aids",
            Note = "Field strength, mA/m, or that none was measured",
            Why = "IEC 60118-4: 400 mA/m is the peak that aids expect.",
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
            Place = $"{listener.Name}'s {route.AtEar.Receiver.Name}",
            Action = "Switch the aids to their telecoil programme",
            Detail = "Often called T, by the key on the aid, its remote or its app. Ask whether voices in the room are still heard on it.",
            Expect = "speech from the loop",
            Caution = "Only the programme is chosen here: setting it up belongs to the aids' hearing professional. On T alone, voices and alarms in the room "
                + "may go unheard.",
            Needs = charged,
            ListenerId = listener.Id,
        };
    }
}
