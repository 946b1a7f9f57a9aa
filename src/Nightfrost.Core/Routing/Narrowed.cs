namespace Nightfrost.Core.Routing;

/// <summary>Lines of one socket, by the splitter they hang on; −1 for none.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Splitter, FeedLine[] Lines)> Groups);

/// <summary>
/// The lines that a search needs: what another line on the same socket and splitter stands in for, whatever the rig and whoever must pay, is left out.
/// Unlike <see cref="Dominance"/> it compares lines with different sending ends, listener by listener.
/// </summary>
internal sealed class Narrowed
{
    private Narrowed(IReadOnlyList<FeedLine> lines, LineWorths worths)
    {
        Sockets =
        [
            .. lines.GroupBy(l => l.Socket)
                .Select(socket => new SocketLines(socket.Key, [.. socket.GroupBy(l => l.Splitter).OrderBy(g => g.Key).Select(g => (g.Key, Left([.. g], worths))).Where(g => g.Item2.Length > 0)]))
                .Where(s => s.Groups.Count > 0),
        ];
        foreach (var socket in Sockets)
        {
            foreach (var (_, some) in socket.Groups)
                Count += some.Length;
        }
    }

    /// <summary>Lines by socket.</summary>
    public IReadOnlyList<SocketLines> Sockets { get; }

    /// <summary>How many lines are left.</summary>
    public int Count { get; }

    /// <summary>For one weighing under a threshold: a line is stood in for when it weighs no more for any listener.</summary>
    public static Narrowed For(Candidates candidates, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands) =>
        new(candidates.Lines, new(candidates.Grades, candidates.Tolerances, candidates.Shapes, threshold, demands, weights));

    /// <summary>For every weighing under a threshold: a line is stood in for when it is no better in wishes, price or switching on for any listener.</summary>
    public static Narrowed For(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands) =>
        new(candidates.Lines, new(candidates.Grades, candidates.Tolerances, candidates.Shapes, threshold, demands, null));

    /// <summary>For every weighing under every threshold: a line is stood in for when it is no better in any criterion for any listener.</summary>
    /// <param name="lines">Lines of one socket.</param>
    /// <param name="grades">In-step grades.</param>
    /// <param name="tolerances">Tolerance number of each listener.</param>
    /// <param name="shapes">One more than the greatest <see cref="FeedLine.Shape"/>.</param>
    public static IEnumerable<FeedLine> Always(IReadOnlyList<FeedLine> lines, InStepGrades grades, int[] tolerances, int shapes)
    {
        var worths = new LineWorths(grades, tolerances, shapes, null, [], null);
        return lines.GroupBy(l => l.Splitter).OrderBy(g => g.Key).SelectMany(g => Left([.. g], worths));
    }

    private static FeedLine[] Left(FeedLine[] lines, LineWorths worths)
    {
        var feeds = Array.ConvertAll(lines, worths.OfFeed);
        var order = new int[lines.Length];
        for (var i = 0; i < order.Length; i++)
            order[i] = i;
        Array.Sort(order, (a, b) => feeds[a].Cents != feeds[b].Cents ? feeds[a].Cents.CompareTo(feeds[b].Cents) : feeds[a].Hand != feeds[b].Hand ? feeds[a].Hand.CompareTo(feeds[b].Hand) : a.CompareTo(b));
        var kept = new List<int>();
        foreach (var at in order)
        {
            var line = lines[at];
            if (!worths.ServesAnybody(line))
                continue;
            if (!line.Rivalry.Apart && kept.Exists(k => StandsIn(k, at)))
                continue;
            kept.RemoveAll(k => feeds[at].Cents == feeds[k].Cents && feeds[at].Hand == feeds[k].Hand && StandsIn(at, k));
            kept.Add(at);
        }

        return [.. kept.Select(at => lines[at])];

        bool StandsIn(int k, int at) =>
            lines[k].Most >= lines[at].Most && feeds[k].IsNoWorseThan(feeds[at]) && lines[k].Rivalry.StandsInFor(lines[at].Rivalry) && worths.Cover(lines[k], lines[at]);
    }
}
