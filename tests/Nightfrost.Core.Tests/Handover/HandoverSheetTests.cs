using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Handover;

/// <summary>What the client reads follows from the rig and its devices, and from nothing else.</summary>
public class HandoverSheetTests
{
    private static HandoverSheet Sheet(Look look, params Device[] kit) => ClientSheet.For(Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig, []);

    private static IReadOnlyList<string> Lines(HandoverSheet sheet, string heading) =>
        sheet.Listeners[0].Parts.Single(p => p.Heading.StartsWith(heading, StringComparison.Ordinal)).Lines;

    private static readonly Look One = Look([Optical()], Listener(wears: "ear"));

    [Theory]
    [MemberData(nameof(Bench.RehearsalTests.Rigs), MemberType = typeof(Bench.RehearsalTests))]
    public void What_a_thing_shows_stands_once_whatever_it_means(string name)
    {
        foreach (var part in ClientSheet.For(Bench.RehearsalTests.All[name](), []).Listeners.SelectMany(l => l.Parts).Where(p => p.Heading == "The lights"))
            Assert.Empty(part.Lines.GroupBy(line => line[..line.LastIndexOf(": ", StringComparison.Ordinal)]).Where(g => g.Count() > 1).Select(g => g.Key));
    }

    [Fact]
    public void One_light_for_two_states_tells_of_both()
    {
        var box = Box("box") with { Signs = [Light(SignState.Power, "green"), Light(SignState.Joined, "green"), Light(SignState.Sound, "white")] };
        Assert.Equal(["Box by the TV, green: it has power or it is joined.", "Box by the TV, white: sound is coming in."],
            Lines(Sheet(One, box, Headset("ear") with { Signs = [] }), "The lights"));
    }

    [Fact]
    public void Where_the_sound_is_taken_before_the_set_the_client_mutes_it_and_takes_it_off_mute_again()
    {
        var stick = new SoundSource { Id = "stick", Name = "stick", Kind = SourceKind.StreamingStick, Watched = true, Sockets = [Bluetooth()] };
        var look = Look([], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }) with { Sources = [stick] };
        var sheet = Sheet(look with { Set = look.Set with { SpeakersCanBeOff = Known.No } }, Headset("ear"));
        Assert.Equal("Mute the TV. You still hear everything.", Lines(sheet, "To listen")[1]);
        Assert.Equal("For sound in the room, take the TV off mute.", Lines(sheet, "To stop")[^1]);

        // A bar that plays to the room is muted with it.
        var bar = RoomSpeakers("bar");
        look = look with { Set = look.Set with { Sockets = [Optical(state: SocketState.Taken) with { TakenByDeviceId = "bar" }] } };
        sheet = Sheet(look, Headset("ear"), bar);
        Assert.Equal("Mute the TV and the sound bar. You still hear everything.", Lines(sheet, "To listen")[1]);
        Assert.Equal("For sound in the room, take the TV and the sound bar off mute.", Lines(sheet, "To stop")[^1]);
        Assert.Contains("Is the stick on and playing, and not on mute?", Lines(sheet, "If there is no sound, try these three"));
    }

    [Fact]
    public void At_the_end_of_a_wire_no_light_says_joined_and_a_computer_has_no_remote()
    {
        var computer = new SoundSource { Id = "computer", Name = "computer", Kind = SourceKind.Computer, Watched = true, Sockets = [Phones()] };
        var wired = Wired().PairedBy(PowerFrom.Off, "power", 5, 60);
        var look = Look([], Listener()) with { Sources = [computer] };
        var sheet = Sheet(look, wired);
        Assert.DoesNotContain(sheet.Listeners[0].Parts, p => p.Heading == "The lights");
        Assert.Contains("The computer's own volume usually changes what you hear as well.", Lines(sheet, "How loud"));
        Assert.DoesNotContain("remote", LoudnessOwner.Of(Router.Rank(new Site(look, Shelf(wired))).Rigs[0].Rig.Routes[0]), StringComparison.Ordinal);
    }

    [Fact]
    public void A_box_that_is_switched_by_hand_is_the_second_thing_to_do_with_the_light_to_wait_for()
    {
        var box = Box("box").With(GestureDoes.SwitchesPower) with
        {
            Power = new PowerNeed(100, true, 0, 0, Known.No, Known.Yes, true),
            Signs = [Light(SignState.Power, "green")],
        };
        Assert.Equal("Switch on the box by the TV: press the power button. Wait for its light: green.", Lines(Sheet(One, box, Headset("ear")), "To listen")[1]);
        Assert.DoesNotContain(Lines(Sheet(One, box with { Power = box.Power with { SwitchedByHand = false } }, Headset("ear")), "To listen"),
            l => l.Contains("Switch on the box", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(1, "Switch on the headset: hold the power button for a second. Turn it down before you put it on.")]
    [InlineData(2.5, "Switch on the headset: hold the power button for 2.5 seconds. Turn it down before you put it on.")]
    [InlineData(0, "Switch on the headset: press the power button. Turn it down before you put it on.")]
    public void How_a_headset_is_switched_stands_where_somebody_has_read_it(double hold, string words) =>
        Assert.Equal(words, Lines(Sheet(One, Box("box"), Headset("ear").With(GestureDoes.SwitchesPower, hold: hold)), "To listen")[1]);

    [Fact]
    public void A_stream_that_waits_for_the_app_is_started_every_time()
    {
        var look = Look([Optical()], Listener(wears: "aids"));
        Assert.Contains(Lines(Sheet(look, Streamer("streamer", "K", 2) with { StreamsOnRequest = true }, Aids("aids", "K", 2)), "To listen"),
            l => l.Contains("You do this every time", StringComparison.Ordinal));
        Assert.DoesNotContain(Lines(Sheet(look, Streamer("streamer", "K", 2), Aids("aids", "K", 2)), "To listen"),
            l => l.Contains("app", StringComparison.Ordinal));
    }

    [Fact]
    public void The_sets_own_radio_asks_a_question_that_is_answered_yes()
    {
        var sheet = Sheet(Look([Bluetooth()], Listener(wears: "ear")), Headset("ear"));
        Assert.Contains(Lines(sheet, "To listen"), l => l.Contains("answer yes", StringComparison.Ordinal));
        Assert.Contains("Is the TV on and playing, and not on mute?", Lines(sheet, "If there is no sound"));
        Assert.DoesNotContain(Lines(sheet, "To stop"), l => l.Contains("plug", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void A_plug_is_pulled_and_put_back_only_where_one_goes_into_a_socket_that_cuts_the_speakers(int seed)
    {
        var random = new Random(seed + 9000);
        var seen = 0;
        for (var round = 0; round < 25; round++)
        {
            foreach (var rig in Router.Rank(Routing.RandomSites.Draw(random)).Rigs.Select(r => r.Rig))
            {
                var sheet = ClientSheet.For(rig, []);
                foreach (var route in rig.Routes)
                {
                    var parts = sheet.Listeners.Single(l => l.ListenerId == route.AtEar.Listener.Id).Parts;
                    bool Says(string heading, string words) =>
                        parts.Single(p => p.Heading == heading).Lines.Any(l => l.Contains(words, StringComparison.Ordinal));
                    var pulled = route.Feed.Room is null && route.Feed.Socket.State != SocketState.Taken && route.Feed.Socket.Kind == SocketKind.Headphone35
                        && route.Feed.Socket.SilencesSpeakers != Known.No;
                    Assert.Equal(pulled, Says("To stop", "Pull the plug out"));
                    Assert.Equal(pulled, Says("To listen", "Put the plug in"));
                    if (pulled)
                    {
                        Assert.Equal(rig.Routes.Count(r => r.Feed.Socket.Id == route.Feed.Socket.Id) > 1, Says("To stop", "stopped too"));
                        Assert.Equal(route.Feed.Socket.SilencesSpeakers == Known.Yes, !Says("To stop", "usually"));
                        var listen = parts.Single(p => p.Heading == "To listen").Lines.ToList();
                        Assert.True(listen.FindIndex(l => l.StartsWith("Put the plug in", StringComparison.Ordinal)) < listen.FindIndex(l =>
                            l.StartsWith("Put on", StringComparison.Ordinal)) || !Says("To listen", "Put on"));
                    }

                    seen += pulled ? 1 : 0;
                }
            }
        }

        Assert.True(seen > 0);
    }

    [Fact]
    public void A_devices_own_cautions_stand_where_it_is_chosen_at_its_step_and_on_the_sheet()
    {
        var site = new Site(One, Shelf(Box("box") with { Cautions = ["Mind the hinge."] }, Headset("ear") with { Cautions = ["Clean it between people."] }));
        var ranked = Router.Rank(site).Rigs[0];
        Assert.Contains(RigViews.Of(ranked, new Arrivals(site)).Reasons, r => r.Sentence == "box: Mind the hinge.");
        var steps = Core.Runsheet.RunSheet.For(ranked.Rig);
        Assert.Contains(steps, s => s.Phase == Core.Runsheet.Phase.Power && s.Caution.EndsWith("Mind the hinge.", StringComparison.Ordinal));
        Assert.Contains(steps, s => s.Id == "level-edda" && s.Caution.EndsWith("Clean it between people.", StringComparison.Ordinal));
        Assert.Equal(["Box by the TV: Mind the hinge.", "Headset: Clean it between people."], Lines(ClientSheet.For(ranked.Rig, []), "Mind"));
        Assert.DoesNotContain(Sheet(One, Box("box"), Headset("ear")).Listeners[0].Parts, p => p.Heading == "Mind");
    }

    [Fact]
    public void What_is_only_usual_of_a_level_is_not_said_as_known()
    {
        Assert.Contains("The TV's remote usually does not change what you hear. It changes the room.",
            Lines(Sheet(One, Box("box"), Headset("ear")), "How loud"));
        var known = One with { Set = One.Set with { Sockets = [Optical() with { Level = LevelControl.Fixed }] } };
        Assert.Contains("The TV's remote does not change what you hear. It changes the room.", Lines(Sheet(known, Box("box"), Headset("ear")), "How loud"));
    }

    [Fact]
    public void A_box_that_disturbs_when_idle_is_switched_off_after_use() =>
        Assert.Contains(Lines(Sheet(One, Box("box") with { DisturbsWhenIdle = true }, Headset("ear")), "To stop"),
            l => l.Contains("it may wake other speakers", StringComparison.Ordinal));

    [Fact]
    public void A_relay_is_hung_on_with_the_aids_in()
    {
        var relay = Headset("relay") with
        {
            Role = DeviceRole.Relay,
            Form = WearForm.None,
            Links = [.. Headset("x").Links, new AirLink { Technology = LinkTechnology.NearField, Transmits = true, Family = "M" }]
        };
        var aids = Aids("aids", "K", 1) with { Links = [new AirLink { Technology = LinkTechnology.NearField, Transmits = false, Family = "M" }] };
        var sheet = Sheet(Look([Optical()], Listener(wears: "aids")), Box("box"), relay, aids);
        Assert.Contains("Put on the box you wear. Your aids must be in and on.", Lines(sheet, "To listen"));
        Assert.Contains(Lines(sheet, "How loud"), l => l.Contains("box you wear", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_tried_follows_the_link()
    {
        var infrared = Sheet(Look([Optical()], Listener(wears: "ir ear")), Base("infrared", LinkTechnology.InfraredDigital, "I"),
            FamilyHeadset("ir ear", LinkTechnology.InfraredDigital, "I"));
        Assert.Contains("Is something standing between you and the TV?", Lines(infrared, "If there is no sound"));
        Assert.Contains(Lines(Sheet(One, Box("box"), Headset("ear")), "If there is no sound"),
            line => line.StartsWith("Is it turned up? Has it joined a phone instead?", StringComparison.Ordinal));
        var wire = Sheet(Look([Phones()], Listener(wears: "wired")), Wired());
        Assert.Equal("Is the plug in, all the way?", Lines(wire, "If there is no sound")[0]);
    }

    [Theory]
    [InlineData(true, "Switch it off, count to thirty")]
    [InlineData(false, "Pull its power lead, count to thirty")]
    public void A_box_is_rested_by_its_switch_or_by_its_lead(bool hasSwitch, string words) =>
        Assert.Contains(words,
            Lines(Sheet(One, hasSwitch ? Box("box").With(GestureDoes.SwitchesPower) : Box("box"), Headset("ear")), "If there is no sound")[1],
            StringComparison.Ordinal);

    [Theory]
    [InlineData(LevelControl.Fixed, "does not change what you hear")]
    [InlineData(LevelControl.Variable, "changes what you hear as well")]
    public void The_remote_is_said_to_reach_the_ear_only_where_it_does(LevelControl level, string words)
    {
        var look = Look([Pair("AUDIO OUT") with { Level = level }], Listener(wears: "ear"));
        Assert.Contains(Lines(Sheet(look, Box("jack box", input: Connector.Jack35), Headset("ear")), "How loud"),
            l => l.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void A_silent_set_is_never_promised_to_change_the_room()
    {
        var sheet = Sheet(Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }), Box("box"), Headset("ear"));
        Assert.DoesNotContain(Lines(sheet, "How loud"), l => l.Contains("the room", StringComparison.Ordinal));
        Assert.Contains(sheet.Household.Single(p => p.Heading == "Alone and together").Lines, l => l.StartsWith("Alone:", StringComparison.Ordinal));
        Assert.Contains(Lines(sheet, "To stop"), l => l.Contains("switch the TV's own speakers on", StringComparison.Ordinal));
    }

    [Fact]
    public void A_battery_is_promised_at_four_fifths_and_never_charged_in_bed()
    {
        var battery = Lines(Sheet(One, Box("box"), Headset("ear")), "The battery");
        Assert.Equal("One charge lasts about 16 hours.", battery[0]);
        Assert.Equal("Charge once in 5 evenings at the latest.", battery[1]);
        Assert.Contains("not in bed", battery[2], StringComparison.Ordinal);
        Assert.DoesNotContain(Sheet(Look([Phones()], Listener(wears: "wired")), Wired()).Listeners[0].Parts, p => p.Heading == "The battery");
    }

    [Fact]
    public void First_things_come_first_on_the_page() =>
        Assert.Equal(["To listen", "To stop", "How loud", "If there is no sound, try these three"],
            Sheet(One, Box("box"), Headset("ear")).Listeners[0].Parts.Take(4).Select(p => p.Heading));
}
