using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Enters every socket, chain, sending end and ear of a site, asks the rules, and leaves out what another one replaces everywhere.
/// See docs/routing.md for why no best rig is lost.
/// </summary>
internal sealed class CandidateFinder
{
    private readonly Site _site;
    private readonly EarSide _side;
    private readonly ChainFinder _chains;
    private readonly LineBuilder _lines;
    private readonly RefusalLog? _log;
    private readonly Pace _pace;

    private CandidateFinder(Site site, EarSide side, LineBuilder lines, RefusalLog? log, Pace pace)
    {
        (_site, _side, _lines, _pace, _log) = (site, side, lines, pace, log);
        var (listeners, mono) = (site.Look.Listeners, site.Look.Listeners.Any(Needs.AsksMono));
        var adapters = side.Adapters
            .Where(a => !a.MonoSum || mono || side.IsNamed(a.Id) || a.Ports.Select(p => p.Connector).Distinct().Count() > 1)
            .Where(a => a.SplitsInto < 2 || listeners.Count > 1 || site.RoomHears is not null || side.IsNamed(a.Id)
                || site.Look.AllSockets().Any(s => s.State == SocketState.Taken));
        _chains = new ChainFinder(site, new FeedFinder(site.Shelf, adapters), lines.Pieces, side.Limits);
    }

    /// <summary>Everything that may be planned with.</summary>
    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="pace">Stops the work.</param>
    /// <param name="log">Keeps what works and what refuses the rest; null where nobody asks for it.</param>
    public static Candidates For(Site site, Limits limits, Pace pace, RefusalLog? log = null) =>
        For(site, new EarSide(site, limits, log), pace, log);

    /// <summary>The same where the part before the sockets is known.</summary>
    /// <param name="site">The site.</param>
    /// <param name="side">That part, of this site or of one that shares it.</param>
    /// <param name="pace">Stops the work.</param>
    /// <param name="log">Keeps what works and what refuses the rest; null where nobody asks for it.</param>
    public static Candidates For(Site site, EarSide side, Pace pace, RefusalLog? log = null)
    {
        var sockets = site.Look.AllSockets().Where(s => s.IsThere && !side.Limits.MustNotUse.Contains(s.Id)).ToList();
        var lines = new LineBuilder(site, side, sockets);
        var finder = new CandidateFinder(site, side, lines, log, pace);
        for (var i = 0; i < sockets.Count; i++)
            finder.Enter(sockets[i], i);
        return lines.Take();
    }

    private void Enter(SourcePort socket, int number)
    {
        var subject = RefusalLog.OfSocket(_site.Look, socket);
        var bare = new Route(_site, new Feed(socket, [], null, []), null, null, null, false);
        if (RuleList.RefusingFeed(bare) is { } rule && RuleList.Position(rule.Id) < RuleList.Position(RuleList.SocketTaken))
        {
            _log?.Refuse(subject, rule, bare);
            return;
        }

        if (SocketKinds.Of(socket.Kind).IsRadio)
        {
            EnterRadio(bare, number, subject);
            return;
        }

        foreach (var transmitter in _side.Transmitters)
        {
            _pace.Check();
            EnterBox(socket, transmitter, number, subject);
        }

        if (!_side.Limits.NoWires)
            EnterWires(socket, number, subject);
    }

    private void EnterRadio(Route bare, int number, Subject subject)
    {
        if (RuleList.RefusingChain(bare) is { } refusal)
        {
            _log?.Refuse(refusal, bare, subject);
            return;
        }

        var socket = bare.Feed.Socket;
        var chain = new Chain
        {
            Socket = socket,
            Adapters = [],
            Joints = [],
            Need = new([], [], 0, 0, false),
            Stages = InStepTable.StagesOf(socket, []),
            Effort = 0,
            MonoSum = false
        };
        EnterEnd([chain], null, BuiltInRadio.Of(socket), number, subject);
    }

    private void EnterBox(SourcePort socket, Device transmitter, int number, Subject subject)
    {
        var joining = _chains.Of(socket, transmitter);
        if (_log is { } log)
        {
            foreach (var (outlet, joints, rule) in joining.Refused)
                log.Refuse(rule, new Route(_site, new Feed(socket, outlet.Adapters, transmitter, joints), null, null, null, false), subject);
            if (joining.IsEmpty)
                RefuseMisfit(new Route(_site, new Feed(socket, [], transmitter, []), null, null, null, false), subject);
        }

        foreach (var sends in joining.Chains.Count == 0 ? [] : transmitter.Links.Where(l => l.Transmits))
            EnterEnd(joining.Chains, transmitter, sends, number, subject);
    }

    // What has no chain at all is asked as a bare pair, so that the finding names both.
    private void RefuseMisfit(Route bare, Subject subject)
    {
        if (_log is { } log && RuleList.RefusingChain(bare) is { } misfit)
            log.Refuse(misfit, bare, subject);
    }

    private void EnterWires(SourcePort socket, int number, Subject subject)
    {
        for (var i = 0; i < _side.Entries.Wired.Length; i++)
        {
            foreach (var one in _side.Entries.Wired[i])
            {
                var joining = _chains.Of(socket, one.Ear.Receiver, FeedFinder.LeadReachM(one.Ear.Receiver, one.Ear.Listener.SeatDistanceM));
                foreach (var (outlet, joints, rule) in joining.Refused)
                    _log?.Refuse(rule, new Route(_site, new Feed(socket, outlet.Adapters, null, joints), one.Ear, null, null, false), subject);
                if (joining.IsEmpty && one.Refused is null)
                    RefuseMisfit(new Route(_site, new Feed(socket, [], null, []), one.Ear, null, null, false), subject);
                if (joining.Chains.Count == 0)
                    continue;
                var route = new Route(_site, joining.Chains[0].To(null), one.Ear, null, null, false);
                if (RuleList.RefusingRoute(route) is { } refusal)
                    _log?.Refuse(refusal, route, subject);
                else
                    EnterLines(joining.Chains, null, null, number, subject, _side.Ends.OfWire(i, one, route));
            }
        }
    }

    private void EnterEnd(IReadOnlyList<Chain> chains, Device? transmitter, AirLink sends, int number, Subject subject)
    {
        var feed = chains[0].To(transmitter);
        var end = _side.Ends.Of(feed, sends);
        if (end.Nearest is var (rule, nearest))
            _log?.Refuse(subject, rule, new Route(_site, feed, nearest.Ear, sends, nearest.Takes, nearest.Several));
        if (end.FeedsAnybody)
            EnterLines(chains, transmitter, sends, number, subject, end);
    }

    private void EnterLines(IReadOnlyList<Chain> chains, Device? transmitter, AirLink? sends, int number, Subject subject, EndClass end)
    {
        foreach (var chain in chains)
        {
            foreach (var rate in sends is null ? [0] : end.RatesOf(sends))
                _lines.Add(chain, transmitter, sends, number, rate, end.AtRate(rate));
        }

        if (_log is not { } log)
            return;
        log.Works(subject, chains.SelectMany(chain => chain.Adapters).Distinct().Concat(transmitter is null ? [] : [transmitter]), sends);
        for (var i = 0; i < end.Alone.Length; i++)
        {
            foreach (var ear in ReferenceEquals(end.Alone, end.Several) ? end.Alone[i] : end.Alone[i].Concat(end.Several[i]))
                log.Works(i, chains.Count, ear.Ear);
        }
    }
}
