using System.Globalization;
using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Whether a link reaches its listener wherever they go.</summary>
/// <param name="Place">The place where least is left.</param>
/// <param name="DistanceM">Its distance, m.</param>
/// <param name="MarginDb">What is left there, dB; for infrared and loops 20·log₁₀ of usable distance over distance.</param>
/// <param name="Usable">True from 0 dB.</param>
public sealed record Reach(string Place, double DistanceM, double MarginDb, bool Usable)
{
    /// <summary>The number, rounded down so that it never says more than its word, and the word.</summary>
    public string Words => FormattableString.Invariant($"{Math.Floor(MarginDb + 1e-9).ToString("+0;−0;0", CultureInfo.InvariantCulture)} dB, {LinkMargin.Word(MarginDb)}");

    /// <summary>Margin in three words as a grade: 0 poor, 1 fair, 2 good.</summary>
    public int Grade => LinkMargin.Grade(MarginDb);

    /// <summary>The reach of a route at its weakest place, or null for a wire and for links without a range of their own.</summary>
    public static Reach? Of(Route route)
    {
        if (route.Sends is not { } sends || route.Takes is not { } takes || route.Ear is not { } ear)
            return null;
        Reach? worst = null;
        foreach (var place in Places.Of(ear.Listener))
        {
            if (At(sends, takes, place, route.Site.Look.Walls) is { } here && (worst is null || here.MarginDb < worst.MarginDb))
                worst = here;
        }

        return worst;
    }

    /// <summary>The reach of a link at one place; null where it has no range of its own.</summary>
    public static Reach? At(AirLink sends, AirLink takes, Place place, IReadOnlyList<Wall> walls)
    {
        double margin;
        if (sends.IsInfrared)
            margin = 20 * Math.Log10(Math.Max(Infrared.UsableM(sends.OnAxisRangeM, sends.HalfPowerDeg, place.Way.OffAxisDeg, place.Way.TurnedAwayDeg, place.Way.SunOnReceiver), 0.01) / place.DistanceM);
        else if (sends.Technology == LinkTechnology.InductionLoop && sends.OnAxisRangeM > 0)
            margin = 20 * Math.Log10(sends.OnAxisRangeM / place.DistanceM);
        else if (sends.FrequencyMHz > 0)
            margin = LinkMargin.Db(sends.TransmitDbm, takes.SensitivityDbm, sends.FrequencyMHz, place.DistanceM, place.Way, walls);
        else
            return null;
        return new(place.Name, place.DistanceM, margin, margin >= 0);
    }
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
