using System.Collections.Concurrent;
using Nightfrost.Core.Shapes;

namespace Nightfrost.Web.Hosting;

/// <summary>Says in the log what could not be read, while everything else is shown.</summary>
internal static partial class UnreadableLog
{
    private const int MostSaid = 10_000;
    private static readonly ConcurrentDictionary<(string, object, string), bool> Said = [];

    /// <summary>True for what one broken thing may throw, and no outage or stop.</summary>
    public static bool IsOfOneThing(Exception exception) =>
        exception is UnreadableDocumentException or ArgumentException or InvalidOperationException or KeyNotFoundException
            or FormatException or ArithmeticException or IndexOutOfRangeException or NullReferenceException;

    /// <summary>Says once, for as long as the service runs, that something cannot be read.</summary>
    /// <param name="log">Told of it.</param>
    /// <param name="exception">What reading it threw.</param>
    /// <param name="thing">Its sort.</param>
    /// <param name="id">Its id.</param>
    public static void CannotBeRead(this ILogger log, Exception exception, string thing, object id)
    {
        if (Said.Count < MostSaid && Said.TryAdd((thing, id, exception.Message), true))
            LogCannotBeRead(log, exception, thing, id);
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The {Thing} {Id} cannot be read")]
    private static partial void LogCannotBeRead(ILogger log, Exception exception, string thing, object id);
}
