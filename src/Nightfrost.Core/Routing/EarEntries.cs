using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;
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
    private readonly KeyText _text = new();
    private readonly Dictionary<string, int> _takings = [];
    private readonly List<TakingEnd[]> _ends = [];
    private readonly Dictionary<Device, TakingEnd[]> _endsOf = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<string, int> _links = [];
    private readonly Dictionary<string, int> _stages = [];
    private readonly Dictionary<string, int> _scarce = [];
    private readonly Dictionary<string, int> _keys = [];
    private readonly Dictionary<(string, string?), Pair> _pairs = [];
    private readonly Dictionary<LinkTechnology, List<EarBase>>[] _takers;

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
        var (finder, listeners) = (new EarFinder(site, between), site.Look.Listeners);
        var all = listeners.Select(l => finder.For(l, receivers).Where(e => !limits.MustNotUse.Contains(e.Receiver.Id)).Select(e => (Ear: e, Pair: PairOf(e))).ToList()).ToList();
        (Linked, Wired, _takers) = (new EarBase[listeners.Count][], new EarBase[listeners.Count][], new Dictionary<LinkTechnology, List<EarBase>>[listeners.Count]);
        Parallel.For(0, listeners.Count, new ParallelOptions { MaxDegreeOfParallelism = BestRig.Workers }, i =>
        {
            var asked = Needs.AskedBy(listeners[i]);
            var bases = all[i].ConvertAll(one => BaseOf(one.Ear, one.Pair, asked));
            Linked[i] = EarBases.WorthTrying(bases, one => 2 * one.Key + (one.Ear.IsOwn ? 1 : 0));
            _takers[i] = ByTechnology(Linked[i]);
            Wired[i] = EarBases.WorthTrying(bases.Where(e => e.Ear.Relay is null && e.Ear.Receiver.Ports.Any(p => !p.Output)), one => 2 * one.WiredKey + (one.Ear.IsOwn ? 1 : 0));
        });
    }

    /// <summary>Ears of each listener for sending ends, in order.</summary>
    public EarBase[][] Linked { get; }

    /// <summary>Ears of each listener for plain wires, in order.</summary>
    public EarBase[][] Wired { get; }

    /// <summary>Receiving ends by <see cref="EarBase.Taking"/>, in their order.</summary>
    public IReadOnlyList<TakingEnd[]> Ends => _ends;

    /// <summary>How many sorts of single receiving ends there are.</summary>
    public int Links => _links.Count;

    /// <summary>Ears of a listener that some end of a technology may feed, in order, without those that a rule refuses whatever sends.</summary>
    public IReadOnlyList<EarBase> TakersOf(int listener, LinkTechnology technology) => _takers[listener].TryGetValue(technology, out var ears) ? ears : [];

    private Dictionary<LinkTechnology, List<EarBase>> ByTechnology(EarBase[] ears)
    {
        var lists = new Dictionary<LinkTechnology, List<EarBase>>();
        foreach (var ear in ears)
        {
            foreach (var end in _ends[ear.Taking])
            {
                if (ear.Refused is not null)
                    break;
                if (!lists.TryGetValue(end.Link.Technology, out var list))
                    lists[end.Link.Technology] = list = [];
                if (list.Count == 0 || !ReferenceEquals(list[^1], ear))
                    list.Add(ear);
            }
        }

        return lists;
    }

    /// <summary>What is the same of a receiver and a relay whoever wears them.</summary>
    /// <param name="Bought">Pieces when the receiver is not one's own.</param>
    /// <param name="Own">Pieces when it is.</param>
    private sealed record Pair(int Key, int WiredKey, int Taking, int Stages, int RelayQuality, string[] Ids, bool MustStay, Use[] Bought, Use[] Own);

    private EarBase BaseOf(Ear ear, Pair pair, Needs.Wish[] asked)
    {
        var alone = new Route(_site, Nothing, ear, null, null, false);
        var uses = ear.IsOwn ? pair.Own : ear.Pieces == 1 ? pair.Bought : [pair.Bought[0] with { Pieces = ear.Pieces }, .. pair.Bought.Skip(1)];
        var lacks = (Needs.AsksMono(ear.Listener) && !Needs.SumsAtEar(ear) ? Brought.MonoSum : Brought.None) | (ear.Listener.OnRequestOnly && !Needs.IsOnRequest(ear) ? Brought.OnRequest : Brought.None)
            | (ear.Listener.SpatialRendering && Needs.CouldBeSpatial(alone) ? Brought.SetsOwnRadio : Brought.None);
        var plenty = _pieces.IsPlenty(uses);
        var effort = Effort.Of(Rig.HandCount(ear), ear.Relay is null ? 0 : 1, ear.RelayJoint is { Digital: false } ? 1 : 0);
        return new(ear, Needs.Met(alone, asked, false), Needs.Met(alone, asked, true), lacks, effort, uses, _pieces.Resources.CentsOf(uses))
        {
            Refused = Rules.RefusingOf(RuleSees.Ear, alone),
            Key = pair.Key,
            WiredKey = pair.WiredKey,
            Taking = pair.Taking,
            Stages = pair.Stages,
            RelayQuality = pair.RelayQuality,
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
        var ends = EndsOf(ear.Takes);
        return _pairs[ids] = new(
            NumberOf(_keys, EarBases.KeyOf(_text, ear, ends)), ear.Relay is null ? NumberOf(_keys, EarBases.KeyOfWired(_text, ear)) : -1, TakingOf(ends), NumberOf(_stages, EarBases.KeyOfStages(_text, ear)), SoundQuality.OfRelay(ear), all,
            Array.Exists(all, id => _isNamed(id) || _mustStay(id)), bought, own);
    }

    private TakingEnd[] EndsOf(Device takes)
    {
        if (!_endsOf.TryGetValue(takes, out var ends))
            _endsOf[takes] = ends = [.. takes.Links.Where(l => !l.Transmits).Select(l => new TakingEnd(l, NumberOf(_links, Likeness.KeyOfTaking(_text, l))))];
        return ends;
    }

    private int TakingOf(TakingEnd[] ends)
    {
        var taking = NumberOf(_takings, string.Join(',', ends.Select(end => end.Number)));
        if (taking == _ends.Count)
            _ends.Add(ends);
        return taking;
    }

    private int ScarceOf(Use[] uses, string[] ids, bool plenty)
    {
        var named = Array.Exists(ids, id => _isNamed(id));
        if (!named && plenty)
            return 0;
        lock (_scarce)
        {
            var number = 1 + NumberOf(_scarce, ScarceKey(uses, ids));
            return named ? -number : number;
        }
    }

    private string ScarceKey(Use[] uses, string[] ids) =>
        string.Join(',', uses.Where(u => _pieces.Resources.There(u.Resource) > 0).OrderBy(u => u.Resource).Select(u => $"{u.Resource} {u.Pieces}").Concat(ids.Where(_isNamed)));

    private static int NumberOf(Dictionary<string, int> numbers, string key) => numbers.TryGetValue(key, out var number) ? number : numbers[key] = numbers.Count;
}

/// <summary>A receiving end.</summary>
/// <param name="Link">The end.</param>
/// <param name="Number">The same for all that sending ends cannot tell apart.</param>
internal readonly record struct TakingEnd(AirLink Link, int Number);
