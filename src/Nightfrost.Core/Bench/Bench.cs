using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;

namespace Nightfrost.Core.Bench;

/// <summary>
/// Simulated devices on a virtual clock: carries acts out as the attributes of the things say, and nothing else. A function over an immutable state; the same
/// acts give the same answer.
/// </summary>
public static class Bench
{
    /// <summary>The site as a visit meets it: leads lie there with their caps on, boxes are dark, receivers off, nothing plays.</summary>
    public static BenchState Start(BenchSite site)
    {
        var things = site.Things.ToDictionary(pair => pair.Key, pair => AsMet(pair.Value));
        foreach (var ear in site.Ears.Where(e => e is { RivalId: not null, Route: { Rival: not null, AtEar: { IsOwn: true, Listener.KnownTo.Length: > 0 } } }))
        {
            things[ear.Taker.Id] = things[ear.Taker.Id] with { Knows = [ear.RivalId!] };
            things[ear.RivalId!] = things[ear.RivalId!] with { Knows = [ear.Taker.Id], RadioOn = true };
        }

        var plugs = new Dictionary<string, string>();
        foreach (var lead in site.Leads.Values.Where(l => l.FarFixed))
            plugs[lead.FarEnd] = lead.FarPort;
        foreach (var ear in site.Ears.Where(e => e.Route.Feed.KeepsTaker))
            plugs[Things.NearEnd(Things.TakerLead(ear.Route.Feed.Socket))] = Things.Socket(ear.Route.Feed.Socket);
        if (site.Room is { Speakers.Id: Things.Bar } room)
        {
            var socket = site.Look.Set.Sockets.First(s => s.Id == room.SocketId);
            plugs[room.Stretches[^1].Lead.NearEnd] = Things.Socket(socket);
            things[Things.Bar] = things[Things.Bar] with { FedFrom = Things.Mains, SwitchedOn = true, Input = room.Stretches[^1].Lead.FarPort };
        }

        foreach (var hop in site.Hops.Where(h => h.Kind == HopKind.AsPair))
        {
            var strays = hop.To.Device!.StrayModes.Length > 0;
            things[hop.From.Id] = things[hop.From.Id] with { SidesSwapped = site.Truths.PairStandsSwapped, Strays = strays };
            things[hop.To.Id] = things[hop.To.Id] with { Strays = strays };
        }

        var sources = site.Look.Sources.Select(s => s.Id).Prepend(SoundSource.Television).ToDictionary(id => id, id => new SourceState
        {
            Format = site.Truths.StartsAsBitstream ? MenuValues.Automatic : MenuValues.Pcm,
            // Only a set has a headphone level in its menu, and nobody has been there yet.
            HeadphoneLevel = id == SoundSource.Television ? MenuValues.Low : MenuValues.High,
            Menus = id == SoundSource.Television && LinksBar(site) ? [new(SourceMenu.Linking, MenuValues.On)] : [],
            Outputs = id == SoundSource.Television && site.Room is { Speakers.Id: Things.Bar } fed ? [$"socket/{fed.SocketId}"] : [],

            // Where a bar plays, the speakers it was bought for are off.
            SpeakersOn = id != SoundSource.Television || site.Room is not { Speakers.Id: Things.Bar },
        });
        var state = new BenchState(site, 0, [.. plugs], [.. site.Leads.Values.Where(l => l.HasCaps).SelectMany(l => new[] { l.NearEnd, l.FarEnd })],
            [.. things], [.. sources], []);
        return Settling.Settle(state);
    }

    /// <summary>Carries an act out and lets the time pass that it takes.</summary>
    /// <param name="state">The moment before.</param>
    /// <param name="act">What is done.</param>
    /// <param name="pace">How slowly: 1 is a practised person, 3 one who takes three times as long, ½ one in a hurry. More than 0.</param>
    public static BenchState Do(BenchState state, Act act, double pace = 1)
    {
        Guard.InRange(pace, 0.01, 1000);
        // Hands need their time before something happens, a hold is over when it has happened; power that rests is away for its seconds.
        var at = Let(state, (int)(ActTimes.HandsMs(act) * pace) + (act is Act.Rest ? 0 : ActTimes.FixedMs(act)));
        return Settling.Settle(Doing.Carry(at, act));
    }

    /// <summary>Lets time pass: what falls due in it happens, in order.</summary>
    /// <param name="state">The moment before.</param>
    /// <param name="ms">How long, ms, not negative.</param>
    public static BenchState Let(BenchState state, int ms)
    {
        var until = state.NowMs + (int)Guard.InRange(ms, 0, int.MaxValue);
        while (Settling.NextDueMs(state) is { } due && due <= until)
            state = Settling.Fall(state with { NowMs = Math.Max(due, state.NowMs) });
        return state with { NowMs = until };
    }

    /// <summary>Lets so much time pass that whatever looks for its partner has found it (starting value).</summary>
    internal static BenchState LetFind(BenchState state) => Let(state, (int)(PowerBackSteps.JoinSeconds * 1000));

    // A bar that plays over the return channel already is linked.
    private static bool LinksBar(BenchSite site) => site.Room is { Speakers.Id: Things.Bar, SocketId: var id }
        && site.Look.Set.Sockets.First(s => s.Id == id).Kind == SocketKind.HdmiReturn;

    private static ThingState AsMet(BenchThing thing) => thing.Behaviour is not { } behaviour
        ? new() { RadioOn = true, Place = Place.Seat }
        : new()
        {
            Charge = behaviour.HasBattery && (thing.Device!.Power.ChargeHours <= 0 || thing.IsWornAlready) ? 1 : 0,
            SwitchedOn = thing.IsWornAlready,
            Worn = thing.IsWornAlready,
            // Nobody knows how a two-way box stands: the other way.
            Mode = behaviour.StartsOnReceive && !thing.BelongsToSeat ? BoxMode.Receive : BoxMode.Transmit,
            Input = FirstInput(thing, behaviour),
            Place = thing.BelongsToSeat || thing.Device!.Role == DeviceRole.Receiver ? Place.Seat : Place.AtSet,
            Volume = thing.IsLoop ? Volume.Down : Volume.Usual,
        };

    // A box whose input is chosen by hand stands on none that helps; any other listens to what is plugged.
    private static string? FirstInput(BenchThing thing, Behaviour behaviour) => behaviour.InputByHand ? $"{thing.Id}/port/none" : null;
}
