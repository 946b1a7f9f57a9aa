using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What one box sends is summed over those it feeds.</summary>
public class AirtimeSumTests
{
    private static Site Two(AirAround air, params string[] ears) => new(
        Look([Optical()], Listener("Ebbe", ears[0]) with { OpenToAnother = false },
            Listener("Tove", ears[1]) with { OpenToAnother = false }) with
        { Air = air },
        Shelf(Box("rich", codecs: [Rich, Sbc], withSeveral: [Rich, Sbc], atOnce: 2), Headset("rich ear", codecs: [Rich, Sbc]),
            Headset("plain ear", codecs: [Sbc])));

    [Fact]
    public void Two_high_rate_streams_under_Wi_Fi_that_is_not_avoided_are_refused_with_the_number()
    {
        var site = Two(new() { WiFiNetworks = 2, WiFiInHopSet = 2, WiFiBusy = 0.5 }, "rich ear", "rich ear");
        var best = Router.Rank(site).Rigs[0];
        Assert.Equal(1, best.Score.Served);

        // Two of the high rate, packets of 2 Mb/s, 44 of 79 channels busy half of the time.
        var share = 2 * CodecClasses.Of(CodecClass.VendorHighRate).RateKbps / Airtime.TwoMegabitKbps / (1 - 0.5 * 44 / 79);
        var left = LineBoard.Of(best.Rig, new Arrivals(site)).Single(row => row.Forecast is null);
        Assert.Equal($"Rich would need {100 * share:0} % of the air's time for vendor high-rate (Broad) to Ebbe and Tove: more than 90 %.",
            left.Findings.Single().Sentence);
        Assert.True(share > 0.9);
    }

    [Fact]
    public void A_dearer_ear_that_takes_less_of_the_air_is_kept_for_whom_the_cheaper_one_leaves_no_time()
    {
        static Device Faster(Device device) => device with { Links = [.. device.Links.Select(l => l with { ThreeMegabit = true })] };
        var site = new Site(
            Look([Optical()], Listener("Ebbe"), Listener("Tove")) with { Air = new() { WiFiNetworks = 2, WiFiInHopSet = 2, WiFiBusy = 0.1 } },
            Shelf(Faster(Box("rich", codecs: [Rich, Sbc], withSeveral: [Rich, Sbc], atOnce: 2)), Headset("slow ear", 40, [Rich, Sbc]),
                Faster(Headset("fast ear", 45, [Rich, Sbc]))));
        Assert.Equal(["fast ear", "slow ear"], Router.Rank(site).Rigs[0].Rig.Routes.Select(r => r.AtEar.Receiver.Id).Order(StringComparer.Ordinal));
    }

    [Fact]
    public void What_the_second_listener_adds_is_what_counts_and_not_twice_the_first()
    {
        // One of the high rate and one plain stream: 46 and 23 hundredths, together and not doubled.
        var calm = Router.Rank(Two(new(), "rich ear", "plain ear")).Rigs[0];
        Assert.Equal(2, calm.Score.Served);
        Assert.DoesNotContain(calm.Rig.Routes.SelectMany(r => RuleList.AdviceFor(r with { Beside = [.. calm.Rig.Routes.Where(o => o != r)] })),
            f => f.RuleId == "airtime-high");

        // More than a quarter of the packets lost: 68 hundredths become 95, and it is the second listener who tips it over.
        var busy = Two(new() { WiFiNetworks = 2, WiFiInHopSet = 2, WiFiBusy = 0.5 }, "rich ear", "plain ear");
        var best = Router.Rank(busy).Rigs[0];
        Assert.Equal(1, best.Score.Served);
        Assert.Contains(RigViews.Of(best, new Arrivals(busy)).Reasons,
            r => r.Sentence.Contains("has no route in this rig. Rich would need 95 % of the air's time for SBC to Tove and vendor high-rate (Broad) to Ebbe",
                StringComparison.Ordinal));
    }

    [Fact]
    public void From_seven_tenths_on_the_sum_is_flagged()
    {
        var best = Router.Rank(Two(new() { WiFiNetworks = 2, WiFiInHopSet = 2, WiFiBusy = 0.1 }, "rich ear", "plain ear")).Rigs[0];
        Assert.Equal(2, best.Score.Served);
        var said = best.Rig.Routes.SelectMany(r => RuleList.AdviceFor(r with { Beside = [.. best.Rig.Routes.Where(o => o != r)] }))
            .Where(f => f.RuleId == "airtime-high").Select(f => f.Sentence).Distinct();
        Assert.Equal(["Rich needs 72 % of the air's time for Ebbe and Tove: stutter is likely."], said);
    }
}
