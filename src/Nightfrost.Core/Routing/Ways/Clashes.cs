using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Outputs that do not sound at the same time, as things there are only so many of: an output that clashes with several others takes as much of a common
/// stock as all of them together may take, so that any of them leaves nothing for it. Clashes that are only unlikely to sound together count while a rig is
/// looked for that leans on none.
/// </summary>
internal sealed class Clashes
{
    private readonly List<Use>[] _uses;

    /// <param name="site">The site.</param>
    /// <param name="sockets">Its sockets; the number of one is its place here.</param>
    /// <param name="resources">Where clashes are counted.</param>
    public Clashes(Site site, IReadOnlyList<SourcePort> sockets, Resources resources)
    {
        _uses = [.. sockets.Select(_ => new List<Use>())];
        var outputs = Enumerable.Range(0, sockets.Count).Where(i => SocketReading.Direction(site.Look, sockets[i]) == MarkingReading.Output).ToList();
        foreach (var liveness in (ReadOnlySpan<Liveness>)[Liveness.Never, Liveness.Unlikely])
            Count(site, sockets, outputs, liveness, resources);
    }

    /// <summary>What an output takes of them, once whatever hangs on it.</summary>
    /// <param name="socket">Number of the socket.</param>
    public IReadOnlyList<Use> Of(int socket) => _uses[socket];

    private void Count(Site site, IReadOnlyList<SourcePort> sockets, List<int> outputs, Liveness liveness, Resources resources)
    {
        var left = outputs.SelectMany(a => outputs.Where(b => b > a && site.LiveTogether(sockets[a], sockets[b]) == liveness)
            .Select(b => (A: a, B: b))).ToList();
        var touched = left.SelectMany(pair => new[] { pair.A, pair.B }).Distinct().ToList();
        if (touched.Count > 1 && left.Count == touched.Count * (touched.Count - 1) / 2)
        {
            // Each clashes with each: one of them at most.
            var one = resources.OfBounded($"outputs {liveness}", 1, 1, liveness == Liveness.Unlikely);
            touched.ForEach(at => _uses[at].Add(new(one, 1)));
            return;
        }

        while (left.Count > 0)
        {
            var centre = touched.MaxBy(at => left.Count(pair => pair.A == at || pair.B == at));
            var others = left.Where(pair => pair.A == centre || pair.B == centre).Select(pair => pair.A == centre ? pair.B : pair.A).ToList();
            var most = Math.Min(others.Count, site.Look.Listeners.Count);
            var shared = resources.OfBounded($"outputs beside {sockets[centre].Id} {liveness}", most, most, liveness == Liveness.Unlikely);
            _uses[centre].Add(new(shared, most));
            others.ForEach(at => _uses[at].Add(new(shared, 1)));
            left.RemoveAll(pair => pair.A == centre || pair.B == centre);
        }
    }
}
