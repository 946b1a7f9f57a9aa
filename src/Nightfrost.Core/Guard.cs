using System.Runtime.CompilerServices;

namespace Nightfrost.Core;

/// <summary>Checks of arguments that every formula shares.</summary>
internal static class Guard
{
    /// <summary>Returns <paramref name="value"/> when it is a number in the closed range.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The value lies outside the range or is not a number.</exception>
    public static double InRange(double value, double low, double high, [CallerArgumentExpression(nameof(value))] string? name = null) =>
        value >= low && value <= high ? value : throw new ArgumentOutOfRangeException(name, value, $"Must lie between {low} and {high}.");
}
