using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>One way in which a site may be otherwise than is likely.</summary>
/// <param name="Words">What is otherwise.</param>
/// <param name="AskedAt">Id of the step that shows it.</param>
/// <param name="Truths">That world.</param>
public sealed record World(string Words, string? AskedAt, Truths Truths);

/// <summary>The worlds a site may be: the likely one, and each that differs from it in one thing nobody knows.</summary>
/// <param name="Likely">What is likely everywhere.</param>
/// <param name="Others">The others.</param>
public sealed record Worlds(Truths Likely, IReadOnlyList<World> Others)
{
    /// <summary>Reads them off a rig: what was entered is so, what was not may be either way.</summary>
    public static Worlds Of(Rig rig)
    {
        var (look, set) = (rig.Site.Look, rig.Site.Look.Set);
        var used = rig.Feeds.Select(f => f.Socket).DistinctBy(s => s.Id).ToList();
        var likely = new Truths
        {
            Silencing = [.. rig.Feeds.Where(rig.Silences).Select(f => f.Socket.Id)],
            NotTogether = [.. RigOutputs.Of(rig).Where(p => p is { Other: not null, Liveness: Liveness.Never }).Select(p => Pair(p.One, p.Other!))],
            SpeakersCanBeOff = set.SpeakersCanBeOff != Known.No,
            UsbOffInStandby = [.. rig.Power.Where(p => p.UsbSocketId is not null).Select(p =>
                set.Sockets.FirstOrDefault(s => s.Id == p.UsbSocketId)).OfType<SourcePort>()
                .Where(s => s.OffInStandby != Known.No).Select(s => Acts.Things.Socket(s))],
        };
        var others = new List<World>();
        foreach (var pair in RigOutputs.Untried(rig))
        {
            var asked = $"together-{pair.One.Id}-{pair.Other?.Id ?? Line.LineBoard.RoomRow}";
            others.Add(pair.Other is { } other
                ? new(Say("unread.together", ("one", RouteWords.Socket(look, pair.One)), ("other", RouteWords.Socket(look, other))), asked,
                    likely with { NotTogether = likely.NotTogether.Add(Pair(pair.One, other)) })
                : new(Say("unread.silences", ("socket", RouteWords.Socket(look, pair.One)), ("speakers", RigOutputs.Room(rig))), asked,
                    RoomFalls(rig, likely, pair.One)));
        }

        foreach (var socket in used.Where(s => likely.Silencing.Contains(s.Id) && s.SilencesSpeakers == Known.NotYet
            && look.SourceOf(s) is not { Kind: SourceKind.Computer }))
            others.Add(new(Say("unread.leavesOn", ("socket", RouteWords.Socket(look, socket)), ("speakers", RigOutputs.OwnSpeakers(look, socket))),
                rig.Routes.First(r => r.Feed.Socket.Id == socket.Id) is var route && route.Feed.BuiltIn ? BuiltInSteps.UseId(route)
                    : $"lead-{route.Feed.Key}-0",
                likely with { Silencing = likely.Silencing.Remove(socket.Id) }));
        if (set.SpeakersCanBeOff == Known.NotYet && rig.Silencing == Silencing.ByMenu)
            others.Add(new(Say("unread.noSpeakerChoice"), "speakers-off", likely with { SpeakersCanBeOff = false }));
        foreach (var (route, place, number) in rig.Routes.SelectMany(r => RouteReach.Places(r).Select((place, i) => (r, place, i))))
        {
            if (RouteReach.At(route, place) is not { Usable: true, Grade: 0 } weak)
                continue;
            var id = route.AtEar.Listener.Id;
            others.Add(new(Say("unread.reach", ("place", place), ("left", weak.Words)), $"walk-{id}-{number}",
                likely with { OutOfReach = likely.OutOfReach.Add(new(id, place)) }));
        }

        others.AddRange(ForgetfulWorlds(rig, likely));
        others.AddRange(SeekingWorlds(rig, likely));
        foreach (var route in rig.Routes.DistinctBy(r => r.Feed.Key))
        {
            if (RouteLevels.Of(route) is { Clips: { } clips })
                others.Add(new(Say("unread.tooHot", ("socket", RouteWords.Socket(route)), ("box", clips.Box)), $"level-{route.AtEar.Listener.Id}",
                    likely with { LinesAreHot = true }));
        }

        if (rig.Routes.SelectMany(r => r.Devices).Where(d => d.Links.Count > 0 && Behaviour.Of(d).HasPowerControl && d.Automatic.IdleOffMinutes is null)
            .Select(d => d.Name).Distinct().ToList() is { Count: > 0 } unread)
            others.Add(new(Say("unread.idleOff", ("things", Wording.Listed(unread))), null,
                likely with { UnreadIdleMinutes = UsualIdleMinutes }));
        return new(likely, others);
    }

    // A bar falls silent when its own socket does, the set's speakers when another one silences them.
    private static Truths RoomFalls(Rig rig, Truths likely, SourcePort beside) => rig is { RoomFeed: null, Bar: not null, Site.BarSocket: { } held }
        && held.Id != beside.Id && !rig.Site.Look.StandsApart(beside)
        ? likely with { NotTogether = likely.NotTogether.Add(Pair(beside, held)) } : likely with { Silencing = likely.Silencing.Add(beside.Id) };

    /// <summary>Minutes after which what switches itself off mostly does (starting value).</summary>
    private const int UsualIdleMinutes = 5;

    /// <summary>
    /// The worlds of the client's week: in the likely one a box gets its headset before a phone does and the set's USB goes off with it; what a visit would
    /// have shown is as it was planned.
    /// </summary>
    public static Worlds OfTheWeek(Rig rig)
    {
        var (likely, others) = (Of(rig).Likely with { RivalsWin = false }, new List<World>());
        if (rig.Routes.Select(r => r.Rival).OfType<string>().Distinct().ToList() is { Count: > 0 } rivals)
            others.Add(new(Say("unread.rivalTakes", ("rivals", Wording.Capital(Wording.Listed(rivals)))), null, likely with { RivalsWin = true }));
        if (rig.Routes.SelectMany(r => r.Devices).Where(d => Behaviour.Of(d) is { ForgetsWithoutPower: true, HasPowerControl: true }).Select(d => d.Name)
            .Distinct().ToList() is { Count: > 0 } forgetful)
            others.Add(new(Say("unread.forgets", ("things", Wording.Listed(forgetful))), null, likely with { SwitchForgets = true }));
        others.AddRange(ForgetfulWorlds(rig, likely));
        others.AddRange(SeekingWorlds(rig, likely));
        foreach (var socket in rig.Power.Select(p => rig.Site.Look.Set.Sockets.FirstOrDefault(s => s.Id == p.UsbSocketId)).OfType<SourcePort>()
            .Where(s => s.OffInStandby == Known.NotYet).DistinctBy(s => s.Id))
            others.Add(new(Say("unread.staysOn", ("socket", RouteWords.Socket(rig.Site.Look, socket))), null,
                likely with { UsbOffInStandby = likely.UsbOffInStandby.Remove(Acts.Things.Socket(socket)) }));
        return new(likely, others);
    }

    // Of a box that goes off with the set nobody may have read whether it then knows its partners still.
    private static IEnumerable<World> ForgetfulWorlds(Rig rig, Truths likely) => rig.Feeds.Where(f => PowerBackSteps.IsUnread(rig, f)).Select(f =>
        new World(Say("unread.forgetsUnpowered", ("thing", f.Transmitter!.Name)), PowerBackSteps.IdOf(f), likely with { UnreadForgets = true }));

    // Of two that must find each other every evening nobody may have read which of them looks for the other.
    private static IEnumerable<World> SeekingWorlds(Rig rig, Truths likely) => rig.Routes.Where(r => ComesBackSteps.IsUnread(r)).Select(r =>
        new World(Say("unread.seeks", ("worn", r.AtEar.Takes.Name), ("box", r.Feed.Transmitter!.Name)), ComesBackSteps.AskedAt(rig, r),
            likely with { UnreadSeeksNobody = true }));

    private static string Pair(SourcePort one, SourcePort other) => $"{Acts.Things.Socket(one)}|{Acts.Things.Socket(other)}";
}
