using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Cases;

/// <summary>A measured skew of one listener, and how far the forecast was off.</summary>
/// <param name="ListenerId">Whose.</param>
/// <param name="Measured">The measurement.</param>
/// <param name="OffByMs">Measured minus predicted median, ms; null when nothing was predicted.</param>
/// <param name="InStep">Probability of being inside, from the measurement.</param>
public sealed record MeasuredRow(string ListenerId, Measured Measured, double? OffByMs, double InStep);

/// <summary>The rig fixed to a case, as it stands now.</summary>
/// <param name="RigId">New with every choice.</param>
/// <param name="ChosenAt">When it was chosen, UTC.</param>
/// <param name="View">The rig in words and numbers.</param>
/// <param name="Changes">What changed on Look since; empty when it is up to date.</param>
/// <param name="MissingDevices">Devices of it that are no longer on the shelf.</param>
/// <param name="Measured">What was measured with it.</param>
public sealed record ChosenRig(
    Guid RigId, DateTimeOffset ChosenAt, RigView View, IReadOnlyList<string> Changes, IReadOnlyList<string> MissingDevices, IReadOnlyList<MeasuredRow> Measured)
{
    /// <summary>True when it must be checked before it is relied on.</summary>
    public bool OutOfDate => Changes.Count > 0 || MissingDevices.Count > 0;
}

/// <summary>One case with everything that hangs on it, loaded and rebuilt.</summary>
internal sealed class CaseState
{
    private readonly Lazy<Preparation> _preparation;

    private CaseState(CaseRow row, ShelfNow shelf, RebuiltRig rebuilt)
    {
        (Row, Shelf, ShelfVersion, Look) = (row, shelf.Shelf, shelf.Version, row.Look.Value with { Markings = shelf.Markings });
        (Plan, Rig, Arrivals, Steps) = rebuilt;
        Visit = row.VisitOn is { } on ? new(on, row.VisitTime ?? new(10, 0)) : null;
        _preparation = new(() => PreparationWith([]));
    }

    public CaseRow Row { get; }
    public Shelf Shelf { get; }

    /// <summary>Version of the shelf it was loaded with.</summary>
    public long ShelfVersion { get; }

    /// <summary>The look as it stands.</summary>
    public Look Look { get; }

    /// <summary>The rig in use as it is kept; null while none is chosen.</summary>
    public RigPlan? Plan { get; }

    /// <summary>The rig in use, rebuilt; null while none is chosen or it no longer fits together.</summary>
    public Rig? Rig { get; }
    public Arrivals? Arrivals { get; }
    public IReadOnlyList<Step> Steps { get; }

    /// <summary>When the rig is set up; null while not planned.</summary>
    public Visit? Visit { get; }

    /// <summary>What has to be prepared for the rig in use, without what other visits know of its menus.</summary>
    public Preparation Preparation => _preparation.Value;

    /// <summary>The same with menu paths that were met on other visits to TVs of its model.</summary>
    public async Task<Preparation> FullPreparation(NightfrostDb db, CancellationToken cancel) =>
        PreparationWith(Plan is null ? [] : await db.MenuPathsOf(Plan.Look.Set.Model, cancel));

    private Preparation PreparationWith(IReadOnlyList<MenuPath> menuPathsElsewhere) => Rig is null ? Preparation.None
        : Preparation.For(Rig, Visit,
            Row.Steps.Where(s => s.RigId == Row.RigId && s.Outcome == StepOutcome.NotAsExpected).Select(s => s.StepId).ToHashSet(), menuPathsElsewhere);

    /// <summary>Loads one standing case, or null.</summary>
    public static async Task<CaseState?> Load(NightfrostDb db, Guid id, CancellationToken cancel)
    {
        if (await With(db.Cases).FirstOrDefaultAsync(c => c.Id == id && c.DeletedAt == null, cancel) is not { } row)
            return null;
        return new(row, await db.ShelfNow(cancel), db.CaseMemory().Rig(db, row));
    }

    /// <summary>Shows some standing cases, last changed first; one that cannot be read or worked out hides no other.</summary>
    /// <param name="db">The database.</param>
    /// <param name="which">Which of the standing cases.</param>
    /// <param name="show">What is shown of a case.</param>
    /// <param name="log">Told of what cannot be read.</param>
    /// <param name="cancel">Stops the work.</param>
    public static async Task<(IReadOnlyList<T> Shown, IReadOnlyList<UnreadableCase> Unreadable)> ShowAll<T>(NightfrostDb db,
        Expression<Func<CaseRow, bool>> which, Func<CaseState, T> show, ILogger log, CancellationToken cancel)
    {
        var shelf = await db.ShelfNow(cancel);
        var (shown, unreadable) = (new List<T>(), new List<UnreadableCase>());
        foreach (var row in await With(db.Cases.AsNoTracking()).Where(c => c.DeletedAt == null).Where(which).OrderByDescending(c => c.ChangedAt)
            .ToListAsync(cancel))
        {
            cancel.ThrowIfCancellationRequested();
            try
            {
                shown.Add(show(new CaseState(row, shelf, db.CaseMemory().Rig(db, row))));
            }
            catch (Exception e) when (UnreadableLog.IsOfOneThing(e))
            {
                log.CannotBeRead(e, "case", row.Id);
                unreadable.Add(new(row.Id, row.Site!.Name, row.Title, row.VisitOn));
            }
        }

        return (shown, unreadable);
    }

    /// <summary>Outcome of one step of the rig in use.</summary>
    public StepRow? Outcome(string stepId) => Row.Steps.FirstOrDefault(s => s.RigId == Row.RigId && s.StepId == stepId);

    /// <summary>How a step or a thing to prepare of the rig in use went; open while nobody has said.</summary>
    public StepOutcome WentHow(string stepId) => Outcome(stepId)?.Outcome ?? StepOutcome.Open;

    /// <summary>Ids of the steps that went as expected.</summary>
    public IReadOnlySet<string> WentWell => Steps.Select(s => s.Id).Where(id => WentHow(id) == StepOutcome.AsExpected).ToHashSet();

    /// <summary>Takes of one listener with the rig in use, oldest first.</summary>
    public IReadOnlyList<TakeRow> Takes(string listenerId) =>
        [.. Row.Takes.Where(t => t.RigId == Row.RigId && t.ListenerId == listenerId && t.DeletedAt == null).OrderBy(t => t.At).ThenBy(t => t.Id)];

    /// <summary>False for a take that was filmed in another picture mode, where that matters.</summary>
    public bool Counts(TakeRow take) =>
        RouteOf(take.ListenerId) is { } route
            && (take.PictureMode == route.Site.Look.Set.PictureMode || !Skew.HangsOnPictureMode(route.Site.Look, route.Feed.Socket));

    /// <summary>Measured skew of one listener with the delay settings as they stand, or null without a take that counts.</summary>
    public Measured? MeasuredOf(string listenerId)
    {
        var takes = Takes(listenerId).Where(Counts).ToList();
        if (takes.Count == 0)
            return null;
        var standsAt = SettingMs(listenerId);
        return FrameMeasurement.Of(
            [.. takes.Select(t => TakeOf(t) with { DelayedMs = t.SettingMs - standsAt })], Row.CameraOffsetMs, Row.CameraUncertaintyMs);
    }

    /// <summary>A take as it was filmed.</summary>
    public static FrameTake TakeOf(TakeRow take) => new(take.FramesPerSecond, take.Frames, take.ClickOnWaveform);

    /// <summary>Delay added on one listener's way by the set's settings as they stand, ms.</summary>
    public int SettingMs(string listenerId) =>
        RouteOf(listenerId) is { } route ? DelaySettings.StandAtMs(route.Site.Look.Set.DelaySettings, route.Feed.Socket.Id) : 0;

    /// <summary>Steps that must not be passed over and are not done.</summary>
    public IEnumerable<Step> OpenMandatory => Steps.Where(s => s.Mandatory && WentHow(s.Id) == StepOutcome.Open);

    /// <summary>True when the case is handed over and a step that must not be skipped is still open.</summary>
    public bool IsHandedOverInPart => Row.HandedOverAt is not null && OpenMandatory.Any();

    /// <summary>How far the case has come.</summary>
    public Progress Progress
    {
        get
        {
            var outcomes = Steps.Select(s => WentHow(s.Id)).ToList();
            return new(
                Look, Plan is not null, Chosen()?.OutOfDate ?? Plan is not null, Preparation.Items.Count(i => WentHow(i.Id) == StepOutcome.Open),
                outcomes.Count(o => o != StepOutcome.Open), outcomes.Count(o => o == StepOutcome.Open), outcomes.Count(o => o == StepOutcome.NotAsExpected),
                Rig?.Routes.Count(r => Arrivals?.Of(r) is not null && MeasuredOf(r.AtEar.Listener.Id) is null) ?? 0,
                [.. Rig?.Routes.Select(r => r.AtEar.Listener)
                    .Where(l => MeasuredOf(l.Id) is { } m && FrameMeasurement.Against(m, LineBoard.ToleranceOf(l)) != SkewVerdict.Inside)
                    .Select(l => l.Name) ?? []],
                Row.HandedOverAt is not null)
            {
                MandatoryOpen = OpenMandatory.Count(),
            };
        }
    }

    /// <summary>The rig in use as it is shown; null while none is chosen or it no longer fits together.</summary>
    public ChosenRig? Chosen()
    {
        if (Plan is not { } plan || Rig is not { } rig || Arrivals is not { } arrivals || Row.RigId is not { } rigId)
            return null;
        var view = RigViews.Of(new RankedRig("Chosen", rig, rig.Score(arrivals), true), arrivals, measured: MeasuredEars());
        var measured = new List<MeasuredRow>();
        foreach (var row in view.Rows)
        {
            if (MeasuredOf(row.ListenerId) is { } m)
                measured.Add(new(row.ListenerId, m, m.OffByMs(row.Forecast?.MedianMs), m.ProbabilityInside(row.Tolerance)));
        }

        return new(rigId, Row.RigChosenAt ?? Row.ChangedAt, view, LookChanges.Between(plan.Look, Look, Shelf.NameOf), plan.MissingFrom(Shelf), measured);
    }

    /// <summary>What was measured with the rig in use, ear by ear.</summary>
    public IReadOnlyList<MeasuredEar> MeasuredEars()
    {
        var ears = new List<MeasuredEar>();
        foreach (var listener in Rig?.Routes.Select(r => r.AtEar.Listener) ?? [])
        {
            if (MeasuredOf(listener.Id) is { } m)
                ears.Add(new(listener.Id, m.SkewMs, m.ProbabilityInside(LineBoard.ToleranceOf(listener))));
        }

        return ears;
    }

    private Core.Routing.Route? RouteOf(string listenerId) => Rig?.Routes.FirstOrDefault(r => r.AtEar.Listener.Id == listenerId);

    private static IQueryable<CaseRow> With(IQueryable<CaseRow> cases) => cases.Include(c => c.Site).Include(c => c.Steps).Include(c => c.Takes).AsSplitQuery();
}
