using System.Net.Sockets;
using Npgsql;

namespace Nightfrost.Web.Hosting;

/// <summary>Tells what passes by itself, or by somebody's hand, from a fault of ours.</summary>
internal static class Outages
{
    /// <summary>True when the database could not be asked, or broke off while it was: stopped, starting, killed, or out of connections.</summary>
    public static bool DatabaseIsAway(Exception exception) => Chain(exception).Any(e => e switch
    {
        // Serialisation failures and deadlocks are transient too, and a fault of ours; so is a connection used twice at a time.
        PostgresException { SqlState: PostgresErrorCodes.SerializationFailure or PostgresErrorCodes.DeadlockDetected } => false,
        PostgresException answered =>
            answered.IsTransient
                || answered.SqlState is PostgresErrorCodes.AdminShutdown or PostgresErrorCodes.CrashShutdown or PostgresErrorCodes.CannotConnectNow,
        NpgsqlOperationInProgressException => false,
        NpgsqlException unanswered =>
            unanswered.IsTransient
                || unanswered.InnerException is null or IOException or SocketException or TimeoutException or EndOfStreamException or ObjectDisposedException,

        // A connection that broke while it was in use is found closed by whoever uses it next, and its transaction over.
        InvalidOperationException { Source: "Npgsql" } closed =>
            closed.Message.Contains("onnection", StringComparison.Ordinal) || closed.Message.Contains("already completed", StringComparison.Ordinal),
        _ => false,
    });

    /// <summary>True when the database has no room to write.</summary>
    public static bool DiskIsFull(Exception exception) => Chain(exception).Any(e => e is PostgresException { SqlState: PostgresErrorCodes.DiskFull });

    private static IEnumerable<Exception> Chain(Exception? exception)
    {
        for (; exception is not null; exception = exception.InnerException)
            yield return exception;
    }
}
