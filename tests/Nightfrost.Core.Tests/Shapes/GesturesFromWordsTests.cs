using System.Text.Json.Nodes;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>What stood in words of a device's switches, lights and pairing is read as data, and stays as words where it cannot be.</summary>
public class GesturesFromWordsTests
{
    private static Device Read(params (string Member, JsonNode? Value)[] members)
    {
        var device = new JsonObject { ["id"] = "x", ["name"] = "X", ["maker"] = "M", ["role"] = "transmitter", ["price"] = 1, ["pricedOn"] = "2026-10-02" };
        foreach (var (member, value) in members)
            device[member] = value;
        device[DocumentShapes.VersionMember] = 4;
        return DocumentShapes.Ours.Read<Device>(DocumentKind.Device, device.ToJsonString());
    }

    private static JsonObject Way(string from, string press, double hold, string shows = "", string linked = "", double window = 30) => new()
    {
        ["fromState"] = from,
        ["press"] = press,
        ["holdSeconds"] = hold,
        ["shows"] = shows,
        ["linked"] = linked,
        ["windowSeconds"] = window,
    };

    [Theory]
    [InlineData("off", PowerFrom.Off, "")]
    [InlineData("in the open case", PowerFrom.Off, "in the open case")]
    [InlineData("on, no light blinking", PowerFrom.On, "no light blinking")]
    [InlineData("on, its light off", PowerFrom.On, "its light off")]
    [InlineData("plugged in", PowerFrom.On, "plugged in")]
    [InlineData("switched off", PowerFrom.Off, "switched off")]
    [InlineData("drawers open", PowerFrom.NotRead, "drawers open")]
    public void The_state_pairing_starts_from(string words, PowerFrom from, string rest)
    {
        var gesture = Read(("pairing", Way(words, "Hold the button", 3))).GestureFor(GestureDoes.OpensPairing)!;
        Assert.Equal((from, rest), (gesture.From, gesture.StartsFrom));
    }

    [Theory]
    [InlineData("Hold button 1 until its light blinks", 3, "button 1", "", 1, "Hold button 1 for 3 s")]
    [InlineData("Press the round button twice", 0, "the round button", "", 2, "Press the round button twice")]
    [InlineData("Choose Pair on the display", 0, "the display", "Pair", 1, "Choose Pair on the display")]
    [InlineData("Hold the round key and volume up together", 4, "", "", 1, "Hold the round key and volume up together")]
    [InlineData("Press once to start the broadcast", 0, "", "", 1, "Press once to start the broadcast")]
    [InlineData("Shut the drawers", 0, "", "", 1, "Shut the drawers")]
    public void What_is_pressed(string words, double hold, string control, string to, int presses, string said)
    {
        var device = Read(("pairing", Way("on", words, hold)));
        var gesture = device.GestureFor(GestureDoes.OpensPairing)!;
        Assert.Equal((control, to, presses, hold), (gesture.Control, gesture.To, gesture.Presses, gesture.HoldSeconds));
        Assert.Equal(said, GestureWords.Of(device, gesture));
        Assert.Equal(control.Length == 0, gesture.Words.Length > 0);
    }

    [Fact]
    public void A_box_that_listens_after_power_on_has_nothing_to_press()
    {
        var device = Read(("pairing", Way("just powered", "Nothing to press", 0, window: 180)));
        Assert.Null(device.GestureFor(GestureDoes.OpensPairing));
        Assert.Equal((WindowOpens.WithPower, 180), (device.Automatic.Window, device.Automatic.WindowSeconds));
        Assert.True(device.IsPaired());
    }

    [Fact]
    public void Switches_become_gestures()
    {
        var device = Read(("twoWaySwitch", "slide TX / RX"), ("inputSwitch", "Press INPUT until its light stands"), ("powerSwitch", "slide on the side"));
        Assert.Equal(("TX", "RX"), (device.GestureFor(GestureDoes.Transmits)!.To, device.GestureFor(GestureDoes.Receives)!.To));
        Assert.Equal("Press INPUT until its light stands", GestureWords.Of(device, device.GestureFor(GestureDoes.ChoosesInput)!));
        Assert.Equal("slide on the side", GestureWords.Of(device, device.GestureFor(GestureDoes.SwitchesPower)!));
        var senses = Read(("inputSwitch", "It senses the lead by itself."));
        Assert.True(senses.Automatic.SensesInput);
        Assert.Null(senses.GestureFor(GestureDoes.ChoosesInput));
    }

    [Theory]
    [InlineData("blue, fast", SignBy.Light, "blue", Rhythm.Fast)]
    [InlineData("red and blue in turn", SignBy.Light, "red and blue", Rhythm.InTurn)]
    [InlineData("light 1 blinks blue, twice a second", SignBy.Light, "blue", Rhythm.Fast)]
    [InlineData("blue, once in ten seconds", SignBy.Light, "blue", Rhythm.Slow)]
    [InlineData("green, steady", SignBy.Light, "green", Rhythm.Steady)]
    [InlineData("blinks", SignBy.Light, "", Rhythm.NotRead)]
    [InlineData("one low tone", SignBy.Prompt, "", Rhythm.NotRead)]
    [InlineData("a list of names", SignBy.Display, "", Rhythm.NotRead)]
    public void Lights_and_prompts_are_told_apart(string looks, SignBy by, string colour, Rhythm rhythm)
    {
        var sign = Assert.Single(Read(("pairing", Way("on", "Hold the button", 3, linked: looks))).Showing(SignState.Joined));
        Assert.Equal((by, looks, colour, rhythm), (sign.By, sign.Looks, sign.Colour, sign.Rhythm));
    }

    [Fact]
    public void What_is_heard_while_a_button_is_held_is_a_prompt()
    {
        var signs = Read(("pairing", Way("off", "Hold the large button until you hear a rising tone", 5, shows: "white light blinks"))).Signs;
        Assert.Equal([(SignBy.Prompt, "a rising tone"), (SignBy.Light, "white light blinks")], signs.Select(s => (s.By, s.Looks)));
    }

    [Fact]
    public void A_light_of_another_meaning_keeps_its_words()
    {
        JsonArray lights = [new JsonObject { ["state"] = "linked", ["looks"] = "blue" }, new JsonObject { ["state"] = "update due", ["looks"] = "pink" }];
        var signs = Read(("lights", lights)).Signs;
        Assert.Equal([(SignState.Joined, ""), (SignState.Other, "update due")], signs.Select(s => (s.State, s.Means)));
    }

    [Fact]
    public void A_document_without_such_members_gets_none()
    {
        var bare = Read();
        Assert.Empty(bare.Gestures);
        Assert.Equal(Automatic.Unread, bare.Automatic);
        var upgraded = DocumentShapes.Ours.Upgraded(DocumentKind.Device, new JsonObject { ["id"] = "x", ["price"] = 3 }, 4);
        Assert.Equal(["id", "price"], upgraded.Select(m => m.Key));
    }
}
