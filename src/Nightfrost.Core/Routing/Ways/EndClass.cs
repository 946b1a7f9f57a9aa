using System.Collections.Concurrent;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>Ears of every listener that a sort of sending end may feed. May be asked from several threads.</summary>
/// <param name="alone">Ears with a box of one's own, by listener.</param>
/// <param name="several">Ears on a box with others; empty for a box that feeds one only.</param>
internal sealed class EndClass(EarOption[][] alone, EarOption[][] several)
{
    private static readonly int[] AnyRate = [0];

    private readonly ConcurrentDictionary<int, EndClass> _atRates = [];

    public EarOption[][] Alone { get; } = alone;
    public EarOption[][] Several { get; } = several;

    /// <summary>
    /// The route that came nearest to the ear of those that a rule refuses, with the rule; null where none was refused or no refusals are kept.
    /// </summary>
    public (Rule Rule, Route Route)? Nearest { get; init; }

    /// <summary>True when somebody may be fed.</summary>
    public bool FeedsAnybody { get; } = Array.Exists(alone, ears => ears.Length > 0);

    /// <summary>Sample rates of a broadcast worth trying, kHz: one that every ear has does for all. 0 where rates do not matter.</summary>
    public int[] RatesOf(AirLink sends)
    {
        if (sends.Technology != LinkTechnology.LeAudioBroadcast)
            return AnyRate;
        int[] rates = [.. sends.Lc3RatesKHz.Distinct().Order()];
        return Array.FindIndex(rates, rate => Alone.Concat(Several).All(list => list.All(o => o.Takes!.Lc3RatesKHz.Contains(rate)))) is var forAll and >= 0
            ? [rates[forAll]] : rates;
    }

    /// <summary>The same with the ears that work at a sample rate, kHz; 0 for all.</summary>
    public EndClass AtRate(int rateKHz)
    {
        return rateKHz == 0 ? this
            : _atRates.GetOrAdd(rateKHz, _ => At(Alone) is var alone && ReferenceEquals(Alone, Several) ? new(alone, alone) : new(alone, At(Several)));

        EarOption[][] At(EarOption[][] options) => [.. options.Select(list => list.Where(o => o.Takes!.Lc3RatesKHz.Contains(rateKHz)).ToArray())];
    }
}
