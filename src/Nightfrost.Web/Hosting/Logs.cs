using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Nightfrost.Web.Hosting;

/// <summary>Structured logs on standard output. They carry methods, statuses and times, never paths, names or bodies.</summary>
internal static class Logs
{
    /// <summary>Sets what is written.</summary>
    /// <param name="log">The logger being made.</param>
    /// <param name="quiet">Writes nothing, for tests.</param>
    public static void Configure(LoggerConfiguration log, bool quiet)
    {
        if (quiet)
        {
            log.MinimumLevel.Fatal();
            return;
        }

        log.MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
            .MinimumLevel.Override("System", LogEventLevel.Warning)
            // A failed command is logged once, with the request it failed in; the first migration always fails to find its own table.
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Database.Command", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.AspNetCore.Antiforgery", LogEventLevel.Error)
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
            .WriteTo.Console(new RenderedCompactJsonFormatter());
    }
}
