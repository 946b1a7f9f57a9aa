using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Sound quality of a route in four grades: 1 telephone-like, 2 plain, 3 good, 4 as good as a wire (starting values).</summary>
public static class SoundQuality
{
    /// <summary>As good as a wire.</summary>
    public const int Best = 4;

    /// <summary>Good: what somebody to whom sound is important asks for.</summary>
    public const int Good = 3;

    /// <summary>Grade of the weaker of the route's links, 1 to 4.</summary>
    public static int Of(Route route)
    {
        return Math.Min(OfCoding(route.Sends, route.Coding), OfRelay(route.AtEar));
    }

    /// <summary>The same as it counts for this listener: always 4 where quality is unimportant.</summary>
    public static int Weighed(Route route) => Weighed(Of(route), route.AtEar.Listener);

    /// <summary>A grade as it counts for a listener.</summary>
    internal static int Weighed(int grade, Listener listener) => listener.Quality == QualityWeight.Unimportant ? Best : grade;

    /// <summary>Grade of the link behind a relay, 1 to 4; 4 without one.</summary>
    internal static int OfRelay(Ear ear) => ear.RelaySends is { } second ? OfCoding(second, Negotiation.Between(second, ear.RelayReaches, false)) : Best;

    /// <summary>The word for a grade.</summary>
    public static string Word(int grade) => grade switch
    {
        4 => "as a wire",
        3 => "good",
        2 => "plain",
        _ => "telephone-like",
    };

    internal static int OfCoding(AirLink? sends, Negotiated coding) =>
        sends is null ? Best : coding.Codec is { } codec ? CodecClasses.Of(codec.Class).Quality : LinkTechnologies.Of(sends.Technology).Quality;
}
