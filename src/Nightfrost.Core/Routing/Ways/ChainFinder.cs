using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Joins things to sockets, once for all of one sort: what leads, adapters and the rules of a tap see of a box is its inputs, its own lead, what comes in its
/// box and whether it passes sound on.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="feeds">Leads and adapters.</param>
/// <param name="pieces">What is at hand.</param>
/// <param name="limits">What must be used, and what must not.</param>
internal sealed class ChainFinder(Site site, FeedFinder feeds, PieceCounter pieces, Limits limits)
{
    private readonly Dictionary<string, int> _sorts = [];
    private readonly Dictionary<Device, int> _sortOf = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<(string SocketId, int Sort, double ReachM), Joining> _known = [];
    private readonly Dictionary<SourcePort, (Outlet First, Outlet[] All)[]> _outlets = new(ReferenceEqualityComparer.Instance);

    /// <summary>How a thing is joined to a socket.</summary>
    /// <param name="socket">The socket.</param>
    /// <param name="thing">A box, or a receiver with a wired input.</param>
    /// <param name="reachM">Plain wires: length the lead must have, m; 0 for boxes.</param>
    public Joining Of(SourcePort socket, Device thing, double reachM = 0)
    {
        var key = (socket.Id, SortOf(thing), reachM);
        return _known.TryGetValue(key, out var known) ? known : _known[key] = Join(socket, thing, reachM);
    }

    private (Outlet First, Outlet[] All)[] OutletsOf(SourcePort socket)
    {
        if (_outlets.TryGetValue(socket, out var known))
            return known;
        return _outlets[socket] = [.. feeds.Outlets(socket).GroupBy(o => (o.Connector, string.Join(',', o.Signals))).Select(g => (g.First(), g.ToArray()))];
    }

    private int SortOf(Device thing)
    {
        if (_sortOf.TryGetValue(thing, out var known))
            return known;
        var key = Likeness.KeyOfInputs(thing);
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
                    if (RuleList.RefusingChain(new Route(site, feed, null, null, null, false)) is { } refusal)
                        refused.Add((outlet, joints, refusal));
                    else if (feed.MostBeside > 0)
                        working.Add(ChainOf(feed, outlet.Adapters, joints, box is null ? thing : null));
                }
            }
        }

        return new(working, refused);
    }

    private Chain ChainOf(Feed feed, Device[] adapters, Joint[] joints, Device? wiredReceiver)
    {
        var need = pieces.OfChain(feed, wiredReceiver);
        var (effort, mono) = (Effort.Of(0, 0, joints.Count(joint => !joint.Digital)), false);
        for (var i = 0; i < adapters.Length; i++)
        {
            var (adapter, isSplitter) = (adapters[i], i == 0 && feed.Splitter is not null);
            mono |= adapter.MonoSum;
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
            Stages = InStepTable.StagesOf(feed.Socket, adapters),
            Effort = effort,
            MonoSum = mono,
        };
    }
}
