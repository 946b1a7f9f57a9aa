using Nightfrost.Core.Acts;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Runsheet;

/// <summary>Constraints on what is worn or stands beside a listener, on phones, and on menus that hang on each other.</summary>
internal static class EarConstraints
{
    public static IEnumerable<Constraint> All { get; } =
    [
        Physical("phone-before-box", (_, a, b) => a.Goal is Goal.KnownTo && SameEar(a, b) && Works(b) is not null),
        Physical("phone-before-release", (_, a, b) => a.Goal is Goal.KnownTo && b.Goal is Goal.RadiosAre { On: false }),
        Physical("pair-before-box", (_, a, b) => a.Goal is Goal.PairJoined pair && SameEar(a, b) && b.Goal is Goal.Joined joined
            && joined.ThingId == pair.ThingId),
        Physical("near-before-fed", (_, a, b) => a.Goal is Goal.At { Place: Place.AtSet } near && b.Phase == Phase.Pair && Feeds(b).Contains(near.ThingId)
            && !IsCarried(b)),
        Physical("receive-before-pairing", (_, a, b) => a.Goal is Goal.OnReceive receive && Works(b) == receive.ThingId),
        Physical("joined-before-carried", (_, a, b) => IsCarried(b) && SameEar(a, b) && a is { Phase: Phase.Pair, Acts.Count: > 0 } && !IsCarried(a)
            && (a.Goal is Goal.Joined or Goal.WindowOpen or Goal.At { Place: Place.AtSet } or Goal.OnReceive || Feeds(a).Any())),
        Physical("carried-before-off", (_, a, b) => IsCarried(a) && PairSteps.IsPutOff(b)
            && a.Acts.OfType<Act.Bring>().Any(bring => b.Acts.Any(act => act is Act.Unfeed off && off.ThingId == bring.ThingId
                || act is Act.Switch { On: false } power && power.ThingId == bring.ThingId))),
        Physical("fed-before-joined", (_, a, b) => b.Goal is Goal.Joined or Goal.All && a.Acts.Count > 0 && !IsCarried(a)
            && !IsCarried(b) && Feeds(a).Any(thing => Joins(b, thing))),
        Physical("on-before-searching", (_, a, b) => a.Acts.Count > 0 && b.Goal is Goal.WindowOpen or Goal.Joined
            && b.Acts.OfType<Act.Search>().Any(search => a.Acts.Contains(new Act.Switch(search.ThingId, true)))),
        Physical("joined-before-stream", (rig, a, b) => SameEar(a, b) && a is { Phase: Phase.Pair, Goal: Goal.Joined or Goal.WindowOpen }
            && b.Acts.OfType<Act.Streaming>().Any(stream => a.Goal is not Goal.Joined joined || joined.ThingId == stream.ThingId
                || rig.Routes.Any(r => r.AtEar.Listener.Id == a.ListenerId && Things.Sender(r.Feed) == stream.ThingId))),
        Physical("aim-before-heard", (rig, a, b) => a.Goal is Goal.Aimed aimed && b.Goal is Goal.Joined && b.ListenerId is { } ear
            && rig.Routes.Any(r => r.AtEar.Listener.Id == ear && Things.Sender(r.Feed) == aimed.ThingId)),
        Physical("own-before-heard", (_, a, b) => Hears(b) && SameEar(a, b) && a.Phase is Phase.Pair or Phase.Power && IsOwn(a)),
        Physical("joined-before-sides", (_, a, b) => b.Goal is Goal.SidesRight && SameEar(a, b) && a is { Phase: Phase.Pair, Acts.Count: > 0 }
            && a.Goal is Goal.Joined or Goal.WindowOpen or Goal.At or Goal.PairJoined),
        Physical("plugged-before-controls", (rig, a, b) => a.Goal is Goal.LeadIn lead && rig.Feeds.Any(f => f.FedByTap && lead.LeadId == Things.Lead(f, 0)
            && (Works(b) == Things.Sender(f) || b.Acts.OfType<Act.Switch>().Any(s => s.ThingId == Things.Sender(f))))),
        Physical("plugged-before-listed", (rig, a, b) => a.Goal is Goal.LeadIn lead && b.Goal is Goal.MenuAt { Menu: SourceMenu.Output } menu
            && rig.Feeds.Any(f => menu.Value == Things.Socket(f.Socket) && !f.BuiltIn && lead.LeadId == Things.Lead(f, 0)
                && rig.Site.Look.SourceOf(f.Socket) is { Kind: SourceKind.Computer })),
        Physical("sides-before-level", (_, a, b) => a.Goal is Goal.SidesRight && b.Goal is Goal.EarHears && SameEar(a, b)),
        Physical("worn-before-shown", (_, a, b) => a.Goal is Goal.EarHears && b.Goal is Goal.EarHears && SameEar(a, b) && PutsOn(a) && !PutsOn(b)),
        Physical("taken-off-before-worn", (_, a, b) => a.Goal is Goal.At { Place: Place.AtSet } && SameEar(a, b)
            && b.Goal is Goal.All all && all.Goals.Any(g => g is Goal.InPlace)),
        Physical("joined-before-worn", (_, a, b) => a.Goal is Goal.WindowOpen or Goal.Joined && a is { Phase: Phase.Pair, Acts.Count: > 0 } && SameEar(a, b)
            && b.Goal is Goal.InPlace or Goal.ListensTo or Goal.All && b.Acts.Any(act => act is Act.PutOn)),
        Physical("assignment-before-volume", (_, a, b) => Menu(a) == SourceMenu.ZoneAssignment && Menu(b) == SourceMenu.ZoneVolume),
        Physical("zone-on-before-input", (_, a, b) => Menu(a) == SourceMenu.ZonePower && Menu(b) == SourceMenu.ZoneInput),
        Physical("zone-input-before-slide-back", (_, a, b) => Menu(a) == SourceMenu.ZoneInput && b.Goal is Goal.RemoteOnMain),
        Physical("handed-on-before-picture", (_, a, b) => b.Signs.Any(sign => sign is Sign.Picture) && a.Phase == Phase.Wire
            && a.Goal is Goal.EndIn or Goal.LeadIn),
        Practice("manual-has-pairing-first", PairingFirst.IsBefore),
        Practice("placed-before-wired", (_, a, b) => IsCarried(a) && SameEar(a, b) && b is { Phase: Phase.Pair, Goal: Goal.LeadIn or Goal.InputChosen }),
        Practice("phone-before-profile", (_, a, b) => b.ListenerId is { } ear && b.Id == ProfileSteps.OnPhone(ear)
            && ((a.Goal is Goal.All back && back.Goals.Contains(new Goal.RadiosAre(true))) || (a.Goal is Goal.KnownTo && SameEar(a, b)))),
        Practice("profile-before-set", (_, a, b) => b.ListenerId is { } ear && b.Id == ProfileSteps.BySet(ear) && SameEar(a, b)
            && (a.Id == ProfileSteps.OnPhone(ear) || a.Goal is Goal.Joined)),
        Practice("closed-before-chosen", (rig, a, b) => b.Goal is Goal.Joined && b.ListenerId is { } ear
            && rig.Routes.Any(r => r.AtEar.Listener.Id == ear && a.Id == BroadcastSteps.CloseId(r.Feed))),
    ];

    private static Constraint Physical(string id, Func<Rig, Step, Step, bool> before) => new(id, ConstraintKind.Physical, before);

    private static Constraint Practice(string id, Func<Rig, Step, Step, bool> before) => new(id, ConstraintKind.Practice, before);

    private static bool SameEar(Step one, Step other) => one.ListenerId is not null && one.ListenerId == other.ListenerId;

    private static string? Works(Step step) => step.Acts.OfType<Act.Press>().FirstOrDefault()?.ThingId;

    private static IEnumerable<string> Feeds(Step step) => PairSteps.IsBackOn(step) ? [] : step.Acts.OfType<Act.Feed>().Select(feed => feed.ThingId);

    /// <summary>True for what is taken to its place once it has joined.</summary>
    internal static bool IsCarried(Step step) => step.Goal is Goal.All all && all.Goals.Any(g => g is Goal.At { Place: Place.Seat });

    private static bool Joins(Step step, string thing) => step.Goal is Goal.Joined joined ? joined.ThingId == thing
        : step.Goal is Goal.All all && all.Goals.Contains(new Goal.Joined(thing));

    private static bool Hears(Step step) => step.Goal is Goal.EarHears or Goal.EarHearsAt or Goal.SidesRight || step.Signs.Any(sign => sign is Sign.AtReceiver);

    // What is done for one ear so that it hears, besides joining.
    private static bool IsOwn(Step step) =>
        step.Goal is Goal.LeadIn or Goal.Powered or Goal.Fed or Goal.InPlace or Goal.ListensTo or Goal.Streams or Goal.TurnedUp or Goal.Aimed
        or Goal.PairJoined or Goal.InputChosen or Goal.MenuAt || (step.Goal is Goal.All all
            && (IsCarried(step) || all.Goals.Any(g => g is Goal.InPlace or Goal.MenuAt)));

    private static bool PutsOn(Step step) => step.Acts.Any(act => act is Act.PutOn);

    private static SourceMenu? Menu(Step step) => step.Goal is Goal.MenuAt menu ? menu.Menu : null;
}
