using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Nightfrost.Data;

/// <summary>Lets the migration tool build the model without a running service.</summary>
internal sealed class DesignTime : IDesignTimeDbContextFactory<NightfrostDb>
{
    public NightfrostDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<NightfrostDb>().UseNightfrost("Host=127.0.0.1;Database=nightfrost").Options);
}

/// <summary>How every part of the program opens the database.</summary>
public static class NightfrostDbOptions
{
    /// <summary>PostgreSQL with snake-case names.</summary>
    public static DbContextOptionsBuilder UseNightfrost(this DbContextOptionsBuilder options, string connection) =>
        options.UseNpgsql(connection).UseSnakeCaseNamingConvention();

    /// <inheritdoc cref="UseNightfrost(DbContextOptionsBuilder, string)"/>
    public static DbContextOptionsBuilder<NightfrostDb> UseNightfrost(this DbContextOptionsBuilder<NightfrostDb> options, string connection)
    {
        UseNightfrost((DbContextOptionsBuilder)options, connection);
        return options;
    }
}
