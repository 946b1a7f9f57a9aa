using System.Collections.Concurrent;
using System.Collections.Frozen;
using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>A look together with the shelf it is planned from, with the questions both must answer.</summary>
public sealed class Site
{
    private readonly HashSet<string> _aidWearers;
    private readonly FrozenDictionary<string, IReadOnlyList<Programme>> _passing;
    private readonly FrozenDictionary<string, int> _owned;
    private readonly ConcurrentDictionary<(string, string), Liveness> _live = [];

    /// <param name="look">What was found.</param>
    /// <param name="shelf">What there is.</param>
    public Site(Look look, Shelf shelf)
    {
        Look = look;
        Shelf = shelf;
        _aidWearers = [.. look.Listeners.Where(l => shelf.Find(l.ReceiverId)?.Form == WearForm.HearingAids).Select(l => l.Id)];
        Watched = Programmes.Watched(look);
        _passing = look.AllSockets().DistinctBy(s => s.Id)
            .ToFrozenDictionary(s => s.Id, s => Programmes.Passing(look, look.SourceOf(s)?.Id ?? SoundSource.Television));
        _owned = look.Owned.GroupBy(o => o.DeviceId).ToFrozenDictionary(g => g.Key, g => g.Sum(o => o.Count));
        RoomHears = Wishing(look, RoomWish.RoomHearsToo);
        SetSilent = Wishing(look, RoomWish.SetSilent);

        // A bar that holds a socket and is listed as owned too is one bar.
        var taker = look.Set.Sockets.Select(s => s.TakenByDeviceId).FirstOrDefault(id => id is not null);
        BluetoothReceivers = look.Listeners.Select(l => l.ReceiverId).Concat(look.Owned.Select(o => o.DeviceId).Where(id => id != taker)).Append(taker)
            .Select(shelf.Find).OfType<Device>().Count(d => d.Links.Any(l => l is { Transmits: false, Technology: LinkTechnology.BluetoothClassic }));
        foreach (var socket in look.Set.Sockets)
        {
            if (socket.State == SocketState.Taken && shelf.Find(socket.TakenByDeviceId) is { Role: DeviceRole.RoomSpeaker } bar)
            {
                BarSocket = socket;
                Bar = bar;
                break;
            }
        }
    }

    public Look Look { get; }
    public Shelf Shelf { get; }

    /// <summary>The socket that a bar for the room holds; null when the set's own speakers do the work.</summary>
    public SourcePort? BarSocket { get; }

    /// <summary>The bar itself.</summary>
    public Device? Bar { get; }

    /// <summary>Everything that is watched or heard here.</summary>
    public IReadOnlyList<Programme> Watched { get; }

    /// <summary>True unless nothing has been said to be watched.</summary>
    public bool WatchesSomething => Watched.Count > 0;

    /// <summary>Names of those who want the room to hear too; null when nobody does.</summary>
    public string? RoomHears { get; }

    /// <summary>Names of those for whom the set must be silent; null when nobody asks it.</summary>
    public string? SetSilent { get; }

    /// <summary>Bluetooth receivers worn or owned here, any of which may answer a box that takes the first.</summary>
    public int BluetoothReceivers { get; }

    /// <summary>True for a device that a clinician allowed near somebody's implant: it is told from all others like it.</summary>
    public bool IsAllowedNearSomebody(string deviceId) => Look.Listeners.Any(l => l.MayComeNear(deviceId));

    /// <summary>The watched programmes that come past a socket.</summary>
    public IReadOnlyList<Programme> Passing(SourcePort socket) =>
        _passing.TryGetValue(socket.Id, out var known) ? known : Programmes.Passing(Look, SoundSource.Television);

    /// <summary>How surely two outputs sound at the same time.</summary>
    public Liveness LiveTogether(SourcePort one, SourcePort other) => _live.GetOrAdd((one.Id, other.Id), _ => LiveOutputs.Of(Look, one, other));

    /// <summary>How surely the room goes on hearing the set while an output is in use.</summary>
    public Liveness LiveWithRoom(SourcePort socket) => _live.GetOrAdd((socket.Id, ""), _ => LiveOutputs.WithRoom(this, socket));

    /// <summary>True when this listener wears hearing aids.</summary>
    public bool WearsAids(Listener listener) => _aidWearers.Contains(listener.Id);

    /// <summary>How many spare pieces of a device the household has. What a listener wears is that listener's and is not counted.</summary>
    public int OwnedCount(string deviceId) => _owned.GetValueOrDefault(deviceId);

    // Names of the listeners with a wish, joined; null when nobody has it.
    private static string? Wishing(Look look, RoomWish wish) =>
        look.Listeners.Where(l => l.RoomWish == wish).Select(l => l.Name).ToList() is { Count: > 0 } names ? string.Join(" and ", names) : null;
}
