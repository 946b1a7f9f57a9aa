using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Sites;
using Nightfrost.Data;
using Nightfrost.Data.Cases;

namespace Nightfrost.Web.Cases;

/// <summary>The versions of a case's look, each kept until enough newer ones are there.</summary>
internal static class LookVersions
{
    /// <summary>Older versions kept to say what changed since.</summary>
    private const int VersionsKept = 50;

    /// <summary>Saves a look as a new version and lets the oldest go.</summary>
    public static async Task Add(NightfrostDb db, CaseRow row, Look look, TimeProvider clock, CancellationToken cancel)
    {
        row.Look = look;
        row.LookVersion++;
        row.ChangedAt = clock.GetUtcNow();
        db.Revisions.Add(new CaseRevision { CaseId = row.Id, Version = row.LookVersion, Look = row.Look, SavedAt = row.ChangedAt });
        await db.SaveChangesAsync(cancel);
        await db.Revisions.Where(r => r.CaseId == row.Id && r.Version <= row.LookVersion - VersionsKept).ExecuteDeleteAsync(cancel);
    }
}
