using System.Diagnostics;
using System.Security.Claims;
using Nightfrost.Core.Routing;

namespace Nightfrost.Web.Hosting;

/// <summary>
/// One plan at a time: each takes every worker there is, and whatever is asked beside it must not wait. Askers take turns by person: whoever had the last
/// turn longest ago is next. A long plan gives way within its own search whenever somebody waits, and goes on when its turn comes again.
/// </summary>
internal sealed class Planning
{
    /// <summary>Longest one piece of work that may be split holds up the next.</summary>
    public static readonly TimeSpan Piece = TimeSpan.FromMilliseconds(700);

    /// <summary>Longest a plan goes on while somebody else waits.</summary>
    public static readonly TimeSpan Turn = TimeSpan.FromMilliseconds(500);

    private const int MostRemembered = 1_000;

    private readonly object _lock = new();
    private readonly List<Asker> _waiting = [];
    private readonly Dictionary<string, long> _lastTurns = [];
    private bool _busy;
    private long _turns;
    private volatile bool _someoneWaits;

    /// <summary>Works when its turn comes, and gives way to others.</summary>
    /// <param name="visitor">Who asks.</param>
    /// <param name="work">The work; it asks the pace it is given as it goes.</param>
    /// <param name="cancel">Whoever asked has left.</param>
    /// <exception cref="OperationCanceledException">Whoever asked has left.</exception>
    public async Task<T> InTurn<T>(ClaimsPrincipal visitor, Func<Pace, T> work, CancellationToken cancel)
    {
        var asker = new Asker(visitor.FindFirstValue(ClaimTypes.NameIdentifier) ?? "");
        await Enter(asker, cancel);
        var hasTurn = true;
        var began = Stopwatch.GetTimestamp();
        var giving = new object();
        try
        {
            return work(new Pace(cancel, Checkpoint));
        }
        finally
        {
            if (hasTurn)
                Leave();
        }

        // Of several workers one gives way, and the others wait here for it.
        void Checkpoint()
        {
            if (!_someoneWaits && Monitor.TryEnter(giving))
            {
                Monitor.Exit(giving);
                return;
            }

            lock (giving)
            {
                if (!_someoneWaits || Stopwatch.GetElapsedTime(began) < Turn)
                    return;
                hasTurn = false;
                Leave();
                Enter(asker, cancel).GetAwaiter().GetResult();
                (hasTurn, began) = (true, Stopwatch.GetTimestamp());
            }
        }
    }

    /// <summary>Works when its turn comes, and is told when it has been at it long enough.</summary>
    public Task<T> PieceInTurn<T>(ClaimsPrincipal visitor, Func<CancellationToken, Pace, T> work, CancellationToken cancel) => InTurn(
        visitor,
        pace =>
        {
            using var enough = new CancellationTokenSource(Piece);
            return work(enough.Token, pace);
        },
        cancel);

    private async Task Enter(Asker asker, CancellationToken cancel)
    {
        var turn = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        lock (_lock)
        {
            if (!_busy)
            {
                _busy = true;
                Remember(asker);
                return;
            }

            asker.Turn = turn;
            _waiting.Add(asker);
            _someoneWaits = true;
        }

        await using var leaving = cancel.Register(() =>
        {
            lock (_lock)
            {
                if (!_waiting.Remove(asker))
                    return;
                _someoneWaits = _waiting.Count > 0;
            }

            turn.SetCanceled(cancel);
        });
        await turn.Task;
    }

    private void Leave()
    {
        lock (_lock)
        {
            if (_waiting.Count == 0)
            {
                _busy = false;
                return;
            }

            // The list keeps the order in which they came, which decides between equals.
            var next = _waiting.MinBy(asker => _lastTurns.GetValueOrDefault(asker.Person))!;
            _waiting.Remove(next);
            _someoneWaits = _waiting.Count > 0;
            Remember(next);
            next.Turn!.SetResult();
        }
    }

    private void Remember(Asker asker)
    {
        if (_lastTurns.Count >= MostRemembered)
            _lastTurns.Clear();
        _lastTurns[asker.Person] = ++_turns;
    }

    private sealed class Asker(string person)
    {
        public string Person { get; } = person;

        public TaskCompletionSource? Turn { get; set; }
    }
}
