namespace Nightfrost.Core.Routing;

/// <summary>What an ear, or a feed alone, is worth, so that one can be held against another.</summary>
/// <typeparam name="T">The worth itself.</typeparam>
internal interface IWorth<T>
    where T : struct
{
    /// <summary>True when it can stand in for another, whatever is at hand and whoever else wants it.</summary>
    bool StandsInFor(in T other);

    /// <summary>True when it is no worse in anything, whatever it uses of things at hand: without this it cannot stand in for another.</summary>
    bool IsNoWorseThan(in T other);

    /// <summary>The better of both in everything: no worse than what any of them is no worse than.</summary>
    T BestWith(in T other);
}

/// <summary>
/// What an ear, or a feed alone, is worth under any weighing. Whatever is counted but the price stands in one number, each count a bit wider than it needs,
/// so that one subtraction shows whether any of them is less than another's.
/// </summary>
internal readonly record struct Worth : IWorth<Worth>
{
    // Places of the counts; what is switched on is counted down from the most.
    private const int Margins = 0, Qualities = 4, Grades = 8, Hands = 14, Wishes = 25;
    private const int MostHand = 1023, MostWishes = 1023, MostGrade = 31, MostLevel = 7;

    // The highest bit of each place.
    private const ulong Guards = 1UL << (Qualities - 1) | 1UL << (Grades - 1) | 1UL << (Hands - 1) | 1UL << (Wishes - 1) | 1UL << 35;

    private readonly ulong _counts;

    /// <param name="scarce">Number of what it uses of things at hand: 0 for nothing, below 0 where something was asked for by name.</param>
    /// <param name="needs">Wishes met, 0 to 1023.</param>
    /// <param name="cents">Price, in hundredths.</param>
    /// <param name="hand">Things to switch on, 0 to 1023.</param>
    /// <param name="grade">In-step grade, 0 to 20.</param>
    /// <param name="quality">Grade of the sound quality, 0 to 4.</param>
    /// <param name="margin">Grade of the link margin, 0 to 2.</param>
    /// <exception cref="ArgumentOutOfRangeException">A count lies outside its range.</exception>
    public Worth(int scarce, int needs, long cents, int hand, int grade, int quality, int margin)
        : this(scarce, cents, (ulong)needs << Wishes | (ulong)(MostHand - hand) << Hands | (ulong)grade << Grades | (ulong)quality << Qualities | (ulong)margin << Margins)
    {
        if ((uint)needs > MostWishes || (uint)hand > MostHand || (uint)grade > MostGrade || (uint)quality > MostLevel || (uint)margin > MostLevel)
            throw new ArgumentOutOfRangeException(nameof(needs), FormattableString.Invariant($"Counts out of range: {needs} {hand} {grade} {quality} {margin}."));
    }

    private Worth(int scarce, long cents, ulong counts) => (Scarce, Cents, _counts) = (scarce, cents, counts);

    public int Scarce { get; }
    public long Cents { get; }
    public int Needs => (int)(_counts >> Wishes) & MostWishes;
    public int Hand => MostHand - ((int)(_counts >> Hands) & MostHand);
    public int Grade => (int)(_counts >> Grades) & MostGrade;
    public int Quality => (int)(_counts >> Qualities) & MostLevel;
    public int Margin => (int)(_counts >> Margins) & MostLevel;

    /// <summary>The same without what is only as good as the worst listener's.</summary>
    public Worth Adding => new(Scarce, Cents, _counts >> Hands << Hands);

    /// <summary>The same without the in-step grade.</summary>
    public Worth WithoutGrade => new(Scarce, Cents, _counts & ~((ulong)MostGrade << Grades));

    /// <summary>The same without the in-step grade and the sound quality.</summary>
    public Worth WithoutQuality => new(Scarce, Cents, _counts & ~((ulong)MostGrade << Grades | (ulong)MostLevel << Qualities));

    public bool StandsInFor(in Worth other) => Weighed.MayStandIn(Scarce, other.Scarce) && IsNoWorseThan(other);

    public bool IsNoWorseThan(in Worth other) => Cents <= other.Cents && IsNoLess(_counts, other._counts);

    public Worth BestWith(in Worth other) => new(
        0, Math.Max(Needs, other.Needs), Math.Min(Cents, other.Cents), Math.Min(Hand, other.Hand), Math.Max(Grade, other.Grade), Math.Max(Quality, other.Quality), Math.Max(Margin, other.Margin));

    public bool Reaches(Threshold least) => IsNoLess(_counts, (ulong)least.InStep << Grades | (ulong)least.Quality << Qualities | (ulong)least.Margin << Margins);

    private static bool IsNoLess(ulong mine, ulong other) => (((mine | Guards) - other) & Guards) == Guards;
}

/// <summary>The same under one weighing.</summary>
/// <param name="Scarce">As in <see cref="Worth.Scarce"/>.</param>
/// <param name="Key">The weighed sum; more is better.</param>
internal readonly record struct Weighed(int Scarce, long Key) : IWorth<Weighed>
{
    public bool StandsInFor(in Weighed other) => MayStandIn(Scarce, other.Scarce) && Key >= other.Key;

    public bool IsNoWorseThan(in Weighed other) => Key >= other.Key;

    public Weighed BestWith(in Weighed other) => new(0, Math.Max(Key, other.Key));

    /// <summary>True unless what is used of things at hand, or asked for by name, forbids that one stands in for another.</summary>
    public static bool MayStandIn(int mine, int other) => mine == other || (mine == 0 && other > 0);
}
