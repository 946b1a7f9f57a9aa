using System.Text.Unicode;

namespace Nightfrost.Core.Kit;

/// <summary>What kind of file a manual is, by its first bytes and not by its name.</summary>
public static class ManualFile
{
    /// <summary>Media type of a manual that a phone can show by itself: PDF, a PNG or JPEG picture, or plain UTF-8 text; null for anything else.</summary>
    /// <param name="bytes">The whole file.</param>
    public static string? MediaTypeOf(ReadOnlySpan<byte> bytes)
    {
        if (bytes.StartsWith("%PDF-"u8))
            return "application/pdf";
        if (bytes is [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..])
            return "image/png";
        if (bytes is [0xFF, 0xD8, 0xFF, ..])
            return "image/jpeg";
        return bytes.Length > 0 && bytes.IndexOf((byte)0) < 0 && Utf8.IsValid(bytes) ? "text/plain" : null;
    }
}
