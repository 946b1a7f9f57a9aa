using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Who looks for whom when both are switched on: read, not read, and tried.</summary>
public class ComesBackTests
{
    private static Device With(Device device, Seeks seeks) => device with { Automatic = device.Automatic with { Seeks = seeks } };

    private static Rig Of(Seeks box, Seeks ear, int listeners = 1) => RehearsalTests.Best(
        Look([Optical()], [.. new[] { "Edda", "Tobias" }.Take(listeners).Select(name => Listener(name, "ear") with { OpenToAnother = false })]),
        With(Scene.LoungeBox(listeners), box), With(Headset("ear"), ear));

    [Fact]
    public void What_nobody_has_read_is_a_doubt_of_the_visit_and_of_the_week_and_is_tried_before_the_phones_are_back()
    {
        var rig = Of(Seeks.NotRead, Seeks.NotRead);
        var steps = RunSheet.For(rig);
        var ids = steps.Select(s => s.Id).ToList();
        Assert.True(ids.IndexOf("pair-ear-edda") < ids.IndexOf("comes-back-edda") && ids.IndexOf("comes-back-edda") < ids.IndexOf("restore-rivals"));
        var visit = Assert.Single(Proof.Of(rig, steps).Doubts);
        Assert.Equal(("The ear and the box may each wait for the other when switched on", "comes-back-edda"), (visit.Words, visit.AskedAt));
        Assert.Contains("not joined", Assert.Single(ClientWeek.Prove(rig, steps).Doubts).ThenFails, StringComparison.Ordinal);
        Assert.Equal(Verdict.Proven, Proof.Of(rig, steps).After(new HashSet<string> { "comes-back-edda" }).Verdict);
    }

    [Theory]
    [InlineData(Seeks.EveryPartner, Seeks.NotRead)]
    [InlineData(Seeks.NotRead, Seeks.LastPartner)]
    public void Where_one_of_the_two_is_known_to_look_nothing_is_tried(Seeks box, Seeks ear)
    {
        var rig = Of(box, ear);
        Assert.DoesNotContain(RunSheet.For(rig), s => s.Id.StartsWith("comes-back-", StringComparison.Ordinal));
        Assert.Equal(Verdict.Proven, Proof.Of(rig, RunSheet.For(rig)).Verdict);
    }

    [Fact]
    public void Of_two_at_one_box_the_first_shows_it_by_coming_on_again_and_the_last_is_tried()
    {
        var rig = Of(Seeks.NotRead, Seeks.NotRead, 2);
        Assert.Equal(["comes-back-tobias"], RunSheet.For(rig).Select(s => s.Id).Where(id => id.StartsWith("comes-back-", StringComparison.Ordinal)));
        Assert.Equal(["first-back-tobias", "comes-back-tobias"], Worlds.Of(rig).Others.Select(w => w.AskedAt).OfType<string>());
    }
}
