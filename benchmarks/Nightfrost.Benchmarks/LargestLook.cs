using System.Diagnostics;
using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using Nightfrost.Data.Demo;

namespace Nightfrost.Benchmarks;

/// <summary>Where the time goes in the largest look that may be saved: most listeners, and twenty sockets on the TV and on each of four sources.</summary>
public static class LargestLook
{
    private const int Sources = 4;
    private const int SocketsEach = 20;

    private static readonly SocketKind[] Kinds =
        [SocketKind.PhonoPair, SocketKind.Headphone35, SocketKind.OpticalSquare, SocketKind.Coaxial, SocketKind.Bluetooth];

    /// <summary>Prints a row for each part of the answer.</summary>
    public static void Print()
    {
        var site = new Site(Look(), new Shelf(DemoKit.All));
        Console.WriteLine("| listeners | part | s |");
        Console.WriteLine("| --- | --- | --- |");
        foreach (var listeners in new[] { 6, 9, LookCheck.MostListeners })
        {
            var some = new Site(site.Look with { Listeners = [.. site.Look.Listeners.Take(listeners)] }, site.Shelf);
            var (arrivals, log) = (new Arrivals(some), new RefusalLog(listeners));
            var candidates = Timed(listeners, "finding ways", () => CandidateFinder.For(some, Limits.None, default, log));
            Timed(listeners, "what is ruled out", () => log.RuledOut());
            var budget = new StepCount(BestRig.MostSteps);
            var best = Timed(listeners, "best rig", () => BestRig.For(candidates, arrivals, Priorities.Usual, [], default, budget));
            Timed(listeners, "unbeaten set", () => UnbeatenSet.Of(candidates, arrivals, Wanted.Usual, best, default, budget));
        }
    }

    private static T Timed<T>(int listeners, string part, Func<T> work)
    {
        var began = Stopwatch.GetTimestamp();
        var answer = work();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {listeners} | {part} | {Stopwatch.GetElapsedTime(began).TotalSeconds:0.0} |"));
        return answer;
    }

    private static Look Look() => Core.Sites.Look.Empty with
    {
        Set = TelevisionSet.Unseen with { SpeakersCanBeOff = Known.Yes, Sockets = Sockets("tv") },
        Listeners = [.. Enumerable.Range(0, LookCheck.MostListeners).Select(i => new Listener
        {
            Id = $"l{i}",
            Name = $"Seat {i}",
            SeatDistanceM = 2 + i * 0.3,
        })],
        Sources = [.. Enumerable.Range(0, Sources).Select(i => new SoundSource
        {
            Id = $"box-{i}",
            Name = $"Box {i}",
            Kind = SourceKind.SetTopBox,
            Sockets = Sockets($"box-{i}"),
        })],
    };

    private static IReadOnlyList<SourcePort> Sockets(string of) => [.. Enumerable.Range(0, SocketsEach).Select(i => new SourcePort
    {
        Id = $"{of}-{i}",
        Kind = Kinds[i % Kinds.Length],
        State = SocketState.Free,
        Direction = SocketDirection.Output,
        FollowsPicture = Known.Yes,
        Pcm = Known.Yes,
    })];
}
