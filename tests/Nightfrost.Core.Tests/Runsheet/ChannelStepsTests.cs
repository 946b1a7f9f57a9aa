using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Runsheet;

/// <summary>Boxes on one air are set apart before anything is joined to them.</summary>
public class ChannelStepsTests
{
    private static IReadOnlyList<Step> Sheet(int? first, int? second, LinkTechnology other = LinkTechnology.UhfAnalogue) =>
        RunSheet.For(TwoBoxes(first, second, other));

    private static Rig TwoBoxes(int? first, int? second, LinkTechnology other)
    {
        var look = Look([Optical(), Phones()], Listener("Agnes", "ear") with { OpenToAnother = false },
            Listener("Piet", "second") with { OpenToAnother = false });
        var rig = Router.Rank(new Site(look, Shelf(
            Base("wide", LinkTechnology.UhfDigital, "U", channels: first), FamilyHeadset("ear", LinkTechnology.UhfDigital, "U"),
            Base("narrow", other, "V", channels: second), FamilyHeadset("second", other, "V")))).Rigs[0].Rig;
        Assert.Equal(2, rig.Routes.Count);
        return rig;
    }

    private static List<Step> Channels(IEnumerable<Step> sheet) => [.. sheet.Where(step => step.Id.StartsWith("channel-", StringComparison.Ordinal))];

    [Fact]
    public void Each_box_is_set_to_a_channel_it_has_and_its_receiver_with_it()
    {
        var steps = Channels(Sheet(3, 2));
        Assert.Equal(2, steps.Count);
        Assert.Equal("Set the wide to channel 2", steps.Single(s => s.Place == "At Agnes's wide").Action);
        Assert.Equal("Set the narrow to channel 1", steps.Single(s => s.Place == "At Piet's narrow").Action);
        Assert.All(steps, step => Assert.StartsWith("On one channel each disturbs the other", step.Why, StringComparison.Ordinal));
        Assert.Contains("Piet's narrow sends by UHF too", steps.Single(s => s.Place == "At Agnes's wide").Why, StringComparison.Ordinal);
        Assert.Contains("Agnes's ear to the same one", steps.Single(s => s.Place == "At Agnes's wide").Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void A_box_without_a_choice_is_left_and_the_other_keeps_off_its_channel() =>
        Assert.Equal("Set the wide to channel 2", Assert.Single(Channels(Sheet(3, 1))).Action);

    [Fact]
    public void A_box_whose_channels_nobody_has_read_is_read_on_the_spot_and_the_channel_noted()
    {
        var unread = Channels(Sheet(3, null)).Single(s => s.Place == "At Piet's narrow");
        Assert.Contains("Read in its manual", unread.Detail, StringComparison.Ordinal);
        Assert.Equal("Channel set", unread.Note);
    }

    [Fact]
    public void The_channel_comes_before_the_receiver_is_joined()
    {
        var sheet = Sheet(3, 3).ToList();
        Assert.True(sheet.FindLastIndex(s => s.Id.StartsWith("channel-", StringComparison.Ordinal)) < sheet.FindIndex(s =>
            s.Id.StartsWith("joined-", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData(0, 1, LinkTechnology.UhfAnalogue)]
    [InlineData(1, 1, LinkTechnology.InfraredDigital)]
    public void Boxes_that_cannot_clash_are_left_alone(int? first, int? second, LinkTechnology other) => Assert.Empty(Channels(Sheet(first, second, other)));

    [Theory]
    [InlineData(3, 1, "Box marked 1: channel 2.|Box marked 2: its only channel.|Leave them so. On the same channel you hear noise, or each other's sound.")]
    [InlineData(0, 1, null)]
    [InlineData(null, null, null)]
    public void The_household_keeps_the_channels_that_were_set(int? first, int? second, string? lines) =>
        Assert.Equal(lines, ClientSheet.For(TwoBoxes(first, second, LinkTechnology.UhfAnalogue),
            []).Household.SingleOrDefault(part => part.Heading == "The channels") is { } part ? string.Join('|', part.Lines) : null);

    [Fact]
    public void Leads_of_two_boxes_come_before_the_power_of_either()
    {
        var phases = Sheet(0, 0).Select(step => step.Phase).Where(phase => phase is Phase.Wire or Phase.Power).ToList();
        Assert.Equal(phases.OrderBy(phase => phase == Phase.Power), phases);
        Assert.Contains(Phase.Power, phases);
    }
}
