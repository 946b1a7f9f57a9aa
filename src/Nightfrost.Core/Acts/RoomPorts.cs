using Nightfrost.Core.Kit;

namespace Nightfrost.Core.Acts;

/// <summary>Which end of a splitter, or which output of a box, goes on to the room.</summary>
public static class RoomPorts
{
    private const int TakersEnd = 90;
    private const int SpeakersEnd = 91;

    /// <summary>Where the lead of what held the socket goes on.</summary>
    public static string OfTaker(string thingId, Device through) => Things.OutPort(thingId, through, FirstOut(through), through.SplitsInto > 1 ? TakersEnd : 0);

    /// <summary>Where speakers for the room hang.</summary>
    public static string OfSpeakers(string thingId, Device splitter) => Things.OutPort(thingId, splitter, FirstOut(splitter), SpeakersEnd);

    private static Connector FirstOut(Device device) => device.Ports.FirstOrDefault(p => p.Output)?.Connector ?? Connector.OpticalSquare;
}
