using Nightfrost.Core.Kit;
using Nightfrost.Core.Power;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>A splitter on one socket, with the room's speakers on one end of it where it has such, counted once for all feeds behind it.</summary>
internal sealed class Fork
{
    /// <summary>Its place in the list.</summary>
    public required int Number { get; init; }

    /// <summary>Number of the socket.</summary>
    public required int Socket { get; init; }

    /// <summary>Feeds it takes beside whatever holds the socket.</summary>
    public required int Most { get; init; }
    public required int Effort { get; init; }
    public required Use[] Uses { get; init; }
    public required UsbNeed Usb { get; init; }
    public required long Cents { get; init; }
}

/// <summary>Finds the forks of a site.</summary>
/// <param name="pieces">What is at hand.</param>
/// <param name="listeners">How many there are.</param>
internal sealed class Forks(PieceCounter pieces, int listeners)
{
    private readonly Dictionary<(int Socket, string Splitter, string? Room), Fork> _known = [];
    private readonly List<Fork> _all = [];

    public IReadOnlyList<Fork> All => _all;

    /// <summary>Number of the fork a chain hangs on; −1 for none.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="socket">Number of its socket.</param>
    /// <param name="clashes">What the socket takes of <see cref="Clashes"/>.</param>
    public int Of(Chain chain, int socket, IReadOnlyList<Use> clashes)
    {
        if (chain.Splitter is not { } splitter)
            return -1;
        var key = (socket, splitter.Id, chain.Room?.Speakers.Id);
        if (!_known.TryGetValue(key, out var fork))
            _all.Add(_known[key] = fork = NewOf(chain.To(null), socket, clashes));
        return fork.Number;
    }

    private Fork NewOf(Feed feed, int socket, IReadOnlyList<Use> clashes)
    {
        var need = pieces.OfSplitter(feed);
        return new()
        {
            Number = _all.Count,
            Socket = socket,
            Most = Math.Min(feed.MostBeside, listeners),
            Effort = Effort.Of(HandCount(feed.Splitter) + HandCount(feed.Room?.Speakers), feed.Room is null ? 1 : 2, 0),
            Uses = [.. need.Uses, .. clashes],
            Usb = need.Usb,
            Cents = need.Cents,
        };
    }

    private static int HandCount(Device? device) => device is { Power.SwitchedByHand: true } ? 1 : 0;
}
