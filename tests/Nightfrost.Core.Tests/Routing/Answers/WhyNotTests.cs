using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

/// <summary>Asked why a thing was not chosen, the answer is the rules it breaks or the measured way it is worse.</summary>
public class WhyNotTests
{
    private static readonly Device[] Kit =
        [Box("box"), Box("dear", 90), Base("infrared", LinkTechnology.InfraredDigital, "I"), FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I"),
            Headset("ear"), Box("jack box", 70, input: Connector.Jack35), Wired(), Aids("aids", "K", 2), Bar()];

    private static readonly Look Keeps = Look([Optical()], Listener(wears: "ear") with { OpenToAnother = false });

    private static WhyNotAnswer Ask(string id, Look? look = null, Wanted? wanted = null) =>
        WhyNot.Ask(new Site(look ?? Keeps, Shelf(Kit)), wanted ?? Wanted.Usual, id);

    [Fact]
    public void A_dearer_box_is_worse_by_its_price_and_the_best_rig_that_has_it_is_shown()
    {
        var answer = Ask("dear");
        // Each with an optical lead at £5 and a supply at £9.
        Assert.Equal("The best rig with it, against the best: £104.00 against £64.00.", answer.Answer);
        Assert.Equal("dear", answer.WithIt!.Rig.Feeds[0].Transmitter!.Id);
        Assert.Empty(answer.Findings);
    }

    [Fact]
    public void A_thing_no_rig_can_hold_is_answered_by_the_rules_it_breaks_nearest_to_the_ear_first()
    {
        var answer = Ask("infrared", Look([Optical(), Phones()], Listener(wears: "ear") with { ClearLine = Known.No }));
        Assert.Null(answer.WithIt);
        Assert.Equal(["clear-line", "same-link"], answer.Findings.Select(f => f.RuleId));
        Assert.Contains("something in the line", answer.Answer, StringComparison.Ordinal);
    }

    [Fact]
    public void A_receiver_nobody_is_open_to_says_so()
    {
        var answer = Ask("wired", Look([Optical(), Phones()], Listener(wears: "ear") with { OpenToAnother = false }));
        Assert.Equal([RuleList.OwnReceiver], answer.Findings.Select(f => f.RuleId));
    }

    [Fact]
    public void What_stands_in_the_best_rig_says_that() => Assert.Equal("It stands in the best rig.", Ask("box").Answer);

    [Fact]
    public void A_socket_can_be_asked_about_too()
    {
        var answer = Ask("optical", Look([Optical(), Phones()], Listener(wears: "ear") with { OpenToAnother = false }));
        Assert.Equal("optical", answer.WithIt!.Rig.Feeds[0].Socket.Id);
        Assert.True(answer.Answer == "It stands in the best rig." || answer.Answer.StartsWith("The best rig with it", StringComparison.Ordinal), answer.Answer);
    }

    [Theory]
    [InlineData("aids", "Nobody is sold hearing aids")]
    [InlineData("bar", "plays to the room")]
    [InlineData("supply", "cheapest supply")]
    [InlineData("lead-Jack35-Jack35", "two ends")]
    public void What_is_never_chosen_by_itself_says_how_it_is_chosen(string id, string words) =>
        Assert.Contains(words, Ask(id).Answer, StringComparison.Ordinal);

    [Fact]
    public void What_was_shut_out_says_so() =>
        Assert.Contains("shut out", Ask("box", wanted: Wanted.Usual with { Limits = Limits.None with { MustNotUse = ["box"] } }).Answer,
            StringComparison.Ordinal);
}
