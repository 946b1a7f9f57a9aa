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
/// <param name="Thread">Where the milliseconds come from; of several cases the first.</param>
public sealed record Arrival(DelayDistribution Distribution, IReadOnlyList<ThreadStage> Thread);

/// <summary>What a tap adds to a skew, before and after the chain behind it.</summary>
/// <param name="Before">Stages before the chain.</param>
/// <param name="After">Stages after it, such as the picture's own delay taken away.</param>
/// <param name="FitsItself">The source delays its own picture to fit the link, so that the link's delay does not count.</param>
internal sealed record TapCase(StageDelay[] Before, StageDelay[] After, bool FitsItself = false);

/// <summary>Adds the stages of a route to a skew at the ear, after ITU-R BT.1359-1's sense of sign: positive is late.</summary>
public static class Skew
{
    /// <summary>Arrival through a socket of the set or of another source; null where no picture is followed.</summary>
    /// <param name="look">The site.</param>
    /// <param name="socket">The socket.</param>
    /// <param name="chain">Every stage from the socket to the ear.</param>
    public static Arrival? Through(Look look, SourcePort socket, IReadOnlyList<StageDelay> chain)
    {
        var taps = Taps(look, socket);
        if (taps.Count == 0)
            return null;
        var settingMs = DelaySettings.StandAtMs(look.Set.DelaySettings, socket.Id);
        var sums = taps.Select(tap => Sum(Stages(tap, chain)).ShiftedBy(settingMs)).ToList();
        return From(Stages(taps[0], chain), settingMs) with { Distribution = DelayDistribution.EvenMixture(sums) };
    }

    /// <summary>Arrival through a socket of the set.</summary>
    /// <param name="set">The set, for its picture mode and delay settings.</param>
    /// <param name="socket">The socket.</param>
    /// <param name="chain">Every stage from the socket to the ear.</param>
    public static Arrival Through(TelevisionSet set, SourcePort socket, IReadOnlyList<StageDelay> chain) => Through(new Look(set, [], []), socket, chain)!;

    /// <summary>The cases a tap stands for, each as likely as the others; none where no picture is followed.</summary>
    internal static IReadOnlyList<TapCase> Taps(Look look, SourcePort socket) =>
        look.SourceOf(socket) is { } source ? OfSource(look, source, socket) : OfSet(look.Set, socket);

    /// <summary>True when the picture mode may move the sound of this socket against the picture, so that a measurement holds for its own mode only.</summary>
    public static bool HangsOnPictureMode(Look look, SourcePort socket) => look.SourceOf(socket) is not null || socket.FollowsPicture != Known.Yes;

    /// <summary>Arrival from the set's own speakers at a seat.</summary>
    /// <param name="set">The set.</param>
    /// <param name="distanceM">Seat to set, m.</param>
    public static Arrival FromSpeakers(TelevisionSet set, double distanceM) =>
        From([StageDelays.Of("set-speakers"), StageDelays.Air(distanceM)], DelaySettings.StandAtMs(set.DelaySettings, null));

    /// <summary>The picture's own delay in a mode.</summary>
    public static StageDelay Picture(PictureMode mode) => StageDelays.Of(mode switch
    {
        PictureMode.Game => "picture-game",
        PictureMode.Film => "picture-film",
        _ => "picture-standard",
    });

    private static TapCase[] OfSet(TelevisionSet set, SourcePort socket)
    {
        var following = new TapCase([StageDelays.Of("set-speakers"), StageDelays.Of(SocketKinds.Of(socket.Kind).StageId)], []);
        var apart = new TapCase([StageDelays.Of("port-own")], [Picture(set.PictureMode).Negated()]);
        return socket.FollowsPicture switch
        {
            Known.Yes => [following],
            Known.No => [apart],
            _ => [following, apart],
        };
    }

    // Before the set: the box's port against its picture output, and the set's picture still to come. By way of the set: what the set's digital output does.
    private static TapCase[] OfSource(Look look, SoundSource source, SourcePort socket)
    {
        var facts = SourceKinds.Of(source.Kind);
        var programmes = Programmes.Passing(look, source.Id).Where(p => !IsMusic(look, p.SourceId)).ToList();
        if (programmes.Count == 0 && (source.MusicOnly || !source.Watched))
            return [];
        StageDelay[] works = source.Kind == SourceKind.AvReceiver
            ? [StageDelays.Of(source.ProcessesSound && socket.Kind != SocketKind.SecondZone ? "avr-processing" : "avr-direct")] : [];
        var ownScreen = facts.OwnScreen && source.PluggedInto.Length == 0;
        var picture = ownScreen ? StageDelays.Of("picture-game") : Picture(look.Set.PictureMode);
        var before = SocketKinds.Of(socket.Kind).IsRadio ? new TapCase([StageDelays.Of("self-fitted")], [], FitsItself: true)
            : source.Kind == SourceKind.Computer
            ? new TapCase([StageDelays.Of(SocketKinds.Of(socket.Kind).GivesPower ? "usb-out" : "computer-mixer")], [picture.Negated()])
            : new TapCase([StageDelays.Of("box-port"), .. works], [picture.Negated()]);
        var byWayOfSet = new TapCase([StageDelays.Of("set-speakers"), StageDelays.Of("digital-out"), .. works], []);
        var ways = programmes.Select(p => Programmes.ByWayOfSet(look, source, p.SourceId)).Distinct().Order().ToList();
        return ways.Count == 0 ? [before] : [.. ways.Select(through => through ? byWayOfSet : before)];
    }

    private static bool IsMusic(Look look, string sourceId) => look.Sources.FirstOrDefault(s => s.Id == sourceId) is { MusicOnly: true };

    private static IReadOnlyList<StageDelay> Stages(TapCase tap, IReadOnlyList<StageDelay> chain) =>
        [.. tap.Before, .. tap.FitsItself ? chain.Where(s => !s.OfLink) : chain, .. tap.After];

    private static Arrival From(IReadOnlyList<StageDelay> stages, int settingMs)
    {
        List<ThreadStage> thread = [.. stages.Select(s => new ThreadStage(s.Id, s.Words, s.Distribution.MedianMs, s.MinMs, s.MaxMs))];
        if (settingMs != 0)
            thread.Add(new("delay-setting", "delay setting", settingMs, settingMs, settingMs));
        return new(Sum(stages).ShiftedBy(settingMs), thread);
    }

    private static DelayDistribution Sum(IReadOnlyList<StageDelay> stages) => DelayDistribution.Sum(stages.Select(s => s.Distribution));
}
