using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing.Ways;

/// <summary>
/// What is worked out before any socket is looked at: the devices worth trying, what each listener may wear, and how sending ends meet it. It hangs on the
/// listeners, the walls, the air, the region and what is at hand, never on the sockets or on who wants the room to hear, so that sites that differ in these
/// alone share it. May then be read from several threads.
/// </summary>
internal sealed class EarSide
{
    // What is asked of a sending end is the same at every socket with a lead whose level is not known to be fixed.
    private static readonly SourcePort Anywhere = new() { Id = "", Kind = SocketKind.OpticalSquare, State = SocketState.Free };

    /// <summary>Threads that a plan may use.</summary>
    public const int Workers = 2;

    private readonly Site _site;

    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="log">Keeps what refuses an ear; null where nobody asks for it.</param>
    public EarSide(Site site, Limits limits, RefusalLog? log = null)
    {
        (_site, Limits, Pieces) = (site, limits, new PieceCounter(site));
        Transmitters = Likeness.WorthTrying(site, Allowed(DeviceRole.Transmitter), limits.MustUse);
        Adapters = Likeness.WorthTrying(site, Allowed(DeviceRole.Adapter), limits.MustUse);
        var between = Likeness.WorthTrying(site,
            Allowed(DeviceRole.Relay).Concat(Allowed(DeviceRole.LinkReceiver))
                .Concat(Allowed(DeviceRole.Transmitter).Where(t => t.Links.Any(l => !l.Transmits) && t.Ports.Any(p => p.Output))), limits.MustUse);
        var inBoxes = Transmitters.SelectMany(t => t.Includes).ToHashSet();
        Entries = new EarEntries(site, limits, Pieces, Likeness.WorthTrying(site, Allowed(DeviceRole.Receiver), limits.MustUse), between, IsNamed,
            id => inBoxes.Contains(id) || id == log?.WatchedId || site.IsAllowedNearSomebody(id));
        Ends = new EndClasses(site, new Suffixes(), log, Entries);

        // Refusals are kept in their order, so that there is no judging side by side.
        var sending = Transmitters.SelectMany(box => box.Links.Where(link => link.Transmits).Select(link => (Box: box, Link: link)));
        if (log is null)
            Parallel.ForEach(sending, new ParallelOptions { MaxDegreeOfParallelism = Workers }, end => Ends.Of(new Feed(Anywhere, [], end.Box, []), end.Link));
    }

    public Limits Limits { get; }

    /// <summary>Adapters worth trying.</summary>
    public Device[] Adapters { get; }

    /// <summary>Boxes worth trying.</summary>
    public Device[] Transmitters { get; }

    /// <summary>What listeners may wear.</summary>
    public EarEntries Entries { get; }

    /// <summary>How sending ends meet that.</summary>
    public EndClasses Ends { get; }

    /// <summary>What the ears take of things at hand.</summary>
    public PieceCounter Pieces { get; }

    /// <summary>True for what is asked for by name.</summary>
    public bool IsNamed(string id) => Limits.MustUse.Contains(id);

    /// <summary>True for a site that shares all of this. Routes planned there name the listeners of this site.</summary>
    public bool Serves(Site other) =>
        ReferenceEquals(_site.Shelf, other.Shelf) && SeenOf(_site.Look) == SeenOf(other.Look)
            && _site.Look.Listeners.Select(Unwished).SequenceEqual(other.Look.Listeners.Select(Unwished));

    private static (object, AirAround, Region, object, Known) SeenOf(Look look) => (look.Walls, look.AirInUse, look.Region, look.Owned, look.Set.SpatialListed);

    private static Listener Unwished(Listener listener) => listener with { RoomWish = RoomWish.NoWish };

    private IEnumerable<Device> Allowed(DeviceRole role) => _site.Shelf.OfRole(role).Where(d => !Limits.MustNotUse.Contains(d.Id));
}
