using System.Net;
using System.Text.Json.Nodes;
using Nightfrost.Web.Cases;

namespace Nightfrost.Web.Tests;

public class BadInputTests(DemoService demo) : IClassFixture<DemoService>, IAsyncLifetime
{
    private readonly Visitor _me = demo.Me;
    private CaseSummary _lounge = null!;
    private JsonNode _look = null!;

    public async ValueTask InitializeAsync()
    {
        _lounge = (await _me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal));
        _look = JsonNode.Parse(await (await _me.Get($"/api/cases/{_lounge.Id}")).Content.ReadAsStringAsync())!["look"]!;
    }

    public ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }

    [Theory]
    [InlineData("GET", "/api/cases/{0}")]
    [InlineData("PUT", "/api/cases/{0}/look")]
    [InlineData("GET", "/api/cases/{0}/rigs")]
    [InlineData("GET", "/api/cases/{0}/questions")]
    [InlineData("GET", "/api/cases/{0}/run-sheet")]
    [InlineData("GET", "/api/cases/{0}/tune")]
    [InlineData("GET", "/api/cases/{0}/handover")]
    [InlineData("DELETE", "/api/cases/{0}")]
    [InlineData("POST", "/api/cases/{0}/restore")]
    [InlineData("DELETE", "/api/kit/no-such-device")]
    [InlineData("POST", "/api/kit/no-such-device/restore")]
    [InlineData("GET", "/api/cases/not-an-id")]
    [InlineData("GET", "/api/no/such/address")]
    public async Task An_unknown_id_is_a_404_that_says_what_to_do(string method, string path)
    {
        var body = method == "PUT" ? $$"""{"version":1,"look":{{_look.ToJsonString()}}}""" : null;
        var refusal = await Visitor.Refused(await _me.SendRaw(new HttpMethod(method),
            string.Format(System.Globalization.CultureInfo.InvariantCulture, path, Guid.NewGuid()), body), HttpStatusCode.NotFound);
        Assert.NotEmpty(refusal.Detail!);
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("not json")]
    [InlineData("{\"version\":\"one\",\"look\":{}}")]
    [InlineData("{\"version\":1}")]
    [InlineData("{\"version\":1e400,\"look\":null}")]
    public async Task A_malformed_body_is_a_400_and_never_a_500(string body)
    {
        var refusal = await Visitor.Refused(await _me.SendRaw(HttpMethod.Put, $"/api/cases/{_lounge.Id}/look", body), HttpStatusCode.BadRequest);
        Assert.NotEmpty(refusal.Title!);
        Assert.NotEmpty(refusal.Detail!);
    }

    [Theory]
    [InlineData("listeners/0/seatDistanceM", "-1", "listeners[0].seatDistanceM")]
    [InlineData("listeners/0/seatDistanceM", "\"near\"", "look.listeners[0].seatDistanceM")]
    [InlineData("listeners/0/seatDistanceM", "1e300", "listeners[0].seatDistanceM")]
    [InlineData("listeners/0/seatDistanceM", "\"NaN\"", "look.listeners[0].seatDistanceM")]
    [InlineData("listeners/0/seatDistanceM", "null", "look.listeners[0].seatDistanceM")]
    [InlineData("listeners/0/name", "\"\"", "listeners[0].name")]
    [InlineData("listeners/0/name", "null", "look.listeners[0].name")]
    [InlineData("listeners/0/roomWish", "\"sometimes\"", "look.listeners[0].roomWish")]
    [InlineData("set/pictureMode", "\"cinema\"", "look.set.pictureMode")]
    [InlineData("set/pictureMode", "7", "look.set.pictureMode")]
    [InlineData("set/sockets/0/kind", "\"scart\"", "look.set.sockets[0].kind")]
    [InlineData("set/mainsOutletsFree", "-4", "set.mainsOutletsFree")]
    [InlineData("set/mainsOutletsFree", "2.5", "look.set.mainsOutletsFree")]
    public async Task A_wrong_entry_names_its_field_the_reason_and_the_remedy(string at, string value, string field)
    {
        var look = _look.DeepClone();
        var path = at.Split('/');
        var node = path[..^1].Aggregate(look, (n, part) => int.TryParse(part, out var i) ? n![i]! : n![part]!);
        node[path[^1]] = JsonNode.Parse(value);
        var refusal = await Visitor.Refused(await _me.SendRaw(HttpMethod.Put, $"/api/cases/{_lounge.Id}/look",
            $$"""{"version":1,"look":{{look.ToJsonString()}}}"""), HttpStatusCode.BadRequest);
        var problem = refusal.Problems.Single(p => p.Field == field);
        Assert.NotEmpty(problem.Reason);
        Assert.NotEmpty(problem.Remedy);
    }

    [Fact]
    public async Task Fifty_listeners_are_refused_with_a_way_out()
    {
        var look = _look.DeepClone();
        var listeners = look["listeners"]!.AsArray();
        while (listeners.Count < 50)
        {
            var more = listeners[0]!.DeepClone();
            more["id"] = $"l{listeners.Count}";
            listeners.Add(more);
        }

        var refusal = await Visitor.Refused(await _me.SendRaw(HttpMethod.Put, $"/api/cases/{_lounge.Id}/look",
            $$"""{"version":1,"look":{{look.ToJsonString()}}}"""), HttpStatusCode.BadRequest);
        Assert.Contains("several cases", refusal.Problems.Single().Remedy, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0, 3)]
    [InlineData(60, 1e9)]
    [InlineData(-60, 3)]
    public async Task Absurd_takes_are_refused_and_none_is_kept(double fps, double frames)
    {
        var rig = (await _me.Read<CaseDetail>($"/api/cases/{_lounge.Id}")).Rig!.RigId;
        await Visitor.Refused(await _me.Send(HttpMethod.Post, $"/api/cases/{_lounge.Id}/tune/takes", new Timing.NewTake(rig, "edda", fps, frames, false)),
            HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.SendRaw(HttpMethod.Post, $"/api/cases/{_lounge.Id}/tune/takes",
            $$"""{"rigId":"{{rig}}","listenerId":"edda","framesPerSecond":NaN,"frames":1,"clickOnWaveform":false}"""), HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, $"/api/cases/{_lounge.Id}/tune/takes", new Timing.NewTake(rig, "nobody", 60, 3, false)),
            HttpStatusCode.BadRequest);
        Assert.Equal(3, (await _me.Read<Timing.TuneView>($"/api/cases/{_lounge.Id}/tune")).Rows[0].Takes.Count);
    }

    [Theory]
    [InlineData("", "x")]
    [InlineData("x", "   ")]
    [InlineData("x", "line\nbreak")]
    public async Task A_case_needs_both_names(string site, string title)
    {
        var refusal = await Visitor.Refused(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase(site, title)), HttpStatusCode.BadRequest);
        Assert.NotEmpty(refusal.Problems);
    }

    [Fact]
    public async Task Over_long_text_is_refused_and_an_enormous_body_too()
    {
        await Visitor.Refused(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("x", new string('y', 5000))), HttpStatusCode.BadRequest);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, "/api/cases", new NewCase("x", "y"), new string('k', 500)), HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Markup_in_a_name_stays_text()
    {
        var made = await Visitor.Body<CaseDetail>(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("<b>Row</b>", "<script>alert(1)</script>")));
        Assert.Equal("<script>alert(1)</script>", made.Title);
    }

    [Fact]
    public async Task A_plan_made_by_hand_that_breaks_a_rule_is_not_taken()
    {
        var detail = await _me.Read<CaseDetail>($"/api/cases/{_lounge.Id}");
        var rigged = detail.Rig!.View.Plan.Select(p => p with { SocketId = "component" }).ToList();
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{_lounge.Id}/rig", new Routing.ChooseRig(detail.Version, detail.Rig.RigId, rigged)),
            HttpStatusCode.Conflict);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, $"/api/cases/{_lounge.Id}/rig", new Routing.ChooseRig(detail.Version, detail.Rig.RigId, [])),
            HttpStatusCode.BadRequest);
    }
}
