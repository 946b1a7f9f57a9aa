namespace Nightfrost.Core.Sites;

/// <summary>How early and how late sound may be for one viewer.</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Words">Its name.</param>
/// <param name="EarlyMs">Early limit, ms, negative.</param>
/// <param name="LateMs">Late limit, ms.</param>
/// <param name="Source">Public document it comes from.</param>
public sealed record Tolerance(string Id, string Words, double EarlyMs, double LateMs, string Source);

/// <summary>The shipped tolerance sets.</summary>
public static class Tolerances
{
    public const string Broadcast = "broadcast";
    public const string LipReader = "lip-reader";

    public static IReadOnlyList<Tolerance> All { get; } = Shipped.Read<Tolerance[]>("Sites.tolerances.json");

    /// <summary>One set, or null when no set has this id.</summary>
    public static Tolerance? Find(string id) => All.FirstOrDefault(row => row.Id == id);
}
