using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Whether a way is for one listener alone on its box, for several, or for either.</summary>
internal enum Sharing
{
    Alone,
    Several,
    Either,
}

/// <summary>A route that works, with what the search needs of it.</summary>
internal sealed record Option(Route Route, int FeedIndex, Sharing Sharing, double InStep, int NeedsMet, decimal PriceAtLeast, int HandBoxes)
{
    public int Grade { get; } = Score.GradeOf(InStep);
}

/// <summary>Every route of one site that no rule refuses, listener by listener, and why the rest is refused.</summary>
internal sealed class RouteBook
{
    private readonly Site _site;
    private readonly Arrivals _arrivals;
    private readonly List<Feed> _feeds = [];
    private readonly Dictionary<string, int> _feedIndex = [];
    private readonly List<Option>[] _options;
    private readonly List<Ear>[] _ears;

    public RouteBook(Site site, Arrivals arrivals, CancellationToken cancel)
    {
        _site = site;
        _arrivals = arrivals;
        var listeners = site.Look.Listeners;
        _options = [.. listeners.Select(_ => new List<Option>())];
        _ears = [.. listeners.Select(l => Ears(l).ToList())];
        var finder = new FeedFinder(site.Shelf, Adapters.WorthTrying(site));
        foreach (var socket in site.Look.Set.Sockets.Where(s => s.State != SocketState.NotThere))
        {
            cancel.ThrowIfCancellationRequested();
            Enter(socket, finder, cancel);
        }

        for (var i = 0; i < _options.Length; i++)
            _options[i] = [.. WithoutDominated(_options[i])];
    }

    /// <summary>Feeds that carry at least one option.</summary>
    public IReadOnlyList<Feed> Feeds => _feeds;

    /// <summary>Working routes of each listener, none beaten on every count by another on the same feed.</summary>
    public IReadOnlyList<IReadOnlyList<Option>> Options => _options;

    /// <summary>What refused each thing that is in no working route.</summary>
    public RefusalLog Refusals { get; } = new();

    private void Enter(SetSocket socket, FeedFinder finder, CancellationToken cancel)
    {
        var subject = RefusalLog.OfSocket(socket);
        if (Rules.RefusesFeed(new Route(_site, new Feed(socket, [], null, []), null, null, null, false)) is { } refusal
            && Rules.Position(refusal.RuleId) < Rules.Position(Rules.SocketTaken))
        {
            Refusals.Refuse(subject, refusal);
            return;
        }

        if (socket.Kind == SocketKind.Bluetooth)
        {
            EnterFeeds(Standing([new Feed(socket, [], null, [])], socket, null, subject), BuiltInRadio.Of(socket), subject, null);
            return;
        }

        foreach (var transmitter in _site.Shelf.OfRole(DeviceRole.Transmitter))
        {
            cancel.ThrowIfCancellationRequested();
            var feeds = Standing(finder.Between(socket, transmitter, asReceiver: false), socket, transmitter, subject);
            foreach (var sends in transmitter.Links.Where(l => l.Transmits))
                EnterFeeds(feeds, sends, subject, transmitter);
        }

        for (var i = 0; i < _ears.Length; i++)
        {
            foreach (var ear in _ears[i].Where(e => e.Relay is null && e.Receiver.Ports.Any(p => !p.Output)))
            {
                foreach (var feed in Standing(finder.Between(socket, ear.Receiver, asReceiver: true), socket, null, subject).SelectMany(f => f.Copies(_ears.Length)))
                    Offer(i, new Route(_site, feed, ear, null, null, false), Sharing.Alone, feed, subject, null);
            }
        }
    }

    private List<Feed> Standing(IEnumerable<Feed> feeds, SetSocket socket, Device? transmitter, Subject subject)
    {
        var standing = new List<Feed>();
        var any = false;
        foreach (var feed in feeds)
        {
            any = true;
            if (Rules.RefusesFeed(new Route(_site, feed, null, null, null, false)) is { } refusal)
                Refuse(refusal, subject, transmitter);
            else
                standing.Add(feed);
        }

        // Only asked of a real pair, so that the finding names both.
        if (!any && transmitter is not null && Rules.RefusesFeed(new Route(_site, new Feed(socket, [], transmitter, []), null, null, null, false)) is { } misfit)
            Refuse(misfit, subject, transmitter);
        return standing;
    }

    private void EnterFeeds(List<Feed> feeds, AirLink sends, Subject subject, Device? transmitter)
    {
        if (feeds.Count == 0)
            return;
        Sharing[] ways = sends.ListenersAtOnce == 1 ? [Sharing.Alone] : Rig.ModesDiffer(sends) ? [Sharing.Alone, Sharing.Several] : [Sharing.Either];
        for (var i = 0; i < _ears.Length; i++)
        {
            foreach (var ear in _ears[i])
            {
                var takes = ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology && Rules.FamilyFits(sends, l))
                    ?? ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology);
                foreach (var way in ways)
                {
                    var route = new Route(_site, feeds[0], ear, sends, takes, way == Sharing.Several);
                    if (Rules.RefusesRoute(route) is { } refusal)
                    {
                        Refuse(refusal, subject, transmitter, ear);
                        continue;
                    }

                    foreach (var feed in feeds.SelectMany(f => f.Copies(_ears.Length)))
                        Offer(i, route with { Feed = feed }, way, feed, subject, transmitter);
                }
            }
        }
    }

    private void Offer(int listener, Route route, Sharing sharing, Feed feed, Subject subject, Device? transmitter)
    {
        if (sharing == Sharing.Alone && route.Sends is null && Rules.RefusesRoute(route) is { } refusal)
        {
            Refuse(refusal, subject, transmitter, route.Ear);
            return;
        }

        if (!_feedIndex.TryGetValue(feed.Key, out var index))
        {
            index = _feedIndex[feed.Key] = _feeds.Count;
            _feeds.Add(feed);
        }

        var ear = route.AtEar;
        _options[listener].Add(new Option(route, index, sharing, _arrivals.InStep(route), Needs.Met(route), PriceAtLeast(ear, transmitter), Hand(ear)));
        Refusals.Works(subject);
        foreach (var device in feed.Adapters.Append(transmitter).Append(ear.Receiver).Append(ear.Relay).OfType<Device>())
            Refusals.Works(RefusalLog.OfDevice(device));
    }

    private void Refuse(Finding refusal, Subject socket, Device? transmitter, Ear? ear = null)
    {
        Refusals.Refuse(socket, refusal);
        if (transmitter is not null)
            Refusals.Refuse(RefusalLog.OfDevice(transmitter), refusal);
        if (ear is not null && refusal.RuleId != Rules.OwnReceiver)
            Refusals.Refuse(RefusalLog.OfDevice(ear.Takes), refusal);
    }

    /// <summary>Receivers this listener might use: their own, any that may be bought, and relays in front of their aids. Nobody is sold aids.</summary>
    private IEnumerable<Ear> Ears(Listener listener)
    {
        foreach (var receiver in _site.Shelf.OfRole(DeviceRole.Receiver))
        {
            var own = receiver.Id == listener.ReceiverId;
            if (receiver.Form == WearForm.HearingAids)
            {
                if (!own)
                    continue;
                yield return new Ear(listener, receiver, null);
                foreach (var relay in _site.Shelf.OfRole(DeviceRole.Relay))
                {
                    if (RelayFits(relay, receiver))
                        yield return new Ear(listener, receiver, relay);
                    else
                        Refusals.Refuse(RefusalLog.OfDevice(relay), RelayMisfit(listener, receiver, relay));
                }
            }
            else
            {
                yield return new Ear(listener, receiver, null);
            }
        }
    }

    private static bool RelayFits(Device relay, Device aids) =>
        relay.Links.Any(sends => sends.Transmits && aids.Links.Any(takes => !takes.Transmits && takes.Technology == sends.Technology && Rules.FamilyFits(sends, takes)));

    private Finding RelayMisfit(Listener listener, Device aids, Device relay)
    {
        var sends = relay.Links.FirstOrDefault(l => l.Transmits);
        var takes = aids.Links.FirstOrDefault(l => l.Technology == sends?.Technology) ?? aids.Links.FirstOrDefault(l => l.Family.Length > 0);
        var rule = Rules.All.First(r => r.Id == "aid-family");
        var here = new SetSocket { Id = "", Kind = SocketKind.OpticalSquare, State = SocketState.Free };
        takes ??= new AirLink { Technology = LinkTechnology.NearField, Transmits = false };
        return rule.Ask(new Route(_site, new Feed(here, [], relay, []), new Ear(listener, aids, null), sends, takes, false))
            ?? Finding.Of(rule, new Dictionary<string, string> { ["box"] = relay.Name, ["receiver"] = aids.Name, ["sends"] = "another link", ["takes"] = "not reached by it" });
    }

    private decimal PriceAtLeast(Ear ear, Device? transmitter)
    {
        var price = 0m;
        if (!ear.IsOwn && _site.OwnedCount(ear.Receiver.Id) == 0 && transmitter?.Includes.Contains(ear.Receiver.Id) != true)
            price += ear.Receiver.Price;
        if (ear.Relay is { } relay && _site.OwnedCount(relay.Id) == 0 && transmitter?.Includes.Contains(relay.Id) != true)
            price += relay.Price;
        return price;
    }

    private static int Hand(Ear ear) => (ear.Receiver.Power.SwitchedByHand ? 1 : 0) + (ear.Relay?.Power.SwitchedByHand == true ? 1 : 0);

    // Exact: of two routes of one listener on the same feed in the same way of sharing, the beaten one can be swapped for the other in any rig.
    // Owned or boxed receivers are kept apart, since there are only so many of them.
    private IEnumerable<Option> WithoutDominated(List<Option> options)
    {
        foreach (var group in options.GroupBy(o => (o.FeedIndex, o.Sharing, o.Route.Sends)))
        {
            var kept = new List<Option>();
            foreach (var option in group.OrderByDescending(o => o.NeedsMet).ThenByDescending(o => o.InStep).ThenBy(o => o.PriceAtLeast).ThenBy(o => o.HandBoxes).ThenBy(o => o.Route.AtEar.Receiver.Id, StringComparer.Ordinal))
            {
                if (!kept.Any(k => Free(k) && k.NeedsMet >= option.NeedsMet && k.InStep >= option.InStep && k.PriceAtLeast <= option.PriceAtLeast && k.HandBoxes <= option.HandBoxes))
                    kept.Add(option);
            }

            foreach (var option in kept)
                yield return option;
        }
    }

    private bool Free(Option option) => option.Route.AtEar is { } ear
        && (ear.IsOwn || Fresh(ear.Receiver, option)) && (ear.Relay is null || Fresh(ear.Relay, option));

    private bool Fresh(Device device, Option option) =>
        _site.OwnedCount(device.Id) == 0 && option.Route.Feed.Transmitter?.Includes.Contains(device.Id) != true;
}
