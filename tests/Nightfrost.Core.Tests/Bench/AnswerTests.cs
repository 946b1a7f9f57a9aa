using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What an ear says at a moment: sound or none, sides, level, codec, skew.</summary>
public class AnswerTests
{
    [Fact]
    public void An_ear_that_hears_says_level_codec_and_skew_and_one_that_does_not_says_why()
    {
        var scene = Scene.Lounge().Wired().Pair();
        var hung = Listening.Answer(scene.Now, "edda");
        Assert.Equal((Sides.None, (double?)null), (hung.Sides, hung.SkewMs));
        Assert.NotEmpty(hung.Reasons);
        Assert.Equal(Swift, hung.Codec);
        var worn = Listening.Answer(scene.Wear().Now, "edda");
        Assert.Equal((Sides.Both, Audibility.LoudEnough), (worn.Sides, worn.Level!.Audibility));
        Assert.Equal(new Arrivals(scene.Now.Site.Rig.Site).Of(scene.Ear().Route)!.Distribution.MedianMs, worn.SkewMs!.Value, 6);
        Assert.Null(Listening.Answer(Scene.Lounge().Now, "edda").Codec);
    }

    [Fact]
    public void The_first_of_two_has_the_fast_codec_until_the_second_joins_and_is_later_then()
    {
        var first = Scene.Two().Wired().Pair().Wear();
        var both = first.Do(new Act.Switch(first.Headset1, false)).Pair("tobias", GestureDoes.OpensSecondPairing)
            .Do(new Act.Switch(first.Headset1, true)).Let(10).Wear();
        var (alone, shared) = (Listening.Answer(first.Now, "edda"), Listening.Answer(both.Now, "edda"));
        Assert.Equal((Swift, Sbc), (alone.Codec, shared.Codec));
        Assert.True(shared.SkewMs > alone.SkewMs + 50);
    }

    [Fact]
    public void A_plug_that_is_half_in_gives_one_side_until_it_is_pushed_home()
    {
        var scene = HappensTests.Wire();
        var lead = scene.Lead;
        scene = scene.Do(new Act.Play(Scene.Set), new Act.Plug(lead.NearEnd, lead.NearPort), new Act.Plug(lead.FarEnd, lead.FarPort),
            new Act.Choose(Scene.Set, SourceMenu.HeadphoneLevel, MenuValues.High), new Act.PutOn(scene.Headset1));
        Assert.Equal(Sides.Both, Listening.Answer(scene.Now, "edda").Sides);
        var half = new Scene(scene.Now.With(new Fault.PlugHalfIn(lead.NearEnd)));
        Assert.Equal(Sides.One, Listening.Answer(half.Now, "edda").Sides);
        Assert.Contains("one side only", Assert.Single(half.Why()), StringComparison.Ordinal);
        Assert.Equal(Sides.Both, Listening.Answer(half.Do(new Act.Plug(lead.NearEnd, lead.NearPort)).Now, "edda").Sides);
        Assert.DoesNotContain(Faults.Of(Scene.Lounge().Now.Site, Scene.Lounge().Ear()), f => f is Fault.PlugHalfIn);
    }
}
