using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is set in the set's own menu.</summary>
public static class MenuSteps
{
    // What is turned up so that its silence can be heard may come to an ear as well.
    private static string NobodyWears => Say("silence.caution");

    /// <summary>Asks for the value met before it is changed, so that it can be put back.</summary>
    public static string ValueFound => Say("menu.note");

    internal static IEnumerable<Step> For(Rig rig)
    {
        var set = rig.Site.Look.Set;
        foreach (var step in BarSteps.Menus(rig))
            yield return step;
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
                Place = Say("place.menuOutput"),
                Acts = [Chosen(SoundSource.Television, SourceMenu.Output, Things.Socket(feed.Socket))],
                Goal = At(SoundSource.Television, SourceMenu.Output, Things.Socket(feed.Socket)),
                Action = Say("output.action", ("socket", facts.InSentence)),
                Detail = Wording.Sentences(OnThisSet(rig, MenuOf.Output),
                    Say("output.detail", ("variants", Variants(feed.Socket.Kind)))),
                Note = ValueFound,
                Why = Say("output.why"),
            };
            if (facts.Kind == SocketKind.HdmiReturn)
                yield return new Step
                {
                    Id = $"linking-{feed.Key}",
                    Phase = Phase.Menu,
                    Place = Say("place.menuLinking"),
                    Acts = [Chosen(SoundSource.Television, SourceMenu.Linking, MenuValues.On)],
                    Goal = At(SoundSource.Television, SourceMenu.Linking, MenuValues.On),
                    Action = Say("linking.action"),
                    Detail = Say("linking.detail"),
                    Note = ValueFound,
                    Why = Say("linking.why"),
                };
            if (SocketReading.MayBeCoded(feed.Socket) && !BarSteps.IsStraight(rig, feed))
                yield return new Step
                {
                    Id = $"pcm-{feed.Key}",
                    Phase = Phase.Menu,
                    Place = Say("place.menuFormat"),
                    Acts = [Chosen(SoundSource.Television, SourceMenu.DigitalFormat, MenuValues.Pcm)],
                    Goal = At(SoundSource.Television, SourceMenu.DigitalFormat, MenuValues.Pcm),
                    Action = Say("pcm.action"),
                    Detail = Wording.Sentences(OnThisSet(rig, MenuOf.DigitalFormat), Say("pcm.detail")),
                    Note = ValueFound,
                    Why = Say("pcm.why"),
                };
            if (feed.Socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635)
                yield return new Step
                {
                    Id = $"headphone-level-{feed.Key}",
                    Phase = Phase.Menu,
                    Place = Say("place.menuHeadphone"),
                    Acts = [Chosen(SoundSource.Television, SourceMenu.HeadphoneLevel, MenuValues.High)],
                    Goal = At(SoundSource.Television, SourceMenu.HeadphoneLevel, MenuValues.High),
                    Action = Say("headphoneLevel.action"),
                    Detail = Wording.Sentences(OnThisSet(rig, MenuOf.HeadphoneLevel), Say("headphoneLevel.detail")),
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
                Place = Say("place.atPlayers", ("players", RouteWords.Players(rig))),
                Goal = new Goal.All([.. rig.Routes.Where(r => r.Feed.Transmitter is { } box && !Behaviour.Of(box).PairsFromOff)
                    .Select(r => new Goal.SoundAt(r.AtEar.Listener.Id))]),
                Action = Say("programmeOn.action"),
                Why = Say("programmeOn.why"),
            }.Showing(rig, [.. rig.Feeds.Where(f => f.Transmitter is { } box && !Behaviour.Of(box).PairsFromOff)
                .SelectMany(f => SignWords.Telling(Things.Sender(f)!, f.Transmitter!, SignState.Sound))]);
        if ((RoomSteps.Level(rig) ?? RoomSteps.Back(rig, Phase.Menu)) is { } level)
            yield return level;
    }

    // A box in front of the set has its own menu; the set's sound output stays as it is.
    private static IEnumerable<Step> OfSource(SoundSource source, Feed feed, SocketFacts facts)
    {
        if (feed.Socket.Kind == SocketKind.SecondZone)
        {
            foreach (var step in ZoneSteps.For(source, feed))
                yield return step;
        }

        if (facts.Signals.Contains(Signal.SpdifPcm) || feed.Socket.Kind == SocketKind.HdmiOut)
            yield return new Step
            {
                Id = $"pcm-{feed.Key}",
                Phase = Phase.Menu,
                Place = Say("place.menuFormatOf", ("source", source.Name)),
                Acts = [Chosen(source.Id, SourceMenu.DigitalFormat, MenuValues.Pcm)],
                Goal = At(source.Id, SourceMenu.DigitalFormat, MenuValues.Pcm),
                Action = Say("pcm.actionOf", ("source", source.Name)),
                Detail = Say("pcm.detailOf"),
                Note = ValueFound,
                Why = Say("pcm.whyOf"),
            };
        if (source.Kind == SourceKind.Computer)
            yield return new Step
            {
                Id = $"output-{feed.Key}",
                Phase = Phase.Menu,
                Place = Say("place.soundSettings", ("source", source.Name)),
                Acts = [Chosen(source.Id, SourceMenu.Output, Things.Socket(feed.Socket))],
                Goal = At(source.Id, SourceMenu.Output, Things.Socket(feed.Socket)),
                Action = Say("output.actionComputer", ("output", feed.Transmitter?.Name ?? facts.InSentence)),
                Detail = Say("output.detailComputer"),
                Note = ValueFound,
            };
        if (source.Kind == SourceKind.Computer)
            yield return new Step
            {
                Id = $"levels-{feed.Key}",
                Phase = Phase.Menu,
                Place = Say("place.soundSettings", ("source", source.Name)),
                Acts = [Chosen(source.Id, SourceMenu.PlayerLevel, MenuValues.High), Chosen(source.Id, SourceMenu.SystemLevel, MenuValues.High)],
                Goal = new Goal.All([At(source.Id, SourceMenu.PlayerLevel, MenuValues.High), At(source.Id, SourceMenu.SystemLevel, MenuValues.High)]),
                Action = Say("levels.action"),
                Detail = Say("levels.detail"),
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
                Place = Say("place.remoteOfSet"),
                Acts = [.. RoomSteps.Up(rig), .. RoomSteps.Loud(rig).Select(id => new Act.Mute(id, true))],
                Goal = new Goal.RoomSilent(),
                Action = rig.Bar is null ? Say("setMuted.action")
                    : Say("setMuted.actionBar", ("bar", rig.Bar.Name)),
                Detail = Say("setMuted.detail"),
                Caution = NobodyWears,
                Why = Say("setMuted.why"),
            }.Showing(rig, new Sign.Room(false));
        if (rig.Silencing == Silencing.BySource)
            return new Step
            {
                Id = "source-muted",
                Phase = Phase.Menu,
                Place = Say("place.atPlayers", ("players", RouteWords.Players(rig))),
                Acts = [.. Things.Players(rig).SelectMany(id => new Act[] { new Act.Turn(id, Volume.Usual), new Act.Mute(id, true) })],
                Goal = new Goal.RoomSilent(),
                Action = Say("sourceMuted.action", ("source", RouteWords.Players(rig))),
                Detail = Say("sourceMuted.detail"),
                Caution = NobodyWears,
                Why = Say("sourceMuted.why"),
            }.Showing(rig, new Sign.Room(false));
        if (rig is { Silencing: Silencing.ByBarMute, Bar: { } bar })
            return new Step
            {
                Id = "bar-muted",
                Phase = Phase.Menu,
                Place = Say("place.remoteOf", ("thing", bar.Name)),
                Acts = [.. RoomSteps.Up(rig), new Act.Mute(Things.Bar, true)],
                Goal = new Goal.RoomSilent(),
                Action = Say("barMuted.action", ("bar", bar.Name)),
                Detail = Say("barMuted.detail"),
                Caution = NobodyWears,
                Why = Say("barMuted.why"),
            }.Showing(rig, new Sign.Room(false));
        if (rig.Silencing == Silencing.ByMenu)
            return new Step
            {
                Id = "speakers-off",
                Phase = Phase.Menu,
                Place = Say("place.menuSpeakers"),
                Acts =
                [
                    .. RoomSteps.Up(rig),
                    Chosen(SoundSource.Television, SourceMenu.Speakers, MenuValues.Off),
                    .. rig.Bar is null ? Array.Empty<Act>() : [new Act.Mute(Things.Bar, true)],
                ],
                Goal = new Goal.RoomSilent(),
                Action = rig.Bar is null ? Say("speakersOff.action")
                    : Say("speakersOff.actionBar", ("bar", rig.Bar.Name)),
                Caution = NobodyWears,
                Why = Say("speakersOff.why"),
                Detail = Wording.Sentences(OnThisSet(rig, MenuOf.Speakers), set.SpeakersCanBeOff == Known.NotYet ? Say("speakersOff.detail") : ""),
                Note = ValueFound,
            }.Showing(rig, new Sign.Room(false));
        return room && rig.Site.Bar is null && rig.RoomFeed is null && rig.Routes.Any(r => RouteWords.StandsAlone(r) is null)
            ? new Step
            {
                Id = "speakers-on",
                Phase = Phase.Menu,
                Place = Say("place.menuSpeakers"),
                Action = Say("speakersOn.action"),
                Detail = Wording.Sentences(OnThisSet(rig, MenuOf.Speakers), Say("speakersOn.detail")),
            }
            : null;
    }

    /// <summary>Where a menu was found on this set; blank while it was not.</summary>
    internal static string OnThisSet(Rig rig, MenuOf menu) =>
        rig.Site.Look.Set.PathTo(menu) is { Length: > 0 } path ? Say("output.onThisSet", ("menu", path)) : "";

    private static Act.Choose Chosen(string sourceId, SourceMenu menu, string value) => new Act.Choose(sourceId, menu, value);

    private static Goal.MenuAt At(string sourceId, SourceMenu menu, string value) => new Goal.MenuAt(sourceId, menu, value);

    private static string Variants(SocketKind kind) => Say(kind switch
    {
        SocketKind.Headphone35 or SocketKind.Headphone635 => "output.wordsHeadphone",
        SocketKind.PhonoPair => "output.wordsLine",
        SocketKind.HdmiReturn => "output.wordsHdmi",
        SocketKind.UsbA or SocketKind.UsbC => "output.wordsUsb",
        _ => "output.wordsOptical",
    });
}
