using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Benchmarks;

/// <summary>The router's search beside a general constraint solver, on the same candidates: the same optimum, and how many times as fast.</summary>
public static class SolverComparison
{
    private const int Sites = 3;
    private const double SecondsAStage = 180;

    /// <summary>Prints a table of sizes.</summary>
    /// <exception cref="InvalidOperationException">The two disagree.</exception>
    public static void Print()
    {
        Console.WriteLine("| devices | listeners | variables | model ms | general solver ms | ours ms | times as fast, least | stages proven, all equal |");
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- |");
        WarmUp();
        foreach (var (devices, listeners) in new[] { (60, 2), (60, 3), (60, 4), (100, 2), (300, 2), (1000, 2) })
            Row(devices, listeners);
    }

    // Until the code is compiled in full.
    private static void WarmUp()
    {
        for (var seed = 0; seed < 60; seed++)
        {
            var site = MadeUpKit.Site(100, 3, 3000 + seed);
            _ = BestRig.For(CandidateFinder.For(site, Limits.None, default), new Arrivals(site), Priorities.Usual, [], default);
        }
    }

    private static void Row(int devices, int listeners)
    {
        var (variables, build, general, ours, least, stages, late) =
            (new List<double>(), new List<double>(), new List<double>(), new List<double>(), double.MaxValue, 0, 0);
        for (var seed = -1; seed < Sites; seed++)
        {
            var site = MadeUpKit.Site(devices, listeners, 2000 + seed);
            var candidates = CandidateFinder.For(site, Limits.None, default);
            var (mine, found) = (new List<double>(), BestRig.For(candidates, new Arrivals(site), Priorities.Usual, [], default));
            for (var run = 0; run < 5; run++)
            {
                var clock = Stopwatch.StartNew();
                _ = BestRig.For(candidates, new Arrivals(site), Priorities.Usual, [], default);
                mine.Add(clock.Elapsed.TotalMilliseconds);
            }

            var median = mine.Order().ElementAt(2);
            if (seed < 0)
                continue;
            var answer = GeneralSolver.Solve(candidates, SecondsAStage);
            var score = found.Score;
            long[] expected = [score.Served, score.NeedsMet, (long)score.Step, score.Holds ? 1 : 0, score.PreferencesMet,
                (long)Math.Floor(score.Price / Score.PriceStep), score.Boxes, score.Quality];
            if (!answer.Score.SequenceEqual(expected.Take(answer.Score.Length)))
                throw new InvalidOperationException($"At {devices} devices, {listeners} listeners, seed {2000 + seed}: ours {score}, the general solver's "
                    + $"{string.Join(", ", answer.Score)}.");
            stages += answer.Score.Length;
            late += answer.Proven ? 0 : 1;
            variables.Add(answer.Variables);
            build.Add(answer.BuildMs);
            general.Add(answer.SolveMs);
            ours.Add(median);
            least = Math.Min(least, answer.SolveMs / median);
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"| {devices} | {listeners} | {variables.Average():0} | {build.Average():0} | {general.Average():0}{(late > 0 ? "+" : "")} | {ours.Average():0.0} "
                + $"| {least:0} | {stages} of {8 * Sites}{(late > 0 ? $"; {late} of {Sites} sites out of time" : "")} |"));
    }
}
