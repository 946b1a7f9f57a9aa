using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Nightfrost.Core;

/// <summary>Says in words how two records of one kind differ, fact by fact.</summary>
internal static class FactChanges
{
    private static readonly JsonSerializerOptions Options = CoreJson.Configure(new());

    /// <summary>One clause a difference, such as "price was 74, now 69"; empty when nothing differs.</summary>
    /// <param name="before">The older record.</param>
    /// <param name="after">The newer record.</param>
    /// <param name="words">Words for a field's inner name; null leaves the field out, as for what is worked out from others.</param>
    /// <param name="read">Words for a value, where a field's values have names of their own; null for the usual ones.</param>
    public static IReadOnlyList<string> Between<T>(T before, T after, Func<string, string?> words, Func<string, JsonNode, string?>? read = null)
    {
        var (old, fresh) = (Node(before), Node(after));
        var changes = new List<string>();
        foreach (var (key, value) in fresh)
        {
            if (!JsonNode.DeepEquals(old[key], value) && words(key) is { } name)
                changes.Add(Plain(old[key]) && Plain(value) ? $"{name} was {Say(key, old[key])}, now {Say(key, value)}" : $"{name} changed");
        }

        return changes;

        string Say(string key, JsonNode? value) => value is not null && read?.Invoke(key, value) is { } said ? said : Usual(value);
    }

    private static JsonObject Node<T>(T value) => JsonSerializer.SerializeToNode(value, Options)!.AsObject();

    // A value that can be said in a few words; lists of objects and objects cannot.
    private static bool Plain(JsonNode? value) => value is null or JsonValue || (value is JsonArray list && list.All(item => item is JsonValue));

    private static string Usual(JsonNode? value) => value switch
    {
        null => "nothing",
        JsonArray array => array.Count == 0 ? "nothing" : string.Join(", ", array.Select(Usual)),
        _ => value.GetValueKind() switch
        {
            JsonValueKind.True => "yes",
            JsonValueKind.False => "no",
            JsonValueKind.Number => value.GetValue<double>().ToString(CultureInfo.InvariantCulture),
            _ => value.GetValue<string>() is { Length: > 0 } text ? Spaced(text) : "nothing",
        },
    };

    // "notThere" reads "not there"; words typed by a person hold spaces or capitals in front and stay as they are.
    private static string Spaced(string text) =>
        text.All(char.IsLetter) && char.IsLower(text[0])
            ? string.Concat(text.Select(c => char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : c.ToString())) : text;
}
