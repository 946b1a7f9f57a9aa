using Nightfrost.Core.Shapes;

namespace Nightfrost.Web.Hosting;

/// <summary>Says in the log what could not be read, while everything else is shown.</summary>
internal static partial class UnreadableLog
{
    /// <summary>True for what one broken thing may throw, and no outage or stop.</summary>
    public static bool IsOfOneThing(Exception exception) =>
        exception is UnreadableDocumentException or ArgumentException or InvalidOperationException or KeyNotFoundException
            or FormatException or ArithmeticException or IndexOutOfRangeException or NullReferenceException;

    [LoggerMessage(Level = LogLevel.Error, Message = "The {Thing} {Id} cannot be read")]
    public static partial void CannotBeRead(this ILogger log, Exception exception, string thing, string id);
}
