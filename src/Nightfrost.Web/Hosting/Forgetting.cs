using Microsoft.EntityFrameworkCore;
using Nightfrost.Data;

namespace Nightfrost.Web.Hosting;

/// <summary>Lets go, while the service runs, of what is kept for a time only. What is kept how long stands in docs/formats.md.</summary>
internal sealed partial class Forgetting(IServiceScopeFactory scopes, TimeProvider clock, ILogger<Forgetting> log) : BackgroundService
{
    /// <summary>A tablet may be offline for a weekend and longer: so long a write that was carried out is known again.</summary>
    private static readonly TimeSpan KeysKept = TimeSpan.FromDays(30);

    /// <summary>So long a repeated write gets its first answer; after that it is told that it was done.</summary>
    private static readonly TimeSpan AnswersKept = TimeSpan.FromDays(1);

    /// <summary>Lets go of everything that is old enough.</summary>
    public static async Task Run(NightfrostDb db, TimeProvider clock, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var (keys, answers) = (now - KeysKept, now - AnswersKept);
        var sessions = now - Sessions.Longest;
        await db.Sessions.Where(s => s.StartedAt < sessions).ExecuteDeleteAsync(cancel);
        await db.DoneWrites.Where(d => d.At < keys).ExecuteDeleteAsync(cancel);
        await db.DoneWrites.Where(d => d.At < answers && d.Body != "").ExecuteUpdateAsync(set => set.SetProperty(d => d.Body, ""), cancel);
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromHours(1), clock);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                await Run(scope.ServiceProvider.GetRequiredService<NightfrostDb>(), clock, stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // Tried again in an hour.
                LogFailed(e.GetBaseException().GetType().Name);
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "What is old was not let go ({Kind})")]
    private partial void LogFailed(string kind);
}
