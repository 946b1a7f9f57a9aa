using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Routing.Answers;

namespace Nightfrost.Benchmarks;

/// <summary>Times of whole answers over many made-up sites, as percentiles, with the memory they hold: what a single mean would hide.</summary>
public static class RoutePercentiles
{
    private const int Sites = 20;

    // Sites planned before any is counted: a server that has just started is slower until its code is compiled in full.
    private const int WarmUps = 30;
    private const int Repeats = 3;

    // A plan of some tens of milliseconds is over before a busy moment of the machine is: more of them are needed to tell the site from the moment.
    private const int RepeatsOfBest = 9;

    // More than this many listeners run out of steps and take seconds: once is enough.
    private const int ListenersInSteps = 8;
    private const int FirstSeed = 1000;

    // Times of the best rig, measured once for each size.
    private static readonly Dictionary<(int Devices, int Listeners), List<double>> Best = [];

    // Sites at which the heap is watched, and how often.
    private const int SitesWatched = 5;
    private static readonly TimeSpan SeenEvery = TimeSpan.FromMilliseconds(5);

    /// <summary>Prints a table of sizes.</summary>
    /// <param name="sizes">Devices and listeners, as in 1000x8; "questions" for those alone; empty for all tables.</param>
    public static void Print(string[] sizes)
    {
        if (sizes is ["questions"])
        {
            AskedNext();
            return;
        }

        Console.WriteLine("| devices | listeners | best p50 ms | best p95 ms | unbeaten p50 ms | unbeaten p95 ms | complete | rigs, median | heap "
            + "above idle MB |");
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (var size in sizes.Length > 0 ? sizes : ["100x2", "100x4", "300x4", "300x6", "1000x2", "1000x4", "1000x8"])
        {
            var at = size.IndexOf('x', StringComparison.Ordinal);
            Row(int.Parse(size[..at], CultureInfo.InvariantCulture), int.Parse(size[(at + 1)..], CultureInfo.InvariantCulture));
        }

        if (sizes.Length > 0)
            return;
        Growth();
        AskedNext();
    }

    // The best rig alone at more sizes, so that one curve is not hidden by the other search.
    private static void Growth()
    {
        Console.WriteLine();
        Console.WriteLine("| devices | listeners | best p50 ms | best p95 ms |");
        Console.WriteLine("| --- | --- | --- | --- |");
        foreach (var (devices, listeners) in new[] { (100, 4), (300, 4), (1000, 4), (3000, 4), (1000, 1), (1000, 2), (1000, 4), (1000, 8), (1000, 12) })
        {
            var times = BestTimes(devices, listeners);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {devices} | {listeners} | {At(times, 0.5):0} | {At(times, 0.95):0} |"));
        }
    }

    private static List<double> BestTimes(int devices, int listeners) => Best.TryGetValue((devices, listeners), out var known) ? known
        : Best[(devices, listeners)] =
        Times(devices, listeners, listeners > ListenersInSteps ? 1 : RepeatsOfBest,
            site => _ = Router.BestScore(site) ?? throw new InvalidOperationException("There is no rig."));

    private static void AskedNext()
    {
        Console.WriteLine();
        Console.WriteLine("| devices | listeners | open questions | ranked p50 ms | ranked p95 ms |");
        Console.WriteLine("| --- | --- | --- | --- | --- |");
        foreach (var devices in new[] { 100, 1000 })
        {
            var open = 0;
            var times = Times(devices, 4, Repeats, site => open = Questions.Rank(site).Count);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {devices} | 4 | {open} | {At(times, 0.5):0} | {At(times, 0.95):0} |"));
        }
    }

    // Each site is made and worked on a few times, and the middle time counts: percentiles are of sites, not of what else a shared machine does.
    private static List<double> Times(int devices, int listeners, int repeats, Action<Core.Sites.Site> work)
    {
        for (var seed = 0; seed < WarmUps; seed++)
            work(MadeUpKit.Site(devices, listeners, FirstSeed - WarmUps + seed));
        return [.. Enumerable.Range(FirstSeed, Sites)
            .Select(seed => At([.. Enumerable.Range(0, repeats).Select(_ => Time(MadeUpKit.Site(devices, listeners, seed)))], 0.5))];

        double Time(Core.Sites.Site site)
        {
            var clock = Stopwatch.StartNew();
            work(site);
            return clock.Elapsed.TotalMilliseconds;
        }
    }

    private static void Row(int devices, int listeners)
    {
        var (counts, complete) = (new List<int>(), 0);
        var best = BestTimes(devices, listeners);
        var all = Times(devices, listeners, Repeats, site =>
        {
            var answer = Router.Rank(site);
            if (!answer.Rigs[0].Proven)
                throw new InvalidOperationException("The best rig was not proven.");
            counts.Add(answer.Unbeaten);
            complete += answer.UnbeatenProven ? 1 : 0;
        });

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"| {devices} | {listeners} | {At(best, 0.5):0.0} | {At(best, 0.95):0.0} | {At(all, 0.5):0} | {At(all, 0.95):0} | {complete} of {counts.Count} | "
                + $"{counts.Order().ElementAt(counts.Count / 2)} | {PeakHeap(devices, listeners):0} |"));
    }

    // Apart from the times, since a collection before each answer would slow it.
    private static double PeakHeap(int devices, int listeners)
    {
        var peak = 0.0;
        for (var seed = 0; seed < SitesWatched; seed++)
        {
            var site = MadeUpKit.Site(devices, listeners, FirstSeed + seed);
            var idle = GC.GetTotalMemory(true);
            using var watch = new Timer(_ => peak = Math.Max(peak, (GC.GetTotalMemory(false) - idle) / 1e6), null, SeenEvery, SeenEvery);
            Router.BestScore(site);
            Router.Rank(site);
        }

        return peak;
    }

    private static double At(List<double> values, double share) => values.Order().ElementAt((int)Math.Ceiling(share * values.Count) - 1);
}
