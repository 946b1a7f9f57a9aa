using Nightfrost.Core.Acts;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Power;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>The client's sheet, carried out as a lay person does it: evening after evening, with nobody there who could help.</summary>
public static class ClientWeek
{
    public const int Evenings = 7;

    /// <summary>After this evening somebody else has used the set, and left it as they like it.</summary>
    private const int SomebodyElseAfter = 4;

    /// <summary>On this evening a phone rings.</summary>
    private const int CalledOn = 2;

    // From one evening to the next.
    private const double NightHours = 20;

    /// <summary>Goes through a week after a visit.</summary>
    /// <param name="afterVisit">The site as the visit left it, every Bluetooth back on.</param>
    /// <returns>What went otherwise on the first evening on which something did, in plain words; empty for a good week.</returns>
    public static IReadOnlyList<string> Run(BenchState afterVisit) => Run(afterVisit, _ => true);

    /// <summary>The same, by somebody who leaves some lines out.</summary>
    internal static IReadOnlyList<string> Run(BenchState afterVisit, Func<ClientLine, bool> follows)
    {
        var rig = afterVisit.Site.Rig;
        // Stopping was shown before the door was shut.
        var state = Night(Stop(afterVisit, rig, _ => true), rig, 0, follows);
        for (var evening = 1; evening <= Evenings; evening++)
        {
            foreach (var route in rig.Routes)
                state = Follow(state, DailySteps.Start(rig, route).Where(follows));

            state = Bench.LetFind(state);
            if (Wrong(state, rig, listening: true) is { Count: > 0 } early)
                return Said(evening, Say("bench.whenListening"), early);
            if (evening == CalledOn)
            {
                state = Called(state, rig, follows);
                if (Wrong(state, rig, listening: true) is { Count: > 0 } called)
                    return Said(evening, Say("bench.whenCalled"), called);
            }

            state = Drained(state, id => HoursOn(state.Site, id));
            if (rig.Routes.SelectMany(r => Listening.AtEar(state, r.AtEar.Listener.Id).Reasons).ToList() is { Count: > 0 } flat)
                return Said(evening, Say("bench.whenWatching"), flat);
            state = Stop(state, rig, follows);
            if (Wrong(state, rig, listening: false) is { Count: > 0 } late)
                return Said(evening, Say("bench.whenStopping"), late);
            state = Night(evening == SomebodyElseAfter ? UsedBySomebodyElse(state, rig) : state, rig, evening, follows);
        }

        return [];
    }

    /// <summary>What the Bench says of the client's sheet of a rig.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="steps">Steps of the visit, which leaves the site as the week finds it.</param>
    public static Proof Prove(Rig rig, IReadOnlyList<Step> steps)
    {
        if (BenchSites.NotSimulated(rig) is { Count: > 0 } missing)
            return new(Verdict.NotCarriedOut, 0, 0, null, [], [], missing);
        var worlds = Worlds.OfTheWeek(rig);
        if (InWorld(worlds.Likely) is { Count: > 0 } problems)
            return new(Verdict.Fails, Evenings, 0, null, problems, [], []);
        var doubts = worlds.Others.Select(world => (world, Problems: InWorld(world.Truths))).Where(o => o.Problems.Count > 0)
            .Select(o => new Doubt(o.world.Words, o.world.AskedAt, o.Problems[0])).ToList();
        return new(doubts.Count == 0 ? Verdict.Proven : Verdict.ProvenBut, Evenings, 0, null, [], doubts, []);

        // The visit itself has been proven apart: only what it leaves behind counts here.
        IReadOnlyList<string> InWorld(Truths truths) => Run(Rehearsal.Run(Bench.Start(BenchSites.Of(rig, truths)), steps).End);
    }

    // A call comes to everybody's aids, and is over.
    private static BenchState Called(BenchState state, Rig rig, Func<ClientLine, bool> follows)
    {
        foreach (var route in rig.Routes.Where(AidSteps.IsCalled))
        {
            foreach (var over in new[] { false, true })
                state = Things.Pieces(route.AtEar).Aggregate(state, (now, id) => Bench.Do(now, new Act.Call(id, !over)));
            state = Bench.LetFind(Follow(state, DailySteps.Calls(route).Where(follows)));
        }

        return state;
    }

    private static BenchState Follow(BenchState state, IEnumerable<ClientLine> lines) =>
        lines.SelectMany(line => line.Acts).Aggregate(state, (now, act) => Bench.Do(now, act, 3));

    // One after another; what several share is put away by the last.
    private static BenchState Stop(BenchState state, Rig rig, Func<ClientLine, bool> follows)
    {
        var lines = rig.Routes.SelectMany(route => DailySteps.Stop(rig, route)).Where(follows).ToList();
        return Follow(state, lines.OrderBy(line => line.WhenAllHaveStopped));
    }

    private static List<string> Wrong(BenchState state, Rig rig, bool listening)
    {
        var wrong = listening ? rig.Routes.SelectMany(r => Listening.AtEar(state, r.AtEar.Listener.Id).Reasons).ToList() : [];
        if (!listening || rig.Site.RoomHears is not null)
            wrong.AddRange(Listening.InRoom(state).Reasons);
        else if (rig.Site.SetSilent is not null && Listening.InRoom(state).IsHeard)
            wrong.Add(Say("bench.roomHearsSet"));
        return wrong;
    }

    private static IReadOnlyList<string> Said(int evening, string when, IEnumerable<string> reasons) =>
        [.. reasons.Distinct().Select(why => Say("bench.evening", ("evening", FormattableString.Invariant($"{evening}")), ("when", when), ("why", why)))];

    // Everything to standby, what the sheet says is charged; then a night and a day.
    private static BenchState Night(BenchState state, Rig rig, int evening, Func<ClientLine, bool> follows)
    {
        foreach (var id in state.Sources.Keys)
            state = Bench.Do(state, new Act.Standby(id, true));
        state = Drained(Bench.Let(state, (int)(NightHours * 3_600_000)), _ => NightHours);
        foreach (var route in rig.Routes)
        {
            foreach (var device in Charging.Of(rig, route).Where(d => evening == 0 || evening % Charging.EveningsPerCharge(rig, route, d) == 0))
                state = Follow(state, new[] { Charging.Line(rig, route, device) }.Where(line => evening == 0 || follows(line)));
        }

        return state;
    }

    // Turned up, off mute, the set's own speakers on: as people do who want to hear it in the room.
    private static BenchState UsedBySomebodyElse(BenchState state, Rig rig) => Things.Players(rig).SelectMany(id => new Act[]
    {
        new Act.Standby(id, false), new Act.Play(id), new Act.Mute(id, false), new Act.Turn(id, Volume.Usual),
    }).Concat(state.Site.Room is null ? [new Act.Choose(SoundSource.Television, SourceMenu.Speakers, MenuValues.On)]
        : [new Act.Mute(state.Site.Room.Speakers.Id, false), new Act.Turn(state.Site.Room.Speakers.Id, Volume.Usual)])
        .Aggregate(state, (now, act) => Bench.Do(now, act));

    // A thing is on as long as the last listener whose way goes through it listens; anything else as long as anybody does.
    private static double HoursOn(BenchSite site, string thingId)
    {
        var through = site.Ears.Where(way => way.Stretches.Select(s => s.Into).Concat(way.Beyond).Any(t => t.Id == thingId)).ToList();
        return (through.Count > 0 ? through : site.Ears).Max(way => DailySteps.HoursOf(way.Route.AtEar.Listener));
    }

    // What is on and runs from its cell loses what its maker's hours say, with the share that is planned with.
    private static BenchState Drained(BenchState state, Func<string, double> hoursOn)
    {
        foreach (var (id, what) in state.Site.Things)
        {
            if (what.Device is { Power.BatteryHours: > 0 and var full } && state.Things[id] is { IsOn: true } thing && !Settling.IsFed(state, thing))
                state = state.With(id, t => t with { Charge = Math.Max(0, t.Charge - hoursOn(id) / (full * BoxPower.RunTimeShare)) });
        }

        return Settling.Settle(state);
    }
}
