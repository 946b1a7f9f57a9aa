using System.Diagnostics;
using Google.OrTools.Sat;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Ways;

namespace Nightfrost.Benchmarks;

/// <summary>What a general constraint solver found, and how long it took.</summary>
/// <param name="Score">The optimum of each stage that was proven: listeners, needs, in step, link, preferences, steps of price, things to switch on,
/// quality.</param>
/// <param name="Proven">Every stage was; false when one ran out of time.</param>
/// <param name="BuildMs">Building the model, ms.</param>
/// <param name="SolveMs">All stages together, ms.</param>
/// <param name="Variables">Variables of the model.</param>
internal sealed record GeneralAnswer(long[] Score, bool Proven, double BuildMs, double SolveMs, int Variables);

/// <summary>
/// The routing problem as a model for a general constraint solver, from the same candidates the router searches: one stage for each criterion, each fixed
/// before the next. For kits whose boxes hold nothing but leads and sites whose set has one USB socket, which is what the made-up ones are.
/// </summary>
internal sealed class GeneralSolver
{
    private const int Workers = 2;

    /// <summary>One way to wear at one group.</summary>
    private sealed record Way(BoolVar On, FeedLine Line, int Listener, EarOption Ear);

    private readonly Candidates _candidates;
    private readonly CpModel _model = new();
    private readonly List<Way> _ways = [];
    private readonly List<(BoolVar On, FeedLine Line)> _groups = [];
    private readonly List<(BoolVar On, Fork Fork)> _splitters = [];
    private int _variables;

    private GeneralSolver(Candidates candidates) => _candidates = candidates;

    /// <summary>Solves under the usual priorities.</summary>
    /// <param name="candidates">What may be planned with.</param>
    /// <param name="secondsAStage">Most time for one stage, s.</param>
    public static GeneralAnswer Solve(Candidates candidates, double secondsAStage)
    {
        var clock = Stopwatch.StartNew();
        var solver = new GeneralSolver(candidates);
        var stages = solver.Build();
        var buildMs = clock.Elapsed.TotalMilliseconds;
        clock.Restart();
        var values = new List<long>();
        foreach (var (goal, most) in stages)
        {
            if (most)
                solver._model.Maximize(goal);
            else
                solver._model.Minimize(goal);
            var run = new CpSolver { StringParameters = FormattableString.Invariant($"num_workers:{Workers},max_time_in_seconds:{secondsAStage}") };
            if (run.Solve(solver._model) != CpSolverStatus.Optimal)
                return new([.. values], false, buildMs, clock.Elapsed.TotalMilliseconds, solver._variables);
            var value = (long)Math.Round(run.ObjectiveValue);
            values.Add(value);
            solver._model.Add(goal == value);
        }

        return new([.. values], true, buildMs, clock.Elapsed.TotalMilliseconds, solver._variables);
    }

    private List<(LinearExpr Goal, bool Most)> Build()
    {
        foreach (var fork in _candidates.Forks)
            _splitters.Add((Bool(), fork));
        foreach (var line in _candidates.Lines)
        {
            if (line.InTheBox.Length > 0)
                throw new NotSupportedException("A box that holds receivers is not in this model.");
            BoolVar? before = null;
            var copies = line.Fork < 0 ? 1 : Math.Min(_candidates.Forks[line.Fork].Most, _candidates.Tolerances.Length);
            for (var copy = 0; copy < copies; copy++)
            {
                var group = Group(line);
                if (before is not null)
                    _model.AddImplication(group, before);
                before = group;
            }
        }

        for (var i = 0; i < _candidates.Tolerances.Length; i++)
            _model.AddAtMostOne(_ways.Where(w => w.Listener == i).Select(w => w.On));

        // A variable of its own keeps the bound of the first stage: as a sum over the ways it is lost when the objective is rewritten.
        _variables++;
        var served = _model.NewIntVar(0, _candidates.Tolerances.Length, "");
        _model.Add(served == LinearExpr.Sum(_ways.Select(w => w.On)));
        Sockets();
        var price = Price();
        return
        [
            (served, true),
            (LinearExpr.WeightedSum(_ways.Select(w => w.On), _ways.Select(w => w.Line.NeedsOf(w.Ear))), true),
            (Worst(w => _candidates.StepOf(w.Line, w.Listener, w.Ear)), true),
            (Worst(w => w.Ear.Margin > 0 ? 1 : 0), true),
            (LinearExpr.WeightedSum(_ways.Select(w => w.On), _ways.Select(w => w.Line.PreferencesOf(w.Ear))), true),
            (Steps(price), false),
            (LinearExpr.WeightedSum(_ways.Select(w => w.On).Concat(_groups.Select(g => g.On)).Concat(_splitters.Select(s => s.On)),
                _ways.Select(w => Effort.ToSwitchOn(w.Ear.Effort)).Concat(_groups.Select(g => Effort.ToSwitchOn(g.Line.Effort)))
                    .Concat(_splitters.Select(s => Effort.ToSwitchOn(s.Fork.Effort)))), false),
            (Worst(w => w.Ear.Quality), true),
        ];
    }

    // A group is one listener alone, or several in the mode for several, never more than the box or any of its links can feed.
    private BoolVar Group(FeedLine line)
    {
        var (on, several) = (Bool(), Bool());
        _groups.Add((on, line));
        _model.AddImplication(several, on);
        var (alone, together) = (new List<BoolVar>(), new List<(BoolVar On, int Air)>());
        for (var i = 0; i < line.End.Alone.Length; i++)
        {
            foreach (var ear in line.End.Alone[i])
                alone.Add(Wear(line, i, ear));
            var mine = (line.Most < 2 ? [] : line.End.Several[i]).Select(ear => (On: Wear(line, i, ear), Air: line.AirOf(ear))).ToList();
            together.AddRange(mine);

            // Implied by the count below; it makes the relaxation tighter.
            if (mine.Count > 0)
                _model.Add(LinearExpr.Sum(mine.Select(m => m.On)) <= several);
        }

        _model.Add(LinearExpr.Sum(alone) == on - several);
        var count = LinearExpr.Sum(together.Select(t => t.On));
        _model.Add(count >= 2 * several);
        _model.Add(count <= line.Most * several);
        if (together.Exists(t => t.Air > 0))
            _model.Add(LinearExpr.WeightedSum(together.Select(t => t.On), together.Select(t => t.Air)) <= LinkAirtime.MostThousandths);
        return on;
    }

    private BoolVar Wear(FeedLine line, int listener, EarOption ear)
    {
        var on = Bool();
        _ways.Add(new(on, line, listener, ear));
        return on;
    }

    private void Sockets()
    {
        foreach (var socket in _candidates.BySocket.Select(lines => lines.Socket))
            _model.AddAtMostOne(_groups.Where(g => g.Line.Socket == socket && g.Line.Fork < 0).Select(g => g.On)
                .Concat(_splitters.Where(s => s.Fork.Socket == socket).Select(s => s.On)));
        foreach (var (on, fork) in _splitters)
        {
            var behind = LinearExpr.Sum(_groups.Where(g => g.Line.Fork == fork.Number).Select(g => g.On));
            _model.Add(behind <= fork.Most * on);
            _model.Add(behind >= on);
        }
    }

    // What is at hand is free as far as it reaches; one box draws from the set's USB socket, the others need a supply.
    private LinearExpr Price()
    {
        var used = new Dictionary<int, List<(BoolVar On, int Pieces)>>();
        void Count(BoolVar on, Use[] uses, int usbBoxes)
        {
            foreach (var use in uses)
                (used.TryGetValue(use.Resource, out var list) ? list : used[use.Resource] = []).Add((on, use.Pieces));
            if (usbBoxes > 0)
                (used.TryGetValue(-1, out var list) ? list : used[-1] = []).Add((on, usbBoxes));
        }

        foreach (var (on, line) in _groups)
            Count(on, line.Uses, line.Usb.Boxes - line.Usb.Unfed);
        foreach (var (on, fork) in _splitters)
            Count(on, fork.Uses, fork.Usb.Boxes - fork.Usb.Unfed);
        foreach (var way in _ways)
            Count(way.On, way.Ear.Uses, 0);
        var terms = new List<LinearExpr>();
        foreach (var (resource, list) in used)
        {
            if (resource < 0)
                continue;
            var need = LinearExpr.WeightedSum(list.Select(u => u.On), list.Select(u => u.Pieces));
            if (_candidates.Resources.IsBounded(resource))
            {
                _model.Add(need <= _candidates.Resources.There(resource));
                continue;
            }

            terms.Add(_candidates.Resources.Cents(resource) * Paid(resource == _candidates.Supply ? need + Unfed(used) : need,
                _candidates.Resources.There(resource)));
        }

        if (_candidates.Supply >= 0 && !used.ContainsKey(_candidates.Supply) && used.ContainsKey(-1))
            terms.Add(_candidates.Resources.Cents(_candidates.Supply) * Paid(Unfed(used), _candidates.Resources.There(_candidates.Supply)));
        return LinearExpr.Sum(terms);
    }

    // Whole steps of the price.
    private IntVar Steps(LinearExpr price)
    {
        _variables++;
        var steps = _model.NewIntVar(0, 100_000, "");
        _model.Add(price <= 100 * Score.PriceStep * steps + 100 * Score.PriceStep - 1);
        return steps;
    }

    private IntVar Unfed(Dictionary<int, List<(BoolVar On, int Pieces)>> used) =>
        used.TryGetValue(-1, out var boxes) ? Paid(LinearExpr.WeightedSum(boxes.Select(u => u.On), boxes.Select(u => u.Pieces)), 1) : _model.NewConstant(0);

    private IntVar Paid(LinearExpr need, int free)
    {
        _variables++;
        var paid = _model.NewIntVar(0, 1000, "");
        _model.Add(paid >= need - free);
        return paid;
    }

    // One switch a level: with it on, no way below that level is taken; a level on has those below it on.
    private LinearExpr Worst(Func<Way, int> valueOf)
    {
        var levels = _ways.Select(valueOf).Distinct().Order().ToList();
        var reached = levels.Select(_ => Bool()).ToList();
        for (var at = 1; at < levels.Count; at++)
            _model.AddImplication(reached[at], reached[at - 1]);
        foreach (var way in _ways)
        {
            if (levels.IndexOf(valueOf(way)) is var at && at + 1 < levels.Count)
                _model.AddImplication(way.On, reached[at + 1].Not());
        }

        return LinearExpr.WeightedSum(reached, levels.Select((level, at) => (long)(at == 0 ? level : level - levels[at - 1])));
    }

    private BoolVar Bool()
    {
        _variables++;
        return _model.NewBoolVar("");
    }
}
