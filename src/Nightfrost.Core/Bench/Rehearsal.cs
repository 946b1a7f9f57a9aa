using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>How a step went on the Bench.</summary>
/// <param name="StepId">The step.</param>
/// <param name="EndedAtMs">When it was done, ms from the start of the visit.</param>
/// <param name="Problems">What did not go as the step says, in plain words; empty when all did.</param>
public sealed record StepResult(string StepId, long EndedAtMs, IReadOnlyList<string> Problems);

/// <summary>A sheet carried out once, in one world, at one pace.</summary>
/// <param name="Steps">Each step, in order.</param>
/// <param name="AtTheEnd">What was not as it should be once all was done; empty when all was.</param>
/// <param name="End">The site afterwards.</param>
public sealed record Rehearsed(IReadOnlyList<StepResult> Steps, IReadOnlyList<string> AtTheEnd, BenchState End)
{
    /// <summary>True when every step did what it says and the site is as it was planned.</summary>
    public bool Passed => AtTheEnd.Count == 0 && Steps.All(s => s.Problems.Count == 0);

    /// <summary>The first step that went otherwise; null when none did.</summary>
    public StepResult? FirstFailed => Steps.FirstOrDefault(s => s.Problems.Count > 0);
}

/// <summary>Carries the steps of a visit out on the Bench.</summary>
public static class Rehearsal
{
    /// <summary>Carries steps out in their order from a state on.</summary>
    /// <param name="state">The site as the visit meets it.</param>
    /// <param name="steps">The steps.</param>
    /// <param name="pace">How slowly, as in <see cref="Bench.Do"/>.</param>
    public static Rehearsed Run(BenchState state, IReadOnlyList<Step> steps, double pace = 1)
    {
        var results = new List<StepResult>(steps.Count);
        foreach (var step in steps)
        {
            var before = state.Log.Count;
            var already = step.Signs.ToList();
            foreach (var act in step.Acts)
            {
                // What is without power for a while is dark in between.
                already.RemoveAll(sign => Signs.Missing(state, sign).Count > 0 || (sign is Sign.Shows s && act is Act.Rest r && r.ThingId == s.ThingId));
                state = Bench.Do(state, act, pace);
            }

            List<string> problems = [.. state.Log.Skip(before).Where(e => e.WentWrong).Select(e => e.Words)];
            if (step.Goal is { } goal)
                problems.AddRange(Goals.Missing(state, goal).Select(Wording.Sentence));
            if (problems.Count == 0)
                problems.AddRange(step.Signs.SelectMany(sign => Signs.Missing(state, sign)).Select(Wording.Sentence));

            // What showed all along tells nothing of what was done.
            if (step.Acts.Count > 0 && problems.Count == 0)
                problems.AddRange(already.Where(TellsOfChange)
                    .Select(sign => Wording.Sentence(Say("bench.showedBefore", ("sign", SignWords.Of(state.Site.Rig, [sign]))))));
            results.Add(new(step.Id, state.NowMs, problems));
        }

        return new(results, [.. AtTheEnd(state.Site.Rig).SelectMany(goal => Goals.Missing(state, goal)).Select(Wording.Sentence)], state);
    }

    private static bool TellsOfChange(Sign sign) => sign is Sign.Shows or Sign.Room;

    /// <summary>What a visit must leave behind.</summary>
    public static IEnumerable<Goal> AtTheEnd(Rig rig)
    {
        foreach (var route in rig.Routes)
            yield return new Goal.EarHears(route.AtEar.Listener.Id);
        foreach (var id in Things.Players(rig))
            yield return new Goal.PictureOf(id);
        foreach (var source in rig.Routes.Where(r => r.Feed.Socket.Kind == SocketKind.SecondZone).Select(r =>
            Things.Source(rig.Site.Look, r.Feed.Socket)).Distinct())
            yield return new Goal.RemoteOnMain(source);
        yield return new Goal.RadiosAre(true);
        yield return new Goal.RoomAsUsual();
        if (rig.Site.RoomHears is not null)
            yield return new Goal.RoomHears();
        else if (rig.Site.SetSilent is not null)
            yield return new Goal.RoomSilent();
    }
}
