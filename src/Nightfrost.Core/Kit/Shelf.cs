using System.Collections.Frozen;

namespace Nightfrost.Core.Kit;

/// <summary>Every device that may be planned with, and the leads that join them.</summary>
public sealed class Shelf
{
    private readonly FrozenDictionary<string, Device> _byId;
    private readonly FrozenDictionary<(Connector, Connector), Device[]> _leads;
    private readonly FrozenDictionary<(Connector, Connector), Device[]> _extensions;
    private readonly FrozenDictionary<DeviceRole, Device[]> _byRole;

    /// <param name="devices">Devices with unique ids.</param>
    /// <param name="currency">Three letters, ISO 4217.</param>
    /// <exception cref="ArgumentException">Two devices share an id.</exception>
    public Shelf(IEnumerable<Device> devices, string currency = "GBP")
    {
        Devices = [.. devices.OrderBy(d => d.Id, StringComparer.Ordinal)];
        Currency = currency;
        _byId = Devices.ToDictionary(d => d.Id).ToFrozenDictionary();
        _byRole = Devices.Where(d => d.RetiredOn is null).GroupBy(d => d.Role).ToFrozenDictionary(group => group.Key, group => group.ToArray());
        _leads = LeadsBy(lead => !lead.IsExtension, (one, other) => Ends(one, other));
        _extensions = LeadsBy(lead => lead.IsExtension, (plug, socket) => (plug, socket));
        PowerLead = OfRole(DeviceRole.Lead).Where(IsPowerLead).MinBy(lead => lead.Price);
        CheapestSupply = OfRole(DeviceRole.Supply).MinBy(supply => supply.Price);
    }

    public IReadOnlyList<Device> Devices { get; }

    /// <summary>Currency of every price on the shelf.</summary>
    public string Currency { get; }

    /// <summary>The cheapest mains supply with a USB socket; null when the shelf has none.</summary>
    public Device? CheapestSupply { get; }

    /// <summary>The cheapest power lead that shares one USB socket among several boxes; null when the shelf has none.</summary>
    public Device? PowerLead { get; }

    public Device? Find(string? id) => id is not null && _byId.TryGetValue(id, out var device) ? device : null;

    /// <summary>Name of a device; its id when it is not on the shelf.</summary>
    public string NameOf(string id) => Find(id)?.Name ?? id;

    /// <summary>Devices of a role that are in use; retired ones stand only in old plans.</summary>
    public IReadOnlyList<Device> OfRole(DeviceRole role) => _byRole.GetValueOrDefault(role, []);

    /// <summary>The cheapest lead between two sockets, whichever way round, that is long enough; null when no lead fits.</summary>
    /// <param name="from">One end.</param>
    /// <param name="to">The other.</param>
    /// <param name="atLeastM">Length needed, m.</param>
    public Device? Lead(Connector from, Connector to, double atLeastM = 0) =>
        _leads.TryGetValue(Ends(from, to), out var leads) ? Array.Find(leads, lead => lead.LengthM >= atLeastM) : null;

    /// <summary>The cheapest lead that goes between a socket and a plug, that is long enough; null when none fits.</summary>
    /// <param name="socket">Where its plug goes.</param>
    /// <param name="plug">What goes into its socket.</param>
    /// <param name="atLeastM">Length needed, m.</param>
    public Device? Extension(Connector socket, Connector plug, double atLeastM = 0) =>
        _extensions.TryGetValue((socket, plug), out var leads) ? Array.Find(leads, lead => lead.LengthM >= atLeastM) : null;

    /// <summary>True when a lead can take the place of another one, its length aside.</summary>
    public static bool CanStandFor(Device lead, Device other) =>
        lead.Role == DeviceRole.Lead && lead.Ports.Count == 2 && lead.SplitsInto == other.SplitsInto && lead.IsExtension == other.IsExtension
        && (lead.IsExtension ? (lead.Ports[0].Connector, lead.Ports[1].Connector) == (other.Ports[0].Connector, other.Ports[1].Connector)
            : Ends(lead.Ports[0].Connector, lead.Ports[1].Connector) == Ends(other.Ports[0].Connector, other.Ports[1].Connector));

    // It carries power to several sockets; a lead that carries sound never splits it.
    private static bool IsPowerLead(Device lead) =>
        lead is { SplitsInto: > 1, IsExtension: true } && lead.Ports.Count == 2
            && lead.Ports.All(p => p.Connector is Connector.UsbA or Connector.UsbC or Connector.MicroUsb);

    private FrozenDictionary<(Connector, Connector), Device[]> LeadsBy(Func<Device, bool> which, Func<Connector, Connector, (Connector, Connector)> ends) =>
        OfRole(DeviceRole.Lead)
        .Where(lead => lead.Ports.Count == 2 && lead.SplitsInto < 2 && which(lead))
        .GroupBy(lead => ends(lead.Ports[0].Connector, lead.Ports[1].Connector))
        .ToFrozenDictionary(group => group.Key, group => group.OrderBy(lead => lead.Price).ThenBy(lead => lead.Id, StringComparer.Ordinal).ToArray());

    private static (Connector, Connector) Ends(Connector a, Connector b) => a <= b ? (a, b) : (b, a);
}
