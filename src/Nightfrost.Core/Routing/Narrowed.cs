namespace Nightfrost.Core.Routing;

/// <summary>Lines of one socket, by the fork they hang on; −1 for none. The cheapest feeds come first.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Fork, FeedLine[] Lines)> Groups);

/// <summary>
/// The lines that a search needs: what another line on the same socket and fork stands in for, whatever the rig and whatever else it takes of things at hand, is left out.
/// Unlike <see cref="Dominance"/> it compares lines with different sending ends, listener by listener.
/// </summary>
internal sealed class Narrowed
{
    /// <summary>The best of no ear at all.</summary>
    public static readonly (int Needs, long Cents, int Hand) Nothing = (int.MinValue, long.MaxValue, int.MaxValue);

    private readonly LineWorths<Weighed>? _weighed;
    private readonly LineWorths<Worth>? _adding;

    private Narrowed(IReadOnlyList<SocketLines> sockets, LineWorths<Weighed>? weighed, LineWorths<Worth>? adding)
    {
        (Sockets, _weighed, _adding) = (sockets, weighed, adding);
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
        new([.. Sockets.Select(socket => new SocketLines(socket.Socket, [.. socket.Groups.Select(group => (group.Fork, Array.FindAll(group.Lines, line => kept(line))))]))], _weighed, _adding);

    /// <summary>Finds the most that each listener can weigh on a line without anything from its box. May be asked from several threads.</summary>
    /// <param name="line">One of these lines.</param>
    /// <param name="size">Listeners in the group, at least 1.</param>
    /// <param name="weights">What counts; where the lines were left for one weighing, that one.</param>
    /// <param name="most">Takes it, listener by listener; the least number there is where nothing can be worn.</param>
    /// <returns>False where it is not known: the line has a box that may make an ear cheaper, or the lines were left for every weighing and this one counts several places.</returns>
    public bool MostOf(FeedLine line, int size, Weights weights, Span<long> most)
    {
        if (line.InTheBox.Length > 0 || (_weighed is null && !weights.CountOnePlace))
            return false;
        if (_weighed is not null)
        {
            var list = _weighed.Of(line);
            var first = list.FirstOf(size, most.Length);
            for (var i = 0; i < most.Length; i++)
                most[i] = list.IsEmpty(first + i) ? long.MinValue : list.Bests[first + i].Key;
        }
        else
        {
            var list = _adding!.Of(line);
            var first = list.FirstOf(size, most.Length);
            for (var i = 0; i < most.Length; i++)
                most[i] = list.IsEmpty(first + i) ? long.MinValue : weights.KeyOf(list.Bests[first + i]);
        }

        return true;
    }

    /// <summary>Finds the most wishes, the least price and the fewest things to switch on that each listener can have on a line of those left for every weighing, without anything from its box.</summary>
    /// <param name="line">One of these lines.</param>
    /// <param name="size">Listeners in the group, at least 1.</param>
    /// <param name="best">Takes them, listener by listener; the least number of wishes there is where nothing can be worn.</param>
    /// <returns>False where it is not known: the line has a box that may make an ear cheaper, or the lines were left for one weighing.</returns>
    public bool BestOf(FeedLine line, int size, Span<(int Needs, long Cents, int Hand)> best)
    {
        if (line.InTheBox.Length > 0 || _adding is null)
            return false;
        var list = _adding.Of(line);
        var first = list.FirstOf(size, best.Length);
        for (var i = 0; i < best.Length; i++)
        {
            ref readonly var worth = ref list.Bests[first + i];
            best[i] = list.IsEmpty(first + i) ? Nothing : (worth.Needs, worth.Cents, worth.Hand);
        }

        return true;
    }

    /// <summary>For one weighing under a threshold: a line is stood in for when it weighs no more for any listener.</summary>
    public static Narrowed For(Candidates candidates, Weights weights, Threshold threshold, IReadOnlyList<Demand> demands)
    {
        var worths = WorthsAt<Weighed>(candidates, threshold, demands, one => new(one.Scarce, weights.KeyOf(one)));
        return new(Left(candidates.BySocket, worths, line => new(0, weights.KeyOf(0, 0, line.Cents, line.Hand)), demands.Count > 0 ? 1 : BestRig.Workers), worths, null);
    }

    /// <summary>For every weighing under a threshold: of lines that hold all it needs, those on which somebody can wear something.</summary>
    /// <param name="lines">The lines.</param>
    /// <param name="worths">What their ears are worth under the threshold in what adds up.</param>
    public static Narrowed Reaching(IReadOnlyList<SocketLines> lines, LineWorths<Worth> worths)
    {
        var sockets = new List<SocketLines>(lines.Count);
        foreach (var (socket, all) in lines)
        {
            var groups = new List<(int Fork, FeedLine[] Lines)>(all.Count);
            foreach (var (fork, some) in all)
            {
                if (Array.FindAll(some, line => worths.Of(line).All.Length > 0) is { Length: > 0 } left)
                    groups.Add((fork, left));
            }

            if (groups.Count > 0)
                sockets.Add(new(socket, groups));
        }

        return new(sockets, null, worths);
    }

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

    internal static LineWorths<T> WorthsAt<T>(Candidates candidates, Threshold threshold, IReadOnlyList<Demand> demands, Func<Worth, T> worthOf, LineWorths<Worth>? within = null)
        where T : struct, IWorth<T> =>
        new(candidates.Tolerances.Length, candidates.Shapes, demands.Count > 0, new WorthsAt<T>(candidates.Tolerances.Length, threshold, demands, worthOf, within).Of);

    internal static Worth OfFeed(FeedLine line) => new(0, 0, line.Cents, line.Hand, 0, 0, 0);

    /// <summary>Lines that no other one on their socket and fork stands in for. Lines of different sockets share no shape, so that sockets may be looked through side by side.</summary>
    internal static List<SocketLines> Left<T>(IReadOnlyList<SocketLines> sockets, LineWorths<T> worths, Func<FeedLine, T> worthOf, int workers = 1)
        where T : struct, IWorth<T>
    {
        var left = new SocketLines[sockets.Count];
        if (workers == 1)
        {
            for (var i = 0; i < left.Length; i++)
                left[i] = Left(sockets[i], worths, worthOf);
        }
        else
        {
            Parallel.For(0, left.Length, new ParallelOptions { MaxDegreeOfParallelism = workers }, i => left[i] = Left(sockets[i], worths, worthOf));
        }

        return [.. left.Where(some => some.Groups.Count > 0)];
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
        var (pairs, kept, count, hit) = (new StandIns<T>(lines, worths, worthOf), new int[lines.Length], 0, -1);
        for (var at = 0; at < lines.Length; at++)
        {
            if (!pairs.Enter(at))
                continue;

            // What stood in for the line before often stands in for this one too.
            var needed = hit < 0 || !pairs.StandsIn(hit, at);
            for (var k = 0; k < count && needed; k++)
            {
                if (pairs.StandsIn(kept[k], at))
                    (needed, hit) = (false, kept[k]);
            }

            if (!needed)
                continue;
            var left = 0;
            for (var k = 0; k < count; k++)
            {
                if (!pairs.StandsIn(at, kept[k]))
                    kept[left++] = kept[k];
                else if (kept[k] == hit)
                    hit = at;
            }

            (kept[left], count) = (at, left + 1);
        }

        return Array.ConvertAll(kept[..count], at => lines[at]);
    }
}
