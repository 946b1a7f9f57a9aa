using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Bench;

/// <summary>What the Bench says of a device before any case uses it.</summary>
public class DeviceProofTests
{
    [Fact]
    public void What_a_workshop_has_holds_or_is_not_carried_out_and_nothing_of_it_fails()
    {
        var proofs = BenchKit.Shelf.Devices.Select(d => (d.Id, Proof: DeviceProof.Of(d))).Where(d => d.Proof is not null).ToList();
        Assert.DoesNotContain(proofs, d => d.Proof!.Verdict == Verdict.Fails);
        Assert.True(proofs.Count(d => d.Proof!.Verdict == Verdict.Proven) > 20);
        Assert.Equal(Verdict.Proven, proofs.Single(d => d.Id == "lamp-ir").Proof!.Verdict);
        Assert.Equal(["casting over the network"], proofs.Single(d => d.Id == "sill-speaker").Proof!.NotSimulated);
    }

    [Fact]
    public void Of_a_lead_an_adapter_or_a_supply_there_is_nothing_to_say() =>
        Assert.All([Lead(Connector.Jack35, Connector.Jack35), Splitter(), Supply()], d => Assert.Null(DeviceProof.Of(d)));

    [Fact]
    public void A_box_that_is_described_so_that_it_never_waits_fails_and_says_why()
    {
        var box = Scene.LoungeBox();
        Assert.Equal(Verdict.Proven, DeviceProof.Of(box)!.Verdict);

        // Half a second is over before anybody has put the headset into pairing.
        var hasty = DeviceProof.Of(box with { Automatic = box.Automatic with { WindowSeconds = 0.5 } })!;
        Assert.Equal(Verdict.Fails, hasty.Verdict);
        Assert.NotEmpty(hasty.Problems);
    }

    [Fact]
    public void What_nobody_has_read_of_a_device_is_named()
    {
        var box = Box("box") with { Power = Box("box").Power with { PairingSurvivesPowerLoss = Known.NotYet } };
        var proof = DeviceProof.Of(box)!;
        Assert.Equal(Verdict.ProvenBut, proof.Verdict);
        Assert.Equal("The box may forget its partner each time the set takes its power away", Assert.Single(proof.Doubts).Words);
        Assert.Equal(Verdict.Proven, DeviceProof.Of(Headset("ear"))!.Verdict);
        Assert.Equal(Verdict.Proven, DeviceProof.Of(Wired())!.Verdict);
    }
}
