using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

/// <summary>Scores against each other: orders of priorities, what is said of a difference, and what is shown of the unbeaten.</summary>
public class ComparisonTests
{
    private static readonly Score Plain = new(2, 4, 0.72, InStepWord.Doubtful, 2, 1, 100, 2, 3);

    [Fact]
    public void Served_comes_before_every_priority()
    {
        var more = Plain with
        {
            Served = 3,
            NeedsMet = 0,
            InStep = 0,
            Step = InStepWord.OutOfStep,
            PreferencesMet = 0,
            Price = 999,
            Boxes = 9,
            Quality = 1,
            Margin = 0
        };
        foreach (var criterion in Enum.GetValues<Criterion>())
            Assert.True(more.Against(Plain, Priorities.Starting(criterion)) > 0);
    }

    [Fact]
    public void The_first_criterion_that_differs_decides()
    {
        var cheaper = Plain with { Price = 90, InStep = 0.4, Step = InStepWord.OutOfStep };
        Assert.True(cheaper.Against(Plain, Priorities.Usual) < 0);
        Assert.True(cheaper.Against(Plain, Priorities.Starting(Criterion.Price)) > 0);
    }

    [Fact]
    public void Probabilities_of_one_word_are_level_and_so_are_prices_of_one_step()
    {
        foreach (var first in Enum.GetValues<Criterion>())
        {
            Assert.Equal(0, (Plain with { InStep = 0.51 }).Against(Plain with { InStep = 0.79 }, Priorities.Starting(first)));
            Assert.True((Plain with { Step = InStepWord.InStep }).Against(Plain, Priorities.Starting(first)) > 0);
        }

        Assert.Equal(0, (Plain with { Price = 104.99m }).On(Criterion.Price, Plain));
        Assert.True((Plain with { Price = 105 }).On(Criterion.Price, Plain) < 0);
    }

    [Theory]
    [InlineData(0.8, 80, InStepWord.InStep)]
    [InlineData(0.7999, 80, InStepWord.Doubtful)]
    [InlineData(0.7999, 60, InStepWord.InStep)]
    [InlineData(0.5, 80, InStepWord.Doubtful)]
    [InlineData(0.4999, 60, InStepWord.OutOfStep)]
    public void A_probability_is_good_enough_from_where_the_site_says(double probability, int from, InStepWord word) =>
        Assert.Equal(word, InStepWords.Of(probability, from));

    [Fact]
    public void Of_equals_the_one_with_fewer_boxes_then_the_digital_one_then_the_cheaper_one_is_better()
    {
        Assert.True((Plain with { Price = 104, AnalogueLeads = 3 }).Against(Plain with { Between = 1 }, Priorities.Usual) > 0);
        Assert.True((Plain with { Price = 104 }).Against(Plain with { AnalogueLeads = 1 }, Priorities.Usual) > 0);
        Assert.True(Plain.Against(Plain with { Price = 104 }, Priorities.Usual) > 0);
        Assert.True((Plain with { Boxes = 1, Between = 5 }).Against(Plain, Priorities.Usual) > 0);
    }

    [Fact]
    public void An_order_holds_every_criterion_once()
    {
        Assert.Throws<ArgumentException>(() => new Priorities([Criterion.Price]));
        Assert.Throws<ArgumentException>(() => new Priorities([.. Priorities.Usual.Order, Criterion.Price]));
        Assert.Equal([Criterion.Link, Criterion.Price, Criterion.Needs, Criterion.InStep, Criterion.Preferences, Criterion.Boxes, Criterion.Quality],
            Priorities.Starting(Criterion.Link, Criterion.Price).Order);
    }

    [Fact]
    public void Each_difference_is_said_with_both_values()
    {
        var other = new Score(2, 2, 0.9, InStepWord.InStep, 0, 0, 80, 3, 2);
        Assert.Equal(["meets two needs more", "doubtful (72 %) against in step (90 %)", "its link holds, the other's may drop out", "meets one preference more",
            "£100.00 against £80.00", "two things to switch on against 3", "sound good against plain"], Comparison.Differences(Plain, other, "GBP"));
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
        var site = new Site(Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false }),
            Shelf(Box("dear", 90), Box("cheap", 20, codecs: [Sbc]), Headset("ear")));
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
        site = new Site(site.Look with { Listeners = [site.Look.Listeners[0] with { LeadKeepsOffWays = Known.Yes }] }, site.Shelf);
        Assert.Null(Router.Rank(site).Rigs[0].Rig.Feeds[0].Transmitter);
        var wireless = Wanted.Usual with { Limits = Limits.None with { NoWires = true } };
        Assert.All(Router.Rank(site, wireless).Rigs, r => Assert.NotNull(r.Rig.Feeds[0].Transmitter));
        var neither = wireless with { Limits = wireless.Limits with { MustNotUse = ["box"] } };
        Assert.Equal("limits", Router.Rank(site, neither).Obstacle!.Field);
    }
}
