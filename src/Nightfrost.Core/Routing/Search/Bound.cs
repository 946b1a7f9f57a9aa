using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>
/// Says which parts are not worth building, since not even the most that the listeners left could add makes the whole as good as what is wanted: each with
/// the best ear there is for them, and the cheapest, on a feed that as many share as it may feed (in whole hundredths, rounded down).
/// </summary>
internal sealed class Bound
{
    private readonly long[] _gainLeft;
    private readonly long[] _centsLeft;
    private long? _leastGain;
    private long _mostCents = long.MaxValue;

    /// <summary>Lets everything pass.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="weighing">How parts are compared.</param>
    /// <param name="threshold">Least that every route must reach.</param>
    public Bound(Candidates candidates, Weighing weighing, Threshold threshold)
    {
        var listeners = candidates.Tolerances.Length;
        var (gain, cents) = (new long[listeners], new long[listeners]);
        Array.Fill(gain, long.MinValue);
        Array.Fill(cents, long.MaxValue);
        foreach (var line in candidates.Lines)
        {
            for (var k = 0; k < line.Offer.Ears.Length; k++)
            {
                ref readonly var worth = ref line.Offer.Worths[k];
                if (!threshold.IsReachedBy(worth))
                    continue;
                var i = line.Offer.ListenerAt(k);
                gain[i] = Math.Max(gain[i], weighing.Of(worth.Needs, worth.Preferences, 0, worth.Effort).Gain);
                cents[i] = Math.Min(cents[i],
                    line.Cents / line.Most + EarPrice.Of(candidates.Resources, line, line.Offer.Ears[k], (1 << line.InTheBox.Length) - 1));
            }
        }

        ServesAll = !gain.Contains(long.MinValue);
        (_gainLeft, _centsLeft) = (new long[1 << listeners], new long[1 << listeners]);
        for (var set = 0; set < _gainLeft.Length && ServesAll; set++)
        {
            for (var i = 0; i < listeners; i++)
            {
                _gainLeft[set] += (set >> i & 1) == 0 ? gain[i] : 0;
                _centsLeft[set] += (set >> i & 1) == 0 ? cents[i] : 0;
            }
        }
    }

    /// <summary>True where every listener can wear something that reaches the threshold.</summary>
    public bool ServesAll { get; }

    /// <summary>From now on lets pass what, with everybody served, may gain more than this, or as much for no more than a price.</summary>
    /// <param name="gain">The gain; null where the price alone counts.</param>
    /// <param name="cents">The price, in hundredths.</param>
    public void AskFor(long? gain, long cents) => (_leastGain, _mostCents) = (gain, cents);

    /// <summary>True unless a part cannot lead to a rig that is wanted.</summary>
    /// <param name="set">The listeners it serves.</param>
    /// <param name="weight">What it weighs.</param>
    public bool MayPass(int set, in Weight weight) =>
        _leastGain is { } least && weight.Gain + _gainLeft[set] is var most && most != least ? most > least : weight.Cents + _centsLeft[set] <= _mostCents;

    /// <summary>True unless an ear cannot lead there in a group with others, who may cost less beside it than by themselves.</summary>
    /// <param name="listener">Whose ear.</param>
    /// <param name="weight">What it weighs.</param>
    public bool MayJoin(int listener, in Weight weight) => _leastGain is not { } least || weight.Gain + _gainLeft[1 << listener] >= least;
}
