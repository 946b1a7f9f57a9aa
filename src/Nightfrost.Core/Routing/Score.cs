namespace Nightfrost.Core.Routing;

/// <summary>How good a rig is. Compared place by place; the order of the places is an <see cref="Aim"/>'s business.</summary>
/// <param name="Served">Listeners with a route.</param>
/// <param name="NeedsMet">Wishes met: a loudness of one's own, easy controls.</param>
/// <param name="InStep">Probability that the worst served listener is inside the tolerance, 0 to 1; 1 when nobody is served.</param>
/// <param name="Price">Price of what is not owned.</param>
/// <param name="Boxes">Boxes to switch on each time.</param>
public readonly record struct Score(int Served, int NeedsMet, double InStep, decimal Price, int Boxes)
{
    /// <summary>Probability in steps of 5 %, 0 to 20: finer differences are below what the starting values can tell.</summary>
    public int Grade => GradeOf(InStep);

    /// <summary>The grade of a probability.</summary>
    public static int GradeOf(double probability) => (int)Math.Floor(probability * 20 + 1e-9);

    /// <summary>Positive when this score is better than the other under an aim, 0 when neither is.</summary>
    public int Against(in Score other, Aim aim)
    {
        var by = Served.CompareTo(other.Served);
        if (by == 0)
            by = NeedsMet.CompareTo(other.NeedsMet);
        if (by != 0)
            return by;
        by = aim switch
        {
            Aim.Cheapest => First(other.Price.CompareTo(Price), Grade.CompareTo(other.Grade), other.Boxes.CompareTo(Boxes)),
            Aim.Surest => InStep.CompareTo(other.InStep) is var p && Math.Abs(InStep - other.InStep) > 1e-9 ? p : First(other.Price.CompareTo(Price), other.Boxes.CompareTo(Boxes), 0),
            _ => First(Grade.CompareTo(other.Grade), other.Price.CompareTo(Price), other.Boxes.CompareTo(Boxes)),
        };
        return by != 0 ? by : Math.Abs(InStep - other.InStep) > 1e-9 ? InStep.CompareTo(other.InStep) : 0;
    }

    private static int First(int a, int b, int c) => a != 0 ? a : b != 0 ? b : c;
}

/// <summary>Which order the places of a score are compared in, after listeners served and needs met.</summary>
public enum Aim
{
    /// <summary>In-step probability in 5 % steps, then price, then boxes.</summary>
    Balanced,

    /// <summary>Price, then in-step probability, then boxes.</summary>
    Cheapest,

    /// <summary>In-step probability to the last digit, then price, then boxes.</summary>
    Surest,
}
