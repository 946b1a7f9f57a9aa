using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Nightfrost.Data;

namespace Nightfrost.Web.Hosting;

/// <summary>Says whether the service can do its work: its database answers, and the disk has room.</summary>
internal static class Health
{
    /// <summary>Free room under which nothing more can be relied on, bytes: a few journal files of the database.</summary>
    private const long LeastFreeBytes = 64L * 1024 * 1024;

    /// <summary>The checks.</summary>
    /// <param name="services">The service's own.</param>
    /// <param name="place">Folder of the data; null when it is not known, and its disk is not looked at.</param>
    public static void AddHealth(this IServiceCollection services, string? place)
    {
        var checks = services.AddHealthChecks().AddDbContextCheck<NightfrostDb>("the database does not answer");
        if (place is not null)
            checks.AddCheck("the disk of the data is full",
                () => new DriveInfo(place).AvailableFreeSpace < LeastFreeBytes ? HealthCheckResult.Unhealthy() : HealthCheckResult.Healthy());
    }

    /// <summary>Answers "Healthy", or "Unhealthy" and why.</summary>
    public static void MapHealth(this IEndpointRouteBuilder app) =>
        app.MapHealthChecks("/api/health", new HealthCheckOptions { ResponseWriter = Write }).AllowAnonymous();

    private static Task Write(HttpContext context, HealthReport report)
    {
        context.Response.ContentType = "text/plain; charset=utf-8";
        var wrong = report.Entries.Where(e => e.Value.Status != HealthStatus.Healthy).Select(e => e.Key).ToList();
        return context.Response.WriteAsync(wrong.Count == 0 ? "Healthy" : $"Unhealthy: {string.Join("; ", wrong)}");
    }
}
