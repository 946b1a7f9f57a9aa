using Microsoft.EntityFrameworkCore;
using Nightfrost.Core.Shapes;
using Nightfrost.Data.Documents;

namespace Nightfrost.Data;

/// <summary>Tells data that a newer program wrote, before anything of it is touched.</summary>
public static class NewerData
{
    /// <summary>What is newer than this program, in a few words; null when nothing is.</summary>
    public static async Task<string?> Find(NightfrostDb db, CancellationToken cancel)
    {
        var known = db.Database.GetMigrations().ToHashSet();
        if ((await db.Database.GetAppliedMigrationsAsync(cancel)).FirstOrDefault(m => !known.Contains(m)) is { } later)
            return $"tables of {later}";
        foreach (var (table, column, _) in StoredDocuments.Places)
        {
            if (await db.Database.SqlQuery<bool>($"select to_regclass({table}) is not null as \"Value\"").SingleAsync(cancel) is false)
                continue;
            // Names of our own columns, none of them typed by anybody.
#pragma warning disable EF1002
            var newest = await db.Database.SqlQueryRaw<int?>(
                $"""
                select max(({column}->>'{DocumentShapes.VersionMember}')::numeric)::int as "Value" from {table}
                where jsonb_typeof({column}->'{DocumentShapes.VersionMember}') = 'number'
                """).SingleAsync(cancel);
#pragma warning restore EF1002
            if (newest > DocumentShapes.Ours.Version)
                return $"{table}.{column} of version {newest}, this one knows 1 to {DocumentShapes.Ours.Version}";
        }

        return null;
    }
}
