using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>The pictures of a site: each is there while its source plays and, where an HDMI lead was opened, what now stands in it hands it on.</summary>
public static class Pictures
{
    /// <summary>Why a source plays nothing, in plain words; empty while it does.</summary>
    /// <param name="state">The moment.</param>
    /// <param name="sourceId">The set, or another source.</param>
    public static IReadOnlyList<string> NotPlaying(BenchState state, string sourceId) => state.Sources[sourceId] switch
    {
        { Standby: true } => [Say("bench.onStandby", ("thing", state.Site.NameOf(sourceId)))],
        { Playing: false } => [Say("bench.playsNothing", ("thing", state.Site.NameOf(sourceId)))],
        _ => [],
    };

    /// <summary>Why a source gives no picture, in plain words; empty while it does.</summary>
    /// <param name="state">The moment.</param>
    /// <param name="sourceId">The set, or another source.</param>
    public static IReadOnlyList<string> Missing(BenchState state, string sourceId) => sourceId != SoundSource.Television ? NotPlaying(state, sourceId)
        : [.. NotPlaying(state, sourceId), .. state.Site.Ears.Where(IsInline).SelectMany(way => Cut(state, way)).Distinct()];

    /// <summary>True while everything that is watched gives its picture.</summary>
    public static bool AreThere(BenchState state) => Things.Players(state.Site.Rig).All(id => Missing(state, id).Count == 0);

    /// <summary>True where the sound is taken out of the lead that brings the set its picture.</summary>
    private static bool IsInline(EarWay way) => way.Route.Feed is { KeepsTaker: true, Socket.Kind: SocketKind.HdmiOut };

    // The old lead straight into the set, as it was, or through what now stands before it.
    private static IEnumerable<string> Cut(BenchState state, EarWay way)
    {
        var (socket, first) = (way.Route.Feed.Socket, way.Stretches[0]);
        var near = Things.NearEnd(Things.TakerLead(socket));
        if (state.Plugs.GetValueOrDefault(near) == Things.Socket(socket))
            yield break;
        if (state.Plugs.GetValueOrDefault(near) != RoomPorts.OfTaker(first.Into.Id, first.Into.Device!) || !Listening.IsIn(state, first.Lead))
            yield return Say("bench.pictureCut", ("socket", RouteWords.Socket(state.Site.Look, socket)));
        else if (!state.Things[first.Into.Id].IsOn)
            yield return Say("bench.noPowerOrOff", ("thing", state.Site.NameOf(first.Into.Id)));
    }
}
