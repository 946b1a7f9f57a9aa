using CsCheck;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Tests.Timing;

public class FrameMeasurementTests
{
    private static readonly Tolerance Broadcast = Tolerances.Find(Tolerances.Broadcast)!;

    private static FrameTake[] Takes(double fps, params double[] frames) => [.. frames.Select(f => new FrameTake(fps, f, false))];

    [Fact]
    public void Thirty_frames_a_second_alone_give_about_27_ms()
    {
        var m = FrameMeasurement.Of(Takes(30, 1));
        Assert.Equal(33.3, m.SkewMs, 0.1);
        Assert.Equal(27.2, m.PlusMinusMs, 0.1);
    }

    [Fact]
    public void Equal_takes_never_give_plus_minus_0() => Gen.Select(Gen.Int[1, 20], Gen.Double[10, 1000], Gen.Int[-50, 50]).Sample((n, fps, frames) =>
        Assert.True(FrameMeasurement.Of(Takes(fps, [.. Enumerable.Repeat((double)frames, n)])).PlusMinusMs >= 2 * 1000 / (fps * Math.Sqrt(6)) - 1e-9));

    [Fact]
    public void Scatter_and_camera_are_added_as_the_formula_says()
    {
        // Takes of 20, 24 and 30 ms: median 24, MAD 4.
        var m = FrameMeasurement.Of(Takes(500, 10, 12, 15), cameraOffsetMs: 3, cameraUncertaintyMs: 2);
        var scatter = 1.2533 * 1.4826 * 4;
        var expected = 2 * Math.Sqrt(scatter * scatter / 3 + Math.Pow(1000 / (500 * Math.Sqrt(6)), 2) + 4);
        Assert.Equal(21, m.SkewMs, 1e-9);
        Assert.Equal(expected, m.PlusMinusMs, 1e-9);
        Assert.Equal(3, m.Takes);
    }

    [Fact]
    public void Takes_filmed_before_a_delay_was_set_speak_of_the_delay_as_it_stands()
    {
        // Two takes at 0 ms of delay, then the set was put to 40 ms and filmed again: all three say the same.
        FrameTake[] takes = [new(100, 2, false) { DelayedMs = -40 }, new(100, 2, false) { DelayedMs = -40 }, new(100, 6, false)];
        var m = FrameMeasurement.Of(takes);
        Assert.Equal(60, m.SkewMs, 1e-9);
        Assert.Equal(FrameMeasurement.Of(Takes(100, 6, 6, 6)).PlusMinusMs, m.PlusMinusMs, 1e-9);
        Assert.Equal(20, takes[0].SkewMs, 1e-9);
    }

    [Fact]
    public void A_click_read_on_the_waveform_counts_finer() =>
        Assert.True(new FrameTake(60, 3, true).CountingMs < new FrameTake(60, 3, false).CountingMs);

    [Theory]
    [InlineData(30, 5, SkewVerdict.Inside)]
    [InlineData(100, 5, SkewVerdict.Late)]
    [InlineData(-80, 5, SkewVerdict.Early)]
    [InlineData(58, 5, SkewVerdict.CannotTell)]
    [InlineData(-38, 5, SkewVerdict.CannotTell)]
    public void The_whole_interval_decides(double skew, double plusMinus, SkewVerdict expected) =>
        Assert.Equal(expected, FrameMeasurement.Against(new Measured(skew, plusMinus, 3), Broadcast));

    [Fact]
    public void It_warns_when_plus_minus_exceeds_half_the_way_to_the_nearest_limit()
    {
        Assert.False(FrameMeasurement.TooWide(new Measured(40, 9, 3), Broadcast));
        Assert.True(FrameMeasurement.TooWide(new Measured(40, 11, 3), Broadcast));
    }

    [Theory]
    [InlineData(0, 3, "framesPerSecond")]
    [InlineData(-30, 3, "framesPerSecond")]
    [InlineData(double.NaN, 3, "framesPerSecond")]
    [InlineData(30, 1e9, "frames")]
    [InlineData(30, double.NaN, "frames")]
    public void Absurd_takes_name_the_field_the_reason_and_the_remedy(double fps, double frames, string field)
    {
        var problem = Assert.Single(FrameTake.Problems(new FrameTake(fps, frames, false)));
        Assert.Equal(field, problem.Field);
        Assert.NotEmpty(problem.Reason);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public void No_take_is_no_measurement() => Assert.Throws<ArgumentException>(() => FrameMeasurement.Of([]));
}
