using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Whether a box still knows its partners after its power was away: read, not read, and tried.</summary>
public class PowerBackTests
{
    private const string Step = "power-back-optical>box";

    private static Rig Of(Known survives, Known offInStandby = Known.Yes)
    {
        var box = Box("box");
        return RehearsalTests.Best(Look([Optical(), Usb(900, offInStandby)], Listener("Edda", "ear") with { OpenToAnother = false }),
            box with { Power = box.Power with { PairingSurvivesPowerLoss = survives } }, Headset("ear"));
    }

    [Fact]
    public void What_nobody_has_read_is_a_doubt_of_the_visit_and_of_the_week_and_is_tried_once_all_have_joined()
    {
        var rig = Of(Known.NotYet);
        var steps = RunSheet.For(rig);
        Assert.Contains(rig.Power, p => p.SleepsWithSet);
        var tried = steps.Select(s => s.Id).ToList();
        Assert.True(tried.IndexOf(Step) > tried.IndexOf("pair-ear-edda"));

        // A phone that is back on takes what has lost its box.
        Assert.True(tried.IndexOf(Step) < tried.IndexOf("restore-rivals"));

        var visit = Assert.Single(Proof.Of(rig, steps).Doubts);
        Assert.Equal(("The box may forget its partner each time the set takes its power away", Step), (visit.Words, visit.AskedAt));
        Assert.Contains("not joined", visit.ThenFails, StringComparison.Ordinal);
        var week = Assert.Single(ClientWeek.Prove(rig, steps).Doubts);
        Assert.Equal(Step, week.AskedAt);
        Assert.Contains("not joined", week.ThenFails, StringComparison.Ordinal);

        // Tried and heard to come back, it is settled.
        Assert.Equal(Verdict.Proven, Proof.Of(rig, steps).After(new HashSet<string> { Step }).Verdict);
    }

    [Fact]
    public void What_is_read_is_neither_doubted_nor_tried()
    {
        foreach (var rig in new[] { Of(Known.Yes), Of(Known.No), Of(Known.NotYet, offInStandby: Known.No) })
        {
            var steps = RunSheet.For(rig);
            Assert.DoesNotContain(steps, s => s.Id == Step);
            Assert.Empty(Proof.Of(rig, steps).Doubts);
            Assert.Equal(Verdict.Proven, ClientWeek.Prove(rig, steps).Verdict);
        }
    }

    [Fact]
    public void A_cell_of_its_own_keeps_a_box_s_memory()
    {
        var box = Box("box") with { Power = new PowerNeed(100, false, 8, 3, Known.Yes, Known.NotYet, false) };
        var rig = RehearsalTests.Best(Look([Optical(), Usb(900)], Listener("Edda", "ear") with { OpenToAnother = false }), box, Headset("ear"));
        Assert.Equal("usb", Assert.Single(rig.Power).UsbSocketId);
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Id == Step);
    }

    [Fact]
    public void Units_of_one_system_that_are_never_paired_have_nothing_to_forget()
    {
        var unit = Base("base", LinkTechnology.UhfDigital, "Hulver");
        unit = unit with { Power = new PowerNeed(200, false, 0, 0, Known.NotYet, Known.NotYet, false) };
        var rig = RehearsalTests.Best(Look([Optical(), Usb(900)], Listener("Edda", "fh") with { OpenToAnother = false }), unit,
            FamilyHeadset("fh", LinkTechnology.UhfDigital, "Hulver"));
        Assert.Equal("usb", Assert.Single(rig.Power).UsbSocketId);
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Id.StartsWith("power-back-", StringComparison.Ordinal));
    }

    [Fact]
    public void A_box_that_is_known_to_forget_is_kept_off_a_socket_that_goes_off_and_one_that_is_unread_is_not()
    {
        Assert.Null(Assert.Single(Of(Known.No).Power).UsbSocketId);
        Assert.Equal("usb", Assert.Single(Of(Known.NotYet).Power).UsbSocketId);
    }

    [Fact]
    public void A_box_that_lost_its_partner_is_paired_again_by_what_follows()
    {
        var rig = Of(Known.NotYet);
        var steps = RunSheet.For(rig).ToList();
        var at = steps.FindIndex(s => s.Id == Step);
        var begin = new DateTimeOffset(2026, 11, 28, 10, 0, 0, TimeSpan.Zero);
        List<DoneStep> done = [.. steps.Take(at + 1).Select((s, i) => new DoneStep(s.Id, begin.AddMinutes(i), i < at))];
        var again = Recovery.From(rig, steps, done, Step, done[^1].At).Again;
        Assert.Equal(["pair-box-edda", "pair-ear-edda"], again.Select(s => s.StepId));
    }
}
