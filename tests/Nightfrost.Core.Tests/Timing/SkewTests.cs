using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Tests.Timing;

public class SkewTests
{
    private static SourcePort Optical(Known follows) => TestKit.Optical() with { FollowsPicture = follows };

    [Fact]
    public void A_port_that_follows_does_not_care_for_the_picture_mode()
    {
        var game = Skew.Through(TelevisionSet.Unseen with { PictureMode = PictureMode.Game }, Optical(Known.Yes), []).Distribution;
        var film = Skew.Through(TelevisionSet.Unseen with { PictureMode = PictureMode.Film }, Optical(Known.Yes), []).Distribution;
        Assert.Equal(game.MedianMs, film.MedianMs);
    }

    [Fact]
    public void A_port_that_does_not_follow_is_early_by_the_pictures_delay()
    {
        var game = Skew.Through(TelevisionSet.Unseen with { PictureMode = PictureMode.Game }, Optical(Known.No), []).Distribution;
        var film = Skew.Through(TelevisionSet.Unseen with { PictureMode = PictureMode.Film }, Optical(Known.No), []).Distribution;
        Assert.True(film.MedianMs < game.MedianMs - 60);
        Assert.True(film.MedianMs < -60);
    }

    [Fact]
    public void An_unknown_port_is_both_half_and_half()
    {
        var arrival = Skew.Through(TelevisionSet.Unseen, Optical(Known.NotYet), []);
        var (yes, no) = (Skew.Through(TelevisionSet.Unseen, Optical(Known.Yes), []).Distribution,
            Skew.Through(TelevisionSet.Unseen, Optical(Known.No), []).Distribution);
        Assert.Equal((yes.MeanMs + no.MeanMs) / 2, arrival.Distribution.MeanMs, 1e-9);
    }

    [Fact]
    public void Sound_takes_2_9_ms_a_metre_at_20_degrees()
    {
        Assert.Equal(343.2, StageDelays.SpeedOfSound(), 0.2);
        Assert.Equal(2.9, StageDelays.Air(1).TypicalMs, 0.05);
        Assert.Throws<ArgumentOutOfRangeException>(() => StageDelays.Air(-1));
    }

    [Fact]
    public void A_delay_setting_as_found_is_part_of_the_arrival()
    {
        var set = TelevisionSet.Unseen with { DelaySettings = [new DelaySetting("delay", 0, 200, 10, 40, false, ["optical"])] };
        Assert.Equal(Skew.Through(TelevisionSet.Unseen, TestKit.Optical(), []).Distribution.MedianMs + 40,
            Skew.Through(set, TestKit.Optical(), []).Distribution.MedianMs, 1e-9);
    }

    [Fact]
    public void A_delay_set_on_the_visit_takes_the_place_of_the_one_found()
    {
        var found = TelevisionSet.Unseen with { DelaySettings = [new DelaySetting("delay", 0, 200, 10, 40, true, ["optical"])] };
        var set = found.WithDelays(new Dictionary<string, int> { ["delay"] = 90 });
        Assert.Equal(Skew.Through(found, TestKit.Optical(), []).Distribution.MedianMs + 50,
            Skew.Through(set, TestKit.Optical(), []).Distribution.MedianMs, 1e-9);
        Assert.Equal(Skew.FromSpeakers(found, 3).Distribution.MedianMs + 50, Skew.FromSpeakers(set, 3).Distribution.MedianMs, 1e-9);
    }

    [Theory]
    [InlineData(Known.Yes, false)]
    [InlineData(Known.No, true)]
    [InlineData(Known.NotYet, true)]
    public void Only_a_port_that_follows_is_free_of_the_picture_mode(Known follows, bool hangs) =>
        Assert.Equal(hangs, Skew.HangsOnPictureMode(Core.Sites.Look.Empty, Optical(follows)));

    [Fact]
    public void Every_stage_any_table_names_exists()
    {
        Assert.All(SocketKinds.All, s => Assert.True(StageDelays.All.Any(stage => stage.Id == s.StageId), s.StageId));
        Assert.All(CodecClasses.All, c => Assert.True(StageDelays.All.Any(stage => stage.Id == c.StageId), c.StageId));
        Assert.All(LinkTechnologies.All.Where(l => l.StageId.Length > 0), l => Assert.True(StageDelays.All.Any(stage => stage.Id == l.StageId), l.StageId));
        Assert.All(StageDelays.All, s => Assert.True(s.MinMs <= s.TypicalMs && s.TypicalMs <= s.MaxMs, s.Id));
    }

    [Fact]
    public void Every_enum_word_has_its_row_in_the_shipped_tables()
    {
        Assert.Equal(Enum.GetValues<SocketKind>().Order(), SocketKinds.All.Select(s => s.Kind).Order());
        Assert.Equal(Enum.GetValues<CodecClass>().Order(), CodecClasses.All.Select(c => c.Class).Order());
        Assert.Equal(Enum.GetValues<LinkTechnology>().Order(), LinkTechnologies.All.Select(l => l.Technology).Order());
    }
}
