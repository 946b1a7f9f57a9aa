using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;

namespace Nightfrost.Core.Handover;

/// <summary>What the client tries when there is no sound: three lines, each for one of the likeliest causes.</summary>
public static class TryLines
{
    private const double RestSeconds = 30;

    /// <summary>The three lines of one listener.</summary>
    public static IEnumerable<ClientLine> Of(Rig rig, Route route) => [AtTheEar(route), AtTheBox(rig, route), Between(route)];

    private static ClientLine AtTheEar(Route route)
    {
        var (worn, receiver) = (route.AtEar.Takes, Things.Receiver(route.AtEar));
        Act[] on = [new Act.Charge(receiver), new Act.Switch(receiver, true)];
        if (worn.Form == WearForm.HearingAids)
            return new($"Are your aids {Wording.Listed(AidsMustBe(route, worn))}?");
        if (worn.Power.BatteryHours > 0)
            return new($"Is the {worn.Name} on, and charged?{(route.ByTelecoil ? " Are your aids on T?" : "")}", on);
        return route.Sends is null ? new("Is the plug in, all the way?", [.. Plugs(route)]) : new($"Is the {worn.Name} on?", on);
    }

    private static ClientLine AtTheBox(Rig rig, Route route)
    {
        if (route.Feed.Transmitter is not { } box)
            return new($"Is {DailySteps.Heard(route)} on and playing, and not on mute?", [.. Awake(route), new Act.Mute(SourceOf(route), false)]);
        var thing = Things.Sender(route.Feed)!;
        var charged = DailySteps.Charged(rig, route).Contains(box);
        return Behaviour.Of(box).HasPowerControl
            ? new($"Is the {box.Name} lit{(charged ? ", and charged" : "")}? Switch it off, count to thirty, switch it on.",
                [.. charged ? new Act[] { new Act.Charge(thing) } : [], new Act.Switch(thing, false), new Act.Wait(RestSeconds), new Act.Switch(thing, true)])
            : new($"Is the {box.Name} lit? Pull its power lead, count to thirty, put it back.", new Act.Rest(thing, RestSeconds));
    }

    private static ClientLine Between(Route route) => route.Sends switch
    {
        { IsBluetooth: true } => new(
            "Is it turned up? Has it joined a phone instead? Switch that phone's Bluetooth off for a moment, unless an alarm depends on it.",
            [
                new Act.Turn(Things.Receiver(route.AtEar), Volume.Usual),
                .. route.Rival is null ? Array.Empty<Act>() : [new Act.Radio(Things.Rival(route.AtEar.Listener), false)],
            ]),
        { Technology: LinkTechnology.InductionLoop } => new("Do you sit at your place, where the loop lies?"),
        { IsInfrared: true } => new("Is something standing between you and the TV?"),
        _ => new($"Is the sound turned up, at your ear and at {DailySteps.Heard(route)}?",
            [new Act.Turn(Things.Receiver(route.AtEar), Volume.Usual), new Act.Turn(SourceOf(route), Volume.Usual), new Act.Mute(SourceOf(route), false)]),
    };

    private static IEnumerable<Act> Awake(Route route) => [new Act.Standby(SourceOf(route), false), new Act.Play(SourceOf(route))];

    private static string SourceOf(Route route) => Things.Source(route.Site.Look, route.Feed.Socket);

    // The plug the client handles: the one in the source.
    private static IEnumerable<Act> Plugs(Route route) => [new Act.Plug(Things.NearEnd(Things.Lead(route.Feed, 0)), Things.Socket(route.Feed.Socket))];

    private static IEnumerable<string> AidsMustBe(Route route, Device aids) =>
        ["in", "on", .. aids.Power.BatteryHours > 0 ? new[] { "charged" } : [], .. route.ByTelecoil ? new[] { "on T" } : []];
}
