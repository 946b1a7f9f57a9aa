namespace Nightfrost.Core.Airlink;

/// <summary>Indoor path loss between two antennas, in the form of Recommendation ITU-R P.1238.</summary>
public static class PathLoss
{
    /// <summary>N when every obstacle is entered by itself: free space.</summary>
    public const double ObstaclesEntered = 20;

    /// <summary>N for a dwelling whose walls are not known; it contains one storey's walls.</summary>
    public const double ObstaclesUnknown = 28;

    /// <summary>Path loss, dB: 20·log₁₀ f + N·log₁₀ d − 28 + Σ obstacles.</summary>
    /// <param name="frequencyMHz">Carrier, 100 to 100 000 MHz.</param>
    /// <param name="distanceM">Distance, m; below 1 m the loss at 1 m is returned, where the form ends.</param>
    /// <param name="coefficient">N: <see cref="ObstaclesEntered"/> or <see cref="ObstaclesUnknown"/>.</param>
    /// <param name="obstaclesDb">Loss of each wall, floor or body crossed, dB, none negative.</param>
    /// <exception cref="ArgumentOutOfRangeException">A value lies outside its range or is not a number.</exception>
    public static double IndoorDb(double frequencyMHz, double distanceM, double coefficient, params ReadOnlySpan<double> obstaclesDb)
    {
        Guard.InRange(frequencyMHz, 100, 100_000);
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

    /// <summary>The word for a margin: good from 20 dB, fair from 10 dB, else poor.</summary>
    public static string Word(double marginDb) => marginDb switch
    {
        >= 20 => "good",
        >= 10 => "fair",
        _ => "poor",
    };
}
