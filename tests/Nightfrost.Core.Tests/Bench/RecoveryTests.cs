using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>After a step went otherwise the rest is derived from the state met.</summary>
public class RecoveryTests
{
    private static readonly DateTimeOffset Start = new(2026, 11, 28, 10, 0, 0, TimeSpan.Zero);

    private static readonly Rig One = Scene.Lounge().Now.Site.Rig;

    private static readonly IReadOnlyList<Step> Sheet = RunSheet.For(One);

    // Every step up to one that went otherwise, a minute apart but for the last, which comes so many seconds after the one before.
    private static Recovery After(string stepId, double secondsSince, Rig? rig = null, Func<Step, bool>? wasDone = null, double readAfter = 0)
    {
        var steps = RunSheet.For(rig ?? One);
        var at = steps.ToList().FindIndex(s => s.Id == stepId);
        List<DoneStep> done = [.. steps.Take(at).Where(wasDone ?? (_ => true)).Select((s, i) => new DoneStep(s.Id, Start.AddMinutes(i), true))];
        done.Add(new(stepId, done[^1].At.AddSeconds(secondsSince), false));
        return Recovery.From(rig ?? One, steps, done, stepId, done[^1].At.AddSeconds(readAfter));
    }

    private static IEnumerable<string> Ids(Recovery recovery) => recovery.Again.Select(s => s.StepId);

    [Fact]
    public void A_window_that_lapsed_is_opened_again_and_nothing_else_is_repeated()
    {
        var late = After("pair-ear-edda", 45);
        Assert.Equal(["The box stops waiting for a partner."], late.Since);
        // The headset still waits: the box alone is told again.
        Assert.Equal(["pair-box-edda"], Ids(late));
        Assert.Equal(["pair-box-edda", "pair-ear-edda"], Ids(After("pair-ear-edda", 45, readAfter: 90)));
        Assert.Equal("Switch the ear off first. Hold power for 5 s", After("pair-ear-edda", 45, readAfter: 90).Again[1].Words);
    }

    [Fact]
    public void A_window_that_is_still_open_is_not_opened_again()
    {
        var soon = After("pair-ear-edda", 10);
        Assert.Empty(soon.Since);
        Assert.Equal(["pair-ear-edda"], Ids(soon));
    }

    [Fact]
    public void What_was_passed_over_and_is_waited_for_is_done_first()
    {
        var without = After("pair-box-edda", 30, wasDone: s => !s.Id.StartsWith("power-", StringComparison.Ordinal)
            && !s.Id.StartsWith("switch-on-", StringComparison.Ordinal));
        Assert.Equal(["power-optical>box-box", "switch-on-optical>box", "pair-box-edda"], Ids(without));
    }

    [Fact]
    public void What_a_trial_has_shown_and_nothing_puts_right_is_not_tried_again() =>
        Assert.Empty(After("together-optical-phones", 30, RehearsalTests.All["two outputs of one set"]()).Again);

    [Fact]
    public void What_else_explains_it_is_put_right_before_a_doubt_is_taken_for_true()
    {
        var rig = RehearsalTests.Best(Look([Pair("AUDIO OUT") with { Level = LevelControl.Fixed }], Listener("Edda", "ear") with { OpenToAnother = false }),
            Box("box", input: Connector.Jack35) with { Levels = new() { ClipDbV = 0 } }, Headset("ear"));
        Assert.Contains(Worlds.Of(rig).Others, w => w.AskedAt == "level-edda");
        var unpaired = After("level-edda", 30, rig, s => !s.Id.StartsWith("pair-", StringComparison.Ordinal));
        Assert.Equal(["near-edda", "pair-box-edda", "pair-ear-edda", "level-edda"], Ids(unpaired));
        Assert.Empty(After("level-edda", 30, rig).Again);
    }

    [Fact]
    public void What_joined_in_its_time_and_was_told_late_has_joined() => Assert.Equal(["level-edda"], Ids(After("level-edda", 30)));

    [Fact]
    public void A_step_that_nobody_can_explain_is_done_again() => Assert.Equal(["output-optical>box"], Ids(After("output-optical>box", 20)));

    [Fact]
    public void A_step_that_only_asks_leaves_nothing_to_do_again() => Assert.Equal(Recovery.None, After("turn-down", 5));

    [Fact]
    public void What_is_done_again_brings_about_what_the_step_should()
    {
        foreach (var name in RehearsalTests.All.Keys)
        {
            var rig = RehearsalTests.All[name]();
            var steps = RunSheet.For(rig);
            var trials = Worlds.Of(rig).Others.Select(w => w.AskedAt).ToHashSet();
            foreach (var step in steps.Where(s => s is { Goal: not null, Acts.Count: > 0 }).Where(s => s != steps[0]))
            {
                foreach (var seconds in (double[])[5, 600])
                {
                    var recovery = After(step.Id, seconds, rig);
                    // What a trial has shown is put right or planned anew, not tried again.
                    Assert.True(trials.Contains(step.Id) || step.Id == recovery.Again[^1].StepId || step.Goal is Goal.Joined,
                        $"{name}, {seconds} s: {string.Join(", ", Ids(recovery))} for {step.Id}");
                    // In the order of the sheet, each once.
                    var order = recovery.Again.Select(s => steps.ToList().FindIndex(of => of.Id == s.StepId)).ToList();
                    Assert.Equal(order.Distinct().Order(), order);
                }
            }
        }
    }

    [Fact]
    public void A_first_listener_who_was_switched_off_on_purpose_is_not_paired_again() =>
        Assert.Equal(["pair-box-tobias"], Ids(After("pair-box-tobias", 5, RehearsalTests.All["two at one box, the first off"]())));

    [Fact]
    public void Days_between_two_steps_are_borne() => Assert.NotEmpty(After("pair-ear-edda", 86_400 * 40).Again);
}
