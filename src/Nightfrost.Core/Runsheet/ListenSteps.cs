using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>First sound, level, lips, and leaving the place safe.</summary>
internal static class ListenSteps
{
    public static IEnumerable<Step> For(Rig rig)
    {
        foreach (var route in rig.Routes)
        {
            var (ear, id) = (route.AtEar, route.AtEar.Listener.Id);
            yield return new Step
            {
                Id = $"level-{id}",
                Phase = Phase.Listen,
                Place = $"{ear.Listener.Name}, at the seat",
                Action = ear.Receiver.Form is WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker or WearForm.None
                    ? $"Turn the {ear.Takes.Name} down, sit where {ear.Listener.Name} sits, then raise it slowly"
                    : $"Turn the {ear.Takes.Name} down, put it on, then raise it slowly",
                Detail = LevelWords(route.Feed.Socket)
                    + (AdviceRules.Strays(route) is { } strays ? $" If nothing is heard, the {strays.Name} may have strayed into another mode ({strays.StrayModes}): step back to the right one." : ""),
                Expect = "clear speech, loud enough, and comfortable",
                Caution = "Start low, raise slowly. Sudden loss, pain, dizziness or new ringing: stop, and send to a doctor.",
                ListenerId = id,
            };
            if (ear.Listener.OwnVolume)
                yield return new Step
                {
                    Id = $"owner-{id}",
                    Phase = Phase.Listen,
                    Place = "The set's remote",
                    Action = "Press volume up once and ask what changed",
                    Detail = $"Planned: {Loudness.OwnerOf(route)}.",
                    Note = "Who owns the loudness",
                    ListenerId = id,
                };
            yield return new Step
            {
                Id = $"lips-{id}",
                Phase = Phase.Listen,
                Place = $"{ear.Listener.Name}, at the seat",
                Action = "Watch a speaking face: are lips and voice together?",
                Detail = "Ask the listener, and keep the answer. Measure it on Tune.",
                Note = "What the listener says",
                ListenerId = id,
            };
        }

        if (rig.Routes.Any(r => r.Sends is null))
            yield return new Step
            {
                Id = "wire-safe",
                Phase = Phase.Leave,
                Place = "Between set and seat",
                Action = "Lay the long lead along the wall",
                Caution = "A lead across a path trips. Leads and pillow speakers are not worn asleep.",
            };
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "fix-box",
                Phase = Phase.Leave,
                Place = "Behind the set",
                Action = "Fix the box where it worked",
                Ticks = [.. rig.Routes.Select(r => $"{r.AtEar.Listener.Name} still hears it from the seat")],
            };
    }

    private static string LevelWords(SourcePort socket) => SocketReading.FixedLevel(socket) switch
    {
        false => "Keep the set high and the ear low; the other way round gives hiss.",
        true => $"The socket is {(socket.Level == LevelControl.NotYet ? "usually " : "")}at a fixed level: loudness is set at the ear.",
        null => "Nobody knows yet whether the volume keys reach this socket: press one and listen.",
    };
}
