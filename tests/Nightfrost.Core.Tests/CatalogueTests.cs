using System.Text.RegularExpressions;
using Nightfrost.Core.Acts;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Tests.Shapes;

namespace Nightfrost.Core.Tests;

/// <summary>The one file of sentences and the code that says them fit each other.</summary>
public partial class CatalogueTests
{
    private static readonly string Core = Path.GetFullPath(Path.Combine(Corpus.Place(1, "looks.json"), "..", "..", "..", "..", "src", "Nightfrost.Core"));

    private static readonly string[] Files =
        [.. Directory.EnumerateFiles(Core, "*.cs", SearchOption.AllDirectories).Where(f => !f.Contains("/obj/", StringComparison.Ordinal))];

    private static readonly string[] Sources = [.. Files.Select(File.ReadAllText)];

    // Ids that are put together from the name of a value.
    private static readonly HashSet<string> Composed =
        [.. Enum.GetNames<SignState>().Select(n => $"state.{n}"), .. Enum.GetNames<WearForm>().Select(n => $"name.{n}"),
            .. Enum.GetNames<Audibility>().Concat(Enum.GetNames<Clarity>()).Select(n => $"level.{n}"), .. Constraints.All.Select(c => $"because.{c.Id}"),
            .. Enum.GetNames<AidProgramme>().Select(n => $"bench.notOn{n}"), .. typeof(Fault).GetNestedTypes().Select(t => $"fault.{t.Name}")];

    private static readonly Dictionary<string, string> InFile = Catalogue.All.ToDictionary();

    private static readonly HashSet<string> Groups = [.. InFile.Keys.Select(Group)];

    // Every quoted word.word of the code whose first word is one of the file's.
    private static readonly HashSet<string> Quoted =
        [.. Sources.SelectMany(s => Id().Matches(s).Select(m => m.Groups[1].Value)).Where(id => Groups.Contains(Group(id)))];

    [Fact]
    public void Every_sentence_is_said_somewhere() => Assert.Empty(InFile.Keys.Except(Quoted).Except(Composed));

    [Fact]
    public void Every_id_that_is_said_has_its_sentence()
    {
        Assert.Empty(Composed.Except(InFile.Keys));
        Assert.True(Quoted.Count > 400);
        Assert.Empty(Quoted.Except(InFile.Keys));
    }

    [Fact]
    public void Every_place_in_a_sentence_is_filled()
    {
        var names = Sources.SelectMany(s => Value().Matches(s).Select(m => m.Groups[1].Value)).ToHashSet();
        Assert.Empty(InFile.SelectMany(m => Place().Matches(m.Value).Select(p => p.Groups[1].Value)).Except(names));
    }

    [Fact]
    public void Steps_the_client_s_sheet_and_the_Bench_hold_no_sentence_of_their_own()
    {
        var said = Files.Where(f => Path.GetFileName(f) is not "BenchLimits.cs" && (f.Contains("/Bench/", StringComparison.Ordinal)
            || f.Contains("/Handover/", StringComparison.Ordinal) || f.Contains("/Acts/", StringComparison.Ordinal)
            || f.EndsWith("Steps.cs", StringComparison.Ordinal))).ToList();
        Assert.True(said.Count > 30);
        Assert.Empty(said.SelectMany(f => File.ReadLines(f).Where(line => !line.TrimStart().StartsWith("//", StringComparison.Ordinal))
            .SelectMany(line => Sentence().Matches(line).Select(m => $"{Path.GetFileName(f)}: {m.Value}"))));
    }

    [Fact]
    public void Sentences_hold_no_gap_and_no_double_blank() => Assert.DoesNotContain(InFile.Values, words => words.Trim().Length == 0
        || words.Contains("  ", StringComparison.Ordinal));

    [Fact]
    public void A_value_stands_in_its_place() =>
        Assert.Equal("Hold the button for 3 s", Catalogue.Say("gesture.hold", ("control", "the button"), ("held", "3 s")));

    [Fact]
    public void What_somebody_entered_is_never_taken_for_a_place() =>
        Assert.Equal("Hold {held} for 3 s", Catalogue.Say("gesture.hold", ("control", "{held}"), ("held", "3 s")));

    private static string Group(string id) => id[..id.IndexOf('.', StringComparison.Ordinal)];

    // Two words in a row between quotes, outside the places of values.
    [GeneratedRegex("\"[A-Za-z{][^\"/]*[a-z},:;.] [A-Za-z][^\"/]*\"")]
    private static partial Regex Sentence();

    [GeneratedRegex("\"([a-z][A-Za-z]*\\.[A-Za-z]+)\"")]
    private static partial Regex Id();

    [GeneratedRegex("\\(\"([a-zA-Z]+)\",")]
    private static partial Regex Value();

    [GeneratedRegex("\\{([a-zA-Z]+)\\}")]
    private static partial Regex Place();
}
