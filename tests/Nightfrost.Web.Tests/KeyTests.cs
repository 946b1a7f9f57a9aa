using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Timing;

namespace Nightfrost.Web.Tests;

/// <summary>An Idempotency-Key stands for one whole write that went well, and for no other.</summary>
public class KeyTests(Cluster cluster) : IAsyncLifetime
{
    private ServedApp _app = null!;
    private Visitor _me = null!;
    private Uri _address = null!;
    private string _case = "";
    private Guid _rig;

    public async ValueTask InitializeAsync()
    {
        _app = new ServedApp(await cluster.Database(demo: true));
        _address = _app.Start();
        _me = await _app.Visit();
        _case = $"/api/cases/{(await _me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal)).Id}";
        _rig = (await _me.Read<CaseDetail>(_case)).Rig!.RigId;
    }

    public async ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        _me.Dispose();
        await _app.DisposeAsync();
    }

    private Task<HttpResponseMessage> Take(double frames, string key) =>
        _me.Send(HttpMethod.Post, _case + "/tune/takes", new NewTake(_rig, "edda", 240, frames, false), key);

    private async Task<int> Takes() => (await _me.Read<TuneView>(_case + "/tune")).Rows[0].Takes.Count;

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task A_write_that_broke_off_may_be_sent_again_whole(bool reset)
    {
        var before = await Takes();
        var body = $$"""{"rigId":"{{_rig}}","listenerId":"edda","framesPerSecond":240,"frames":9,"clickOnWaveform":false}""";
        for (var cut = 0; cut < body.Length; cut += 17)
        {
            using var half = new TcpClient();
            await half.ConnectAsync(_address.Host, _address.Port);
            var head = _me.Head(HttpMethod.Post, _case + "/tune/takes", _address.Authority, "half", body.Length);
            await half.GetStream().WriteAsync(Encoding.UTF8.GetBytes(head + body[..cut]));
            if (reset)
                half.Client.LingerState = new LingerOption(true, 0);
            half.Client.Close();
        }

        await Visitor.Body<TuneView>(await _me.SendRaw(HttpMethod.Post, _case + "/tune/takes", body, "half"));
        await Visitor.Body<TuneView>(await _me.SendRaw(HttpMethod.Post, _case + "/tune/takes", body, "half"));
        Assert.Equal(before + 1, await Takes());
    }

    [Fact]
    public async Task The_same_key_with_another_body_or_at_another_address_is_refused()
    {
        await Visitor.Body<TuneView>(await Take(9, "one"));
        Assert.Contains("another write", (await Visitor.Refused(await Take(10, "one"), HttpStatusCode.Conflict)).Title!, StringComparison.Ordinal);
        await Visitor.Refused(await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("a", "b"), "one"), HttpStatusCode.Conflict);
        await Visitor.Refused(await _me.Send(HttpMethod.Put, _case + "/tune/takes?x=1", new NewTake(_rig, "edda", 240, 9, false), "one"),
            HttpStatusCode.Conflict);
        Assert.Equal(4, await Takes());
    }

    [Fact]
    public async Task A_refusal_is_not_kept_and_the_same_write_goes_through_once_nothing_is_in_its_way()
    {
        var path = $"/api/cases/{(await _me.Cases()).Single(c => c.Title.StartsWith("Two sources", StringComparison.Ordinal)).Id}/run-sheet";
        var sheet = await _me.Read<RunSheetView>(path);
        var steps = sheet.Steps;
        var open = steps.Where(s => s.Outcome == StepOutcome.Open).ToDictionary(s => s.Step.Id);
        var later = open.Values.First(s => s.Step.Codecs.Count == 0 && s.Step.Needs.Any(open.ContainsKey));
        Task<HttpResponseMessage> Tick(string id, string key) =>
            _me.Send(HttpMethod.Put, $"{path}/{Uri.EscapeDataString(id)}",
                new StepReport(sheet.RigId!.Value, StepOutcome.AsExpected, StepOutcome.Open, "", open[id].Step.Codecs is [var codec, ..] ? codec : null, "",
                    "out of order in this test"), key);
        await Visitor.Refused(await Tick(later.Step.Id, "later"), HttpStatusCode.Conflict);
        async Task First(string id)
        {
            foreach (var need in open[id].Step.Needs.Where(open.ContainsKey))
                await First(need);
            if (id != later.Step.Id)
                await Tick(id, "first " + id);
        }

        await First(later.Step.Id);
        await Visitor.Body<RunSheetView>(await Tick(later.Step.Id, "later"));
    }

    [Fact]
    public async Task Too_much_is_refused_and_not_kept()
    {
        var refusal = await Visitor.Refused(await _me.SendRaw(HttpMethod.Post, "/api/cases", $$"""{"site":"a","title":"{{new string('x', 2_000_000)}}"}""",
            "large"), HttpStatusCode.RequestEntityTooLarge);
        Assert.Contains("1 MB", refusal.Detail!, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Created, (await _me.Send(HttpMethod.Post, "/api/cases", new NewCase("a", "b"), "large")).StatusCode);
    }

    [Fact]
    public async Task Answers_are_kept_a_day_and_keys_thirty()
    {
        var before = await Takes();
        await Visitor.Body<TuneView>(await Take(9, "day"));
        await Visitor.Body<TuneView>(await Take(9, "month"));
        var (now, later) = (DateTimeOffset.UtcNow, new Clock());
        later.Now = now.AddDays(2);
        await Forget(later);
        using (var repeated = await Take(9, "day"))
            Assert.Equal(HttpStatusCode.NoContent, repeated.StatusCode);
        await Visitor.Refused(await Take(10, "day"), HttpStatusCode.Conflict);
        Assert.Equal(before + 2, await Takes());
        later.Now = now.AddDays(31);
        await Forget(later);
        // Sessions end before keys do.
        await _me.RefreshToken();
        await _me.SignIn(Data.Demo.DemoData.SignInName, Data.Demo.DemoData.Password);
        await Visitor.Body<TuneView>(await Take(9, "month"));
        Assert.Equal(before + 3, await Takes());
    }

    private async Task Forget(TimeProvider clock)
    {
        await using var scope = _app.Services.CreateAsyncScope();
        await Forgetting.Run(scope.ServiceProvider.GetRequiredService<NightfrostDb>(), clock, CancellationToken.None);
    }

    [Fact]
    public async Task What_is_kept_of_a_key_names_nobody_and_nothing()
    {
        await Visitor.Body<TuneView>(await Take(9, "plain"));
        await using var scope = _app.Services.CreateAsyncScope();
        var kept = await scope.ServiceProvider.GetRequiredService<NightfrostDb>().DoneWrites.AsNoTracking().SingleAsync(d => d.Key == "plain");
        Assert.Equal((32, 200), (kept.Fingerprint.Length, kept.Status));
    }
}
