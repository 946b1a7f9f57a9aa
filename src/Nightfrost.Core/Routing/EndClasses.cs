using System.Collections.Concurrent;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Judges each sort of sending end once against each ear: the rules of the whole way see the link and its ends, not the socket. The power sent matters only for the
/// margin, which is worked out apart. May be asked from several threads where no refusals are kept.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="suffixes">What ways from a link to an ear add.</param>
/// <param name="log">Where refusals are kept; null where nobody asks for them.</param>
/// <param name="entries">What listeners may wear.</param>
internal sealed class EndClasses(Site site, Suffixes suffixes, RefusalLog? log, EarEntries entries)
{
    private const double LoudestDbm = 1000;

    // What is asked of a sending end is the same at every socket with a lead.
    private static readonly SourcePort Anywhere = new() { Id = "", Kind = SocketKind.OpticalSquare, State = SocketState.Free };

    private readonly ConcurrentDictionary<string, EndClass> _byKey = [];
    private readonly ConcurrentDictionary<(double TransmitDbm, double FrequencyMHz), Margins> _margins = [];
    private readonly EndClass.Counter _numbers = new();
    private readonly double[] _sensitivities = [.. entries.Ends.SelectMany(ends => ends).Select(end => end.Link.SensitivityDbm).Distinct()];
    private readonly ConcurrentDictionary<AirLink, (Device? Transmitter, EndClass Class)> _known = new(ReferenceEqualityComparer.Instance);

    /// <summary>Judges every sending end of some boxes side by side, so that they are known when they are asked for. Not where refusals are kept: those come in their order.</summary>
    public void JudgeAll(IEnumerable<Device> transmitters)
    {
        var open = new Dictionary<string, List<(Feed Feed, AirLink Sends)>>();
        foreach (var transmitter in transmitters)
        {
            var feed = new Feed(Anywhere, [], transmitter, []);
            foreach (var sends in transmitter.Links)
            {
                if (!sends.Transmits)
                    continue;
                var key = KeyOf(feed, sends);
                if (!open.TryGetValue(key, out var alike))
                    open[key] = alike = [];
                alike.Add((feed, sends));
            }
        }

        var ends = open.ToArray();
        var judged = new EndClass[ends.Length];
        Parallel.For(0, ends.Length, new ParallelOptions { MaxDegreeOfParallelism = BestRig.Workers }, i => judged[i] = Judge(ends[i].Value[0].Feed, ends[i].Value[0].Sends));
        for (var i = 0; i < ends.Length; i++)
        {
            _byKey[ends[i].Key] = judged[i];
            foreach (var (feed, sends) in ends[i].Value)
                _known[sends] = (feed.Transmitter, judged[i]);
        }
    }

    /// <summary>The class of a sending end.</summary>
    /// <param name="feed">A feed it stands on.</param>
    /// <param name="sends">The end.</param>
    public EndClass Of(Feed feed, AirLink sends)
    {
        if (_known.TryGetValue(sends, out var known) && ReferenceEquals(known.Transmitter, feed.Transmitter))
            return known.Class;
        var key = KeyOf(feed, sends);
        var found = _byKey.TryGetValue(key, out var before) ? before : _byKey.GetOrAdd(key, Judge(feed, sends));
        _known[sends] = (feed.Transmitter, found);
        return found;
    }

    /// <summary>Margin grades of a sending end, by listener and number of the sensitivity; −1 out of reach.</summary>
    public Margins MarginsOf(AirLink sends)
    {
        if (!Meetings.HangsOnPower(sends))
            return Margins.None;
        var key = (sends.TransmitDbm, sends.FrequencyMHz);
        if (_margins.TryGetValue(key, out var known))
            return known;
        var grades = new sbyte[entries.Linked.Length][];
        for (var i = 0; i < entries.Linked.Length; i++)
        {
            grades[i] = new sbyte[_sensitivities.Length];
            var places = Places.Of(site.Look.Listeners[i]);
            for (var s = 0; s < _sensitivities.Length; s++)
            {
                var takes = new AirLink { Technology = sends.Technology, Transmits = false, SensitivityDbm = _sensitivities[s] };
                var worst = places.Min(p => Reach.At(sends, takes, p, site.Look.Walls)!.MarginDb);
                grades[i][s] = (sbyte)(worst < 0 ? -1 : Airlink.LinkMargin.Grade(worst));
            }
        }

        return _margins.GetOrAdd(key, new Margins(_numbers.Next(), grades));
    }

    /// <summary>Ears of a plain wire: one listener's alone.</summary>
    public EndClass OfWire(int listener, EarOption ear)
    {
        var alone = new EarOption[entries.Linked.Length][];
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

    /// <summary>Keeps the refusal of every ear that has no volume where one was asked for, on a socket at a fixed level.</summary>
    public static void RefuseTooQuiet(Site site, EndClass end, Feed feed, AirLink sends, Subject subject, RefusalLog log)
    {
        foreach (var ear in end.Alone.SelectMany(ears => ears).Where(ear => ear.Base.IsTooQuiet))
        {
            if (ear.RouteOn(site, feed, sends) is var route && Rules.RefusingRoute(route) is { } rule)
                log.Refuse(rule, route, subject);
        }
    }

    /// <summary>What the search needs of one ear at the end of a plain wire.</summary>
    public EarOption OptionOf(EarBase one, Route route) => OptionOf(StandingOf(one, null, suffixes.Of(null, null, one.Stages, route), SoundQuality.Of(route), 2, -1, 0, 0, Needs.LeadIsNoTrouble(one.Ear.Listener)), false);

    // Quality as it sounds, whoever listens; what hangs on it and on the lead is counted here.
    private static Standing StandingOf(EarBase one, AirLink? takes, int suffix, int quality, int margin, int sensitivity, int air, ulong rates, bool leadIsNoTrouble)
    {
        var listener = one.Ear.Listener;
        var preferences = one.Preferences + (leadIsNoTrouble ? 1 : 0) + (Needs.SoundsGood(listener, quality) ? 1 : 0);
        return new(one, takes, suffix, preferences, SoundQuality.Weighed(quality, listener), margin, sensitivity, air, rates);
    }

    private static EarOption OptionOf(Standing standing, bool several) => new()
    {
        Base = standing.Base,
        Takes = standing.Takes,
        Several = several,
        Preferences = standing.Preferences,
        Quality = standing.Quality,
        Margin = standing.Margin,
        Sensitivity = standing.Sensitivity,
        Air = standing.Air,
        Suffix = standing.Suffix,
    };

    private static string KeyOf(Feed feed, AirLink sends) => $"{Likeness.KeyOfSending(sends)}|{feed.BuiltIn}|{feed.Transmitter?.App.Length > 0}|{feed.Transmitter?.NearImplants}";

    // Judged for sockets of any level: what a fixed one refuses is left out where the socket is known.
    private EndClass Judge(Feed feed, AirLink sends)
    {
        feed = feed with { Socket = feed.Socket with { Level = LevelControl.NotYet } };
        var loudest = sends with { TransmitDbm = LoudestDbm, ListenersAtOnce = int.MaxValue };
        var (alone, differ) = (Asked(new(site, feed, loudest, false, entries, _sensitivities)), sends.CodecsWithSeveral.Count > 0);
        return new(_numbers, alone, differ ? Asked(new(site, feed, loudest, true, entries, _sensitivities)) : alone);
    }

    private EarOption[][] Asked(Meetings end)
    {
        var (asked, kept) = (new EarOption[entries.Linked.Length][], new List<Standing>(64));
        for (var i = 0; i < asked.Length; i++)
            asked[i] = Asked(i, end, kept);
        return asked;
    }

    /// <summary>How an ear stands at a sending end.</summary>
    private readonly record struct Standing(EarBase Base, AirLink? Takes, int Suffix, int Preferences, int Quality, int Margin, int Sensitivity, int Air, ulong Rates)
    {
        // Of two on the same end, the one that is no better in anything can be swapped for the other.
        public bool Replaces(in Standing other) =>
            Suffix == other.Suffix && Base.Cents <= other.Base.Cents && Base.Needs >= other.Base.Needs && Preferences >= other.Preferences && Base.Lacks == other.Base.Lacks && Base.Effort <= other.Base.Effort
            && Quality >= other.Quality && Margin >= other.Margin && Sensitivity == other.Sensitivity && Air <= other.Air && !Base.Apart && !other.Base.Apart
            && (other.Rates & ~Rates) == 0 && (!Base.IsTooQuiet || other.Base.IsTooQuiet);
    }

    // The ears of one listener that work, without those that another one replaces. They come cheapest first. Things there are only so many of are kept apart.
    private EarOption[] Asked(int listener, Meetings end, List<Standing> kept)
    {
        var mayBreak = Rules.MayBreakAny(RuleSees.Everything, site.Look.Listeners[listener], end.Sends);
        (bool Known, Rule? Refused, int Margin) seat = (false, null, 2);
        kept.Clear();
        foreach (var one in log is null ? entries.TakersOf(listener, end.Sends.Technology) : entries.Linked[listener])
        {
            var meeting = end.Of(one.Taking, one);
            if (meeting.IsRefused && log is null)
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
                route = end.RouteOf(one, meeting);
                seat = (true, Rules.RefusingOf(RuleSees.Seat, route), Meetings.HangsOnPower(end.Sends) ? 0 : Reach.Of(route)?.Grade ?? 2);
            }

            var refused = Rules.Earlier(Rules.Earlier(one.Refused, meeting.Refused), seat.Refused);
            if (mayBreak && Rules.AnyBefore(RuleSees.Everything, refused))
                refused = Rules.RefusingOf(RuleSees.Everything, route ??= end.RouteOf(one, meeting), refused) ?? refused;
            if (refused is not null)
            {
                if (log is not null && log.IsNews(refused, end.Sends.Technology, end.Feed.Transmitter, one.Ear))
                    log.Refuse(refused, route ?? end.RouteOf(one, meeting));
                continue;
            }

            var suffix = meeting.SuffixOf(one, end, suffixes);
            Enter(StandingOf(one, meeting.Takes, suffix, Math.Min(meeting.Grade, one.RelayQuality), seat.Margin, meeting.Sensitivity, meeting.Air, meeting.Rates, true), kept);
        }

        return kept.Count == 0 ? [] : [.. kept.Select(standing => OptionOf(standing, end.Several))];
    }

    private static void Enter(in Standing one, List<Standing> kept)
    {
        foreach (ref readonly var before in System.Runtime.InteropServices.CollectionsMarshal.AsSpan(kept))
        {
            if (before.Replaces(one))
                return;
        }

        kept.Add(one);
    }
}
