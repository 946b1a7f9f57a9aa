using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Loudness;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What is seen and heard of a listener's way before anything is touched.</summary>
internal static class Looks
{
    /// <summary>Every look along a way, the ear first.</summary>
    public static IEnumerable<Check> Of(BenchSite site, EarWay way)
    {
        yield return Look("look.ear", way.Route.AtEar.Listener.Name, state => AtEar(state, way));
        yield return Look("look.room", "", state => Text(Listening.InRoom(state).IsHeard));
        yield return Look("look.picture", site.NameOf(way.SourceId), state => Text(state.Sources[way.SourceId] is { Standby: false } source
            ? source.Playing ? "plays" : "still" : "dark"));
        yield return Look("look.menu", site.NameOf(way.SourceId), state => Menu(state.Sources[way.SourceId]));
        foreach (var lead in Leads(way))
            yield return Look("look.plugs", site.NameOf(lead.Id), state =>
                Text(lead.Ends.SelectMany(e => new object?[] { state.Plugs.GetValueOrDefault(e.End), state.Crossed.Contains(e.End) })));
        foreach (var thing in OnWay(way))
            yield return Look("look.thing", site.NameOf(thing.Id), state => Thing(state, thing.Id));
        foreach (var aid in way.Pieces.Where(p => p.Device!.Form == WearForm.HearingAids))
            yield return Look("look.aid", site.NameOf(aid.Id), state => Text(state.Things[aid.Id] is { IsOn: true, Programme: AidProgramme.Ordinary }));
        if (way.RivalId is { } rival)
            yield return Look("look.rival", site.NameOf(rival), state => Text(state.Things[way.Taker.Id].TakesFrom == rival));
    }

    /// <summary>Every look at what the room hears by.</summary>
    public static IEnumerable<Check> OfRoom(BenchSite site)
    {
        yield return Look("look.room", "", state => Text(Listening.InRoom(state).IsHeard));
        yield return Look("look.menu", site.NameOf(site.RoomPlayerId), state => Menu(state.Sources[site.RoomPlayerId]));
        if (site.Room is not { } room)
            yield break;
        yield return Look("look.plugs", site.NameOf(room.Stretches[^1].Lead.Id), state => Text(Listening.IsIn(state, room.Stretches[^1].Lead)));
        yield return Look("look.thing", site.NameOf(room.Speakers.Id), state => Thing(state, room.Speakers.Id) + Display(state.Things[room.Speakers.Id]));
    }

    /// <summary>Everything on a way that is more than a lead, once each.</summary>
    internal static IEnumerable<BenchThing> OnWay(EarWay way) =>
        way.Stretches.Select(s => s.Into).Append(way.Sender).Concat(way.Beyond).OfType<BenchThing>().Where(t => t.Behaviour is not null).DistinctBy(t => t.Id);

    /// <summary>Every lead of a way, once each.</summary>
    internal static IEnumerable<BenchLead> Leads(EarWay way) =>
        way.Stretches.Append(way.AtSpeaker).OfType<Stretch>().Select(s => s.Lead).DistinctBy(l => l.Id);

    /// <summary>What comes to the ear, as its owner would say it.</summary>
    internal static string AtEar(BenchState state, EarWay way)
    {
        var why = Listening.AtEar(state, way.ListenerId).Reasons;
        if (why.Count == 0)
            return "heard";
        if (way.Sender is { } box && state.Things[way.Taker.Id].TakesFrom is { } from && from != box.Id)
            return "another";
        if (OneOfTwo(state, way) is { } one)
            return $"only {one.Id}";
        return why.Count > 1 ? "nothing"
            : way.Stretches.Any(s => state.Things[s.Into.Id].Hums) ? "hum"
            : way.Stretches.Any(s => state.HalfIn.Overlaps([s.Lead.NearEnd, s.Lead.FarEnd])) ? "oneSide"
            : Listening.LevelAt(state, way.ListenerId) is { Audibility: Audibility.HardlyAnything } ? "faint"
            : state.Sources[way.SourceId].TooHot ? "distorted"
            : state.Things[way.Taker.Id].FellToSbc ? "late"
            : way.Stretches.Any(s => state.Crossed.Overlaps([s.Lead.NearEnd, s.Lead.FarEnd])) ? "sidesSwapped"
            : way.Hops.Any(h => state.Things[h.From.Id] is { Crowded: true } or { ChannelShared: true }) ? "breaksUp"
            : way.Pieces.Any(p => state.Things[p.Id].SidesSwapped) ? "sidesSwapped" : "nothing";
    }

    // Of two that are heard together the one that plays alone.
    private static BenchThing? OneOfTwo(BenchState state, EarWay way) => way.Pieces.Count == 2 && Listening.AtBox(state, way.ListenerId).IsHeard
        && way.Pieces.Where(piece => state.Things[piece.Id] is { IsOn: true, Worn: true }
            && way.Hops.Where(h => h.To.Id == piece.Id).All(h => !Air.Missing(state, h).Any())).ToList() is [var alone] ? alone : null;

    // Lights and displays that somebody has read, where it stands and how it is set, its supply.
    private static string Thing(BenchState state, string thingId)
    {
        var (thing, what) = (state.Things[thingId], state.Site.Things[thingId]);
        return Text(
        [
            .. Signs.Of(state).Where(s => s.ThingId == thingId).Select(s => (object?)s.Look.State), "|",
            what.Behaviour!.StartsOnReceive ? thing.Mode : null, what.Behaviour.InputByHand ? thing.Input : null,
            thing.FedFrom, thing.BehindHub, thing.Place, thing.TooFar, thing.Worn, thing.Aimed, thing.LineBlocked,
            .. what.Device!.IsPhone() ? new object?[] { thing.IsOn, thing.Charge > 0, thing.InNetwork } : [],
        ]);
    }

    // What a bar's own display says.
    private static string Display(ThingState bar) => Text([bar.Volume, bar.Muted, bar.WokenBy]);

    private static string Menu(SourceState source) => Text(
    [
        .. source.Outputs.Order(StringComparer.Ordinal), source.Format, source.SpeakersOn, source.HeadphoneLevel, source.Volume, source.Muted,
        .. source.Menus.OrderBy(m => m.Key).Select(m => m.Value),
    ]);

    private static Check Look(string words, string thing, Func<BenchState, string> sees) => new(Say(words, ("thing", thing)), [], sees);

    private static string Text(object answer) => $"{answer}";

    private static string Text(IEnumerable<object?> answers) => string.Join(' ', answers);
}
