using System.Numerics;
using System.Runtime.InteropServices;

namespace Nightfrost.Core.Routing;

/// <content>One line at a time.</content>
internal sealed partial class FrontSolver
{
    /// <summary>One ear that may join a group.</summary>
    private readonly record struct Joining(int Ear, int Needs, long Cents, int Hand, int Takes, long Taken);

    /// <summary>Fronts of one line.</summary>
    private readonly struct LineFronts(FrontSolver solver, FeedLine line)
    {
        public void AddTo(Front?[] table, Ideals.Left left, bool last)
        {
            for (var size = 1; size <= line.Most; size++)
            {
                var largest = size > 1 && size >= line.Shape.Sizes ? line.Most : size;
                AddTo(table, left, last, size, largest);
                size = largest;
            }
        }

        private void AddTo(Front?[] table, Ideals.Left left, bool last, int smallest, int largest)
        {
            var (_, cents, hand) = solver.Weighed(0, 0, line.Cents, line.Hand);

            // Most often the best of each listener's ears tells already, with nothing to sort out.
            var ears = solver._ears;
            var known = TryFindBest(smallest);
            if (!known)
                FindEars(smallest);
            if ((known && !MayAny(left, cents)) || !Want(left, cents, hand, smallest, largest))
                return;
            if (known)
                FindEars(smallest);
            var feed = new FrontPoint { Needs = 0, Cents = cents, Hand = hand, Taken = solver._stock.Of(line), Line = line };
            for (var first = 0; first < ears.Length; first++)
            {
                if (solver._wanted[1 << first])
                    Grow(table, left, feed, first, smallest, ears, last);
            }
        }

        // Finds the best of each listener's ears where it is known beforehand: unless a box may make an ear cheaper.
        private bool TryFindBest(int size)
        {
            var best = solver._best;
            if (solver._weights is not { } weights)
                return solver._lines.BestOf(line, size, best);
            if (!solver._lines.MostOf(line, size, weights, solver._most))
                return false;
            for (var i = 0; i < best.Length; i++)
                best[i] = solver._most[i] == long.MinValue ? Narrowed.Nothing : (0, -solver._most[i], 0);
            return true;
        }

        private bool MayAny(Ideals.Left left, long feed)
        {
            if (solver._weights is null)
                return true;
            solver._steps.Spent += solver._sets;
            return left.MayAny(feed, solver._most, solver._least);
        }

        // Finds the ears that may join groups of a size, and the best of each listener's.
        private void FindEars(int size)
        {
            for (var i = 0; i < solver._ears.Length; i++)
            {
                Ears(i, size, solver._ears[i]);
                var best = Narrowed.Nothing;
                foreach (ref readonly var one in CollectionsMarshal.AsSpan(solver._ears[i]))
                    best = (Math.Max(best.Needs, one.Needs), Math.Min(best.Cents, one.Cents), Math.Min(best.Hand, one.Hand));
                solver._best[i] = best;
            }
        }

        // Marks the sets of listeners that, each with the best of every criterion at once, could still lead to a new rig, and the parts that such sets grow from.
        private bool Want(Ideals.Left left, long feedCents, int feedHand, int smallest, int largest)
        {
            var (wanted, sums, best, any) = (solver._wanted, solver._sums, solver._best, false);
            sums[0] = (0, feedCents, feedHand, 0);
            solver._steps.Spent += solver._sets;
            for (var set = 1; set < solver._sets; set++)
            {
                ref readonly var rest = ref sums[set & (set - 1)];
                ref readonly var one = ref best[BitOperations.TrailingZeroCount(set)];
                var fits = rest.Size >= 0 && rest.Size < largest && one.Needs > int.MinValue;
                sums[set] = fits ? (rest.Needs + one.Needs, rest.Cents + one.Cents, rest.Hand + one.Hand, rest.Size + 1) : (0, 0, 0, -1);
                any |= wanted[set] = fits && rest.Size + 1 >= smallest && left.MayPass(set, sums[set].Needs, sums[set].Cents, sums[set].Hand);
            }

            for (var set = solver._sets - 1; set > 0 && any; set--)
            {
                if (wanted[set])
                    wanted[set ^ 1 << BitOperations.Log2((uint)set)] = true;
            }

            return any;
        }

        // Set by set, kept as fronts for each state of the box. Only whole groups are held against the ideals: a part may be joined without paying the feed again.
        private void Grow(Front?[] table, Ideals.Left left, FrontPoint feed, int first, int smallest, List<Joining>[] ears, bool last)
        {
            var states = line.InTheBox.Aggregate(1, (product, box) => product * (box.Pieces + 1));
            var fronts = solver.Scratch(solver._sets * states);
            for (var set = 1 << first; set < solver._sets; set += 1 << (first + 1))
            {
                if (!solver._wanted[set])
                    continue;
                var highest = BitOperations.Log2((uint)set);
                for (var state = 0; state < states; state++)
                    fronts[set * states + state].Clear();
                for (var state = 0; state < states; state++)
                {
                    if (highest != first)
                    {
                        foreach (var at in fronts[(set ^ 1 << highest) * states + state].Points)
                            Join(at, state, fronts.AsSpan(set * states, states), highest, ears[highest]);
                    }
                    else if (state == 0)
                    {
                        Join(feed, 0, fronts.AsSpan(set * states, states), highest, ears[highest]);
                    }
                }

                for (var state = 0; state < states && BitOperations.PopCount((uint)set) >= smallest; state++)
                {
                    foreach (var whole in fronts[set * states + state].Points)
                    {
                        solver._steps.Spent++;
                        solver.Put(table, set, whole.Needs, whole.Cents, whole.Hand, whole.Taken, whole, null, left, last);
                    }
                }
            }
        }

        private void Join(FrontPoint at, int state, ReadOnlySpan<Front> into, int listener, List<Joining> ears)
        {
            foreach (ref readonly var one in CollectionsMarshal.AsSpan(ears))
            {
                solver._steps.Spent++;
                if (BoxState.After(line.InTheBox, state, one.Takes) is not { } used)
                    continue;
                var (needs, cents, hand) = (at.Needs + one.Needs, at.Cents + one.Cents, at.Hand + one.Hand);
                var taken = solver.Join(at.Taken, one.Taken, ref cents);
                if (into[used].Lacks(needs, cents, hand, taken))
                    into[used].Add(new() { Needs = needs, Cents = cents, Hand = hand, Taken = taken, Left = at, Ear = line.Shape.Ears[one.Ear], Listener = listener, FromBox = one.Takes }, taken);
            }
        }

        private bool Reaches(int listener, int ear) => line.Shape.Worths[ear].Reaches(solver._threshold) && EarPrice.Holds(solver._demands, line, listener, line.Shape.Ears[ear]);

        private void Ears(int listener, int size, List<Joining> found)
        {
            found.Clear();
            var (k, end) = line.Shape.Of(listener, size);
            for (; k < end; k++)
            {
                if (!Reaches(listener, k))
                    continue;
                var (ear, worth) = (line.Shape.Ears[k], line.Shape.Worths[k]);
                for (var takes = 0; takes < 1 << line.InTheBox.Length; takes++)
                {
                    if (!BoxState.Wants(line.InTheBox, ear, takes))
                        continue;
                    var (needs, cents, hand) = solver.Weighed(1, worth.Needs, EarPrice.Of(solver._candidates.Resources, line, ear, takes), worth.Hand);
                    var one = new Joining(k, needs, cents, hand, takes, solver._stock.Of(line, ear, takes));
                    if (line.InTheBox.Length > 0 || IsMissing(found, one))
                        found.Add(one);
                }
            }
        }

        private bool IsMissing(List<Joining> found, in Joining one)
        {
            foreach (ref readonly var before in CollectionsMarshal.AsSpan(found))
            {
                if (before.Cents <= one.Cents && before.Needs >= one.Needs && before.Hand <= one.Hand && solver._stock.TakesNoMore(before.Taken, one.Taken))
                    return false;
            }

            return true;
        }
    }
}
