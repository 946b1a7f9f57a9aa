using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;

namespace Nightfrost.Core.Routing;

/// <summary>A splitter on one socket, with the room's speakers on one end of it where it has such, counted once for all feeds behind it.</summary>
internal sealed class SplitterLine
{
    public required Device Device { get; init; }

    /// <summary>Feeds it takes beside whatever holds the socket.</summary>
    public required int Most { get; init; }
    public required int Effort { get; init; }
    public required Use[] Uses { get; init; }
    public required UsbNeed Usb { get; init; }
    public required long Cents { get; init; }
}

/// <summary>A place at a socket where one of several splitters may stand, all the same to the chains behind it, with the same speakers for the room or none.</summary>
/// <param name="Number">Its place in the list.</param>
/// <param name="Socket">Number of the socket.</param>
/// <param name="Splitters">Splitters that may stand there.</param>
internal sealed record Fork(int Number, int Socket, IReadOnlyList<SplitterLine> Splitters)
{
    /// <summary>Most feeds that any of them takes.</summary>
    public int Most { get; } = Splitters.Max(splitter => splitter.Most);
}

/// <summary>
/// Finds the forks of a site. Of all splitters with the same ends only one is led through the chains: what is behind it is the same for each, and its own price, outputs and
/// power are counted with the fork.
/// </summary>
/// <param name="pieces">What is at hand.</param>
/// <param name="listeners">How many there are.</param>
/// <param name="isNamed">True for what is asked for by name.</param>
internal sealed class Forks(PieceCounter pieces, int listeners, Func<string, bool> isNamed)
{
    private readonly Dictionary<Device, Device[]> _alike = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<(int Socket, string First, string? Room), Fork> _known = [];
    private readonly List<Fork> _all = [];

    public IReadOnlyList<Fork> All => _all;

    /// <summary>The adapters without splitters that are the same as another one to whatever is behind them.</summary>
    public List<Device> FirstOfEach(IEnumerable<Device> adapters)
    {
        var left = new List<Device>();
        foreach (var alike in adapters.GroupBy(a => a.SplitsInto > 1 ? KeyOf(a) : a.Id))
        {
            left.Add(alike.First());
            if (alike.First().SplitsInto > 1)
                _alike[alike.First()] = [.. alike];
        }

        return left;
    }

    /// <summary>An adapter, and all splitters that it stands for.</summary>
    public IReadOnlyList<Device> Like(Device adapter) => _alike.TryGetValue(adapter, out var alike) ? alike : [adapter];

    /// <summary>Number of the fork a chain hangs on; −1 for none.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="socket">Number of its socket.</param>
    /// <param name="clashes">What the socket takes of <see cref="Clashes"/>.</param>
    public int Of(Chain chain, int socket, IReadOnlyList<Use> clashes)
    {
        if (chain.Splitter is not { } first)
            return -1;
        var key = (socket, first.Id, chain.Room?.Speakers.Id);
        if (!_known.TryGetValue(key, out var fork))
            _all.Add(_known[key] = fork = new(_all.Count, socket, [.. Like(first).Select(splitter => LineOf(chain.To(null).Behind(splitter), clashes))]));
        return fork.Number;
    }

    private SplitterLine LineOf(Feed feed, IReadOnlyList<Use> clashes)
    {
        var (splitter, need) = (feed.Splitter!, pieces.OfSplitter(feed));
        return new()
        {
            Device = splitter,
            Most = Math.Min(feed.MostBeside, listeners),
            Effort = Effort.Of(HandCount(splitter) + HandCount(feed.Room?.Speakers), feed.Room is null ? 1 : 2, 0),
            Uses = [.. need.Uses, .. clashes],
            Usb = need.Usb,
            Cents = need.Cents,
        };
    }

    private static int HandCount(Device? device) => device is { Power.SwitchedByHand: true } ? 1 : 0;

    // All that rules, leads, delays and rivalry see of a splitter from behind.
    private string KeyOf(Device splitter) =>
        new KeyText().Add(splitter.PassesThrough, splitter.MonoSum, splitter.Power is { PairingSurvivesPowerLoss: false, UsbDrawMa: > 0 }).Add(splitter.LengthM).Add(splitter.StageIds).Add(isNamed(splitter.Id) ? splitter.Id : "").Add(splitter.Ports, true).Take();
}
