using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing.Answers;

public class FreeRemediesTests
{
    private static IReadOnlyList<string> Of(Look look, params Complaint[] complaints) =>
        [.. FreeRemedies.For(look with { Complaints = complaints }).Select(r => r.Id)];

    [Fact]
    public void Nothing_is_proposed_that_nobody_complained_of() => Assert.Empty(Of(Look([Optical()], Listener())));

    [Theory]
    [InlineData(Complaint.SpeechLost, new[] { "speech-setting", "subtitles", "clean-track", "nearer" })]
    [InlineData(Complaint.ThinSound, new[] { "speech-setting", "subtitles", "clean-track", "outside-speaker" })]
    [InlineData(Complaint.TooQuietForOne, new[] { "speech-setting", "subtitles", "clean-track", "nearer" })]
    [InlineData(Complaint.DisturbsOthers, new string[0])]
    public void A_complaint_brings_its_own_remedies(Complaint complaint, string[] expected) =>
        Assert.Equal(expected, Of(Look([Optical()], Listener()), complaint));

    [Fact]
    public void Two_complaints_bring_each_remedy_once()
    {
        var ids = Of(Look([Optical()], Listener()), Complaint.SpeechLost, Complaint.TooQuietForOne, Complaint.ThinSound);
        Assert.Equal(ids.Distinct(), ids);
    }

    [Fact]
    public void A_rare_listener_may_pull_the_plug_after_use_where_a_headphone_socket_is_free()
    {
        Assert.Equal(["unplug-after"], Of(Look([Phones()], Listener() with { HoursADay = 0.5 }), Complaint.DisturbsOthers));
        Assert.Empty(Of(Look([Phones()], Listener() with { HoursADay = 3 }), Complaint.DisturbsOthers));
        Assert.Empty(Of(Look([Optical()], Listener() with { HoursADay = 0.5 }), Complaint.DisturbsOthers));
    }

    [Fact]
    public void A_taken_socket_says_what_goes_quiet_when_it_is_borrowed()
    {
        var remedy = Assert.Single(FreeRemedies.For(Look([Optical(state: SocketState.Taken) with { TakenBy = "the bar" }], Listener())));
        Assert.Equal("borrow-optical", remedy.Id);
        Assert.StartsWith("The bar goes quiet while its plug is out.", remedy.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void Described_sound_for_one_ear_is_promised_only_where_a_second_output_has_it()
    {
        var look = Look([Optical()], Listener() with { SeesBadly = true }, Listener("Tobias")) with { Complaints = [Complaint.SpeechLost] };
        Assert.Contains("needs a second output", FreeRemedies.For(look).Single(r => r.Id == "clean-track").Why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_complaint_entered_twice_is_named()
    {
        var look = Look([Optical()], Listener()) with { Complaints = [Complaint.SpeechLost, Complaint.SpeechLost] };
        Assert.Contains(LookCheck.Problems(look), p => p.Field == "complaints");
        Assert.Contains(LookChanges.Between(look, look with { Complaints = [] }, id => id), c => c.Contains("what brings us here", StringComparison.Ordinal));
    }
}
