using CsvHelper;
using Nightfrost.Core.Kit;

namespace Nightfrost.Web.Kit;

/// <summary>The shelf as comma-separated text: how bytes become rows and back. What the rows mean is the core's.</summary>
internal static class KitCsv
{
    /// <summary>Writes the shelf with a mark of UTF-8 in front, so that a spreadsheet reads it as such.</summary>
    public static byte[] Write(Shelf shelf)
    {
        var (columns, rows) = KitTable.Write(shelf);
        using var file = new MemoryStream();
        file.Write(System.Text.Encoding.UTF8.Preamble);
        using (var writer = CsvWriter.Create(file, new CsvWriterOptions(), leaveOpen: true))
        {
            writer.WriteRecord([.. columns]);
            foreach (var row in rows)
                writer.WriteRecord([.. row]);
        }

        return file.ToArray();
    }

    /// <summary>Reads UTF-8 text whose cells stand between commas, semicolons or tabs.</summary>
    /// <param name="utf8">The file's bytes, known to be UTF-8.</param>
    /// <param name="shelf">The shelf it would go to.</param>
    public static KitReading Read(ReadOnlyMemory<byte> utf8, Shelf shelf)
    {
        if (utf8.Span.StartsWith(System.Text.Encoding.UTF8.Preamble))
            utf8 = utf8[3..];
        var separator = Separator(utf8.Span);
        var rows = new List<TableRow>();
        try
        {
            using var reader = CsvReader.Create(utf8,
                new CsvReaderOptions { HasHeader = false, Separator = separator, TrackLineNumbers = true, MalformedData = CsvMalformedDataHandling.Throw });
            while (reader.Read())
                rows.Add(new((int)reader.LineNumber, [.. Enumerable.Range(0, reader.FieldCount).Select(reader.GetString)]));
        }
        catch (CsvFormatException e)
        {
            return Bad($"Line {e.LineNumber}: a quotation mark stands where none belongs, or is never closed.", "Mend that line, or export the shelf again.");
        }

        return rows.Count == 0 ? Bad("It is empty.", "Choose a table that was exported here.")
            : KitTable.Read(rows[0].Cells, [.. rows.Skip(1).Where(row => row.Cells.Any(cell => !string.IsNullOrWhiteSpace(cell)))], separator == ';', shelf);
    }

    private static KitReading Bad(string reason, string remedy) => new([], [], new("file", reason, remedy));

    // The first row names attributes, which hold none of the three.
    private static char Separator(ReadOnlySpan<byte> utf8)
    {
        var end = utf8.IndexOf((byte)'\n');
        var first = end < 0 ? utf8 : utf8[..end];
        var (commas, semicolons, tabs) = (first.Count((byte)','), first.Count((byte)';'), first.Count((byte)'\t'));
        return semicolons > commas && semicolons >= tabs ? ';' : tabs > commas ? '\t' : ',';
    }
}
