using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Handover;

/// <summary>What the client calls the things of a rig: by what they are and where they stand, or by the label stuck on, never by a model's name.</summary>
internal static class ClientNames
{
    /// <summary>The box that sends; where a source sends by itself, the source.</summary>
    public static string Box(Rig rig, Route route)
    {
        if (route.Feed.Transmitter is null)
            return DailySteps.Owner(route);
        if (route.Sends is { Technology: LinkTechnology.InductionLoop })
            return Say("name.loop");
        var number = BoxLabels.Of(rig).FirstOrDefault(l => l.Feed.Key == route.Feed.Key).Number;
        return number > 0 ? Say("name.numbered", ("number", FormattableString.Invariant($"{number}")))
            : Say("name.box", ("player", DailySteps.Player(route)));
    }

    /// <summary>What is worn or stands beside the listener, and takes the sound.</summary>
    public static string Worn(Route route) => route.AtEar.Pieces > 1 ? Say("name.twoSpeakers") : Of(DailySteps.HandWorks(route));

    /// <summary>A receiver, relay or speaker by what it is.</summary>
    public static string Of(Device device) => device.Role switch
    {
        DeviceRole.Relay => Say(device.IsPhone() ? "name.phone" : "name.relay"),
        DeviceRole.LinkReceiver => Say("name.linkReceiver"),
        DeviceRole.RoomSpeaker => Say("name.roomSpeaker"),
        _ => Say($"name.{device.Form}"),
    };

    /// <summary>Any device of a route.</summary>
    public static string Of(Rig rig, Route route, Device device) => device.Id == route.Feed.Transmitter?.Id ? Box(rig, route)
        : device.Role is DeviceRole.Receiver or DeviceRole.Relay or DeviceRole.LinkReceiver or DeviceRole.RoomSpeaker ? Of(device) : Say("name.part");
}
