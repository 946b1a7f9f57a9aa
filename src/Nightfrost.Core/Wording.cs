using System.Globalization;

namespace Nightfrost.Core;

/// <summary>Numbers as they stand in a sentence.</summary>
internal static class Wording
{
    /// <summary>A probability as a whole percent; neither 0 % nor 100 %, since no forecast is certain.</summary>
    public static string Percent(double probability) => probability switch
    {
        < 0.005 => "under 1 %",
        > 0.995 => "over 99 %",
        _ => string.Create(CultureInfo.InvariantCulture, $"{probability * 100:0} %"),
    };

    /// <summary>A price with its currency.</summary>
    /// <param name="amount">The price.</param>
    /// <param name="currency">Three letters, ISO 4217.</param>
    public static string Money(decimal amount, string currency) =>
        string.Create(CultureInfo.InvariantCulture, $"{(currency == "GBP" ? "£" : currency == "EUR" ? "€" : currency + " ")}{amount:0.00}");

    /// <summary>The same text with a capital at its head.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>The same text as it stands after a colon, with a small letter at its head.</summary>
    public static string Lower(string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];

    /// <summary>The same text as a sentence: with a capital and a full stop.</summary>
    public static string Sentence(string text) => $"{Capital(text)}.";

    /// <summary>Sentences one after another; blank ones are left out.</summary>
    public static string Sentences(string first, params IEnumerable<string> more) => string.Join(' ', more.Prepend(first).Where(s => s.Length > 0));

    /// <summary>A number rounded to a whole one.</summary>
    public static string Whole(double number) => FormattableString.Invariant($"{number:0}");

    /// <summary>A number of things, small ones in words.</summary>
    public static string Count(int count, string one, string many) =>
        $"{(count switch { 0 => "no", 1 => "one", 2 => "two", 3 => "three", 4 => "four", _ => count.ToString(CultureInfo.InvariantCulture) })} "
            + $"{(count == 1 ? one : many)}";

    /// <summary>Names in a row, the last one after "and", or after another word.</summary>
    public static string Listed(IEnumerable<string> names, string last = "and")
    {
        var all = names.ToList();
        return all.Count < 2 ? string.Concat(all) : $"{string.Join(", ", all.Take(all.Count - 1))} {last} {all[^1]}";
    }
}
