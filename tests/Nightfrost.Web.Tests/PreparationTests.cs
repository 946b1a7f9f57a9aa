using System.Net;
using Nightfrost.Core.Runsheet;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;

namespace Nightfrost.Web.Tests;

public class PreparationTests(Cluster cluster) : IAsyncLifetime
{
    private NightfrostApp _app = null!;
    private Visitor _me = null!;
    private string _path = "";

    public async ValueTask InitializeAsync()
    {
        _app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        _me = await _app.Visit();
        _path = $"/api/cases/{(await _me.Cases()).Single(c => c.Title.StartsWith("Two sources", StringComparison.Ordinal)).Id}";
    }

    public async ValueTask DisposeAsync()
    {
        _me.Dispose();
        await _app.DisposeAsync();
    }

    private Task<PreparationView> Read() => _me.Read<PreparationView>($"{_path}/preparation");

    private Task<HttpResponseMessage> Mark(PreparationView view, string id, StepOutcome outcome, string note = "", StepOutcome was = StepOutcome.Open) =>
        _me.Send(HttpMethod.Put, $"{_path}/preparation/{id}", new PrepareReport(view.RigId!.Value, outcome, was, note, null));

    [Fact]
    public async Task A_streamer_that_nobody_confirmed_is_not_ordered_and_may_be_said_to_be_missing()
    {
        _path = $"/api/cases/{(await _me.Cases()).Single(c => c.Title.StartsWith("Aids, and", StringComparison.Ordinal)).Id}";
        var detail = await _me.Read<CaseDetail>(_path);
        var look = detail.Look with { Listeners = [.. detail.Look.Listeners.Select(l => l with { AidsConfirmedBy = "", AidsConfirmedOn = null })] };
        var saved = await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Put, $"{_path}/look", new SaveLook(detail.Version, look)));
        var best = (await _me.Read<RankedRigs>($"{_path}/rigs")).Rigs[0];
        await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Put, $"{_path}/rig", new ChooseRig(saved.Version, saved.Rig?.RigId, best.Plan)));
        var view = await Read();
        var held = view.Items.First(i => i.Item.Kind == PrepareKind.Order && i.Item.HeldBecause.Length > 0);
        var refusal = await Visitor.Refused(await Mark(view, held.Item.Id, StepOutcome.AsExpected, was: held.Outcome), HttpStatusCode.Conflict);
        Assert.Equal(held.Item.HeldBecause, refusal.Title);
        await Visitor.Body<PreparationView>(await Mark(view, held.Item.Id, StepOutcome.NotAsExpected, "asked the clinic", held.Outcome));
    }

    [Fact]
    public async Task The_next_thing_of_a_chosen_rig_is_to_prepare_it()
    {
        var detail = await _me.Read<CaseDetail>(_path);
        Assert.Equal(Stage.Prepare, detail.Next.Stage);
        var view = await Read();
        Assert.Equal($"{view.Items.Count} things to prepare", detail.Next.Words);
        foreach (var item in view.Items)
            await Visitor.Body<PreparationView>(await Mark(view, item.Item.Id, StepOutcome.AsExpected));
        Assert.Equal(Stage.Connect, (await _me.Read<CaseDetail>(_path)).Next.Stage);
        Assert.True((await _me.Read<CaseDetail>(_path)).Stages.Single(s => s.Stage == Stage.Prepare).Done);
    }

    [Fact]
    public async Task What_was_missing_is_ordered_and_its_seller_written_to()
    {
        var view = await Read();
        var content = view.Items.First(i => i.Item.Kind == PrepareKind.Contents && i.Item.Detail.Length == 0);
        var after = await Visitor.Body<PreparationView>(await Mark(view, content.Item.Id, StepOutcome.NotAsExpected, "not in the box"));
        Assert.Contains(after.Items, i => i.Item.Id.StartsWith("order-missing-", StringComparison.Ordinal));
        Assert.True(after.ToPay > view.ToPay);
        Assert.Contains(content.Item.Words, Assert.Single(after.Messages).Text, StringComparison.Ordinal);
        await Visitor.Refused(await Mark(view, content.Item.Id, StepOutcome.AsExpected), HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_visit_is_planned_moved_and_taken_back_and_its_bag_listed()
    {
        var before = await Read();
        var on = DateOnly.FromDateTime(before.Now).AddDays(-3);
        var moved = await Visitor.Body<PreparationView>(await _me.Send(HttpMethod.Put, $"{_path}/visit", new VisitEntry(new(on, new(9, 30)), before.Visit)));
        Assert.Equal(new Visit(on, new(9, 30)), moved.Visit);
        Assert.Contains(moved.Items, i => i.TooLate);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"{_path}/visit", new VisitEntry(new(on.AddDays(1), new(9, 30)), before.Visit)),
            HttpStatusCode.Conflict);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"{_path}/visit", new VisitEntry(new(new(1890, 1, 1), new(9, 30)), moved.Visit)),
            HttpStatusCode.BadRequest);

        var bag = await _me.Read<PackingView>($"/api/packing?on={on:yyyy-MM-dd}");
        Assert.Equal(moved.Items.Where(i => i.Item.Kind == PrepareKind.Pack).Select(i => i.Item.Id), Assert.Single(bag.Cases).Items.Select(i => i.Item.Id));
        Assert.Contains(bag.Totals, t => t is { Words: "a torch", Pieces: 1 });
        Assert.Empty((await _me.Read<PackingView>($"/api/packing?on={on.AddDays(400):yyyy-MM-dd}")).Cases);
        await Visitor.Refused(await _me.Get("/api/packing?on=tomorrow"), HttpStatusCode.BadRequest);

        var unplanned = await Visitor.Body<PreparationView>(await _me.Send(HttpMethod.Put, $"{_path}/visit", new VisitEntry(null, moved.Visit)));
        Assert.Null(unplanned.Visit);
        Assert.DoesNotContain(unplanned.Items, i => i.TooLate || i.Item.By is not null);
    }

    [Fact]
    public async Task Pairing_waits_for_the_step_that_sees_the_charge()
    {
        var sheet = await _me.Read<RunSheetView>($"{_path}/run-sheet");
        var step = sheet.Steps.First(s => s.Step.Needs.Count > 0).Step;
        var path = $"{_path}/run-sheet/{step.Id}";
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Put, path,
            new StepReport(sheet.RigId!.Value, StepOutcome.AsExpected, StepOutcome.Open, "", null, "", "out of order in this test")), HttpStatusCode.Conflict);
        Assert.StartsWith("First: Check the charge: ", refusal.Title, StringComparison.Ordinal);
        foreach (var needed in step.Needs)
            await Visitor.Body<RunSheetView>(await _me.Send(HttpMethod.Put, $"{_path}/run-sheet/{needed}",
                new StepReport(sheet.RigId!.Value, StepOutcome.AsExpected, StepOutcome.Open, "", null, "", "out of order in this test")));
        await Visitor.Body<RunSheetView>(await _me.Send(HttpMethod.Put, path,
            new StepReport(sheet.RigId!.Value, StepOutcome.AsExpected, StepOutcome.Open, "", null, "", "out of order in this test")));
    }

    [Fact]
    public async Task A_thing_nobody_listed_and_a_note_too_long_are_refused()
    {
        var view = await Read();
        await Visitor.Refused(await Mark(view, "nothing", StepOutcome.AsExpected), HttpStatusCode.NotFound);
        await Visitor.Refused(await Mark(view, view.Items[0].Item.Id, StepOutcome.AsExpected, new string('x', 1001)), HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"{_path}/preparation/{view.Items[0].Item.Id}",
            new PrepareReport(Guid.NewGuid(), StepOutcome.AsExpected, StepOutcome.Open, "", "")), HttpStatusCode.Conflict);
    }
}
