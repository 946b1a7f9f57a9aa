namespace Nightfrost.Core.Routing.Ways;

/// <summary>What an ear on a line is worth, so that one can be held against another.</summary>
/// <param name="Scarce">Number of what it uses of things at hand: 0 for nothing, below 0 where something was asked for by name.</param>
/// <param name="Needs">Needs met.</param>
/// <param name="Preferences">Preferences met.</param>
/// <param name="Cents">Price, in hundredths, everything at hand used freely.</param>
/// <param name="Effort">By <see cref="Routing.Effort"/>.</param>
/// <param name="Step">In step, by <see cref="InStepWord"/>.</param>
/// <param name="Quality">Sound quality, 1 to 4.</param>
/// <param name="Link">1 where the link holds, else 0.</param>
/// <param name="Air">Thousandths of the air's time that it takes of a box for several.</param>
internal readonly record struct Worth(int Scarce, int Needs, int Preferences, long Cents, int Effort, int Step, int Quality, int Link, int Air = 0)
{
    /// <summary>True when it can stand in for another, whatever is at hand and whoever else wants it.</summary>
    public bool StandsInFor(in Worth other) =>
        (Scarce == other.Scarce || (Scarce == 0 && other.Scarce > 0)) && Cents <= other.Cents && Needs >= other.Needs && Step >= other.Step
        && Preferences >= other.Preferences && Effort <= other.Effort
        && Quality >= other.Quality && Link >= other.Link && Air <= other.Air;
}
