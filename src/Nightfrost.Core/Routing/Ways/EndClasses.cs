using System.Collections.Concurrent;
using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Judges each sort of sending end once against each ear: the rules of the whole way see the link and its ends, and of the socket only whether its level is
/// known to be fixed. May be asked from several threads where no refusals are kept.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="suffixes">What ways from a link to an ear add.</param>
/// <param name="log">Where refusals are kept; null where nobody asks for them.</param>
/// <param name="entries">What listeners may wear.</param>
internal sealed class EndClasses(Site site, Suffixes suffixes, RefusalLog? log, EarEntries entries)
{
    private readonly ConcurrentDictionary<string, EndClass> _byKey = [];
    private readonly ILookup<LinkTechnology, AirLink> _receiving = entries.Linked.SelectMany(ears => ears).SelectMany(one => one.Ear.Takes.Links)
        .Where(link => !link.Transmits)
        .DistinctBy(link => (link.Technology, link.SensitivityDbm)).ToLookup(link => link.Technology);

    /// <summary>The class of a sending end.</summary>
    /// <param name="feed">A feed it stands on.</param>
    /// <param name="sends">The end.</param>
    public EndClass Of(Feed feed, AirLink sends)
    {
        var (box, seen) = (feed.Transmitter, sends with { ListenersAtOnce = Math.Min(2, sends.ListenersAtOnce), Channels = null });
        if (log is null)
            seen = seen with { TransmitDbm = 0, OnAxisRangeM = 0, HalfPowerDeg = 0 };
        var allowed = box is not null && site.IsAllowedNearSomebody(box.Id) ? box.Id : "";
        var (fixedLevel, reach) = (feed.Socket.Level == LevelControl.Fixed, log is null ? ReachOf(sends) : "");
        var key = $"{Likeness.KeyOf(seen)}|{feed.BuiltIn}|{box?.App.Length > 0}|{box?.NearImplants}|{allowed}|{fixedLevel}|{reach}";
        return _byKey.TryGetValue(key, out var known) ? known : _byKey.GetOrAdd(key, Judge(feed, sends));
    }

    // How well every sort of receiving end is reached at every listener: of the power and the emitter, the rules see no more, but refusals say it in figures.
    private string ReachOf(AirLink sends) => string.Concat(site.Look.Listeners.SelectMany(listener => _receiving[sends.Technology]
        .Select(takes => Reach.Of(sends, takes, listener, site.Look.Walls))
        .Select(reach => reach is null ? '?' : reach.Usable ? (char)('0' + reach.Grade) : '-')));

    /// <summary>Ears of a plain wire: one listener's alone.</summary>
    /// <param name="listener">Number of the listener.</param>
    /// <param name="one">What is worn.</param>
    /// <param name="route">The wire to it.</param>
    public EndClass OfWire(int listener, EarBase one, Route route)
    {
        EarOption[][] alone = [.. entries.Linked.Select(_ => Array.Empty<EarOption>())];
        alone[listener] = [OptionOf(one, route)];
        return new(alone, [.. alone.Select(_ => Array.Empty<EarOption>())]);
    }

    private EndClass Judge(Feed feed, AirLink sends)
    {
        (Rule Rule, Route Route)? nearest = null;
        var alone = Asked(false);
        var several = sends.ListenersAtOnce < 2 ? [.. alone.Select(_ => Array.Empty<EarOption>())] : sends.CodecsWithSeveral.Count == 0 ? alone : Asked(true);
        return new(alone, several) { Nearest = nearest };

        EarOption[][] Asked(bool several) => [.. entries.Linked.Select(ears => OptionsOf(ears, feed, sends, several, ref nearest))];
    }

    // The ears of one listener that work, without those that another one replaces. They come cheapest first. Things there are only so many of are kept apart.
    private EarOption[] OptionsOf(EarBase[] ears, Feed feed, AirLink sends, bool several, ref (Rule Rule, Route Route)? nearest)
    {
        var kept = new List<EarOption>();
        foreach (var one in ears)
        {
            if (one.Refused is not null && log is null)
                continue;
            if (TakesOf(one.Ear.Takes, sends) is not { } takes)
            {
                if (!several)
                    log?.NoLink(feed.Transmitter, one.Ear, site, feed, sends);
                continue;
            }

            var route = new Route(site, feed, one.Ear, sends, takes, several);
            if (RuleList.RefusingRoute(route) is not { } refused)
            {
                var option = OptionOf(one, route);
                if (!kept.Exists(before => before.Replaces(option)))
                    kept.Add(option);
                continue;
            }

            if (log is not null && log.IsNews(refused, sends.Technology, feed.Transmitter, one.Ear))
                log.Refuse(refused, route);

            // What is said of one thing worn is no reason against a socket.
            if (log is not null && !refused.SeesWornAlone && (nearest is null || RefusalLog.Rank(refused) > RefusalLog.Rank(nearest.Value.Rule)))
                nearest = (refused, route);
        }

        return [.. kept];
    }

    // A device with several receiving ends is met at the first that fits.
    private static AirLink? TakesOf(Device device, AirLink sends)
    {
        AirLink? other = null;
        foreach (var end in device.Links)
        {
            if (end.Transmits || end.Technology != sends.Technology)
                continue;
            if (Negotiation.FamilyFits(sends, end))
                return end;
            other ??= end;
        }

        return other;
    }

    // Quality as it sounds, whoever listens; what hangs on it and on the lead is counted here.
    private EarOption OptionOf(EarBase one, Route route)
    {
        var (listener, quality) = (one.Ear.Listener, SoundQuality.Of(route));
        return new()
        {
            Base = one,
            Takes = route.Takes,
            Several = route.Several,
            Preferences = one.Preferences + (route.Sends is not null || Needs.LeadIsNoTrouble(one.Ear) ? 1 : 0)
                + (Needs.SoundsGood(listener, quality) ? 1 : 0),
            Quality = SoundQuality.Weighed(quality, listener),
            Margin = route.Reach?.Grade ?? 2,
            Air = route.Sends is null ? 0 : LinkAirtime.Added(route),
            Suffix = suffixes.Of(one.Stages, route),
        };
    }
}
