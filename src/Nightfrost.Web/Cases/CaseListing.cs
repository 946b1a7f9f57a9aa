using System.ComponentModel;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Cases;

/// <summary>
/// The list of cases, page by page. Of each case the database gives only what says whether it is still as it was last shown; only what is not is loaded
/// and worked out.
/// </summary>
internal static class CaseListing
{
    /// <summary>Cases of one page.</summary>
    public const int OnPage = 50;

    private const int MostPages = 100_000;

    /// <summary>A page of the list.</summary>
    /// <param name="search">Part of the name of a site, a case, a person or a device.</param>
    /// <param name="page">From 1.</param>
    /// <param name="withRig">Only cases with a rig chosen.</param>
    public static async Task<Results<Ok<CaseList>, JsonHttpResult<Refusal>>> Page([Description("Part of the name of a site, a case, a person or a device.")]
        string? search, [Description("From 1.")] int? page, [Description("Only cases with a rig chosen.")] bool? withRig, NightfrostDb db,
        ILogger<CaseList> log, CancellationToken cancel)
    {
        if (PlainText.Problem("search", search, PlainText.LongestName) is { } unfit)
            return Refusals.Invalid(unfit);
        if (page is < 1 or > MostPages)
            return Refusals.Invalid(new FieldProblem("page", $"There is no page {page}.", "Pages begin with 1."));
        var shelf = await db.ShelfNow(cancel);
        var cases = Found(db.Cases.AsNoTracking().Where(c => c.DeletedAt == null), search?.Trim() ?? "", shelf);
        if (withRig == true)
            cases = cases.Where(c => c.Rig != null);
        var counts = await cases.GroupBy(_ => 1).Select(g => new { Found = g.Count(), Done = g.Count(c => c.HandedOverAt != null && !c.HandedOverInPart) })
            .FirstOrDefaultAsync(cancel);
        var rows = await cases.OrderByDescending(c => c.ChangedAt).ThenBy(c => c.Id).Skip(((page ?? 1) - 1) * OnPage).Take(OnPage)
            .Select(c => new { c.Id, c.RowToken }).ToListAsync(cancel);

        var memory = db.CaseMemory();
        var stale = rows.Where(r => memory.Summary(db, r.Id, (r.RowToken, shelf.Version)) is null).Select(r => r.Id).ToList();
        var (made, unreadable) = stale.Count == 0 ? ([], []) : await CaseState.ShowAll(db, c => stale.Contains(c.Id),
            state => memory.Summary(db, state.Row.Id, (state.Row.RowToken, shelf.Version), () => CaseEndpoints.Summary(state))!, log, cancel);
        return TypedResults.Ok(new CaseList(
            [.. rows.Select(r => made.FirstOrDefault(m => m.Id == r.Id) ?? memory.Summary(db, r.Id, (r.RowToken, shelf.Version))).OfType<CaseSummary>()],
            unreadable, counts?.Found ?? 0, counts?.Done ?? 0, (page ?? 1) * OnPage < counts?.Found ? (page ?? 1) + 1 : null));
    }

    // A device is looked for by its name on the shelf, wherever it is worn, owned or planned.
    private static IQueryable<CaseRow> Found(IQueryable<CaseRow> cases, string search, ShelfNow shelf)
    {
        if (search.Length == 0)
            return cases;
        const string escape = "\\";
        var like = $"%{string.Concat(search.Select(c => c is '%' or '_' or '\\' ? escape + c : c.ToString()))}%";
        var devices = shelf.Shelf.Devices.Where(d => d.Name.Contains(search, StringComparison.OrdinalIgnoreCase)).Select(d => $"%\"{d.Id}\"%").ToArray();
        return cases.Where(c => EF.Functions.ILike(c.Site!.Name, like, escape) || EF.Functions.ILike(c.Title, like, escape)
            || EF.Functions.ILike(c.SearchWords, like, escape)
            || devices.Any(id => EF.Functions.Like(c.SearchWords, id)));
    }
}
