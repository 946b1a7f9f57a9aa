using Nightfrost.Core.Bench;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Sheets of random rigs, on the shelf a workshop has: neither the visit's nor the client's may fail on the Bench.</summary>
public class RandomSheetTests
{
    private static readonly int Most = int.TryParse(Environment.GetEnvironmentVariable("NIGHTFROST_RIGS"), out var asked) ? asked
        : Environment.GetEnvironmentVariable("NIGHTFROST_LONG") == "1" ? 1000 : 60;

    [Fact]
    public void No_sheet_fails()
    {
        var (failed, carriedOut) = (new List<string>(), 0);
        for (var seed = 0; carriedOut < Most; seed++)
        {
            foreach (var rig in BenchKit.Rigs(seed, 4))
            {
                var what = string.Join("; ", rig.Routes.Select(r => $"{r.Feed.Key} to {r.AtEar.Receiver.Id}"));
                var steps = RunSheet.For(rig);
                var proof = Proof.Of(rig, steps);
                carriedOut++;
                if (proof.Verdict is not (Verdict.Proven or Verdict.ProvenBut))
                    failed.Add($"{seed}: {what} at {proof.FailsAt}: {string.Join(" ", proof.Problems)}");
                var week = ClientWeek.Prove(rig, steps);
                if (week.Verdict is not (Verdict.Proven or Verdict.ProvenBut))
                    failed.Add($"{seed}, week: {what}: {string.Join(" ", week.Problems)}");
                failed.AddRange(steps.SelectMany(Said).Concat(ClientSheet.For(rig, []).Listeners.SelectMany(l => l.Parts).SelectMany(p => p.Lines))
                    .Where(words => words.Contains('{', StringComparison.Ordinal)).Select(words => $"{seed}: a value is missing in: {words}"));
                if (proof.Doubts.FirstOrDefault(d => d.AskedAt is null) is { } silent)
                    failed.Add($"{seed}: {what}: no step shows that {silent.Words}, and then: {silent.ThenFails}");
            }
        }

        Assert.True(failed.Count == 0, string.Join("\n", failed));
    }

    private static IEnumerable<string> Said(Step step) =>
        [step.Place, step.Action, step.Detail, step.Expect, step.Caution, step.Why, step.Note, .. step.Ticks];
}
