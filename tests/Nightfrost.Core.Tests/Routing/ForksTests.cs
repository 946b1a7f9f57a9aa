using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Splitters with the same ends share what is behind them, and each keeps what is its own.</summary>
public class ForksTests
{
    private static readonly Device Two = Splitter("two", 9);
    private static readonly Device Three = Splitter("three", 14) with { SplitsInto = 3 };

    private static Site Of(int listeners, params Device[] more) =>
        new(Look([Optical()], [.. Enumerable.Range(0, listeners).Select(i => Listener($"L{i}"))]), Shelf([Box("box", 30), Headset("ear", 20), Two, Three, .. more]));

    private static string? Chosen(int listeners) => Router.Rank(Of(listeners)).Rigs[0].Rig.Feeds[0].Splitter?.Id;

    [Fact]
    public void The_cheaper_splitter_is_taken_for_two_and_the_larger_one_where_three_hang_on_it()
    {
        Assert.Equal("two", Chosen(2));
        Assert.Equal("three", Chosen(3));
        Assert.Null(Chosen(1));
    }

    [Fact]
    public void One_fork_holds_both_and_the_lines_behind_it_come_once()
    {
        var candidates = CandidateFinder.For(Of(3), Limits.None, default);
        var fork = Assert.Single(candidates.Forks);
        Assert.Equal(["three", "two"], fork.Splitters.Select(s => s.Device.Id).Order(StringComparer.Ordinal));
        Assert.Equal(3, fork.Most);
        Assert.Single(candidates.Lines, line => line.Fork == fork.Number);
    }

    [Fact]
    public void A_splitter_asked_for_by_name_stands_at_a_fork_of_its_own()
    {
        var candidates = CandidateFinder.For(Of(3), Limits.None with { MustUse = ["two"] }, default);
        Assert.Equal(2, candidates.Forks.Count);
        Assert.Equal("two", BestRig.For(candidates, new Arrivals(candidates.Site), Priorities.Usual, ["two"], default).Rig!.Feeds[0].Splitter!.Id);
    }

    [Fact]
    public void A_splitter_with_other_ends_stands_at_a_fork_of_its_own()
    {
        var small = Three with { Id = "small", Ports = [new AudioPort(Connector.OpticalSquare, false, [Signal.SpdifPcm], "IN"), new AudioPort(Connector.Optical35, true, [Signal.SpdifPcm], "OUT")] };
        var site = Of(3, small, Lead(Connector.Optical35, Connector.OpticalSquare));
        Assert.Equal(2, CandidateFinder.For(site, Limits.None, default).Forks.Count);
    }

    [Fact]
    public void All_splitters_of_a_fork_are_known_to_work()
    {
        var answer = Router.Rank(Of(3));
        Assert.DoesNotContain(answer.RuledOut, r => r.Subject.Id is "two" or "three");
    }

    [Fact]
    public void A_feed_behind_another_splitter_is_the_same_but_for_the_splitter()
    {
        var line = CandidateFinder.For(Of(3), Limits.None, default).Lines.First(l => l.Fork >= 0);
        var (first, other) = (line.Feed.Splitter!, line.Feed.Splitter!.Id == "two" ? Three : Two);
        Assert.Same(line.Feed, line.Feed.Behind(first));
        var moved = line.Feed.Behind(other);
        Assert.Equal(other.Id, moved.Splitter!.Id);
        Assert.Equal((line.Feed.Transmitter, line.Feed.Socket, line.Feed.Joints), (moved.Transmitter, moved.Socket, moved.Joints));
    }
}
