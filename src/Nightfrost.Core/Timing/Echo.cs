using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Timing;

/// <summary>What two copies of one programme do to an ear that hears both.</summary>
public enum EchoEffect
{
    /// <summary>Closer than 10 ms: the tone changes, with a first notch at 500/d Hz for d in ms.</summary>
    Colours,

    /// <summary>10 to 30 ms: heard as one.</summary>
    Fuses,

    /// <summary>30 to 50 ms: speech blurs.</summary>
    Blurs,

    /// <summary>More than 50 ms: a clear echo.</summary>
    Echoes,
}

/// <summary>Own sound minus the room's at one ear, ms; positive when the room comes first.</summary>
/// <param name="P05Ms">5th percentile.</param>
/// <param name="MedianMs">Median.</param>
/// <param name="P95Ms">95th percentile.</param>
/// <param name="Effect">What the median does.</param>
/// <param name="Words">The same in a sentence.</param>
public sealed record EchoForecast(double P05Ms, double MedianMs, double P95Ms, EchoEffect Effect, string Words);

/// <summary>
/// Room sound and own sound of one programme at one ear (precedence effect: Haas 1951; Wallach, Newman and Rosenzweig 1949; the exact edges are starting
/// values). Stages that both go through cancel, and are never convolved twice.
/// </summary>
public static class Echo
{
    /// <summary>Between a route and the set's own speakers at a distance.</summary>
    /// <param name="look">The site.</param>
    /// <param name="socket">The route's socket.</param>
    /// <param name="chain">The route's stages behind the socket.</param>
    /// <param name="distanceM">Ear to the set's speakers, m.</param>
    public static EchoForecast AgainstSpeakers(Look look, SourcePort socket, IReadOnlyList<StageDelay> chain, double distanceM)
    {
        var (set, room) = (look.Set, new TapCase([StageDelays.Of("set-speakers")], []));
        var cases = Skew.Taps(look, socket).Select(tap => Difference(tap, chain, room, [StageDelays.Air(distanceM)], sameSocket: false));
        return Forecast(cases, DelaySettings.StandAtMs(set.DelaySettings, socket.Id) - DelaySettings.StandAtMs(set.DelaySettings, null));
    }

    /// <summary>Between a route and a bar on a socket of the set.</summary>
    /// <param name="look">The site.</param>
    /// <param name="socket">The route's socket.</param>
    /// <param name="chain">The route's stages behind the socket.</param>
    /// <param name="barSocket">The bar's socket, which may be the same.</param>
    /// <param name="bar">The bar's own stages, with the air from it to the ear.</param>
    public static EchoForecast AgainstBar(Look look, SourcePort socket, IReadOnlyList<StageDelay> chain, SourcePort barSocket, IReadOnlyList<StageDelay> bar)
    {
        var same = socket.Id == barSocket.Id;
        var (set, own, room) = (look.Set, Skew.Taps(look, socket), Skew.Taps(look, barSocket));
        // On one socket both follow the picture or neither does; on two, each may do as it likes.
        var cases = same
            ? own.Zip(room).Select(pair => Difference(pair.First, chain, pair.Second, bar, sameSocket: true))
            : own.SelectMany(mine => room.Select(theirs => Difference(mine, chain, theirs, bar, sameSocket: false)));
        return Forecast(cases, DelaySettings.StandAtMs(set.DelaySettings, socket.Id) - DelaySettings.StandAtMs(set.DelaySettings, barSocket.Id));
    }

    /// <summary>What a distance in time does.</summary>
    /// <param name="ms">Own sound minus the room's, ms.</param>
    public static EchoEffect EffectOf(double ms) => Math.Abs(ms) switch
    {
        < 10 => EchoEffect.Colours,
        < DelaySettings.FusedMs => EchoEffect.Fuses,
        <= 50 => EchoEffect.Blurs,
        _ => EchoEffect.Echoes,
    };

    private static DelayDistribution Difference(
        TapCase own, IReadOnlyList<StageDelay> chain, TapCase room, IReadOnlyList<StageDelay> roomChain, bool sameSocket)
    {
        List<StageDelay> mine = [.. own.Before, .. own.After], theirs = [.. room.Before, .. room.After];
        foreach (var stage in mine.Where(s => sameSocket || IsOfTheSet(s)).Where(s => theirs.Any(t => t.Id == s.Id)).ToList())
        {
            mine.Remove(stage);
            theirs.RemoveAll(t => t.Id == stage.Id);
        }

        return DelayDistribution.Sum([.. mine.Concat(own.FitsItself ? chain.Where(s => !s.OfLink) : chain).Select(s => s.Distribution),
            .. theirs.Concat(roomChain).Select(s => s.Negated().Distribution)]);
    }

    // The picture and the set's speakers are one for the whole set; a port belongs to its socket.
    private static bool IsOfTheSet(StageDelay stage) => stage.Id == "set-speakers" || stage.Id.StartsWith("minus-picture", StringComparison.Ordinal);

    private static EchoForecast Forecast(IEnumerable<DelayDistribution> cases, int settingMs)
    {
        var d = DelayDistribution.EvenMixture([.. cases]).ShiftedBy(settingMs);
        var median = d.MedianMs;
        var effect = EffectOf(median);
        return new(d.QuantileMs(0.05), median, d.QuantileMs(0.95), effect, WordsFor(median, effect));
    }

    private static string WordsFor(double ms, EchoEffect effect)
    {
        var apart = FormattableString.Invariant($"the room {Math.Abs(ms):0} ms {(ms >= 0 ? "before" : "after")} the receiver");
        return effect switch
        {
            EchoEffect.Colours => $"{apart}: it colours the tone",
            EchoEffect.Fuses => $"{apart}: they fuse",
            EchoEffect.Blurs => $"{apart}: it blurs speech",
            _ => $"{apart}: a clear echo",
        };
    }
}
