namespace Nightfrost.Core;

/// <summary>What a person may type where words are wanted.</summary>
public static class PlainText
{
    /// <summary>Longest name, marking or menu path, in characters.</summary>
    public const int LongestName = 120;

    /// <summary>Longest id, in characters.</summary>
    public const int LongestId = 64;

    /// <summary>Longest note, in characters.</summary>
    public const int LongestNote = 1000;

    /// <summary>What is wrong with a text, or null: too long, empty where it is required, or holding what cannot be stored or shown.</summary>
    /// <param name="field">Path of the field.</param>
    /// <param name="text">What was typed; null counts as empty.</param>
    /// <param name="longest">Most characters.</param>
    /// <param name="required">Must hold at least one character that is no space.</param>
    /// <param name="lines">May hold line breaks and tabs.</param>
    public static FieldProblem? Problem(string field, string? text, int longest, bool required = false, bool lines = false)
    {
        text ??= "";
        if (text.Length > longest)
            return new(field, $"{text.Length} characters are more than {longest}.", "Shorten it.");
        if (required && string.IsNullOrWhiteSpace(text))
            return new(field, "It is empty.", "Enter at least one character.");
        for (var i = 0; i < text.Length; i++)
        {
            if (char.IsControl(text[i]) && !(lines && text[i] is ('\n' or '\r' or '\t')))
                return new(field, "It holds a control character.", lines ? "Type it again." : "Type it again without line breaks and tabs.");
            if (!char.IsSurrogate(text[i]))
                continue;
            if (i + 1 >= text.Length || !char.IsSurrogatePair(text[i], text[i + 1]))
                return new(field, "It holds half a character.", "Type it again.");
            i++;
        }

        return null;
    }
}
