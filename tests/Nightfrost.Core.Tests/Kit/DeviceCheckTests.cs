using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Kit;

public class DeviceCheckTests
{
    public static TheoryData<Device> Right =>
    [
        Good(Box("box", atOnce: 2, withSeveral: [Duet, Sbc])), Good(Base("base", LinkTechnology.InfraredDigital, "I", channels: 2)), Good(Headset("ear")),
        Good(Aids("aids", "K", 2)), Good(Wired()), Good(Splitter()), Good(Converter()), Good(Bar()), Good(Supply()),
        Good(Lead(Connector.OpticalSquare, Connector.OpticalSquare) with { Id = "lead" }),
    ];

    [Theory]
    [MemberData(nameof(Right))]
    public void A_device_that_can_be_planned_with_has_no_problems(Device device) => Assert.Empty(DeviceCheck.Problems(device));

    public static TheoryData<string, Device> Wrong => new()
    {
        { "id", Box("box") with { Id = "" } },
        { "id", Box("box") with { Id = "Two Words" } },
        { "id", Box("box") with { Id = new string('a', 65) } },
        { "name", Box("box") with { Name = " " } },
        { "price", Box("box", price: -1) },
        { "price", Box("box", price: 1_000_000) },
        { "pricedOn", Box("box") with { PricedOn = new(1970, 1, 1) } },
        { "signs[0].looks", Box("box") with { Signs = [Light(SignState.Power, new string('x', 201))] } },
        { "signs[0].looks", Box("box") with { Signs = [Light(SignState.Power, " ")] } },
        { "signs[0].means", Box("box") with { Signs = [Light(SignState.Other, "red")] } },
        { "signs[0].colour", Box("box") with { Signs = [new(SignState.Joined, SignBy.Prompt, "a tune", "blue", Rhythm.NotRead, "")] } },
        { "controls[1].name", Box("box") with { Controls = [Box("box").Controls[0], Box("box").Controls[0]] } },
        { "gestures[0].control", Box("box") with { Controls = [] } },
        { "gestures[0].control", Headset("ear") with { Gestures = [new(GestureDoes.OpensPairing, "", PowerFrom.Off, 3, 0, 1, "", "", "")] } },
        { "gestures[0].holdAtMostSeconds", Box("box") with { Gestures = [Box("box").Gestures[0] with { HoldAtMostSeconds = 1 }] } },
        { "gestures[0].presses", Box("box") with { Gestures = [Box("box").Gestures[0] with { Presses = 0 }] } },
        { "gestures[1].to", Box("box").With(GestureDoes.Transmits, ControlKind.Slide) },
        { "gestures[1].does", Box("box").With(GestureDoes.OpensSecondPairing) },
        { "gestures[1].does", Headset("ear").With(GestureDoes.JoinsPair) },
        { "gestures[1].does", Headset("ear").With(GestureDoes.ChoosesBroadcast) },
        {
            "gestures[1].holdSeconds",
            Box("box") with { Gestures = [Box("box").Gestures[0], Box("box").Gestures[0] with { Does = GestureDoes.SwitchesPower }] }
        },
        { "automatic.windowSeconds", Box("box") with { Automatic = new() { WindowSeconds = -1 } } },
        { "automatic.idleOffMinutes", Box("box") with { Automatic = new() { IdleOffMinutes = 700 } } },
        { "automatic.fallsBackTo", Box("box") with { Automatic = new() { FallsBackTo = "AUX" } } },
        { "stageIds[0]", Box("box") with { StageIds = ["no-such-stage"] } },
        { "includes", Box("box") with { Includes = ["box"] } },
        { "splitsInto", Splitter() with { SplitsInto = 1 } },
        { "lengthM", Lead(Connector.Jack35, Connector.Jack35) with { LengthM = 0 } },
        { "lengthM", Lead(Connector.Jack35, Connector.Jack35) with { LengthM = double.NaN } },
        { "ports[0].signals", Box("box") with { Ports = [new AudioPort(Connector.OpticalSquare, false, [], "")] } },
        { "ports", Box("box") with { Ports = [] } },
        { "ports", Converter() with { Ports = [Converter().Ports[0]] } },
        { "ports", Lead(Connector.Jack35, Connector.Jack35) with { Ports = [] } },
        { "links", Box("box") with { Links = [] } },
        { "links", Headset("ear") with { Links = [] } },
        { "links", Headset("ear") with { Role = DeviceRole.Relay, Form = WearForm.None } },
        { "form", Headset("ear") with { Form = WearForm.None } },
        { "form", Box("box") with { Form = WearForm.OverEar } },
        { "passesThrough", Box("box", passes: true) },
        { "links[0].codecs", Box("box", codecs: [Swift]) },
        { "links[0].codecs[0].mark", Box("box", codecs: [new(CodecClass.VendorLowLatency, new string('m', 41)), Sbc]) },
        { "links[0].codecs", Box("box") with { Links = [new AirLink { Technology = LinkTechnology.LeAudioBroadcast, Transmits = true }] } },
        { "links[0].codecsWithSeveral", Box("box", withSeveral: [Sbc], atOnce: 1) },
        { "links[0].listenersAtOnce", Box("box", atOnce: 0) },
        { "links[0].transmitDbm", Box("box", dbm: 90) },
        { "links[0].sensitivityDbm", Headset("ear", sensitivityDbm: 3) },
        { "links[0].onAxisRangeM", Base("ir", LinkTechnology.InfraredDigital, "I", onAxisM: 0) },
        { "links[0].channels", Base("base", LinkTechnology.UhfDigital, "U", channels: -1) },
        { "links[0].channels", Base("base", LinkTechnology.UhfDigital, "U", channels: 101) },
        { "links[0].channels", Box("box") with { Links = [Box("box").Links[0] with { Channels = 2 }] } },
        { "links[0].channels", FamilyHeadset("ear", LinkTechnology.UhfDigital,
            "U") with { Links = [new AirLink { Technology = LinkTechnology.UhfDigital, Transmits = false, Family = "U", Channels = 2 }] } },
        { "power.usbDrawMa", Box("box", usbMa: -5) },
        { "power.chargeHours", Headset("ear") with { Power = new PowerNeed(0, false, 20, 0, Known.No, Known.Yes, true) } },
        { "gestures[0].holdSeconds", Headset("ear").PairedBy(PowerFrom.Off, "power", 300, 30) },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void What_cannot_be_right_names_its_field_the_reason_and_the_remedy(string field, Device device)
    {
        var problem = DeviceCheck.Problems(device).FirstOrDefault(p => p.Field == field);
        Assert.NotNull(problem);
        Assert.NotEmpty(problem.Reason);
        Assert.NotEmpty(problem.Remedy);
    }

    // The small devices of the other tests leave out what only the shelf asks for.
    private static Device Good(Device device) =>
        device with
        {
            Ports = [.. device.Ports.Select(p => p.Signals.Count > 0 || device.Role == DeviceRole.Lead ? p
            : p with { Signals = [Signal.AnalogueLine] })]
        };
}
