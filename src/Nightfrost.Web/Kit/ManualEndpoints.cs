using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Kit;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Kit;

/// <summary>A manual kept here.</summary>
/// <param name="About">What it is of.</param>
/// <param name="FileName">Name of its file.</param>
/// <param name="Size">Length of the file, bytes.</param>
/// <param name="AddedAt">When it was put here.</param>
/// <param name="Version">Rises with every change; a manual that takes its place names it.</param>
public sealed record ManualView(string About, string FileName, int Size, DateTimeOffset AddedAt, int Version);

/// <summary>Which manual a set of some model has, and where its sound menu was found before.</summary>
/// <param name="About">Key of its manual; null while the model is not read.</param>
/// <param name="MenuPaths">Menu paths to the sound output met on visits to sets of this model.</param>
public sealed record SetMemory(string? About, IReadOnlyList<MenuPath> MenuPaths);

internal static class ManualEndpoints
{
    private static readonly UploadLimit Limit = new(20 * 1024 * 1024, "Keep the pages that matter, or a smaller scan.");

    public static void MapManuals(this RouteGroupBuilder api)
    {
        var manuals = api.MapGroup("manuals").WithTags("Manuals");
        manuals.MapGet("", List).WithSummary("Every manual kept here, without its file.");
        manuals.MapGet("{about}", Open).WithSummary("The file of a manual.");
        manuals.MapPut("{about}", Keep).WritesManuals().WithMetadata(Limit).WithSummary("Keeps a manual: a PDF, a picture or plain text, as the body.");
        manuals.MapDelete("{about}", Remove).WritesManuals().WithSummary("Takes a manual away; it can be put back.");
        manuals.MapPost("{about}/restore", Restore).WritesManuals().WithSummary("Puts a manual back.");
        api.MapGet("set-memory", Remember).WithTags("Manuals").WithSummary("What earlier visits know of a model of set.");
    }

    private static async Task<Ok<IReadOnlyList<ManualView>>> List(NightfrostDb db, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<ManualView>>(await db.Manuals.AsNoTracking().Where(m => m.DeletedAt == null).OrderBy(m => m.About)
            .Select(m => new ManualView(m.About, m.FileName, m.Size, m.AddedAt, m.Version)).ToListAsync(cancel));

    // Always saved and never shown in the page: what somebody sent must not run here.
    private static async Task<Results<FileContentHttpResult, JsonHttpResult<Refusal>>> Open(string about, NightfrostDb db, CancellationToken cancel) =>
        await db.Manuals.AsNoTracking().FirstOrDefaultAsync(m => m.About == about && m.DeletedAt == null, cancel) is { } row
            ? TypedResults.File(row.Content, row.ContentType, row.FileName)
            : Refusals.Unknown("manual");

    private static async Task<Results<Ok<ManualView>, JsonHttpResult<Refusal>>> Keep(string about, string fileName, int? replaces, HttpRequest request,
        NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (await Problem(about, fileName, db, cancel) is { } wrong)
            return Refusals.Invalid(wrong);
        var bytes = await Uploads.Read(request, cancel);
        if (ManualFile.MediaTypeOf(bytes) is not { } type)
            return Refusals.Invalid(new FieldProblem("file", bytes.Length == 0 ? "It is empty." : "It is no PDF, picture or plain text.",
                "Choose a PDF, a PNG or JPEG picture, or a text file."));
        var row = await db.Manuals.FirstOrDefaultAsync(m => m.About == about, cancel);
        if (row is { DeletedAt: null } && row.Version != replaces)
            return Refusals.Stale("manual", [$"{row.FileName} is kept here now."], row.Version);
        if (row is null)
            db.Manuals.Add(row = new ManualRow
            {
                About = about,
                FileName = fileName,
                ContentType = type,
                Content = bytes,
                Size = bytes.Length,
                AddedAt = clock.GetUtcNow()
            });
        else
            (row.FileName, row.ContentType, row.Content, row.Size, row.AddedAt, row.DeletedAt, row.Version) =
                (fileName, type, bytes, bytes.Length, clock.GetUtcNow(), null, row.Version + 1);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(new ManualView(row.About, row.FileName, row.Size, row.AddedAt, row.Version));
    }

    private static Task<Results<NoContent, JsonHttpResult<Refusal>>> Remove(string about, NightfrostDb db, TimeProvider clock, CancellationToken cancel) =>
        Mark(db.Manuals.Where(m => m.About == about && m.DeletedAt == null), clock.GetUtcNow(), cancel);

    private static Task<Results<NoContent, JsonHttpResult<Refusal>>> Restore(string about, NightfrostDb db, CancellationToken cancel) =>
        Mark(db.Manuals.Where(m => m.About == about), null, cancel);

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Mark(IQueryable<ManualRow> manual, DateTimeOffset? deletedAt,
        CancellationToken cancel) =>
        await manual.ExecuteUpdateAsync(set => set.SetProperty(m => m.DeletedAt, deletedAt).SetProperty(m => m.Version, m => m.Version + 1), cancel) > 0
            ? TypedResults.NoContent() : Refusals.Unknown("manual");

    private static async Task<Ok<SetMemory>> Remember(string model, NightfrostDb db, CancellationToken cancel) =>
        TypedResults.Ok(new SetMemory(Manuals.OfSet(model), await db.MenuPathsOf(model, cancel)));

    // Three places in the look are read by the database itself: an upgrade of the shape that moves them rewrites the kept looks in a migration. The
    // function nightfrost_model_key stands in a migration too; it is Manuals.ModelKey in SQL, and indexed.
    /// <summary>Menu paths that were entered at sets of a model, the most frequent of a menu first; empty while the model is not read.</summary>
    public static async Task<IReadOnlyList<MenuPath>> MenuPathsOf(this NightfrostDb db, string model, CancellationToken cancel)
    {
        if (Manuals.ModelKey(model) is not { Length: > 0 } key)
            return [];
        var met = await db.Database.SqlQuery<MetMenu>($"""
            SELECT met.menu, met.path FROM cases, LATERAL (
                SELECT 'output' AS menu, look->'set'->>'soundOutputMenu' AS path
                UNION ALL
                SELECT entry->>'menu', entry->>'path' FROM jsonb_array_elements(
                    CASE WHEN jsonb_typeof(look->'set'->'menuPaths') = 'array' THEN look->'set'->'menuPaths' ELSE '[]'::jsonb END) AS entry) AS met
            WHERE deleted_at IS NULL AND nightfrost_model_key(look) = {key}
            """).ToListAsync(cancel);
        return [.. met.Where(m => m.Path?.Trim() is { Length: > 0 } && Enum.TryParse<MenuOf>(m.Menu, ignoreCase: true, out _))
            .GroupBy(m => (Menu: Enum.Parse<MenuOf>(m.Menu!, ignoreCase: true), Path: m.Path!.Trim()))
            .OrderBy(g => g.Key.Menu).ThenByDescending(g => g.Count()).ThenBy(g => g.Key.Path, StringComparer.Ordinal)
            .Select(g => new MenuPath(g.Key.Menu, g.Key.Path))];
    }

    // Either is null where a kept look is damaged; the list of cases names such a case.
    private sealed record MetMenu(string? Menu, string? Path);

    private static async Task<FieldProblem?> Problem(string about, string fileName, NightfrostDb db, CancellationToken cancel)
    {
        if (PlainText.Problem("fileName", fileName, PlainText.LongestName, required: true) is { } name)
            return name;
        if (fileName.IndexOfAny(['/', '\\']) >= 0)
            return new("fileName", "It holds a path.", "Send the name of the file alone.");
        var device = Manuals.DeviceOf(about);
        return Manuals.Problem(about, device is not null && await db.Devices.AnyAsync(d => d.Id == device && d.DeletedAt == null, cancel));
    }
}
