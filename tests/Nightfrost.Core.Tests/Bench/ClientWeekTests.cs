using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>The client's sheet, evening after evening: what it says is enough, and each line of it is needed.</summary>
public class ClientWeekTests
{
    public static TheoryData<string> Rigs => RehearsalTests.Rigs;

    private static BenchState AfterVisit(Rig rig)
    {
        var run = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig));
        Assert.True(run.Passed);
        return run.End;
    }

    private static Rig Best(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).Rigs[0].Rig;

    [Theory]
    [MemberData(nameof(Rigs))]
    public void A_week_of_evenings_goes_by_the_sheet_alone(string name)
    {
        var rig = RehearsalTests.All[name]();
        Assert.Empty(ClientWeek.Run(AfterVisit(rig)));
        Assert.True(ClientWeek.Prove(rig, RunSheet.For(rig)).Verdict is Verdict.Proven or Verdict.ProvenBut);
    }

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Each_line_of_to_listen_is_needed(string name)
    {
        var rig = RehearsalTests.All[name]();
        var after = AfterVisit(rig);
        foreach (var line in rig.Routes.SelectMany(r => DailySteps.Start(rig, r)).Where(l => l.Acts.Count > 0).Select(l => l.Words).Distinct())
        {
            // Put down for a moment, a headset is still put on: only what was never taken off is on already. A set that plays to a bar and to a speaker of its
            // own at once goes on doing so and asks nothing.
            if (!(rig.Site.BarSocket is not null && line.StartsWith("If the TV asks", StringComparison.Ordinal))
                && !line.StartsWith("Put ", StringComparison.Ordinal) && !line.StartsWith("If no ", StringComparison.Ordinal)
                && !line.StartsWith("Turn ", StringComparison.Ordinal))
                Assert.True(ClientWeek.Run(after, l => l.Words != line).Count > 0, line);
        }
    }

    [Fact]
    public void A_box_left_on_is_empty_before_the_week_is_over_so_the_sheet_says_to_switch_it_off_and_charge_it()
    {
        var box = Box("box") with { Power = new PowerNeed(0, false, 8, 3, Known.No, Known.Yes, true) };
        var rig = Best(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }), box, Headset("ear"));
        var parts = ClientSheet.For(rig, []).Listeners[0].Parts;
        Assert.Contains("Switch off the box by the TV.", parts.Single(p => p.Heading == "To stop").Lines);
        Assert.Contains("Charge after every second evening at the latest.", parts.Single(p => p.Heading == "The battery").Lines);
        var after = AfterVisit(rig);
        Assert.Empty(ClientWeek.Run(after));
        Assert.Contains("no power", ClientWeek.Run(after, l => l.Words != "Switch off the box by the TV.")[0], StringComparison.Ordinal);
        Assert.Contains("no power", ClientWeek.Run(after, l => !l.Words.StartsWith("Charge ", StringComparison.Ordinal))[0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_box_for_two_is_charged_by_who_listens_longer_and_both_are_told_the_same()
    {
        var box = Box("box", atOnce: 2) with { Power = new PowerNeed(0, false, 12, 3, Known.No, Known.Yes, true) };
        var rig = Best(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false, HoursADay = 4 },
            Listener("Tobias", "ear") with { OpenToAnother = false, HoursADay = 1 }), box, Headset("ear"));
        Assert.All(rig.Routes, r =>
            Assert.Equal("Charge after every second evening at the latest.", Charging.Line(rig, r, Charging.Of(rig, r).Single(c => c.IsBox)).Words));
        Assert.Empty(ClientWeek.Run(AfterVisit(rig)));
    }

    [Fact]
    public void A_set_that_somebody_else_gave_its_sound_back_is_silenced_again_the_next_evening()
    {
        var rig = RehearsalTests.All["speakers switched off in the menu"]();
        Assert.Contains("the room hears the set", ClientWeek.Run(AfterVisit(rig), l => !l.Words.StartsWith("If the room hears", StringComparison.Ordinal))[0],
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_phone_that_knows_the_headset_is_a_doubt_and_one_that_does_not_is_none()
    {
        var rig = RehearsalTests.All["one at an optical box"]();
        var doubt = Assert.Single(ClientWeek.Prove(rig, RunSheet.For(rig)).Doubts);
        Assert.Equal("Her phone may take the headset when it is switched on", doubt.Words);
        var alone = Best(Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false }), Scene.LoungeBox(), Headset("ear"));
        Assert.Equal(Verdict.Proven, ClientWeek.Prove(alone, RunSheet.For(alone)).Verdict);
    }

    [Fact]
    public void A_box_that_forgets_without_power_may_forget_by_its_own_switch()
    {
        var box = Box("box") with { Power = new PowerNeed(0, false, 30, 3, Known.No, PairingSurvivesPowerLoss: Known.No, true) };
        var look = Look([Optical()], Listener("Edda", "ear") with { OpenToAnother = false });
        var rig = Best(look, box, Headset("ear"));
        var doubt = Assert.Single(ClientWeek.Prove(rig, RunSheet.For(rig)).Doubts);
        Assert.Equal("The box may forget its partner each time it is switched off", doubt.Words);
        Assert.Contains("not joined", doubt.ThenFails, StringComparison.Ordinal);
        var remembers = Best(look, box with { Power = box.Power with { PairingSurvivesPowerLoss = Known.Yes } }, Headset("ear"));
        Assert.Empty(ClientWeek.Prove(remembers, RunSheet.For(remembers)).Doubts);
    }

    [Fact]
    public void A_box_that_sleeps_with_the_set_and_remembers_wakes_with_it()
    {
        var rig = Best(Look([Optical(), Usb(900, Known.Yes)], Listener("Edda", "ear") with { OpenToAnother = false }), Box("box"), Headset("ear"));
        Assert.Contains(rig.Power, p => p.SleepsWithSet);
        Assert.Empty(ClientWeek.Run(AfterVisit(rig)));

        // Were it one that forgets, the first evening would show it.
        var forgets = rig with
        {
            Routes =
            [.. rig.Routes.Select(r => r with
            {
                Feed = new Feed(r.Feed.Socket, r.Feed.Adapters,
                    r.Feed.Transmitter! with { Power = r.Feed.Transmitter.Power with { PairingSurvivesPowerLoss = Known.No } },
                    r.Feed.Joints),
            })],
        };
        var visit = Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(forgets, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig)).End;
        Assert.Contains("not joined", ClientWeek.Run(visit)[0], StringComparison.Ordinal);
    }
}
