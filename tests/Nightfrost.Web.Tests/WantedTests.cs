using System.Net;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Web.Routing;

namespace Nightfrost.Web.Tests;

/// <summary>Priorities, limits, why-not and strips over HTTP.</summary>
public sealed class WantedTests(Cluster cluster) : IAsyncLifetime
{
    private NightfrostApp _app = null!;
    private Visitor _me = null!;
    private string _case = "";

    public async ValueTask InitializeAsync()
    {
        _app = new NightfrostApp(await cluster.Database(demo: true), demo: true);
        _me = await _app.Visit();
        _case = $"/api/cases/{(await _me.Cases()).Single(c => c.Title.StartsWith("Two sources", StringComparison.Ordinal)).Id}";
    }

    public async ValueTask DisposeAsync()
    {
        _me.Dispose();
        await _app.DisposeAsync();
    }

    [Fact]
    public async Task The_order_asked_for_is_the_order_answered_and_moves_the_best_rig()
    {
        var usual = await _me.Read<RankedRigs>($"{_case}/rigs");
        var cheap = await _me.Read<RankedRigs>($"{_case}/rigs?order=price");
        Assert.Equal(Priorities.Usual.Order, usual.Order);
        Assert.Equal(Criterion.Price, cheap.Order[0]);
        Assert.True(cheap.Rigs[0].ToPay < usual.Rigs[0].ToPay);
        Assert.True(usual.Rigs[0].Proven && usual.Unbeaten >= usual.Rigs.Count);
    }

    [Theory]
    [InlineData("order=beauty", "order")]
    [InlineData("budget=plenty", "budget")]
    [InlineData("budget=-3", "budget")]
    [InlineData("mustUse=a&mustUse=b&mustUse=c&mustUse=d", "mustUse")]
    [InlineData("mustUse=a&mustNotUse=a", "mustUse")]
    public async Task A_wish_that_cannot_be_is_said_by_its_field(string query, string field)
    {
        var refusal = await Visitor.Refused(await _me.Get($"{_case}/rigs?{query}"), HttpStatusCode.BadRequest);
        Assert.Equal(field, refusal.Problems.Single().Field);
        Assert.NotEmpty(refusal.Problems[0].Remedy);
    }

    [Fact]
    public async Task Why_not_is_answered_by_a_rig_or_by_rules_and_an_unknown_thing_is_not_found()
    {
        var box = await _me.Read<WhyNotView>($"{_case}/why-not/pass-two");
        Assert.Contains("against the best", box.Answer, StringComparison.Ordinal);
        Assert.NotNull(box.WithIt);
        var banned = await _me.Read<WhyNotView>($"{_case}/why-not/far-shore");
        Assert.Null(banned.WithIt);
        Assert.Contains(banned.Findings, f => f.RuleId == "band-allowed");
        Assert.Equal("It was shut out by the limits set here.", (await _me.Read<WhyNotView>($"{_case}/why-not/pass-two?mustNotUse=pass-two")).Answer);
        await Visitor.Refused(await _me.Get($"{_case}/why-not/nothing-of-ours"), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_demanded_thing_stands_in_every_rig_and_a_forbidden_one_in_none()
    {
        var with = await _me.Read<RankedRigs>($"{_case}/rigs?mustUse=pass-two");
        Assert.All(with.Rigs, r => Assert.Contains(r.Plan, p => p.TransmitterId == "pass-two"));
        var without = await _me.Read<RankedRigs>($"{_case}/rigs?mustNotUse=hulver-base&noWires=true");
        Assert.All(without.Rigs, r => Assert.All(r.Plan, p => Assert.True(p.Technology is not null && p.TransmitterId != "hulver-base")));
    }

    [Fact]
    public async Task Strips_stand_for_each_seat_and_place()
    {
        var strips = await _me.Read<List<SightStrip>>($"{_case}/strips");
        Assert.Equal(["seat", "kitchenette", "seat"], strips.Select(s => s.Place));
        Assert.Equal(["kitchen wall", "kitchen door"], strips[1].Walls.Select(w => w.Name));
        Assert.All(strips, s => Assert.Equal(5, s.Ends.Count));
    }
}
