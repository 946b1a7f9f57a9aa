namespace Nightfrost.Data.Kit;

/// <summary>A manual kept for reading where there is no network.</summary>
public sealed class ManualRow
{
    /// <summary>What it is of: a device or a set's model.</summary>
    public required string About { get; init; }
    public required string FileName { get; set; }
    public required string ContentType { get; set; }

    /// <summary>The file itself.</summary>
    public required byte[] Content { get; set; }

    /// <summary>Length of the file, bytes.</summary>
    public required int Size { get; set; }
    public required DateTimeOffset AddedAt { get; set; }

    /// <summary>Rises with every change; a manual that replaces an older one is refused.</summary>
    public int Version { get; set; } = 1;

    /// <summary>When it was taken away; null while it is kept. It can be put back.</summary>
    public DateTimeOffset? DeletedAt { get; set; }
}
