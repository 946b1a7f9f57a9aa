using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

public class RigInStepTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 6)];

    private static Site Answered(Site site, Func<SourcePort, Known> answer) => new(
        site.Look with { Set = site.Look.Set with { Sockets = [.. site.Look.Set.Sockets.Select(s => s with { FollowsPicture = answer(s) })] } }, site.Shelf);

    // The same routes on a site where everything is answered.
    private static double InStepAt(Rig rig, Site answered)
    {
        var arrivals = new Arrivals(answered);
        return rig.Routes.Select(r =>
            arrivals.InStep(r with { Site = answered, Feed = r.Feed with { Socket = answered.Look.AllSockets().First(s => s.Id == r.Feed.Socket.Id) } }))
            .DefaultIfEmpty(1).Min();
    }

    /// <summary>
    /// Whatever hangs on the same socket stands or falls together: the probability is the mean over the answers of the worst listener's, answer by answer.
    /// </summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void What_nobody_knows_is_answered_for_the_whole_rig_at_once(int seed)
    {
        var random = new Random(seed + 7000);
        for (var round = 0; round < 12; round++)
        {
            var drawn = RandomSites.Draw(random);
            var site = Answered(drawn, _ => (Known)random.Next(3));
            foreach (var shown in Router.Rank(site).Rigs)
            {
                var unknown = shown.Rig.Routes.Select(r => r.Feed.Socket).Where(s => s.FollowsPicture == Known.NotYet && site.Look.SourceOf(s) is null)
                    .Select(s => s.Id).Distinct().ToList();
                var answers = Enumerable.Range(0, 1 << unknown.Count)
                    .Select(answer => InStepAt(shown.Rig,
                        Answered(site, s => unknown.IndexOf(s.Id) is var at and >= 0 ? (answer >> at & 1) == 1 ? Known.Yes : Known.No
                            : s.FollowsPicture))).ToList();
                var said = RigInStep.Of(shown.Rig, new Arrivals(site));
                Assert.Equal(answers.Average(), said.Probability, 1e-9);
                Assert.Equal(said.Probability, shown.Score.InStep, 1e-9);
                Assert.Equal(unknown, said.Facts.Select(f => f.Socket.Id));
                foreach (var fact in said.Facts)
                    Assert.Equal(said.Probability, (fact.IfYes + fact.IfNo) / 2, 1e-9);
            }
        }
    }

    [Fact]
    public void Two_who_are_right_on_opposite_answers_are_never_both_right()
    {
        // One hears at once, the other late: what suits the one spoils it for the other.
        var site = new Site(
            Look([Optical() with { FollowsPicture = Known.NotYet }], Listener("Ebbe", "early ear") with { OpenToAnother = false, ReadsLips = true },
                Listener("Tove", "late ear") with { OpenToAnother = false, ReadsLips = true })
                with
            { Set = Look([Optical() with { FollowsPicture = Known.NotYet }]).Set with { PictureMode = PictureMode.Film } },
            Shelf(Base("early", LinkTechnology.UhfAnalogue, "E"), FamilyHeadset("early ear", LinkTechnology.UhfAnalogue, "E"),
                Base("late", LinkTechnology.Digital24GHz,
                    "L") with
                {
                    Links = [new AirLink { Technology = LinkTechnology.Digital24GHz, Transmits = true, Family = "L", ListenersAtOnce = 1,
                        TransmitDbm = 10, Delay = new(95, 100, 105, false) }]
                },
                FamilyHeadset("late ear", LinkTechnology.Digital24GHz, "L"), Splitter()));
        var best = Router.Rank(site).Rigs[0];
        Assert.Equal(2, best.Score.Served);
        var arrivals = new Arrivals(site);
        var alone = best.Rig.Routes.Min(arrivals.InStep);
        var said = RigInStep.Of(best.Rig, arrivals);
        Assert.InRange(said.Probability, 0, alone - 0.2);
        var fact = Assert.Single(said.Facts);
        Assert.Contains(RigViews.Of(best, arrivals).Reasons,
            r => r.Sentence.StartsWith("Nobody knows yet whether the sound from Optical waits for the picture, for Ebbe and Tove alike: in step "
                + $"{Wording.Percent(fact.IfYes)} if it does, {Wording.Percent(fact.IfNo)} if it does not", StringComparison.Ordinal));
    }

    [Fact]
    public void With_more_unknown_sockets_than_are_worked_out_only_a_bound_is_said()
    {
        string[] ids = ["a", "b", "c", "d"];
        var sockets = ids.Select(id => Optical(id) with { FollowsPicture = Known.NotYet }).ToArray();
        var listeners = ids.Select(id => Listener(id, "ear") with { OpenToAnother = false }).ToArray();
        var site = new Site(Look(sockets, listeners), Shelf(Box("box"), Headset("ear")));
        var best = Router.Rank(site).Rigs[0];
        Assert.Equal(4, best.Score.Served);
        var said = RigInStep.Of(best.Rig, new Arrivals(site));
        Assert.True(said.IsBound);
        Assert.Empty(said.Facts);
        var truth = Enumerable.Range(0, 16)
            .Average(answer => InStepAt(best.Rig, Answered(site, s => (answer >> Array.IndexOf(ids, s.Id) & 1) == 1 ? Known.Yes : Known.No)));
        Assert.True(truth <= said.Probability + 1e-9);
        Assert.Contains(RigViews.Of(best, new Arrivals(site)).Reasons, r => r.Sentence.EndsWith("at most.", StringComparison.Ordinal));
    }
}
