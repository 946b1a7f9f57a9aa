using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Routing;

namespace Nightfrost.Benchmarks;

/// <summary>Times of whole answers over many made-up sites, as percentiles, with the memory they hold: what a single mean would hide.</summary>
public static class RoutePercentiles
{
    private const int Sites = 20;

    /// <summary>Prints a table of sizes.</summary>
    public static void Print()
    {
        Console.WriteLine("| devices | listeners | best p50 ms | best p95 ms | unbeaten p50 ms | unbeaten p95 ms | complete | rigs, median | heap above idle MB |");
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (var (devices, listeners) in new[] { (100, 2), (100, 4), (300, 4), (1000, 2), (1000, 4), (1000, 8) })
            Row(devices, listeners);
    }

    private static void Row(int devices, int listeners)
    {
        var (best, all, counts, complete, heap) = (new List<double>(), new List<double>(), new List<int>(), 0, 0.0);
        // Warmed up on sites that are not counted.
        for (var seed = -3; seed < Sites; seed++)
        {
            var site = MadeUpKit.Site(devices, listeners, 1000 + seed);
            var idle = GC.GetTotalMemory(true);
            var clock = Stopwatch.StartNew();
            var score = Router.BestScore(site);
            var bestMs = clock.Elapsed.TotalMilliseconds;
            heap = Math.Max(heap, (GC.GetTotalMemory(false) - idle) / 1e6);
            clock.Restart();
            var answer = Router.Rank(site);
            if (seed < 0)
                continue;
            if (score is null || !answer.Rigs[0].Proven)
                throw new InvalidOperationException("The best rig was not proven.");
            best.Add(bestMs);
            all.Add(clock.Elapsed.TotalMilliseconds);
            counts.Add(answer.Unbeaten);
            complete += answer.UnbeatenProven ? 1 : 0;
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"| {devices} | {listeners} | {At(best, 0.5):0.0} | {At(best, 0.95):0.0} | {At(all, 0.5):0} | {At(all, 0.95):0} | {complete} of {Sites} | {counts.Order().ElementAt(Sites / 2)} | {heap:0} |"));
    }

    private static double At(List<double> values, double share) => values.Order().ElementAt((int)Math.Ceiling(share * values.Count) - 1);
}
