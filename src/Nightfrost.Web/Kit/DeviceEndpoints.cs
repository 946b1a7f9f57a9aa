using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Bench;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Shapes;
using Nightfrost.Data;
using Nightfrost.Data.Kit;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Kit;

/// <summary>A device as it was edited.</summary>
/// <param name="Version">Version that was read.</param>
/// <param name="Device">What it shall be; its id and the day it was retired stay as they are.</param>
public sealed record DeviceEdit(int Version, Device Device);

/// <summary>A wish to retire a device or to use it again.</summary>
/// <param name="Version">Version that was read.</param>
/// <param name="Retired">True to retire it.</param>
public sealed record Retirement(int Version, bool Retired);

/// <summary>What the Bench says of a device.</summary>
/// <param name="Proof">Null for what joins nothing and is worn by nobody, such as a lead.</param>
public sealed record DeviceProofView(Proof? Proof);

/// <summary>One device by itself: added, edited, retired.</summary>
internal static class DeviceEndpoints
{
    public static void MapDevices(this RouteGroupBuilder kit)
    {
        kit.MapGet("terms", () => TypedResults.Ok(KitTerms.All)).WithSummary("What a device is described with.");
        kit.MapPost("", Add).WritesShelf().WithSummary("Puts a new device on the shelf; its id is made from its name.");
        kit.MapGet("{deviceId}", Read).WithSummary("One device.");
        kit.MapGet("{deviceId}/proof", Prove).WithSummary("What the Bench says of one device, in the plainest rig there is for it.");
        kit.MapPut("{deviceId}", Edit).WritesShelf().WithSummary("Describes a device anew.");
        kit.MapPost("{deviceId}/retirement", Retire).WritesShelf()
            .WithSummary("Retires a device: no new rig uses it, old cases still show it. Or takes it back into use.");
    }

    private static async Task<Results<Created<ShelfEntry>, JsonHttpResult<Refusal>>> Add(Device device, NightfrostDb db, CancellationToken cancel)
    {
        var ids = await db.Devices.Select(d => new { d.Id, Standing = d.DeletedAt == null }).ToListAsync(cancel);
        var (taken, standing) = (ids.Select(d => d.Id).ToHashSet(), ids.Where(d => d.Standing).Select(d => d.Id).ToHashSet());
        device = device with { Id = DeviceIds.For(device.Name, taken.Contains), RetiredOn = null };
        if (DeviceCheck.Problems(device, standing.Contains) is { Count: > 0 } wrong)
            return Refusals.Invalid(wrong);
        var row = new DeviceRow { Id = device.Id, Spec = device };
        db.Devices.Add(row);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Created($"/api/kit/{device.Id}", KitEndpoints.Entry(row));
    }

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Read(string deviceId, NightfrostDb db, CancellationToken cancel) =>
        await KitEndpoints.Standing(db, deviceId, cancel) is { } row ? TypedResults.Ok(KitEndpoints.Entry(row)) : Refusals.Unknown("device");

    private static async Task<Results<Ok<DeviceProofView>, JsonHttpResult<Refusal>>> Prove(string deviceId, NightfrostDb db, CancellationToken cancel) =>
        await KitEndpoints.Standing(db, deviceId, cancel) is { } row ? TypedResults.Ok(new DeviceProofView(DeviceProof.Of(row.Spec.Value)))
            : Refusals.Unknown("device");

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Edit(string deviceId, DeviceEdit edit, NightfrostDb db,
        CancellationToken cancel)
    {
        if (await KitEndpoints.Standing(db, deviceId, cancel) is not { } row)
            return Refusals.Unknown("device");
        var device = edit.Device with { Id = deviceId, RetiredOn = row.Spec.Value.RetiredOn };
        var boxes = (await db.Shelf(cancel)).Devices.Where(d => d.Id != deviceId).Append(device).ToDictionary(d => d.Id, d => d.Includes);
        var wrong = DeviceCheck.Problems(device, boxes.ContainsKey).ToList();
        if (wrong.Count == 0 && DeviceCheck.RoundInBoxes(deviceId, boxes) is { } round)
            wrong.Add(round);
        if (wrong.Count > 0)
            return Refusals.Invalid(wrong);
        if (row.Version != edit.Version)
            return Refusals.Stale("device", KitReading.DeviceChanges(device, row.Spec.Value), row.Version);
        if (DocumentShapes.AreSame(row.Spec.Value, device))
            return TypedResults.Ok(KitEndpoints.Entry(row));
        row.Spec = device;
        return await Keep(row, db, cancel);
    }

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Retire(string deviceId, Retirement wish, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await KitEndpoints.Standing(db, deviceId, cancel) is not { } row)
            return Refusals.Unknown("device");
        if (row.Version != wish.Version)
            return Refusals.Stale("device", [row.Spec.Value.RetiredOn is null ? "It is in use." : "It is retired."], row.Version);
        row.Spec = row.Spec.Value with { RetiredOn = wish.Retired ? row.Spec.Value.RetiredOn ?? DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime) : null };
        return await Keep(row, db, cancel);
    }

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Keep(DeviceRow row, NightfrostDb db, CancellationToken cancel)
    {
        row.Version++;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(KitEndpoints.Entry(row));
    }
}
