using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;

if (args is ["routes", .. var sizes])
{
    Nightfrost.Benchmarks.RoutePercentiles.Print(sizes);
    return;
}

if (args is ["largest"])
{
    Nightfrost.Benchmarks.LargestLook.Print();
    return;
}

if (args is ["bench"])
{
    Nightfrost.Benchmarks.BenchTimes.Print();
    return;
}

if (args is ["solver"])
{
    Nightfrost.Benchmarks.SolverComparison.Print();
    return;
}

// Short jobs: the figures are compared as ratios, and the whole run must end in minutes.
BenchmarkSwitcher.FromAssembly(typeof(Program).Assembly).Run(args, DefaultConfig.Instance.AddJob(Job.ShortRun.WithWarmupCount(3).WithIterationCount(8)));
