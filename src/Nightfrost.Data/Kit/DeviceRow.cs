using Nightfrost.Core.Kit;
using Nightfrost.Data.Documents;

namespace Nightfrost.Data.Kit;

/// <summary>A device of the shelf as it is stored: the core's own record, and whether it was taken off.</summary>
public sealed class DeviceRow
{
    public required string Id { get; init; }
    public required Stored<Device> Spec { get; set; }

    /// <summary>When it was taken off the shelf; null while it stands there. It can be put back.</summary>
    public DateTimeOffset? DeletedAt { get; set; }

    /// <summary>Rises with every change; a write against an older one is refused.</summary>
    public int Version { get; set; } = 1;
}
