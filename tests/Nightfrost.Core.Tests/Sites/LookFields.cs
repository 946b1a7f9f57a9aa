using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using System.Text.RegularExpressions;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Shapes;
using static Nightfrost.Core.Tests.TestKit;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>Looks in which every field matters somewhere, taken apart into fields that can be answered otherwise.</summary>
internal static class LookFields
{
    /// <summary>A shelf of every sort of thing.</summary>
    public static readonly Shelf Kit =
        new(Corpus.Of(DocumentShapes.Ours.Version, "devices").Select(d => DocumentShapes.Ours.Read<Device>(DocumentKind.Device, d)));

    // Looks in which the rarer fields matter, then those of the corpus.
    public static List<JsonObject> Rich()
    {
        var looks = Rare().Select(l => JsonSerializer.SerializeToNode(l, Corpus.Json)!.AsObject())
            .Concat(Corpus.Of(DocumentShapes.Ours.Version, "looks").Select(l => JsonNode.Parse(l)!.AsObject())).ToList();
        foreach (var look in looks)
            look.Remove(DocumentShapes.VersionMember);
        return looks;
    }

    private static IEnumerable<Look> Rare()
    {
        var edda = Listener("Edda", "fulmer-over") with { OpenToAnother = false };
        yield return Look([Bluetooth(2) with { FollowsPicture = Known.NotYet }], edda,
            edda with { Id = "tobias", Name = "Tobias" }) with
        { Air = new AirAround { WiFiNetworks = 3, WiFiInHopSet = 2, WiFiBusy = 0.9 } };
        yield return Look([Optical()], edda) with
        {
            KnownPlaces = [new("window seat", 4, Way.Unseen)],
            KnownBefore = [new("place:window seat", new(2026, 3, 2))],
        };
        yield return Look([Bluetooth()], edda with { ReceiverId = null, OpenToAnother = true });
        yield return Look([Bluetooth()], Listener() with { NothingOnEars = true }) with { Air = new AirAround { WiFiNetworks = 2, WiFiInHopSet = 1 } };
        yield return Look([Bluetooth()], Listener() with { SpatialRendering = true }) with { Complaints = [Complaint.DisturbsOthers] };
        yield return Look([Optical(), Phones()], Listener(wears: "selby-aids") with { OpenToAnother = false, Telecoil = Known.Yes });
        yield return Look([Optical()], Listener() with
        {
            Implant = Known.Yes,
            ImplantKind = ImplantKind.Pacemaker,
            ImplantSide = BodySide.Left,
            ImplantAnsweredBy = "the clinic",
            ImplantAnsweredOn = new(2026, 11, 3),
            ImplantAllows = [.. Kit.Devices.Where(Abilities.ComesNearBody).Select(d => d.Id)],
            ReceiverId = "collar-speaker",
            OpenToAnother = false,
        });
        var both = Optical("hole") with { Kind = SocketKind.Optical35 };
        yield return Look([both, Phones() with { SameSocketAs = "hole" }], Listener("Edda", "wire-over") with { OpenToAnother = false }, Listener("Tobias"));
        yield return Look([Pair("UTGANG")], Listener()) with { Markings = [new("utgang", MarkingReading.Output)] };
        yield return Look([Optical()], Listener("Edda", null, 2),
            Listener("Tobias", null, 3)) with
        {
            Owned =
                [new("lampwick-headset", 1), new("tarn-headset", 1), new("duo-low", 1), new("lead-optical-15", 2), new("fulmer-over", 1)]
        };
        var slow = Look([Optical() with { FollowsPicture = Known.No }], Listener() with { RoomWish = RoomWish.RoomHearsToo });
        yield return slow with
        {
            Set =
            slow.Set with { PictureMode = PictureMode.Film, DelaySettings = [new("Audio delay", 0, 200, 10, 20, true, ["optical"]) { SetToMs = 40 }] }
        };
        yield return Look([], Listener()) with
        {
            Sources =
            [
                new() { Id = "avr", Name = "receiver", Kind = SourceKind.AvReceiver, PassesSoundOn = Known.Yes, TakesSetSound = true, ProcessesSound = true,
                    Sockets = [new() { Id = "zone", Kind = SocketKind.SecondZone, State = SocketState.Free, ZonePasses = ZonePasses.AnalogueOnly }] },
                new() { Id = "disc", Name = "player", Kind = SourceKind.DiscPlayer, PluggedInto = "avr", Lead = SourceLead.Analogue, BringsPicture = Known.No },
            ],
        };
        yield return Look([Optical()], Listener()) with
        {
            Sources = [new() { Id = "avr", Name = "receiver", Kind = SourceKind.AvReceiver, Watched = false, PassesSoundOn = Known.Yes },
                new() { Id = "disc", Name = "player", Kind = SourceKind.DiscPlayer, PluggedInto = "avr" }],
        };
        yield return Look([], Listener()) with
        {
            Sources =
            [new() { Id = "disc", Name = "player", Kind = SourceKind.DiscPlayer, PluggedInto = "", BringsPicture = Known.Yes,
                Sockets = [Pair("LINE OUT", "disc pair")] }]
        };
    }

    public static IEnumerable<(string Path, string Pattern, JsonNode? Value)> Leaves(JsonNode? node, string path) => node switch
    {
        JsonObject part => part.SelectMany(p => Leaves(p.Value, path.Length == 0 ? p.Key : $"{path}.{p.Key}")),
        JsonArray list when list.Any(item => item is JsonObject) => list.SelectMany((item, i) => Leaves(item, FormattableString.Invariant($"{path}[{i}]"))),
        JsonArray { Count: 0 } when TypeAt(path) is { } type && !Plain.Contains(type) => [],
        _ => path.EndsWith(".id", StringComparison.Ordinal) || Derived.Exists(path.EndsWith) ? [] : [(path, PatternOf(path), node)],
    };

    // Lists that are one answer.
    private static readonly HashSet<Type> Plain = [typeof(IReadOnlyList<string>), typeof(IReadOnlyList<Complaint>)];

    private static readonly List<string> Derived = [".effectiveToleranceId", ".standsAtMs"];

    // Sockets of a source stand for those of the set, and a way is a way.
    private static string PatternOf(string path)
    {
        var pattern = Regex.Replace(path, @"\[\d+\]", "[]");
        pattern = pattern.Replace("sources[].sockets", "set.sockets", StringComparison.Ordinal);
        foreach (var way in new[] { "listeners[].seat.", "listeners[].roams[].way.", "knownPlaces[].way." })
            pattern = pattern.Replace(way, "way.", StringComparison.Ordinal);
        return pattern;
    }

    public static Type? TypeAt(string path)
    {
        var type = typeof(Look);
        foreach (var step in Regex.Replace(path, @"\[\d+\]", "").Split('.'))
        {
            var info = Corpus.Json.GetTypeInfo(type);
            if (info.Kind == JsonTypeInfoKind.Enumerable)
                info = Corpus.Json.GetTypeInfo(info.ElementType!);
            if (info.Properties.FirstOrDefault(p => p.Name == step) is not { } property)
                return null;
            type = property.PropertyType;
        }

        return type;
    }

    public static IEnumerable<JsonNode?> Others(string path, JsonNode? value, JsonObject look)
    {
        var type = TypeAt(path)!;
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(bool))
            return [!value!.GetValue<bool>()];
        if (type.IsEnum)
            return Enum.GetValues(type).Cast<object>().Select(v => JsonSerializer.SerializeToNode(v, type, Corpus.Json))
                .Where(v => v!.ToJsonString() != value?.ToJsonString());
        if (type == typeof(DateOnly))
            return value is null ? ["2026-11-01"] : [null, "2026-11-02"];
        if (type == typeof(IReadOnlyList<Complaint>))
            return Enum.GetValues<Complaint>().Select(c => (JsonNode?)new JsonArray(JsonSerializer.SerializeToNode(c, Corpus.Json)));
        var ids = SocketIds(look).ToList();
        if (type == typeof(IReadOnlyList<string>))
            return [new JsonArray(), .. path.EndsWith("implantAllows", StringComparison.Ordinal) ? Near : ids.Select(id => (JsonNode?)new JsonArray(id))];
        if (type != typeof(string))
            return new[] { 0, 1, 2, 3, 20, 45, 60, 90, 100, 500, 0.4, 1.5 }.Select(v => (JsonNode?)JsonValue.Create(type == typeof(int) ? (double)(int)v : v))
                .Where(v => v!.ToJsonString() != value?.ToJsonString());
        return path.Split('.')[^1] switch
        {
            "receiverId" or "deviceId" or "takenByDeviceId" =>
                [null, .. Kit.Devices.Where(d => d.Role is DeviceRole.Receiver or DeviceRole.RoomSpeaker or DeviceRole.Transmitter).Take(12)
                    .Select(d => (JsonNode?)d.Id)],
            "sameSocketAs" => [null, .. ids.Select(id => (JsonNode?)id)],
            "toleranceId" => [.. Tolerances.All.Select(t => (JsonNode?)t.Id)],
            "firstSocketId" or "secondSocketId" => [.. ids.Select(id => (JsonNode?)id)],
            "pluggedInto" => ["", "set"],
            "wallId" => [.. look["walls"]!.AsArray().Select(w => (JsonNode?)w!["id"]!.GetValue<string>())],
            "words" => ["zz"],
            _ => ["something else", "AUDIO OUT", "COMPONENT IN", ""],
        };
    }

    private static IEnumerable<string> SocketIds(JsonObject look) =>
        look["set"]!["sockets"]!.AsArray().Concat(look["sources"]!.AsArray().SelectMany(s => s!["sockets"]!.AsArray()))
            .Select(s => s!["id"]!.GetValue<string>());

    private static readonly JsonNode?[] Near = [.. Kit.Devices.Where(Abilities.ComesNearBody).Take(20).Select(d => (JsonNode?)new JsonArray(d.Id))];

    public static JsonObject With(JsonObject look, string path, JsonNode? value)
    {
        var copy = look.DeepClone().AsObject();
        var steps = Regex.Matches(path, @"[^.\[\]]+").Select(m => m.Value).ToList();
        JsonNode at = copy;
        foreach (var step in steps.Take(steps.Count - 1))
            at = at is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)]! : at[step]!;
        at[steps[^1]] = value?.DeepClone();
        return copy;
    }
}
