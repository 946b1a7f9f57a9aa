using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>The stages of a case, with the numbers they keep.</summary>
public enum Stage
{
    Look = 1,
    Route = 2,
    Prepare = 3,
    Connect = 4,
    Tune = 6,
    HandOver = 8,
}

/// <summary>How far a case has come.</summary>
/// <param name="Look">What was found.</param>
/// <param name="RigChosen">A rig is fixed.</param>
/// <param name="RigOutOfDate">The look or the shelf changed since.</param>
/// <param name="PreparationOpen">Things not yet ordered, checked, charged, fetched or packed.</param>
/// <param name="StepsDone">Steps of the run sheet that were marked either way.</param>
/// <param name="StepsOpen">Steps of the run sheet not done yet.</param>
/// <param name="StepsFailed">Steps that did not go as expected.</param>
/// <param name="ListenersUnmeasured">Served listeners without a measured skew.</param>
/// <param name="OutOfStep">Names of listeners measured, and not inside their tolerance.</param>
/// <param name="HandedOver">The sheet was handed over.</param>
public sealed record Progress(Look Look, bool RigChosen, bool RigOutOfDate, int PreparationOpen, int StepsDone, int StepsOpen, int StepsFailed,
    int ListenersUnmeasured, IReadOnlyList<string> OutOfStep, bool HandedOver)
{
    /// <summary>Steps that must not be passed over and are open: with them a case is handed over in part only.</summary>
    public int MandatoryOpen { get; init; }

    /// <summary>True when a stage has nothing left to do.</summary>
    public bool IsDone(Stage stage) => stage switch
    {
        Stage.Look => Look.Listeners.Count > 0 && Look.Set.Sockets.Any(s => s.IsThere),
        Stage.Route => RigChosen && !RigOutOfDate,
        Stage.Prepare => RigChosen && PreparationOpen == 0,
        Stage.Connect => RigChosen && StepsOpen == 0 && StepsFailed == 0,
        Stage.Tune => RigChosen && ListenersUnmeasured == 0 && OutOfStep.Count == 0,
        Stage.HandOver => HandedOver && MandatoryOpen == 0,
        _ => false,
    };
}

/// <summary>What to do next in a case.</summary>
/// <param name="Stage">Where.</param>
/// <param name="Words">What, in a few words.</param>
public sealed record NextAction(Stage Stage, string Words)
{
    /// <summary>The first thing not done, in the order of the work.</summary>
    public static NextAction Of(Progress progress)
    {
        if (!progress.IsDone(Stage.Look))
            return new(Stage.Look, progress.Look.Listeners.Count == 0 ? "Say who listens, and look behind the set" : "Look behind the set");
        if (!progress.RigChosen)
            return new(Stage.Route, "Choose a rig");
        if (progress.RigOutOfDate)
            return new(Stage.Route, "The rig is out of date: check it");
        if (progress.HandedOver)
            return progress.MandatoryOpen == 0 ? new(Stage.HandOver, "Handed over: call again")
                : new(Stage.Connect, $"Handed over in part: {Wording.Count(progress.MandatoryOpen, "step", "steps")} left");
        if (progress is { PreparationOpen: > 0, StepsDone: 0 })
            return new(Stage.Prepare, progress.PreparationOpen == 1 ? "One thing to prepare" : $"{progress.PreparationOpen} things to prepare");
        if (progress.StepsFailed > 0)
            return new(Stage.Connect, progress.StepsFailed == 1 ? "One step went wrong: look at it" : $"{progress.StepsFailed} steps went wrong: look at them");
        if (progress.StepsOpen > 0)
            return new(Stage.Connect, progress.StepsOpen == 1 ? "One step to do" : $"{progress.StepsOpen} steps to do");
        if (progress.ListenersUnmeasured > 0)
            return new(Stage.Tune, "Measure the lips");
        return progress.OutOfStep.Count > 0
            ? new(Stage.Tune, $"Not in step: {string.Join(", ", progress.OutOfStep)}")
            : new(Stage.HandOver, "Hand over");
    }
}
