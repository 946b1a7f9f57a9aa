using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Routing.Search;

/// <summary>
/// The oracle: every combination of every route that the rules allow. Which routes can stand together, and what they cost, is judged by
/// <see cref="PlainLaw"/> and <see cref="PlainPrice"/>, and the program is held against both on every combination.
/// </summary>
internal static class Exhaustive
{
    /// <summary>Scores of every legal rig that serves anybody, each once.</summary>
    /// <param name="site">A small site.</param>
    /// <param name="wanted">Rigs that count; null for all.</param>
    public static IReadOnlyCollection<Score> Scores(Site site, Func<Rig, bool>? wanted = null)
    {
        var scores = new HashSet<Score>();
        Try(site, (rig, score) => scores.Add(score), wanted);
        return scores;
    }

    /// <summary>Every legal rig that serves as many as can be served, with its score.</summary>
    /// <param name="site">A small site.</param>
    public static IReadOnlyList<(Rig Rig, Score Score)> Rigs(Site site)
    {
        var rigs = new List<(Rig Rig, Score Score)>();
        Try(site, (rig, score) => rigs.Add((rig, score)), null);
        return [.. rigs.Where(r => r.Score.Served == rigs.Max(other => other.Score.Served))];
    }

    private static void Try(Site site, Action<Rig, Score> found, Func<Rig, bool>? wanted)
    {
        var arrivals = new Arrivals(site);
        var options = site.Look.Listeners.Select(l => RoutesOf(site, l).ToList()).ToList();
        Walk(0, []);

        void Walk(int at, List<Route> chosen)
        {
            if (at == options.Count)
            {
                var rig = new Rig(site, chosen);
                if (chosen.Count == 0)
                    return;
                var allowed = PlainLaw.Allows(site, chosen);
                Assert.True(allowed == rig.IsLegal(),
                    $"{Words(rig)}: {(allowed ? "can stand together" : "cannot stand together")}, and the program says otherwise");
                if (!allowed || wanted?.Invoke(rig) == false)
                    return;
                var (score, price) = (rig.Score(arrivals), PlainPrice.Of(site, chosen));
                Assert.True(price == score.Price, $"{Words(rig)}: costs {price}, and the program says {score.Price}");
                found(rig, score);
                return;
            }

            Walk(at + 1, chosen);
            foreach (var route in options[at])
                Walk(at + 1, [.. chosen, route]);
        }
    }

    private static string Words(Rig rig) =>
        string.Join("; ", rig.Routes.Select(r => $"{r.AtEar.Listener.Name} {r.AtEar.Relay?.Id}>{r.AtEar.Receiver.Id} on {r.Feed.Key}"));

    /// <summary>How many combinations would be tried.</summary>
    public static long Combinations(Site site) => site.Look.Listeners.Aggregate(1L, (product, listener) => product * (1 + RoutesOf(site, listener).Count()));

    private static IEnumerable<Route> RoutesOf(Site site, Listener listener)
    {
        var finder = new FeedFinder(site.Shelf);
        foreach (var ear in new EarFinder(site).For(listener))
        {
            foreach (var socket in site.Look.AllSockets())
            {
                IEnumerable<(Feed Feed, AirLink? Sends)> ways = SocketKinds.Of(socket.Kind).IsRadio
                    ? [(new Feed(socket, [], null, []), Radio(socket))]
                    : site.Shelf.OfRole(DeviceRole.Transmitter).SelectMany(t => finder.Between(socket, t, false).Select(f => (f, (AirLink?)t.Links[0])))
                        .Concat(ear.Relay is null && ear.Receiver.Ports.Count > 0
                            ? finder.Between(socket, ear.Receiver, true, listener.SeatDistanceM).Select(f => (f, (AirLink?)null)) : []);
                foreach (var (feed, sends) in ways.SelectMany(w => FeedWays.Of(site, finder, w.Feed).Select(f => (Feed: f, w.Sends)))
                    .SelectMany(w => w.Feed.Copies(site.Look.Listeners.Count).Select(f => (f, w.Sends))))
                {
                    var takes = sends is null ? null
                        : ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology && l.Family == sends.Family);
                    foreach (var several in sends is { ListenersAtOnce: > 1, CodecsWithSeveral.Count: > 0 } ? new[] { false, true } : [false])
                    {
                        var route = new Route(site, feed, ear, sends, takes, several);
                        if (RuleList.RefusesFeed(route) is null && RuleList.RefusesRoute(route) is null)
                            yield return route;
                    }
                }
            }
        }
    }

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(SocketKind, string, int, Known, Known), AirLink> Radios = [];

    // One end a socket, so that two listeners on it are seen to share it.
    private static AirLink Radio(SourcePort socket) =>
        Radios.GetOrAdd((socket.Kind, socket.SpeakerFamily, socket.ListenersAtOnce, socket.OtherMakersJoin, socket.OtherMakersSpeakersJoin),
            _ => BuiltInRadio.Of(socket));
}
