using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests;

/// <summary>The one shape that is stored, sent and shipped.</summary>
public class CoreJsonTests
{
    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new());

    private static readonly Look Full =
        Look([Optical(), Phones(), Pair("AV OUT"), Usb(), Bluetooth(2)], Listener("Edda", "ear") with { AidsConfirmedOn = new(2026, 11, 12) },
            Listener("Tobias")) with
        {
            Owned = [new("box", 2)],
            Set = TelevisionSet.Unseen with { Sockets = [Optical(), Usb()], DelaySettings = [new("delay", 0, 100, 10, 0, true, ["optical"])] },
        };

    public static TheoryData<Device> Kit =>
        [Box("box", atOnce: 2, withSeveral: [Duet, Sbc]), Base("base", LinkTechnology.UhfDigital, "U", includes: ["ear"]), Headset("ear"),
            Aids("aids", "K", 1, 2), Wired(), Splitter(), Converter(), Bar(), Supply(), .. Leads];

    [Theory]
    [MemberData(nameof(Kit))]
    public void A_device_survives_being_written_and_read(Device device) => AssertSurvives(device);

    [Fact]
    public void A_look_survives_being_written_and_read() => AssertSurvives(Full);

    [Theory]
    [InlineData("\"seatDistanceM\":2.8", "\"seatDistanceM\":\"2.8\"")] // A number in quotes.
    [InlineData("\"seatDistanceM\":2.8", "\"seatDistanceM\":\"NaN\"")]
    [InlineData("\"seatDistanceM\":2.8,", "")] // A required field left out.
    [InlineData("\"name\":\"Edda\"", "\"name\":null")]
    [InlineData("\"roomWish\":\"noWish\"", "\"roomWish\":0")] // An enum by its number.
    [InlineData("\"roomWish\":\"noWish\"", "\"roomWish\":\"perhaps\"")]
    [InlineData("\"kind\":\"opticalSquare\"", "\"kind\":\"no such socket\"")]
    [InlineData("\"sockets\":[", "\"sockets\":null,\"other\":[")]
    [InlineData("\"listeners\":[", "\"listeners\":[null,")] // Nothing in a place of a list.
    [InlineData("\"movesSocketIds\":[", "\"movesSocketIds\":[null,")]
    public void What_does_not_fit_is_refused_and_never_guessed(string right, string wrong)
    {
        var text = JsonSerializer.Serialize(Full, Json);
        Assert.Contains(right, text, StringComparison.Ordinal);
        var at = text.IndexOf(right, StringComparison.Ordinal);
        Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Look>(string.Concat(text.AsSpan(0, at), wrong, text.AsSpan(at + right.Length)), Json));
    }

    [Fact]
    public void A_field_nobody_knows_is_passed_over() =>
        Assert.Equal(3, JsonSerializer.Deserialize<OwnedThing>("""{"deviceId":"box","count":3,"colour":"blue"}""", Json)!.Count);

    private static void AssertSurvives<T>(T value)
    {
        var text = JsonSerializer.Serialize(value, Json);
        Assert.Equal(text, JsonSerializer.Serialize(JsonSerializer.Deserialize<T>(text, Json), Json));
    }
}
