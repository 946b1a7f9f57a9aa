using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Core.Kit;

/// <summary>One row of a table as it was read.</summary>
/// <param name="Line">Line of the file it starts on, from 1.</param>
/// <param name="Cells">Its cells, one a column; fewer when the row ends early.</param>
public sealed record TableRow(int Line, IReadOnlyList<string> Cells);

/// <summary>
/// The shelf as a table: one row a device, one column an attribute, named by the attribute's path. A column that is absent says nothing:
/// what the shelf knows stays. Written and read again, nothing changes.
/// </summary>
public static partial class KitTable
{
    /// <summary>Most columns one table may have.</summary>
    public const int MostColumns = 1000;

    /// <summary>Column that says, in every row, which version of the shapes the table is of; a table without it is of version 1.</summary>
    public const string VersionColumn = DocumentShapes.VersionMember;

    /// <summary>The shelf's columns and rows, devices ordered by id.</summary>
    public static (IReadOnlyList<string> Columns, IReadOnlyList<IReadOnlyList<string>> Rows) Write(Shelf shelf)
    {
        var version = DocumentShapes.Ours.Version.ToString(CultureInfo.InvariantCulture);
        var devices = shelf.Devices.Select(d => Cells(JsonSerializer.SerializeToNode(d, KitColumns.Json)!)).ToList();
        var columns = KitColumns.Leaves.GroupBy(leaf => KitColumns.Top(leaf.Pattern))
            .SelectMany(group => Columns([.. group.Select(leaf => leaf.Pattern)], devices)).ToList();
        return ([.. columns, VersionColumn],
            [.. devices.Select(cells => (IReadOnlyList<string>)[.. columns.Select(column => cells.GetValueOrDefault(column, "")), version])]);
    }

    /// <summary>Reads a table and says of each device what an import would do with it. Nothing is thrown for a bad table.</summary>
    /// <param name="columns">What stands in its first row.</param>
    /// <param name="rows">The rows below.</param>
    /// <param name="decimalComma">Numbers are written with a comma.</param>
    /// <param name="shelf">The shelf it would go to.</param>
    public static KitReading Read(IReadOnlyList<string> columns, IReadOnlyList<TableRow> rows, bool decimalComma, Shelf shelf) =>
        Read(columns, rows, decimalComma, shelf, DocumentShapes.Ours);

    /// <inheritdoc cref="Read(IReadOnlyList{string}, IReadOnlyList{TableRow}, bool, Shelf)"/>
    internal static KitReading Read(IReadOnlyList<string> columns, IReadOnlyList<TableRow> rows, bool decimalComma, Shelf shelf, DocumentShapes shapes)
    {
        columns = [.. columns.Select(c => c.Trim())];
        if (VersionProblem(columns, rows, shapes.Version, out var version) is { } unknown)
            return new([], [], unknown);
        if (columns.Count > MostColumns)
            return KitReading.Bad("line 1", $"{columns.Count} columns are more than {MostColumns}.", "Take out those that hold nothing.");
        if (!columns.Contains("id"))
            return KitReading.Bad("line 1", "No column is called id.", "Keep the first row as it was exported: it names the columns.");
        if (columns.Contains(""))
            return KitReading.Bad("line 1", "A column has no name.", "Name it as an exported table does, or take it out.");
        if (columns.FirstOrDefault(c => c != VersionColumn && LeafOf(c) is null) is { } strange)
            return KitReading.Bad("line 1", $"There is no attribute '{EntryCheck.Short(strange)}'.",
                "Name the column as an exported table does, or take it out.");
        if (columns.GroupBy(c => c).FirstOrDefault(g => g.Count() > 1) is { } twice)
            return KitReading.Bad("line 1", $"Two columns are called '{twice.Key}'.", "Take one out.");
        if (rows.Count > KitFile.MostDevices)
            return KitReading.Bad("devices", $"{rows.Count} devices are more than {KitFile.MostDevices}.", "Split the file.");
        var named = columns.Select(c => new KitColumn(c, LeafOf(c))).ToList();
        var tops = columns.Select(KitColumns.Top).ToHashSet();
        return KitReading.Judge([.. rows.Select(row => Read(named, tops, row, decimalComma, shelf, version, shapes))], shelf);

        KitLeaf? LeafOf(string column) => KitColumns.Find(column)
            ?? (shapes.FormerColumn(KitColumns.Pattern(column), version) is { } type
                ? new KitLeaf(KitColumns.Pattern(column), type, false, false, true) : null);
    }

    // Every row that says a version says the same one.
    private static FieldProblem? VersionProblem(IReadOnlyList<string> columns, IReadOnlyList<TableRow> rows, int newest, out int version)
    {
        version = 1;
        var at = columns.ToList().IndexOf(VersionColumn);
        var said = at < 0 ? [] : rows.Select(r => r.Cells.ElementAtOrDefault(at)?.Trim() ?? "").Where(c => c.Length > 0).Distinct().ToList();
        if (said.Count == 0)
            return null;
        if (said.Count > 1 || !int.TryParse(said[0], NumberStyles.None, CultureInfo.InvariantCulture, out version) || version < 1)
            return new(VersionColumn, "Its rows do not all hold the same whole number from 1.", "Leave that column as it was exported.");
        return version > newest ? KitText.TooNew(version, newest) : null;
    }

    private static ReadDevice Read(List<KitColumn> columns, HashSet<string> tops, TableRow row, bool decimalComma, Shelf shelf, int version,
        DocumentShapes shapes)
    {
        var problems = new List<FieldProblem>();
        if (row.Cells.Skip(columns.Count).Any(c => c.Length > 0))
            problems.Add(new("line", $"It has {row.Cells.Count} cells under {columns.Count} columns.",
                "Put words that hold the separator between quotation marks."));
        var said = columns.Zip(row.Cells).Where(c => !string.IsNullOrWhiteSpace(c.Second)).ToList();
        var id = said.FirstOrDefault(c => c.First.Path == "id").Second?.Trim() ?? "";
        var before = shelf.Find(id);
        var root = before is null ? [] : JsonSerializer.SerializeToNode(before, KitColumns.Json)!.AsObject();
        foreach (var top in tops)
            root.Remove(top);
        var entered = new JsonObject();
        foreach (var (column, cell) in said)
        {
            if (column.Leaf is null)
                continue;
            var value = KitCell.Read(column.Leaf, cell, decimalComma, out var problem);
            if (problem is { } why)
                problems.Add(new(column.Path, why.Reason, why.Remedy));
            else
                Put(entered, column.Path, value!);
        }

        try
        {
            foreach (var (top, value) in shapes.Upgraded(DocumentKind.Device, entered, version))
                root[top] = value?.DeepClone();
        }
        catch (UnreadableDocumentException)
        {
            problems.Add(new("line", $"It is of version {version}, and a value in it is of the wrong kind.", "Mend it, or export the shelf again."));
        }

        FillIn(root, "", problems);
        var (shownId, name) = (EntryCheck.Short(id), EntryCheck.Short(said.FirstOrDefault(c => c.First.Path == "name").Second ?? before?.Name ?? ""));
        if (problems.Count > 0)
            return new(row.Line, shownId, name, null, [.. problems.DistinctBy(p => p.Field)]);
        try
        {
            return new(row.Line, shownId, name, root.Deserialize<Device>(KitColumns.Json), []);
        }
        catch (JsonException e)
        {
            return new(row.Line, shownId, name, null,
                [new((e.Path ?? "$").TrimStart('$').TrimStart('.'), "A value is missing or of the wrong kind.", "Follow an exported table.")]);
        }
    }

    // Parts that are there need what they cannot do without: words and lists may be blank, the rest must be said.
    private static void FillIn(JsonObject root, string at, List<FieldProblem> problems)
    {
        var here = KitColumns.Pattern(at);
        foreach (var leaf in KitColumns.Leaves.Where(l => l.Required && l.Pattern.StartsWith(here, StringComparison.Ordinal)))
        {
            var name = leaf.Pattern[here.Length..];
            if (name.AsSpan().IndexOfAny('.', '[') >= 0 || root.ContainsKey(name))
                continue;
            if (leaf.IsList)
                root[name] = new JsonArray();
            else if (leaf.Type == typeof(string) && at.Length > 0)
                root[name] = "";
            else
                problems.Add(new(at + name, "It is empty.", "Enter it: nothing can be planned without."));
        }

        foreach (var (name, value) in root.ToList())
        {
            if (value is JsonObject part && part["class"] is null)
                FillIn(part, $"{at}{name}.", problems);
            if (value is not JsonArray list)
                continue;
            for (var i = 0; i < list.Count; i++)
            {
                if (list[i] is JsonObject item && item["class"] is null)
                    FillIn(item, $"{at}{name}[{i}].", problems);
            }
        }
    }

    // Sets a value at a path and makes the parts on its way; a place in a list that was passed over stays empty and is told by FillIn.
    private static void Put(JsonObject root, string path, JsonNode value)
    {
        var here = root;
        var steps = path.Split('.');
        foreach (var step in steps[..^1])
        {
            var match = Place().Match(step);
            if (!match.Success)
            {
                here = (JsonObject)(here[step] ??= new JsonObject());
                continue;
            }

            var list = (JsonArray)(here[match.Groups[1].Value] ??= new JsonArray());
            var place = Number(match);
            while (list.Count <= place)
                list.Add(new JsonObject());
            here = (JsonObject)list[place]!;
        }

        here[steps[^1]] = value;
    }

    private static Dictionary<string, string> Cells(JsonNode device)
    {
        var cells = new Dictionary<string, string>();
        Walk(device, "");
        return cells;

        void Walk(JsonNode? node, string path)
        {
            if (KitColumns.Find(path) is { } leaf)
                cells[path] = KitCell.Write(leaf, node);
            else if (node is JsonObject part)
                part.ToList().ForEach(p => Walk(p.Value, path.Length == 0 ? p.Key : $"{path}.{p.Key}"));
            else if (node is JsonArray list)
                list.Select((item, i) => (item, i)).ToList().ForEach(p => Walk(p.item, $"{path}[{p.i}]"));
        }
    }

    // The columns of one attribute: itself, its parts, or its parts once for each place some device has.
    private static IEnumerable<string> Columns(IReadOnlyList<string> patterns, List<Dictionary<string, string>> devices)
    {
        if (!patterns[0].Contains("[]"))
            return patterns;
        var list = KitColumns.Top(patterns[0]) + "[";
        var most = devices.SelectMany(cells => cells.Keys).Where(k => k.StartsWith(list, StringComparison.Ordinal)).Select(PlaceIn).DefaultIfEmpty(-1).Max();
        return Enumerable.Range(0, most + 1).SelectMany(i => patterns.Select(pattern => pattern.Replace("[]", $"[{i}]")));
    }

    private static int PlaceIn(string column) => Number(Place().Match(column.Split('.')[0]));

    private static int Number(Match place) => int.Parse(place.Groups[2].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(\w+)\[(\d{1,2})\]$")]
    private static partial Regex Place();
}
