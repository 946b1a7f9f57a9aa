namespace Nightfrost.Core.Kit;

/// <summary>The stages of delay that a device may name; how long each lasts stands in the same table and is the timing's.</summary>
internal static class StageIds
{
    private sealed record Row(string Id);

    /// <summary>Every id, in reading order.</summary>
    public static IReadOnlyList<string> All { get; } = [.. Shipped.Read<Row[]>("Timing.stage-delays.json").Select(row => row.Id)];
}
