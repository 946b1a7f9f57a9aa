using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What a box that looks for its partner all day does to a bar: it wakes it, and the bar listens to the box from then on.</summary>
internal static class Waking
{
    /// <summary>From the moment it has nobody until it wakes another, ms (starting value).</summary>
    internal const int WakesAfterMs = 5 * 60_000;

    /// <summary>A box that is on, waits for nobody and has nobody counts.</summary>
    public static BenchState Watch(BenchState state)
    {
        foreach (var (id, what) in state.Site.Things)
        {
            if (what.Device is not { DisturbsWhenIdle: true })
                continue;
            var thing = state.Things[id];
            var counts = thing is { IsOn: true, WaitsUntilMs: null, Joined.Count: 0 };
            if (counts != thing.WakesOthersAtMs is not null)
                state = state.With(id, t => t with { WakesOthersAtMs = counts ? state.NowMs + WakesAfterMs : null });
        }

        return state;
    }

    /// <summary>A box wakes every bar that would answer it, and a set that follows such a bar.</summary>
    public static BenchState Wake(BenchState state, string boxId)
    {
        state = state.With(boxId, t => t with { WakesOthersAtMs = state.NowMs + WakesAfterMs });
        return Woken(state.Site, boxId).Where(bar => state.Things[bar.Id] is { FedFrom: not null, WokenBy: null })
            .Aggregate(state, (now, bar) => ByBox(now, bar.Id, boxId));
    }

    /// <summary>Bars with Bluetooth that a box has no business with.</summary>
    public static IEnumerable<BenchThing> Woken(BenchSite site, string boxId) => site.Things.Values.Where(t =>
        t.Device is { Role: DeviceRole.RoomSpeaker } bar && bar.Links.Any(l => l is { IsBluetooth: true, Transmits: false }) && !site.SendsTo(boxId, t.Id));

    /// <summary>A bar that was woken.</summary>
    public static BenchState ByBox(BenchState state, string barId, string boxId)
    {
        state = state.With(barId, t => t with { WokenBy = boxId })
            .Say(Wording.Sentence(Say("bench.wakes", ("box", state.Site.NameOf(boxId)), ("bar", state.Site.NameOf(barId)))), wentWrong: true);
        return Follows(state, barId) && state.Sources[SoundSource.Television].Standby
            ? state.WithSource(SoundSource.Television, s => s with { Standby = false })
                .Say(Wording.Sentence(Say("bench.wakesSet", ("bar", state.Site.NameOf(barId)))), wentWrong: true)
            : state;
    }

    // Power goes with the link of HDMI until the menu says otherwise.
    private static bool Follows(BenchState state, string barId) => barId == Things.Bar
        && state.Site.Look.Set.Sockets.FirstOrDefault(s => s.Id == state.Site.Room?.SocketId) is { Kind: SocketKind.HdmiReturn }
        && state.Sources[SoundSource.Television].Menus.GetValueOrDefault(SourceMenu.PowerFollowing) != MenuValues.Off;
}
