using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Joins things to sockets, once for all of one sort: what leads, adapters and the rules of a tap see of a box is its inputs, its own lead, what comes in its box and whether it passes sound on.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="feeds">Leads and adapters.</param>
/// <param name="forks">Splitters that stand for others.</param>
/// <param name="pieces">What is at hand.</param>
/// <param name="grades">In-step grades.</param>
/// <param name="dominance">Whose scarce things are told apart.</param>
/// <param name="limits">What must be used, and what must not.</param>
internal sealed class ChainFinder(Site site, FeedFinder feeds, Forks forks, PieceCounter pieces, InStepGrades grades, Dominance dominance, Limits limits)
{
    private readonly KeyText _text = new();
    private readonly Dictionary<string, int> _sorts = [];
    private readonly Dictionary<Device, int> _sortOf = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<(int Sort, double ReachM), Joining> _known = [];
    private readonly Dictionary<SourcePort, (Outlet First, Outlet[] All)[]> _outlets = new(ReferenceEqualityComparer.Instance);
    private SourcePort? _socket;

    /// <summary>How a thing is joined to a socket.</summary>
    /// <param name="socket">The socket.</param>
    /// <param name="thing">A box, or a receiver with a wired input.</param>
    /// <param name="reachM">Plain wires: length the lead must have, m; 0 for boxes.</param>
    public Joining Of(SourcePort socket, Device thing, double reachM = 0)
    {
        if (!ReferenceEquals(_socket, socket))
        {
            _socket = socket;
            _known.Clear();
        }

        var key = (SortOf(thing), reachM);
        return _known.TryGetValue(key, out var known) ? known : _known[key] = Join(socket, thing, reachM);
    }

    /// <summary>How many chains lead from a socket to some output.</summary>
    public int CountAt(SourcePort socket) => OutletsOf(socket).Sum(outlets => outlets.All.Length);

    private (Outlet First, Outlet[] All)[] OutletsOf(SourcePort socket)
    {
        if (_outlets.TryGetValue(socket, out var known))
            return known;
        var worth = Outlets.WorthTrying(feeds.Outlets(socket), a => site.OwnedCount(a.Id) > 0 || IsNamed(a.Id));
        return _outlets[socket] = [.. worth.GroupBy(o => (o.Connector, string.Join(',', o.Signals))).Select(g => (g.First(), g.ToArray()))];
    }

    private int SortOf(Device thing)
    {
        if (_sortOf.TryGetValue(thing, out var known))
            return known;
        var key = _text.Add(thing.PassesThrough).Add(thing.LengthM).Add(thing.Ports, true).Add(thing.Includes).Take();
        if (!_sorts.TryGetValue(key, out var sort))
            _sorts[key] = sort = _sorts.Count;
        return _sortOf[thing] = sort;
    }

    // Chains that end in the same sort of output join a box in the same way.
    private Joining Join(SourcePort socket, Device thing, double reachM)
    {
        var (working, refused) = (new List<Chain>(), new List<(Outlet, Joint[], Rule)>());
        var box = thing.Role == DeviceRole.Transmitter ? thing : null;
        foreach (var (first, all) in OutletsOf(socket))
        {
            if (feeds.Into(thing, first.Connector, first.Signals, reachM) is not { } joint)
                continue;
            foreach (var outlet in all)
            {
                Joint[] joints = [.. outlet.Joints, joint];
                foreach (var room in RoomHalves.For(site, feeds, socket, outlet.Splitter, limits).Prepend(null))
                {
                    var feed = new Feed(socket, outlet.Adapters, box, joints) { Room = room };
                    if (Rules.RefusingChain(new Route(site, feed, null, null, null, false)) is { } refusal)
                        refused.Add((outlet, joints, refusal));
                    else if (feed.MostBeside > 0)
                        working.Add(ChainOf(feed, outlet.Adapters, joints, box is null ? thing : null));
                }
            }
        }

        var adapters = new HashSet<Device>(ReferenceEqualityComparer.Instance);
        foreach (var chain in working)
            adapters.UnionWith(chain.Adapters.SelectMany(forks.Like));
        return new(Worth(working), working.Count, [.. adapters], refused);
    }

    private Chain ChainOf(Feed feed, Device[] adapters, Joint[] joints, Device? wiredReceiver)
    {
        var need = pieces.OfChain(feed, wiredReceiver);
        var (effort, mono, apart) = (Effort.Of(0, 0, joints.Count(joint => !joint.Digital)), false, false);
        for (var i = 0; i < adapters.Length; i++)
        {
            var (adapter, isSplitter) = (adapters[i], i == 0 && feed.Splitter is not null);
            mono |= adapter.MonoSum;
            apart |= adapter.Power is { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 } || IsNamed(adapter.Id);
            if (!isSplitter)
                effort += Effort.Of(adapter.Power.SwitchedByHand ? 1 : 0, 1, 0);
        }

        return new()
        {
            Socket = feed.Socket,
            Adapters = adapters,
            Joints = joints,
            Room = feed.Room,
            Need = need,
            Stages = grades.ChainOf(feed.Socket, adapters),
            Effort = effort,
            MonoSum = mono,
            Scarce = dominance.ScarceOf(need.Uses),
            Apart = apart,
        };
    }

    private bool IsNamed(string id) => limits.MustUse.Contains(id);

    private static List<Chain> Worth(List<Chain> chains)
    {
        var kept = new List<Chain>();
        foreach (var chain in chains.OrderBy(c => c.Need.Cents).ThenBy(c => c.Adapters.Length))
        {
            if (!IsReplaced(chain, kept))
                kept.Add(chain);
        }

        return kept;
    }

    private static bool IsReplaced(Chain chain, List<Chain> kept)
    {
        foreach (var k in kept)
        {
            if (k.Stages == chain.Stages && k.StandsInFor(chain))
                return true;
        }

        return false;
    }
}
