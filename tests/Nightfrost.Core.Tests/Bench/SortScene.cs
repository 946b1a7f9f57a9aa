using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>A rig of some sort at a moment of its visit.</summary>
internal static class SortScene
{
    /// <summary>The site once the visit went well.</summary>
    public static BenchState After(string name) => Until(name, "");

    /// <summary>The site as it is when a step's turn comes; the first step whose id begins so, or after the last.</summary>
    public static BenchState Until(string name, string stepId)
    {
        var rig = RehearsalTests.All[name]();
        var steps = RunSheet.For(rig);
        var many = steps.TakeWhile(s => stepId.Length == 0 || !s.Id.StartsWith(stepId, StringComparison.Ordinal)).ToList();
        return Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), many).End;
    }

    public static EarWay Way(BenchState state) => state.Site.Ears[0];

    public static IReadOnlyList<string> Why(BenchState state) => Listening.AtEar(state, Way(state).ListenerId).Reasons;

    public static BenchState Do(BenchState state, params Act[] acts) => acts.Aggregate(state, (now, act) => Core.Bench.Bench.Do(now, act));

    public static string LastWrong(BenchState state) => state.Log.Last(e => e.WentWrong).Words;
}
