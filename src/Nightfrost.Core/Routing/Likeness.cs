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
        var kept = new Dictionary<string, List<Device>>();
        var special = new List<Device>();
        foreach (var device in devices)
        {
            if (device.Includes.Count > 0 || worn.Contains(device.Id) || inBoxes.Contains(device.Id) || named.Contains(device.Id) || site.OwnedCount(device.Id) > 0)
            {
                special.Add(device);
                continue;
            }

            var key = KeyOf(device);
            if (!kept.TryGetValue(key, out var alike))
                kept[key] = alike = [];
            alike.Add(device);
        }

        return [.. kept.Values.SelectMany(Undominated).Concat(special).OrderBy(d => d.Id, StringComparer.Ordinal)];
    }

    // Alike but for price, outputs of a splitter and what is asked of the set's USB.
    private static IEnumerable<Device> Undominated(List<Device> alike)
    {
        var kept = new List<Device>();
        foreach (var device in alike.OrderBy(d => d.Price).ThenBy(d => d.Power.UsbDrawMa).ThenByDescending(d => d.SplitsInto).ThenBy(d => d.Id, StringComparer.Ordinal))
        {
            if (!kept.Any(k => k.SplitsInto >= device.SplitsInto && (k.Power == device.Power || (k.Power with { UsbDrawMa = device.Power.UsbDrawMa } == device.Power && k.Power.UsbDrawMa <= device.Power.UsbDrawMa && k.Power.PairingSurvivesPowerLoss))))
                kept.Add(device);
        }

        return kept;
    }

    /// <summary>What planning sees of a sending or receiving end.</summary>
    public static string KeyOf(AirLink link) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"{link.Technology},{link.Transmits},{link.ListenersAtOnce},{link.Family.ToUpperInvariant()},{link.TransmitDbm},{link.SensitivityDbm},{link.OnAxisRangeM},{link.HalfPowerDeg},{link.ThreeMegabit},{link.BandLowMHz},{link.BandHighMHz},{link.Delay},{string.Join('.', link.Lc3RatesKHz)},{string.Join('.', link.Generations)},{string.Join(';', link.Codecs)},{string.Join(';', link.CodecsWithSeveral)}");

    /// <summary>What a sending end sees of a device that takes it: the order of codecs is the sender's business.</summary>
    public static string KeyOfTaking(Device device) => string.Join('/', device.Links.Where(l => !l.Transmits).Select(KeyOfTaking).Order(StringComparer.Ordinal));

    /// <summary>The same of one receiving end.</summary>
    public static string KeyOfTaking(AirLink link) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"{link.Technology},{link.Family.ToUpperInvariant()},{link.SensitivityDbm},{link.ThreeMegabit},{link.Delay},{string.Join('.', link.Lc3RatesKHz.Order())},{string.Join('.', link.Generations.Order())},{string.Join(';', link.Codecs.Select(c => c.ToString()).Order(StringComparer.Ordinal))}");

    /// <summary>What a receiving end sees of a sending one, but for its power and how many it feeds.</summary>
    public static string KeyOfSending(AirLink link) => KeyOf(link with { TransmitDbm = 0, ListenersAtOnce = 1, SensitivityDbm = 0, Remembers = 1 });

    private static string KeyOf(Device d) => string.Join('|',
        d.Form, d.Power with { UsbDrawMa = 0 }, d.LengthM, d.SplitsInto > 1, d.PassesThrough, d.MonoSum, d.JoinsAsPair, d.OwnVolume, d.EasyControls, d.FoundByTouch, d.WornOverAids, d.OpenToRoom,
        d.NearImplants, d.StreamsOnRequest, d.NoiseCancelling, d.SpatialRendering, d.App.Length > 0, string.Join(',', d.StageIds),
        string.Join('/', d.Ports.Select(p => $"{p.Connector} {p.Output} {string.Join(',', p.Signals)}")), string.Join('/', d.Links.Select(KeyOf)));
}
