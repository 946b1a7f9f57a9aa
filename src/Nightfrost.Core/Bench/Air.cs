using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Whether sound crosses the air between two things at a moment.</summary>
internal static class Air
{
    /// <summary>Why nothing crosses, in plain words; empty where it does.</summary>
    public static IEnumerable<string> Missing(BenchState state, Hop hop)
    {
        var (from, to) = (state.Things[hop.From.Id], state.Things[hop.To.Id]);
        if (!Joins(state, hop))
            yield return NotJoined(state, hop);
        if (hop.To.Device!.Form == WearForm.HearingAids && to.IsOn && !Hears(hop, to.Programme, out var wanted))
            yield return Say($"bench.notOn{wanted}", ("thing", state.Site.NameOf(hop.To.Id)));
        else if (Asked(hop) is { } asked && !state.Things[asked.Id].Streams)
            yield return Say("bench.notAsked", ("thing", state.Site.NameOf(asked.Id)));
        if (to.FellToSbc)
            yield return Say("bench.fellToSbc", ("thing", state.Site.NameOf(hop.To.Id)));
        if (to.OnCall)
            yield return Say("bench.onCall", ("thing", state.Site.NameOf(hop.To.Id)));
        if (to.TooFar)
            yield return Say("bench.tooFar", ("thing", state.Site.NameOf(hop.To.Id)));
        if (from.Crowded)
            yield return Say("bench.crowded", ("thing", state.Site.NameOf(hop.From.Id)));
        if (from.ChannelShared)
            yield return Say("bench.channelShared", ("thing", state.Site.NameOf(hop.From.Id)));
        if (hop.Sends.IsInfrared && to.LineBlocked)
            yield return Say("bench.lineBlocked", ("thing", state.Site.NameOf(hop.To.Id)));
        if (to.Strays)
            yield return Say("bench.strays", ("thing", state.Site.NameOf(hop.To.Id)));
        if (hop.Kind == HopKind.AsPair && from.SidesSwapped)
            yield return Say("bench.sidesSwapped", ("thing", state.Site.NameOf(hop.From.Id)));
    }

    /// <summary>What somebody has to ask before sound crosses; null where it comes by itself. What a phone was asked for it passes on.</summary>
    internal static BenchThing? Asked(Hop hop) => hop.To.Device!.StreamsOnRequest ? hop.To
        : hop.From.Device is { StreamsOnRequest: true, Role: not DeviceRole.Relay } ? hop.From : null;

    /// <summary>True while two are joined; what needs no joining is while both are on, in place and in sight.</summary>
    public static bool Joins(BenchState state, Hop hop)
    {
        var (from, to) = (state.Things[hop.From.Id], state.Things[hop.To.Id]);
        if (hop.Kind != HopKind.Open)
            return to.TakesFrom == hop.From.Id;
        return from.IsOn && to.IsOn && (hop.Sends.IsInfrared ? from.Aimed : from.Worn && to.Worn && (!hop.From.IsLoop || from.Volume != Volume.Down));
    }

    // To a relay at the body aids go over by themselves, unless they are on T.
    private static bool Hears(Hop hop, AidProgramme on, out AidProgramme wanted)
    {
        wanted = hop.Sends.Technology == LinkTechnology.InductionLoop ? AidProgramme.Telecoil : AidProgramme.Stream;
        return on == wanted || (hop.OnBody && wanted == AidProgramme.Stream && on == AidProgramme.Ordinary);
    }

    private static string NotJoined(BenchState state, Hop hop)
    {
        var (thing, sender) = (("thing", state.Site.NameOf(hop.To.Id)), state.Site.NameOf(hop.From.Id));
        if (hop.Kind != HopKind.Open)
            return state.Things[hop.To.Id].TakesFrom is { } other ? Say("bench.joinedTo", thing, ("other", state.Site.NameOf(other)))
                : Say("bench.notJoinedTo", thing, ("other", sender));
        return state.Things[hop.From.Id] switch
        {
            { Aimed: false } when hop.Sends.IsInfrared => Say("bench.notAimed", ("thing", sender)),
            { Worn: false } when !hop.Sends.IsInfrared => Say("bench.notInPlace", ("thing", sender)),
            { Volume: Volume.Down } when hop.From.IsLoop => Say("bench.notDriven", ("thing", sender)),
            _ => Say("bench.hearsNot", thing, ("other", sender)),
        };
    }
}
