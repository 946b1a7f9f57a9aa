using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Cases;

/// <summary>A stage of a case with the number it keeps.</summary>
public sealed record StageState(int Number, Stage Stage, bool Done);

/// <summary>A case in the list.</summary>
public sealed record CaseSummary(
    Guid Id, string Site, string Title, NextAction Next, IReadOnlyList<StageState> Stages, IReadOnlyList<LineRow> Rows, IReadOnlyList<MeasuredRow> Measured, DateTimeOffset ChangedAt);

/// <summary>A case in full.</summary>
public sealed record CaseDetail(
    Guid Id, string Site, string Title, int Version, Look Look, IReadOnlyList<SocketMeaning> Meanings, IReadOnlyList<StageState> Stages, NextAction Next, ChosenRig? Rig, DateTimeOffset ChangedAt,
    DateTimeOffset? HandedOverAt);

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
    public static RouteGroupBuilder MapCases(this RouteGroupBuilder api)
    {
        var cases = api.MapGroup("cases").WithTags("Cases");
        cases.MapGet("", List).WithSummary("Every case, last changed first.");
        cases.MapPost("", Create).WithSummary("Opens a case.");
        cases.MapGet("{caseId:guid}", Read).WithSummary("One case in full.");
        cases.MapPatch("{caseId:guid}", Rename).WithSummary("Renames a case.");
        cases.MapDelete("{caseId:guid}", Delete).WithSummary("Deletes a case; it can be put back.");
        cases.MapPost("{caseId:guid}/restore", Restore).WithSummary("Puts a deleted case back.");
        return cases;
    }

    /// <summary>The case as it is sent.</summary>
    public static CaseDetail Detail(this CaseState state) => new(
        state.Row.Id, state.Row.Site!.Name, state.Row.Title, state.Row.Version, state.Row.Look, [.. state.Row.Look.AllSockets().Select(s => SocketReading.Meaning(s, state.Row.Look.SourceOf(s)?.Kind))],
        Stages(state.Progress), NextAction.Of(state.Progress), state.Chosen(), state.Row.ChangedAt, state.Row.HandedOverAt);

    private static async Task<Ok<IReadOnlyList<CaseSummary>>> List(NightfrostDb db, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<CaseSummary>>([.. (await CaseState.LoadAll(db, cancel)).Select(Summary)]);

    private static CaseSummary Summary(CaseState state)
    {
        var (progress, rig) = (state.Progress, state.Chosen());
        return new(state.Row.Id, state.Row.Site!.Name, state.Row.Title, NextAction.Of(progress), Stages(progress), rig?.View.Rows ?? [], rig?.Measured ?? [], state.Row.ChangedAt);
    }

    private static async Task<Results<Created<CaseDetail>, JsonHttpResult<Refusal>>> Create(NewCase typed, NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (NameProblems(typed.Site, typed.Title) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var now = clock.GetUtcNow();
        var row = new CaseRow { Id = Guid.CreateVersion7(), Title = typed.Title.Trim(), Look = Look.Empty, CreatedAt = now, ChangedAt = now, Site = await SiteOf(db, typed.Site, cancel) };
        db.Cases.Add(row);
        db.Revisions.Add(new CaseRevision { CaseId = row.Id, Version = row.Version, Look = row.Look, SavedAt = now });
        await db.SaveChangesAsync(cancel);
        var state = await CaseState.Load(db, row.Id, cancel);
        return TypedResults.Created($"/api/cases/{row.Id}", state!.Detail());
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(state.Detail()) : Refusals.Unknown("case");

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Rename(Guid caseId, RenameCase typed, NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (NameProblems(typed.Site, typed.Title) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        if (state.Row.Title != typed.WasTitle || state.Row.Site!.Name != typed.WasSite)
            return Refusals.Stale("case", [$"It is now called {state.Row.Site!.Name}, {state.Row.Title}."], state.Row.Version);
        state.Row.Title = typed.Title.Trim();
        state.Row.Site = await SiteOf(db, typed.Site, cancel);
        state.Row.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(state.Detail());
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Delete(Guid caseId, NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var count = await db.Cases.Where(c => c.Id == caseId && c.DeletedAt == null).ExecuteUpdateAsync(set => set.SetProperty(c => c.DeletedAt, now), cancel);
        return count == 0 ? Refusals.Unknown("case") : TypedResults.NoContent();
    }

    private static async Task<Results<Ok<CaseDetail>, JsonHttpResult<Refusal>>> Restore(Guid caseId, NightfrostDb db, CancellationToken cancel)
    {
        await db.Cases.Where(c => c.Id == caseId).ExecuteUpdateAsync(set => set.SetProperty(c => c.DeletedAt, (DateTimeOffset?)null), cancel);
        return await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(state.Detail()) : Refusals.Unknown("case");
    }

    private static IReadOnlyList<StageState> Stages(Progress progress) => [.. Enum.GetValues<Stage>().Select(s => new StageState((int)s, s, progress.IsDone(s)))];

    private static async Task<SiteRow> SiteOf(NightfrostDb db, string name, CancellationToken cancel)
    {
        var trimmed = name.Trim();
        return await db.Sites.FirstOrDefaultAsync(s => s.Name == trimmed, cancel) ?? new SiteRow { Id = Guid.CreateVersion7(), Name = trimmed };
    }

    private static List<FieldProblem> NameProblems(string site, string title) =>
        [.. new[] { PlainText.Problem("site", site, PlainText.LongestName, required: true), PlainText.Problem("title", title, PlainText.LongestName, required: true) }.OfType<FieldProblem>()];
}
