using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core;
using Nightfrost.Core.Line;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;
using Nightfrost.Data;
using Nightfrost.Data.Cases;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Timing;

/// <summary>A verdict against one tolerance set.</summary>
public sealed record ToleranceVerdict(Tolerance Tolerance, SkewVerdict Verdict, bool IsTheirs);

/// <summary>A take as it is listed.</summary>
/// <param name="Id">The take.</param>
/// <param name="FramesPerSecond">Frame rate.</param>
/// <param name="Frames">Frames from flash to click.</param>
/// <param name="ClickOnWaveform">The click was read on the waveform.</param>
/// <param name="SkewMs">Skew as filmed, ms.</param>
/// <param name="SettingMs">Delay added by the set's settings when it was filmed, ms.</param>
/// <param name="PictureMode">Picture mode when it was filmed.</param>
/// <param name="Counts">False when it was filmed in another picture mode, where that matters.</param>
/// <param name="At">When, UTC.</param>
public sealed record TakeView(
    Guid Id, double FramesPerSecond, double Frames, bool ClickOnWaveform, double SkewMs, int SettingMs, PictureMode PictureMode, bool Counts,
    DateTimeOffset At);

/// <summary>One listener on Tune.</summary>
/// <param name="Row">The line with its forecast.</param>
/// <param name="Takes">Takes so far.</param>
/// <param name="Measured">What they say; null without takes.</param>
/// <param name="OffByMs">Measured minus predicted median, ms.</param>
/// <param name="TooWide">± is more than half the way to the nearest limit.</param>
/// <param name="Verdicts">Against every tolerance set; empty without takes.</param>
public sealed record TuneRow(LineRow Row,
    IReadOnlyList<TakeView> Takes, Measured? Measured, double? OffByMs, bool TooWide, IReadOnlyList<ToleranceVerdict> Verdicts);

/// <summary>Everything on Tune.</summary>
/// <param name="RigId">The rig in use; null while none is chosen.</param>
/// <param name="Rows">Listeners and the room.</param>
/// <param name="Settings">The set's delay settings.</param>
/// <param name="AsItStands">What the values they stand at do.</param>
/// <param name="Best">The best values.</param>
/// <param name="CameraOffsetMs">The camera's own skew, ms.</param>
/// <param name="CameraUncertaintyMs">Its standard uncertainty, ms.</param>
public sealed record TuneView(
    Guid? RigId, IReadOnlyList<TuneRow> Rows, IReadOnlyList<DelaySetting> Settings, DelayChoice? AsItStands, DelayChoice? Best, double CameraOffsetMs,
    double CameraUncertaintyMs);

/// <summary>A new take.</summary>
public sealed record NewTake(Guid RigId, string ListenerId, double FramesPerSecond, double Frames, bool ClickOnWaveform);

/// <summary>Values of the delay settings to be judged, one for each setting.</summary>
public sealed record DelayValues(IReadOnlyList<int> ValuesMs);

/// <summary>Values that were set on the set itself, one for each setting.</summary>
/// <param name="ValuesMs">What each stands at now.</param>
/// <param name="WereMs">What each stood at when it was read.</param>
public sealed record DelaysSet(IReadOnlyList<int> ValuesMs, IReadOnlyList<int> WereMs);

/// <summary>The camera's own skew, from a hand clap at arm's length.</summary>
/// <param name="OffsetMs">Skew, ms, −500 to 500.</param>
/// <param name="UncertaintyMs">Standard uncertainty, ms, 0 to 200.</param>
public sealed record CameraSkew(double OffsetMs, double UncertaintyMs);

/// <summary>The camera's own skew as it was found.</summary>
/// <param name="Now">What it is.</param>
/// <param name="Was">What was read.</param>
public sealed record CameraFound(CameraSkew Now, CameraSkew Was);

internal static class TuneEndpoints
{
    private const int MostTakes = 200;

    public static void MapTune(this RouteGroupBuilder cases)
    {
        var tune = cases.MapGroup("{caseId:guid}/tune").WithTags("Tune");
        tune.MapGet("", Read).WithSummary("Forecasts, takes, verdicts and the best delay settings.");
        tune.MapPost("takes", Add).WritesCase().WithSummary("Adds a take.");
        tune.MapDelete("takes/{takeId:guid}", Remove).WritesCase().WithSummary("Takes a take out; it can be put back.");
        tune.MapPost("takes/{takeId:guid}/restore", Restore).WritesCase().WithSummary("Puts a take back.");
        tune.MapPut("camera", SetCamera).WritesCase().WithSummary("Sets the camera's own skew.");
        tune.MapPut("delays", SetDelays).WritesCase().WithSummary("Says that the delay settings now stand at these values.");
        tune.MapPost("verdict", Judge).WithMetadata(new AsksOnly()).WithSummary("What given delay values do to every listener.");
    }

    private static async Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> Read(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is { } state ? TypedResults.Ok(View(state)) : Refusals.Unknown("case");

    private static async Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> Add(Guid caseId, NewTake typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Row.RigId != typed.RigId || state.Rig is null)
            return Refusals.Stale("rig", ["Another rig was chosen: measure again with it."], state.Row.LookVersion);
        if (state.Rig.Routes.All(r => r.AtEar.Listener.Id != typed.ListenerId))
            return Refusals.Invalid(new FieldProblem("listenerId", "This rig serves no such listener.", "Choose one of the listeners on the line board."));
        if (FrameTake.Problems(new(typed.FramesPerSecond, typed.Frames, typed.ClickOnWaveform)) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        if (state.Takes(typed.ListenerId).Count >= MostTakes)
            return Refusals.Invalid(new FieldProblem("takes", $"There are {MostTakes} takes already.", "Take some out first."));
        db.Takes.Add(new TakeRow
        {
            Id = Guid.CreateVersion7(),
            CaseId = caseId,
            RigId = typed.RigId,
            ListenerId = typed.ListenerId,
            FramesPerSecond = typed.FramesPerSecond,
            Frames = typed.Frames,
            ClickOnWaveform = typed.ClickOnWaveform,
            SettingMs = state.SettingMs(typed.ListenerId),
            PictureMode = state.Rig.Site.Look.Set.PictureMode,
            At = clock.GetUtcNow(),
        });
        state.Row.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(state));
    }

    private static Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> Remove(Guid caseId, Guid takeId, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel) =>
        Mark(caseId, takeId, clock.GetUtcNow(), db, cancel);

    private static Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> Restore(Guid caseId, Guid takeId, NightfrostDb db, CancellationToken cancel) =>
        Mark(caseId, takeId, null, db, cancel);

    private static async Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> Mark(Guid caseId, Guid takeId, DateTimeOffset? deletedAt, NightfrostDb db,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Row.Takes.FirstOrDefault(t => t.Id == takeId) is not { } take)
            return Refusals.Unknown("take");
        take.DeletedAt = deletedAt;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(state));
    }

    private static async Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> SetCamera(Guid caseId, CameraFound found, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        var typed = found.Now;
        if (Math.Abs(typed.OffsetMs) > 500)
            return Refusals.Invalid(new FieldProblem("now.offsetMs", FormattableString.Invariant($"{typed.OffsetMs} ms is more than 500 ms."),
                "Film a hand clap at arm's length and count its own frames."));
        if (typed.UncertaintyMs is < 0 or > 200)
            return Refusals.Invalid(new FieldProblem("now.uncertaintyMs", FormattableString.Invariant($"{typed.UncertaintyMs} ms lies outside 0 to 200 ms."),
                "Enter the spread of your clap takes."));
        var stands = new CameraSkew(state.Row.CameraOffsetMs, state.Row.CameraUncertaintyMs);
        if (stands != found.Was && stands != typed)
            return Refusals.Stale("camera",
                [FormattableString.Invariant($"Its own skew now stands at {stands.OffsetMs} ms, uncertain by {stands.UncertaintyMs} ms.")],
                state.Row.LookVersion);
        (state.Row.CameraOffsetMs, state.Row.CameraUncertaintyMs, state.Row.ChangedAt) = (typed.OffsetMs, typed.UncertaintyMs, clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(state));
    }

    private static async Task<Results<Ok<DelayChoice>, JsonHttpResult<Refusal>>> Judge(Guid caseId, DelayValues typed, NightfrostDb db,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Rig is null)
            return Refusals.NotNow("No rig is chosen.", "Choose one on Route first.");
        var settings = state.Rig.Site.Look.Set.DelaySettings;
        return Problems(settings, typed.ValuesMs) is { Count: > 0 } problems
            ? Refusals.Invalid(problems)
            : TypedResults.Ok(DelaySettings.Try(settings, typed.ValuesMs, Movable(state)));
    }

    private static async Task<Results<Ok<TuneView>, JsonHttpResult<Refusal>>> SetDelays(Guid caseId, DelaysSet typed, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await CaseState.Load(db, caseId, cancel) is not { } state)
            return Refusals.Unknown("case");
        if (state.Rig is not { } rig || state.Plan is not { } plan)
            return Refusals.NotNow("No rig is chosen.", "Choose one on Route first.");
        var settings = rig.Site.Look.Set.DelaySettings;
        if (Problems(settings, typed.ValuesMs) is { Count: > 0 } problems)
            return Refusals.Invalid(problems);
        var standing = settings.Select(s => s.StandsAtMs).ToList();
        if (standing.SequenceEqual(typed.ValuesMs))
            return TypedResults.Ok(View(state));
        if (!standing.SequenceEqual(typed.WereMs))
            return Refusals.Stale("delay", [.. settings.Select(s => $"{s.Name} stands at {s.StandsAtMs} ms.")], state.Row.LookVersion);

        // Rig and look move together, so that setting a delay does not put the rig out of date.
        var values = settings.Zip(typed.ValuesMs).ToDictionary(pair => pair.First.Name, pair => pair.Second);
        state.Row.Rig = plan with { Look = plan.Look with { Set = plan.Look.Set.WithDelays(values) } };
        await LookVersions.Add(db, state.Row, state.Look with { Set = state.Look.Set.WithDelays(values) }, clock, cancel);
        return TypedResults.Ok(View((await CaseState.Load(db, caseId, cancel))!));
    }

    private static List<FieldProblem> Problems(IReadOnlyList<DelaySetting> settings, IReadOnlyList<int> valuesMs)
    {
        if (valuesMs.Count != settings.Count)
            return [new("valuesMs", $"{valuesMs.Count} values for {settings.Count} settings.", "Send one value for each delay setting.")];
        return
        [
            .. settings.Zip(valuesMs).Select((pair, i) => (Setting: pair.First, Ms: pair.Second, At: i))
                .Where(v => v.Ms < v.Setting.LowMs || v.Ms > v.Setting.HighMs)
                .Select(v => new FieldProblem($"valuesMs[{v.At}]", $"{v.Ms} ms lies outside {v.Setting.LowMs} to {v.Setting.HighMs} ms.",
                    "Stay inside the range of the setting.")),
        ];
    }

    private static TuneView View(CaseState state)
    {
        if (state.Rig is not { } rig || state.Arrivals is not { } arrivals)
            return new(null, [], [], null, null, state.Row.CameraOffsetMs, state.Row.CameraUncertaintyMs);
        var settings = rig.Site.Look.Set.DelaySettings;
        var movable = Movable(state);
        return new(
            state.Row.RigId, [.. LineBoard.Of(rig, arrivals).Select(row => RowOf(state, row))], settings,
            DelaySettings.Try(settings, [.. settings.Select(s => s.StandsAtMs)], movable), DelaySettings.Best(settings, movable), state.Row.CameraOffsetMs,
            state.Row.CameraUncertaintyMs);
    }

    private static TuneRow RowOf(CaseState state, LineRow row)
    {
        var takes = state.Takes(row.ListenerId)
            .Select(t => new TakeView(t.Id, t.FramesPerSecond, t.Frames, t.ClickOnWaveform, CaseState.TakeOf(t).SkewMs, t.SettingMs, t.PictureMode,
                state.Counts(t), t.At)).ToList();
        var measured = state.MeasuredOf(row.ListenerId);
        return new(
            row, takes, measured, measured?.OffByMs(row.Forecast?.MedianMs), measured is not null && FrameMeasurement.TooWide(measured, row.Tolerance),
            measured is null ? [] : [.. Tolerances.All.Select(t => new ToleranceVerdict(t, FrameMeasurement.Against(measured, t), t.Id == row.Tolerance.Id))]);
    }

    /// <summary>Every arrival that a delay setting may move, the room's included.</summary>
    private static List<MovableArrival> Movable(CaseState state)
    {
        var (rig, arrivals) = (state.Rig!, state.Arrivals!);
        var room = rig.Site.RoomHears is not null ? arrivals.Room(rig) : null;
        var movable = new List<MovableArrival>();
        foreach (var route in rig.Routes)
        {
            if (arrivals.Of(route) is not { } arrival)
                continue;
            var listener = route.AtEar.Listener;
            movable.Add(new(
                listener.Id, listener.Name, route.Feed.Socket.Id, arrival.Distribution, state.MeasuredOf(listener.Id), LineBoard.ToleranceOf(listener), false,
                room is not null && route.AtEar.Receiver.OpenToRoom));
        }

        if (room is not null)
            movable.Add(new(LineBoard.RoomRow, "Room", (rig.RoomFeed?.Socket ?? rig.Site.BarSocket)?.Id, room.Distribution, null,
                Tolerances.Find(Tolerances.Broadcast)!, true, false));
        return movable;
    }
}
