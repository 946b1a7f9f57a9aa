namespace Nightfrost.Core.Routing;

/// <summary>What rigs are compared by, after the number of listeners served.</summary>
public enum Criterion
{
    /// <summary>Wishes met, and watched programmes heard, over all listeners.</summary>
    Needs,

    /// <summary>Probability that the worst listener is in step, in steps of 5 %.</summary>
    InStep,

    /// <summary>Price of what is to buy.</summary>
    Price,

    /// <summary>Boxes to switch on each time.</summary>
    Boxes,

    /// <summary>Sound quality of the worst listener, in four grades, as it counts for each.</summary>
    Quality,

    /// <summary>Link margin of the worst listener, in three words.</summary>
    Margin,
}

/// <summary>How good a rig is. Compared place by place in the order of the priorities.</summary>
/// <param name="Served">Listeners with a route.</param>
/// <param name="NeedsMet">Wishes met and watched programmes heard.</param>
/// <param name="InStep">Probability that the worst served listener is inside the tolerance, 0 to 1; 1 when nobody is served.</param>
/// <param name="Price">Price of what is not owned.</param>
/// <param name="Boxes">Boxes to switch on each time.</param>
/// <param name="Quality">Sound quality of the worst served listener, 1 to 4.</param>
/// <param name="Margin">Link margin of the worst served listener: 0 poor, 1 fair, 2 good or a wire.</param>
public readonly record struct Score(int Served, int NeedsMet, double InStep, decimal Price, int Boxes, int Quality, int Margin)
{
    /// <summary>Probability in steps of 5 %, 0 to 20: finer differences are below what the starting values can tell.</summary>
    public int Grade => GradeOf(InStep);

    /// <summary>The grade of a probability.</summary>
    public static int GradeOf(double probability) => (int)Math.Floor(probability * 20 + 1e-9);

    /// <summary>Positive when this score is better than the other under an order of priorities, 0 when neither is.</summary>
    public int Against(in Score other, Priorities priorities)
    {
        var by = Served.CompareTo(other.Served);
        foreach (var criterion in priorities.Order)
        {
            if (by != 0)
                return by;
            by = On(criterion, other);
        }

        return by;
    }

    /// <summary>Positive when this score is better than the other on one criterion.</summary>
    public int On(Criterion criterion, in Score other) => criterion switch
    {
        Criterion.Needs => NeedsMet.CompareTo(other.NeedsMet),
        Criterion.InStep => Grade.CompareTo(other.Grade),
        Criterion.Price => other.Price.CompareTo(Price),
        Criterion.Boxes => other.Boxes.CompareTo(Boxes),
        Criterion.Quality => Quality.CompareTo(other.Quality),
        _ => Margin.CompareTo(other.Margin),
    };

    /// <summary>True when this score is at least as good on every criterion, and serves as many.</summary>
    public bool IsNoWorseThan(in Score other) =>
        Served >= other.Served && NeedsMet >= other.NeedsMet && Grade >= other.Grade && Price <= other.Price && Boxes <= other.Boxes && Quality >= other.Quality && Margin >= other.Margin;
}

/// <summary>The order in which rigs are compared.</summary>
public sealed record Priorities
{
    /// <summary>Wishes, then lip-sync, price, boxes, quality and margin.</summary>
    public static Priorities Usual { get; } = new([Criterion.Needs, Criterion.InStep, Criterion.Price, Criterion.Boxes, Criterion.Quality, Criterion.Margin]);

    /// <param name="order">Every criterion once, the first one first.</param>
    /// <exception cref="ArgumentException">A criterion is missing or stands twice.</exception>
    public Priorities(IReadOnlyList<Criterion> order)
    {
        if (order.Count != Enum.GetValues<Criterion>().Length || order.Distinct().Count() != order.Count)
            throw new ArgumentException("Every criterion stands in the order once.", nameof(order));
        Order = order;
    }

    /// <summary>Every criterion once.</summary>
    public IReadOnlyList<Criterion> Order { get; }

    /// <summary>The same order with one criterion put first.</summary>
    public Priorities With(Criterion first) => new([first, .. Order.Where(c => c != first)]);

    /// <summary>The usual order with some criteria put first.</summary>
    public static Priorities Starting(params ReadOnlySpan<Criterion> first)
    {
        List<Criterion> order = [.. first];
        order.AddRange(Usual.Order.Where(c => !order.Contains(c)));
        return new(order);
    }
}

/// <summary>What a rig must keep to.</summary>
/// <param name="Budget">Most to pay, in the shelf's currency; null for no limit.</param>
/// <param name="NoWires">No wire from a source across the floor to a listener.</param>
/// <param name="MustUse">Ids of sockets or devices that must stand in the rig.</param>
/// <param name="MustNotUse">Ids of sockets or devices that must not.</param>
public sealed record Limits(decimal? Budget, bool NoWires, IReadOnlyList<string> MustUse, IReadOnlyList<string> MustNotUse)
{
    /// <summary>Most things that may be demanded at once.</summary>
    public const int MostDemanded = 3;

    public static Limits None { get; } = new(null, false, [], []);
}
