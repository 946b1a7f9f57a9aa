using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace Nightfrost.Data;

/// <summary>What a refused save means.</summary>
public static class Conflicts
{
    /// <summary>True when somebody else saved the same thing meanwhile; false when the database refused for any other reason.</summary>
    public static bool IsConflict(this DbUpdateException refused) =>
        refused is DbUpdateConcurrencyException || refused.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation };
}
