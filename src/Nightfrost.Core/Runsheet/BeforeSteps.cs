using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is asked, proved and written down before anything is moved.</summary>
public static class BeforeSteps
{
    /// <summary>The step that asks who hears alarms; a case is not handed over without it.</summary>
    public const string AskAlarms = "ask-alarms";

    /// <summary>Asks how loud it stood before it was turned down, so that it can be put back.</summary>
    public const string VolumeFound = "Volume found before";

    /// <summary>The step that sees one listener's device charged.</summary>
    internal static string ChargedId(Route route, Device device) => $"charged-{route.AtEar.Listener.Id}-{device.Id}";

    internal static IEnumerable<Step> For(Rig rig)
    {
        var worn = rig.Routes.SelectMany(EarRules.AtBody).Select(d => d.Name).Distinct().ToList();
        var players = RouteWords.Players(rig);
        var allowed = rig.Routes.Where(r => r.AtEar.Listener.Implant == Known.Yes && EarRules.AtBody(r).Any()).ToList();
        yield return new Step
        {
            Id = AskAlarms,
            Phase = Phase.Before,
            Place = "With the client",
            Action = "Ask what warns each listener of fire, the door or a call for help",
            Detail = "A headset covers those sounds. Ask too which phone, watch or plug carries an alarm, a pump or telecare.",
            Caution = "Unplug nothing you cannot name, and switch no Bluetooth off before you know what it watches over.",
            Note = "Who or what warns them",
            Mandatory = true,
        };
        if (worn.Count > 0)
            yield return new Step
            {
                Id = "ask-implants",
                Phase = Phase.Before,
                Place = "With the client",
                Action = "Ask about pacemakers, pumps, shunts and other implants",
                Detail = $"{Wording.Listed(worn)}: with a magnet, a coil or a transmitter at the body."
                    + string.Concat(allowed.Select(r =>
                        $" {r.AtEar.Listener.Name} carries {EarRules.ImplantWords(r.AtEar.Listener)}; {r.AtEar.Listener.ImplantAnsweredBy.Trim()} allowed "
                            + $"{Wording.Listed(EarRules.AtBody(r).Select(d => d.Name))} near it on {r.AtEar.Listener.ImplantAnsweredOn:yyyy-MM-dd}.")),
                Caution = "With an implant, keep it 15 cm away until the clinician has answered.",
                Mandatory = true,
            };
        yield return new Step
        {
            Id = "prove-sound",
            Phase = Phase.Before,
            Place = $"At {players}",
            Acts = [.. Things.Playing(rig).Select(id => new Act.Play(id))],
            Goal = new Goal.RoomHears(),
            Action = "Play a programme and hear that sound works as it is",
            Why = "Otherwise an old fault is blamed on the new parts.",
        }.Showing(rig, new Sign.Room(true));
        yield return new Step
        {
            Id = "turn-down",
            Phase = Phase.Before,
            Place = $"At {players}, by remote or by hand",
            Acts = [.. RoomSteps.Loud(rig).Select(id => new Act.Turn(id, Volume.Down))],
            Action = rig.Site.Bar is null ? $"Turn {players} down low" : $"Turn {players} and the {rig.Site.Bar.Name} down low",
            Note = VolumeFound,
            Why = "Nobody knows yet how loud it starts.",
            Caution = "Always turn down before a plug goes in or out: room speakers come back at full level.",
        };
        foreach (var route in rig.Routes)
        {
            foreach (var device in new[] { route.AtEar.Relay, route.AtEar.Receiver }.OfType<Device>().Where(d => d.Power.ChargeHours > 0).DistinctBy(d => d.Id))
                yield return new Step
                {
                    Id = ChargedId(route, device),
                    Phase = Phase.Before,
                    Place = $"{route.AtEar.Listener.Name}'s {device.Name}",
                    Acts = [new Act.Charge(Things.Receiver(route.AtEar))],
                    Goal = new Goal.Charged(Things.Receiver(route.AtEar)),
                    Action = $"Check the charge: {route.AtEar.Listener.Name}'s {device.Name}",
                    Detail = FormattableString.Invariant($"A full charge takes {device.Power.ChargeHours:0.#} h."),
                    Caution = "A swollen or damaged battery is not charged. Nothing charges under bedding.",
                    Why = "A low cell breaks off joining and passes for a fault.",
                    ListenerId = route.AtEar.Listener.Id,
                };
        }

        foreach (var feed in rig.Feeds.Where(f => f.Transmitter is { Power: { BatteryHours: > 0, ChargeHours: > 0 } }))
            yield return new Step
            {
                Id = $"charged-box-{feed.Key}",
                Phase = Phase.Before,
                Place = $"The {feed.Transmitter!.Name}",
                Acts = [new Act.Charge(Things.Sender(feed)!)],
                Goal = new Goal.Charged(Things.Sender(feed)!),
                Action = $"Check the charge of the {feed.Transmitter.Name}",
                Detail = FormattableString.Invariant($"A full charge takes {feed.Transmitter.Power.ChargeHours:0.#} h."),
                Caution = "A swollen or damaged battery is not charged.",
                Why = "A low cell breaks off joining and passes for a fault.",
            };
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "place-box",
                Phase = Phase.Before,
                Place = $"Behind {players}",
                Action = "Choose a first place for the box",
                Detail = "At least 1 m from the router, clear of LED strips and of metal. Fix it only after the sound has been tried.",
                Caution = "Keep a light on behind the set. Two people move a heavy or hanging set.",
            };
    }
}
