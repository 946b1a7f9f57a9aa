namespace Nightfrost.Core.Routing;

/// <summary>What a search found.</summary>
/// <param name="Rig">The best rig under the aim, or null when no listener can be served.</param>
/// <param name="Score">Its score.</param>
/// <param name="Proven">True when every rig was searched or ruled out by its bound; false when the search stopped at its limit of steps.</param>
internal sealed record Found(Rig? Rig, Score Score, bool Proven);

/// <summary>
/// Exact search by branch and bound: listeners one after the other, each with every working route or none. A branch is cut when even the best
/// that could follow is no better than the best rig known. See docs/routing.md for why nothing better is lost.
/// </summary>
internal sealed class RigSearch
{
    /// <summary>Steps after which the search stops and says that its answer is not proven.</summary>
    public const long MostSteps = 4_000_000;

    private readonly RouteBook _book;
    private readonly Arrivals _arrivals;
    private readonly Nightfrost.Core.Sites.Site _site;
    private readonly Aim _aim;
    private readonly CancellationToken _cancel;
    private readonly Option[][] _options;
    private readonly int[] _order;
    private readonly decimal[] _feedPrice;
    private readonly Score[] _restBest;
    private readonly Option?[] _chosen;
    private readonly List<int> _feedsInUse = [];
    private Rig? _best;
    private Score _bestScore;
    private long _steps;

    private RigSearch(Nightfrost.Core.Sites.Site site, RouteBook book, Arrivals arrivals, Aim aim, Func<Option, bool> allowed, CancellationToken cancel)
    {
        (_site, _book, _arrivals, _aim, _cancel) = (site, book, arrivals, aim, cancel);
        _options = [.. book.Options.Select(list => list.Where(allowed).OrderBy(o => o, Comparer<Option>.Create(Before)).ToArray())];
        _order = [.. Enumerable.Range(0, _options.Length).OrderBy(i => _options[i].Length)];
        _feedPrice = [.. book.Feeds.Select(f => f.Adapters.Where(a => a != f.Splitter).Append(f.Transmitter).OfType<Kit.Device>().Where(d => site.OwnedCount(d.Id) == 0).Sum(d => d.Price))];
        _chosen = new Option?[_options.Length];
        _restBest = new Score[_order.Length + 1];
        _restBest[_order.Length] = new Score(0, 0, 1, 0, 0);
        for (var at = _order.Length - 1; at >= 0; at--)
        {
            var (rest, mine) = (_restBest[at + 1], _options[_order[at]]);
            _restBest[at] = mine.Length == 0 ? rest : new Score(
                rest.Served + 1, rest.NeedsMet + mine.Max(o => o.NeedsMet), Math.Min(rest.InStep, mine.Max(o => o.InStep)), rest.Price + mine.Min(o => o.PriceAtLeast), rest.Boxes + mine.Min(o => o.HandBoxes));
        }
    }

    /// <summary>The best rig under an aim.</summary>
    /// <param name="allowed">Options that may be used.</param>
    public static Found Best(Nightfrost.Core.Sites.Site site, RouteBook book, Arrivals arrivals, Aim aim, Func<Option, bool> allowed, CancellationToken cancel)
    {
        var search = new RigSearch(site, book, arrivals, aim, allowed, cancel);
        search.Visit(0, new Score(0, 0, 1, 0, 0));
        return new(search._best, search._bestScore, search._steps < MostSteps);
    }

    private int Before(Option a, Option b)
    {
        var by = b.NeedsMet.CompareTo(a.NeedsMet);
        if (by == 0 && _aim != Aim.Cheapest)
            by = _aim == Aim.Surest ? b.InStep.CompareTo(a.InStep) : b.Grade.CompareTo(a.Grade);
        if (by == 0)
            by = (a.PriceAtLeast + Feed(a)).CompareTo(b.PriceAtLeast + Feed(b));
        if (by == 0)
            by = b.InStep.CompareTo(a.InStep);
        if (by == 0)
            by = a.HandBoxes.CompareTo(b.HandBoxes);
        return by != 0 ? by : string.CompareOrdinal(a.Route.Feed.Key + a.Route.AtEar.Receiver.Id, b.Route.Feed.Key + b.Route.AtEar.Receiver.Id);

        decimal Feed(Option o) => o.Route.Feed.Transmitter is { } t && _site.OwnedCount(t.Id) == 0 ? t.Price : 0;
    }

    private void Visit(int at, Score soFar)
    {
        if (++_steps >= MostSteps)
            return;
        if ((_steps & 1023) == 0)
            _cancel.ThrowIfCancellationRequested();
        if (_best is not null && Optimistic(at, soFar).Against(_bestScore, _aim) <= 0)
            return;
        if (at == _order.Length)
        {
            Weigh();
            return;
        }

        var listener = _order[at];
        foreach (var option in _options[listener])
        {
            if (!Fits(option))
                continue;
            var fresh = !_feedsInUse.Contains(option.FeedIndex);
            if (fresh)
                _feedsInUse.Add(option.FeedIndex);
            _chosen[listener] = option;
            Visit(at + 1, new Score(
                soFar.Served + 1, soFar.NeedsMet + option.NeedsMet, Math.Min(soFar.InStep, option.InStep),
                soFar.Price + option.PriceAtLeast + (fresh ? _feedPrice[option.FeedIndex] : 0), soFar.Boxes + option.HandBoxes));
            _chosen[listener] = null;
            if (fresh)
                _feedsInUse.Remove(option.FeedIndex);
        }

        Visit(at + 1, soFar);
    }

    private Score Optimistic(int at, Score soFar)
    {
        var rest = _restBest[at];
        return new(soFar.Served + rest.Served, soFar.NeedsMet + rest.NeedsMet, Math.Min(soFar.InStep, rest.InStep), soFar.Price + rest.Price, soFar.Boxes + rest.Boxes);
    }

    private bool Fits(Option option)
    {
        var sharing = 0;
        foreach (var other in _chosen)
        {
            if (other?.FeedIndex != option.FeedIndex)
                continue;
            if (option.Sharing == Sharing.Alone || other.Sharing != option.Sharing || !ReferenceEquals(other.Route.Sends, option.Route.Sends))
                return false;
            sharing++;
        }

        if (sharing > 0)
            return sharing < option.Route.Sends!.ListenersAtOnce;
        var feed = _book.Feeds[option.FeedIndex];
        List<Feed>? together = null;
        foreach (var index in _feedsInUse)
        {
            if (_book.Feeds[index].Socket.Id == feed.Socket.Id)
                (together ??= [feed]).Add(_book.Feeds[index]);
        }

        return together is null || Rig.Share(together);
    }

    private void Weigh()
    {
        var routes = new List<Route>();
        foreach (var option in _chosen)
        {
            if (option is null)
                continue;
            // A box set up for several must serve several, or its other mode would have been the truth.
            if (option.Sharing == Sharing.Several && _chosen.Count(o => o?.FeedIndex == option.FeedIndex) < 2)
                return;
            routes.Add(option.Route);
        }

        if (routes.Count == 0)
            return;
        var rig = new Rig(_site, routes);
        var score = rig.Score(_arrivals);
        if (_best is null || score.Against(_bestScore, _aim) > 0)
            (_best, _bestScore) = (rig, score);
    }
}
