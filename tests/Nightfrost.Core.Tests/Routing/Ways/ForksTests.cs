using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>Each splitter stands at a fork of its own, counted once for all that hangs on it.</summary>
public class ForksTests
{
    private static readonly Device Two = Splitter("two", 9);
    private static readonly Device Three = Splitter("three", 14) with { SplitsInto = 3 };

    private static Site Of(int listeners, params Device[] more) =>
        new(Look([Optical()], [.. Enumerable.Range(0, listeners).Select(i => Listener($"L{i}"))]),
            Shelf([Box("box", 30), Headset("ear", 20), Two, Three, .. more]));

    private static string? Chosen(int listeners) => Router.Rank(Of(listeners)).Rigs[0].Rig.Feeds[0].Splitter?.Id;

    [Fact]
    public void The_cheaper_splitter_is_taken_for_two_and_the_larger_one_where_three_hang_on_it()
    {
        Assert.Equal("two", Chosen(2));
        Assert.Equal("three", Chosen(3));
        Assert.Null(Chosen(1));
    }

    [Fact]
    public void A_fork_takes_as_many_feeds_as_its_splitter_has_ends()
    {
        var candidates = CandidateFinder.For(Of(3), Limits.None, default);
        Assert.Equal([2, 3], candidates.Forks.Select(fork => fork.Most).Order());
        Assert.All(candidates.Forks, fork => Assert.Equal(candidates.Lines.First(line => line.Fork == fork.Number).Feed.Splitter!.SplitsInto, fork.Most));
    }

    [Fact]
    public void A_splitter_asked_for_by_name_stands_in_the_rig()
    {
        var candidates = CandidateFinder.For(Of(3), Limits.None with { MustUse = ["two"] }, default);
        Assert.Equal("two", BestRig.For(candidates, new Arrivals(candidates.Site), Priorities.Usual, ["two"], default).Rig!.Feeds[0].Splitter!.Id);
    }

    [Fact]
    public void All_splitters_are_known_to_work()
    {
        var answer = Router.Rank(Of(3));
        Assert.DoesNotContain(answer.RuledOut, r => r.Subject.Id is "two" or "three");
    }
}
