using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>A headphone socket alone, and a room that should go on hearing: the socket is split, and speakers for the room hang on the other end.</summary>
public class RoomHalfTests
{
    private static readonly Listener Together = Listener() with { RoomWish = RoomWish.RoomHearsToo };

    private static Site At(Look look, params Device[] more) => new(look, Shelf([Wired(price: 20), .. more]));

    private static Rig? Best(Site site) => Router.Rank(site).Rigs.Select(r => r.Rig).FirstOrDefault();

    [Theory]
    [InlineData(Known.Yes)]
    [InlineData(Known.NotYet)]
    public void The_socket_is_split_and_speakers_for_the_room_are_planned_and_priced(Known silences)
    {
        var rig = Best(At(Look([Phones() with { SilencesSpeakers = silences }], Together), JackSplitter(price: 4), RoomSpeakers(price: 35)))!;
        Assert.Equal(("jack splitter", "room speakers"), (rig.Feeds[0].Splitter!.Id, rig.Feeds[0].Room!.Speakers.Id));
        Assert.Equal(["jack splitter", "room speakers", "wired"],
            Parts.Of(rig).Where(p => p.Role != DeviceRole.Lead).Select(p => p.DeviceId).Order(StringComparer.Ordinal));
        Assert.Equal(4 + 35 + 20, Parts.Of(rig).Where(p => p.Role != DeviceRole.Lead).Sum(p => p.ToPay));
        Assert.Equal(1, MainsOutlets.Needed(rig));
        Assert.Empty(RigOutputs.Untried(rig));
    }

    [Fact]
    public void Where_the_set_is_known_to_play_on_nothing_is_bought_for_the_room()
    {
        var rig = Best(At(Look([Phones() with { SilencesSpeakers = Known.No }], Together), JackSplitter(), RoomSpeakers()))!;
        Assert.Null(rig.Feeds[0].Room);
        Assert.Single(Parts.Of(rig), p => p.Role != DeviceRole.Lead);
    }

    [Fact]
    public void Nobody_who_did_not_ask_gets_speakers() =>
        Assert.Null(Best(At(Look([Phones()], Listener()), JackSplitter(), RoomSpeakers()))!.Feeds[0].Room);

    [Fact]
    public void Speakers_at_hand_cost_nothing_even_where_cheaper_ones_are_sold()
    {
        var look = Look([Phones()], Together) with { Owned = [new("old speakers", 1)] };
        var rig = Best(At(look, JackSplitter(), RoomSpeakers(price: 10), RoomSpeakers("old speakers", 60)))!;
        Assert.Equal("old speakers", rig.Feeds[0].Room!.Speakers.Id);
        Assert.Equal(0, Parts.Of(rig).Single(p => p.DeviceId == "old speakers").ToPay);
    }

    [Fact]
    public void One_splitter_of_three_ends_serves_the_room_and_two()
    {
        var two = Look([Phones()], Together, Listener("Tobias") with { RoomWish = RoomWish.RoomHearsToo });
        Assert.Single(Best(At(two, JackSplitter(), RoomSpeakers()))!.Routes);
        var rig = Best(At(two, JackSplitter() with { SplitsInto = 3 }, RoomSpeakers()))!;
        Assert.Equal(2, rig.Routes.Count);
        Assert.Single(Parts.Of(rig), p => p.DeviceId == "room speakers" && p.Needed == 1);
    }

    [Fact]
    public void A_splitter_with_a_plug_of_its_own_needs_no_lead()
    {
        var rig = Best(At(Look([Phones()], Together), JackSplitter() with { LengthM = 0.15 }, RoomSpeakers() with { LengthM = 1.5 }))!;
        Assert.Null(rig.Feeds[0].Joints[0].Lead);
        Assert.Null(rig.Feeds[0].Room!.Joint.Lead);
        Assert.Contains(RunSheet.For(rig), s => s.Action.StartsWith("Plug the lead of the jack splitter into the set", StringComparison.Ordinal));
    }

    [Fact]
    public void Loudspeakers_keep_off_the_sets_USB()
    {
        var rig = Best(At(Look([Phones(), Usb(3000, Known.No)], Together), JackSplitter(), RoomSpeakers(ownSupply: false)))!;
        Assert.Contains(rig.Power, p => p is { DeviceId: "room speakers", UsbSocketId: null, NeedsSupply: true });
        Assert.Contains(Parts.Of(rig), p => p.Role == DeviceRole.Supply && p.Needed == 1);
    }

    [Fact]
    public void The_sheets_speak_of_the_speakers_and_the_plug_stays()
    {
        var rig = Best(At(Look([Phones()], Together), JackSplitter(), RoomSpeakers()))!;
        var steps = RunSheet.For(rig);
        Assert.Equal([Phase.Wire, Phase.Power, Phase.Menu], steps.Where(s => s.Id.StartsWith("room-", StringComparison.Ordinal)).Select(s => s.Phase));
        Assert.DoesNotContain(steps, s => s.Id == "speakers-on");
        var lines = ClientSheet.For(rig, []) is var sheet ? sheet.Listeners[0].Parts.Concat(sheet.Household).SelectMany(p => p.Lines).ToList() : [];
        Assert.DoesNotContain(lines, l => l.Contains("Pull the plug", StringComparison.Ordinal));
        Assert.Contains(lines, l => l == "For sound in the room, turn up the speakers by the TV.");
        var room = LineBoard.Of(rig, new Arrivals(rig.Site)).Single(r => r.ListenerId == LineBoard.RoomRow);
        Assert.Equal(["jack splitter"], room.Stations.Where(s => s.Glyph == Glyph.Adapter).Select(s => s.Label));
        Assert.Contains("room speakers", room.Loudness, StringComparison.Ordinal);
    }

    [Fact]
    public void A_taken_socket_with_two_ends_has_none_left_for_the_room_and_a_listener()
    {
        var rig = Best(At(Look([Phones()], Together), JackSplitter(), RoomSpeakers()))!;
        Feed On(SocketState state, int ends) =>
            new Feed(Phones() with { State = state }, [JackSplitter() with { SplitsInto = ends }], null, rig.Feeds[0].Joints) { Room = rig.Feeds[0].Room };
        Assert.True(Rig.Share([On(SocketState.Free, 2)]));
        Assert.False(Rig.Share([On(SocketState.Taken, 2)]));
        Assert.True(Rig.Share([On(SocketState.Taken, 3)]));
    }

    [Fact]
    public void With_speakers_for_the_room_the_silenced_set_is_not_what_is_tried_beside_another_output()
    {
        var site = At(Look([Phones(), Optical()], Together, Listener("Tobias") with { RoomWish = RoomWish.RoomHearsToo }), JackSplitter(), RoomSpeakers(),
            Box("box"), Headset("headset"));
        var split = Router.Rank(site).Rigs.Select(r => r.Rig).First(r => r.RoomFeed is not null && r.Feeds.Count == 2);
        Assert.All(RigOutputs.Of(split), pair => Assert.NotNull(pair.Other));
        Assert.NotEmpty(RigOutputs.Untried(split));
        var told = RunSheet.For(split).Select(s => s.Action)
            .Concat(LineBoard.Of(split, new Arrivals(site)).SelectMany(r => r.Findings).Select(f => f.Sentence));
        Assert.DoesNotContain(told, words => words.Contains("own speakers", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("the old loop box", "the old loop box")]
    [InlineData("", "what is plugged in")]
    public void What_held_the_socket_goes_on_behind_the_splitter_by_steps_of_its_own(string takenBy, string told)
    {
        var rig = Best(At(Look([Phones() with { State = SocketState.Taken, TakenBy = takenBy }], Listener()), JackSplitter()))!;
        var steps = RunSheet.For(rig).ToList();
        int Where(string id) => steps.FindIndex(s => s.Id.StartsWith(id, StringComparison.Ordinal));
        Assert.StartsWith($"Pull the lead of {told} out of the set", steps[Where("free-")].Action, StringComparison.Ordinal);
        Assert.StartsWith($"Plug the lead of {told} into a free end of the jack splitter", steps[Where("pass-")].Action, StringComparison.Ordinal);
        Assert.True(Where("free-") < Where("lead-") && Where("lead-") < Where("pass-"));
        Assert.Empty(steps[Where("lead-")].Expect);

        // The splitter stays in, so nothing is pulled to stop.
        var sheet = ClientSheet.For(rig, []).Listeners[0].Parts.SelectMany(p => p.Lines);
        Assert.DoesNotContain(sheet, l => l.Contains("headphone socket", StringComparison.Ordinal));
    }

    [Fact]
    public void A_plan_with_speakers_for_the_room_is_rebuilt_as_it_was()
    {
        var rig = Best(At(Look([Phones()], Together), JackSplitter(), RoomSpeakers()))!;
        var again = RigPlan.Of(rig).Rebuild()!;
        Assert.Equal(rig.Feeds[0].Key, again.Feeds[0].Key);
        Assert.Equal(Parts.Of(rig).Sum(p => p.ToPay), Parts.Of(again).Sum(p => p.ToPay));
    }
}
