using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace Nightfrost.Data.Cases;

/// <summary>Raises the token of every case that a save changes, itself or in what hangs on it, so that no two saves pass each other unseen.</summary>
internal static class RowTokens
{
    /// <summary>Raises the tokens of the cases that are about to be saved.</summary>
    /// <exception cref="InvalidOperationException">Something that hangs on a case is saved without its case: load the case with it.</exception>
    public static void Raise(ChangeTracker tracker)
    {
        var changed = tracker.Entries().Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted).ToList();
        var touched = changed.Select(e => CaseOf(e.Entity)).OfType<Guid>().ToHashSet();
        if (touched.Count == 0)
            return;
        var cases = tracker.Entries<CaseRow>().ToDictionary(e => e.Entity.Id);
        foreach (var id in touched)
        {
            if (!cases.TryGetValue(id, out var row))
                throw new InvalidOperationException("Something that hangs on a case is saved without its case.");
            if (row.State is EntityState.Unchanged or EntityState.Modified)
                row.Property(c => c.RowToken).CurrentValue = row.Property(c => c.RowToken).OriginalValue + 1;
        }
    }

    private static Guid? CaseOf(object entity) => entity switch
    {
        CaseRow row => row.Id,
        CaseRevision revision => revision.CaseId,
        StepRow step => step.CaseId,
        TakeRow take => take.CaseId,
        _ => null,
    };
}
