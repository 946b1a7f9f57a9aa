using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

public class QuestionsTests
{
    private static IReadOnlyList<OpenQuestion> Ask(Look look, params Device[] kit) => Questions.Rank(new Site(look, Shelf(kit)));

    private static readonly Device[] Simple = [Box("box"), Headset("ear")];

    [Fact]
    public void Where_everything_is_known_nothing_is_asked()
    {
        var look = Look([Optical(), Phones(), Usb(900, Known.No)],
            Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent, Seat = Way.Unseen with { WallsEntered = true } });
        Assert.Empty(Ask(look, Simple));
    }

    [Fact]
    public void A_socket_that_is_not_there_raises_no_question() =>
        Assert.Empty(Ask(Look([Optical(), Pair("") with { State = SocketState.NotThere }],
            Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent, Seat = Way.Unseen with { WallsEntered = true } }), Simple));

    [Fact]
    public void A_socket_nobody_has_looked_for_is_asked_for_until_it_is_found_or_all_were_seen()
    {
        // The headphone socket silences the set, and the room should hear: an optical socket would serve.
        var look = Look([Phones() with { SilencesSpeakers = Known.Yes }], Listener(wears: "ear") with { RoomWish = RoomWish.RoomHearsToo });
        look = look with { Set = look.Set with { AllSocketsSeen = false } };
        var asked = Assert.Single(Ask(look, Simple), q => q.Field == "set.sockets.opticalSquare");
        Assert.Equal("Decides whether there is a rig at all.", asked.Effect);
        Assert.All(Ask(look, Simple).Where(q => q.Field.StartsWith("set.sockets.", StringComparison.Ordinal)), q => Assert.Equal(asked.About, q.About));
        foreach (var state in new[] { SocketState.NotThere, SocketState.Free, SocketState.NotLooked })
        {
            var seen = look with { Set = look.Set with { Sockets = [.. look.Set.Sockets, Optical(state: state)] } };
            Assert.Equal(state == SocketState.NotLooked, Ask(seen, Simple).Any(q => q.Field == "set.sockets.opticalSquare"));
        }

        var all = look with { Set = look.Set with { AllSocketsSeen = true } };
        Assert.DoesNotContain(Ask(all, Simple), q => q.Field.StartsWith("set.sockets.", StringComparison.Ordinal));
    }

    [Fact]
    public void A_source_that_is_watched_is_looked_over_too()
    {
        // Only the box is watched, and the set offers nothing: its own optical socket would serve.
        var box = new SoundSource { Id = "decoder", Name = "decoder", Kind = SourceKind.SetTopBox };
        var look = Look([], Listener(wears: "ear"));
        look = look with { Set = look.Set with { OwnProgrammesWatched = false }, Sources = [box] };
        var asked = Assert.Single(Ask(look, Simple), q => q.Field == "sources[0].sockets.opticalSquare");
        Assert.Equal("Decides whether there is a rig at all.", asked.Effect);
        Assert.Equal("Not looked for yet on the decoder", asked.About);
        var settled = look with { Sources = [box with { Sockets = [Optical(state: SocketState.NotThere)] }] };
        Assert.DoesNotContain(Ask(settled, Simple), q => q.Field == "sources[0].sockets.opticalSquare");
        var unwatched = look with { Sources = [box with { Watched = false }] };
        Assert.DoesNotContain(Ask(unwatched, Simple), q => q.Field.StartsWith("sources[0].sockets", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_asked_of_one_socket_is_asked_about_the_same_thing()
    {
        var look = Look([Optical() with { Pcm = Known.NotYet, FollowsPicture = Known.NotYet }], Listener(wears: "ear"));
        var about = Ask(look, Simple).Where(q => q.Field.StartsWith("set.sockets[0]", StringComparison.Ordinal)).ToList();
        Assert.Equal(2, about.Count);
        Assert.Equal("Optical", Assert.Single(about.Select(q => q.About).Distinct()));
    }

    [Fact]
    public void Whether_there_is_a_rig_at_all_stands_above_what_it_costs()
    {
        // PCM decides everything; the room's wish decides nothing here; the current of the USB socket decides a supply.
        var look = Look([Optical() with { Pcm = Known.NotYet }, Usb(0, Known.No)], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent });
        var asked = Ask(look, Box("box", usbMa: 600), Headset("ear"));
        Assert.Equal(["set.sockets[0].pcm", "set.sockets[1].usbMa"], asked.Where(q => q.Decides).Select(q => q.Field));
        Assert.Equal("Decides whether there is a rig at all.", asked[0].Effect);
    }

    [Fact]
    public void What_an_answer_costs_or_brings_is_said_in_figures()
    {
        var look = Look([Optical(), Usb(0, Known.No)], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent });
        var question = Ask(look, Box("box", usbMa: 600), Headset("ear")).Single(q => q.Decides);
        Assert.Contains("£", question.Effect, StringComparison.Ordinal);
        Assert.Contains(" or ", question.Effect, StringComparison.Ordinal);

        var follows = Ask(Look([Optical() with { FollowsPicture = Known.NotYet }], Listener(wears: "ear") with { RoomWish = RoomWish.SetSilent }), Simple)
            .Single(q => q.Field.EndsWith("followsPicture", StringComparison.Ordinal));
        Assert.StartsWith(follows.Decides ? "Out of step (" : "The best rig stays", follows.Effect, StringComparison.Ordinal);
    }

    [Fact]
    public void A_second_listener_who_may_be_left_out_decides_more_than_money()
    {
        var look = Look([Optical(), Pair("AV")], Listener("Edda", "ear") with { RoomWish = RoomWish.SetSilent },
            Listener("Tobias", "ear") with { RoomWish = RoomWish.SetSilent });
        var first = Ask(look, Box("box"), Box("jack box", input: Connector.Jack35), Headset("ear"))[0];
        Assert.Equal("set.sockets[1].marking", first.Field);
        Assert.Equal("1 or 2 listeners served.", first.Effect);
    }

    [Theory]
    [InlineData("set.sockets[0].followsPicture")]
    [InlineData("set.sockets[1].marking")]
    [InlineData("set.sockets[2].offInStandby")]
    [InlineData("set.sockets[2].usbSound")]
    [InlineData("set.sockets[3].otherMakersJoin")]
    [InlineData("set.speakersCanBeOff")]
    [InlineData("listeners[0].clearLine")]
    [InlineData("listeners[1].roomWish")]
    public void Each_unknown_is_asked_for_by_the_field_it_belongs_to(string field)
    {
        SourcePort usb = Usb(500, Known.NotYet) with { UsbSound = Known.NotYet };
        var look = Look([Optical() with { FollowsPicture = Known.NotYet }, Pair("AV"), usb, Bluetooth() with { OtherMakersJoin = Known.NotYet }],
            Listener("Edda", "ear") with { RoomWish = RoomWish.SetSilent, ClearLine = Known.NotYet }, Listener("Tobias", "ear"));
        var asked = Ask(look with { Set = look.Set with { SpeakersCanBeOff = Known.NotYet } }, Box("box", atOnce: 2), Headset("ear"));
        Assert.EndsWith("?", Assert.Single(asked, q => q.Field == field).Words, StringComparison.Ordinal);
    }

    [Fact]
    public void What_a_second_zone_lets_through_is_asked_with_its_three_answers_and_decides()
    {
        var look = Look([], Listener(wears: "ear") with { ClearLine = Known.Yes, RoomWish = RoomWish.RoomHearsToo }) with
        {
            Sources = [new() { Id = "avr", Name = "AV receiver", Kind = SourceKind.AvReceiver, TakesSetSound = true,
                Sockets = [new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free }] }],
        };
        var questions = Questions.Rank(new Site(look, Shelf(Box("box", input: Connector.Jack35), Headset("ear"))));
        var zone = questions.Single(q => q.Field == "sources[0].sockets[0].zonePasses");
        Assert.True(zone.Decides);
        Assert.Equal("Decides whether there is a rig at all.", zone.Effect);
        Assert.Contains("of the AV receiver", zone.About, StringComparison.Ordinal);
    }

    [Fact]
    public void Whoever_wants_the_room_to_hear_it_decides_the_same_as_when_each_answer_is_planned_alone()
    {
        // The headphone socket silences the set: the better route is lost to whoever wants the room to hear.
        var look = Look([Phones() with { SilencesSpeakers = Known.Yes }, Optical()], Listener("Edda", "ear"), Listener("Tobias", "ear"));
        var shelf = Shelf(Box("jack box", price: 20, input: Connector.Jack35, atOnce: 2), Box("box", price: 60, atOnce: 2), Headset("ear"));
        var asked = Questions.Rank(new Site(look, shelf)).Where(q => q.Field.EndsWith("roomWish", StringComparison.Ordinal)).ToList();
        var scores = Enumerable.Range(0, 2).Select(who => new[] { RoomWish.RoomHearsToo, RoomWish.SetSilent }
            .Select(wish => Router.BestScore(new Site(look with { Listeners = [.. look.Listeners.Select((l, i) => i == who ? l with { RoomWish = wish } : l)] },
                shelf))).ToList()).ToList();
        Assert.All(scores, answers => Assert.NotEqual(answers[0], answers[1]));
        Assert.Equal(2, asked.Count);
        for (var who = 0; who < 2; who++)
        {
            var prices = scores[who].Select(score => score!.Value.Price).Order().ToList();
            Assert.Contains(FormattableString.Invariant($"£{prices[0]:0.00} or £{prices[1]:0.00}"), asked[who].Effect, StringComparison.Ordinal);
            Assert.True(asked[who].Decides);
        }
    }

    [Fact]
    public void Weighed_one_after_the_other_the_questions_are_the_same_as_weighed_at_once()
    {
        var site = new Site(Look([Optical() with { FollowsPicture = Known.NotYet }, Phones(), Pair("AV")], Listener("Edda", "ear"), Listener("Tobias")),
            Shelf(Box("box"), Headset("ear")));
        var all = Questions.Rank(site);
        var (weighed, times) = (new List<OpenQuestion>(), 0);
        WeighedQuestions part;
        do
        {
            part = Questions.Weigh(site, weighed.Count, CancellationToken.None, new CancellationToken(canceled: true));
            Assert.Single(part.Questions);
            weighed.AddRange(part.Questions);
            Assert.Equal(++times, part.Weighed);
        }
        while (part.Weighed < part.ToWeigh);
        Assert.Equal(all.Count, part.Open);
        Assert.Equal(all.OrderBy(q => q.Field, StringComparer.Ordinal), weighed.OrderBy(q => q.Field, StringComparer.Ordinal));
    }

    [Fact]
    public void Of_very_many_questions_the_first_are_weighed_and_the_rest_are_counted()
    {
        var look = Look([Optical()], [.. Enumerable.Range(0, 12).Select(i => Listener($"Seat {i}"))]);
        var part = Questions.Weigh(new Site(look, Shelf(Box("box"), Headset("ear") with { NearImplants = true, App = "an app" })), Questions.MostWeighed - 1,
            CancellationToken.None, CancellationToken.None);
        Assert.Equal((1, Questions.MostWeighed, Questions.MostWeighed), (part.Questions.Count, part.Weighed, part.ToWeigh));
        Assert.True(part.Open > Questions.MostWeighed);
        Assert.Empty(Questions.Weigh(new Site(look, Shelf()), 9999, CancellationToken.None, CancellationToken.None).Questions);
    }
}
