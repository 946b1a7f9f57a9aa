using Nightfrost.Core.Routing.Search;

namespace Nightfrost.Core.Routing.Answers;

/// <summary>
/// Chooses what is shown of the rigs that nothing beats: the best, the best on each criterion, and then those least like what is shown already.
/// </summary>
internal static class Spread
{
    private const int Places = 7;

    private static readonly (Criterion Criterion, string Title)[] Ends =
    [
        (Criterion.Price, "Least to pay"),
        (Criterion.InStep, "Surest in step"),
        (Criterion.Boxes, "Least to switch on"),
        (Criterion.Quality, "Best sound"),
        (Criterion.Link, "A link that holds"),
        (Criterion.Needs, "Most needs met"),
        (Criterion.Preferences, "Most preferences met"),
    ];

    /// <summary>At most <see cref="Router.MostShown"/> rigs, the best first.</summary>
    /// <param name="rigs">The unbeaten set.</param>
    /// <param name="priorities">Order of the criteria.</param>
    /// <param name="bestProven">True when nothing better than the best exists.</param>
    /// <param name="complete">True when the set is complete.</param>
    public static IReadOnlyList<RankedRig> Choose(IReadOnlyList<UnbeatenRig> rigs, Priorities priorities, bool bestProven, bool complete)
    {
        List<UnbeatenRig> left = [.. rigs.OrderBy(r => r, Comparer<UnbeatenRig>.Create((a, b) => Compare(a, b, priorities)))];
        var shown = new List<RankedRig>();
        Show(left[0], "Best");
        foreach (var (criterion, title) in Ends)
        {
            var first = left.OrderBy(r => r, Comparer<UnbeatenRig>.Create((a, b) => Compare(a, b, priorities.With(criterion)))).FirstOrDefault();
            if (first is not null && shown.Count < Router.MostShown && shown.All(s => first.Score.On(criterion, s.Score) > 0))
                Show(first, title);
        }

        // The plain wire is what everything else is weighed against: its price is the tether.
        if (shown.All(s => !IsWired(s.Rig)) && left.Find(r => IsWired(r.Rig)) is { } wired)
            Show(wired, "Plain wire");
        var spans = Spans(rigs);
        while (shown.Count < Router.MostShown)
        {
            // Of near-twins one is enough; what is out of step where the best is not is worth a place only for what it is best at, or for nothing.
            left.RemoveAll(r => shown.Any(s => AreTwins(new(s.Rig, s.Score), r))
                || (r.Score is { ShownStep: InStepWord.OutOfStep, Price: > 0 } && shown[0].Score.ShownStep > InStepWord.OutOfStep));
            if (left.Count == 0)
                break;
            var next = left.MaxBy(r => shown.Min(s => Distance(r.Score, s.Score, spans)))!;
            Show(next, Comparison.BetterOn(next.Score, shown[0].Score));
        }

        return shown;

        void Show(UnbeatenRig rig, string title)
        {
            left.Remove(rig);
            shown.Add(new(title, rig.Rig, rig.Score, shown.Count == 0 ? bestProven : complete));
        }
    }

    // The same sort of way, and no other word for it.
    private static bool AreTwins(UnbeatenRig a, UnbeatenRig b) =>
        RigNames.Of(a.Rig) == RigNames.Of(b.Rig)
            && new[] { Criterion.Needs, Criterion.InStep, Criterion.Link, Criterion.Preferences, Criterion.Quality }.All(c => a.Score.On(c, b.Score) == 0);

    private static bool IsWired(Rig rig) => rig.Routes.All(r => r.Sends is null);

    private static int Compare(UnbeatenRig a, UnbeatenRig b, Priorities priorities) => b.Score.Against(a.Score, priorities);

    // Each criterion as a share of its span over the whole set.
    private static double Distance(in Score a, in Score b, double[] spans)
    {
        var sum = 0.0;
        for (var i = 0; i < spans.Length; i++)
            sum += spans[i] > 0 ? Math.Abs(Place(a, i) - Place(b, i)) / spans[i] : 0;
        return sum;
    }

    private static double[] Spans(IReadOnlyList<UnbeatenRig> rigs)
    {
        var spans = new double[Places];
        for (var i = 0; i < spans.Length; i++)
        {
            var (least, most) = (double.MaxValue, double.MinValue);
            foreach (var rig in rigs)
                (least, most) = (Math.Min(least, Place(rig.Score, i)), Math.Max(most, Place(rig.Score, i)));
            spans[i] = most - least;
        }

        return spans;
    }

    private static double Place(in Score s, int at) =>
        at switch { 0 => s.NeedsMet, 1 => (int)s.Step, 2 => (double)s.Price, 3 => s.Boxes, 4 => s.Quality, 5 => s.PreferencesMet, _ => s.Holds ? 1 : 0 };
}
