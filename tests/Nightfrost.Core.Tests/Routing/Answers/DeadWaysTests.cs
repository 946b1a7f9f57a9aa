using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

/// <summary>Ways through the air that cannot work at a site, each with its reason.</summary>
public class DeadWaysTests
{
    private static readonly Device Casting =
        Speaker("casting speaker") with { Links = [new AirLink { Technology = LinkTechnology.NetworkCast, Transmits = false }] };

    private static IReadOnlyList<DeadWay> Of(Look look, params Device[] kit) => Router.Rank(new Site(look, Shelf(kit))).DeadWays;

    [Fact]
    public void A_protocol_that_nothing_sends_is_named_with_what_takes_it()
    {
        var way = Assert.Single(Of(Look([Optical()], Listener()), Box("box"), Headset("ear"), Casting));
        Assert.Equal(LinkTechnology.NetworkCast, way.Technology);
        Assert.Equal("Casting speaker takes it, and nothing here or on the shelf sends it.", way.Reason);
    }

    [Fact]
    public void A_protocol_that_nothing_takes_is_named_with_what_sends_it() =>
        Assert.Equal("Cast sends it, and nothing here or on the shelf takes it.",
            Of(Look([Optical()], Listener()), Box("box"), Headset("ear"), Cast("cast")).Single(w => w.Technology == LinkTechnology.LeAudioBroadcast).Reason);

    [Fact]
    public void A_way_with_both_ends_says_the_rule_it_met_nearest_to_the_ear()
    {
        var way = Assert.Single(Of(Look([Optical()], Listener() with { ClearLine = Known.No }),
            [Box("box"), Headset("ear"), Base("emitter", LinkTechnology.InfraredDigital, "I"),
                FamilyHeadset("infrared ear", LinkTechnology.InfraredDigital, "I")]));
        Assert.Contains("Edda has something in the line", way.Reason, StringComparison.Ordinal);
        Assert.Contains("use radio", way.Remedy, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void A_sending_box_that_no_socket_reaches_says_why()
    {
        var way = Assert.Single(Of(Look([Phones()], Listener()), Wired(), Box("box"), Headset("ear")));
        Assert.Equal(LinkTechnology.BluetoothClassic, way.Technology);
        Assert.Contains("Nothing on the shelf joins", way.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void What_works_or_nobody_knows_is_not_listed()
    {
        Assert.Empty(Of(Look([Optical()], Listener()), Box("box"), Headset("ear")));
        Assert.Empty(Of(Look([Optical()], Listener()), Box("box"), Headset("ear"), Casting with { RetiredOn = Priced }));
    }

    [Fact]
    public void Nobody_is_sold_aids_for_a_way_that_only_they_take()
    {
        var way = Assert.Single(Of(Look([Optical()], Listener()), Box("box"), Headset("ear"), Streamer("streamer", "K", 2), Aids("aids", "K", 2)));
        Assert.Equal("Only such things as aids take it, and nobody here has any.", way.Reason);
    }

    [Fact]
    public void What_is_owned_is_said_first()
    {
        var ways = Of(Look([Optical()], Listener()) with { Owned = [new(Casting.Id, 1)] }, Box("box"), Headset("ear"), Cast("cast"), Casting);
        Assert.Equal([LinkTechnology.NetworkCast, LinkTechnology.LeAudioBroadcast], ways.Select(w => w.Technology));
    }

    [Fact]
    public void Every_way_is_either_used_by_a_route_or_listed_never_both()
    {
        var random = new Random(11);
        for (var i = 0; i < 60; i++)
        {
            var site = RandomSites.Draw(random);
            var answer = Router.Rank(site);
            if (answer.Rigs.Count == 0)
                continue;
            var used = answer.Rigs.SelectMany(r => r.Rig.Routes).SelectMany(r => new[] { r.Sends?.Technology, r.AtEar.RelaySends?.Technology })
                .OfType<LinkTechnology>().ToHashSet();
            Assert.DoesNotContain(answer.DeadWays, w => used.Contains(w.Technology));
            Assert.Equal(answer.DeadWays.Count, answer.DeadWays.DistinctBy(w => w.Technology).Count());
            Assert.All(answer.DeadWays, w => Assert.True(w.Reason.Length > 0 && w.Remedy.Length > 0));
        }
    }
}
