using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Airlink;

/// <summary>Indoor path loss between two antennas, in the form of Recommendation ITU-R P.1238.</summary>
public static class PathLoss
{
    /// <summary>N when every obstacle is entered by itself: free space.</summary>
    public const double ObstaclesEntered = 20;

    /// <summary>N for a dwelling whose walls are not known; it contains one storey's walls.</summary>
    public const double ObstaclesUnknown = 28;

    /// <summary>Path loss, dB: 20·log₁₀ f + N·log₁₀ d − 28 + Σ obstacles.</summary>
    /// <param name="frequencyMHz">Carrier, 30 to 100 000 MHz; below 300 MHz the form is stretched beyond the Recommendation.</param>
    /// <param name="distanceM">Distance, m; below 1 m the loss at 1 m is returned, where the form ends.</param>
    /// <param name="coefficient">N: <see cref="ObstaclesEntered"/> or <see cref="ObstaclesUnknown"/>.</param>
    /// <param name="obstaclesDb">Loss of each wall, floor or body crossed, dB, none negative.</param>
    /// <exception cref="ArgumentOutOfRangeException">A value lies outside its range or is not a number.</exception>
    public static double IndoorDb(double frequencyMHz, double distanceM, double coefficient, params ReadOnlySpan<double> obstaclesDb)
    {
        Guard.InRange(frequencyMHz, 30, 100_000);
        Guard.InRange(distanceM, 0, 10_000);
        var loss = 20 * Math.Log10(frequencyMHz) + coefficient * Math.Log10(Math.Max(distanceM, 1)) - 28;
        foreach (var obstacle in obstaclesDb)
            loss += Guard.InRange(obstacle, 0, 200);
        return loss;
    }
}

/// <summary>What is left of a radio signal at the ear.</summary>
public static class LinkMargin
{
    /// <summary>Margin, dB: power sent − path loss − sensitivity, walls not known (N = 28).</summary>
    /// <param name="transmitDbm">Power sent, dBm.</param>
    /// <param name="sensitivityDbm">Weakest power the receiver works with, dBm.</param>
    /// <param name="frequencyMHz">Carrier, MHz.</param>
    /// <param name="distanceM">Distance, m.</param>
    public static double Db(double transmitDbm, double sensitivityDbm, double frequencyMHz, double distanceM) =>
        transmitDbm - PathLoss.IndoorDb(frequencyMHz, distanceM, PathLoss.ObstaclesUnknown) - sensitivityDbm;

    /// <summary>
    /// Margin along a way, dB: with every wall entered N is 20 and each wall is taken away by itself, else N is 28. Bodies are taken away in both.
    /// </summary>
    /// <param name="transmitDbm">Power sent, dBm.</param>
    /// <param name="sensitivityDbm">Weakest power the receiver works with, dBm.</param>
    /// <param name="frequencyMHz">Carrier, MHz.</param>
    /// <param name="distanceM">Distance, m.</param>
    /// <param name="way">What stands between.</param>
    /// <param name="walls">Walls of the site.</param>
    public static double Db(double transmitDbm, double sensitivityDbm, double frequencyMHz, double distanceM, Way way, IReadOnlyList<Wall> walls)
    {
        var entered = way.WallsEntered || way.Crossings.Count > 0;
        var loss = entered || way.Bodies > 0 ? Obstacles.LossDb(way, walls, frequencyMHz) : 0;
        return transmitDbm - PathLoss.IndoorDb(frequencyMHz, distanceM, entered ? PathLoss.ObstaclesEntered : PathLoss.ObstaclesUnknown, loss) - sensitivityDbm;
    }

    /// <summary>A margin as a grade: 2 good, 1 fair, 0 poor.</summary>
    public static int Grade(double marginDb) => marginDb >= 20 ? 2 : marginDb >= 10 ? 1 : 0;

    /// <summary>The word for a margin: good from 20 dB, fair from 10 dB, else poor.</summary>
    public static string Word(double marginDb) => WordOf(Grade(marginDb));

    /// <summary>The word for a grade.</summary>
    public static string WordOf(int grade) => grade switch
    {
        2 => "good",
        1 => "fair",
        _ => "poor",
    };
}
