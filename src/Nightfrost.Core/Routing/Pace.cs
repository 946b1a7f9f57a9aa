namespace Nightfrost.Core.Routing;

/// <summary>
/// How a search is stopped, and held while others have their turn. A search asks every few thousand steps; the core itself reads no clock, and what it
/// answers does not depend on how often it was held.
/// </summary>
/// <param name="Cancel">Stops the search.</param>
/// <param name="Checkpoint">Called from any of the search's workers, at any time; may block, and then holds them all one by one. Null for nothing.</param>
public readonly record struct Pace(CancellationToken Cancel, Action? Checkpoint = null)
{
    /// <summary>Goes on, now or later.</summary>
    /// <exception cref="OperationCanceledException">The search was stopped.</exception>
    public void Check()
    {
        Cancel.ThrowIfCancellationRequested();
        Checkpoint?.Invoke();
    }

    /// <summary>A search that is only stopped.</summary>
    public static implicit operator Pace(CancellationToken cancel) => new(cancel);

    /// <inheritdoc cref="op_Implicit(CancellationToken)"/>
    public static Pace FromCancellationToken(CancellationToken cancel) => new(cancel);
}
