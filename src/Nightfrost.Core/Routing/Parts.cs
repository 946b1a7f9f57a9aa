using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>One line of the parts list.</summary>
/// <param name="DeviceId">The thing on the shelf.</param>
/// <param name="Name">Its name.</param>
/// <param name="Role">What it is for.</param>
/// <param name="Needed">Pieces the rig needs.</param>
/// <param name="InTheBox">Of these, pieces that come with another part.</param>
/// <param name="Owned">Of these, pieces already there.</param>
/// <param name="ToBuy">Of these, pieces to buy.</param>
/// <param name="UnitPrice">Price of one.</param>
/// <param name="ToPay">Price of what is to buy.</param>
/// <param name="PricedOn">The day the price was read.</param>
/// <param name="HeldBecause">Why the order must wait; blank when it need not.</param>
public sealed record Part(
    string DeviceId, string Name, DeviceRole Role, int Needed, int InTheBox, int Owned, int ToBuy, decimal UnitPrice, decimal ToPay, DateOnly PricedOn,
    string HeldBecause);

/// <summary>Counts what a rig is made of: boxes, receivers, supplies, and one lead for each joint.</summary>
public static class Parts
{
    /// <summary>Every part, boxes before leads.</summary>
    public static IReadOnlyList<Part> Of(Rig rig)
    {
        var site = rig.Site;
        var lines = new Dictionary<Device, PartNeed>(ReferenceEqualityComparer.Instance);
        var splitters = new HashSet<(string, string)>();
        var held = new Dictionary<string, string>();
        var worn = rig.Routes.Where(r => r.AtEar.IsOwn).GroupBy(r => r.AtEar.Receiver.Id).ToDictionary(g => g.Key, g => g.Sum(r => r.AtEar.Pieces));

        foreach (var feed in rig.Feeds)
        {
            var routes = rig.Routes.Where(r => r.Feed.Key == feed.Key).ToList();
            if (feed.Splitter is { } splitter && splitters.Add((feed.Socket.Id, splitter.Id)))
                Add(lines, PartNeeds.OfSplitter(site.Shelf, feed));
            Add(lines, PartNeeds.OfFeed(site.Shelf, feed, routes.Select(r => r.AtEar).ToList()));
            foreach (var route in routes)
            {
                if (route.WaitsForAids && (route.AtEar.Relay ?? feed.Transmitter) is { } streamer)
                    held[streamer.Id] = $"Wait: nobody has confirmed that it fits {route.AtEar.Listener.Name}'s aids.";
            }
        }

        var supplies = rig.Power.Count(p => p.NeedsSupply);
        if (supplies > 0 && site.Shelf.CheapestSupply is { } supply)
            Add(lines, [new(supply, supplies, 0, 0)]);

        var spare = new OwnedLeads(site);
        return [.. lines.Values
            .OrderBy(need => need.Device.Role == DeviceRole.Lead).ThenBy(need => need.Device.Role).ThenByDescending(need => need.NeedsM)
            .ThenBy(need => need.Device.Id, StringComparer.Ordinal)
            .Select(need => Line(need,
                need.Device.Role == DeviceRole.Lead ? spare.Take(need) : worn.GetValueOrDefault(need.Device.Id) + site.OwnedCount(need.Device.Id), held))];
    }

    private static void Add(Dictionary<Device, PartNeed> lines, IEnumerable<PartNeed> needs)
    {
        foreach (var need in needs)
        {
            lines[need.Device] = lines.TryGetValue(need.Device, out var before)
                ? new(need.Device, before.Pieces + need.Pieces, before.Included + need.Included, Math.Max(before.NeedsM, need.NeedsM))
                : need;
        }
    }

    private static Part Line(PartNeed need, int there, Dictionary<string, string> held)
    {
        var (device, needed, included) = (need.Device, need.Pieces, need.Included);
        var owned = Math.Min(needed - included, there);
        var toBuy = needed - included - owned;
        return new(device.Id, device.Name, device.Role, needed, included, owned, toBuy, device.Price, device.PriceOf(toBuy), device.PricedOn,
            toBuy > 0 ? held.GetValueOrDefault(device.Id, "") : "");
    }

    /// <summary>Leads at hand, each given out once.</summary>
    private sealed class OwnedLeads(Site site)
    {
        private readonly List<(Device Lead, int Left)> _left =
            [.. site.Look.Owned.Select(o => (Lead: site.Shelf.Find(o.DeviceId), o.Count)).Where(o => o.Lead is { Role: DeviceRole.Lead })
                .Select(o => (o.Lead!, o.Count)).OrderBy(o => o.Item1.LengthM)];

        public int Take(PartNeed need)
        {
            var (wanted, taken) = (need.Pieces - need.Included, 0);
            for (var i = 0; i < _left.Count && taken < wanted; i++)
            {
                if (!PartNeeds.Serves(_left[i].Lead, need))
                    continue;
                var give = Math.Min(_left[i].Left, wanted - taken);
                _left[i] = (_left[i].Lead, _left[i].Left - give);
                taken += give;
            }

            return taken;
        }
    }
}

/// <summary>So many pieces of one thing, and how many of them come in the box of another.</summary>
/// <param name="Device">The thing.</param>
/// <param name="Pieces">Pieces needed.</param>
/// <param name="Included">Of these, pieces in a box.</param>
/// <param name="NeedsM">Leads: length needed, m.</param>
internal readonly record struct PartNeed(Device Device, int Pieces, int Included, double NeedsM);

/// <summary>
/// What one feed needs. A lead is covered by the boxes it serves: those of a chain by its adapters and transmitter, the one behind a relay by the relay and
/// its receiver. Receivers and relays are covered by the transmitter's box.
/// </summary>
internal static class PartNeeds
{
    /// <summary>Everything one feed and the ears on it need.</summary>
    /// <param name="shelf">The shelf.</param>
    /// <param name="feed">The feed.</param>
    /// <param name="ears">Ears on this feed.</param>
    public static IReadOnlyList<PartNeed> OfFeed(Shelf shelf, Feed feed, IReadOnlyList<Ear> ears)
    {
        List<PartNeed> needs = [.. OfChain(shelf, feed, feed.Transmitter is null && ears.Count > 0 ? ears[0].Receiver : null)];
        if (feed.PowerLead is { } powerLead)
            needs.Add(new(powerLead, 1, 0, 0));

        // What somebody brings along takes nothing out of the box.
        foreach (var group in ears.SelectMany(e => Enumerable.Repeat((Device: (Device?)e.Receiver, e.IsOwn), e.Pieces).Append((Device: e.Relay, IsOwn: false)))
            .Where(one => one.Device is not null).GroupBy(one => one.Device!))
            needs.Add(new(group.Key, group.Count(), Math.Min(group.Count(one => !one.IsOwn), IncludedIn(feed.Transmitter, group.Key)), 0));
        foreach (var ear in ears)
        {
            if (LeadBehindRelay(shelf, ear) is { } lead)
                needs.Add(lead);
        }

        return needs;
    }

    /// <summary>Pieces of a receiver or relay in a transmitter's box.</summary>
    public static int IncludedIn(Device? transmitter, Device device) => transmitter?.Includes.Count(id => id == device.Id) ?? 0;

    /// <summary>The lead from a relay to its receiver; null without one.</summary>
    public static PartNeed? LeadBehindRelay(Shelf shelf, Ear ear)
    {
        if (ear.RelayJoint is not { Lead: { } lead } joint)
            return null;
        var need = new PartNeed(lead, 1, 0, joint.NeedsM);
        return need with { Included = Math.Min(1, CoveredBy(shelf, need, ear.Relay!) + CoveredBy(shelf, need, ear.Receiver)) };
    }

    /// <summary>Adapters, transmitter and leads of a chain, without the splitter before it.</summary>
    /// <param name="shelf">The shelf.</param>
    /// <param name="feed">The feed.</param>
    /// <param name="wiredReceiver">Plain wires: what is worn, whose box may hold a lead.</param>
    public static IReadOnlyList<PartNeed> OfChain(Shelf shelf, Feed feed, Device? wiredReceiver)
    {
        var needs = new List<PartNeed>(6);
        OfChain(shelf, feed, wiredReceiver, needs);
        return needs;
    }

    /// <summary>The same into a list of the caller's.</summary>
    public static void OfChain(Shelf shelf, Feed feed, Device? wiredReceiver, List<PartNeed> into)
    {
        var start = feed.Splitter is null ? 0 : 1;
        for (var i = start; i < feed.Adapters.Count; i++)
            into.Add(new(feed.Adapters[i], 1, 0, 0));
        if (feed.Transmitter is { } box)
            into.Add(new(box, 1, 0, 0));
        var boxes = into.Count;
        CountLeads(feed.Joints, start, feed.Joints.Count, start == 0 && feed.KeepsTaker, into);
        for (var at = boxes; at < into.Count; at++)
        {
            var covered = wiredReceiver is null ? 0 : CoveredBy(shelf, into[at], wiredReceiver);
            for (var b = 0; b < boxes; b++)
                covered += CoveredBy(shelf, into[at], into[b].Device);
            Cover(into, at, covered);
        }
    }

    /// <summary>The splitter before a chain, with the lead into it, and the room's speakers on it with theirs.</summary>
    public static IReadOnlyList<PartNeed> OfSplitter(Shelf shelf, Feed feed)
    {
        List<PartNeed> needs = [new(feed.Splitter!, 1, 0, 0)];
        if (feed.Room is { } half)
            needs.Add(new(half.Speakers, 1, 0, 0));
        var boxes = needs.Count;
        CountLeads(feed.Joints, 0, 1, feed.KeepsTaker, needs);
        if (feed.Room is { } room)
            CountLeads([room.Joint], 0, 1, false, needs);
        for (var at = boxes; at < needs.Count; at++)
            Cover(needs, at, CoveredBy(shelf, needs[at], feed.Splitter!) + (feed.Room is null ? 0 : CoveredBy(shelf, needs[at], feed.Room.Speakers)));
        return needs;
    }

    // A lead that goes on feeds what held the socket from the box or the splitter: one more is needed, and one is there.
    private static void CountLeads(IReadOnlyList<Joint> joints, int from, int to, bool goesOn, List<PartNeed> into)
    {
        for (var i = from; i < to; i++)
        {
            if (joints[i].Lead is not { } lead)
                continue;
            Count(lead, joints[i].NeedsM, 0);
            if (i == from && goesOn)
                Count(lead, joints[i].NeedsM, 1);
        }

        void Count(Device lead, double needsM, int there)
        {
            var at = into.FindIndex(l => l.Device == lead);
            if (at < 0)
                into.Add(new(lead, 1, there, needsM));
            else
                into[at] = new(lead, into[at].Pieces + 1, into[at].Included + there, Math.Max(into[at].NeedsM, needsM));
        }
    }

    private static void Cover(List<PartNeed> needs, int at, int covered)
    {
        if (covered > 0 || needs[at].Included > needs[at].Pieces)
            needs[at] = needs[at] with { Included = Math.Min(needs[at].Pieces, needs[at].Included + covered) };
    }

    /// <summary>True when a lead at hand has the ends needed and is long enough.</summary>
    public static bool Serves(Device held, PartNeed need) => Shelf.CanStandFor(held, need.Device) && held.LengthM >= need.NeedsM;

    private static int CoveredBy(Shelf shelf, PartNeed need, Device box)
    {
        var count = 0;
        foreach (var id in box.Includes)
        {
            if (shelf.Find(id) is { } held && Serves(held, need))
                count++;
        }

        return count;
    }
}
