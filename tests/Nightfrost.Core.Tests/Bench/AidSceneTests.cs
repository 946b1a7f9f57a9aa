using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Tests.Bench.SortScene;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What happens to hearing aids and what passes on to them, and what does not.</summary>
public class AidSceneTests
{
    [Fact]
    public void Both_aids_of_a_listener_join_their_streamer_and_each_is_asked()
    {
        var heard = After("aids by their streamer");
        Assert.Empty(Why(heard));
        var left = heard.With(new Fault.OneAidOff(Way(heard).Pieces[1].Id));
        Assert.Contains("right is off or empty", Assert.Single(Why(left), w => w.Contains("off", StringComparison.Ordinal)), StringComparison.Ordinal);
    }

    [Fact]
    public void Who_hears_with_one_ear_has_one_aid() => Assert.Single(Way(After("one aid by its streamer")).Pieces);

    [Fact]
    public void A_window_that_only_power_opens_has_lapsed_after_its_minutes_and_opens_again_once_power_was_cut()
    {
        var start = Until("aids by their streamer", "pair-box-maud");
        var (box, aids) = (Way(start).Sender!.Id, Way(start).Pieces.Select(p => p.Id).ToList());
        Act[] shut = [.. aids.Select(id => Act.Press.Of(id, Way(start).Receiver.Device!.GestureFor(GestureDoes.OpensPairing)!))];
        Assert.All(aids, id => Assert.Null(Do(Core.Bench.Bench.Let(start, 200_000), shut).Things[id].TakesFrom));
        var again = Do(Core.Bench.Bench.Let(start, 200_000), [new Act.Rest(box, 5), .. shut]);
        Assert.All(aids, id => Assert.Equal(box, again.Things[id].TakesFrom));
    }

    [Fact]
    public void Drawers_that_were_never_opened_put_nothing_into_pairing()
    {
        var start = Until("aids by their streamer", "near-maud");
        var press = Act.Press.Of(Way(start).Receiver.Id, Way(start).Receiver.Device!.GestureFor(GestureDoes.OpensPairing)!);
        Assert.Contains("works only from off", LastWrong(Do(start, press)), StringComparison.Ordinal);
    }

    [Fact]
    public void On_their_ordinary_programme_aids_hear_the_room_alone()
    {
        var heard = After("aids by their streamer");
        var ordinary = Do(heard, [.. AidSteps.Programme(Way(heard).Route.AtEar, AidProgramme.Ordinary)]);
        Assert.All(Why(ordinary), why => Assert.Contains("programme for the TV", why, StringComparison.Ordinal));
        Assert.Empty(Why(Do(ordinary, [.. AidSteps.Programme(Way(heard).Route.AtEar, AidProgramme.Stream)])));
    }

    [Fact]
    public void An_app_finds_aids_only_while_a_phone_knows_them_and_its_Bluetooth_is_on()
    {
        var start = Until("aids that are started in their app", "pair-ear-vera");
        var press = Act.Press.Of(Way(start).Receiver.Id, Way(start).Receiver.Device!.GestureFor(GestureDoes.OpensPairing)!);
        Assert.Contains("app does not find", LastWrong(Do(start, new Act.Radio(Way(start).RivalId!, false), press)), StringComparison.Ordinal);
        Assert.Equal(Way(start).Sender!.Id, Do(start, press).Things[Way(start).Receiver.Id].TakesFrom);
    }

    [Fact]
    public void What_streams_only_when_asked_is_asked_again_after_a_power_cut()
    {
        var heard = After("aids that are started in their app");
        Assert.Empty(Why(heard));
        var back = Core.Bench.Bench.Let(Do(heard, new Act.Rest(Way(heard).Sender!.Id, 30)), 20_000);
        Assert.Equal(Way(heard).Sender!.Id, back.Things[Way(heard).Receiver.Id].TakesFrom);
        Assert.NotEmpty(Why(back));
        Assert.Empty(Why(Do(back, new Act.Streaming(Way(heard).Sender!.Id, true))));
    }

    [Fact]
    public void Before_anything_is_joined_an_app_has_nothing_to_start()
    {
        var start = Until("aids that are started in their app", "pair-ear-vera");
        Assert.Contains("nothing to start", LastWrong(Do(start, new Act.Streaming(Way(start).Sender!.Id, true))), StringComparison.Ordinal);
    }

    [Fact]
    public void A_phone_comes_before_the_box_for_an_update_forgets()
    {
        var heard = After("earbuds with an app");
        var taker = Way(heard).Taker.Id;
        Assert.DoesNotContain(Way(heard).Sender!.Id, Do(heard, new Act.ToPhone(taker, Way(heard).RivalId!)).Things[taker].Knows);
        var off = Do(heard, new Act.Radio(Way(heard).RivalId!, false), new Act.ToPhone(taker, Way(heard).RivalId!));
        Assert.Contains("does not find", LastWrong(off), StringComparison.Ordinal);
    }

    [Fact]
    public void A_relay_on_its_hook_passes_nothing_on_and_aids_on_T_hear_nothing_of_it()
    {
        var heard = After("aids by a relay round the neck");
        Assert.Empty(Why(heard));
        Assert.All(Why(heard.With(new Fault.OutOfPlace(Way(heard).Taker.Id))), why => Assert.Contains("not in its place", why, StringComparison.Ordinal));
        Assert.NotEmpty(Why(Do(heard, [.. AidSteps.Programme(Way(heard).Route.AtEar, AidProgramme.Telecoil)])));
    }

    [Theory]
    [InlineData("aids by a loop at the seat")]
    [InlineData("aids by a neck loop")]
    public void A_loop_is_heard_on_T_alone(string name)
    {
        var heard = After(name);
        Assert.Empty(Why(heard));
        Assert.NotEmpty(Why(Do(heard, [.. AidSteps.Programme(Way(heard).Route.AtEar, AidProgramme.Stream)])));
    }

    [Fact]
    public void A_loop_that_lies_elsewhere_or_is_not_driven_is_silent()
    {
        var heard = After("aids by a loop at the seat");
        var loop = Way(heard).Sender!.Id;
        Assert.All(Why(heard.With(new Fault.OutOfPlace(loop))), why => Assert.Contains("not in its place", why, StringComparison.Ordinal));
        Assert.Contains(Why(Do(heard, new Act.Turn(loop, Volume.Down))), why => why.Contains("drive", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("aids by their streamer", "choose the TV programme")]
    [InlineData("aids that are started in their app", "press start in the app again")]
    public void After_a_call_the_stream_is_brought_back_as_the_sheet_says(string sort, string line)
    {
        var rig = RehearsalTests.All[sort]();
        var after = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig)).End;
        var calls = DailySteps.Calls(rig.Routes[0]).ToList();
        Assert.Contains(calls, l => l.Words.Contains(line, StringComparison.Ordinal));
        var called = Do(after, [.. Things.Pieces(rig.Routes[0].AtEar).Select(id => new Act.Call(id, true))]);
        Assert.Contains(Why(called), why => why.Contains("a call is heard", StringComparison.Ordinal));
        var over = Do(called, [.. Things.Pieces(rig.Routes[0].AtEar).Select(id => new Act.Call(id, false))]);
        Assert.NotEmpty(Why(over));
        Assert.DoesNotContain(over.Things.Values, t => t.Streams);
        Assert.Empty(Why(Do(over, [.. calls.SelectMany(l => l.Acts)])));

        // The week has a call in it, and whoever leaves the line out misses the film.
        Assert.Empty(ClientWeek.Run(after));
        Assert.Contains("after a call", ClientWeek.Run(after, l => !l.Words.Contains(line, StringComparison.Ordinal))[0], StringComparison.Ordinal);
    }

    [Fact]
    public void Where_no_phone_knows_the_aids_nothing_is_said_of_calls()
    {
        var look = Look([Optical()], Listener(wears: "aids"));
        Rig Plan(string knownTo) => RehearsalTests.Best(look with { Listeners = [look.Listeners[0] with { KnownTo = knownTo, OpenToAnother = false }] },
            Streamer("streamer", "K", 2), Aids("aids", "K", 2));
        Assert.Empty(DailySteps.Calls(Plan("").Routes[0]));
        Assert.Equal(3, DailySteps.Calls(Plan("her phone").Routes[0]).Count());
        Assert.Equal("", RunSheet.For(Plan("")).Single(s => s.Id.StartsWith("ordinary-", StringComparison.Ordinal)).Detail);
    }

    [Fact]
    public void Aids_that_stream_on_request_hear_the_room_until_they_are_asked_and_others_go_over_by_themselves()
    {
        var joined = Until("aids that are started in their app", "stream-");
        Assert.NotNull(joined.Things[Way(joined).Taker.Id].TakesFrom);
        Assert.Equal(AidProgramme.Ordinary, joined.Things[Way(joined).Taker.Id].Programme);
        var own = Until("aids by their streamer", "aids-in-");
        Assert.Equal(AidProgramme.Stream, own.Things[Way(own).Taker.Id].Programme);
    }

    [Fact]
    public void Choosing_a_broadcast_that_is_heard_already_puts_the_aids_on_it_again()
    {
        var heard = After("a broadcast for three");
        var way = heard.Site.Ears.First(e => e.Hops[0].Kind == HopKind.Chosen && e.Taker.Device!.Form == WearForm.HearingAids);
        var ordinary = Do(heard, [.. way.Pieces.Select(p => new Act.Listen(p.Id, AidProgramme.Ordinary))]);
        Assert.NotEmpty(Listening.AtEar(ordinary, way.ListenerId).Reasons);
        Assert.Empty(Listening.AtEar(Do(ordinary, [.. way.Pieces.Select(p => Act.Press.Of(p.Id, p.Device!.GestureFor(GestureDoes.ChoosesBroadcast)!))]),
            way.ListenerId).Reasons);
    }

    [Fact]
    public void Aids_that_are_not_worn_take_nothing_from_a_loop()
    {
        var loop = After("aids by a neck loop");
        Assert.Empty(Listening.FromReceiver(loop, Way(loop).ListenerId));
        Assert.NotEmpty(Listening.FromReceiver(loop.With(new Fault.TakenOff(Way(loop).Receiver.Id)), Way(loop).ListenerId));
    }

    [Fact]
    public void A_phone_does_not_find_what_has_no_charge()
    {
        var met = Until("earbuds with an app", "charged-");
        var way = Way(met);
        var empty = Do(met, new Act.ToPhone(way.Taker.Id, way.RivalId!));
        Assert.Contains("does not find", LastWrong(empty), StringComparison.Ordinal);
    }
}
