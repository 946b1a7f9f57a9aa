using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Routing;

/// <summary>Plugs go into sockets: what joins two sockets lengthens no lead that ends in a plug.</summary>
public class PlugTests
{
    private static readonly Device Own = Wired() with { LengthM = 2 };

    private static Device Extension(double metres, Connector plug = Connector.Jack35) =>
        Lead(plug, Connector.Jack35, 6) with { Id = $"extension-{plug}-{metres}", Name = "extension", LengthM = metres, IsExtension = true };

    private static Site At(double metres, SourcePort socket, params Device[] kit) =>
        new(Look([socket], Listener("Ebbe", metres: metres)), new Shelf(kit, "GBP"));

    [Fact]
    public void A_headset_with_a_lead_of_its_own_takes_an_extension_and_no_plain_lead()
    {
        var plain = Lead(Connector.Jack35, Connector.Jack35);
        Assert.Empty(Router.Rank(At(3, Phones(), Own, plain)).Rigs);
        var best = Router.Rank(At(3, Phones(), Own, plain, Extension(1), Extension(3))).Rigs[0].Rig;
        Assert.Equal("extension-Jack35-3", best.Routes[0].Feed.Joints[0].Lead!.Id);
        Assert.Contains(RunSheet.For(best), s => s.Action == "Extension: into the set, headphone, 3.5 mm, and the lead of the wired into it");

        // Near enough, its own lead is all there is.
        Assert.Null(Router.Rank(At(0.8, Phones(), Own, plain, Extension(3))).Rigs[0].Rig.Routes[0].Feed.Joints[0].Lead);
    }

    [Fact]
    public void An_extension_joins_no_two_sockets() =>
        Assert.Empty(Router.Rank(At(2, Phones(), Box("box", input: Connector.Jack35), Headset("ear"), Extension(3))).Rigs);

    [Fact]
    public void A_plug_of_another_size_takes_an_adapter_with_that_socket()
    {
        var big = Phones() with { Kind = SocketKind.Headphone635 };
        Assert.Empty(Router.Rank(At(0.8, big, Own, Extension(3))).Rigs);
        Assert.Equal("extension-Jack635-0.1", Router.Rank(At(0.8, big, Own, Extension(0.1, Connector.Jack635))).Rigs[0].Rig.Routes[0].Feed.Joints[0].Lead!.Id);
    }

    [Theory]
    [InlineData(SocketKind.Headphone35, 4, true, "A 3.5 mm extension of at least 3.0 m would join them: add it to the shelf, or use another socket.")]
    [InlineData(SocketKind.Headphone635, 0.8, true,
        "An adapter from a 3.5 mm plug to a 6.35 mm socket would join them: add it to the shelf, or use another socket.")]
    [InlineData(SocketKind.Headphone35, 4, false,
        "A lead from 3.5 mm to 3.5 mm of at least 5.0 m would join them: add it to the shelf, or use another socket.")]
    [InlineData(SocketKind.OpticalSquare, 4, false,
        "A converter from optical to 3.5 mm, digital to analogue would join them: add it to the shelf, or use another socket.")]
    [InlineData(SocketKind.HdmiReturn, 4, false,
        "An extractor for the HDMI return channel with 3.5 mm out would join them: add it to the shelf, or use another socket.")]
    public void What_would_join_them_is_named(SocketKind kind, double metres, bool ownLead, string remedy)
    {
        var answer = Router.Rank(At(metres, Phones() with { Id = "socket", Kind = kind }, ownLead ? Own : Wired()));
        Assert.Empty(answer.Rigs);
        var finding = answer.RuledOut.Single(r => r.Subject.Id == "socket").Finding;
        Assert.Equal((RuleList.ConnectorFit, remedy), (finding.RuleId, finding.Remedy));
    }

    [Fact]
    public void A_receiver_box_in_front_of_a_speaker_has_a_supply_an_outlet_a_lead_and_steps_of_its_own()
    {
        var box = LinkBox("fast end", 30).With(GestureDoes.Transmits, ControlKind.Slide, "TX")
            with
        { Power = new PowerNeed(150, false, 0, 0, Known.No, Known.Yes, false) };
        var site = new Site(Look([Optical()], Listener("Ebbe")),
            Shelf(Box("box"), box, Speaker("speaker") with
            {
                Links = [],
                Ports = [new AudioPort(Connector.Jack35, false, [Signal.AnalogueLine, Signal.AnalogueHeadphone], "AUX")]
            }));
        var ranked = Router.Rank(site).Rigs[0];
        var rig = ranked.Rig;
        Assert.NotNull(rig.Routes[0].AtEar.RelayJoint);
        Assert.Contains(rig.Power, p => p is { DeviceId: "fast end", NeedsSupply: true, AtSpeaker: true });
        Assert.Contains(Parts.Of(rig), p => p.Role == DeviceRole.Supply && p.ToBuy >= 1);
        Assert.Equal(Parts.Of(rig).Sum(p => p.ToPay), ranked.Score.Price);
        var steps = RunSheet.For(rig).Select(s => s.Id).ToList();
        string[] expected = ["speaker-power-ebbe", "speaker-receive-ebbe", "speaker-place-ebbe", "speaker-lead-ebbe"];
        Assert.Equal(expected, steps.Where(id => id.StartsWith("speaker-", StringComparison.Ordinal)));
        Assert.DoesNotContain("relay-ebbe", steps);
        Assert.Contains(Preparation.For(rig, null).Items, i => i.Id == "pack-outlet-speaker");
    }
}
