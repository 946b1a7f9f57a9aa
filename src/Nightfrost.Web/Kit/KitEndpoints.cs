using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nightfrost.Core;
using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Shapes;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Kit;
using Nightfrost.Web.Hosting;

namespace Nightfrost.Web.Kit;

/// <summary>A device on the shelf.</summary>
/// <param name="Device">The device.</param>
/// <param name="Version">Rises with every change.</param>
/// <param name="Abilities">Ids of what it can do.</param>
/// <param name="InShort">What tells it from its neighbours, in a few words each.</param>
public sealed record ShelfEntry(Device Device, int Version, IReadOnlyList<string> Abilities, IReadOnlyList<string> InShort);

/// <summary>Something to look for on the shelf.</summary>
public sealed record AbilityName(string Id, string Words);

/// <summary>The whole shelf.</summary>
/// <param name="Devices">Every device that can be shown.</param>
/// <param name="Abilities">What can be looked for.</param>
/// <param name="Currency">Currency of the prices.</param>
/// <param name="Unreadable">Ids of devices of which what is kept is damaged; nothing is planned with them.</param>
public sealed record ShelfView(IReadOnlyList<ShelfEntry> Devices, IReadOnlyList<AbilityName> Abilities, string Currency, IReadOnlyList<string> Unreadable);

/// <summary>Devices side by side.</summary>
/// <param name="Names">Their names.</param>
/// <param name="Facts">Attributes, what differs first.</param>
public sealed record ComparisonView(IReadOnlyList<string> Names, IReadOnlyList<ComparedFact> Facts);

/// <summary>What may be corrected on a device: its price and the marks printed on its box.</summary>
/// <param name="Version">Version that was read.</param>
/// <param name="Price">New price, 0 to 100 000; null keeps the old one.</param>
/// <param name="Marks">New printed marks by codec class; classes left out stay.</param>
public sealed record DeviceCorrection(int Version, decimal? Price, IReadOnlyList<MarkCorrection> Marks);

/// <summary>The mark printed for one codec class.</summary>
public sealed record MarkCorrection(CodecClass Class, string Mark);

/// <summary>Names and meanings that every screen needs.</summary>
/// <param name="Sockets">Sorts of sockets, in the order of the wall.</param>
/// <param name="Tolerances">Tolerance sets.</param>
/// <param name="Sources">Sorts of sources.</param>
/// <param name="Materials">What walls are made of.</param>
/// <param name="MostListeners">Most listeners of one case.</param>
public sealed record ReferenceData(
    IReadOnlyList<SocketFacts> Sockets, IReadOnlyList<Tolerance> Tolerances, IReadOnlyList<SourceFacts> Sources, IReadOnlyList<MaterialFacts> Materials,
    int MostListeners);

internal static class KitEndpoints
{
    public const string Currency = "GBP";

    public static void MapKit(this RouteGroupBuilder api)
    {
        var kit = api.MapGroup("kit").WithTags("Kit");
        kit.MapGet("", List).WithSummary("Every device on the shelf.");
        kit.MapGet("compare", Compare).WithSummary("Two to four devices side by side, what differs first.");
        kit.MapKitFile();
        kit.MapDevices();
        kit.MapPatch("{deviceId}", Correct).WritesShelf().WithSummary("Corrects a price or a printed mark.");
        kit.MapDelete("{deviceId}", Remove).WritesShelf().WithSummary("Takes a device off the shelf; it can be put back.");
        kit.MapPost("{deviceId}/restore", Restore).WritesShelf().WithSummary("Puts a device back.");
        api.MapGet("reference", () =>
            TypedResults.Ok(new ReferenceData(SocketKinds.All, Tolerances.All, SourceKinds.All, Obstacles.All, LookCheck.MostListeners))).WithTags("Kit")
            .WithSummary("Sockets, sources, materials and tolerance sets.");
    }

    /// <summary>Reads every device from the database; what cannot be read is left out, and Kit names it.</summary>
    public static async Task<Shelf> ReadShelf(this NightfrostDb db, CancellationToken cancel)
    {
        var devices = new List<Device>();
        foreach (var row in await db.Devices.AsNoTracking().Where(d => d.DeletedAt == null).ToListAsync(cancel))
        {
            try
            {
                devices.Add(row.Spec.Value);
            }
            catch (UnreadableDocumentException)
            {
                // Kit names it.
            }
        }

        return new(devices, Currency);
    }

    private static async Task<Ok<ShelfView>> List(NightfrostDb db, ILogger<ShelfView> log, CancellationToken cancel)
    {
        var (entries, unreadable) = (new List<ShelfEntry>(), new List<string>());
        foreach (var row in await db.Devices.AsNoTracking().Where(d => d.DeletedAt == null).OrderBy(d => d.Id).ToListAsync(cancel))
        {
            try
            {
                entries.Add(Entry(row));
            }
            catch (Exception e) when (UnreadableLog.IsOfOneThing(e))
            {
                log.CannotBeRead(e, "device", row.Id);
                unreadable.Add(row.Id);
            }
        }

        return TypedResults.Ok(new ShelfView(
            [.. entries.OrderBy(e => e.Device.Role).ThenBy(e => e.Device.Name, StringComparer.Ordinal)],
            [.. Abilities.All.Select(a => new AbilityName(a.Id, a.Words))], Currency, unreadable));
    }

    /// <summary>A device as the shelf shows it.</summary>
    /// <exception cref="UnreadableDocumentException">What is kept of it cannot be read.</exception>
    public static ShelfEntry Entry(DeviceRow row) => new(row.Spec.Value, row.Version, Abilities.Of(row.Spec.Value), DeviceFacts.InShort(row.Spec.Value));

    private static async Task<Results<Ok<ComparisonView>, JsonHttpResult<Refusal>>> Compare(string[] ids, NightfrostDb db, CancellationToken cancel)
    {
        if (ids.Length is < 2 or > 4)
            return Refusals.Invalid(new FieldProblem("ids", $"{ids.Length} devices cannot stand side by side.", "Choose two to four."));
        var shelf = await db.Shelf(cancel);
        var devices = ids.Select(shelf.Find).OfType<Device>().ToList();
        return devices.Count < ids.Length
            ? Refusals.Unknown("device")
            : TypedResults.Ok(new ComparisonView([.. devices.Select(d => d.Name)], DeviceFacts.Compare(devices, shelf.NameOf, shelf.Currency)));
    }

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Correct(string deviceId, DeviceCorrection correction, NightfrostDb db,
        TimeProvider clock, CancellationToken cancel)
    {
        if (await Standing(db, deviceId, cancel) is not { } row)
            return Refusals.Unknown("device");
        if (correction.Price is < 0 or > DeviceCheck.MostPrice)
            return Refusals.Invalid(new FieldProblem("price", FormattableString.Invariant($"{correction.Price} lies outside 0 to {DeviceCheck.MostPrice}."),
                "Enter what it costs today."));
        if (correction.Marks.Select((m, i) => PlainText.Problem($"marks[{i}].mark", m.Mark, DeviceCheck.LongestMark)).OfType<FieldProblem>()
            .ToList() is { Count: > 0 } wrong)
            return Refusals.Invalid(wrong);
        var spec = row.Spec.Value;
        if (row.Version != correction.Version)
            return Refusals.Stale("device", [FormattableString.Invariant($"Its price is now {spec.Price} {Currency}.")], row.Version);

        row.Spec = spec with
        {
            Price = correction.Price ?? spec.Price,
            PricedOn = correction.Price is null ? spec.PricedOn : DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime),
            Links = [.. spec.Links.Select(l => l with { Codecs = Marked(l.Codecs), CodecsWithSeveral = Marked(l.CodecsWithSeveral) })],
        };
        row.Version++;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(Entry(row));

        IReadOnlyList<Codec> Marked(IReadOnlyList<Codec> codecs) =>
            [.. codecs.Select(c => !c.IsStandard && correction.Marks.FirstOrDefault(m => m.Class == c.Class) is { } mark
                ? c with { Mark = mark.Mark.Trim() } : c)];
    }

    private static async Task<Results<NoContent, JsonHttpResult<Refusal>>> Remove(string deviceId, NightfrostDb db, TimeProvider clock,
        CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        return await db.Devices.Where(d => d.Id == deviceId && d.DeletedAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(d => d.DeletedAt, now).SetProperty(d => d.Version, d => d.Version + 1), cancel) > 0
            ? TypedResults.NoContent()
            : Refusals.Unknown("device");
    }

    private static async Task<Results<Ok<ShelfEntry>, JsonHttpResult<Refusal>>> Restore(string deviceId, NightfrostDb db, CancellationToken cancel)
    {
        await db.Devices.Where(d => d.Id == deviceId && d.DeletedAt != null)
            .ExecuteUpdateAsync(set => set.SetProperty(d => d.DeletedAt, (DateTimeOffset?)null).SetProperty(d => d.Version, d => d.Version + 1), cancel);
        return await Standing(db, deviceId, cancel) is { } row ? TypedResults.Ok(Entry(row)) : Refusals.Unknown("device");
    }

    /// <summary>A device that was not taken off the shelf; null when there is none.</summary>
    public static Task<DeviceRow?> Standing(NightfrostDb db, string deviceId, CancellationToken cancel) =>
        db.Devices.FirstOrDefaultAsync(d => d.Id == deviceId && d.DeletedAt == null, cancel);
}
