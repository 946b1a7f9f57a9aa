using System.Collections.Frozen;

namespace Nightfrost.Core.Timing;

/// <summary>One stage of a route: typical, not measured. An independent triangular variable.</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Words">Its name on a thread.</param>
/// <param name="MinMs">Least delay, ms; negative where the stage may be early.</param>
/// <param name="TypicalMs">Mode, ms.</param>
/// <param name="MaxMs">Greatest delay, ms.</param>
public sealed record StageDelay(string Id, string Words, double MinMs, double TypicalMs, double MaxMs)
{
    private DelayDistribution? _distribution;
    private string? _key;

    /// <summary>The same for stages that last as long and are called the same: two makers may state different delays in the same words.</summary>
    internal string Key => _key ??= FormattableString.Invariant($"{Words} {MinMs} {TypicalMs} {MaxMs}");

    /// <summary>True for the delay of a link, which a source that fits its own picture makes good.</summary>
    public bool OfLink { get; init; }

    /// <summary>True for a delay that a box may have of its own, whatever it is linked with.</summary>
    public bool InsideBox { get; init; }

    /// <summary>The stage as a distribution on the 1 ms grid.</summary>
    public DelayDistribution Distribution => _distribution ??= DelayDistribution.Triangular(MinMs, TypicalMs, MaxMs);

    /// <summary>The same stage as one device has it.</summary>
    public StageDelay As(Kit.OwnDelay own) =>
        new(Id, $"{Words}, {(own.MeasuredHere ? "measured here" : "as its maker states")}", own.MinMs, own.TypicalMs, own.MaxMs) { OfLink = OfLink };

    /// <summary>The same stage entered with the opposite sign, such as the picture's delay in a skew.</summary>
    public StageDelay Negated() => new($"minus-{Id}", $"minus {Words}", -MaxMs, -TypicalMs, -MinMs);
}

/// <summary>The shipped starting values of every stage. They give way to a measurement as soon as there is one.</summary>
public static class StageDelays
{
    /// <summary>All rows in reading order.</summary>
    public static IReadOnlyList<StageDelay> All { get; } = Shipped.Read<StageDelay[]>("Timing.stage-delays.json");

    private static readonly FrozenDictionary<string, StageDelay> ById = All.ToFrozenDictionary(row => row.Id);

    /// <summary>One row.</summary>
    /// <exception cref="KeyNotFoundException">No stage has this id.</exception>
    public static StageDelay Of(string id) => ById.TryGetValue(id, out var row) ? row : throw new KeyNotFoundException($"There is no delay stage '{id}'.");

    /// <summary>Speed of sound at a temperature, m/s: 331.3·√(1 + T/273.15).</summary>
    /// <param name="celsius">Air temperature, −40 to 60 °C.</param>
    public static double SpeedOfSound(double celsius = 20) => 331.3 * Math.Sqrt(1 + Guard.InRange(celsius, -40, 60) / 273.15);

    /// <summary>Sound crossing the air from a loudspeaker, at 20 °C: 2.9 ms per metre.</summary>
    /// <param name="distanceM">0 to 100 m.</param>
    public static StageDelay Air(double distanceM)
    {
        var ms = 1000 * Guard.InRange(distanceM, 0, 100) / SpeedOfSound();
        return new StageDelay("air", FormattableString.Invariant($"{distanceM:0.0} m of air"), ms, ms, ms);
    }
}
