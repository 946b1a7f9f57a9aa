using BenchmarkDotNet.Attributes;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;

namespace Nightfrost.Benchmarks;

/// <summary>Ranking rigs on made-up kits: the size asked for is 100 devices and 4 listeners.</summary>
[MemoryDiagnoser]
public class RoutingFigures
{
    private Site _site = null!;

    [Params(100)]
    public int Devices { get; set; }

    [Params(1, 2, 4)]
    public int Listeners { get; set; }

    [GlobalSetup]
    public void Make() => _site = MadeUpKit.Site(Devices, Listeners, seed: 11);

    [Benchmark(Description = "rank rigs")]
    public int Rank()
    {
        var answer = Router.Rank(_site);
        if (!answer.Rigs[0].Proven)
            throw new InvalidOperationException("The search stopped before it could prove its answer.");
        return answer.Rigs.Count;
    }
}
