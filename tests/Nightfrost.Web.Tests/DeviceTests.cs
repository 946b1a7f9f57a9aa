using System.Net;
using Nightfrost.Web.Kit;

namespace Nightfrost.Web.Tests;

public class DeviceTests(Cluster cluster) : DemoVisit(cluster)
{
    private Task<ShelfEntry> Of(string id) => Me.Read<ShelfEntry>($"/api/kit/{id}");

    [Fact]
    public async Task A_copy_gets_an_id_of_its_own_and_stands_on_the_shelf()
    {
        var original = (await Of("duo-low")).Device;
        var answer = await Me.Send(HttpMethod.Post, "/api/kit", original with { Id = "", Name = original.Name + " (copy)" });
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
        var copy = await Visitor.Body<ShelfEntry>(answer);
        Assert.Equal("duo-box-copy", copy.Device.Id);
        var again = await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Post, "/api/kit", original with { Id = "", Name = original.Name + " (copy)" }));
        Assert.Equal("duo-box-copy-2", again.Device.Id);
        Assert.Equal(2, (await Me.Read<ShelfView>("/api/kit")).Devices.Count(e => e.Device.Id.StartsWith("duo-box-copy", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task What_the_Bench_says_of_a_device_is_told_before_a_case_uses_it()
    {
        Assert.Equal(Core.Bench.Verdict.Proven, (await Me.Read<DeviceProofView>("/api/kit/duo-low/proof")).Proof!.Verdict);
        Assert.Equal(["casting over the network"], (await Me.Read<DeviceProofView>("/api/kit/sill-speaker/proof")).Proof!.NotSimulated);
        Assert.Null((await Me.Read<DeviceProofView>("/api/kit/lead-optical-15/proof")).Proof);
        await Visitor.Refused(await Me.Send(HttpMethod.Get, "/api/kit/nothing-here/proof"), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_device_nothing_can_be_planned_with_is_refused_field_by_field()
    {
        var original = (await Of("duo-low")).Device;
        var refusal = await Visitor.Refused(
            await Me.Send(HttpMethod.Post, "/api/kit", original with { Id = "", Name = "", Ports = [], Price = -1, Includes = ["nothing-here"] }),
            HttpStatusCode.BadRequest);
        Assert.Equal(["name", "price", "ports", "includes[0]"],
            refusal.Problems.Select(p => p.Field).Where(f => f is "name" or "price" or "ports" or "includes[0]"));
        Assert.All(refusal.Problems, p => Assert.NotEmpty(p.Remedy));
    }

    [Fact]
    public async Task What_was_taken_off_the_shelf_cannot_come_in_a_new_box()
    {
        var original = (await Of("duo-low")).Device;
        await Me.Send(HttpMethod.Delete, "/api/kit/usb-stub");
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Post, "/api/kit", original with { Id = "", Name = "usb stub", Includes = ["usb-stub"] }),
            HttpStatusCode.BadRequest);
        Assert.Equal("includes[0]", refusal.Problems.Single().Field);
    }

    [Fact]
    public async Task An_edit_is_kept_and_a_stale_one_says_what_changed()
    {
        var before = await Of("duo-low");
        var edited = await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Put, "/api/kit/duo-low",
            new DeviceEdit(before.Version, before.Device with { Id = "other", CodecReadback = "green" })));
        Assert.Equal(("duo-low", "green", before.Version + 1), (edited.Device.Id, edited.Device.CodecReadback, edited.Version));
        var stale = await Visitor.Refused(await Me.Send(HttpMethod.Put, "/api/kit/duo-low", new DeviceEdit(before.Version, before.Device)),
            HttpStatusCode.Conflict);
        Assert.Contains("codec readback", Assert.Single(stale.Changes), StringComparison.Ordinal);
        Assert.Equal(edited.Version, stale.CurrentVersion);

        // Keeping what stands there already is no change.
        var same = await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Put, "/api/kit/duo-low", new DeviceEdit(edited.Version, edited.Device)));
        Assert.Equal(edited.Version, same.Version);
    }

    [Fact]
    public async Task A_box_in_itself_is_refused()
    {
        var (pass, duo) = (await Of("pass-two"), await Of("duo-low"));
        await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Put, "/api/kit/pass-two",
            new DeviceEdit(pass.Version, pass.Device with { Includes = ["duo-low"] })));
        var refusal = await Visitor.Refused(await Me.Send(HttpMethod.Put, "/api/kit/duo-low",
            new DeviceEdit(duo.Version, duo.Device with { Includes = ["pass-two"] })), HttpStatusCode.BadRequest);
        Assert.Equal("includes", refusal.Problems.Single().Field);
    }

    [Fact]
    public async Task A_retired_device_stays_in_sight_and_can_be_used_again()
    {
        var before = await Of("duo-low");
        var retired = await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Post, "/api/kit/duo-low/retirement", new Retirement(before.Version, true)));
        Assert.NotNull(retired.Device.RetiredOn);
        Assert.Contains((await Me.Read<ShelfView>("/api/kit")).Devices, e => e.Device.Id == "duo-low");
        Assert.NotNull((await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Put, "/api/kit/duo-low",
            new DeviceEdit(retired.Version, before.Device with { Price = 9 })))).Device.RetiredOn);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, "/api/kit/duo-low/retirement", new Retirement(before.Version, false)), HttpStatusCode.Conflict);
        var again = await Visitor.Body<ShelfEntry>(await Me.Send(HttpMethod.Post, "/api/kit/duo-low/retirement", new Retirement(retired.Version + 1, false)));
        Assert.Null(again.Device.RetiredOn);
    }

    [Fact]
    public async Task Unknown_devices_are_told_so()
    {
        await Visitor.Refused(await Me.Get("/api/kit/gone"), HttpStatusCode.NotFound);
        await Visitor.Refused(await Me.Send(HttpMethod.Put, "/api/kit/gone", new DeviceEdit(1, (await Of("duo-low")).Device)), HttpStatusCode.NotFound);
        await Visitor.Refused(await Me.Send(HttpMethod.Post, "/api/kit/gone/retirement", new Retirement(1, true)), HttpStatusCode.NotFound);
    }
}
