using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Features that count only where somebody asks for them, and speakers that only their platform reaches.</summary>
public class SpecialWishTests
{
    private static readonly Device Hushing = Headset("hushing", 90) with { NoiseCancelling = true };

    private static RankedRig BestOf(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).Rigs[0];

    private static string WornIn(RankedRig rig) => rig.Rig.Routes.Single().AtEar.Receiver.Id;

    [Theory]
    [InlineData(true, "hushing")]
    [InlineData(false, "plain")]
    public void Noise_cancelling_is_paid_for_only_where_it_is_asked_for(bool asked, string worn) =>
        Assert.Equal(worn, WornIn(BestOf(Look([Optical()], Listener() with { NoiseCancelling = asked }), Box("box"), Headset("plain"), Hushing)));

    [Fact]
    public void Microphone_tuner_and_splash_proofing_weigh_nothing_but_their_stray_modes_are_said()
    {
        var look = Look([Optical()], Listener());
        var plain = BestOf(look, Box("box"), Headset("ear"));
        var tuner = BestOf(look, Box("box"), Headset("ear") with { StrayModes = "FM radio, memory card" });
        Assert.Equal(plain.Score, tuner.Score);
        var advice = RuleList.AdviceFor(tuner.Rig.Routes[0]).Single(f => f.RuleId == "stray-modes");
        Assert.Contains("FM radio, memory card", advice.Sentence, StringComparison.Ordinal);
        Assert.Contains(RunSheet.For(tuner.Rig), s => s.Detail.Contains("strayed into another mode (FM radio, memory card)", StringComparison.Ordinal));
        Assert.DoesNotContain(RunSheet.For(plain.Rig), s => s.Detail.Contains("strayed", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(Known.Yes, 1)]
    [InlineData(Known.No, 0)]
    [InlineData(Known.NotYet, 0)]
    public void Spatial_rendering_counts_only_when_set_and_headset_are_both_listed(Known listed, int met)
    {
        var look = Look([Bluetooth()], Listener() with { SpatialRendering = true });
        look = look with { Set = look.Set with { SpatialListed = listed } };
        var rig = BestOf(look, Headset("around") with { SpatialRendering = true });
        Assert.Equal(met == 1, Needs.Of(rig.Rig.Routes[0]).Single(n => n.Words == "spatial rendering").Met);
        Assert.Equal(listed == Known.NotYet, RuleList.AdviceFor(rig.Rig.Routes[0]).Any(f => f.RuleId == "spatial-unlisted"));
    }

    [Fact]
    public void Spatial_rendering_works_over_the_sets_own_radio_alone()
    {
        var look = Look([Optical(), Bluetooth()], Listener() with { SpatialRendering = true });
        look = look with { Set = look.Set with { SpatialListed = Known.Yes } };
        var answer = Router.Rank(new Site(look, Shelf(Box("box"), Headset("around") with { SpatialRendering = true })));
        Assert.All(answer.Rigs, r => Assert.Equal(r.Rig.Routes[0].Feed.BuiltIn, Needs.Of(r.Rig.Routes[0]).Single(n => n.Words == "spatial rendering").Met));
        Assert.Contains(answer.Rigs, r => r.Rig.Routes[0].Feed.BuiltIn);

        // A preference comes after being in step.
        Assert.True(answer.Rigs[0].Rig.Routes[0].Feed.BuiltIn || answer.Rigs[0].Score.Step > answer.Rigs.First(r => r.Rig.Routes[0].Feed.BuiltIn).Score.Step);
    }

    [Fact]
    public void Whether_both_are_listed_is_asked_only_where_somebody_wants_it()
    {
        var look = Look([Bluetooth()], Listener() with { SpatialRendering = true });
        Device[] kit = [Headset("around") with { SpatialRendering = true }];
        var asked = Questions.Rank(new Site(look, Shelf(kit))).Single(q => q.Field == "set.spatialListed");
        Assert.True(asked.Decides);
        Assert.Contains("preferences met", asked.Effect, StringComparison.Ordinal);
        var unasked = look with { Listeners = [look.Listeners[0] with { SpatialRendering = false }] };
        Assert.DoesNotContain(Questions.Rank(new Site(unasked, Shelf(kit))), q => q.Field == "set.spatialListed");
        Assert.DoesNotContain(Questions.Rank(new Site(look, Shelf(Headset("plain")))), q => q.Field == "set.spatialListed");
    }

    [Fact]
    public void Speakers_of_the_platforms_make_are_offered_beside_what_is_owned()
    {
        var look = Look([Optical(), PlatformLink("Harbour")], Listener(wears: "speaker"));
        Device[] kit = [Box("box"), Speaker("speaker"), PlatformSpeaker("pair", 160)];
        var answer = Router.Rank(new Site(look, Shelf(kit)));
        var neat = answer.Rigs.Single(r => r.Rig.Routes[0].AtEar.Receiver.Id == "pair");
        Assert.DoesNotContain(neat.Rig.Boxes(), b => b.Role == DeviceRole.Transmitter);
        Assert.Contains(answer.Rigs, r => r.Rig.Routes[0].AtEar.Receiver.Id == "speaker");
        Assert.Contains("speaker, owned already, stays idle", RuleList.AdviceFor(neat.Rig.Routes[0]).Single(f => f.RuleId == "platform-bound").Sentence,
            StringComparison.Ordinal);
        var kept = RigPlan.Of(neat.Rig).Rebuild();
        Assert.NotNull(kept);
        Assert.Equal("pair", kept.Routes[0].AtEar.Receiver.Id);
    }

    [Fact]
    public void Which_make_a_platform_takes_is_asked_while_it_is_not_known()
    {
        var look = Look([PlatformLink("")], Listener());
        var asked = Questions.Rank(new Site(look, Shelf(PlatformSpeaker("pair"), PlatformSpeaker("other", family: "Island"))))
            .Single(q => q.Field == "set.sockets[0].speakerFamily");
        Assert.Equal("Look into its menu or manual: which make must the speakers be of?", asked.Words);
        Assert.DoesNotContain(Questions.Rank(new Site(Look([PlatformLink("Harbour")], Listener()), Shelf(PlatformSpeaker("pair")))),
            q => q.Field.EndsWith("speakerFamily", StringComparison.Ordinal));
    }
}
