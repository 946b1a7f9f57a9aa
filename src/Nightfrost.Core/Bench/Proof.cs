using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Bench;

/// <summary>What the Bench says of a sheet.</summary>
public enum Verdict
{
    /// <summary>Every step does what it says, whatever of what nobody knows is true.</summary>
    Proven,

    /// <summary>It holds unless something that nobody knows is otherwise.</summary>
    ProvenBut,

    /// <summary>A step does not do what it says, or the site is not as planned afterwards.</summary>
    Fails,

    /// <summary>Something of the rig is not simulated.</summary>
    NotCarriedOut,
}

/// <summary>Something nobody knows that a sheet hangs on.</summary>
/// <param name="Words">What it is, as something that may be so.</param>
/// <param name="AskedAt">Id of the step at which it shows; null where none does.</param>
/// <param name="ThenFails">What goes otherwise then.</param>
public sealed record Doubt(string Words, string? AskedAt, string ThenFails);

/// <summary>A sheet's proof.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Steps">How many steps were carried out.</param>
/// <param name="Minutes">How long a practised person takes, waiting for lights included, whole minutes rounded up.</param>
/// <param name="FailsAt">Id of the first step that goes otherwise; null for none.</param>
/// <param name="Problems">What goes otherwise, in plain words.</param>
/// <param name="Doubts">What it hangs on.</param>
/// <param name="NotSimulated">What of the rig the Bench cannot carry out.</param>
public sealed record Proof(
    Verdict Verdict, int Steps, int Minutes, string? FailsAt, IReadOnlyList<string> Problems, IReadOnlyList<Doubt> Doubts, IReadOnlyList<string> NotSimulated)
{
    /// <summary>Paces a sheet must hold at: in a hurry, as practised people do it, and three times as slowly.</summary>
    public static IReadOnlyList<double> Paces { get; } = [0.5, 1, 3];

    /// <summary>The proof once some steps went as expected on the visit: what they showed is no doubt any more.</summary>
    /// <param name="wentWell">Ids of those steps.</param>
    public Proof After(IReadOnlySet<string> wentWell)
    {
        List<Doubt> left = [.. Doubts.Where(d => d.AskedAt is null || !wentWell.Contains(d.AskedAt))];
        return this with { Doubts = left, Verdict = Verdict == Verdict.ProvenBut && left.Count == 0 ? Verdict.Proven : Verdict };
    }

    /// <summary>Carries a sheet out in the likely world at every pace, then in each world in which one thing nobody knows is otherwise.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">Its steps, in order.</param>
    public static Proof Of(Rig rig, IReadOnlyList<Step> steps)
    {
        var missing = BenchSites.NotSimulated(rig);
        if (missing.Count > 0)
            return new(Verdict.NotCarriedOut, 0, 0, null, [], [], missing);
        var worlds = Worlds.Of(rig);
        Rehearsed? asMeant = null;
        foreach (var pace in Paces)
        {
            var run = Rehearsal.Run(Bench.Start(BenchSites.Of(rig, worlds.Likely)), steps, pace);
            if (!run.Passed)
                return new(Verdict.Fails, steps.Count, 0, run.FirstFailed?.StepId, run.FirstFailed?.Problems ?? run.AtTheEnd, [], []);
            asMeant = pace == 1 ? run : asMeant;
        }

        var doubts = new List<Doubt>();
        foreach (var (words, askedAt, truths) in worlds.Others)
        {
            var run = Rehearsal.Run(Bench.Start(BenchSites.Of(rig, truths)), steps);
            if (!run.Passed)
                doubts.Add(new(words, steps.Any(s => s.Id == askedAt) ? askedAt : null, (run.FirstFailed?.Problems ?? run.AtTheEnd)[0]));
        }

        var minutes = (int)Math.Ceiling(asMeant!.End.NowMs / 60_000.0);
        return new(doubts.Count == 0 ? Verdict.Proven : Verdict.ProvenBut, steps.Count, minutes, null, [], doubts, []);
    }
}
