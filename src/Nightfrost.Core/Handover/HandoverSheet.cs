using Nightfrost.Core.Kit;
using Nightfrost.Core.Routing;
using Nightfrost.Core.Routing.Rules;
using Nightfrost.Core.Runsheet;
using static Nightfrost.Core.Catalogue;
using static Nightfrost.Core.Handover.DailySteps;

namespace Nightfrost.Core.Handover;

/// <summary>A heading with short sentences under it, in the client's words.</summary>
/// <param name="Heading">What it is about.</param>
/// <param name="Lines">In order.</param>
/// <param name="Numbered">True when the order matters.</param>
public sealed record SheetPart(string Heading, IReadOnlyList<string> Lines, bool Numbered);

/// <summary>One listener's page.</summary>
/// <param name="ListenerId">Whose it is.</param>
/// <param name="Name">Their name.</param>
/// <param name="Title">What the page says it is.</param>
/// <param name="Parts">In the order in which they are read.</param>
public sealed record ListenerSheet(string ListenerId, string Name, string Title, IReadOnlyList<SheetPart> Parts);

/// <summary>What stays with the client: short sentences that read at about age 11.</summary>
/// <param name="Listeners">A page for each listener.</param>
/// <param name="Household">What concerns everybody.</param>
public sealed record HandoverSheet(IReadOnlyList<ListenerSheet> Listeners, IReadOnlyList<SheetPart> Household)
{
    /// <summary>Writes the sheet from a rig and the values found on the visit.</summary>
    /// <param name="rig">The rig.</param>
    /// <param name="found">Values met before they were changed: place and value.</param>
    /// <param name="tries">What each listener tries when there is no sound, by the listener's id.</param>
    public static HandoverSheet For(Rig rig, IReadOnlyList<FoundValue> found, IReadOnlyDictionary<string, IReadOnlyList<ClientLine>> tries) =>
        new([.. rig.Routes.Select(r => (Route: r, r.AtEar.Listener)).Select(one =>
            new ListenerSheet(one.Listener.Id, one.Listener.Name, TitleOf(one.Route), PartsFor(rig, one.Route, tries[one.Listener.Id])))],
            ForHousehold(rig, found));

    private static string TitleOf(Route route) =>
        Say(RouteWords.StandsAlone(route) is null ? "client.title" : "client.titleApart", ("who", route.AtEar.Listener.Name));

    private static SheetPart[] PartsFor(Rig rig, Route route, IReadOnlyList<ClientLine> tries) =>
    [
        new(Say("client.toListen"), [.. DailySteps.Start(rig, route).Select(line => line.Words)], true),
        new(Say("client.toStop"), [.. DailySteps.Stop(rig, route).Select(line => line.Words)], true),
        new(Say("client.howLoud"), [.. ClientLoudness.Words(rig, route)], false),
        new(Say("client.noSound"), [.. tries.Select(line => line.Words)], true),
        .. Filled("client.calls", DailySteps.Calls(route).Select(line => line.Words)),
        .. Filled("client.lights", Told(rig, route, SignBy.Light)),
        .. Filled("client.display", Told(rig, route, SignBy.Display)),
        .. Filled("client.prompts", Told(rig, route, SignBy.Prompt)),
        .. Filled("client.body", Body(rig, route)),
        .. Filled("client.mind", Mind(rig, route)),
        .. Filled("client.battery", Charge(rig, route)),
    ];

    private static IEnumerable<SheetPart> Filled(string heading, IEnumerable<string> lines) =>
        lines.ToArray() is { Length: > 0 } all ? [new(Say(heading), all, false)] : [];

    // What its things show or say, each kind by itself; at the end of a wire nothing is joined, whatever its radio would show.
    private static IEnumerable<string> Told(Rig rig, Route route, SignBy by)
    {
        var (takes, box) = (route.AtEar.Takes, route.Feed.Transmitter);
        var joins = route.Feed.BuiltIn || route.Sends is { Technology: not LinkTechnology.InductionLoop };
        var ofBox = box is null ? [] : Lines(ClientNames.Box(rig, route), box.Signs.Where(IsForThem), GestureWords.Means);
        return [.. ofBox, .. Lines(ClientNames.Worn(route), takes.Signs.Where(s => IsForThem(s) && (joins || s.State != SignState.Joined)), MeansWorn)];

        // Pairing is not theirs to do.
        bool IsForThem(SignLook sign) => sign.By == by && sign.State is not (SignState.Waiting or SignState.Receiving);

        string MeansWorn(SignLook sign) => sign.State != SignState.Joined ? GestureWords.Means(sign)
            : Say("client.joinedTo", ("box", box is null ? Owner(route) : Say("name.the", ("what", ClientNames.Box(rig, route)))));

        // What looks the same in two states stands once.
        static IEnumerable<string> Lines(string thing, IEnumerable<SignLook> signs, Func<SignLook, string> means) => signs.GroupBy(s => s.Looks.Trim())
            .Select(alike => Say("client.sign", ("thing", Wording.Capital(thing)), ("looks", alike.Key),
                ("means", Wording.Listed(alike.Select(means).Distinct(), "or"))));
    }

    private static IEnumerable<string> Body(Rig rig, Route route)
    {
        var near = Wording.Listed(EarRules.AtBody(route).Select(d => ClientNames.Of(rig, route, d)));
        if (near.Length == 0)
            yield break;
        var listener = route.AtEar.Listener;
        yield return listener.Implant == Known.Yes
            ? Say("client.implantAllowed", ("implant", EarRules.ImplantWords(listener)), ("who", listener.ImplantAnsweredBy.Trim()), ("near", near))
            : Say("client.implantKeepAway", ("near", near));
        yield return Say("client.unwell");
    }

    // A device's own cautions, as the shelf has them.
    private static IEnumerable<string> Mind(Rig rig, Route route) => route.Devices.DistinctBy(d => d.Id).SelectMany(d => d.Cautions.Select(caution =>
        Say("client.caution", ("thing", Wording.Capital(ClientNames.Of(rig, route, d))), ("caution", caution))));

    private static IEnumerable<string> Charge(Rig rig, Route route)
    {
        foreach (var what in Charging.Of(rig, route))
        {
            var device = what.Device;
            var hours = FormattableString.Invariant($"{Math.Floor(device.Power.BatteryHours * Power.BoxPower.RunTimeShare):0}");
            yield return device == route.AtEar.Takes && !what.IsBox ? Say("client.chargeLasts", ("hours", hours))
                : Say("client.boxChargeLasts", ("box", Wording.Capital(what.IsBox ? ClientNames.Box(rig, route) : ClientNames.Of(device))), ("hours", hours));
            yield return Charging.Line(rig, route, what).Words;
            yield return Say("client.chargeTakes", ("hours", FormattableString.Invariant($"{Math.Ceiling(device.Power.ChargeHours):0}")));
            if (device.Power.WorksWhileCharging == Known.Yes)
                yield return Say("client.chargeListening");
        }
    }

    private static SheetPart[] ForHousehold(Rig rig, IReadOnlyList<FoundValue> found)
    {
        var player = rig.Routes.Select(Player).Distinct().ToList() is [var one] ? one : Say("name.set");
        var (first, values) = (Wording.Capital(player), new[] { ("player", player) });
        var worn = rig.Routes.Any(r => r.AtEar.Receiver.Form is WearForm.OverEar or WearForm.Earbuds);
        var parts = new List<SheetPart>
        {
            new(Say("client.alone"),
            [
                rig.Site.RoomHears is not null ? Say(rig.RoomFeed is null ? "client.together" : "client.togetherSpeakers", values)
                    : rig.Site.SetSilent is not null || rig.Feeds.Any(f => f.Socket.SilencesSpeakers == Known.Yes) ? Say("client.silent", values)
                    : rig.SilencesSpeakers ? Say("client.silentUsually", values)
                    : Say("client.mayPlayOn", ("player", first)),
                RoomReturn(rig, player, [.. rig.Feeds]).Words,
                rig.Silencing switch
                {
                    Silencing.ByMute => Say("client.muteKeeps"),
                    Silencing.BySource => Say("client.muteKeepsOf", values),
                    _ => Say("client.muteMayStop", values),
                },
            ], false),
            new(Say("client.safe"), [Say("client.alarms"), .. worn ? new[] { Say("client.clean") } : []], false),
        };
        if (BoxLabels.Of(rig) is { Count: > 0 } labels)
            parts.Add(new(Say("client.labels"), [.. labels.Select(l => Say("client.labelOf", ("number", FormattableString.Invariant($"{l.Number}")),
                ("who", Wording.Listed(rig.Routes.Where(r => r.Feed.Key == l.Feed.Key).Select(r => r.AtEar.Listener.Name)))))], false));
        var channels = AirChannels.SideBySide(rig).Where(box => box.Channel > 0).Select(box => Say(
            box.Route.Sends is { Channels: 1 } ? "client.onlyChannel" : "client.channel",
            ("box", Wording.Capital(ClientNames.Box(rig, box.Route))), ("channel", FormattableString.Invariant($"{box.Channel}")))).ToList();
        if (channels.Count > 0)
            parts.Add(new(Say("client.channels"), [.. channels, Say("client.leaveChannels")], false));
        var delays = rig.Site.Look.Set.DelaySettings.Where(s => s.StandsAtMs != s.FoundAtMs).ToList();
        if (delays.Count > 0)
            parts.Add(new(Say("client.setNow"), [.. delays.Select(s => Wording.Sentences(Delay(s.Name, s.StandsAtMs), Say("client.delayWhy")))], false));
        if (found.Count + delays.Count > 0)
            parts.Add(new(Say("client.setBefore"),
                [.. found.Select(f => Say("client.found",
                    ("place", f.Place.Replace(Say("client.theSets"), Say("client.theTvs"), StringComparison.Ordinal)), ("value", f.Value))),
                    .. delays.Select(s => Delay(s.Name, s.FoundAtMs))], false));
        return [.. parts];
    }

    private static string Delay(string name, int ms) => Say("client.delay", ("name", name), ("ms", FormattableString.Invariant($"{ms}")));
}

/// <summary>A value met on the visit before it was changed.</summary>
/// <param name="Place">Menu or control.</param>
/// <param name="Value">What it stood at.</param>
public sealed record FoundValue(string Place, string Value);
