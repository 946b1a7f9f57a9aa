using System.Numerics;

namespace Nightfrost.Core.Routing;

/// <content>One socket at a time.</content>
internal sealed partial class SubsetSolver
{
    /// <summary>The best use of one socket for each set of listeners.</summary>
    private sealed class SocketTable
    {
        private readonly FeedLine?[] _line;
        private readonly (List<(long[] Key, int[] Part)> Ways, FeedLine[] Lines, int Holders, SplitterLine Splitter)?[] _split;

        public SocketTable(int sets)
        {
            Key = new long[sets];
            Array.Fill(Key, Never);
            (_line, _split) = (new FeedLine?[sets], new (List<(long[], int[])>, FeedLine[], int, SplitterLine)?[sets]);
        }

        public long[] Key { get; }

        public void Take(long[] keys, FeedLine[] lines)
        {
            for (var set = 1; set < Key.Length; set++)
            {
                if (keys[set] > Key[set])
                    (Key[set], _line[set], _split[set]) = (keys[set], lines[set], null);
            }
        }

        public void Take(SplitterLine splitter, List<(long[] Key, int[] Part)> ways, FeedLine[] lines, Func<int, long> cost)
        {
            for (var set = 1; set < Key.Length; set++)
            {
                var own = cost(BitOperations.TrailingZeroCount(set));
                for (var holders = 1; holders <= splitter.Most; holders++)
                {
                    var key = ways[holders - 1].Key[set];
                    if (key > Never && key + own > Key[set])
                        (Key[set], _line[set], _split[set]) = (key + own, null, (ways, lines, holders, splitter));
                }
            }
        }

        public IEnumerable<(FeedLine Line, int Set, SplitterLine? Splitter)> Groups(int set)
        {
            if (_split[set] is not { } split)
            {
                yield return (_line[set]!, set, null);
                yield break;
            }

            for (var holders = split.Holders; holders >= 1; holders--)
            {
                var part = split.Ways[holders - 1].Part[set];
                yield return (split.Lines[part], part, split.Splitter);
                set ^= part;
            }
        }
    }
}
