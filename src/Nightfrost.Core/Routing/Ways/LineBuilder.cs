using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// Turns chains with their sending ends into lines, with what each costs and takes, and keeps those that no other line of their socket stands in for.
/// </summary>
internal sealed class LineBuilder
{
    private readonly Site _site;
    private readonly EarSide _side;
    private readonly InStepTable _inStep;
    private readonly int[] _tolerances;
    private readonly ChannelStock _channels;
    private readonly Forks _forks;
    private readonly Clashes _clashes;
    private readonly Dictionary<Device, (string, int)[]> _inTheBox = new(ReferenceEqualityComparer.Instance);
    private readonly List<FeedLine>[] _lines;

    /// <param name="site">The site.</param>
    /// <param name="side">What is known before any socket is looked at.</param>
    /// <param name="sockets">Sockets that may be used, in the order of their numbers.</param>
    public LineBuilder(Site site, EarSide side, IReadOnlyList<SourcePort> sockets)
    {
        (_site, _side, _inStep, Pieces) = (site, side, new(site), new(site, side.Pieces));
        _tolerances = [.. site.Look.Listeners.Select(_inStep.ToleranceOf)];
        _channels = new(side.Transmitters, _tolerances.Length, Pieces.Resources);
        _forks = new(Pieces, _tolerances.Length);
        _clashes = new(site, sockets, Pieces.Resources);
        _lines = [.. sockets.Select(_ => new List<FeedLine>())];
    }

    /// <summary>What is at hand.</summary>
    public PieceCounter Pieces { get; }

    /// <summary>Adds the lines of a chain: with power for each box, and with a power lead that several share.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="transmitter">The box at its end; null for a plain wire and a source's own radio.</param>
    /// <param name="sends">Its sending end; null for a plain wire.</param>
    /// <param name="socket">Number of the socket.</param>
    /// <param name="rateKHz">Sample rate a broadcast is set to, kHz; 0 where that does not matter.</param>
    /// <param name="end">The ears.</param>
    public void Add(Chain chain, Device? transmitter, AirLink? sends, int socket, int rateKHz, EndClass end)
    {
        var feed = chain.To(transmitter);
        foreach (var way in PowerWays.Of(_site.Shelf, feed))
        {
            if ((way.PowerLead is null ? Pieces.OfLine(chain.Need, transmitter, feed.FedByTap, _channels.Of(sends))
                : Pieces.OnPowerLead(chain.Need, way, _channels.Of(sends))) is { } need)
                _lines[socket].Add(LineOf(chain, way, need, sends, socket, rateKHz, end));
        }
    }

    /// <summary>All that was added, but for what something else replaces in any rig.</summary>
    public Candidates Take() => new()
    {
        Site = _site,
        BySocket = [.. Enumerable.Range(0, _lines.Length).Select(socket => LinesOf(socket, _lines[socket])).Where(lines => lines.Groups.Count > 0)],
        Forks = _forks.All,
        Resources = Pieces.Resources,
        InStep = _inStep,
        Tolerances = _tolerances,
        Supply = Pieces.Supply,
    };

    private FeedLine LineOf(Chain chain, Feed feed, LineNeed need, AirLink? sends, int socket, int rateKHz, EndClass end)
    {
        var (transmitter, box, clashes) = (feed.Transmitter, InTheBox(feed.Transmitter), _clashes.Of(socket));
        var fork = _forks.Of(chain, socket, clashes);
        return new()
        {
            Feed = feed,
            Sends = sends,
            Socket = socket,
            Fork = fork,
            LeansOnRoom = _site.RoomHears is not null && feed.Room is null && _site.LiveWithRoom(feed.Socket) == Liveness.Unlikely,
            Most = Math.Min(sends?.ListenersAtOnce ?? 1, _tolerances.Length),
            RateKHz = rateKHz,
            Programmes = _site.Passing(feed.Socket).Count,
            Brings = (chain.MonoSum || transmitter is { MonoSum: true } ? Brought.MonoSum : Brought.None)
                | (transmitter is { StreamsOnRequest: true } ? Brought.OnRequest : Brought.None)
                | (Needs.IsSetsOwnRadio(_site, feed) ? Brought.SetsOwnRadio : Brought.None),
            Effort = chain.Effort + (transmitter is null ? 0 : Effort.Of(transmitter.Power.SwitchedByHand ? 1 : 0, 1, 0))
                + Effort.Of(0, feed.PowerLead is null ? 0 : 1, 0),
            Prefix = _inStep.PrefixOf(chain, transmitter),
            // Behind a splitter the output is taken by that, once for all feeds.
            Uses = fork < 0 && clashes.Count > 0 ? [.. need.Uses, .. clashes] : need.Uses,
            Usb = need.Usb,
            Cents = need.Cents,
            Apart = box.Length > 0 || (transmitter is not null && _side.IsNamed(transmitter.Id)) || feed.Adapters.Any(a => _side.IsNamed(a.Id)),
            End = end,
            InTheBox = box,
        };
    }

    /// <summary>A line that is kept, with what it takes of things there are only so many of.</summary>
    private sealed record Held(FeedLine Line, Use[] Scarce);

    // Those that no other line on the same fork can stand in for, whatever the rig.
    private SocketLines LinesOf(int socket, List<FeedLine> lines)
    {
        var (offers, sureness, covers) = (new Offers(_inStep, _tolerances), new Dictionary<(EndClass, int), int>(), new Dictionary<(Offer, Offer), bool>());
        foreach (var line in lines)
            line.Offer = offers.Of(line);
        return new(socket, [.. lines.Where(line => line.Offer.Ears.Length > 0).GroupBy(line => line.Fork).OrderBy(fork => fork.Key)
            .Select(fork => (fork.Key, Kept(fork)))]);

        FeedLine[] Kept(IEnumerable<FeedLine> ofFork)
        {
            var (kept, lately) = (new List<FeedLine>(), new List<Held>());
            foreach (var line in ofFork.OrderBy(l => l.Cents).ThenBy(l => l.Effort).ThenByDescending(Sureness))
            {
                var one = new Held(line, ScarceOf(line));
                var at = line.Apart ? -1 : lately.FindIndex(k => StandsInFor(k, one) && Covers(k.Line.Offer, line.Offer));
                if (at < 0)
                    kept.Add(line);

                // What stood in for one line often does for the next.
                lately.Insert(0, at < 0 ? one : lately[at]);
                if (at >= 0)
                    lately.RemoveAt(at + 1);
            }

            return [.. kept];
        }

        bool Covers(Offer one, Offer other) =>
            ReferenceEquals(one, other) || (covers.TryGetValue((one, other), out var known) ? known : covers[(one, other)] = one.Covers(other));

        // How surely each listener is in step with what suits them best, added up: of lines that are equal, the surer one is kept.
        int Sureness(FeedLine line)
        {
            if (sureness.TryGetValue((line.End, line.Prefix.Number), out var known))
                return known;
            return sureness[(line.End, line.Prefix.Number)] = line.End.Alone
                .Select((ears, i) => ears.Select(ear => _inStep.PercentOf(line.Prefix, ear.Suffix, _tolerances[i])).DefaultIfEmpty(0).Max()).Sum();
        }
    }

    // True for one that comes before another in the price and takes no more of anything. What draws from the set's USB stands in for what costs as much as it
    // does with a supply for each of its boxes.
    private bool StandsInFor(Held one, Held other) =>
        !one.Line.Apart && one.Line.Effort <= other.Line.Effort && one.Line.Most >= other.Line.Most
        && Array.TrueForAll(one.Scarce, use => Array.Exists(other.Scarce, taken => taken.Resource == use.Resource && taken.Pieces >= use.Pieces))
        && (!one.Line.Usb.Any || one.Line.Usb.Fits.SequenceEqual(other.Line.Usb.Fits) || MostCents(one.Line) <= other.Line.Cents);

    private Use[] ScarceOf(FeedLine line) =>
        Pieces.IsPlenty(line.Uses) ? [] : [.. line.Uses.Where(u => Pieces.Resources.There(u.Resource) > 0).OrderBy(u => u.Resource)];

    // With a supply for each of its boxes; those at hand are counted elsewhere.
    private long MostCents(FeedLine line) =>
        Pieces.Supply < 0 || Pieces.Resources.There(Pieces.Supply) > 0 ? long.MaxValue
            : line.Cents + (line.Usb.Boxes - line.Usb.Unfed) * Pieces.Resources.Cents(Pieces.Supply);

    private (string, int)[] InTheBox(Device? transmitter) =>
        transmitter is null || transmitter.Includes.Count == 0 ? []
        : _inTheBox.TryGetValue(transmitter, out var known) ? known
        : _inTheBox[transmitter] =
        [.. transmitter.Includes.Where(id => _site.Shelf.Find(id) is { Role: not DeviceRole.Lead }).GroupBy(id => id).Select(g => (g.Key, g.Count()))];
}
