using Microsoft.AspNetCore.Diagnostics;
using Serilog;
using Serilog.AspNetCore;
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
            // What was thrown is answered, and logged once, by our own handler; the first migration always fails to find its own table.
            .MinimumLevel.Override("Microsoft.AspNetCore.Diagnostics.ExceptionHandlerMiddleware", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.AspNetCore.Antiforgery", LogEventLevel.Error)
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
            .WriteTo.Console(new RenderedCompactJsonFormatter());
    }

    /// <summary>One line a request: the pattern of its address instead of the address, which may hold ids of persons.</summary>
    public static void Requests(RequestLoggingOptions log, IServiceProvider services)
    {
        // The service's own: a process may hold several, as the tests' does.
        log.Logger = services.GetRequiredService<Serilog.ILogger>();
        log.MessageTemplate = "{RequestMethod} {Route} {StatusCode} in {Elapsed:0} ms";
        log.GetMessageTemplateProperties = (context, _, elapsed, status) =>
        [
            new LogEventProperty("RequestMethod", new ScalarValue(context.Request.Method)),
            new LogEventProperty("Route",
                new ScalarValue(((context.GetEndpoint()
                    ?? context.Features.Get<IExceptionHandlerFeature>()?.Endpoint) as RouteEndpoint)?.RoutePattern.RawText ?? "")),
            new LogEventProperty("StatusCode", new ScalarValue(status)),
            new LogEventProperty("Elapsed", new ScalarValue(elapsed)),
        ];
    }
}
