using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Timing;

/// <summary>One stroke of a time thread.</summary>
/// <param name="Id">The stage.</param>
/// <param name="Words">Its name.</param>
/// <param name="MedianMs">Median of this stage alone, ms; negative folds back.</param>
/// <param name="MinMs">Least, ms.</param>
/// <param name="MaxMs">Greatest, ms.</param>
public sealed record ThreadStage(string Id, string Words, double MedianMs, double MinMs, double MaxMs);

/// <summary>When sound arrives at one ear, against the picture.</summary>
/// <param name="Distribution">Skew: sound minus picture, ms; positive is late.</param>
/// <param name="Thread">Where the milliseconds come from.</param>
/// <param name="MayNotFollow">True when nobody knows yet whether the port follows the picture, so both cases are mixed.</param>
public sealed record Arrival(DelayDistribution Distribution, IReadOnlyList<ThreadStage> Thread, bool MayNotFollow);

/// <summary>Adds the stages of a route to a skew at the ear, after ITU-R BT.1359-1's sense of sign: positive is late.</summary>
public static class Skew
{
    /// <summary>Arrival through a socket of the set.</summary>
    /// <param name="set">The set, for its picture mode and delay settings.</param>
    /// <param name="socket">The socket.</param>
    /// <param name="chain">Every stage from the socket to the ear.</param>
    public static Arrival Through(TelevisionSet set, SetSocket socket, IReadOnlyList<StageDelay> chain)
    {
        var settingMs = DelaySettings.StandAtMs(set.DelaySettings, socket.Id);
        var taps = Taps(set, socket);
        StageDelay[] first = [.. taps[0].Before, .. chain, .. taps[0].After];
        return taps.Count == 1
            ? From(first, settingMs, false)
            : From(first, settingMs, true) with { Distribution = Sum(first).EvenMixtureWith(Sum([.. taps[1].Before, .. chain, .. taps[1].After])).ShiftedBy(settingMs) };
    }

    /// <summary>What a socket adds to a skew, before and after the chain behind it: one case where it is known whether it follows the picture, else both.</summary>
    internal static IReadOnlyList<(StageDelay[] Before, StageDelay[] After)> Taps(TelevisionSet set, SetSocket socket)
    {
        (StageDelay[], StageDelay[]) following = ([StageDelays.Of("set-speakers"), StageDelays.Of(SocketKinds.Of(socket.Kind).StageId)], []);
        (StageDelay[], StageDelay[]) apart = ([StageDelays.Of("port-own")], [Picture(set.PictureMode).Negated()]);
        return socket.FollowsPicture switch
        {
            Known.Yes => [following],
            Known.No => [apart],
            _ => [following, apart],
        };
    }

    /// <summary>True when the picture mode may move the sound of this socket against the picture, so that a measurement holds for its own mode only.</summary>
    public static bool HangsOnPictureMode(SetSocket socket) => socket.FollowsPicture != Known.Yes;

    /// <summary>Arrival from the set's own speakers at a seat.</summary>
    /// <param name="set">The set.</param>
    /// <param name="distanceM">Seat to set, m.</param>
    public static Arrival FromSpeakers(TelevisionSet set, double distanceM) =>
        From([StageDelays.Of("set-speakers"), StageDelays.Air(distanceM)], DelaySettings.StandAtMs(set.DelaySettings, null), false);

    /// <summary>The picture's own delay in a mode.</summary>
    public static StageDelay Picture(PictureMode mode) => StageDelays.Of(mode switch
    {
        PictureMode.Game => "picture-game",
        PictureMode.Film => "picture-film",
        _ => "picture-standard",
    });

    private static Arrival From(IReadOnlyList<StageDelay> stages, int settingMs, bool mayNotFollow)
    {
        List<ThreadStage> thread = [.. stages.Select(s => new ThreadStage(s.Id, s.Words, s.Distribution.MedianMs, s.MinMs, s.MaxMs))];
        if (settingMs != 0)
            thread.Add(new("delay-setting", "delay setting", settingMs, settingMs, settingMs));
        return new(Sum(stages).ShiftedBy(settingMs), thread, mayNotFollow);
    }

    private static DelayDistribution Sum(IReadOnlyList<StageDelay> stages) => DelayDistribution.Sum(stages.Select(s => s.Distribution));
}
