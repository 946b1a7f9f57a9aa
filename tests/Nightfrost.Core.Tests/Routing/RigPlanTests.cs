using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>A rig fixed to a case must come back as it was, whatever becomes of the shelf.</summary>
public class RigPlanTests
{
    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new());

    [Theory]
    [MemberData(nameof(RouterProperties.Seeds), MemberType = typeof(RouterProperties))]
    public void A_plan_that_was_stored_rebuilds_to_the_same_rig_score_parts_and_steps(int seed)
    {
        var random = new Random(1000 + seed);
        for (var round = 0; round < 12; round++)
        {
            foreach (var ranked in Router.Rank(RouterProperties.RandomSite(random)).Rigs)
            {
                var stored = JsonSerializer.Deserialize<RigPlan>(JsonSerializer.Serialize(RigPlan.Of(ranked.Rig), Json), Json)!;
                var again = stored.Rebuild();
                Assert.NotNull(again);
                Assert.True(again.IsLegal());
                Assert.Equal(ranked.Score, again.Score(new Arrivals(again.Site)));
                Assert.Equal(Parts.Of(ranked.Rig).Select(p => (p.DeviceId, p.Needed, p.ToBuy, p.ToPay)),
                    Parts.Of(again).Select(p => (p.DeviceId, p.Needed, p.ToBuy, p.ToPay)));
                Assert.Equal(RunSheet.For(ranked.Rig).Select(s => s.Id), RunSheet.For(again).Select(s => s.Id));
                Assert.True(stored.HasSameRoutesAs(RigPlan.Of(ranked.Rig)));
            }
        }
    }

    private static readonly Look Two = Look([Optical(), Usb(900)], Listener("Edda", "ear"), Listener("Tobias", "ear"));

    private static RigPlan Plan(params Device[] kit) => RigPlan.Of(Router.Rank(new Site(Two, Shelf(kit))).Rigs[0].Rig);

    [Fact]
    public void Other_routes_are_another_rig_and_a_codec_read_back_is_not()
    {
        var plan = Plan(Box("box", atOnce: 2), Headset("ear"));
        Assert.False(plan.HasSameRoutesAs(Plan(Box("other", atOnce: 2), Headset("ear"))));
        Assert.False(plan.HasSameRoutesAs(plan with { Routes = [plan.Routes[0]] }));
        Assert.False(plan.HasSameRoutesAs(plan with { Routes = [plan.Routes[0] with { Several = !plan.Routes[0].Several }, plan.Routes[1]] }));

        var read = plan with { Routes = [plan.Routes[0] with { ReadBack = Sbc }, plan.Routes[1]] };
        Assert.True(plan.HasSameRoutesAs(read));
        Assert.Equal([Sbc, null], plan.WithReadBackOf(read).Routes.Select(r => r.ReadBack));
        Assert.Equal(Sbc, read.Rebuild()!.Routes[0].Coding.Codec);
        Assert.Equal(Sbc, RigPlan.Of(read.Rebuild()!).Routes[0].ReadBack);
    }

    [Theory]
    [InlineData("listener")]
    [InlineData("socket")]
    [InlineData("transmitter")]
    [InlineData("receiver")]
    [InlineData("technology")]
    public void A_plan_that_names_what_is_not_there_does_not_rebuild(string what)
    {
        var plan = Plan(Box("box", atOnce: 2), Headset("ear"));
        var route = what switch
        {
            "listener" => plan.Routes[0] with { ListenerId = "nobody" },
            "socket" => plan.Routes[0] with { SocketId = "nowhere" },
            "transmitter" => plan.Routes[0] with { TransmitterId = "nothing" },
            "receiver" => plan.Routes[0] with { ReceiverId = "nothing" },
            _ => plan.Routes[0] with { Technology = LinkTechnology.UhfDigital },
        };
        Assert.True((plan with { Routes = [route] }).Rebuild() is not { } rig || RuleList.RefusesRoute(rig.Routes[0]) is not null
            || RuleList.RefusesFeed(rig.Routes[0]) is not null);
    }
}
