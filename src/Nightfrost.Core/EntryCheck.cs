namespace Nightfrost.Core;

/// <summary>Gathers what is wrong with an entry, field by field, in reading order.</summary>
internal sealed class EntryCheck
{
    private readonly List<FieldProblem> _problems = [];

    /// <summary>Everything found so far; empty when the entry can be used.</summary>
    public IReadOnlyList<FieldProblem> Problems => _problems;

    public void Add(string field, string reason, string remedy) => _problems.Add(new(field, reason, remedy));

    /// <summary>A text of at most so many characters that can be stored and shown.</summary>
    public void Text(string field, string? text, int longest, bool required = false)
    {
        if (PlainText.Problem(field, text, longest, required) is { } problem)
            _problems.Add(problem);
    }

    /// <summary>A number in a closed range.</summary>
    public void Range(string field, double value, double low, double high, string unit)
    {
        if (!(value >= low && value <= high))
            Add(field, FormattableString.Invariant($"{value} {unit} lies outside {low} to {high} {unit}."),
                FormattableString.Invariant($"Enter {low} to {high} {unit}."));
    }

    /// <summary>At most so many entries in a list.</summary>
    public void Most(string field, int count, int most, string things, string remedy)
    {
        if (count > most)
            Add(field, $"{count} {things} are more than {most}.", remedy);
    }

    /// <summary>No id twice.</summary>
    public void Unique(string field, IEnumerable<string> ids, string thing)
    {
        foreach (var twice in ids.GroupBy(id => id).Where(group => group.Count() > 1))
            Add(field, $"Two entries carry the same id '{Short(twice.Key)}'.", $"Give each {thing} an id of its own.");
    }

    /// <summary>A text cut so that it fits a sentence.</summary>
    public static string Short(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
