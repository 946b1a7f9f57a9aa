using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>A thing that may be ruled out: a source's socket or a device of the shelf.</summary>
/// <param name="Id">Socket or device id.</param>
/// <param name="Words">Its name.</param>
/// <param name="IsSocket">True for a socket.</param>
public sealed record Subject(string Id, string Words, bool IsSocket);

/// <summary>A thing that stands in no working route, and the rule met nearest to the ear.</summary>
/// <param name="Subject">The thing.</param>
/// <param name="Finding">Why.</param>
public sealed record RuledOut(Subject Subject, Finding Finding);

/// <summary>Keeps, for each thing, whether it works anywhere and the rule it failed farthest along the way. Sentences are made only of what is shown.</summary>
/// <param name="watchedId">A socket or device of which every rule it breaks is kept; null for none.</param>
internal sealed class RefusalLog(string? watchedId = null)
{
    private readonly SortedDictionary<int, (Rule Rule, Route Route)> _watched = [];
    private readonly Dictionary<Subject, (Rule Rule, Route Route)> _farthest = [];
    private readonly Dictionary<Device, int> _farthestOfDevices = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<Device, Route> _noLink = new(ReferenceEqualityComparer.Instance);
    private readonly (Rule Rule, Route Route)?[] _farthestLinks = new (Rule, Route)?[LinkTechnologies.All.Count];
    private readonly bool[] _workingLinks = new bool[LinkTechnologies.All.Count];
    private readonly HashSet<Subject> _working = [];
    private readonly HashSet<Device> _workingDevices = new(ReferenceEqualityComparer.Instance);
    private readonly HashSet<Ear> _workingEars = new(ReferenceEqualityComparer.Instance);

    public static Subject OfSocket(Look look, SourcePort socket) => new(socket.Id, RuleWords.Socket(look, socket), true);

    public static Subject OfDevice(Device device) => new(device.Id, device.Name, false);

    /// <summary>A route that stands on this way, and on the way from the relay to the ear.</summary>
    public void Works(Route route)
    {
        if (route.Sends is { } sends)
            _workingLinks[(int)sends.Technology] = true;
        if (route.AtEar.RelaySends is { } second)
            _workingLinks[(int)second.Technology] = true;
    }

    /// <summary>True when some route goes this way.</summary>
    public bool IsWorking(LinkTechnology technology) => _workingLinks[(int)technology];

    /// <summary>The rule nearest to the ear that a route on this way met; null when there was none.</summary>
    public Finding? FarthestOf(LinkTechnology technology) => _farthestLinks[(int)technology] is { } met ? met.Rule.Ask(met.Route) : null;

    /// <summary>Keeps what refuses a way through the air.</summary>
    public void RefuseLink(LinkTechnology technology, Rule rule, Route route)
    {
        if (_farthestLinks[(int)technology] is not { } before || rule.Order > before.Rule.Order)
            _farthestLinks[(int)technology] = (rule, route);
    }

    public void Works(Subject subject) => _working.Add(subject);

    public void Works(Ear ear)
    {
        if (!_workingEars.Add(ear))
            return;
        Works(ear.Receiver);
        if (ear.Relay is { } relay)
            Works(relay);
    }

    public void Works(Device device)
    {
        if (_workingDevices.Add(device))
            _working.Add(OfDevice(device));
    }

    /// <summary>Every rule the watched thing breaks, nearest to the ear first, once each.</summary>
    public IReadOnlyList<Finding> OfWatched()
    {
        Settle();
        return [.. _watched.Reverse().Select(pair => pair.Value.Rule.Ask(pair.Value.Route)!)];
    }

    /// <summary>True when a refusal tells more than what is known of the way, the box or what takes it.</summary>
    public bool IsNews(Rule rule, LinkTechnology technology, Device? transmitter, Ear ear) =>
        watchedId is not null || _farthestLinks[(int)technology] is not { } before || rule.Order > before.Rule.Order
        || (transmitter is not null && IsNewsOf(transmitter, rule)) || (rule.Id != Rules.OwnReceiver && IsNewsOf(ear.Takes, rule));

    private bool IsNewsOf(Device device, Rule rule) => !_farthestOfDevices.TryGetValue(device, out var before) || rule.Order > before;

    public void Refuse(Device device, Rule rule, Route route)
    {
        if (IsNewsOf(device, rule))
            _farthestOfDevices[device] = rule.Order;
        Refuse(OfDevice(device), rule, route);
    }

    public void Refuse(Subject subject, Rule rule, Route route)
    {
        if (subject.Id == watchedId)
            _watched.TryAdd(rule.Order, (rule, route));
        if (!_farthest.TryGetValue(subject, out var before) || rule.Order > before.Rule.Order)
            _farthest[subject] = (rule, route);
    }

    /// <summary>Refuses the receiver and relay of a way too, if one of them is watched.</summary>
    public void RefuseWatched(Ear ear, Rule rule, Route route)
    {
        if (ear.Receiver.Id == watchedId || ear.Relay?.Id == watchedId)
            _watched.TryAdd(rule.Order, (rule, route));
    }

    /// <summary>Two ends that share no link: kept until one of them meets something nearer to the ear.</summary>
    public void NoLink(Device? transmitter, Ear ear, Site site, Feed feed, AirLink sends)
    {
        if ((transmitter is null || _noLink.ContainsKey(transmitter)) && _noLink.ContainsKey(ear.Takes))
            return;
        var route = new Route(site, feed, ear, sends, null, false);
        if (transmitter is not null)
            _noLink.TryAdd(transmitter, route);
        _noLink.TryAdd(ear.Takes, route);
    }

    /// <summary>Everything that works nowhere: sockets first, then devices whose failing came nearest to working.</summary>
    public IReadOnlyList<RuledOut> RuledOut()
    {
        Settle();
        return
        [
            .. _farthest.Where(pair => !_working.Contains(pair.Key))
                .Select(pair => new RuledOut(pair.Key, pair.Value.Rule.Ask(pair.Value.Route)!))
                .OrderByDescending(r => r.Subject.IsSocket).ThenByDescending(r => Rules.Position(r.Finding.RuleId)).ThenBy(r => r.Subject.Words, StringComparer.Ordinal).ThenBy(r => r.Subject.Id, StringComparer.Ordinal),
        ];
    }

    // Ends that met nothing nearer to the ear than that they share no link.
    private void Settle()
    {
        foreach (var (device, route) in _noLink)
        {
            if (Rules.RefusingRoute(route) is { } rule && !(rule.Id == Rules.OwnReceiver && !ReferenceEquals(device, route.Feed.Transmitter)))
                Refuse(OfDevice(device), rule, route);
        }
    }
}
