namespace Nightfrost.Web.Hosting;

/// <summary>One plan at a time: each takes every worker there is, and whatever is asked beside it must not wait.</summary>
internal sealed class Planning : IDisposable
{
    /// <summary>Longest one piece of work that may be split holds up the next.</summary>
    public static readonly TimeSpan Piece = TimeSpan.FromMilliseconds(700);

    private readonly SemaphoreSlim _turn = new(1, 1);

    /// <summary>Works when its turn comes.</summary>
    public async Task<T> InTurn<T>(Func<T> work, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            return work();
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Works when its turn comes, and is told when it has been at it long enough.</summary>
    public Task<T> PieceInTurn<T>(Func<CancellationToken, T> work, CancellationToken cancel) => InTurn(
        () =>
        {
            using var enough = new CancellationTokenSource(Piece);
            return work(enough.Token);
        },
        cancel);

    public void Dispose() => _turn.Dispose();
}
