using BenchmarkDotNet.Attributes;
using Nightfrost.Core.Timing;

namespace Nightfrost.Benchmarks;

/// <summary>The convolution of ten stages, from triangles to the probability inside a tolerance.</summary>
[MemoryDiagnoser]
public class ConvolutionFigures
{
    private static readonly string[] Stages =
        ["set-speakers", "digital-out", "hdmi-extractor", "converter", "sound-bar", "a2dp-sbc", "relay-near-field", "aid-processing", "personal-speaker",
            "picture-standard"];

    [Benchmark(Description = "convolve ten stages")]
    public double Ten()
    {
        var rows = Stages.Select(id => StageDelays.All.First(s => s.Id == id));
        return DelayDistribution.Sum(rows.Select(s => DelayDistribution.Triangular(s.MinMs, s.TypicalMs, s.MaxMs))).ProbabilityInside(-40, 60);
    }
}
