using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Chains of leads and adapters, against an enumeration that knows nothing of the finder's own way of searching.</summary>
public class FeedFinderTests
{
    private static readonly Connector[] Ends = [Connector.OpticalSquare, Connector.Jack35, Connector.PhonoPair];
    private static readonly Signal[] Kinds = [Signal.SpdifPcm, Signal.AnalogueLine];

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void Every_chain_that_fits_is_found_and_no_other(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 40; round++)
        {
            var adapters = Enumerable.Range(0, random.Next(0, 5)).Select(i => RandomAdapter(random, i)).ToArray();
            var shelf = new Shelf([.. adapters, .. RandomLeads(random)]);
            var target = Box("target", input: Ends[random.Next(Ends.Length)]);
            var found = new FeedFinder(shelf).Between(Optical(), target, false).Select(f => string.Join('>', f.Adapters.Select(a => a.Id))).ToHashSet();
            Assert.Equal(Chains(shelf, adapters, target).Order(), found.Order());
        }
    }

    [Theory]
    [InlineData(11)]
    [InlineData(12)]
    public void Every_joint_runs_from_an_output_to_an_input_that_share_a_signal(int seed)
    {
        var random = new Random(seed);
        for (var round = 0; round < 60; round++)
        {
            var shelf = new Shelf([.. Enumerable.Range(0, 5).Select(i => RandomAdapter(random, i)), .. RandomLeads(random)]);
            var target = Box("target", input: Ends[random.Next(Ends.Length)]);
            foreach (var feed in new FeedFinder(shelf).Between(Optical(), target, false))
            {
                Assert.Equal(feed.Adapters.Count + 1, feed.Joints.Count);
                Assert.True(feed.Adapters.Count <= FeedFinder.MostAdapters);
                Assert.Equal(feed.Adapters.Count, feed.Adapters.Distinct().Count());
                Assert.Equal(Connector.OpticalSquare, feed.Joints[0].From);
                for (var i = 0; i < feed.Joints.Count; i++)
                {
                    var into = i < feed.Adapters.Count ? feed.Adapters[i] : target;
                    Assert.Contains(into.Ports, p => !p.Output && p.Connector == feed.Joints[i].To);
                    Assert.Equal(new[] { feed.Joints[i].From, feed.Joints[i].To }.Order(), feed.Joints[i].Lead!.Ports.Select(p => p.Connector).Order());
                    if (i > 0)
                        Assert.Contains(feed.Adapters[i - 1].Ports, p => p.Output && p.Connector == feed.Joints[i].From);
                }
            }
        }
    }

    [Fact]
    public void Nothing_is_joined_to_a_socket_that_lets_no_sound_out() =>
        Assert.Empty(new FeedFinder(Shelf(Converter()))
            .Between(new SourcePort { Id = "in", Kind = SocketKind.HdmiPlain, State = SocketState.Free }, Box("box"), false));

    [Fact]
    public void A_splitter_stands_only_at_the_sets_own_socket()
    {
        var feeds = new FeedFinder(Shelf(Splitter(), Converter())).Between(Optical(), Box("box", input: Connector.Jack35), false).ToList();
        Assert.Contains(feeds, f => f.Adapters.Select(a => a.Id).SequenceEqual(["splitter", "converter"]));
        Assert.DoesNotContain(feeds, f => f.Adapters.Skip(1).Any(a => a.SplitsInto > 1));
    }

    /// <summary>
    /// Every ordered choice of up to three adapters, each tried port by port, that never comes back to a connector and signal, and turns between numbers and
    /// waves once at most.
    /// </summary>
    private static IEnumerable<string> Chains(Shelf shelf, Device[] adapters, Device target)
    {
        var chains = new List<Device[]> { Array.Empty<Device>() };
        for (var length = 1; length <= 3; length++)
            chains.AddRange(chains.Where(c => c.Length == length - 1).ToList().SelectMany(c => adapters.Except(c).Select(a => (Device[])[.. c, a])));
        return chains.Where(chain => Fits([.. chain, target], Connector.OpticalSquare, [Signal.SpdifPcm, Signal.SpdifBitstream], [], 0))
            .Select(chain => string.Join('>', chain.Select(a => a.Id))).Distinct();

        bool Fits(Device[] boxes, Connector from, IReadOnlyList<Signal> given, List<string> passed, int turns)
        {
            var state = $"{from} {string.Join(',', given.Order())}";
            return turns < 2 && !passed.Contains(state)
                && boxes[0].Ports.Any(i => !i.Output && i.Signals.Intersect(given).Any() && shelf.Lead(from, i.Connector) is not null
                    && (boxes.Length == 1 || boxes[0].Ports.Where(p => p.Output)
                        .Any(p => Fits(boxes[1..], p.Connector, p.Signals, [.. passed, state],
                            turns + (i.Signals.Contains(Signal.AnalogueLine) == p.Signals.Contains(Signal.AnalogueLine) ? 0 : 1)))));
        }
    }

    private static Device RandomAdapter(Random random, int i) => Converter($"a{i}") with
    {
        Ports =
        [
            new AudioPort(Ends[random.Next(Ends.Length)], false, [Kinds[random.Next(2)]], "IN"),
            new AudioPort(Ends[random.Next(Ends.Length)], true, [Kinds[random.Next(2)]], "OUT"),
        ],
    };

    private static IEnumerable<Device> RandomLeads(Random random) =>
        from a in Ends
        from b in Ends
        where a <= b && random.Next(4) > 0
        select Lead(a, b);
}
