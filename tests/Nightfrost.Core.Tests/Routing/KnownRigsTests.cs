using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>The table of limits says the same as asking every rig known.</summary>
public class KnownRigsTests
{
    private static Score Rig(int wishes, decimal price, int boxes) => new(2, wishes, 0.5, price, boxes, 2, 1);

    [Fact]
    public void Something_is_new_unless_a_rig_known_is_no_worse_or_it_costs_too_much()
    {
        var random = new Random(11);
        for (var round = 0; round < 200; round++)
        {
            List<Score> known = [.. Enumerable.Range(0, random.Next(7)).Select(_ => Rig(random.Next(6), random.Next(8), random.Next(4)))];
            var budgetCents = random.Next(3) == 0 ? random.Next(900) : long.MaxValue;
            var table = new KnownRigs(known, budgetCents);
            for (var wishes = 0; wishes < 8; wishes++)
            {
                for (var hand = -1; hand < 6; hand++)
                {
                    for (var cents = 0; cents < 900; cents += 50)
                    {
                        var isNew = cents <= budgetCents && !known.Exists(score => score.NeedsMet >= wishes && score.Price * 100 <= cents && score.Boxes <= hand);
                        Assert.Equal(isNew, table.MayBeNew(wishes, cents, hand));
                    }
                }
            }
        }
    }

    [Fact]
    public void What_nothing_can_serve_is_never_new()
    {
        Assert.False(new KnownRigs([], long.MaxValue).MayBeNew(3, -SubsetSolver.Never, 0));
        Assert.False(new KnownRigs([Rig(1, 5, 0)], long.MaxValue).MayBeNew(3, -SubsetSolver.Never, 0));
        Assert.True(new KnownRigs([], long.MaxValue).MayBeNew(0, 100_000_000, 50));
    }
}
