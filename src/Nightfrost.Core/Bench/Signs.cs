using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>A light, a display or a lasting tone that a thing shows at a moment.</summary>
/// <param name="ThingId">The thing.</param>
/// <param name="Look">How it looks, as its device has it.</param>
public sealed record ShownSign(string ThingId, SignLook Look);

/// <summary>What can be seen and heard at a moment on the Bench.</summary>
public static class Signs
{
    /// <summary>Every light and display that anybody has read, as it stands; a thing that is off shows nothing.</summary>
    public static IReadOnlyList<ShownSign> Of(BenchState state) =>
    [
        .. state.Site.Things.Values.Where(t => t.Device is not null).OrderBy(t => t.Id, StringComparer.Ordinal)
            .SelectMany(t => t.Device!.Signs.Select(look => new ShownSign(t.Id, look)))
            .Where(shown => shown.Look.By != SignBy.Prompt && Holds(state, shown.ThingId, shown.Look.State)),
    ];

    /// <summary>Why a sign is not there, in plain words; empty when it is.</summary>
    public static IReadOnlyList<string> Missing(BenchState state, Sign sign) => sign switch
    {
        Sign.Shows shows => Holds(state, shows.ThingId, shows.State) ? []
            : [Say("bench.doesNotShow", ("thing", state.Site.NameOf(shows.ThingId)), ("means", Say($"state.{shows.State}")))],
        Sign.Heard heard => Listening.AtEar(state, heard.ListenerId).Reasons,
        Sign.AtReceiver at => Listening.FromReceiver(state, at.ListenerId),
        Sign.Together together => Goals.Missing(state, together.Both),
        Sign.HeardAt there => Goals.Missing(state, new Goal.EarHearsAt(there.ListenerId, there.PlaceName)),
        Sign.Room { Sounds: true } => Listening.InRoom(state).Reasons,
        Sign.Room => Listening.InRoom(state).IsHeard ? [Say("bench.roomStillHears")] : [],
        Sign.CodecShown codec => Goals.Missing(state, new Goal.CodecAsPlanned(codec.ListenerId)),
        Sign.Picture => Pictures.Missing(state, Sites.SoundSource.Television),
        _ => [],
    };

    /// <summary>True when a thing is in a state that it may show.</summary>
    public static bool Holds(BenchState state, string thingId, SignState what)
    {
        if (!state.Things.TryGetValue(thingId, out var thing) || state.Site.Things[thingId] is not { Device: not null, Behaviour: { } behaviour })
            return false;
        var fed = behaviour.HasBattery && Settling.IsFed(state, thing);
        return what switch
        {
            SignState.Charging => fed && thing.Charge < 1,
            SignState.Charged => fed && thing.Charge >= 1,
            _ when !thing.IsOn => false,
            SignState.Power => true,
            SignState.Sound => ArrivesAt(state, thingId),
            SignState.Waiting => thing.WaitsUntilMs is not null && !(behaviour.StartsOnReceive && thing.Mode == BoxMode.Receive),
            SignState.Joined => thing.Joined.Count > 0,
            SignState.Receiving => behaviour.StartsOnReceive && thing.Mode == BoxMode.Receive,
            SignState.LowCell => behaviour.HasBattery && !fed && thing.Charge is > 0 and < LowShare,
            _ => false,
        };
    }

    // What a cell holds when a device warns (starting value).
    internal const double LowShare = 0.1;

    /// <summary>A thing says that it has come into a state, where it has a prompt for it.</summary>
    internal static BenchState Tell(this BenchState state, string thingId, SignState what)
    {
        foreach (var prompt in state.Site.Things[thingId].Device?.Showing(what).Where(s => s.By == SignBy.Prompt) ?? [])
            state = state.Say(Wording.Sentence(Say("bench.prompt", ("thing", state.Site.NameOf(thingId)), ("says", prompt.Looks))));
        return state;
    }

    /// <summary>True while a thing has sound: at its input, or across the air.</summary>
    internal static bool HasSound(BenchState state, string thingId) => state.Site.Ears.Any(way => way.Beyond.Any(t => t.Id == thingId)
        ? (way.Hops.FirstOrDefault(h => h.To.Id == thingId) is not { } hop || Air.Joins(state, hop)) && Listening.AtBox(state, way.ListenerId).IsHeard
        : way.Sender?.Id == thingId && Listening.AtBox(state, way.ListenerId).IsHeard)
        || (state.Site.Room?.Speakers.Id == thingId && Listening.InRoom(state).IsHeard);

    private static bool ArrivesAt(BenchState state, string thingId) =>
        state.Site.Ears.Any(way => way.Sender?.Id == thingId && Listening.AtBox(state, way.ListenerId).IsHeard);
}
