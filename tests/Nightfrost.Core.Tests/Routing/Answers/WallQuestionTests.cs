using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

public class WallQuestionTests
{
    private static IReadOnlyList<OpenQuestion> Ask(Listener listener, params Device[] kit) => Questions.Rank(new Site(Look([Optical()], listener), Shelf(kit)));

    [Fact]
    public void A_wall_nobody_spoke_of_is_asked_about_and_decides_where_infrared_would_be_the_only_way()
    {
        var listener = Listener() with { RoomWish = RoomWish.RoomHearsToo };
        var question = Ask(listener, Base("sender", LinkTechnology.InfraredAnalogue, "N", onAxisM: 8),
            FamilyHeadset("ear", LinkTechnology.InfraredAnalogue, "N")).First(q => q.Field == "listeners[0].seat");
        Assert.Equal("Does a wall stand between the set and Edda's seat?", question.Words);
        Assert.Equal("Decides whether there is a rig at all.", question.Effect);
    }

    [Fact]
    public void A_way_whose_walls_are_entered_is_not_asked_about() =>
        Assert.DoesNotContain(Ask(Listener() with { Seat = Way.Unseen with { WallsEntered = true } }, Box("box"), Headset("ear")),
            q => q.Field == "listeners[0].seat");

    [Fact]
    public void A_place_walked_to_is_asked_about_by_its_name()
    {
        var listener = Listener() with { LeavesRoom = true, Roams = [new("galley", 7, Way.Unseen)] };
        Assert.Contains(Ask(listener, Box("box"), Headset("ear")),
            q => q is { Field: "listeners[0].roams[0].way", Words: "Does a wall stand between the set and the galley?" });
        Assert.DoesNotContain(Ask(listener with { LeavesRoom = false }, Box("box"), Headset("ear")), q => q.Words.Contains("galley", StringComparison.Ordinal));
    }
}
