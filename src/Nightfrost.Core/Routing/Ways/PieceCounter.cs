using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>What a chain needs beside the box at its end.</summary>
/// <param name="Uses">Pieces, without mains supplies.</param>
/// <param name="Fits">Its boxes that the set's USB could feed: the sockets that each fits, as bits.</param>
/// <param name="Supplies">Its boxes that need a supply whatever the set has.</param>
/// <param name="Cents">Price without supplies, everything at hand used freely, in hundredths.</param>
/// <param name="IsApart">Its source stands by itself: the set may be off, and its USB with it.</param>
internal sealed record ChainNeed(Use[] Uses, int[] Fits, int Supplies, long Cents, bool IsApart);

/// <summary>What a chain needs with its box, or a splitter by itself.</summary>
/// <param name="Uses">Pieces, with mains supplies.</param>
/// <param name="Usb">Boxes that the set's USB could feed, and that need a supply otherwise.</param>
/// <param name="Cents">Price with everything at hand used freely, in hundredths.</param>
internal sealed record LineNeed(Use[] Uses, UsbNeed Usb, long Cents);

/// <summary>Turns what parts need into uses of numbered resources.</summary>
internal sealed class PieceCounter
{
    private readonly Site _site;
    private readonly bool _ownsLeads;
    private readonly List<PartNeed> _needs = [];
    private readonly List<Use> _uses = [];
    private readonly List<int> _fits = [];
    private readonly Dictionary<(int, int), UsbNeed> _fewBoxes = [];
    private readonly Dictionary<(string, double), int> _resourceOf;
    private readonly Dictionary<Device, int> _fitUsb = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<Device, int> _fitUsbApart = new(ReferenceEqualityComparer.Instance);

    /// <param name="site">The site.</param>
    /// <param name="before">What was counted at a site with the same shelf and the same things at hand, whose numbers stay; null for none.</param>
    public PieceCounter(Site site, PieceCounter? before = null)
    {
        (_site, _resourceOf, Resources) = (site, before is null ? [] : new(before._resourceOf), new Resources(before?.Resources));
        _ownsLeads = site.Look.Owned.Any(o => site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead });
        Supply = site.Shelf.CheapestSupply is { } supply ? Resources.Of(supply.Id, site.OwnedCount(supply.Id), supply.Price) : -1;
    }

    public Resources Resources { get; }

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

    /// <summary>
    /// What an ear needs, in the order receiver, relay, lead, supply; without the receiver where that is one's own, and with one piece of it where it is not.
    /// </summary>
    public (Use[] Own, Use[] Bought) OfEar(Ear ear)
    {
        var uses = new List<Use>(3) { Of(new PartNeed(ear.Receiver, 1, 0, 0)) };
        if (ear.Relay is { } relay)
            uses.Add(Of(new PartNeed(relay, 1, 0, 0)));
        if (PartNeeds.LeadBehindRelay(_site.Shelf, ear) is { Included: 0 } lead)
            uses.Add(Of(lead));
        if (ear is { RelayJoint: not null, Relay: { } box } && BoxPower.NeedsSupplyAtSpeaker(box) && Supply >= 0)
            uses.Add(new(Supply, 1));
        return (uses.Count == 1 ? [] : [.. uses.Skip(1)], [.. uses]);
    }

    /// <summary>What a chain needs beside the box at its end.</summary>
    /// <param name="feed">The chain with the box, whose own things may cover a lead.</param>
    /// <param name="wiredReceiver">Plain wires: what is worn, whose box may hold a lead.</param>
    public ChainNeed OfChain(Feed feed, Device? wiredReceiver)
    {
        _needs.Clear();
        PartNeeds.OfChain(_site.Shelf, feed, wiredReceiver, _needs);
        return Of(_needs, feed.Transmitter, _site.Look.StandsApart(feed.Socket));
    }

    /// <summary>What a chain needs with its box.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="box">The box; null for a plain wire and a source's own radio.</param>
    /// <param name="fedByTap">True when the socket it takes the sound from feeds the box.</param>
    /// <param name="channels">What it takes of the channels.</param>
    public LineNeed OfLine(ChainNeed chain, Device? box, bool fedByTap, Use[] channels)
    {
        if (box is null)
            return LineOf(chain, chain.Uses, chain.Cents, 0, 0);
        var own = Of(new PartNeed(box, 1, 0, 0));
        Use[] uses = [.. chain.Uses, own, .. channels];
        var cents = chain.Cents + Resources.CentsOf(own, Resources.There(own.Resource));
        return fedByTap || !BoxPower.RunsFromUsbAlone(box) ? LineOf(chain, uses, cents, 0, 0)
            : FitOf(box, chain.IsApart) is var fit and not 0 ? LineOf(chain, uses, cents, fit, 0)
            : LineOf(chain, uses, cents, 0, 1);
    }

    /// <summary>What the same needs with its boxes on one power lead; null where they cannot share one.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="feed">The feed it makes, on the power lead.</param>
    /// <param name="channels">What it takes of the channels.</param>
    public LineNeed? OnPowerLead(ChainNeed chain, Feed feed, Use[] channels)
    {
        if (Supply < 0 || feed.PowerLead is not { } lead)
            return null;
        var load = new PowerLoad(PowerWays.OnUsbAlone(feed)) { IsApart = chain.IsApart };
        Use[] own = [.. feed.Transmitter is { } box ? [Of(new PartNeed(box, 1, 0, 0))] : Array.Empty<Use>(), Of(new PartNeed(lead, 1, 0, 0))];
        var fit = BoxPower.SocketsFor(_site.Look.Set, load);
        return LineOf(chain with { Fits = [], Supplies = 0 }, [.. chain.Uses, .. own, .. channels], chain.Cents + Resources.CentsOf(own), fit,
            fit == 0 ? 1 : 0);
    }

    /// <summary>What a splitter needs, with the room's speakers on it.</summary>
    public LineNeed OfSplitter(Feed feed) => OfLine(Of(PartNeeds.OfSplitter(_site.Shelf, feed), null, _site.Look.StandsApart(feed.Socket)),
        null, false, []);

    private LineNeed LineOf(ChainNeed chain, Use[] uses, long cents, int fit, int more)
    {
        if (Supply < 0)
            return new(uses, UsbNeed.None, cents);
        var usb = UsbOf(chain.Fits, fit);
        var supplies = chain.Supplies + more + usb.Unfed;
        if (supplies == 0)
            return new(uses, usb, cents);
        return new([.. uses, new(Supply, supplies)], usb, cents + Resources.CentsOf(new(Supply, supplies), Resources.There(Supply)));
    }

    private ChainNeed Of(IReadOnlyList<PartNeed> needs, Device? without, bool isApart)
    {
        _uses.Clear();
        _fits.Clear();
        var supplies = 0;
        for (var i = 0; i < needs.Count; i++)
        {
            var need = needs[i];
            if (need.Device == without)
                continue;
            if (need.Pieces > need.Included)
                _uses.Add(Of(need));
            if (!BoxPower.RunsFromUsbAlone(need.Device))
                continue;
            if (FitOf(need.Device, isApart) is var fit and not 0)
                _fits.Add(fit);
            else
                supplies++;
        }

        Use[] uses = [.. _uses];
        return new(uses, [.. _fits], supplies, Resources.CentsOf(uses), isApart);
    }

    // Nearly every chain has two such boxes at most.
    private UsbNeed UsbOf(int[] fits, int fit)
    {
        if (fits.Length + (fit == 0 ? 0 : 1) is 0)
            return UsbNeed.None;
        if (fits.Length > 1)
            return new UsbNeed(fit == 0 ? fits : [.. fits, fit]);
        var key = fits.Length == 0 ? (fit, 0) : (fits[0], fit);
        return _fewBoxes.TryGetValue(key, out var known) ? known : _fewBoxes[key] = new UsbNeed(fit == 0 ? fits : [.. fits, fit]);
    }

    private int FitOf(Device device, bool isApart)
    {
        var fits = isApart ? _fitUsbApart : _fitUsb;
        return fits.TryGetValue(device, out var known) ? known
            : fits[device] = BoxPower.SocketsFor(_site.Look.Set, new([device]) { IsApart = isApart });
    }

    private Use Of(PartNeed need)
    {
        var key = (need.Device.Id, need.Device.Role == DeviceRole.Lead ? need.NeedsM : 0);
        return new(_resourceOf.TryGetValue(key, out var known) ? known : _resourceOf[key] = ResourceOf(need), need.Pieces - need.Included);
    }

    private int ResourceOf(PartNeed need)
    {
        var lead = need.Device.Role == DeviceRole.Lead;
        var there = !lead ? _site.OwnedCount(need.Device.Id)
            : _ownsLeads ? _site.Look.Owned.Where(o => _site.Shelf.Find(o.DeviceId) is { Role: DeviceRole.Lead } held && PartNeeds.Serves(held, need))
            .Sum(o => o.Count) : 0;
        var key = lead && need.NeedsM > 0 ? FormattableString.Invariant($"{need.Device.Id} {need.NeedsM}") : need.Device.Id;
        return Resources.Of(key, there, need.Device.Price);
    }
}
