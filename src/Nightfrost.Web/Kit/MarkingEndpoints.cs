using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Kit;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Kit;

/// <summary>Words beside sockets.</summary>
/// <param name="Own">Those of the workshop, in alphabetical order.</param>
/// <param name="Usual">Those that come with the program.</param>
public sealed record MarkingsView(IReadOnlyList<MarkingWords> Own, IReadOnlyList<MarkingWords> Usual);

/// <summary>The workshop's words anew.</summary>
/// <param name="Was">Those it replaces.</param>
/// <param name="Words">Those it should be.</param>
public sealed record MarkingsEdit(IReadOnlyList<MarkingWords> Was, IReadOnlyList<MarkingWords> Words);

internal static class MarkingEndpoints
{
    public static void MapMarkings(this RouteGroupBuilder api)
    {
        var markings = api.MapGroup("markings").WithTags("Kit");
        markings.MapGet("", Read).WithSummary("Words beside sockets: the workshop's own and the usual ones.");
        markings.MapPut("", Edit).WritesShelf().WithSummary("Replaces the workshop's own words.");
    }

    /// <summary>Reads the workshop's own words from the database, in alphabetical order.</summary>
    public static async Task<IReadOnlyList<MarkingWords>> ReadMarkingWords(this NightfrostDb db, CancellationToken cancel) =>
        [.. (await db.Markings.AsNoTracking().ToListAsync(cancel)).OrderBy(row => row.Words, StringComparer.Ordinal)
            .Select(row => new MarkingWords(row.Words, row.Reading))];

    private static async Task<Ok<MarkingsView>> Read(NightfrostDb db, CancellationToken cancel) => TypedResults.Ok(await View(db, cancel));

    private static async Task<Results<Ok<MarkingsView>, JsonHttpResult<Refusal>>> Edit(MarkingsEdit edit, NightfrostDb db, CancellationToken cancel)
    {
        IReadOnlyList<MarkingWords> wanted = [.. edit.Words.Select(row => row with { Words = row.Words.Trim() })];
        if (MarkingGuide.Problems(wanted) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var standing = await db.ReadMarkingWords(cancel);
        if (!standing.SequenceEqual(edit.Was.OrderBy(row => row.Words, StringComparer.Ordinal)))
            return standing.SequenceEqual(wanted.OrderBy(row => row.Words, StringComparer.Ordinal)) ? TypedResults.Ok(await View(db, cancel))
                : Refusals.Stale("list", [$"It now holds {standing.Count}."], null);
        await db.Markings.ExecuteDeleteAsync(cancel);
        db.Markings.AddRange(wanted.Select(row => new MarkingRow { Words = row.Words, Reading = row.Reading }));
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(db, cancel));
    }

    private static async Task<MarkingsView> View(NightfrostDb db, CancellationToken cancel) => new(await db.ReadMarkingWords(cancel), MarkingGuide.Usual);
}
