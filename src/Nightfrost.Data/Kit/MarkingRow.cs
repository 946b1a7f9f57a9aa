using Nightfrost.Core.Sites;

namespace Nightfrost.Data.Kit;

/// <summary>A wording beside sockets that the workshop added to the usual ones.</summary>
public sealed class MarkingRow
{
    public required string Words { get; init; }
    public required MarkingReading Reading { get; init; }
}
