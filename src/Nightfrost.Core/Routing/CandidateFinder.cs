using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Enters every socket, chain, sending end and ear of a site, asks the rules, and leaves out what another one replaces everywhere.
/// See docs/routing.md for why no best rig is lost.
/// </summary>
internal sealed class CandidateFinder
{
    private readonly Site _site;
    private readonly Limits _limits;
    private readonly FeedFinder _feeds;
    private readonly Device[] _transmitters;
    private readonly EarEntries _entries;
    private readonly PieceCounter _pieces;
    private readonly InStepGrades _grades;
    private readonly EndClasses _ends;
    private readonly RefusalLog _refusals;
    private readonly Dominance _dominance;
    private readonly List<FeedLine> _lines = [];
    private readonly Dictionary<(string, string), SplitterLine> _splitters = [];
    private readonly List<SplitterLine> _splitterList = [];
    private readonly Dictionary<Device, (string, int)[]> _inTheBox = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<(EarOption[][], EarOption[][], int, sbyte[][], Brought, int, int), int> _shapes = [];
    private readonly int[] _tolerances;
    private readonly int[] _routes;
    private readonly CancellationToken _cancel;

    private CandidateFinder(Site site, Limits limits, string? watchedId, CancellationToken cancel)
    {
        (_site, _limits, _cancel, _grades, _refusals) = (site, limits, cancel, new InStepGrades(site), new RefusalLog(watchedId));
        _pieces = new PieceCounter(site);
        var listeners = site.Look.Listeners;
        var mono = listeners.Any(Needs.AsksMono);
        var adapters = Likeness.WorthTrying(site, Allowed(DeviceRole.Adapter), limits.MustUse)
            .Where(a => !a.MonoSum || mono || IsNamed(a.Id) || a.Ports.Select(p => p.Connector).Distinct().Count() > 1)
            .Where(a => a.SplitsInto < 2 || listeners.Count > 1 || IsNamed(a.Id) || site.Look.AllSockets().Any(s => s.State == SocketState.Taken));
        _feeds = new FeedFinder(site.Shelf, adapters);
        _transmitters = Likeness.WorthTrying(site, Allowed(DeviceRole.Transmitter), limits.MustUse);
        var receivers = Likeness.WorthTrying(site, Allowed(DeviceRole.Receiver), limits.MustUse);
        var between = Likeness.WorthTrying(site, Allowed(DeviceRole.Relay).Concat(Allowed(DeviceRole.LinkReceiver)).Concat(Allowed(DeviceRole.Transmitter).Where(t => t.Links.Any(l => !l.Transmits) && t.Ports.Any(p => p.Output))), limits.MustUse);
        var inBoxes = _transmitters.SelectMany(t => t.Includes).ToHashSet();
        _entries = new EarEntries(site, limits, _pieces, receivers, between, IsNamed, id => inBoxes.Contains(id) || id == watchedId);
        _ends = new EndClasses(site, _grades, _refusals, _entries);
        _tolerances = [.. listeners.Select(_grades.ToleranceOf)];
        _dominance = new Dominance(_pieces, _grades, _tolerances, IsNamed);
        _routes = new int[listeners.Count];
    }

    /// <summary>Everything that may be planned with.</summary>
    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <param name="watchedId">A socket or device of which every rule it breaks is kept; null for none.</param>
    public static Candidates For(Site site, Limits limits, CancellationToken cancel, string? watchedId = null)
    {
        var finder = new CandidateFinder(site, limits, watchedId, cancel);
        var sockets = site.Look.AllSockets().Where(s => s.State != SocketState.NotThere && !limits.MustNotUse.Contains(s.Id)).ToList();
        for (var i = 0; i < sockets.Count; i++)
            finder.Enter(sockets[i], i);
        return new()
        {
            Site = site,
            Lines = finder._lines,
            Splitters = finder._splitterList,
            Sockets = sockets.Count,
            Shapes = finder._shapes.Count,
            Resources = finder._pieces.Resources,
            Grades = finder._grades,
            Refusals = finder._refusals,
            RoutesFound = finder._routes,
            Tolerances = finder._tolerances,
            Supply = finder._pieces.Supply,
        };
    }

    private IEnumerable<Device> Allowed(DeviceRole role) => _site.Shelf.OfRole(role).Where(d => !IsBanned(d.Id));

    private bool IsBanned(string id) => _limits.MustNotUse.Contains(id);

    private bool IsNamed(string id) => _limits.MustUse.Contains(id);

    private void Enter(SourcePort socket, int number)
    {
        _cancel.ThrowIfCancellationRequested();
        var subject = RefusalLog.OfSocket(_site.Look, socket);
        var bare = new Route(_site, new Feed(socket, [], null, []), null, null, null, false);
        if (Rules.RefusingFeed(bare) is { } rule && Rules.Position(rule.Id) < Rules.Position(Rules.SocketTaken))
        {
            _refusals.Refuse(subject, rule, bare);
            return;
        }

        var entered = new List<FeedLine>();
        if (SocketKinds.Of(socket.Kind).IsRadio)
            EnterEnd(Standing([bare.Feed], null, socket, subject), BuiltInRadio.Of(socket), number, subject, entered);
        else
        {
            var outlets = Outlets.WorthTrying(_feeds.Outlets(socket), a => _site.OwnedCount(a.Id) > 0 || IsNamed(a.Id));
            var byEnd = outlets.GroupBy(o => (o.Connector, string.Join(',', o.Signals))).Select(g => (g.First(), g.ToArray())).ToList();
            foreach (var transmitter in _transmitters)
            {
                _cancel.ThrowIfCancellationRequested();
                var feeds = Standing(Feeds(byEnd, socket, transmitter), transmitter, socket, subject);
                foreach (var sends in transmitter.Links)
                {
                    if (sends.Transmits)
                        EnterEnd(feeds, sends, number, subject, entered);
                }
            }

            if (!_limits.NoWires)
                EnterWires(outlets, socket, number, subject, entered);
        }

        _lines.AddRange(Worth(entered));
    }

    // Chains that end in the same sort of output join a box in the same way.
    private IEnumerable<Feed> Feeds(IReadOnlyList<(Outlet First, Outlet[] All)> outlets, SourcePort socket, Device transmitter)
    {
        foreach (var (first, all) in outlets)
        {
            if (_feeds.Into(transmitter, first.Connector, first.Signals) is not { } joint)
                continue;
            foreach (var outlet in all)
                yield return new Feed(socket, outlet.Adapters, transmitter, [.. outlet.Joints, joint]);
        }
    }

    private void EnterWires(IReadOnlyList<Outlet> outlets, SourcePort socket, int number, Subject subject, List<FeedLine> entered)
    {
        for (var i = 0; i < _entries.Wired.Length; i++)
        {
            var mine = new List<FeedLine>();
            foreach (var one in _entries.Wired[i])
            {
                var ear = one.Ear;
                EarOption[][]? options = null;
                foreach (var outlet in outlets)
                {
                    if (_feeds.Into(ear.Receiver, outlet.Connector, outlet.Signals, ear.Listener.SeatDistanceM + FeedFinder.LeadSlackM) is not { } joint)
                        continue;
                    var feed = new Feed(socket, outlet.Adapters, null, [.. outlet.Joints, joint]);
                    var route = new Route(_site, feed, ear, null, null, false);
                    if ((Rules.RefusingChain(route) ?? (options is null ? Rules.RefusingRoute(route) : null)) is { } refusal)
                    {
                        Refuse(refusal, route, subject);
                        continue;
                    }

                    if (options is null)
                    {
                        options = new EarOption[_entries.Linked.Length][];
                        Array.Fill(options, []);
                        options[i] = [_ends.OptionOf(one, route)];
                    }

                    mine.Add(LineOf(feed, null, number, 0, options, options, []));
                    Works(feed, subject, options, options);
                }
            }

            entered.AddRange(_dominance.WithoutWires(mine, i));
        }
    }

    private List<Feed> Standing(IEnumerable<Feed> feeds, Device? transmitter, SourcePort socket, Subject subject)
    {
        var standing = new List<Feed>();
        var any = false;
        foreach (var feed in feeds)
        {
            any = true;
            var route = new Route(_site, feed, null, null, null, false);
            if (Rules.RefusingChain(route) is { } refusal)
                Refuse(refusal, route, subject);
            else
                standing.Add(feed);
        }

        // Only asked of a real pair, so that the finding names both.
        if (!any && transmitter is not null && new Route(_site, new Feed(socket, [], transmitter, []), null, null, null, false) is var bare && Rules.RefusingChain(bare) is { } misfit)
            Refuse(misfit, bare, subject);
        return standing;
    }

    private void EnterEnd(List<Feed> feeds, AirLink sends, int number, Subject subject, List<FeedLine> entered)
    {
        if (feeds.Count == 0)
            return;
        var end = _ends.Of(feeds[0], sends);
        var margins = _ends.MarginsOf(sends);
        EndClasses.RefuseOutOfReach(end, feeds[0], sends, margins, subject, Refuse);
        if (!end.ReachesAnybody(margins))
            return;
        var rates = end.RatesOf(sends);
        foreach (var feed in feeds)
        {
            foreach (var rate in rates)
            {
                var at = end.AtRate(rate);
                entered.Add(LineOf(feed, sends, number, rate, at.Alone, sends.ListenersAtOnce > 1 ? at.Several : end.None, margins));
            }

            Works(feed, subject, end.Alone, sends.ListenersAtOnce > 1 ? end.Several : end.None);
        }
    }

    private FeedLine LineOf(Feed feed, AirLink? sends, int number, int rate, EarOption[][] alone, EarOption[][] several, sbyte[][] margins)
    {
        var transmitter = feed.Transmitter;
        var (uses, usb) = _pieces.OfChain(feed, sends is null ? alone.First(list => list.Length > 0)[0].Route.AtEar.Receiver : null);
        var cents = _pieces.Resources.CentsOf(uses);
        var box = transmitter is null || transmitter.Includes.Count == 0 ? [] : InTheBox(transmitter);
        var (hand, mono) = (transmitter is { Power.SwitchedByHand: true } ? 1 : 0, transmitter is { MonoSum: true });
        for (var i = 0; i < feed.Adapters.Count; i++)
        {
            mono |= feed.Adapters[i].MonoSum;
            if (feed.Adapters[i].Power.SwitchedByHand && (i > 0 || feed.Splitter is null))
                hand++;
        }

        var (most, programmes, prefix) = (Math.Min(sends?.ListenersAtOnce ?? 1, _entries.Linked.Length), _site.Passing(feed.Socket).Count, _grades.PrefixOf(feed));
        var brings = (mono ? Brought.MonoSum : Brought.None) | (transmitter is { StreamsOnRequest: true } ? Brought.OnRequest : Brought.None) | (Needs.IsSetsOwnRadio(_site, feed) ? Brought.SetsOwnRadio : Brought.None);
        return new()
        {
            Feed = feed,
            Sends = sends,
            Socket = number,
            Splitter = SplitterOf(feed, number),
            Most = most,
            RateKHz = rate,
            Programmes = programmes,
            Brings = brings,
            Hand = hand,
            Prefix = prefix,
            Uses = uses,
            Usb = usb,
            Cents = cents,
            Rivalry = _dominance.RivalryOf(feed, uses, usb, cents, box.Length > 0),
            Margins = margins,
            Alone = alone,
            Several = several,
            InTheBox = box,
        };
    }

    // Worth in any rig: those that no other line replaces, with their shapes numbered.
    private IEnumerable<FeedLine> Worth(List<FeedLine> entered)
    {
        List<FeedLine> lines = [.. _dominance.Without(entered)];
        foreach (var line in lines)
        {
            var key = (line.Alone, line.Several, line.Prefix, line.Margins, line.Brings, line.Most, line.Programmes);
            if (!_shapes.TryGetValue(key, out var shape))
                _shapes[key] = shape = _shapes.Count;
            line.Shape = shape;
        }

        return Narrowed.Always(lines, _grades, _tolerances, _shapes.Count);
    }

    private (string, int)[] InTheBox(Device transmitter) =>
        _inTheBox.TryGetValue(transmitter, out var known) ? known
        : _inTheBox[transmitter] = [.. transmitter.Includes.Where(id => _site.Shelf.Find(id) is { Role: not DeviceRole.Lead }).GroupBy(id => id).Select(g => (g.Key, g.Count()))];

    private void Works(Feed feed, Subject subject, EarOption[][] alone, EarOption[][] several)
    {
        _refusals.Works(subject);
        foreach (var adapter in feed.Adapters)
            _refusals.Works(adapter);
        if (feed.Transmitter is { } transmitter)
            _refusals.Works(transmitter);
        for (var i = 0; i < alone.Length; i++)
        {
            _routes[i] += alone[i].Length + (ReferenceEquals(alone[i], several[i]) ? 0 : several[i].Length);
            foreach (var option in alone[i])
            {
                _refusals.Works(option.Route.AtEar);
                _refusals.Works(option.Route);
            }
        }
    }

    private int SplitterOf(Feed feed, int number)
    {
        if (feed.Splitter is not { } splitter)
            return -1;
        if (!_splitters.TryGetValue((feed.Socket.Id, splitter.Id), out var line))
        {
            var (uses, usb) = _pieces.OfSplitter(feed);
            _splitters[(feed.Socket.Id, splitter.Id)] = line = new()
            {
                Number = _splitterList.Count,
                DeviceId = splitter.Id,
                Socket = number,
                Most = Math.Min(feed.MostBeside, _entries.Linked.Length),
                Hand = splitter.Power.SwitchedByHand ? 1 : 0,
                Uses = uses,
                Usb = usb,
                Cents = _pieces.Resources.CentsOf(uses),
            };
            _splitterList.Add(line);
        }

        return line.Number;
    }

    private void Refuse(Rule refusal, Route route, Subject socket)
    {
        _refusals.Refuse(socket, refusal, route);
        if (route.Sends is { } sends)
            _refusals.RefuseLink(sends.Technology, refusal, route);
        if (route.Feed.Transmitter is { } transmitter)
        {
            _refusals.Refuse(transmitter, refusal, route);
            foreach (var link in route.Sends is null ? transmitter.Links.Where(l => l.Transmits) : [])
                _refusals.RefuseLink(link.Technology, refusal, route);
        }

        if (route.Ear is not { } ear)
            return;
        if (refusal.Id != Rules.OwnReceiver)
            _refusals.Refuse(ear.Takes, refusal, route);
        _refusals.RefuseWatched(ear, refusal, route);
    }
}
