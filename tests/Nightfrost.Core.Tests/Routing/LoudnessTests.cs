using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Whose control changes the loudness, and what is said where nobody's does.</summary>
public class LoudnessTests
{
    private static readonly SoundSource HiFi =
        new() { Id = "hifi", Name = "hi-fi", Kind = SourceKind.HiFi, Watched = true, Sockets = [Optical("tape") with { Level = LevelControl.Fixed }] };

    private static Route Best(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig.Routes[0];

    [Fact]
    public void A_source_beside_the_set_is_named_and_the_set_is_not()
    {
        var route = Best(Look([], Listener()) with { Sources = [HiFi] }, Box("box"), Headset("ear", ownVolume: false));
        Assert.Contains(RuleList.AdviceFor(route),
            f => f.RuleId == "level-fixed" && f.Sentence.EndsWith("the volume keys of the hi-fi do nothing to it.", StringComparison.Ordinal));
        Assert.Equal("nobody: fixed level and no control at the ear", LoudnessOwner.Of(route));
        Assert.Contains(RuleList.AdviceFor(route), f => f.RuleId == "no-own-loudness");
        Assert.Equal("ear alone; the hi-fi's remote and mute do not reach it",
            LoudnessOwner.Of(Best(Look([], Listener()) with { Sources = [HiFi] }, Box("box"), Headset("ear"))));
    }

    [Fact]
    public void A_bar_has_its_own_remote()
    {
        var route = Best(Look([Optical()], Listener(wears: "bar") with { OpenToAnother = false }), Bar() with { Links = Headset("x").Links }, Box("box"));
        Assert.StartsWith("the bar's own remote", LoudnessOwner.Of(route), StringComparison.Ordinal);
        Assert.DoesNotContain(RuleList.AdviceFor(route), f => f.RuleId == "no-own-loudness");
    }

    [Fact]
    public void A_speaker_beside_the_seat_is_heard_through_aids_and_a_headset_that_does_not_fit_over_them_is_refused()
    {
        var wearer = Listener(wears: "aids") with { OpenToAnother = true };
        Assert.NotEmpty(Router.Rank(new Site(Look([Optical()], wearer),
            Shelf(Aids("aids", "K", 2), Box("box", codecs: [Sbc]), Speaker() with { Links = Headset("x").Links }))).Rigs);
        Assert.Empty(Router.Rank(new Site(Look([Optical()], wearer), Shelf(Aids("aids", "K", 2), Box("box"), Headset("ear")))).Rigs);
    }

    [Theory]
    [InlineData(LevelControl.NotYet, "usually at a fixed level")]
    [InlineData(LevelControl.Fixed, "The socket is at a fixed level")]
    [InlineData(LevelControl.Variable, "Keep the set high")]
    public void What_is_only_usual_is_not_said_as_known(LevelControl level, string words)
    {
        var rig = Router.Rank(new Site(Look([Optical() with { Level = level }], Listener()), Shelf(Box("box"), Headset("ear")))).Rigs[0].Rig;
        Assert.Contains(RunSheet.For(rig), step => step.Detail.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void A_level_that_is_not_known_is_tried()
    {
        var rig = Router.Rank(new Site(Look([Pair("AUDIO OUT") with { Direction = SocketDirection.Output }], Listener()),
            Shelf(Box("box", input: Connector.Jack35), Headset("ear")))).Rigs[0].Rig;
        Assert.Contains(RunSheet.For(rig),
            step => step.Detail.StartsWith("Nobody knows yet whether the volume keys reach this socket", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(Known.Yes, "Starts and sleeps with the set.")]
    [InlineData(Known.No, "Stays on in standby.")]
    [InlineData(Known.NotYet, "Nobody knows yet whether it stays on in standby.")]
    public void Whether_a_port_sleeps_is_said_as_far_as_it_is_known(Known off, string words) =>
        Assert.Contains(BoxPower.For(Look([Usb(900, off)]).Set, [Box("box") with { Power = Box("box").Power with { PairingSurvivesPowerLoss = Known.Yes } }]),
            choice => choice.Words.EndsWith(words, StringComparison.Ordinal));
}
