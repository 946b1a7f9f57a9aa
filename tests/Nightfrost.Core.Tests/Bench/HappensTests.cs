using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What happens at a set when things are done right, told by hand.</summary>
public class HappensTests
{
    [Fact]
    public void An_optical_box_set_up_in_the_order_of_the_trade_brings_the_film_to_the_ear() =>
        Assert.Empty(Scene.Lounge().Wired().Pair().Wear().Why());

    [Fact]
    public void A_box_is_lit_once_it_has_power_and_its_switch_is_on()
    {
        var scene = Scene.Lounge();
        Assert.False(scene[scene.Box].IsOn);
        var fed = scene.Do(new Act.Feed(scene.Box, Things.Mains));
        Assert.False(fed[scene.Box].IsOn);
        Assert.True(fed.Do(new Act.Switch(scene.Box, true))[scene.Box].IsOn);
    }

    [Fact]
    public void A_box_without_a_switch_starts_with_its_supply()
    {
        var scene = Scene.Lounge(box => box with { Gestures = [.. box.Gestures.Where(g => g.Does != GestureDoes.SwitchesPower)] });
        Assert.True(scene.Do(new Act.Feed(scene.Box, Things.Mains))[scene.Box].IsOn);
    }

    [Fact]
    public void Sound_at_the_box_is_told_from_sound_at_the_ear()
    {
        var wired = Scene.Lounge().Wired();
        Assert.True(Listening.AtBox(wired.Now, "edda").IsHeard);
        Assert.False(wired.Hears());
    }

    [Fact]
    public void A_headset_that_was_paired_comes_back_by_itself_when_it_is_switched_on_again()
    {
        var paired = Scene.Lounge().Wired().Pair();
        var off = paired.Do(new Act.Switch(paired.Headset1, false));
        Assert.False(off.Joined());
        Assert.True(off.Do(new Act.Switch(paired.Headset1, true)).Let(10).Joined());
    }

    [Fact]
    public void A_box_that_remembers_finds_its_headset_after_a_power_cut()
    {
        var paired = Scene.Lounge().Wired().Pair();
        var back = paired.Do(new Act.Rest(paired.Box, 30)).Let(10);
        Assert.True(back.Joined());
    }

    [Fact]
    public void Two_headsets_join_one_box_the_first_off_while_the_second_pairs()
    {
        var first = Scene.Two().Wired().Pair();
        var second = first.Do(new Act.Switch(first.Headset1, false)).Pair("tobias", GestureDoes.OpensSecondPairing);
        Assert.True(second.Joined("tobias"));
        var both = second.Do(new Act.Switch(first.Headset1, true)).Let(10);
        Assert.True(both.Joined() && both.Joined("tobias"));
    }

    [Fact]
    public void A_box_that_wants_the_first_to_stay_on_takes_the_second_beside_it()
    {
        var first = Scene.Two(box => box with { SecondListener = SecondListenerWay.FirstStaysOn }).Wired().Pair();
        Assert.True(first.Pair("tobias", GestureDoes.OpensSecondPairing) is var both && both.Joined() && both.Joined("tobias"));
    }

    [Fact]
    public void A_base_of_a_system_of_its_own_finds_its_headset_without_pairing()
    {
        var look = Look([Optical()], Listener("Edda", "fh") with { OpenToAnother = false });
        var scene = Scene.Of(look, Base("base", LinkTechnology.Digital24GHz, "Tarn"), FamilyHeadset("fh", LinkTechnology.Digital24GHz, "Tarn"));
        var on = scene.Near().Do(new Act.Feed(scene.Box, Things.Mains), new Act.Switch(scene.Headset1, true)).Let(5);
        Assert.True(on.Joined());
    }

    [Fact]
    public void A_plug_in_the_headphone_socket_silences_the_set_and_the_room_is_back_when_it_is_pulled()
    {
        var scene = Wire();
        var played = scene.Do(new Act.Play(Scene.Set));
        Assert.True(played.RoomHears);
        var plugged = played.Do(new Act.Plug(scene.Lead.NearEnd, scene.Lead.NearPort));
        Assert.False(plugged.RoomHears);
        Assert.True(plugged.Do(new Act.Pull(scene.Lead.NearEnd)).RoomHears);
    }

    [Fact]
    public void A_wired_headset_hears_once_the_headphone_level_is_up()
    {
        var scene = Wire();
        var heard = scene.Do(new Act.Play(Scene.Set), new Act.Plug(scene.Lead.NearEnd, scene.Lead.NearPort),
            new Act.Plug(scene.Lead.FarEnd, scene.Lead.FarPort),
            new Act.Choose(Scene.Set, SourceMenu.HeadphoneLevel, MenuValues.High), new Act.PutOn(scene.Headset1));
        Assert.Empty(heard.Why());
    }

    [Fact]
    public void The_codec_changes_when_a_second_listener_joins()
    {
        var first = Scene.Two(box => box with { SecondListener = SecondListenerWay.FirstStaysOn }).Wired().Pair();
        Assert.NotEmpty(Goals.Missing(first.Now, new Goal.CodecAsPlanned("edda")));
        Assert.Empty(Goals.Missing(first.Pair("tobias", GestureDoes.OpensSecondPairing).Now, new Goal.CodecAsPlanned("edda")));
    }

    [Fact]
    public void A_bar_that_held_the_socket_plays_before_and_through_the_box_after_it()
    {
        var scene = Bar();
        var played = scene.Do(new Act.Play(Scene.Set));
        Assert.True(played.RoomHears);
        var taker = Things.NearEnd(Things.TakerLead(scene.Ear().Route.Feed.Socket));
        var silent = played.Do(new Act.Turn(Scene.Set, Volume.Down), new Act.Pull(taker));
        Assert.False(silent.RoomHears);
        var passed = silent.Wired().Do(new Act.Plug(taker, RoomPorts.OfTaker(scene.Box, scene.Ear().Sender!.Device!)));
        Assert.True(passed.RoomHears);
        Assert.False(passed.Do(new Act.Switch(scene.Box, false)).RoomHears);
    }

    [Fact]
    public void A_window_without_end_still_waits_after_an_hour()
    {
        var scene = Scene.Lounge(box => box with { Automatic = box.Automatic with { WindowSeconds = 0 } }).Wired().Near();
        Assert.True(scene.Do(scene.PressBox()).Let(3600).Do(scene.PressEar()).Joined());
    }

    [Fact]
    public void A_box_that_listens_from_power_on_needs_no_press()
    {
        var scene = Scene.Lounge(box => box with
        {
            Automatic = new() { Window = WindowOpens.WithPower, WindowSeconds = 180 },
            Gestures = [.. box.Gestures.Where(g => g.Does is GestureDoes.Transmits or GestureDoes.ChoosesInput)],
        }).Near();
        Assert.True(scene.Wired().Do(scene.PressEar()).Joined());
    }

    [Fact]
    public void A_box_that_pairs_from_off_is_switched_on_by_that()
    {
        var scene = Scene.Lounge(box => box.With(GestureDoes.OpensPairing, hold: 3, from: PowerFrom.Off));
        var paired = scene.Near().Do(new Act.Feed(scene.Box, Things.Mains), new Act.Slide(scene.Box, BoxMode.Transmit),
            scene.PressBox(), scene.PressEar());
        Assert.True(paired.Joined() && paired[scene.Box].IsOn);
    }

    [Fact]
    public void The_set_on_a_variable_socket_owns_the_loudness_at_the_ear_too()
    {
        var scene = Wire();
        var heard = scene.Do(new Act.Play(Scene.Set), new Act.Plug(scene.Lead.NearEnd, scene.Lead.NearPort),
            new Act.Plug(scene.Lead.FarEnd, scene.Lead.FarPort),
            new Act.Choose(Scene.Set, SourceMenu.HeadphoneLevel, MenuValues.High), new Act.PutOn(scene.Headset1));
        Assert.True(heard.Hears());
        Assert.False(heard.Do(new Act.Turn(Scene.Set, Volume.Down)).Hears());
        Assert.False(heard.Do(new Act.Mute(Scene.Set, true)).Hears());
    }

    [Fact]
    public void A_fixed_socket_goes_on_when_the_set_is_turned_down_or_muted()
    {
        var heard = Scene.Lounge().Wired().Pair().Wear();
        Assert.True(heard.Do(new Act.Turn(Scene.Set, Volume.Down)).Hears());
        Assert.True(heard.Do(new Act.Mute(Scene.Set, true)).Hears());
    }

    [Fact]
    public void A_phone_that_is_off_the_air_takes_nobody()
    {
        var scene = Scene.Lounge(knownTo: "her phone").Wired().Near();
        var quiet = scene.Do(new Act.Radio(scene.Ear().RivalId!, false), new Act.Switch(scene.Headset1, true)).Let(20);
        Assert.Empty(quiet[scene.Headset1].Joined);
    }

    [Fact]
    public void A_headset_that_has_joined_its_box_stays_when_the_phone_comes_back()
    {
        var scene = Scene.Lounge(knownTo: "her phone").Wired();
        var paired = scene.Do(new Act.Radio(scene.Ear().RivalId!, false)).Pair();
        Assert.True(paired.Do(new Act.Radio(scene.Ear().RivalId!, true)).Let(60).Joined());
    }

    [Fact]
    public void Acts_give_the_same_moment_every_time_and_leave_the_one_before_as_it_was()
    {
        var wired = Scene.Lounge().Wired();
        var (one, two) = (wired.Pair(), wired.Pair());
        Assert.Equal(one.Now.Log.Select(e => (e.AtMs, e.Words)), two.Now.Log.Select(e => (e.AtMs, e.Words)));
        Assert.False(wired.Joined());
        Assert.True(one.Joined());
    }

    [Theory]
    [InlineData(0.5)]
    [InlineData(3)]
    public void Hands_take_their_time_and_a_hold_takes_what_the_device_asks(double pace)
    {
        var scene = Scene.Lounge();
        var act = scene.PressBox();
        Assert.Equal(ActTimes.HandsMs(act) * pace + 3000, Core.Bench.Bench.Do(scene.Now, act, pace).NowMs);
    }

    internal static Scene Wire() => Scene.Of(Look([Phones()], Listener("Edda", "wired") with { OpenToAnother = false }), Wired());

    internal static Scene Bar() => Scene.Of(
        Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar", TakenByDeviceId = "bar" }],
            Listener("Edda", "ear") with { OpenToAnother = false, RoomWish = RoomWish.RoomHearsToo }),
        Scene.LoungeBox() with
        {
            PassesThrough = true,
            Ports = [.. Scene.LoungeBox().Ports, new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OUT")],
        },
        Headset("ear"), TestKit.Bar());

    [Fact]
    public void The_picture_is_there_while_what_is_watched_plays_whatever_is_plugged_or_muted()
    {
        var scene = Scene.Lounge();
        Assert.Equal("the set plays nothing", Assert.Single(Pictures.Missing(scene.Now, Scene.Set)));
        var wired = scene.Wired().Pair().Do(new Act.Mute(Scene.Set, true));
        Assert.True(Pictures.AreThere(wired.Now));
        Assert.True(Pictures.AreThere(wired.Do(new Act.Pull(wired.Lead.NearEnd), new Act.Rest(wired.Box, 30)).Now));
        var asleep = wired.Do(new Act.Standby(Scene.Set, true));
        Assert.Equal("the set is on standby", Assert.Single(Pictures.Missing(asleep.Now, Scene.Set)));
        Assert.True(Pictures.AreThere(asleep.Do(new Act.Standby(Scene.Set, false)).Now));
    }
}
