namespace Nightfrost.Core.Routing;

/// <summary>The order in which rigs are compared.</summary>
public sealed record Priorities
{
    /// <summary>
    /// Needs, then good enough in step and in link, then preferences; of what is left the cheapest, the least to switch on, and the best sound.
    /// </summary>
    public static Priorities Usual { get; } =
        new([Criterion.Needs, Criterion.InStep, Criterion.Link, Criterion.Preferences, Criterion.Price, Criterion.Boxes, Criterion.Quality]);

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

/// <summary>What is asked of the router beside the site.</summary>
/// <param name="Priorities">Order of the criteria.</param>
/// <param name="Limits">What a rig must keep to.</param>
public sealed record Wanted(Priorities Priorities, Limits Limits)
{
    public static Wanted Usual { get; } = new(Priorities.Usual, Limits.None);
}
