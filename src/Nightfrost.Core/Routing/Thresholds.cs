using System.Collections.Concurrent;

namespace Nightfrost.Core.Routing;

/// <summary>
/// Lines for every weighing under one threshold after the other. What one in-step grade does not need, whatever is asked in quality and margin, is left out once for all
/// thresholds of that grade; the same for a grade and a quality. May be asked from several threads.
/// </summary>
/// <param name="candidates">What is planned with.</param>
/// <param name="demands">What must stand in whose route.</param>
internal sealed class Thresholds(Candidates candidates, IReadOnlyList<Demand> demands)
{
    private readonly ConcurrentDictionary<int, Lazy<Layer>> _inStep = [];
    private readonly ConcurrentDictionary<(int InStep, int Quality), Lazy<Layer>> _quality = [];
    private readonly ConcurrentDictionary<Threshold, Lazy<Layer>> _whole = [];
    private readonly ConcurrentDictionary<Threshold, Lazy<bool>> _news = [];
    private readonly (int[] Grades, int[] Qualities, int[] Margins) _levels = LevelsOf(candidates);

    /// <summary>Every combination of levels that some route has, the strictest first.</summary>
    public IEnumerable<Threshold> All =>
        from grade in _levels.Grades from quality in _levels.Qualities from margin in _levels.Margins select new Threshold(grade, quality, margin);

    /// <summary>A line is stood in for when it is no better in wishes, price or switching on for any listener.</summary>
    public Narrowed At(Threshold threshold) => Whole(threshold).Narrowed;

    /// <summary>False when what is worth having under a threshold is the same as under a stricter one, so that no rig under it is better than one found there.</summary>
    public bool IsNews(Threshold threshold) => _news.GetOrAdd(threshold, t => new(() => !Stricter(t).Any(one => IsTheSame(t, one)))).Value;

    /// <summary>Lets go of what is only needed to compare with grades above the one before this threshold's; asked for again, it is worked out again.</summary>
    public void LetGoAbove(Threshold threshold)
    {
        var kept = Stricter(threshold).Select(one => one.InStep).Append(threshold.InStep).Max();
        foreach (var grade in _inStep.Keys.Where(grade => grade > kept))
            _inStep.TryRemove(grade, out _);
        foreach (var both in _quality.Keys.Where(both => both.InStep > kept))
            _quality.TryRemove(both, out _);
        foreach (var whole in _whole.Keys.Where(whole => whole.InStep > kept))
            _whole.TryRemove(whole, out _);
    }

    private bool IsTheSame(Threshold threshold, Threshold stricter) =>
        (threshold.Quality == stricter.Quality && threshold.Margin == stricter.Margin && OfGrade(threshold).IsTheSameAs(OfGrade(stricter)))
        || (threshold.Margin == stricter.Margin && OfQuality(threshold).IsTheSameAs(OfQuality(stricter)))
        || (IsNews(stricter) && Whole(threshold).IsTheSameAs(Whole(stricter)));

    // The next stricter ones in one place each.
    private IEnumerable<Threshold> Stricter(Threshold threshold)
    {
        if (Above(_levels.Grades, threshold.InStep) is { } grade)
            yield return threshold with { InStep = grade };
        if (Above(_levels.Qualities, threshold.Quality) is { } quality)
            yield return threshold with { Quality = quality };
        if (Above(_levels.Margins, threshold.Margin) is { } margin)
            yield return threshold with { Margin = margin };

        static int? Above(int[] levels, int level) => Array.IndexOf(levels, level) is var at and > 0 ? levels[at - 1] : null;
    }

    private Layer OfGrade(Threshold at) => _inStep.GetOrAdd(at.InStep, grade => new(() => Below(candidates.BySocket, WorthsAt(new(grade, 0, 0), one => one.WithoutGrade)))).Value;

    private Layer OfQuality(Threshold at) => _quality.GetOrAdd((at.InStep, at.Quality), both => new(() =>
    {
        var ofGrade = OfGrade(at);
        return Below(ofGrade.Lines, WorthsAt(new(0, both.Quality, 0), one => one.WithoutQuality, ofGrade.Worths));
    })).Value;

    // Hardly any line is stood in for here that was not for the grade and the quality alone, so none is looked for.
    private Layer Whole(Threshold at) => _whole.GetOrAdd(at, threshold => new(() =>
    {
        var ofQuality = OfQuality(threshold);
        return Layer.Of(ofQuality.Lines, WorthsAt(new(0, 0, threshold.Margin), one => one.Adding, ofQuality.Worths));
    })).Value;

    private static Layer Below(IReadOnlyList<SocketLines> lines, LineWorths<Worth> worths) => Layer.Of(Narrowed.Left(lines, worths, Narrowed.OfFeed), worths);

    private LineWorths<Worth> WorthsAt(Threshold least, Func<Worth, Worth> worthOf, LineWorths<Worth>? within = null) => Narrowed.WorthsAt(candidates, least, demands, worthOf, within);

    private static (int[], int[], int[]) LevelsOf(Candidates candidates)
    {
        var (grades, qualities, margins) = (new bool[21], new bool[SoundQuality.Best + 1], new bool[3]);
        foreach (var line in candidates.Lines)
        {
            foreach (var worth in line.Shape.Worths)
                (grades[worth.Grade], qualities[worth.Quality], margins[worth.Margin]) = (true, true, true);
        }

        return (Set(grades), Set(qualities), Set(margins));

        static int[] Set(bool[] levels) => [.. Enumerable.Range(0, levels.Length).Where(level => levels[level]).Reverse()];
    }

    /// <summary>Lines with what is left of their ears' worth.</summary>
    private sealed record Layer(Narrowed Narrowed, LineWorths<Worth> Worths)
    {
        public IReadOnlyList<SocketLines> Lines => Narrowed.Sockets;

        public static Layer Of(IReadOnlyList<SocketLines> lines, LineWorths<Worth> worths) => new(Narrowed.Reaching(lines, worths), worths);

        public bool IsTheSameAs(Layer other)
        {
            if (Lines.Count != other.Lines.Count)
                return false;
            for (var i = 0; i < Lines.Count; i++)
            {
                if (Lines[i].Socket != other.Lines[i].Socket || Lines[i].Groups.Count != other.Lines[i].Groups.Count)
                    return false;
                for (var g = 0; g < Lines[i].Groups.Count; g++)
                {
                    if (!AreTheSame(Lines[i].Groups[g].Lines, other.Lines[i].Groups[g].Lines, other))
                        return false;
                }
            }

            return true;
        }

        private bool AreTheSame(FeedLine[] mine, FeedLine[] others, Layer other)
        {
            if (mine.Length != others.Length)
                return false;
            for (var k = 0; k < mine.Length; k++)
            {
                if (!ReferenceEquals(mine[k], others[k]) || !Worths.Of(mine[k]).IsTheSameAs(other.Worths.Of(others[k])))
                    return false;
            }

            return true;
        }
    }
}
