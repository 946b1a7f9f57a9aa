using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Line;

/// <summary>Which control owns the loudness of a route.</summary>
public static class LoudnessOwner
{
    /// <summary>What a source is turned up by: a computer has no remote.</summary>
    /// <param name="source">The source; null for the set.</param>
    public static string ControlOf(SoundSource? source) => source is { Kind: SourceKind.Computer } ? "own volume" : "remote";

    /// <summary>In a few words, with whether the set's volume reaches the ear.</summary>
    public static string Of(Route route)
    {
        var fixedLevel = SocketReading.FixedLevel(route.Feed.Socket);
        var source = route.Site.Look.SourceOf(route.Feed.Socket);
        var remote = $"{(source is null ? "the set" : $"the {source.Name}")}'s {ControlOf(source)}";
        if (route.AtEar.Receiver.Role == DeviceRole.RoomSpeaker)
            return $"the {route.AtEar.Receiver.Name}'s own remote{(fixedLevel == false ? $", and {remote} as well" : "")}";
        var ear = route.AtEar.Relay is { OwnVolume: true } relay ? relay.Name : route.AtEar.Receiver.OwnVolume ? route.AtEar.Receiver.Name : null;
        return (ear, fixedLevel) switch
        {
            ({ } own, true) when route.Feed.Socket.Level == LevelControl.NotYet => $"{own}; {remote} and mute usually do not reach it",
            (null, true) when route.Feed.Socket.Level == LevelControl.NotYet => "nobody, where the level is fixed as it usually is on such a socket",
            ({ } own, true) => $"{own} alone; {remote} and mute do not reach it",
            ({ } own, false) => $"{own}, and {(route.Feed.Socket.Level == LevelControl.NotYet ? "usually " : "")}{remote} as well",
            ({ } own, null) => $"{own}; whether {remote} reaches it is not known yet",
            (null, false) => $"{remote} alone{(route.Feed.Socket.Level == LevelControl.NotYet ? ", as is usual on such a socket" : "")}",
            (null, true) => "nobody: fixed level and no control at the ear",
            _ => $"{remote}, if it reaches this output",
        };
    }
}
