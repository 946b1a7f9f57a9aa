using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Ears of every listener that a sort of sending end may feed.</summary>
/// <param name="Alone">With a box of one's own.</param>
/// <param name="Several">On a box with others.</param>
/// <param name="None">No ears: for a box that feeds one only.</param>
internal sealed record EndClass(EarOption[][] Alone, EarOption[][] Several, EarOption[][] None)
{
    private readonly Dictionary<int, EndClass> _atRates = [];

    /// <summary>Sample rates of a broadcast worth trying, kHz: one that every ear has does for all. 0 where rates do not matter.</summary>
    public int[] RatesOf(AirLink sends)
    {
        if (sends.Technology != LinkTechnology.LeAudioBroadcast)
            return [0];
        int[] rates = [.. sends.Lc3RatesKHz.Distinct().Order()];
        foreach (var rate in rates)
        {
            if (Alone.Concat(Several).All(list => list.All(o => o.Route.Takes!.Lc3RatesKHz.Contains(rate))))
                return [rate];
        }

        return rates;
    }

    /// <summary>The same with the ears that work at a sample rate, kHz; 0 for all.</summary>
    public EndClass AtRate(int rateKHz)
    {
        if (rateKHz == 0)
            return this;
        if (_atRates.TryGetValue(rateKHz, out var known))
            return known;
        var alone = At(Alone);
        return _atRates[rateKHz] = new(alone, ReferenceEquals(Alone, Several) ? alone : At(Several), None);

        EarOption[][] At(EarOption[][] options) => [.. options.Select(list => list.Where(o => o.Route.Takes!.Lc3RatesKHz.Contains(rateKHz)).ToArray())];
    }

    /// <summary>True when some ear is in reach.</summary>
    public bool ReachesAnybody(sbyte[][] margins)
    {
        for (var i = 0; i < Alone.Length; i++)
        {
            foreach (var ear in Alone[i])
            {
                if (ear.Sensitivity < 0 || margins[i][ear.Sensitivity] >= 0)
                    return true;
            }
        }

        return false;
    }
}

/// <summary>
/// Judges each sort of sending end once against each ear: the rules of the whole way see the link and its ends, not the socket. The power sent matters only for the
/// margin, which is worked out apart.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="grades">In-step grades.</param>
/// <param name="refusals">Where refusals are kept.</param>
/// <param name="ears">Ears of each listener.</param>
/// <param name="isKept">True for an ear that must stay whatever it is like.</param>
internal sealed class EndClasses(Site site, InStepGrades grades, RefusalLog refusals, EarBase[][] ears, Func<EarBase, bool> isKept)
{
    private const double LoudestDbm = 1000;

    private readonly Dictionary<string, EndClass> _byKey = [];
    private readonly Dictionary<(double, double, bool), sbyte[][]> _margins = [];
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
    public sbyte[][] MarginsOf(AirLink sends)
    {
        if (!HangsOnPower(sends))
            return [];
        var key = (sends.TransmitDbm, sends.FrequencyMHz, true);
        if (_margins.TryGetValue(key, out var known) && known[0].Length == _sensitivities.Count)
            return known;
        var margins = new sbyte[ears.Length][];
        for (var i = 0; i < ears.Length; i++)
        {
            margins[i] = new sbyte[_sensitivities.Count];
            var places = Places.Of(site.Look.Listeners[i]);
            for (var s = 0; s < _sensitivities.Count; s++)
            {
                var takes = new AirLink { Technology = sends.Technology, Transmits = false, SensitivityDbm = _sensitivities[s] };
                var worst = places.Min(p => Reach.At(sends, takes, p, site.Look.Walls)!.MarginDb);
                margins[i][s] = (sbyte)(worst < 0 ? -1 : Airlink.LinkMargin.Grade(worst));
            }
        }

        return _margins[key] = margins;
    }

    /// <summary>Keeps the refusal of every ear that this end's power does not reach.</summary>
    public static void RefuseOutOfReach(EndClass end, Feed feed, AirLink sends, sbyte[][] margins, Subject subject, Action<Rule, Route, Subject> refuse)
    {
        for (var i = 0; i < end.Alone.Length; i++)
        {
            foreach (var ear in end.Alone[i])
            {
                if (ear.Sensitivity >= 0 && margins[i][ear.Sensitivity] < 0 && ear.Route with { Feed = feed, Sends = sends } is var route && Rules.RefusingRoute(route) is { } rule)
                    refuse(rule, route, subject);
            }
        }
    }

    /// <summary>What the search needs of one ear at the end of a link or wire.</summary>
    public EarOption OptionOf(EarBase one, Route route, int most)
    {
        var onPower = route.Sends is { } sends && HangsOnPower(sends);
        return new()
        {
            Route = route,
            Needs = one.Needs,
            Lacks = one.Lacks,
            Hand = one.Hand,
            Quality = SoundQuality.Weighed(route),
            Margin = onPower ? 0 : Reach.Of(route)?.Grade ?? 2,
            Sensitivity = onPower ? NumberOf(route.Takes!.SensitivityDbm) : -1,
            Most = most,
            Suffix = grades.SuffixOf(route),
            Uses = one.Uses,
            DeviceIds = one.Ear.Relay is null ? [one.Ear.Receiver.Id] : [one.Ear.Receiver.Id, one.Ear.Relay.Id],
            Cents = one.Cents,
        };
    }

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
        var none = new EarOption[ears.Length][];
        Array.Fill(none, []);
        var (alone, several) = (new EarOption[ears.Length][], new EarOption[ears.Length][]);
        var differ = sends.CodecsWithSeveral.Count > 0;
        for (var i = 0; i < ears.Length; i++)
        {
            var (first, second) = (new List<(EarBase, EarOption)>(), new List<(EarBase, EarOption)>());
            foreach (var one in ears[i])
            {
                if (EndOf(one.Ear.Takes, sends) is not { } takes)
                {
                    refusals.NoLink(feed.Transmitter, one.Ear, site, feed, sends);
                    continue;
                }

                Ask(one, new Route(site, feed, one.Ear, sends, takes, false), first);
                if (differ)
                    Ask(one, new Route(site, feed, one.Ear, sends, takes, true), second);
            }

            alone[i] = WithoutDominated(first);
            several[i] = differ ? WithoutDominated(second) : alone[i];
        }

        return new(alone, differ ? several : alone, none);
    }

    private void Ask(EarBase one, Route route, List<(EarBase, EarOption)> into)
    {
        if (Rules.RefusingRoute(route) is not { } refusal)
        {
            into.Add((one, OptionOf(one, route, LinkAirtime.MostByAir(route))));
            return;
        }

        refusals.RefuseLink(route.Sends!.Technology, refusal, route);
        if (route.Feed.Transmitter is { } transmitter)
            refusals.Refuse(RefusalLog.OfDevice(transmitter), refusal, route);
        if (refusal.Id != Rules.OwnReceiver)
            refusals.Refuse(RefusalLog.OfDevice(one.Ear.Takes), refusal, route);
        refusals.RefuseWatched(one.Ear, refusal, route);
    }

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

    // Of two ears on the same end, the one that is no better in anything can be swapped for the other. Things there are only so many of are kept apart.
    private EarOption[] WithoutDominated(List<(EarBase Base, EarOption Option)> options)
    {
        var kept = new List<(bool Kept, EarOption Option)>();
        foreach (var (one, option) in options.OrderBy(o => o.Option.Cents).ThenByDescending(o => o.Option.Needs).ThenBy(o => o.Option.Hand).ThenBy(o => o.Option.Route.AtEar.Receiver.Id, StringComparer.Ordinal).ThenBy(o => o.Option.Route.AtEar.Relay?.Id, StringComparer.Ordinal))
        {
            if (isKept(one) || !kept.Any(k => !k.Kept && Replaces(k.Option, option)))
                kept.Add((isKept(one), option));
        }

        return [.. kept.Select(k => k.Option)];
    }

    private static bool Replaces(EarOption k, EarOption option) => k.Suffix == option.Suffix && k.Cents <= option.Cents && k.Needs >= option.Needs && k.Lacks == option.Lacks && k.Hand <= option.Hand
        && k.Quality >= option.Quality && k.Margin >= option.Margin && k.Sensitivity == option.Sensitivity && k.Most >= option.Most
        && (k.Route.Takes is null || option.Route.Takes!.Lc3RatesKHz.All(k.Route.Takes.Lc3RatesKHz.Contains));
}
