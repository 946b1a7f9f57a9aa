using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Rules;

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
/// <param name="listeners">How many listeners the site has.</param>
/// <param name="watchedId">A socket or device of which every rule it breaks is kept; null for none.</param>
internal sealed class RefusalLog(int listeners, string? watchedId = null)
{
    private readonly int[] _routesFound = new int[listeners];
    private readonly SortedDictionary<int, (Rule Rule, Route Route)> _watched = [];
    private readonly Dictionary<Subject, (Rule Rule, Route Route)> _farthest = [];
    private readonly Dictionary<Device, int> _farthestOfDevices = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<Device, Route> _noLink = new(ReferenceEqualityComparer.Instance);
    private readonly (Rule Rule, Route Route)?[] _farthestLinks = new (Rule, Route)?[LinkTechnologies.All.Count];
    private readonly bool[] _workingLinks = new bool[LinkTechnologies.All.Count];
    private readonly HashSet<Subject> _working = [];
    private readonly HashSet<Device> _workingDevices = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<string, (Rule Rule, Route Route)> _farthestOfListeners = [];
    private readonly HashSet<Ear> _workingEars = new(ReferenceEqualityComparer.Instance);

    /// <summary>A socket or device of which every rule it breaks is kept; null for none.</summary>
    public string? WatchedId => watchedId;

    /// <summary>Working routes of each listener, in the look's order.</summary>
    public IReadOnlyList<int> RoutesFound => _routesFound;

    public static Subject OfSocket(Look look, SourcePort socket) => new(socket.Id, RouteWords.Socket(look, socket), true);

    public static Subject OfDevice(Device device) => new(device.Id, device.Name, false);

    /// <summary>A way from a socket works to somebody.</summary>
    /// <param name="socket">The socket.</param>
    /// <param name="boxes">Adapters and boxes on it.</param>
    /// <param name="sends">Its sending end; null for a plain wire.</param>
    public void Works(Subject socket, IEnumerable<Device> boxes, AirLink? sends)
    {
        _working.Add(socket);
        foreach (var box in boxes)
            Works(box);
        if (sends is not null)
            _workingLinks[(int)sends.Technology] = true;
    }

    /// <summary>Routes of a listener to one ear work.</summary>
    /// <param name="listener">Number of the listener.</param>
    /// <param name="routes">How many.</param>
    /// <param name="ear">The ear.</param>
    public void Works(int listener, int routes, Ear ear)
    {
        _routesFound[listener] += routes;
        Works(ear);
    }

    /// <summary>True when some route goes this way.</summary>
    public bool IsWorking(LinkTechnology technology) => _workingLinks[(int)technology];

    /// <summary>The rule nearest to the ear that a route on this way met; null when there was none.</summary>
    public Finding? FarthestOf(LinkTechnology technology) => _farthestLinks[(int)technology] is { } met ? met.Rule.Ask(met.Route) : null;

    /// <summary>Keeps what refuses a way through the air.</summary>
    public void RefuseLink(LinkTechnology technology, Rule rule, Route route)
    {
        if (IsNewsOf(technology, rule))
            _farthestLinks[(int)technology] = (rule, route);
    }

    private void Works(Ear ear)
    {
        if (!_workingEars.Add(ear))
            return;
        if (ear.RelaySends is { } second)
            _workingLinks[(int)second.Technology] = true;
        Works(ear.Receiver);
        if (ear.Relay is { } relay)
            Works(relay);
    }

    private void Works(Device device)
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
        watchedId is not null || IsNewsOf(technology, rule)
        || (transmitter is not null && IsNewsOf(transmitter, rule))
        || (rule.Id != RuleList.OwnReceiver && IsNewsOf(rule.SeesWornAlone ? ear.Receiver : ear.Takes, rule))
        || (rule.Id != RuleList.OwnReceiver && IsNewsOf(ear.Listener, rule));

    // What is said of one thing worn is no reason against a whole way, as long as there is another: that nothing else may be worn is.
    private bool IsNewsOf(LinkTechnology technology, Rule rule)
    {
        return _farthestLinks[(int)technology] is not { } before || OfWay(rule) > OfWay(before.Rule);

        static int OfWay(Rule rule) => rule.SeesWornAlone ? (rule.Id == RuleList.OwnReceiver ? -1 : -2) : rule.Order;
    }

    private bool IsNewsOf(Listener listener, Rule rule) => !_farthestOfListeners.TryGetValue(listener.Id, out var before) || Rank(rule) > Rank(before.Rule);

    /// <summary>The rule nearest to the ear that a listener's ways met, and failing that the one that sockets met; null when there was none.</summary>
    public Finding? FarthestOf(Listener listener)
    {
        if (_farthestOfListeners.TryGetValue(listener.Id, out var met))
            return met.Rule.Ask(met.Route);
        return RuledOut().FirstOrDefault(r => r.Subject.IsSocket)?.Finding;
    }

    // That a listener keeps to what is worn says nothing of what others there are: any other reason is said before it.
    public static int Rank(Rule rule) => rule.Id == RuleList.OwnReceiver ? -1 : rule.Order;

    private bool IsNewsOf(Device device, Rule rule) => !_farthestOfDevices.TryGetValue(device, out var before) || Rank(rule) > before;

    /// <summary>Keeps what refuses a route for its socket, its way through the air, its box and what takes it.</summary>
    public void Refuse(Rule rule, Route route, Subject socket)
    {
        Refuse(socket, rule, route);
        if (route.Sends is { } sends)
            RefuseLink(sends.Technology, rule, route);
        if (route.Feed.Transmitter is { } transmitter)
        {
            Refuse(transmitter, rule, route);
            foreach (var link in route.Sends is null ? transmitter.Links : [])
            {
                if (link.Transmits)
                    RefuseLink(link.Technology, rule, route);
            }
        }

        if (route.Ear is { } ear)
            RefuseEar(ear, rule, route);
    }

    /// <summary>Keeps what refuses a route wherever it starts for its way through the air, its box and what takes it.</summary>
    public void Refuse(Rule rule, Route route)
    {
        RefuseLink(route.Sends!.Technology, rule, route);
        if (route.Feed.Transmitter is { } transmitter)
            Refuse(transmitter, rule, route);
        RefuseEar(route.AtEar, rule, route);
    }

    private void RefuseEar(Ear ear, Rule rule, Route route)
    {
        if (rule.Id != RuleList.OwnReceiver && IsNewsOf(ear.Listener, rule))
            _farthestOfListeners[ear.Listener.Id] = (rule, route);
        // What is said of the thing worn is no reason against the box in front of it.
        if (rule.Id != RuleList.OwnReceiver)
            Refuse(rule.SeesWornAlone ? ear.Receiver : ear.Takes, rule, route);
        if (ear.Receiver.Id == watchedId || ear.Relay?.Id == watchedId)
            _watched.TryAdd(rule.Order, (rule, route));
    }

    private void Refuse(Device device, Rule rule, Route route)
    {
        if (IsNewsOf(device, rule))
            _farthestOfDevices[device] = Rank(rule);
        Refuse(OfDevice(device), rule, route);
    }

    public void Refuse(Subject subject, Rule rule, Route route)
    {
        if (subject.Id == watchedId)
            _watched.TryAdd(rule.Order, (rule, route));
        // Of two reasons alike, the one that concerns what somebody wears.
        if (!_farthest.TryGetValue(subject, out var before) || Rank(rule) > Rank(before.Rule)
            || (rule == before.Rule && route.Ear?.IsOwn == true && before.Route.Ear?.IsOwn != true))
            _farthest[subject] = (rule, route);
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
                .OrderByDescending(r => r.Subject.IsSocket).ThenByDescending(r => RuleList.Position(r.Finding.RuleId))
                .ThenBy(r => r.Subject.Words, StringComparer.Ordinal).ThenBy(r => r.Subject.Id, StringComparer.Ordinal),
        ];
    }

    // Ends that met nothing nearer to the ear than that they share no link.
    private void Settle()
    {
        foreach (var (device, route) in _noLink)
        {
            if (RuleList.RefusingRoute(route) is { } rule && !(rule.Id == RuleList.OwnReceiver && !ReferenceEquals(device, route.Feed.Transmitter)))
                Refuse(OfDevice(device), rule, route);
        }
    }
}
