using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Benchmarks;

/// <summary>Times of the Bench: one act, one sheet carried out or derived and proven, a week, what the client tries, which causes look alike.</summary>
public static class BenchTimes
{
    private const int Sites = 40;
    private const int Repeats = 9;

    /// <summary>Prints a table over rigs that the Bench can carry out whole.</summary>
    public static void Print()
    {
        Console.WriteLine("| listeners | rigs | steps, most | an act p95 ms | a sheet carried out p95 ms | derived and proven p95 ms | a week p95 ms "
            + "| lines to try p95 ms | causes p95 ms |");
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (var listeners in new[] { 1, 2, 4 })
        {
            var rigs = Enumerable.Range(0, Sites).SelectMany(seed => Router.Rank(MadeUpKit.Site(100, listeners, seed)).Rigs.Select(r => r.Rig))
                .Where(rig => BenchSites.NotSimulated(rig).Count == 0).Take(Sites).ToList();
            if (rigs.Count == 0)
                continue;
            var steps = rigs.Max(rig => RunSheet.For(rig).Count);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"| {listeners} | {rigs.Count} | {steps} | {P95(rigs, AnAct):0.000} | {P95(rigs, ASheet):0.0} | {P95(rigs, Proven):0.0} | "
                    + $"{P95(rigs, AWeek):0.0} | {P95(rigs, Tried):0} | {P95(rigs, Causes):0} |"));
        }
    }

    private static double AnAct(Rig rig)
    {
        var acts = RunSheet.For(rig).SelectMany(s => s.Acts).ToList();
        var start = Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely));
        var clock = Stopwatch.StartNew();
        _ = acts.Aggregate(start, (state, act) => Bench.Do(state, act));
        return clock.Elapsed.TotalMilliseconds / acts.Count;
    }

    private static double ASheet(Rig rig)
    {
        var (steps, start) = (RunSheet.For(rig), Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)));
        var clock = Stopwatch.StartNew();
        _ = Rehearsal.Run(start, steps);
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Proven(Rig rig)
    {
        var clock = Stopwatch.StartNew();
        _ = Proof.Of(rig, RunSheet.For(rig));
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double AWeek(Rig rig)
    {
        var steps = RunSheet.For(rig);
        var clock = Stopwatch.StartNew();
        _ = ClientWeek.Prove(rig, steps);
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Tried(Rig rig)
    {
        var clock = Stopwatch.StartNew();
        _ = TryLines.Of(rig);
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double Causes(Rig rig)
    {
        var clock = Stopwatch.StartNew();
        _ = FaultReport.Of(rig);
        return clock.Elapsed.TotalMilliseconds;
    }

    // The middle of some runs of each rig, then the 95th percentile of rigs.
    private static double P95(List<Rig> rigs, Func<Rig, double> time)
    {
        foreach (var rig in rigs)
            _ = time(rig);
        var middles = rigs.Select(rig => Enumerable.Range(0, Repeats).Select(_ => time(rig)).Order().ElementAt(Repeats / 2)).Order().ToList();
        return middles[(int)Math.Ceiling(0.95 * middles.Count) - 1];
    }
}
