using Nightfrost.Core.Acts;

namespace Nightfrost.Core.Runsheet;

/// <summary>How often one goes from the set to the seats and back in the course of a visit.</summary>
public static class Walks
{
    /// <summary>Walks between set and seats, in the order of the steps.</summary>
    public static int In(IReadOnlyList<Step> steps)
    {
        var (walks, at) = (0, (bool?)null);
        foreach (var step in steps)
        {
            var seat = IsAtSeats(step);
            walks += at is { } before && before != seat ? 1 : 0;
            at = seat;
        }

        return walks;
    }

    /// <summary>True for what is done where people sit: asked, charged, worn, heard or looked at there.</summary>
    public static bool IsAtSeats(Step step) => step.Goal is Goal.Charged or Goal.EarHears or Goal.EarHearsAt
        || step.Phase == Phase.Listen && step.ListenerId is not null || step.Id.StartsWith("ask-", StringComparison.Ordinal);
}
