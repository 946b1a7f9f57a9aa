using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Tests.Sites;
using Nightfrost.Data;

namespace Nightfrost.Web.Tests;

/// <summary>One damaged look is one damaged look: whatever is broken in it, every other case opens, and new ones too.</summary>
public class DamagedLookTests(Cluster cluster) : OneCase(cluster)
{
    [Fact]
    public async Task Whichever_member_is_damaged_other_cases_open()
    {
        var whole = await WithRig();
        var set = Simple.Set with { Model = "Lantern 40", MenuPaths = [new(MenuOf.Speakers, "Sound › Off")] };
        var other = await Save(await Open(), Simple with { Set = set });
        var text = JsonNode.Parse((await Kept(other.Id))!)!.AsObject();
        var places = LookFields.Leaves(text, "").Select(l => l.Path).Append("set").Append("set.sockets").Append("listeners").Append("set.menuPaths").ToList();
        Assert.True(places.Count > 60, $"only {places.Count} members were found");
        string[] pages = [$"/api/cases/{whole.Id}", $"/api/cases/{whole.Id}/preparation", "/api/cases", "/api/set-memory?model=lantern%2040",
            $"/api/packing?on={DateTime.UtcNow:yyyy-MM-dd}"];
        foreach (var place in places)
        {
            foreach (var damage in new JsonNode?[] { null, new JsonObject { ["damaged"] = true } })
            {
                await Damage(other.Id, LookFields.With(text, place, damage).ToJsonString());
                foreach (var page in pages)
                    Assert.True((await Me.Get(page)).StatusCode == HttpStatusCode.OK, $"{page} broke after {place} was damaged");
            }
        }

        // A new case at the same site starts from what can be read there.
        await Damage(other.Id, LookFields.With(text, "set.model", null).ToJsonString());
        Assert.NotEmpty((await Open()).Look.Set.Sockets);
    }

    private async Task<string?> Kept(Guid id)
    {
        await using var scope = App.Services.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<NightfrostDb>().Database
            .SqlQuery<string>($"select look::text as \"Value\" from cases where id = {id}").FirstAsync();
    }

    // As another program or a bad disk would: past everything of ours, tokens included.
    private async Task Damage(Guid id, string look)
    {
        await using var scope = App.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NightfrostDb>().Database;
        await db.ExecuteSqlAsync($"update cases set look = {look}::jsonb, row_token = row_token + 1 where id = {id}");
        await db.ExecuteSqlAsync($"update case_revisions set look = {look}::jsonb where case_id = {id}");
    }
}
