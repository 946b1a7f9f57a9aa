using Nightfrost.Core.Airlink;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Airlink;

/// <summary>Walls, infrared, air time and bands against worked values.</summary>
public class AirTests
{
    private static readonly Wall[] Walls =
        [new("brick", "brick", Material.Brick), new("glass", "pane", Material.ClearGlass), new("door", "door", Material.WoodenDoor)];

    [Fact]
    public void Walls_and_bodies_add_up_and_UHF_loses_less()
    {
        var way = new Way { Crossings = [new("brick", 2), new("door", 3)], Bodies = 1 };
        Assert.Equal(8 + 4 + 8, Obstacles.LossDb(way, Walls, 2440));
        Assert.Equal(0.6 * 20, Obstacles.LossDb(way, Walls, 864), 1e-12);
    }

    [Fact]
    public void With_its_walls_entered_a_way_is_free_space_and_what_stands_in_it()
    {
        // 40.2 dB at 1 m and 2440 MHz less the rounded constant's half decibel; 20 dB a decade; one brick wall.
        var margin = LinkMargin.Db(4, -90, 2440, 10, new Way { Crossings = [new("brick", 5)] }, Walls);
        Assert.Equal(94 - (20 * Math.Log10(2440) - 28 + 20 + 8), margin, 1e-9);
        Assert.Equal(LinkMargin.Db(4, -90, 2440, 10), LinkMargin.Db(4, -90, 2440, 10, Way.Unseen, Walls), 1e-12);
        Assert.True(LinkMargin.Db(4, -90, 2440, 10, new Way { WallsEntered = true }, Walls) > LinkMargin.Db(4, -90, 2440, 10));
    }

    [Fact]
    public void Glass_lets_infrared_through_and_a_wall_or_a_body_does_not()
    {
        Assert.Null(Obstacles.StopsInfrared(new Way { Crossings = [new("glass", 1)] }, Walls));
        Assert.Equal("door", Obstacles.StopsInfrared(new Way { Crossings = [new("glass", 1), new("brick", 3), new("door", 2)] }, Walls));
        Assert.Equal("somebody", Obstacles.StopsInfrared(new Way { Bodies = 1 }, Walls));
    }

    [Theory]
    [InlineData(0, 0, false, 8)]
    [InlineData(60, 0, false, 5.657)] // Half the power at the half-power angle: √½ of the distance.
    [InlineData(0, 60, false, 5.657)]
    [InlineData(0, 0, true, 4)]
    [InlineData(90, 0, false, 0)]
    public void Infrared_reaches_less_far_off_its_axis_turned_away_and_in_the_sun(double offAxisDeg, double turnedDeg, bool sun, double expectedM) =>
        Assert.Equal(expectedM, Infrared.UsableM(8, 60, offAxisDeg, turnedDeg, sun), 1e-3);

    [Fact]
    public void Infrared_never_grows_with_the_angle()
    {
        for (var deg = 0; deg < 90; deg++)
            Assert.True(Infrared.UsableM(8, 40, deg + 1, 0, false) <= Infrared.UsableM(8, 40, deg, 0, false));
        Assert.Throws<ArgumentOutOfRangeException>(() => Infrared.UsableM(8, 60, 200, 0, false));
    }

    [Fact]
    public void One_SBC_stream_takes_a_good_fifth_of_the_air_and_adaptive_hopping_avoids_two_networks()
    {
        Assert.Equal(328 / 1448.5, Airtime.Classic(328, false, 0), 1e-12);
        Assert.Equal(328 / 2178.1, Airtime.Classic(328, true, 0), 1e-12);
        Assert.Equal(0, Airtime.Loss(2, 0, 0.9));
        // Two that are not avoided lie on 44 of the 79 channels that are hopped over; of two of which one is avoided the other lies on 22 of 57.
        Assert.Equal(0.5 * 44 / 79, Airtime.Loss(2, 2, 0.5), 1e-12);
        Assert.Equal(0.5 * 22 / 57, Airtime.Loss(2, 1, 0.5), 1e-12);
        // Three networks leave 13 of at least 20 channels clean.
        Assert.Equal(0.5 * 7 / 20, Airtime.Loss(3, 0, 0.5), 1e-12);
    }

    [Fact]
    public void A_broadcast_takes_less_air_than_a_unicast_of_the_same_rate_since_nobody_acknowledges()
    {
        // 80 kb/s a channel: 100 bytes and 14 of overhead at 2 Mb/s are 456 µs; with a gap 606, four times in 10 ms.
        Assert.Equal(4 * 606 / 10_000.0, Airtime.LowEnergy(80, true), 1e-12);
        Assert.Equal(4 * (606 + 194) / 10_000.0, Airtime.LowEnergy(80, false), 1e-12);
    }

    [Theory]
    [InlineData(Region.Europe, 863, 865, true)]
    [InlineData(Region.Europe, 902, 928, false)]
    [InlineData(Region.UnitedStates, 902, 928, true)]
    [InlineData(Region.UnitedStates, 863, 865, false)]
    [InlineData(Region.Europe, 864, 866, false)]
    [InlineData(Region.NotSaid, 902, 928, true)]
    public void A_band_is_allowed_only_as_a_whole(Region region, double low, double high, bool allowed) =>
        Assert.Equal(allowed, RadioBands.Allows(region, low, high));

    [Theory]
    [InlineData(868, 870, true)]
    [InlineData(869.2, 869.25, true)]
    [InlineData(869.25, 870, false)]
    [InlineData(863, 865, false)]
    public void Help_pendants_keep_their_band(double low, double high, bool touches) => Assert.Equal(touches, RadioBands.TouchesPendants(low, high));
}
