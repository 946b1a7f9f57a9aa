using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>A sending end and what takes its link, met once for everybody who wears it.</summary>
public class MeetingsTests
{
    private static (EarEntries Entries, Meetings Meetings) Of(AirLink sends, params Device[] ears)
    {
        var site = new Site(Look([Optical()], Listener(), Listener("Tobias")), Shelf(ears));
        var entries = new EarEntries(site, Limits.None, new PieceCounter(site), ears, [], _ => false, _ => false);
        var feed = new Feed(site.Look.Set.Sockets[0], [], Box("box") with { Links = [sends] }, []);
        return (entries, new Meetings(site, feed, sends, false, entries, [-90, -80]));
    }

    private static Meeting Met(AirLink sends, Device ear)
    {
        var (entries, meetings) = Of(sends, ear);
        var one = Assert.Single(entries.Linked[0]);
        return meetings.Of(one.Taking, one);
    }

    private static AirLink Uhf(string family, bool transmits) => new() { Technology = LinkTechnology.UhfDigital, Transmits = transmits, Family = family, TransmitDbm = 10 };

    [Fact]
    public void The_first_receiving_end_that_fits_is_met()
    {
        var meeting = Met(Uhf("V", true), Headset("ear") with { Links = [Uhf("U", false), Uhf("V", false) with { SensitivityDbm = -80 }] });
        Assert.False(meeting.IsRefused);
        Assert.Equal(("V", 1), (meeting.Takes!.Family, meeting.Sensitivity));
    }

    [Fact]
    public void An_end_of_another_family_is_met_and_refused_by_its_rule()
    {
        var meeting = Met(Uhf("W", true), Headset("ear") with { Links = [Uhf("U", false)] });
        Assert.True(meeting.IsRefused);
        Assert.Equal("aid-family", meeting.Refused!.Id);
    }

    [Fact]
    public void Ends_of_different_technologies_share_no_link() => Assert.Same(Meeting.None, Met(Uhf("U", true), Headset("ear")));

    [Fact]
    public void Everybody_who_wears_the_same_meets_the_end_alike()
    {
        var (entries, meetings) = Of(Box("box").Links[0], Headset("ear"), Headset("dearer", 90, ownVolume: false));
        var met = entries.Linked.SelectMany(ears => ears).Select(one => meetings.Of(one.Taking, one)).Distinct().ToList();
        Assert.Single(met);
        Assert.Equal(entries.Linked[0].Select(one => one.Key), entries.Linked[1].Select(one => one.Key));
        Assert.Equal(["edda", "tobias"], entries.Linked.Select(ears => ears[0].Ear.Listener.Id));
    }

    [Fact]
    public void What_the_way_adds_behind_the_link_is_numbered_once_for_the_same_stages()
    {
        var site = new Site(Look([Optical()], Listener()), Shelf());
        var suffixes = new Suffixes();
        var (entries, meetings) = Of(Box("box").Links[0], Headset("ear"), Headset("slow") with { StageIds = ["personal-speaker"] });
        var numbers = entries.Linked[0].ToDictionary(one => one.Ear.Receiver.Id, one => meetings.Of(one.Taking, one).SuffixOf(one, meetings, suffixes));
        Assert.NotEqual(numbers["ear"], numbers["slow"]);
        Assert.All(entries.Linked[0], one => Assert.Equal(numbers[one.Ear.Receiver.Id], meetings.Of(one.Taking, one).SuffixOf(one, meetings, suffixes)));
    }
}
