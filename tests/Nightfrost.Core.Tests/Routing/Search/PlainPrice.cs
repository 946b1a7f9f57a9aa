using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Tests.Routing.Search;

/// <summary>What a rig costs, counted by laying every piece on a table: nothing here asks the program how it counts.</summary>
internal static class PlainPrice
{
    /// <summary>One piece that must be on the table.</summary>
    /// <param name="Thing">What it is.</param>
    /// <param name="FromTheBox">Things in the boxes of its group may be used for it.</param>
    /// <param name="NeedsM">Leads: length, m.</param>
    private sealed record Piece(Device Thing, bool FromTheBox, double NeedsM);

    /// <summary>Price of what must be bought.</summary>
    /// <param name="site">The site.</param>
    /// <param name="routes">The routes of a rig.</param>
    public static decimal Of(Site site, IReadOnlyList<Route> routes)
    {
        List<Piece> toFind = [];
        foreach (var (wanted, packed) in Groups(site, routes))
            toFind.AddRange(LeftAfterUnpacking(wanted, packed));
        List<Device> atHand =
        [
            .. site.Look.Owned.SelectMany(o => Enumerable.Repeat(site.Shelf.Find(o.DeviceId)!, o.Count)),
            .. routes.Where(r => r.Ear!.Receiver.Id == r.Ear.Listener.ReceiverId).SelectMany(r => Enumerable.Repeat(r.Ear!.Receiver, r.Ear.Pieces)),
        ];
        foreach (var thing in toFind.Where(piece => piece.Thing.Role != DeviceRole.Lead).ToList())
        {
            if (atHand.Remove(thing.Thing))
                toFind.Remove(thing);
        }

        var leads = toFind.Where(piece => piece.Thing.Role == DeviceRole.Lead).ToList();
        return toFind.Where(piece => piece.Thing.Role != DeviceRole.Lead).Sum(piece => piece.Thing.Price)
            + CheapestOf(leads, [.. atHand.Where(d => d.Role == DeviceRole.Lead)], leads.Count) + Supplies(site, routes);
    }

    // A splitter with its lead and its speakers is one group, the chain behind it with its ears another, the wire behind a relay a third: what is packed in a
    // group's boxes serves that group.
    private static IEnumerable<(List<Piece> Wanted, List<Device> Packed)> Groups(Site site, IReadOnlyList<Route> routes)
    {
        List<Device> Unpack(IEnumerable<Device> boxes) => [.. boxes.SelectMany(box => box.Includes).Select(id => site.Shelf.Find(id)).OfType<Device>()];

        foreach (var bySplitter in routes.Where(r => r.Feed.Adapters is [{ SplitsInto: > 1 }, ..]).GroupBy(r => r.Feed.Socket.Id))
        {
            var feed = bySplitter.First().Feed;
            List<Piece> wanted = [new(feed.Adapters[0], false, 0), .. LeadOf(feed.Joints[0])];
            if (feed.Room is { } room)
                wanted.AddRange([new(room.Speakers, false, 0), .. LeadOf(room.Joint)]);
            yield return (wanted, Unpack(feed.Room is null ? [feed.Adapters[0]] : [feed.Adapters[0], feed.Room.Speakers]));
        }

        foreach (var byFeed in routes.GroupBy(r => r.Feed.Key))
        {
            var feed = byFeed.First().Feed;
            var behind = feed.Adapters is [{ SplitsInto: > 1 }, ..] ? 1 : 0;
            List<Device> boxes = [.. feed.Adapters.Skip(behind), .. feed.Transmitter is { } box ? new[] { box } : []];
            List<Piece> wanted = [.. boxes.Select(b => new Piece(b, false, 0)), .. feed.Joints.Skip(behind).SelectMany(LeadOf)];
            var leadsComeFrom = feed.Transmitter is null ? boxes.Append(byFeed.First().Ear!.Receiver) : boxes;
            yield return (wanted, [.. Unpack(leadsComeFrom).Where(d => d.Role == DeviceRole.Lead)]);

            List<Piece> worn = [];
            foreach (var ear in byFeed.Select(r => r.Ear!))
            {
                worn.AddRange(Enumerable.Repeat(new Piece(ear.Receiver, ear.Receiver.Id != ear.Listener.ReceiverId, 0), ear.Pieces));
                if (ear.Relay is { } relay)
                    worn.Add(new(relay, true, 0));
                if (ear is { Relay: { } before, RelayJoint: { } wire })
                    yield return ([.. LeadOf(wire)], Unpack([before, ear.Receiver]));
            }

            yield return (worn, Unpack(feed.Transmitter is { } sender ? [sender] : []));
            if (feed.PowerLead is { } power)
                yield return ([new(power, false, 0)], []);
        }

        static IEnumerable<Piece> LeadOf(Joint joint) => joint.Lead is { } lead ? [new Piece(lead, true, joint.NeedsM)] : [];
    }

    private static List<Piece> LeftAfterUnpacking(List<Piece> wanted, List<Device> packed)
    {
        List<Piece> left = [.. wanted.Where(piece => piece.Thing.Role != DeviceRole.Lead && !(piece.FromTheBox && packed.Remove(piece.Thing)))];
        var leads = wanted.Where(piece => piece.Thing.Role == DeviceRole.Lead).ToList();
        packed = [.. packed.Where(d => d.Role == DeviceRole.Lead)];
        var kept = Choices(leads, packed, 0).MinBy(choice => choice.Sum(piece => piece.Thing.Price))!;
        return [.. left, .. kept];
    }

    // What may be left to buy, for every way to use what lies there.
    private static IEnumerable<List<Piece>> Choices(List<Piece> leads, List<Device> there, int at)
    {
        if (at == leads.Count)
        {
            yield return [];
            yield break;
        }

        foreach (var rest in Choices(leads, there, at + 1))
            yield return [leads[at], .. rest];
        foreach (var lead in there.Where(lead => leads[at].FromTheBox && Fits(lead, leads[at])).ToList())
        {
            foreach (var rest in Choices(leads,
                [.. there.Where(other => !ReferenceEquals(other, lead)),
                    .. Enumerable.Repeat(lead, there.Count(other => ReferenceEquals(other, lead)) - 1)], at + 1))
                yield return rest;
        }
    }

    private static decimal CheapestOf(List<Piece> leads, List<Device> there, int left)
    {
        if (left == 0 || there.Count == 0)
            return leads.Take(left).Sum(piece => piece.Thing.Price);
        var piece = leads[left - 1];
        var least = piece.Thing.Price + CheapestOf(leads, there, left - 1);
        for (var i = 0; i < there.Count; i++)
        {
            if (Fits(there[i], piece))
                least = Math.Min(least, CheapestOf(leads, [.. there.Where((_, at) => at != i)], left - 1));
        }

        return least;
    }

    private static bool Fits(Device lead, Piece piece)
    {
        var ends = piece.Thing.Ports.Select(p => p.Connector).ToList();
        var has = lead.Ports.Select(p => p.Connector).ToList();
        var sameEnds = has.SequenceEqual(ends) || (!lead.IsExtension && has.AsEnumerable().Reverse().SequenceEqual(ends));
        return sameEnds && lead.IsExtension == piece.Thing.IsExtension && lead.SplitsInto == piece.Thing.SplitsInto && lead.LengthM >= piece.NeedsM;
    }

    private static decimal Supplies(Site site, IReadOnlyList<Route> routes)
    {
        if (site.Shelf.OfRole(DeviceRole.Supply).MinBy(supply => supply.Price) is not { } supply)
            return 0;
        List<Device[]> plugs = [];
        var elsewhere = 0;
        foreach (var feed in routes.Select(r => r.Feed).DistinctBy(f => f.Key))
        {
            var behind = feed.Adapters is [{ SplitsInto: > 1 }, ..] ? 1 : 0;
            var soundBringsPower = feed.Transmitter is not null && feed.Adapters.Count == 0 && feed.Socket.Kind == SocketKind.UsbA;
            List<Device> boxes = [.. feed.Adapters.Skip(behind), .. feed.Transmitter is { } box && !soundBringsPower ? new[] { box } : []];
            if (feed.PowerLead is null)
                plugs.AddRange(boxes.Where(NeedsPlug).Select(b => new[] { b }));
            else
                plugs.Add([.. boxes.Where(NeedsPlug)]);
        }

        foreach (var feed in routes.Select(r => r.Feed).Where(f => f.Adapters is [{ SplitsInto: > 1 }, ..]).DistinctBy(f => f.Socket.Id))
        {
            if (NeedsPlug(feed.Adapters[0]))
                plugs.Add([feed.Adapters[0]]);
            elsewhere += feed.Room is { } room && NeedsPlug(room.Speakers) ? 1 : 0;
        }

        elsewhere += routes.Count(r => r.Ear!.RelayJoint is not null && NeedsPlug(r.Ear.Relay!));
        var free = site.Look.Set.Sockets.Where(s => s.State == SocketState.Free && s.UsbMa > 0 && s.UsbSound != Known.Yes).ToList();
        var toBuy = elsewhere + Unfed(plugs, 0, free);
        return Math.Max(0, toBuy - site.Look.Owned.Where(o => o.DeviceId == supply.Id).Sum(o => o.Count)) * supply.Price;

        static bool NeedsPlug(Device box) => box.Power is { UsbDrawMa: > 0, OwnSupply: false, BatteryHours: 0 };
    }

    private static int Unfed(List<Device[]> plugs, int at, List<SourcePort> free)
    {
        if (at == plugs.Count)
            return 0;
        var least = 1 + Unfed(plugs, at + 1, free);
        foreach (var socket in free)
        {
            if (plugs[at].Sum(box => box.Power.UsbDrawMa) < socket.UsbMa
                && plugs[at].All(box => box.Power.PairingSurvivesPowerLoss != Known.No || socket.OffInStandby == Known.No))
                least = Math.Min(least, Unfed(plugs, at + 1, [.. free.Where(other => other != socket)]));
        }

        return least;
    }
}
