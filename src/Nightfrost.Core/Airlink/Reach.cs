using System.Globalization;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Airlink;

/// <summary>Whether a link reaches its listener wherever they go.</summary>
/// <param name="Place">The place where least is left.</param>
/// <param name="DistanceM">Its distance, m.</param>
/// <param name="MarginDb">What is left there, dB; for infrared 20·log₁₀ of usable distance over distance.</param>
/// <param name="UsableM">Infrared: how far the emitter serves at that angle, m; null for radio.</param>
public sealed record Reach(string Place, double DistanceM, double MarginDb, double? UsableM)
{
    /// <summary>How many times as far as it must an emitter serves to be good, and to be fair (starting values).</summary>
    public const double GoodOver = 1.5, FairOver = 1.2;

    /// <summary>True from 0 dB.</summary>
    public bool Usable => MarginDb >= 0;

    /// <summary>Radio: the margin to the next whole dB and its word. Infrared: both distances and the word.</summary>
    public string Words => UsableM is { } usable
        ? FormattableString.Invariant($"{DistanceM:0.0} m of {usable:0.0} m, {(Usable ? LinkMargin.WordOf(Grade) : "out of reach")}")
        : FormattableString.Invariant($"{Shown.ToString("+0;−0;0", CultureInfo.InvariantCulture)} dB, {LinkMargin.Word(MarginDb)}");

    /// <summary>In three words as a grade: 0 poor, 1 fair, 2 good.</summary>
    public int Grade => UsableM is { } usable ? (usable >= GoodOver * DistanceM ? 2 : usable >= FairOver * DistanceM ? 1 : 0) : LinkMargin.Grade(MarginDb);

    // Rounded, unless that would say more than its word.
    private double Shown => Math.Round(MarginDb) is var rounded && LinkMargin.Word(rounded) == LinkMargin.Word(MarginDb) ? rounded : Math.Floor(MarginDb);

    /// <summary>The reach of a link to a listener at the weakest of their places; null where it has no range of its own.</summary>
    public static Reach? Of(AirLink sends, AirLink takes, Listener listener, IReadOnlyList<Wall> walls)
    {
        Reach? worst = null;
        foreach (var place in Places.Of(listener))
        {
            if (At(sends, takes, place, walls) is { } here && (worst is null || here.MarginDb < worst.MarginDb))
                worst = here;
        }

        return worst;
    }

    /// <summary>The reach of a link at one place; null where it has no range of its own.</summary>
    public static Reach? At(AirLink sends, AirLink takes, Place place, IReadOnlyList<Wall> walls)
    {
        if (sends.IsInfrared)
        {
            var usable = Infrared.UsableM(sends.OnAxisRangeM, sends.HalfPowerDeg, place.Way.OffAxisDeg, place.Way.TurnedAwayDeg, place.Way.SunOnReceiver);
            return new(place.Name, place.DistanceM, 20 * Math.Log10(Math.Max(usable, LeastM) / place.DistanceM), usable);
        }

        // A loop lies at the seat that it serves.
        if (sends.Technology == LinkTechnology.InductionLoop)
            return null;
        return sends.FrequencyMHz > 0
            ? new(place.Name, place.DistanceM, LinkMargin.Db(sends.TransmitDbm, takes.SensitivityDbm, sends.FrequencyMHz, place.DistanceM, place.Way, walls),
                null) : null;
    }

    // So that nothing is divided by nothing.
    private const double LeastM = 0.01;
}

/// <summary>A place where somebody listens.</summary>
/// <param name="Name">"seat", or what it is called.</param>
/// <param name="DistanceM">From the transmitter, m.</param>
/// <param name="Way">What stands between.</param>
public sealed record Place(string Name, double DistanceM, Way Way);

/// <summary>Where a listener may be during a programme.</summary>
public static class Places
{
    /// <summary>What the seat is called.</summary>
    public const string Seat = "seat";

    /// <summary>What a place is called of which only the distance is known.</summary>
    public const string Away = "away";

    /// <summary>The seat, and for whoever leaves the room the places entered, or one at the distance stated with its walls not known.</summary>
    public static IReadOnlyList<Place> Of(Listener listener) =>
    [
        new(Seat, listener.SeatDistanceM, listener.Seat),
        .. !listener.LeavesRoom ? []
            : listener.Roams.Count > 0 ? listener.Roams.Select(r => new Place(r.Name, r.DistanceM, r.Way))
            : new[] { new Place(Away, Math.Max(listener.SeatDistanceM, listener.RoamDistanceM), Way.Unseen) },
    ];
}
