using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Nightfrost.Core.Kit;

/// <summary>
/// What stands in one cell of the shelf as a table. Lists stand side by side with a bar between; a text a spreadsheet would take for a
/// formula carries an apostrophe in front, both ways.
/// </summary>
internal static class KitCell
{
    private const string None = "none";
    private const string FormulaMarks = "=+-@\t\r";

    /// <summary>Writes a value; blank when there is none.</summary>
    public static string Write(KitLeaf leaf, JsonNode? value) => value switch
    {
        null => "",
        JsonArray { Count: 0 } => leaf.EmptyByDefault ? "" : None,
        JsonArray list => Guarded(string.Join(" | ", list.Select(item => Item(leaf, item!).Replace("\\", "\\\\").Replace("|", "\\|")))),
        _ when leaf.Type == typeof(string) || leaf.Type == typeof(Codec) => Guarded(Item(leaf, value)),
        _ => Item(leaf, value),
    };

    /// <summary>Reads a cell that is not blank.</summary>
    /// <param name="leaf">The attribute.</param>
    /// <param name="cell">What stands in it.</param>
    /// <param name="decimalComma">The table was written where numbers have a comma.</param>
    /// <param name="problem">Why it cannot be read; null when it can.</param>
    public static JsonNode? Read(KitLeaf leaf, string cell, bool decimalComma, out (string Reason, string Remedy)? problem)
    {
        problem = null;
        var text = leaf.Type == typeof(string) || leaf.Type == typeof(Codec) || leaf.IsList;
        if (text && cell.Length > 0 && FormulaMarks.Contains(cell[0]) && !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _))
        {
            problem = ($"'{EntryCheck.Short(cell)}' reads like a formula.", "Enter the words it should give, or put an apostrophe in front.");
            return null;
        }

        if (text && cell is ['\'', var next, ..] && (FormulaMarks.Contains(next) || next == '\''))
            cell = cell[1..];
        if (!leaf.IsList)
            return One(leaf, cell, decimalComma, out problem);
        if (cell.Trim() == None)
            return new JsonArray();
        var list = new JsonArray();
        foreach (var part in Parts(cell))
        {
            var item = One(leaf, part, decimalComma, out problem);
            if (problem is not null)
                return null;
            list.Add(item);
        }

        return list;
    }

    private static string Item(KitLeaf leaf, JsonNode value)
    {
        if (leaf.Type == typeof(Codec))
            return value["mark"]!.GetValue<string>() is { Length: > 0 } mark ? $"{value["class"]!.GetValue<string>()}: {mark}"
                : value["class"]!.GetValue<string>();
        return value.GetValueKind() switch
        {
            JsonValueKind.String => value.GetValue<string>(),
            JsonValueKind.True => "yes",
            JsonValueKind.False => "no",
            _ => value.ToJsonString(),
        };
    }

    private static JsonNode? One(KitLeaf leaf, string cell, bool decimalComma, out (string Reason, string Remedy)? problem)
    {
        problem = null;
        var (said, plain) = (EntryCheck.Short(cell), cell.Trim());
        if (leaf.Type == typeof(string))
            return JsonValue.Create(cell);
        if (leaf.Type == typeof(bool))
        {
            if (plain.ToLowerInvariant() is "yes" or "true" or "no" or "false")
                return JsonValue.Create(plain.ToLowerInvariant() is "yes" or "true");
            problem = ($"'{said}' is neither yes nor no.", "Enter yes or no.");
        }
        else if (leaf.Type.IsEnum)
        {
            if (Word(leaf.Type, plain) is { } word)
                return JsonValue.Create(word);
            problem = ($"'{said}' is not one of those known.", $"Enter one of: {string.Join(", ", Words(leaf.Type))}.");
        }
        else if (leaf.Type == typeof(Codec))
        {
            var parts = plain.Split(':', 2, StringSplitOptions.TrimEntries);
            if (Word(typeof(CodecClass), parts[0]) is { } codec)
                return new JsonObject { ["class"] = codec, ["mark"] = parts.ElementAtOrDefault(1) ?? "" };
            problem = ($"'{said}' is no codec.", $"Enter one of: {string.Join(", ", Words(typeof(CodecClass)))}; the printed mark follows a colon.");
        }
        else if (leaf.Type == typeof(DateOnly))
        {
            if (DateOnly.TryParseExact(plain, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
                return JsonValue.Create(day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
            problem = ($"'{said}' is not a day as year-month-day.", "Enter it like 2026-03-31.");
        }
        else
        {
            var number = decimalComma ? plain.Replace(',', '.') : plain;
            if (leaf.Type == typeof(int) && int.TryParse(number, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var whole))
                return JsonValue.Create(whole);
            if (leaf.Type == typeof(decimal) && decimal.TryParse(number, NumberStyles.Float, CultureInfo.InvariantCulture, out var money))
                return JsonValue.Create(money);
            if (leaf.Type == typeof(double) && double.TryParse(number, NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
                && double.IsFinite(value))
                return JsonValue.Create(value);
            problem = ($"'{said}' is no {(leaf.Type == typeof(int) ? "whole number" : "number")}.",
                leaf.Type == typeof(int) ? "Enter one, such as 2." : "Enter one, such as 2.5, without its unit.");
        }

        return null;
    }

    private static string? Word(Type type, string text) => Words(type).FirstOrDefault(word => string.Equals(word, text, StringComparison.OrdinalIgnoreCase));

    private static IEnumerable<string> Words(Type type) => Enum.GetNames(type).Select(JsonNamingPolicy.CamelCase.ConvertName);

    private static string Guarded(string text) => text.Length > 0 && (FormulaMarks.Contains(text[0]) || text[0] == '\'') ? "'" + text : text;

    // Parts between bars; a bar or a backslash that belongs to a part has a backslash in front.
    private static IEnumerable<string> Parts(string cell)
    {
        var part = new System.Text.StringBuilder();
        for (var i = 0; i < cell.Length; i++)
        {
            if (cell[i] == '\\' && i + 1 < cell.Length)
                part.Append(cell[++i]);
            else if (cell[i] != '|')
                part.Append(cell[i]);
            else
            {
                yield return part.ToString().Trim();
                part.Clear();
            }
        }

        yield return part.ToString().Trim();
    }
}
