using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Routing;

/// <summary>Levels along a route, from its socket to the ear.</summary>
public static class RouteLevels
{
    /// <summary>
    /// Speech at the ear with the ear's control right up; null where it is not ours to reckon or nobody has read enough: hearing aids, loops, a source's own
    /// radio, and speakers whose loudness is not known.
    /// </summary>
    /// <param name="route">The route.</param>
    /// <param name="volumeDb">What the source's volume takes off an output that follows it, dB, not above 0.</param>
    /// <param name="headphoneDb">What the headphone level in its menu takes off, dB, not above 0.</param>
    public static EarLevel? Of(Route route, double volumeDb = LevelStages.UsualVolumeDb, double headphoneDb = LevelStages.HeadphoneHighDb)
    {
        var feed = route.Feed;
        var receiver = route.AtEar.Receiver;
        if (feed.BuiltIn || receiver.Form == WearForm.HearingAids || route.AtEar.Relay is not null
            || (receiver.Levels.LoudestDbSpl is null && receiver.Form is not (WearForm.OverEar or WearForm.Earbuds))
            || route.Sends is { Technology: LinkTechnology.InductionLoop } || feed.Joints.Count == 0)
            return null;
        var digital = SocketKinds.Of(feed.Socket.Kind).Digital;
        var (level, clips) = (digital ? LevelPoint.Programme : AtSocket(feed.Socket, volumeDb, headphoneDb), (Overdriven?)null);
        List<Device> boxes = [.. feed.Adapters, .. feed.Transmitter is null ? [] : new[] { feed.Transmitter }];
        for (var i = 0; i < boxes.Count; i++)
        {
            // A box that sends hands on numbers; an adapter hands on what its next lead carries.
            var leaves = i + 1 >= feed.Joints.Count ? feed.Transmitter is not null : feed.Joints[i + 1].Digital;
            if (!digital && leaves)
            {
                if (boxes[i].Levels.ClipDbV is { } clip && level.PeakDb > clip)
                    clips ??= new(boxes[i].Name, level.PeakDb, clip);
                level = LevelStages.Input(level, boxes[i].Levels);
            }
            else if (digital && !leaves)
                level = LevelStages.Converted(level, boxes[i].Levels);
            digital = leaves;
        }

        if (route.Sends is { } sends)
            level = LevelStages.Link(level, sends.Technology is not (LinkTechnology.UhfAnalogue or LinkTechnology.InfraredAnalogue));
        return new(LevelStages.Ear(level, receiver.Levels, byWire: route.Sends is null && !digital), clips);
    }

    private static LevelPoint AtSocket(SourcePort socket, double volumeDb, double headphoneDb) =>
        socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635
            ? LevelStages.Output(LevelStages.HeadphoneFullScaleDbV, (SocketReading.FixedLevel(socket) == true ? 0 : volumeDb) + headphoneDb)
            : LevelStages.Output(LevelStages.LineFullScaleDbV, SocketReading.FixedLevel(socket) == false ? volumeDb : 0);
}
