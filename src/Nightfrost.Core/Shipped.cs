using System.Collections;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Nightfrost.Core;

/// <summary>Reference data that ships beside the code it feeds, as JSON documents inside the assembly.</summary>
internal static class Shipped
{
    private static readonly JsonSerializerOptions Options = CoreJson.Configure(new(JsonSerializerDefaults.Web));

    /// <summary>Reads one shipped document.</summary>
    /// <param name="name">Folder and file, such as "Timing.stage-delays.json".</param>
    /// <exception cref="InvalidOperationException">The assembly lacks the document or it is empty.</exception>
    public static T Read<T>(string name)
    {
        using var stream = typeof(Shipped).Assembly.GetManifestResourceStream($"Nightfrost.Core.{name}")
            ?? throw new InvalidOperationException($"The reference document {name} is not in the assembly.");
        return JsonSerializer.Deserialize<T>(stream, Options)
            ?? throw new InvalidOperationException($"The reference document {name} is empty.");
    }
}

/// <summary>How the core's records are written as JSON, the same in storage, on the wire and in shipped documents.</summary>
public static class CoreJson
{
    /// <summary>Sets camel-case enum words, strict numbers, and refuses a missing or null value where one is required, in lists too.</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { RefuseNullItems, RefuseNullMembers } };
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        return options;
    }

    // Read from a stream, members set after the constructor are not held against their nullable annotation by the reader itself.
    private static void RefuseNullMembers(JsonTypeInfo type)
    {
        foreach (var property in type.Kind == JsonTypeInfoKind.Object ? type.Properties : [])
        {
            if (property is not { Set: { } set, IsSetNullable: false } || property.PropertyType.IsValueType)
                continue;
            var name = property.Name;
            property.Set = (owner, value) => set(owner, value ?? throw new JsonException($"'{name}' holds nothing.", $"$.{name}", null, null));
        }
    }

    // Nullable annotations reach properties, not the items of a list: no list of ours holds nothing in a place.
    private static void RefuseNullItems(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Enumerable)
            return;
        type.OnDeserialized = list =>
        {
            foreach (var item in (IEnumerable)list)
            {
                if (item is null)
                    throw new JsonException("A list holds nothing in one of its places.");
            }
        };
    }
}
