using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>Which programmes come past a socket, and when their sound arrives.</summary>
public class ProgrammesTests
{
    private static SoundSource Source(string id, SourceKind kind, string into = SoundSource.Television) =>
        new() { Id = id, Name = id, Kind = kind, PluggedInto = into };

    private static string[] Passing(Look look, string owner) => [.. Programmes.Passing(look, owner).Select(p => p.SourceId)];

    private static Look With(params SoundSource[] sources) => Look([Optical()], Listener()) with { Sources = sources };

    [Fact]
    public void The_set_carries_itself_and_what_is_plugged_into_it()
    {
        var look = With(Source("disc", SourceKind.DiscPlayer), Source("hifi", SourceKind.HiFi, ""));
        Assert.Equal(["set", "disc"], Passing(look, "set"));
        Assert.Equal(["disc"], Passing(look, "disc"));
        Assert.Equal(["hifi"], Passing(look, "hifi"));
    }

    [Fact]
    public void What_is_plugged_into_a_receiver_reaches_the_set_only_where_it_passes_sound_on()
    {
        var avr = Source("avr", SourceKind.AvReceiver) with { Watched = false };
        Look Now(Known passes) => With(avr with { PassesSoundOn = passes }, Source("disc", SourceKind.DiscPlayer, "avr"));
        Assert.Equal(["set"], Passing(Now(Known.No), "set"));
        Assert.Equal(["set"], Passing(Now(Known.NotYet), "set"));
        Assert.Equal(["set", "disc"], Passing(Now(Known.Yes), "set"));
        Assert.Equal(["disc"], Passing(Now(Known.No), "avr"));
    }

    [Fact]
    public void A_receiver_that_takes_the_sets_sound_carries_everything_and_knows_which_came_by_way_of_the_set()
    {
        var avr = Source("avr", SourceKind.AvReceiver) with { Watched = false, TakesSetSound = true };
        var look = With(avr, Source("disc", SourceKind.DiscPlayer, "avr"), Source("stick", SourceKind.StreamingStick));
        Assert.Equal(["set", "disc", "stick"], Passing(look, "avr"));
        Assert.True(Programmes.ByWayOfSet(look, avr, "stick"));
        Assert.True(Programmes.ByWayOfSet(look, avr, "set"));
        Assert.False(Programmes.ByWayOfSet(look, avr, "disc"));
    }

    [Fact]
    public void What_nobody_watches_does_not_count() =>
        Assert.Equal(["set"], Passing(With(Source("disc", SourceKind.DiscPlayer) with { Watched = false }), "set"));

    [Fact]
    public void A_box_before_the_set_can_be_early_and_a_faster_picture_makes_it_later()
    {
        SourcePort port = new() { Id = "pair", Kind = SocketKind.PhonoPair, State = SocketState.Free };
        var look = With(Source("disc", SourceKind.DiscPlayer) with { Sockets = [port] });
        var film = look with { Set = look.Set with { PictureMode = PictureMode.Film } };
        var game = look with { Set = look.Set with { PictureMode = PictureMode.Game } };
        StageDelay[] fast = [StageDelays.Of("fm-analogue")];
        Assert.True(Skew.Through(film, port, fast)!.Distribution.MedianMs < -90);
        Assert.True(Skew.Through(game, port, fast)!.Distribution.MedianMs > Skew.Through(film, port, fast)!.Distribution.MedianMs + 60);
        Assert.True(Skew.HangsOnPictureMode(look, port));
    }

    [Fact]
    public void Music_has_no_skew_and_a_radio_that_fits_its_own_picture_no_link_delay()
    {
        SourcePort tape = new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free };
        Assert.Null(Skew.Through(With(Source("hifi", SourceKind.HiFi, "") with { Sockets = [tape] }), tape, []));
        var radio = Bluetooth();
        var stick = With(Source("stick", SourceKind.StreamingStick) with { Sockets = [radio] }) with { Set = TelevisionSet.Unseen };
        var slow = StageDelays.Of("a2dp-sbc") with { OfLink = true };
        Assert.Equal(Skew.Through(stick, radio, [])!.Distribution.MedianMs, Skew.Through(stick, radio, [slow])!.Distribution.MedianMs, 1e-9);
    }

    [Fact]
    public void Leads_that_come_back_to_themselves_are_refused_by_name()
    {
        var problems = LookCheck.Problems(With(Source("a", SourceKind.AvReceiver, "b"), Source("b", SourceKind.DiscPlayer, "a")));
        Assert.Contains(problems, p => p.Field == "sources[0].pluggedInto" && p.Reason.Contains("plugged into itself", StringComparison.Ordinal));
        Assert.Contains(LookCheck.Problems(With(Source("a", SourceKind.DiscPlayer, "nowhere"))), p => p.Field == "sources[0].pluggedInto");
    }

    [Theory]
    [InlineData(7, "crossings[0].atM")]
    [InlineData(-1, "crossings[0].atM")]
    public void A_wall_beyond_the_seat_or_behind_the_set_is_refused(double atM, string field)
    {
        var look = Look([Optical()],
            Listener(metres: 3) with { Seat = new Way { Crossings = [new("wall", atM)] } }) with
        { Walls = [new("wall", "wall", Material.Brick)] };
        Assert.Contains(LookCheck.Problems(look), p => p.Field == $"listeners[0].seat.{field}");
    }

    [Fact]
    public void An_angle_of_two_hundred_degrees_and_a_wall_that_is_not_there_are_refused()
    {
        var look = Look([Optical()], Listener() with { Seat = new Way { OffAxisDeg = 200, Crossings = [new("gone", 1)] } });
        Assert.Equal(["listeners[0].seat.offAxisDeg", "listeners[0].seat.crossings[0].wallId"], LookCheck.Problems(look).Select(p => p.Field));
    }

    [Fact]
    public void A_strip_ends_in_what_is_left_of_each_sort_of_link()
    {
        var away = Listener() with { LeavesRoom = true, Roams = [new("kitchenette", 6, new Way { Crossings = [new("wall", 3)] })] };
        var strips = SightStrips.Of(Look([Optical()], away) with { Walls = [new("wall", "kitchen wall", Material.Brick)] });
        Assert.Equal(["seat", "kitchenette"], strips.Select(s => s.Place));
        Assert.Equal("kitchen wall", strips[1].Walls.Single().Name);
        Assert.Equal("does not leave the room", strips[1].Ends.Single(e => e.Words == "Infrared").Verdict);
        Assert.Equal(6 * 2.915, strips[1].SoundAfterMs, 0.05);
        Assert.All(strips[0].Ends, e => Assert.True(e.Grade >= 0));
    }
}
