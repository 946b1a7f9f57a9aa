using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Scores against each other: orders of priorities, what is said of a difference, and what is shown of the unbeaten.</summary>
public class ComparisonTests
{
    private static readonly Score Plain = new(2, 4, 0.72, 100, 2, 3, 2);

    [Fact]
    public void Served_comes_before_every_priority()
    {
        var more = Plain with { Served = 3, NeedsMet = 0, InStep = 0, Price = 999, Boxes = 9, Quality = 1, Margin = 0 };
        foreach (var criterion in Enum.GetValues<Criterion>())
            Assert.True(more.Against(Plain, Priorities.Starting(criterion)) > 0);
    }

    [Fact]
    public void The_first_criterion_that_differs_decides()
    {
        var cheaper = Plain with { Price = 90, InStep = 0.5 };
        Assert.True(cheaper.Against(Plain, Priorities.Usual) < 0);
        Assert.True(cheaper.Against(Plain, Priorities.Starting(Criterion.Price)) > 0);
    }

    [Fact]
    public void Within_a_step_of_five_percent_probabilities_are_level()
    {
        Assert.Equal(0, (Plain with { InStep = 0.70 }).Against(Plain with { InStep = 0.749 }, Priorities.Usual));
        Assert.NotEqual(0, (Plain with { InStep = 0.70 }).Against(Plain with { InStep = 0.75 }, Priorities.Usual));
    }

    [Fact]
    public void An_order_holds_every_criterion_once()
    {
        Assert.Throws<ArgumentException>(() => new Priorities([Criterion.Price]));
        Assert.Throws<ArgumentException>(() => new Priorities([.. Priorities.Usual.Order, Criterion.Price]));
        Assert.Equal([Criterion.Margin, Criterion.Price, Criterion.Needs, Criterion.InStep, Criterion.Boxes, Criterion.Quality], Priorities.Starting(Criterion.Margin, Criterion.Price).Order);
    }

    [Fact]
    public void Each_difference_is_said_with_both_values()
    {
        var other = new Score(2, 2, 0.9, 80, 3, 2, 1);
        Assert.Equal(["meets two wishes more", "in step 72 % against 90 %", "£100.00 against £80.00", "two boxes to switch on against 3", "sound good against plain", "link good against fair"], Comparison.Differences(Plain, other, "GBP"));
        Assert.Empty(Comparison.Differences(Plain, Plain, "GBP"));
        Assert.Equal("Cheaper, surer in step", Comparison.BetterOn(other, Plain));
    }

    [Fact]
    public void No_worse_means_on_every_criterion()
    {
        Assert.True(Plain.IsNoWorseThan(Plain));
        Assert.False(Plain.IsNoWorseThan(Plain with { Boxes = 1 }));
        Assert.True((Plain with { Quality = 4 }).IsNoWorseThan(Plain));
    }

    [Fact]
    public void The_best_is_shown_first_and_no_two_shown_are_level()
    {
        var random = new Random(31);
        for (var round = 0; round < 25; round++)
        {
            var answer = Router.Rank(RandomSites.Draw(random));
            Assert.True(answer.Rigs.Count <= Router.MostShown && answer.Rigs.Count <= Math.Max(answer.Unbeaten, 0));
            foreach (var (rig, i) in answer.Rigs.Select((r, i) => (r, i)))
            {
                Assert.True(answer.Rigs[0].Score.Against(rig.Score, Priorities.Usual) >= 0);
                Assert.DoesNotContain(answer.Rigs.Take(i), other => other.Score.IsNoWorseThan(rig.Score) || rig.Score.IsNoWorseThan(other.Score));
            }
        }
    }

    [Fact]
    public void A_budget_chooses_among_the_unbeaten_and_says_what_the_cheapest_costs()
    {
        var site = new Site(Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false }), Shelf(Box("dear", 90), Box("cheap", 20, codecs: [Sbc]), Headset("ear")));
        Wanted Within(decimal budget) => Wanted.Usual with { Limits = Limits.None with { Budget = budget } };
        Assert.Equal("dear", Router.Rank(site, Within(200)).Rigs[0].Rig.Feeds[0].Transmitter!.Id);
        Assert.Equal("cheap", Router.Rank(site, Within(50)).Rigs[0].Rig.Feeds[0].Transmitter!.Id);
        var none = Router.Rank(site, Within(10));
        Assert.Empty(none.Rigs);
        Assert.Equal("limits.budget", none.Obstacle!.Field);
        Assert.Contains("the cheapest costs £34.00", none.Obstacle.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void No_wires_and_what_must_not_be_used_are_kept_to()
    {
        var site = new Site(Look([Phones(), Optical()], Listener()), Shelf(Box("box"), Headset("ear"), Wired(price: 5)));
        Assert.Null(Router.Rank(site).Rigs[0].Rig.Feeds[0].Transmitter);
        var wireless = Wanted.Usual with { Limits = Limits.None with { NoWires = true } };
        Assert.All(Router.Rank(site, wireless).Rigs, r => Assert.NotNull(r.Rig.Feeds[0].Transmitter));
        var neither = wireless with { Limits = wireless.Limits with { MustNotUse = ["box"] } };
        Assert.Equal("limits", Router.Rank(site, neither).Obstacle!.Field);
    }
}
