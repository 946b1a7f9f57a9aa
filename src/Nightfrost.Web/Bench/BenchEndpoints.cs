using Microsoft.AspNetCore.Http.HttpResults;
using Nightfrost.Core.Bench;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Bench;

internal static class BenchEndpoints
{
    public static void MapBench(this RouteGroupBuilder cases, RouteGroupBuilder api)
    {
        api.MapGet("bench/limits", () => TypedResults.Ok(BenchLimits.All)).WithTags("Bench")
            .WithSummary("What is simulated, what is not, and with which values.");
        cases.MapGet("{caseId:guid}/watched", Watch).WithTags("Bench").WithSummary("The visit of a case carried out on simulated devices, step by step.");
        cases.MapGet("{caseId:guid}/faults", Causes).WithTags("Bench")
            .WithSummary("What may stop the sound of a case, what of it shows by a look, and what tells the rest apart.");
    }

    private static async Task<Results<Ok<FaultReport>, JsonHttpResult<Refusal>>> Causes(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is not { } state ? Refusals.Unknown("case")
            : state.Rig is { } rig ? TypedResults.Ok(FaultReport.Of(rig))
            : Refusals.NotNow("This case has no rig yet.", "Choose one on Route.");

    private static async Task<Results<Ok<WatchedVisit>, JsonHttpResult<Refusal>>> Watch(Guid caseId, NightfrostDb db, CancellationToken cancel) =>
        await CaseState.Load(db, caseId, cancel) is not { } state ? Refusals.Unknown("case")
            : state.Rig is { } rig ? TypedResults.Ok(WatchedVisit.Of(rig, state.Steps))
            : Refusals.NotNow("This case has no rig yet.", "Choose one on Route.");
}
