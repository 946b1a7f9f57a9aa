using System.Numerics;
using System.Runtime.InteropServices;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>Builds the parts that one line can be of: a feed, and the ears of the listeners on it.</summary>
/// <param name="terms">What is asked.</param>
internal sealed class LineFronts(Terms terms)
{
    /// <summary>One ear that may join a group.</summary>
    private readonly record struct Joining(EarOption Ear, Weight Weight, long Taken);

    /// <summary>Ears that may join groups of a size, by listener, and the best of each in every sum.</summary>
    private sealed record Choice(List<Joining>[] Ears, Weight?[] Best);

    private readonly int _listeners = terms.Candidates.Tolerances.Length;
    private readonly Dictionary<(Offer, int Size), Choice> _choices = [];
    private readonly List<Front> _scratch = [];

    // Of one line at a time, by set of listeners.
    private readonly bool[] _wanted = new bool[terms.Sets];
    private readonly Weight?[] _sums = new Weight?[terms.Sets];

    /// <summary>Adds the parts that a line gives, alone or with others on it.</summary>
    /// <param name="table">What there is already, by set of listeners.</param>
    /// <param name="line">The line.</param>
    /// <param name="put">Puts a part into a table.</param>
    public void AddTo(Front?[] table, FeedLine line, Action<Front?[], int, RigPart> put)
    {
        var feed = new RigPart { Weight = terms.Weighing.Of(0, 0, line.Cents, line.Effort), Taken = terms.Stock.Of(line), Line = line };
        for (var size = 1; size <= line.Most; size++)
        {
            var choice = terms.Demands.Count > 0 ? Choose(line, size)
                : CollectionsMarshal.GetValueRefOrAddDefault(_choices, (line.Offer, size), out _) ??= Choose(line, size);
            var largest = size >= line.Offer.Sizes ? line.Most : size;
            if (AreWanted(table, feed, choice.Best, size, largest))
                Grow(table, feed, choice.Ears, size, put);
            size = largest;
        }
    }

    // Marks the sets of listeners on which this line could be new, were the best of each sum to be had at once, and the sets that such ones grow from; false
    // where there is none.
    private bool AreWanted(Front?[] table, RigPart feed, Weight?[] best, int smallest, int largest)
    {
        var any = false;
        _sums[0] = feed.Weight;
        terms.Steps.Spend(table.Length);
        for (var set = 1; set < table.Length; set++)
        {
            var size = BitOperations.PopCount((uint)set);
            _sums[set] = size <= largest ? _sums[set & (set - 1)] + best[BitOperations.TrailingZeroCount(set)] : null;
            any |= _wanted[set] = size >= smallest && _sums[set] is { } sum && terms.Bound.MayPass(set, sum) && table[set]?.Lacks(sum, feed.Taken) != false;
        }

        for (var set = table.Length - 1; set > 0 && any; set--)
        {
            if (_wanted[set])
                _wanted[WithoutLast(set)] = true;
        }

        return any;
    }

    // Set by set. Only whole groups are held against what there is: a part may be joined without paying the feed again.
    private void Grow(Front?[] table, RigPart feed, List<Joining>[] ears, int smallest, Action<Front?[], int, RigPart> put)
    {
        while (_scratch.Count < table.Length)
            _scratch.Add(terms.NewFront());
        for (var set = 1; set < table.Length; set++)
        {
            if (!_wanted[set])
                continue;
            var (before, last, front) = (WithoutLast(set), BitOperations.Log2((uint)set), _scratch[set]);
            front.Clear();
            var parts = before == 0 ? [feed] : _scratch[before].Parts;
            foreach (var part in parts)
            {
                foreach (ref readonly var one in CollectionsMarshal.AsSpan(ears[last]))
                {
                    var weight = part.Weight + one.Weight;
                    var taken = terms.Stock.Join(part.Taken, one.Taken, ref weight);
                    if (taken != Stock.None && front.Lacks(weight, taken))
                        front.Add(new() { Weight = weight, Taken = taken, First = part, Ear = one.Ear, Listener = last });
                }
            }

            terms.Steps.Spend((long)parts.Length * ears[last].Count);
            foreach (var whole in BitOperations.PopCount((uint)set) >= smallest ? front.Parts : [])
                put(table, set, terms.Stock.WithoutOwn(whole.Taken) is var taken && taken == whole.Taken ? whole : whole with { Taken = taken });
        }
    }

    private Choice Choose(FeedLine line, int size)
    {
        var (ears, best) = (new List<Joining>[_listeners], new Weight?[_listeners]);
        for (var i = 0; i < _listeners; i++)
        {
            ears[i] = EarsOf(line, i, size);
            foreach (var one in ears[i])
                best[i] = best[i] is { } known ? terms.Weighing.Best(known, one.Weight) : one.Weight;
        }

        return new(ears, best);
    }

    private List<Joining> EarsOf(FeedLine line, int listener, int size)
    {
        var found = new List<Joining>();
        var (k, end) = line.Offer.Of(listener, size);
        for (; k < end; k++)
        {
            var (ear, worth) = (line.Offer.Ears[k], line.Offer.Worths[k]);
            if (!terms.Threshold.IsReachedBy(worth) || !terms.Demands.All(d => d.Listener != listener || EarPrice.Holds(line, ear, d.Id)))
                continue;
            for (var takes = 0; takes < 1 << line.InTheBox.Length; takes++)
            {
                if (!EarPrice.MayTake(line, ear, takes))
                    continue;
                var weight = terms.Weighing.Of(worth.Needs, worth.Preferences, EarPrice.Of(terms.Candidates.Resources, line, ear, takes), worth.Effort);
                var one = new Joining(ear, weight, terms.Stock.Of(line, ear, takes, size > 1));
                if (terms.Bound.MayJoin(listener, weight)
                    && !found.Exists(before => terms.Weighing.IsNoWorse(before.Weight, one.Weight) && terms.Stock.TakesNoMore(before.Taken, one.Taken)))
                    found.Add(one);
            }
        }

        return found;
    }

    private static int WithoutLast(int set) => set ^ 1 << BitOperations.Log2((uint)set);
}
