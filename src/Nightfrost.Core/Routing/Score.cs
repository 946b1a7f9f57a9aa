namespace Nightfrost.Core.Routing;

/// <summary>What rigs are compared by, after the number of listeners served.</summary>
public enum Criterion
{
    /// <summary>Needs met, and watched programmes heard, over all listeners.</summary>
    Needs,

    /// <summary>In step, doubtful or out of step, at the worst listener.</summary>
    InStep,

    /// <summary>Whether the link holds at every place, for every listener.</summary>
    Link,

    /// <summary>Preferences met, over all listeners.</summary>
    Preferences,

    /// <summary>Price of what is to buy, in steps.</summary>
    Price,

    /// <summary>Things to switch on each time.</summary>
    Boxes,

    /// <summary>Sound quality of the worst listener, in four words.</summary>
    Quality,
}

/// <summary>In step in three words, the worst first.</summary>
public enum InStepWord
{
    OutOfStep,
    Doubtful,
    InStep,
}

/// <summary>Says when a probability is good enough.</summary>
public static class InStepWords
{
    /// <summary>Least probability that is doubtful, %; what is less is out of step (starting value).</summary>
    public const int DoubtfulFromPercent = 50;

    // A probability that is short of a limit by less than this reaches it.
    private const double Slack = 1e-9;

    /// <summary>The word for a probability.</summary>
    /// <param name="probability">Of being inside the tolerance, 0 to 1.</param>
    /// <param name="goodEnoughPercent">From where it is good enough, %: <see cref="Sites.Look.GoodEnoughPercent"/>.</param>
    public static InStepWord Of(double probability, int goodEnoughPercent) =>
        probability + Slack >= goodEnoughPercent / 100.0 ? InStepWord.InStep : probability
            + Slack >= DoubtfulFromPercent / 100.0 ? InStepWord.Doubtful : InStepWord.OutOfStep;

    /// <summary>As it is said.</summary>
    public static string Of(InStepWord word) => word switch { InStepWord.InStep => "in step", InStepWord.Doubtful => "doubtful", _ => "out of step" };
}

/// <summary>How good a rig is. Compared place by place in the order of the priorities, then by what tells equals apart.</summary>
/// <param name="Served">Listeners with a route.</param>
/// <param name="NeedsMet">Needs met and watched programmes heard.</param>
/// <param name="InStep">Probability that the worst served listener is inside the tolerance, 0 to 1; 1 when nobody is served (<see cref="RigInStep"/>). Shown,
/// never compared.</param>
/// <param name="Step">The word for the worst served listener taken by themselves: this is compared.</param>
/// <param name="Margin">Link margin of the worst served listener: 0 poor, 1 fair, 2 good or a wire. Shown; only whether it holds is compared.</param>
/// <param name="PreferencesMet">Preferences met.</param>
/// <param name="Price">Price of what is not owned.</param>
/// <param name="Boxes">Things to switch on each time.</param>
/// <param name="Quality">Sound quality of the worst served listener, 1 to 4.</param>
public readonly record struct Score(int Served, int NeedsMet, double InStep, InStepWord Step, int Margin, int PreferencesMet, decimal Price, int Boxes,
    int Quality)
{
    /// <summary>Prices are compared in steps of this much, in the shelf's currency (starting value): less is not worth a worse rig.</summary>
    public const int PriceStep = 5;

    /// <summary>The word for <see cref="InStep"/>: where listeners share what nobody knows, it may be less than <see cref="Step"/>.</summary>
    public InStepWord ShownStep { get; init; } = Step;

    /// <summary>
    /// True when it needs outputs to sound together that seldom do, and nobody has tried it here: it comes after every rig that does not and serves as many.
    /// </summary>
    public bool LeansOnUnlikely { get; init; }

    /// <summary>Adapters, transmitters and relays: of equals, the rig with fewer is better.</summary>
    public int Between { get; init; }

    /// <summary>Leads that carry an analogue signal: of equals, the rig with fewer is better.</summary>
    public int AnalogueLeads { get; init; }

    /// <summary>True when the link is fair or better at every place.</summary>
    public bool Holds => Margin > 0;

    /// <summary>Whole steps of a price.</summary>
    /// <param name="cents">The price, in hundredths.</param>
    internal static long PriceStepOf(long cents) => cents / (100 * PriceStep);

    /// <summary>The highest price of the same step, in hundredths.</summary>
    internal long MostCents => (Steps + 1) * 100 * PriceStep - 1;

    private long Steps => PriceStepOf((long)Math.Round(Price * 100));

    /// <summary>Positive when this score is better than the other under an order of priorities, 0 when neither is.</summary>
    public int Against(in Score other, Priorities priorities)
    {
        var by = Served.CompareTo(other.Served);
        by = by != 0 ? by : other.LeansOnUnlikely.CompareTo(LeansOnUnlikely);
        foreach (var criterion in priorities.Order)
        {
            if (by != 0)
                return by;
            by = On(criterion, other);
        }

        return by != 0 ? by : Neatness(other);
    }

    /// <summary>Positive when this score is better than the other on one criterion.</summary>
    public int On(Criterion criterion, in Score other) => criterion switch
    {
        Criterion.Needs => NeedsMet.CompareTo(other.NeedsMet),
        Criterion.InStep => Step.CompareTo(other.Step),
        Criterion.Link => Holds.CompareTo(other.Holds),
        Criterion.Preferences => PreferencesMet.CompareTo(other.PreferencesMet),
        Criterion.Price => other.Steps.CompareTo(Steps),
        Criterion.Boxes => other.Boxes.CompareTo(Boxes),
        _ => Quality.CompareTo(other.Quality),
    };

    /// <summary>
    /// Positive when this score is better than the other in what tells equals apart: fewer boxes between socket and ear, then digital before analogue, then
    /// the price itself.
    /// </summary>
    public int Neatness(in Score other)
    {
        var by = other.Between.CompareTo(Between);
        by = by != 0 ? by : other.AnalogueLeads.CompareTo(AnalogueLeads);
        return by != 0 ? by : other.Price.CompareTo(Price);
    }

    /// <summary>
    /// True when this score serves as many and is at least as good on every criterion; of two of which one leans on what is unlikely, the other is better
    /// whatever the criteria say.
    /// </summary>
    public bool IsNoWorseThan(in Score other)
    {
        if (Served < other.Served || (LeansOnUnlikely && !other.LeansOnUnlikely))
            return false;
        return LeansOnUnlikely != other.LeansOnUnlikely
            || (NeedsMet >= other.NeedsMet && Step >= other.Step && Holds.CompareTo(other.Holds) >= 0 && PreferencesMet >= other.PreferencesMet
                && Steps <= other.Steps
            && Boxes <= other.Boxes && Quality >= other.Quality);
    }

    /// <summary>The level of a criterion that is only as good as the worst listener's.</summary>
    internal int LevelOf(Criterion criterion) => criterion switch { Criterion.InStep => (int)Step, Criterion.Link => Holds ? 1 : 0, _ => Quality };
}
