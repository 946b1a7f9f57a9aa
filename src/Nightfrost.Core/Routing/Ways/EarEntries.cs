using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>Enters what every listener may wear, the cheapest first, and leaves out what another ear replaces at every sending end.</summary>
internal sealed class EarEntries
{
    private static readonly Feed Nothing = new(new SourcePort { Id = "", Kind = SocketKind.Bluetooth, State = SocketState.Free }, [], null, []);

    private readonly Site _site;
    private readonly PieceCounter _pieces;
    private readonly Func<string, bool> _isNamed;
    private readonly Func<string, bool> _mustStay;
    private readonly Dictionary<string, int> _scarce = [];
    private readonly Dictionary<Device, string> _keys = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<(string, string?), Pair> _pairs = [];

    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out.</param>
    /// <param name="pieces">What is at hand.</param>
    /// <param name="receivers">Receivers worth trying.</param>
    /// <param name="between">Relays worth trying.</param>
    /// <param name="isNamed">True for what is asked for by name.</param>
    /// <param name="mustStay">True for what stays whatever it is like, such as what stands in a transmitter's box.</param>
    public EarEntries(Site site, Limits limits, PieceCounter pieces, Device[] receivers, Device[] between,
        Func<string, bool> isNamed, Func<string, bool> mustStay)
    {
        (_site, _pieces, _isNamed, _mustStay) = (site, pieces, isNamed, mustStay);
        var finder = new EarFinder(site, between);
        var all = site.Look.Listeners.Select(l => finder.For(l, receivers).Where(e => !limits.MustNotUse.Contains(e.Receiver.Id)).Select(BaseOf)
            .ToList()).ToList();
        Linked = [.. all.Select(WorthTrying)];
        Wired = [.. all.Select(ears => ears.Where(e => e.Ear.Relay is null && e.Ear.Receiver.Ports.Any(p => !p.Output)).OrderBy(e => e.Cents).ToArray())];
    }

    /// <summary>Ears of each listener for sending ends, in order.</summary>
    public EarBase[][] Linked { get; }

    /// <summary>Ears of each listener for plain wires, in order.</summary>
    public EarBase[][] Wired { get; }

    /// <summary>What is the same of a receiver and a relay whoever wears them.</summary>
    /// <param name="Key">All that sending ends and rules see of both but for what somebody may wish: the same text for what they cannot tell apart.</param>
    /// <param name="Bought">Pieces when the receiver is not one's own.</param>
    /// <param name="Own">Pieces when it is.</param>
    private sealed record Pair(string Key, string Stages, string[] Ids, bool MustStay, Use[] Bought, Use[] Own);

    // Of ears that sending ends and rules cannot tell apart, those that are best in wishes, price or effort.
    private static EarBase[] WorthTrying(IEnumerable<EarBase> ears)
    {
        var (kept, left) = (new Dictionary<(string, bool), List<EarBase>>(), new List<EarBase>());
        foreach (var one in ears.OrderBy(e => e.Cents).ThenByDescending(e => e.Needs).ThenByDescending(e => e.Preferences).ThenBy(e => e.Effort)
            .ThenBy(e => e.Ear.Receiver.Id, StringComparer.Ordinal).ThenBy(e => e.Ear.Relay?.Id, StringComparer.Ordinal))
        {
            var alike = kept.TryGetValue((one.Key, one.Ear.IsOwn), out var known) ? known : kept[(one.Key, one.Ear.IsOwn)] = [];
            if (!one.Apart && alike.Exists(k => !k.Apart && k.Needs >= one.Needs && k.Preferences >= one.Preferences && k.Lacks == one.Lacks
                && k.Effort <= one.Effort))
                continue;
            alike.Add(one);
            left.Add(one);
        }

        return [.. left];
    }

    private EarBase BaseOf(Ear ear)
    {
        var (pair, asked, alone) = (PairOf(ear), Needs.AskedBy(ear.Listener), new Route(_site, Nothing, ear, null, null, false));
        var uses = ear.IsOwn ? pair.Own : ear.Pieces == 1 ? pair.Bought : [pair.Bought[0] with { Pieces = ear.Pieces }, .. pair.Bought.Skip(1)];
        var lacks = (Needs.AsksMono(ear.Listener) && !Needs.SumsAtEar(ear) ? Brought.MonoSum : Brought.None)
            | (ear.Listener.OnRequestOnly && !Needs.IsOnRequest(ear) ? Brought.OnRequest : Brought.None)
            | (ear.Listener.SpatialRendering && Needs.CouldBeSpatial(alone) ? Brought.SetsOwnRadio : Brought.None);
        var plenty = _pieces.IsPlenty(uses);
        var effort = Effort.Of(Rig.HandCount(ear), ear.Relay is null ? 0 : 1, ear.RelayJoint is { Digital: false } ? 1 : 0);
        return new(ear, Needs.Met(alone, asked, false), Needs.Met(alone, asked, true), lacks, effort, uses, _pieces.Resources.CentsOf(uses))
        {
            Refused = RuleList.RefusingEar(alone),
            Key = pair.Key,
            Stages = pair.Stages,
            Scarce = ScarceOf(uses, pair.Ids, plenty),
            DeviceIds = pair.Ids,
            Apart = pair.MustStay || !plenty,
        };
    }

    private Pair PairOf(Ear ear)
    {
        var ids = (ear.Receiver.Id, ear.Relay?.Id);
        if (_pairs.TryGetValue(ids, out var known))
            return known;
        string[] all = ear.Relay is null ? [ear.Receiver.Id] : [ear.Receiver.Id, ear.Relay.Id];
        var (own, bought) = _pieces.OfEar(ear);
        return _pairs[ids] = new($"{KeyOf(ear.Receiver)} {(ear.Relay is { } relay ? KeyOf(relay) : "")} {EarRules.LacksVolume(ear)}", StagesOf(ear), all,
            Array.Exists(all, id => _isNamed(id) || _mustStay(id)), bought, own);
    }

    private string KeyOf(Device device) => _keys.TryGetValue(device, out var known) ? known
        : _keys[device] = Likeness.KeyOf(device with
        {
            Ports = [],
            LengthM = 0,
            OwnVolume = false,
            EasyControls = false,
            FoundByTouch = false,
            OpenToRoom = false,
            NoiseCancelling = false,
            SpatialRendering = false,
            JoinsAsPair = false,
            MonoSum = false,
            StreamsOnRequest = false,
            Power = device.Power with { SwitchedByHand = false }
        });

    private static string StagesOf(Ear ear) => string.Join('|',
        ear.RelaySends is { } sends
            ? [Negotiation.Between(sends, ear.RelayReaches, false).StageId, $"{sends.Delay ?? ear.RelayReaches?.Delay}", .. ear.Relay!.StageIds,
                .. ear.Receiver.StageIds] : [.. ear.Relay?.StageIds ?? [], .. ear.Receiver.StageIds]);

    private int ScarceOf(Use[] uses, string[] ids, bool plenty)
    {
        var named = Array.Exists(ids, id => _isNamed(id));
        if (!named && plenty)
            return 0;
        var key = string.Join(',',
            uses.Where(u => _pieces.Resources.There(u.Resource) > 0).OrderBy(u => u.Resource).Select(u => $"{u.Resource} {u.Pieces}")
                .Concat(ids.Where(_isNamed)));
        var number = _scarce.TryGetValue(key, out var known) ? known : _scarce[key] = _scarce.Count + 1;
        return named ? -number : number;
    }
}
