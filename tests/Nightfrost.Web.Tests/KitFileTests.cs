using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Nightfrost.Core.Kit;
using Nightfrost.Data.Demo;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Tests;

public class KitFileTests(Cluster cluster) : DemoVisit(cluster)
{
    private async Task<string> Export() => await (await Me.Get("/api/kit/export")).Content.ReadAsStringAsync();

    private static string With(string file, Action<JsonArray> change)
    {
        var root = JsonNode.Parse(file)!;
        change(root["devices"]!.AsArray());
        return root.ToJsonString();
    }

    private static JsonObject Device(JsonArray devices, string id) => devices.Single(d => (string)d!["id"]! == id)!.AsObject();

    [Fact]
    public void Every_demo_device_can_be_planned_with()
    {
        Assert.All(DemoKit.All, d => Assert.True(DeviceCheck.Problems(d).Count == 0, $"{d.Id}: {string.Join(' ', DeviceCheck.Problems(d))}"));
        Assert.All(DemoKit.All.SelectMany(d => d.Includes), id => Assert.Contains(DemoKit.All, d => d.Id == id));
    }

    [Fact]
    public void Demo_names_tell_the_things_apart_and_an_extension_is_one()
    {
        Assert.All(DemoKit.All.GroupBy(d => d.Name.Replace('\u00a0', ' ')), same => Assert.Single(same));
        Assert.All(DemoKit.All.Where(d => d.Role == DeviceRole.Lead && d.LengthM >= 0.2),
            d => Assert.Equal(d is { IsExtension: true, SplitsInto: < 2 }, d.Name.Contains("extension", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task An_export_imported_again_changes_nothing()
    {
        var file = await Export();
        var view = await Visitor.Body<ImportView>(await Me.SendRaw(HttpMethod.Post, "/api/kit/import", file));
        Assert.Equal((DemoKit.All.Count, 0), (view.Rows.Count, view.Kept));
        Assert.Equal(file, await Export());
        Assert.All((await Me.Read<ShelfView>("/api/kit")).Devices, d => Assert.Equal(1, d.Version));
    }

    [Fact]
    public async Task A_preview_says_what_would_happen_and_does_nothing()
    {
        var file = With(await Export(), devices =>
        {
            Device(devices, "duo-low")["price"] = 39.5;
            var copy = Device(devices, "duo-low").DeepClone();
            copy["id"] = "duo-new";
            devices.Add(copy);
        });
        var view = await Visitor.Body<ImportView>(await Me.SendRaw(HttpMethod.Post, "/api/kit/import/preview", file, "preview-key"));
        Assert.Equal((1, 1), (view.Rows.Count(r => r.Fate == RowFate.New), view.Rows.Count(r => r.Fate == RowFate.Changed)));
        Assert.Equal("price was 42, now 39.5", view.Rows.Single(r => r.Fate == RowFate.Changed).Changes.Single());
        Assert.DoesNotContain((await Me.Read<ShelfView>("/api/kit")).Devices, d => d.Device.Id == "duo-new");

        // A preview is no write: the same key may still be used for one.
        var kept = await Visitor.Body<ImportView>(await Me.SendRaw(HttpMethod.Post, "/api/kit/import", file, "preview-key"));
        Assert.Equal(2, kept.Kept);
        var shelf = await Me.Read<ShelfView>("/api/kit");
        Assert.Equal((39.5m, 2),
            (shelf.Devices.Single(d => d.Device.Id == "duo-low").Device.Price, shelf.Devices.Single(d => d.Device.Id == "duo-low").Version));
        Assert.Contains(shelf.Devices, d => d.Device.Id == "duo-new");
    }

    [Fact]
    public async Task All_or_nothing_is_the_users_choice()
    {
        var file = With(await Export(), devices =>
        {
            Device(devices, "duo-low")["price"] = 39.5;
            Device(devices, "plain-one")["price"] = -3;
        });
        var refusal = await Visitor.Refused(await Me.SendRaw(HttpMethod.Post, "/api/kit/import", file), HttpStatusCode.BadRequest);
        Assert.Contains("price", refusal.Problems.Single().Field, StringComparison.Ordinal);
        Assert.StartsWith("line ", refusal.Problems.Single().Field, StringComparison.Ordinal);
        Assert.Equal(42, (await Me.Read<ShelfView>("/api/kit")).Devices.Single(d => d.Device.Id == "duo-low").Device.Price);

        var view = await Visitor.Body<ImportView>(await Me.SendRaw(HttpMethod.Post, "/api/kit/import?leaveWrongOut=true", file));
        Assert.Equal(1, view.Kept);
        Assert.Equal(39.5m, (await Me.Read<ShelfView>("/api/kit")).Devices.Single(d => d.Device.Id == "duo-low").Device.Price);
    }

    [Fact]
    public async Task A_device_that_was_taken_off_comes_back_by_import()
    {
        var file = await Export();
        await Me.Send(HttpMethod.Delete, "/api/kit/usb-stub");
        var view = await Visitor.Body<ImportView>(await Me.SendRaw(HttpMethod.Post, "/api/kit/import", file));
        Assert.Equal("usb-stub", view.Rows.Single(r => r.Fate == RowFate.New).Id);
        Assert.Contains((await Me.Read<ShelfView>("/api/kit")).Devices, d => d.Device.Id == "usb-stub");
    }

    [Fact]
    public async Task A_file_that_is_none_is_refused_and_an_enormous_one_too()
    {
        foreach (var body in new[] { "", "\u0089PNG", "a,b,c\n=1+1,2,3", "[]", "{}" })
        {
            var refusal = await Visitor.Refused(await Me.SendRaw(HttpMethod.Post, "/api/kit/import?leaveWrongOut=true", body), HttpStatusCode.BadRequest);
            Assert.NotEmpty(refusal.Problems.Single().Remedy);
        }

        var enormous = await Visitor.Refused(await Me.SendRaw(HttpMethod.Post, "/api/kit/import/preview", new string(' ', 50 * 1024 * 1024)),
            HttpStatusCode.RequestEntityTooLarge);
        Assert.Contains("8 MB", enormous.Problems.Single().Reason, StringComparison.Ordinal);
        await Visitor.Refused(await Me.SendRaw(HttpMethod.Post, "/api/kit/import?leaveWrongOut=some", await Export()), HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Two_to_four_devices_stand_side_by_side()
    {
        var view = await Me.Read<ComparisonView>("/api/kit/compare?ids=pass-two&ids=duo-low&ids=plain-one");
        Assert.Equal(["Pass Two box", "Duo box", "Plain One sender"], view.Names);
        Assert.True(view.Facts[0].Differs);
        Assert.False(view.Facts[^1].Differs);
        await Visitor.Refused(await Me.Get("/api/kit/compare?ids=pass-two"), HttpStatusCode.BadRequest);
        await Visitor.Refused(await Me.Get("/api/kit/compare"), HttpStatusCode.BadRequest);
        await Visitor.Refused(await Me.Get("/api/kit/compare?ids=pass-two&ids=gone"), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_schema_is_published_and_docs_hold_the_same()
    {
        var served = await (await Me.Get("/api/kit/schema")).Content.ReadAsStringAsync();
        var path = Path.Combine(ArchitectureTests.Root(), "docs", "kit-schema.json");
        if (Environment.GetEnvironmentVariable("NIGHTFROST_WRITE_DOCS") == "1")
            await File.WriteAllTextAsync(path, served, new UTF8Encoding(false));
        Assert.True(File.Exists(path) && await File.ReadAllTextAsync(path) == served,
            "docs/kit-schema.json is stale: run the service tests once with NIGHTFROST_WRITE_DOCS=1 and commit it.");
    }
}
