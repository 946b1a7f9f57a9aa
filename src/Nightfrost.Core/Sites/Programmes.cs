using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>Something that is watched or heard.</summary>
/// <param name="SourceId">Its source; <see cref="SoundSource.Television"/> for the set's own tuner and apps.</param>
/// <param name="Words">Its name in a sentence.</param>
public sealed record Programme(string SourceId, string Words);

/// <summary>Follows which programmes come past a socket.</summary>
public static class Programmes
{
    /// <summary>Everything watched here, the set's own programmes first.</summary>
    public static IReadOnlyList<Programme> Watched(Look look) =>
    [
        .. look.Set.OwnProgrammesWatched ? new[] { new Programme(SoundSource.Television, "the set's own programmes") } : [],
        .. look.Sources.Where(s => s.Watched).Select(s => new Programme(s.Id, $"the {s.Name}")),
    ];

    /// <summary>The watched programmes whose sound comes past a source's sockets.</summary>
    /// <param name="look">The site.</param>
    /// <param name="ownerId">The source; <see cref="SoundSource.Television"/> for the set.</param>
    public static IReadOnlyList<Programme> Passing(Look look, string ownerId)
    {
        var reached = new HashSet<string>();
        Reach(look, ownerId, reached);
        return [.. Watched(look).Where(p => reached.Contains(p.SourceId))];
    }

    /// <summary>The watched programmes that may come past a source's sockets: those that nobody has said are not passed on.</summary>
    /// <param name="look">The site.</param>
    /// <param name="ownerId">The source; <see cref="SoundSource.Television"/> for the set.</param>
    public static IReadOnlyList<Programme> MayPass(Look look, string ownerId) =>
        Passing(look with { Sources = [.. look.Sources.Select(s => s.PassesSoundOn == Known.NotYet ? s with { PassesSoundOn = Known.Yes } : s)] }, ownerId);

    /// <summary>True when a programme's sound reaches a source by way of the set.</summary>
    public static bool ByWayOfSet(Look look, SoundSource owner, string programmeId)
    {
        if (!owner.TakesSetSound || programmeId == owner.Id)
            return false;
        var direct = new HashSet<string>();
        ReachPlugged(look, owner.Id, direct);
        return !direct.Contains(programmeId);
    }

    private static void Reach(Look look, string ownerId, HashSet<string> reached)
    {
        if (!reached.Add(ownerId))
            return;
        ReachPlugged(look, ownerId, reached);
        if (look.Sources.FirstOrDefault(s => s.Id == ownerId) is { TakesSetSound: true })
            Reach(look, SoundSource.Television, reached);
    }

    // What others have plugged into them comes along only where they pass sound on.
    private static void ReachPlugged(Look look, string ownerId, HashSet<string> reached)
    {
        foreach (var source in look.Sources.Where(s => s.PluggedInto == ownerId))
        {
            if (reached.Add(source.Id) && source.PassesSoundOn == Known.Yes)
                ReachPlugged(look, source.Id, reached);
        }
    }
}
