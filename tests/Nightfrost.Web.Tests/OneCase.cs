using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;

namespace Nightfrost.Web.Tests;

/// <summary>A case of one listener at one socket, beside the demo's.</summary>
/// <param name="cluster">The database server.</param>
public abstract class OneCase(Cluster cluster) : DemoVisit(cluster)
{
    protected static Look Simple { get; } = new(
        TelevisionSet.Unseen with
        {
            SpeakersCanBeOff = Known.Yes,
            Sockets = [new() { Id = "optical", Kind = SocketKind.OpticalSquare, State = SocketState.Free, FollowsPicture = Known.Yes, Pcm = Known.Yes }],
            DelaySettings = [new("delay", 0, 100, 10, 0, false, ["optical"])]
        },
        [new() { Id = "seat", Name = "Seat 1", SeatDistanceM = 2.5, ReceiverId = "fulmer-over", OpenToAnother = false, ClearLine = Known.Yes }], []);

    protected async Task<CaseDetail> Open() =>
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Saltern Row 4", "A test of the way")));

    protected async Task<CaseDetail> Save(CaseDetail detail, Look look) =>
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/look", new SaveLook(detail.Version, look)));

    protected async Task<CaseDetail> Choose(CaseDetail detail, RankedRigs rigs) =>
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{detail.Id}/rig",
            new ChooseRig(detail.Version, detail.Rig?.RigId, rigs.Rigs[0].Plan)));

    protected async Task<CaseDetail> WithRig()
    {
        var looked = await Save(await Open(), Simple);
        return await Choose(looked, await Me.Read<RankedRigs>($"/api/cases/{looked.Id}/rigs"));
    }

    protected Task<HttpResponseMessage> Report(Guid id, CaseDetail detail, StepState step, StepOutcome outcome, string note = "", Codec? codec = null) =>
        Me.Send(HttpMethod.Put, $"/api/cases/{id}/run-sheet/{Uri.EscapeDataString(step.Step.Id)}",
            new StepReport(detail.Rig!.RigId, outcome, step.Outcome, note, codec, step.Note, "out of order in this test"));
}
