using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;

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

    [Theory]
    [MemberData(nameof(Rigs))]
    public void Every_fault_of_the_room_changes_what_it_hears(string name)
    {
        var evening = Evening(RehearsalTests.All[name]());
        Assert.All(Faults.OfRoom(evening.Site), fault =>
            Assert.NotEqual(Listening.InRoom(evening).IsHeard, Listening.InRoom(evening.With(fault)).IsHeard));
    }

    [Fact]
    public void There_are_at_least_forty_sorts_of_faults_and_every_one_is_met()
    {
        var sorts = typeof(Fault).GetNestedTypes().Select(t => t.Name).Order(StringComparer.Ordinal).ToList();
        Assert.True(sorts.Count >= 40);
        Assert.Equal(sorts, RehearsalTests.All.Values.Append(Battery).SelectMany(make =>
        {
            var site = BenchSites.Of(make(), Worlds.Of(make()).Likely);
            return site.Ears.SelectMany(way => Faults.Of(site, way)).Concat(Faults.OfRoom(site));
        }).Select(f => f.GetType().Name).Distinct().Order(StringComparer.Ordinal));
    }

    // A box that runs from its cell alone.
    private static Rig Battery() => RehearsalTests.Best(TestKit.Look([TestKit.Optical()], TestKit.Listener("Edda", "ear") with { OpenToAnother = false }),
        TestKit.Box("box") with { Power = new Core.Kit.PowerNeed(0, false, 8, 3, Core.Kit.Known.No, Core.Kit.Known.Yes, true) }, TestKit.Headset("ear"));

    [Theory]
    [MemberData(nameof(Rigs))]
    public void The_three_lines_to_try_bring_the_sound_back_as_often_as_any_three_could(string name)
    {
        var rig = RehearsalTests.All[name]();
        var (evening, picked) = (TryLines.Evening(rig), TryLines.Of(rig));
        foreach (var way in evening.Site.Ears)
        {
            var (lines, all, faults) = (picked[way.ListenerId], TryCandidates.Of(rig, way), Faults.Of(evening.Site, way).ToList());
            Assert.Equal(3, lines.Count);
            var best = Weight(lines);
            foreach (var (instead, at) in all.SelectMany(line => Enumerable.Range(0, 3).Select(at => (line, at))))
                Assert.True(Weight([.. lines.Select((line, i) => i == at ? instead : line)]) <= best, $"{instead.Words} cures more than {lines[at].Words}");

            // Every line is worth its place, and so are the three.
            Assert.All(lines, line => Assert.Contains(faults, fault => TryLines.Cures(evening, way, fault, line)));
            Assert.True(best * 3 >= faults.Sum(Commonness.Of), $"{name}: {best} of {faults.Sum(Commonness.Of)}");

            int Weight(IReadOnlyList<ClientLine> three) =>
                faults.Where(fault => three.Any(line => TryLines.Cures(evening, way, fault, line))).Sum(Commonness.Of)
                    + three.Distinct().Sum(line => line.CuresUnasked);
        }
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
    public void A_link_that_fell_back_to_SBC_is_heard_late_until_it_joins_anew()
    {
        var evening = Evening(RehearsalTests.All["one at an optical box"]());
        var way = evening.Site.Ears[0];
        var (before, slow) = (Listening.Answer(evening, way.ListenerId), evening.With(new Fault.FellToSbc(way.Taker.Id)));
        var after = Listening.Answer(slow, way.ListenerId);
        Assert.Contains("runs by SBC", Assert.Single(after.Reasons), StringComparison.Ordinal);
        Assert.Equal((Core.Kit.CodecClass.Sbc, Sides.Both), (after.Codec!.Class, after.Sides));
        Assert.NotEqual(Core.Kit.CodecClass.Sbc, before.Codec!.Class);
        Assert.True(after.SkewMs > before.SkewMs + 50);
        var off = Core.Bench.Bench.Do(Core.Bench.Bench.Do(slow, new Act.Radio(way.RivalId!, false)), new Act.Switch(way.Taker.Id, false));
        Assert.True(Hears(Core.Bench.Bench.Let(Core.Bench.Bench.Do(off, new Act.Switch(way.Taker.Id, true)), 10_000), way));
    }

    [Fact]
    public void Crossed_colours_swap_the_sides_and_who_hears_with_one_ear_never_notices()
    {
        static Rig Plan(HearingEars ears) => RehearsalTests.Best(TestKit.Look([TestKit.Pair("AUDIO OUT")],
            TestKit.Listener("Edda", "ear") with { OpenToAnother = false, Ears = ears }), TestKit.Box("box", input: Core.Kit.Connector.PhonoPair),
            TestKit.Headset("ear") with { MonoSum = ears != HearingEars.Both },
            TestKit.Lead(Core.Kit.Connector.PhonoPair, Core.Kit.Connector.PhonoPair));
        var evening = Evening(Plan(HearingEars.Both));
        var way = evening.Site.Ears[0];
        var crossed = Faults.Of(evening.Site, way).OfType<Fault.ColoursCrossed>().ToList();
        Assert.Equal(2, crossed.Count);
        var fault = evening.With(crossed[0]);
        Assert.Equal("sidesSwapped", Looks.AtEar(fault, way));
        Assert.True(Hears(Core.Bench.Bench.Do(fault, new Act.Plug(way.Stretches[0].Lead.NearEnd, way.Stretches[0].Lead.NearPort)), way));
        var one = BenchSites.Of(Plan(HearingEars.LeftOnly), Worlds.Of(Plan(HearingEars.LeftOnly)).Likely);
        Assert.Empty(Faults.Of(one, one.Ears[0]).OfType<Fault.ColoursCrossed>());
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
