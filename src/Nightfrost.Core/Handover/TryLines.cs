using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Handover;

/// <summary>What the client tries when there is no sound: three lines, each for one of the likeliest causes.</summary>
public static class TryLines
{
    private const double RestSeconds = 30;

    /// <summary>The three lines of one listener.</summary>
    public static IEnumerable<ClientLine> Of(Rig rig, Route route) => [AtTheEar(route), AtTheBox(rig, route), Between(route)];

    private static ClientLine AtTheEar(Route route)
    {
        var (takes, taker, worn) = (route.AtEar.Takes, Things.Taker(route.AtEar), ClientNames.Worn(route));
        Act[] on = [new Act.Charge(taker), new Act.Switch(taker, true)];
        if (takes.Form == WearForm.HearingAids)
            return new(Say("client.tryAids", ("are", Wording.Listed(AidsMustBe(route, takes)))),
                [
                    .. Things.Pieces(route.AtEar).SelectMany(aid => new Act[] { new Act.Charge(aid), new Act.Switch(aid, true), new Act.PutOn(aid) }),
                    .. AidSteps.Programme(route.AtEar, route.ByTelecoil ? AidProgramme.Telecoil : AidProgramme.Stream),
                ]);
        if (takes.Power.BatteryHours > 0)
            return new(Say(route.ByTelecoil ? "client.tryWornTelecoil" : "client.tryWornCharged", ("worn", worn)), on);
        return route.Sends is null ? new(Say("client.tryPlug"), [.. Plugs(route)]) : new(Say("client.tryWorn", ("worn", worn)), on);
    }

    private static ClientLine AtTheBox(Rig rig, Route route)
    {
        if (route.Feed.Transmitter is not { } box)
            return new(Say("client.tryPlaying", ("what", DailySteps.Heard(route))), [.. Awake(route), new Act.Mute(SourceOf(route), false)]);
        var (thing, name) = (Things.Sender(route.Feed)!, ("box", ClientNames.Box(rig, route)));
        var charged = Charging.Of(rig, route).Any(c => c.IsBox);
        return Behaviour.Of(box).HasPowerControl
            ? new(Say(charged ? "client.tryBoxSwitchCharged" : "client.tryBoxSwitch", name),
                [.. charged ? new Act[] { new Act.Charge(thing) } : [], new Act.Switch(thing, false), new Act.Wait(RestSeconds), new Act.Switch(thing, true)])
            : new(Say("client.tryBoxLead", name), new Act.Rest(thing, RestSeconds));
    }

    private static ClientLine Between(Route route) => route.Sends switch
    {
        { IsBluetooth: true } => new(Say("client.tryPhone"),
            [
                new Act.Turn(Things.Volume(route.AtEar), Volume.Usual),
                .. route.Rival is null ? Array.Empty<Act>() : [new Act.Radio(Things.Rival(route.AtEar.Listener), false)],
            ]),
        { Technology: LinkTechnology.InductionLoop } => new(Say("client.tryLoop")),
        { IsInfrared: true } => new(Say("client.tryLine", ("what", DailySteps.Player(route)))),
        _ => new(Say("client.tryUp", ("what", DailySteps.Heard(route))),
            [new Act.Turn(Things.Volume(route.AtEar), Volume.Usual), new Act.Turn(SourceOf(route), Volume.Usual), new Act.Mute(SourceOf(route), false)]),
    };

    private static IEnumerable<Act> Awake(Route route) => [new Act.Standby(SourceOf(route), false), new Act.Play(SourceOf(route))];

    private static string SourceOf(Route route) => Things.Source(route.Site.Look, route.Feed.Socket);

    // The plug the client handles: the one in the source.
    private static IEnumerable<Act> Plugs(Route route) => [new Act.Plug(Things.NearEnd(Things.Lead(route.Feed, 0)), Things.Socket(route.Feed.Socket))];

    private static IEnumerable<string> AidsMustBe(Route route, Device aids) =>
    [
        Say("client.aidsIn"), Say("client.aidsOn"), .. aids.Power.BatteryHours > 0 ? new[] { Say("client.aidsCharged") } : [],
        .. route.ByTelecoil ? new[] { Say("client.aidsOnT") } : [],
    ];
}
