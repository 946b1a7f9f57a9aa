using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>A new case starts from what the site's last one found out, and says since when.</summary>
public class SiteMemoryTests
{
    private static readonly DateOnly First = new(2026, 3, 2), Second = new(2026, 3, 9), Third = new(2026, 5, 1);
    private static readonly Wall Brick = new("w", "chimney", Material.Brick);

    private static readonly Look Seen = Look([Optical()], Listener("Edda", "ear", 2.8) with
    {
        Implant = Known.Yes,
        Seat = new() { WallsEntered = true, Crossings = [new("w", 1)] },
        LeavesRoom = true,
        Roams = [new("porch", 7, Way.Unseen)],
    }) with
    { Walls = [Brick], Air = new() { RouterDistanceM = 2 }, Region = Region.Europe, Owned = [new("box", 1)], Complaints = [Complaint.SpeechLost] };

    private static DateOnly? Since(Look look, string about) => look.KnownBefore.FirstOrDefault(k => k.About == about)?.Since;

    [Fact]
    public void The_set_the_walls_the_ways_and_the_air_are_taken_over_and_nobody_who_sat_there()
    {
        var next = SiteMemory.Begin([(Seen, First)]);
        Assert.Equal(Seen.Set.Sockets, next.Set.Sockets);
        Assert.Equal(Seen.Walls, next.Walls);
        Assert.Equal((2, Region.Europe), (next.Air.RouterDistanceM, next.Region));
        Assert.Equal([("seat at 2.8 m", 2.8), ("porch", 7.0)], next.KnownPlaces.Select(p => (p.Name, p.DistanceM)));
        Assert.Equal("w", next.KnownPlaces[0].Way.Crossings[0].WallId);
        Assert.Empty(next.Listeners);
        Assert.DoesNotContain("Edda", JsonSerializer.Serialize(next), StringComparison.Ordinal);
        Assert.Empty(next.Owned);
        Assert.Empty(next.Complaints);
        Assert.All(next.KnownBefore, k => Assert.Equal(First, k.Since));
        Assert.Empty(LookCheck.Problems(next));
    }

    [Fact]
    public void Each_fact_says_since_when_it_is_known_as_it_is()
    {
        var menu = Seen with { Set = Seen.Set with { SoundOutputMenu = "Sound > Output" } };
        var read = menu with { Set = menu.Set with { Sockets = [Optical() with { Marking = "DIGITAL OUT" }] } };
        var next = SiteMemory.Begin([(Seen, First), (menu, Second), (read, Third)]);
        Assert.Equal((First, Second, Third), (Since(next, "wall:w"), Since(next, "menu"), Since(next, $"socket:{Optical().Id}")));
    }

    [Fact]
    public void A_third_case_says_since_the_first_what_the_second_left_as_it_was()
    {
        var second = SiteMemory.Begin([(Seen, First)]) with { Region = Region.UnitedStates };
        second = second with { KnownBefore = SiteMemory.StillSo(SiteMemory.Begin([(Seen, First)]), second) };
        var third = SiteMemory.Begin([(second, Third)]);
        Assert.Equal((First, Third), (Since(third, "air"), Since(third, "region")));
        Assert.Equal(First, Since(third, "place:porch"));
    }

    [Fact]
    public void What_is_corrected_is_no_longer_from_before_and_all_else_still_is()
    {
        var next = SiteMemory.Begin([(Seen, First)]);
        var corrected = next with { Set = next.Set with { Sockets = [next.Set.Sockets[0] with { State = SocketState.Taken }] } };
        var still = SiteMemory.StillSo(next, corrected);
        Assert.DoesNotContain(still, k => k.About.StartsWith("socket:", StringComparison.Ordinal));
        Assert.Equal(next.KnownBefore.Count - 1, still.Count);
        Assert.Equal(next.KnownBefore, SiteMemory.StillSo(next, next with { Listeners = [Listener("Perran")] }));
    }

    [Fact]
    public void Somebody_who_sits_as_far_by_another_way_makes_the_seat_known_since_then()
    {
        var second = SiteMemory.Begin([(Seen, First)]) with { Listeners = [Listener("Perran", null, 2.8)] };
        second = second with { KnownBefore = SiteMemory.StillSo(SiteMemory.Begin([(Seen, First)]), second) };
        Assert.Equal(First, Since(second, "place:seat at 2.8 m"));
        Assert.Equal(Third, Since(SiteMemory.Begin([(second, Third)]), "place:seat at 2.8 m"));
    }

    [Fact]
    public void A_case_in_which_nothing_was_entered_hands_nothing_on_and_a_socket_nobody_looked_for_is_no_fact()
    {
        Assert.Empty(SiteMemory.Begin([(Core.Sites.Look.Empty, First)]).KnownBefore);
        var unlooked = Core.Sites.Look.Empty with { Set = TelevisionSet.Unseen with { Sockets = [Optical(state: SocketState.NotLooked)] } };
        Assert.Empty(SiteMemory.Begin([(unlooked, First)]).KnownBefore);
    }

    [Fact]
    public void Two_who_sat_equally_far_leave_two_seats()
    {
        var two = Seen with { Listeners = [Listener("Edda", null, 3), Listener("Tobias", null, 3) with { Seat = new() { Bodies = 1 } }] };
        Assert.Equal([("seat at 3 m", 0), ("seat at 3 m, number 2", 1)], SiteMemory.Begin([(two, First)]).KnownPlaces.Select(p => (p.Name, p.Way.Bodies)));
    }

    [Fact]
    public void A_delay_setting_is_found_where_it_was_left()
    {
        var moved = Seen with { Set = Seen.Set with { DelaySettings = [new("Audio delay", 0, 200, 10, 20, true, []) { SetToMs = 60 }] } };
        var setting = Assert.Single(SiteMemory.Begin([(moved, First)]).Set.DelaySettings);
        Assert.Equal((60, null), (setting.FoundAtMs, setting.SetToMs));
    }
}
