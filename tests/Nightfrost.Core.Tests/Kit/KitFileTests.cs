using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Kit;

public class KitFileTests
{
    private static readonly Device Ear = Headset("ear");
    private static readonly Shelf Shelf = new([Box("box", atOnce: 2) with { Includes = ["ear"] }, Ear, Aids("aids", "K", 2), Splitter(), Supply()]);

    private static KitReading Read(string text, Shelf? shelf = null) => KitFile.Read(Encoding.UTF8.GetBytes(text), shelf ?? Shelf);

    /// <summary>The exported shelf with its devices changed.</summary>
    private static string File(Action<JsonArray> change)
    {
        var root = JsonNode.Parse(KitFile.Write(Shelf))!;
        change(root["devices"]!.AsArray());
        return root.ToJsonString(new JsonSerializerOptions { WriteIndented = true });
    }

    private static JsonObject Row(JsonArray devices, string id) => devices.Single(d => (string)d!["id"]! == id)!.AsObject();

    [Fact]
    public void What_was_exported_changes_nothing_when_it_is_imported_again()
    {
        var reading = Read(KitFile.Write(Shelf));
        Assert.Null(reading.Unreadable);
        Assert.All(reading.Rows, r => Assert.Equal(RowFate.Same, r.Fate));
        Assert.Equal(Shelf.Devices.Count, reading.Rows.Count);
        Assert.Empty(reading.Usable);
    }

    [Fact]
    public void An_empty_shelf_takes_every_device_and_writes_the_same_file()
    {
        var text = KitFile.Write(Shelf);
        var reading = Read(text, new Shelf([]));
        Assert.All(reading.Rows, r => Assert.Equal(RowFate.New, r.Fate));
        Assert.Equal(text, KitFile.Write(new Shelf(reading.Usable)));
    }

    [Fact]
    public void A_changed_device_says_what_changed()
    {
        var reading = Read(File(devices =>
        {
            Row(devices, "ear")["price"] = 35;
            Row(devices, "ear")["links"] = JsonSerializer.SerializeToNode(Headset("x", codecs: [Sbc]).Links, CoreJson.Configure(new()));
        }));
        var row = Assert.Single(reading.Rows, r => r.Fate == RowFate.Changed);
        Assert.Equal(["price was 40, now 35", "links changed"], row.Changes);
        Assert.Equal(35, Assert.Single(reading.Usable).Price);
    }

    [Theory]
    [InlineData("price", "\"dear\"", "price")]
    [InlineData("price", "-1", "price")]
    [InlineData("role", "\"gadget\"", "role")]
    [InlineData("name", "null", "name")]
    [InlineData("includes", "[\"no-such-thing\"]", "includes[0]")]
    [InlineData("links", "[null]", "links")]
    [InlineData("pricedOn", "\"yesterday\"", "pricedOn")]
    public void A_bad_row_names_its_line_its_field_the_reason_and_the_remedy(string field, string value, string expected)
    {
        var text = File(devices => Row(devices, "ear")[field] = JsonNode.Parse(value));
        var row = Assert.Single(Read(text).Rows, r => r.Fate == RowFate.Wrong);
        var problem = row.Problems[0];
        Assert.StartsWith(expected, problem.Field, StringComparison.Ordinal);
        Assert.NotEmpty(problem.Reason);
        Assert.NotEmpty(problem.Remedy);
        Assert.Equal("{", text.Split('\n')[row.Line - 1].Trim());
        Assert.Contains("\"ear\"", string.Join('\n', text.Split('\n')[(row.Line - 1)..(row.Line + 2)]), StringComparison.Ordinal);
    }

    [Fact]
    public void One_bad_row_leaves_the_others_readable()
    {
        var reading = Read(File(devices =>
        {
            Row(devices, "box")["role"] = 7;
            Row(devices, "ear")["price"] = 1;
        }));
        Assert.Equal([RowFate.Same, RowFate.Wrong, RowFate.Changed, RowFate.Same, RowFate.Same], reading.Rows.Select(r => r.Fate));
        Assert.Equal(["ear"], reading.Usable.Select(d => d.Id));
    }

    [Fact]
    public void An_id_that_stands_twice_is_refused_the_second_time()
    {
        var reading = Read(File(devices => devices.Add(Row(devices, "ear").DeepClone())));
        Assert.Equal("id", Assert.Single(reading.Rows, r => r.Fate == RowFate.Wrong).Problems[0].Field);
    }

    [Theory]
    [InlineData("", "file")]
    [InlineData("not a file", "file")]
    [InlineData("{\"format\":\"nightfrost-kit\",", "file")]
    [InlineData("{\"format\":\"\\ud800\"}", "file")]
    [InlineData("[]", "format")]
    [InlineData("{\"format\":\"something\"}", "format")]
    [InlineData("{\"format\":\"nightfrost-kit\",\"version\":9}", "version")]
    [InlineData("{\"format\":\"nightfrost-kit\",\"version\":\"1\"}", "version")]
    [InlineData("{\"format\":\"nightfrost-kit\",\"version\":1,\"currency\":\"XXX\"}", "currency")]
    [InlineData("{\"format\":\"nightfrost-kit\",\"version\":1,\"currency\":\"GBP\"}", "devices")]
    [InlineData("{\"format\":\"nightfrost-kit\",\"version\":1,\"currency\":\"GBP\",\"devices\":{}}", "devices")]
    public void What_is_no_kit_file_is_refused_as_a_whole(string text, string field)
    {
        var reading = Read(text);
        Assert.Equal(field, reading.Unreadable?.Field);
        Assert.NotEmpty(reading.Unreadable!.Remedy);
    }

    [Fact]
    public void Binary_and_other_encodings_are_refused_and_a_byte_order_mark_is_not()
    {
        Assert.Equal("file", KitFile.Read(new byte[] { 0x89, 0x50, 0x4E, 0x47, 0xFF, 0x00 }, Shelf).Unreadable?.Field);
        Assert.NotNull(KitFile.Read(Encoding.Unicode.GetBytes(KitFile.Write(Shelf)), Shelf).Unreadable);
        Assert.Null(KitFile.Read((byte[])[.. Encoding.UTF8.GetPreamble(), .. Encoding.UTF8.GetBytes(KitFile.Write(Shelf))], Shelf).Unreadable);
    }

    [Fact]
    public void Any_bytes_at_all_are_answered_and_nothing_is_thrown()
    {
        var random = new Random(3);
        var good = Encoding.UTF8.GetBytes(KitFile.Write(Shelf));
        for (var round = 0; round < 400; round++)
        {
            var bytes = (byte[])good.Clone();
            for (var i = 0; i < 1 + random.Next(4); i++)
                bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            var reading = KitFile.Read(bytes.AsMemory(0, random.Next(2) == 0 ? bytes.Length : random.Next(bytes.Length)), Shelf);
            Assert.True(reading.Unreadable is not null || reading.Rows.Count > 0 || reading.Usable.Count == 0);
        }
    }

    [Fact]
    public void The_schema_names_every_attribute_of_a_device_and_what_is_required()
    {
        var schema = JsonNode.Parse(KitFile.Schema())!;
        var device = schema["properties"]!["devices"]!["items"]!;
        foreach (var attribute in JsonSerializer.SerializeToNode(Ear, CoreJson.Configure(new()))!.AsObject())
            Assert.True(device["properties"]!.AsObject().ContainsKey(attribute.Key), attribute.Key);
        Assert.Contains("price", device["required"]!.AsArray().Select(r => (string)r!));
        Assert.Contains("transmitter", device["properties"]!["role"]!.ToJsonString(), StringComparison.Ordinal);
    }
}
