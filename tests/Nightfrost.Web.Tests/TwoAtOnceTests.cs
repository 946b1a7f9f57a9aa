using System.Net;
using Nightfrost.Core.Runsheet;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>One case in two pairs of hands, or sent twice: nothing is written over unseen, nothing counts twice.</summary>
public class TwoAtOnceTests(Cluster cluster) : OneCase(cluster)
{
    [Fact]
    public async Task Two_tabs_that_edit_one_case_never_write_over_each_other_unseen()
    {
        var made = await Open();
        await Save(made, Simple);
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look",
            new SaveLook(made.Version, Simple with { Owned = [new("supply-5v", 1)] })), HttpStatusCode.Conflict);
        Assert.Equal("urn:nightfrost:stale", refusal.Type);
        Assert.Contains("Optical: added.", refusal.Changes);
        Assert.Equal(2, refusal.CurrentVersion);
        Assert.Equal(Simple.Set.Sockets[0].Id, (await Me.Read<CaseDetail>($"/api/cases/{made.Id}")).Look.Set.Sockets.Single().Id);
    }

    [Fact]
    public async Task Two_saves_at_the_same_moment_leave_one_winner_and_one_refusal()
    {
        var made = await Open();
        using var other = await App.Visit();
        var answers = await Task.WhenAll(
            Me.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look", new SaveLook(1, Simple)),
            other.Send(HttpMethod.Put, $"/api/cases/{made.Id}/look", new SaveLook(1, Simple with { Owned = [new("supply-5v", 2)] })));
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Conflict], answers.Select(a => a.StatusCode).Order());
    }

    [Fact]
    public async Task A_repeated_write_with_the_same_key_does_nothing_twice()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false);
        var first = await (await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-1")).Content.ReadAsStringAsync();
        var again = await (await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-1")).Content.ReadAsStringAsync();
        Assert.Equal(first, again);
        Assert.Single((await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("a", "b"), "key-1"), HttpStatusCode.Conflict);
        await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "key-2");
        Assert.Equal(2, (await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes.Count);
    }

    [Fact]
    public async Task Ten_repeats_at_once_still_count_once()
    {
        var chosen = await WithRig();
        var take = new NewTake(chosen.Rig!.RigId, "seat", 60, 2, false);
        await Task.WhenAll(Enumerable.Range(0, 10).Select(_ => Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/tune/takes", take, "same")));
        Assert.Single((await Me.Read<TuneView>($"/api/cases/{chosen.Id}/tune")).Rows[0].Takes);
    }

    [Fact]
    public async Task A_deleted_case_can_be_put_back_with_everything_in_it()
    {
        var chosen = await WithRig();
        await Me.Send(HttpMethod.Delete, $"/api/cases/{chosen.Id}");
        await Visitor.Refused(await Me.Get($"/api/cases/{chosen.Id}"), HttpStatusCode.NotFound);
        Assert.DoesNotContain(await Me.Cases(), c => c.Id == chosen.Id);
        var back = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Post, $"/api/cases/{chosen.Id}/restore"));
        Assert.Equal(chosen.Rig!.RigId, back.Rig!.RigId);
    }

    [Fact]
    public async Task A_case_is_renamed_unless_somebody_renamed_it_meanwhile()
    {
        var made = await Open();
        var renamed = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Patch, $"/api/cases/{made.Id}",
            new RenameCase("Saltern Row 4", "New words", made.Site, made.Title)));
        Assert.Equal(("Saltern Row 4", "New words"), (renamed.Site, renamed.Title));
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Patch, $"/api/cases/{made.Id}", new RenameCase("x", "y", made.Site, made.Title)),
            HttpStatusCode.Conflict);
        Assert.Contains("New words", refusal.Changes.Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Two_people_who_hand_over_at_once_leave_one_winner_and_one_who_is_told()
    {
        var chosen = await WithRig();
        foreach (var step in (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps)
            await Report(chosen.Id, chosen, step, StepOutcome.AsExpected);
        using var other = await App.Visit();
        var answers = await Task.WhenAll(new[] { Me, other }.Select(who =>
            who.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/handover", new HandoverMark(true, false))));
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Conflict], answers.Select(a => a.StatusCode).Order());
        var refusal = await Visitor.Refused(answers.Single(a => a.StatusCode == HttpStatusCode.Conflict), HttpStatusCode.Conflict);
        Assert.Equal(["It was handed over meanwhile."], refusal.Changes);
        Assert.NotNull((await Me.Read<CaseDetail>($"/api/cases/{chosen.Id}")).HandedOverAt);
    }

    [Fact]
    public async Task Another_rig_chosen_meanwhile_is_told_with_what_differs()
    {
        var chosen = await Me.Read<CaseDetail>($"/api/cases/{(await Me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id}");
        var rigs = await Me.Read<RankedRigs>($"/api/cases/{chosen.Id}/rigs");
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(chosen.Version, chosen.Rig!.RigId, rigs.Rigs[1].Plan)));
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/rig",
            new ChooseRig(chosen.Version, chosen.Rig.RigId, rigs.Rigs[0].Plan)), HttpStatusCode.Conflict);
        Assert.Equal("Another rig was chosen meanwhile.", refusal.Changes[0]);
        Assert.Contains(refusal.Changes, c => c.StartsWith("Edda: ", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_note_sent_without_the_note_that_was_read_replaces_none()
    {
        var chosen = await WithRig();
        var step = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps[0];
        var path = $"/api/cases/{chosen.Id}/run-sheet/{step.Step.Id}";
        var report = new StepReport(chosen.Rig!.RigId, StepOutcome.NotAsExpected, StepOutcome.Open, "the door is locked", null);
        await Visitor.Body<RunSheetView>(await Me.Send(HttpMethod.Put, path, report));
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, path, report with { Was = StepOutcome.NotAsExpected, Note = "nobody is at home" }),
            HttpStatusCode.Conflict);
        Assert.Equal(["It was marked not as expected: the door is locked.", "Your note says: nobody is at home."], refusal.Changes);
        var kept = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps[0];
        Assert.Equal("the door is locked", kept.Note);
        // The same again is no conflict, and neither is a note that names what it replaces.
        await Visitor.Body<RunSheetView>(await Me.Send(HttpMethod.Put, path, report));
        await Visitor.Body<RunSheetView>(await Me.Send(HttpMethod.Put, path,
            report with { Was = StepOutcome.NotAsExpected, Note = "nobody is at home", WasNote = "the door is locked" }));
    }

    [Fact]
    public async Task A_step_ticked_elsewhere_is_not_unticked_unseen()
    {
        var chosen = await WithRig();
        var step = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps[0];
        await Report(chosen.Id, chosen, step, StepOutcome.NotAsExpected, "no answer");
        var refusal = await Visitor.Refused(await Report(chosen.Id, chosen, step, StepOutcome.AsExpected), HttpStatusCode.Conflict);
        Assert.Contains("no answer", refusal.Changes.Single(), StringComparison.Ordinal);
    }
}
