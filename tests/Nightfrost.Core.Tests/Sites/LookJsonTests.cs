using System.Text.Json;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>A look as it comes over the wire.</summary>
public class LookJsonTests
{
    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new(JsonSerializerDefaults.Web));
    private static readonly string Set = $"\"set\":{JsonSerializer.Serialize(TelevisionSet.Unseen, Json)}";

    [Theory]
    [InlineData("sources")]
    [InlineData("walls")]
    [InlineData("air")]
    public void Nothing_in_place_of_a_list_is_refused(string field) =>
        Assert.Throws<JsonException>(() =>
            JsonSerializer.Deserialize<Look>($$"""{{{Set}},"listeners":[],"owned":[],"{{field}}":null}""", Json));

    [Theory]
    [InlineData("sources")]
    [InlineData("walls")]
    public async Task The_same_from_a_stream(string field)
    {
        using var stream = new MemoryStream(System.Text.Encoding.UTF8.GetBytes($$"""{{{Set}},"listeners":[],"owned":[],"{{field}}":null}"""));
        await Assert.ThrowsAsync<JsonException>(async () => await JsonSerializer.DeserializeAsync<Look>(stream, Json));
    }

    [Fact]
    public void A_look_kept_before_there_were_sources_is_read_with_none()
    {
        var look = JsonSerializer.Deserialize<Look>($$"""{{{Set}},"listeners":[{"id":"a","name":"A","seatDistanceM":2}],"owned":[]}""", Json)!;
        Assert.Empty(look.Sources);
        Assert.True(look.Set.OwnProgrammesWatched);
        Assert.Equal(Way.Unseen.Bodies, look.Listeners[0].Seat.Bodies);
        Assert.Empty(look.Listeners[0].Roams);
    }
}
