using System.Text.Json;
using System.Text.Json.Serialization;

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
    /// <summary>Sets camel-case enum words, strict numbers, and refuses a missing or null value where one is required.</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        return options;
    }
}
