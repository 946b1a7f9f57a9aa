using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What a specialist knows does not happen: one scene for each rule of the Bench, which fails when the rule is taken out.</summary>
public class HappensNotTests
{
    private static Scene Whole(string knownTo = "") => Scene.Lounge(knownTo: knownTo).Wired().Pair().Wear();

    private static void Silent(Scene scene, string because, string listenerId = "edda")
    {
        // It alone is in the way: one reason, and no other.
        var why = Assert.Single(scene.Why(listenerId));
        Assert.Contains(because, why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_cap_left_on_lets_nothing_through()
    {
        var scene = Whole();
        foreach (var end in new[] { scene.Lead.NearEnd, scene.Lead.FarEnd })
            Silent(new(scene.Now with { Caps = scene.Now.Caps.Add(end) }), "cap");
    }

    [Fact]
    public void A_plug_that_is_out_lets_nothing_through()
    {
        var scene = Whole();
        foreach (var end in new[] { scene.Lead.NearEnd, scene.Lead.FarEnd })
            Silent(scene.Do(new Act.Pull(end)), "is not in");
    }

    [Fact]
    public void A_plug_in_the_wrong_socket_lets_nothing_through()
    {
        var scene = Whole();
        var aux = Things.Port(scene.Box, 1);
        Silent(scene.Do(new Act.Pull(scene.Lead.FarEnd), new Act.Plug(scene.Lead.FarEnd, aux)), "is not in");
    }

    [Fact]
    public void A_second_plug_finds_no_room_in_a_socket()
    {
        var scene = Whole();
        var refused = scene.Do(new Act.Pull(scene.Lead.FarEnd), new Act.Plug(scene.Lead.FarEnd, scene.Lead.NearPort));
        Assert.Contains("in that socket", refused.LastWrong, StringComparison.Ordinal);
        Assert.False(refused.Now.Plugs.ContainsKey(scene.Lead.FarEnd));
    }

    [Fact]
    public void A_box_without_power_or_switched_off_passes_nothing_on()
    {
        var scene = Whole();
        Assert.Contains(scene.Do(new Act.Switch(scene.Box, false)).Why(), why => why.Contains("no power or is off", StringComparison.Ordinal));
        Assert.Contains(scene.Do(new Act.Feed(scene.Box, "nowhere")).Why(),
            why => why.Contains("no power or is off", StringComparison.Ordinal));
    }

    [Fact]
    public void Nothing_is_switched_on_that_has_no_power()
    {
        var scene = Scene.Lounge();
        var dark = scene.Do(new Act.Switch(scene.Box, true));
        Assert.Contains("no power", dark.LastWrong, StringComparison.Ordinal);
        Assert.False(dark[scene.Box].IsOn);
        var pressed = Scene.Lounge(box => box.With(GestureDoes.ChoosesInput));
        Assert.Contains("no power", pressed.Do(new Act.ChooseInput(scene.Box, scene.Lead.FarPort)).LastWrong, StringComparison.Ordinal);
        Assert.Contains("no power", scene.Do(scene.PressBox()).LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void A_box_on_another_input_is_silent_like_a_broken_lead()
    {
        var scene = Whole();
        Silent(scene.Do(new Act.ChooseInput(scene.Box, Things.Port(scene.Box, 1))), "another input");
    }

    [Fact]
    public void A_box_that_chooses_its_input_by_hand_does_not_find_it_by_itself()
    {
        var scene = Scene.Lounge();
        Assert.NotEmpty(Goals.Missing(scene.Now, new Goal.InputChosen(scene.Box, scene.Lead.FarPort)));
        Assert.Empty(Goals.Missing(Scene.Lounge(box => box with { Automatic = box.Automatic with { SensesInput = true } }).Now,
            new Goal.InputChosen(scene.Box, scene.Lead.FarPort)));
    }

    [Fact]
    public void A_bitstream_is_silence_to_a_box_that_takes_PCM()
    {
        var scene = Whole();
        Silent(scene.Do(new Act.Choose(Scene.Set, SourceMenu.DigitalFormat, MenuValues.Automatic)), "cannot decode");
    }

    [Fact]
    public void An_output_the_menu_does_not_name_is_silent()
    {
        var scene = Whole();
        Silent(new(scene.Now.WithSource(Scene.Set, s => s with { Outputs = [] })), "menu does not send");
    }

    [Fact]
    public void Nothing_sounds_while_nothing_plays()
    {
        var scene = Whole();
        Silent(new(scene.Now.WithSource(Scene.Set, s => s with { Playing = false })), "plays nothing");
        Assert.False(new Scene(scene.Now.WithSource(Scene.Set, s => s with { Playing = false })).RoomHears);
    }

    [Fact]
    public void A_low_headphone_level_gives_hardly_anything()
    {
        var scene = HappensTests.Wire();
        var low = scene.Do(new Act.Play(Scene.Set), new Act.Plug(scene.Lead.NearEnd, scene.Lead.NearPort), new Act.Plug(scene.Lead.FarEnd, scene.Lead.FarPort),
            new Act.PutOn(scene.Headset1));
        Silent(low, "headphone level of the set is low");
    }

    [Fact]
    public void A_headset_with_a_cell_of_its_own_is_silent_by_a_wire_while_it_is_off()
    {
        var scene = Scene.Of(Look([Phones()], Listener("Edda", "ear") with { OpenToAnother = false }),
            Headset("ear") with { Ports = [new AudioPort(Connector.Jack35, false, [Signal.AnalogueHeadphone], "AUX")] });
        var off = scene.Do(new Act.Play(Scene.Set), new Act.Plug(scene.Lead.NearEnd, scene.Lead.NearPort), new Act.Plug(scene.Lead.FarEnd, scene.Lead.FarPort),
            new Act.Choose(Scene.Set, SourceMenu.HeadphoneLevel, MenuValues.High), new Act.PutOn(scene.Headset1), new Act.Charge(scene.Headset1));
        Silent(off, "is off or empty");
        Assert.True(off.Do(new Act.Switch(scene.Headset1, true)).Hears());
    }

    [Fact]
    public void A_headset_that_hangs_on_its_hook_or_is_turned_down_is_not_heard()
    {
        var scene = Whole();
        Silent(scene.Do(new Act.Bring(scene.Headset1, Place.AtSet)), "is not where");
        Silent(scene.Do(new Act.Turn(scene.Headset1, Volume.Down)), "turned down");
    }

    [Fact]
    public void A_box_on_receive_finds_no_headset()
    {
        var scene = Scene.Lounge().Wired();
        var listening = scene.Do(new Act.Slide(scene.Box, BoxMode.Receive)).Pair();
        Assert.False(listening.Joined());
        Assert.Contains(listening.Now.Log, e => e.WentWrong && e.Words.Contains("on receive", StringComparison.Ordinal));
        Assert.Contains(Whole().Do(new Act.Slide(scene.Box, BoxMode.Receive)).Why(), why => why.Contains("receive", StringComparison.Ordinal));
    }

    [Fact]
    public void A_window_that_has_lapsed_joins_nobody()
    {
        var scene = Scene.Lounge().Wired().Near();
        var late = scene.Do(scene.PressBox()).Let(31).Do(scene.PressEar());
        Assert.False(late.Joined());
        Assert.Contains(late.Now.Log, e => e.Words.Contains("stops waiting", StringComparison.Ordinal));
    }

    [Fact]
    public void A_hold_let_go_too_early_does_nothing()
    {
        var scene = Scene.Lounge().Wired().Near();
        var early = scene.Do(scene.PressBox(hold: 1), scene.PressEar());
        Assert.False(early.Joined());
        Assert.Contains(early.Now.Log, e => e.Words.Contains("was held 1 s and wants 3", StringComparison.Ordinal));
    }

    [Fact]
    public void What_pairs_from_off_does_not_pair_from_on_nor_the_other_way_round()
    {
        var scene = Scene.Lounge().Wired().Near();
        var on = scene.Do(new Act.Switch(scene.Headset1, true), scene.PressBox(), scene.PressEar());
        Assert.False(on.Joined());
        Assert.Contains("works only from off", on.LastWrong, StringComparison.Ordinal);
        var off = scene.Do(new Act.Switch(scene.Box, false), scene.PressBox());
        Assert.Contains("works only once it is on", off.LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void One_end_alone_in_pairing_joins_nobody()
    {
        var scene = Scene.Lounge().Wired().Near();
        Assert.False(scene.Do(scene.PressBox()).Let(20).Joined());
        Assert.False(scene.Do(scene.PressEar()).Let(20).Joined());
    }

    [Fact]
    public void A_headset_at_the_seat_is_too_far_to_be_found()
    {
        var scene = Scene.Lounge().Wired().Near();
        var far = scene.Do(new Act.Bring(scene.Headset1, Place.Seat), scene.PressBox(), scene.PressEar());
        Assert.False(far.Joined());
    }

    [Fact]
    public void An_empty_headset_does_not_pair()
    {
        var scene = Scene.Lounge().Wired();
        var empty = scene.Do(new Act.Bring(scene.Headset1, Place.AtSet), scene.PressBox(), scene.PressEar());
        Assert.False(empty.Joined());
        Assert.Contains("no power", empty.LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void A_headset_that_was_never_paired_is_not_taken_for_switching_it_on()
    {
        var scene = Scene.Lounge().Wired().Near();
        Assert.False(scene.Do(new Act.Switch(scene.Headset1, true)).Let(30).Joined());
    }

    [Fact]
    public void A_headset_that_a_phone_has_taken_does_not_hear_the_set()
    {
        var scene = Scene.Lounge(knownTo: "her phone").Wired().Near();
        var taken = scene.Do(new Act.Switch(scene.Headset1, true)).Let(20);
        Assert.Equal([scene.Ear().RivalId!], taken[scene.Headset1].Joined);
        Assert.Contains(taken.Why(), why => why.Contains("is joined to her phone", StringComparison.Ordinal));
    }

    [Fact]
    public void A_second_is_refused_while_the_first_is_linked_on_a_box_that_wants_it_off()
    {
        var scene = Scene.Two().Wired().Pair();
        var refused = scene.Near("tobias").Do(scene.PressBox(GestureDoes.OpensSecondPairing));
        Assert.Contains("refuses a second", refused.LastWrong, StringComparison.Ordinal);
        Assert.Null(refused[scene.Box].WaitsUntilMs);
    }

    [Fact]
    public void A_box_that_wants_the_first_on_takes_no_second_without_it()
    {
        var scene = Scene.Two(box => box with { SecondListener = SecondListenerWay.FirstStaysOn }).Wired().Pair();
        var refused = scene.Do(new Act.Switch(scene.Headset1, false), scene.PressBox(GestureDoes.OpensSecondPairing));
        Assert.Contains("expects the first", refused.LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void The_first_control_again_lets_the_first_listener_go()
    {
        var scene = Scene.Two().Wired().Pair().Pair("tobias");
        Assert.True(scene.Joined("tobias"));
        Assert.False(scene.Joined());
    }

    [Fact]
    public void A_box_for_one_takes_no_second()
    {
        var scene = Scene.Lounge().Wired();
        Assert.Contains("no control called 'button 2'", scene.Do(new Act.Press(scene.Box, "button 2", 3, 1)).LastWrong, StringComparison.Ordinal);
        var full = Scene.Two().Wired().Pair();
        var one = full.Now with
        {
            Site = full.Now.Site with
            {
                Ears = [.. full.Now.Site.Ears.Select(e => e with { Hops = [.. e.Hops.Select(h => h with { Sends = h.Sends with { ListenersAtOnce = 1 } })] })],
            },
        };
        // The second knows the box, which has no place for it.
        var known = one.With(full.Box, t => t with { Knows = t.Knows.Add(full.Ear("tobias").Receiver.Id) })
            .With(full.Ear("tobias").Receiver.Id, t => t with { Knows = [full.Box], Charge = 1 });
        Assert.False(new Scene(known).Do(new Act.Switch(full.Ear("tobias").Receiver.Id, true)).Let(20).Joined("tobias"));
    }

    [Fact]
    public void A_box_that_forgets_does_not_find_its_headset_after_a_power_cut()
    {
        var scene = Scene.Lounge(box => box with { Power = box.Power with { PairingSurvivesPowerLoss = Known.No } }).Wired().Pair();
        Assert.True(scene.Joined());
        Assert.False(scene.Do(new Act.Rest(scene.Box, 30)).Let(20).Joined());
    }

    [Fact]
    public void A_headset_of_another_system_is_not_found()
    {
        var look = Look([Optical()], Listener("Edda", "fh") with { OpenToAnother = false });
        var scene = Scene.Of(look, Base("base", LinkTechnology.Digital24GHz, "Tarn"), FamilyHeadset("fh", LinkTechnology.Digital24GHz, "Tarn"));
        var brae = scene.Ear() with { Hops = [.. scene.Ear().Hops.Select(h => h with { Takes = h.Takes with { Family = "Brae" } })] };
        var other = scene.Now with { Site = scene.Now.Site with { Ears = [brae] } };
        Assert.False(new Scene(other).Near().Do(new Act.Feed(scene.Box, Things.Mains), new Act.Switch(scene.Headset1, true)).Let(20).Joined());
    }

    [Fact]
    public void A_set_without_such_a_choice_keeps_its_speakers_on()
    {
        var look = Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false, RoomWish = RoomWish.SetSilent });
        look = look with { Set = look.Set with { SpeakersCanBeOff = Known.NotYet } };
        var rig = Scene.Of(look, Scene.LoungeBox(), Headset("ear")).Now.Site.Rig;
        var off = new Act.Choose(Scene.Set, SourceMenu.Speakers, MenuValues.Off);
        Assert.False(Scene.Of(rig).Do(new Act.Play(Scene.Set), off).RoomHears);
        var without = Scene.Of(rig, world => world with { SpeakersCanBeOff = false }).Do(new Act.Play(Scene.Set), off);
        Assert.True(without.RoomHears);
        Assert.Contains("no such choice", without.LastWrong, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_outputs_that_exclude_each_other_do_not_both_sound()
    {
        var look = Look([Optical(), Phones()], Listener("Edda", "ear") with { OpenToAnother = false },
            Listener("Tobias", "wired") with { OpenToAnother = false });
        var rig = Scene.Of(look, Scene.LoungeBox(), Headset("ear"), Wired()).Now.Site.Rig;
        var phones = rig.Routes.Single(r => r.Feed.Socket.Id == "phones").AtEar.Listener.Id;
        var pair = $"{Things.Socket(look.Set.Sockets[0])}|{Things.Socket(look.Set.Sockets[1])}";
        var both = Scene.Of(rig).Wired().Pair().Wear();
        var lead = both.Ear(phones).Stretches[0].Lead;
        Assert.True(both.Do(new Act.Plug(lead.NearEnd, lead.NearPort)).Hears());
        var apart = Scene.Of(rig, world => world with { NotTogether = [pair] }).Wired().Pair().Wear();
        Silent(apart.Do(new Act.Plug(lead.NearEnd, lead.NearPort)), "do not sound at the same time");
    }

    [Fact]
    public void The_room_hears_nothing_from_a_set_that_is_turned_down_muted_or_switched_off_in_its_menu()
    {
        var playing = Scene.Lounge().Do(new Act.Play(Scene.Set));
        Assert.True(playing.RoomHears);
        Assert.False(playing.Do(new Act.Turn(Scene.Set, Volume.Down)).RoomHears);
        Assert.False(playing.Do(new Act.Mute(Scene.Set, true)).RoomHears);
        Assert.False(playing.Do(new Act.Choose(Scene.Set, SourceMenu.Speakers, MenuValues.Off)).RoomHears);
    }

    [Fact]
    public void A_bar_that_is_turned_down_or_muted_is_silent()
    {
        var playing = HappensTests.Bar().Do(new Act.Play(Scene.Set));
        Assert.True(playing.RoomHears);
        Assert.False(playing.Do(new Act.Turn(Things.Bar, Volume.Down)).RoomHears);
        Assert.False(playing.Do(new Act.Mute(Things.Bar, true)).RoomHears);
    }

    [Fact]
    public void A_box_on_receive_does_not_take_its_headset_back()
    {
        var paired = Scene.Lounge().Wired().Pair();
        var off = paired.Do(new Act.Switch(paired.Headset1, false), new Act.Slide(paired.Box, BoxMode.Receive));
        Assert.False(off.Do(new Act.Switch(paired.Headset1, true)).Let(20).Joined());
    }

    [Fact]
    public void A_menu_that_names_one_output_takes_the_first_away_for_the_second()
    {
        var look = Look([Optical(), Pair("AUDIO OUT")], Listener("Edda", "ear") with { OpenToAnother = false });
        var rig = Scene.Of(look, Scene.LoungeBox(), Headset("ear")).Now.Site.Rig;
        var (optical, other) = (Things.Socket(look.Set.Sockets[0]), Things.Socket(look.Set.Sockets[1]));
        var choose = new Act.Choose(Scene.Set, SourceMenu.Output, other);
        Assert.Contains(optical, Scene.Of(rig).Wired().Do(choose).Now.Sources[Scene.Set].Outputs);
        Assert.DoesNotContain(optical,
            Scene.Of(rig, world => world with { NotTogether = [$"{optical}|{other}"] }).Wired().Do(choose).Now.Sources[Scene.Set].Outputs);
    }

    [Fact]
    public void An_act_on_a_thing_that_is_not_here_says_so_and_changes_nothing()
    {
        var scene = Scene.Lounge();
        foreach (var act in new Act[]
        {
            new Act.Switch("no such box", true), new Act.Press("no such box", "power", 3, 1), new Act.Slide("no such box", BoxMode.Transmit),
            new Act.Plug("lead/none/near", "socket/optical"), new Act.Pull("lead/none/near"), new Act.Choose("none", SourceMenu.Output, "x"),
            new Act.Play("none"), new Act.PutOn("none"), new Act.Rest("none", 1), new Act.Turn("none", Volume.Down),
        })
        {
            var after = scene.Do(act);
            Assert.True(after.Now.Log[^1].WentWrong, act.ToString());
            Assert.Equal(scene.Now.Things, after.Now.Things);
            Assert.Equal(scene.Now.Plugs, after.Now.Plugs);
        }
    }

    [Fact]
    public void Out_of_reach_or_in_another_mode_nothing_joins_and_back_it_does()
    {
        var far = SortScene.After("one at an optical box");
        var way = SortScene.Way(far);
        far = SortScene.Do(far, new Act.Radio(way.RivalId!, false)).With(new Fault.TooFar(way.Taker.Id));
        Assert.Empty(Core.Bench.Bench.Let(far, 20_000).Things[way.Taker.Id].Joined);
        var again = SortScene.Do(far, new Act.Switch(way.Taker.Id, false), new Act.Switch(way.Taker.Id, true));
        Assert.Empty(Core.Bench.Bench.Let(again, 20_000).Things[way.Taker.Id].Joined);
        Assert.Empty(SortScene.Why(Core.Bench.Bench.Let(SortScene.Do(far, new Act.Bring(way.Taker.Id, Place.Seat),
            new Act.PutOn(way.Taker.Id)), 20_000)));

        var stray = SortScene.After("a pair left and right of the seat");
        var pair = SortScene.Way(stray);
        stray = SortScene.Do(stray.With(new Fault.Strays(pair.Taker.Id)), new Act.Radio(pair.RivalId!, false));
        Assert.Null(Core.Bench.Bench.Let(stray, 20_000).Things[pair.Taker.Id].TakesFrom);
        Assert.Empty(SortScene.Why(Core.Bench.Bench.Let(SortScene.Do(stray, new Act.ToBluetooth(pair.Taker.Id)), 20_000)));
    }

    [Fact]
    public void A_phone_in_another_network_finds_no_set_however_often_it_is_restarted()
    {
        var after = SortScene.After("a phone that passes it on");
        var phone = SortScene.Way(after).Taker.Id;
        var away = SortScene.Do(after.With(new Fault.OtherNetwork(phone)), new Act.Switch(phone, false), new Act.Switch(phone, true));
        Assert.Null(Core.Bench.Bench.Let(away, 20_000).Things[phone].TakesFrom);
        Assert.NotNull(Core.Bench.Bench.Let(SortScene.Do(away, new Act.JoinNetwork(phone)), 20_000).Things[phone].TakesFrom);
    }
}
