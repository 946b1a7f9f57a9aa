using System.Net;
using System.Text;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>
/// Twenty at the same moment at every address that writes: what adds is all in, what replaces has one winner, and each loser is told what changed.
/// </summary>
public class RaceTests(Cluster cluster) : DemoVisit(cluster)
{
    private const int Threads = 20;

    public enum Outcome
    {
        AllIn,
        OneWins,

        /// <summary>One finds the thing, the others find it gone.</summary>
        OneFindsIt,
    }

    /// <summary>A write of one address, the same thing for all or each its own.</summary>
    private sealed record Race(Outcome Outcome, Func<RaceTests, int, Task<HttpResponseMessage>> Write);

    private static readonly Dictionary<string, Race> Races = new()
    {
        ["POST cases"] = new(Outcome.AllIn, (t, i) => t.Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Twenty doors", $"Case {i}"))),
        ["PATCH cases/{caseId:guid}"] =
            new(Outcome.OneWins, (t, i) => t.Me.Send(HttpMethod.Patch, t._case, new RenameCase(t._detail.Site, $"Title {i}", t._detail.Site, t._detail.Title))),
        ["DELETE cases/{caseId:guid}"] = new(Outcome.OneFindsIt, (t, _) => t.Me.Send(HttpMethod.Delete, t._case)),
        ["POST cases/{caseId:guid}/restore"] = new(Outcome.AllIn, (t, _) => t.Me.Send(HttpMethod.Post, t._case + "/restore")),
        ["PUT cases/{caseId:guid}/look"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.Send(HttpMethod.Put, t._case + "/look",
                    new SaveLook(t._detail.Version, t._detail.Look with { Owned = [new OwnedThing("supply-5v", 1 + i)] }))),
        ["PUT cases/{caseId:guid}/rig"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.Send(HttpMethod.Put, t._case + "/rig",
                    new ChooseRig(t._rigs.Version, t._detail.Rig!.RigId, t._rigs.Rigs[1 + i % (t._rigs.Rigs.Count - 1)].Plan))),
        ["PUT cases/{caseId:guid}/run-sheet/{stepId}"] =
            new(Outcome.OneWins, (t, i) => t.Report(t._steps[0], i % 2 == 0 ? StepOutcome.AsExpected : StepOutcome.NotAsExpected, $"Note {i}")),
        ["PUT cases/{caseId:guid}/preparation/{itemId}"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.Send(HttpMethod.Put, $"{t._case}/preparation/{Uri.EscapeDataString(t._items[0].Item.Id)}",
                    new PrepareReport(t._detail.Rig!.RigId, StepOutcome.NotAsExpected, StepOutcome.Open, $"Note {i}", ""))),
        ["PUT cases/{caseId:guid}/visit"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.Send(HttpMethod.Put, t._case + "/visit", new VisitEntry(new(t._visit!.On.AddDays(1 + i), t._visit.Time), t._visit))),
        ["POST cases/{caseId:guid}/tune/takes"] = new(Outcome.AllIn, (t, i) => t.Take(i)),
        ["DELETE cases/{caseId:guid}/tune/takes/{takeId:guid}"] = new(Outcome.AllIn, (t, _) => t.Me.Send(HttpMethod.Delete, $"{t._case}/tune/takes/{t._take}")),
        ["POST cases/{caseId:guid}/tune/takes/{takeId:guid}/restore"] =
            new(Outcome.AllIn, (t, _) => t.Me.Send(HttpMethod.Post, $"{t._case}/tune/takes/{t._take}/restore")),
        ["PUT cases/{caseId:guid}/tune/camera"] =
            new(Outcome.OneWins, (t, i) => t.Me.Send(HttpMethod.Put, t._case + "/tune/camera", new CameraFound(new(1 + i, 2), new(0, 0)))),
        ["PUT cases/{caseId:guid}/tune/delays"] =
            new(Outcome.OneWins, (t, i) => t.Me.Send(HttpMethod.Put, t._case + "/tune/delays", new DelaysSet([10 * (1 + i)], [0]))),
        ["PUT cases/{caseId:guid}/handover"] =
            new(Outcome.OneWins, (t, _) => t.Me.Send(HttpMethod.Put, t._case + "/handover", new HandoverMark(true, false, true))),
        ["POST kit"] = new(Outcome.AllIn, (t, i) => t.Me.Send(HttpMethod.Post, "/api/kit", t._device.Device with { Name = "Twenty alike", Price = i })),
        ["PUT kit/{deviceId}"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.Send(HttpMethod.Put, "/api/kit/pass-two", new DeviceEdit(t._device.Version, t._device.Device with { Price = 1000 + i }))),
        ["PATCH kit/{deviceId}"] =
            new(Outcome.OneWins, (t, i) => t.Me.Send(HttpMethod.Patch, "/api/kit/pass-two", new DeviceCorrection(t._device.Version, 1000 + i, []))),
        ["DELETE kit/{deviceId}"] = new(Outcome.OneFindsIt, (t, _) => t.Me.Send(HttpMethod.Delete, "/api/kit/pass-two")),
        ["POST kit/{deviceId}/restore"] = new(Outcome.AllIn, (t, _) => t.Me.Send(HttpMethod.Post, "/api/kit/pass-two/restore")),
        ["POST kit/{deviceId}/retirement"] =
            new(Outcome.OneWins, (t, _) => t.Me.Send(HttpMethod.Post, "/api/kit/pass-two/retirement", new Retirement(t._device.Version, true))),
        ["POST kit/import"] = new(Outcome.AllIn,
            (t, i) => t.Me.SendBytes(HttpMethod.Post, "/api/kit/import", Encoding.UTF8.GetBytes($"id,price\npass-two,{100 + i}\n"))),
        ["PUT markings"] = new(Outcome.OneWins,
            (t, i) => t.Me.Send(HttpMethod.Put, "/api/markings", new MarkingsEdit([], [new($"words {i}", MarkingReading.Output)]))),
        ["PUT manuals/{about}"] =
            new(Outcome.OneWins, (t, i) =>
                t.Me.SendBytes(HttpMethod.Put, $"/api/manuals/device-pass-two?fileName={i}.txt", Encoding.UTF8.GetBytes($"Page {i}"))),
        ["DELETE manuals/{about}"] = new(Outcome.OneFindsIt, (t, _) => t.Me.Send(HttpMethod.Delete, "/api/manuals/device-brae-base")),
        ["POST manuals/{about}/restore"] = new(Outcome.AllIn, (t, _) => t.Me.Send(HttpMethod.Post, "/api/manuals/device-brae-base/restore")),
    };

    public static TheoryData<string> Addresses => [.. Races.Keys];

    private string _case = "";
    private CaseDetail _detail = null!;
    private RankedRigs _rigs = null!;
    private IReadOnlyList<StepState> _steps = [];
    private IReadOnlyList<PrepareState> _items = [];
    private Visit? _visit;
    private Guid _take;
    private ShelfEntry _device = null!;

    // The lounge: a rig is chosen, steps are open, there are takes and a delay setting.
    private async Task Arrange()
    {
        _case = $"/api/cases/{(await Me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id}";
        _detail = await Me.Read<CaseDetail>(_case);
        _steps = [.. (await Me.Read<RunSheetView>(_case + "/run-sheet")).Steps.Where(s => s.Outcome == StepOutcome.Open && s.Step.Codecs.Count == 0)];
        await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Post, _case + "/restore"));
        var preparation = await Me.Read<PreparationView>(_case + "/preparation");
        _visit = preparation.Visit;
        var item = preparation.Items[0];
        await Visitor.Body<PreparationView>(await Me.Send(HttpMethod.Put, $"{_case}/preparation/{Uri.EscapeDataString(item.Item.Id)}",
            new PrepareReport(_detail.Rig!.RigId, StepOutcome.Open, item.Outcome, "", item.Note)));
        _items = (await Me.Read<PreparationView>(_case + "/preparation")).Items;
        _take = (await Me.Read<TuneView>(_case + "/tune")).Rows[0].Takes[0].Id;
        _device = await Me.Read<ShelfEntry>("/api/kit/pass-two");
        await Visitor.Body<ManualView>(await Me.SendBytes(HttpMethod.Put, "/api/manuals/device-brae-base?fileName=one.txt", "Page"u8.ToArray()));
    }

    private Task<HttpResponseMessage> Report(StepState step, StepOutcome outcome, string note) =>
        Me.Send(HttpMethod.Put, $"{_case}/run-sheet/{Uri.EscapeDataString(step.Step.Id)}",
            new StepReport(_detail.Rig!.RigId, outcome, step.Outcome, note, null, step.Note, "out of order in this test"));

    private Task<HttpResponseMessage> Take(int i) => Me.Send(HttpMethod.Post, _case + "/tune/takes", new NewTake(_detail.Rig!.RigId, "edda", 240, i, false));

    private static Task<HttpResponseMessage[]> AtOnce(Func<int, Task<HttpResponseMessage>> write) =>
        Task.WhenAll(Enumerable.Range(0, Threads).Select(i => Task.Run(() => write(i))));

    [Theory]
    [MemberData(nameof(Addresses))]
    public async Task Twenty_at_once(string address)
    {
        await Arrange();
        if (address.EndsWith("/rig", StringComparison.Ordinal))
            _rigs = await Me.Read<RankedRigs>(_case + "/rigs");
        if (address.StartsWith("POST", StringComparison.Ordinal) && address.EndsWith("/restore", StringComparison.Ordinal))
            await Races["DELETE " + address[5..^8]].Write(this, 0);
        var race = Races[address];
        var answers = await AtOnce(i => race.Write(this, i));
        var won = answers.Count(a => a.IsSuccessStatusCode);
        var said = string.Join(' ', answers.Select(a => (int)a.StatusCode));
        Assert.True(won == (race.Outcome == Outcome.AllIn ? Threads : 1), said);
        foreach (var lost in answers.Where(a => !a.IsSuccessStatusCode))
        {
            var refusal = await Visitor.Refused(lost, race.Outcome == Outcome.OneFindsIt ? HttpStatusCode.NotFound : HttpStatusCode.Conflict);
            if (race.Outcome == Outcome.OneWins)
                Assert.NotEmpty(refusal.Changes);
        }
    }

    [Fact]
    public void Every_address_that_writes_is_raced()
    {
        var writing = App.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<AsksOnly>() is null)
            .SelectMany(e => (e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? [])
                .Select(m => (Method: m, Pattern: e.RoutePattern.RawText!.Trim('/'))))
            .Where(a => a.Method is "POST" or "PUT" or "PATCH" or "DELETE" && a.Pattern.StartsWith("api/", StringComparison.Ordinal)
                && !a.Pattern.StartsWith("api/session", StringComparison.Ordinal))
            .Select(a => $"{a.Method} {a.Pattern[4..].Trim('/')}");
        Assert.Equal(writing.Order(StringComparer.Ordinal), Races.Keys.Order(StringComparer.Ordinal));
    }

    [Fact]
    public async Task Ticks_of_different_steps_takes_and_names_merge_whatever_else_changes()
    {
        await Arrange();
        var free = _steps.Where(s => (s.Step.Needs ?? []).Count == 0).Take(6).ToList();
        Assert.True(free.Count >= 2);
        var answers = await AtOnce(i => i switch
        {
            _ when i < free.Count => Report(free[i], StepOutcome.AsExpected, $"Step {i}"),
            10 => Me.Send(HttpMethod.Patch, _case, new RenameCase(_detail.Site, "Renamed meanwhile", _detail.Site, _detail.Title)),
            11 => Me.Send(HttpMethod.Put, _case + "/tune/camera", new CameraFound(new(3, 1), new(0, 0))),
            _ => Take(i),
        });
        Assert.All(answers, a => Assert.True(a.IsSuccessStatusCode, $"{(int)a.StatusCode}"));
        var takes = (await Me.Read<TuneView>(_case + "/tune")).Rows[0].Takes;
        Assert.Equal(3 + Threads - free.Count - 2, takes.Count);
        var steps = (await Me.Read<RunSheetView>(_case + "/run-sheet")).Steps.ToDictionary(s => s.Step.Id);
        Assert.All(free.Select((s, i) => (s, i)), pair => Assert.Equal($"Step {pair.i}", steps[pair.s.Step.Id].Note));
        Assert.Equal("Renamed meanwhile", (await Me.Read<CaseDetail>(_case)).Title);
    }

    [Fact]
    public async Task One_name_made_twenty_times_at_once_is_one_site()
    {
        await AtOnce(i => Me.Send(HttpMethod.Post, "/api/cases", new NewCase(" Gable End ", $"Case {i}")));
        await using var scope = App.Services.CreateAsyncScope();
        Assert.Equal(1, scope.ServiceProvider.GetRequiredService<Data.NightfrostDb>().Sites.Count(s => s.Name == "Gable End"));
    }

    [Fact]
    public async Task A_look_saved_twice_because_its_answer_was_lost_is_no_conflict_with_oneself()
    {
        await Arrange();
        var save = new SaveLook(_detail.Version, _detail.Look with { Owned = [new OwnedThing("supply-5v", 2)] });
        var first = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, _case + "/look", save));
        var again = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Put, _case + "/look", save));
        Assert.Equal(first.Version, again.Version);
    }
}
