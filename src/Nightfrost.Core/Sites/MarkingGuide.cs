namespace Nightfrost.Core.Sites;

/// <summary>What the words printed beside a socket say of its direction.</summary>
public enum MarkingReading
{
    Unsure,
    Output,
    Input,
}

/// <summary>A wording makers print, and what it means.</summary>
/// <param name="Words">Matched as whole words, whatever the case; 1 to 60 characters.</param>
/// <param name="Reading">What it says.</param>
public sealed record MarkingWords(string Words, MarkingReading Reading);

/// <summary>Reads the words beside a socket.</summary>
public static class MarkingGuide
{
    /// <summary>Longest wording, characters.</summary>
    public const int LongestWords = 60;

    /// <summary>Most wordings of one's own.</summary>
    public const int MostOwn = 200;

    private static readonly char[] Between = [' ', '/', '-', '(', ')', ',', ':', '.', '·'];

    /// <summary>The usual wordings of five languages: English, German, French, Spanish and Italian.</summary>
    public static IReadOnlyList<MarkingWords> Usual { get; } = Shipped.Read<MarkingWords[]>("Sites.markings.json");

    private static readonly MarkingWords[] PlainUsual = [.. Usual.Select(row => row with { Words = Plain(row.Words) })];

    /// <summary>
    /// Output or input where all wordings found say the same; unsure where none stands in the marking, or they contradict each other. A wording inside a
    /// longer one does not count, and one's own stands above the usual one.
    /// </summary>
    /// <param name="marking">As printed.</param>
    /// <param name="own">Wordings of one's own.</param>
    public static MarkingReading Read(string marking, IReadOnlyList<MarkingWords> own)
    {
        if (marking.Length == 0)
            return MarkingReading.Unsure;
        var words = Plain(marking);
        var found = own.Select(row => row with { Words = Plain(row.Words) }).Concat(PlainUsual)
            .Where(row => words.Contains(row.Words, StringComparison.Ordinal)).DistinctBy(row => row.Words).ToList();
        var readings = found.Where(row =>
            !found.Exists(longer => longer.Words.Length > row.Words.Length && longer.Words.Contains(row.Words, StringComparison.Ordinal)))
            .Select(row => row.Reading).Distinct().ToList();
        return readings.Count == 1 ? readings[0] : MarkingReading.Unsure;
    }

    /// <summary>What is wrong with wordings of one's own.</summary>
    public static IReadOnlyList<FieldProblem> Problems(IReadOnlyList<MarkingWords> own)
    {
        var check = new EntryCheck();
        check.Most("words", own.Count, MostOwn, "wordings", "Take out some.");
        for (var i = 0; i < own.Count && i < MostOwn; i++)
        {
            check.Text($"words[{i}].words", own[i].Words, LongestWords, required: true);
            var says = !string.IsNullOrWhiteSpace(Plain(own[i].Words));
            if (!says && own[i].Words.Trim().Length > 0)
                check.Add($"words[{i}].words", "It holds no letter or digit.", "Enter the words as they are printed.");
            if (own[i].Reading == MarkingReading.Unsure)
                check.Add($"words[{i}].reading", "It says nothing of the direction.", "Choose output or input.");
            if (says && own.Take(i).Any(before => Plain(before.Words) == Plain(own[i].Words)))
                check.Add($"words[{i}].words", "It stands in the list already.", "Take one of the two out.");
        }

        return check.Problems;
    }

    // Lower case, single spaces, one before and one after.
    private static string Plain(string words) => $" {string.Join(' ', words.ToLowerInvariant().Split(Between, StringSplitOptions.RemoveEmptyEntries))} ";
}
