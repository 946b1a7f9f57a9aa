using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>Faults are changed states: each stops the sound, says why, and what a client tries cures the likeliest.</summary>
public class FaultTests
{
    public static TheoryData<string> Rigs => RehearsalTests.Rigs;

    // An evening on which everybody listens.
    private static BenchState Evening(Rig rig) =>
        Core.Bench.Bench.Let(Rehearsal.Run(Core.Bench.Bench.Start(BenchSites.Of(rig, Worlds.OfTheWeek(rig).Likely)), RunSheet.For(rig)).End, 10_000);

    private static BenchState Follow(BenchState state, IEnumerable<ClientLine> lines) =>
        Core.Bench.Bench.Let(lines.SelectMany(l => l.Acts).Aggregate(state, (now, act) => Core.Bench.Bench.Do(now, act, 3)), 10_000);

    private static bool Hears(BenchState state, EarWay way) => Listening.AtEar(state, way.ListenerId).IsHeard;

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Every_fault_of_a_way_stops_the_sound_and_says_why(string name)
    {
        var evening = Evening(RehearsalTests.All[name]());
        foreach (var way in evening.Site.Ears)
        {
            Assert.True(Hears(evening, way));
            var faults = Faults.Of(evening.Site, way).ToList();
            Assert.True(faults.Count >= 6, name);
            Assert.All(faults, fault => Assert.NotEmpty(Listening.AtEar(evening.With(fault), way.ListenerId).Reasons));
        }
    }

    [Fact]
    public void There_are_at_least_fifteen_sorts_of_faults_and_every_one_is_met() =>
        Assert.Equal(typeof(Fault).GetNestedTypes().Select(t => t.Name).Order(StringComparer.Ordinal),
            RehearsalTests.All.Values.Append(Battery).SelectMany(make =>
            {
                var site = BenchSites.Of(make(), Worlds.Of(make()).Likely);
                return site.Ears.SelectMany(way => Faults.Of(site, way));
            }).Select(f => f.GetType().Name).Distinct().Order(StringComparer.Ordinal));

    // A box that runs from its cell alone.
    private static Rig Battery() => RehearsalTests.Best(TestKit.Look([TestKit.Optical()], TestKit.Listener("Edda", "ear") with { OpenToAnother = false }),
        TestKit.Box("box") with { Power = new Core.Kit.PowerNeed(0, false, 8, 3, Core.Kit.Known.No, Core.Kit.Known.Yes, true) }, TestKit.Headset("ear"));

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Each_line_to_try_brings_the_sound_back_from_a_likely_fault_and_together_from_all_of_them(string name)
    {
        var evening = Evening(RehearsalTests.All[name]());
        foreach (var way in evening.Site.Ears)
        {
            var lines = TryLines.Of(evening.Site.Rig, way.Route).ToList();
            var likely = Likeliest(evening.Site, way);
            Assert.Equal(3, lines.Count);
            foreach (var fault in likely)
                Assert.True(Hears(Follow(evening.With(fault), lines), way), $"{fault} is not cured by: {string.Join(" ", lines.Select(l => l.Words))}");
            // Alone, where no phone waits for what is let go; together they cure with one, as above.
            Assert.All(lines.Where(l => l.Acts.Count > 0),
                line => Assert.True(likely.Any(fault => Hears(Follow((fault is Fault.HeldBy ? evening : Quiet(evening, way)).With(fault), [line]), way)),
                    $"{line.Words} cures none of {string.Join(", ", likely)}"));
        }
    }

    private static BenchState Quiet(BenchState state, EarWay way) => way.RivalId is { } rival ? Core.Bench.Bench.Do(state, new Act.Radio(rival, false)) : state;

    // By what wears out, gets lost or is left: the cell or the plug, what locks up, what else takes it or is turned down.
    private static List<Fault> Likeliest(BenchSite site, EarWay way)
    {
        var all = Faults.Of(site, way).ToList();
        return
        [
            all.FirstOrDefault(f => f is Fault.EmptyCell cell && cell.ThingId == way.Receiver.Id) ?? all.First(f => f is Fault.PlugOut),
            all.FirstOrDefault(f => f is Fault.LockedUp locked && locked.ThingId == way.Sender?.Id) ?? all.First(f => f is Fault.OnStandby),
            all.FirstOrDefault(f => f is Fault.HeldBy) ?? all.First(f => f is Fault.TurnedDown),
        ];
    }

    [Fact]
    public void A_box_that_has_locked_up_is_cured_by_being_without_power_and_by_nothing_else()
    {
        var evening = Evening(RehearsalTests.All["one at an optical box"]());
        var way = evening.Site.Ears[0];
        var locked = evening.With(new Fault.LockedUp(way.Sender!.Id));
        Assert.Contains("locked up", Assert.Single(Listening.AtEar(locked, way.ListenerId).Reasons), StringComparison.Ordinal);
        Assert.False(Hears(Core.Bench.Bench.Do(locked, new Act.Choose(Scene.Set, SourceMenu.DigitalFormat, MenuValues.Pcm)), way));
        var alone = Core.Bench.Bench.Do(locked, new Act.Radio(way.RivalId!, false));
        Assert.True(Hears(Core.Bench.Bench.Let(Core.Bench.Bench.Do(alone, new Act.Rest(way.Sender.Id, 30)), 10_000), way));

        // While the box is away, a phone that knows the headset may take it.
        var taken = Core.Bench.Bench.Let(Core.Bench.Bench.Do(locked, new Act.Rest(way.Sender.Id, 30)), 10_000);
        Assert.Contains("joined to her phone", Assert.Single(Listening.AtEar(taken, way.ListenerId).Reasons), StringComparison.Ordinal);
    }

    [Fact]
    public void A_headset_comes_back_to_its_box_when_the_phone_that_took_it_leaves_the_air()
    {
        var evening = Evening(RehearsalTests.All["one at an optical box"]());
        var way = evening.Site.Ears[0];
        var taken = evening.With(new Fault.HeldBy(way.Receiver.Id, way.RivalId!));
        Assert.Contains("joined to her phone", Assert.Single(Listening.AtEar(taken, way.ListenerId).Reasons), StringComparison.Ordinal);
        Assert.True(Hears(Core.Bench.Bench.Let(Core.Bench.Bench.Do(taken, new Act.Radio(way.RivalId!, false)), 10_000), way));
    }
}
