using Nightfrost.Core.Bench;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Tests.Bench;

public class ProbeTests(ITestOutputHelper output)
{
    [Fact]
    public void Probe()
    {
        var counts = new Dictionary<string, int>();
        for (var seed = 0; seed < 60; seed++)
        {
            foreach (var rig in BenchKit.Rigs(seed, 6))
            {
                var proof = Proof.Of(rig, RunSheet.For(rig));
                counts[proof.Verdict.ToString()] = counts.GetValueOrDefault(proof.Verdict.ToString()) + 1;
                if (proof.Verdict == Verdict.Fails)
                    output.WriteLine($"{seed} {string.Join(" ; ", rig.Routes.Select(r => r.Feed.Key + " -> " + r.AtEar.Receiver.Id))} at {proof.FailsAt}: {string.Join(" ", proof.Problems)}");
            }
        }
        output.WriteLine(string.Join(", ", counts));
    }
}
