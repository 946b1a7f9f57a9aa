using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Something to try that costs nothing, or next to nothing.</summary>
/// <param name="Id">Stable name.</param>
/// <param name="Words">What to try, in one sentence.</param>
/// <param name="Why">What it changes, and what it does not.</param>
public sealed record FreeRemedy(string Id, string Words, string Why);

/// <summary>What to try before anything is bought, from the complaint and from what stands there.</summary>
public static class FreeRemedies
{
    /// <summary>Hours a day up to which somebody counts as a rare listener (starting value).</summary>
    public const double RareHoursADay = 0.5;

    /// <summary>Remedies worth trying at a site, the least trouble first; empty when nothing suggests itself.</summary>
    /// <param name="look">What was found.</param>
    public static IReadOnlyList<FreeRemedy> For(Look look)
    {
        var remedies = new List<FreeRemedy>();
        var (lost, thin, loud) =
            (look.Complaints.Contains(Complaint.SpeechLost), look.Complaints.Contains(Complaint.ThinSound), look.Complaints.Contains(Complaint.TooQuietForOne));
        if (lost || loud || thin)
        {
            remedies.Add(new("speech-setting", "Try the set's speech or voice settings one by one, and switch surround and night modes off.",
                "Voices come forward at the same loudness. It helps no one who needs it louder than the room bears."));
            remedies.Add(new("subtitles", "Switch subtitles on.", "Lost words are read. Nothing is bought or worn."));
            remedies.Add(new("clean-track", "Look in the programme's sound menu for a clean-dialogue or described track.", DescribedWords(look)));
        }

        if (loud || lost)
            remedies.Add(new("nearer", "Before more loudness for the whole house: seat and sound nearer to each other, by a speaker beside the listener.",
                "Half the distance brings 6 dB more of the direct sound, and the neighbours hear no more."));
        if (thin)
            remedies.Add(new("outside-speaker", "Hear the set on an outside speaker or a bar before a headset is chosen.",
                "It gives body and clearer voices to the whole room. It does nothing for those whom the sound disturbs."));
        if (look.Complaints.Contains(Complaint.DisturbsOthers) && look.Listeners.Any(IsRare)
            && look.AllSockets().Any(s => s is { State: SocketState.Free, Kind: SocketKind.Headphone35 or SocketKind.Headphone635 }))
            remedies.Add(new("unplug-after", "For somebody who listens now and then: a wire in the headphone socket, pulled out after use.",
                "The room's sound comes back with the plug out. At a set whose rear must be reached each time it is no answer."));
        foreach (var socket in look.AllSockets()
            .Where(s => s.State == SocketState.Taken && s.Kind is SocketKind.OpticalSquare or SocketKind.Optical35 or SocketKind.Coaxial or SocketKind.PhonoPair
                or SocketKind.Headphone35 or SocketKind.Headphone635))
        {
            remedies.Add(new(
                $"borrow-{socket.Id}", $"Ask whether {RouteWords.Socket(look, socket)} may be had for an evening, or for good.",
                $"{Wording.Capital(RouteWords.Taker(socket, "what is plugged in"))} goes quiet while its plug is out. For good, feed the headset from an "
                    + "output of its own if it has one, or share the socket by a splitter or pass-through."));
        }

        return remedies;
    }

    private static bool IsRare(Listener listener) => listener.HoursADay is > 0 and <= RareHoursADay;

    private static string DescribedWords(Look look) => look.Listeners.Any(l => l.SeesBadly) && look.Listeners.Count > 1
        ? "Described sound for one ear alone needs a second output with its own track; few sets have one. Otherwise everybody hears it."
        : "Some programmes carry one; the set keeps it until it is switched back.";
}
