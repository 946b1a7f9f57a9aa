using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Shapes;

/// <summary>What was kept by any earlier program loads, plans and prints.</summary>
public class CorpusTests
{
    public static TheoryData<int> Versions => [.. Corpus.Versions];

    private static Shelf ShelfOf(int version) => new([.. Corpus.Of(version, "devices").Select(d => DocumentShapes.Ours.Read<Device>(DocumentKind.Device, d))]);

    [Theory]
    [MemberData(nameof(Versions))]
    public void Every_look_ever_kept_is_read_and_planned(int version)
    {
        var shelf = ShelfOf(version);
        var looks = Corpus.Of(version, "looks").Select(l => DocumentShapes.Ours.Read<Look>(DocumentKind.Look, l)).ToList();
        Assert.True(looks.Count >= 7);
        foreach (var look in looks)
        {
            Assert.Empty(LookCheck.Problems(look));
            var answer = Router.Rank(new Site(look, shelf));
            // A shelf from before leads had a socket end may lack what lengthens one: then that is said.
            if (answer.Rigs.Count == 0)
                Assert.Contains(answer.RuledOut, r => r.Finding.Remedy.Contains("extension", StringComparison.Ordinal));
            Assert.NotEmpty(SightStrips.Of(look));
        }
    }

    [Theory]
    [MemberData(nameof(Versions))]
    public void Every_rig_ever_kept_is_rebuilt_and_printed(int version)
    {
        var plans = Corpus.Of(version, "rigs").Select(r => DocumentShapes.Ours.Read<RigPlan>(DocumentKind.Rig, r)).ToList();
        Assert.True(plans.Count >= 4);
        foreach (var plan in plans)
        {
            var rig = plan.Rebuild();
            Assert.NotNull(rig);
            Assert.NotEmpty(RunSheet.For(rig));
            Assert.NotEmpty(Preparation.For(rig, new(new(2026, 12, 1), new(10, 0))).Items);
            Assert.Equal(rig.Routes.Count, ClientSheet.For(rig, []).Listeners.Count);
            var arrivals = new Arrivals(rig.Site);
            Assert.NotEmpty(RigViews.Of(new RankedRig("Chosen", rig, rig.Score(arrivals), true), arrivals).Rows);
        }
    }

    [Theory]
    [MemberData(nameof(Versions))]
    public void A_kit_file_of_every_version_is_taken_whole_and_brings_the_same_devices(int version)
    {
        var kept = ShelfOf(version);
        var reading = KitFile.Read(Corpus.Bytes(version, "kit.json"), new Shelf([], "GBP"));
        Assert.Null(reading.Unreadable);
        Assert.All(reading.Rows, row => Assert.Equal(RowFate.New, row.Fate));
        Assert.All(KitFile.Read(Corpus.Bytes(version, "kit.json"), kept).Rows, row => Assert.Equal(RowFate.Same, row.Fate));
        Assert.Equal(kept.Devices.Count, reading.Usable.Count);
    }

    [Fact]
    public void What_is_read_and_written_again_in_one_version_loses_nothing()
    {
        var version = DocumentShapes.Ours.Version;
        Assert.All(Corpus.Of(version, "looks"),
            l => Assert.True(Corpus.Same(l, DocumentShapes.Ours.Write(DocumentShapes.Ours.Read<Look>(DocumentKind.Look, l)))));
        Assert.All(Corpus.Of(version, "rigs"),
            r => Assert.True(Corpus.Same(r, DocumentShapes.Ours.Write(DocumentShapes.Ours.Read<RigPlan>(DocumentKind.Rig, r)))));
        Assert.All(Corpus.Of(version, "devices"),
            d => Assert.True(Corpus.Same(d, DocumentShapes.Ours.Write(DocumentShapes.Ours.Read<Device>(DocumentKind.Device, d)))));
    }

    [Fact]
    public void The_shapes_are_those_of_their_version()
    {
        var version = DocumentShapes.Ours.Version;
        var now = new JsonObject([.. new[] { typeof(Look), typeof(RigPlan),
            typeof(Device) }.Select(t =>
                KeyValuePair.Create(t.Name,
                    (JsonNode?)JsonSchemaExporter.GetJsonSchemaAsNode(Corpus.Json, t, new() { TreatNullObliviousAsNonNullable = true })))])
            .ToJsonString(Corpus.Json) + "\n";
        var place = Corpus.Place(version, "schema.json");
        if (!File.Exists(place) && Environment.GetEnvironmentVariable("NIGHTFROST_WRITE_DOCS") == "1")
            File.WriteAllText(place, now);
        Assert.True(
            File.Exists(place) && File.ReadAllText(place) == now,
            $"A kept shape changed and is still called version {version}. Add a step to ShapeUpgrades.All and documents to tests/shapes/v{version + 1}: "
                + "docs/formats.md says how.");
    }

    // A sort of part that no document of the corpus holds could change unseen.
    [Fact]
    public void The_newest_documents_hold_every_sort_of_part()
    {
        var version = DocumentShapes.Ours.Version;
        (Type Type, string Name)[] sorts = [(typeof(Look), "looks"), (typeof(RigPlan), "rigs"), (typeof(Device), "devices")];
        var met = new HashSet<Type>();
        foreach (var (type, name) in sorts)
        {
            foreach (var document in Corpus.Of(version, name))
                Meet(JsonNode.Parse(document), type, met);
        }

        Assert.Empty(sorts.SelectMany(sort => Parts(sort.Type, [])).Except(met));
    }

    [Theory]
    [MemberData(nameof(Versions))]
    public void Any_member_left_out_takes_its_default_or_makes_that_one_document_unreadable(int version)
    {
        var (read, unread) = (0, 0);
        void Try<T>(DocumentKind kind, string text)
            where T : class
        {
            foreach (var place in Members(JsonNode.Parse(text)!, []).ToList())
            {
                try
                {
                    DocumentShapes.Ours.Read<T>(kind, Without(text, place));
                    read++;
                }
                catch (UnreadableDocumentException)
                {
                    unread++;
                }
            }
        }

        Try<Look>(DocumentKind.Look, Corpus.Of(version, "looks").MaxBy(l => l.Length)!);
        Try<Device>(DocumentKind.Device, Corpus.Of(version, "devices").MaxBy(d => d.Length)!);
        Try<RigPlan>(DocumentKind.Rig, Corpus.Of(version, "rigs").MinBy(r => r.Length)!);
        Assert.True(read > 100 && unread > 50, $"{read} read, {unread} unreadable");
    }

    private static IEnumerable<Type> Parts(Type type, HashSet<Type> seen)
    {
        var info = Corpus.Json.GetTypeInfo(type);
        if (info.Kind == JsonTypeInfoKind.Enumerable)
            return Parts(info.ElementType!, seen);
        if (info.Kind != JsonTypeInfoKind.Object || !seen.Add(type))
            return [];
        return info.Properties.Where(p => p.Set is not null || p.IsRequired || p.AssociatedParameter is not null).SelectMany(p => Parts(p.PropertyType, seen))
            .Prepend(type).ToList();
    }

    private static void Meet(JsonNode? node, Type type, HashSet<Type> met)
    {
        var info = Corpus.Json.GetTypeInfo(type);
        if (node is JsonArray list && info.Kind == JsonTypeInfoKind.Enumerable)
        {
            foreach (var item in list)
                Meet(item, info.ElementType!, met);
        }

        if (node is not JsonObject part || info.Kind != JsonTypeInfoKind.Object)
            return;
        met.Add(type);
        foreach (var property in info.Properties)
            Meet(part[property.Name], property.PropertyType, met);
    }

    private static IEnumerable<string[]> Members(JsonNode node, string[] at) => node switch
    {
        JsonObject part => part.SelectMany(p => p.Value is null ? [[.. at, p.Key]] : Members(p.Value, [.. at, p.Key]).Prepend([.. at, p.Key])),
        JsonArray list => list.SelectMany((item, i) => item is null ? []
            : Members(item, [.. at, i.ToString(System.Globalization.CultureInfo.InvariantCulture)])),
        _ => [],
    };

    private static string Without(string text, string[] place)
    {
        var root = JsonNode.Parse(text)!;
        var owner = place[..^1].Aggregate(root,
            (node, step) => node is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)]! : node[step]!);
        owner.AsObject().Remove(place[^1]);
        return root.ToJsonString();
    }
}
