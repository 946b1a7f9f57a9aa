using System.Collections.Concurrent;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Enters every socket, chain, sending end and ear of a site, asks the rules, and leaves out what another one replaces everywhere.
/// See docs/routing.md for why no best rig is lost.
/// </summary>
internal sealed class CandidateFinder
{
    private readonly Site _site;
    private readonly EarSide _side;
    private readonly ChainFinder _chains;
    private readonly PieceCounter _pieces;
    private readonly ChannelStock _channels;
    private readonly InStepGrades _grades;
    private readonly RefusalLog? _log;
    private readonly Dominance _dominance;
    private readonly Forks _forks;
    private Clashes? _clashes;
    private readonly Dictionary<Device, (string, int)[]> _inTheBox = new(ReferenceEqualityComparer.Instance);
    private readonly int[] _tolerances;
    private readonly CancellationToken _cancel;

    private CandidateFinder(Site site, EarSide side, RefusalLog? log, CancellationToken cancel)
    {
        (_site, _side, _cancel, _grades, _log) = (site, side, cancel, new InStepGrades(site, side.Suffixes), log);
        _pieces = new PieceCounter(site, side.Pieces);
        _channels = new ChannelStock(side.Transmitters, site.Look.Listeners.Count, _pieces.Resources);
        var listeners = site.Look.Listeners;
        var mono = listeners.Any(Needs.AsksMono);
        var adapters = side.Adapters
            .Where(a => !a.MonoSum || mono || side.IsNamed(a.Id) || a.Ports.Select(p => p.Connector).Distinct().Count() > 1)
            .Where(a => a.SplitsInto < 2 || listeners.Count > 1 || site.RoomHears is not null || side.IsNamed(a.Id) || site.Look.AllSockets().Any(s => s.State == SocketState.Taken));
        _tolerances = [.. listeners.Select(_grades.ToleranceOf)];
        _dominance = new Dominance(_pieces, _grades, _tolerances, side.IsNamed);
        _forks = new Forks(_pieces, listeners.Count, side.IsNamed);
        _chains = new ChainFinder(site, new FeedFinder(site.Shelf, _forks.FirstOfEach(adapters)), _forks, _pieces, _grades, _dominance, side.Limits);
    }

    /// <summary>Everything that may be planned with.</summary>
    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <param name="log">Keeps what works and what refuses the rest; null where nobody asks for it.</param>
    public static Candidates For(Site site, Limits limits, CancellationToken cancel, RefusalLog? log = null) => For(site, new EarSide(site, limits, log), cancel, log);

    /// <summary>The same where the part before the sockets is known.</summary>
    /// <param name="site">The site.</param>
    /// <param name="side">That part, of this site or of one that shares it.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <param name="log">Keeps what works and what refuses the rest; null where nobody asks for it.</param>
    public static Candidates For(Site site, EarSide side, CancellationToken cancel, RefusalLog? log = null)
    {
        var finder = new CandidateFinder(site, side, log, cancel);
        var sockets = site.Look.AllSockets().Where(s => s.State != SocketState.NotThere && !side.Limits.MustNotUse.Contains(s.Id)).ToList();
        finder._clashes = new(site, sockets, finder._pieces.Resources);
        var bySocket = finder.EnterAll(sockets);
        return new()
        {
            Site = site,
            BySocket = bySocket,
            Forks = finder._forks.All,
            Resources = finder._pieces.Resources,
            Grades = finder._grades,
            Tolerances = finder._tolerances,
            Supply = finder._pieces.Supply,
        };
    }

    private List<FeedLine> Enter(SourcePort socket, int number)
    {
        var entered = new List<FeedLine>();
        _cancel.ThrowIfCancellationRequested();
        var subject = RefusalLog.OfSocket(_site.Look, socket);
        var bare = new Route(_site, new Feed(socket, [], null, []), null, null, null, false);
        if (Rules.RefusingFeed(bare) is { } rule && Rules.Position(rule.Id) < Rules.Position(Rules.SocketTaken))
        {
            _log?.Refuse(subject, rule, bare);
            return entered;
        }

        if (SocketKinds.Of(socket.Kind).IsRadio)
            EnterRadio(bare, number, subject, entered);
        else
        {
            foreach (var transmitter in _side.Transmitters)
            {
                _cancel.ThrowIfCancellationRequested();
                EnterBox(socket, transmitter, number, subject, entered);
            }

            if (!_side.Limits.NoWires)
                EnterWires(socket, number, subject, entered);
        }

        return entered;
    }

    private void EnterRadio(Route bare, int number, Subject subject, List<FeedLine> entered)
    {
        if (Rules.RefusingChain(bare) is { } refusal)
        {
            _log?.Refuse(refusal, bare, subject);
            return;
        }

        var socket = bare.Feed.Socket;
        var chain = new Chain { Socket = socket, Adapters = [], Joints = [], Need = new([], [], 0, [], 0), Stages = _grades.ChainOf(socket, []), Effort = 0, MonoSum = false, Scarce = [], Apart = false };
        EnterEnd(new([chain], 1, [], []), null, BuiltInRadio.Of(socket), number, subject, entered);
    }

    private void EnterBox(SourcePort socket, Device transmitter, int number, Subject subject, List<FeedLine> entered)
    {
        var joining = _chains.Of(socket, transmitter);
        if (_log is { } log)
        {
            foreach (var (outlet, joints, rule) in joining.Refused)
                log.Refuse(rule, new Route(_site, new Feed(socket, outlet.Adapters, transmitter, joints), null, null, null, false), subject);

            if (joining.IsEmpty)
                RefuseMisfit(new Route(_site, new Feed(socket, [], transmitter, []), null, null, null, false), subject);
        }

        if (joining.Working == 0)
            return;
        foreach (var sends in transmitter.Links)
        {
            if (sends.Transmits)
                EnterEnd(joining, transmitter, sends, number, subject, entered);
        }
    }

    // What has no chain at all is asked as a bare pair, so that the finding names both.
    private void RefuseMisfit(Route bare, Subject subject)
    {
        if (_log is { } log && Rules.RefusingChain(bare) is { } misfit)
            log.Refuse(misfit, bare, subject);
    }

    private void EnterWires(SourcePort socket, int number, Subject subject, List<FeedLine> entered)
    {
        for (var i = 0; i < _side.Entries.Wired.Length; i++)
        {
            var mine = new List<FeedLine>();
            foreach (var one in _side.Entries.Wired[i])
            {
                var joining = _chains.Of(socket, one.Ear.Receiver, one.Ear.Listener.SeatDistanceM + FeedFinder.LeadSlackM);
                foreach (var (outlet, joints, rule) in joining.Refused)
                    _log?.Refuse(rule, new Route(_site, new Feed(socket, outlet.Adapters, null, joints), one.Ear, null, null, false), subject);
                if (joining.IsEmpty && one.Refused is null && one.Ear.Relay is null)
                    RefuseMisfit(new Route(_site, new Feed(socket, [], null, []), one.Ear, null, null, false), subject);
                if (joining.Working == 0)
                    continue;
                var route = new Route(_site, joining.Chains[0].To(null), one.Ear, null, null, false);
                if (Rules.RefusingRoute(route) is { } refusal)
                {
                    _log?.Refuse(refusal, route, subject);
                    continue;
                }

                var end = _side.Ends.OfWire(i, _side.Ends.OptionOf(one, route));
                foreach (var chain in joining.Chains)
                    mine.AddRange(LinesOf(chain, null, null, number, 0, end, Margins.None));
                _log?.Works(subject, joining, null, null, end);
            }

            entered.AddRange(_dominance.WithoutWires(mine, i));
        }
    }

    private void EnterEnd(Joining joining, Device? transmitter, AirLink sends, int number, Subject subject, List<FeedLine> entered)
    {
        var feed = joining.Chains[0].To(transmitter);
        var end = _side.Ends.Of(feed, sends);
        var margins = _side.Ends.MarginsOf(sends);
        var isFixed = feed.Socket.Level == LevelControl.Fixed;
        if (_log is { } log)
        {
            EndClasses.RefuseOutOfReach(_site, end, feed, sends, margins, subject, log);
            if (isFixed)
                EndClasses.RefuseTooQuiet(_site, end, feed, sends, subject, log);
        }

        if (isFixed)
            end = end.AtFixedLevel();

        if (!end.ReachesAnybody(margins))
            return;
        end = end.For(sends.ListenersAtOnce);
        var rates = end.RatesOf(sends);
        foreach (var chain in WorthAt(joining.Chains, transmitter, end))
        {
            foreach (var rate in rates)
                entered.AddRange(LinesOf(chain, transmitter, sends, number, rate, end.AtRate(rate), margins));
        }

        _log?.Works(subject, joining, transmitter, sends, end);
    }

    // Chains of different stages compare by the ears they lead to.
    private List<Chain> WorthAt(IReadOnlyList<Chain> chains, Device? transmitter, EndClass end)
    {
        var (kept, prefixes) = (new List<Chain>(chains.Count), new List<int>(chains.Count));
        foreach (var chain in chains)
        {
            var (prefix, needed) = (_grades.PrefixOf(chain, transmitter), true);
            for (var k = 0; k < kept.Count && needed; k++)
                needed = !(kept[k].StandsInFor(chain) && _dominance.IsInStepAsOften(prefixes[k], prefix, end));
            if (!needed)
                continue;
            kept.Add(chain);
            prefixes.Add(prefix);
        }

        return kept;
    }

    // With power for each box, and with a power lead that several share.
    private IEnumerable<FeedLine> LinesOf(Chain chain, Device? transmitter, AirLink? sends, int number, int rate, EndClass end, Margins margins)
    {
        var feed = chain.To(transmitter);
        foreach (var way in PowerWays.Of(_site.Shelf, feed))
        {
            if ((way.PowerLead is null ? _pieces.OfLine(chain.Need, transmitter, feed.FedByTap, _channels.Of(sends)) : _pieces.OnPowerLead(chain.Need, way, _channels.Of(sends))) is { } need)
                yield return LineOf(chain, way, need, sends, number, rate, end, margins);
        }
    }

    private FeedLine LineOf(Chain chain, Feed feed, LineNeed need, AirLink? sends, int number, int rate, EndClass end, Margins margins)
    {
        var transmitter = feed.Transmitter;
        var box = transmitter is null || transmitter.Includes.Count == 0 ? [] : InTheBox(transmitter);
        var (fork, clashes) = (_forks.Of(chain, number, _clashes!.Of(number)), _clashes.Of(number));
        var brings = (chain.MonoSum || transmitter is { MonoSum: true } ? Brought.MonoSum : Brought.None) | (transmitter is { StreamsOnRequest: true } ? Brought.OnRequest : Brought.None) | (Needs.IsSetsOwnRadio(_site, feed) ? Brought.SetsOwnRadio : Brought.None);
        return new()
        {
            Feed = feed,
            Sends = sends,
            Socket = number,
            Fork = fork,
            LeansOnRoom = _site.RoomHears is not null && feed.Room is null && _site.LiveWithRoom(feed.Socket) == Liveness.Unlikely,
            Most = Math.Min(sends?.ListenersAtOnce ?? 1, _side.Entries.Linked.Length),
            RateKHz = rate,
            Programmes = _site.Passing(feed.Socket).Count,
            Brings = brings,
            Effort = chain.Effort + (transmitter is null ? 0 : Effort.Of(transmitter.Power.SwitchedByHand ? 1 : 0, 1, 0)) + Effort.Of(0, feed.PowerLead is null ? 0 : 1, 0),
            Prefix = _grades.PrefixOf(chain, transmitter),
            // Behind a splitter the output is taken by that, once for all feeds.
            Uses = fork < 0 && clashes.Count > 0 ? [.. need.Uses, .. clashes] : need.Uses,
            Usb = need.Usb,
            Cents = need.Cents,
            Rivalry = _dominance.RivalryOf(transmitter, need, chain.Apart || box.Length > 0),
            Margins = margins,
            End = end,
            InTheBox = box,
        };
    }

    // While sockets are entered, a second worker looks through those entered before.
    private List<SocketLines> EnterAll(List<SourcePort> sockets)
    {
        var worth = new SocketLines[sockets.Count];
        using var entered = new BlockingCollection<(int Number, List<FeedLine> Lines)>();
        var worker = Task.Run(() => LookThrough(entered.GetConsumingEnumerable()), _cancel);
        try
        {
            foreach (var i in InTurn(sockets))
                entered.Add((i, Enter(sockets[i], i)), _cancel);
            entered.CompleteAdding();
            LookThrough(entered.GetConsumingEnumerable());
        }
        finally
        {
            // The worker ends before what it reads is gone, whatever happened here.
            entered.CompleteAdding();
            Task.WaitAny(worker);
        }

        worker.GetAwaiter().GetResult();
        return [.. worth.Where(lines => lines.Groups.Count > 0)];

        void LookThrough(IEnumerable<(int Number, List<FeedLine> Lines)> some)
        {
            foreach (var (number, lines) in some)
                worth[number] = Worth(number, lines);
        }
    }

    // What takes longest first, so that both workers end together; refusals are kept in the order of the sockets.
    private IEnumerable<int> InTurn(List<SourcePort> sockets)
    {
        var all = Enumerable.Range(0, sockets.Count);
        return _log is not null ? all : all.OrderByDescending(i => SocketKinds.Of(sockets[i].Kind).IsRadio ? 0 : _chains.CountAt(sockets[i]));
    }

    // Worth in any rig: those that no other line of their socket replaces, with their shapes.
    private SocketLines Worth(int socket, List<FeedLine> entered)
    {
        _cancel.ThrowIfCancellationRequested();
        var shapes = new Shapes(_grades, _tolerances);
        var dominance = new Dominance(_pieces, _grades, _tolerances, _side.IsNamed);
        List<FeedLine> lines = [.. dominance.Without(entered)];
        foreach (var line in lines)
            line.Shape = shapes.Of(line);
        return Narrowed.Of(socket, lines, _tolerances.Length, shapes.Count, dominance.Sureness);
    }

    private (string, int)[] InTheBox(Device transmitter) =>
        _inTheBox.TryGetValue(transmitter, out var known) ? known
        : _inTheBox[transmitter] = [.. transmitter.Includes.Where(id => _site.Shelf.Find(id) is { Role: not DeviceRole.Lead }).GroupBy(id => id).Select(g => (g.Key, g.Count()))];
}
