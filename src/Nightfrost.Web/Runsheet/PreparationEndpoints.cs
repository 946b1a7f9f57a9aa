using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Runsheet;

/// <summary>One thing to prepare, with how it stands.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Outcome">Done, missing or faulty, or open.</param>
/// <param name="Note">What was written down.</param>
/// <param name="TooLate">It is open and its latest moment has passed.</param>
public sealed record PrepareState(PrepareItem Item, StepOutcome Outcome, string Note, bool TooLate);

/// <summary>A message to whoever sold a box in which something was missing.</summary>
public sealed record SupplierMessage(string Box, string Text);

/// <summary>What has to be prepared for a case.</summary>
/// <param name="RigId">The rig it is derived from; null while none is chosen.</param>
/// <param name="Visit">When the rig is set up; null while not planned.</param>
/// <param name="Now">The present moment where the service stands, to count down from.</param>
/// <param name="Items">In order.</param>
/// <param name="ToPay">Price of all orders.</param>
/// <param name="Currency">Its currency.</param>
/// <param name="OutletsNeeded">Mains outlets needed at the set.</param>
/// <param name="OutletsFree">Mains outlets free there.</param>
/// <param name="Messages">One for each box in which something was missing.</param>
public sealed record PreparationView(
    Guid? RigId, Visit? Visit, DateTime Now,
    IReadOnlyList<PrepareState> Items, decimal ToPay, string Currency, int OutletsNeeded, int OutletsFree, IReadOnlyList<SupplierMessage> Messages);

/// <summary>How one thing stands.</summary>
/// <param name="RigId">The rig whose list it is.</param>
/// <param name="Outcome">As expected: done. Not as expected: missing or faulty.</param>
/// <param name="Was">What it stood at when it was read.</param>
/// <param name="Note">What was written down.</param>
/// <param name="WasNote">The note that was read; left out by writes that were kept on a device before notes were named.</param>
public sealed record PrepareReport(Guid RigId, StepOutcome Outcome, StepOutcome Was, string Note, string? WasNote = null);

/// <summary>When a case is visited.</summary>
/// <param name="Visit">Day and hour; null takes the plan back.</param>
/// <param name="Was">What was read.</param>
public sealed record VisitEntry(Visit? Visit, Visit? Was);

/// <summary>What one case asks for on a day.</summary>
public sealed record PackedCase(Guid CaseId, string Site, string Title, TimeOnly Time, IReadOnlyList<PrepareState> Items);

/// <summary>One thing, over all visits of a day.</summary>
/// <param name="Words">The thing.</param>
/// <param name="Pieces">Pieces over all visits; 1 for a tool, which is brought once.</param>
public sealed record PackedTotal(string Words, int Pieces);

/// <summary>What goes into the bag for a day.</summary>
/// <param name="On">The day.</param>
/// <param name="Cases">Its visits, earliest first.</param>
/// <param name="Totals">Everything together.</param>
/// <param name="Unreadable">Cases visited that day of which nothing can be read: what they need is not in the totals.</param>
public sealed record PackingView(DateOnly On, IReadOnlyList<PackedCase> Cases, IReadOnlyList<PackedTotal> Totals, IReadOnlyList<UnreadableCase> Unreadable);

internal static class PreparationEndpoints
{
    /// <summary>Years around today in which a visit may lie.</summary>
    private const int YearsAround = 5;

    public static void MapPreparation(this RouteGroupBuilder cases, RouteGroupBuilder api)
    {
        cases.MapGet("{caseId:guid}/preparation", Read).WithTags("Prepare").WithSummary("What to order, check, charge, fetch and pack, with what was ticked.");
        cases.MapPut("{caseId:guid}/preparation/{itemId}", Report).WritesCase().WithTags("Prepare").WithSummary("Says how one thing stands.");
        cases.MapPut("{caseId:guid}/visit", Plan).WritesCase().WithTags("Prepare").WithSummary("Says when the rig is set up.");
        api.MapGet("packing", Pack).WithTags("Prepare").WithSummary("What goes into the bag for every visit of a day.");
    }

    private static async Task<Results<Ok<PreparationView>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(await View(db, state, clock, cancel)) : Refusals.Unknown("case");

    private static async Task<PreparationView> View(NightfrostDb db, CaseState state, TimeProvider clock, CancellationToken cancel)
    {
        var now = clock.GetLocalNow().DateTime;
        var preparation = await state.FullPreparation(db, cancel);
        var missing = preparation.Items.Where(i => i.Kind == PrepareKind.Contents && state.Outcome(i.Id)?.Outcome == StepOutcome.NotAsExpected)
            .GroupBy(i => i.Of);
        return new(
            state.Rig is null ? null : state.Row.RigId, state.Visit, now, [.. preparation.Items.Select(i => Mark(state, i, now))], preparation.ToPay,
            state.Rig?.Site.Shelf.Currency ?? state.Shelf.Currency,
            preparation.OutletsNeeded, preparation.OutletsFree,
            [.. missing.Select(box => new SupplierMessage(box.Key, Preparation.MessageFor(box.Key, [.. box.Select(i => i.Words)])))]);
    }

    private static PrepareState Mark(CaseState state, PrepareItem item, DateTime now)
    {
        var row = state.Outcome(item.Id);
        return new(item, row?.Outcome ?? StepOutcome.Open, row?.Note ?? "", (row?.Outcome ?? StepOutcome.Open) == StepOutcome.Open && item.By < now);
    }

    private static async Task<Results<Ok<PreparationView>, JsonHttpResult<Refusal>>> Report(Guid caseId, string itemId, PrepareReport typed, NightfrostDb db,
        TimeProvider clock, CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Row.RigId == typed.RigId && state.Preparation.Items.All(i => i.Id != itemId))
            return Refusals.Unknown("thing to prepare");
        if (typed.Outcome == StepOutcome.AsExpected && state.Row.RigId == typed.RigId
            && state.Preparation.Items.First(i => i.Id == itemId) is { Kind: PrepareKind.Order, HeldBecause: { Length: > 0 } held })
            return Refusals.NotNow(held, "Ask the clinic or the dealer, and enter on Look who said so and when. Then order it.");
        if (StepMarks.Put(db, state, new(itemId, typed.RigId, typed.Outcome, typed.Was, typed.Note, typed.WasNote), clock.GetUtcNow()) is { } refused)
            return refused;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(db, (await CaseState.Load(db, caseId, cancel))!, clock, cancel));
    }

    private static async Task<Results<Ok<PreparationView>, JsonHttpResult<Refusal>>> Plan(Guid caseId, VisitEntry typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        var today = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
        if (typed.Visit is { } visit && (visit.On < today.AddYears(-YearsAround) || visit.On > today.AddYears(YearsAround)))
            return Refusals.Invalid(new FieldProblem("visit.on", FormattableString.Invariant($"{visit.On:yyyy-MM-dd} lies more than {YearsAround} years away."),
                "Enter the day of the visit."));
        if (state.Visit != typed.Was && state.Visit != typed.Visit)
            return Refusals.Stale("visit",
                [state.Visit is { } now ? FormattableString.Invariant($"It is now planned for {now.On:d MMM yyyy}, {now.Time:HH\\:mm}.")
                    : "It is no longer planned."], state.Row.LookVersion);
        (state.Row.VisitOn, state.Row.VisitTime, state.Row.ChangedAt) = (typed.Visit?.On, typed.Visit?.Time, clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(db, (await CaseState.Load(db, caseId, cancel))!, clock, cancel));
    }

    private static async Task<Ok<PackingView>> Pack(DateOnly on, NightfrostDb db, TimeProvider clock, ILogger<PackingView> log, CancellationToken cancel)
    {
        var now = clock.GetLocalNow().DateTime;
        var (shown, unreadable) = await CaseState.ShowAll(
            db,
            c => c.VisitOn == on,
            c => c.Visit?.On != on || c.Rig is null || c.Row.HandedOverAt is not null ? null
                : new PackedCase(c.Row.Id, c.Row.Site!.Name, c.Row.Title, c.Visit.Time,
                    [.. c.Preparation.Items.Where(i => i.Kind == PrepareKind.Pack).Select(i => Mark(c, i, now))]),
            log, cancel);
        var cases = shown.OfType<PackedCase>().OrderBy(c => c.Time).ToList();
        return TypedResults.Ok(new PackingView(on, cases,
            [.. cases.SelectMany(c => c.Items).GroupBy(i => i.Item.Words)
                .Select(g => new PackedTotal(g.Key, g.First().Item.Pieces == 0 ? 1 : g.Sum(i => i.Item.Pieces)))],
            unreadable));
    }
}
