using System.Text.Json;
using System.Text.Json.Nodes;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>Every fact of a look that is changed is said, once, in words a specialist would use.</summary>
public class LookChangesTests
{
    private static readonly JsonSerializerOptions Json = CoreJson.Configure(new());
    private static readonly SourcePort Socket = TestKit.Optical();
    private static readonly Listener Edda = TestKit.Listener();
    private static readonly DelaySetting Delay = new("audio delay", 0, 200, 10, 0, false, ["optical"]);
    private static readonly SoundSource Box = new() { Id = "box", Name = "Box", Kind = SourceKind.SetTopBox };
    private static readonly Wall Brick = new("brick", "pantry wall", Material.Brick);
    private static readonly RoamPlace Kitchen = new("kitchenette", 8, Way.Unseen);
    private static readonly Look Before = TestKit.Look([Socket], Edda) with { Owned = [new("box", 1)], Sources = [Box], Walls = [Brick] };
    private static readonly LivePair Pair = new("optical", "phones", Known.Yes);
    private static readonly Look WithDelay = Before with { Set = Before.Set with { DelaySettings = [Delay] } };

    /// <summary>Each field of the set, of a socket, of a listener, of a delay setting and of an owned thing.</summary>
    public static TheoryData<string, string> Fields
    {
        get
        {
            var data = new TheoryData<string, string>();
            Add("set", Before.Set, "sockets", "delaySettings", "menuPaths");
            Add("socket", Socket, "id");
            Add("listener", Edda, "id", "effectiveToleranceId", "roams", "seat");
            Add("source", Box, "id", "sockets");
            Add("wall", Brick, "id");
            Add("air", Before.Air);
            Add("way", Way.Unseen, "crossings");
            Add("place", Kitchen, "name", "way");
            Add("delay", Delay, "name", "standsAtMs");
            Add("owned", Before.Owned[0], "deviceId");
            // What the service keeps itself is no answer, and the rest has rows of its own above.
            Add("look", Before, "set", "listeners", "owned", "sources", "walls", "air", "liveTogether", "markings", "knownBefore", "knownPlaces");
            Add("pair", Pair, "firstSocketId", "secondSocketId");
            return data;

            void Add<T>(string part, T value, params string[] without)
            {
                foreach (var key in Node(value).Select(p => p.Key).Where(k => !without.Contains(k)))
                    data.Add(part, key);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Fields))]
    public void A_changed_fact_is_said_once_and_never_by_its_inner_name(string part, string key)
    {
        var before = part switch
        {
            "delay" => WithDelay,
            "pair" => Before with { LiveTogether = [Pair] },
            "place" => Before with { Listeners = [Edda with { Roams = [Kitchen] }] },
            _ => Before,
        };
        var after = part switch
        {
            "set" => before with
            {
                Set = Changed(before.Set with { Sockets = [], DelaySettings = [], MenuPaths = [] }, key) with
                { Sockets = before.Set.Sockets }
            },
            "socket" => before with { Set = before.Set with { Sockets = [Changed(Socket, key)] } },
            "listener" => before with { Listeners = [Changed(Edda, key)] },
            "source" => before with { Sources = [Changed(Box, key)] },
            "wall" => before with { Walls = [Changed(Brick, key)] },
            "air" => before with { Air = Changed(before.Air, key) },
            "way" => before with { Listeners = [Edda with { Seat = Changed(Way.Unseen, key) }] },
            "place" => before with { Listeners = [Edda with { Roams = [Changed(Kitchen, key)] }] },
            "look" => Changed(before, key),
            "pair" => before with { LiveTogether = [Changed(Pair, key)] },
            "delay" => before with { Set = before.Set with { DelaySettings = [Changed(Delay, key)] } },
            _ => before with { Owned = [Changed(before.Owned[0], key)] },
        };
        var change = Assert.Single(LookChanges.Between(before, after, id => id));
        Assert.Contains(" was ", change, StringComparison.Ordinal);
        Assert.EndsWith(".", change, StringComparison.Ordinal);
        if (key.Any(char.IsUpper))
            Assert.DoesNotContain(key, change, StringComparison.Ordinal);
        // Told backwards it is one change as well.
        Assert.Single(LookChanges.Between(after, before, id => id));
    }

    [Fact]
    public void What_is_added_and_what_is_taken_out_is_said_by_name()
    {
        var more = Before with { Listeners = [Edda, TestKit.Listener("Tobias")], Owned = [] };
        Assert.Equal(["Tobias: added.", "Owned, the box: taken out."], LookChanges.Between(Before, more, id => $"the {id}"));
        Assert.Equal(["Delay setting audio delay: added."], LookChanges.Between(Before, WithDelay, id => id));
    }

    [Fact]
    public void A_wall_put_on_a_way_is_said_by_its_name_and_its_metres()
    {
        var after = Before with { Listeners = [Edda with { Seat = new Way { Crossings = [new("brick", 1.5)] }, Roams = [Kitchen] }] };
        Assert.Equal(["Edda, way to the seat: walls crossed was nothing, now pantry wall at 1.5 m.", "Edda, kitchenette: added."],
            LookChanges.Between(Before, after, id => id));
    }

    [Fact]
    public void The_order_of_things_is_no_change()
    {
        var two = TestKit.Look([Socket, TestKit.Phones()], Edda, TestKit.Listener("Tobias"));
        var turned = two with { Set = two.Set with { Sockets = [.. two.Set.Sockets.Reverse()] }, Listeners = [.. two.Listeners.Reverse()] };
        Assert.Empty(LookChanges.Between(two, turned, id => id));
    }

    [Fact]
    public void A_pair_of_outputs_is_one_pair_whichever_is_named_first()
    {
        var two = TestKit.Look([Socket, TestKit.Phones()], Edda) with { LiveTogether = [new("optical", "phones", Known.NotYet)] };
        Assert.Empty(LookChanges.Between(two, two with { LiveTogether = [new("phones", "optical", Known.NotYet)] }, id => id));
        Assert.Equal(["Optical beside Headphone, 3.5 mm: sound at the same time was not yet, now yes."],
            LookChanges.Between(two, two with { LiveTogether = [new("optical", "phones", Known.Yes)] }, id => id));
        Assert.Equal(["Optical beside Headphone, 3.5 mm: taken out."], LookChanges.Between(two, two with { LiveTogether = [] }, id => id));
    }

    [Fact]
    public void Words_typed_by_a_person_stay_as_they_were_typed()
    {
        var after = Before with { Set = Before.Set with { Sockets = [Socket with { Marking = "DIGITAL OUT" }] } };
        Assert.Equal(["Optical: marking was nothing, now DIGITAL OUT."], LookChanges.Between(Before, after, id => id));
    }

    private static JsonObject Node<T>(T value) => JsonSerializer.SerializeToNode(value, Json)!.AsObject();

    /// <summary>The same record with one field changed to another value it may have.</summary>
    private static T Changed<T>(T value, string key)
    {
        var node = Node(value);
        foreach (var candidate in Candidates(key, node[key]).Where(c => !JsonNode.DeepEquals(c, node[key])).ToList())
        {
            node[key] = candidate;
            try
            {
                return node.Deserialize<T>(Json)!;
            }
            catch (JsonException)
            {
                // Not a value of this field's kind: the next one.
            }
        }

        throw new InvalidOperationException($"No other value fits {key}.");
    }

    private static IEnumerable<JsonNode?> Candidates(string key, JsonNode? now)
    {
        if (now is JsonArray)
            return [new JsonArray("other"), new JsonArray("disturbsOthers")];
        if (key is "aidsConfirmedOn" or "implantAnsweredOn")
            return ["2026-11-12"];
        return now?.GetValueKind() switch
        {
            JsonValueKind.True => [false],
            JsonValueKind.False => [true],
            JsonValueKind.Number => [now.GetValue<double>() + 3],
            _ => ["no", "notYet", "fixed", "input", "taken", "film", "setSilent", "coaxial", "analogueOnly", "leftOnly", "left", "pacemaker", "important",
                "metal", "digital", "hiFi", "europe", "wiFi5GHz", "something else", 7],
        };
    }
}
