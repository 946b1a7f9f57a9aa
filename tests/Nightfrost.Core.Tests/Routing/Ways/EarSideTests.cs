using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Ways;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Ways;

/// <summary>What is worked out before the sockets, shared between sites that differ in nothing it hangs on.</summary>
public class EarSideTests
{
    [Theory]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    public void A_site_planned_with_a_shared_side_gets_the_rig_it_gets_alone(int seed)
    {
        var random = new Random(seed);
        var changedBest = 0;
        for (var round = 0; round < 25; round++)
        {
            var site = RandomSites.Draw(random);
            var side = new EarSide(site, Limits.None);
            for (var change = 0; change < 4; change++)
            {
                var changed = new Site(Changed(site.Look, random), site.Shelf);
                Assert.True(side.Serves(changed));
                var alone = Router.BestScore(changed);
                Assert.Equal(alone, Router.BestScore(changed, side, default));
                changedBest += alone == Router.BestScore(site) ? 0 : 1;
            }
        }

        Assert.True(changedBest > 10, "Hardly any change mattered.");
    }

    [Fact]
    public void Sites_that_differ_in_what_ears_hang_on_share_nothing()
    {
        var look = Look([Optical()], Listener("Edda", "ear"), Listener("Tobias"));
        var shelf = Shelf(Box("box"), Headset("ear"));
        var side = new EarSide(new Site(look, shelf), Limits.None);
        Assert.True(side.Serves(new Site(look with { Set = look.Set with { Sockets = [] } }, shelf)));
        Assert.True(side.Serves(new Site(With(listener => listener with { RoomWish = RoomWish.SetSilent }), shelf)));
        Look[] others =
        [
            With(listener => listener with { SeatDistanceM = listener.SeatDistanceM + 1 }),
            With(listener => listener with { ClearLine = Known.No }),
            With(listener => listener with { ReceiverId = null }),
            look with { Listeners = [look.Listeners[0]] },
            look with { Region = Region.UnitedStates },
            look with { Air = look.Air with { WiFiNetworks = look.Air.WiFiNetworks + 1 } },
            look with { Walls = [new("wall", "wall", Material.Brick)] },
            look with { Owned = [new("ear", 1)] },
            look with { Set = look.Set with { SpatialListed = Known.Yes } },
        ];
        Assert.All(others, other => Assert.False(side.Serves(new Site(other, shelf))));
        Assert.False(side.Serves(new Site(look, Shelf(Box("box"), Headset("ear")))));

        Look With(Func<Listener, Listener> change) => look with { Listeners = [change(look.Listeners[0]), look.Listeners[1]] };
    }

    // Another state, fact or wish somewhere on what the side does not see.
    private static Look Changed(Look look, Random random)
    {
        if (random.Next(3) == 0)
        {
            var (who, wish) = (random.Next(look.Listeners.Count), (RoomWish)random.Next(Enum.GetValues<RoomWish>().Length));
            return look with { Listeners = [.. look.Listeners.Select((l, i) => i == who ? l with { RoomWish = wish } : l)] };
        }

        var (at, known) = (random.Next(look.Set.Sockets.Count), (Known)random.Next(3));
        var socket = look.Set.Sockets[at];
        var changed = random.Next(4) switch
        {
            0 => socket with { State = SocketState.NotThere },
            1 => socket with { FollowsPicture = known },
            2 => socket with { Pcm = known, SilencesSpeakers = known },
            _ => socket with { UsbMa = 500 * random.Next(3), OffInStandby = known, OtherMakersJoin = known },
        };
        return look with
        {
            Set =
            look.Set with { Sockets = [.. look.Set.Sockets.Select((s, i) => i == at ? changed : s)], SpeakersCanBeOff = (Known)random.Next(3) }
        };
    }
}
