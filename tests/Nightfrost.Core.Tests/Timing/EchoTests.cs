using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Timing;

public class EchoTests
{
    private static readonly Look Set = Core.Sites.Look.Empty;
    private static StageDelay Stage(string id) => StageDelays.Of(id);

    [Fact]
    public void Against_the_sets_speakers_their_own_delay_cancels()
    {
        // Port and chain less the air: the set's speakers are in both ways and spread nothing.
        var echo = Echo.AgainstSpeakers(Set, Optical(), [Stage("a2dp-vendor-low-latency")], 3);
        var expected = Stage("digital-out").Distribution.Plus(Stage("a2dp-vendor-low-latency").Distribution).Plus(StageDelays.Air(3).Negated().Distribution);
        Assert.Equal(expected.MedianMs, echo.MedianMs, 1e-9);
        Assert.Equal(expected.QuantileMs(0.95), echo.P95Ms, 1e-9);
        Assert.Equal(expected.QuantileMs(0.05), echo.P05Ms, 1e-9);
    }

    [Fact]
    public void On_the_bars_own_socket_the_port_cancels_too_whether_it_follows_the_picture_or_not()
    {
        StageDelay[] bar = [Stage("sound-bar"), StageDelays.Air(3)];
        var expected = Stage("a2dp-sbc").Distribution.Plus(Stage("sound-bar").Negated().Distribution).Plus(StageDelays.Air(3).Negated().Distribution);
        foreach (var follows in Enum.GetValues<Known>())
        {
            var socket = Optical() with { FollowsPicture = follows };
            Assert.Equal(expected.MedianMs, Echo.AgainstBar(Set, socket, [Stage("a2dp-sbc")], socket, bar).MedianMs, 1e-6);
        }
    }

    [Fact]
    public void Two_sockets_of_one_kind_share_the_set_and_not_the_port()
    {
        StageDelay[] bar = [Stage("sound-bar")];
        var same = Echo.AgainstBar(Set, Optical("one"), [], Optical("one"), bar);
        var other = Echo.AgainstBar(Set, Optical("one"), [], Optical("two"), bar);
        Assert.True(other.P95Ms - other.P05Ms > same.P95Ms - same.P05Ms + 10);
    }

    [Fact]
    public void A_hundred_thousand_draws_agree()
    {
        var random = new Random(11);
        double Draw(StageDelay s)
        {
            var (u, cut) = (random.NextDouble(), (s.TypicalMs - s.MinMs) / (s.MaxMs - s.MinMs));
            return u < cut ? s.MinMs
                + Math.Sqrt(u * (s.MaxMs - s.MinMs) * (s.TypicalMs - s.MinMs)) : s.MaxMs - Math.Sqrt((1 - u) * (s.MaxMs - s.MinMs) * (s.MaxMs - s.TypicalMs));
        }

        var air = StageDelays.Air(4).TypicalMs;
        var draws = Enumerable.Range(0, 100_000).Select(_ =>
        {
            // One set: its speakers are as late for the ear as for the room.
            var set = Draw(Stage("set-speakers"));
            return set + Draw(Stage("digital-out")) + Draw(Stage("le-unicast-lc3")) - (set + air);
        }).Order().ToArray();
        var echo = Echo.AgainstSpeakers(Set, Optical(), [Stage("le-unicast-lc3")], 4);
        Assert.Equal(draws[50_000], echo.MedianMs, 1.0);
        Assert.Equal(draws[5_000], echo.P05Ms, 1.5);
        Assert.Equal(draws[95_000], echo.P95Ms, 1.5);
    }

    [Fact]
    public void Delaying_the_room_brings_a_late_headset_nearer_to_it()
    {
        var late = Echo.AgainstSpeakers(Set, Optical(), [Stage("a2dp-vendor-standard")], 3);
        var delayed = Set with { Set = Set.Set with { DelaySettings = [new DelaySetting("sync", 0, 200, 10, 0, true, []) { SetToMs = 100 }] } };
        Assert.Equal(late.MedianMs - 100, Echo.AgainstSpeakers(delayed, Optical(), [Stage("a2dp-vendor-standard")], 3).MedianMs, 1e-9);
    }

    [Theory]
    [InlineData(0, EchoEffect.Colours)]
    [InlineData(-9.9, EchoEffect.Colours)]
    [InlineData(10, EchoEffect.Fuses)]
    [InlineData(-29.9, EchoEffect.Fuses)]
    [InlineData(30, EchoEffect.Blurs)]
    [InlineData(50, EchoEffect.Blurs)]
    [InlineData(-50.1, EchoEffect.Echoes)]
    public void The_edges_are_those_of_the_precedence_effect(double ms, EchoEffect effect) => Assert.Equal(effect, Echo.EffectOf(ms));

    [Fact]
    public void A_line_says_the_echo_only_where_the_ear_lets_the_room_in_and_the_room_plays()
    {
        var look = Look([Optical(), Bluetooth()], Listener(wears: "aids") with { RoomWish = RoomWish.RoomHearsToo });
        EchoForecast? Of(Look l, Device aids) =>
            RigViews.Of(Router.Rank(new Site(l, Shelf(Streamer("streamer", "K", 2), aids))).Rigs[0], new Arrivals(new Site(l, Shelf(aids)))).Rows[0].Echo;
        Assert.NotNull(Of(look, Aids("aids", "K", 2)));
        Assert.Null(Of(look, Aids("aids", "K", 2) with { OpenToRoom = false }));
        Assert.Null(Of(look with { Listeners = [look.Listeners[0] with { RoomWish = RoomWish.SetSilent }] }, Aids("aids", "K", 2)));
    }

    [Fact]
    public void A_clear_echo_stands_among_the_reasons_with_what_would_help()
    {
        var look = Look([Optical()], Listener(wears: "ear") with { RoomWish = RoomWish.RoomHearsToo });
        var answer = Router.Rank(new Site(look, Shelf(Box("box", codecs: [Sbc]), Headset("ear") with { OpenToRoom = true })));
        var view = RigViews.Of(answer.Rigs[0], answer.Arrivals);
        Assert.Contains(view.Reasons,
            r => r.Kind == ReasonKind.Against && r.Sentence.Contains("a clear echo", StringComparison.Ordinal)
                && r.Sentence.Contains("close the ear", StringComparison.Ordinal));
    }
}
