namespace Nightfrost.Core.Sites;

/// <summary>What the words printed beside a socket say of its direction.</summary>
public enum MarkingReading
{
    Unsure,
    Output,
    Input,
}

/// <summary>A wording makers print, and what it means.</summary>
/// <param name="Words">Lower case, single spaces; matched as whole words.</param>
/// <param name="Reading">What it says.</param>
public sealed record MarkingSynonym(string Words, MarkingReading Reading);

/// <summary>Reads the words beside a socket.</summary>
public static class MarkingGuide
{
    /// <summary>Every wording known. The longest one found in a marking decides.</summary>
    public static IReadOnlyList<MarkingSynonym> All { get; } = Shipped.Read<MarkingSynonym[]>("Sites.markings.json");

    /// <summary>Output, input, or unsure when no known wording stands in the marking.</summary>
    public static MarkingReading Read(string marking)
    {
        var words = $" {string.Join(' ', marking.ToLowerInvariant().Split([' ', '/', '-', '(', ')', ',', ':', '.', '·'], StringSplitOptions.RemoveEmptyEntries))} ";
        var best = All.Where(row => words.Contains($" {row.Words} ", StringComparison.Ordinal)).MaxBy(row => row.Words.Length);
        return best?.Reading ?? MarkingReading.Unsure;
    }
}
