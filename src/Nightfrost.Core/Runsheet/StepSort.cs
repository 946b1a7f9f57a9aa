using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Puts steps into a lawful order: every constraint holds, what must follow soon follows at once, one goes as seldom as can be between set and seats,
/// and the rest stays as it was given.</summary>
public static class StepSort
{
    /// <summary>The steps in a lawful order, nearest to the one given.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">The steps, in the order one would like.</param>
    public static IReadOnlyList<Step> Lawful(Rig rig, IReadOnlyList<Step> steps)
    {
        var order = Sort(rig, steps, Constraints.All, Nearest);
        return [.. order.Select((step, at) => step.Why.Length > 0 ? step : step with { Why = Because(rig, order, step, at) })];
    }

    // What can be done where one stands is done before one goes elsewhere.
    private static int Nearest(IReadOnlyList<IReadOnlyList<Step>> ready, Step? last)
    {
        for (var i = 0; last is not null && i < ready.Count; i++)
        {
            if (Walks.IsAtSeats(ready[i][0]) == Walks.IsAtSeats(last))
                return i;
        }

        return 0;
    }

    // Of the steps it waits for, the last one says why it stands here.
    private static string Because(Rig rig, List<Step> order, Step step, int at)
    {
        for (var before = at - 1; before >= 0; before--)
        {
            if (Constraints.All.FirstOrDefault(c => c.IsSaid && c.Before(rig, order[before], step)) is { } reason)
                return reason.Because;
        }

        return "";
    }

    /// <summary>True when every constraint holds between steps in this order.</summary>
    public static bool IsLawful(Rig rig, IReadOnlyList<Step> steps) =>
        !steps.Where((then, at) => steps.Skip(at + 1).Any(first => Constraints.All.Any(c => c.Before(rig, first, then)))).Any();

    /// <summary>Steps in an order that some constraints allow; where those run in a circle, as they were given.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">The steps.</param>
    /// <param name="constraints">Those that hold.</param>
    /// <param name="pick">Which of so many that may come next does, counted from 0.</param>
    public static IReadOnlyList<Step> Sort(Rig rig, IReadOnlyList<Step> steps, IReadOnlyList<Constraint> constraints, Func<int, int> pick) =>
        Sort(rig, steps, constraints, (ready, _) => pick(ready.Count));

    private static List<Step> Sort(Rig rig, IReadOnlyList<Step> steps, IReadOnlyList<Constraint> constraints,
        Func<IReadOnlyList<IReadOnlyList<Step>>, Step?, int> pick)
    {
        var units = Units(steps);
        var before = units.Select(one => units.Select(other => other != one && IsBefore(one, other)).ToArray()).ToArray();
        var waits = units.Select((_, i) => before.Count(row => row[i])).ToList();
        var (left, order) = (Enumerable.Range(0, units.Count).ToList(), new List<Step>(steps.Count));
        while (left.Count > 0)
        {
            var ready = left.Where(i => waits[i] == 0).ToList();
            var next = ready.Count == 0 ? left[0] : ready[pick([.. ready.Select(i => units[i])], order.Count == 0 ? null : order[^1])];
            left.Remove(next);
            order.AddRange(units[next]);
            foreach (var i in left.Where(i => before[next][i]))
                waits[i]--;
        }

        return order;

        bool IsBefore(IReadOnlyList<Step> one, IReadOnlyList<Step> other) =>
            one.Any(a => other.Any(b => constraints.Any(c => c.Before(rig, a, b))));
    }

    // What opens a window and what must be found in it stay together: whatever else they need is done before.
    private static List<IReadOnlyList<Step>> Units(IReadOnlyList<Step> steps)
    {
        var units = new List<IReadOnlyList<Step>>();
        foreach (var step in steps)
        {
            if (units.Count > 0 && units[^1][^1] is { Goal: Goal.WindowOpen } opener && step.ListenerId == opener.ListenerId && step.Goal is Goal.Joined)
                units[^1] = [.. units[^1], step];
            else
                units.Add([step]);
        }

        return units;
    }
}
