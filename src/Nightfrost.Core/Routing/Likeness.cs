using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Leaves one of all devices that planning cannot tell apart but by their price: the cheapest. Swapping it in any rig keeps the rig legal and no worse, so no best
/// rig is lost. What is owned, worn, has something in its box or is asked for by name always stays.
/// </summary>
internal static class Likeness
{
    /// <summary>Devices of a role worth trying at a site.</summary>
    /// <param name="site">The site.</param>
    /// <param name="devices">Devices of one role.</param>
    /// <param name="named">Ids asked for by name.</param>
    public static Device[] WorthTrying(Site site, IEnumerable<Device> devices, IReadOnlyCollection<string> named)
    {
        var worn = site.Look.Listeners.Select(l => l.ReceiverId).OfType<string>().ToHashSet();
        var inBoxes = site.Shelf.OfRole(DeviceRole.Transmitter).SelectMany(t => t.Includes).ToHashSet();
        var kept = new Dictionary<string, Device>();
        var special = new List<Device>();
        foreach (var device in devices)
        {
            if (device.Includes.Count > 0 || worn.Contains(device.Id) || inBoxes.Contains(device.Id) || named.Contains(device.Id) || site.OwnedCount(device.Id) > 0)
            {
                special.Add(device);
                continue;
            }

            var key = KeyOf(device);
            if (!kept.TryGetValue(key, out var cheapest) || device.Price < cheapest.Price || (device.Price == cheapest.Price && string.CompareOrdinal(device.Id, cheapest.Id) < 0))
                kept[key] = device;
        }

        return [.. kept.Values.Concat(special).OrderBy(d => d.Id, StringComparer.Ordinal)];
    }

    /// <summary>What planning sees of a sending or receiving end.</summary>
    public static string KeyOf(AirLink link) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"{link.Technology},{link.Transmits},{link.ListenersAtOnce},{link.Family.ToUpperInvariant()},{link.TransmitDbm},{link.SensitivityDbm},{link.OnAxisRangeM},{link.HalfPowerDeg},{link.ThreeMegabit},{link.BandLowMHz},{link.BandHighMHz},{link.Delay},{string.Join('.', link.Lc3RatesKHz)},{string.Join('.', link.Generations)},{string.Join(';', link.Codecs)},{string.Join(';', link.CodecsWithSeveral)}");

    private static string KeyOf(Device d) => string.Join('|',
        d.Form, d.Power, d.LengthM, d.SplitsInto, d.PassesThrough, d.MonoSum, d.JoinsAsPair, d.OwnVolume, d.EasyControls, d.FoundByTouch, d.WornOverAids, d.OpenToRoom,
        d.NearImplants, d.StreamsOnRequest, d.App.Length > 0, string.Join(',', d.StageIds),
        string.Join('/', d.Ports.Select(p => $"{p.Connector} {p.Output} {string.Join(',', p.Signals)}")), string.Join('/', d.Links.Select(KeyOf)));
}
