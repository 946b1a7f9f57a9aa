using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>
/// Plans what a site would be with each answer. Answers are planned side by side; most leave all that comes before the sockets as it is, and some
/// come to a plan that is known already.
/// </summary>
internal sealed class AnswerPlans(Site site)
{
    private readonly EarSide? _side = WhyNoRig.Before(site) is null ? new EarSide(site, Limits.None) : null;
    private readonly Dictionary<(Site?, TelevisionSet, IReadOnlyList<SoundSource>, IReadOnlyList<LivePair>, bool, bool), Score?> _known = [];

    /// <summary>The best score of each; null where there is no rig.</summary>
    public Score?[] Scores(IReadOnlyList<Site> answers, Pace pace)
    {
        var plans = answers.Select(answer => (Site: answer, Side: _side?.Serves(answer) == true ? _side : null)).ToList();
        var fresh = plans.DistinctBy(KeyOf).Where(plan => !_known.ContainsKey(KeyOf(plan))).ToList();
        var scores = new Score?[fresh.Count];
        Parallel.For(0, fresh.Count, new ParallelOptions { MaxDegreeOfParallelism = EarSide.Workers, CancellationToken = pace.Cancel },
            i => scores[i] = Router.BestScore(fresh[i].Site, fresh[i].Side, pace));
        foreach (var (plan, score) in fresh.Zip(scores))
            _known.Add(KeyOf(plan), score);
        return [.. plans.Select(plan => _known[KeyOf(plan)])];
    }

    // Of what a side does not see, a plan hangs on the set, the sources, which outputs were tried together, and whether anybody wants the room to hear or the
    // set to be silent, whoever that is.
    private static (Site? Alone, TelevisionSet, IReadOnlyList<SoundSource>, IReadOnlyList<LivePair>, bool, bool) KeyOf((Site Site, EarSide? Side) plan) =>
        (plan.Side is null ? plan.Site : null, plan.Site.Look.Set, plan.Site.Look.Sources, plan.Site.Look.LiveTogether, plan.Site.RoomHears is null,
            plan.Site.SetSilent is null);
}
