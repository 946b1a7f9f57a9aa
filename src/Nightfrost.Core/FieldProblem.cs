namespace Nightfrost.Core;

/// <summary>Something entered that cannot be right.</summary>
/// <param name="Field">Path of the field, such as "listeners[0].seatDistanceM".</param>
/// <param name="Reason">What is wrong with it.</param>
/// <param name="Remedy">What to do.</param>
public sealed record FieldProblem(string Field, string Reason, string Remedy);
