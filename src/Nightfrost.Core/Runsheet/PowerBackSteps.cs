using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>A box whose power goes off with the set, and of which nobody has read whether it then still knows its partners: that is tried once.</summary>
internal static class PowerBackSteps
{
    /// <summary>So long without power that a device starts anew, s (starting value).</summary>
    public const int RestSeconds = 5;

    /// <summary>So long until what was switched on has found the partner it knows, s (starting value).</summary>
    public const double JoinSeconds = 10;

    /// <summary>The trial; null where it is read, or where its power stays on.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="joined">Routes by one box, all joined.</param>
    public static Step? For(Rig rig, IReadOnlyList<Route> joined)
    {
        var feed = joined[0].Feed;
        if (!IsUnread(rig, feed) || feed.Transmitter is not { } box)
            return null;
        return new Step
        {
            Id = IdOf(feed),
            Phase = Phase.Pair,
            Place = StepPlaces.At(box.Name),
            Acts = [new Act.Rest(Things.Sender(feed)!, RestSeconds), new Act.Wait(JoinSeconds)],
            Goal = new Goal.All([.. joined.Select(r => new Goal.Joined(Things.Taker(r.AtEar)))]),
            Action = Say("powerBack.action", ("box", box.Name), ("seconds", FormattableString.Invariant($"{RestSeconds}"))),
            Detail = Say("powerBack.detail", ("box", box.Name)),
            Why = Say(rig.PowerOf(feed, box)!.SleepsWithSet ? "powerBack.why" : "powerBack.whyMay"),
            Note = Say("powerBack.note"),
        }.Showing(rig,
            [
                .. joined.SelectMany(SignWords.Joined),
                .. joined.Count == 1 ? SignWords.Telling(Things.Sender(feed)!, box, SignState.Joined) : [],
            ]);
    }

    /// <summary>The step that tries it.</summary>
    public static string IdOf(Feed feed) => $"power-back-{feed.Key}";

    /// <summary>True for a box that may forget its partners each evening, as far as anybody has read.</summary>
    public static bool IsUnread(Rig rig, Feed feed) => feed.Transmitter is { } box && box.IsPaired()
        && box.Power is { PairingSurvivesPowerLoss: Known.NotYet, BatteryHours: 0 } && MayGoOff(rig, feed, box);

    private static bool MayGoOff(Rig rig, Feed feed, Device box) => rig.PowerOf(feed, box)?.UsbSocketId is { } port
        && rig.Site.Look.Set.Sockets.Any(s => s.Id == port && s.OffInStandby != Known.No);
}
