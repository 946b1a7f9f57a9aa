using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Line;

/// <summary>What speaks for a rig, against it, and what it rests on.</summary>
internal static class RigReasons
{
    /// <summary>Every reason of a rig.</summary>
    /// <param name="ranked">The rig.</param>
    /// <param name="arrivals">Arrivals of its site.</param>
    /// <param name="rows">Its rows of the line board.</param>
    /// <param name="next">The rig it is compared with; null for none.</param>
    /// <param name="measured">What was measured with just these ways.</param>
    /// <param name="others">Other rigs that might cure what was measured, best first; null where none were looked for.</param>
    public static List<Reason> Of(RankedRig ranked, Arrivals arrivals, IReadOnlyList<LineRow> rows, RankedRig? next, IReadOnlyList<MeasuredEar> measured,
        IReadOnlyList<RankedRig>? others)
    {
        var (rig, reasons) = (ranked.Rig, new List<Reason>());
        foreach (var route in rig.Routes)
        {
            if (RigMeasured.Of(route, measured) is { } m && InStepWords.Of(m.InStep, rig.Site.Look.GoodEnoughPercent) is var word and not InStepWord.InStep)
                reasons.Add(new(ReasonKind.Against,
                    string.Create(CultureInfo.InvariantCulture,
                        $"{route.AtEar.Listener.Name} was measured {word switch { InStepWord.OutOfStep => "out of step", _ => "doubtful" }}: "
                            + $"{Math.Abs(m.SkewMs):0} ms {(m.SkewMs < 0 ? "early" : "late")}, in step {Wording.Percent(m.InStep)} where "
                            + $"{Wording.Percent(arrivals.InStep(route))} was forecast."), RigMeasured.Cure(route, m, ranked.Score.Served, others)));
        }

        foreach (var feed in rig.Feeds)
        {
            var routes = rig.Routes.Where(r => r.Feed.Key == feed.Key).ToList();
            var names = string.Join(" and ", routes.Select(r => r.AtEar.Listener.Name));
            var first = routes[0];
            if (first.Coding.Codec is { Class: CodecClass.VendorLowLatency } codec)
                reasons.Add(new(ReasonKind.For,
                    $"{feed.Transmitter?.Name} and {string.Join(" and ", routes.Select(r => r.AtEar.Takes.Name).Distinct())} share "
                        + $"{codec.Words}{(routes.Count > 1 ? ", and keep it with two" : "")}."));
            if (rig.Site.BarSocket?.Id == feed.Socket.Id)
                reasons.Add(new(ReasonKind.For,
                    feed.Splitter is null ? $"The {rig.Site.Bar!.Name} keeps its signal: the box passes it on. Two optical leads, one of them there already."
                        : $"A splitter shares the socket with the {rig.Site.Bar!.Name}."));
            if (feed.Room is { Speakers: { } speakers })
                reasons.Add(new(ReasonKind.For,
                    $"The {speakers.Name} on the other end of the splitter keep the room's sound: {RouteWords.Socket(rig.Site.Look, feed.Socket)} "
                        + $"{(feed.Socket.SilencesSpeakers == Known.Yes ? "silences" : "usually silences")} {RigOutputs.OwnRoom(rig.Site, feed.Socket)}."));
            if (feed.Transmitter is null && !feed.BuiltIn)
                reasons.Add(new(ReasonKind.For, $"A plain wire: no delay of its own for {names}."));
        }

        foreach (var route in rig.Routes.Where(r => r.AtEar.RelayJoint is not null))
            reasons.Add(new(ReasonKind.For,
                $"The {route.AtEar.Relay!.Name} in front of the {route.AtEar.Receiver.Name} takes {route.Coding.Words}, which that has not by itself."));
        if (rows.Any(r => r.MusicOnly))
            reasons.Add(new(ReasonKind.For,
                $"{Wording.Listed(rows.Where(r => r.MusicOnly).Select(r => r.Name))}: no picture is followed, so delay does not count."));
        if (ranked.Score.Price == 0)
            reasons.Add(new(ReasonKind.For, "Everything it needs is there already."));
        foreach (var row in rows)
        {
            foreach (var need in row.Needs.Where(n => !n.Met))
                reasons.Add(NotMet(row.Name, need));
        }

        foreach (var unserved in rig.Site.Look.Listeners.Where(l => rig.Routes.All(r => r.AtEar.Listener.Id != l.Id)))
            reasons.Add(WhyUnserved(rig, unserved));
        if (next is not null)
            reasons.Add(new(ReasonKind.For, Trade(ranked, next)));
        if (rows.Where(r => r.Forecast is not null && r.ListenerId != LineBoard.RoomRow && measured.All(m => m.ListenerId != r.ListenerId))
            .MinBy(r => r.Forecast!.InStep) is { } worst)
            reasons.Add(Weakest(rig, worst, measured.Count > 0 ? "of those not measured" : "point"));
        var forecast = rig.Routes.Where(r => RigMeasured.Of(r, measured) is null).ToList();
        foreach (var route in forecast)
        {
            if (rows.FirstOrDefault(r => r.ListenerId == route.AtEar.Listener.Id) is { Forecast: { } f } row && f.MedianMs < row.Tolerance.EarlyMs
                && rig.Site.Look.Set.PictureMode != PictureMode.Game && Skew.HangsOnPictureMode(rig.Site.Look, route.Feed.Socket))
                reasons.Add(new(ReasonKind.Against,
                    $"{row.Name} hears early: the sound does not wait for the picture. A faster picture mode on the set, such as game, brings them together."));
        }

        foreach (var row in rows.Where(r => r.Echo is { Effect: EchoEffect.Blurs or EchoEffect.Echoes }))
            reasons.Add(new(ReasonKind.Against,
                $"{row.Name} hears {row.Echo!.Words}. Delay the earlier one on Tune, turn one of the two down, or close the ear."));
        foreach (var finding in rows.SelectMany(r => r.Findings).Where(f => f.Effect == RuleEffect.Advises).DistinctBy(f => f.Sentence))
            reasons.Add(new(ReasonKind.Against, finding.Sentence, finding.Remedy));
        foreach (var device in rig.Routes.SelectMany(r => r.Devices).DistinctBy(d => d.Id))
            reasons.AddRange(device.Cautions.Select(caution => new Reason(ReasonKind.Against, $"{device.Name}: {caution}")));
        foreach (var choice in rig.Power.Where(p => p.IsFlagged))
            reasons.Add(new(ReasonKind.Against,
                $"{choice.Words} From {Wording.Percent(BoxPower.FlaggedShare)} on, a weak port may make a box restart or crackle.",
                "Give one box a mains supply of its own."));
        if (MainsOutlets.AreShort(rig))
            reasons.Add(new(ReasonKind.Against, MainsOutlets.Words(rig), "An extension block with overload protection is packed; never one on another."));
        var inStep = RigInStep.Of(rig, arrivals);
        foreach (var fact in inStep.Facts.Where(fact => forecast.Exists(r => r.Feed.Socket.Id == fact.Socket.Id)))
        {
            var who = forecast.Where(r => r.Feed.Socket.Id == fact.Socket.Id).Select(r => r.AtEar.Listener.Name).ToList();
            reasons.Add(new(ReasonKind.Assumed,
                $"Nobody knows yet whether the sound from {RouteWords.Socket(rig.Site.Look, fact.Socket)} waits for the "
                    + $"picture{(who.Count > 1 ? $", for {Wording.Listed(who)} alike" : "")}: in step {Wording.Percent(fact.IfYes)} if it does, "
                    + $"{Wording.Percent(fact.IfNo)} if it does not; both are taken as equally likely.", "Measure it on Tune: a minute settles it."));
        }

        foreach (var source in rig.Site.Look.Sources.Where(s => s is { Watched: true, BringsPicture: Known.NotYet } && SourceKinds.Of(s.Kind).AskPicture
            && forecast.Exists(r => rig.Site.Passing(r.Feed.Socket).Any(p => p.SourceId == s.Id))))
            reasons.Add(new(ReasonKind.Assumed,
                $"Nobody has said whether the {source.Name} brings pictures that are followed: "
                    + $"{(source.MusicOnly ? "music alone is taken" : "pictures are taken")}, as is usual.", "Ask, and enter it on Look."));
        foreach (var socket in TakenByUnknown(rig.Site))
            reasons.Add(new(ReasonKind.Assumed,
                $"Nobody has said whether the room hears by what holds {RouteWords.Socket(rig.Site.Look, socket)}: planned as if by the set's own speakers.",
                "Ask, and enter at that socket on Look which speaker it is."));
        if (inStep.IsBound && forecast.Count > 0)
            reasons.Add(new(ReasonKind.Assumed,
                $"More than {RigInStep.MostFacts} sockets may or may not wait for the picture: in step is {Wording.Percent(inStep.Probability)} at most."));
        if (forecast.Count > 0)
            reasons.Add(new(ReasonKind.Assumed,
                $"{(measured.Count == 0 ? "Delays are typical, not measured." : "Where nothing was measured, delays are typical.")} A measurement on Tune "
                    + "replaces them."));
        if (!ranked.Proven)
            reasons.Add(new(ReasonKind.Assumed, "The search stopped at its limit: others that nothing beats may exist."));
        return reasons;
    }

    // Outputs of the set that feed something nobody has named, where it matters what the room hears by.
    private static IEnumerable<SourcePort> TakenByUnknown(Site site) => site is { Bar: null, RoomHears: null, SetSilent: null } or { Bar: not null } ? []
        : site.Look.Set.Sockets.Where(s => s is { State: SocketState.Taken, TakenByDeviceId: null } && !SocketKinds.Of(s.Kind).IsRadio
            && SocketReading.Direction(site.Look, s) == MarkingReading.Output);

    // A link that may drop out is weaker than a forecast that is good enough.
    private static Reason Weakest(Rig rig, LineRow worst, string which)
    {
        var inStep = InStepWords.Of(worst.Forecast!.InStep, rig.Site.Look.GoodEnoughPercent) == InStepWord.InStep;
        return inStep && rig.Routes.Select(r => (Route: r, Reach: r.Reach)).Where(one => one.Reach is { Grade: 0 }).OrderBy(one => one.Reach!.MarginDb)
            .FirstOrDefault() is { Reach: { } reach } poor
            ? new(ReasonKind.Against,
                $"Weakest {which}: {poor.Route.AtEar.Listener.Name}'s link may drop out at {RouteWords.Metres(reach.DistanceM)} ({reach.Words}).")
            : new(ReasonKind.Against,
                string.Create(CultureInfo.InvariantCulture,
                    $"Weakest {which}: {worst.Name}, in step {Wording.Percent(worst.Forecast.InStep)} against {worst.Tolerance.EarlyMs:+0;−0} … "
                        + $"{worst.Tolerance.LateMs:+0;−0} ms."));
    }

    // Nobody asks for a lead off the floor in words: everybody is spared one where it can be.
    private static Reason NotMet(string who, Need need) => (need.Words, need.IsUnknown) switch
    {
        (Needs.NoLead, true) => new(ReasonKind.Assumed, $"A lead runs to {who}: nobody has said whether it would keep off the ways people walk.",
            "Look how it would run, and enter it on Look."),
        (Needs.NoLead, false) => new(ReasonKind.Against, $"A lead crosses the floor to {who}."),
        (_, true) => new(ReasonKind.Assumed, $"Nobody knows yet whether {who} would have {need.Words}.", "Find out, and enter it on Look."),
        _ => new(ReasonKind.Against, $"{who} asked for {need.Words}: not met."),
    };

    private static Reason WhyUnserved(Rig rig, Listener listener) => Unserved.Why(rig, listener) is { } why
        ? new(ReasonKind.Against, $"{listener.Name} has no route in this rig. {why.Sentence}", why.Remedy)
        : new(ReasonKind.Against, $"{listener.Name} has no route in this rig.");

    private static string Trade(RankedRig first, RankedRig next)
    {
        var parts = Comparison.Differences(first.Score, next.Score, first.Rig.Site.Shelf.Currency);
        return parts.Count == 0 ? $"Level with {RigNames.Of(next.Rig)} on every count." : $"Against {RigNames.Of(next.Rig)}: {string.Join(", ", parts)}.";
    }
}
