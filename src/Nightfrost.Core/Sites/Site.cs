using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Sites;

/// <summary>A look together with the shelf it is planned from, with the questions both must answer.</summary>
public sealed class Site
{
    private readonly HashSet<string> _aidWearers;

    /// <param name="look">What was found.</param>
    /// <param name="shelf">What there is.</param>
    public Site(Look look, Shelf shelf)
    {
        Look = look;
        Shelf = shelf;
        _aidWearers = [.. look.Listeners.Where(l => shelf.Find(l.ReceiverId)?.Form == WearForm.HearingAids).Select(l => l.Id)];
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
    public SetSocket? BarSocket { get; }

    /// <summary>The bar itself.</summary>
    public Device? Bar { get; }

    /// <summary>True when this listener wears hearing aids.</summary>
    public bool WearsAids(Listener listener) => _aidWearers.Contains(listener.Id);

    /// <summary>How many spare pieces of a device the household has. What a listener wears is that listener's and is not counted.</summary>
    public int OwnedCount(string deviceId) => Look.Owned.Where(o => o.DeviceId == deviceId).Sum(o => o.Count);
}
