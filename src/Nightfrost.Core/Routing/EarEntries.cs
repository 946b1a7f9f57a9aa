using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Enters what every listener may wear, and leaves out what another ear replaces at every sending end.</summary>
internal sealed class EarEntries
{
    private static readonly Feed Nothing = new(new SourcePort { Id = "", Kind = SocketKind.Bluetooth, State = SocketState.Free }, [], null, []);

    private readonly Site _site;
    private readonly PieceCounter _pieces;
    private readonly Func<string, bool> _isNamed;
    private readonly Func<string, bool> _mustStay;
    private readonly Dictionary<string, int> _takings = [];
    private readonly Dictionary<string, int> _stages = [];
    private readonly Dictionary<string, int> _scarce = [];
    private readonly Dictionary<string, int> _keys = [];
    private readonly Dictionary<(string, string?), Pair> _pairs = [];

    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out.</param>
    /// <param name="pieces">What is at hand.</param>
    /// <param name="receivers">Receivers worth trying.</param>
    /// <param name="between">Relays worth trying.</param>
    /// <param name="isNamed">True for what is asked for by name.</param>
    /// <param name="mustStay">True for what stays whatever it is like, such as what stands in a transmitter's box.</param>
    public EarEntries(Site site, Limits limits, PieceCounter pieces, Device[] receivers, Device[] between, Func<string, bool> isNamed, Func<string, bool> mustStay)
    {
        (_site, _pieces, _isNamed, _mustStay) = (site, pieces, isNamed, mustStay);
        var finder = new EarFinder(site);
        var all = site.Look.Listeners.Select(l => finder.For(l, receivers, between).Where(e => !limits.MustNotUse.Contains(e.Receiver.Id)).Select(BaseOf).ToList()).ToList();
        Linked = [.. all.Select(list => EarBases.WorthTrying(list, one => 2 * one.Key + (one.Ear.IsOwn ? 1 : 0)))];
        Wired = [.. all.Select(list => EarBases.WorthTrying(list.Where(e => e.Ear.Relay is null && e.Ear.Receiver.Ports.Any(p => !p.Output)), one => NumberOf(_keys, EarBases.KeyOfWired(one.Ear))))];
    }

    /// <summary>Ears of each listener for sending ends, in order.</summary>
    public EarBase[][] Linked { get; }

    /// <summary>Ears of each listener for plain wires, in order.</summary>
    public EarBase[][] Wired { get; }

    /// <summary>How many sorts of receiving ends there are.</summary>
    public int Takings => _takings.Count;

    /// <summary>What is the same of a receiver and a relay whoever wears them.</summary>
    private sealed record Pair(int Key, int Taking, int Stages, int RelayQuality, string[] Ids, bool MustStay);

    private EarBase BaseOf(Ear ear)
    {
        var alone = new Route(_site, Nothing, ear, null, null, false);
        var uses = _pieces.OfEar(ear);
        var lacks = (Needs.AsksMono(ear.Listener) && !Needs.SumsAtEar(ear) ? Brought.MonoSum : Brought.None) | (ear.Listener.OnRequestOnly && !Needs.IsOnRequest(ear) ? Brought.OnRequest : Brought.None)
            | (ear.Listener.SpatialRendering && Needs.CouldBeSpatial(alone) ? Brought.SetsOwnRadio : Brought.None);
        var pair = PairOf(ear);
        return new(ear, Needs.WishesMet(alone), lacks, Rig.HandCount(ear), uses, _pieces.Resources.CentsOf(uses))
        {
            Refused = Rules.RefusingOf(RuleSees.Ear, alone),
            Key = pair.Key,
            Taking = pair.Taking,
            Stages = pair.Stages,
            RelayQuality = pair.RelayQuality,
            Scarce = ScarceOf(uses, pair.Ids),
            DeviceIds = pair.Ids,
            Apart = pair.MustStay || !_pieces.IsPlenty(uses),
        };
    }

    private Pair PairOf(Ear ear)
    {
        var ids = (ear.Receiver.Id, ear.Relay?.Id);
        if (_pairs.TryGetValue(ids, out var known))
            return known;
        string[] all = ear.Relay is null ? [ear.Receiver.Id] : [ear.Receiver.Id, ear.Relay.Id];
        return _pairs[ids] = new(
            NumberOf(_keys, EarBases.KeyOf(ear)), NumberOf(_takings, EarBases.KeyOfEnds(ear.Takes)), NumberOf(_stages, EarBases.KeyOfStages(ear)), SoundQuality.OfRelay(ear), all,
            Array.Exists(all, id => _isNamed(id) || _mustStay(id)));
    }

    private int ScarceOf(Use[] uses, string[] ids)
    {
        var named = Array.Exists(ids, id => _isNamed(id));
        if (!named && _pieces.IsPlenty(uses))
            return 0;
        var number = 1 + NumberOf(_scarce, ScarceKey(uses, ids));
        return named ? -number : number;
    }

    private string ScarceKey(Use[] uses, string[] ids) =>
        string.Join(',', uses.Where(u => _pieces.Resources.There(u.Resource) > 0).OrderBy(u => u.Resource).Select(u => $"{u.Resource} {u.Pieces}").Concat(ids.Where(_isNamed)));

    private static int NumberOf(Dictionary<string, int> numbers, string key) => numbers.TryGetValue(key, out var number) ? number : numbers[key] = numbers.Count;
}
