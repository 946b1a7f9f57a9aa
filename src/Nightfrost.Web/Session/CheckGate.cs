namespace Nightfrost.Web.Session;

/// <summary>
/// Lets two password checks run at a time, for each takes a processor a while. Others wait in turn: browsers that have signed in before first.
/// </summary>
internal sealed class CheckGate
{
    /// <summary>Checks that run at a time.</summary>
    public const int AtOnce = 2;

    /// <summary>Tries of unknown browsers that may wait; a flood beyond them is asked to come again.</summary>
    public const int MostStrangersWaiting = 100;

    private readonly object _lock = new();
    private readonly LinkedList<TaskCompletionSource> _known = [];
    private readonly LinkedList<TaskCompletionSource> _strangers = [];
    private int _running;

    /// <summary>Waits for a turn; each that was entered must be left.</summary>
    /// <param name="first">True for a browser that has signed in before: it goes ahead of all others.</param>
    /// <param name="cancel">Whoever waits has left.</param>
    /// <returns>False, without a turn, when too many wait.</returns>
    /// <exception cref="OperationCanceledException">Whoever waited has left.</exception>
    public async Task<bool> Enter(bool first, CancellationToken cancel)
    {
        var turn = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        var line = first ? _known : _strangers;
        lock (_lock)
        {
            if (_running < AtOnce)
            {
                _running++;
                return true;
            }

            if (!first && line.Count >= MostStrangersWaiting)
                return false;
            line.AddLast(turn);
        }

        await using var leaving = cancel.Register(() =>
        {
            lock (_lock)
            {
                if (line.Remove(turn))
                    turn.SetCanceled(cancel);
            }
        });
        await turn.Task;
        return true;
    }

    /// <summary>Gives the turn to whoever waits.</summary>
    public void Leave()
    {
        lock (_lock)
        {
            if ((_known.First ?? _strangers.First) is not { } next)
            {
                _running--;
                return;
            }

            next.List!.Remove(next);
            next.Value.SetResult();
        }
    }
}
