using System.Text.Json;
using System.Text.Json.Nodes;

namespace Nightfrost.Core.Shapes;

/// <summary>A kept document that cannot be read. Its message names the place and never what stands there.</summary>
public sealed class UnreadableDocumentException : Exception
{
    public UnreadableDocumentException()
    {
    }

    public UnreadableDocumentException(string message)
        : base(message)
    {
    }

    public UnreadableDocumentException(string message, Exception innerException)
        : base(message, innerException)
    {
    }
}

/// <summary>
/// How kept documents are read and written. Each carries the version of its shape; one without is of version 1. A missing member takes its default,
/// an older document is upgraded step by step, a newer one is refused.
/// </summary>
/// <param name="upgrades">The steps, in order; the first leads to version 2.</param>
public sealed class DocumentShapes(IReadOnlyList<ShapeUpgrade> upgrades)
{
    /// <summary>The member that carries the version, beside the document's own.</summary>
    public const string VersionMember = "shapeVersion";

    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new());

    /// <summary>The shapes of this program.</summary>
    public static DocumentShapes Ours { get; } = new(ShapeUpgrades.All);

    /// <summary>Version that is written, 1 or more.</summary>
    public int Version => upgrades.Count + 1;

    /// <summary>A document as kept: its members and its version.</summary>
    public string Write<T>(T value)
        where T : class
    {
        var document = JsonSerializer.SerializeToNode(value, Json)!.AsObject();
        document.Insert(0, VersionMember, Version);
        return document.ToJsonString(Json);
    }

    /// <summary>True when both would be kept as the same document.</summary>
    public static bool AreSame<T>(T one, T other)
        where T : class => JsonNode.DeepEquals(JsonSerializer.SerializeToNode(one, Json), JsonSerializer.SerializeToNode(other, Json));

    /// <summary>Reads a kept document of any version up to ours.</summary>
    /// <exception cref="UnreadableDocumentException">It is no JSON object, of a newer version, or lacks what it cannot do without.</exception>
    public T Read<T>(DocumentKind kind, string text)
        where T : class
    {
        try
        {
            if (JsonNode.Parse(text) is not JsonObject document)
                throw new UnreadableDocumentException("It is no JSON object.");
            var version = VersionOf(document);
            document.Remove(VersionMember);
            return Upgraded(kind, document, version).Deserialize<T>(Json) ?? throw new UnreadableDocumentException("It holds nothing.");
        }
        catch (JsonException e)
        {
            throw new UnreadableDocumentException($"A value is missing or of the wrong kind at {e.Path ?? "its beginning"}.", e);
        }
    }

    /// <summary>The document in our version.</summary>
    /// <param name="kind">Its sort.</param>
    /// <param name="document">The document without its version; it is not changed.</param>
    /// <param name="version">Version it is of.</param>
    /// <exception cref="UnreadableDocumentException">The version is below 1 or newer than ours, or a step finds something it cannot bear.</exception>
    public JsonObject Upgraded(DocumentKind kind, JsonObject document, int version)
    {
        if (version < 1 || version > Version)
            throw new UnreadableDocumentException($"Its shape is of version {version}; this program knows 1 to {Version}.");
        if (version == Version)
            return document;
        document = (JsonObject)document.DeepClone();
        foreach (var step in upgrades.Skip(version - 1))
        {
            try
            {
                document = step.Apply(kind, document);
            }
            catch (Exception e) when (e is InvalidOperationException or FormatException or ArgumentException or NullReferenceException)
            {
                throw new UnreadableDocumentException($"The step to version {step.To} found a value of the wrong kind.", e);
            }
        }

        return document;
    }

    /// <summary>Type of the cells of a column that some version since had and ours has no more; null when there never was one.</summary>
    /// <param name="pattern">Path of the column with its places left open.</param>
    /// <param name="version">Version of the table.</param>
    public Type? FormerColumn(string pattern, int version) =>
        upgrades.Skip(version - 1).Select(step => step.FormerColumns.GetValueOrDefault(pattern)).FirstOrDefault(type => type is not null);

    private static int VersionOf(JsonObject document) => document[VersionMember] switch
    {
        null => 1,
        JsonValue value when value.TryGetValue<int>(out var version) => version,
        _ => throw new UnreadableDocumentException("Its version is no whole number."),
    };
}
