using Nightfrost.Core.Bench;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Tests.Routing;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>The order of a visit: whatever the constraints allow works, and each that calls itself physical fails when it alone is broken.</summary>
public class ConstraintTests
{
    private const int Orders = 50;

    public static TheoryData<string> Rigs => RehearsalTests.Rigs;

    private static readonly IReadOnlyList<Constraint> Physical = [.. Constraints.All.Where(c => c.Kind == ConstraintKind.Physical)];

    // Where it happens that nothing fails: a streamer waits from power-on for as long as its aids do; the picture is there until a lead is pulled, too; aids
    // are charged when they are met; no phone knows a box that is carried to a pillow.
    private static readonly (string Rig, string Reason)[] Harmless =
        [("aids by their streamer", "box-before-receiver"), ("one aid by its streamer", "box-before-receiver"),
            ("a bar that plays over the return channel already", "box-before-receiver"),
            ("an HDMI lead with an extractor in it", "handed-on-before-picture"), ("a broadcast for three", "charge-before-use"),
            ("aids that are started in their app", "charge-before-use"),
            ("aids started by their app, at a streamer nobody has read about", "charge-before-use"),
            ("a streamer for one who listens longer, a box on its cell for another", "charge-before-use"),
                ("two like boxes, one each way", "rivals-off-before-switching-on"),
            ("two at one box, the first without a switch", "rivals-back-after-pairing"),
            ("aids and a headset by one box", "rivals-off-before-switching-on")];

    private static bool Passes(Rig rig, IReadOnlyList<Step> steps) =>
        Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), steps).Passed;

    [Fact]
    public void Ids_are_unique_and_each_says_why()
    {
        Assert.Equal(Constraints.All.Count, Constraints.All.Select(c => c.Id).Distinct().Count());
        Assert.All(Constraints.All, c => Assert.EndsWith(".", c.Because, StringComparison.Ordinal));
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Fifty_random_lawful_orders_pass(string name)
    {
        var rig = RehearsalTests.All[name]();
        var steps = RunSheet.For(rig);
        for (var seed = 0; seed < Orders; seed++)
        {
            // Practice is left aside: what the devices ask for must be enough for them.
            var order = StepSort.Sort(rig, steps, Physical, new Random(seed).Next);
            var run = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.Of(rig).Likely)), order);
            Assert.True(run.Passed, $"{seed}, {string.Join(" ", order.Select(s => s.Id))}: {run.FirstFailed?.StepId} "
                + string.Join(" ", run.FirstFailed?.Problems ?? run.AtTheEnd));
        }
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Each_physical_reason_broken_alone_fails(string name)
    {
        var rig = RehearsalTests.All[name]();
        var steps = RunSheet.For(rig);
        var harmless = new List<string>();
        foreach (var broken in Physical.Where(c => !Harmless.Contains((name, c.Id))))
        {
            foreach (var (first, then) in steps.SelectMany(a => steps.Where(b => a != b && broken.Before(rig, a, b)).Select(b => (a, b))))
            {
                // Turned round, with all else in a lawful order; where another reason asks for the same, this one cannot be broken alone.
                // And what nothing hangs on here, because another step does the same, cannot fail.
                if (Passes(rig, [.. steps.Where(s => s != then)]))
                    continue;
                var others = Physical.Where(c => c != broken).ToList();
                if (others.Any(c => c.Before(rig, first, then)))
                    continue;
                var turned = new Constraint("turned", ConstraintKind.Physical, (_, a, b) =>
                    (a == then && b == first) || (broken.Before(rig, a, b) && !(a == first && b == then)));
                var order = StepSort.Sort(rig, steps, [.. others, turned], _ => 0);
                // What stays together in any order is turned round where it stands.
                if (order.ToList() is var list && list.IndexOf(first) < list.IndexOf(then))
                {
                    var (i, j) = (list.IndexOf(first), list.IndexOf(then));
                    (list[i], list[j]) = (list[j], list[i]);
                    order = list;
                }

                if (Passes(rig, order))
                    harmless.Add($"{broken.Id}: {then.Id} before {first.Id} in {string.Join(" ", order.Select(s => s.Id))}");
            }
        }

        Assert.True(harmless.Count == 0, string.Join("\n", harmless));
    }

    [Fact]
    public void A_step_without_words_of_its_own_says_why_it_stands_where_it_does()
    {
        var steps = RunSheet.For(RehearsalTests.All["one at an optical box"]());
        Assert.Equal("Room speakers come back at full level when a plug goes in or out.",
            steps.Single(s => s.Id.StartsWith("lead-", StringComparison.Ordinal)).Why);
        Assert.Equal("A box that waits is found; one that does not is not.", steps.Single(s => s.Id == "pair-ear-edda").Why);
        Assert.Equal("Who strains to hear cannot judge lips.", steps.Single(s => s.Id == "lips-edda").Why);
    }

    [Fact]
    public void No_reasons_run_in_a_circle_whatever_the_rig()
    {
        for (var seed = 0; seed < 25; seed++)
        {
            var rig = Router.Rank(RandomSites.Draw(new Random(seed))).Rigs.Select(r => r.Rig).FirstOrDefault();
            Assert.True(rig is null || StepSort.IsLawful(rig, RunSheet.For(rig)), $"seed {seed}");
        }
    }

    [Fact]
    public void Reasons_that_ran_in_a_circle_would_leave_the_steps_as_they_were_given()
    {
        var rig = RehearsalTests.All["one at an optical box"]();
        var steps = RunSheet.For(rig);
        var circle = new Constraint("circle", ConstraintKind.Physical, (_, a, b) => a.Id != b.Id);
        Assert.Equal(steps, StepSort.Sort(rig, steps, [circle], _ => 0));
        Assert.True(StepSort.IsLawful(rig, steps));
        Assert.False(StepSort.IsLawful(rig, [.. steps.Reverse()]));
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void What_waits_for_a_partner_is_followed_at_once_by_whoever_is_to_find_it(string name)
    {
        var rig = RehearsalTests.All[name]();
        var order = StepSort.Sort(rig, RunSheet.For(rig), Physical, new Random(1).Next).Select(s => s.Id).ToList();
        Assert.All(order.Where(id => id.StartsWith("pair-box-", StringComparison.Ordinal)),
            id => Assert.Equal(id.Replace("box", "ear", StringComparison.Ordinal), order[order.IndexOf(id) + 1]));
    }

    [Theory]
    [MemberData(nameof(RehearsalTests.Rigs), MemberType = typeof(RehearsalTests))]
    public void No_lawful_order_goes_less_often_between_set_and_seats(string name)
    {
        var rig = RehearsalTests.All[name]();
        var steps = RunSheet.For(rig);
        var random = new Random(7);
        var fewest = Enumerable.Range(0, 40).Min(_ => Walks.In(StepSort.Sort(rig, steps, Constraints.All, random.Next)));
        Assert.True(Walks.In(steps) <= fewest, $"{Walks.In(steps)} walks where {fewest} would do");
    }
}
