namespace Nightfrost.Core.Routing;

/// <summary>Lines of one socket, by the fork they hang on; −1 for none. The cheapest feeds come first.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Fork, FeedLine[] Lines)> Groups);

/// <summary>
/// The lines that a search needs: what another line on the same socket and fork stands in for, whatever the rig and whatever else it takes of things at hand, is left out.
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

    /// <summary>Some of these lines.</summary>
    public Narrowed Where(Func<FeedLine, bool> kept) =>
        new([.. Sockets.Select(socket => new SocketLines(socket.Socket, [.. socket.Groups.Select(group => (group.Fork, Array.FindAll(group.Lines, line => kept(line))))]))]);

    /// <summary>For one weighing under a threshold: a line is stood in for when it weighs no more for any listener.</summary>
    public static Narrowed For(Candidates candidates, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands) =>
        new(Left(candidates.BySocket, WorthsAt<Weighed>(candidates, threshold, demands, one => new(one.Scarce, weights.KeyOf(one))), line => new(0, -weights.Cents * line.Cents - weights.Hand * line.Hand)));

    /// <summary>For every weighing under a threshold: a line is stood in for when it is no better in wishes, price or switching on for any listener.</summary>
    public static Narrowed For(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands) =>
        new(Left(candidates.BySocket, WorthsAt<Worth>(candidates, threshold, demands, one => one.Adding), OfFeed));

    /// <summary>For every weighing under every threshold: a line is stood in for when it is no better in any criterion for any listener.</summary>
    /// <param name="socket">Number of the socket.</param>
    /// <param name="lines">Its lines, with their shapes.</param>
    /// <param name="listeners">How many listeners there are.</param>
    /// <param name="shapes">One more than the greatest number of a shape.</param>
    public static SocketLines Always(int socket, IEnumerable<FeedLine> lines, int listeners, int shapes)
    {
        var worths = new LineWorths<Worth>(listeners, shapes, false, line => WorthList<Worth>.Of(line.Shape.Worths, line.Shape.Starts));
        var groups = lines.GroupBy(line => line.Fork).OrderBy(group => group.Key).Select(group => (group.Key, group.OrderBy(line => line.Cents).ThenBy(line => line.Hand).ToArray()));
        return Left(new SocketLines(socket, [.. groups]), worths, OfFeed);
    }

    private static LineWorths<T> WorthsAt<T>(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf)
        where T : struct, IWorth<T> =>
        new(candidates.Tolerances.Length, candidates.Shapes, demands.Count > 0, new WorthsAt<T>(candidates.Tolerances.Length, threshold, demands, worthOf).Of);

    private static Worth OfFeed(FeedLine line) => new(0, 0, line.Cents, line.Hand, 0, 0, 0);

    private static List<SocketLines> Left<T>(IReadOnlyList<SocketLines> sockets, LineWorths<T> worths, Func<FeedLine, T> worthOf)
        where T : struct, IWorth<T>
    {
        var left = new List<SocketLines>(sockets.Count);
        foreach (var socket in sockets)
        {
            if (Left(socket, worths, worthOf) is { Groups.Count: > 0 } some)
                left.Add(some);
        }

        return left;
    }

    private static SocketLines Left<T>(SocketLines socket, LineWorths<T> worths, Func<FeedLine, T> worthOf)
        where T : struct, IWorth<T>
    {
        var groups = new List<(int Fork, FeedLine[] Lines)>(socket.Groups.Count);
        foreach (var (fork, lines) in socket.Groups)
        {
            if (Left(lines, worths, worthOf) is { Length: > 0 } some)
                groups.Add((fork, some));
        }

        return new(socket.Socket, groups);
    }

    private static FeedLine[] Left<T>(FeedLine[] lines, LineWorths<T> worths, Func<FeedLine, T> worthOf)
        where T : struct, IWorth<T>
    {
        var (feeds, kept, count) = (new T[lines.Length], new int[lines.Length], 0);
        for (var at = 0; at < lines.Length; at++)
        {
            if (!worths.ServesAnybody(lines[at]))
                continue;
            feeds[at] = worthOf(lines[at]);
            var needed = true;
            for (var k = 0; k < count && needed; k++)
                needed = !StandsIn(kept[k], at);
            if (!needed)
                continue;
            var left = 0;
            for (var k = 0; k < count; k++)
            {
                if (!StandsIn(at, kept[k]))
                    kept[left++] = kept[k];
            }

            (kept[left], count) = (at, left + 1);
        }

        return Array.ConvertAll(kept[..count], at => lines[at]);

        bool StandsIn(int k, int at) =>
            feeds[k].StandsInFor(feeds[at]) && lines[k].Most >= lines[at].Most && lines[k].Rivalry.StandsInFor(lines[at].Rivalry) && worths.Cover(lines[k], lines[at]);
    }
}
