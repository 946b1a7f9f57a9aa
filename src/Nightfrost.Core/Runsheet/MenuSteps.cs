using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is set in the set's own menu.</summary>
public static class MenuSteps
{
    // What is turned up so that its silence can be heard may come to an ear as well.
    private const string NobodyWears = "Nobody wears a receiver yet. Raise it slowly.";

    /// <summary>Asks for the value met before it is changed, so that it can be put back.</summary>
    public const string ValueFound = "Value found before";

    internal static IEnumerable<Step> For(Rig rig)
    {
        var set = rig.Site.Look.Set;
        foreach (var feed in rig.Feeds.Where(f => !f.BuiltIn).DistinctBy(f => f.Socket.Id))
        {
            var facts = SocketKinds.Of(feed.Socket.Kind);
            if (rig.Site.Look.SourceOf(feed.Socket) is { } source)
            {
                foreach (var step in OfSource(source, feed, facts))
                    yield return step;
                continue;
            }

            yield return new Step
            {
                Id = $"output-{feed.Key}",
                Phase = Phase.Menu,
                Place = "The set's menu, sound output",
                Acts = [Chosen(SoundSource.Television, SourceMenu.Output, Things.Socket(feed.Socket))],
                Goal = At(SoundSource.Television, SourceMenu.Output, Things.Socket(feed.Socket)),
                Action = $"Choose the output for the {facts.InSentence} socket",
                Detail = (set.SoundOutputMenu.Length > 0 ? $"On this set: {set.SoundOutputMenu}. " : "")
                    + $"Look for words such as {Variants(feed.Socket.Kind)}. If there is no such choice, carry on.",
                Note = ValueFound,
                Why = "Sets start out on their own speakers.",
            };
            if (facts.Signals.Contains(Signal.SpdifPcm) || facts.Kind == SocketKind.HdmiReturn)
                yield return new Step
                {
                    Id = $"pcm-{feed.Key}",
                    Phase = Phase.Menu,
                    Place = "The set's menu, digital format",
                    Acts = [Chosen(SoundSource.Television, SourceMenu.DigitalFormat, MenuValues.Pcm)],
                    Goal = At(SoundSource.Television, SourceMenu.DigitalFormat, MenuValues.Pcm),
                    Action = "Set the digital format to PCM",
                    Detail = "Also called stereo or uncompressed. Automatic is fine later, once it has sounded.",
                    Note = ValueFound,
                    Why = "A transmitter that cannot decode another format stays mute under a lit light.",
                };
            if (feed.Socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635)
                yield return new Step
                {
                    Id = $"headphone-level-{feed.Key}",
                    Phase = Phase.Menu,
                    Place = "The set's menu, headphone level",
                    Acts = [Chosen(SoundSource.Television, SourceMenu.HeadphoneLevel, MenuValues.High)],
                    Goal = At(SoundSource.Television, SourceMenu.HeadphoneLevel, MenuValues.High),
                    Action = "Turn the set's headphone level up to about three quarters",
                    Detail = "Leave the ear low until someone wears it. A low source with a high ear gives hiss.",
                    Note = ValueFound,
                };
        }

        if (Speakers(rig) is { } speakers)
            yield return speakers;
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "programme-on",
                Phase = Phase.Menu,
                Place = $"At {RouteWords.Players(rig)}",
                Goal = new Goal.All([.. rig.Routes.Where(r => r.Feed.Transmitter is { } box && !Behaviour.Of(box).PairsFromOff)
                    .Select(r => new Goal.SoundAt(r.AtEar.Listener.Id))]),
                Action = "Play a programme with speech",
                Why = "Some lights wait for real sound.",
            }.Showing(rig, [.. rig.Feeds.Where(f => f.Transmitter is { } box && !Behaviour.Of(box).PairsFromOff)
                .SelectMany(f => SignWords.Telling(Things.Sender(f)!, f.Transmitter!, SignState.Sound))]);
        if ((RoomSteps.Level(rig) ?? RoomSteps.Back(rig, Phase.Menu)) is { } level)
            yield return level;
    }

    // A box in front of the set has its own menu; the set's sound output stays as it is.
    private static IEnumerable<Step> OfSource(SoundSource source, Feed feed, SocketFacts facts)
    {
        if (feed.Socket.Kind == SocketKind.SecondZone)
            yield return new Step
            {
                Id = $"zone-{feed.Key}",
                Phase = Phase.Menu,
                Place = $"The {source.Name}'s menu, zone 2",
                Action = "Set the zone's volume to fixed, its source to follow the main zone, then switch the zone on",
                Detail = "Put the amplifier's assignment to its plain choice first: another one hides the zone's volume.",
                Note = ValueFound,
                Why = "The zone comes switched off, and stays apart from the main one.",
            };
        if (facts.Signals.Contains(Signal.SpdifPcm) || feed.Socket.Kind == SocketKind.HdmiOut)
            yield return new Step
            {
                Id = $"pcm-{feed.Key}",
                Phase = Phase.Menu,
                Place = $"The {source.Name}'s menu, digital format",
                Acts = [Chosen(source.Id, SourceMenu.DigitalFormat, MenuValues.Pcm)],
                Goal = At(source.Id, SourceMenu.DigitalFormat, MenuValues.Pcm),
                Action = $"Set the {source.Name}'s digital format to PCM, two channels",
                Detail = "Also called stereo or uncompressed.",
                Note = ValueFound,
                Why = "A box that cannot decode another format stays mute under a lit light.",
            };
        if (source.Kind == SourceKind.Computer)
            yield return new Step
            {
                Id = $"output-{feed.Key}",
                Phase = Phase.Menu,
                Place = $"The {source.Name}'s sound settings",
                Action = $"Choose the {feed.Transmitter?.Name ?? facts.InSentence} as the output",
                Detail = "Three levels multiply: the app's, the system's and the headset's. Put the first two to about three quarters.",
                Note = ValueFound,
            };
    }

    private static Step? Speakers(Rig rig)
    {
        var set = rig.Site.Look.Set;
        var room = rig.Site.RoomHears is not null;
        if (rig.Silencing == Silencing.ByMute)
            return new Step
            {
                Id = "set-muted",
                Phase = Phase.Menu,
                Place = "The set's remote",
                Acts = [.. RoomSteps.Up(rig), .. RoomSteps.Loud(rig).Select(id => new Act.Mute(id, true))],
                Goal = new Goal.RoomSilent(),
                Action = rig.Site.Bar is null ? "Turn the set up to what was found, then mute it"
                    : $"Turn the set and the {rig.Site.Bar.Name} up to what was found, then mute both",
                Detail = "The sound is taken before it comes to the set.",
                Caution = NobodyWears,
                Why = "The listener goes on hearing; mute must be set again each time the set was off.",
            }.Showing(rig, new Sign.Room(false));
        if (rig is { Silencing: Silencing.ByBarMute, Site.Bar: { } bar })
            return new Step
            {
                Id = "bar-muted",
                Phase = Phase.Menu,
                Place = $"The {bar.Name}'s remote",
                Acts = [.. RoomSteps.Up(rig), new Act.Mute(Things.Bar, true)],
                Goal = new Goal.RoomSilent(),
                Action = $"Turn the {bar.Name} and the set up to what was found, then mute the {bar.Name} alone",
                Detail = "The plug silences the set's own speakers, but not this.",
                Caution = NobodyWears,
                Why = "What the listener hears hangs on the set: muting that would mute both.",
            }.Showing(rig, new Sign.Room(false));
        if (rig.Silencing == Silencing.ByMenu)
            return new Step
            {
                Id = "speakers-off",
                Phase = Phase.Menu,
                Place = "The set's menu, speakers",
                Acts =
                [
                    .. RoomSteps.Up(rig),
                    Chosen(SoundSource.Television, SourceMenu.Speakers, MenuValues.Off),
                    .. rig.Site.Bar is null ? Array.Empty<Act>() : [new Act.Mute(Things.Bar, true)],
                ],
                Goal = new Goal.RoomSilent(),
                Action = rig.Site.Bar is null ? "Turn the set up to what was found, then switch its own speakers off"
                    : $"Turn the set and the {rig.Site.Bar.Name} up to what was found, then switch the set's own speakers off and mute the {rig.Site.Bar.Name}",
                Caution = NobodyWears,
                Why = "Silence tells something only where sound was heard before.",
                Detail = set.SpeakersCanBeOff == Known.NotYet ? "Not every set can. If it cannot, mute it and listen whether the headset goes on." : "",
                Note = ValueFound,
            }.Showing(rig, new Sign.Room(false));
        return room && rig.Site.Bar is null && rig.RoomFeed is null
            ? new Step
            {
                Id = "speakers-on",
                Phase = Phase.Menu,
                Place = "The set's menu, speakers",
                Action = "Leave the set's own speakers on",
                Detail = "Some menus call it both, or speaker and optical.",
            }
            : null;
    }

    private static Act.Choose Chosen(string sourceId, SourceMenu menu, string value) => new Act.Choose(sourceId, menu, value);

    private static Goal.MenuAt At(string sourceId, SourceMenu menu, string value) => new Goal.MenuAt(sourceId, menu, value);

    private static string Variants(SocketKind kind) => kind switch
    {
        SocketKind.Headphone35 or SocketKind.Headphone635 => "“headphone”, “headphone and speaker”",
        SocketKind.PhonoPair => "“audio out”, “line out”, “external speaker”",
        SocketKind.HdmiReturn => "“receiver”, “HDMI ARC”, “external speaker”",
        SocketKind.UsbA or SocketKind.UsbC => "“USB audio”, “external device”",
        _ => "“optical”, “digital out”, “external speaker”",
    };
}
