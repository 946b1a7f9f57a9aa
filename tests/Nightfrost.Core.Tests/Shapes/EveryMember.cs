using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>A kept document in which every member holds something, and the same document with one member changed at a time; both by reflection.</summary>
internal static class EveryMember
{
    private const int Deepest = 16;

    /// <summary>A document with something in every member; lists hold one item.</summary>
    public static JsonNode Full(Type type, int depth = 0)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        Assert.True(depth < Deepest, $"{type.Name} holds itself");
        if (Values(type) is { Count: > 0 } values)
            return values[0];
        var info = Corpus.Json.GetTypeInfo(type);
        if (info.Kind == JsonTypeInfoKind.Enumerable)
            return new JsonArray(Full(info.ElementType!, depth + 1));
        return new JsonObject(Stored(info).Select(p => KeyValuePair.Create(p.Name, (JsonNode?)Full(p.PropertyType, depth + 1))));
    }

    /// <summary>The document with each of its members changed by itself: another value, nothing where it may hold nothing, a list without items.</summary>
    public static IEnumerable<(string Path, JsonObject Changed)> ChangedOneAtATime(Type type)
    {
        var full = (JsonObject)Full(type);
        foreach (var (path, other) in Changes(type, full, []))
        {
            var copy = (JsonObject)full.DeepClone();
            var at = path.SkipLast(1).Aggregate((JsonNode)copy, (node, step) => step is int i ? node[i]! : node[(string)step]!);
            if (path[^1] is int item)
                at.AsArray()[item] = other?.DeepClone();
            else
                at[(string)path[^1]] = other?.DeepClone();
            yield return (string.Join('.', path), copy);
        }
    }

    private static IEnumerable<(IReadOnlyList<object> Path, JsonNode? Other)> Changes(Type type, JsonNode value, IReadOnlyList<object> path)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (Values(type) is { Count: > 0 } values)
            return values.Skip(1).Take(1).Select(other => (path, (JsonNode?)other));
        var info = Corpus.Json.GetTypeInfo(type);
        if (info.Kind == JsonTypeInfoKind.Enumerable)
            return [(path, new JsonArray()), .. Changes(info.ElementType!, value[0]!, [.. path, 0])];
        return Stored(info).SelectMany(p =>
            (p.IsSetNullable ? new[] { ((IReadOnlyList<object>)[.. path, p.Name], (JsonNode?)null) } : [])
                .Concat(Changes(p.PropertyType, value[p.Name]!, [.. path, p.Name])));
    }

    // Members that are kept: what is only worked out from others is written and never read.
    private static IEnumerable<JsonPropertyInfo> Stored(JsonTypeInfo info) =>
        info.Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null);

    // Two values of a plain type that differ; none for records and lists.
    private static List<JsonNode> Values(Type type)
    {
        if (type == typeof(string))
            return ["one", "two"];
        if (type == typeof(bool))
            return [false, true];
        if (type == typeof(DateOnly))
            return ["2026-11-03", "2026-11-04"];
        if (type == typeof(int) || type == typeof(double) || type == typeof(decimal))
            return [1, 2];
        return type.IsEnum ? [.. Enum.GetValues(type).Cast<object>().Take(2).Select(v => JsonSerializer.SerializeToNode(v, type, Corpus.Json)!)] : [];
    }
}
