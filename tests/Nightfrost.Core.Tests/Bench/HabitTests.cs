using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What devices do by themselves, and what they do not.</summary>
public class HabitTests
{
    private static Scene Lounge(Func<Automatic, Automatic> box, Func<Automatic, Automatic>? ear = null) => Scene.Of(
        Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }),
        Scene.LoungeBox() is var one ? one with { Automatic = box(one.Automatic) } : one,
        Headset("ear") is var worn ? worn with { Automatic = (ear ?? (a => a))(worn.Automatic) } : worn);

    [Fact]
    public void What_has_no_sound_switches_itself_off_after_its_minutes()
    {
        var scene = Lounge(a => a, a => a with { IdleOffMinutes = 10 }).Wired().Pair().Wear();
        Assert.True(scene.Let(3600)[scene.Headset1].IsOn);
        var quiet = scene.Do(new Act.Choose(Scene.Set, SourceMenu.DigitalFormat, MenuValues.Automatic));
        Assert.True(quiet.Let(590)[scene.Headset1].IsOn);
        Assert.False(quiet.Let(610)[scene.Headset1].IsOn);
        Assert.Contains("switches itself off", quiet.Let(610).LastWrong, StringComparison.Ordinal);
        // Sound in between begins the minutes anew.
        var again = quiet.Let(500).Do(new Act.Choose(Scene.Set, SourceMenu.DigitalFormat, MenuValues.Pcm))
            .Do(new Act.Choose(Scene.Set, SourceMenu.DigitalFormat, MenuValues.Automatic));
        Assert.True(again.Let(500)[scene.Headset1].IsOn);
    }

    [Fact]
    public void What_waits_for_a_partner_or_never_switches_off_stays_on()
    {
        var waiting = Lounge(a => a, a => a with { IdleOffMinutes = 1, WindowSeconds = 0 }).Near();
        Assert.True(waiting.Do(waiting.PressEar()).Let(600)[waiting.Headset1].IsOn);
        var never = Lounge(a => a, a => a with { IdleOffMinutes = 0 }).Near();
        Assert.True(never.Do(new Act.Switch(never.Headset1, true)).Let(36_000)[never.Headset1].IsOn);
    }

    [Fact]
    public void Of_what_nobody_has_read_both_are_possible()
    {
        var rig = Lounge(a => a).Now.Site.Rig;
        var scene = Scene.Of(rig).Near();
        Assert.True(scene.Do(new Act.Switch(scene.Headset1, true)).Let(36_000)[scene.Headset1].IsOn);
        var other = Scene.Of(rig, t => t with { UnreadIdleMinutes = 10 }).Near();
        Assert.False(other.Do(new Act.Switch(other.Headset1, true)).Let(36_000)[other.Headset1].IsOn);
    }

    [Theory]
    [InlineData("AUX", false, true)]
    [InlineData("AUX", true, false)]
    [InlineData("", false, false)]
    public void A_box_whose_plug_is_pulled_may_go_over_to_another_input_and_stay_there(string fallsBackTo, bool senses, bool staysAway)
    {
        var scene = Lounge(a => a with { FallsBackTo = fallsBackTo, SensesInput = senses }).Wired().Pair().Wear();
        Assert.True(scene.Hears());
        var pulled = scene.Do(new Act.Pull(scene.Lead.FarEnd));
        Assert.Equal(fallsBackTo.Length > 0, pulled.Now.Log.Any(e => e.Words.Contains("goes over to its input", StringComparison.Ordinal)));
        var back = pulled.Do(new Act.Plug(scene.Lead.FarEnd, scene.Lead.FarPort));
        Assert.Equal(staysAway, back.Why().Any(why => why.Contains("another input", StringComparison.Ordinal)));
        Assert.Equal(!staysAway, back.Hears());
    }

    [Fact]
    public void A_plug_that_was_not_listened_to_changes_no_input()
    {
        var scene = Lounge(a => a with { FallsBackTo = "OPT" }).Wired();
        var aside = scene.Do(new Act.ChooseInput(scene.Box, Things.Port(scene.Box, 1)), new Act.Pull(scene.Lead.FarEnd));
        Assert.Equal(Things.Port(scene.Box, 1), aside[scene.Box].Input);
    }

    [Theory]
    [InlineData(Seeks.NotRead, true)]
    [InlineData(Seeks.EveryPartner, true)]
    [InlineData(Seeks.LastPartner, true)]
    [InlineData(Seeks.Nobody, false)]
    public void What_comes_on_looks_for_whom_it_seeks(Seeks seeks, bool finds)
    {
        var scene = Lounge(a => a with { Seeks = Seeks.Nobody }, a => a with { Seeks = seeks }).Wired().Pair();
        var again = scene.Do(new Act.Switch(scene.Headset1, false), new Act.Switch(scene.Headset1, true)).Let(60);
        Assert.Equal(finds, again.Joined());
    }

    [Fact]
    public void Power_that_rests_is_away_for_its_seconds_and_no_longer()
    {
        var scene = Lounge(a => a).Wired();
        var rested = scene.Do(new Act.Rest(scene.Box, 30));
        Assert.Equal(30_000 + ActTimes.HandsMs(new Act.Rest(scene.Box, 30)), rested.Now.NowMs - scene.Now.NowMs);
        Assert.True(rested[scene.Box].IsOn);
    }

    [Theory]
    [InlineData(Seeks.EveryPartner, 20, true)]
    [InlineData(Seeks.EveryPartner, 90, false)]
    [InlineData(Seeks.Nobody, 20, false)]
    public void What_lost_its_partner_looks_for_it_a_minute_long(Seeks seeks, int awaySeconds, bool finds)
    {
        var scene = Lounge(a => a with { Seeks = Seeks.Nobody }, a => a with { Seeks = seeks }).Wired().Pair();
        Assert.Equal(finds, scene.Do(new Act.Rest(scene.Box, awaySeconds)).Let(30).Joined());
    }

    [Fact]
    public void What_seeks_its_last_partner_alone_leaves_an_earlier_one_be()
    {
        var look = Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false, KnownTo = "her phone" });
        var ear = Headset("ear") with { Automatic = Headset("ear").Automatic with { Seeks = Seeks.LastPartner } };
        var box = Scene.LoungeBox() with { Automatic = Scene.LoungeBox().Automatic with { Seeks = Seeks.Nobody } };
        var paired = Scene.Of(look, box, ear);
        var phone = paired.Ear().RivalId!;
        paired = paired.Do(new Act.Radio(phone, false)).Wired().Pair();
        Assert.True(paired.Joined());
        // The phone takes it for an evening, and is then away.
        var lent = new Scene(paired.Now.With(new Fault.HeldBy(paired.Headset1, phone))).Do(new Act.Radio(phone, false)).Let(60);
        var again = lent.Do(new Act.Switch(lent.Headset1, false), new Act.Switch(lent.Headset1, true)).Let(60);
        Assert.False(again.Joined());
    }

    [Fact]
    public void A_box_that_waits_while_it_knows_nobody_waits_once()
    {
        var scene = Lounge(a => a with { Window = WindowOpens.WhileNobodyIsKnown, WindowSeconds = 0 }).Near().Wired();
        Assert.NotNull(scene[scene.Box].WaitsUntilMs);
        var paired = scene.Do(scene.PressEar());
        Assert.True(paired.Joined());
        Assert.Null(paired.Do(new Act.Switch(scene.Box, false), new Act.Switch(scene.Box, true))[scene.Box].WaitsUntilMs);
    }

    [Fact]
    public void A_press_does_what_its_gesture_says_and_a_longer_hold_another()
    {
        var ear = Headset("ear");
        ear = ear with { Gestures = [.. ear.Gestures, new(GestureDoes.SwitchesPower, "power", PowerFrom.NotRead, 1, 4, 1, "", "", "")] };
        var scene = Scene.Of(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }), Scene.LoungeBox(), ear).Near();
        var on = scene.Do(new Act.Press(scene.Headset1, "power", 2, 1));
        Assert.True(on[scene.Headset1] is { IsOn: true, WaitsUntilMs: null });
        Assert.False(on.Do(new Act.Press(scene.Headset1, "power", 2, 1))[scene.Headset1].IsOn);
        Assert.NotNull(scene.Do(new Act.Press(scene.Headset1, "power", 5, 1))[scene.Headset1].WaitsUntilMs);
        Assert.Contains("0.5 s and wants 1", scene.Do(new Act.Press(scene.Headset1, "power", 0.5, 1)).LastWrong, StringComparison.Ordinal);
        Assert.Contains("held 4.5 s", scene.Do(new Act.Press(scene.Headset1, "power", 4.5, 1)).LastWrong, StringComparison.Ordinal);
        Assert.Contains("no control called 'the lid'", scene.Do(new Act.Press(scene.Headset1, "the lid", 2, 1)).LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_entries_of_one_display_are_told_apart()
    {
        Gesture Entry(GestureDoes does, string to) => new(does, "the display", PowerFrom.On, 0, 0, 1, to, "", "");
        var box = Scene.LoungeBox(2) with
        {
            SecondListener = SecondListenerWay.FirstStaysOn,
            Controls = [new("the display", ControlKind.Display, "")],
            Gestures = [Entry(GestureDoes.OpensPairing, "Pair"), Entry(GestureDoes.OpensSecondPairing, "Add")],
        };
        var first = Scene.Two(_ => box).Wired().Pair();
        var both = first.Pair("tobias", GestureDoes.OpensSecondPairing);
        Assert.True(both.Joined() && both.Joined("tobias"));
        Assert.Contains("does nothing when the display is worked like that", first.Do(new Act.Press(first.Box, "the display", 0, 1, "Forget")).LastWrong,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_slide_and_an_input_button_are_worked_like_any_control()
    {
        var scene = Scene.Lounge(box => box.With(GestureDoes.ChoosesInput).With(GestureDoes.Receives, ControlKind.Slide, "RX"));
        var fed = scene.Do(new Act.Feed(scene.Box, Things.Mains), new Act.Switch(scene.Box, true));
        var chosen = fed.Do(new Act.Press(scene.Box, "the input switch", 0, 1));
        Assert.Equal(Things.Port(scene.Box, 0), chosen[scene.Box].Input);
        Assert.Equal(Things.Port(scene.Box, 1), chosen.Do(new Act.Press(scene.Box, "the input switch", 0, 1))[scene.Box].Input);
    }
}
