using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;

namespace Nightfrost.Web.Session;

/// <summary>
/// Slows guessing down. Tries from one address go one after the other; after some failures of an address with one name, or more of it with any names,
/// each further try waits longer. Who comes from elsewhere is not slowed, so that no stranger can shut anybody out.
/// </summary>
internal sealed class SignInTries(TimeProvider clock)
{
    /// <summary>Failures with one name before the first wait.</summary>
    public const int FreeWithOneName = 5;

    /// <summary>Failures with any names before the first wait.</summary>
    public const int FreeWithAnyName = 20;

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(5);
    private static readonly TimeSpan Remembered = TimeSpan.FromHours(1);
    private const int MostWaiting = 10;

    private readonly ConcurrentDictionary<string, Record> _records = new(StringComparer.Ordinal);

    /// <summary>Makes a try in its turn.</summary>
    /// <param name="address">Where it comes from.</param>
    /// <param name="name">The name that was typed, whether anybody has it or not.</param>
    /// <param name="check">The try itself: true when it went well.</param>
    /// <returns>Whether it went well; or how long to wait, without a try.</returns>
    public async Task<(bool Passed, TimeSpan Wait)> Try(IPAddress? address, string name, Func<Task<bool>> check)
    {
        ForgetOld();
        var from = Of(address);
        var any = _records.GetOrAdd(from, _ => new());
        if (Interlocked.Increment(ref any.Waiting) > MostWaiting)
        {
            Interlocked.Decrement(ref any.Waiting);
            return (false, TimeSpan.FromSeconds(1));
        }

        await any.Gate.WaitAsync();
        try
        {
            if (any.Left(FreeWithAnyName, clock.GetUtcNow()) is var wait && wait > TimeSpan.Zero)
                return (false, wait);
            // A name is remembered only once it may be tried, so that a flood of names fills nothing.
            var one = _records.GetOrAdd($"{from} {name.Trim().ToUpperInvariant()}", _ => new());
            if (one.Left(FreeWithOneName, clock.GetUtcNow()) is var longer && longer > TimeSpan.Zero)
                return (false, longer);
            if (!await check())
            {
                any.Fail(clock.GetUtcNow());
                one.Fail(clock.GetUtcNow());
                return (false, TimeSpan.Zero);
            }

            // A sign-in of one's own between guesses at other names does not set these free.
            one.Pass();
            return (true, TimeSpan.Zero);
        }
        finally
        {
            any.Gate.Release();
            Interlocked.Decrement(ref any.Waiting);
        }
    }

    // One household is one address in IPv4, and one network of 64 bits in IPv6.
    private static string Of(IPAddress? address)
    {
        if (address is { IsIPv4MappedToIPv6: true })
            address = address.MapToIPv4();
        return address is { AddressFamily: AddressFamily.InterNetworkV6 } ? Convert.ToHexString(address.GetAddressBytes()[..8]) : address?.ToString() ?? "";
    }

    private void ForgetOld()
    {
        if (_records.Count < 1000)
            return;
        var oldest = clock.GetUtcNow() - Remembered;
        foreach (var (key, record) in _records)
        {
            if (record.Waiting == 0 && record.LastAt < oldest)
                _records.TryRemove(key, out _);
        }
    }

    private sealed class Record
    {
        public int Waiting;
        private int _failures;

        public SemaphoreSlim Gate { get; } = new(1, 1);

        public DateTimeOffset LastAt { get; private set; }

        // One second after the last free try, then twice as long with each.
        public TimeSpan Left(int free, DateTimeOffset now)
        {
            if (now - LastAt > Remembered)
                _failures = 0;
            if (_failures < free)
                return TimeSpan.Zero;
            var wait = TimeSpan.FromSeconds(Math.Min(Math.Pow(2, _failures - free), Longest.TotalSeconds));
            return LastAt + wait - now;
        }

        public void Fail(DateTimeOffset now) => (_failures, LastAt) = (_failures + 1, now);

        public void Pass() => _failures = 0;
    }
}
