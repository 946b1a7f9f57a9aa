using Nightfrost.Core.Handover;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Bench;

/// <summary>What the client tries when there is no sound: of all a lay person could, the three that together bring the sound back most often.</summary>
public static class TryLines
{
    /// <summary>As many lines as a client tries.</summary>
    private const int Most = 3;

    /// <summary>The lines of every listener of a rig, by the listener's id.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<ClientLine>> Of(Rig rig)
    {
        var evening = Evening(rig);
        return rig.Routes.ToDictionary(r => r.AtEar.Listener.Id, r => Of(evening, rig, r));
    }

    /// <summary>An evening after the visit, on which everybody listens.</summary>
    internal static BenchState Evening(Rig rig) =>
        Bench.LetFind(Rehearsal.Run(Bench.Start(BenchSites.Of(rig, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig)).End);

    // Where the rig is not simulated, or does not sound, what is asked first is asked.
    private static IReadOnlyList<ClientLine> Of(BenchState evening, Rig rig, Route route)
    {
        var way = Listening.Way(evening, route.AtEar.Listener.Id);
        var all = TryCandidates.Of(rig, way);
        if (BenchSites.NotSimulated(rig).Count > 0 || !Listening.AtEar(evening, way.ListenerId).IsHeard)
            return [.. all.Take(Most)];
        var faults = Faults.Of(evening.Site, way).ToList();
        var cured = all.Select(line => faults.Select(fault => Cures(evening, way, fault, line)).ToArray()).ToList();
        var best = Triples(all.Count).MaxBy(triple => faults.Select((fault, i) => triple.Any(line => cured[line][i]) ? Commonness.Of(fault) : 0).Sum()
            + triple.Sum(line => all[line].CuresUnasked));
        return [.. best!.Select(line => all[line])];
    }

    /// <summary>True when a line alone, done as a lay person does it, brings the sound back.</summary>
    internal static bool Cures(BenchState evening, EarWay way, Fault fault, ClientLine line) =>
        Listening.AtEar(Bench.LetFind(line.Acts.Aggregate(evening.With(fault), (now, act) => Bench.Do(now, act, 3))), way.ListenerId).IsHeard;

    private static IEnumerable<int[]> Triples(int count)
    {
        for (var i = 0; i < count; i++)
        {
            for (var k = i + 1; k < count; k++)
            {
                for (var m = k + 1; m < count; m++)
                    yield return [i, k, m];
            }
        }
    }
}
