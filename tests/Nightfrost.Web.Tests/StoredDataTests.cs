using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Shapes;
using Nightfrost.Data;
using Nightfrost.Web.Cases;
using Nightfrost.Web.Handover;
using Nightfrost.Web.Hosting;
using Nightfrost.Web.Kit;
using Nightfrost.Web.Routing;
using Nightfrost.Web.Runsheet;
using Nightfrost.Web.Sites;
using Npgsql;

namespace Nightfrost.Web.Tests;

/// <summary>Data of other programs, and damaged data.</summary>
public class StoredDataTests(Cluster cluster) : DemoVisit(cluster)
{
    private readonly Cluster _cluster = cluster;

    private async Task<int> Sql(string sql, params object[] values)
    {
        await using var scope = App.Services.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<NightfrostDb>().Database.ExecuteSqlRawAsync(sql, values);
    }

    private static IReadOnlyList<JsonObject> Corpus(int version, string name) =>
        [.. JsonNode.Parse(File.ReadAllText(Place(version, name + ".json")))!.AsArray().Select(d => d!.AsObject())];

    private static string Place(int version, string file) => Path.Combine(ArchitectureTests.Root(), "tests", "shapes", $"v{version}", file);

    [Fact]
    public async Task Data_of_version_1_is_brought_up_to_date_and_loses_nothing()
    {
        var connection = await _cluster.Blank();
        await using var app = new NightfrostApp(connection, demo: true);
        await using (var scope = app.Services.CreateAsyncScope())
            await scope.ServiceProvider.GetRequiredService<NightfrostDb>().GetService<IMigrator>().MigrateAsync("20261125135635_ManualsKept");
        var (rigs, devices) = (Corpus(1, "rigs"), Corpus(1, "devices"));
        // A rig stands with the look it was planned on.
        List<JsonObject> looks = [.. Corpus(1, "looks").Select((look, i) => i < rigs.Count ? rigs[i]["look"]!.AsObject() : look)];
        await Fill(connection, looks, rigs, devices);

        Assert.Equal(0, await Prepare.Run(app.Services, demo: true, said: TextWriter.Null));

        using var me = await app.Visit();
        var list = await me.Read<CaseList>("/api/cases");
        Assert.Empty(list.Unreadable);
        Assert.Equal(looks.Count, list.Cases.Count);
        Assert.Equal("One site", Assert.Single(list.Cases.DistinctBy(c => c.Site)).Site);
        foreach (var summary in list.Cases)
        {
            var at = int.Parse(summary.Title, System.Globalization.CultureInfo.InvariantCulture);
            var detail = JsonNode.Parse(await (await me.Get($"/api/cases/{summary.Id}")).Content.ReadAsStringAsync())!;
            Assert.True(Keeps(looks[at], detail["look"]), "something of the look was lost");
            Assert.Equal(7 + at, detail["version"]!.GetValue<int>());
            // A shelf from before leads had a socket end may lack what lengthens one: then that is said.
            var ranked = await me.Read<RankedRigs>($"/api/cases/{summary.Id}/rigs");
            Assert.True(ranked.Rigs.Count > 0 || ranked.RuledOut.Any(r => r.Finding.Remedy.Contains("extension", StringComparison.Ordinal)), summary.Title);
            if (at >= rigs.Count)
                continue;
            var steps = (await me.Read<RunSheetView>($"/api/cases/{summary.Id}/run-sheet")).Steps;
            Assert.Equal("Kept note", Assert.Single(steps, s => s.Outcome == Core.Runsheet.StepOutcome.AsExpected).Note);
            Assert.NotNull((await me.Read<HandoverView>($"/api/cases/{summary.Id}/handover")).Sheet);
        }

        Assert.Equal(devices.Count, (await me.Read<ShelfView>("/api/kit")).Devices.Count);
        Assert.NotEmpty((await me.Read<SetMemory>("/api/set-memory?model=LQ%2055-8")).MenuPaths);

        // What is written next is written in the shape of this program; what was only read stays as it was.
        var one = await me.Read<CaseDetail>($"/api/cases/{list.Cases[0].Id}");
        await Visitor.Body<CaseDetail>(await me.Send(HttpMethod.Put, $"/api/cases/{one.Id}/look",
            new SaveLook(one.Version, one.Look with { Owned = [.. one.Look.Owned, new("supply-5v", 3)] })));
        Assert.Equal(1, await Count(connection, $"select count(*) from cases where look->>'{DocumentShapes.VersionMember}' = '{DocumentShapes.Ours.Version}'"));
    }

    // Everything that was there still is; a newer shape may hold more.
    private static bool Keeps(JsonNode? before, JsonNode? after) => (before, after) switch
    {
        (JsonObject a, JsonObject b) => a.All(member => Keeps(member.Value, b[member.Key])),
        (JsonArray a, JsonArray b) => a.Count == b.Count && a.Zip(b).All(pair => Keeps(pair.First, pair.Second)),
        _ => JsonNode.DeepEquals(before, after),
    };

    // Two sites of one name, as twenty at once could make them; the first few cases have a rig with one step ticked.
    private static async Task Fill(string connection, List<JsonObject> looks, IReadOnlyList<JsonObject> rigs, IReadOnlyList<JsonObject> devices)
    {
        await using var open = new NpgsqlConnection(connection);
        await open.OpenAsync();
        Guid[] sites = [Guid.CreateVersion7(), Guid.CreateVersion7()];
        foreach (var site in sites)
            await Do("insert into sites (id, name) values ($1, 'One site')", site);
        foreach (var device in devices)
            await Do("insert into devices (id, spec, version) values ($1, $2::jsonb, 1)", device["id"]!.GetValue<string>(), device.ToJsonString());
        for (var i = 0; i < looks.Count; i++)
        {
            var (id, rigId) = (Guid.CreateVersion7(), Guid.CreateVersion7());
            var look = looks[i];
            await Do("insert into cases (id, site_id, title, look, version, created_at, changed_at, camera_offset_ms, camera_uncertainty_ms) "
                + "values ($1, $2, $3, $4::jsonb, $5, now(), now(), 0, 0)",
                id, sites[i % 2], i.ToString(System.Globalization.CultureInfo.InvariantCulture), look.ToJsonString(), 7 + i);
            await Do("insert into case_revisions (case_id, version, look, saved_at) values ($1, $2, $3::jsonb, now())", id, 7 + i, look.ToJsonString());
            if (i >= rigs.Count)
                continue;
            await Do("update cases set rig = $2::jsonb, rig_id = $3, rig_chosen_at = now() where id = $1", id, rigs[i].ToJsonString(), rigId);
            await Do("insert into case_steps (case_id, rig_id, step_id, outcome, note, at) values ($1, $2, 'ask-alarms', 'AsExpected', 'Kept "
                + "note', now())", id, rigId);
        }

        async Task Do(string sql, params object[] values)
        {
            await using var command = new NpgsqlCommand(sql, open);
            foreach (var value in values)
                command.Parameters.Add(new NpgsqlParameter { Value = value });
            await command.ExecuteNonQueryAsync();
        }
    }

    private static async Task<long> Count(string connection, string sql)
    {
        await using var open = new NpgsqlConnection(connection);
        await open.OpenAsync();
        await using var command = new NpgsqlCommand(sql, open);
        return (long)(await command.ExecuteScalarAsync())!;
    }

    [Theory]
    [InlineData("spec - 'price'")]
    [InlineData("'[]'::jsonb")]
    [InlineData("jsonb_set(spec, '{role}', '\"toaster\"')")]
    [InlineData("spec || '{\"shapeVersion\":99}'")]
    public async Task One_damaged_device_hides_nothing_else(string damage)
    {
        var before = (await Me.Read<ShelfView>("/api/kit")).Devices.Count;
        Assert.Equal(1, await Sql("update devices set spec = "
            + $"{damage.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal)} where id = 'pass-two'"));
        var shelf = await Me.Read<ShelfView>("/api/kit");
        Assert.Equal(["pass-two"], shelf.Unreadable);
        Assert.Equal(before - 1, shelf.Devices.Count);
        Assert.Equal(7, (await Me.Cases()).Count);
        var made = await Visitor.Body<CaseDetail>(await Me.Send(HttpMethod.Post, "/api/cases", new NewCase("Saltern Row 4", "Beside a damaged box")));
        Assert.Equal(HttpStatusCode.OK, (await Me.Get($"/api/cases/{made.Id}/rigs")).StatusCode);
        var refusal = await Visitor.Refused(await Me.Get("/api/kit/pass-two"), HttpStatusCode.InternalServerError);
        Assert.Matches("^[0-9A-F]{4}-[0-9A-F]{4}$", refusal.Reference!);
        Assert.Contains(refusal.Reference!, refusal.Detail!, StringComparison.Ordinal);

        // A kit file brings it back.
        var file = await File.ReadAllTextAsync(Place(1, "kit.json"));
        await Visitor.Body<ImportView>(await Me.SendBytes(HttpMethod.Post, "/api/kit/import", Encoding.UTF8.GetBytes(file)));
        Assert.Empty((await Me.Read<ShelfView>("/api/kit")).Unreadable);
    }

    [Theory]
    [InlineData("look = look - 'set'")]
    [InlineData("rig = jsonb_set(rig, '{look,listeners}', '7')")]
    [InlineData("look = jsonb_set(look, '{listeners,0,seatDistanceM}', '\"near\"')")]
    [InlineData("rig = jsonb_set(rig, '{look,listeners,0,seatDistanceM}', '-400')")]
    public async Task One_damaged_case_is_named_and_hides_nothing_else(string damage)
    {
        var lounge = (await Me.Cases()).Single(c => c.Title.StartsWith("Two headsets", StringComparison.Ordinal));
        var sql = damage.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal);
        Assert.Equal(1, await Sql($"update cases set row_token = row_token + 1, {sql} where title like 'Two headsets%'"));
        var list = await Me.Read<CaseList>("/api/cases");
        Assert.Equal((lounge.Id, lounge.Site, lounge.Title), Assert.Single(list.Unreadable.Select(c => (c.Id, c.Site, c.Title))));
        Assert.Equal(6, list.Cases.Count);
        Assert.NotNull((await Visitor.Refused(await Me.Get($"/api/cases/{lounge.Id}"), HttpStatusCode.InternalServerError)).Reference);
        Assert.Equal(HttpStatusCode.OK, (await Me.Get("/api/packing?on=2026-12-01")).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await Me.Send(HttpMethod.Delete, $"/api/cases/{lounge.Id}")).StatusCode);
        Assert.Empty((await Me.Read<CaseList>("/api/cases")).Unreadable);
    }

    [Theory]
    [InlineData("update devices set spec = spec || '{{\"shapeVersion\":99}}' where id = 'pass-two'")]
    [InlineData("update case_revisions set look = look || '{{\"shapeVersion\":99}}'")]
    [InlineData("insert into \"__EFMigrationsHistory\" values ('29991231000000_FarAhead', '99')")]
    public async Task Data_of_a_newer_program_is_refused_before_anything_is_touched(string newer)
    {
        await Sql(newer);
        await Sql("insert into done_writes (owner, key, fingerprint, status, body, at) values ('x', 'old', '', 200, 'answer', now() - interval '60 days')");
        Assert.Equal(1, await Prepare.Run(App.Services, demo: true, said: TextWriter.Null));
        Assert.Equal(1, await Sql("delete from done_writes where key = 'old'"));
    }

    public static TheoryData<int> Versions => [.. Enumerable.Range(1, DocumentShapes.Ours.Version)];

    [Theory]
    [MemberData(nameof(Versions))]
    public void A_kit_table_of_every_version_is_taken_and_brings_the_same_devices(int version)
    {
        var file = KitFile.Read(File.ReadAllBytes(Place(version, "kit.json")), new Shelf([])).Usable;
        var reading = KitCsv.Read(File.ReadAllBytes(Place(version, "kit.csv")), new Shelf([]));
        Assert.Null(reading.Unreadable);
        Assert.Equal(KitFile.Write(new Shelf(file)), KitFile.Write(new Shelf(reading.Usable)));
    }
}
