using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>A sending end and a receiving one, whoever wears it.</summary>
/// <param name="takes">The receiving end; null when the two share no link.</param>
/// <param name="refused">The rule of the link that refuses it; null for none.</param>
/// <param name="grade">Sound quality of the coding, 1 to 4.</param>
/// <param name="air">Thousandths of the air's time that one listener adds to a box for several.</param>
/// <param name="sensitivity">Number of its sensitivity; −1 where reach does not hang on the power sent.</param>
/// <param name="stageId">Delay stage of the coding; null for none.</param>
internal sealed class Meeting(AirLink? takes, Rule? refused, int grade, int air, int sensitivity, string? stageId)
{
    /// <summary>Two ends that share no link.</summary>
    public static readonly Meeting None = new(null, null, 0, 0, -1, null);

    private int[] _suffixes = [];

    public AirLink? Takes { get; } = takes;

    /// <summary>Sample rates of its receiving end, kHz, one bit each: they lie below 64.</summary>
    public ulong Rates { get; } = takes?.Lc3RatesKHz.Aggregate(0UL, (rates, rate) => rates | 1UL << rate) ?? 0;
    public Rule? Refused { get; } = refused;
    public bool IsRefused { get; } = takes is null || refused is not null;
    public int Grade { get; } = grade;
    public int Air { get; } = air;
    public int Sensitivity { get; } = sensitivity;

    /// <summary>Number of what the way to an ear adds.</summary>
    /// <param name="one">The ear.</param>
    /// <param name="end">The sending end.</param>
    /// <param name="suffixes">What ways from a link to an ear add.</param>
    public int SuffixOf(EarBase one, Meetings end, Suffixes suffixes)
    {
        if (one.Stages >= _suffixes.Length)
            Array.Resize(ref _suffixes, one.Stages + 1);
        ref var suffix = ref _suffixes[one.Stages];
        if (suffix == 0)
            suffix = 1 + suffixes.Of(stageId, end.Sends.Delay ?? Takes!.Delay, one.Stages, end.RouteOf(one, this));
        return suffix - 1;
    }
}

/// <summary>How one sending end meets everything that takes a link. A device with several receiving ends is met at the first that fits.</summary>
/// <param name="site">The site.</param>
/// <param name="feed">A feed the end stands on.</param>
/// <param name="sends">The sending end.</param>
/// <param name="several">True when its box feeds others too.</param>
/// <param name="entries">What listeners may wear.</param>
/// <param name="sensitivities">Sensitivities in the order of their numbers.</param>
internal sealed class Meetings(Site site, Feed feed, AirLink sends, bool several, EarEntries entries, IReadOnlyList<double> sensitivities)
{
    private readonly Meeting?[] _byTaking = new Meeting?[entries.Ends.Count];
    private readonly Meeting?[] _byEnd = new Meeting?[entries.Links];

    public Feed Feed { get; } = feed;
    public AirLink Sends { get; } = sends;
    public bool Several { get; } = several;

    /// <summary>True where reach hangs on the power sent.</summary>
    public static bool HangsOnPower(AirLink sends) => !sends.IsInfrared && sends.FrequencyMHz > 0;

    /// <summary>How what takes the link to an ear is met.</summary>
    /// <param name="taking">Number of its receiving ends.</param>
    /// <param name="one">The ear.</param>
    public Meeting Of(int taking, EarBase one) => _byTaking[taking] ??= Meet(entries.Ends[taking], one);

    /// <summary>The route to an ear.</summary>
    public Route RouteOf(EarBase one, Meeting meeting) => new(site, Feed, one.Ear, Sends, meeting.Takes, Several);

    private Meeting Meet(TakingEnd[] ends, EarBase one)
    {
        TakingEnd? other = null;
        foreach (var end in ends)
        {
            if (end.Link.Technology != Sends.Technology)
                continue;
            if (EarRules.FamilyFits(Sends, end.Link))
                return _byEnd[end.Number] ??= Meet(end.Link, one);
            other ??= end;
        }

        return other is { } unfit ? _byEnd[unfit.Number] ??= Meet(unfit.Link, one) : Meeting.None;
    }

    private Meeting Meet(AirLink takes, EarBase one)
    {
        var route = new Route(site, Feed, one.Ear, Sends, takes, Several);
        if (Rules.RefusingOf(RuleSees.Link, route) is { } refused)
            return new(takes, refused, 0, 0, -1, null);
        var sensitivity = -1;
        for (var s = 0; s < sensitivities.Count && sensitivity < 0 && HangsOnPower(Sends); s++)
            sensitivity = sensitivities[s] == takes.SensitivityDbm ? s : -1;
        return new(takes, null, SoundQuality.OfCoding(Sends, route.Coding), LinkAirtime.Added(route), sensitivity, route.Coding.StageId);
    }
}
