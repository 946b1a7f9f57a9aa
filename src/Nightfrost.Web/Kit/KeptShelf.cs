using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Kit;

namespace Nightfrost.Web.Kit;

/// <summary>The shelf and the workshop's words beside sockets as they stood at one version.</summary>
internal sealed record ShelfNow(long Version, Shelf Shelf, IReadOnlyList<MarkingWords> Markings);

/// <summary>
/// The parsed shelf in memory. Each request asks the database which version stands there and reads it anew only when that is another one, so that two
/// services on one database agree.
/// </summary>
internal sealed class KeptShelf
{
    private volatile ShelfNow? _kept;

    /// <summary>The shelf as it stands.</summary>
    public async Task<ShelfNow> Read(NightfrostDb db, CancellationToken cancel)
    {
        // The version first: what is read after it may be newer, never older.
        var version = await db.ShelfStates.AsNoTracking().Where(s => s.Id == ShelfState.Only).Select(s => s.Version).FirstAsync(cancel);
        if (_kept is { } kept && kept.Version == version)
            return kept;
        var now = new ShelfNow(version, await db.ReadShelf(cancel), await db.ReadMarkingWords(cancel));
        // Within a transaction it may be what never comes to stand.
        if (db.Database.CurrentTransaction is null)
            _kept = now;
        return now;
    }
}

internal static class KeptShelfReading
{
    /// <summary>The shelf as the core plans with it: what cannot be read of it is left out.</summary>
    public static async Task<Shelf> Shelf(this NightfrostDb db, CancellationToken cancel) => (await db.ShelfNow(cancel)).Shelf;

    /// <summary>The shelf with its version and the workshop's words beside sockets.</summary>
    public static Task<ShelfNow> ShelfNow(this NightfrostDb db, CancellationToken cancel) => db.GetService<KeptShelf>().Read(db, cancel);
}
