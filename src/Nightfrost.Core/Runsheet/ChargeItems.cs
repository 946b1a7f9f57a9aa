using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Runsheet;

/// <summary>Everything with a battery, and when its charge must begin to be full at first use.</summary>
internal static class ChargeItems
{
    public static IEnumerable<PrepareItem> For(Rig rig, IReadOnlyList<Part> parts, Visit? visit)
    {
        foreach (var part in parts)
        {
            var device = rig.Site.Shelf.Find(part.DeviceId)!;
            if (device.Power.ChargeHours <= 0)
                continue;
            var theirs = part.ToBuy + part.InTheBox == 0;
            var names = rig.Routes.Where(r => r.AtEar.Receiver.Id == device.Id || r.AtEar.Relay?.Id == device.Id).Select(r => r.AtEar.Listener).ToList();
            var daily = names.Select(l => l.HoursADay).DefaultIfEmpty(0).Max();
            var runs = device.Power.BatteryHours * BoxPower.RunTimeShare;
            yield return new PrepareItem
            {
                Id = $"charge-{device.Id}",
                Kind = PrepareKind.Charge,
                Words = theirs && names.Count > 0 ? $"Ask {string.Join(" and ", names.Select(l => l.Name))} to charge the {device.Name}"
                    : $"Charge the {device.Name}",
                Pieces = part.Needed > 1 ? part.Needed : 0,
                By = visit is null ? null : LeadTimes.ChargeBegins(device.Power.ChargeHours, visit),
                LeadTime = device.Power.ChargeHours > LeadTimes.ChargedTheSameDayH ? "the evening before"
                    : FormattableString.Invariant($"{Math.Ceiling(device.Power.ChargeHours):0} h before"),
                Detail = FormattableString.Invariant($"A full charge takes {device.Power.ChargeHours:0.#} h and lasts about {runs:0} h")
                    + (daily > 0 ? Nights(runs, daily) : ".") + (device.Power.WorksWhileCharging == Known.No ? " It does not play while it charges." : ""),
                Caution = "A swollen or damaged battery is not charged. Nothing charges under bedding.",
            };
        }
    }

    private static string Nights(double runs, double daily) => Math.Floor(runs / daily) switch
    {
        < 1 => FormattableString.Invariant($": less than the {daily:0.#} h of one day here."),
        1 => FormattableString.Invariant($": one day of {daily:0.#} h here."),
        var days => FormattableString.Invariant($": {days:0} days of {daily:0.#} h here."),
    };
}
