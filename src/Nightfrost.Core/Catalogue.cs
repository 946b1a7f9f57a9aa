using System.Text;

namespace Nightfrost.Core;

/// <summary>Sentences by id, with places for values: the one file a translation replaces.</summary>
internal static class Catalogue
{
    private static readonly Dictionary<string, string> Messages = Shipped.Read<Dictionary<string, string>>("words-en.json");

    /// <summary>Every id, in the order of the file.</summary>
    public static IEnumerable<KeyValuePair<string, string>> All => Messages;

    /// <summary>The sentence of an id.</summary>
    /// <param name="id">The id; one that is not in the file is a fault of the program.</param>
    /// <param name="values">What stands in its places.</param>
    public static string Say(string id, params ReadOnlySpan<(string Name, string Value)> values)
    {
        var (words, said, at) = (Messages[id], new StringBuilder(), 0);
        while (words.IndexOf('{', at) is >= 0 and var open)
        {
            var close = words.IndexOf('}', open);
            said.Append(words, at, open - at).Append(Of(words[(open + 1)..close], values));
            at = close + 1;
        }

        return said.Append(words, at, words.Length - at).ToString();
    }

    private static string Of(string place, ReadOnlySpan<(string Name, string Value)> values)
    {
        foreach (var (name, value) in values)
        {
            if (name == place)
                return value;
        }

        return $"{{{place}}}";
    }
}
