using Nightfrost.Core.Acts;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>What is done along a listener's way so that its sound comes back: each time the ear is asked again.</summary>
internal static class Tries
{
    /// <summary>Every try, what costs least first: what the visit did is done again, then things are exchanged.</summary>
    public static IEnumerable<Check> Of(BenchSite site, EarWay way, IReadOnlyList<Step> steps)
    {
        foreach (var thing in Looks.OnWay(way))
        {
            if (thing.Behaviour!.HasPowerControl)
                yield return Do("try.on", thing.Id, new Act.Switch(thing.Id, true));
            if (thing.Behaviour.HasBattery)
                yield return Do("try.charge", thing.Id, new Act.Charge(thing.Id), new Act.Switch(thing.Id, true));
            if (way.Beyond.Contains(thing))
                yield return Do("try.up", thing.Id, new Act.Turn(thing.Id, Volume.Usual));
        }

        yield return Do("try.source", way.SourceId, new Act.Standby(way.SourceId, false), new Act.Play(way.SourceId), new Act.Mute(way.SourceId, false),
            new Act.Turn(way.SourceId, Volume.Usual));
        if (way.RivalId is { } rival)
            yield return Do("try.rival", rival, new Act.Radio(rival, false));
        foreach (var lead in Looks.Leads(way))
        {
            if (lead.HasCaps)
                yield return new(Say("try.caps", ("thing", FaultWords.Name(site, lead.Id))), [],
                    state => string.Join(' ', lead.Ends.Select(e => state.Caps.Contains(e.End))));
            foreach (var (end, port) in lead.Ends.Take(lead.FarFixed ? 1 : 2))
                yield return new(Say("try.home", ("thing", FaultWords.Name(site, lead.Id)), ("at", Listening.At(site, port))), [new Act.Plug(end, port)], Ear);
        }

        foreach (var step in steps.Where(step => IsOneTry(step) && (step.ListenerId is null || step.ListenerId == way.ListenerId)))
            yield return new(step.Action, step.Acts, Ear);
        foreach (var thing in Looks.OnWay(way).Where(t => t.Behaviour is { TakesSupply: true } or { HasBattery: true }))
            yield return Do("try.rest", thing.Id, new Act.Rest(thing.Id, TryCandidates.RestSeconds));
        if (way.Sender is { } sender)
        {
            yield return Do("try.near", way.Taker.Id, new Act.Bring(way.Taker.Id, Place.Seat), new Act.PutOn(way.Receiver.Id));
            yield return Do("try.air", sender.Id, new Act.ClearAir(sender.Id));
        }

        List<Act> join = [.. steps.Where(s => s.Phase == Phase.Pair && s.ListenerId == way.ListenerId).SelectMany(s => s.Acts)];
        if (join.Count > 0)
            yield return new(Say("try.join", ("thing", site.NameOf(way.Taker.Id))), join, Ear);
        foreach (var thing in Looks.OnWay(way).Where(t => t.Behaviour is { TakesSupply: true }))
            yield return Do("try.supply", thing.Id, new Act.Feed(thing.Id, Things.OtherSupply));
        foreach (var lead in Looks.Leads(way))
            yield return Do("try.lead", lead.Id, new Act.Replace(lead.Id));

        Check Do(string words, string id, params Act[] acts) => new(Say(words, ("thing", FaultWords.Name(site, id))), acts, Ear);

        string Ear(BenchState state) => Looks.AtEar(state, way);
    }

    // What is put right by itself: a menu, a slide, an input, a programme, a side. What joins is done as a whole.
    private static bool IsOneTry(Step step) => step is { Acts.Count: > 0, Goal: not null } && step.Acts.All(act => act is Act.Choose or Act.Slide
        or Act.ChooseInput or Act.Listen or Act.Streaming or Act.Aim or Act.SetSides or Act.PutOn or Act.JoinNetwork or Act.ToBluetooth or Act.Wait
        or Act.SlideRemote or Act.StepZoneInput or Act.TurnOutputDown);
}
