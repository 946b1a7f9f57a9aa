using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>A thing that may be ruled out: a socket of the set or a device of the shelf.</summary>
/// <param name="Id">Socket or device id.</param>
/// <param name="Words">Its name.</param>
/// <param name="IsSocket">True for a socket.</param>
public sealed record Subject(string Id, string Words, bool IsSocket);

/// <summary>A thing that stands in no working route, and the rule met nearest to the ear.</summary>
/// <param name="Subject">The thing.</param>
/// <param name="Finding">Why.</param>
public sealed record RuledOut(Subject Subject, Finding Finding);

/// <summary>Keeps, for each thing, whether it works anywhere and the rule it failed farthest along the way.</summary>
internal sealed class RefusalLog
{
    private readonly Dictionary<Subject, Finding> _farthest = [];
    private readonly HashSet<Subject> _working = [];

    public static Subject OfSocket(SetSocket socket) =>
        new(socket.Id, socket.Marking.Length > 0 ? $"{SocketKinds.Of(socket.Kind).Words} ({socket.Marking})" : SocketKinds.Of(socket.Kind).Words, true);

    public static Subject OfDevice(Device device) => new(device.Id, device.Name, false);

    public void Works(Subject subject) => _working.Add(subject);

    public void Refuse(Subject subject, Finding finding)
    {
        if (!_farthest.TryGetValue(subject, out var before) || Rules.Position(finding.RuleId) > Rules.Position(before.RuleId))
            _farthest[subject] = finding;
    }

    /// <summary>Everything that works nowhere: sockets first, then devices whose failing came nearest to working.</summary>
    public IReadOnlyList<RuledOut> RuledOut() =>
    [
        .. _farthest.Where(pair => !_working.Contains(pair.Key))
            .Select(pair => new RuledOut(pair.Key, pair.Value))
            .OrderByDescending(r => r.Subject.IsSocket).ThenByDescending(r => Rules.Position(r.Finding.RuleId)).ThenBy(r => r.Subject.Words, StringComparer.Ordinal).ThenBy(r => r.Subject.Id, StringComparer.Ordinal),
    ];
}
