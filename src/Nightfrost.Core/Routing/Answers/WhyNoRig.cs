using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Why there is no rig, and what to do.</summary>
internal static class WhyNoRig
{
    /// <summary>What keeps anything from being searched; null when nothing does.</summary>
    public static FieldProblem? Before(Site site)
    {
        var look = site.Look;
        if (!look.AllSockets().Any(s => s.IsThere))
            return new("set.sockets", "No socket has been entered.", "Look behind the set, at its sides and underneath, and enter what you see on Look.");
        if (look.Listeners.Count == 0)
            return new("listeners", "Nobody listens yet.", "Enter who listens on Look.");
        if (site is { RoomHears: { } hears, SetSilent: { } silent })
            return new("listeners", $"The room should hear ({hears}), and the set must be silent ({silent}).",
                "Ask which comes first, or plan two cases for two evenings.");
        return null;
    }

    /// <summary>Why the search found nothing.</summary>
    public static FieldProblem After(Site site, Limits limits)
    {
        if (limits.MustUse.Count > 0)
            return new("limits.mustUse", $"No rig holds {Wording.Listed(limits.MustUse.Select(id => NameOf(site, id)))}.", "Read why below, or ask for less.");
        var outputs = site.Look.AllSockets().Where(s => s.IsThere && SocketReading.Direction(site.Look, s) == MarkingReading.Output
            && (SocketKinds.Of(s.Kind).IsRadio || !SocketKinds.Of(s.Kind).GivesPower || s.UsbSound == Known.Yes)).ToList();
        if (outputs.Count == 0 && site.Look.AllSockets()
            .FirstOrDefault(s => s.IsThere && SocketReading.Direction(site.Look, s) == MarkingReading.Unsure) is { } unread)
            return new("set.sockets", $"Nobody has read whether {RouteWords.Socket(site.Look, unread)} is an output.",
                "Read the words beside it, or settle it by ear, and enter it on Look.");
        if (outputs.Count == 0)
            return new("set.sockets", "None of the sockets entered lets sound out.",
                "Look for an optical socket behind a small door, a headphone socket on the side, HDMI marked ARC, a red and white pair marked audio out, or "
                    + "built-in Bluetooth in the menu. A box in front of the set may have an output of its own.");
        if (site.RoomHears is { } hears && outputs.All(s => site.LiveWithRoom(s) == Liveness.Never))
            return new("listeners", $"{(outputs.Count == 1 ? "The only output silences" : "Every output silences")} {RigOutputs.OwnRoom(site, outputs)}, "
                + $"and the room should hear ({hears}).",
                "Ask whether the room may be silent while one listens; or look for an output that leaves the room its sound.");
        if (site.SetSilent is { } silent && site.Look.Set.SpeakersCanBeOff == Known.No
            && outputs.All(s => !site.Look.IsBeforeSet(s) && !SocketReading.SilencesSpeakers(s)))
            return new("listeners", $"The set must be silent ({silent}); its speakers cannot be switched off, and no output silences them.",
                "Ask whether muting the set leaves the output live, and enter what you find on Look.");
        var missing = site.Look.Listeners.FirstOrDefault(l => l.ReceiverId is null && !l.OpenToAnother);
        if (missing is not null)
            return new("listeners", $"{missing.Name} has no receiver, and none may be bought.",
                "Say on Look what is worn, or tick 'open to another receiver'.");
        if (limits.NoWires || limits.MustNotUse.Count > 0)
            return new("limits", "Nothing is left within these limits.", "Allow wires, or something that was shut out.");
        return new("set.sockets",
            $"{(outputs.Count == 1 ? "One output was" : $"{outputs.Count} outputs were")} found, but nothing on the shelf carries "
                + $"{(outputs.Count == 1 ? "its" : "their")} sound to a listener.", "Read what is ruled out below; free a socket, add a device to the shelf, "
                + "or open a listener to another receiver.");
    }

    /// <summary>Why nothing fits the budget.</summary>
    public static FieldProblem OverBudget(Site site, Limits limits, decimal cheapest)
    {
        var currency = site.Shelf.Currency;
        return new("limits.budget",
            $"Nothing that serves as many listeners as can be served costs {Wording.Money(limits.Budget ?? 0, currency)} or less; the cheapest costs "
                + $"{Wording.Money(cheapest, currency)}.", "Raise the budget, or plan for fewer listeners first.");
    }

    /// <summary>Name of a socket or device.</summary>
    public static string NameOf(Site site, string id) =>
        site.Look.AllSockets().FirstOrDefault(s => s.Id == id) is { } socket ? RouteWords.Socket(site.Look, socket) : site.Shelf.NameOf(id);
}
