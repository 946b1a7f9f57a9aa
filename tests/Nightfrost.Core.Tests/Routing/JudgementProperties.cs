using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Routing.Search;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What must hold of every rig, whatever the site.</summary>
public class JudgementProperties
{
    private const int RoundsASeed = 42;

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    /// <summary>
    /// Nobody can ask of a thing in a rig that is shown what it is for: of rigs from the same things less one, or with another in its place, none is as good
    /// and costs less or is plainer.
    /// </summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void No_rig_has_a_passenger(int seed)
    {
        var random = new Random(seed + 4000);
        var sites = Enumerable.Range(0, RoundsASeed).Select(_ => RandomSites.DrawSmall(random)).ToList();
        Parallel.ForEach(sites, site =>
        {
            var every = Exhaustive.Rigs(site);
            foreach (var shown in Router.Rank(site).Rigs)
            {
                var things = ThingsOf(shown.Rig);
                foreach (var (rig, score) in every)
                {
                    if (score.IsNoWorseThan(shown.Score) && score.Price <= shown.Score.Price && IsLessOfTheSame(ThingsOf(rig), things))
                        Assert.Fail($"{string.Join(' ', things)} is no better than {string.Join(' ', ThingsOf(rig))}: {shown.Score} against {score}");
                }
            }
        });
    }

    private static List<string> ThingsOf(Rig rig) =>
        [.. rig.Boxes().Concat(rig.Routes.SelectMany(r => Enumerable.Repeat(r.AtEar.Receiver, r.AtEar.Pieces).Append(r.AtEar.Relay)).OfType<Device>())
            .Select(d => d.Id).Order(StringComparer.Ordinal)];

    private static bool IsLessOfTheSame(List<string> some, List<string> all)
    {
        var left = all.ToList();
        return some.Count < all.Count && some.TrueForAll(left.Remove);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void No_chain_turns_to_numbers_and_back(int seed)
    {
        var random = new Random(seed + 500);
        var backwards = Converter("digitiser", 5) with
        {
            Ports = [new AudioPort(Connector.PhonoPair, false, [Signal.AnalogueLine], "IN"),
                new AudioPort(Connector.OpticalSquare, true, [Signal.SpdifPcm], "OPT")]
        };
        for (var round = 0; round < 40; round++)
        {
            var drawn = RandomSites.Draw(random);
            var site = new Site(drawn.Look with { Set = drawn.Look.Set with { Sockets = [.. drawn.Look.Set.Sockets, Pair("LINE OUT", "line")] } },
                new Shelf([.. drawn.Shelf.Devices.Where(d => d.Id is not "converter"), backwards, Converter(price: 3)]));
            foreach (var feed in Router.Rank(site).Rigs.SelectMany(r => r.Rig.Feeds))
                Assert.InRange(feed.Adapters.Count(a => a.StageIds.Contains("converter")), 0, 1);
        }

        var hiFi = new SoundSource
        {
            Id = "hi",
            Name = "hi-fi",
            Kind = SourceKind.HiFi,
            PluggedInto = "",
            Sockets = [new() { Id = "tape", Kind = SocketKind.TapeOut, State = SocketState.Free }]
        };
        Assert.Empty(Router.Rank(new Site(Look([], Listener(wears: "wired") with { OpenToAnother = false }) with { Sources = [hiFi] },
            Shelf(Wired() with { LengthM = 4 }, backwards, Converter()))).Rigs);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_order_of_listeners_and_sockets_changes_no_score(int seed)
    {
        var random = new Random(seed + 5000);
        for (var round = 0; round < 12; round++)
        {
            var site = RandomSites.Draw(random);
            var turned = new Site(site.Look with
            {
                Listeners = [.. site.Look.Listeners.Reverse()],
                Set = site.Look.Set with { Sockets = [.. site.Look.Set.Sockets.Reverse()] }
            }, site.Shelf);
            var (one, other) = (Router.Rank(site), Router.Rank(turned));

            // Of rigs with equal scores either may be found, and near-twins are shown once: how many are shown may differ, how many there are may not.
            Assert.Equal(one.Unbeaten, other.Unbeaten);
            if (one.Rigs.Count > 0)
                Assert.Equal(0, one.Rigs[0].Score.Against(other.Rigs[0].Score, Priorities.Usual));
        }
    }
}
