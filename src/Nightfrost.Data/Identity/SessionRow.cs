namespace Nightfrost.Data.Identity;

/// <summary>One sign-in. A cookie is good only while the session it names stands here.</summary>
public sealed class SessionRow
{
    public required Guid Id { get; init; }
    public required Guid PersonId { get; init; }
    public required DateTimeOffset StartedAt { get; init; }
}
