using System.Text.Json;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Leaves one of all devices that planning cannot tell apart but by their price: the cheapest. Swapping it in any rig keeps the rig legal and no worse, so no
/// best rig is lost. What is owned, worn, allowed near an implant, has something in its box or is asked for by name always stays.
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
            if (device.Includes.Count > 0 || worn.Contains(device.Id) || inBoxes.Contains(device.Id) || named.Contains(device.Id)
                || site.OwnedCount(device.Id) > 0 || site.IsAllowedNearSomebody(device.Id))
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
        foreach (var device in alike.OrderBy(d => d.Price).ThenBy(d => d.Power.UsbDrawMa).ThenByDescending(d => d.SplitsInto)
            .ThenBy(d => d.Id, StringComparer.Ordinal))
        {
            if (!IsReplaced(device, kept))
                kept.Add(device);
        }

        return kept;
    }

    // Power is the same but for what is drawn.
    private static bool IsReplaced(Device device, List<Device> kept)
    {
        foreach (var k in kept)
        {
            if (k.SplitsInto >= device.SplitsInto
                && (k.Power.UsbDrawMa == device.Power.UsbDrawMa
                    || (k.Power.UsbDrawMa < device.Power.UsbDrawMa && k.Power.PairingSurvivesPowerLoss != Known.No)))
                return true;
        }

        return false;
    }

    /// <summary>What planning sees of a sending or receiving end: the same text for ends it cannot tell apart.</summary>
    public static string KeyOf(AirLink link) => Text(Seen(link));

    /// <summary>What planning sees of a device but its price, the outputs of a splitter and what it asks of USB.</summary>
    public static string KeyOf(Device d) => Text(
        d.Role, d.Form, d.Power with { UsbDrawMa = 0 }, d.LengthM, d.SplitsInto > 1, d.PassesThrough, d.MonoSum, d.JoinsAsPair, d.OwnVolume, d.EasyControls,
        d.FoundByTouch,
        d.WornOverAids, d.OpenToRoom, d.NearImplants, d.StreamsOnRequest, d.NoiseCancelling, d.SpatialRendering, d.App.Length > 0, d.StageIds, Seen(d.Ports),
        d.Links.Select(Seen));

    /// <summary>
    /// What leads, adapters and the rules of a tap see of a box: its inputs, its own lead, what comes with it and whether it passes sound on.
    /// </summary>
    public static string KeyOfInputs(Device d) => Text(d.PassesThrough, d.LengthM, Seen(d.Ports.Where(p => !p.Output)), d.Includes);

    private static string Text(params object?[] seen) => JsonSerializer.Serialize(seen);

    // What takes a link leaves the order of codecs, the power and the number fed to the sender.
    private static object?[] Seen(AirLink link) => !link.Transmits
        ? [
            link.Technology, link.ThreeMegabit, link.Family.ToUpperInvariant(), link.SensitivityDbm, link.Delay, link.Lc3RatesKHz.Order(),
            link.Generations.Order(), link.Codecs.OrderBy(c => c.Class).ThenBy(c => c.Mark, StringComparer.Ordinal).Select(Seen),
        ]
        : [
            link.Technology, link.ThreeMegabit, link.RefusesHeadphones, link.RefusesSpeakers, link.ListenersAtOnce, link.Family.ToUpperInvariant(),
            link.TransmitDbm, link.SensitivityDbm,
            link.OnAxisRangeM, link.HalfPowerDeg, link.BandLowMHz, link.BandHighMHz, link.Channels, link.Delay, link.Lc3RatesKHz, link.Generations,
            link.Codecs.Select(Seen), link.CodecsWithSeveral.Select(Seen),
        ];

    private static object?[] Seen(Codec codec) => [codec.Class, codec.Mark];

    private static IEnumerable<object?[]> Seen(IEnumerable<AudioPort> ports) => ports.Select(p => new object?[] { p.Connector, p.Output, p.Signals });
}
