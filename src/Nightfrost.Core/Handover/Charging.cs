using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Handover;

/// <summary>Something of a route whose cell somebody charges.</summary>
/// <param name="Device">What it is.</param>
/// <param name="Ids">The things: two of a pair are charged together.</param>
/// <param name="IsBox">True for the box at the set, which runs as long as anybody listens by it.</param>
public sealed record Chargeable(Device Device, IReadOnlyList<string> Ids, bool IsBox);

/// <summary>What the client charges, and how often.</summary>
public static class Charging
{
    /// <summary>What of a route has a cell that somebody charges: what takes the link, what is heard by, the box.</summary>
    public static IEnumerable<Chargeable> Of(Rig rig, Route route)
    {
        var ear = route.AtEar;
        List<Chargeable> all = [new(ear.Takes, ear.Relay is null ? Things.Pieces(ear) : [Things.Relay(ear.Listener)], false)];
        if (ear.Relay is not null)
            all.Add(new(ear.Receiver, Things.Pieces(ear), false));
        if (route.Feed.Transmitter is { } box && rig.PowerOf(route.Feed, box) is { } choice && BoxPower.RunsFromCell(choice, box))
            all.Add(new(box, [Things.Sender(route.Feed)!], true));
        return all.Where(c => c.Device.Power is { BatteryHours: > 0, ChargeHours: > 0 });
    }

    /// <summary>How often it is charged.</summary>
    public static ClientLine Line(Rig rig, Route route, Chargeable what) => new(EveningsPerCharge(rig, route, what) switch
    {
        <= 1 when IsChargedAnyway(what.Device) => Say("client.chargeNight"),
        <= 1 => Say("client.chargeEach"),
        2 => Say("client.chargeSecond"),
        var n => Say("client.chargeAfter", ("evenings", FormattableString.Invariant($"{n}"))),
    }, [.. what.Ids.Select(id => new Act.Charge(id))]);

    private static bool IsChargedAnyway(Device device) => device.Form == WearForm.HearingAids || device.IsPhone();

    /// <summary>Evenings that one charge lasts, at least 1.</summary>
    public static int EveningsPerCharge(Rig rig, Route route, Chargeable what)
    {
        // Aids are worn all day, phones carried: both are charged every night as ever.
        if (IsChargedAnyway(what.Device))
            return 1;

        // A box runs as long as anybody listens by it.
        var hours = !what.IsBox ? DailySteps.HoursOf(route.AtEar.Listener)
            : rig.Routes.Where(r => r.Feed.Key == route.Feed.Key).Max(r => DailySteps.HoursOf(r.AtEar.Listener));
        // It must not be empty as the last evening ends.
        return Math.Max(1, (int)Math.Ceiling(what.Device.Power.BatteryHours * BoxPower.RunTimeShare / hours) - 1);
    }
}
