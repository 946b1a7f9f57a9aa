using System.Collections.Concurrent;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Routing;

/// <summary>How far sending ends of one power and frequency reach.</summary>
/// <param name="Number">The same for the same grades.</param>
/// <param name="Grades">Grade of the margin by listener and number of the sensitivity; −1 out of reach. Empty where the ears know it.</param>
internal sealed record Margins(int Number, sbyte[][] Grades)
{
    /// <summary>Of ends whose reach does not hang on their power.</summary>
    public static Margins None { get; } = new(0, []);

    /// <summary>True when these grades are nowhere below others.</summary>
    public bool AreNoWorseThan(Margins others)
    {
        if (Number == others.Number)
            return true;
        for (var i = 0; i < others.Grades.Length; i++)
        {
            for (var s = 0; s < others.Grades[i].Length; s++)
            {
                if (Grades[i][s] < others.Grades[i][s])
                    return false;
            }
        }

        return true;
    }
}

/// <summary>Ears of every listener that a sort of sending end may feed. May be asked from several threads.</summary>
/// <param name="numbers">Counts the classes.</param>
/// <param name="alone">Ears with a box of one's own, by listener.</param>
/// <param name="several">Ears on a box with others; null for a box that feeds one only.</param>
internal sealed class EndClass(EndClass.Counter numbers, EarOption[][] alone, EarOption[][]? several)
{
    private static readonly int[] AnyRate = [0];

    private ConcurrentDictionary<int, EndClass>? _atRates;
    private EndClass? _forOne;
    private EndClass? _atFixedLevel;

    /// <summary>Tells it from every other class of the site.</summary>
    public int Number { get; } = numbers.Next();

    public EarOption[][] Alone { get; } = alone;
    public EarOption[][] Several { get; } = several ?? [.. alone.Select(_ => Array.Empty<EarOption>())];

    /// <summary>Sample rates of a broadcast worth trying, kHz: one that every ear has does for all. 0 where rates do not matter.</summary>
    public int[] RatesOf(AirLink sends)
    {
        if (sends.Technology != LinkTechnology.LeAudioBroadcast)
            return AnyRate;
        int[] rates = [.. sends.Lc3RatesKHz.Distinct().Order()];
        foreach (var rate in rates)
        {
            if (Alone.Concat(Several).All(list => list.All(o => o.Takes!.Lc3RatesKHz.Contains(rate))))
                return [rate];
        }

        return rates;
    }

    /// <summary>The same for a box that feeds one listener only, or several.</summary>
    public EndClass For(int listenersAtOnce) => listenersAtOnce > 1 ? this : LazyInitializer.EnsureInitialized(ref _forOne, () => new(numbers, Alone, null));

    /// <summary>The same on a socket that is known to be at a fixed level: without ears at which nobody could change a loudness of one's own that was asked for.</summary>
    public EndClass AtFixedLevel() => Alone.Concat(Several).Any(ears => ears.Any(ear => ear.Base.IsTooQuiet)) ? LazyInitializer.EnsureInitialized(ref _atFixedLevel, NewAtFixedLevel) : this;

    private EndClass NewAtFixedLevel()
    {
        var alone = Heard(Alone);
        return new(numbers, alone, ReferenceEquals(Alone, Several) ? alone : Heard(Several));

        static EarOption[][] Heard(EarOption[][] options) => [.. options.Select(list => list.Where(ear => !ear.Base.IsTooQuiet).ToArray())];
    }

    /// <summary>The same with the ears that work at a sample rate, kHz; 0 for all.</summary>
    public EndClass AtRate(int rateKHz)
    {
        if (rateKHz == 0)
            return this;
        return LazyInitializer.EnsureInitialized(ref _atRates, () => new()).GetOrAdd(rateKHz, NewAt);

        EndClass NewAt(int rate)
        {
            var at = At(Alone, rate);
            return new(numbers, at, ReferenceEquals(Alone, Several) ? at : At(Several, rate));
        }

        static EarOption[][] At(EarOption[][] options, int rate) => [.. options.Select(list => list.Where(o => o.Takes!.Lc3RatesKHz.Contains(rate)).ToArray())];
    }

    /// <summary>True when some ear is in reach.</summary>
    public bool ReachesAnybody(Margins margins)
    {
        for (var i = 0; i < Alone.Length; i++)
        {
            foreach (var ear in Alone[i])
            {
                if (ear.Sensitivity < 0 || margins.Grades[i][ear.Sensitivity] >= 0)
                    return true;
            }
        }

        return false;
    }

    /// <summary>Counts classes.</summary>
    internal sealed class Counter
    {
        private int _last;

        public int Next() => Interlocked.Increment(ref _last);
    }
}
