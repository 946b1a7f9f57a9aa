namespace Nightfrost.Core.Routing;

/// <summary>Lines of one socket, by the fork they hang on; −1 for none. The cheapest feeds come first.</summary>
internal sealed record SocketLines(int Socket, IReadOnlyList<(int Fork, FeedLine[] Lines)> Groups);

/// <summary>
/// Leaves out lines that another line on the same socket and fork stands in for, whatever the rig and whatever else it takes of things at hand: those that are no better in any criterion for any
/// listener. Unlike <see cref="Dominance"/> it compares lines with different sending ends, listener by listener.
/// </summary>
internal static class Narrowed
{
    /// <summary>The lines that are left.</summary>
    /// <param name="socket">Number of the socket.</param>
    /// <param name="lines">Its lines, with their shapes.</param>
    /// <param name="listeners">How many listeners there are.</param>
    /// <param name="shapes">One more than the greatest number of a shape.</param>
    /// <param name="sureness">Of lines that are equal, the one with more of this is kept.</param>
    public static SocketLines Of(int socket, IEnumerable<FeedLine> lines, int listeners, int shapes, Func<FeedLine, int> sureness)
    {
        var worths = new LineWorths(listeners, shapes);
        return new(socket, [.. lines.GroupBy(line => line.Fork).OrderBy(group => group.Key)
            .Select(group => (group.Key, Left([.. group.OrderBy(line => line.Cents).ThenBy(line => line.Effort).ThenByDescending(sureness)], worths))).Where(group => group.Item2.Length > 0)]);
    }

    private static FeedLine[] Left(FeedLine[] lines, LineWorths worths)
    {
        var (pairs, kept, count, hit) = (new StandIns(lines, worths), new int[lines.Length], 0, -1);
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
