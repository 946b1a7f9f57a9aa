using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Why a thing is not in the best rig.</summary>
/// <param name="Words">The thing asked about.</param>
/// <param name="Answer">In one sentence.</param>
/// <param name="Findings">The rules it breaks, nearest to the ear first; empty when a rig can hold it.</param>
/// <param name="WithIt">The best rig that holds it; null when none can.</param>
/// <param name="Best">The best rig without that demand; null when there is none.</param>
/// <param name="Arrivals">Arrivals of the site, for whoever shows the rigs.</param>
public sealed record WhyNotAnswer(string Words, string Answer, IReadOnlyList<Finding> Findings, RankedRig? WithIt, RankedRig? Best, Arrivals Arrivals);

/// <summary>Answers why a socket or device was not chosen: the rules it breaks, or the measured way in which the best rig that holds it is worse.</summary>
public static class WhyNot
{
    /// <summary>Most rules that are listed.</summary>
    public const int MostFindings = 5;

    /// <summary>The answer for one thing.</summary>
    /// <param name="site">A look without problems, and the shelf.</param>
    /// <param name="wanted">Priorities and limits in force.</param>
    /// <param name="id">A socket of the look or a device of the shelf.</param>
    /// <param name="pace">Stops the search.</param>
    public static WhyNotAnswer Ask(Site site, Wanted wanted, string id, Pace pace = default)
    {
        var (words, arrivals) = (WhyNoRig.NameOf(site, id), new Arrivals(site));
        if (Beforehand(site, wanted, id) is { } early)
            return new(words, early, [], null, null, arrivals);
        if (WhyNoRig.Before(site) is { } obstacle)
            return new(words, obstacle.Reason, [], null, null, arrivals);

        var budget = new StepCount(BestRig.MostSteps);
        var best = BestRig.For(CandidateFinder.For(site, wanted.Limits, pace), arrivals, wanted.Priorities, wanted.Limits.MustUse, pace, budget);
        var demanded = wanted.Limits with { MustUse = [.. wanted.Limits.MustUse.Append(id).Distinct()] };
        var log = new RefusalLog(site.Look.Listeners.Count, id);
        var candidates = CandidateFinder.For(site, demanded, pace, log);
        var withIt = BestRig.For(candidates, arrivals, wanted.Priorities, demanded.MustUse, pace, budget);
        var first = best.Rig is null ? null : new RankedRig("Best", best.Rig, best.Score, best.Proven);
        if (withIt.Rig is null)
        {
            var findings = log.OfWatched().Take(MostFindings).ToList();
            return new(words, findings.Count > 0 ? findings[0].Sentence : $"{words} fits none of the routes here.", findings, null, first, arrivals);
        }

        var forced = new RankedRig($"With the {words}", withIt.Rig, withIt.Score, withIt.Proven);
        var currency = site.Shelf.Currency;
        var answer = first is null ? $"The best rig that holds the {words} is the best there is."
            : Comparison.Differences(withIt.Score, best.Score, currency) is { Count: > 0 } differences
            ? $"The best rig with it, against the best: {string.Join(", ", differences)}."
            : Parts.Of(first.Rig).Any(p => p.DeviceId == id) || first.Rig.Feeds.Any(f => f.Socket.Id == id) ? "It stands in the best rig."
            : "A rig with it is as good on every count.";
        return new(words, answer, [], forced, first, arrivals);
    }

    private static string? Beforehand(Site site, Wanted wanted, string id)
    {
        if (wanted.Limits.MustNotUse.Contains(id))
            return "It was shut out by the limits set here.";
        if (site.Shelf.Find(id) is not { } device)
            return null;
        if (device.RetiredOn is { } day)
            return $"It was retired on {day:yyyy-MM-dd}; only old cases show it.";
        return device switch
        {
            { Role: DeviceRole.Lead } => "Leads are chosen by their two ends: the cheapest that fits and is long enough is taken.",
            { Role: DeviceRole.Supply } => "The cheapest supply is taken wherever no USB socket of the set serves.",
            { Role: DeviceRole.RoomSpeaker } when site.Look.Listeners.All(l => l.ReceiverId != id) =>
                "It plays to the room: it is planned for whoever has it as their receiver, and counted where it holds a socket.",
            { Form: WearForm.HearingAids } when site.Look.Listeners.All(l => l.ReceiverId != id) =>
                "Nobody is sold hearing aids: they are planned only for the person who wears them.",
            _ => null,
        };
    }
}
