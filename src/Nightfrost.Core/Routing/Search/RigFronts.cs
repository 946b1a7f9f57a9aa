using System.Numerics;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Core.Routing.Search;

/// <summary>
/// The exact search: for every set of listeners, the parts of rigs that serve exactly these and that nothing beats, built line by line, socket by socket,
/// then over all sockets. Every rig is a partition of its listeners over sockets and feeds, what is weighed adds up over them, and what is scarce is a part
/// of what is compared; so nothing that is left out could have been part of a better rig. See docs/routing.md.
/// </summary>
internal sealed class RigFronts
{
    // Parts that are compared in about the time it takes to put two together.
    private const int PartsAStep = 8;

    private readonly Terms _terms;
    private readonly int _sets;

    private RigFronts(Terms terms) => (_terms, _sets) = (terms, terms.Sets);

    /// <summary>
    /// Parts for every set of listeners, by the number of the set; null where nothing serves exactly these. Not complete once the steps are over.
    /// </summary>
    /// <param name="terms">What is asked.</param>
    public static Front?[] Of(Terms terms)
    {
        var search = new RigFronts(terms);
        var sockets = new Front?[terms.Candidates.BySocket.Count][];
        Parallel.For(0, sockets.Length, new ParallelOptions { MaxDegreeOfParallelism = EarSide.Workers, CancellationToken = terms.Pace.Cancel },
            i => sockets[i] = search.OfSocket(terms.Candidates.BySocket[i]));
        var fronts = new Front?[terms.Sets];
        fronts[0] = terms.NewFront();
        fronts[0]!.Add(new() { Weight = default, Taken = 0 });
        foreach (var socket in sockets)
            search.Merge(fronts, socket);
        return fronts;
    }

    private Front?[] OfSocket(SocketLines socket)
    {
        var table = new Front?[_sets];
        foreach (var (fork, lines) in socket.Groups)
        {
            var group = fork < 0 ? table : new Front?[_sets];
            var solver = new LineFronts(_terms);
            foreach (var line in lines)
            {
                _terms.Pace.Check();
                if (_terms.Steps.IsOver)
                    return table;
                if (!line.LeansOnRoom || _terms.Stock.Leaning)
                    solver.AddTo(group, line, Put);
            }

            if (fork >= 0)
                Split(table, _terms.Candidates.Forks[fork], group);
        }

        return table;
    }

    // A splitter stands once for all groups behind it, at most as many as it has outputs left.
    private void Split(Front?[] table, Fork fork, Front?[] groups)
    {
        var behind = groups;
        for (var holders = 1; ; holders++)
        {
            Stand(table, fork, behind);
            if (holders == fork.Most)
                return;
            var next = new Front?[_sets];
            for (var set = 1; set < _sets; set++)
            {
                // The first of the listeners is in the first group, so that no order of the groups is tried twice.
                var rest = set & (set - 1);
                for (var sub = rest; sub > 0; sub = (sub - 1) & rest)
                {
                    if (groups[set ^ sub] is { } first && behind[sub] is { } others)
                        Combine(next, set, first, others);
                }
            }

            behind = next;
        }
    }

    private void Stand(Front?[] table, Fork splitter, Front?[] behind)
    {
        var own = new RigPart { Weight = _terms.Weighing.Of(0, 0, splitter.Cents, splitter.Effort), Taken = _terms.Stock.Of(splitter) };
        for (var set = 1; set < _sets; set++)
        {
            foreach (var part in behind[set] is { } front ? front.Parts : [])
                Join(table, set, part, own);
        }
    }

    // Sets are taken from the largest down, so that none is read that this socket has added to already.
    private void Merge(Front?[] fronts, Front?[] socket)
    {
        for (var before = _sets - 1; before >= 0; before--)
        {
            if (fronts[before] is not { } others || _terms.Steps.IsOver)
                continue;
            var free = (_sets - 1) ^ before;
            for (var sub = free; sub > 0; sub = (sub - 1) & free)
            {
                if (socket[sub] is { } mine)
                    Combine(fronts, sub | before, mine, others);
            }
        }
    }

    private void Combine(Front?[] into, int set, Front mine, Front others)
    {
        var steps = 0L;
        foreach (var a in mine.Parts)
        {
            foreach (var b in others.Parts)
            {
                Join(into, set, a, b);

                // What is compared with many takes longer.
                steps += 1 + (into[set]?.Parts.Length ?? 0) / PartsAStep;
            }
        }

        _terms.Steps.Spend(steps);
        _terms.Pace.Check();
    }

    // Nothing comes of parts that together need more than there is of what cannot be bought.
    private void Join(Front?[] into, int set, RigPart a, RigPart b)
    {
        var weight = a.Weight + b.Weight;
        if (!_terms.Bound.MayPass(set, weight))
            return;
        var taken = _terms.Stock.Join(a.Taken, b.Taken, ref weight);
        if (taken == Stock.None || !_terms.Bound.MayPass(set, weight))
            return;
        taken = Mattering(set, taken);
        var front = into[set] ??= _terms.NewFront();
        if (front.Lacks(weight, taken))
            front.Add(new() { Weight = weight, Taken = taken, First = a, Second = b });
    }

    private void Put(Front?[] table, int set, RigPart part)
    {
        if (!_terms.Bound.MayPass(set, part.Weight))
            return;
        var taken = Mattering(set, part.Taken);
        var front = table[set] ??= _terms.NewFront();
        if (front.Lacks(part.Weight, taken))
            front.Add(taken == part.Taken ? part : part with { Taken = taken });
    }

    private long Mattering(int set, long taken) => _terms.Stock.Mattering(taken, BitOperations.PopCount((uint)(_sets - 1 ^ set)));
}
