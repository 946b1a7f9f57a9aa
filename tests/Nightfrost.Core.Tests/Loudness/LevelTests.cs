using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Bench;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Loudness;

/// <summary>Level, noise and clipping from source to ear.</summary>
public class LevelTests
{
    private static Route RouteOf(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig.Routes[0];

    private static Route Optical(Levels? ear = null) =>
        RouteOf(Look([TestKit.Optical()], Listener(wears: "ear")), Box("box"), Headset("ear") with { Levels = ear ?? Levels.Unread });

    [Fact]
    public void A_digital_way_loses_nothing_but_what_the_receiver_adds()
    {
        // −23 dB below 105 dB SPL; noise of 16 bit (−96) and of the receiver (−90) add as power to −89.0.
        var level = RouteLevels.Of(Optical())!;
        Assert.Equal(82, level.AtEar.SpeechDb, 6);
        Assert.Equal(104, level.AtEar.PeakDb, 6);
        Assert.Equal(-23 - (10 * Math.Log10(Math.Pow(10, -9.6) + Math.Pow(10, -9.0))), level.AtEar.SpeechOverNoiseDb, 6);
        Assert.Equal((Audibility.LoudEnough, Clarity.Clear), (level.Audibility, level.Clarity));
    }

    [Fact]
    public void Own_levels_of_a_receiver_take_the_place_of_starting_values()
    {
        var level = RouteLevels.Of(Optical(new() { LoudestDbSpl = 90, NoiseBelowDb = 60 }))!;
        Assert.Equal(67, level.AtEar.SpeechDb, 6);
        Assert.Equal((Audibility.Quiet, Clarity.Hiss), (level.Audibility, level.Clarity));
    }

    [Theory]
    [InlineData(-3.0, -6.0, 80, Audibility.LoudEnough)]
    [InlineData(-26.0, -6.0, 57, Audibility.HardlyAnything)]
    [InlineData(-3.0, -20.0, 66, Audibility.Quiet)]
    public void A_headphone_socket_follows_volume_and_menu(double menuDb, double volumeDb, double speech, Audibility heard)
    {
        var level = RouteLevels.Of(RouteOf(Look([Phones()], Listener(wears: "wired")), Wired()), volumeDb, menuDb)!;
        Assert.Equal(speech, level.AtEar.SpeechDb, 6);
        Assert.Equal(heard, level.Audibility);
    }

    [Fact]
    public void Turning_the_source_down_and_the_ear_up_brings_the_hiss_up()
    {
        var route = RouteOf(Look([Phones()], Listener(wears: "wired")), Wired());
        var (high, low) = (RouteLevels.Of(route, -6)!, RouteLevels.Of(route, -26)!);
        Assert.True(low.AtEar.SpeechOverNoiseDb < high.AtEar.SpeechOverNoiseDb - 10);
        Assert.Equal(Clarity.Clear, high.Clarity);
        Assert.Equal(Clarity.Hiss, low.Clarity);
    }

    [Fact]
    public void A_line_that_is_too_hot_clips_where_the_input_bears_less_than_its_peaks()
    {
        var look = Look([Pair("AUDIO OUT") with { Level = LevelControl.Fixed }], Listener(wears: "ear") with { OpenToAnother = false });
        Device box(double? clip) => Box("jack box", input: Connector.Jack35) with { Levels = new() { ClipDbV = clip } };
        Assert.Null(RouteLevels.Of(RouteOf(look, box(6), Headset("ear")))!.Clips);
        Assert.Equal(new Overdriven("jack box", 5, 4), RouteLevels.Of(RouteOf(look, box(4), Headset("ear")))!.Clips);
        Assert.Null(RouteLevels.Of(RouteOf(look, box(null), Headset("ear")))!.Clips);
        var rig = Router.Rank(new Site(look, Shelf(box(4), Headset("ear")))).Rigs[0].Rig;
        Assert.Contains(Core.Routing.Rules.RuleList.AdviceFor(rig.Routes[0]), f => f.RuleId == "input-too-hot"
            && f.Sentence.EndsWith("peaks come to +5 dBV, and it clips at +4 dBV.", StringComparison.Ordinal));
        // What the set gives is a starting value: it is a doubt, which the first loud speech settles.
        var doubt = Assert.Single(Proof.Of(rig, RunSheet.For(rig)).Doubts);
        Assert.Equal("level-edda", doubt.AskedAt);
        Assert.Contains("driven too hard", doubt.ThenFails, StringComparison.Ordinal);
        Assert.Contains("put an attenuator before it", RunSheet.For(rig).Single(s => s.Id == "level-edda").Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void A_converter_gives_a_line_level_and_a_link_that_is_not_digital_hisses()
    {
        var converted = RouteOf(Look([TestKit.Optical()], Listener(wears: "ear")), Converter(), Box("jack box", input: Connector.Jack35), Headset("ear"));
        Assert.Single(converted.Feed.Adapters);
        Assert.Equal(82, RouteLevels.Of(converted)!.AtEar.SpeechDb, 6);
        Assert.Equal(Clarity.Clear, RouteLevels.Of(converted)!.Clarity);
        var uhf = RouteOf(Look([TestKit.Optical()], Listener(wears: "ear")), Base("base", LinkTechnology.UhfAnalogue, "U"),
            FamilyHeadset("ear", LinkTechnology.UhfAnalogue, "U"));
        Assert.Equal(Clarity.Hiss, RouteLevels.Of(uhf)!.Clarity);
    }

    [Fact]
    public void Nothing_is_reckoned_for_hearing_aids() =>
        Assert.Null(RouteLevels.Of(RouteOf(Look([TestKit.Optical()], Listener(wears: "aids")), Streamer("streamer", "K", 2), Aids("aids", "K", 2))));

    [Fact]
    public void Nothing_is_reckoned_for_a_speaker_of_which_nobody_has_read_how_loud_it_is()
    {
        var speaker = Headset("ear") with { Form = WearForm.Neckband };
        Assert.Null(RouteLevels.Of(RouteOf(Look([TestKit.Optical()], Listener(wears: "ear")), Box("box"), speaker)));
        var read = speaker with { Levels = new() { LoudestDbSpl = 95 } };
        Assert.Equal(72, RouteLevels.Of(RouteOf(Look([TestKit.Optical()], Listener(wears: "ear")), Box("box"), read))!.AtEar.SpeechDb, 6);
    }

    [Fact]
    public void The_headphone_socket_of_a_source_that_is_no_set_has_no_menu_to_be_low_in()
    {
        var player = new SoundSource { Id = "player", Name = "disc player", Kind = SourceKind.DiscPlayer, Watched = true, Sockets = [Phones()] };
        var look = Look([], Listener("Edda", "wired") with { OpenToAnother = false }) with { Sources = [player] };
        var rig = Router.Rank(new Site(look, Shelf(Wired()))).Rigs[0].Rig;
        Assert.True(Proof.Of(rig, RunSheet.For(rig)).Verdict is Verdict.Proven or Verdict.ProvenBut);
    }

    [Theory]
    [InlineData(-90.0, -90.0, -86.98970004336019)]
    [InlineData(-60.0, -120.0, -59.99999565705527)]
    public void Noise_adds_as_power(double one, double other, double sum) => Assert.Equal(sum, new LevelPoint(0, 0, one).WithNoise(other).NoiseDb, 9);

    [Fact]
    public void On_the_Bench_the_menu_decides_what_is_heard()
    {
        var scene = HappensTests.Wire();
        Assert.Equal(Audibility.HardlyAnything, Listening.LevelAt(scene.Now, "edda")!.Audibility);
        var high = scene.Do(new Act.Choose(Scene.Set, SourceMenu.HeadphoneLevel, MenuValues.High));
        Assert.Equal(Audibility.LoudEnough, Listening.LevelAt(high.Now, "edda")!.Audibility);
    }
}
