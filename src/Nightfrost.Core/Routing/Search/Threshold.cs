using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>Least that every route of a rig must reach on what is only as good as the worst listener's.</summary>
/// <param name="Step">In step, by <see cref="InStepWord"/>.</param>
/// <param name="Link">1 where the link must hold, else 0.</param>
/// <param name="Quality">Sound quality, 1 to 4; 0 for any.</param>
internal readonly record struct Threshold(int Step, int Link, int Quality)
{
    public static Threshold None { get; } = new(0, 0, 0);

    /// <summary>The criteria that thresholds stand for.</summary>
    public static bool IsOn(Criterion criterion) => criterion is Criterion.InStep or Criterion.Link or Criterion.Quality;

    /// <summary>The highest level of a criterion.</summary>
    public static int Highest(Criterion criterion) =>
        criterion switch { Criterion.InStep => (int)InStepWord.InStep, Criterion.Link => 1, _ => SoundQuality.Best };

    /// <summary>The same with another level on one criterion.</summary>
    public Threshold With(Criterion criterion, int level) => criterion switch
    {
        Criterion.InStep => this with { Step = level },
        Criterion.Link => this with { Link = level },
        _ => this with { Quality = level },
    };

    /// <summary>True when an ear on a line reaches it.</summary>
    public bool IsReachedBy(in Worth worth) => worth.Step >= Step && worth.Link >= Link && worth.Quality >= Quality;

    /// <summary>True when whatever reaches this reaches another.</summary>
    public bool IsNoLessThan(Threshold other) => Step >= other.Step && Link >= other.Link && Quality >= other.Quality;

    /// <summary>Every threshold, the strictest first; none comes before one that asks for more.</summary>
    public static IEnumerable<Threshold> All() =>
        from step in Down(Criterion.InStep) from link in Down(Criterion.Link) from quality in Down(Criterion.Quality) select new Threshold(step, link, quality);

    private static IEnumerable<int> Down(Criterion criterion) =>
        Enumerable.Range(0, Highest(criterion) + 1).Reverse().Where(level => criterion != Criterion.Quality || level > 0);
}

/// <summary>A listener whose route must hold a thing.</summary>
internal readonly record struct Demand(string Id, int Listener);

/// <summary>Counts the steps of a search, so that it stops at the same place on every machine. May be asked from several threads.</summary>
/// <param name="most">Steps after which it stops.</param>
internal sealed class StepCount(long most)
{
    private long _spent;

    /// <summary>True when the search must stop and say so.</summary>
    public bool IsOver => Interlocked.Read(ref _spent) > most;

    public void Spend(long steps) => Interlocked.Add(ref _spent, steps);
}
