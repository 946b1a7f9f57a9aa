using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Judges each sort of sending end once against each ear: the rules of the whole way see the link and its ends, not the socket. The power sent matters only for the
/// margin, which is worked out apart.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="grades">In-step grades.</param>
/// <param name="log">Where refusals are kept; null where nobody asks for them.</param>
/// <param name="entries">What listeners may wear.</param>
internal sealed class EndClasses(Site site, InStepGrades grades, RefusalLog? log, EarEntries entries)
{
    private const double LoudestDbm = 1000;

    private readonly EarBase[][] _ears = entries.Linked;
    private readonly Dictionary<string, EndClass> _byKey = [];
    private readonly List<(EarBase Base, Standing Standing, Meeting Meeting)> _kept = [];
    private readonly Dictionary<(double TransmitDbm, double FrequencyMHz), Margins> _margins = [];
    private readonly EndClass.Counter _numbers = new();
    private readonly List<double> _sensitivities = [];
    private readonly Dictionary<AirLink, string> _keys = new(ReferenceEqualityComparer.Instance);

    /// <summary>The class of a sending end.</summary>
    /// <param name="feed">A feed it stands on.</param>
    /// <param name="sends">The end.</param>
    public EndClass Of(Feed feed, AirLink sends)
    {
        if (!_keys.TryGetValue(sends, out var key))
            _keys[sends] = key = $"{Likeness.KeyOfSending(sends)}|{feed.BuiltIn}|{feed.Transmitter?.App.Length > 0}";
        return _byKey.TryGetValue(key, out var known) ? known : _byKey[key] = Judge(feed, sends with { TransmitDbm = LoudestDbm, ListenersAtOnce = int.MaxValue });
    }

    /// <summary>Margin grades of a sending end, by listener and number of the sensitivity; −1 out of reach.</summary>
    public Margins MarginsOf(AirLink sends)
    {
        if (!HangsOnPower(sends))
            return Margins.None;
        var key = (sends.TransmitDbm, sends.FrequencyMHz);
        if (_margins.TryGetValue(key, out var known) && known.Grades[0].Length == _sensitivities.Count)
            return known;
        var grades = new sbyte[_ears.Length][];
        for (var i = 0; i < _ears.Length; i++)
        {
            grades[i] = new sbyte[_sensitivities.Count];
            var places = Places.Of(site.Look.Listeners[i]);
            for (var s = 0; s < _sensitivities.Count; s++)
            {
                var takes = new AirLink { Technology = sends.Technology, Transmits = false, SensitivityDbm = _sensitivities[s] };
                var worst = places.Min(p => Reach.At(sends, takes, p, site.Look.Walls)!.MarginDb);
                grades[i][s] = (sbyte)(worst < 0 ? -1 : Airlink.LinkMargin.Grade(worst));
            }
        }

        return _margins[key] = new(_numbers.Next(), grades);
    }

    /// <summary>Ears of a plain wire: one listener's alone.</summary>
    public EndClass OfWire(int listener, EarOption ear)
    {
        var alone = new EarOption[_ears.Length][];
        Array.Fill(alone, []);
        alone[listener] = [ear];
        return new(_numbers, alone, null);
    }

    /// <summary>Keeps the refusal of every ear that this end's power does not reach.</summary>
    public static void RefuseOutOfReach(Site site, EndClass end, Feed feed, AirLink sends, Margins margins, Subject subject, RefusalLog log)
    {
        for (var i = 0; i < end.Alone.Length; i++)
        {
            foreach (var ear in end.Alone[i])
            {
                if (ear.Sensitivity >= 0 && margins.Grades[i][ear.Sensitivity] < 0 && ear.RouteOn(site, feed, sends) is var route && Rules.RefusingRoute(route) is { } rule)
                    log.Refuse(rule, route, subject);
            }
        }
    }

    /// <summary>What the search needs of one ear at the end of a plain wire.</summary>
    public EarOption OptionOf(EarBase one, Route route) => OptionOf(one, null, false, new(grades.SuffixOf(route), SoundQuality.Weighed(route), 2, -1, 1));

    private static EarOption OptionOf(EarBase one, AirLink? takes, bool several, Standing standing) => new()
    {
        Ear = one.Ear,
        Takes = takes,
        Several = several,
        Needs = one.Needs,
        Lacks = one.Lacks,
        Hand = one.Hand,
        Quality = standing.Quality,
        Margin = standing.Margin,
        Sensitivity = standing.Sensitivity,
        Most = standing.Most,
        Suffix = standing.Suffix,
        Uses = one.Uses,
        Scarce = one.Scarce,
        DeviceIds = one.DeviceIds,
        Cents = one.Cents,
    };

    private static bool HangsOnPower(AirLink sends) => !sends.IsInfrared && sends.FrequencyMHz > 0;

    private int NumberOf(double sensitivityDbm)
    {
        var at = _sensitivities.IndexOf(sensitivityDbm);
        if (at >= 0)
            return at;
        _sensitivities.Add(sensitivityDbm);
        return _sensitivities.Count - 1;
    }

    private EndClass Judge(Feed feed, AirLink sends)
    {
        var (alone, several) = (new EarOption[_ears.Length][], new EarOption[_ears.Length][]);
        var differ = sends.CodecsWithSeveral.Count > 0;
        var (first, second) = (new Meeting?[entries.Takings], new Meeting?[entries.Takings]);
        for (var i = 0; i < _ears.Length; i++)
        {
            alone[i] = Asked(i, new(feed, sends, false), first);
            several[i] = differ ? Asked(i, new(feed, sends, true), second) : alone[i];
        }

        return new(_numbers, alone, differ ? several : alone);
    }

    /// <summary>A sending end that is asked about every ear.</summary>
    private readonly record struct End(Feed Feed, AirLink Sends, bool Several);

    /// <summary>How an ear stands at a sending end.</summary>
    private readonly record struct Standing(int Suffix, int Quality, int Margin, int Sensitivity, int Most);

    /// <summary>A sending end and the receiving ends of all that it cannot tell apart.</summary>
    private sealed class Meeting(AirLink? takes, Rule? refused, int grade, int most, int sensitivity)
    {
        /// <summary>Two ends that share no link.</summary>
        public static Meeting None { get; } = new(null, null, 0, 0, -1);

        private int[] _suffixes = [];

        public AirLink? Takes { get; } = takes;
        public Rule? Refused { get; } = refused;
        public bool IsRefused { get; } = takes is null || refused is not null;
        public int Grade { get; } = grade;
        public int Most { get; } = most;
        public int Sensitivity { get; } = sensitivity;

        /// <summary>Number of what the way to the ear adds; −1 while not known.</summary>
        public int SuffixOf(int stages) => stages < _suffixes.Length ? _suffixes[stages] - 1 : -1;

        public int Keep(int stages, int suffix)
        {
            if (stages >= _suffixes.Length)
                Array.Resize(ref _suffixes, stages + 1);
            _suffixes[stages] = suffix + 1;
            return suffix;
        }
    }

    private Meeting Meet(End end, EarBase one)
    {
        if (EndOf(one.Ear.Takes, end.Sends) is not { } takes)
            return Meeting.None;
        var route = new Route(site, end.Feed, one.Ear, end.Sends, takes, end.Several);
        return Rules.RefusingOf(RuleSees.Link, route) is { } refused
            ? new(takes, refused, 0, 0, -1)
            : new(takes, null, SoundQuality.OfCoding(end.Sends, route.Coding), LinkAirtime.MostByAir(route), HangsOnPower(end.Sends) ? NumberOf(takes.SensitivityDbm) : -1);
    }

    // The ears of one listener that work, without those that another one replaces: of two on the same end, the one that is no better in anything can be swapped for the other.
    // They come cheapest first. Things there are only so many of are kept apart.
    private EarOption[] Asked(int listener, End end, Meeting?[] meetings)
    {
        var (kept, mayBreak) = (_kept, Rules.MayBreakAny(RuleSees.Everything, site.Look.Listeners[listener]));
        (bool Known, Rule? Refused, int Margin) seat = (false, null, 2);
        kept.Clear();
        foreach (var one in _ears[listener])
        {
            var meeting = meetings[one.Taking] ??= Meet(end, one);
            if (log is null && (meeting.IsRefused || one.Refused is not null))
                continue;
            if (meeting.Takes is null)
            {
                if (!end.Several)
                    log?.NoLink(end.Feed.Transmitter, one.Ear, site, end.Feed, end.Sends);
                continue;
            }

            Route? route = null;
            if (!seat.Known)
            {
                route = RouteOf(one, end, meeting);
                seat = (true, Rules.RefusingOf(RuleSees.Seat, route), HangsOnPower(end.Sends) ? 0 : Reach.Of(route)?.Grade ?? 2);
            }

            var refused = Rules.Earlier(Rules.Earlier(one.Refused, meeting.Refused), seat.Refused);
            if (mayBreak && Rules.AnyBefore(RuleSees.Everything, refused))
                refused = Rules.RefusingOf(RuleSees.Everything, route ??= RouteOf(one, end, meeting), refused) ?? refused;
            if (refused is not null)
            {
                if (log is not null && log.IsNews(refused, end.Sends.Technology, end.Feed.Transmitter, one.Ear))
                    log.Refuse(refused, route ?? RouteOf(one, end, meeting));
                continue;
            }

            var standing = new Standing(
                meeting.SuffixOf(one.Stages) is var known and >= 0 ? known : meeting.Keep(one.Stages, grades.SuffixOf(route ?? RouteOf(one, end, meeting))),
                SoundQuality.Weighed(Math.Min(meeting.Grade, one.RelayQuality), one.Ear.Listener), seat.Margin, meeting.Sensitivity, meeting.Most);
            var needed = true;
            for (var k = 0; k < kept.Count && needed && !one.Apart; k++)
                needed = kept[k].Base.Apart || !Replaces(kept[k].Base, kept[k].Standing, kept[k].Meeting.Takes!, one, standing, meeting.Takes);
            if (needed)
                kept.Add((one, standing, meeting));
        }

        return kept.Count == 0 ? [] : [.. kept.Select(k => OptionOf(k.Base, k.Meeting.Takes, end.Several, k.Standing))];
    }

    private Route RouteOf(EarBase one, End end, Meeting meeting) => new(site, end.Feed, one.Ear, end.Sends, meeting.Takes, end.Several);

    private static AirLink? EndOf(Device takes, AirLink sends)
    {
        AirLink? other = null;
        foreach (var link in takes.Links)
        {
            if (link.Transmits || link.Technology != sends.Technology)
                continue;
            if (EarRules.FamilyFits(sends, link))
                return link;
            other ??= link;
        }

        return other;
    }

    private static bool Replaces(EarBase k, Standing at, AirLink takes, EarBase one, Standing standing, AirLink takesOne) =>
        at.Suffix == standing.Suffix && k.Cents <= one.Cents && k.Needs >= one.Needs && k.Lacks == one.Lacks && k.Hand <= one.Hand
        && at.Quality >= standing.Quality && at.Margin >= standing.Margin && at.Sensitivity == standing.Sensitivity && at.Most >= standing.Most
        && (ReferenceEquals(takes, takesOne) || takesOne.Lc3RatesKHz.All(takes.Lc3RatesKHz.Contains));
}
