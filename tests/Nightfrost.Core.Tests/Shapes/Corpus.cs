using System.Text.Json;
using System.Text.Json.Nodes;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>Documents of every version that was ever kept, as they stood in a database of that version.</summary>
internal static class Corpus
{
    public static IEnumerable<int> Versions => Enumerable.Range(1, DocumentShapes.Ours.Version);

    /// <summary>The documents of one sort, each as it was kept.</summary>
    public static IReadOnlyList<string> Of(int version, string name) =>
        [.. JsonNode.Parse(Text(version, name + ".json"))!.AsArray().Select(d => d!.ToJsonString())];

    public static string Text(int version, string file) => File.ReadAllText(Place(version, file));

    public static byte[] Bytes(int version, string file) => File.ReadAllBytes(Place(version, file));

    public static string Place(int version, string file)
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "Nightfrost.slnx")))
            at = Path.GetDirectoryName(at) ?? throw new InvalidOperationException("The tests do not run inside the repository.");
        return Path.Combine(at, "tests", "shapes", $"v{version}", file);
    }

    /// <summary>The same content whatever the order of members, without the version.</summary>
    public static bool Same(string one, string other)
    {
        var (a, b) = (JsonNode.Parse(one)!.AsObject(), JsonNode.Parse(other)!.AsObject());
        a.Remove(DocumentShapes.VersionMember);
        b.Remove(DocumentShapes.VersionMember);
        return JsonNode.DeepEquals(a, b);
    }

    public static readonly JsonSerializerOptions Json = CoreJson.Configure(new() { WriteIndented = true });
}
