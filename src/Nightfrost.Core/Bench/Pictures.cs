using Nightfrost.Core.Acts;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>The pictures of a site: each is there while its source plays. What hands one on by HDMI is not simulated.</summary>
public static class Pictures
{
    /// <summary>Why a source gives no picture, in plain words; empty while it does.</summary>
    /// <param name="state">The moment.</param>
    /// <param name="sourceId">The set, or another source.</param>
    public static IReadOnlyList<string> Missing(BenchState state, string sourceId) => state.Sources[sourceId] switch
    {
        { Standby: true } => [Say("bench.onStandby", ("thing", state.Site.NameOf(sourceId)))],
        { Playing: false } => [Say("bench.playsNothing", ("thing", state.Site.NameOf(sourceId)))],
        _ => [],
    };

    /// <summary>True while everything that is watched gives its picture.</summary>
    public static bool AreThere(BenchState state) => Things.Players(state.Site.Rig).All(id => Missing(state, id).Count == 0);
}
