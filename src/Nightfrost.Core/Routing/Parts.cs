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
    string DeviceId, string Name, DeviceRole Role, int Needed, int InTheBox, int Owned, int ToBuy, decimal UnitPrice, decimal ToPay, DateOnly PricedOn, string HeldBecause);

/// <summary>Counts what a rig is made of: boxes, receivers, supplies, and one lead for each joint.</summary>
public static class Parts
{
    /// <summary>Every part, boxes before leads.</summary>
    public static IReadOnlyList<Part> Of(Rig rig)
    {
        var site = rig.Site;
        var needed = new Dictionary<Device, (int Needed, int Included)>();
        var splitters = new HashSet<(string, string)>();
        var held = new Dictionary<string, string>();
        var worn = rig.Routes.Where(r => r.AtEar.IsOwn).GroupBy(r => r.AtEar.Receiver.Id).ToDictionary(g => g.Key, g => g.Count());

        foreach (var feed in rig.Feeds)
        {
            var own = rig.Routes.Where(r => r.Feed.Key == feed.Key).ToList();
            var box = new Counter();
            var firstOfSplitter = feed.Splitter is { } splitter && splitters.Add((feed.Socket.Id, splitter.Id));
            foreach (var adapter in feed.Adapters.Where(a => a != feed.Splitter || firstOfSplitter))
                box.Need(adapter);
            if (feed.Transmitter is { } transmitter)
                box.Need(transmitter);

            var reused = site.BarSocket?.Id == feed.Socket.Id && feed.SharesSocket;
            for (var i = 0; i < feed.Joints.Count; i++)
            {
                if (i > 0 || feed.Splitter is null || firstOfSplitter)
                    box.Need(feed.Joints[i].Lead);
            }

            // The lead already in the socket goes on to feed the bar from the box or the splitter: one more is needed, and one is there.
            if (reused && (feed.Splitter is null || firstOfSplitter) && feed.Joints.Count > 0)
                box.There(feed.Joints[0].Lead);
            foreach (var route in own)
            {
                box.Need(route.AtEar.Receiver);
                if (route.AtEar.Relay is { } relay)
                    box.Need(relay);
                if (Rules.AdviceFor(route).FirstOrDefault(f => f.RuleId == "aids-unconfirmed") is { } wait && (route.AtEar.Relay ?? feed.Transmitter) is { } streamer)
                    held[streamer.Id] = $"Wait: {wait.Sentence}";
            }

            foreach (var (device, count) in box.Settle(site.Shelf))
            {
                var before = needed.GetValueOrDefault(device);
                needed[device] = (before.Needed + count.Needed, before.Included + count.Included);
            }
        }

        var supplies = rig.Power.Count(p => p.NeedsSupply);
        if (supplies > 0 && site.Shelf.CheapestSupply is { } supply)
        {
            var before = needed.GetValueOrDefault(supply);
            needed[supply] = (before.Needed + supplies, before.Included);
        }

        return [.. needed
            .OrderBy(pair => pair.Key.Role == DeviceRole.Lead).ThenBy(pair => pair.Key.Role).ThenBy(pair => pair.Key.Id, StringComparer.Ordinal)
            .Select(pair => Line(pair.Key, pair.Value.Needed, pair.Value.Included, site, worn.GetValueOrDefault(pair.Key.Id), held))];
    }

    private static Part Line(Device device, int needed, int included, Site site, int worn, Dictionary<string, string> held)
    {
        var owned = Math.Min(needed - included, worn + OwnedPieces(site, device));
        var toBuy = needed - included - owned;
        return new(device.Id, device.Name, device.Role, needed, included, owned, toBuy, device.Price, toBuy * device.Price, device.PricedOn, toBuy > 0 ? held.GetValueOrDefault(device.Id, "") : "");
    }

    // Leads are as good as each other when their ends are the same.
    private static int OwnedPieces(Site site, Device device) => device.Role != DeviceRole.Lead
        ? site.OwnedCount(device.Id)
        : site.Look.Owned.Where(o => site.Shelf.Find(o.DeviceId) is { } lead && Shelf.LeadFits(lead, device.Ports[0].Connector, device.Ports[1].Connector)).Sum(o => o.Count);

    /// <summary>Pieces one feed needs, and how many of them come in its own boxes.</summary>
    private sealed class Counter
    {
        private readonly Dictionary<Device, int> _needed = [];
        private readonly List<Device> _there = [];

        public void Need(Device device) => _needed[device] = _needed.GetValueOrDefault(device) + 1;

        public void There(Device device)
        {
            Need(device);
            _there.Add(device);
        }

        public IEnumerable<(Device Device, (int Needed, int Included) Count)> Settle(Shelf shelf)
        {
            var included = _needed.SelectMany(pair => Enumerable.Repeat(pair.Key.Includes, pair.Value)).SelectMany(ids => ids).Select(shelf.Find).OfType<Device>().Concat(_there).ToList();
            foreach (var (device, count) in _needed)
            {
                var given = included.Count(i => i == device || (device.Role == DeviceRole.Lead && i.Role == DeviceRole.Lead && Shelf.LeadFits(i, device.Ports[0].Connector, device.Ports[1].Connector)));
                yield return (device, (count, Math.Min(count, given)));
            }
        }
    }
}
