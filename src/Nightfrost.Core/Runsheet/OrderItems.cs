using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>What must be bought, and by which day it must be ordered.</summary>
internal static class OrderItems
{
    public static IEnumerable<PrepareItem> For(Rig rig, IReadOnlyList<Part> parts, Visit? visit, IReadOnlyList<BoxContent> missing)
    {
        var wanted = parts.Where(p => p.ToBuy > 0).Select(p => (Device: rig.Site.Shelf.Find(p.DeviceId)!, Pieces: p.ToBuy, Held: p.HeldBecause, Detail: ""))
            .Concat(missing.Where(m => m.Needed > 0).GroupBy(m => m.Content)
                .Select(g => (Device: g.Key, Pieces: g.Sum(m => m.Needed), Held: "",
                    Detail: $"Missing in the box of the {string.Join(" and the ", g.Select(m => m.Box.Name).Distinct())}.")))
            .OrderBy(w => visit is null ? default : LeadTimes.OrderBy(w.Device.DeliveryDays, LongestCharge(rig.Site.Shelf, w.Device), visit))
            .ThenByDescending(w => Days(rig.Site.Shelf, w.Device)).ThenBy(w => w.Device.Id, StringComparer.Ordinal);
        foreach (var (device, pieces, held, detail) in wanted)
        {
            var days = Days(rig.Site.Shelf, device);
            yield return new PrepareItem
            {
                Id = detail.Length > 0 ? $"order-missing-{device.Id}" : $"order-{device.Id}",
                Kind = PrepareKind.Order,
                Words = device.Name,
                Pieces = pieces,
                Detail = detail,
                By = visit is null ? null : LeadTimes.OrderBy(device.DeliveryDays, LongestCharge(rig.Site.Shelf, device), visit).ToDateTime(TimeOnly.MaxValue),
                LeadTime = days == 1 ? "a day before" : $"{days} days before",
                HeldBecause = held,
                ToPay = device.PriceOf(pieces),
            };
        }
    }

    // What stands in a box is charged as well as the box.
    private static double LongestCharge(Shelf shelf, Device device) =>
        device.Includes.Select(shelf.Find).OfType<Device>().Append(device).Max(d => d.Power.ChargeHours);

    private static int Days(Shelf shelf, Device device) =>
        device.DeliveryDays + LeadTimes.DaysToCheck + (LongestCharge(shelf, device) > LeadTimes.ChargedTheSameDayH ? 1 : 0);
}

/// <summary>One thing that should be in a box.</summary>
/// <param name="Item">To be looked for.</param>
/// <param name="Box">The box.</param>
/// <param name="Content">The thing.</param>
/// <param name="Needed">Pieces of it that the rig counts on.</param>
internal sealed record BoxContent(PrepareItem Item, Device Box, Device Content, int Needed);

/// <summary>The contents of each box of a rig, to be looked through before the visit.</summary>
internal static class ContentsItems
{
    public static IEnumerable<BoxContent> For(Rig rig, IReadOnlyList<Part> parts)
    {
        var shelf = rig.Site.Shelf;
        var counted = parts.ToDictionary(p => p.DeviceId, p => p.InTheBox);
        foreach (var part in parts)
        {
            var box = shelf.Find(part.DeviceId)!;
            foreach (var group in box.Includes.GroupBy(id => id))
            {
                if (shelf.Find(group.Key) is not { } content)
                    continue;
                var needed = Math.Min(counted.GetValueOrDefault(content.Id), group.Count());
                yield return new(
                    new PrepareItem
                    {
                        Id = $"contents-{box.Id}-{content.Id}",
                        Kind = PrepareKind.Contents,
                        Of = box.Name,
                        Words = content.Name,
                        Pieces = group.Count(),
                        Detail = needed > 0 ? "" : "Not needed here; leave it with the box.",
                        Note = "What is wrong with it",
                    },
                    box, content, needed);
            }
        }
    }
}
