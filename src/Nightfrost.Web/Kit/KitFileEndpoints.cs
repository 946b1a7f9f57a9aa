using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Kit;
using Nightfrost.Data;
using Nightfrost.Data.Kit;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Kit;

/// <summary>What an import did, or would do.</summary>
/// <param name="Rows">Each device of the file.</param>
/// <param name="Kept">Devices that were put on the shelf; 0 for a preview.</param>
public sealed record ImportView(IReadOnlyList<KitRow> Rows, int Kept);

internal static class KitFileEndpoints
{
    private static readonly UploadLimit Limit = new(8 * 1024 * 1024, "A kit of thousands of devices is smaller. Choose the kit file, or split it.");

    public static void MapKitFile(this RouteGroupBuilder kit)
    {
        kit.MapGet("export", Export).WithSummary("The shelf as a JSON file.");
        kit.MapGet("export-table", ExportTable).WithSummary("The shelf as a table, CSV in UTF-8.");
        kit.MapGet("schema", () => TypedResults.Text(KitFile.Schema(), "application/schema+json")).WithSummary("The JSON Schema of the file.");
        kit.MapPost("import/preview", Preview).WithMetadata(new AsksOnly(), Limit).WithSummary("Says of each device of a file what an import would do.");
        kit.MapPost("import", Import).WritesShelf().WithMetadata(Limit).WithSummary("Puts the devices of a file on the shelf.");
    }

    private static async Task<FileContentHttpResult> Export(NightfrostDb db, CancellationToken cancel) =>
        TypedResults.File(Encoding.UTF8.GetBytes(KitFile.Write(await db.Shelf(cancel))), "application/json", "nightfrost-kit.json");

    private static async Task<FileContentHttpResult> ExportTable(NightfrostDb db, CancellationToken cancel) =>
        TypedResults.File(KitCsv.Write(await db.Shelf(cancel)), "text/csv; charset=utf-8", "nightfrost-kit.csv");

    private static async Task<Results<Ok<ImportView>, JsonHttpResult<Refusal>>> Preview(HttpRequest request, NightfrostDb db, CancellationToken cancel) =>
        await Read(request, db, cancel) is var (reading, refusal) && refusal is not null ? refusal : TypedResults.Ok(new ImportView(reading!.Rows, 0));

    // All of a file or, when the user wants it so, what is right in it.
    private static async Task<Results<Ok<ImportView>, JsonHttpResult<Refusal>>> Import(bool? leaveWrongOut, HttpRequest request, NightfrostDb db,
        CancellationToken cancel)
    {
        var (reading, refusal) = await Read(request, db, cancel);
        if (refusal is not null)
            return refusal;
        if (leaveWrongOut != true && reading!.Rows.Where(r => r.Fate == RowFate.Wrong).ToList() is { Count: > 0 } wrong)
            return Refusals.Invalid([.. wrong.SelectMany(row => row.Problems.Select(p => p with { Field = $"line {row.Line}, {p.Field}" }))]);
        var ids = reading!.Usable.Select(d => d.Id).ToList();
        var known = await db.Devices.Where(d => ids.Contains(d.Id)).ToDictionaryAsync(d => d.Id, cancel);
        foreach (var device in reading.Usable)
        {
            if (known.TryGetValue(device.Id, out var row))
                (row.Spec, row.DeletedAt, row.Version) = (device, null, row.Version + 1);
            else
                db.Devices.Add(new DeviceRow { Id = device.Id, Spec = device });
        }

        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(new ImportView(reading.Rows, reading.Usable.Count));
    }

    private static async Task<(KitReading? Reading, JsonHttpResult<Refusal>? Refusal)> Read(HttpRequest request, NightfrostDb db, CancellationToken cancel)
    {
        var bytes = await Uploads.Read(request, cancel);
        if (KitText.Problem(bytes) is { } unreadable)
            return (null, Refusals.Invalid(unreadable));
        var shelf = await db.Shelf(cancel);
        var reading = KitText.IsJson(bytes) ? KitFile.Read(bytes, shelf) : KitCsv.Read(bytes, shelf);
        return reading.Unreadable is { } problem ? (null, Refusals.Invalid(problem)) : (reading, null);
    }
}
