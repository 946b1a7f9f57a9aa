using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Answers;

namespace Nightfrost.Core.Line;

/// <summary>A rig in the words and numbers that are shown.</summary>
/// <param name="Title">What it is best at.</param>
/// <param name="Headline">The verdict in one line.</param>
/// <param name="Served">Listeners served.</param>
/// <param name="Listeners">Listeners in all.</param>
/// <param name="NeedsMet">Needs met.</param>
/// <param name="NeedsAsked">Needs in all.</param>
/// <param name="InStep">Probability that the worst listener is in step, 0 to 1.</param>
/// <param name="WorstListener">Whose it is; blank when nobody is served.</param>
/// <param name="ToPay">Price of what is to buy.</param>
/// <param name="Currency">Its currency.</param>
/// <param name="Boxes">Boxes to switch on each time.</param>
/// <param name="Leads">Leads in all.</param>
/// <param name="LeadsToBuy">Leads to buy.</param>
/// <param name="Proven">True when nothing better exists.</param>
/// <param name="Rows">The line board.</param>
/// <param name="Parts">What it is made of.</param>
/// <param name="Power">Where each box gets its electricity.</param>
/// <param name="Reasons">Why it is first, what it trades, its weakest point, what is assumed.</param>
/// <param name="Plan">What to send back to choose it.</param>
public sealed record RigView(
    string Title, string Headline, int Served, int Listeners, int NeedsMet, int NeedsAsked, double InStep, string WorstListener, decimal ToPay,
    string Currency, int Boxes,
    int Leads, int LeadsToBuy, bool Proven,
    IReadOnlyList<LineRow> Rows, IReadOnlyList<Part> Parts, IReadOnlyList<PowerChoice> Power, IReadOnlyList<Reason> Reasons, IReadOnlyList<PlannedRoute> Plan)
{
    /// <summary>What it is, in a line.</summary>
    public required string Name { get; init; }

    /// <summary>In step in a word.</summary>
    public required InStepWord Step { get; init; }

    /// <summary>True when that of the worst listener was measured, not forecast.</summary>
    public required bool InStepMeasured { get; init; }

    /// <summary>Preferences met, and asked for in all; a lead that is no trouble is not counted.</summary>
    public required int PreferencesMet { get; init; }
    public required int PreferencesAsked { get; init; }

    /// <summary>What it gains and loses against the rig it is compared with; empty when they are level or there is none.</summary>
    public required IReadOnlyList<string> Against { get; init; }
}

/// <summary>One reason.</summary>
/// <param name="Kind">What it speaks for.</param>
/// <param name="Sentence">In words.</param>
/// <param name="Remedy">What to do about it; blank for nothing.</param>
public sealed record Reason(ReasonKind Kind, string Sentence, string Remedy = "");

/// <summary>What a reason speaks for.</summary>
public enum ReasonKind
{
    For,
    Against,
    Assumed,
}

/// <summary>Puts rigs into words.</summary>
public static class RigViews
{
    /// <summary>One rig as it is shown.</summary>
    /// <param name="ranked">The rig.</param>
    /// <param name="arrivals">Arrivals of its site.</param>
    /// <param name="next">The rig it is compared with; null for none.</param>
    /// <param name="measured">What was measured with just these ways; it stands above the forecast.</param>
    /// <param name="others">Other rigs that might cure what was measured, best first; null where none were looked for.</param>
    public static RigView Of(RankedRig ranked, Arrivals arrivals, RankedRig? next = null, IReadOnlyList<MeasuredEar>? measured = null,
        IReadOnlyList<RankedRig>? others = null)
    {
        measured ??= [];
        ranked = RigMeasured.Apply(ranked, arrivals, measured);
        var (rig, score) = (ranked.Rig, ranked.Score);
        var parts = Parts.Of(rig);
        var leads = parts.Where(p => p.Role == DeviceRole.Lead).ToList();
        var rows = LineBoard.Of(rig, arrivals);
        var listeners = rig.Site.Look.Listeners.Count;
        var worst = rows.Where(r => r.Forecast is not null && r.ListenerId != LineBoard.RoomRow)
            .MinBy(r => measured.FirstOrDefault(m => m.ListenerId == r.ListenerId)?.InStep ?? r.Forecast!.InStep);
        return new(
            ranked.Title, Headline(score.Served, listeners, rig, parts, measured), score.Served, listeners, Asked(false, true), Asked(false, false),
            score.InStep, worst?.Name ?? "", score.Price, rig.Site.Shelf.Currency, score.Boxes, leads.Sum(l => l.Needed), leads.Sum(l => l.ToBuy),
            ranked.Proven, rows, parts, rig.Power, RigReasons.Of(ranked, arrivals, rows, next, measured, others), RigPlan.Of(rig).Routes)
        {
            Name = RigNames.Of(rig),
            Step = score.ShownStep,
            InStepMeasured = worst is not null && measured.Any(m => m.ListenerId == worst.ListenerId),
            PreferencesMet = Asked(true, true),
            PreferencesAsked = Asked(true, false),
            Against = next is null ? [] : Comparison.Differences(score, next.Score, rig.Site.Shelf.Currency),
        };

        int Asked(bool preferences, bool onlyMet) => rig.Routes.Sum(r => Needs.Of(r).Count(n => n.IsPreference == preferences && (n.Met || !onlyMet)));
    }

    private static string Headline(int served, int listeners, Rig rig, IReadOnlyList<Part> parts, IReadOnlyList<MeasuredEar> measured)
    {
        var late = rig.Routes.Where(r => RigMeasured.Of(r, measured) is { } m
            && InStepWords.Of(m.InStep, rig.Site.Look.GoodEnoughPercent) == InStepWord.OutOfStep).Select(r => r.AtEar.Listener.Name).ToList();
        var who = late.Count > 0 ? $"{Wording.Listed(late)} measured out of step"
            : served < listeners ? $"{served} of {listeners} served"
            : listeners == 1 ? $"{rig.Site.Look.Listeners[0].Name} served"
            : listeners == 2 ? "Both served" : $"All {listeners} served";
        var boxes = parts.Where(p => p.Role != DeviceRole.Lead).Sum(p => p.ToBuy);
        var leads = parts.Where(p => p.Role == DeviceRole.Lead).Sum(p => p.ToBuy);
        return (boxes, leads) switch
        {
            (0, 0) => $"{who}, nothing to buy",
            (0, _) => $"{who}, {Wording.Count(leads, "lead", "leads")} to buy",
            (1, _) => $"{who}, one thing to buy",
            _ => $"{who}, {Wording.Count(boxes, "thing", "things")} to buy",
        };
    }
}
