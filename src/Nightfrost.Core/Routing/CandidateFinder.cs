using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
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
    private readonly Ear[][] _ears;
    private readonly Resources _resources = new();
    private readonly InStepGrades _grades;
    private readonly RefusalLog _refusals = new();
    private readonly List<FeedLine> _lines = [];
    private readonly Dictionary<(string, string), SplitterLine> _splitters = [];
    private readonly Dictionary<string, (EarOption[][] Alone, EarOption[][] Several)> _byEnd = [];
    private readonly int[] _routes;
    private readonly int _supply;
    private readonly CancellationToken _cancel;

    private CandidateFinder(Site site, Limits limits, CancellationToken cancel)
    {
        (_site, _limits, _cancel, _grades) = (site, limits, cancel, new InStepGrades(site));
        var listeners = site.Look.Listeners;
        var mono = listeners.Any(Needs.AsksMono);
        var adapters = Likeness.WorthTrying(site, Allowed(DeviceRole.Adapter), limits.MustUse)
            .Where(a => !a.MonoSum || mono || IsNamed(a) || a.Ports.Select(p => p.Connector).Distinct().Count() > 1)
            .Where(a => a.SplitsInto < 2 || listeners.Count > 1 || IsNamed(a) || site.Look.AllSockets().Any(s => s.State == SocketState.Taken));
        _feeds = new FeedFinder(site.Shelf, adapters);
        _transmitters = Likeness.WorthTrying(site, Allowed(DeviceRole.Transmitter), limits.MustUse);
        var receivers = Likeness.WorthTrying(site, Allowed(DeviceRole.Receiver), limits.MustUse);
        var between = Likeness.WorthTrying(site, Allowed(DeviceRole.Relay).Concat(Allowed(DeviceRole.LinkReceiver)).Concat(Allowed(DeviceRole.Transmitter).Where(t => t.Links.Any(l => !l.Transmits) && t.Ports.Any(p => p.Output))), limits.MustUse);
        var finder = new EarFinder(site);
        _ears = [.. listeners.Select(l => finder.For(l, receivers, between).Where(e => !IsBanned(e.Receiver.Id)).ToArray())];
        _routes = new int[listeners.Count];
        _supply = site.Shelf.CheapestSupply is { } supply ? _resources.Of(supply.Id, site.OwnedCount(supply.Id), supply.Price) : -1;
    }

    /// <summary>Everything that may be planned with.</summary>
    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="cancel">Stops the work.</param>
    public static Candidates For(Site site, Limits limits, CancellationToken cancel)
    {
        var finder = new CandidateFinder(site, limits, cancel);
        var sockets = site.Look.AllSockets().Where(s => s.State != SocketState.NotThere && !limits.MustNotUse.Contains(s.Id)).ToList();
        for (var i = 0; i < sockets.Count; i++)
            finder.Enter(sockets[i], i);
        return new()
        {
            Site = site,
            Lines = finder._lines,
            Splitters = [.. finder._splitters.Values],
            Sockets = sockets.Count,
            Resources = finder._resources,
            Grades = finder._grades,
            Refusals = finder._refusals,
            RoutesFound = finder._routes,
            Tolerances = [.. site.Look.Listeners.Select(finder._grades.ToleranceOf)],
            Supply = finder._supply,
        };
    }

    private IEnumerable<Device> Allowed(DeviceRole role) => _site.Shelf.OfRole(role).Where(d => !IsBanned(d.Id));

    private bool IsBanned(string id) => _limits.MustNotUse.Contains(id);

    private bool IsNamed(Device device) => _limits.MustUse.Contains(device.Id);

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

        if (SocketKinds.Of(socket.Kind).IsRadio)
        {
            EnterEnds(Standing([bare.Feed], socket, null, subject), BuiltInRadio.Of(socket), number, subject);
            return;
        }

        foreach (var transmitter in _transmitters)
        {
            _cancel.ThrowIfCancellationRequested();
            var feeds = Standing(_feeds.Between(socket, transmitter, asReceiver: false), socket, transmitter, subject);
            foreach (var sends in transmitter.Links)
            {
                if (sends.Transmits)
                    EnterEnds(feeds, sends, number, subject);
            }
        }

        if (!_limits.NoWires)
            EnterWires(socket, number, subject);
    }

    private void EnterWires(SourcePort socket, int number, Subject subject)
    {
        for (var i = 0; i < _ears.Length; i++)
        {
            foreach (var ear in _ears[i])
            {
                if (ear.Relay is not null || !ear.Receiver.Ports.Any(p => !p.Output))
                    continue;
                var feeds = Standing(_feeds.Between(socket, ear.Receiver, asReceiver: true, ear.Listener.SeatDistanceM), socket, null, subject);
                if (feeds.Count == 0)
                    continue;
                var route = new Route(_site, feeds[0], ear, null, null, false);
                if (Rules.RefusingRoute(route) is { } refusal)
                {
                    Refuse(refusal, route, subject);
                    continue;
                }

                var options = new EarOption[_ears.Length][];
                Array.Fill(options, []);
                options[i] = [OptionOf(route, 1)];
                foreach (var feed in feeds)
                    Add(feed, null, number, 0, options, options, subject);
            }
        }
    }

    private List<Feed> Standing(IEnumerable<Feed> feeds, SourcePort socket, Device? transmitter, Subject subject)
    {
        var standing = new List<Feed>();
        var any = false;
        foreach (var feed in feeds)
        {
            any = true;
            var route = new Route(_site, feed, null, null, null, false);
            if (Rules.RefusingFeed(route) is { } refusal)
                Refuse(refusal, route, subject);
            else
                standing.Add(feed);
        }

        // Only asked of a real pair, so that the finding names both.
        if (!any && transmitter is not null && new Route(_site, new Feed(socket, [], transmitter, []), null, null, null, false) is var bare && Rules.RefusingFeed(bare) is { } misfit)
            Refuse(misfit, bare, subject);
        return WithoutDominated(standing);
    }

    private void EnterEnds(List<Feed> feeds, AirLink sends, int number, Subject subject)
    {
        if (feeds.Count == 0)
            return;
        var (alone, several) = EarsOf(feeds[0], sends, subject);
        if (alone.All(list => list.Length == 0) && several.All(list => list.Length == 0))
            return;
        int[] rates = sends.Technology == LinkTechnology.LeAudioBroadcast ? [.. sends.Lc3RatesKHz.Distinct().Order()] : [0];
        foreach (var feed in feeds)
        {
            foreach (var rate in rates)
                Add(feed, sends, number, rate, AtRate(alone, rate), AtRate(several, rate), subject);
        }
    }

    private static EarOption[][] AtRate(EarOption[][] options, int rate) =>
        rate == 0 ? options : [.. options.Select(list => list.Where(o => o.Route.Takes!.Lc3RatesKHz.Contains(rate)).ToArray())];

    // Rules of the whole way see the sending end, not the socket: equal ends are judged once.
    private (EarOption[][] Alone, EarOption[][] Several) EarsOf(Feed feed, AirLink sends, Subject subject)
    {
        var transmitter = feed.Transmitter;
        var key = $"{Likeness.KeyOf(sends)}|{feed.BuiltIn}|{transmitter?.App.Length > 0}|{transmitter?.StreamsOnRequest}|{string.Join(',', transmitter?.Includes ?? [])}";
        if (_byEnd.TryGetValue(key, out var known))
        {
            MarkWorking(known.Alone, transmitter);
            MarkWorking(known.Several, transmitter);
            return known;
        }

        var differ = Rig.ModesDiffer(sends);
        var alone = new EarOption[_ears.Length][];
        var several = new EarOption[_ears.Length][];
        for (var i = 0; i < _ears.Length; i++)
        {
            var (first, second) = (new List<EarOption>(), new List<EarOption>());
            foreach (var ear in _ears[i])
            {
                if (EndOf(ear.Takes, sends) is not { } takes)
                {
                    _refusals.NoLink(transmitter, ear, _site, feed, sends);
                    continue;
                }

                Judge(new Route(_site, feed, ear, sends, takes, false), first);
                if (differ)
                    Judge(new Route(_site, feed, ear, sends, takes, true), second);
            }

            alone[i] = WithoutDominated(first, transmitter);
            several[i] = sends.ListenersAtOnce == 1 ? [] : differ ? WithoutDominated(second, transmitter) : alone[i];
        }

        return _byEnd[key] = (alone, several);

        void Judge(Route route, List<EarOption> into)
        {
            if (Rules.RefusingRoute(route) is { } refusal)
                Refuse(refusal, route, subject);
            else
                into.Add(OptionOf(route, LinkAirtime.MostListeners(route)));
        }
    }

    private void MarkWorking(EarOption[][] options, Device? transmitter)
    {
        if (transmitter is not null && options.Any(list => list.Length > 0))
            _refusals.Works(transmitter);
    }

    private static AirLink? EndOf(Device takes, AirLink sends)
    {
        AirLink? other = null;
        foreach (var link in takes.Links)
        {
            if (link.Transmits || link.Technology != sends.Technology)
                continue;
            if (EarRules.FamilyFits(sends, link))
                return link;
            other ??= link;
        }

        return other;
    }

    private EarOption OptionOf(Route route, int most)
    {
        var (ear, uses) = (route.AtEar, new List<Use>());
        if (!ear.IsOwn)
            uses.Add(UseOf(new(ear.Receiver, ear.Pieces, 0, 0)));
        if (ear.Relay is { } relay)
            uses.Add(UseOf(new(relay, 1, 0, 0)));
        if (PartNeeds.LeadBehindRelay(_site.Shelf, ear) is { Included: 0 } lead)
            uses.Add(UseOf(lead));
        return new()
        {
            Route = route,
            Needs = Needs.Met(route) - _site.Passing(route.Feed.Socket).Count - (Needs.AsksMono(ear.Listener) && Needs.SumsToMono(route) ? 1 : 0),
            SumsToMono = Needs.AsksMono(ear.Listener) && Needs.SumsAtEar(ear),
            Hand = Rig.HandCount(ear),
            Quality = SoundQuality.Weighed(route),
            Margin = Reach.Of(route)?.Grade ?? 2,
            Most = most,
            Suffix = _grades.SuffixOf(route),
            Uses = [.. uses],
            DeviceIds = ear.Relay is null ? [ear.Receiver.Id] : [ear.Receiver.Id, ear.Relay.Id],
            Cents = _resources.CentsOf(uses),
        };
    }

    private Use UseOf(PartNeed need)
    {
        var there = need.Device.Role == DeviceRole.Lead
            ? _site.Look.Owned.Where(o => _site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead } held && PartNeeds.Serves(held, need)).Sum(o => o.Count)
            : _site.OwnedCount(need.Device.Id);
        var key = need.Device.Role == DeviceRole.Lead ? FormattableString.Invariant($"{need.Device.Id} {need.NeedsM}") : need.Device.Id;
        return new(_resources.Of(key, there, need.Device.Price), need.Pieces - need.Included);
    }

    private void Add(Feed feed, AirLink? sends, int number, int rate, EarOption[][] alone, EarOption[][] several, Subject subject)
    {
        var wired = sends is null ? alone.First(list => list.Length > 0)[0].Route.AtEar.Receiver : null;
        var (uses, usb) = UsesOf(PartNeeds.OfChain(_site.Shelf, feed, wired), feed.FedByTap ? feed.Transmitter : null);
        _lines.Add(new()
        {
            Feed = feed,
            Sends = sends,
            Socket = number,
            Splitter = SplitterOf(feed, number),
            Most = Math.Min(sends?.ListenersAtOnce ?? 1, _ears.Length),
            RateKHz = rate,
            Programmes = _site.Passing(feed.Socket).Count,
            SumsToMono = feed.Adapters.Any(a => a.MonoSum) || feed.Transmitter is { MonoSum: true },
            Hand = feed.Adapters.Skip(feed.Splitter is null ? 0 : 1).Append(feed.Transmitter).OfType<Device>().Count(d => d.Power.SwitchedByHand),
            Prefix = _grades.PrefixOf(feed),
            Uses = uses,
            UsbBoxes = usb,
            Cents = _resources.CentsOf(uses),
            Alone = alone,
            Several = several,
            InTheBox = feed.Transmitter is null ? [] : [.. feed.Transmitter.Includes.Where(id => _site.Shelf.Find(id) is { Role: not DeviceRole.Lead }).GroupBy(id => id).Select(g => (g.Key, g.Count()))],
        });
        _refusals.Works(subject);
        foreach (var device in feed.Adapters.Append(feed.Transmitter).OfType<Device>())
            _refusals.Works(device);
        for (var i = 0; i < alone.Length; i++)
        {
            _routes[i] += alone[i].Length + (ReferenceEquals(alone[i], several[i]) ? 0 : several[i].Length);
            foreach (var option in alone[i].Concat(several[i]))
            {
                _refusals.Works(option.Route.AtEar.Receiver);
                if (option.Route.AtEar.Relay is { } relay)
                    _refusals.Works(relay);
            }
        }
    }

    private int SplitterOf(Feed feed, int number)
    {
        if (feed.Splitter is not { } splitter)
            return -1;
        if (!_splitters.TryGetValue((feed.Socket.Id, splitter.Id), out var line))
        {
            var (uses, usb) = UsesOf(PartNeeds.OfSplitter(_site.Shelf, feed), null);
            _splitters[(feed.Socket.Id, splitter.Id)] = line = new()
            {
                DeviceId = splitter.Id,
                Socket = number,
                Most = Math.Min(feed.MostBeside, _ears.Length),
                Hand = splitter.Power.SwitchedByHand ? 1 : 0,
                Uses = uses,
                UsbBoxes = usb,
                Cents = _resources.CentsOf(uses),
            };
        }

        return _splitters.Values.ToList().IndexOf(line);
    }

    private (Use[] Uses, int UsbBoxes) UsesOf(IReadOnlyList<PartNeed> needs, Device? fedByTap)
    {
        var uses = needs.Where(n => n.Pieces > n.Included).Select(UseOf).ToList();
        var (supplies, usb) = (0, 0);
        foreach (var box in needs.Select(n => n.Device).Where(d => d != fedByTap && d.Role != DeviceRole.Lead && d.Power.UsbDrawMa > 0 && !BoxPower.HasOther(d)))
        {
            if (BoxPower.SocketFor(_site.Look.Set, box) is null)
                supplies++;
            else
                usb++;
        }

        if (supplies > 0 && _supply >= 0)
            uses.Add(new(_supply, supplies));
        return ([.. uses], _supply >= 0 ? usb : 0);
    }

    private void Refuse(Rule refusal, Route route, Subject socket)
    {
        _refusals.Refuse(socket, refusal, route);
        if (route.Feed.Transmitter is { } transmitter)
            _refusals.Refuse(RefusalLog.OfDevice(transmitter), refusal, route);
        if (route.Ear is { } ear && refusal.Id != Rules.OwnReceiver)
            _refusals.Refuse(RefusalLog.OfDevice(ear.Takes), refusal, route);
    }

    // Of two chains to the same box that do the same, the dearer one can be swapped for the other in any rig. What is owned or included is kept apart.
    private List<Feed> WithoutDominated(List<Feed> feeds)
    {
        if (feeds.Count < 2)
            return feeds;
        var kept = new List<(string Likeness, decimal Price, int[] DrawsMa, Feed Feed)>();
        foreach (var feed in feeds.Select(f => (Likeness: LikenessOf(f), Price: f.Adapters.Sum(a => a.Price) + f.Joints.Sum(j => j.Lead?.Price ?? 0), DrawsMa: Draws(f), Feed: f)).OrderBy(f => f.Price).ThenBy(f => f.Feed.Adapters.Count))
        {
            if (!kept.Any(k => k.Likeness == feed.Likeness && k.DrawsMa.Length <= feed.DrawsMa.Length && k.DrawsMa.Zip(feed.DrawsMa).All(pair => pair.First <= pair.Second)))
                kept.Add(feed);
        }

        return [.. kept.Select(k => k.Feed)];
    }

    private string LikenessOf(Feed feed) => string.Join('|',
        feed.Splitter?.Id, feed.SharesSocket, feed.Adapters.Any(a => a.MonoSum), feed.Adapters.Count(a => a.Power.SwitchedByHand),
        string.Join(',', feed.Adapters.SelectMany(a => a.StageIds)),
        string.Join(',', feed.Adapters.Where(a => a.Includes.Count > 0 || _site.OwnedCount(a.Id) > 0 || IsNamed(a) || !a.Power.PairingSurvivesPowerLoss || BoxPower.HasOther(a)).Select(a => a.Id)),
        string.Join(',', feed.Joints.Where((j, i) => j.Lead is { } lead && (i == 0 && feed.SharesSocket || feed.Transmitter is { Includes.Count: > 0 } || feed.Transmitter is null || _site.Look.Owned.Any(o => o.DeviceId == lead.Id || _site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead }))).Select(j => j.Lead!.Id).Order()));

    private static int[] Draws(Feed feed) => [.. feed.Adapters.Select(a => a.Power.UsbDrawMa).Where(ma => ma > 0).OrderDescending()];

    // Of two ways of wearing on the same end, the one that is no better in anything can be swapped for the other. Things there are only so many of are kept apart.
    private EarOption[] WithoutDominated(List<EarOption> options, Device? transmitter)
    {
        var kept = new List<EarOption>();
        foreach (var option in options.OrderBy(o => o.Cents).ThenByDescending(o => o.Needs).ThenBy(o => o.Hand).ThenBy(o => o.Route.AtEar.Receiver.Id, StringComparer.Ordinal))
        {
            if (option.DeviceIds.Any(_limits.MustUse.Contains) || !kept.Any(k => Replaces(k, option)))
                kept.Add(option);
        }

        return [.. kept];

        bool Replaces(EarOption k, EarOption option) => IsPlenty(k) && k.Suffix == option.Suffix && k.Cents <= option.Cents && k.Needs >= option.Needs && k.Hand <= option.Hand && k.Quality >= option.Quality
            && k.Margin >= option.Margin && k.Most >= option.Most && (k.SumsToMono || !option.SumsToMono) && Covers(k, option);

        bool IsPlenty(EarOption k) => k.Uses.All(use => _resources.There(use.Resource) == 0) && k.DeviceIds.All(id => transmitter?.Includes.Contains(id) != true);

        bool Covers(EarOption k, EarOption option) =>
            option.DeviceIds.All(id => transmitter?.Includes.Contains(id) != true)
            && (k.Route.Takes is null || option.Route.Takes!.Lc3RatesKHz.All(k.Route.Takes.Lc3RatesKHz.Contains));
    }
}
