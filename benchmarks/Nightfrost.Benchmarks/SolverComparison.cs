using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Routing;

namespace Nightfrost.Benchmarks;

/// <summary>The router's search beside a general constraint solver, on the same candidates: the same optimum, and how many times as fast.</summary>
public static class SolverComparison
{
    private const int Sites = 3;
    private const double SecondsAStage = 60;

    /// <summary>Prints a table of sizes.</summary>
    /// <exception cref="InvalidOperationException">The two disagree.</exception>
    public static void Print()
    {
        Console.WriteLine("| devices | listeners | variables | model ms | general solver ms | ours ms | times as fast, least | same optimum |");
        Console.WriteLine("| --- | --- | --- | --- | --- | --- | --- | --- |");
        foreach (var (devices, listeners) in new[] { (60, 2), (100, 2), (100, 4), (300, 4), (1000, 2), (1000, 4), (1000, 8) })
            Row(devices, listeners);
    }

    private static void Row(int devices, int listeners)
    {
        var (variables, build, general, ours, least, agreed, late) = (new List<double>(), new List<double>(), new List<double>(), new List<double>(), double.MaxValue, 0, 0);
        for (var seed = -1; seed < Sites; seed++)
        {
            var site = MadeUpKit.Site(devices, listeners, 2000 + seed);
            var candidates = CandidateFinder.For(site, Limits.None, default);
            var clock = Stopwatch.StartNew();
            var found = BestRig.For(candidates, new Arrivals(site), Priorities.Usual, [], default);
            var mine = clock.Elapsed.TotalMilliseconds;
            if (seed < 0)
                continue;
            var answer = GeneralSolver.Solve(candidates, SecondsAStage);
            var score = found.Score;
            if (answer.Score is null)
                late++;
            else if (answer.Score.SequenceEqual([score.Served, score.NeedsMet, score.Grade, (long)Math.Round(score.Price * 100), score.Boxes, score.Quality, score.Margin]))
                agreed++;
            else
                throw new InvalidOperationException($"At {devices} devices, {listeners} listeners, seed {2000 + seed}: ours {score}, the general solver's {string.Join(", ", answer.Score)}.");
            variables.Add(answer.Variables);
            build.Add(answer.BuildMs);
            general.Add(answer.SolveMs);
            ours.Add(mine);
            least = Math.Min(least, answer.SolveMs / mine);
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"| {devices} | {listeners} | {variables.Average():0} | {build.Average():0} | {general.Average():0}{(late > 0 ? "+" : "")} | {ours.Average():0.0} | {least:0} | {agreed} of {Sites}{(late > 0 ? $", {late} out of time" : "")} |"));
    }
}
