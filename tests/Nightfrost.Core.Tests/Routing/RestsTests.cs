using System.Numerics;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What others could still add, held against trying every way to share the listeners out.</summary>
public sealed class RestsTests
{
    private const int Listeners = 4;
    private const int Sets = 1 << Listeners;

    public static TheoryData<int> Seeds => [.. Enumerable.Range(300, 12)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_most_that_others_add_is_that_of_every_way_to_share_them_out(int seed)
    {
        var random = new Random(seed);
        var bests = Draw(random);
        var (served, required) = (random.Next(1, Listeners + 1), random.Next(3) == 0 ? 1 << random.Next(Listeners) : 0);
        var rests = Rests.Of(bests, served, required);
        for (var i = 0; i < bests.OfSockets.Count; i++)
        {
            List<long[]> beside = [.. bests.OfSockets.Where((_, k) => k != i).Select(one => one.OfSets)];
            Assert.Equal(Shared(beside, served, required), Settled(rests.Beside[i]));
            Assert.Equal(Shared([.. bests.OfSockets.Skip(i + 1).Select(one => one.OfSets)], served, required), Settled(rests.After[i]));
            for (var holders = 1; bests.OfSockets[i].Forks[0] is { } fork && holders <= fork.ByHolders.Count; holders++)
            {
                // So many more feeds at most may follow behind the fork, and its splitter is still to be paid.
                var more = Enumerable.Range(0, Sets).Select(set => fork.ByHolders.Take(fork.ByHolders.Count - holders).Select(by => by[set]).Append(SubsetSolver.Never).Max()).ToArray();
                var expected = Shared([.. beside, more], served, required).Select(sum => sum is null ? null : sum + fork.Splitter[holders - 1]);
                Assert.Equal(expected, Settled(rests.Behind[i][0]![holders - 1]));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_feed_is_passed_over_only_when_no_set_of_listeners_may_pass(int seed)
    {
        var random = new Random(seed);
        var bests = Draw(random);
        var ideals = Ideals.Of(Rests.Of(bests, Listeners, 0), random.Next(-100, 200));
        foreach (var left in ideals.Beside.Concat(ideals.After).Concat(ideals.Behind.SelectMany(groups => groups).SelectMany(group => group ?? [])))
        {
            for (var round = 0; round < 40; round++)
            {
                long[] most = [.. Enumerable.Range(0, Listeners).Select(_ => random.Next(4) == 0 ? long.MinValue : random.Next(-50, 100))];
                var feed = random.Next(-100, 200);
                var any = Enumerable.Range(1, Sets - 1).Any(set => Members(set).All(i => most[i] > long.MinValue) && left.MayPass(set, 0, feed - Members(set).Sum(i => most[i]), 0));
                Assert.Equal(any, left.MayAny(feed, most, new long[Sets]));
            }
        }
    }

    [Fact]
    public void Without_a_known_rig_everything_that_can_be_completed_may_pass()
    {
        var serves = Enumerable.Range(0, Sets).Select(set => set == 0b1100 ? 5L : SubsetSolver.Never).ToArray();
        var ideals = Ideals.Of(Rests.Of(new Bests(serves, [new(serves, [null]), new(serves, [null])]), Listeners, 0), null);
        Assert.True(ideals.Beside[0].MayPass(0b0011, 0, long.MaxValue / 2, 0));
        Assert.False(ideals.Beside[0].MayPass(0b0111, 0, 0, 0));
        Assert.False(ideals.After[1].MayPass(0b0011, 0, 0, 0));
    }

    private static Bests Draw(Random random)
    {
        List<SocketBests> sockets = [.. Enumerable.Range(0, random.Next(1, 4)).Select(_ => new SocketBests(Keys(random), [random.Next(2) == 0 ? null : new([.. Enumerable.Range(0, 2).Select(_ => Keys(random))], [-3, -8])]))];
        return new(sockets.Aggregate(Bests.OfNothing(Sets), (best, socket) => Bests.With(best, socket.OfSets)), sockets);
    }

    private static long[] Keys(Random random) => [.. Enumerable.Range(0, Sets).Select(set => set == 0 || random.Next(3) == 0 ? SubsetSolver.Never : random.Next(-50, 100))];

    private static IEnumerable<int> Members(int set) => Enumerable.Range(0, Listeners).Where(i => (set >> i & 1) == 1);

    private static IEnumerable<long?> Settled(long[] rest) => rest.Select(sum => SubsetSolver.IsNever(sum) ? (long?)null : sum);

    // For each set served already the best way to give some others to the parts, each others' set at most once; null where nothing makes up the number.
    private static List<long?> Shared(List<long[]> parts, int served, int required)
    {
        return [.. Enumerable.Range(0, Sets).Select(set => Best(set, 0))];

        long? Best(int set, int part)
        {
            if (part == parts.Count)
                return BitOperations.PopCount((uint)set) == served && (set & required) == required ? 0 : null;
            var best = Best(set, part + 1);
            for (var more = 1; more < Sets; more++)
            {
                if ((more & set) == 0 && !SubsetSolver.IsNever(parts[part][more]) && Best(set | more, part + 1) is { } rest && (best is null || rest + parts[part][more] > best))
                    best = rest + parts[part][more];
            }

            return best;
        }
    }
}
