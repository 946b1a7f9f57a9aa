using System.Text.RegularExpressions;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Tests.Shapes;

namespace Nightfrost.Core.Tests;

/// <summary>The one file of sentences and the code that says them fit each other.</summary>
public partial class CatalogueTests
{
    private static readonly string Core = Path.GetFullPath(Path.Combine(Corpus.Place(1, "looks.json"), "..", "..", "..", "..", "src", "Nightfrost.Core"));

    private static readonly string[] Sources = [.. Directory.EnumerateFiles(Core, "*.cs", SearchOption.AllDirectories)
        .Where(f => !f.Contains("/obj/", StringComparison.Ordinal)).Select(File.ReadAllText)];

    // Ids that are put together from the name of a value.
    private static readonly HashSet<string> Composed =
        [.. Enum.GetNames<SignState>().Select(n => $"state.{n}"), .. Enum.GetNames<WearForm>().Select(n => $"name.{n}"),
            .. Enum.GetNames<Audibility>().Concat(Enum.GetNames<Clarity>()).Select(n => $"level.{n}")];

    private static readonly HashSet<string> Quoted = [.. Sources.SelectMany(s => Id().Matches(s).Select(m => m.Groups[1].Value))];

    private static readonly Dictionary<string, string> InFile = Catalogue.All.ToDictionary();

    [Fact]
    public void Every_sentence_is_said_somewhere() => Assert.Empty(InFile.Keys.Except(Quoted).Except(Composed));

    [Fact]
    public void Every_id_that_is_said_has_its_sentence()
    {
        Assert.Empty(Composed.Except(InFile.Keys));
        var said = Sources.SelectMany(s => Said().Matches(s).Select(m => m.Groups[1].Value)).ToList();
        Assert.True(said.Count > 120);
        Assert.Empty(said.Except(InFile.Keys));
    }

    [Fact]
    public void Every_place_in_a_sentence_is_filled()
    {
        var names = Sources.SelectMany(s => Value().Matches(s).Select(m => m.Groups[1].Value)).ToHashSet();
        Assert.Empty(InFile.SelectMany(m => Place().Matches(m.Value).Select(p => p.Groups[1].Value)).Except(names));
    }

    [Fact]
    public void Sentences_hold_no_gap_and_no_double_blank() => Assert.DoesNotContain(InFile.Values, words => words.Trim().Length == 0
        || words.Contains("  ", StringComparison.Ordinal));

    [Fact]
    public void A_value_stands_in_its_place() =>
        Assert.Equal("Hold the button for 3 s", Catalogue.Say("gesture.hold", ("control", "the button"), ("held", "3 s")));

    [GeneratedRegex("\"((?:from|control|gesture|seconds|times|window|state|sign|taker|bench|again|watched|level|client|name)\\.[A-Za-z]+)\"")]
    private static partial Regex Id();

    [GeneratedRegex("\\bSay\\(\"([a-zA-Z.]+)\"")]
    private static partial Regex Said();

    [GeneratedRegex("\\(\"([a-zA-Z]+)\",")]
    private static partial Regex Value();

    [GeneratedRegex("\\{([a-zA-Z]+)\\}")]
    private static partial Regex Place();
}
