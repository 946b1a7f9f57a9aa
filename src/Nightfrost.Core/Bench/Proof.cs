using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Bench;

/// <summary>What the Bench says of a sheet.</summary>
public enum Verdict
{
    /// <summary>Every step does what it says, whatever of what nobody knows is true.</summary>
    Proven,

    /// <summary>It holds unless something that nobody knows is otherwise.</summary>
    ProvenBut,

    /// <summary>A step does not do what it says, or the site is not as planned afterwards.</summary>
    Fails,

    /// <summary>Something of the rig is not simulated.</summary>
    NotCarriedOut,
}

/// <summary>Something nobody knows that a sheet hangs on.</summary>
/// <param name="Words">What it is, as something that may be so.</param>
/// <param name="AskedAt">Id of the step at which it shows; null where none does.</param>
/// <param name="ThenFails">What goes otherwise then.</param>
public sealed record Doubt(string Words, string? AskedAt, string ThenFails);

/// <summary>A sheet's proof.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Steps">How many steps were carried out.</param>
/// <param name="Minutes">How long a practised person takes, waiting for lights included, whole minutes rounded up.</param>
/// <param name="FailsAt">Id of the first step that goes otherwise; null for none.</param>
/// <param name="Problems">What goes otherwise, in plain words.</param>
/// <param name="Doubts">What it hangs on.</param>
/// <param name="NotSimulated">What of the rig the Bench cannot carry out.</param>
public sealed record Proof(
    Verdict Verdict, int Steps, int Minutes, string? FailsAt, IReadOnlyList<string> Problems, IReadOnlyList<Doubt> Doubts, IReadOnlyList<string> NotSimulated)
{
    /// <summary>Paces a sheet must hold at: in a hurry, as practised people do it, and three times as slowly.</summary>
    public static IReadOnlyList<double> Paces { get; } = [0.5, 1, 3];

    /// <summary>The proof once some steps went as expected on the visit: what they showed is no doubt any more.</summary>
    /// <param name="wentWell">Ids of those steps.</param>
    public Proof After(IReadOnlySet<string> wentWell)
    {
        List<Doubt> left = [.. Doubts.Where(d => d.AskedAt is null || !wentWell.Contains(d.AskedAt))];
        return this with { Doubts = left, Verdict = Verdict == Verdict.ProvenBut && left.Count == 0 ? Verdict.Proven : Verdict };
    }

    /// <summary>Carries a sheet out in the likely world at every pace, then in each world in which one thing nobody knows is otherwise.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">Its steps, in order.</param>
    public static Proof Of(Rig rig, IReadOnlyList<Step> steps)
    {
        var missing = BenchSites.NotSimulated(rig);
        if (missing.Count > 0)
            return new(Verdict.NotCarriedOut, 0, 0, null, [], [], missing);
        var worlds = Worlds.Of(rig);
        Rehearsed? asMeant = null;
        foreach (var pace in Paces)
        {
            var run = Rehearsal.Run(Bench.Start(BenchSites.Of(rig, worlds.Likely)), steps, pace);
            if (!run.Passed)
                return new(Verdict.Fails, steps.Count, 0, run.FirstFailed?.StepId, run.FirstFailed?.Problems ?? run.AtTheEnd, [], []);
            asMeant = pace == 1 ? run : asMeant;
        }

        var doubts = new List<Doubt>();
        foreach (var (words, askedAt, truths) in worlds.Others)
        {
            var run = Rehearsal.Run(Bench.Start(BenchSites.Of(rig, truths)), steps);
            if (!run.Passed)
                doubts.Add(new(words, steps.Any(s => s.Id == askedAt) ? askedAt : null, (run.FirstFailed?.Problems ?? run.AtTheEnd)[0]));
        }

        var minutes = (int)Math.Ceiling(asMeant!.End.NowMs / 60_000.0);
        return new(doubts.Count == 0 ? Verdict.Proven : Verdict.ProvenBut, steps.Count, minutes, null, [], doubts, []);
    }
}

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
            Silencing = [.. used.Where(s => look.SourceOf(s) is null && Silences(rig, s)).Select(s => s.Id)],
            NotTogether = [.. RigOutputs.Of(rig).Where(p => p is { Other: not null, Liveness: Liveness.Never }).Select(p => Pair(p.One, p.Other!))],
            SpeakersCanBeOff = set.SpeakersCanBeOff != Known.No,
            UsbOffInStandby = [.. rig.Power.Where(p => p.UsbSocketId is not null).Select(p => set.Sockets.First(s => s.Id == p.UsbSocketId))
                .Where(s => s.OffInStandby != Known.No).Select(s => Acts.Things.Socket(s))],
        };
        var others = new List<World>();
        foreach (var pair in RigOutputs.Untried(rig))
        {
            var asked = $"together-{pair.One.Id}-{pair.Other?.Id ?? Line.LineBoard.RoomRow}";
            others.Add(pair.Other is { } other
                ? new($"{RouteWords.Socket(look, pair.One)} and {RouteWords.Socket(look, other)} may not sound at the same time", asked,
                    likely with { NotTogether = likely.NotTogether.Add(Pair(pair.One, other)) })
                : new($"{RouteWords.Socket(look, pair.One)} may silence {RigOutputs.Room(rig)}", asked,
                    likely with { Silencing = likely.Silencing.Add(pair.One.Id) }));
        }

        foreach (var socket in used.Where(s => likely.Silencing.Contains(s.Id) && s.SilencesSpeakers == Known.NotYet))
            others.Add(new($"{RouteWords.Socket(look, socket)} may leave the set's own speakers on",
                $"lead-{rig.Feeds.First(f => f.Socket.Id == socket.Id).Key}-0", likely with { Silencing = likely.Silencing.Remove(socket.Id) }));
        if (set.SpeakersCanBeOff == Known.NotYet && rig.Silencing == Silencing.ByMenu)
            others.Add(new("the set may have no choice that switches its own speakers off", "speakers-off", likely with { SpeakersCanBeOff = false }));
        return new(likely, others);
    }

    /// <summary>
    /// The worlds of the client's week: in the likely one a box gets its headset before a phone does and the set's USB goes off with it; what a visit would
    /// have shown is as it was planned.
    /// </summary>
    public static Worlds OfTheWeek(Rig rig)
    {
        var (likely, others) = (Of(rig).Likely with { RivalsWin = false }, new List<World>());
        foreach (var listener in rig.Routes.Where(r => r.AtEar.IsOwn && r.Sends is { IsBluetooth: true }
            && !string.IsNullOrWhiteSpace(r.AtEar.Listener.KnownTo))
            .Select(r => r.AtEar.Listener).Take(1))
            others.Add(new($"{Wording.Capital(listener.KnownTo.Trim())} may take the headset when it is switched on", null, likely with { RivalsWin = true }));
        foreach (var socket in rig.Power.Select(p => rig.Site.Look.Set.Sockets.FirstOrDefault(s => s.Id == p.UsbSocketId)).OfType<SourcePort>()
            .Where(s => s.OffInStandby == Known.NotYet).DistinctBy(s => s.Id))
            others.Add(new($"{RouteWords.Socket(rig.Site.Look, socket)} may stay on in standby", null,
                likely with { UsbOffInStandby = likely.UsbOffInStandby.Remove(Acts.Things.Socket(socket)) }));
        return new(likely, others);
    }

    // As a rig counts on it: where the room should hear, only what is known to silence does.
    private static bool Silences(Rig rig, SourcePort socket) =>
        rig.Site.RoomHears is null || rig.RoomFeed is not null ? SocketReading.SilencesSpeakers(socket) : socket.SilencesSpeakers == Known.Yes;

    private static string Pair(SourcePort one, SourcePort other) => $"{Acts.Things.Socket(one)}|{Acts.Things.Socket(other)}";
}
