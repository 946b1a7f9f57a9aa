using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.Bench.SortScene;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What does not happen: with leads that hand a picture on, zones, boxes at a seat, pairs, light, broadcasts, radios, phones and computers.</summary>
public class PlaceSceneTests
{
    private const string Set = SoundSource.Television;

    [Fact]
    public void An_extractor_in_the_lead_hands_the_picture_on_while_it_has_power_and_both_leads_are_home()
    {
        var heard = After("an HDMI lead with an extractor in it");
        Assert.True(Pictures.AreThere(heard));
        var extractor = Way(heard).Stretches[0].Into.Id;
        Assert.False(Pictures.AreThere(heard.With(new Fault.NoSupply(extractor))));
        Assert.Contains("no picture", Pictures.Missing(Do(heard, new Act.Pull(Way(heard).Stretches[0].Lead.FarEnd)), Set)[0], StringComparison.Ordinal);
    }

    [Fact]
    public void Behind_an_extractor_only_PCM_is_heard()
    {
        var heard = After("the return channel of HDMI");
        Assert.Empty(Why(heard));
        Assert.NotEmpty(Why(Do(heard, new Act.Choose(Set, SourceMenu.DigitalFormat, MenuValues.Automatic))));
        Assert.Contains(Why(Do(heard, new Act.Choose(Set, SourceMenu.Linking, MenuValues.Off))), why => why.Contains("linking", StringComparison.Ordinal));
    }

    [Fact]
    public void A_bar_decodes_what_comes_and_is_dark_without_its_supply()
    {
        var heard = After("a bar on the return channel");
        Assert.Empty(Why(Do(heard, new Act.Choose(Set, SourceMenu.DigitalFormat, MenuValues.Automatic))));
        Assert.NotEmpty(Why(heard.With(new Fault.NoSupply(Way(heard).Receiver.Id))));
    }

    [Fact]
    public void A_second_zone_offers_its_volume_only_under_the_plain_assignment()
    {
        var start = Until("the second zone", "zone-assign");
        Assert.Contains("does not offer", LastWrong(Do(start, new Act.Choose("avr", SourceMenu.ZoneVolume, MenuValues.Fixed))), StringComparison.Ordinal);
    }

    [Fact]
    public void A_zone_s_input_steps_only_with_the_slide_on_it_and_while_its_display_is_lit()
    {
        var start = Until("the second zone", "zone-input");
        var step = new Act.StepZoneInput("avr", MenuValues.AsMain);
        Assert.Contains("stands on the main zone", LastWrong(Do(start, step)), StringComparison.Ordinal);
        var slid = Core.Bench.Bench.Let(Do(start, new Act.SlideRemote("avr", true)), 11_000);
        Assert.Contains("only lit it", LastWrong(Do(slid, step)), StringComparison.Ordinal);
        Assert.Equal(MenuValues.AsMain, Do(slid, step, step).Sources["avr"].Menus[SourceMenu.ZoneInput]);
    }

    [Fact]
    public void A_zone_goes_off_with_its_receiver_and_does_not_come_on_with_it()
    {
        var heard = After("the second zone");
        Assert.Empty(Why(heard));
        var next = Do(heard, new Act.Standby("avr", true), new Act.Standby("avr", false), new Act.Play("avr"));
        Assert.Contains(Why(next), why => why.Contains("second zone of the AV receiver is off", StringComparison.Ordinal));
        Assert.NotEmpty(Why(heard.With(new Fault.ZoneInputElsewhere("avr"))));
        Assert.NotEmpty(Goals.Missing(Do(heard, new Act.SlideRemote("avr", true)), new Goal.RemoteOnMain("avr")));
    }

    [Fact]
    public void A_receiver_box_leaves_its_supply_behind_and_feeds_no_speaker_from_afar()
    {
        var start = Until("a receiver box before a pillow", "speaker-place");
        var box = Way(start).Taker.Id;
        Assert.Null(Do(start, new Act.Bring(box, Place.Seat)).Things[box].FedFrom);
        var heard = After("a receiver box before a pillow");
        Assert.Empty(Why(heard));
        Assert.Contains(Why(Do(heard, new Act.Bring(box, Place.AtSet))), why => why.Contains("elsewhere", StringComparison.Ordinal));
    }

    [Fact]
    public void Two_boxes_that_both_send_never_find_each_other()
    {
        var heard = After("two like boxes, one each way");
        Assert.Empty(Why(heard));
        var sends = heard.With(new Fault.OnTransmit(Way(heard).Taker.Id));
        Assert.Contains("not joined", Assert.Single(Why(Core.Bench.Bench.Let(sends, 60_000))), StringComparison.Ordinal);
    }

    [Fact]
    public void The_press_that_joins_two_speakers_drops_what_the_first_was_joined_to()
    {
        var heard = After("a pair left and right of the seat");
        Assert.Empty(Why(heard));
        var first = Way(heard).Receiver;
        Assert.Null(Do(heard, Act.Press.Of(first.Id, first.Device!.GestureFor(GestureDoes.JoinsPair)!)).Things[first.Id].TakesFrom);
    }

    [Fact]
    public void The_second_of_a_pair_stays_out_while_it_stands_on_its_radio_or_is_off()
    {
        var start = Until("a pair left and right of the seat", "pair-join");
        var (first, second) = (Way(start).Pieces[0], Way(start).Pieces[1].Id);
        var join = Act.Press.Of(first.Id, first.Device!.GestureFor(GestureDoes.JoinsPair)!);
        var on = Do(start, new Act.Switch(first.Id, true), new Act.ToBluetooth(first.Id), new Act.Switch(second, true));
        Assert.Contains("stays out", LastWrong(Do(on, join)), StringComparison.Ordinal);
        Assert.Equal(first.Id, Do(on, new Act.ToBluetooth(second), join).Things[second].TakesFrom);
        Assert.Contains("stays out", LastWrong(Do(on, new Act.ToBluetooth(second), new Act.Switch(second, false), join)), StringComparison.Ordinal);
    }

    [Fact]
    public void Left_that_stands_right_is_heard()
    {
        var heard = After("a pair left and right of the seat");
        Assert.Contains("swapped", Assert.Single(Why(heard.With(new Fault.SidesSwapped(Way(heard).Receiver.Id)))), StringComparison.Ordinal);
    }

    [Fact]
    public void Infrared_is_heard_by_whoever_the_emitter_faces_with_nothing_between()
    {
        var heard = After("infrared");
        Assert.Empty(Why(heard));
        Assert.NotEmpty(Why(heard.With(new Fault.TurnedAway(Way(heard).Sender!.Id))));
        var blocked = heard.With(new Fault.LineBlocked(Way(heard).Taker.Id));
        Assert.Contains("stands in the line", Assert.Single(Why(blocked)), StringComparison.Ordinal);
        Assert.Empty(Why(Do(blocked, new Act.Aim(Way(heard).Sender!.Id))));
    }

    [Fact]
    public void A_chair_speaker_wants_a_supply_of_its_own()
    {
        var heard = After("a chair speaker by infrared");
        Assert.Empty(Why(heard));
        Assert.NotEmpty(Why(heard.With(new Fault.NoSupply(Way(heard).Receiver.Id))));
    }

    [Fact]
    public void A_broadcast_is_heard_by_who_has_chosen_it_while_its_box_is_on()
    {
        var start = Until("a broadcast for three", "choose-");
        var (box, ear) = (Way(start).Sender!, Way(start).Taker);
        var choose = Act.Press.Of(ear.Id, ear.Device!.GestureFor(GestureDoes.ChoosesBroadcast)!);
        Assert.NotEmpty(Why(start));
        var off = Do(start.With(new Fault.NoSupply(box.Id)), new Act.Switch(ear.Id, true), choose);
        Assert.Contains("no broadcast", LastWrong(off), StringComparison.Ordinal);
        Assert.Equal(box.Id, Do(start, new Act.Switch(ear.Id, true), choose).Things[ear.Id].TakesFrom);
    }

    [Fact]
    public void A_set_s_own_radio_looks_while_its_list_is_open_and_sounds_once_its_question_is_answered()
    {
        var start = Until("the set's own Bluetooth", "pair-box");
        var ear = Way(start).Taker;
        var press = Act.Press.Of(ear.Id, ear.Device!.GestureFor(GestureDoes.OpensPairing)!);
        Assert.Null(Do(start, press).Things[ear.Id].TakesFrom);
        Assert.Null(Do(Core.Bench.Bench.Let(Do(start, new Act.Search(Way(start).Sender!.Id)), 130_000), press).Things[ear.Id].TakesFrom);
        var heard = After("the set's own Bluetooth");
        Assert.Empty(Why(heard));
        Assert.Contains(Why(heard.With(new Fault.OutputBack(Set))), why => why.Contains("menu does not send", StringComparison.Ordinal));
        Assert.Null(Do(heard, new Act.Standby(Set, true)).Things[ear.Id].TakesFrom);
    }

    [Fact]
    public void A_phone_passes_on_what_it_is_asked_for_in_the_household_s_network()
    {
        var heard = After("a phone that passes it on");
        Assert.Empty(Why(heard));
        var phone = Way(heard).Taker.Id;
        Assert.NotEmpty(Why(heard.With(new Fault.OtherNetwork(phone))));
        Assert.Contains("not been asked", Assert.Single(Why(Do(heard, new Act.Streaming(phone, false)))), StringComparison.Ordinal);
    }

    [Fact]
    public void A_computer_sounds_by_the_device_it_is_told_with_every_level_up()
    {
        var heard = After("a computer");
        Assert.Empty(Why(heard));
        Assert.All((Fault[])[new Fault.OtherDevice("computer"), new Fault.PlayerLow("computer"), new Fault.SystemLow("computer")],
            fault => Assert.NotEmpty(Why(heard.With(fault))));
    }

    [Fact]
    public void A_stub_lives_on_the_socket_it_is_plugged_into()
    {
        var heard = After("a computer");
        var stub = Way(heard).Sender!.Id;
        Assert.True(heard.Things[stub].IsOn);
        Assert.False(Do(heard, new Act.Pull(Way(heard).Stretches[0].Lead.NearEnd)).Things[stub].IsOn);
        Assert.False(Do(heard, new Act.Standby("computer", true)).Things[stub].IsOn);
    }

    [Fact]
    public void Another_supply_helps_against_a_weak_port_and_a_hum_the_same_one_again_does_not()
    {
        var heard = After("one at an optical box");
        var starved = heard.With(new Fault.WeakPort(Way(heard).Sender!.Id));
        Assert.NotEmpty(Why(starved));
        Assert.False(Do(starved, new Act.Feed(Way(heard).Sender!.Id, Things.Mains)).Things[Way(heard).Sender!.Id].IsOn);
        Assert.True(Do(starved, new Act.Feed(Way(heard).Sender!.Id, Things.OtherSupply)).Things[Way(heard).Sender!.Id].IsOn);
    }

    [Fact]
    public void Each_fault_of_the_air_and_of_a_lead_has_its_own_cure()
    {
        var heard = After("one at an optical box");
        var (box, ear, lead) = (Way(heard).Sender!.Id, Way(heard).Taker.Id, Way(heard).Stretches[0].Lead.Id);
        Assert.Empty(Why(Do(heard.With(new Fault.CrowdedAir(box)), new Act.ClearAir(box))));
        Assert.Empty(Why(Do(heard.With(new Fault.DeadLead(lead)), new Act.Replace(lead))));
        Assert.DoesNotContain(Why(Do(heard.With(new Fault.TooFar(ear)), new Act.Bring(ear, Place.Seat))), w => w.Contains("too far", StringComparison.Ordinal));
        Assert.NotEmpty(Why(Do(heard.With(new Fault.DeadLead(lead)), new Act.Plug(Things.NearEnd(lead), Way(heard).Stretches[0].Lead.NearPort))));
    }
}
