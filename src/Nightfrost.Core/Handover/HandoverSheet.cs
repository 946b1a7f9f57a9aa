using Nightfrost.Core.Kit;
using Nightfrost.Core.Line;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Sites;
using static Nightfrost.Core.Handover.DailySteps;

namespace Nightfrost.Core.Handover;

/// <summary>A heading with short sentences under it, in the client's words.</summary>
/// <param name="Heading">What it is about.</param>
/// <param name="Lines">In order.</param>
/// <param name="Numbered">True when the order matters.</param>
public sealed record SheetPart(string Heading, IReadOnlyList<string> Lines, bool Numbered);

/// <summary>One listener's page.</summary>
public sealed record ListenerSheet(string ListenerId, string Name, IReadOnlyList<SheetPart> Parts);

/// <summary>What stays with the client: short sentences that read at about age 11.</summary>
/// <param name="Listeners">A page for each listener.</param>
/// <param name="Household">What concerns everybody.</param>
public sealed record HandoverSheet(IReadOnlyList<ListenerSheet> Listeners, IReadOnlyList<SheetPart> Household)
{
    /// <summary>Writes the sheet from a rig and the values found on the visit.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="found">Values met before they were changed: place and value.</param>
    public static HandoverSheet For(Rig rig, IReadOnlyList<FoundValue> found) =>
        new([.. rig.Routes.Select(r => new ListenerSheet(r.AtEar.Listener.Id, r.AtEar.Listener.Name, PartsFor(rig, r)))], ForHousehold(rig, found));

    private static SheetPart[] PartsFor(Rig rig, Route route)
    {
        var (worn, box) = (route.AtEar.Takes, route.Feed.Transmitter);
        return
        [
            new("To listen", [.. DailySteps.Start(rig, route).Select(line => line.Words)], true),
            new("To stop", [.. DailySteps.Stop(rig, route).Select(line => line.Words)], true),
            new("How loud", [.. Loud(rig, route, worn)], false),
            new("If there is no sound, try these three", [.. TryLines.Of(rig, route).Select(line => line.Words)], true),
            .. (Lights(route, worn, box).ToArray() is { Length: > 0 } lights ? new[] { new SheetPart("The lights", lights, false) } : []),
            .. (Body(route).ToArray() is { Length: > 0 } body ? new[] { new SheetPart("Near your body", body, false) } : []),
            .. (Mind(route).ToArray() is { Length: > 0 } mind ? new[] { new SheetPart("Mind", mind, false) } : []),
            .. (Charge(rig, route).ToArray() is { Length: > 0 } charge ? new[] { new SheetPart("The battery", charge, false) } : []),
        ];
    }

    private static IEnumerable<string> Loud(Rig rig, Route route, Device worn)
    {
        var own = worn.OwnVolume || route.AtEar.Receiver.OwnVolume;
        if (own)
            yield return $"The control on your {(worn.OwnVolume ? worn.Name : route.AtEar.Receiver.Name)} changes only what you hear.";
        var control = $"{Owner(route)}'s {Loudness.ControlOf(rig.Site.Look.SourceOf(route.Feed.Socket))}";
        var remote = Wording.Capital(control);
        var usually = route.Feed.Socket.Level == LevelControl.NotYet ? " usually" : "";
        yield return SocketReading.FixedLevel(route.Feed.Socket) switch
        {
            true when rig.Site.Look.SourceOf(route.Feed.Socket) is not null => $"{remote}{usually} does not change what you hear.",
            true when rig.Site.Bar is { } bar => $"{remote}{usually} does not change what you hear. For the room, use the {bar.Name}'s own control.",
            true when rig.Site.SetSilent is not null => $"{remote}{usually} does not change what you hear.",
            true => $"{remote}{usually} does not change what you hear. It changes the room.",
            false when rig.RoomFeed is { Room.Speakers: { } speakers } =>
                $"{remote}{usually} changes what you hear and the {speakers.Name}. For the room alone, use the control on the {speakers.Name}.",
            false => $"{remote}{usually} changes what you hear as well.",
            _ => $"Try {control}: it may change what you hear as well.",
        };
        yield return "If it hurts or tires you, turn it down.";
    }

    private static IEnumerable<string> Lights(Route route, Device worn, Device? box)
    {
        if (box is { PowerLight.Length: > 0 })
            yield return $"{box.Name}, {box.PowerLight}: it has power.";
        if (box is { SoundLight.Length: > 0 })
            yield return $"{box.Name}, {box.SoundLight}: sound is coming in.";
        // At the end of a wire nothing is joined, whatever its radio would show.
        if (worn.Pairing is { Linked.Length: > 0 } way && (route.Feed.BuiltIn || route.Sends is { Technology: not LinkTechnology.InductionLoop }))
            yield return $"{worn.Name}, {way.Linked}: it is joined to {(box is null ? Owner(route) : $"the {box.Name}")}.";
    }

    private static IEnumerable<string> Body(Route route)
    {
        var near = Wording.Listed(EarRules.AtBody(route).Select(d => d.Name));
        if (near.Length == 0)
            yield break;
        var listener = route.AtEar.Listener;
        yield return listener.Implant == Known.Yes
            ? $"You carry {EarRules.ImplantWords(listener)}. {listener.ImplantAnsweredBy.Trim()} allowed the {near} near it, and nothing else of this kind."
            : $"Keep the {near} 15 cm away from a pacemaker or any other implant, yours or somebody else's.";
        yield return "If you feel unwell with it, stop using it and ask your doctor.";
    }

    // A device's own cautions, as the shelf has them.
    private static IEnumerable<string> Mind(Route route) =>
        route.Devices.DistinctBy(d => d.Id).SelectMany(d => d.Cautions.Select(caution => $"{d.Name}: {caution}"));

    private static IEnumerable<string> Charge(Rig rig, Route route)
    {
        foreach (var device in DailySteps.Charged(rig, route))
        {
            var name = device == route.AtEar.Takes ? "" : $"The {device.Name}: ";
            var hours = Math.Floor(device.Power.BatteryHours * Power.BoxPower.RunTimeShare);
            yield return FormattableString.Invariant($"{name}One charge lasts about {hours:0} hours.");
            yield return DailySteps.ChargeLine(rig, route, device).Words;
            yield return FormattableString.Invariant($"Charging takes about {Math.Ceiling(device.Power.ChargeHours):0} hours.")
                + " Charge it in the open, not in bed.";
            if (device.Power.WorksWhileCharging)
                yield return "You may listen while it charges.";
        }
    }

    private static SheetPart[] ForHousehold(Rig rig, IReadOnlyList<FoundValue> found)
    {
        var player = rig.Routes.Select(Player).Distinct().ToList() is [var one] ? one : "the TV";
        var parts = new List<SheetPart>
        {
            new("Alone and together",
            [
                rig.Site.RoomHears is not null
                    ? $"Together: the room hears {player}{(rig.RoomFeed is { Room.Speakers: { } speakers } ? $" from the {speakers.Name}" : "")}, and each "
                        + "listener hears it too."
                    : rig.Site.SetSilent is not null || rig.Feeds.Any(f => f.Socket.SilencesSpeakers == Known.Yes)
                    ? $"Alone: {player} is silent. Only the listener hears it."
                    : rig.SilencesSpeakers ? $"Alone: {player} is usually silent, and only the listener hears it."
                    : $"{Wording.Capital(player)} may go on playing to the room. Turn it down for quiet, and see that you still hear well.",
                RoomReturn(rig, player).Words,
                rig.Silencing == Silencing.ByMute ? "Mute on the TV's remote keeps the room quiet. Each listener goes on hearing."
                    : $"Mute on {player}'s remote may stop the listeners as well. Try it once, so that you know.",
            ], false),
            new("Stay safe",
            [
                "With a headset on you may not hear the door or an alarm. Agree who listens out for them.",
                "Clean a shared headset before someone else wears it.",
            ], false),
        };
        var channels = AirChannels.SideBySide(rig).Where(box => box.Channel > 0)
            .Select(box => $"{RouteWords.BoxOf(box.Route)}: {(box.Route.Sends is { Channels: 1 } ? "its only channel" : $"channel {box.Channel}")}.").ToList();
        if (channels.Count > 0)
            parts.Add(new("The channels", [.. channels, "Leave them so. On the same channel you hear noise, or each other's sound."], false));
        var delays = rig.Site.Look.Set.DelaySettings.Where(s => s.StandsAtMs != s.FoundAtMs).ToList();
        if (delays.Count > 0)
            parts.Add(new("How the TV is set now",
                [.. delays.Select(s => $"The TV's menu, {s.Name}: {s.StandsAtMs} ms. It keeps lips and voice together.")], false));
        if (found.Count + delays.Count > 0)
            parts.Add(new("How the TV was set before",
                [.. found.Select(f => $"{f.Place.Replace("The set's", "The TV's", StringComparison.Ordinal)}: {f.Value}."),
                    .. delays.Select(s => $"The TV's menu, {s.Name}: {s.FoundAtMs} ms.")], false));
        return [.. parts];
    }

}

/// <summary>A value met on the visit before it was changed.</summary>
/// <param name="Place">Menu or control.</param>
/// <param name="Value">What it stood at.</param>
public sealed record FoundValue(string Place, string Value);
