using Nightfrost.Core.Routing.Search;

namespace Nightfrost.Core.Routing;

/// <summary>
/// What an ear, or a feed alone, is worth, so that one can be held against another. Whatever is counted but the price stands in one number, each count a bit wider than it needs,
/// so that one subtraction shows whether any of them is less than another's.
/// </summary>
internal readonly record struct Worth
{
    // Places of the counts; effort is counted down from the most.
    private const int Links = 0, Qualities = 4, Steps = 8, Efforts = 12, Wishes = 33, Tastes = 42, Airs = 51;
    private const int MostEffort = (1 << 20) - 1, MostWishes = 255, MostLevel = 7, MostAir = 1023;

    // The highest bit of each place.
    private const ulong Guards = 1UL << (Qualities - 1) | 1UL << (Steps - 1) | 1UL << (Efforts - 1) | 1UL << (Wishes - 1) | 1UL << (Tastes - 1) | 1UL << (Airs - 1) | 1UL << 61;

    private readonly ulong _counts;

    /// <param name="scarce">Number of what it uses of things at hand: 0 for nothing, below 0 where something was asked for by name.</param>
    /// <param name="needs">Needs met, 0 to 255.</param>
    /// <param name="preferences">Preferences met, 0 to 255.</param>
    /// <param name="cents">Price, in hundredths, everything at hand used freely.</param>
    /// <param name="effort">By <see cref="Effort"/>, less than 2²⁰.</param>
    /// <param name="step">In step, by <see cref="InStepWord"/>.</param>
    /// <param name="quality">Sound quality, 0 to 4.</param>
    /// <param name="link">1 where the link holds, else 0.</param>
    /// <param name="air">Thousandths of the air's time that it takes of a box for several, 0 to 1023.</param>
    /// <exception cref="ArgumentOutOfRangeException">A count lies outside its range.</exception>
    public Worth(int scarce, int needs, int preferences, long cents, int effort, int step, int quality, int link, int air = 0)
        : this(scarce, cents, (ulong)(MostAir - air) << Airs | (ulong)preferences << Tastes | (ulong)needs << Wishes | (ulong)(MostEffort - effort) << Efforts | (ulong)step << Steps | (ulong)quality << Qualities | (ulong)link << Links)
    {
        if ((uint)needs > MostWishes || (uint)preferences > MostWishes || (uint)effort > MostEffort || (uint)step > MostLevel || (uint)quality > MostLevel || (uint)link > MostLevel || (uint)air > MostAir)
            throw new ArgumentOutOfRangeException(nameof(needs), FormattableString.Invariant($"Counts out of range: {needs} {preferences} {effort} {step} {quality} {link} {air}."));
    }

    private Worth(int scarce, long cents, ulong counts) => (Scarce, Cents, _counts) = (scarce, cents, counts);

    /// <summary>What it uses of things at hand, as given.</summary>
    public int Scarce { get; }
    public long Cents { get; }
    public int Needs => (int)(_counts >> Wishes) & MostWishes;
    public int Preferences => (int)(_counts >> Tastes) & MostWishes;
    public int Air => MostAir - ((int)(_counts >> Airs) & MostAir);
    public int Effort => MostEffort - ((int)(_counts >> Efforts) & MostEffort);
    public int Step => (int)(_counts >> Steps) & MostLevel;
    public int Quality => (int)(_counts >> Qualities) & MostLevel;
    public int Link => (int)(_counts >> Links) & MostLevel;

    /// <summary>True when it can stand in for another, whatever is at hand and whoever else wants it.</summary>
    public bool StandsInFor(in Worth other) => (Scarce == other.Scarce || (Scarce == 0 && other.Scarce > 0)) && IsNoWorseThan(other);

    /// <summary>True when it is no worse in anything, whatever it uses of things at hand: without this it cannot stand in for another.</summary>
    public bool IsNoWorseThan(in Worth other) => Cents <= other.Cents && IsNoLess(_counts, other._counts);

    /// <summary>The better of both in everything: no worse than what any of them is no worse than.</summary>
    public Worth BestWith(in Worth other) => new(
        0, Math.Max(Needs, other.Needs), Math.Max(Preferences, other.Preferences), Math.Min(Cents, other.Cents), Math.Min(Effort, other.Effort),
        Math.Max(Step, other.Step), Math.Max(Quality, other.Quality), Math.Max(Link, other.Link), Math.Min(Air, other.Air));

    /// <summary>True when it reaches a threshold.</summary>
    public bool Reaches(Threshold least) => IsNoLess(_counts, (ulong)least.Step << Steps | (ulong)least.Quality << Qualities | (ulong)least.Link << Links);

    private static bool IsNoLess(ulong mine, ulong other) => (((mine | Guards) - other) & Guards) == Guards;
}
