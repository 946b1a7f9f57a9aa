using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.Extensions.Caching.Memory;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Data;
using Nightfrost.Data.Cases;

namespace Nightfrost.Web.Cases;

/// <summary>What is worked out from a kept rig alone: it holds for as long as the row token stands.</summary>
/// <param name="Plan">The rig as it is kept; null while none is chosen.</param>
/// <param name="Rig">Rebuilt; null while none is chosen or it no longer fits together.</param>
/// <param name="Arrivals">Arrivals of its site; null without a rig.</param>
/// <param name="Steps">Its run sheet.</param>
internal sealed record RebuiltRig(RigPlan? Plan, Rig? Rig, Arrivals? Arrivals, IReadOnlyList<Step> Steps)
{
    /// <summary>Rebuilds the rig of a case.</summary>
    public static RebuiltRig Of(CaseRow row)
    {
        var plan = row.Rig?.Value;
        var rig = plan?.Rebuild();
        return new(plan, rig, rig is null ? null : new Arrivals(rig.Site), rig is null ? [] : RunSheet.For(rig));
    }
}

/// <summary>
/// Cases as they were last worked out, by their row token and, where the shelf matters, by its version: both stand in the database, so that two services
/// agree. What is read within a transaction is not kept, for it may never come to stand.
/// </summary>
internal sealed class CaseMemory : IDisposable
{
    // A summary takes some 10 kB, a rebuilt rig or a whole case up to 200.
    private readonly MemoryCache _summaries = new(new MemoryCacheOptions { SizeLimit = 5_000 });
    private readonly MemoryCache _whole = new(new MemoryCacheOptions { SizeLimit = 400 });

    /// <summary>The rig of a case, rebuilt when its row token is another one.</summary>
    public RebuiltRig Rig(NightfrostDb db, CaseRow row) => Kept(_whole, db, ("rig", row.Id), (row.RowToken, 0), () => RebuiltRig.Of(row))!;

    /// <summary>A case in the list.</summary>
    /// <param name="db">The database it is read from.</param>
    /// <param name="id">The case.</param>
    /// <param name="stands">Its row token and the version of the shelf.</param>
    /// <param name="make">Works it out; null to look only.</param>
    public CaseSummary? Summary(NightfrostDb db, Guid id, (int RowToken, long Shelf) stands, Func<CaseSummary>? make = null) =>
        Kept(_summaries, db, ("summary", id), stands, make);

    /// <summary>A case in full; parameters as for a summary.</summary>
    public CaseDetail? Detail(NightfrostDb db, Guid id, (int RowToken, long Shelf) stands, Func<CaseDetail>? make = null) =>
        Kept(_whole, db, ("detail", id), stands, make);

    public void Dispose()
    {
        _summaries.Dispose();
        _whole.Dispose();
    }

    private static T? Kept<T>(MemoryCache cache, NightfrostDb db, (string Sort, Guid Id) key, (int RowToken, long Shelf) stands, Func<T>? make)
        where T : class
    {
        if (cache.TryGetValue(key, out Entry<T>? kept) && kept!.Stands == stands)
            return kept.Value;
        if (make?.Invoke() is not { } value)
            return null;
        if (db.Database.CurrentTransaction is null)
            cache.Set(key, new Entry<T>(stands, value), new MemoryCacheEntryOptions { Size = 1 });
        return value;
    }

    private sealed record Entry<T>((int RowToken, long Shelf) Stands, T Value);
}

internal static class CaseMemoryAccess
{
    /// <summary>The service's memory of cases.</summary>
    public static CaseMemory CaseMemory(this NightfrostDb db) => db.GetService<CaseMemory>();
}
