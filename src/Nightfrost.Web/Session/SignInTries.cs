using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;

namespace Nightfrost.Web.Session;

/// <summary>Where a try comes from.</summary>
/// <param name="Address">Its address; null where there is none, as in tests.</param>
/// <param name="KnownBrowser">Id of a browser that has signed in with this name before; null for any other.</param>
internal sealed record TryFrom(IPAddress? Address, string? KnownBrowser);

/// <summary>
/// Slows guessing down and shuts nobody out. A browser that has signed in with a name before has a counter of its own for it. All other tries share one
/// counter for the name and one for the address; after some failures each lets one try through in five seconds, and never holds anybody up for longer.
/// Two passwords are checked at a time; other tries wait, known browsers first.
/// </summary>
internal sealed class SignInTries(TimeProvider clock)
{
    /// <summary>Failures with one name, or of one known browser, before tries are slowed.</summary>
    public const int FreeWithOneName = 5;

    /// <summary>Failures from one address, with any names, before tries are slowed.</summary>
    public const int FreeWithAnyName = 20;

    /// <summary>What lies between two tries once they are slowed.</summary>
    public static readonly TimeSpan Between = TimeSpan.FromSeconds(5);

    private static readonly TimeSpan Remembered = TimeSpan.FromHours(1);
    private const int MostRemembered = 10_000;

    private readonly ConcurrentDictionary<string, Counter> _counters = new(StringComparer.Ordinal);
    private readonly CheckGate _gate = new();

    /// <summary>Makes a try in its turn.</summary>
    /// <param name="from">Where it comes from.</param>
    /// <param name="name">The name that was typed, whether anybody has it or not.</param>
    /// <param name="check">The try itself: true when it went well.</param>
    /// <param name="cancel">Whoever tries has left.</param>
    /// <returns>Whether it went well; or how long to wait, without a try.</returns>
    public async Task<(bool Passed, TimeSpan Wait)> Try(TryFrom from, string name, Func<Task<bool>> check, CancellationToken cancel = default)
    {
        ForgetOld();
        var typed = name.Trim().ToUpperInvariant();
        List<Counter> counters = from.KnownBrowser is { } browser ? [CounterOf($"browser {browser} {typed}", FreeWithOneName)]
            : [CounterOf($"name {typed}", FreeWithOneName), CounterOf($"address {NetworkOf(from.Address)}", FreeWithAnyName)];
        if (Take(counters) is var wait && wait > TimeSpan.Zero)
            return (false, wait);
        bool? passed = null;
        try
        {
            if (!await _gate.Enter(first: from.KnownBrowser is not null, cancel))
                return (false, Between);
            try
            {
                passed = await check();
            }
            finally
            {
                _gate.Leave();
            }

            return (passed.Value, TimeSpan.Zero);
        }
        finally
        {
            Settle(counters, passed);
        }
    }

    // A sign-in between guesses at other names does not set these free: the address is only counted up.
    private void Settle(List<Counter> counters, bool? passed)
    {
        lock (_counters)
        {
            counters.ForEach(c => c.End(failed: passed == false, clock.GetUtcNow()));
            if (passed == true)
                counters[0].Forgive();
        }
    }

    private Counter CounterOf(string key, int free) => _counters.GetOrAdd(key, _ => new(free));

    // All of them let it through, or none is taken.
    private TimeSpan Take(List<Counter> counters)
    {
        var now = clock.GetUtcNow();
        lock (_counters)
        {
            var wait = counters.Max(c => c.Left(now));
            if (wait <= TimeSpan.Zero)
                counters.ForEach(c => c.Begin(now));
            return wait;
        }
    }

    // One household is one address in IPv4, and one network of 64 bits in IPv6.
    private static string NetworkOf(IPAddress? address)
    {
        if (address is { IsIPv4MappedToIPv6: true })
            address = address.MapToIPv4();
        return address is { AddressFamily: AddressFamily.InterNetworkV6 } ? Convert.ToHexString(address.GetAddressBytes()[..8]) : address?.ToString() ?? "";
    }

    private void ForgetOld()
    {
        if (_counters.Count < MostRemembered)
            return;
        var oldest = clock.GetUtcNow() - Remembered;
        foreach (var (key, counter) in _counters)
        {
            if (counter.LastAt < oldest)
                _counters.TryRemove(key, out _);
        }
    }

    // Failures that count, and tries under way: many at once get no further than one after the other.
    private sealed class Counter(int free)
    {
        private int _failures;
        private int _underWay;

        public DateTimeOffset LastAt { get; private set; }

        public TimeSpan Left(DateTimeOffset now)
        {
            if (now - LastAt > Remembered)
                (_failures, _underWay) = (0, 0);
            return _failures + _underWay < free ? TimeSpan.Zero : LastAt + Between - now;
        }

        public void Begin(DateTimeOffset now) => (_underWay, LastAt) = (_underWay + 1, now);

        public void End(bool failed, DateTimeOffset now)
        {
            _underWay = Math.Max(0, _underWay - 1);
            if (failed)
                (_failures, LastAt) = (_failures + 1, now);
        }

        public void Forgive() => _failures = 0;
    }
}
