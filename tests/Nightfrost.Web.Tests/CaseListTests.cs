using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Runsheet;

namespace Nightfrost.Web.Tests;

/// <summary>The list of cases: pages, what is found, and that what is held in memory is never older than the database.</summary>
public class CaseListTests(Cluster cluster) : OneCase(cluster)
{
    private readonly Cluster _cluster = cluster;

    [Fact]
    public async Task Pages_hold_every_case_once_newest_first()
    {
        for (var i = 0; i < 60; i++)
            await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Many", $"Case {i:00}"));
        var first = await Me.Read<CaseList>("/api/cases");
        var second = await Me.Read<CaseList>("/api/cases?page=2");
        Assert.Equal((67, 67, 2, null), (first.Found, second.Found, first.NextPage, second.NextPage));
        Assert.Equal((50, 17), (first.Cases.Count, second.Cases.Count));
        var all = first.Cases.Concat(second.Cases).ToList();
        Assert.Equal(67, all.DistinctBy(c => c.Id).Count());
        Assert.Equal(all.OrderByDescending(c => c.ChangedAt).Select(c => c.Id), all.Select(c => c.Id));
        Assert.Empty((await Me.Read<CaseList>("/api/cases?page=3")).Cases);
        await Visitor.Refused(await Me.Get("/api/cases?page=0"), HttpStatusCode.BadRequest);
    }

    [Theory]
    [InlineData("bunkroom", "Silent bunks, one walks to the galley")]
    [InlineData("SOUND BAR", "Two headsets beside the sound bar")]
    [InlineData("maud", "Aids, and a companion in the room")]
    [InlineData("100%", "100% wool")]
    [InlineData("a\\b", "a\\b")]
    public async Task A_case_is_found_by_site_title_or_person(string search, string title)
    {
        foreach (var made in new[] { "100% wool", "100 wool", "a\\b", "axb" })
            await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Loft", made));
        var list = await Me.Read<CaseList>($"/api/cases?search={Uri.EscapeDataString(search)}");
        Assert.Contains(list.Cases, c => c.Title == title);
        Assert.True(list.Found < 11);
        Assert.DoesNotContain(list.Cases, c => c.Title is "100 wool" or "axb");
    }

    [Fact]
    public async Task A_case_is_found_by_a_device_that_is_worn_or_planned()
    {
        var made = await WithRig();
        var worn = (await Me.Read<ShelfView>("/api/kit")).Devices.Single(d => d.Device.Id == "fulmer-over").Device.Name;
        Assert.Contains((await Me.Read<CaseList>($"/api/cases?search={Uri.EscapeDataString(worn)}")).Cases, c => c.Id == made.Id);
        Assert.Empty((await Me.Read<CaseList>("/api/cases?search=no%20such%20thing")).Cases);
        Assert.All((await Me.Read<CaseList>("/api/cases?withRig=true")).Cases, c => Assert.NotEmpty(c.Rows));
    }

    [Fact]
    public async Task What_is_handed_over_in_part_still_counts_as_open()
    {
        var chosen = await WithRig();
        var steps = (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps;
        await Report(chosen.Id, chosen, steps.Single(s => s.Step.Id == BeforeSteps.AskAlarms), StepOutcome.AsExpected);
        async Task<int> Done() => (await Me.Read<CaseList>("/api/cases?search=Saltern")).HandedOver;
        await Visitor.Body<HandoverView>(await Me.Send(HttpMethod.Put, $"/api/cases/{chosen.Id}/handover", new HandoverMark(true, false, InPart: true)));
        Assert.Equal(0, await Done());
        foreach (var step in (await Me.Read<RunSheetView>($"/api/cases/{chosen.Id}/run-sheet")).Steps.Where(s => s.Outcome == StepOutcome.Open))
            await Report(chosen.Id, chosen, step, StepOutcome.AsExpected);
        Assert.Equal(1, await Done());
    }

    [Fact]
    public async Task What_another_service_on_the_same_database_writes_is_seen_at_once()
    {
        var connection = await _cluster.Database(demo: true);
        await using var one = new NightfrostApp(connection, demo: true);
        await using var two = new NightfrostApp(connection, demo: true);
        using var me = await one.Visit();
        using var other = await two.Visit();
        var id = (await me.Cases())[0].Id;
        var detail = await me.Read<CaseDetail>($"/api/cases/{id}");
        Assert.NotEmpty((await other.Cases())[0].Title);
        await Visitor.Body<CaseDetail>(await other.Send(HttpMethod.Patch, $"/api/cases/{id}",
            new RenameCase(detail.Site, "Renamed elsewhere", detail.Site, detail.Title)));
        Assert.Equal("Renamed elsewhere", (await me.Read<CaseDetail>($"/api/cases/{id}")).Title);
        Assert.Contains(await me.Cases(), c => c.Title == "Renamed elsewhere");

        // A device taken off the shelf there makes a rig out of date here.
        var planned = (await me.Cases()).First(c => c.Rows.Count > 0).Id;
        var rig = (await me.Read<CaseDetail>($"/api/cases/{planned}")).Rig!;
        Assert.Empty(rig.MissingDevices);
        var device = rig.View.Plan.Select(r => r.TransmitterId ?? r.ReceiverId).First();
        Assert.Equal(HttpStatusCode.NoContent, (await other.Send(HttpMethod.Delete, $"/api/kit/{device}")).StatusCode);
        Assert.NotEmpty((await me.Read<CaseDetail>($"/api/cases/{planned}")).Rig!.MissingDevices);
    }

    [Fact]
    public async Task A_page_of_five_thousand_cases_is_loaded_a_page_at_a_time()
    {
        await using (var scope = App.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<NightfrostDb>();
            await db.Database.ExecuteSqlRawAsync("""
                insert into cases (id, site_id, title, look, look_version, row_token, created_at, changed_at, camera_offset_ms,
                    camera_uncertainty_ms, handed_over_in_part)
                select gen_random_uuid(), site_id, 'Copy ' || n, look, 1, 1, created_at, created_at - n * interval '1 minute', 0, 0, false
                from cases, generate_series(1, 700) n where deleted_at is null
                """);
        }

        var list = await Me.Read<CaseList>("/api/cases?page=40");
        Assert.Equal((50, 4907, 41), (list.Cases.Count, list.Found, list.NextPage));
        Assert.Single((await Me.Read<CaseList>("/api/cases?search=Copy%20699&page=1")).Cases.DistinctBy(c => c.Title));
    }
}
