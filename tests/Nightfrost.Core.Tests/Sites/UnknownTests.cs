using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Shapes;

namespace Nightfrost.Core.Tests.Sites;

/// <summary>
/// What nobody knows is never told as a fact: a sentence that is said of one rig while a three-way fact is unknown, and that one of the two answers would
/// take back, says that it is not sure.
/// </summary>
public partial class UnknownTests
{
    private static readonly Type[] ThreeWay = [typeof(Known), typeof(LevelControl), typeof(ZonePasses), typeof(NetworkWay)];

    // What holds whatever the answer will be, although one answer makes it needless.
    private static readonly (string Pattern, string Begins, string Why)[] Holds =
    [
        ("listeners[].implant", "Keep the ", "a caution that everybody gets until it is known that it is not needed"),
        ("set.sockets[].otherMakersJoin", "The set's own Bluetooth would need ", "a sum; a set that refuses the headset is refused for that first"),
        ("set.sockets[].otherMakersJoin", "Take a codec ", "the remedy of the same"),
        ("set.sockets[].silencesSpeakers", "For sound in the room, ", "what to do when the room is silent, however that came"),
        ("set.sockets[].silencesSpeakers", "Put the plug in ", "the plug goes in in any case"),
        ("set.sockets[].silencesSpeakers", "Delay the earlier one ", "the remedy of an echo that is forecast"),
        ("set.sockets[].silencesSpeakers", "What is turned down, ", "why a step stands where it does, true of any rig"),
        ("set.sockets[].silencesSpeakers", "Silence tells something ", "the same"),
        ("set.sockets[].silencesSpeakers", "What was turned down for the visit ", "the same"),
        ("set.sockets[].silencesSpeakers", "Where the listener's loudness hangs ", "what to do, whichever is so"),
        ("sources[].bringsPicture", "Who strains to hear ", "the same"),
        ("set.sockets[].usbSound", "", "where power comes from; a socket known to pass sound is kept for a box that takes it"),
    ];

    private static bool IsFine(string pattern, string part) =>
        part.StartsWith("Weakest point: ", StringComparison.Ordinal) || part.Contains(" hears the room ", StringComparison.Ordinal)
        || Holds.Any(h => h.Pattern == pattern && part.StartsWith(h.Begins, StringComparison.Ordinal));

    [Fact]
    public void A_sentence_that_one_answer_would_take_back_is_said_as_unsure()
    {
        var facts = LookFields.Rich()
            .SelectMany(look => LookFields.Leaves(look, "").Where(leaf => ThreeWay.Contains(LookFields.TypeAt(leaf.Path)))
                .Select(leaf => (Look: look, leaf.Path, leaf.Pattern))).ToList();
        Assert.True(facts.Count > 200, $"{facts.Count}");
        var bold = new System.Collections.Concurrent.ConcurrentDictionary<string, byte>();
        Parallel.ForEach(facts, fact =>
        {
            var type = LookFields.TypeAt(fact.Path)!;
            var answers = Enum.GetValues(type).Cast<object>()
                .Select(value => Read(LookFields.With(fact.Look, fact.Path, JsonSerializer.SerializeToNode(value, type, Corpus.Json)))).ToList();
            if (answers.Any(a => LookCheck.Problems(a).Count > 0) || Router.Rank(new Site(answers[0], LookFields.Kit)).Rigs is not [{ Rig: var planned }, ..])
                return;
            var plan = RigPlan.Of(planned);
            var said = answers.ConvertAll(answer => (plan with { Look = answer }).Rebuild() is { } rig ? Sentences(rig) : null);
            var known = said.Skip(1).OfType<HashSet<string>>().ToList();
            if (known.Count < 2)
                return;
            var parts = known.ConvertAll(texts => texts.SelectMany(Parts).ToHashSet());
            foreach (var part in said[0]!.Where(text => !Unsure().IsMatch(text)).SelectMany(Parts)
                .Where(s => parts.Exists(k => k.Contains(s)) && !parts.TrueForAll(k => k.Contains(s)) && !IsFine(fact.Pattern, s)))
                bold.TryAdd($"{fact.Pattern}: {part}", 0);
        });
        Assert.True(bold.IsEmpty, string.Join("\n", bold.Keys.Order(StringComparer.Ordinal)));
    }

    private static Look Read(JsonObject look) => look.Deserialize<Look>(Corpus.Json)!;

    private static HashSet<string> Sentences(Rig rig)
    {
        var (arrivals, all) = (new Arrivals(rig.Site), new HashSet<string>());
        object[] said =
        [
            RigViews.Of(new RankedRig("Chosen", rig, rig.Score(arrivals), true), arrivals), RunSheet.For(rig), Preparation.For(rig, null),
            HandoverSheet.For(rig, [], TestKit.Untried(rig)), rig.Site.Look.AllSockets().Select(s => SocketReading.Meaning(rig.Site.Look, s)).ToList(),
        ];
        foreach (var one in said)
            Gather(JsonSerializer.SerializeToNode(one, one.GetType(), Corpus.Json), all);
        return all;
    }

    // Whole texts: what makes a sentence unsure may stand in the one before it.
    private static void Gather(JsonNode? node, HashSet<string> into)
    {
        switch (node)
        {
            case JsonObject part when part["sentence"] is { } sentence && part["remedy"] is { } remedy:
                into.Add($"{sentence} {remedy}");
                break;
            case JsonObject part:
                foreach (var (_, value) in part)
                    Gather(value, into);
                break;
            case JsonArray list:
                foreach (var item in list)
                    Gather(item, into);
                break;
            case JsonValue value when value.TryGetValue<string>(out var text):
                if (text.EndsWith('.'))
                    into.Add(text);
                break;
        }
    }

    private static string[] Parts(string text) => [.. Between().Split(text).Where(s => s.Contains(' ', StringComparison.Ordinal))];

    [GeneratedRegex(@"(?<=[.;])\s+")]
    private static partial Regex Between();

    [GeneratedRegex(@"\?|\b(usually|seldom|nobody|may|not known|unknown|whether|if|try|ask|often)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Unsure();
}
