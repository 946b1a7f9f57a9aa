using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Turns what parts need into uses of numbered resources.</summary>
internal sealed class PieceCounter
{
    private readonly Site _site;
    private readonly bool _ownsLeads;
    private readonly List<PartNeed> _needs = [];
    private readonly List<Use> _uses = [];
    private readonly List<int> _fits = [];
    private readonly Dictionary<int, UsbNeed> _oneBox = [];
    private readonly Dictionary<(string, double), int> _resourceOf = [];
    private readonly Dictionary<Device, int> _fitUsb = new(ReferenceEqualityComparer.Instance);

    /// <param name="site">The site.</param>
    public PieceCounter(Site site)
    {
        _site = site;
        _ownsLeads = site.Look.Owned.Any(o => site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead });
        Supply = site.Shelf.CheapestSupply is { } supply ? Resources.Of(supply.Id, site.OwnedCount(supply.Id), supply.Price) : -1;
    }

    public Resources Resources { get; } = new();

    /// <summary>Resource of a mains supply; −1 when the shelf has none.</summary>
    public int Supply { get; }

    /// <summary>True when nothing of this is at hand, so that equal uses cost the same for everybody.</summary>
    public bool IsPlenty(Use[] uses)
    {
        foreach (var use in uses)
        {
            if (Resources.There(use.Resource) > 0)
                return false;
        }

        return true;
    }

    /// <summary>What an ear needs, in the order receiver (unless one's own), relay, lead.</summary>
    public Use[] OfEar(Ear ear)
    {
        var uses = new List<Use>(3);
        if (!ear.IsOwn)
            uses.Add(Of(new(ear.Receiver, ear.Pieces, 0, 0)));
        if (ear.Relay is { } relay)
            uses.Add(Of(new(relay, 1, 0, 0)));
        if (PartNeeds.LeadBehindRelay(_site.Shelf, ear) is { Included: 0 } lead)
            uses.Add(Of(lead));
        return [.. uses];
    }

    /// <summary>What a chain needs, and which of its boxes the set's USB could feed.</summary>
    public (Use[] Uses, UsbNeed Usb) OfChain(Feed feed, Device? wiredReceiver)
    {
        _needs.Clear();
        PartNeeds.OfChain(_site.Shelf, feed, wiredReceiver, _needs);
        return Of(_needs, feed.FedByTap ? feed.Transmitter : null);
    }

    /// <summary>What a splitter needs.</summary>
    public (Use[] Uses, UsbNeed Usb) OfSplitter(Feed feed) => Of(PartNeeds.OfSplitter(_site.Shelf, feed), null);

    private (Use[] Uses, UsbNeed Usb) Of(IReadOnlyList<PartNeed> needs, Device? fedByTap)
    {
        _uses.Clear();
        _fits.Clear();
        var supplies = 0;
        for (var i = 0; i < needs.Count; i++)
        {
            var need = needs[i];
            if (need.Pieces > need.Included)
                _uses.Add(Of(need));
            if (need.Device == fedByTap || !CouldUseUsb(need.Device))
                continue;
            if (FitOf(need.Device) is var fit and not 0)
                _fits.Add(fit);
            else
                supplies++;
        }

        var usb = Supply < 0 ? UsbNeed.None : UsbOf(_fits);
        supplies += usb.Unfed;
        if (supplies > 0 && Supply >= 0)
            _uses.Add(new(Supply, supplies));
        return ([.. _uses], usb);
    }

    // Nearly every chain has one such box or none.
    private UsbNeed UsbOf(List<int> fits) => fits.Count switch
    {
        0 => UsbNeed.None,
        1 => _oneBox.TryGetValue(fits[0], out var known) ? known : _oneBox[fits[0]] = new UsbNeed(fits),
        _ => new UsbNeed(fits),
    };

    private int FitOf(Device device) => _fitUsb.TryGetValue(device, out var known) ? known : _fitUsb[device] = BoxPower.SocketsFor(_site.Look.Set, device);

    /// <summary>True for a box that needs a supply unless the set's USB feeds it.</summary>
    public static bool CouldUseUsb(Device device) => device.Role != DeviceRole.Lead && device.Power.UsbDrawMa > 0 && !BoxPower.HasOther(device);

    private Use Of(PartNeed need)
    {
        var key = (need.Device.Id, need.Device.Role == DeviceRole.Lead ? need.NeedsM : 0);
        return new(_resourceOf.TryGetValue(key, out var known) ? known : _resourceOf[key] = ResourceOf(need), need.Pieces - need.Included);
    }

    private int ResourceOf(PartNeed need)
    {
        var lead = need.Device.Role == DeviceRole.Lead;
        var there = !lead ? _site.OwnedCount(need.Device.Id)
            : _ownsLeads ? _site.Look.Owned.Where(o => _site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead } held && PartNeeds.Serves(held, need)).Sum(o => o.Count) : 0;
        var key = lead && need.NeedsM > 0 ? FormattableString.Invariant($"{need.Device.Id} {need.NeedsM}") : need.Device.Id;
        return Resources.Of(key, there, need.Device.Price);
    }
}
