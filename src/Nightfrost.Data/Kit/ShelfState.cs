namespace Nightfrost.Data.Kit;

/// <summary>Which shelf stands in the database. A trigger raises its version with every statement that changes devices or words beside sockets, whoever
/// runs it, so that several services agree on whether what they hold in memory is still so.</summary>
public sealed class ShelfState
{
    /// <summary>The one row's id.</summary>
    public const int Only = 1;

    public int Id { get; init; } = Only;

    /// <summary>Rises with every change.</summary>
    public long Version { get; init; }
}
