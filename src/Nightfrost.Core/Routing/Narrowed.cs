namespace Nightfrost.Core.Routing;

/// <summary>Lines of one socket, by the fork they hang on; −1 for none.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Fork, FeedLine[] Lines)> Groups);

/// <summary>
/// The lines that a search needs: what another line on the same socket and fork stands in for, whatever the rig and whoever must pay, is left out.
/// Unlike <see cref="Dominance"/> it compares lines with different sending ends, listener by listener.
/// </summary>
internal sealed class Narrowed
{
    private Narrowed(IReadOnlyList<SocketLines> sockets)
    {
        Sockets = sockets;
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
        new(Left(candidates.Lines, WorthsAt<Weighed>(candidates, threshold, demands, one => new(one.Scarce, weights.KeyOf(one))), line => new(0, -weights.Cents * line.Cents - weights.Hand * line.Hand)));

    /// <summary>For every weighing under a threshold: a line is stood in for when it is no better in wishes, price or switching on for any listener.</summary>
    public static Narrowed For(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands) =>
        new(Left(candidates.Lines, WorthsAt<Worth>(candidates, threshold, demands, one => one with { Grade = 0, Quality = 0, Margin = 0 }), OfFeed));

    /// <summary>For every weighing under every threshold: a line is stood in for when it is no better in any criterion for any listener.</summary>
    /// <param name="lines">Lines of one socket, with their shapes.</param>
    /// <param name="listeners">How many listeners there are.</param>
    /// <param name="shapes">One more than the greatest number of a shape.</param>
    public static IEnumerable<FeedLine> Always(IReadOnlyList<FeedLine> lines, int listeners, int shapes) =>
        Left(lines, new LineWorths<Worth>(listeners, shapes, false, line => new(line.Shape.Worths, line.Shape.Starts)), OfFeed).SelectMany(socket => socket.Groups).SelectMany(group => group.Lines);

    private static LineWorths<T> WorthsAt<T>(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf)
        where T : struct, IWorth<T> =>
        new(candidates.Tolerances.Length, candidates.Shapes, demands.Count > 0, new WorthsAt<T>(candidates.Tolerances.Length, threshold, demands, worthOf).Of);

    private static Worth OfFeed(FeedLine line) => new(0, 0, line.Cents, line.Hand, 0, 0, 0);

    private static List<SocketLines> Left<T>(IReadOnlyList<FeedLine> lines, LineWorths<T> worths, Func<FeedLine, T> worthOf)
        where T : struct, IWorth<T> =>
    [
        .. lines.GroupBy(l => l.Socket)
            .Select(socket => new SocketLines(socket.Key, [.. socket.GroupBy(l => l.Fork).OrderBy(g => g.Key).Select(g => (g.Key, Left([.. g], worths, worthOf))).Where(g => g.Item2.Length > 0)]))
            .Where(s => s.Groups.Count > 0),
    ];

    private static FeedLine[] Left<T>(FeedLine[] lines, LineWorths<T> worths, Func<FeedLine, T> worthOf)
        where T : struct, IWorth<T>
    {
        var feeds = Array.ConvertAll(lines, line => worthOf(line));
        var order = new int[lines.Length];
        for (var i = 0; i < order.Length; i++)
            order[i] = i;
        Array.Sort(order, (a, b) => lines[a].Cents != lines[b].Cents ? lines[a].Cents.CompareTo(lines[b].Cents) : lines[a].Hand != lines[b].Hand ? lines[a].Hand.CompareTo(lines[b].Hand) : a.CompareTo(b));
        var kept = new List<int>();
        foreach (var at in order)
        {
            var line = lines[at];
            if (!worths.ServesAnybody(line))
                continue;
            if (!line.Rivalry.Apart && kept.Exists(k => StandsIn(k, at)))
                continue;
            kept.RemoveAll(k => feeds[at].StandsInFor(feeds[k]) && StandsIn(at, k));
            kept.Add(at);
        }

        return [.. kept.Select(at => lines[at])];

        bool StandsIn(int k, int at) =>
            lines[k].Most >= lines[at].Most && feeds[k].StandsInFor(feeds[at]) && lines[k].Rivalry.StandsInFor(lines[at].Rivalry) && worths.Cover(lines[k], lines[at]);
    }
}
