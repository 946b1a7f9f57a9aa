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
internal sealed class RefusalLog
{
    private readonly Dictionary<Subject, (Rule Rule, Route Route)> _farthest = [];
    private readonly Dictionary<string, (Device Device, Route Route)> _noLink = [];
    private readonly HashSet<Subject> _working = [];
    private readonly HashSet<Device> _workingDevices = [];

    public static Subject OfSocket(Look look, SourcePort socket) => new(socket.Id, RuleWords.Socket(look, socket), true);

    public static Subject OfDevice(Device device) => new(device.Id, device.Name, false);

    public void Works(Subject subject) => _working.Add(subject);

    public void Works(Device device)
    {
        if (_workingDevices.Add(device))
            _working.Add(OfDevice(device));
    }

    public void Refuse(Subject subject, Rule rule, Route route)
    {
        if (!_farthest.TryGetValue(subject, out var before) || Rules.Position(rule.Id) > Rules.Position(before.Rule.Id))
            _farthest[subject] = (rule, route);
    }

    /// <summary>Two ends that share no link: kept until one of them meets something nearer to the ear.</summary>
    public void NoLink(Device? transmitter, Ear ear, Site site, Feed feed, AirLink sends)
    {
        var known = (transmitter is null || _noLink.ContainsKey(transmitter.Id)) && _noLink.ContainsKey(ear.Takes.Id);
        if (known)
            return;
        var route = new Route(site, feed, ear, sends, null, false);
        if (transmitter is not null)
            _noLink.TryAdd(transmitter.Id, (transmitter, route));
        _noLink.TryAdd(ear.Takes.Id, (ear.Takes, route));
    }

    /// <summary>Everything that works nowhere: sockets first, then devices whose failing came nearest to working.</summary>
    public IReadOnlyList<RuledOut> RuledOut()
    {
        foreach (var (device, route) in _noLink.Values)
        {
            if (Rules.RefusingRoute(route) is { } rule && !(rule.Id == Rules.OwnReceiver && !ReferenceEquals(device, route.Feed.Transmitter)))
                Refuse(OfDevice(device), rule, route);
        }

        return
        [
            .. _farthest.Where(pair => !_working.Contains(pair.Key))
                .Select(pair => new RuledOut(pair.Key, pair.Value.Rule.Ask(pair.Value.Route)!))
                .OrderByDescending(r => r.Subject.IsSocket).ThenByDescending(r => Rules.Position(r.Finding.RuleId)).ThenBy(r => r.Subject.Words, StringComparer.Ordinal).ThenBy(r => r.Subject.Id, StringComparer.Ordinal),
        ];
    }
}
