using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>Something not known yet, and how much the best rig hangs on it.</summary>
/// <param name="Field">Path of the field on Look.</param>
/// <param name="About">The thing or person one would go to for it: what is asked about the same one is asked in one go.</param>
/// <param name="Words">What to do or whom to ask to find it out, as a question.</param>
/// <param name="Effect">What the answer decides.</param>
/// <param name="Weight">How much the best rig differs with the answer, 0 for not at all; only to put questions in order.</param>
public sealed record OpenQuestion(string Field, string About, string Words, string Effect, double Weight)
{
    /// <summary>True when the best rig differs with the answer.</summary>
    public bool Decides => Weight > 0;
}

/// <summary>Some of the open questions, weighed.</summary>
/// <param name="Questions">Those weighed this time, most decisive first.</param>
/// <param name="Weighed">How many are weighed, with those of the times before.</param>
/// <param name="ToWeigh">How many are weighed in all: every open one up to <see cref="Questions.MostWeighed"/>.</param>
/// <param name="Open">How many are open.</param>
public sealed record WeighedQuestions(IReadOnlyList<OpenQuestion> Questions, int Weighed, int ToWeigh, int Open);

/// <summary>Ranks what is still unknown by how much the best rig would change with the answer.</summary>
public static class Questions
{
    /// <summary>Most questions that are weighed: each answer is a plan of its own.</summary>
    public const int MostWeighed = 40;

    /// <summary>Open questions, most decisive first.</summary>
    /// <param name="site">A look without problems, and the shelf.</param>
    /// <param name="pace">Stops the work.</param>
    public static IReadOnlyList<OpenQuestion> Rank(Site site, Pace pace = default) =>
        Weigh([.. Unknowns.Of(site)], site, pace, CancellationToken.None);

    /// <summary>Weighs the open questions from one on, until it is enough for this time.</summary>
    /// <param name="site">A look without problems, and the shelf.</param>
    /// <param name="from">How many are weighed already, 0 for a beginning.</param>
    /// <param name="pace">Stops the work without an answer.</param>
    /// <param name="enough">Ends this time after the question under way; at least one is weighed.</param>
    public static WeighedQuestions Weigh(Site site, int from, Pace pace, CancellationToken enough)
    {
        var open = Unknowns.Of(site).ToList();
        var toWeigh = Math.Min(open.Count, MostWeighed);
        from = Math.Clamp(from, 0, toWeigh);
        var weighed = Weigh(open[from..toWeigh], site, pace, enough);
        return new(weighed, from + weighed.Count, toWeigh, open.Count);
    }

    private static IReadOnlyList<OpenQuestion> Weigh(List<Unknown> open, Site site, Pace pace, CancellationToken enough)
    {
        var weighed = new List<OpenQuestion>();
        var plans = new AnswerPlans(site);
        // Without an end in sight all are planned side by side.
        foreach (var some in enough.CanBeCanceled ? open.Select(one => new[] { one }) : [[.. open]])
        {
            if (weighed.Count > 0 && enough.IsCancellationRequested)
                break;
            var scores = plans.Scores([.. some.SelectMany(unknown => unknown.Answers).Select(look => new Site(look, site.Shelf))], pace);
            var next = 0;
            foreach (var unknown in some)
            {
                var (effect, weight) = Effect([.. scores.AsSpan(next, unknown.Answers.Count)], site.Shelf.Currency);
                weighed.Add(new(unknown.Field, unknown.About, unknown.Words, effect, weight));
                next += unknown.Answers.Count;
            }
        }

        return [.. weighed.OrderByDescending(q => q.Weight)];
    }

    private static (string Effect, double Weight) Effect(List<Score?> scores, string currency)
    {
        var found = scores.OfType<Score>().ToList();
        if (found.Count == 0)
            return ("No rig either way.", 0);
        if (found.Count < scores.Count)
            return ("Decides whether there is a rig at all.", 1000);
        var (least, most) = (found.MinBy(s => s.Served), found.MaxBy(s => s.Served));
        if (most.Served > least.Served)
            return ($"{least.Served} or {most.Served} listeners served.", 500 * (most.Served - least.Served));
        var (parts, weight) = (new List<string>(), 0.0);

        // The weights follow the usual order of the criteria: first what must be leant on, then a need (starting values).
        if (found.Exists(score => score.LeansOnUnlikely) && found.Exists(score => !score.LeansOnUnlikely))
        {
            parts.Add("a rig that leans on what seldom sounds together, or one that does not");
            weight += 30;
        }

        Weigh(Criterion.Needs, 20, (a, b) => b.NeedsMet - a.NeedsMet, (a, b) => $"{a.NeedsMet} or {b.NeedsMet} needs met");
        Weigh(Criterion.InStep, 15, (a, b) => b.Step - a.Step,
            (a, b) => $"{InStepWords.Of(a.ShownStep)} ({Wording.Percent(a.InStep)}) or {InStepWords.Of(b.ShownStep)} ({Wording.Percent(b.InStep)})");
        Weigh(Criterion.Link, 10, (_, _) => 1, (_, _) => "a link that may drop out or one that holds");
        Weigh(Criterion.Preferences, 5, (a, b) => b.PreferencesMet - a.PreferencesMet, (a, b) => $"{a.PreferencesMet} or {b.PreferencesMet} preferences met");
        Weigh(Criterion.Price, 0.1, (a, b) => (double)(a.Price - b.Price),
            (a, b) => $"{Wording.Money(b.Price, currency)} or {Wording.Money(a.Price, currency)}");
        Weigh(Criterion.Boxes, 1, (a, b) => a.Boxes - b.Boxes, (a, b) => $"{b.Boxes} or {a.Boxes} things to switch on");
        Weigh(Criterion.Quality, 1, (a, b) => b.Quality - a.Quality, (a, b) => $"sound {SoundQuality.Word(a.Quality)} or {SoundQuality.Word(b.Quality)}");
        return parts.Count == 0 ? ("The best rig stays as good.", 0) : ($"{Wording.Capital(string.Join(", ", parts))}.", weight);

        // Of the answer that is worst on a criterion and the one that is best.
        void Weigh(Criterion criterion, double each, Func<Score, Score, double> difference, Func<Score, Score, string> words)
        {
            var order = Comparer<Score>.Create((a, b) => a.On(criterion, b));
            var (low, high) = (found.Min(order), found.Max(order));
            if (order.Compare(high, low) == 0)
                return;
            parts.Add(words(low, high));
            weight += each * difference(low, high);
        }
    }
}
