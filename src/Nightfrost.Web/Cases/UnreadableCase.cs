namespace Nightfrost.Web.Cases;

/// <summary>A case that stands and cannot be shown.</summary>
/// <param name="Id">Its id, to quote.</param>
/// <param name="Site">Where the set stands.</param>
/// <param name="Title">What it is about.</param>
/// <param name="VisitOn">Day of its visit; null while none is planned.</param>
public sealed record UnreadableCase(Guid Id, string Site, string Title, DateOnly? VisitOn);
