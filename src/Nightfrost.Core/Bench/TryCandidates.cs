using Nightfrost.Core.Acts;
using Nightfrost.Core.Handover;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Runsheet;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Bench;

/// <summary>Everything a client may be asked to try when there is no sound: what a lay person can do from a chair, or beside the set.</summary>
internal static class TryCandidates
{
    /// <summary>So long a box that may have locked up is left without power, s (starting value).</summary>
    internal const double RestSeconds = 30;

    /// <summary>The candidates of one listener; of those that help equally often, earlier ones are asked first.</summary>
    public static IReadOnlyList<ClientLine> Of(Rig rig, EarWay way) =>
    [
        AtTheEar(way.Route),
        .. AtTheBox(rig, way.Route),
        .. Between(way.Route),
        Playing(way.Route),
        .. Menus(rig, way.Route),
        .. Plugs(rig, way),
        Near(way.Route),
    ];

    private static ClientLine AtTheEar(Route route)
    {
        var (ear, worn, receiver) = (route.AtEar, ClientNames.Worn(route), DailySteps.HandWorks(route));
        IEnumerable<string> ids = ear.Relay is null || ear.Relay.IsPhone() ? Things.Pieces(ear) : [Things.Taker(ear)];
        Act[] on = [.. ids.SelectMany(id => new Act[] { new Act.Charge(id), new Act.Switch(id, true), new Act.PutOn(id) })];
        if (receiver.Form == WearForm.HearingAids)
            return new(Say("client.tryAids", ("are", Wording.Listed(AidsMustBe(route, receiver)))),
                [.. on, .. AidSteps.Programme(ear, route.ByTelecoil ? AidProgramme.Telecoil : AidProgramme.Stream)]);
        Act[] programme = [.. route.ByTelecoil ? AidSteps.Programme(ear, AidProgramme.Telecoil) : []];
        if (receiver.Power.BatteryHours > 0)
            return new(Say(route.ByTelecoil ? "client.tryWornTelecoil" : "client.tryWornCharged", ("worn", worn)), [.. on, .. programme]);
        return route.Sends is null ? new(Say("client.tryPlug"), [.. Near(route.Feed), new Act.PutOn(Things.Receiver(ear))])
            : new(Say("client.tryWorn", ("worn", worn)), [.. ids.Where(_ => SpeakerSteps.HangsOnMains(receiver)).Select(id =>
                new Act.Feed(id, Things.Mains)), .. on]);
    }

    private static IEnumerable<ClientLine> AtTheBox(Rig rig, Route route)
    {
        if (route.Feed.Transmitter is not { } box)
            yield break;
        var (thing, name) = (Things.Sender(route.Feed)!, ("box", ClientNames.Box(rig, route)));
        var charged = Charging.Of(rig, route).Any(c => c.IsBox);
        yield return Behaviour.Of(box).HasPowerControl
            ? new(Say(charged ? "client.tryBoxSwitchCharged" : "client.tryBoxSwitch", name),
                [.. charged ? new Act[] { new Act.Charge(thing) } : [], new Act.Switch(thing, false), new Act.Wait(RestSeconds), new Act.Switch(thing, true)])
            : new(Say("client.tryBoxLead", name), new Act.Feed(thing, Things.Mains), new Act.Rest(thing, RestSeconds));
        if (route.AtEar is { Relay: { } beside, RelayJoint: not null } && SpeakerSteps.HangsOnMains(beside))
            yield return new(Say("client.tryBoxLead", ("box", ClientNames.Of(beside))), new Act.Feed(Things.Taker(route.AtEar), Things.Mains),
                new Act.Rest(Things.Taker(route.AtEar), RestSeconds));
    }

    private static IEnumerable<ClientLine> Between(Route route)
    {
        var atEar = ClientLoudness.IsAtEar(route);
        Act[] up = atEar ? [new Act.Turn(Things.Volume(route.AtEar), Volume.Usual)] : [];
        if (route.Sends is { IsBluetooth: true })
            yield return new(Say(atEar ? "client.tryPhone" : "client.tryPhoneOnly"),
                [.. up, .. route.Rival is null ? Array.Empty<Act>() : [new Act.Radio(Things.Rival(route.AtEar.Listener), false)]])
            {
                // Which phones know it nobody may have asked.
                CuresUnasked = route is { Rival: null, AtEar.RelayJoint: null } ? Commonness.OfPhones : 0,
            };
        else if (route.Sends is { Technology: LinkTechnology.InductionLoop })
            yield return new(Say("client.tryLoop"), new Act.PutOn(Things.Sender(route.Feed)!));
        else if (route.Sends is { IsInfrared: true })
            yield return new(Say("client.tryLine", ("what", DailySteps.Player(route))), new Act.Aim(Things.Sender(route.Feed)!));
        else
            yield return new(Say(atEar ? "client.tryUp" : "client.tryUpSource", ("what", DailySteps.Heard(route))),
                [.. up, new Act.Turn(SourceOf(route), Volume.Usual), new Act.Mute(SourceOf(route), false)]);
        if (AidSteps.IsAskedFor(route))
            yield return new(Say("client.tryApp"), new Act.JoinNetwork(AidSteps.Asked(route)), new Act.Wait(PowerBackSteps.JoinSeconds),
                new Act.Streaming(AidSteps.Asked(route), true));
    }

    private static ClientLine Playing(Route route) =>
        new(Say("client.tryPlaying", ("what", DailySteps.Heard(route))), new Act.Standby(SourceOf(route), false), new Act.Play(SourceOf(route)),
            new Act.Mute(SourceOf(route), false));

    private static IEnumerable<ClientLine> Menus(Rig rig, Route route)
    {
        var (source, socket) = (SourceOf(route), route.Feed.Socket);
        if (socket.Kind == SocketKind.SecondZone)
            yield return new(Say("client.zone", ("source", rig.Site.Look.SourceOf(socket)!.Name)), new Act.SlideRemote(source, true),
                new Act.Choose(source, SourceMenu.ZonePower, MenuValues.On), new Act.SlideRemote(source, false));
        else if (source == SoundSource.Television && SocketKinds.Of(socket.Kind) is var kind && (kind.IsRadio || !kind.SilencesSpeakers))
            yield return new(Say("client.tryOutput", ("output", kind.InSentence)), new Act.Choose(source, SourceMenu.Output, Things.Socket(socket)));
    }

    private static IEnumerable<ClientLine> Plugs(Rig rig, EarWay way)
    {
        var route = way.Route;
        if (route.Feed.Joints.Count > 0 && route.Feed.Transmitter is not null)
            yield return new(Say("client.tryPlugs", ("box", ClientNames.Box(rig, route)), ("what", DailySteps.Owner(route))), [.. LeadsHome(way)]);
    }

    private static ClientLine Near(Route route) =>
        new(Say("client.trySeat"), [.. Things.Takers(route.AtEar).Select(id => new Act.Bring(id, Place.Seat)), new Act.Wait(PowerBackSteps.JoinSeconds)]);

    // Every plug of the way pushed in where it belongs.
    private static IEnumerable<Act> LeadsHome(EarWay way) => way.Stretches
        .SelectMany(s => s.Lead.FarFixed ? new Act[] { new Act.Plug(s.Lead.NearEnd, s.Lead.NearPort) }
            : [new Act.Plug(s.Lead.NearEnd, s.Lead.NearPort), new Act.Plug(s.Lead.FarEnd, s.Lead.FarPort)]);

    // The plug the client handles: the one in the source.
    private static IEnumerable<Act> Near(Feed feed) => [new Act.Plug(Things.NearEnd(Things.Lead(feed, 0)), Things.Socket(feed.Socket))];

    private static string SourceOf(Route route) => Things.Source(route.Site.Look, route.Feed.Socket);

    private static IEnumerable<string> AidsMustBe(Route route, Device aids) =>
    [
        Say("client.aidsIn"), Say("client.aidsOn"), .. aids.Power.BatteryHours > 0 ? new[] { Say("client.aidsCharged") } : [],
        .. route.ByTelecoil ? new[] { Say("client.aidsOnT") } : AidSteps.ChangesProgramme(route) ? [Say("client.aidsOnTv")] : [],
    ];
}
