using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Which causes are told apart by a look, which by a try, which by nothing.</summary>
public class FaultReportTests
{
    public static TheoryData<string> Rigs => RehearsalTests.Rigs;

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Every_fault_differs_from_every_other_by_a_look_or_by_a_try(string name)
    {
        var rig = RehearsalTests.All[name]();
        var (evening, steps) = (TryLines.Evening(rig), RunSheet.For(rig));
        Assert.All(evening.Site.Ears, way => Assert.Empty(FaultReport.NotToldApart(evening, way, steps)));
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void What_is_said_to_tell_causes_apart_does_and_nothing_in_it_is_idle(string name)
    {
        var rig = RehearsalTests.All[name]();
        var evening = TryLines.Evening(rig);
        foreach (var (ear, way) in FaultReport.Of(rig).Ears.Zip(evening.Site.Ears))
        {
            var words = Faults.Of(evening.Site, way).Select(f => FaultWords.Of(evening.Site, f)).ToList();
            Assert.Empty(words.GroupBy(w => w).Where(g => g.Count() > 1).Select(g => g.Key));
            Assert.Equal(ear.Causes, words.Count);
            Assert.Equal(words.Order(StringComparer.Ordinal), ear.Seen.Select(seen => seen.Cause).Concat(ear.Alike.SelectMany(alike => alike.Causes))
                .Order(StringComparer.Ordinal));
            Assert.All(ear.Seen, seen => Assert.NotEmpty(seen.Look));
            foreach (var alike in ear.Alike)
            {
                // As many tries as part so many causes at the most, and at least one.
                Assert.InRange(alike.Tries.Count, 1, alike.Causes.Count - 1);
                Assert.Equal(alike.Tries.Count, alike.Tries.Distinct().Count());
                Assert.Subset(words.ToHashSet(), alike.Causes.ToHashSet());
            }
        }
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Every_fault_of_the_room_has_a_sentence(string name)
    {
        var evening = TryLines.Evening(RehearsalTests.All[name]());
        Assert.All(Faults.OfRoom(evening.Site), fault => Assert.EndsWith(".", FaultWords.Of(evening.Site, fault), StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("a bar that its neighbour may wake", 5)]
    [InlineData("infrared", 3)]
    [InlineData("speakers switched off in the menu", 1)]
    public void What_the_room_hears_otherwise_shows_at_a_look(string name, int causes)
    {
        var room = FaultReport.Of(RehearsalTests.All[name]()).Ears[^1];
        Assert.Equal(("The room", causes, causes), (room.Who, room.Causes, room.Seen.Count));
        Assert.Empty(room.Alike);
    }

    [Fact]
    public void Full_air_is_heard_to_break_up_in_two_aids_as_in_one_headset()
    {
        foreach (var name in new[] { "aids by their streamer", "one at an optical box" })
        {
            var evening = TryLines.Evening(RehearsalTests.All[name]());
            var way = evening.Site.Ears[0];
            var air = evening.With(new Fault.CrowdedAir(way.Sender!.Id));
            Assert.Single(Listening.AtEar(air, way.ListenerId).Reasons);
            Assert.Equal("breaksUp", Looks.AtEar(air, way));
        }
    }

    [Fact]
    public void A_look_changes_nothing_and_a_thing_whose_lights_nobody_has_read_shows_less()
    {
        var (read, dark) = (Plan(Lit(TestKit.Box("box")), Lit(TestKit.Headset("ear"))),
            Plan(TestKit.Box("box") with { Signs = [] }, TestKit.Headset("ear") with { Signs = [] }));
        var evening = TryLines.Evening(read);
        Assert.All(Looks.Of(evening.Site, evening.Site.Ears[0]), look => Assert.Empty(look.Acts));
        Assert.True(FaultReport.Of(dark).Ears[0].Seen.Count < FaultReport.Of(read).Ears[0].Seen.Count);
    }

    private static Core.Kit.Device Lit(Core.Kit.Device device) => device with { Signs = [TestKit.Light(Core.Kit.SignState.Power, "green"), .. device.Signs] };

    private static Rig Plan(params Core.Kit.Device[] kit) => RehearsalTests.Best(
        TestKit.Look([TestKit.Optical()], TestKit.Listener("Edda", "ear") with { OpenToAnother = false }), kit);

    [Fact]
    public void Where_two_causes_answer_every_check_alike_both_are_named()
    {
        // Without the try of another lead, a broken one and one at the converter cannot be told apart.
        var rig = RehearsalTests.All["a converter and a wire"]();
        var evening = TryLines.Evening(rig);
        var way = evening.Site.Ears[0];
        List<Fault> dead = [.. way.Stretches.Select(s => new Fault.DeadLead(s.Lead.Id))];
        List<Check> tries = [.. Tries.Of(evening.Site, way, RunSheet.For(rig))];
        Assert.Empty(FaultReport.Split(evening, dead, tries).Left);
        var left = Assert.Single(FaultReport.Split(evening, dead, [.. tries.Where(check => !check.Acts.Any(act => act is Act.Replace))]).Left);
        Assert.Equal(dead, left);
    }

    [Fact]
    public void What_the_Bench_cannot_carry_out_is_said_and_no_ear_is_claimed()
    {
        var report = FaultReport.Of(Plan(TestKit.Box("box") with { Gestures = [] }, TestKit.Headset("ear")));
        Assert.Empty(report.Ears);
        Assert.NotEmpty(report.NotSimulated);
    }
}
