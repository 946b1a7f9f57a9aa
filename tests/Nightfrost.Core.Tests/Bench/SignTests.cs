using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Lights, prompts and what else tells how a step went: they show when their state holds, and only signs that tell something are waited for.</summary>
public class SignTests
{
    private static readonly Device Ear = Headset("ear") with
    {
        Signs =
        [
            Light(SignState.Waiting, "blue, fast"), Light(SignState.Joined, "blue, slow"), Light(SignState.Charging, "red"),
            Light(SignState.LowCell, "red, fast"),
            new(SignState.Joined, SignBy.Prompt, "two rising tones", "", Rhythm.NotRead, ""),
        ],
    };

    private static Scene Lounge(Device? ear = null) => Scene.Of(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }),
        Scene.LoungeBox() with
        {
            Signs = [Light(SignState.Power, "green"), Light(SignState.Sound, "white"), Light(SignState.Waiting, "blinks"),
            Light(SignState.Joined, "steady"), Light(SignState.Receiving, "violet")]
        }, ear ?? Ear);

    private static string Shown(Scene scene, string thingId) =>
        string.Join(", ", Signs.Of(scene.Now).Where(s => s.ThingId == thingId).Select(s => s.Look.Looks));

    [Fact]
    public void Lights_stand_as_their_states_do()
    {
        var scene = Lounge();
        Assert.Equal("", Shown(scene, scene.Box));
        var fed = scene.Do(new Act.Feed(scene.Box, Things.Mains));
        Assert.Equal("", Shown(fed, scene.Box));
        Assert.Equal("green, violet", Shown(fed.Do(new Act.Switch(scene.Box, true)), scene.Box));
        var received = fed.Do(new Act.Switch(scene.Box, true));
        Assert.DoesNotContain("blinks", Shown(received.Do(received.PressBox()), scene.Box), StringComparison.Ordinal);
        var wired = scene.Wired();
        Assert.Equal("green, white", Shown(wired, scene.Box));
        var near = wired.Near();
        Assert.Equal("green, white, blinks", Shown(near.Do(near.PressBox()), scene.Box));
        var paired = wired.Pair();
        Assert.Equal("green, white, steady", Shown(paired, scene.Box));
        Assert.Equal("blue, slow", Shown(paired, scene.Headset1));
        Assert.Equal("green, steady", Shown(paired.Do(new Act.Standby(Scene.Set, true)), scene.Box));
        Assert.Equal("green, violet", Shown(paired.Do(new Act.Slide(scene.Box, BoxMode.Receive)), scene.Box).Replace(", steady", "", StringComparison.Ordinal));
        Assert.Equal("", Shown(paired.Do(new Act.Switch(scene.Headset1, false)), scene.Headset1));
    }

    [Fact]
    public void A_prompt_is_heard_once_and_does_not_stand()
    {
        var paired = Lounge().Wired().Pair();
        Assert.Single(paired.Now.Log, e => e.Words == "The ear is heard: two rising tones.");
        Assert.DoesNotContain(Signs.Of(paired.Now), s => s.Look.By == SignBy.Prompt);
    }

    [Fact]
    public void A_low_cell_warns_before_it_is_empty_and_not_before()
    {
        var paired = Lounge().Wired().Pair();
        Scene With(double charge) =>
            new(paired.Now with { Things = paired.Now.Things.SetItem(paired.Headset1, paired[paired.Headset1] with { Charge = charge }) });
        Assert.Contains("red, fast", Shown(With(0.05), paired.Headset1), StringComparison.Ordinal);
        Assert.DoesNotContain("red, fast", Shown(With(0.5), paired.Headset1), StringComparison.Ordinal);
    }

    [Fact]
    public void A_cell_that_is_fed_shows_that_it_charges()
    {
        var scene = Scene.Of(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }), Scene.LoungeBox() with
        {
            Power = new PowerNeed(100, false, 8, 2, Known.Yes, Known.Yes, true),
            Signs = [Light(SignState.Charging, "red"), Light(SignState.Charged, "green")],
        }, Headset("ear"));
        Assert.Equal("", Shown(scene, scene.Box));
        var fed = scene.Do(new Act.Feed(scene.Box, Things.Mains));
        Assert.Equal("red", Shown(fed, scene.Box));
        Assert.Equal("green", Shown(fed.Do(new Act.Charge(scene.Box)), scene.Box));
    }

    private static IReadOnlyList<Step> Steps(Device box, Device ear, params Listener[] listeners) =>
        RunSheet.For(Router.Rank(new Site(Look([Optical()], listeners is [] ? [Listener("Edda", "ear") with { OpenToAnother = false }] : listeners),
            Shelf(box, ear))).Rigs[0].Rig);

    private static Step Find(IReadOnlyList<Step> steps, string id) => steps.Single(s => s.Id.StartsWith(id, StringComparison.Ordinal));

    [Fact]
    public void Both_ends_are_looked_at_when_they_join()
    {
        var step = Find(Steps(Box("box"), Headset("ear")), "pair-ear-edda");
        Assert.Equal(2, step.Signs.Count);
        Assert.Equal("ear: steady; box: steady", step.Expect);
    }

    [Fact]
    public void One_light_for_both_slots_tells_of_the_first_only()
    {
        var steps = Steps(Box("box", atOnce: 2, withSeveral: [Sbc]), Headset("ear"), Listener("Edda", "ear") with { OpenToAnother = false },
            Listener("Tobias", "ear") with { OpenToAnother = false });
        Assert.Equal(2, Find(steps, "pair-ear-edda").Signs.Count);
        Assert.Single(Find(steps, "pair-ear-tobias").Signs);
    }

    [Fact]
    public void What_stands_since_before_is_not_told_by_a_tone_that_has_passed()
    {
        var ear = Headset("ear") with { Signs = [Light(SignState.Joined, "steady"), new(SignState.Joined, SignBy.Prompt, "a tone", "", Rhythm.NotRead, "")] };
        var steps = Steps(Box("box", atOnce: 2, withSeveral: [Sbc]) with { SecondListener = SecondListenerWay.FirstStaysOn }, ear,
            Listener("Edda", "ear") with { OpenToAnother = false }, Listener("Tobias", "ear") with { OpenToAnother = false });
        Assert.Equal("steady", Find(steps, "second-tobias").Expect);
        Assert.Contains("a tone", Find(steps, "pair-ear-tobias").Expect, StringComparison.Ordinal);
    }

    [Fact]
    public void A_light_that_looks_the_same_in_another_state_is_not_waited_for_and_the_step_says_so()
    {
        var same = Headset("ear") with
        {
            Signs =
            [
                new(SignState.Waiting, SignBy.Light, "blinks blue", "blue", Rhythm.Slow, ""),
                new(SignState.Joined, SignBy.Light, "blue, slow", "blue", Rhythm.Slow, ""),
            ],
        };
        var step = Find(Steps(Box("box"), same), "pair-ear-edda");
        Assert.Equal("steady", step.Expect);
        Assert.Contains("The ear shows the same in another state", step.Detail, StringComparison.Ordinal);
        var unread = Find(Steps(Box("box"), Headset("ear") with { Signs = [] }), "pair-ear-edda");
        Assert.Contains("What the ear shows then is not read yet", unread.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sign_that_showed_before_anything_was_done_tells_nothing_of_it()
    {
        var scene = Lounge().Wired();
        var step = new Step
        {
            Id = "x",
            Phase = Phase.Power,
            Place = "",
            Action = "",
            Acts = [new Act.Wait(1)],
            Signs = [new Sign.Shows(scene.Box, SignState.Power)],
        };
        Assert.Equal(["This showed before anything was done: green."], Rehearsal.Run(scene.Now, [step]).Steps[0].Problems);
        Assert.Empty(Rehearsal.Run(scene.Now, [step with { Acts = [] }]).Steps[0].Problems);
        Assert.Equal(["The box does not show that it is joined."],
            Rehearsal.Run(scene.Now, [step with { Signs = [new Sign.Shows(scene.Box, SignState.Joined)] }]).Steps[0].Problems);
    }

    [Fact]
    public void Silence_is_waited_for_only_where_sound_was_heard_before()
    {
        var scene = Lounge().Do(new Act.Play(Scene.Set), new Act.Turn(Scene.Set, Volume.Down));
        var step = new Step { Id = "x", Phase = Phase.Menu, Place = "", Action = "", Signs = [new Sign.Room(false)], Acts = [new Act.Mute(Scene.Set, true)] };
        Assert.NotEmpty(Rehearsal.Run(scene.Now, [step]).Steps[0].Problems);
        Assert.Empty(Rehearsal.Run(scene.Now, [step with { Acts = [new Act.Turn(Scene.Set, Volume.Usual), new Act.Mute(Scene.Set, true)] }]).Steps[0].Problems);
    }

    [Fact]
    public void A_Bluetooth_headset_of_which_nobody_has_read_how_it_pairs_is_not_said_to_need_none()
    {
        var ear = Headset("ear") with { Gestures = [], Controls = [], Automatic = Automatic.Unread };
        var rig = RehearsalTests.Best(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }), Scene.LoungeBox(), ear);
        var steps = RunSheet.For(rig);
        Assert.Equal("Put the ear into pairing: nobody has read how, its manual says it", steps.Single(s => s.Id == "pair-ear-edda").Action);
        Assert.DoesNotContain(steps, s => s.Id.StartsWith("joined-", StringComparison.Ordinal));
        Assert.Contains(steps, s => s.Id == "release-rivals");
        var proof = Proof.Of(rig, steps);
        Assert.Equal((Verdict.NotCarriedOut, "the pairing of the ear, which nobody has read"), (proof.Verdict, Assert.Single(proof.NotSimulated)));
    }
}
