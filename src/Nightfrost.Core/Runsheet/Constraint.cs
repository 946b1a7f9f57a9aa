using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What a constraint rests on.</summary>
public enum ConstraintKind
{
    /// <summary>The devices ask for it: in the other order the later step, or one that hangs on it, goes wrong on the Bench.</summary>
    Physical,

    /// <summary>Consent, cost, hearing or courtesy: nothing of the devices fails.</summary>
    Practice,
}

/// <summary>Which steps come before which, as a value. All stand in <see cref="Constraints.All"/>; order, tests and docs read that list.</summary>
/// <param name="Id">Stable, kebab-case.</param>
/// <param name="Kind">What it rests on.</param>
/// <param name="Before">True when the first step must be done before the second one.</param>
public sealed record Constraint(string Id, ConstraintKind Kind, Func<Rig, Step, Step, bool> Before)
{
    /// <summary>Why, in the reader's words.</summary>
    public string Because => Say($"because.{Id}");

    /// <summary>True when it says something at the later step; what is said at the earlier one, or goes without saying, is not said again.</summary>
    public bool IsSaid { get; init; } = true;
}

/// <summary>Every constraint on the order of a visit.</summary>
public static class Constraints
{
    public static IReadOnlyList<Constraint> All { get; } =
    [
        Physical("power-before-controls",
            (rig, a, b) => Feeds(a) is { } thing && (Presses(b) == thing || TakesPowerToChoose(rig, b, thing)
                || b.Acts.OfType<Act.Switch>().Any(s => s.ThingId == thing && s.On))),
        Physical("on-before-controls",
            (rig, a, b) => a.Goal is Goal.Powered on && a.Acts.Any(act => act is Act.Switch)
                && (Presses(b) == on.ThingId || TakesPowerToChoose(rig, b, on.ThingId))),
        Physical("charge-before-use",
            (_, a, b) => a.Goal is Goal.Charged cell
                && (Presses(b) == cell.ThingId || b.Acts.OfType<Act.Switch>().Any(s => s.ThingId == cell.ThingId && s.On)
                    || b.Acts.OfType<Act.ToPhone>().Any(p => p.ThingId == cell.ThingId))),
        Physical("transmit-before-pairing",
            (rig, a, b) => a.Goal is Goal.OnTransmit sends && (Presses(b) == sends.ThingId || JoinsByItself(rig, b, sends.ThingId))),
        Physical("box-on-before-its-own",
            (rig, a, b) => (Feeds(a) ?? (a.Goal as Goal.Powered)?.ThingId) is { } thing && JoinsByItself(rig, b, thing)),
        Physical("near-before-pairing",
            (_, a, b) => a.Goal is Goal.At { Place: Place.AtSet } near && Presses(b) == near.ThingId && b.Goal is not Goal.PairJoined),
        Physical("box-before-receiver",
            (_, a, b) => a.Goal is Goal.WindowOpen window && a.ListenerId == b.ListenerId && Presses(b) is { } ear && ear != window.ThingId
                && b.Goal is not Goal.PairJoined),
        Physical("first-before-second",
            (rig, a, b) => Joined(a) is { } first && b.ListenerId is { } second && IsAfter(rig, first, second) && b.Phase == Phase.Pair
                && RouteOf(rig, first) is { IsPairedAtBox: true }
                && !b.Id.StartsWith("near-", StringComparison.Ordinal)),
        Physical("first-off-before-second",
            (_, a, b) => PairSteps.IsPutOff(a) && a.ListenerId == b.ListenerId && b.Goal is Goal.WindowOpen),
        Physical("all-joined-before-back-on",
            (rig, a, b) => PairSteps.IsBackOn(b) && SharesBox(rig, a.ListenerId, b.ListenerId!)
                && a.Phase == Phase.Pair && a.Goal is Goal.Joined or Goal.WindowOpen),
        Physical("free-before-plug",
            (_, a, b) => a.Goal is Goal.EndFree && a.Acts.OfType<Act.Pull>().Any() && b.Acts.OfType<Act.Plug>().Any(p => p.PortId == SocketOf(a)
                || a.Acts.OfType<Act.Pull>().Any(pull => pull.EndId == p.EndId))),
        Physical("all-before-first-sound",
            (rig, a, b) => SoundAt(b).Any(listener => IsNeeded(rig, a, listener))),
        Physical("radio-before-sound",
            (rig, a, b) => a.Phase == Phase.Pair && a.Acts.OfType<Act.Choose>().Any(choose => choose.Menu == SourceMenu.Output
                && SoundAt(b).Any(listener => RouteOf(rig, listener)?.Feed is { BuiltIn: true, Socket: var socket } && Things.Socket(socket) == choose.Value))),
        // What is made to wait from off is on from then.
        Physical("on-before-together",
            (rig, a, b) => a is { Goal: Goal.WindowOpen box, Phase: Phase.Pair, Acts.Count: > 0 } && b.Signs.Any(sign => sign is Sign.Together)
                && SoundAt(b).Any(listener => RouteOf(rig, listener) is { Feed: { Transmitter: { } sends } feed }
                    && Things.Sender(feed) == box.ThingId && Behaviour.Of(sends).PairsFromOff)),
        Physical("room-before-together",
            (_, a, b) => a.Goal is Goal.RoomHears && b.Signs.Any(s => s is Sign.Together { Both: Goal.All all } && all.Goals.Contains(a.Goal))),
        Physical("playing-before-heard",
            (_, a, b) => a.Acts.Any(act => act is Act.Play) && (Ear(b) is not null || b.Goal is Goal.RoomHears || SoundAt(b).Any())),
        Physical("joined-before-heard",
            (_, a, b) => Ear(b) is not null && a.ListenerId == b.ListenerId && a is { Phase: Phase.Pair, Acts.Count: > 0 }
                && a.Goal is Goal.Joined or Goal.WindowOpen),
        Physical("on-before-heard",
            (rig, a, b) => Ear(b) is { } ear && a.Phase == Phase.Pair && !IsOffAndOn(a) && RouteOf(rig, ear) is { } route
                && (a.Acts.OfType<Act.Switch>().Any(s => s.On && s.ThingId == Things.Taker(route.AtEar))
                    || (PairSteps.IsBackOn(a) && a.Acts.OfType<Act.Feed>().Any(f => f.ThingId == Things.Taker(route.AtEar))))),
        Physical("all-before-heard",
            (rig, a, b) => Ear(b) is { } ear && IsNeeded(rig, a, ear)),
        Physical("joined-before-trial",
            (rig, a, b) => JoinedAgain(rig, b).Any(ear => a is { Phase: Phase.Pair, Acts.Count: > 0 } && a.Goal is Goal.Joined or Goal.WindowOpen or Goal.All
                && !JoinedAgain(rig, a).Any() && SharesBox(rig, a.ListenerId, ear))),
        Physical("trial-before-stream",
            (rig, a, b) => a.Acts.Any(act => act is Act.Rest) && b.Acts.Any(act => act is Act.Streaming) && JoinedAgain(rig, a).Contains(b.ListenerId)),
        Physical("worn-before-walked",
            (_, a, b) => b.Goal is Goal.EarHearsAt && a.Goal is Goal.EarHears && a.ListenerId == b.ListenerId),
        Physical("all-joined-before-codec",
            (rig, a, b) => b.Goal is Goal.CodecAsPlanned codec && a is { Phase: Phase.Pair, Acts.Count: > 0 }
                && a.Goal is Goal.Joined or Goal.WindowOpen or Goal.All
                && SharesBox(rig, a.ListenerId, codec.ListenerId)),
        Physical("rivals-off-before-switching-on",
            (rig, a, b) => a.Goal is Goal.RadiosAre { On: false } && b.Phase == Phase.Pair && b.Goal is not Goal.WindowOpen
                && b.Acts.Any(act => act is Act.Switch { On: true } or Act.Rest)
                    && RouteOf(rig, b.ListenerId) is not { Sends: { IsOpen: false }, IsPairedAtBox: false }),
        Physical("off-before-back-on",
            (_, a, b) => a.Goal is Goal.RadiosAre { On: false } && IsRestore(b)),
        Practice("rivals-off-before-pairing",
            (_, a, b) => a.Goal is Goal.RadiosAre { On: false } && b.Phase == Phase.Pair && Presses(b) is not null),
        Physical("rivals-back-after-pairing",
            (_, a, b) => IsRestore(b) && a is { Phase: Phase.Pair, Acts.Count: > 0 }
                && a.Goal is Goal.Joined or Goal.WindowOpen or Goal.All or Goal.IsOff && !IsRestore(a) && !IsOffAndOn(a) && !IsPutIn(a)),
        Practice("tried-before-rivals-back", (_, a, b) => IsRestore(b) && IsOffAndOn(a)),
        Physical("room-after-what-feeds-it",
            (rig, a, b) => b.Goal is Goal.RoomHears && b.Phase == Phase.Menu && IsOfRoom(rig, a)),
        Physical("heard-before-silenced",
            (rig, a, b) => a.Id == "prove-sound" && b.Acts.Any(act => Silences(rig, act))),
        Physical("down-before-up",
            (_, a, b) => a.Acts.OfType<Act.Turn>().Any(down => down.Volume == Volume.Down
                && b.Goal is Goal.RoomHears or Goal.RoomAsUsual or Goal.RoomSilent
                && b.Acts.OfType<Act.Turn>().Any(up => up.Volume == Volume.Usual && up.ThingId == down.ThingId))),
        Practice("silence-before-turning-up",
            (_, a, b) => b.Id == "volume-back" && a.Id is "speakers-off" or "set-muted" or "source-muted" or "bar-muted"),
        Practice("asked-before-anything",
            (_, a, b) => IsAsked(a) && !IsAsked(b)) with { IsSaid = false },
        Practice("heard-before-changed",
            (_, a, b) => a.Id == "prove-sound" && b.Phase is Phase.Wire or Phase.Power or Phase.Menu or Phase.Pair
                || (a.Id == "prove-sound" && b.Id == "turn-down")) with { IsSaid = false },
        Practice("down-before-plugs",
            (_, a, b) => a.Id == "turn-down" && b.Acts.Any(act => act is Act.Plug or Act.Pull)),
        Practice("phases",
            (rig, a, b) => Rank(a.Phase) < Rank(b.Phase) && !PairingFirst.Exempts(rig, a, b)
                && (a.ListenerId is null || b.ListenerId is null || a.ListenerId == b.ListenerId)) with { IsSaid = false },
        Practice("settled-before-fixed",
            (_, a, b) => a.Id.StartsWith("together-", StringComparison.Ordinal) && b.Phase >= Phase.Listen
                && !b.Id.StartsWith("together-", StringComparison.Ordinal)),
        Practice("level-before-lips",
            (_, a, b) => a.Goal is Goal.EarHears && a.ListenerId == b.ListenerId && b.Phase == Phase.Listen && b.Goal is null),
        .. EarConstraints.All,
    ];

    private static Constraint Physical(string id, Func<Rig, Step, Step, bool> before) => new(id, ConstraintKind.Physical, before);

    private static Constraint Practice(string id, Func<Rig, Step, Step, bool> before) => new(id, ConstraintKind.Practice, before);

    private static int Rank(Phase phase) =>
        phase switch { Phase.Before => 0, Phase.Wire => 1, Phase.Power => 2, Phase.Menu => 3, Phase.Pair => 4, Phase.Listen => 5, _ => 6 };

    // Who is to hear it once a step went well.
    private static string? Ear(Step step) => step.Goal switch
    {
        Goal.EarHears ear => ear.ListenerId,
        Goal.EarHearsAt there => there.ListenerId,
        Goal.SidesRight => step.ListenerId,
        _ => null,
    };

    // Who is to be joined again by itself once power was cut and given back, or a switch put off and on.
    private static IEnumerable<string> JoinedAgain(Rig rig, Step step) =>
        step.Acts.Any(act => act is Act.Rest or Act.Switch { On: false }) && step.Goal is Goal.All all
        ? rig.Routes.Where(r => all.Goals.Contains(new Goal.Joined(Things.Taker(r.AtEar)))).Select(r => r.AtEar.Listener.Id) : [];

    // What is put off and on again, to see whether it comes back.
    private static bool IsOffAndOn(Step step) => step.Acts.Any(act => act is Act.Switch { On: false }) && step.Acts.Any(act => act is Act.Switch { On: true });

    private static bool IsPutIn(Step step) => step.Goal is Goal.All all && all.Goals.All(g => g is Goal.InPlace);

    private static bool IsAsked(Step step) => step.Id.StartsWith("ask-", StringComparison.Ordinal);

    private static bool Silences(Rig rig, Act act) => act switch
    {
        Act.Turn turn => turn.Volume == Volume.Down && RoomSteps.Loud(rig).Contains(turn.ThingId),
        Act.Mute mute => mute.On,
        Act.Pull => true,
        Act.Plug plug => rig.Feeds.Any(f => Things.Socket(f.Socket) == plug.PortId && SocketKinds.Of(f.Socket.Kind).SilencesSpeakers
            && LiveOutputs.CutsSpeakers(rig.Site.Look, f.Socket)),
        Act.Choose choose => choose is { Menu: SourceMenu.Speakers, Value: MenuValues.Off }
            || (choose.Menu == SourceMenu.Output && rig.Feeds.Any(f => Things.Socket(f.Socket) == choose.Value
                && (f.BuiltIn || (rig.Site.Look.StandsApart(f.Socket) && LiveOutputs.CutsSpeakers(rig.Site.Look, f.Socket))))),
        _ => false,
    };

    private static bool TakesPowerToChoose(Rig rig, Step step, string thingId) =>
        step.Acts.OfType<Act.ChooseInput>().Any(c => c.ThingId == thingId)
            && rig.Feeds.FirstOrDefault(f => Things.Sender(f) == thingId)?.Transmitter is { } box && Behaviour.Of(box).InputNeedsPower;

    // What was fed before and is fed again in its place counts once.
    private static string? Feeds(Step step) => EarConstraints.IsCarried(step) || PairSteps.IsBackOn(step) ? null
        : step.Acts.OfType<Act.Feed>().FirstOrDefault()?.ThingId;

    // What is worked to pair: by its control, or by its power where that alone opens a window.
    private static string? Presses(Step step) => step.Acts.OfType<Act.Press>().FirstOrDefault()?.ThingId
        ?? (step is { Goal: Goal.WindowOpen opened, Acts.Count: > 0 } ? opened.ThingId : null);

    // True for a receiver of a sender's own system, which joins it once both are on.
    private static bool JoinsByItself(Rig rig, Step step, string senderId) => step is { Goal: Goal.Joined, Acts.Count: > 0 } && Presses(step) is null
        && RouteOf(rig, step.ListenerId) is { } route && Things.Sender(route.Feed) == senderId;

    private static string? Joined(Step step) => step.Goal is Goal.Joined && Presses(step) is not null ? step.ListenerId : null;

    // True where both listen by one box and the second comes after the first.
    private static bool IsAfter(Rig rig, string firstId, string secondId)
    {
        var (first, second) = (RouteOf(rig, firstId), RouteOf(rig, secondId));
        return first is not null && second is not null && first != second && first.Feed.Key == second.Feed.Key
            && rig.Routes.ToList().IndexOf(first) < rig.Routes.ToList().IndexOf(second);
    }

    private static Route? RouteOf(Rig rig, string? listenerId) => rig.Routes.FirstOrDefault(r => r.AtEar.Listener.Id == listenerId);

    private static bool SharesBox(Rig rig, string? one, string other) => RouteOf(rig, one) is { } a && RouteOf(rig, other) is { } b && a.Feed.Key == b.Feed.Key;

    private static string? SocketOf(Step free) =>
        free.Id.StartsWith("free-", StringComparison.Ordinal) ? $"socket/{free.Id["free-".Length..]}" : null;

    private static IEnumerable<string> SoundAt(Step step) => step.Signs.OfType<Sign.AtReceiver>().Select(s => s.ListenerId)
        .Concat(step.Goal is Goal.All all ? all.Goals.OfType<Goal.SoundAt>().Select(s => s.ListenerId) : []);

    private static bool IsRestore(Step step) => step.Goal is Goal.All all && all.Goals.Any(g => g is Goal.RadiosAre { On: true });

    // True for a step that puts right something on the way to a listener, up to the box.
    private static bool IsNeeded(Rig rig, Step step, string listenerId)
    {
        if (step.Phase is Phase.Before or Phase.Pair || RouteOf(rig, listenerId) is not { } route)
            return false;
        var feed = route.Feed;
        var things = Enumerable.Range(0, feed.Joints.Count).Select(i => Things.Element(feed, i)).ToHashSet();
        return step.Goal switch
        {
            Goal.LeadIn lead => Enumerable.Range(0, feed.Joints.Count).Any(i => Things.Lead(feed, i) == lead.LeadId),
            Goal.Powered powered => things.Contains(powered.ThingId),
            Goal.OnTransmit sends => things.Contains(sends.ThingId),
            Goal.InputChosen input => things.Contains(input.ThingId),
            Goal.MenuAt menu => IsNeeded(rig, menu, feed.Socket),
            Goal.All all => all.Goals.OfType<Goal.MenuAt>().Any(menu => IsNeeded(rig, menu, feed.Socket)),
            Goal.EndFree => step.Id == $"free-{feed.Socket.Id}",
            null => Feeds(step) is { } fed && things.Contains(fed),
            _ => false,
        };
    }

    private static bool IsNeeded(Rig rig, Goal.MenuAt menu, SourcePort socket) => menu.SourceId == Things.Source(rig.Site.Look, socket) && menu.Menu switch
    {
        SourceMenu.Output => menu.Value == Things.Socket(socket) && IsChosenByMenu(rig, socket),
        SourceMenu.DigitalFormat => SocketKinds.Of(socket.Kind).Digital,
        SourceMenu.HeadphoneLevel => socket.Kind is SocketKind.Headphone35 or SocketKind.Headphone635,
        SourceMenu.Speakers => false,
        _ => true,
    };

    // A headphone socket is live with a plug in it, and the one a bar played from is chosen already.
    internal static bool IsChosenByMenu(Rig rig, SourcePort socket) => !SocketKinds.Of(socket.Kind).SilencesSpeakers && rig.Site.BarSocket?.Id != socket.Id;

    // True for a step that the room's own sound waits for.
    private static bool IsOfRoom(Rig rig, Step step) => step.Goal switch
    {
        Goal.EndIn or Goal.EndFree => true,
        Goal.LeadIn lead => rig.RoomFeed is { } feed ? lead.LeadId == Things.RoomLead(feed) || lead.LeadId == Things.Lead(feed, 0)
            : rig.Feeds.Any(f => f.KeepsTaker && Things.Lead(f, 0) == lead.LeadId),
        Goal.Powered powered => rig.RoomFeed is { } feed ? powered.ThingId == Things.RoomSpeakers(feed)
            : rig.Feeds.Any(f => f.KeepsTaker && Things.Element(f, 0) == powered.ThingId),
        null => Feeds(step) is { } fed && rig.Feeds.Any(f => f.KeepsTaker && Things.Element(f, 0) == fed),
        Goal.MenuAt menu => rig.RoomFeed is not null && menu.Menu != SourceMenu.Speakers,
        _ => false,
    };
}
