using Nightfrost.Core.Airlink;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using Nightfrost.Core.Timing;

namespace Nightfrost.Core.Line;

/// <summary>A usual sending and receiving end of one sort of link, from the shipped table (starting values).</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Words">The sort of link.</param>
/// <param name="Technology">Its technology.</param>
/// <param name="TransmitDbm">Power sent, dBm.</param>
/// <param name="SensitivityDbm">Sensitivity, dBm.</param>
/// <param name="OnAxisRangeM">Infrared: usable distance on the axis, m.</param>
/// <param name="HalfPowerDeg">Infrared: half-power angle, °.</param>
public sealed record TypicalEnd(string Id, string Words, LinkTechnology Technology, double TransmitDbm, double SensitivityDbm, double OnAxisRangeM,
    double HalfPowerDeg);

/// <summary>What is left of one sort of link at the end of a strip.</summary>
/// <param name="Words">The sort of link.</param>
/// <param name="MarginDb">Margin, dB; for infrared 20·log₁₀ of usable distance over distance. Null when something stops it.</param>
/// <param name="Grade">2 good, 1 fair, 0 poor, −1 out of reach or stopped.</param>
/// <param name="Verdict">The number and its word, or what stops it.</param>
public sealed record StripEnd(string Words, double? MarginDb, int Grade, string Verdict);

/// <summary>A wall or door on a strip.</summary>
/// <param name="WallId">The wall.</param>
/// <param name="Name">Its name.</param>
/// <param name="Material">Its material in words.</param>
/// <param name="AtM">Where the way meets it, m.</param>
/// <param name="LossDb">What it takes at 2.4 GHz, dB.</param>
public sealed record StripWall(string WallId, string Name, string Material, double AtM, double LossDb);

/// <summary>The straight way from the set to one place, with what is left of each sort of link at its end.</summary>
/// <param name="ListenerId">Whose place.</param>
/// <param name="Listener">Their name.</param>
/// <param name="Place">"seat", or what it is called.</param>
/// <param name="DistanceM">Its length, m.</param>
/// <param name="WallsEntered">True when all walls on it are known.</param>
/// <param name="Walls">Walls in the order met.</param>
/// <param name="Bodies">People in the way.</param>
/// <param name="Ends">What is left of each sort of link.</param>
/// <param name="SoundAfterMs">Sound from the set's speakers takes so long, ms.</param>
public sealed record SightStrip(
    string ListenerId, string Listener, string Place, double DistanceM, bool WallsEntered,
    IReadOnlyList<StripWall> Walls, int Bodies, IReadOnlyList<StripEnd> Ends, double SoundAfterMs);

/// <summary>Unrolls the ways of a look.</summary>
public static class SightStrips
{
    /// <summary>The usual ends.</summary>
    public static IReadOnlyList<TypicalEnd> Typical { get; } = Shipped.Read<TypicalEnd[]>("Airlink.typical-ends.json");

    /// <summary>A strip for each seat and each place somebody walks to.</summary>
    /// <param name="look">A look without problems.</param>
    public static IReadOnlyList<SightStrip> Of(Look look) =>
        [.. look.Listeners.SelectMany(listener => Places.Of(listener).Select(place => Of(look, listener, place)))];

    private static SightStrip Of(Look look, Listener listener, Place place)
    {
        var walls = place.Way.Crossings.OrderBy(c => c.AtM).Select(c => (Crossing: c, Wall: look.Walls.FirstOrDefault(w => w.Id == c.WallId)))
            .Where(p => p.Wall is not null)
            .Select(p => new StripWall(p.Wall!.Id, p.Wall.Name, Obstacles.Of(p.Wall.Material).Words, p.Crossing.AtM, Obstacles.Of(p.Wall.Material).LossDb));
        return new(
            listener.Id, listener.Name, place.Name, place.DistanceM, place.Way.WallsEntered || place.Way.Crossings.Count > 0, [.. walls], place.Way.Bodies,
            [.. Typical.Select(end => EndOf(end, listener, place, look.Walls))], StageDelays.Air(place.DistanceM).TypicalMs);
    }

    private static StripEnd EndOf(TypicalEnd end, Listener listener, Place place, IReadOnlyList<Wall> walls)
    {
        var sends = new AirLink
        {
            Technology = end.Technology,
            Transmits = true,
            TransmitDbm = end.TransmitDbm,
            OnAxisRangeM = end.OnAxisRangeM,
            HalfPowerDeg = end.HalfPowerDeg
        };
        if (sends.IsInfrared && place.Name != Places.Seat)
            return new(end.Words, null, -1, "does not leave the room");
        if (sends.IsInfrared && (Obstacles.StopsInfrared(place.Way, walls) ?? (listener.ClearLine == Known.No ? "something" : null)) is { } what)
            return new(end.Words, null, -1, $"stopped by {what}");
        var reach = Reach.At(sends, new AirLink { Technology = end.Technology, Transmits = false, SensitivityDbm = end.SensitivityDbm }, place, walls)!;
        return new(end.Words, reach.MarginDb, reach.Usable ? reach.Grade : -1,
            reach.Usable || reach.UsableM is not null ? reach.Words : $"{reach.Words.Split(',')[0]}, out of reach");
    }
}
