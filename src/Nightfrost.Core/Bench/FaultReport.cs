using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Causes that look and sound the same until something is tried.</summary>
/// <param name="Causes">What may be wrong, each in a sentence.</param>
/// <param name="Tries">What tells them apart, in this order.</param>
/// <param name="NotToldApart">Those among them that no check tells apart, group by group.</param>
public sealed record LookAlikes(IReadOnlyList<string> Causes, IReadOnlyList<string> Tries, IReadOnlyList<IReadOnlyList<string>> NotToldApart);

/// <summary>A cause that a look alone tells from every other.</summary>
/// <param name="Cause">What may be wrong, in a sentence.</param>
/// <param name="Look">Where it shows first.</param>
public sealed record SeenCause(string Cause, string Look);

/// <summary>What may stop one listener's sound, or the room's, and how far it shows.</summary>
/// <param name="Who">The listener, or the room.</param>
/// <param name="Causes">How many causes there are.</param>
/// <param name="Seen">Those that a look tells from every other.</param>
/// <param name="Alike">Those that look like another.</param>
public sealed record EarFaults(string Who, int Causes, IReadOnlyList<SeenCause> Seen, IReadOnlyList<LookAlikes> Alike);

/// <summary>Every fault of a rig against every check: which are told apart by a look, which by a try, and which by nothing.</summary>
/// <param name="Ears">Each listener, and the room where it matters what that hears.</param>
/// <param name="NotSimulated">What of the rig the Bench cannot carry out; then there are no ears.</param>
public sealed record FaultReport(IReadOnlyList<EarFaults> Ears, IReadOnlyList<string> NotSimulated)
{
    /// <summary>Goes through a rig on an evening after its visit.</summary>
    public static FaultReport Of(Rig rig)
    {
        if (BenchSites.NotSimulated(rig) is { Count: > 0 } missing)
            return new([], missing);
        var (evening, steps) = (TryLines.Evening(rig), RunSheet.For(rig));
        var site = evening.Site;
        var ears = site.Ears.Select(way =>
            Of(evening, way.Route.AtEar.Listener.Name, [.. Faults.Of(site, way)], [.. Looks.Of(site, way)], [.. Tries.Of(site, way, steps)])).ToList();
        if (Faults.OfRoom(site).ToList() is { Count: > 0 } ofRoom)
            ears.Add(Of(evening, Say("look.theRoom"), ofRoom, [.. Looks.OfRoom(site)], []));
        return new(ears, []);
    }

    /// <summary>The faults of one way that no check at all tells apart; each group has two or more.</summary>
    internal static IReadOnlyList<IReadOnlyList<Fault>> NotToldApart(BenchState evening, EarWay way, IReadOnlyList<Step> steps) =>
        [.. Alike(evening, [.. Faults.Of(evening.Site, way)], [.. Looks.Of(evening.Site, way)])
            .SelectMany(group => Split(evening, group, [.. Tries.Of(evening.Site, way, steps)]).Left)];

    private static EarFaults Of(BenchState evening, string who, List<Fault> faults, IReadOnlyList<Check> looks, IReadOnlyList<Check> tries)
    {
        var alike = Alike(evening, faults, looks);
        var well = looks.ToDictionary(look => look, look => look.Answer(evening));
        return new(who, faults.Count, [.. faults.Except(alike.SelectMany(group => group)).Select(fault => new SeenCause(Word(fault), WhereSeen(fault)))],
        [.. alike.Select(group =>
        {
            var (used, left) = Split(evening, group, tries);
            return new LookAlikes(Words(group), [.. used.Select(check => check.Words)], [.. left.Select(Words)]);
        })]);

        // What is heard comes last: it tells the least, and is known already.
        string WhereSeen(Fault fault) => looks.Skip(1).Append(looks[0]).First(look => look.Answer(evening.With(fault)) != well[look]).Words;

        string Word(Fault fault) => FaultWords.Of(evening.Site, fault);

        IReadOnlyList<string> Words(IReadOnlyList<Fault> some) => [.. some.Select(Word)];
    }

    // Groups of two or more that every look answers alike.
    private static List<IReadOnlyList<Fault>> Alike(BenchState evening, List<Fault> faults, IReadOnlyList<Check> looks) =>
        [.. faults.GroupBy(fault => string.Join("|", looks.Select(look => look.Answer(evening.With(fault)))))
            .Where(group => group.Count() > 1).Select(group => group.ToList())];

    // Each time the try that leaves the most groups, the cheaper of two; until none parts any of them.
    internal static (IReadOnlyList<Check> Used, IReadOnlyList<IReadOnlyList<Fault>> Left) Split(BenchState evening, IReadOnlyList<Fault> group,
        IReadOnlyList<Check> tries)
    {
        var answers = tries.ToDictionary(check => check, check => group.ToDictionary(fault => fault, fault => check.Answer(evening.With(fault))));
        var (groups, used) = (new List<IReadOnlyList<Fault>> { group }, new List<Check>());
        while (tries.Count > 0)
        {
            var (best, parts) = tries.Select(check => (check, Parted(check))).MaxBy(one => one.Item2.Count);
            if (parts.Count <= groups.Count)
                break;
            used.Add(best);
            groups = parts;
        }

        return (used, [.. groups.Where(g => g.Count > 1)]);

        List<IReadOnlyList<Fault>> Parted(Check check) =>
            [.. groups.SelectMany(g => g.GroupBy(fault => answers[check][fault]).Select(part => part.ToList()))];
    }
}
