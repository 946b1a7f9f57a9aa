using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;

namespace Nightfrost.Core.Kit;

/// <summary>What an import would do with one device of a file.</summary>
public enum RowFate
{
    New,
    Changed,
    Same,

    /// <summary>It cannot be taken; see its problems.</summary>
    Wrong,
}

/// <summary>One device of a file.</summary>
/// <param name="Line">Line of the file it starts on, from 1.</param>
/// <param name="Id">Its id; blank when it could not be read.</param>
/// <param name="Name">Its name; blank when it could not be read.</param>
/// <param name="Fate">What an import would do with it.</param>
/// <param name="Changes">What would change, in words.</param>
/// <param name="Problems">What is wrong with it.</param>
public sealed record KitRow(int Line, string Id, string Name, RowFate Fate, IReadOnlyList<string> Changes, IReadOnlyList<FieldProblem> Problems);

/// <summary>A file as it was read.</summary>
/// <param name="Rows">Its devices, in order.</param>
/// <param name="Usable">The devices that are new or changed.</param>
/// <param name="Unreadable">Why the file as a whole could not be read; null when it could.</param>
public sealed record KitReading(IReadOnlyList<KitRow> Rows, IReadOnlyList<Device> Usable, FieldProblem? Unreadable);

/// <summary>The shelf as a file: JSON with a published schema. What is written reads back as the same shelf.</summary>
public static class KitFile
{
    /// <summary>Stands in every file, so that no other document is taken for one.</summary>
    public const string Format = "nightfrost-kit";

    /// <summary>Version of the format.</summary>
    public const int Version = 1;

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
        return new JsonObject([KeyValuePair.Create("$schema", (JsonNode?)"https://json-schema.org/draft/2020-12/schema"), KeyValuePair.Create("title", (JsonNode?)"Nightfrost kit"), .. schema.Select(p => KeyValuePair.Create(p.Key, p.Value?.DeepClone()))])
            .ToJsonString(Json) + "\n";
    }

    /// <summary>Reads a file and says of each device what an import would do with it. Nothing is thrown for a bad file.</summary>
    /// <param name="utf8">The file's bytes.</param>
    /// <param name="shelf">The shelf it would go to.</param>
    public static KitReading Read(ReadOnlyMemory<byte> utf8, Shelf shelf)
    {
        if (utf8.Span.StartsWith(Encoding.UTF8.Preamble))
            utf8 = utf8[3..];
        if (!System.Text.Unicode.Utf8.IsValid(utf8.Span))
            return Unreadable("file", "It is not UTF-8 text.", "Save it as UTF-8, or choose the kit file instead of a picture or a spreadsheet.");
        List<(int Start, int End)> places;
        try
        {
            using var document = JsonDocument.Parse(utf8);
            if (Header(document.RootElement, shelf.Currency) is { } wrong)
                return new([], [], wrong);
            places = Places(utf8.Span);
        }
        catch (JsonException e)
        {
            return Unreadable("file", $"Line {e.LineNumber + 1}: it is not well-formed JSON.", "Mend that line, or export the shelf again.");
        }
        catch (InvalidOperationException)
        {
            // Half a character, written as an escape, is well-formed JSON and no text.
            return Unreadable("file", "Its first lines hold half a character.", "Export the shelf again, or type that word anew.");
        }

        if (places.Count > MostDevices)
            return Unreadable("devices", $"{places.Count} devices are more than {MostDevices}.", "Split the file.");
        return Judge(utf8, places, shelf);
    }

    private static FieldProblem? Header(JsonElement root, string currency)
    {
        if (root.ValueKind != JsonValueKind.Object || !Has(root, "format", JsonValueKind.String, out var format) || format.GetString() != Format)
            return new("format", $"It does not say that it is a {Format} file.", "Choose a file that was exported here, or follow the schema.");
        if (!Has(root, "version", JsonValueKind.Number, out var version) || !version.TryGetInt32(out var number) || number != Version)
            return new("version", $"Its version is not {Version}.", "Export it again from a Nightfrost of this version.");
        if (!Has(root, "currency", JsonValueKind.String, out var money) || money.GetString() != currency)
            return new("currency", $"Its prices are not in {currency}.", $"Convert the prices and enter {currency}.");
        return Has(root, "devices", JsonValueKind.Array, out _) ? null : new("devices", "It lists no devices.", "Enter them in a list called devices.");
    }

    private static bool Has(JsonElement root, string name, JsonValueKind kind, out JsonElement value) => root.TryGetProperty(name, out value) && value.ValueKind == kind;

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

    private static KitReading Judge(ReadOnlyMemory<byte> utf8, List<(int Start, int End)> places, Shelf shelf)
    {
        var read = places.Select(place => Parse(utf8.Span, place)).ToList();
        var known = read.Select(r => r.Device?.Id).OfType<string>().Concat(shelf.Devices.Select(d => d.Id)).ToHashSet();
        var seen = new HashSet<string>();
        var rows = new List<KitRow>();
        var usable = new List<Device>();
        foreach (var (line, device, unread) in read)
        {
            if (device is null)
            {
                rows.Add(new(line, "", "", RowFate.Wrong, [], [unread!]));
                continue;
            }

            var problems = DeviceCheck.Problems(device).ToList();
            if (!seen.Add(device.Id))
                problems.Add(new("id", $"'{EntryCheck.Short(device.Id)}' stands in the file twice.", "Give it an id of its own, or take one out."));
            problems.AddRange(device.Includes.Select((id, i) => (id, i)).Where(p => !known.Contains(p.id))
                .Select(p => new FieldProblem($"includes[{p.i}]", $"'{EntryCheck.Short(p.id)}' is neither in the file nor on the shelf.", "Add that device, or take it out of the box.")));
            var before = shelf.Find(device.Id);
            var changes = before is null ? [] : FactChanges.Between(before, device, Words);
            var fate = problems.Count > 0 ? RowFate.Wrong : before is null ? RowFate.New : changes.Count > 0 ? RowFate.Changed : RowFate.Same;
            rows.Add(new(line, device.Id, device.Name, fate, changes, problems));
            if (fate is RowFate.New or RowFate.Changed)
                usable.Add(device);
        }

        return new(rows, usable, null);
    }

    private static (int Line, Device? Device, FieldProblem? Problem) Parse(ReadOnlySpan<byte> utf8, (int Start, int End) place)
    {
        var line = 1 + utf8[..place.Start].Count((byte)'\n');
        try
        {
            return JsonSerializer.Deserialize<Device>(utf8[place.Start..place.End], Json) is { } device
                ? (line, device, null)
                : (line, null, new("devices", "Nothing stands in this place.", "Take it out."));
        }
        catch (JsonException e)
        {
            var field = (e.Path ?? "$").TrimStart('$').TrimStart('.');
            return (line, null, new(field.Length == 0 ? "device" : field, $"Line {line + (e.LineNumber ?? 0)}: a value is missing, of the wrong kind, or not one of those allowed.", "Follow the schema: numbers as numbers, words from the lists."));
        }
    }

    private static string Words(string key) => string.Concat(key.Select(c => char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : c.ToString()));

    private static KitReading Unreadable(string field, string reason, string remedy) => new([], [], new(field, reason, remedy));
}
