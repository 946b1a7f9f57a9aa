using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What must hold of every site: random small ones, each from its own seed so that a failure can be looked at again.</summary>
public class RouterProperties
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    private const int RoundsASeed = 25;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_search_finds_what_trying_everything_finds(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < RoundsASeed; round++)
        {
            var site = RandomSite(random);
            foreach (var aim in Enum.GetValues<Aim>())
            {
                var expected = Exhaustive.Best(site, aim);
                var arrivals = new Arrivals(site);
                var found = RigSearch.Best(site, new RouteBook(site, arrivals, default), arrivals, aim, _ => true, default);
                Assert.True(found.Proven);
                if (expected is not { } best)
                {
                    Assert.Null(found.Rig);
                    continue;
                }

                Assert.NotNull(found.Rig);
                Assert.True(found.Score.Against(best, aim) == 0, $"seed {seed}, round {round}, {aim}: {found.Score} against {best}");
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void No_rig_breaks_a_rule(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < RoundsASeed; round++)
        {
            foreach (var ranked in Router.Rank(RandomSite(random)).Rigs)
            {
                Assert.True(ranked.Rig.IsLegal());
                Assert.All(ranked.Rig.Routes, r => Assert.Null(Rules.RefusesFeed(r)));
                Assert.All(ranked.Rig.Routes, r => Assert.Null(Rules.RefusesRoute(r)));
                Assert.Equal(ranked.Rig.Routes.Count, ranked.Rig.Routes.DistinctBy(r => r.AtEar.Listener.Id).Count());
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Adding_a_device_to_the_shelf_never_makes_the_best_rig_worse(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < RoundsASeed; round++)
        {
            var site = RandomSite(random);
            var before = Router.BestScore(site);
            var more = new Site(site.Look, new Shelf([.. site.Shelf.Devices, RandomBox(random, 99), RandomHeadset(random, 99)]));
            if (before is { } old)
                Assert.True(Router.BestScore(more)!.Value.Against(old, Aim.Balanced) >= 0, $"seed {seed}, round {round}");
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Renaming_devices_changes_no_score(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < RoundsASeed; round++)
        {
            var site = RandomSite(random);
            var names = site.Shelf.Devices.Select(d => d.Id).ToArray();
            var shuffled = names.ToArray();
            random.Shuffle(shuffled);
            var to = names.Zip(shuffled).ToDictionary(p => p.First, p => $"renamed-{p.Second}");
            var renamed = new Site(
                site.Look with { Listeners = [.. site.Look.Listeners.Select(l => l.ReceiverId is { } id ? l with { ReceiverId = to[id] } : l)], Owned = [.. site.Look.Owned.Select(o => o with { DeviceId = to[o.DeviceId] })] },
                new Shelf(site.Shelf.Devices.Select(d => d with { Id = to[d.Id], Includes = [.. d.Includes.Select(i => to[i])] })));
            var (a, b) = (Router.BestScore(site), Router.BestScore(renamed));
            Assert.Equal(a is null, b is null);
            if (a is { } x && b is { } y)
                Assert.Equal(0, x.Against(y, Aim.Balanced));
        }
    }

    internal static Site RandomSite(Random random)
    {
        List<SetSocket> sockets = [Optical(state: random.Next(4) == 0 ? SocketState.Taken : SocketState.Free)];
        if (random.Next(2) == 0)
            sockets.Add(Phones());
        if (random.Next(3) == 0)
            sockets.Add(Bluetooth(random.Next(1, 3)));
        if (random.Next(2) == 0)
            sockets.Add(Usb(random.Next(2) == 0 ? 500 : 900, Known.No));
        var headsets = Enumerable.Range(0, random.Next(1, 4)).Select(i => RandomHeadset(random, i)).ToList();
        List<Device> kit = [.. Enumerable.Range(0, random.Next(1, 4)).Select(i => RandomBox(random, i)), .. headsets];
        if (random.Next(2) == 0)
            kit.Add(Splitter(price: random.Next(5, 15)));
        if (random.Next(4) == 0)
            kit.Add(Splitter("other splitter", random.Next(5, 15)));
        if (random.Next(2) == 0)
            kit.Add(Converter(price: random.Next(10, 25)));
        if (random.Next(4) == 0)
            kit.Add(Converter("other converter", random.Next(10, 25)) with { Includes = random.Next(2) == 0 ? ["lead-OpticalSquare-OpticalSquare"] : [] });
        if (random.Next(2) == 0)
            kit.Add(Wired(price: random.Next(10, 40)));
        if (random.Next(2) == 0)
        {
            kit.Add(Base("own", LinkTechnology.Digital24GHz, "T", random.Next(50, 150), random.Next(1, 3), includes: ["own ear"]));
            kit.Add(FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T", random.Next(20, 80)));
        }

        var listeners = Enumerable.Range(0, random.Next(1, 4)).Select(i => Listener($"L{i}", random.Next(2) == 0 ? headsets[random.Next(headsets.Count)].Id : null, 1 + 4 * random.NextDouble()) with
        {
            OpenToAnother = random.Next(4) > 0,
            ReadsLips = random.Next(3) == 0,
            OwnVolume = random.Next(2) == 0,
            UnsteadyHands = random.Next(3) == 0,
            LeavesRoom = random.Next(5) == 0,
            RoomWish = random.Next(3) == 0 ? RoomWish.RoomHearsToo : RoomWish.NoWish,
        }).ToArray();
        var look = Look([.. sockets], listeners) with { Owned = random.Next(3) == 0 ? [new(kit[random.Next(kit.Count)].Id, 1)] : [] };
        return new Site(look, Shelf([.. kit]));
    }

    private static Device RandomBox(Random random, int i)
    {
        var codecs = random.Next(2) == 0 ? new[] { Swift, Sbc } : [Sbc];
        return Box($"box{i}", random.Next(2, 12) * 10, codecs, random.Next(2) == 0 ? [Duet, Sbc] : null, random.Next(1, 4), random.Next(3) == 0 ? Connector.Jack35 : Connector.OpticalSquare, random.Next(3) == 0, random.Next(1, 6) * 100)
            with
        { Power = new PowerNeed(random.Next(0, 6) * 100, false, 0, 0, false, random.Next(2) == 0, random.Next(2) == 0), Includes = random.Next(2) == 0 ? ["lead-OpticalSquare-OpticalSquare"] : [] };
    }

    private static Device RandomHeadset(Random random, int i) =>
        Headset($"ear{i}", random.Next(2, 9) * 10, random.Next(2) == 0 ? [Swift, Duet, Sbc] : [Aac, Sbc], random.Next(2) == 0, random.Next(2) == 0);
}

/// <summary>The oracle: every combination of every route, judged by nothing but the rules and the score.</summary>
internal static class Exhaustive
{
    public static Score? Best(Site site, Aim aim)
    {
        var arrivals = new Arrivals(site);
        var options = site.Look.Listeners.Select(l => RoutesOf(site, l).ToList()).ToList();
        Score? best = null;
        Walk(0, []);
        return best;

        void Walk(int at, List<Route> chosen)
        {
            if (at == options.Count)
            {
                var rig = new Rig(site, chosen);
                if (chosen.Count > 0 && rig.IsLegal() && rig.Score(arrivals) is var score && (best is null || score.Against(best.Value, aim) > 0))
                    best = score;
                return;
            }

            Walk(at + 1, chosen);
            foreach (var route in options[at])
                Walk(at + 1, [.. chosen, route]);
        }
    }

    private static IEnumerable<Route> RoutesOf(Site site, Listener listener)
    {
        var finder = new FeedFinder(site.Shelf);
        foreach (var receiver in site.Shelf.OfRole(DeviceRole.Receiver))
        {
            var ear = new Ear(listener, receiver, null);
            foreach (var socket in site.Look.Set.Sockets)
            {
                IEnumerable<(Feed Feed, AirLink? Sends)> ways = socket.Kind == SocketKind.Bluetooth
                    ? [(new Feed(socket, [], null, []), Radio(socket))]
                    : site.Shelf.OfRole(DeviceRole.Transmitter).SelectMany(t => finder.Between(socket, t, false).Select(f => (f, (AirLink?)t.Links[0])))
                        .Concat(receiver.Ports.Count > 0 ? finder.Between(socket, receiver, true).Select(f => (f, (AirLink?)null)) : []);
                foreach (var (feed, sends) in ways.SelectMany(w => w.Feed.Copies(site.Look.Listeners.Count).Select(f => (f, w.Sends))))
                {
                    var takes = sends is null ? null : receiver.Links.FirstOrDefault(l => l.Technology == sends.Technology && l.Family == sends.Family);
                    foreach (var several in sends is { ListenersAtOnce: > 1, CodecsWithSeveral.Count: > 0 } ? new[] { false, true } : [false])
                    {
                        var route = new Route(site, feed, ear, sends, takes, several);
                        if (Rules.RefusesFeed(route) is null && Rules.RefusesRoute(route) is null)
                            yield return route;
                    }
                }
            }
        }
    }

    private static readonly Dictionary<string, AirLink> Radios = [];

    // One end a socket, so that two listeners on it are seen to share it.
    private static AirLink Radio(SetSocket socket)
    {
        lock (Radios)
            return Radios.TryGetValue($"{socket.ListenersAtOnce}", out var known) ? known : Radios[$"{socket.ListenersAtOnce}"] = BuiltInRadio.Of(socket);
    }
}
