using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing.Search;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>
/// What is worked out before any socket is looked at: the devices worth trying, what each listener may wear, and how sending ends meet it. It hangs on the listeners, the walls, the air,
/// the region and what is at hand, never on the sockets or on who wants the room to hear, so that sites that differ in these alone share it. May then be read from several threads.
/// </summary>
internal sealed class EarSide
{
    private readonly Site _site;

    /// <param name="site">The site.</param>
    /// <param name="limits">What must not be used is left out; what must be used is kept whatever it is like.</param>
    /// <param name="log">Keeps what refuses an ear; null where nobody asks for it, and then every sending end is judged beforehand, side by side.</param>
    public EarSide(Site site, Limits limits, RefusalLog? log = null)
    {
        (_site, Limits, Pieces) = (site, limits, new PieceCounter(site));
        Device[] receivers = [];
        Parallel.Invoke(
            new ParallelOptions { MaxDegreeOfParallelism = BestRig.Workers },
            () => receivers = Likeness.WorthTrying(site, Allowed(DeviceRole.Receiver), limits.MustUse),
            () => Transmitters = Likeness.WorthTrying(site, Allowed(DeviceRole.Transmitter), limits.MustUse));
        Adapters = Likeness.WorthTrying(site, Allowed(DeviceRole.Adapter), limits.MustUse);
        var between = Likeness.WorthTrying(site, Allowed(DeviceRole.Relay).Concat(Allowed(DeviceRole.LinkReceiver)).Concat(Allowed(DeviceRole.Transmitter).Where(t => t.Links.Any(l => !l.Transmits) && t.Ports.Any(p => p.Output))), limits.MustUse);
        var inBoxes = Transmitters.SelectMany(t => t.Includes).ToHashSet();
        Entries = new EarEntries(site, limits, Pieces, receivers, between, IsNamed, id => inBoxes.Contains(id) || id == log?.WatchedId);
        Ends = new EndClasses(site, Suffixes, log, Entries);
        if (log is null)
            Ends.JudgeAll(Transmitters);
    }

    public Limits Limits { get; }

    /// <summary>Adapters worth trying.</summary>
    public Device[] Adapters { get; }

    /// <summary>Boxes worth trying.</summary>
    public Device[] Transmitters { get; private set; } = [];

    /// <summary>What listeners may wear.</summary>
    public EarEntries Entries { get; }

    /// <summary>How sending ends meet that.</summary>
    public EndClasses Ends { get; }
    public Suffixes Suffixes { get; } = new();

    /// <summary>What the ears take of things at hand.</summary>
    public PieceCounter Pieces { get; }

    /// <summary>True for what is asked for by name.</summary>
    public bool IsNamed(string id) => Limits.MustUse.Contains(id);

    /// <summary>True for a site that shares all of this. Routes planned there name the listeners of this site.</summary>
    public bool Serves(Site other) => ReferenceEquals(_site.Shelf, other.Shelf) && SeenOf(_site.Look) == SeenOf(other.Look) && _site.Look.Listeners.Select(Unwished).SequenceEqual(other.Look.Listeners.Select(Unwished));

    private static (object, AirAround, Region, object, Known) SeenOf(Look look) => (look.Walls, look.AirInUse, look.Region, look.Owned, look.Set.SpatialListed);

    private static Listener Unwished(Listener listener) => listener with { RoomWish = RoomWish.NoWish };

    private IEnumerable<Device> Allowed(DeviceRole role) => _site.Shelf.OfRole(role).Where(d => !Limits.MustNotUse.Contains(d.Id));
}
