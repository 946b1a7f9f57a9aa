using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>What is left of the ears of a line, and how far and how fast its end reaches them.</summary>
public class OfferTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(500, 6)];

    private static IEnumerable<Candidates> Drawn(int seed)
    {
        var random = new Random(seed);
        return Enumerable.Range(0, 25).Select(_ => CandidateFinder.For(RandomSites.Draw(random), Limits.None, default));
    }

    private static Worth WorthOf(Candidates candidates, FeedLine line, int listener, EarOption ear) =>
        new(ear.Scarce, line.NeedsOf(ear), line.PreferencesOf(ear), ear.Cents, ear.Effort, candidates.StepOf(line, listener, ear), ear.Quality,
            ear.Margin > 0 ? 1 : 0, line.AirOf(ear));

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_ear_that_fits_a_group_is_kept_or_stood_in_for(int seed)
    {
        foreach (var candidates in Drawn(seed))
        {
            foreach (var line in candidates.Lines)
            {
                for (var size = 1; size <= line.Most; size++)
                {
                    for (var i = 0; i < candidates.Tolerances.Length; i++)
                    {
                        var (from, to) = line.Offer.Of(i, size);
                        var kept = line.Offer.Worths[from..to];
                        foreach (var ear in (size == 1 ? line.End.Alone : line.End.Several)[i])
                            Assert.Contains(kept, worth => worth.StandsInFor(WorthOf(candidates, line, i, ear)));
                    }
                }
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_is_kept_is_an_ear_of_the_line_at_its_own_worth(int seed)
    {
        foreach (var candidates in Drawn(seed))
        {
            foreach (var line in candidates.Lines)
            {
                for (var size = 1; size <= line.Most; size++)
                {
                    for (var i = 0; i < candidates.Tolerances.Length; i++)
                    {
                        var (from, to) = line.Offer.Of(i, size);
                        for (var k = from; k < to; k++)
                        {
                            Assert.Contains(line.Offer.Ears[k], (size == 1 ? line.End.Alone : line.End.Several)[i]);
                            Assert.Equal(WorthOf(candidates, line, i, line.Offer.Ears[k]), line.Offer.Worths[k]);
                        }
                    }
                }
            }
        }
    }

    [Fact]
    public void What_comes_in_the_box_is_kept_though_a_cheaper_ear_seems_better()
    {
        var site = new Site(Look([Optical()], Listener()),
            Shelf(Base("own", LinkTechnology.Digital24GHz, "T", 80, includes: ["own ear"]), FamilyHeadset("own ear", LinkTechnology.Digital24GHz, "T", 70),
                FamilyHeadset("cheap ear", LinkTechnology.Digital24GHz, "T", 20)));
        var line = Assert.Single(CandidateFinder.For(site, Limits.None, default).Lines);
        Assert.Equal(["cheap ear", "own ear"], line.Offer.Ears.Select(ear => ear.DeviceIds[0]).Order(StringComparer.Ordinal));
        Assert.Equal("own ear", Router.Rank(site).Rigs[0].Rig.Routes[0].AtEar.Receiver.Id);
    }

    [Fact]
    public void A_box_for_one_has_no_ears_for_several()
    {
        var ends = CandidateFinder.For(new Site(Look([Optical()], Listener(), Listener("Tobias")),
            Shelf(Box("one"), Box("two", atOnce: 2, codecs: [Sbc]), Headset("ear"))), Limits.None, default)
            .Lines.ToDictionary(line => line.Feed.Transmitter!.Id);
        Assert.All(ends["one"].End.Several, Assert.Empty);
        Assert.All(ends["two"].End.Several, Assert.NotEmpty);
    }

    [Fact]
    public void A_broadcast_is_entered_at_each_rate_that_some_ear_lacks_with_the_ears_that_have_it()
    {
        var site = new Site(Look([Optical()], Listener(), Listener("Tobias")), Shelf(Cast("cast"), CastEar("all", 20, [16, 24, 48]), CastEar("top", 10, [48])));
        var lines = CandidateFinder.For(site, Limits.None, default).Lines.OrderBy(line => line.RateKHz).ToList();
        Assert.All(lines, line => Assert.All(line.End.Alone.SelectMany(ears => ears), ear => Assert.Contains(line.RateKHz, ear.Takes!.Lc3RatesKHz)));
        Assert.Contains(lines, line => line.RateKHz == 48 && line.End.Alone[0].Any(ear => ear.DeviceIds[0] == "top"));
        Assert.DoesNotContain(lines, line => line.RateKHz != 48 && line.End.Alone[0].Any(ear => ear.DeviceIds[0] == "top"));
    }

    [Theory]
    [InlineData(5, 5, true)]
    [InlineData(0, 5, true)]
    [InlineData(5, 0, false)]
    [InlineData(5, 6, false)]
    [InlineData(-5, -5, true)]
    [InlineData(0, -5, false)]
    [InlineData(5, -5, false)]
    public void What_was_asked_for_by_name_is_stood_in_for_by_nothing_else(int mine, int other, bool standsIn)
    {
        Assert.Equal(standsIn, new Worth(mine, 0, 0, 100, 0, 0, 0, 0).StandsInFor(new Worth(other, 0, 0, 100, 0, 0, 0, 0)));
        Assert.False(new Worth(mine, 0, 0, 101, 0, 0, 0, 0).StandsInFor(new Worth(other, 0, 0, 100, 0, 0, 0, 0)));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_same_site_gets_the_same_answer_however_the_workers_run(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 4; round++)
        {
            var site = RandomSites.Draw(random);
            var answers = Enumerable.Range(0, 4).Select(_ => Router.Rank(new Site(site.Look, site.Shelf))).Select(Words).Distinct();
            Assert.Single(answers);
        }

        static string Words(RouterAnswer answer) =>
            string.Join('\n', answer.Rigs.Select(rig =>
                $"{rig.Title} {rig.Score} {string.Join('|', rig.Rig.Routes.Select(r => $"{r.Feed.Key} {r.AtEar.Receiver.Id} {r.AtEar.Relay?.Id}"))}"))
                + string.Join(',', answer.RoutesFound) + string.Join(',', answer.RuledOut.Select(r => r.Subject.Id));
    }
}
