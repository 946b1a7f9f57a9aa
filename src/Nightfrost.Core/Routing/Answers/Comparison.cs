namespace Nightfrost.Core.Routing.Answers;

/// <summary>How two rigs differ, criterion by criterion, in words.</summary>
public static class Comparison
{
    /// <summary>What sets one score off from another, such as "in step 78 % against 72 %"; empty when they are level.</summary>
    /// <param name="a">The score spoken of.</param>
    /// <param name="b">What it is compared with.</param>
    /// <param name="currency">Currency of the prices.</param>
    public static IReadOnlyList<string> Differences(in Score a, in Score b, string currency)
    {
        var parts = new List<string>();
        if (a.Served != b.Served)
            parts.Add($"serves {a.Served} against {b.Served}");
        if (a.LeansOnUnlikely != b.LeansOnUnlikely)
            parts.Add(a.LeansOnUnlikely ? "needs outputs to sound together that seldom do" : "does not need outputs to sound together that seldom do");
        if (a.NeedsMet != b.NeedsMet)
            parts.Add($"meets {Wording.Count(Math.Abs(a.NeedsMet - b.NeedsMet), "need", "needs")} {(a.NeedsMet > b.NeedsMet ? "more" : "fewer")}");
        if (a.ShownStep != b.ShownStep)
            parts.Add($"{InStepWords.Of(a.ShownStep)} ({Wording.Percent(a.InStep)}) against {InStepWords.Of(b.ShownStep)} ({Wording.Percent(b.InStep)})");
        if (a.Holds != b.Holds)
            parts.Add(a.Holds ? "its link holds, the other's may drop out" : "its link may drop out, the other's holds");
        if (a.PreferencesMet != b.PreferencesMet)
            parts.Add($"meets {Wording.Count(Math.Abs(a.PreferencesMet - b.PreferencesMet), "preference", "preferences")} "
                + $"{(a.PreferencesMet > b.PreferencesMet ? "more" : "fewer")}");
        if (a.Price != b.Price)
            parts.Add($"{Wording.Money(a.Price, currency)} against {Wording.Money(b.Price, currency)}");
        if (a.Boxes != b.Boxes)
            parts.Add($"{(a.Boxes == 0 ? "nothing" : Wording.Count(a.Boxes, "thing", "things"))} to switch on against {(b.Boxes == 0 ? "nothing" : b.Boxes)}");
        if (a.Quality != b.Quality)
            parts.Add($"sound {SoundQuality.Word(a.Quality)} against {SoundQuality.Word(b.Quality)}");
        return parts;
    }

    /// <summary>On what a rig that nothing beats is better than another, as a title, such as "Cheaper, less to switch on".</summary>
    public static string BetterOn(in Score a, in Score b)
    {
        var words = new List<string>();
        foreach (var (criterion, word) in Words)
        {
            if (a.On(criterion, b) > 0)
                words.Add(word);
        }

        var title = string.Join(", ", words.Take(2));
        return title.Length == 0 ? "As good" : Wording.Capital(title);
    }

    private static readonly (Criterion, string)[] Words =
    [
        (Criterion.Price, "cheaper"), (Criterion.InStep, "surer in step"), (Criterion.Boxes, "less to switch on"), (Criterion.Link, "a link that holds"),
        (Criterion.Quality, "better sound"), (Criterion.Needs, "more needs met"), (Criterion.Preferences, "more preferences met"),
    ];
}
