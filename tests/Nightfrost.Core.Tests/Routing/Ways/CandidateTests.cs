using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>What the search is given, against what the same way is worth when it is looked at by itself.</summary>
public class CandidateTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(70, 6)];

    /// <summary>Every ear of every line with the rig that holds it alone.</summary>
    private static IEnumerable<(Candidates Candidates, FeedLine Line, int Listener, EarOption Ear, Rig Rig)> Alone(Site site)
    {
        var candidates = CandidateFinder.For(site, Limits.None, default);
        foreach (var line in candidates.Lines)
        {
            for (var i = 0; i < line.End.Alone.Length; i++)
            {
                foreach (var ear in line.End.Alone[i])
                    yield return (candidates, line, i, ear, new Rig(site, [ear.RouteOn(site, line.Feed, line.Sends)]));
            }
        }
    }

    private static List<Site> Sites(int seed)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, 20).Select(_ => RandomSites.Draw(random))];
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_ear_on_a_line_is_a_way_that_no_rule_refuses(int seed)
    {
        foreach (var (_, _, _, _, rig) in Sites(seed).SelectMany(Alone))
        {
            Assert.Null(RuleList.RefusesFeed(rig.Routes[0]));
            Assert.Null(RuleList.RefusesRoute(rig.Routes[0]));
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Nobody_is_left_out_whom_some_way_serves(int seed)
    {
        foreach (var site in Sites(seed))
        {
            var served = Alone(site).Select(way => way.Listener).ToHashSet();
            var finder = new FeedFinder(site.Shelf);
            for (var i = 0; i < site.Look.Listeners.Count; i++)
            {
                var listener = site.Look.Listeners[i];
                var ways =
                    from socket in site.Look.AllSockets()
                    where !SocketKinds.Of(socket.Kind).IsRadio
                    from box in site.Shelf.OfRole(DeviceRole.Transmitter)
                    from feed in finder.Between(socket, box, false)
                    from ear in new EarFinder(site).For(listener)
                    let takes = ear.Takes.Links.FirstOrDefault(l => !l.Transmits && l.Technology == box.Links[0].Technology && l.Family == box.Links[0].Family)
                    let route = new Route(site, feed, ear, box.Links[0], takes, false)
                    where RuleList.RefusesFeed(route) is null && RuleList.RefusesRoute(route) is null
                    select route;
                Assert.True(served.Contains(i) || !ways.Any(), $"{listener.Name} is left out");
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Step_quality_margin_needs_preferences_and_effort_are_those_of_the_rig_itself(int seed)
    {
        foreach (var ways in Sites(seed).Select(site => Alone(site).ToList()).Where(ways => ways.Count > 0))
        {
            var arrivals = new Arrivals(ways[0].Candidates.Site);
            foreach (var (candidates, line, listener, ear, rig) in ways)
            {
                var score = rig.Score(arrivals);
                Assert.Equal((int)score.Step, candidates.StepOf(line, listener, ear));
                Assert.Equal(score.Quality, ear.Quality);
                Assert.Equal(score.Margin, ear.Margin);
                Assert.Equal(score.NeedsMet, line.NeedsOf(ear));
                Assert.Equal(score.PreferencesMet, line.PreferencesOf(ear));
                Assert.Equal(Effort.Of(score.Boxes, score.Between, score.AnalogueLeads),
                    line.Effort + ear.Effort + (line.Fork < 0 ? 0 : candidates.Forks[line.Fork].Effort));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_way_by_itself_costs_what_its_parts_list_says(int seed)
    {
        foreach (var (candidates, line, _, ear, rig) in Sites(seed).SelectMany(Alone).Where(way => way.Line.InTheBox.Length == 0))
        {
            // What is at hand may be wanted by the feed and by the ear at once, or by the splitter: the search settles that; here it would be counted twice.
            var cents = line.Cents + ear.Cents + (line.Fork < 0 ? 0 : candidates.Forks[line.Fork].Cents);
            var price = (long)(Parts.Of(rig).Sum(p => p.ToPay) * 100);
            Assert.True(cents <= price, $"{line.Feed.Key}: {cents} against {price}");
            if (rig.Site.Look.Owned.Count == 0 && line.Fork < 0)
                Assert.Equal(price, cents);
        }
    }

    [Fact]
    public void A_speaker_on_the_mains_does_not_follow_and_one_with_a_battery_does()
    {
        var mains = Speaker("speaker") with { Links = Headset("ear").Links, Power = new PowerNeed(0, true, 0, 0, Known.No, Known.Yes, false) };
        var carried = mains with { Power = mains.Power with { BatteryHours = 8, ChargeHours = 2 } };
        var roams = Look([Optical()], Listener() with { LeavesRoom = true });
        Assert.Empty(Alone(new Site(roams, Shelf(Box("box"), mains))));
        Assert.NotEmpty(Alone(new Site(roams, Shelf(Box("box"), carried))));
        Assert.NotEmpty(Alone(new Site(Look([Optical()], Listener()), Shelf(Box("box"), mains))));
    }

    [Theory]
    [InlineData(0, 0, true)]
    [InlineData(0, 3, true)]
    [InlineData(3, 3, true)]
    [InlineData(3, 0, false)]
    [InlineData(3, 4, false)]
    public void What_uses_something_at_hand_stands_in_only_for_what_uses_the_same(int mine, int other, bool standsIn) =>
        Assert.Equal(standsIn, new Worth(mine, 2, 1, 100, 1, 1, 3, 0).StandsInFor(new Worth(other, 2, 1, 100, 1, 1, 3, 0)));

    [Theory]
    [InlineData(3, 1, 100, 1, 1, 3, 0)]
    [InlineData(2, 2, 100, 1, 1, 3, 0)]
    [InlineData(2, 1, 99, 1, 1, 3, 0)]
    [InlineData(2, 1, 100, 0, 1, 3, 0)]
    [InlineData(2, 1, 100, 1, 2, 3, 0)]
    [InlineData(2, 1, 100, 1, 1, 4, 0)]
    [InlineData(2, 1, 100, 1, 1, 3, 1)]
    public void One_that_is_better_in_anything_is_never_stood_in_for(int needs, int preferences, long cents, int effort, int step, int quality, int link)
    {
        var (worth, better) = (new Worth(0, 2, 1, 100, 1, 1, 3, 0), new Worth(0, needs, preferences, cents, effort, step, quality, link));
        Assert.False(worth.StandsInFor(better));
        Assert.True(better.StandsInFor(worth));
    }

    [Fact]
    public void A_platforms_make_is_found_however_it_was_spaced_or_cased()
    {
        var link = PlatformLink("  harbour ");
        Assert.NotEmpty(Alone(new Site(Look([link], Listener()), Shelf(PlatformSpeaker("pair")))));
        Assert.Empty(Alone(new Site(Look([PlatformLink("Island")], Listener()), Shelf(PlatformSpeaker("pair")))));
    }
}
