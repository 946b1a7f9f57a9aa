using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Which adapters are worth trying at a site.</summary>
internal static class Adapters
{
    /// <summary>
    /// The shelf's adapters without those that another one replaces everywhere: same sockets, signals, delay and power, no fewer outputs, no dearer,
    /// and nothing of use in the box or at home that the other lacks. Swapping it in any rig keeps the rig legal and no worse, so no best rig is lost.
    /// </summary>
    public static IReadOnlyList<Device> WorthTrying(Site site)
    {
        var kept = new List<Device>();
        foreach (var group in site.Shelf.OfRole(DeviceRole.Adapter).GroupBy(Likeness))
        {
            var cheapest = group.Where(a => site.OwnedCount(a.Id) == 0).OrderBy(a => a.Price).ThenByDescending(a => a.SplitsInto).ThenBy(a => a.Id, StringComparer.Ordinal).ToList();
            kept.AddRange(group.Where(a => site.OwnedCount(a.Id) > 0 || a.Includes.Count > 0 || !cheapest.TakeWhile(c => c != a).Any(c => c.SplitsInto >= a.SplitsInto)));
        }

        return [.. kept.OrderBy(a => a.Id, StringComparer.Ordinal)];
    }

    private static string Likeness(Device adapter) => string.Join('|',
        [
            .. adapter.Ports.Select(p => $"{p.Connector} {p.Output} {string.Join(',', p.Signals)}").Order(StringComparer.Ordinal),
            string.Join(',', adapter.StageIds.Order(StringComparer.Ordinal)),
            adapter.Power.ToString(),
            (adapter.SplitsInto > 0).ToString(),
        ]);
}
