using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Line;

/// <summary>What was measured at one ear with a rig.</summary>
/// <param name="ListenerId">Whose.</param>
/// <param name="SkewMs">Sound against picture, ms; negative is early.</param>
/// <param name="InStep">Probability of being inside this listener's tolerance, 0 to 1.</param>
public sealed record MeasuredEar(string ListenerId, double SkewMs, double InStep);

/// <summary>What was measured with a rig stands above what was forecast.</summary>
public static class RigMeasured
{
    /// <summary>The rig with the score that the measurements give it; those not measured keep their forecast.</summary>
    /// <param name="ranked">The rig.</param>
    /// <param name="arrivals">Arrivals of its site.</param>
    /// <param name="measured">What was measured with just these ways; empty for nothing.</param>
    public static RankedRig Apply(RankedRig ranked, Arrivals arrivals, IReadOnlyList<MeasuredEar> measured)
    {
        if (measured.Count == 0)
            return ranked;
        var inStep = ranked.Rig.Routes.Select(route => Of(route, measured)?.InStep ?? arrivals.InStep(route)).DefaultIfEmpty(1).Min();
        var word = InStepWords.Of(inStep, ranked.Rig.Site.Look.GoodEnoughPercent);
        return ranked with { Score = ranked.Score with { InStep = inStep, Step = word, ShownStep = word } };
    }

    /// <summary>What was measured at the end of a route; null for nothing.</summary>
    public static MeasuredEar? Of(Route route, IReadOnlyList<MeasuredEar> measured) => measured.FirstOrDefault(m => m.ListenerId == route.AtEar.Listener.Id);

    /// <summary>What would cure a route that was measured not to be good enough.</summary>
    /// <param name="route">The route.</param>
    /// <param name="measured">What was measured.</param>
    /// <param name="served">Listeners its rig serves; one that leaves somebody out is no cure.</param>
    /// <param name="others">Other rigs worth weighing, best first; null where none were looked for.</param>
    public static string Cure(Route route, MeasuredEar measured, int served, IReadOnlyList<RankedRig>? others)
    {
        var look = route.Site.Look;
        var settings = look.Set.DelaySettings.Where(s => s.Moves(route.Feed.Socket.Id)).ToList();
        var tolerance = LineBoard.ToleranceOf(route.AtEar.Listener);
        if (measured.SkewMs < tolerance.EarlyMs && settings.Find(s => s.StandsAtMs < s.HighMs) is { } later)
            return $"Make the sound later by {later.Name}, on Tune.";
        if (measured.SkewMs > tolerance.LateMs && settings.Find(s => s.StandsAtMs > s.LowMs) is { } sooner)
            return $"Lower {sooner.Name} first, on Tune.";
        if (measured.SkewMs < tolerance.EarlyMs && Skew.HangsOnPictureMode(look, route.Feed.Socket) && look.Set.PictureMode != Sites.PictureMode.Game)
            return "A faster picture mode on the set, such as game, brings the picture forward.";

        // Another way may be in step; the same link on the same socket was measured already.
        foreach (var other in others ?? [])
        {
            if (other.Score.Step == InStepWord.InStep && other.Score.Served >= served
                && other.Rig.Routes.FirstOrDefault(r => r.AtEar.Listener.Id == measured.ListenerId) is { } way && !IsLike(way, route))
                return $"By forecast this would cure it: {RigNames.Of(other.Rig)}, {Wording.Money(other.Score.Price, route.Site.Shelf.Currency)}.";
        }

        return others is null
            ? "Look on Route for a rig that is forecast to cure it."
            : "None of the rigs found is forecast to cure it: add a plain wire, or a link of lower delay, to the shelf.";
    }

    private static bool IsLike(Route one, Route other) =>
        one.Feed.Socket.Id == other.Feed.Socket.Id && one.Sends?.Technology == other.Sends?.Technology && one.Coding.StageId == other.Coding.StageId;
}
