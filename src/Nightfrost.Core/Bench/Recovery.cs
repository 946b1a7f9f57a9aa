using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>A step that somebody did, and when they said how it went.</summary>
/// <param name="StepId">The step.</param>
/// <param name="At">The moment, UTC.</param>
/// <param name="WentWell">As expected, or not.</param>
public sealed record DoneStep(string StepId, DateTimeOffset At, bool WentWell);

/// <summary>A step to do now.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Place">Where to stand.</param>
/// <param name="Words">What to do, with what has to be undone first.</param>
public sealed record AgainStep(string StepId, string Place, string Words);

/// <summary>What to do after a step went otherwise: derived from the state that is met by then, never the sheet as it was written.</summary>
/// <param name="Since">What happened by itself since the last step that went well, in plain words.</param>
/// <param name="Again">Steps to do now, in order; the last one is mostly the step itself. What is still so is not among them.</param>
public sealed record Recovery(IReadOnlyList<string> Since, IReadOnlyList<AgainStep> Again)
{
    /// <summary>Nothing to say: the step does nothing that the Bench carries out, or something of the rig is not simulated.</summary>
    public static Recovery None { get; } = new([], []);

    /// <summary>What to do about a step that went otherwise.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">Its steps, in order.</param>
    /// <param name="done">Steps done so far, that one among them.</param>
    /// <param name="stepId">The step that went otherwise.</param>
    /// <param name="now">The present moment: what waits does not wait for ever.</param>
    public static Recovery From(Rig rig, IReadOnlyList<Step> steps, IReadOnlyList<DoneStep> done, string stepId, DateTimeOffset now)
    {
        if (steps.FirstOrDefault(s => s.Id == stepId) is not { Goal: { } goal } failed || BenchSites.NotSimulated(rig).Count > 0)
            return None;
        var worlds = Worlds.Of(rig);
        var usual = In(worlds.Likely, goal, rig, steps, done, failed, now);

        // What nothing else explains, and the step was to show, is so: it is put right, not tried again.
        return usual.Again is [var only] && only.StepId == stepId && worlds.Others.FirstOrDefault(w => w.AskedAt == stepId) is { } shown
            ? In(shown.Truths, goal, rig, steps, done, failed, now, isShown: true) : usual;
    }

    private static Recovery In(Truths truths, Goal goal, Rig rig, IReadOnlyList<Step> steps, IReadOnlyList<DoneStep> done, Step failed, DateTimeOffset now,
        bool isShown = false)
    {
        var (met, since) = Met(rig, truths, steps, done, failed, now);
        // Where the Bench cannot tell why, what the step brings about is taken not to be so.
        var again = new List<AgainStep>();
        foreach (var step in Needed(rig, steps, failed, met))
        {
            if (!IsUnmet(met, step) && (step != failed || isShown || (again.Count > 0 && goal is Goal.Joined)))
                continue;
            var off = ToBeOff(met, step);
            again.Add(new(step.Id, step.Place, off is null ? step.Action : Say("again.offFirst", ("thing", met.Site.NameOf(off)), ("action", step.Action))));
            IEnumerable<Act> acts = off is null ? step.Acts : step.Acts.Prepend(new Act.Switch(off, false));
            met = acts.Aggregate(met, (state, act) => Bench.Do(state, act));
        }

        // What the site or a device cannot do is not done again: the step says what then.
        return Goals.Missing(met, goal).Count == 0 ? new(since, again)
            : isShown ? new(since, []) : new(since, [new(failed.Id, failed.Place, failed.Action)]);
    }

    // The site as it is now: what went well was done and took the time it took.
    private static (BenchState Met, IReadOnlyList<string> Since) Met(Rig rig, Truths truths, IReadOnlyList<Step> steps, IReadOnlyList<DoneStep> done,
        Step failed, DateTimeOffset now)
    {
        var state = Bench.Start(BenchSites.Of(rig, truths));
        DateTimeOffset? last = null;
        foreach (var mark in done.Where(d => d.WentWell || d.StepId == failed.Id).OrderBy(d => d.At))
        {
            var told = state.Log.Count;
            var took = last is { } before ? (mark.At - before).TotalMilliseconds : 0;
            if (mark.StepId == failed.Id)
            {
                state = Bench.Let(Tried(state, failed, took), Ms((now - mark.At).TotalMilliseconds));
                return (state, [.. state.Log.Skip(told).Where(e => e.WentWrong).Select(e => e.Words).Distinct()]);
            }

            state = Carried(state, steps.FirstOrDefault(s => s.Id == mark.StepId), took);
            last = mark.At;
        }

        return (state, []);
    }

    // Hands were at it last before it was said how it went; where it cannot have gone well so, they were at it first, and it was said later.
    private static BenchState Carried(BenchState state, Step? step, double tookMs)
    {
        IReadOnlyList<Act> acts = step?.Acts ?? [];
        var waited = Waited(acts, tookMs);
        var late = acts.Aggregate(Bench.Let(state, waited), (now, act) => Bench.Do(now, act));
        if (step?.Goal is not { } goal || Goals.Missing(late, goal).Count == 0)
            return late;
        var soon = acts.Aggregate(state, (now, act) => Bench.Do(now, act));
        return Goals.Missing(soon, goal).Count == 0 ? Bench.Let(soon, waited) : late;
    }

    // Where the Bench sees why it went otherwise, what hands did is so; where it does not, nothing came of it.
    private static BenchState Tried(BenchState state, Step failed, double tookMs)
    {
        var then = Bench.Let(state, Waited(failed.Acts, tookMs));
        var tried = failed.Acts.Aggregate(then, (now, act) => Bench.Do(now, act));
        return failed.Goal is { } goal && Goals.Missing(tried, goal).Count > 0 ? tried : then;
    }

    private static int Waited(IReadOnlyList<Act> acts, double tookMs) => Ms(tookMs - acts.Sum(a => ActTimes.HandsMs(a) + ActTimes.FixedMs(a)));

    // A visit that was left for days: nothing more happens after one.
    private static int Ms(double ms) => (int)Math.Clamp(ms, 0, 24 * 3_600_000.0);

    // The step itself, and before it each step whose goal is not met and that it waits for.
    private static List<Step> Needed(Rig rig, IReadOnlyList<Step> steps, Step failed, BenchState met)
    {
        var needed = new List<Step> { failed };
        for (var i = steps.ToList().IndexOf(failed) - 1; i >= 0; i--)
        {
            var step = steps[i];
            if (step.Acts.Count > 0 && IsUnmet(met, step) && needed.Any(later => Waits(rig, step, later)))
                needed.Insert(0, step);
        }

        return needed;
    }

    // What pairs from off and has come on since is switched off first.
    private static string? ToBeOff(BenchState met, Step step) => step.Acts.OfType<Act.Press>().FirstOrDefault() is { } press
        && met.Site.Things[press.ThingId].Behaviour is { PairsFromOff: true } && met.Things[press.ThingId].IsOn ? press.ThingId : null;

    // What the room hears changes all through a visit, and is no state that a step waits for. Electricity alone has no goal where a box has a switch of its
    // own.
    private static bool IsUnmet(BenchState met, Step step) => step.Goal is { } goal
        ? goal is not (Goal.RoomHears or Goal.RoomSilent or Goal.RoomAsUsual) && Goals.Missing(met, goal).Count > 0
            && !(goal is Goal.Joined or Goal.WindowOpen && IsPutAside(met, step.ListenerId))
        : step.Acts.OfType<Act.Feed>().Any(feed => met.Things[feed.ThingId].FedFrom != feed.FromId);

    // A receiver that its box knows, and that is off so that another can be paired.
    private static bool IsPutAside(BenchState met, string? listenerId) =>
        met.Site.Ears.FirstOrDefault(e => e.ListenerId == listenerId) is { Sender: { } box } ear
        && met.Things[ear.Receiver.Id] is { IsOn: false } worn && worn.Knows.Contains(box.Id);

    private static bool Waits(Rig rig, Step first, Step then) =>
        Constraints.All.Any(c => c.Kind == ConstraintKind.Physical && c.Before(rig, first, then));
}
