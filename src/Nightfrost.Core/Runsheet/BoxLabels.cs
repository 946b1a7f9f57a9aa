using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Where a rig has several boxes each gets a label, so that the client can tell them apart.</summary>
internal static class BoxLabels
{
    /// <summary>The boxes with their numbers, from 1; empty for one box or none.</summary>
    public static IReadOnlyList<(int Number, Feed Feed)> Of(Rig rig)
    {
        List<Feed> boxes = [.. rig.Feeds.Where(f => f.Transmitter is not null)];
        return boxes.Count < 2 ? [] : [.. boxes.Select((feed, i) => (i + 1, feed))];
    }
}
