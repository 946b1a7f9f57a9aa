using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>What is said is the cause, not something near it.</summary>
public class CauseTests
{
    [Theory]
    [InlineData(500, false, true)]
    [InlineData(100, true, false)]
    public void A_socket_that_is_strong_enough_is_not_called_weak_because_a_box_forgets_its_partner(int drawMa, bool survives, bool lost)
    {
        var box = Box("box") with { Power = new PowerNeed(drawMa, false, 0, 0, Known.No, survives ? Known.Yes : Known.No, false) };
        var site = new Site(Look([Optical(), Usb(900) with { OffInStandby = Known.Yes }], Listener(wears: "ear")), Shelf(box, Headset("ear")));
        var said = RuleList.AdviceFor(Router.Rank(site).Rigs[0].Rig.Routes[0]).Select(f => f.RuleId).ToList();
        Assert.DoesNotContain("usb-current", said);
        Assert.Equal(lost, said.Contains("pairing-lost-in-standby"));
    }

    [Fact]
    public void A_bar_that_holds_a_socket_and_is_listed_as_owned_is_one_bar()
    {
        var bar = Bar() with { Links = Headset("x").Links };
        Site With(params OwnedThing[] owned) =>
            new(Look([Optical(state: SocketState.Taken) with { TakenByDeviceId = "bar" }], Listener(wears: "ear")) with { Owned = owned },
                Shelf(bar, Headset("ear")));
        Assert.Equal(2, With().BluetoothReceivers);
        Assert.Equal(2, With(new OwnedThing("bar", 1)).BluetoothReceivers);
        Assert.Equal(3, With(new OwnedThing("ear", 1)).BluetoothReceivers);
    }

    [Fact]
    public void What_is_said_of_a_pillow_speaker_is_no_reason_against_the_box_in_front_of_it()
    {
        var pillow = Speaker("pillow") with { Form = WearForm.PillowSpeaker, Links = [], JoinsAsPair = false };
        var answer = Router.Rank(new Site(Look([Optical()], Listener()), Shelf(Box("box"), LinkBox(), pillow, Headset("ear"))));
        Assert.Equal("chair-or-pillow-asked", answer.RuledOut.Single(r => r.Subject.Id == "pillow").Finding.RuleId);
        Assert.DoesNotContain(answer.RuledOut, r => r.Subject.Id == "link box" && r.Finding.Sentence.Contains("pillow", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_said_of_a_pillow_speaker_is_no_reason_against_a_whole_way_through_the_air()
    {
        var pillow = Speaker("pillow") with { Form = WearForm.PillowSpeaker, JoinsAsPair = false };
        var answer = Router.Rank(new Site(Look([Phones()], Listener(wears: "wired") with { OpenToAnother = false }),
            Shelf(Box("box", input: Connector.Jack35), pillow, Headset("ear"), Wired())));
        Assert.Equal("Edda keeps to what is worn now.", answer.DeadWays.Single(w => w.Technology == LinkTechnology.BluetoothClassic).Reason);
    }

    [Fact]
    public void Phones_that_know_what_is_worn_are_named_before_pairing()
    {
        Step Rivals(Listener listener) =>
            RunSheet.For(Router.Rank(new Site(Look([Optical()], listener), Shelf(Box("box"), Headset("ear")))).Rigs[0].Rig)
                .Single(s => s.Id == "release-rivals");
        Assert.StartsWith("Switch the Bluetooth of Wren's phone off", Rivals(Listener(wears: "ear") with { KnownTo = " Wren's phone " }).Action,
            StringComparison.Ordinal);
        Assert.Contains("Ask which phones", Rivals(Listener(wears: "ear")).Detail, StringComparison.Ordinal);
    }
}
