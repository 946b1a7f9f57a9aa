using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// What one listener might wear or have placed: their own receiver, any that may be bought, and relays before it. Nobody is sold hearing aids, and a sound bar
/// counts only for whoever already has it.
/// </summary>
/// <param name="site">The site.</param>
/// <param name="between">Relays to try; null for all of the shelf.</param>
public sealed class EarFinder(Site site, IReadOnlyList<Device>? between = null)
{
    private readonly FeedFinder _wires = new(site.Shelf, []);
    private readonly IReadOnlyList<Device> _between = between
        ?? [.. site.Shelf.OfRole(DeviceRole.Relay), .. site.Shelf.OfRole(DeviceRole.LinkReceiver),
            .. site.Shelf.OfRole(DeviceRole.Transmitter).Where(t => TakesLink(t) && t.Ports.Any(p => p.Output))];
    private readonly Dictionary<string, Ear[]> _ofReceivers = [];

    /// <summary>Every ear of a listener, plain ones before those with a relay.</summary>
    /// <param name="listener">The listener.</param>
    /// <param name="receivers">Receivers to try; null for all of the shelf.</param>
    public IEnumerable<Ear> For(Listener listener, IReadOnlyList<Device>? receivers = null)
    {
        var own = site.Shelf.Find(listener.ReceiverId);
        var all = receivers ?? site.Shelf.OfRole(DeviceRole.Receiver);
        foreach (var receiver in own is null || all.Contains(own) ? all : all.Append(own))
        {
            var offered = receiver is { Role: DeviceRole.Receiver, Form: not WearForm.HearingAids };
            if (!offered && receiver.Id != listener.ReceiverId)
                continue;
            foreach (var ear in Of(receiver, listener))
                yield return ReferenceEquals(ear.Listener, listener) ? ear : ear with { Listener = listener };
        }
    }

    // The same for everybody but for whose ear it is.
    private Ear[] Of(Device receiver, Listener first)
    {
        if (_ofReceivers.TryGetValue(receiver.Id, out var known))
            return known;
        List<Ear> ears = [new(first, receiver, null)];
        foreach (var relay in _between)
        {
            if (Through(first, relay, receiver) is { } ear)
                ears.Add(ear);
        }

        return _ofReceivers[receiver.Id] = [.. ears];
    }

    /// <summary>The ear of a kept plan; null when it no longer fits together.</summary>
    public Ear? Find(Listener listener, Device receiver, Device? relay) =>
        relay is null ? new Ear(listener, receiver, null) : Through(listener, relay, receiver);

    private Ear? Through(Listener listener, Device relay, Device receiver)
    {
        for (var i = 0; i < relay.Links.Count; i++)
        {
            var sends = relay.Links[i];
            if (!sends.Transmits)
                continue;
            for (var k = 0; k < receiver.Links.Count; k++)
            {
                var takes = receiver.Links[k];
                if (!takes.Transmits && takes.Technology == sends.Technology && Negotiation.FamilyFits(sends, takes) && IsPassedOn(relay, sends))
                    return new Ear(listener, receiver, relay) { RelaySends = sends, RelayReaches = takes };
            }
        }

        // A wire serves where a box stands beside what it feeds.
        if (receiver.Form is not (WearForm.PersonalSpeaker or WearForm.ChairSpeaker or WearForm.PillowSpeaker) && receiver.Role != DeviceRole.RoomSpeaker
            && relay.Role != DeviceRole.Relay)
            return null;
        foreach (var output in relay.Ports)
        {
            if (output.Output && relay.Role != DeviceRole.Relay && _wires.Into(receiver, output.Connector, output.Signals) is { } joint)
                return new Ear(listener, receiver, relay) { RelayJoint = joint };
        }

        return null;
    }

    // A two-way box receives or sends; only a relay does both at once.
    private static bool IsPassedOn(Device relay, AirLink sends) =>
        relay.Role == DeviceRole.Relay && relay.Links.Any(l => !l.Transmits && l.Technology != sends.Technology);

    private static bool TakesLink(Device device) => device.Links.Any(l => !l.Transmits);
}
