namespace Nightfrost.Core.Routing;

/// <content>One socket at a time.</content>
internal sealed partial class SubsetSolver
{
    /// <summary>The best use of one socket for each set of listeners.</summary>
    private sealed class SocketTable
    {
        private readonly FeedLine?[] _line;

        // What hangs on a splitter, by place in the list: 0 for a single feed.
        private readonly int[] _split;
        private readonly List<(List<(long[] Key, int[] Part)> Ways, FeedLine[] Lines, int Holders, SplitterLine Splitter)> _splits = [];

        public SocketTable(int sets)
        {
            Key = new long[sets];
            Array.Fill(Key, Never);
            (_line, _split) = (new FeedLine?[sets], new int[sets]);
        }

        public long[] Key { get; }

        /// <summary>What is best behind each fork, in the order of the groups of lines; null for lines on none.</summary>
        public List<ForkBests?> Forks { get; } = [];

        public void Take(long[] keys, FeedLine[] lines)
        {
            for (var set = 1; set < Key.Length; set++)
            {
                if (keys[set] > Key[set])
                    (Key[set], _line[set], _split[set]) = (keys[set], lines[set], 0);
            }
        }

        public void Take(SplitterLine splitter, List<(long[] Key, int[] Part)> ways, FeedLine[] lines, long own)
        {
            for (var holders = 1; holders <= splitter.Most; holders++)
            {
                _splits.Add((ways, lines, holders, splitter));
                var behind = ways[holders - 1].Key;
                for (var set = 1; set < Key.Length; set++)
                {
                    if (behind[set] > Never && behind[set] + own is var key && key > Key[set])
                        (Key[set], _split[set]) = (key, _splits.Count);
                }
            }
        }

        public IEnumerable<(FeedLine Line, int Set, SplitterLine? Splitter)> Groups(int set)
        {
            if (_split[set] == 0)
            {
                yield return (_line[set]!, set, null);
                yield break;
            }

            var (ways, lines, most, splitter) = _splits[_split[set] - 1];
            for (var holders = most; holders >= 1; holders--)
            {
                var part = ways[holders - 1].Part[set];
                yield return (lines[part], part, splitter);
                set ^= part;
            }
        }
    }
}
