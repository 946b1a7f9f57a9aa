using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Cases;

/// <summary>A stage of a case with the number it keeps.</summary>
public sealed record StageState(int Number, Stage Stage, bool Done);

/// <summary>A case in the list.</summary>
public sealed record CaseSummary(
    Guid Id, string Site, string Title, NextAction Next, IReadOnlyList<StageState> Stages, IReadOnlyList<LineRow> Rows, IReadOnlyList<MeasuredRow> Measured,
    DateTimeOffset ChangedAt);

/// <summary>A page of the standing cases, last changed first.</summary>
/// <param name="Cases">Those of the page that can be shown.</param>
/// <param name="Unreadable">Those of the page that cannot: what is kept of them is damaged.</param>
/// <param name="Found">How many cases there are, on all pages.</param>
/// <param name="HandedOver">How many of them are handed over, with nothing left open.</param>
/// <param name="NextPage">The page after this one; null on the last.</param>
public sealed record CaseList(IReadOnlyList<CaseSummary> Cases, IReadOnlyList<UnreadableCase> Unreadable, int Found, int HandedOver, int? NextPage);

/// <summary>A case in full.</summary>
/// <param name="Version">Version of the look.</param>
public sealed record CaseDetail(
    Guid Id, string Site, string Title, int Version, Look Look, IReadOnlyList<SocketMeaning> Meanings, IReadOnlyList<StageState> Stages, NextAction Next,
    ChosenRig? Rig, DateTimeOffset ChangedAt, DateTimeOffset? HandedOverAt)
{
    /// <summary>Pairs of outputs that may or may not sound at the same time.</summary>
    public required IReadOnlyList<OutputPair> OutputPairs { get; init; }
}

/// <summary>A new case.</summary>
/// <param name="Site">Where the set stands; an existing name is used again.</param>
/// <param name="Title">What the case is about.</param>
public sealed record NewCase(string Site, string Title);

/// <summary>New names for a case.</summary>
/// <param name="Site">Where the set stands.</param>
/// <param name="Title">What the case is about.</param>
/// <param name="WasSite">The site's name that was read.</param>
/// <param name="WasTitle">The title that was read.</param>
public sealed record RenameCase(string Site, string Title, string WasSite, string WasTitle);

internal static class CaseEndpoints
{
    /// <summary>So many of a site's last cases are asked what they know of it.</summary>
    private const int MostLookedBack = 5;

    public static RouteGroupBuilder MapCases(this RouteGroupBuilder api)
    {
        var cases = api.MapGroup("cases").WithTags("Cases");
        cases.MapGet("", CaseListing.Page)
            .WithSummary("A page of the cases, last changed first; those of one site, person or device where something is looked for.");
        cases.MapPost("", Create).WritesWhole().WithSummary("Opens a case.");
        cases.MapGet("{caseId:guid}", Read).WithSummary("One case in full.");
        cases.MapPatch("{caseId:guid}", Rename).WritesCase().WithSummary("Renames a case.");
        cases.MapDelete("{caseId:guid}", Delete).WritesCase().WithSummary("Deletes a case; it can be put back.");
        cases.MapPost("{caseId:guid}/restore", Restore).WritesCase().WithSummary("Puts a deleted case back.");
        return cases;
    }

    /// <summary>The case as it is sent.</summary>
    public static CaseDetail Detail(this CaseState state) => new(
        state.Row.Id, state.Row.Site!.Name, state.Row.Title, state.Row.LookVersion, state.Look,
        [.. state.Look.AllSockets().Select(s => SocketReading.Meaning(state.Look, s))],
        Stages(state.Progress), NextAction.Of(state.Progress), state.Chosen(), state.Row.ChangedAt, state.Row.HandedOverAt)
    {
        OutputPairs = RigOutputs.Of(state.Look),
    };


    /// <summary>The case as it stands in the list.</summary>
    public static CaseSummary Summary(CaseState state)
    {
        var (progress, rig) = (state.Progress, state.Chosen());
        return new(state.Row.Id, state.Row.Site!.Name, state.Row.Title, NextAction.Of(progress), Stages(progress), rig?.View.Rows ?? [], rig?.Measured ?? [],
            state.Row.ChangedAt);
    }

    private static async Task<Results<Created<CaseDetail>, JsonHttpResult<Refusal>>> Create(NewCase typed, NightfrostDb db, TimeProvider clock,
        ILogger<NewCase> log, CancellationToken cancel)
    {
        if (NameProblems(typed.Site, typed.Title) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var (now, site) = (clock.GetUtcNow(), await SiteOf(db, typed.Site, cancel));
        var row = new CaseRow
        {
            Id = Guid.CreateVersion7(),
            Title = typed.Title.Trim(),
            Look = await KnownAt(db, site, clock, log, cancel),
            CreatedAt = now,
            ChangedAt = now,
            Site = site
        };
        db.Cases.Add(row);
        db.Revisions.Add(new CaseRevision { CaseId = row.Id, Version = row.LookVersion, Look = row.Look, SavedAt = now });
        await db.SaveChangesAsync(cancel);
        var state = await CaseState.Load(db, row.Id, cancel);
        return TypedResults.Created($"/api/cases/{row.Id}", state!.Detail());
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, CancellationToken cancel)
    {
        var token = await db.Cases.Where(c => c.Id == caseId && c.DeletedAt == null).Select(c => (int?)c.RowToken).FirstOrDefaultAsync(cancel);
        if (token is { } stands && db.CaseMemory().Detail(db, caseId, (stands, (await db.ShelfNow(cancel)).Version)) is { } kept)
            return TypedResults.Ok(kept);
        return await CaseState.Load(db, caseId, cancel) is { } state
            ? TypedResults.Ok(db.CaseMemory().Detail(db, caseId, (state.Row.RowToken, state.ShelfVersion), state.Detail)) : Refusals.Unknown("case");
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Rename(Guid caseId, RenameCase typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (NameProblems(typed.Site, typed.Title) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var (now, was, wanted) = ((state.Row.Site!.Name, state.Row.Title), (typed.WasSite, typed.WasTitle), (typed.Site.Trim(), typed.Title.Trim()));
        if (now != was && now != wanted)
            return Refusals.Stale("case", [$"It is now called {state.Row.Site.Name}, {state.Row.Title}."], state.Row.LookVersion);
        state.Row.Title = typed.Title.Trim();
        state.Row.Site = await SiteOf(db, typed.Site, cancel);
        state.Row.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(state.Detail());
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Delete(Guid caseId, NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (await db.Cases.FirstOrDefaultAsync(c => c.Id == caseId && c.DeletedAt == null, cancel) is not { } row)
            return Refusals.Unknown("case");
        row.DeletedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Restore(Guid caseId, NightfrostDb db, CancellationToken cancel)
    {
        if (await db.Cases.FirstOrDefaultAsync(c => c.Id == caseId, cancel) is { } row)
            row.DeletedAt = null;
        await db.SaveChangesAsync(cancel);
        return await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(state.Detail()) : Refusals.Unknown("case");
    }

    private static IReadOnlyList<StageState> Stages(Progress progress) =>
        [.. Enum.GetValues<Stage>().Select(s => new StageState((int)s, s, progress.IsDone(s)))];

    // What the last standing case of the site found out; one that cannot be read, or where nobody has looked yet, is passed over.
    private static async Task<Look> KnownAt(NightfrostDb db, SiteRow site, TimeProvider clock, ILogger log, CancellationToken cancel)
    {
        var empty = DocumentShapes.Ours.Write(Look.Empty);
        var before = db.Cases.FromSql($"""
            select * from cases where site_id = {site.Id} and deleted_at is null
                and look - {DocumentShapes.VersionMember} <> {empty}::jsonb - {DocumentShapes.VersionMember}
            """).OrderByDescending(c => c.ChangedAt).Take(MostLookedBack);
        var versions = await (from revision in db.Revisions.AsNoTracking()
                              join row in before on revision.CaseId equals row.Id
                              orderby row.ChangedAt descending, row.Id, revision.Version
                              select revision).ToListAsync(cancel);
        foreach (var ofCase in versions.GroupBy(r => r.CaseId))
        {
            try
            {
                if (SiteMemory.Begin([.. ofCase.Select(v => (v.Look.Value, DayOf(v.SavedAt)))]) is { KnownBefore.Count: > 0 } known)
                    return known;
            }
            catch (Exception e) when (UnreadableLog.IsOfOneThing(e))
            {
                log.CannotBeRead(e, "case", ofCase.Key);
            }
        }

        return Look.Empty;

        DateOnly DayOf(DateTimeOffset at) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, clock.LocalTimeZone).DateTime);
    }

    // Made at the same moment by somebody else, it is theirs: one name is one site.
    private static async Task<SiteRow> SiteOf(NightfrostDb db, string name, CancellationToken cancel)
    {
        var trimmed = name.Trim();
        await db.Database.ExecuteSqlAsync($"insert into sites (id, name) values ({Guid.CreateVersion7()}, {trimmed}) on conflict (name) do nothing", cancel);
        return await db.Sites.FirstAsync(s => s.Name == trimmed, cancel);
    }

    private static List<FieldProblem> NameProblems(string site, string title) =>
        [.. new[] { PlainText.Problem("site", site, PlainText.LongestName, required: true),
            PlainText.Problem("title", title, PlainText.LongestName, required: true) }.OfType<FieldProblem>()];
}
