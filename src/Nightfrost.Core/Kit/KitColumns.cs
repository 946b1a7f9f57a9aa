using System.Text.Json;
using System.Text.RegularExpressions;

namespace Nightfrost.Core.Kit;

/// <summary>One attribute that fills one cell.</summary>
/// <param name="Pattern">Its path with the place in a list left open, such as "links[].family".</param>
/// <param name="Type">Type of the value, or of the items when it is a list.</param>
/// <param name="IsList">Several values stand in the one cell.</param>
/// <param name="Required">A device, or the part it belongs to, cannot do without it.</param>
/// <param name="EmptyByDefault">A list that is empty when nothing is said of it.</param>
internal sealed record KitLeaf(string Pattern, Type Type, bool IsList, bool Required, bool EmptyByDefault);

/// <summary>A column of a table and the attribute it stands for; none for the column of the version.</summary>
internal sealed record KitColumn(string Path, KitLeaf? Leaf);

/// <summary>The columns of the shelf as a table, taken from the device's own attributes: a new attribute is a new column by itself.</summary>
internal static partial class KitColumns
{
    /// <summary>How devices are written as JSON, in a file and in a cell.</summary>
    public static JsonSerializerOptions Json { get; } = CoreJson.Configure(new());

    /// <summary>Every attribute, in the order of its record.</summary>
    public static IReadOnlyList<KitLeaf> Leaves { get; } = [.. Of(typeof(Device), "")];

    private static readonly Dictionary<string, KitLeaf> ByPattern = Leaves.ToDictionary(leaf => leaf.Pattern);

    /// <summary>The attribute a column stands for; null when there is none.</summary>
    /// <param name="column">A path, such as "links[1].family".</param>
    public static KitLeaf? Find(string column) => ByPattern.GetValueOrDefault(Pattern(column));

    /// <summary>A path with its places left open: "links[]." for "links[1].".</summary>
    public static string Pattern(string path) => Places().Replace(path, "[]");

    /// <summary>The first step of a path: "links" of "links[1].family".</summary>
    public static string Top(string path) => path[..(path.IndexOfAny(['.', '[']) is var end and >= 0 ? end : path.Length)];

    private static IEnumerable<KitLeaf> Of(Type type, string prefix)
    {
        var fresh = type.GetConstructor(Type.EmptyTypes) is null ? null : Activator.CreateInstance(type);
        foreach (var property in Json.GetTypeInfo(type).Properties.Where(p => p.Set is not null))
        {
            var path = prefix + property.Name;
            var kind = Nullable.GetUnderlyingType(property.PropertyType) ?? property.PropertyType;
            if (!IsList(kind))
            {
                var leaves = IsCell(kind) ? [new(path, kind, false, property.IsRequired, true)] : Of(kind, path + ".");
                foreach (var leaf in leaves)
                    yield return leaf;
                continue;
            }

            var item = kind.GetGenericArguments()[0];
            if (!IsCell(item))
            {
                foreach (var leaf in Of(item, path + "[]."))
                    yield return leaf;
                continue;
            }

            yield return new(path, item, true, property.IsRequired, fresh is null || property.Get!(fresh) is System.Collections.ICollection { Count: 0 });
        }
    }

    private static bool IsList(Type type) => type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyList<>);

    private static bool IsCell(Type type) =>
        type.IsPrimitive || type.IsEnum || type == typeof(string) || type == typeof(decimal) || type == typeof(DateOnly) || type == typeof(Codec);

    [GeneratedRegex(@"\[\d{1,2}\]")]
    private static partial Regex Places();
}
