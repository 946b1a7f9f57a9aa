using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>Whether two outputs were found to sound at the same time.</summary>
/// <param name="FirstSocketId">One socket or built-in radio.</param>
/// <param name="SecondSocketId">The other.</param>
/// <param name="Together">What was answered, tried or read.</param>
public sealed record LivePair(string FirstSocketId, string SecondSocketId, Known Together)
{
    /// <summary>True when it is about these two, in whichever order.</summary>
    public bool IsOf(string oneId, string otherId) =>
        (FirstSocketId == oneId && SecondSocketId == otherId) || (FirstSocketId == otherId && SecondSocketId == oneId);
}

/// <summary>How surely two outputs sound at the same time, the least sure first.</summary>
public enum Liveness
{
    /// <summary>Known not to.</summary>
    Never,

    /// <summary>Seldom on such outputs; nobody has tried it here.</summary>
    Unlikely,

    /// <summary>Usual on such outputs; nobody has tried it here.</summary>
    Likely,

    /// <summary>Known to.</summary>
    Live,
}

/// <summary>
/// Which outputs sound at the same time. Only an answer, a test or a manual makes it known; before that the sorts of sockets say what is usual: a radio of
/// one's own and a menu that names one output seldom leave another live, a plug in a headphone socket seldom leaves the speakers on, everything else usually
/// does (starting values, socket-kinds.json).
/// </summary>
public static class LiveOutputs
{
    /// <summary>How surely two outputs sound at the same time; <see cref="Liveness.Live"/> for those that have nothing to do with each other.</summary>
    public static Liveness Of(Look look, SourcePort one, SourcePort other)
    {
        if (one.Id == other.Id || !AreJoined(look, one, other))
            return Liveness.Live;
        if (look.OtherUseOf(one)?.Id == other.Id)
            return Liveness.Never;
        return look.LiveTogether.FirstOrDefault(pair => pair.IsOf(one.Id, other.Id))?.Together switch
        {
            Known.Yes => Liveness.Live,
            Known.No => Liveness.Never,
            _ => IsUnlikely(look, one, other) ? Liveness.Unlikely : Liveness.Likely,
        };
    }

    /// <summary>How surely the room goes on hearing the set while an output is in use: by the bar where one plays, else by the set's own speakers.</summary>
    public static Liveness WithRoom(Site site, SourcePort socket)
    {
        var source = site.Look.SourceOf(socket);
        var apart = source is not null && !ReachesSet(site.Look, source.Id);
        if (!apart && site.BarSocket is { } bar)
            return Of(site.Look, socket, bar);
        return socket.SilencesSpeakers switch
        {
            Known.Yes => Liveness.Never,
            Known.No => Liveness.Live,
            _ when CutsSpeakers(site.Look, socket) => Liveness.Unlikely,
            _ when !apart && SocketKinds.Of(socket.Kind).SilencesSpeakers && TakesOver(site.Look, socket) => Liveness.Unlikely,
            _ => apart ? Liveness.Live : Liveness.Likely,
        };
    }

    /// <summary>
    /// True when using an output is known, or usual, to cut the speakers of what it stands on: the set's own, or those of what stands by itself. A computer
    /// plays where it was told to, and nowhere else.
    /// </summary>
    public static bool CutsSpeakers(Look look, SourcePort socket) => look.SourceOf(socket) switch
    {
        _ when socket.SilencesSpeakers == Known.No => false,
        { Kind: SourceKind.Computer } => true,
        null => SocketReading.SilencesSpeakers(socket),
        _ => socket.SilencesSpeakers == Known.Yes || (look.StandsApart(socket) && SocketReading.SilencesSpeakers(socket)),
    };

    /// <summary>Every pair of outputs here of which using one could cut the other; outputs that nothing can be taken from are left out.</summary>
    public static IEnumerable<(SourcePort One, SourcePort Other, Liveness Liveness)> Pairs(Look look)
    {
        var outputs = look.AllSockets()
            .Where(s => s.IsThere && SocketReading.Direction(look, s) == MarkingReading.Output
                && (!SocketKinds.Of(s.Kind).GivesPower || s.UsbSound == Known.Yes)).ToList();
        return outputs.SelectMany((one, i) => outputs.Skip(i + 1).Where(other => AreJoined(look, one, other) && look.OtherUseOf(one)?.Id != other.Id)
            .Select(other => (one, other, Of(look, one, other))));
    }

    /// <summary>Those that nobody has tried together, the less likely ones first.</summary>
    public static IEnumerable<(SourcePort One, SourcePort Other, Liveness Liveness)> Untried(Look look) =>
        Pairs(look).Where(pair => pair.Liveness is Liveness.Likely or Liveness.Unlikely).OrderBy(pair => pair.Liveness);

    /// <summary>True when using one could cut the other: both of one source, or one of a source whose sound comes past the other.</summary>
    public static bool AreJoined(Look look, SourcePort one, SourcePort other)
    {
        var (owner, otherOwner) = (look.SourceOf(one)?.Id ?? SoundSource.Television, look.SourceOf(other)?.Id ?? SoundSource.Television);
        return owner == otherOwner || Passes(look, owner, otherOwner) || Passes(look, otherOwner, owner);
    }

    private static bool IsUnlikely(Look look, SourcePort one, SourcePort other)
    {
        var (source, otherSource) = (look.SourceOf(one), look.SourceOf(other));
        if (source?.Id == otherSource?.Id)
            return TakesOver(look, one) || TakesOver(look, other) || (source is null && look.Set.OutputMenuNamesOne == Known.Yes);

        // Of two sources only the one before can cut the other off.
        return Passes(look, source?.Id ?? SoundSource.Television, otherSource?.Id ?? SoundSource.Television) ? TakesOver(look, one) : TakesOver(look, other);
    }

    private static bool TakesOver(Look look, SourcePort socket) =>
        SocketKinds.Of(socket.Kind).TakesOver || look.SourceOf(socket) is { Kind: SourceKind.Computer };

    // True when a source's sound goes on to another one and comes past its sockets.
    private static bool Passes(Look look, string sourceId, string onwardsId) =>
        sourceId != onwardsId && (sourceId == SoundSource.Television ? look.Sources.Any(s => s.Id == onwardsId && s.TakesSetSound)
            : Programmes.Passing(look, onwardsId).Any(p => p.SourceId == sourceId));

    private static bool ReachesSet(Look look, string sourceId) => Passes(look, sourceId, SoundSource.Television);
}
