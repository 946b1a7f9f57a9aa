using Nightfrost.Core.Shapes;

namespace Nightfrost.Web.Cases;

/// <summary>A case that stands and cannot be shown.</summary>
/// <param name="Id">Its id, to quote.</param>
/// <param name="Site">Where the set stands.</param>
/// <param name="Title">What it is about.</param>
/// <param name="VisitOn">Day of its visit; null while none is planned.</param>
public sealed record UnreadableCase(Guid Id, string Site, string Title, DateOnly? VisitOn);

/// <summary>Says in the log what could not be read, while everything else is shown.</summary>
internal static partial class UnreadableLog
{
    /// <summary>True for what one broken thing may throw, and no outage or stop.</summary>
    public static bool IsOfOneThing(Exception exception) =>
        exception is UnreadableDocumentException or ArgumentException or InvalidOperationException or KeyNotFoundException or FormatException or ArithmeticException or IndexOutOfRangeException or NullReferenceException;

    [LoggerMessage(Level = LogLevel.Error, Message = "The {Thing} {Id} cannot be read")]
    public static partial void CannotBeRead(this ILogger log, Exception exception, string thing, string id);
}
