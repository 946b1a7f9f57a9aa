using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>What one search is asked, and what it may cost.</summary>
/// <param name="Candidates">What may be planned with.</param>
/// <param name="Stock">What is scarce.</param>
/// <param name="Weighing">How parts are compared.</param>
/// <param name="Threshold">Least that every route must reach.</param>
/// <param name="Demands">What must stand in whose route.</param>
/// <param name="Bound">What is not worth building.</param>
/// <param name="Steps">Counts the work.</param>
/// <param name="Pace">Stops it, or holds it.</param>
/// <param name="Most">Most parts that are kept for a set of listeners; with fewer than there are, the best rig may be missed.</param>
internal sealed record Terms(
    Candidates Candidates, Stock Stock, Weighing Weighing, Threshold Threshold, IReadOnlyList<Demand> Demands, Bound Bound, StepCount Steps,
    Pace Pace, int Most = int.MaxValue)
{
    /// <summary>Sets of listeners, nobody and everybody among them.</summary>
    public int Sets => 1 << Candidates.Tolerances.Length;

    public Front NewFront() => new(Weighing, Stock, Most);
}
