using Nightfrost.Core.Handover;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Bench;

/// <summary>The sheet that stays with the client, with the lines to try that the Bench picked.</summary>
public static class ClientSheet
{
    /// <summary>Writes it from a rig and the values found on the visit.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="found">Values met before they were changed.</param>
    public static HandoverSheet For(Rig rig, IReadOnlyList<FoundValue> found) => HandoverSheet.For(rig, found, TryLines.Of(rig));
}
