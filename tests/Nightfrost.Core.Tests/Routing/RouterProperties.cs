using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing.Search;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What must hold of every site: random small ones, each from its own seed so that a failure can be looked at again.</summary>
public class RouterProperties
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    private const int RoundsASeed = 8;

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Nothing_beats_a_rig_of_the_unbeaten_set_and_nothing_unbeaten_is_left_out(int seed)
    {
        var random = new Random(seed + 1000);
        for (var round = 0; round < RoundsASeed; round++)
        {
            var site = RandomSite(random);
            var scores = Exhaustive.Scores(site);
            var answer = Router.Rank(site);
            if (scores.Count == 0)
            {
                Assert.Empty(answer.Rigs);
                continue;
            }

            var served = scores.Max(s => s.Served);
            var expected = scores.Where(s => s.Served == served).Select(Compared).Distinct().ToList();
            var all = expected.ToList();
            expected.RemoveAll(s => all.Any(other => other != s && IsNoWorse(other, s)));
            var candidates = CandidateFinder.For(site, Limits.None, default);
            var arrivals = new Arrivals(site);
            var found = UnbeatenSet.Of(candidates, arrivals, Wanted.Usual, BestRig.For(candidates, arrivals, Priorities.Usual, [], default), default);
            Assert.True(found.Complete);
            Assert.Equal(
                expected.Select(s => s.ToString()).Order(StringComparer.Ordinal),
                found.Rigs.Select(r => Compared(r.Score).ToString()).Order(StringComparer.Ordinal));
            Assert.Equal(expected.Count, answer.Unbeaten);
            Assert.InRange(answer.Rigs.Count, 1, Math.Min(expected.Count, Router.MostShown));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_budget_that_is_just_enough_is_enough_and_a_hundredth_less_is_not(int seed)
    {
        var random = new Random(seed + 6000);
        for (var round = 0; round < RoundsASeed; round++)
        {
            var site = RandomSite(random);
            var scores = Exhaustive.Scores(site);
            var most = scores.Where(s => s.Served == scores.Max(other => other.Served) && !s.LeansOnUnlikely).ToList();
            if (most.Count == 0)
                continue;
            var price = most[random.Next(most.Count)].Price;
            foreach (var budget in new[] { price, price - 0.01m })
            {
                var within = most.Where(s => s.Price <= budget).ToList();
                var answer = Router.Rank(site, Wanted.Usual with { Limits = Limits.None with { Budget = budget } });
                Assert.All(answer.Rigs, r => Assert.True(r.Score.Price <= budget));
                if (within.Count > 0)
                    Assert.Equal(0, answer.Rigs[0].Score.Against(within.Aggregate((a, b) => b.Against(a, Priorities.Usual) > 0 ? b : a), Priorities.Usual));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_is_demanded_stands_in_the_best_rig_that_has_it(int seed)
    {
        var random = new Random(seed + 2000);
        for (var round = 0; round < RoundsASeed / 3; round++)
        {
            var site = RandomSite(random);
            var thing = site.Shelf.Devices[random.Next(site.Shelf.Devices.Count)];
            if (thing.Role is DeviceRole.Lead or DeviceRole.Supply)
                continue;
            var limits = Limits.None with { MustUse = [thing.Id] };
            var found = Best(site, limits, Priorities.Usual);
            var scores = Exhaustive.Scores(site,
                rig => rig.Routes.Any(r => r.AtEar.Receiver.Id == thing.Id || r.AtEar.Relay?.Id == thing.Id || r.Feed.Transmitter?.Id == thing.Id
                    || r.Feed.Adapters.Any(a => a.Id == thing.Id)));
            if (scores.Count == 0)
            {
                Assert.Null(found.Rig);
                continue;
            }

            var best = scores.Aggregate((a, b) => b.Against(a, Priorities.Usual) > 0 ? b : a);
            Assert.True(found.Rig is not null && found.Score.Against(best, Priorities.Usual) == 0,
                $"seed {seed}, round {round}, {thing.Id}: {found.Score} against {best}");
        }
    }

    private static Found Best(Site site, Limits limits, Priorities priorities) =>
        BestRig.For(CandidateFinder.For(site, limits, default), new Arrivals(site), priorities, limits.MustUse, default);

    /// <summary>One ear is in step and may drop out, the other holds and is late: as many are left of both, and neither is the other.</summary>
    [Fact]
    public void Ears_that_reach_different_thresholds_are_both_found_though_one_of_them_is_cheaper()
    {
        var site = new Site(
            TestKit.Look([TestKit.Optical()], TestKit.Listener(metres: 12)),
            TestKit.Shelf(TestKit.Box("box", codecs: [TestKit.Swift, TestKit.Sbc]), TestKit.Headset("fast", 20, [TestKit.Swift], sensitivityDbm: -72),
                TestKit.Headset("sure", 60, [TestKit.Sbc], sensitivityDbm: -95)));
        var scores = Exhaustive.Scores(site);
        Assert.Contains(scores, s => s is { Step: > InStepWord.OutOfStep, Holds: false });
        Assert.Contains(scores, s => s is { Step: InStepWord.OutOfStep, Holds: true });
        var answer = Router.Rank(site);
        Assert.Equal(["fast", "sure"], answer.Rigs.Select(r => r.Rig.Routes[0].AtEar.Receiver.Id).Order(StringComparer.Ordinal));
    }

    // Prices stand in steps already.
    private static bool IsNoWorse(Score one, Score other) =>
        (one with { Price = one.Price * Score.PriceStep }).IsNoWorseThan(other with { Price = other.Price * Score.PriceStep });

    // What is compared and nothing else.
    private static Score Compared(Score s) =>
        s with { InStep = 0, ShownStep = s.Step, Margin = s.Holds ? 1 : 0, Price = Math.Floor(s.Price / Score.PriceStep), Between = 0, AnalogueLeads = 0 };

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
                Assert.All(ranked.Rig.Routes, r => Assert.Null(RuleList.RefusesFeed(r)));
                Assert.All(ranked.Rig.Routes, r => Assert.Null(RuleList.RefusesRoute(r)));
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
                Assert.True(Router.BestScore(more)!.Value.Against(old, Priorities.Usual) >= 0, $"seed {seed}, round {round}");
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
                site.Look with
                {
                    Listeners =
                    [.. site.Look.Listeners.Select(l =>
                        l with { ReceiverId = l.ReceiverId is { } id ? to[id] : null, ImplantAllows = [.. l.ImplantAllows.Select(id => to[id])] })],
                    Owned = [.. site.Look.Owned.Select(o => o with { DeviceId = to[o.DeviceId] })]
                },
                new Shelf(site.Shelf.Devices.Select(d => d with { Id = to[d.Id], Includes = [.. d.Includes.Select(i => to[i])] })));
            var (a, b) = (Router.BestScore(site), Router.BestScore(renamed));
            Assert.Equal(a is null, b is null);
            if (a is { } x && b is { } y)
                Assert.Equal(0, x.Against(y, Priorities.Usual));
        }
    }

    internal static Site RandomSite(Random random) => RandomSites.DrawSmall(random);

    private static Device RandomBox(Random random, int i) => RandomSites.RandomBox(random, i);

    private static Device RandomHeadset(Random random, int i) => RandomSites.RandomHeadset(random, i);
}
