namespace Nightfrost.Core.Runsheet;

/// <summary>Which steps come before which.</summary>
public static class StepOrder
{
    /// <summary>
    /// The first open step that comes before another: one of an earlier phase, or one that may not be passed over; for the whole site or the same listener.
    /// Null when it is that step's turn.
    /// </summary>
    /// <param name="steps">Every step, in order.</param>
    /// <param name="step">The step to be done.</param>
    /// <param name="isOpen">True for a step not marked yet.</param>
    public static Step? BeforeIt(IReadOnlyList<Step> steps, Step step, Func<Step, bool> isOpen)
    {
        foreach (var before in steps)
        {
            if (before.Id == step.Id)
                return null;
            if (isOpen(before) && (before.Phase < step.Phase || before.Mandatory)
                && (before.ListenerId is null || step.ListenerId is null || before.ListenerId == step.ListenerId))
                return before;
        }

        return null;
    }
}
