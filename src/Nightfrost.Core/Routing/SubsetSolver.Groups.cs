using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <content>One feed at a time.</content>
internal sealed partial class SubsetSolver
{
    /// <summary>The best of one line for each set of listeners.</summary>
    private readonly struct GroupSolver(SubsetSolver solver, FeedLine line)
    {
        private readonly long _feed = solver._weights.KeyOf(0, 0, line.Cents, line.Hand);

        /// <summary>Raises the keys that this line betters.</summary>
        public void FillInto(long[] keys, FeedLine[] at)
        {
            if (line.InTheBox.Length > 0)
            {
                for (var set = 1; set < keys.Length; set++)
                {
                    if (BitOperations.PopCount((uint)set) <= line.Most && BestInBox(set, null, 0, null) is var key && key > keys[set])
                        (keys[set], at[set]) = (key, line);
                }

                return;
            }

            var n = solver._listeners;
            Span<long> own = stackalloc long[n];
            for (var size = 1; size <= line.Most; size++)
            {
                var any = false;
                var known = solver._lines.MostOf(line, size, solver._weights, own);
                for (var i = 0; i < n; i++)
                {
                    own[i] = Math.Max(Never, known ? own[i] : BestEar(i, size, out _));
                    any |= own[i] > Never;
                }

                if (!any)
                    continue;
                if (size == 1)
                {
                    for (var i = 0; i < n; i++)
                        Raise(keys, at, 1 << i, own[i] > Never ? own[i] + _feed : Never);
                }
                else if (size >= line.Shape.Sizes)
                {
                    FillFrom(size, own, keys, at);
                    return;
                }
                else
                {
                    for (var set = 1; set < keys.Length; set++)
                    {
                        if (BitOperations.PopCount((uint)set) == size)
                            Raise(keys, at, set, SumOf(set, own));
                    }
                }
            }
        }

        /// <summary>The best routes of one set, in the order of its listeners.</summary>
        public void Best(int set, List<Pick> into, int group, SplitterLine? splitter)
        {
            if (line.InTheBox.Length > 0)
            {
                BestInBox(set, into, group, splitter);
                return;
            }

            var size = BitOperations.PopCount((uint)set);
            for (var rest = set; rest != 0; rest &= rest - 1)
            {
                var i = BitOperations.TrailingZeroCount(rest);
                BestEar(i, size, out var ear);
                into.Add(new(i, line, group, ear!, 0, splitter));
            }
        }

        private void Raise(long[] keys, FeedLine[] at, int set, long key)
        {
            if (key > keys[set])
                (keys[set], at[set]) = (key, line);
        }

        private void FillFrom(int size, ReadOnlySpan<long> own, long[] keys, FeedLine[] at)
        {
            Span<long> sums = keys.Length <= 4096 ? stackalloc long[keys.Length] : new long[keys.Length];
            sums[0] = 0;
            for (var set = 1; set < keys.Length; set++)
            {
                var lowest = BitOperations.TrailingZeroCount(set);
                var rest = sums[set & (set - 1)];
                sums[set] = rest <= Never || own[lowest] <= Never ? Never : rest + own[lowest];
                var count = BitOperations.PopCount((uint)set);
                if (sums[set] > Never && count >= size && count <= line.Most && sums[set] + _feed is var key && key > keys[set])
                    (keys[set], at[set]) = (key, line);
            }
        }

        private long SumOf(int set, ReadOnlySpan<long> own)
        {
            var sum = _feed;
            for (var rest = set; rest != 0; rest &= rest - 1)
            {
                var one = own[BitOperations.TrailingZeroCount(rest)];
                if (one <= Never)
                    return Never;
                sum += one;
            }

            return sum;
        }

        private long BestEar(int listener, int size, out EarOption? best)
        {
            best = null;
            var key = Never;
            var (k, end) = line.Shape.Of(listener, size);
            for (; k < end; k++)
            {
                if (!Reaches(listener, k))
                    continue;
                var mine = KeyOf(k, 0);
                if (mine > key)
                    (key, best) = (mine, line.Shape.Ears[k]);
            }

            return key;
        }

        private bool Reaches(int listener, int ear) => line.Shape.Worths[ear].Reaches(solver._threshold) && EarPrice.Holds(solver._demands, line, listener, line.Shape.Ears[ear]);

        private long KeyOf(int ear, int fromBox)
        {
            ref readonly var worth = ref line.Shape.Worths[ear];
            return fromBox == 0 ? solver._weights.KeyOf(worth) : solver._weights.KeyOf(1, worth.Needs, EarPrice.Of(solver._candidates.Resources, line, line.Shape.Ears[ear], fromBox), worth.Hand);
        }

        // Exact with what is in the box: who gets each piece is tried, sort by sort, beside going without.
        private long BestInBox(int set, List<Pick>? into, int group, SplitterLine? splitter)
        {
            var kinds = line.InTheBox.Length;
            var states = 1;
            foreach (var (_, pieces) in line.InTheBox)
                states *= pieces + 1;
            var members = new List<int>();
            for (var rest = set; rest != 0; rest &= rest - 1)
                members.Add(BitOperations.TrailingZeroCount(rest));
            var keys = new long[members.Count + 1, states];
            var picks = new (EarOption? Ear, int From, int Takes)[members.Count + 1, states];
            for (var s = 1; s < states; s++)
                keys[0, s] = Never;
            for (var m = 0; m < members.Count; m++)
            {
                for (var s = 0; s < states; s++)
                    keys[m + 1, s] = Never;
                var (at, last) = line.Shape.Of(members[m], members.Count);
                for (; at < last; at++)
                {
                    var ear = line.Shape.Ears[at];
                    if (!Reaches(members[m], at))
                        continue;
                    for (var takes = 0; takes < 1 << kinds; takes++)
                    {
                        if (!BoxState.Wants(line.InTheBox, ear, takes))
                            continue;
                        var mine = KeyOf(at, takes);
                        for (var s = 0; s < states; s++)
                        {
                            if (keys[m, s] > Never && BoxState.After(line.InTheBox, s, takes) is { } next && keys[m, s] + mine > keys[m + 1, next])
                                (keys[m + 1, next], picks[m + 1, next]) = (keys[m, s] + mine, (ear, s, takes));
                        }
                    }
                }
            }

            var (best, end) = (Never, 0);
            for (var s = 0; s < states; s++)
            {
                if (keys[members.Count, s] > best)
                    (best, end) = (keys[members.Count, s], s);
            }

            if (best <= Never)
                return Never;
            for (var m = members.Count; into is not null && m > 0; m--)
            {
                var (worn, from, takes) = picks[m, end];
                into.Add(new(members[m - 1], line, group, worn!, takes, splitter));
                end = from;
            }

            return best + _feed;
        }
    }
}
