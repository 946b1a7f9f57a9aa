using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Airlink;

/// <summary>What an obstacle takes from a radio signal, from the shipped table.</summary>
/// <param name="Material">The material.</param>
/// <param name="Words">Its name.</param>
/// <param name="LossDb">Loss at 2.4 GHz, dB (starting value, in the range of ITU-R P.2040).</param>
/// <param name="StopsInfrared">True when no infrared comes through.</param>
public sealed record MaterialFacts(Material Material, string Words, double LossDb, bool StopsInfrared);

/// <summary>Loss of walls and bodies on a way.</summary>
public static class Obstacles
{
    /// <summary>Loss of one body in the path at 2.4 GHz, dB (starting value).</summary>
    public const double BodyDb = 8;

    /// <summary>Share of a 2.4 GHz loss that holds at UHF, 863 to 928 MHz (starting value).</summary>
    public const double UhfShare = 0.6;

    private const double UhfUpToMHz = 1000;

    /// <summary>Every material.</summary>
    public static IReadOnlyList<MaterialFacts> All { get; } = Shipped.Read<MaterialFacts[]>("Airlink.materials.json");

    public static MaterialFacts Of(Material material) => All.First(row => row.Material == material);

    /// <summary>Loss of everything that stands on a way, dB.</summary>
    /// <param name="way">The way.</param>
    /// <param name="walls">Walls of the site.</param>
    /// <param name="frequencyMHz">Carrier, MHz.</param>
    public static double LossDb(Way way, IReadOnlyList<Wall> walls, double frequencyMHz)
    {
        var loss = BodyDb * way.Bodies;
        foreach (var crossing in way.Crossings)
        {
            if (walls.FirstOrDefault(w => w.Id == crossing.WallId) is { } wall)
                loss += Of(wall.Material).LossDb;
        }

        return frequencyMHz <= UhfUpToMHz ? loss * UhfShare : loss;
    }

    /// <summary>The first thing on a way that infrared cannot pass, in words; null when nothing is known to.</summary>
    public static string? StopsInfrared(Way way, IReadOnlyList<Wall> walls)
    {
        var wall = way.Crossings.OrderBy(c => c.AtM).Select(c => walls.FirstOrDefault(w => w.Id == c.WallId))
            .FirstOrDefault(w => w is not null && Of(w.Material).StopsInfrared);
        return wall?.Name ?? (way.Bodies > 0 ? way.Bodies == 1 ? "somebody" : "people" : null);
    }
}
