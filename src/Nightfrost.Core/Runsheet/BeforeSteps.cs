using Nightfrost.Core.Acts;
using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using static Nightfrost.Core.Catalogue;

namespace Nightfrost.Core.Runsheet;

/// <summary>What is asked, proved and written down before anything is moved.</summary>
public static class BeforeSteps
{
    /// <summary>The step that asks who hears alarms; a case is not handed over without it.</summary>
    public const string AskAlarms = "ask-alarms";

    /// <summary>Asks how loud it stood before it was turned down, so that it can be put back.</summary>
    public static string VolumeFound => Say("turnDown.note");

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
            Place = Say("place.client"),
            Action = Say("askAlarms.action"),
            Detail = Say("askAlarms.detail"),
            Caution = Say("askAlarms.caution"),
            Note = Say("askAlarms.note"),
            Mandatory = true,
        };
        if (worn.Count > 0)
            yield return new Step
            {
                Id = "ask-implants",
                Phase = Phase.Before,
                Place = Say("place.client"),
                Action = Say("askImplants.action"),
                Detail = Wording.Sentences(Say("askImplants.detail", ("worn", Wording.Listed(worn))), allowed.Select(r => Say("askImplants.allowed",
                    ("who", r.AtEar.Listener.Name), ("implant", EarRules.ImplantWords(r.AtEar.Listener)),
                    ("clinician", r.AtEar.Listener.ImplantAnsweredBy.Trim()),
                    ("worn", Wording.Listed(EarRules.AtBody(r).Select(d => d.Name))),
                    ("day", FormattableString.Invariant($"{r.AtEar.Listener.ImplantAnsweredOn:yyyy-MM-dd}"))))),
                Caution = Say("askImplants.caution"),
                Mandatory = true,
            };
        yield return new Step
        {
            Id = "prove-sound",
            Phase = Phase.Before,
            Place = Say("place.atPlayers", ("players", players)),
            Acts = [.. Things.Playing(rig).Select(id => new Act.Play(id))],
            Goal = new Goal.RoomHears(),
            Action = Say("proveSound.action"),
            Why = Say("because.heard-before-changed"),
        }.Showing(rig, new Sign.Room(true));
        yield return new Step
        {
            Id = "turn-down",
            Phase = Phase.Before,
            Place = Say("place.atPlayersByHand", ("players", players)),
            Acts = [.. RoomSteps.Loud(rig).Select(id => new Act.Turn(id, Volume.Down))],
            Action = rig.Bar is null ? Say("turnDown.action", ("players", players))
                : Say("turnDown.actionBar", ("players", players), ("bar", rig.Bar.Name)),
            Note = VolumeFound,
            Why = Say("turnDown.why"),
            Caution = Say("turnDown.caution"),
        };
        foreach (var route in rig.Routes)
        {
            foreach (var device in new[] { route.AtEar.Relay, route.AtEar.Receiver }.OfType<Device>().Where(d => d.Power.ChargeHours > 0).DistinctBy(d => d.Id))
                yield return new Step
                {
                    Id = ChargedId(route, device),
                    Phase = Phase.Before,
                    Place = StepPlaces.Whose(route.AtEar.Listener, device),
                    Acts = [.. Charged(route, device).Select(id => new Act.Charge(id))],
                    Goal = new Goal.Charged(Charged(route, device)[0]),
                    Action = Say("charged.action", ("who", route.AtEar.Listener.Name), ("what", device.Name)),
                    Detail = ChargeTakes(device),
                    Caution = Say("charged.caution"),
                    Why = Say("charged.why"),
                    ListenerId = route.AtEar.Listener.Id,
                };
        }

        foreach (var feed in rig.Feeds.Where(f => f.Transmitter is { Power: { BatteryHours: > 0, ChargeHours: > 0 } }))
            yield return new Step
            {
                Id = $"charged-box-{feed.Key}",
                Phase = Phase.Before,
                Place = Say("place.box", ("box", feed.Transmitter!.Name)),
                Acts = [new Act.Charge(Things.Sender(feed)!)],
                Goal = new Goal.Charged(Things.Sender(feed)!),
                Action = Say("charged.actionBox", ("box", feed.Transmitter.Name)),
                Detail = ChargeTakes(feed.Transmitter),
                Caution = Say("charged.cautionBox"),
                Why = Say("charged.why"),
            };
        if (rig.Feeds.Any(f => f.Transmitter is not null))
            yield return new Step
            {
                Id = "place-box",
                Phase = Phase.Before,
                Place = Say("place.behind", ("players", players)),
                Action = Say("placeBox.action"),
                Detail = Say("placeBox.detail"),
                Caution = Say("placeBox.caution"),
            };
    }

    private static IReadOnlyList<string> Charged(Route route, Device device) =>
        device == route.AtEar.Relay ? [Things.Relay(route.AtEar.Listener)] : Things.Pieces(route.AtEar);

    private static string ChargeTakes(Device device) =>
        Say("charged.detail", ("hours", FormattableString.Invariant($"{device.Power.ChargeHours:0.#}")));
}
