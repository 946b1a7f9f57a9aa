using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Core.Kit;

/// <summary>The shelf as a file: JSON with a published schema. What is written reads back as the same shelf.</summary>
public static class KitFile
{
    /// <summary>Stands in every file, so that no other document is taken for one.</summary>
    public const string Format = "nightfrost-kit";

    /// <summary>Version of the format: that of the devices in it.</summary>
    public static int Version => DocumentShapes.Ours.Version;

    /// <summary>Most devices one file may hold.</summary>
    public const int MostDevices = 5000;

    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new() { WriteIndented = true });

    private sealed record Document(string Format, int Version, string Currency, IReadOnlyList<Device> Devices);

    /// <summary>Writes devices, ordered by id.</summary>
    public static string Write(Shelf shelf) => JsonSerializer.Serialize(new Document(Format, Version, shelf.Currency, shelf.Devices), Json);

    /// <summary>The JSON Schema of the format.</summary>
    public static string Schema()
    {
        var schema = JsonSchemaExporter.GetJsonSchemaAsNode(Json, typeof(Document), new() { TreatNullObliviousAsNonNullable = true }).AsObject();
        return new JsonObject([KeyValuePair.Create("$schema", (JsonNode?)"https://json-schema.org/draft/2020-12/schema"),
            KeyValuePair.Create("title", (JsonNode?)"Nightfrost kit"), .. schema.Select(p => KeyValuePair.Create(p.Key, p.Value?.DeepClone()))])
            .ToJsonString(Json) + "\n";
    }

    /// <summary>Reads a file and says of each device what an import would do with it. Nothing is thrown for a bad file.</summary>
    /// <param name="utf8">The file's bytes.</param>
    /// <param name="shelf">The shelf it would go to.</param>
    public static KitReading Read(ReadOnlyMemory<byte> utf8, Shelf shelf) => Read(utf8, shelf, DocumentShapes.Ours);

    /// <inheritdoc cref="Read(ReadOnlyMemory{byte}, Shelf)"/>
    internal static KitReading Read(ReadOnlyMemory<byte> utf8, Shelf shelf, DocumentShapes shapes)
    {
        if (KitText.Problem(utf8.Span) is { } garbled)
            return new([], [], garbled);
        if (utf8.Span.StartsWith(Encoding.UTF8.Preamble))
            utf8 = utf8[3..];
        List<(int Start, int End)> places;
        int version;
        try
        {
            using var document = JsonDocument.Parse(utf8);
            if (Header(document.RootElement, shelf.Currency, shapes.Version, out version) is { } wrong)
                return new([], [], wrong);
            places = Places(utf8.Span);
        }
        catch (JsonException e)
        {
            return KitReading.Bad("file", $"Line {e.LineNumber + 1}: it is not well-formed JSON.", "Mend that line, or export the shelf again.");
        }
        catch (InvalidOperationException)
        {
            // Half a character, written as an escape, is well-formed JSON and no text.
            return KitReading.Bad("file", "Its first lines hold half a character.", "Export the shelf again, or type that word anew.");
        }

        if (places.Count > MostDevices)
            return KitReading.Bad("devices", $"{places.Count} devices are more than {MostDevices}.", "Split the file.");
        return KitReading.Judge([.. places.Select(place => Parse(utf8.Span, place, version, shapes))], shelf);
    }

    private static FieldProblem? Header(JsonElement root, string currency, int newest, out int version)
    {
        version = 0;
        if (root.ValueKind != JsonValueKind.Object || !Has(root, "format", JsonValueKind.String, out var format) || format.GetString() != Format)
            return new("format", $"It does not say that it is a {Format} file.", "Choose a file that was exported here, or follow the schema.");
        if (!Has(root, "version", JsonValueKind.Number, out var number) || !number.TryGetInt32(out version) || version < 1)
            return new("version", "It does not say its version, a whole number from 1.", "Export it again.");
        if (version > newest)
            return KitText.TooNew(version, newest);
        if (!Has(root, "currency", JsonValueKind.String, out var money) || money.GetString() != currency)
            return new("currency", $"Its prices are not in {currency}.", $"Convert the prices and enter {currency}.");
        return Has(root, "devices", JsonValueKind.Array, out _) ? null : new("devices", "It lists no devices.", "Enter them in a list called devices.");
    }

    private static bool Has(JsonElement root, string name, JsonValueKind kind, out JsonElement value) =>
        root.TryGetProperty(name, out value) && value.ValueKind == kind;

    // Where each device starts and ends, so that its line can be named and each is read apart from the others.
    private static List<(int Start, int End)> Places(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8);
        var places = new List<(int, int)>();
        while (reader.Read())
        {
            if (reader.CurrentDepth != 1 || reader.TokenType != JsonTokenType.PropertyName || !reader.ValueTextEquals("devices"))
                continue;
            reader.Read();
            places.Clear();
            while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
            {
                var start = (int)reader.TokenStartIndex;
                reader.Skip();
                places.Add((start, (int)reader.BytesConsumed));
            }
        }

        return places;
    }

    private static ReadDevice Parse(ReadOnlySpan<byte> utf8, (int Start, int End) place, int version, DocumentShapes shapes)
    {
        var line = 1 + utf8[..place.Start].Count((byte)'\n');
        try
        {
            var read = version == shapes.Version ? JsonSerializer.Deserialize<Device>(utf8[place.Start..place.End], Json) : Older(utf8[place.Start..place.End]);
            return read is { } device
                ? new(line, device.Id, device.Name, device, [])
                : Wrong("devices", "Nothing stands in this place.", "Take it out.");
        }
        catch (JsonException e)
        {
            var field = (e.Path ?? "$").TrimStart('$').TrimStart('.');
            return Wrong(field.Length == 0 ? "device" : field,
                $"Line {line + (e.LineNumber ?? 0)}: a value is missing, of the wrong kind, or not one of those allowed.",
                "Follow the schema: numbers as numbers, words from the lists.");
        }
        catch (UnreadableDocumentException)
        {
            return Wrong("device", $"Line {line}: it is of version {version}, and a value in it is of the wrong kind.", "Mend it, or export the shelf again.");
        }

        Device? Older(ReadOnlySpan<byte> text) =>
            JsonNode.Parse(text) is JsonObject old ? shapes.Upgraded(DocumentKind.Device, old, version).Deserialize<Device>(Json) : throw new JsonException();

        ReadDevice Wrong(string field, string reason, string remedy) => new(line, "", "", null, [new(field, reason, remedy)]);
    }
}
