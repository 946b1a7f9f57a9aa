using System.Text;
using System.Text.Unicode;

namespace Nightfrost.Core.Kit;

/// <summary>Tells a kit file's text from what is no text, and JSON from a table.</summary>
public static class KitText
{
    /// <summary>Why bytes cannot be a kit file: binary, or text in another encoding; null when they are UTF-8.</summary>
    public static FieldProblem? Problem(ReadOnlySpan<byte> bytes)
    {
        if (bytes is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..])
            return new("file", "It is UTF-16 text.", "Save it again as CSV UTF-8 or as JSON.");
        if (bytes.IndexOf((byte)0) is var zero and >= 0)
            return new("file", $"Line {Line(bytes, zero)} holds bytes that are no text.",
                "Choose the kit file instead of a picture, an archive or a spreadsheet's own format.");
        return Utf8.IsValid(bytes) ? null
            : new("file", $"Line {Line(bytes, FirstBad(bytes))} holds a character that is not UTF-8 text.",
                "Save it again as CSV UTF-8 or as JSON, or choose the kit file instead of a picture or a spreadsheet.");
    }

    /// <summary>True for what opens like a JSON document; anything else is read as a table.</summary>
    public static bool IsJson(ReadOnlySpan<byte> utf8)
    {
        if (utf8.StartsWith(Encoding.UTF8.Preamble))
            utf8 = utf8[3..];
        return utf8.TrimStart(" \t\r\n"u8) is [(byte)'{' or (byte)'[', ..];
    }

    /// <summary>Why a file of a later program is not read.</summary>
    internal static FieldProblem TooNew(int version, int newest) =>
        new("version", $"It was written by a newer Nightfrost: its version is {version}, this one knows 1 to {newest}.",
            "Bring this Nightfrost up to date, or export the shelf from one of its age.");

    private static int Line(ReadOnlySpan<byte> bytes, int at) => 1 + bytes[..at].Count((byte)'\n');

    private static int FirstBad(ReadOnlySpan<byte> bytes)
    {
        Span<char> rest = stackalloc char[512];
        var at = 0;
        while (Utf8.ToUtf16(bytes[at..], rest, out var read, out _, replaceInvalidSequences: false) is System.Buffers.OperationStatus.DestinationTooSmall)
            at += read;
        Utf8.ToUtf16(bytes[at..], rest, out var last, out _, replaceInvalidSequences: false);
        return at + last;
    }
}
