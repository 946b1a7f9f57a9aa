using Nightfrost.Core.Acts;

namespace Nightfrost.Core.Runsheet;

/// <summary>What of a visit stays true when the rig is changed in the middle of it.</summary>
public static class KeptSteps
{
    /// <summary>Ids of steps that both sheets have alike: the same act at the same place, for the same end.</summary>
    /// <param name="before">Steps of the rig so far.</param>
    /// <param name="now">Steps of the rig that takes its place.</param>
    public static IReadOnlySet<string> Of(IReadOnlyList<Step> before, IReadOnlyList<Step> now) =>
        before.Where(step => now.Any(other => IsSame(step, other))).Select(step => step.Id).ToHashSet();

    /// <summary>Ids of things to prepare that both lists have alike.</summary>
    public static IReadOnlySet<string> Of(Preparation before, Preparation now) =>
        before.Items.Where(item => now.Items.Any(other => (other.Id, other.Words, other.Pieces, other.Of) == (item.Id, item.Words, item.Pieces, item.Of)))
            .Select(item => item.Id).ToHashSet();

    private static bool IsSame(Step one, Step other) => (one.Id, one.Place, one.Action, one.Detail) == (other.Id, other.Place, other.Action, other.Detail)
        && one.Acts.SequenceEqual(other.Acts) && one.Ticks.SequenceEqual(other.Ticks) && IsSame(one.Goal, other.Goal);

    private static bool IsSame(Goal? one, Goal? other) => one is Goal.All all && other is Goal.All others
        ? all.Goals.Count == others.Goals.Count && all.Goals.Zip(others.Goals).All(pair => IsSame(pair.First, pair.Second)) : Equals(one, other);
}
