using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What is asked once for many, and what is left out because another stands in for it, must change no answer.</summary>
public class NarrowedTests
{
    private static readonly Weights[] Weighings = [Weights.Of(Priorities.Usual.Order), Weights.Of([Criterion.Price, Criterion.Needs]), Weights.Of([Criterion.Boxes, Criterion.Price]), new(0, 1, 0, 0)];

    public static TheoryData<int> Seeds => [.. Enumerable.Range(40, 6)];

    /// <summary>Every way that could be asked about, refused or not.</summary>
    private static IEnumerable<Route> Ways(Site site)
    {
        var finder = new FeedFinder(site.Shelf);
        foreach (var socket in site.Look.AllSockets())
        {
            IEnumerable<(Feed Feed, AirLink Sends)> feeds = SocketKinds.Of(socket.Kind).IsRadio
                ? [(new Feed(socket, [], null, []), BuiltInRadio.Of(socket))]
                : site.Shelf.OfRole(DeviceRole.Transmitter).SelectMany(t => finder.Between(socket, t, false).Take(2).Select(f => (f, t.Links[0])));
            foreach (var (feed, sends) in feeds.ToList())
            {
                foreach (var ear in site.Look.Listeners.SelectMany(l => new EarFinder(site).For(l)))
                {
                    var takes = ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == sends.Technology);
                    yield return new Route(site, feed, ear, sends, takes, false);
                    yield return new Route(site, feed, ear, sends, takes, true);
                }
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_rule_sees_no_more_than_it_says(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 12; round++)
        {
            var ways = Ways(RandomSites.Draw(random)).ToList();
            foreach (var rule in Rules.All.Where(r => r is { Effect: RuleEffect.Refuses, Scope: RuleScope.WholeWay, Sees: not RuleSees.Everything }))
            {
                foreach (var alike in ways.GroupBy(way => Seen(rule.Sees, way)))
                    Assert.True(alike.Select(rule.Breaks).Distinct().Count() == 1, $"{rule.Id} is said to see {rule.Sees} alone");
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_rule_refuses_only_whom_it_says_it_may(int seed)
    {
        var random = new Random(seed);
        List<Rule> limited = [.. Rules.All.Where(r => r.Concerns is not null)];
        Assert.NotEmpty(limited);
        for (var round = 0; round < 12; round++)
        {
            foreach (var way in Ways(RandomSites.Draw(random)))
                Assert.All(limited, rule => Assert.True(!rule.Breaks(way) || rule.Concerns!(way.AtEar.Listener), rule.Id));
        }

        Assert.All(limited, rule => Assert.False(rule.Concerns!(Listener())));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Keeping_what_is_refused_changes_nothing_that_is_planned_with(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 25; round++)
        {
            var site = RandomSites.Draw(random);
            var (quiet, told) = (CandidateFinder.For(site, Limits.None, default), CandidateFinder.For(site, Limits.None, default, new RefusalLog(site.Look.Listeners.Count)));
            Assert.Equal(quiet.Lines.Select(Words), told.Lines.Select(Words));
            Assert.Equal(quiet.Lines.Select(l => l.Shape.Worths), told.Lines.Select(l => l.Shape.Worths));
        }

        static string Words(FeedLine line) => $"{line.Feed.Key} {line.Sends?.Technology} {line.RateKHz} {line.Cents} {line.Most} {line.Fork}";
    }

    private static object Seen(RuleSees sees, Route way) => sees switch
    {
        RuleSees.Ear => (way.AtEar.Listener.Id, way.AtEar.Receiver.Id, way.AtEar.Relay?.Id),
        RuleSees.Link => (Likeness.KeyOf(way.Sends!), way.Takes is null ? "" : Likeness.KeyOf(way.Takes), way.Several),
        _ => (Likeness.KeyOf(way.Sends!), way.Takes?.SensitivityDbm, way.AtEar.Listener.Id),
    };

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_fewer_lines_serve_every_set_of_listeners_as_well(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 25; round++)
        {
            var candidates = CandidateFinder.For(RandomSites.Draw(random), Limits.None, default);
            foreach (var threshold in new[] { Threshold.None, new(random.Next(21), random.Next(5), random.Next(3)) })
            {
                var wide = new Thresholds(candidates, []).At(threshold);
                Assert.True(wide.Count <= candidates.Lines.Count);
                foreach (var weights in Weighings)
                {
                    var narrow = Narrowed.For(candidates, weights, threshold, []);
                    Assert.True(narrow.Count <= wide.Count);
                    Assert.Equal(
                        SubsetSolver.BestOfSets(candidates, wide, weights, threshold, [], default).OfSets,
                        SubsetSolver.BestOfSets(candidates, narrow, weights, threshold, [], default).OfSets);
                }
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_best_of_a_listener_is_that_of_the_ears_that_reach_the_threshold(int seed)
    {
        var (random, known, boxes) = (new Random(seed), 0, 0);
        for (var round = 0; round < 25; round++)
        {
            var candidates = CandidateFinder.For(RandomSites.Draw(random), Limits.None, default);
            var threshold = new Threshold(random.Next(21), random.Next(5), random.Next(3));
            var n = candidates.Tolerances.Length;
            var lines = new Thresholds(candidates, []).At(threshold);
            var (most, best) = (new long[n], new (int Needs, long Cents, int Hand)[n]);
            foreach (var line in lines.Sockets.SelectMany(socket => socket.Groups).SelectMany(group => group.Lines))
            {
                for (var size = 1; size <= line.Most; size++)
                {
                    Assert.False(lines.MostOf(line, size, Weighings[0], most), "several places count");
                    var isKnown = lines.BestOf(line, size, best);
                    foreach (var weights in new Weights[] { new(0, 1, 0, 0), new(0, 0, 1, 0), new(0, 0, 0, 1) })
                    {
                        Assert.Equal(isKnown, lines.MostOf(line, size, weights, most));
                        for (var i = 0; i < n && isKnown; i++)
                            Assert.Equal(Reaching(line, i, size).Select(worth => weights.KeyOf(worth)).DefaultIfEmpty(long.MinValue).Max(), most[i]);
                    }

                    (known, boxes) = isKnown ? (known + 1, boxes) : (known, boxes + 1);
                    Assert.Equal(line.InTheBox.Length == 0, isKnown);
                    for (var i = 0; i < n && isKnown; i++)
                    {
                        var ears = Reaching(line, i, size);
                        Assert.Equal(ears.Count == 0 ? Narrowed.Nothing : (ears.Max(e => e.Needs), ears.Min(e => e.Cents), ears.Min(e => e.Hand)), best[i]);
                    }
                }
            }

            List<Worth> Reaching(FeedLine line, int listener, int size)
            {
                var (from, to) = line.Shape.Of(listener, size);
                return [.. line.Shape.Worths[from..to].Where(worth => worth.Reaches(threshold))];
            }
        }

        Assert.True(known > 30 && boxes > 10, $"{known} known, {boxes} with something in the box");
    }

    [Fact]
    public void A_box_whose_supply_is_saved_by_chance_does_not_stand_in_for_one_that_is_cheaper_without()
    {
        // Both ask for the set's USB; the first is cheaper only while both of its boxes find a socket there.
        var first = new Rivalry(false, [400, 400], false, [], 5000);
        var second = new Rivalry(false, [700, 700], false, [], 4500);
        Assert.False(first.StandsInFor(second));
        Assert.True((first with { BareCents = 4500 }).StandsInFor(second));
        Assert.False((first with { BareCents = 4500, Forgets = true }).StandsInFor(second));
        Assert.False((first with { BareCents = 4500, Scarce = [new(3, 1)] }).StandsInFor(second));
        Assert.False((second with { BareCents = 100 }).StandsInFor(first));
        Assert.False((first with { BareCents = 100, Apart = true }).StandsInFor(second));
    }

    [Fact]
    public void Something_demanded_is_found_though_another_is_better_in_everything()
    {
        var site = new Site(Look([Optical()], Listener(wears: "ear")), Shelf(Box("cheap", 20), Box("dear", 90), Headset("ear")));
        var candidates = CandidateFinder.For(site, Limits.None with { MustUse = ["dear"] }, default);
        Assert.Equal(["cheap", "dear"], candidates.Lines.Select(l => l.Feed.Transmitter!.Id).Order(StringComparer.Ordinal));
        Assert.Equal("dear", BestRig.For(candidates, new Arrivals(site), Priorities.Usual, ["dear"], default).Rig!.Feeds[0].Transmitter!.Id);
        Assert.Equal("cheap", Assert.Single(CandidateFinder.For(site, Limits.None, default).Lines).Feed.Transmitter!.Id);
    }

    [Fact]
    public void A_headset_demanded_is_found_though_only_a_dearer_box_feeds_it()
    {
        var site = new Site(
            Look([Optical()], Listener()),
            Shelf(Base("cheap", LinkTechnology.UhfDigital, "U", 20), FamilyHeadset("plain", LinkTechnology.UhfDigital, "U"), Base("dear", LinkTechnology.UhfDigital, "V", 900), FamilyHeadset("asked", LinkTechnology.UhfDigital, "V", 400)));
        var candidates = CandidateFinder.For(site, Limits.None with { MustUse = ["asked"] }, default);
        Assert.Equal("asked", BestRig.For(candidates, new Arrivals(site), Priorities.Usual, ["asked"], default).Rig!.Routes[0].AtEar.Receiver.Id);
        Assert.Equal("plain", BestRig.For(candidates, new Arrivals(site), Priorities.Usual, [], default).Rig!.Routes[0].AtEar.Receiver.Id);
    }
}
